import { kinds, tableNames, type Reference, type TableName } from './kinds';
import type { AreaLoad, DirectLoad, FloorLoad, LineLoad, Load, LoadRule, PlacedLoad } from './kinds';
import type { Model, RecordOf } from './model';
import { planeOf } from './plane';

/** One step of a reference's way: into a field, and into every entry of so many lists within each other. */
interface Step {
  readonly field: string;
  readonly lists: number;
}

interface Way extends Reference {
  readonly steps: readonly Step[];
}

const stepsOf = (at: string): Step[] =>
  at.split('.').map((part) => ({ field: part.replaceAll('[]', ''), lists: (part.match(/\[\]/g) ?? []).length }));

/** The references of each kind with their ways taken apart. */
const ways = Object.fromEntries(
  tableNames.map((table) => [table, kinds[table].refers.map((one) => ({ ...one, steps: stepsOf(one.at) }))]),
) as unknown as Readonly<Record<TableName, readonly Way[]>>;

type Plain = Readonly<Record<string, unknown>>;
const isPlain = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The ids to which a way leads. */
function idsAt(value: unknown, steps: readonly Step[]): string[] {
  if (steps.length === 0) return typeof value === 'string' && value !== '' ? [value] : [];
  if (!isPlain(value)) return [];
  const [{ field, lists }, ...rest] = steps;
  let entries: unknown[] = [value[field]];
  for (let i = 0; i < lists; i++)
    entries = entries.flatMap((entry) => (Array.isArray(entry) ? (entry as unknown[]) : []));
  return entries.flatMap((entry) => idsAt(entry, rest));
}

/** The ids a record refers to, with the table each lies in. */
export function referencesOf<K extends TableName>(table: K, record: RecordOf<K>): { table: TableName; id: string }[] {
  return ways[table].flatMap(({ to, steps }) => idsAt(record, steps).map((id) => ({ table: to, id })));
}

/** The records that stand in the way of deleting others: they refer to them and would be nothing without. */
export function holders(
  model: Model,
  table: TableName,
  ids: ReadonlySet<string>,
): { table: TableName; records: { id: string }[]; of: string } | undefined {
  for (const name of tableNames)
    for (const { to, whenGone, steps } of ways[name]) {
      if (to !== table || whenGone !== 'refused') continue;
      const records = Object.values(model[name]).filter((record) => idsAt(record, steps).some((id) => ids.has(id)));
      if (records.length > 0) return { table: name, records, of: idsAt(records[0], steps).find((id) => ids.has(id))! };
    }
  return undefined;
}

/** An outline and openings by their nodes. */
interface Rings {
  readonly corners: readonly string[];
  readonly openings?: readonly (readonly string[])[] | undefined;
  readonly ignoredOpenings?: readonly (readonly string[])[] | undefined;
}

/** Every node of a slab's or wall's outline and openings, those that are left out of the analysis included. */
export const panelNodes = ({ corners, openings, ignoredOpenings }: Rings): string[] => [
  ...corners,
  ...(openings ?? []).flat(),
  ...(ignoredOpenings ?? []).flat(),
];

/** Whether a load acts over an area or along a line in space, and finds what carries it itself. */
export const isSpread = (load: Load): load is AreaLoad | LineLoad => load.type === 'area' || load.type === 'line';

/** Whether a load acts on slabs, walls or line supports themselves. */
export const isOnFloor = (load: Load): load is FloorLoad =>
  load.type === 'spot' || load.type === 'panelTemperature' || load.type === 'lineSettlement';

/** Whether a load acts on a node or a member itself. */
export const isDirect = (load: Load): load is DirectLoad => !isSpread(load) && !isOnFloor(load);

/** Whether a load acts at places along a member. */
export const isPlaced = (load: Load): load is PlacedLoad =>
  load.type === 'uniform' || load.type === 'trapezoid' || load.type === 'point' || load.type === 'moment';

/** The node or member a load acts on; an area or a line finds its members itself. */
export const loadTarget = (load: Load): string | undefined =>
  !isDirect(load) ? undefined : 'node' in load ? load.node : load.member;

/** The cases into which a rule puts loads. */
export function casesOfRule(rule: LoadRule): string[] {
  if ('case' in rule) return [rule.case];
  return rule.type === 'train' ? rule.cases : rule.cases.map((one) => one.case);
}

/** Ids by table. */
export type RecordIds = Partial<Record<TableName, Set<string>>>;

/** What has to go with the records named, and with what goes with them: all that their kinds say cannot be without. */
export function dependents(model: Model, table: TableName, ids: readonly string[]): RecordIds {
  const gone: RecordIds = { [table]: new Set(ids) };
  for (let grown = true; grown;) {
    grown = false;
    for (const name of tableNames) {
      const concerned = ways[name].filter(({ to }) => gone[to]);
      if (concerned.length === 0) continue;
      for (const record of Object.values(model[name])) {
        if (gone[name]?.has(record.id) || !concerned.some((way) => goesBy(model, way, ways[name], record, gone)))
          continue;
        (gone[name] ??= new Set()).add(record.id);
        grown = true;
      }
    }
  }
  return gone;
}

/** Whether a record cannot be without what goes of one of its references. */
function goesBy(model: Model, way: Way, all: readonly Way[], record: unknown, gone: RecordIds): boolean {
  const { steps, to, whenGone, least, together } = way;
  const lost = (id: string) => gone[to]?.has(id) === true;
  const ids = idsAt(record, steps);
  if (!ids.some(lost)) return false;
  switch (whenGone) {
    case 'goes':
      return true;
    case 'leaves':
      if (together !== undefined)
        return all
          .filter((one) => one.together === together)
          .every((one) => idsAt(record, one.steps).every((id) => gone[one.to]?.has(id)));
      return least !== undefined && ids.filter((id) => !lost(id)).length < least;
    case 'outline':
      // an opening that goes leaves the area
      return steps.at(-1)!.field === 'corners' && !cornersLeft(model, ids, gone[to]!);
    case 'clears':
    case 'refused':
      return false;
  }
}

/** The corners of an outline that stay when nodes go; undefined when those left enclose nothing. */
export function cornersLeft(model: Model, corners: readonly string[], gone: ReadonlySet<string>): string[] | undefined {
  const left = corners.filter((id) => !gone.has(id));
  if (left.length === corners.length) return left;
  return left.length >= 3 && planeOf(left.map((id) => model.nodes[id].position)) ? left : undefined;
}

/** The fields of an outline that keeps its other corners when nodes go, openings that enclose nothing any more left out; undefined when it is not touched. */
function outlineLeft(model: Model, outline: Rings, gone: ReadonlySet<string> | undefined): Partial<Rings> | undefined {
  if (!gone || !panelNodes(outline).some((id) => gone.has(id))) return undefined;
  const left = (rings: readonly (readonly string[])[]) =>
    rings.flatMap((ring) => {
      const corners = cornersLeft(model, ring, gone);
      return corners ? [corners] : [];
    });
  return {
    corners: cornersLeft(model, outline.corners, gone)!,
    ...(outline.openings ? { openings: left(outline.openings) } : {}),
    ...(outline.ignoredOpenings ? { ignoredOpenings: left(outline.ignoredOpenings) } : {}),
  };
}

/** A record that stays, without what it says of records that go: the fields to set, by table; undefined leaves a field out. */
export function withoutReferences(
  model: Model,
  gone: RecordIds,
): { table: TableName; id: string; fields: Record<string, unknown> }[] {
  const changed: { table: TableName; id: string; fields: Record<string, unknown> }[] = [];
  for (const table of tableNames) {
    const concerned = ways[table].filter(({ to, whenGone }) => gone[to] && whenGone !== 'goes');
    if (concerned.length === 0) continue;
    for (const record of Object.values(model[table])) {
      if (gone[table]?.has(record.id)) continue;
      let left: Plain = record as unknown as Plain;
      for (const way of concerned) left = withoutLost(model, table, left, way, gone[way.to]!);
      const fields = [...new Set(concerned.map(({ steps }) => steps[0].field))].filter(
        (field) => left[field] !== (record as unknown as Plain)[field],
      );
      if (fields.length > 0)
        changed.push({ table, id: record.id, fields: Object.fromEntries(fields.map((field) => [field, left[field]])) });
    }
  }
  return changed;
}

/** A record without what is lost of one of its references; the same object when nothing is. */
function withoutLost(model: Model, table: TableName, record: Plain, way: Way, lost: ReadonlySet<string>): Plain {
  const { steps, whenGone } = way;
  if (!idsAt(record, steps).some((id) => lost.has(id))) return record;
  switch (whenGone) {
    case 'leaves':
      return offLists(record, steps, lost) as Plain;
    case 'outline':
      return inside(record, steps.slice(0, -1), (outline) => ({
        ...outline,
        ...outlineLeft(model, outline as unknown as Rings, lost),
      }));
    case 'clears': {
      const [{ field }] = steps;
      const { [field]: _, ...without } = record;
      return kinds[table].schema.safeParse(without).success
        ? { ...record, [field]: undefined }
        : { ...record, [field]: null };
    }
    case 'goes':
    case 'refused':
      return record;
  }
}

/** A value with its lists shorter by the entries whose ids are lost. */
function offLists(value: unknown, steps: readonly Step[], lost: ReadonlySet<string>): unknown {
  const [{ field, lists }, ...rest] = steps;
  const at = (value as Plain)[field];
  const next =
    lists > 0
      ? (at as unknown[]).filter((entry) => !idsAt(entry, rest).some((id) => lost.has(id)))
      : offLists(at, rest, lost);
  return { ...(value as Plain), [field]: next };
}

/** A record in which the object at the end of a way is another. */
function inside(value: Plain, steps: readonly Step[], change: (at: Plain) => Plain): Plain {
  if (steps.length === 0) return change(value);
  const [{ field }, ...rest] = steps;
  return { ...value, [field]: inside(value[field] as Plain, rest, change) };
}
