import { planeOf } from './plane';
import type { AreaLoad, DirectLoad, Load, LoadRule, PlacedLoad } from './load-schema';
import type { Model, RecordOf, TableName } from './model';
import type { Slab } from './schema';

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
    if (isDirect(load)) refer('node' in load ? 'nodes' : 'members', 'node' in load ? load.node : load.member);
    else if (load.type === 'area')
      for (const { table: target, ids } of regionReferences(load)) for (const id of ids) refer(target, id);
  } else if (table === 'envelopes') {
    const { cases, combinations } = record as RecordOf<'envelopes'>;
    for (const id of cases) refer('cases', id);
    for (const id of combinations) refer('combinations', id);
  } else if (table === 'loadRules') {
    const rule = record as RecordOf<'loadRules'>;
    for (const id of casesOfRule(rule)) refer('cases', id);
    if (rule.type === 'notional') for (const { case: id } of rule.gravity) refer('cases', id);
    if (rule.type === 'pattern') refer('cases', rule.source);
    if (rule.type === 'train') for (const id of rule.path) refer('members', id);
  } else if (table === 'combinations') {
    const combination = record as RecordOf<'combinations'>;
    for (const { case: id } of combination.factors) refer('cases', id);
    for (const { combination: id } of combination.parts ?? []) refer('combinations', id);
    refer('stiffnessSets', combination.stiffnessSet);
  } else if (table === 'diaphragms') {
    for (const id of (record as RecordOf<'diaphragms'>).nodes) refer('nodes', id);
  } else if (table === 'groups') {
    const group = record as RecordOf<'groups'>;
    for (const id of group.members) refer('members', id);
    for (const id of group.nodes ?? []) refer('nodes', id);
  } else if (table === 'slabs' || table === 'walls') {
    const panel = record as RecordOf<'slabs' | 'walls'>;
    for (const id of panelNodes(panel)) refer('nodes', id);
    refer('materials', panel.material);
  } else if (table === 'lineSupports') {
    const { start, end } = record as RecordOf<'lineSupports'>;
    refer('nodes', start);
    refer('nodes', end);
  } else if (table === 'columnHeads') {
    refer('nodes', (record as RecordOf<'columnHeads'>).node);
  } else if (table === 'views') {
    const { plane, isolated, hidden } = record as RecordOf<'views'>;
    if (plane.kind === 'plan') refer('storeys', plane.storey);
    if (plane.kind === 'elevation') refer('gridLines', plane.gridLine);
    if (plane.kind === 'plane') refer('planes', plane.plane);
    for (const id of [...(isolated ?? []), ...hidden]) refer('members', id);
  } else if (table === 'analyses') {
    const analysis = record as RecordOf<'analyses'>;
    if (analysis.type === 'buckling') for (const { case: id } of analysis.factors) refer('cases', id);
    if (analysis.type === 'modal') {
      for (const { case: id } of analysis.masses) refer('cases', id);
      for (const { storey } of analysis.storeyWeights ?? []) refer('storeys', storey);
    }
    if ('stiffnessSet' in analysis) refer('stiffnessSets', analysis.stiffnessSet);
    if ('modal' in analysis) refer('analyses', analysis.modal);
  }
  return found;
}

/** Every node of a slab's or wall's outline and openings. */
export const panelNodes = ({ corners, openings }: Pick<Slab, 'corners' | 'openings'>): string[] => [
  ...corners,
  ...(openings ?? []).flat(),
];

/** Whether a load acts on a node or a member itself, and not over an area or along a line in space. */
export const isDirect = (load: Load): load is DirectLoad => load.type !== 'area' && load.type !== 'line';

/** Whether a load acts at places along a member. */
export const isPlaced = (load: Load): load is PlacedLoad =>
  load.type === 'uniform' || load.type === 'trapezoid' || load.type === 'point' || load.type === 'moment';

/** The node or member a load acts on; an area or a line finds its members itself. */
export const loadTarget = (load: Load): string | undefined =>
  !isDirect(load) ? undefined : 'node' in load ? load.node : load.member;

/** What an area load's place is described by. */
export function regionReferences({
  region,
}: AreaLoad): { table: 'nodes' | 'storeys' | 'slabs' | 'walls'; ids: string[] }[] {
  if (region.kind === 'nodes') return [{ table: 'nodes', ids: panelNodes(region) }];
  if (region.kind === 'storey') return [{ table: 'storeys', ids: [region.storey] }];
  if (region.kind === 'panels')
    return [
      { table: 'slabs', ids: region.slabs },
      { table: 'walls', ids: region.walls },
    ];
  return [];
}

/** The cases into which a rule puts loads. */
export function casesOfRule(rule: LoadRule): string[] {
  if ('case' in rule) return [rule.case];
  return rule.type === 'train' ? rule.cases : rule.cases.map((one) => one.case);
}

export type RecordIds = Partial<Record<TableName, Set<string>>>;

/** What has to go with the records named: a node's members, slabs and walls, a member's and a case's loads, a plane's views, what rests on a modal analysis. */
export function dependents(model: Model, table: TableName, ids: readonly string[]): RecordIds {
  const gone: RecordIds = { [table]: new Set(ids) };
  const take = (name: TableName, id: string) => (gone[name] ??= new Set()).add(id);
  if (gone.nodes) {
    for (const member of Object.values(model.members))
      if (gone.nodes.has(member.start) || gone.nodes.has(member.end)) take('members', member.id);
  }
  for (const load of Object.values(model.loads)) {
    const target = loadTarget(load);
    if (
      gone.cases?.has(load.case) ||
      (target !== undefined && (gone.nodes?.has(target) || gone.members?.has(target))) ||
      (load.type === 'area' && losesPlace(model, load, gone))
    )
      take('loads', load.id);
  }
  for (const rule of Object.values(model.loadRules)) {
    const left =
      rule.type === 'train'
        ? rule.path.filter((id) => !gone.members?.has(id))
        : rule.type === 'notional'
          ? rule.gravity.filter((one) => !gone.cases?.has(one.case))
          : [1];
    const cases = casesOfRule(rule).filter((id) => !gone.cases?.has(id));
    if (
      left.length === 0 ||
      cases.length < (rule.type === 'train' ? 2 : 1) ||
      (rule.type === 'pattern' && gone.cases?.has(rule.source))
    )
      take('loadRules', rule.id);
  }
  if (gone.nodes) {
    const leaves = (ids: readonly string[]) => ids.some((id) => gone.nodes!.has(id));
    for (const slab of Object.values(model.slabs))
      if (!cornersLeft(model, slab.corners, gone.nodes)) take('slabs', slab.id);
    for (const wall of Object.values(model.walls))
      if (!cornersLeft(model, wall.corners, gone.nodes)) take('walls', wall.id);
    for (const line of Object.values(model.lineSupports))
      if (leaves([line.start, line.end])) take('lineSupports', line.id);
    for (const head of Object.values(model.columnHeads)) if (leaves([head.node])) take('columnHeads', head.id);
  }
  // slabs and walls may have gone with their nodes by now
  for (const load of Object.values(model.loads))
    if (load.type === 'area' && losesPlace(model, load, gone)) take('loads', load.id);
  for (const { id, plane } of Object.values(model.views)) {
    if (
      plane.kind === 'plan'
        ? gone.storeys?.has(plane.storey)
        : plane.kind === 'elevation'
          ? gone.gridLines?.has(plane.gridLine)
          : plane.kind === 'plane' && gone.planes?.has(plane.plane)
    )
      take('views', id);
  }
  for (const analysis of Object.values(model.analyses))
    if ('modal' in analysis && gone.analyses?.has(analysis.modal)) take('analyses', analysis.id);
  return gone;
}

/** The corners of an outline that stay when nodes go; undefined when those left enclose nothing. */
export function cornersLeft(model: Model, corners: readonly string[], gone: ReadonlySet<string>): string[] | undefined {
  const left = corners.filter((id) => !gone.has(id));
  if (left.length === corners.length) return left;
  return left.length >= 3 && planeOf(left.map((id) => model.nodes[id].position)) ? left : undefined;
}

/** Whether nothing is left of an area load's outline, or its whole place goes. An opening that goes leaves the area. */
function losesPlace(model: Model, { region }: AreaLoad, gone: RecordIds): boolean {
  if (region.kind === 'nodes') return gone.nodes !== undefined && !cornersLeft(model, region.corners, gone.nodes);
  if (region.kind === 'storey') return gone.storeys?.has(region.storey) ?? false;
  return (
    region.kind === 'panels' &&
    region.slabs.every((id) => gone.slabs?.has(id)) &&
    region.walls.every((id) => gone.walls?.has(id))
  );
}

/** The fields of an outline that keeps its other corners when nodes go, openings that enclose nothing any more left out; undefined when it is not touched. */
function outlineLeft(
  model: Model,
  outline: Pick<Slab, 'corners' | 'openings'>,
  gone: ReadonlySet<string> | undefined,
): Partial<Pick<Slab, 'corners' | 'openings'>> | undefined {
  if (!gone || !panelNodes(outline).some((id) => gone.has(id))) return undefined;
  return {
    corners: cornersLeft(model, outline.corners, gone)!,
    ...(outline.openings
      ? {
          openings: outline.openings.flatMap((opening) => {
            const left = cornersLeft(model, opening, gone);
            return left ? [left] : [];
          }),
        }
      : {}),
  };
}

/** A record that stays, without what it says of records that go: the fields to set, by table. */
export function withoutReferences(
  model: Model,
  gone: RecordIds,
): { table: TableName; id: string; fields: Record<string, unknown> }[] {
  const changed: { table: TableName; id: string; fields: Record<string, unknown> }[] = [];
  const stays = (table: TableName, id: string) => !gone[table]?.has(id);
  const keptFactors = <T extends { case: string }>(factors: readonly T[]) =>
    factors.filter((factor) => stays('cases', factor.case));
  for (const load of Object.values(model.loads)) {
    if (load.type !== 'area' || !stays('loads', load.id)) continue;
    const { region } = load;
    const outline = region.kind === 'nodes' ? outlineLeft(model, region, gone.nodes) : undefined;
    if (outline) changed.push({ table: 'loads', id: load.id, fields: { region: { ...region, ...outline } } });
    if (
      region.kind === 'panels' &&
      (region.slabs.some((id) => !stays('slabs', id)) || region.walls.some((id) => !stays('walls', id)))
    )
      changed.push({
        table: 'loads',
        id: load.id,
        fields: {
          region: {
            ...region,
            slabs: region.slabs.filter((id) => stays('slabs', id)),
            walls: region.walls.filter((id) => stays('walls', id)),
          },
        },
      });
  }
  for (const rule of Object.values(model.loadRules)) {
    if (!stays('loadRules', rule.id)) continue;
    const fields: Record<string, unknown> = {};
    if ('cases' in rule && casesOfRule(rule).some((id) => !stays('cases', id)))
      fields.cases =
        rule.type === 'train'
          ? rule.cases.filter((id) => stays('cases', id))
          : rule.cases.filter((one) => stays('cases', one.case));
    if (rule.type === 'notional' && keptFactors(rule.gravity).length < rule.gravity.length)
      fields.gravity = keptFactors(rule.gravity);
    if (rule.type === 'train' && rule.path.some((id) => !stays('members', id)))
      fields.path = rule.path.filter((id) => stays('members', id));
    if (Object.keys(fields).length > 0) changed.push({ table: 'loadRules', id: rule.id, fields });
  }
  for (const { id, cases, combinations } of Object.values(model.envelopes)) {
    if (!stays('envelopes', id)) continue;
    if (cases.some((one) => !stays('cases', one)))
      changed.push({ table: 'envelopes', id, fields: { cases: cases.filter((one) => stays('cases', one)) } });
    if (combinations.some((one) => !stays('combinations', one)))
      changed.push({
        table: 'envelopes',
        id,
        fields: { combinations: combinations.filter((one) => stays('combinations', one)) },
      });
  }
  for (const { id, parts = [] } of Object.values(model.combinations)) {
    if (stays('combinations', id) && parts.some((part) => !stays('combinations', part.combination)))
      changed.push({
        table: 'combinations',
        id,
        fields: { parts: parts.filter((part) => stays('combinations', part.combination)) },
      });
  }
  for (const { id, factors, stiffnessSet } of Object.values(model.combinations)) {
    if (!stays('combinations', id)) continue;
    const kept = keptFactors(factors);
    if (kept.length < factors.length) changed.push({ table: 'combinations', id, fields: { factors: kept } });
    if (stiffnessSet && !stays('stiffnessSets', stiffnessSet))
      changed.push({ table: 'combinations', id, fields: { stiffnessSet: undefined } });
  }
  for (const { id, nodes } of Object.values(model.diaphragms)) {
    const kept = nodes.filter((node) => stays('nodes', node));
    if (kept.length < nodes.length && stays('diaphragms', id))
      changed.push({ table: 'diaphragms', id, fields: { nodes: kept } });
  }
  for (const { id, members, nodes = [] } of Object.values(model.groups)) {
    if (!stays('groups', id)) continue;
    const [kept, keptNodes] = [
      members.filter((member) => stays('members', member)),
      nodes.filter((node) => stays('nodes', node)),
    ];
    if (kept.length < members.length) changed.push({ table: 'groups', id, fields: { members: kept } });
    if (keptNodes.length < nodes.length) changed.push({ table: 'groups', id, fields: { nodes: keptNodes } });
  }
  for (const table of ['slabs', 'walls'] as const) {
    for (const panel of Object.values(model[table])) {
      const { id, material } = panel;
      if (!stays(table, id)) continue;
      if (material && !stays('materials', material)) changed.push({ table, id, fields: { material: null } });
      const outline = outlineLeft(model, panel, gone.nodes);
      if (outline) changed.push({ table, id, fields: outline });
    }
  }
  for (const { id, isolated, hidden } of Object.values(model.views)) {
    if (!stays('views', id)) continue;
    const kept = hidden.filter((member) => stays('members', member));
    const alone = isolated?.filter((member) => stays('members', member)) ?? null;
    if (kept.length < hidden.length) changed.push({ table: 'views', id, fields: { hidden: kept } });
    if (isolated && alone!.length < isolated.length) changed.push({ table: 'views', id, fields: { isolated: alone } });
  }
  for (const analysis of Object.values(model.analyses)) {
    if (!stays('analyses', analysis.id)) continue;
    if (analysis.type === 'buckling' && keptFactors(analysis.factors).length < analysis.factors.length)
      changed.push({ table: 'analyses', id: analysis.id, fields: { factors: keptFactors(analysis.factors) } });
    if (analysis.type === 'modal' && keptFactors(analysis.masses).length < analysis.masses.length)
      changed.push({ table: 'analyses', id: analysis.id, fields: { masses: keptFactors(analysis.masses) } });
    if (analysis.type === 'modal' && analysis.storeyWeights?.some(({ storey }) => !stays('storeys', storey)))
      changed.push({
        table: 'analyses',
        id: analysis.id,
        fields: { storeyWeights: analysis.storeyWeights.filter(({ storey }) => stays('storeys', storey)) },
      });
    if ('stiffnessSet' in analysis && analysis.stiffnessSet && !stays('stiffnessSets', analysis.stiffnessSet))
      changed.push({ table: 'analyses', id: analysis.id, fields: { stiffnessSet: undefined } });
  }
  return changed;
}
