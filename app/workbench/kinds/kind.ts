import type { ComponentType } from 'react';
import type { Model, RecordOf, TableName } from '~core/model';
import type { Selection } from '../../state/selection';
import type { ViewState } from '../../state/view-slice';
import type { RowLayout } from '../cells/cells';

/** A tab of the ledger with records in rows. */
export interface LedgerTab<Row extends { readonly id: string }> {
  /** its name in the address of the view; unique within a stage */
  readonly id: string;
  readonly name: string;
  readonly layout: (model: Model) => RowLayout<Row>;
  readonly rows: (model: Model) => readonly Row[];
  /** what stands in an empty table: what it would hold, and how to begin */
  readonly empty: string;
  /** whether its rows themselves are what is selected, so that Ctrl and Shift add to it */
  readonly selectsRecords?: boolean;
  /** the rows that are marked for a selection */
  readonly chosen?: (model: Model, selection: Selection) => Iterable<string>;
  /** what choosing rows selects */
  readonly selects?: (model: Model, ids: readonly string[]) => Partial<Selection>;
}

/** A tab whose kind of row is known to itself alone. */
export interface SomeTab {
  readonly id: string;
  readonly name: string;
  readonly open: <R>(take: <Row extends { readonly id: string }>(tab: LedgerTab<Row>) => R) => R;
}

/** Hides what kind of rows a tab has, so that tabs can stand in one list. */
export const someTab = <Row extends { readonly id: string }>(tab: LedgerTab<Row>): SomeTab => ({
  id: tab.id,
  name: tab.name,
  open: (take) => take(tab),
});

/** Where something leads: what it selects, and what else of the view it changes. */
export interface Way {
  readonly words: string;
  readonly select?: Partial<Selection>;
  readonly look?: Partial<ViewState>;
}

/** What the screen knows of a kind of record, beside how it is drawn. */
export interface ScreenKind<K extends TableName> {
  /** what one is called among others of all kinds: `slab S1` */
  readonly name: (record: RecordOf<K>, model: Model) => string;
  /** the fields of selected records, in the details of the Frame stage */
  readonly Editor?: ComponentType<{ readonly ids: readonly string[] }>;
  /** its tabs in the ledger of the Frame stage */
  readonly tabs?: readonly SomeTab[];
  /** it stands in the list of named things: with a remark, a name that can be typed, and a way to it */
  readonly listed?: {
    readonly remark?: string | ((record: RecordOf<K>) => string);
    readonly renamed?: boolean;
    readonly way?: (record: RecordOf<K>, model: Model) => Way;
  };
  /** it is found by the search: by these words beside its id, and this is what choosing it does */
  readonly found?: {
    readonly by: (record: RecordOf<K>, model: Model) => string;
    readonly way: (record: RecordOf<K>, state: { readonly model: Model; readonly view: ViewState }) => Way;
  };
}

/** The name of a record that may have one of its own: `slab S1`, else its id. */
export const called = (noun: string, { id, label }: { readonly id: string; readonly label?: string | undefined }) =>
  `${noun} ${label ?? id}`;
