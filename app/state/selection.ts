import { tableWords, type Model, type TableName } from '~core/model';
import { count } from '~core/units';

/** Tables whose records can be chosen in the drawing, in the order in which they are named. */
export const selectableTables = [
  'members',
  'nodes',
  'slabs',
  'walls',
  'lineSupports',
  'columnHeads',
  'thickParts',
  'cuts',
  'helperLines',
  'loads',
] as const satisfies readonly TableName[];
/** A table whose records can be chosen. */
export type SelectableTable = (typeof selectableTables)[number];

/** Tables whose records have results of their own. */
export const tablesWithResults: ReadonlySet<SelectableTable> = new Set([
  'members',
  'nodes',
  'slabs',
  'walls',
  'lineSupports',
  'cuts',
]);

/** What is chosen: ids by table. Never changed in place. */
export type Selection = Readonly<Record<SelectableTable, readonly string[]>>;

/** One chosen record. */
export interface Chosen {
  readonly table: SelectableTable;
  readonly id: string;
}

/** Nothing is chosen. */
export const nothingSelected = Object.fromEntries(selectableTables.map((table) => [table, []])) as unknown as Selection;

/** A selection of what is given, and nothing else. */
export const selectionOf = (given: Partial<Selection>): Selection => ({ ...nothingSelected, ...given });

/** Every chosen record. */
export const chosenRecords = (selection: Selection): Chosen[] =>
  selectableTables.flatMap((table) => selection[table].map((id) => ({ table, id })));

/** How many records of the structure are chosen; loads, which are chosen beside it, do not count. */
export const sizeOf = (selection: Selection): number =>
  selectableTables.reduce((sum, table) => sum + (table === 'loads' ? 0 : selection[table].length), 0);

/** What of a selection is in a model. Loads that rules make have no record of their own and stay. */
export const selectionOn = (model: Model, selection: Partial<Selection>): Selection =>
  selectionOf(
    Object.fromEntries(
      selectableTables.map((table) => [
        table,
        (selection[table] ?? []).filter((id) => id in model[table] || (table === 'loads' && id.includes('-'))),
      ]),
    ),
  );

/** A selection with records added, or taken out when all of them are in it already. */
export function toggled(selection: Selection, given: Partial<Selection>): Selection {
  const toggle = (present: readonly string[], ids: readonly string[]): readonly string[] => {
    if (ids.length === 0) return present;
    const known = new Set(present);
    if (!ids.every((id) => known.has(id))) return [...new Set([...present, ...ids])];
    const out = new Set(ids);
    return present.filter((id) => !out.has(id));
  };
  return selectionOf(
    Object.fromEntries(selectableTables.map((table) => [table, toggle(selection[table], given[table] ?? [])])),
  );
}

/** A selection with records added. */
export const joined = (selection: Selection, given: Partial<Selection>): Selection =>
  selectionOf(
    Object.fromEntries(
      selectableTables.map((table) => [table, [...new Set([...selection[table], ...(given[table] ?? [])])]]),
    ),
  );

/** What is chosen of the structure, in words: "14 beams, 2 nodes, 1 slab". */
export function selectionWords(model: Model, selection: Partial<Selection>): string {
  const roles = new Map<string, number>();
  for (const id of selection.members ?? []) {
    const { role } = model.members[id];
    roles.set(role, (roles.get(role) ?? 0) + 1);
  }
  return [
    ...[...roles].map(([role, n]) => count(n, role)),
    ...selectableTables.flatMap((table) => {
      const ids = table === 'members' || table === 'loads' ? [] : (selection[table] ?? []);
      return ids.length > 0 ? [count(ids.length, tableWords[table].noun)] : [];
    }),
  ].join(', ');
}
