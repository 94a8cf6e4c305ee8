import { kinds, tableNames, type TableName } from './kinds';
import type { Reference } from './kinds';
import type { Edit } from './edit';
import type { Model, RecordOf } from './model';

type Plain = Readonly<Record<string, unknown>>;

/** A value with the ids at a way replaced. Ids in a list that become one stand once; a ring that is left with fewer than three corners is left out of its list, and undefined where it is the outline itself. */
function replaced(value: unknown, steps: readonly string[], of: Reference, to: (id: string) => string): unknown {
  const [step, ...rest] = steps;
  if (step === undefined) return typeof value === 'string' ? to(value) : value;
  if (step === '[]') {
    if (!Array.isArray(value)) return value;
    const list = (value as unknown[]).map((entry) => replaced(entry, rest, of, to));
    if (rest.length > 0) return list.filter((entry) => entry !== undefined);
    const once = [...new Set(list)];
    return of.whenGone === 'outline' && once.length < 3 ? undefined : once;
  }
  if (typeof value !== 'object' || value === null || Array.isArray(value) || !(step in value)) return value;
  const inner = replaced((value as Plain)[step], rest, of, to);
  return inner === undefined ? undefined : { ...value, [step]: inner };
}

/** `region.openings[][]` → region, openings, [], [] */
const stepsOf = (at: string): string[] =>
  at
    .split('.')
    .flatMap((part) => [part.replaceAll('[]', ''), ...Array<string>(part.split('[]').length - 1).fill('[]')]);

const waysTo = (table: TableName, to: TableName) =>
  (kinds[table].refers as readonly Reference[])
    .filter((one) => one.to === to)
    .map((one) => ({ of: one, steps: stepsOf(one.at) }));

/**
 * A record that refers to other records of a table wherever its kind declares that it does.
 * @param to which stands for each; the same id: it stays
 * @returns undefined when its outline would enclose nothing
 */
export function withReferences<K extends TableName>(
  table: K,
  record: RecordOf<K>,
  target: TableName,
  to: (id: string) => string,
): RecordOf<K> | undefined {
  let made: unknown = record;
  for (const { of, steps } of waysTo(table, target)) {
    made = replaced(made, steps, of, to);
    if (made === undefined) return undefined;
  }
  return made as RecordOf<K>;
}

/** The edits after which everything but members refers to other nodes. What would enclose nothing keeps its corners. @param target the node that stands for each that goes */
export function retargetNodes(model: Model, target: ReadonlyMap<string, string>): Edit[] {
  const to = (id: string) => target.get(id) ?? id;
  return tableNames.flatMap((table): Edit[] => {
    if (table === 'members' || waysTo(table, 'nodes').length === 0) return [];
    const changes = Object.values(model[table]).flatMap((record): { id: string; fields: Plain }[] => {
      const made = withReferences(table, record as RecordOf<typeof table>, 'nodes', to);
      if (!made) return [];
      const fields = Object.fromEntries(
        Object.entries(made).filter(
          ([key, value]) => JSON.stringify(value) !== JSON.stringify((record as unknown as Plain)[key]),
        ),
      );
      return Object.keys(fields).length > 0 ? [{ id: record.id, fields }] : [];
    });
    return changes.length > 0 ? [{ kind: 'change', table, changes }] : [];
  });
}

/** Nodes a record lies on; of an outline its corners alone, or those of its openings too. */
export function nodesUnder(table: TableName, record: { readonly id: string }, openings = true): string[] {
  return waysTo(table, 'nodes').flatMap(({ steps }) => {
    if (!openings && steps.filter((step) => step === '[]').length > 1) return [];
    const at = (value: unknown, rest: readonly string[]): string[] => {
      const [step, ...more] = rest;
      if (step === undefined) return typeof value === 'string' ? [value] : [];
      if (step === '[]') return Array.isArray(value) ? (value as unknown[]).flatMap((entry) => at(entry, more)) : [];
      return typeof value === 'object' && value !== null ? at((value as Plain)[step], more) : [];
    };
    return at(record, steps);
  });
}
