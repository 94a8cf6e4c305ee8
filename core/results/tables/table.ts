import { formatCell, formatValue, unitLabel, unitSize, type QuantityKind, type UnitSystem } from '../../units';

/** A column of a table: words, or numbers of one kind in base SI. `decimals` is what is shown, the kind's own habit when left out. */
export interface TableColumn {
  readonly title: string;
  readonly kind: QuantityKind | 'words';
  readonly decimals?: number;
}

/** Words, a number in base SI, or nothing. */
export type Cell = string | number | null;

export interface TableRow {
  /** the same thing has the same key in the table of another model, case or revision */
  readonly key: string;
  readonly cells: readonly Cell[];
  readonly member?: string;
  readonly node?: string;
  readonly storey?: string;
  /** key of a pier or coupling beam */
  readonly part?: string;
  /** how much the row weighs when only the worst are wanted */
  readonly size: number;
}

/** Results as rows of numbers in base SI. Screen, spreadsheet, CSV and PDF are all made from it, so that they show the same number. */
export interface ResultTable {
  readonly id: string;
  readonly title: string;
  /** what is shown and how it is to be read */
  readonly note: string;
  readonly columns: readonly TableColumn[];
  readonly rows: readonly TableRow[];
}

/** Which rows are wanted. */
export interface TableFilter {
  readonly members?: ReadonlySet<string>;
  readonly nodes?: ReadonlySet<string>;
  readonly storey?: string;
  /** only so many, the largest first */
  readonly worst?: number;
}

/** The rows that pass a filter. A row that belongs to no member, node or storey is not left out by a filter on them. */
export function filterTable(table: ResultTable, { members, nodes, storey, worst }: TableFilter): ResultTable {
  const passes = (row: TableRow) =>
    (!members || row.member === undefined || members.has(row.member)) &&
    (!nodes || row.node === undefined || nodes.has(row.node)) &&
    (storey === undefined || row.storey === undefined || row.storey === storey);
  const rows = table.rows.filter(passes);
  return { ...table, rows: worst === undefined ? rows : [...rows].sort((a, b) => b.size - a.size).slice(0, worst) };
}

/** Some columns of a table, by their titles, in the order asked for. */
export function columnsOf(table: ResultTable, titles: readonly string[]): ResultTable {
  const places = titles.map((title) => table.columns.findIndex((column) => column.title === title));
  return {
    ...table,
    columns: places.map((i) => table.columns[i]),
    rows: table.rows.map((row) => ({ ...row, cells: places.map((i) => row.cells[i]) })),
  };
}

/** The heading of a column with its unit: `My, kN·m`. */
export function columnHeading({ title, kind }: TableColumn, units: UnitSystem): string {
  const unit = kind === 'words' ? '' : unitLabel(kind, units);
  return unit === '' ? title : `${title}, ${unit}`;
}

/** A cell as it is shown and printed. */
export function cellText(cell: Cell, column: TableColumn, units: UnitSystem): string {
  if (cell === null) return '';
  if (typeof cell === 'string') return cell;
  return column.kind === 'words' ? String(cell) : formatValue(cell, column.kind, units, column.decimals);
}

/** A cell for a spreadsheet: words, or the number in the project's unit in full. */
export function cellValue(cell: Cell, column: TableColumn, units: UnitSystem): string | number | null {
  return typeof cell !== 'number' || column.kind === 'words'
    ? cell
    : Number.isFinite(cell)
      ? Number((cell / unitSize(column.kind, units)).toPrecision(10))
      : cellText(cell, column, units);
}

const quoted = (text: string) => (/[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
/** A text a spreadsheet would take for a formula gets an apostrophe before it; numbers stay numbers. */
const harmless = (text: string) =>
  /^[=+\-@\t\r]/.test(text) && !/^[+-]?\d+(\.\d+)?(e[+-]?\d+)?$/i.test(text) ? `'${text}` : text;

/** The table as CSV (RFC 4180): units in the headings, point as decimal mark. */
export function tableCsv(table: ResultTable, units: UnitSystem): string {
  const line = (cells: readonly string[]) => cells.map((text) => quoted(harmless(text))).join(',');
  const cell = (value: Cell, column: TableColumn) =>
    typeof value === 'number' && column.kind !== 'words' && Number.isFinite(value)
      ? formatCell(value, column.kind, units)
      : cellText(value, column, units);
  return (
    [
      line(table.columns.map((column) => columnHeading(column, units))),
      ...table.rows.map((row) => line(row.cells.map((value, i) => cell(value, table.columns[i])))),
    ].join('\r\n') + '\r\n'
  );
}
