import { count, formatQuantity } from '../units';
import {
  distance,
  inOrder,
  isDirect,
  isOnFloor,
  isSpread,
  memberAxis,
  memberEnds,
  panelNodes,
  samePoint,
  tableWords,
  type AreaLoad,
  type Edit,
  type LineLoad,
  type Load,
  type Member,
  type Model,
  type Node,
  type Vector,
} from '../model';
import { NodeFinder } from './node-finder';
import { refuse, type Plan, type PreviewLine } from './plan';
import { carriedFloorLoad, copiedFloorLoad } from './floor-loads';
import { cornersOf, movedAcross, standsOn } from './moved-areas';
import { LyingCopies, nodesUnderAll, turnedFields, type LyingRecord } from './lying';
import { RecordCollector } from './records';
import { moved, movedLoad, movedMember, movedSupport, type Movement } from './transform';

/** What is copied or moved: members with their nodes, nodes by themselves, and what lies on nodes or in places of its own. */
export interface Chosen {
  readonly members: readonly string[];
  readonly nodes: readonly string[];
  readonly lying?: readonly LyingRecord[];
}

export interface CopyOptions {
  /** whether loads on what is copied come along */
  readonly loads: boolean;
  /** whether supports come along */
  readonly supports: boolean;
}

/** Every node that goes with what is chosen. */
export function nodesOf(model: Model, { members, nodes, lying = [] }: Chosen): string[] {
  return [
    ...new Set([
      ...members.flatMap((id) => [model.members[id].start, model.members[id].end]),
      ...nodes,
      ...nodesUnderAll(model, lying),
    ]),
  ];
}

const isEmpty = ({ members, nodes, lying = [] }: Chosen): boolean => members.length + nodes.length + lying.length === 0;

/**
 * Copies what is chosen by each of several movements. Copies join nodes that are there; a member that would lie between two nodes
 * that are joined already is left out and counted.
 * @param verb what the history says: "Copied", "Mirrored" …
 */
export function copyPlan(
  model: Model,
  chosen: Chosen,
  movements: readonly Movement[],
  { loads, supports }: CopyOptions,
  verb = 'Copied',
): Plan {
  if (isEmpty(chosen)) return refuse('Nothing is selected. Select the members to copy first.');
  if (movements.length === 0) return refuse('Say where the copies shall go.');
  const collector = new RecordCollector(model);
  const finder = new NodeFinder(model, collector);
  const joined = new Set(Object.values(model.members).map((member) => [member.start, member.end].sort().join(' ')));
  const members: Member[] = [];
  const newLoads: Load[] = [];
  const others = new LyingCopies(model, collector);
  const preview: PreviewLine[] = [];
  let present = 0;
  for (const movement of movements) {
    const target = new Map<string, string>();
    for (const id of nodesOf(model, chosen)) {
      const node = model.nodes[id];
      const before = finder.made.length;
      const copy = finder.at(moved(movement, node.position));
      target.set(id, copy);
      if (finder.made.length > before)
        Object.assign(finder.made[finder.made.length - 1], {
          ...(supports ? movedSupport(node, movement) : {}),
          ...(node.mass === undefined ? {} : { mass: node.mass }),
        });
    }
    const copies = new Map<string, string>();
    for (const id of chosen.members) {
      const member = model.members[id];
      const ends = memberEnds(model, member)!;
      if (distance(ends.start.position, ends.end.position) < samePoint) continue;
      const fields = movedMember(member, { start: ends.start.position, end: ends.end.position }, movement);
      const copy: Member = {
        ...fields,
        id: collector.nextId('members'),
        start: target.get(fields.start)!,
        end: target.get(fields.end)!,
      };
      const pair = [copy.start, copy.end].sort().join(' ');
      if (joined.has(pair)) {
        present++;
        continue;
      }
      joined.add(pair);
      delete copy.label;
      members.push(copy);
      copies.set(id, copy.id);
      preview.push([moved(movement, ends.start.position), moved(movement, ends.end.position)]);
    }
    const panels = new Map<string, string>();
    for (const one of chosen.lying ?? []) {
      const copy = others.copy(one, (node) => target.get(node)!, movement);
      if (copy !== undefined && copy !== one.id) panels.set(one.id, copy);
    }
    if (loads)
      newLoads.push(
        ...copiedLoads(model, { members: copies, nodes: target, panels }, movement).map((load) => ({
          ...load,
          id: collector.nextId('loads'),
        })),
      );
  }
  const beside = others.records;
  const tables = Object.keys(beside) as (keyof typeof beside)[];
  if (members.length === 0 && finder.made.length === 0 && tables.length === 0)
    return refuse('Everything is there already: the copies would fall on members that exist.');
  const records = {
    ...(finder.made.length > 0 ? { nodes: finder.made } : {}),
    ...(members.length > 0 ? { members } : {}),
    ...(newLoads.length > 0 ? { loads: newLoads } : {}),
    ...beside,
  };
  const madeWords = tables.map((table) => count(beside[table]!.length, tableWords[table].noun));
  const words = [
    count(members.length, 'member'),
    count(finder.made.length, 'node'),
    ...madeWords,
    ...(newLoads.length > 0 ? [count(newLoads.length, 'load')] : []),
    ...(present > 0 ? [`${present} left out, there already`] : []),
  ].join(', ');
  return {
    ok: true,
    act: {
      edits: [{ kind: 'add', records }],
      sentence: `${verb} ${describe(chosen)}: ${[...(members.length > 0 || tables.length === 0 ? [count(members.length, 'member')] : []), ...madeWords].join(', ')} made`,
    },
    words,
    preview,
    made: members.map((member) => member.id),
  };
}

function describe({ members, nodes, lying = [] }: Chosen): string {
  const nouns = new Map<string, number>();
  for (const { table } of lying) nouns.set(tableWords[table].noun, (nouns.get(tableWords[table].noun) ?? 0) + 1);
  const parts = [
    ...(members.length > 0 ? [count(members.length, 'member')] : []),
    ...[...nouns].map(([noun, size]) => count(size, noun)),
  ];
  return parts.length > 0 ? parts.join(', ') : count(nodes.length, 'node');
}

/** Loads on members and nodes that were copied, on their copies. Loads of a node that is shared with others come along with it. */
function copiedLoads(
  model: Model,
  { members, nodes, panels }: Readonly<Record<'members' | 'nodes' | 'panels', ReadonlyMap<string, string>>>,
  movement: Movement,
): Load[] {
  const places = [...nodes].flatMap(([from, to]) => (from === to ? [] : [model.nodes[from].position]));
  return inOrder(model.loads).flatMap((load): Load[] => {
    if ('node' in load) {
      const node = nodes.get(load.node);
      return node && node !== load.node
        ? movedLoad(load, movement, undefined, model.nodes[load.node]).map((one) => ({ ...one, node }) as Load)
        : [];
    }
    if (load.type === 'area' && load.region.kind === 'panels') return copiedOnPanels(model, load, panels, movement);
    if (isOnFloor(load)) return copiedFloorLoad(model, load, panels, movement);
    if (!isDirect(load)) return copiedAcross(model, load, nodes, places, movement);
    const member = members.get(load.member);
    return member
      ? movedLoad(load, movement, spanOf(model, model.members[load.member]), undefined).map(
          (one) => ({ ...one, member }) as Load,
        )
      : [];
  });
}

/** A load on slabs and walls, on the copies of those of them that were copied. */
function copiedOnPanels(
  model: Model,
  load: AreaLoad,
  panels: ReadonlyMap<string, string>,
  movement: Movement,
): AreaLoad[] {
  if (load.region.kind !== 'panels') return [];
  const to = (ids: readonly string[]) => ids.flatMap((id) => panels.get(id) ?? []);
  const [slabs, walls] = [to(load.region.slabs), to(load.region.walls)];
  const first = [...load.region.slabs.map((id) => model.slabs[id]), ...load.region.walls.map((id) => model.walls[id])]
    .filter(({ id }) => panels.has(id))
    .at(0);
  if (!first) return [];
  const outline = first.corners.map((id) => model.nodes[id].position);
  const copy = movedAcross(model, load, movement, outline);
  return copy ? [{ ...copy, region: { kind: 'panels', slabs, walls } }] : [];
}

/** An area or line load all of whose corners lie at nodes that were copied comes along with them; one of any other place stays alone where it is. */
function copiedAcross(
  model: Model,
  load: AreaLoad | LineLoad,
  nodes: ReadonlyMap<string, string>,
  places: readonly Vector[],
  movement: Movement,
): Load[] {
  if (!standsOn(cornersOf(model, load), places)) return [];
  const copy = movedAcross(model, load, movement);
  if (!copy) return [];
  if (copy.type === 'line' || copy.region.kind !== 'nodes') return [copy];
  const { region } = copy;
  const to = (ids: readonly string[]) => ids.map((id) => nodes.get(id) ?? id);
  return panelNodes(region).every((id) => nodes.has(id))
    ? [
        {
          ...copy,
          region: {
            ...region,
            corners: to(region.corners),
            ...(region.openings ? { openings: region.openings.map(to) } : {}),
          },
        },
      ]
    : [];
}

function spanOf(model: Model, member: Member): { length: number; along: Vector } {
  const axis = memberAxis(model, member);
  return { length: axis?.length ?? 0, along: axis?.axes.x ?? [1, 0, 0] };
}

/**
 * Moves what is chosen itself: its nodes go, and members that are not chosen but share them are stretched. Orientations, supports and
 * loads go along.
 */
export function movePlan(model: Model, chosen: Chosen, movement: Movement, verb = 'Moved'): Plan {
  if (isEmpty(chosen)) return refuse('Nothing is selected. Select what to move first.');
  const ids = nodesOf(model, chosen);
  const wanted = new Set(ids);
  const others = new NodeFinder(
    { ...model, nodes: Object.fromEntries(Object.entries(model.nodes).filter(([id]) => !wanted.has(id))) },
    new RecordCollector(model),
  );
  for (const id of ids) {
    const there = others.find(moved(movement, model.nodes[id].position));
    if (there) return refuse(`Node ${id} would fall on node ${there.id}. Move it elsewhere, or merge the two nodes.`);
  }
  const rotates = !movement.matrix.every((row, i) => row[i] === 1);
  const nodeFields = (node: Node): Record<string, unknown> => ({
    position: moved(movement, node.position),
    ...(rotates && (node.support || node.springs)
      ? { support: null, springs: null, supportAngles: null, ...movedSupport(node, movement) }
      : {}),
  });
  const edits: Edit[] =
    ids.length > 0
      ? [{ kind: 'change', table: 'nodes', changes: ids.map((id) => ({ id, fields: nodeFields(model.nodes[id]) })) }]
      : [];
  for (const { table, id } of chosen.lying ?? []) {
    const fields = turnedFields(table, model[table][id], movement);
    if (Object.keys(fields).length > 0) edits.push({ kind: 'change', table, changes: [{ id, fields }] });
  }
  const preview: PreviewLine[] = [];
  const going = new Set(chosen.members);
  for (const member of Object.values(model.members)) {
    const ends = memberEnds(model, member);
    if (!ends || !(wanted.has(member.start) || wanted.has(member.end))) continue;
    const place = (node: Node) => (wanted.has(node.id) ? moved(movement, node.position) : node.position);
    preview.push([place(ends.start), place(ends.end)]);
  }
  if (rotates) {
    const changes = chosen.members
      .map((id) => {
        const member = model.members[id];
        const ends = memberEnds(model, member)!;
        const fields = movedMember(member, { start: ends.start.position, end: ends.end.position }, movement);
        const optional = [
          'startConnection',
          'endConnection',
          'startOffset',
          'endOffset',
          'startRigid',
          'endRigid',
        ] as const;
        const cleared = Object.fromEntries(
          optional
            .filter((field) => member[field] !== undefined && fields[field] === undefined)
            .map((field) => [field, null]),
        );
        const changed = Object.fromEntries(
          Object.entries(fields).filter(
            ([field, value]) => JSON.stringify(value) !== JSON.stringify(member[field as keyof Member]),
          ),
        );
        return { id, fields: { ...cleared, ...changed } };
      })
      .filter((change) => Object.keys(change.fields).length > 0);
    if (changes.length > 0) edits.push({ kind: 'change', table: 'members', changes });
    edits.push(...turnedLoads(model, going, wanted, movement));
  }
  edits.push(...carriedAcross(model, ids, movement));
  return {
    ok: true,
    act: { edits, sentence: `${verb} ${describe(chosen)}` },
    words:
      ids.length === 0
        ? describe(chosen)
        : `${count(ids.length, 'node')} and ${count(preview.length, 'member')} that ${preview.length === 1 ? 'hangs' : 'hang'} on ${ids.length === 1 ? 'it' : 'them'}`,
    preview,
    made: [...chosen.members],
  };
}

/** Areas and lines all of whose corners lie at nodes that go, taken along. */
function carriedAcross(model: Model, ids: readonly string[], movement: Movement): Edit[] {
  const places = ids.map((id) => model.nodes[id].position);
  const going = new Set(ids);
  const changes = inOrder(model.loads).flatMap((load): { id: string; fields: Record<string, unknown> }[] => {
    const after = isOnFloor(load)
      ? carriedFloorLoad(model, load, going, movement)
      : isSpread(load) && standsOn(cornersOf(model, load), places)
        ? movedAcross(model, load, movement)
        : undefined;
    if (!after) return [];
    const { id, ...fields } = after;
    const changed = Object.entries(fields).filter(
      ([field, value]) => JSON.stringify(value) !== JSON.stringify(load[field as keyof typeof load]),
    );
    return changed.length > 0 ? [{ id, fields: Object.fromEntries(changed) }] : [];
  });
  return changes.length > 0 ? [{ kind: 'change', table: 'loads', changes }] : [];
}

/** Loads of what was turned, turned along. */
function turnedLoads(
  model: Model,
  members: ReadonlySet<string>,
  nodes: ReadonlySet<string>,
  movement: Movement,
): Edit[] {
  const changes: { id: string; fields: Record<string, unknown> }[] = [];
  const added: Load[] = [];
  const { nextId } = new RecordCollector(model);
  for (const load of inOrder(model.loads)) {
    const turned =
      'node' in load
        ? nodes.has(load.node)
          ? movedLoad(load, movement, undefined, model.nodes[load.node])
          : []
        : isDirect(load) && members.has(load.member)
          ? movedLoad(load, movement, spanOf(model, model.members[load.member]), undefined)
          : [];
    if (turned.length === 0) continue;
    const [{ id, ...first }, ...more] = turned;
    const gone =
      'projected' in load && load.projected !== undefined && !('projected' in first) ? { projected: null } : {};
    changes.push({ id, fields: { ...first, ...gone } });
    added.push(...more.map((one) => ({ ...one, id: nextId('loads') })));
  }
  return [
    ...(changes.length > 0 ? [{ kind: 'change' as const, table: 'loads' as const, changes }] : []),
    ...(added.length > 0 ? [{ kind: 'add' as const, records: { loads: added } }] : []),
  ];
}

/** "by (3, 0, 0) m" in the project's units. */
export const byWords = (by: Vector, units: Model['settings']['units']): string =>
  `by ${by.map((part) => formatQuantity(part, 'length', units)).join(', ')}`;
