import type { Model, RecordOf, TableName } from './model';

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
    if ('node' in load) refer('nodes', load.node);
    else refer('members', load.member);
  } else if (table === 'combinations') {
    const combination = record as RecordOf<'combinations'>;
    for (const { case: id } of combination.factors) refer('cases', id);
    refer('stiffnessSets', combination.stiffnessSet);
  } else if (table === 'diaphragms') {
    for (const id of (record as RecordOf<'diaphragms'>).nodes) refer('nodes', id);
  } else if (table === 'analyses') {
    const analysis = record as RecordOf<'analyses'>;
    if (analysis.type === 'buckling') for (const { case: id } of analysis.factors) refer('cases', id);
    if (analysis.type === 'modal') for (const { case: id } of analysis.masses) refer('cases', id);
    if ('stiffnessSet' in analysis) refer('stiffnessSets', analysis.stiffnessSet);
    if ('modal' in analysis) refer('analyses', analysis.modal);
  }
  return found;
}

export type RecordIds = Partial<Record<TableName, Set<string>>>;

/** What has to go with the records named: a node's members, a member's and a case's loads, what rests on a modal analysis. */
export function dependents(model: Model, table: TableName, ids: readonly string[]): RecordIds {
  const gone: RecordIds = { [table]: new Set(ids) };
  const take = (name: TableName, id: string) => (gone[name] ??= new Set()).add(id);
  if (gone.nodes) {
    for (const member of Object.values(model.members)) if (gone.nodes.has(member.start) || gone.nodes.has(member.end)) take('members', member.id);
  }
  for (const load of Object.values(model.loads)) {
    const target = 'node' in load ? gone.nodes?.has(load.node) : gone.members?.has(load.member);
    if (target || gone.cases?.has(load.case)) take('loads', load.id);
  }
  for (const analysis of Object.values(model.analyses)) if ('modal' in analysis && gone.analyses?.has(analysis.modal)) take('analyses', analysis.id);
  return gone;
}

/** A record that stays, without what it says of records that go: the fields to set, by table. */
export function withoutReferences(model: Model, gone: RecordIds): { table: TableName; id: string; fields: Record<string, unknown> }[] {
  const changed: { table: TableName; id: string; fields: Record<string, unknown> }[] = [];
  const stays = (table: TableName, id: string) => !gone[table]?.has(id);
  const keptFactors = <T extends { case: string }>(factors: readonly T[]) => factors.filter((factor) => stays('cases', factor.case));
  for (const { id, factors, stiffnessSet } of Object.values(model.combinations)) {
    const kept = keptFactors(factors);
    if (kept.length < factors.length) changed.push({ table: 'combinations', id, fields: { factors: kept } });
    if (stiffnessSet && !stays('stiffnessSets', stiffnessSet)) changed.push({ table: 'combinations', id, fields: { stiffnessSet: undefined } });
  }
  for (const { id, nodes } of Object.values(model.diaphragms)) {
    const kept = nodes.filter((node) => stays('nodes', node));
    if (kept.length < nodes.length && stays('diaphragms', id)) changed.push({ table: 'diaphragms', id, fields: { nodes: kept } });
  }
  for (const analysis of Object.values(model.analyses)) {
    if (!stays('analyses', analysis.id)) continue;
    if (analysis.type === 'buckling' && keptFactors(analysis.factors).length < analysis.factors.length) changed.push({ table: 'analyses', id: analysis.id, fields: { factors: keptFactors(analysis.factors) } });
    if (analysis.type === 'modal' && keptFactors(analysis.masses).length < analysis.masses.length) changed.push({ table: 'analyses', id: analysis.id, fields: { masses: keptFactors(analysis.masses) } });
    if ('stiffnessSet' in analysis && analysis.stiffnessSet && !stays('stiffnessSets', analysis.stiffnessSet)) changed.push({ table: 'analyses', id: analysis.id, fields: { stiffnessSet: undefined } });
  }
  return changed;
}
