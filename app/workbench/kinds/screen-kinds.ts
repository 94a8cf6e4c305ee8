import { type Model, type RecordOf, type TableName } from '~core/model';
import { acceptances } from './acceptances';
import { analyses } from './analyses';
import { cases } from './cases';
import { columnHeads } from './column-heads';
import { combinations } from './combinations';
import { designLines } from './design-lines';
import { designRules } from './design-rules';
import { diaphragms } from './diaphragms';
import { envelopes } from './envelopes';
import { gridLines } from './grid-lines';
import { groups } from './groups';
import { helperLines } from './helper-lines';
import type { ScreenKind, SomeTab } from './kind';
import { lineSupports } from './line-supports';
import { loadRules } from './load-rules';
import { loads } from './loads';
import { materials } from './materials';
import { members } from './members';
import { nodes } from './nodes';
import { planes } from './planes';
import { sections } from './sections';
import { slabs } from './slabs';
import { stiffnessSets } from './stiffness-sets';
import { storeys } from './storeys';
import { cuts } from './cuts';
import { thickParts } from './thick-parts';
import { views } from './views';
import { walls } from './walls';

/** What the screen knows of each kind of record. A new kind is a folder beside this file and its line here. */
const screenKinds: { readonly [K in TableName]: ScreenKind<K> } = {
  members,
  nodes,
  slabs,
  walls,
  lineSupports,
  sections,
  materials,
  groups,
  storeys,
  gridLines,
  cases,
  combinations,
  envelopes,
  diaphragms,
  planes,
  helperLines,
  columnHeads,
  thickParts,
  cuts,
  loads,
  loadRules,
  designLines,
  designRules,
  analyses,
  stiffnessSets,
  views,
  acceptances,
};

/** Tables in the order in which the screen lists their kinds. */
const inListOrder = Object.keys(screenKinds) as TableName[];

/** What the screen knows of one kind. */
export const screenKind = <K extends TableName>(table: K): ScreenKind<K> => screenKinds[table];

/** The tabs of records in the ledger of the Frame stage. */
export const recordTabs: readonly SomeTab[] = inListOrder.flatMap((table) => screenKinds[table].tabs ?? []);

/** Does something with every record of the kinds that are wanted, kind by kind. */
export function everyRecord<R>(
  model: Model,
  use: <K extends TableName>(table: K, kind: ScreenKind<K>, record: RecordOf<K>) => R[],
): R[] {
  const of = <K extends TableName>(table: K) => {
    const kind = screenKinds[table] as ScreenKind<K>;
    return Object.values(model[table] as Readonly<Record<string, RecordOf<K>>>).flatMap((record) =>
      use(table, kind, record),
    );
  };
  return inListOrder.flatMap((table) => of(table));
}

/** What a record is called among others; its id when it is not there. */
export function recordName(model: Model, table: TableName, id: string): string {
  const of = <K extends TableName>(key: K) => {
    const record = (model[key] as Readonly<Record<string, RecordOf<K> | undefined>>)[id];
    return record ? (screenKinds[key] as ScreenKind<K>).name(record, model) : id;
  };
  return of(table);
}
