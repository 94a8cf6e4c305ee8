import type { Model, RecordOf, TableName, Tables } from './model';
import type { Combination } from './schema';

/** The ids a record refers to, with the table each lies in. */
export function referencesOf<K extends TableName>(table: K, record: RecordOf<K>): { table: TableName; id: string }[] {
  const found: { table: TableName; id: string }[] = [];
  const refer = (target: TableName, id: string | null | undefined) => {
    if (id) found.push({ table: target, id });
  };
  if (table === 'members') {
    const member = record as RecordOf<'members'>;
    refer('nodes', member.start);
    refer('nodes', member.end);
    refer('sections', member.section);
    refer('materials', member.material);
  } else if (table === 'loads') {
    const load = record as RecordOf<'loads'>;
    refer('cases', load.case);
    if (load.type === 'node') refer('nodes', load.node);
    else refer('members', load.member);
  } else if (table === 'combinations') {
    for (const { case: id } of (record as RecordOf<'combinations'>).factors) refer('cases', id);
  }
  return found;
}

export type RecordIds = Partial<Record<TableName, Set<string>>>;

/** What has to go with the records named: a node's members, a member's and a case's loads. */
export function dependents(model: Model, table: TableName, ids: readonly string[]): RecordIds {
  const gone: RecordIds = { [table]: new Set(ids) };
  const take = (name: TableName, id: string) => (gone[name] ??= new Set()).add(id);
  if (gone.nodes) {
    for (const member of Object.values(model.members)) if (gone.nodes.has(member.start) || gone.nodes.has(member.end)) take('members', member.id);
  }
  for (const load of Object.values(model.loads)) {
    const target = load.type === 'node' ? gone.nodes?.has(load.node) : gone.members?.has(load.member);
    if (target || gone.cases?.has(load.case)) take('loads', load.id);
  }
  return gone;
}

/** Combinations that name one of the cases. */
export function combinationsUsing(model: Pick<Tables, 'combinations'>, cases: ReadonlySet<string>): Combination[] {
  return Object.values(model.combinations).filter((combination) => combination.factors.some((factor) => cases.has(factor.case)));
}
