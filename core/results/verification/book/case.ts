/** One verified number: what was expected from an independent source, what the program gave. SI unless the unit says otherwise. */
export interface BookCase {
  readonly group: string;
  readonly name: string;
  readonly source: string;
  readonly unit: string;
  readonly expected: number;
  /** runs the program */
  readonly obtained: () => number;
  /** allowed difference as a share of the expected value, or of `scale` when that is zero */
  readonly tolerance: number;
  readonly scale?: number;
}

export const difference = ({ expected, scale }: BookCase, obtained: number): number =>
  Math.abs(obtained - expected) / (expected === 0 ? (scale ?? 1) : Math.abs(expected));

/** A list of cases of one group and source, short to write: [name, expected, obtained, unit, tolerance]. */
export function cases(
  group: string,
  source: string,
  list: readonly (readonly [
    name: string,
    expected: number,
    obtained: () => number,
    unit: string,
    tolerance?: number,
    scale?: number,
  ])[],
): BookCase[] {
  return list.map(([name, expected, obtained, unit, tolerance = 1e-8, scale]) => ({
    group,
    name,
    source,
    unit,
    expected,
    obtained,
    tolerance,
    ...(scale === undefined ? {} : { scale }),
  }));
}
