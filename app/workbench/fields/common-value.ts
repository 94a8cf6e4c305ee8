/** The value that all records share, 'varies' when they differ. */
export function commonValue<T, V>(records: readonly T[], read: (record: T) => V): V | 'varies' {
  const first = read(records[0]);
  return records.every((record) => Object.is(read(record), first)) ? first : 'varies';
}
