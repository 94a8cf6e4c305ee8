import { count, formatQuantity } from '../units';
import {
  applyAct,
  distance,
  inOrder,
  isDirect,
  isOnFloor,
  memberEnds,
  onLevel,
  panelNodes,
  storeysUpward,
  tableWords,
  type Edit,
  type Load,
  type Member,
  type Model,
  type Storey,
  type TableName,
  type Vector,
} from '../model';
import { divideEdits, gathered } from './divide';
import { Draft } from './draft';
import { nodesOf } from './copies';
import { NodeFinder } from './node-finder';
import { copiedFloorLoad } from './floor-loads';
import { cornersOf, movedAcross } from './moved-areas';
import { refuse, type Plan, type PreviewLine } from './plan';
import { RecordCollector } from './records';
import { LyingCopies, lyingOnStorey, nodesUnderAll } from './lying';
import { translation } from './transform';

/** Lines of members as they would be with some nodes elsewhere. */
function previewOf(model: Model, placed: ReadonlyMap<string, Vector>): PreviewLine[] {
  return Object.values(model.members).flatMap((member): PreviewLine[] => {
    if (!placed.has(member.start) && !placed.has(member.end)) return [];
    const at = (id: string) => placed.get(id) ?? model.nodes[id].position;
    return [[at(member.start), at(member.end)]];
  });
}

const lift = ([x, y, z]: Vector, by: number): [number, number, number] => [x, y, Math.round((z + by) * 1e9) / 1e9];

/** What moves with a storey's level: what lies at it, everything above it too, or nothing but the mark. */
export type MovesAlong = 'storey' | 'above' | 'mark';

/** Sets a storey's elevation (m) and moves along what is asked for; what rises to a moved level gets longer or shorter. */
export function reheightStoreyPlan(model: Model, id: string, elevation: number, moves: MovesAlong): Plan {
  const storey = model.storeys[id];
  const by = elevation - storey.elevation;
  if (Math.abs(by) < 1e-9) return refuse(`${storey.label} stands there already.`);
  const { units } = model.settings;
  const upward = storeysUpward(model);
  const below = upward.filter((one) => one.elevation < storey.elevation - onLevel).at(-1);
  const above = upward.find((one) => one.elevation > storey.elevation + onLevel);
  if (moves !== 'mark' && below && elevation <= below.elevation + onLevel)
    return refuse(
      `${storey.label} would come down to ${below.label}. Give it more than ${formatQuantity(below.elevation, 'length', units)}.`,
    );
  if (moves === 'storey' && above && elevation >= above.elevation - onLevel)
    return refuse(
      `${storey.label} would come up to ${above.label} at ${formatQuantity(above.elevation, 'length', units)}. Let what is above move along, or give it less.`,
    );
  const storeys = moves === 'above' ? upward.filter((one) => one.elevation > storey.elevation - 1e-9) : [storey];
  const nodes =
    moves === 'mark'
      ? []
      : Object.values(model.nodes).filter((node) =>
          moves === 'above'
            ? node.position[2] > storey.elevation - onLevel
            : Math.abs(node.position[2] - storey.elevation) < onLevel,
        );
  const placed = new Map(nodes.map((node) => [node.id, lift(node.position, by) as Vector]));
  const edits: Edit[] = [
    {
      kind: 'change',
      table: 'storeys',
      changes: storeys.map((one) => ({ id: one.id, fields: { elevation: one.elevation + by } })),
    },
    ...(nodes.length > 0
      ? [
          {
            kind: 'change' as const,
            table: 'nodes' as const,
            changes: nodes.map((node) => ({ id: node.id, fields: { position: placed.get(node.id) } })),
          },
        ]
      : []),
  ];
  const way = `${by > 0 ? 'up' : 'down'} by ${formatQuantity(Math.abs(by), 'length', units)}`;
  const words =
    moves === 'mark'
      ? `only the mark of ${storey.label} moves ${way}; the frame stays where it is`
      : moves === 'above'
        ? `${count(storeys.length, 'storey')} and ${count(nodes.length, 'node')} move ${way}: ${storey.label} and everything above it`
        : `${count(nodes.length, 'node')} of ${storey.label} move ${way}${above ? `; what is above stays, and ${above.label} is then ${formatQuantity(above.elevation - elevation, 'length', units)} above it` : ''}`;
  return {
    ok: true,
    act: {
      edits,
      sentence: `Set ${storey.label} to ${formatQuantity(elevation, 'length', units)}${nodes.length > 0 ? ` with ${count(nodes.length, 'node')}` : ''}`,
    },
    words,
    preview: previewOf(model, placed),
    made: [],
  };
}

/** Inserts a storey above another (m): everything above moves up by its height, and what rises through the new level is divided there. */
export function insertStoreyPlan(model: Model, aboveId: string, height: number, label: string): Plan {
  const base = model.storeys[aboveId];
  if (!(height > 0.1)) return refuse('A storey needs a height of more than 0.1 m.');
  if (Object.values(model.storeys).some((storey) => storey.label === label.trim()))
    return refuse(`There is a storey “${label}” already. Give it another name.`);
  const level = base.elevation + height;
  const higher = Object.values(model.storeys).filter((storey) => storey.elevation > base.elevation + onLevel);
  const nodes = Object.values(model.nodes).filter((node) => node.position[2] > base.elevation + onLevel);
  const placed = new Map(nodes.map((node) => [node.id, lift(node.position, height) as Vector]));
  const collector = new RecordCollector(model);
  const edits: Edit[] = [];
  if (higher.length > 0)
    edits.push({
      kind: 'change',
      table: 'storeys',
      changes: higher.map((one) => ({ id: one.id, fields: { elevation: one.elevation + height } })),
    });
  edits.push({
    kind: 'add',
    records: { storeys: [{ id: collector.nextId('storeys'), label: label.trim(), elevation: level }] },
  });
  if (nodes.length > 0)
    edits.push({
      kind: 'change',
      table: 'nodes',
      changes: nodes.map((node) => ({ id: node.id, fields: { position: placed.get(node.id) } })),
    });
  const raised = applyAct(model, { edits });
  if (!raised.ok) return refuse(raised.error);
  const cut = divideAtLevel(raised.model, level, collector);
  return {
    ok: true,
    act: { edits: [...edits, ...cut.edits], sentence: `Inserted ${label.trim()} above ${base.label}` },
    words: `${count(nodes.length, 'node')} and ${count(higher.length, 'storey')} move up by ${formatQuantity(height, 'length', model.settings.units)}; ${count(cut.divided, 'column')} divided at the new level`,
    preview: previewOf(model, placed),
    made: [],
  };
}

function divideAtLevel(model: Model, level: number, collector: RecordCollector): { edits: Edit[]; divided: number } {
  const finder = new NodeFinder(model, collector);
  const through = Object.values(model.members).flatMap((member) => {
    const ends = memberEnds(model, member);
    if (!ends || member.role !== 'column') return [];
    const [a, b] = [ends.start.position, ends.end.position];
    if (Math.min(a[2], b[2]) > level - onLevel || Math.max(a[2], b[2]) < level + onLevel) return [];
    const share = (level - a[2]) / (b[2] - a[2]);
    return [{ member, node: finder.at([a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share, level]) }];
  });
  if (through.length === 0) return { edits: [], divided: 0 };
  const first: Edit[] = finder.made.length > 0 ? [{ kind: 'add', records: { nodes: finder.made } }] : [];
  const begun = applyAct(model, { edits: first });
  if (!begun.ok) throw new Error(begun.error);
  // one after the other: groups and lines of several columns take the pieces of all
  let current = begun.model;
  const edits = through.flatMap(({ member, node }) => {
    const divided = divideEdits(current, current.members[member.id], [node], collector.nextId);
    const next = applyAct(current, { edits: divided.edits });
    if (!next.ok) throw new Error(`A member cannot be divided: ${next.error}`);
    current = next.model;
    return divided.edits;
  });
  return { edits: [...first, ...gathered(edits)], divided: through.length };
}

/** Members that make up a storey: those at its level, and those that rise to it from the storey below. */
export function storeyMembers(model: Model, id: string): string[] {
  const { elevation } = model.storeys[id];
  const below =
    storeysUpward(model)
      .filter((one) => one.elevation < elevation - onLevel)
      .at(-1)?.elevation ?? -Infinity;
  return inOrder(model.members)
    .filter((member) => {
      const ends = memberEnds(model, member);
      if (!ends) return false;
      const [low, high] = [ends.start.position[2], ends.end.position[2]].sort((a, b) => a - b);
      return low > below - onLevel && high > below + onLevel && high < elevation + onLevel;
    })
    .map((member) => member.id);
}

/**
 * Copies a storey — what lies at its level and what rises to it: members, slabs, walls, rigid floors, line supports, column heads, masses — to
 * other storeys. Between the level below and its own, heights are stretched to the target's storey height. Loads come along when asked for,
 * those of members at the same shares of them.
 */
export function copyStoreyPlan(model: Model, fromId: string, toIds: readonly string[], loads: boolean): Plan {
  const upward = storeysUpward(model);
  const levelBelow = (elevation: number) =>
    upward.filter((one) => one.elevation < elevation - onLevel).at(-1)?.elevation;
  const source = model.storeys[fromId];
  const targets = toIds.filter((id) => id !== fromId);
  const members = storeyMembers(model, fromId);
  if (targets.length === 0) return refuse('Choose one or more other storeys to copy to.');
  const sourceBelow = levelBelow(source.elevation);
  const records = lyingOnStorey(model, source, sourceBelow ?? -Infinity);
  const standing = nodesUnderAll(model, records);
  const stands = new Set(standing);
  if (members.length === 0 && standing.length === 0) return refuse(`There is nothing on ${source.label} to copy.`);
  const draft = new Draft(model);
  const newLoads: { from: string; pair: string }[] = [];
  const newAreas: Load[] = [];
  const more = new LyingCopies(model, draft.collector);
  const floors = records.filter(({ table }) => table === 'diaphragms').length;
  for (const id of targets) {
    const target = model.storeys[id];
    const targetBelow = levelBelow(target.elevation);
    const stretch =
      sourceBelow !== undefined && targetBelow !== undefined
        ? (target.elevation - targetBelow) / (source.elevation - sourceBelow)
        : 1;
    const raise = ([x, y, z]: Vector): Vector => [
      x,
      y,
      Math.round((target.elevation + (z - source.elevation) * stretch) * 1e9) / 1e9,
    ];
    const place = new Map(
      nodesOf(model, { members, nodes: standing }).map((node) => [node, draft.node(raise(model.nodes[node].position))]),
    );
    for (const node of [...standing, ...place.keys()]) {
      const { mass, position } = model.nodes[node];
      const upper = Math.abs(position[2] - source.elevation) < onLevel;
      if (stands.has(node) || (upper && mass !== undefined))
        draft.keep(place.get(node)!, upper && mass !== undefined ? { mass } : {});
    }
    const panels = new Map<string, string>();
    let floor = 0;
    for (const one of records) {
      const name = one.table === 'diaphragms' && floors > 1 ? `${target.label} ${++floor}` : target.label;
      const copy = more.copy(one, (node) => place.get(node)!, undefined, name);
      if (copy !== undefined) panels.set(one.id, copy);
    }
    for (const member of members) {
      const { id: _id, start, end, label: _label, ...fields } = model.members[member];
      draft.member(place.get(start)!, place.get(end)!, fields);
      newLoads.push({ from: member, pair: [place.get(start)!, place.get(end)!].join(' ') });
    }
    if (loads) newAreas.push(...copiedFloor(model, source, target, place, panels));
  }
  const drawn = draft.finish(() => `Copied ${source.label}`);
  const added = more.records;
  const tables = Object.keys(added) as TableName[];
  if (!drawn.act && tables.length === 0) return refuse('Everything is there already.');
  const places = targets.map((id) => model.storeys[id].label).join(', ');
  const floorWords = tables.map((table) => count(added[table]!.length, tableWords[table].noun));
  const byPair = new Map(drawn.made.map((member) => [`${member.start} ${member.end}`, member]));
  let left = 0;
  const copies: Load[] = [];
  for (const { from, pair } of loads ? newLoads : []) {
    const own = Object.values(model.loads).filter((load) => 'member' in load && load.member === from);
    const copy = byPair.get(pair);
    if (!copy) left += own.length;
    else
      copies.push(
        ...own.map(
          (load) =>
            ({ ...stretched(load, ratioOf(copy, from)), id: draft.collector.nextId('loads'), member: copy.id }) as Load,
        ),
      );
  }
  copies.push(...newAreas.map((load) => ({ ...load, id: draft.collector.nextId('loads') })));
  const edits: Edit[] = [
    ...(drawn.act?.edits ?? []),
    ...(tables.length > 0 ? [{ kind: 'add' as const, records: added }] : []),
    ...(copies.length > 0 ? [{ kind: 'add' as const, records: { loads: copies } }] : []),
  ];
  const words = [
    `${count(drawn.made.length, 'member')} on ${count(targets.length, 'storey')}`,
    ...floorWords,
    ...(copies.length > 0 ? [count(copies.length, 'load')] : []),
    ...(left > 0 ? [`${count(left, 'load')} left out, whose members are there already or are divided there`] : []),
  ].join(', ');
  return {
    ok: true,
    act: {
      edits,
      sentence: `Copied ${source.label} to ${places}: ${[count(drawn.made.length, 'member'), ...floorWords].join(', ')}`,
    },
    words,
    preview: drawn.lines,
    made: drawn.made.map((member) => member.id),
  };

  /** Length of a copy over that of its original. */
  function ratioOf(copy: Member, from: string): number {
    const original = memberEnds(model, model.members[from])!;
    const line = drawn.lines[drawn.made.indexOf(copy)];
    return distance(...line) / distance(original.start.position, original.end.position);
  }
}

/** A load at the same shares of a member that is longer or shorter. */
function stretched(load: Load, ratio: number): Load {
  if (Math.abs(ratio - 1) < 1e-9) return load;
  if (load.type === 'point' || load.type === 'moment') return { ...load, at: load.at * ratio };
  return load.type === 'uniform' || load.type === 'trapezoid'
    ? { ...load, from: load.from * ratio, to: load.to === null ? null : load.to * ratio }
    : load;
}

/** Loads on the areas and along the lines of a storey, on another one; those of fluids and earth stay. */
function copiedFloor(
  model: Model,
  source: Storey,
  target: Storey,
  place: ReadonlyMap<string, string>,
  panels: ReadonlyMap<string, string>,
): Load[] {
  const rise = translation([0, 0, target.elevation - source.elevation]);
  return inOrder(model.loads).flatMap((load): Load[] => {
    if (isDirect(load)) return [];
    if (isOnFloor(load)) return copiedFloorLoad(model, load, panels, rise);
    if (load.type === 'area' && (load.pressure.type === 'fluid' || load.pressure.type === 'earth')) return [];
    if (load.type === 'area' && load.region.kind === 'storey')
      return load.region.storey === source.id ? [{ ...load, region: { kind: 'storey', storey: target.id } }] : [];
    if (load.type === 'area' && load.region.kind === 'panels') {
      const copies = (ids: readonly string[]) => ids.flatMap((id) => panels.get(id) ?? []);
      const [slabs, walls] = [copies(load.region.slabs), copies(load.region.walls)];
      return slabs.length + walls.length > 0 ? [{ ...load, region: { kind: 'panels', slabs, walls } }] : [];
    }
    const corners = cornersOf(model, load);
    if (corners.length === 0 || corners.some((corner) => Math.abs(corner[2] - source.elevation) > onLevel)) return [];
    const copy = movedAcross(model, load, rise);
    if (!copy || copy.type === 'line' || copy.region.kind !== 'nodes') return copy ? [copy] : [];
    const { region } = copy;
    const to = (ids: readonly string[]) => ids.map((id) => place.get(id)!);
    return panelNodes(region).every((id) => place.has(id))
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
  });
}
