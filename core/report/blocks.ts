import type { SetStep } from '../sheet';

/** A column of numbers is set flush right. */
export interface Column {
  readonly title: string;
  readonly numeric?: boolean;
}

/** What a report consists of; how it is laid out is not said here. Formulas are TeX. */
export type Block =
  | { kind: 'paragraph'; text: string }
  | { kind: 'heading'; text: string }
  | { kind: 'table'; columns: Column[]; rows: string[][]; note?: string }
  | { kind: 'picture'; title: string; svg: string; width: number; height: number }
  | {
      kind: 'sheet';
      title: string;
      clause: string;
      state: string;
      remarks: string[];
      lines: SetStep[];
      comparison: SetStep | undefined;
      verdict: string;
      holds: boolean;
    };

export const table = (columns: (string | Column)[], rows: string[][], note?: string): Block => ({
  kind: 'table',
  columns: columns.map((column) => (typeof column === 'string' ? { title: column } : column)),
  rows,
  ...(note ? { note } : {}),
});

export const number = (title: string, unit = ''): Column => ({
  title: unit === '' ? title : `${title}, ${unit}`,
  numeric: true,
});

export const paragraph = (text: string): Block => ({ kind: 'paragraph', text });

export const heading = (text: string): Block => ({ kind: 'heading', text });
