/**
 * Reads one of the catalogue's tables: comma-separated, first line the column names, no quoting.
 * @returns one record of strings a row
 */
export function readTable(text: string): Record<string, string>[] {
  const [head, ...lines] = text.trim().split('\n');
  const columns = head.split(',');
  return lines.map((line) => {
    const cells = line.split(',');
    return Object.fromEntries(columns.map((column, i) => [column, cells[i] ?? '']));
  });
}

/** The number in a table cell, undefined when the cell is blank. */
export function cellNumber(cell: string): number | undefined {
  return cell === '' ? undefined : Number(cell);
}
