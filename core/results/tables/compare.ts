import type { Cell, ResultTable, TableColumn, TableRow } from './table';

/** Two tables of the same kind row by row: each number of one, of the other, their difference and ratio, the largest difference first. */
export interface ComparedRow {
  readonly key: string;
  readonly name: string;
  readonly column: TableColumn;
  readonly before: number | null;
  readonly after: number | null;
  /** after less before; null where one of them is missing */
  readonly difference: number | null;
  /** after over before; null where there is none */
  readonly ratio: number | null;
  readonly member?: string;
  readonly node?: string;
  readonly storey?: string;
}

/** Differences below this share of the column's largest number are rounding. */
const rounding = 1e-9;

/**
 * Compares the numbers of two tables. Rows are matched by their keys, columns by their place and title. Differences are ordered by their share of the
 * column's largest number, so that columns of different units can stand in one list.
 * @param named how many leading cells name a row
 */
export function compareTables(
  before: ResultTable,
  after: ResultTable,
  columns: readonly string[],
  named = 1,
): ComparedRow[] {
  const other = new Map(after.rows.map((row) => [row.key, row]));
  const keys = [...new Set([...before.rows.map((row) => row.key), ...after.rows.map((row) => row.key)])];
  const first = new Map(before.rows.map((row) => [row.key, row]));
  const rows: (ComparedRow & { weight: number })[] = [];
  for (const title of columns) {
    const [at, atOther] = [
      before.columns.findIndex((column) => column.title === title),
      after.columns.findIndex((column) => column.title === title),
    ];
    if (at < 0 && atOther < 0) continue;
    const column = at >= 0 ? before.columns[at] : after.columns[atOther];
    const read = (row: TableRow | undefined, i: number): number | null => {
      const cell: Cell = row?.cells[i] ?? null;
      return typeof cell === 'number' ? cell : null;
    };
    const pairs = keys
      .map((key) => ({ key, a: first.get(key), b: other.get(key) }))
      .map(({ key, a, b }) => ({ key, row: (a ?? b)!, before: read(a, at), after: read(b, atOther) }));
    const largest = pairs.reduce(
      (most, pair) => Math.max(most, Math.abs(pair.before ?? 0), Math.abs(pair.after ?? 0)),
      0,
    );
    for (const { key, row, before: one, after: two } of pairs) {
      if (one === null && two === null) continue;
      const gap = one === null || two === null ? null : two - one;
      const difference = gap !== null && Math.abs(gap) <= rounding * largest ? 0 : gap;
      rows.push({
        key,
        column,
        before: one,
        after: two,
        difference,
        name: row.cells
          .slice(0, named)
          .filter((cell) => cell !== null && cell !== '')
          .join(' '),
        ratio: one === null || two === null || Math.abs(one) <= rounding * largest ? null : two / one,
        ...(row.member !== undefined ? { member: row.member } : {}),
        ...(row.node !== undefined ? { node: row.node } : {}),
        ...(row.storey !== undefined ? { storey: row.storey } : {}),
        weight: largest === 0 ? 0 : Math.abs(difference ?? one ?? two ?? 0) / largest,
      });
    }
  }
  return rows.sort((a, b) => b.weight - a.weight).map(({ weight: _weight, ...row }) => row);
}

/** What was compared as a table, for spreadsheets and print: numbers of one column only, since a column has one unit. */
export function comparedTable(
  rows: readonly ComparedRow[],
  title: string,
  names: readonly [string, string],
): ResultTable {
  const column = rows.length > 0 ? rows[0].column : ({ title: '', kind: 'number' } as const);
  const number = (name: string): TableColumn => ({ ...column, title: name });
  return {
    id: 'comparison',
    title: `${title}: ${column.title}`,
    note: `difference and ratio of ${names[1]} to ${names[0]}`,
    columns: [
      { title: 'Of', kind: 'words' },
      number(names[0]),
      number(names[1]),
      number('difference'),
      { title: 'ratio', kind: 'number' },
    ],
    rows: rows
      .filter((row) => row.column.title === column.title)
      .map((row): TableRow => ({
        key: row.key,
        size: Math.abs(row.difference ?? 0),
        cells: [row.name, row.before, row.after, row.difference, row.ratio],
      })),
  };
}
