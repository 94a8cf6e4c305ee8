import { parse } from 'papaparse';
import { RecordCollector } from '~core/build';
import type { Edit, Model, TableName } from '~core/model';

/** What a typed cell comes to: fields of its record, or why it cannot be. */
export type CellRead =
  | { readonly ok: true; readonly fields: Readonly<Record<string, unknown>> }
  | { readonly ok: false; readonly error: string };

/** Everything a block of cells shares while it is read: the model, and records that have to be made for it. */
export interface Batch {
  readonly model: Model;
  readonly collector: RecordCollector;
}

/** A column of records in rows. */
export interface CellColumn<Row> {
  readonly title: string;
  readonly unit?: string;
  readonly width: number;
  readonly numeric?: boolean;
  /** the cell as text, as it is copied and edited */
  readonly text: (row: Row) => string;
  /** the cell as it is shown, when that differs: numbers with the digits of their column */
  readonly show?: (row: Row) => string;
  /** reads a typed cell; a column without it cannot be edited */
  readonly read?: (text: string, batch: Batch, row: Row | undefined) => CellRead;
  /** what sorts the column: the text when left out */
  readonly order?: (row: Row) => number;
  /** whether a cell was changed by hand and should look so */
  readonly marked?: (row: Row) => boolean;
  /** values offered while typing */
  readonly choices?: readonly string[];
}

/** How the records of a table stand in rows and columns, are read from cells, added and deleted. */
export interface RowLayout<Row extends { id: string }> {
  readonly table: TableName;
  readonly noun: string;
  readonly columns: readonly CellColumn<Row>[];
  /** turns what the cells of a row say into fields of its record, where several cells make one field */
  readonly fold?: (fields: Readonly<Record<string, unknown>>, row: Row | undefined) => Record<string, unknown>;
  /** the edits that delete rows, and why some of them cannot be deleted; without it the records go as they are */
  readonly remove?: (rows: readonly Row[]) => { readonly edits: readonly Edit[]; readonly kept?: string };
  /** a whole new record from the fields of its cells; without it rows cannot be added */
  readonly create?: (
    fields: Readonly<Record<string, unknown>>,
    batch: Batch,
  ) => { ok: true; record: Row } | { ok: false; error: string };
}

/** A cell that could not be taken: where, what was typed, why. */
export interface CellError {
  /** the row's id, or `new 1` for a row that was to be added */
  readonly row: string;
  readonly column: string;
  readonly text: string;
  readonly error: string;
}

export interface BlockResult {
  readonly edits: readonly Edit[];
  readonly errors: readonly CellError[];
  readonly changed: number;
  readonly added: number;
}

/**
 * Puts a block of text into rows, its first cell at a row and column: cells over existing rows change them, rows beyond the last become
 * new records. What cannot be read is left out and told; the rest is one act.
 */
export function putBlock<Row extends { id: string }>(
  model: Model,
  layout: RowLayout<Row>,
  rows: readonly Row[],
  firstRow: number,
  firstColumn: number,
  block: readonly (readonly string[])[],
): BlockResult {
  const batch: Batch = { model, collector: new RecordCollector(model) };
  const errors: CellError[] = [];
  const changes: { id: string; fields: Record<string, unknown> }[] = [];
  const records: Row[] = [];
  block.forEach((cells, i) => {
    const row = rows[firstRow + i] as Row | undefined;
    // rows that are taken leave the place after the last to those that are not
    const name = row?.id ?? `new ${firstRow + i - Math.max(rows.length, firstRow) - records.length + 1}`;
    const fields: Record<string, unknown> = {};
    let sound = true;
    cells.forEach((text, j) => {
      const column = layout.columns[firstColumn + j] as CellColumn<Row> | undefined;
      if (!column?.read || (row && column.text(row) === text.trim()) || (!row && text.trim() === '')) return;
      const read = column.read(text.trim(), batch, row);
      if (read.ok) Object.assign(fields, merged(fields, read.fields));
      else {
        errors.push({ row: name, column: column.title, text, error: read.error });
        sound = false;
      }
    });
    if (row) {
      if (Object.keys(fields).length > 0)
        changes.push({ id: row.id, fields: closed(layout.fold?.(fields, row) ?? fields, row) });
      return;
    }
    if (!sound || cells.every((text) => text.trim() === '')) return;
    const made = layout.create?.(layout.fold?.(fields, undefined) ?? fields, batch);
    if (!made)
      errors.push({
        row: name,
        column: layout.columns[firstColumn].title,
        text: cells[0] ?? '',
        error: `A ${layout.noun} cannot be added here.`,
      });
    else if (made.ok) records.push(made.record);
    else errors.push({ row: name, column: layout.columns[firstColumn].title, text: cells[0] ?? '', error: made.error });
  });
  const { sections, materials } = batch.collector;
  const before = { ...(sections.length > 0 ? { sections } : {}), ...(materials.length > 0 ? { materials } : {}) };
  const edits: Edit[] = [
    ...(Object.keys(before).length > 0 ? [{ kind: 'add' as const, records: before }] : []),
    ...(changes.length > 0 ? [{ kind: 'change' as const, table: layout.table, changes }] : []),
    ...(records.length > 0 ? [{ kind: 'add', records: { [layout.table]: records } } as Edit] : []),
  ];
  return { edits, errors, changed: changes.length, added: records.length };
}

/** Fields that are lists by place (a position of which several cells set a part) are joined place by place. */
function merged(
  before: Readonly<Record<string, unknown>>,
  next: Readonly<Record<string, unknown>>,
): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(next).map(([key, value]) => {
      const present = before[key];
      return [
        key,
        Array.isArray(present) && Array.isArray(value)
          ? value.map((part: unknown, i) => part ?? (present[i] as unknown))
          : value,
      ];
    }),
  );
}

/** Places of lists that no cell set keep what the row has. */
function closed(fields: Readonly<Record<string, unknown>>, row: object): Record<string, unknown> {
  const before = row as Readonly<Record<string, unknown>>;
  return Object.fromEntries(
    Object.entries(fields).map(([key, value]) => {
      const present = before[key];
      return [
        key,
        Array.isArray(value) && Array.isArray(present) && value.length === present.length
          ? value.map((part: unknown, i) => part ?? (present[i] as unknown))
          : value,
      ];
    }),
  );
}

/** Line breaks within a cell have no place here. */
const inOneLine = (cell: string): string => cell.replace(/\s*[\r\n]+\s*/g, ' ');

/**
 * The text of a clipboard as rows of cells, as spreadsheets write it: a cell with a tab or a line break stands in quotation marks, and those within
 * it are doubled. A heading row that names the columns is left out.
 */
export function fromClipboard(text: string, titles: readonly string[]): string[][] {
  const body = text.replace(/\r?\n$/, '');
  const quoted = parse<string[]>(body, { delimiter: '\t' });
  // a lone quotation mark at the head of a cell quotes nothing
  const read = quoted.errors.some(({ type }) => type === 'Quotes')
    ? parse<string[]>(body, { delimiter: '\t', quoteChar: '\u0000' })
    : quoted;
  const rows = body === '' ? [['']] : read.data.map((cells) => cells.map(inOneLine));
  const bare = (title: string) =>
    title
      .replace(/\s*\[.*\]$/, '')
      .trim()
      .toLowerCase();
  const known = new Set(titles.map((title) => title.toLowerCase()));
  return rows.length > 1 && rows[0].every((cell) => known.has(bare(cell))) ? rows.slice(1) : rows;
}
