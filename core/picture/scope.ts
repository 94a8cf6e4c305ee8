import { contoursOf } from '../catalog';
import {
  memberAxis,
  offPlane,
  onLevel,
  planeThrough,
  type Member,
  type Model,
  type Panel,
  type SavedView,
  type Vector,
} from '../model';

/** What of the model is in view: members and nodes drawn in full, and members drawn faintly for orientation. */
export interface Scope {
  readonly members: readonly Member[];
  readonly faint: readonly Member[];
  readonly nodes: ReadonlySet<string>;
  /** slabs and walls, by id */
  readonly panels: readonly string[];
  /** in a plan: members that rise through it, where they do */
  readonly onEnd: readonly OnEnd[];
}

/** A member seen on its end: where, and the outlines of its section there, m. */
export interface OnEnd {
  readonly member: Member;
  readonly at: Vector;
  readonly outlines: readonly (readonly Vector[])[];
}

const kindOfRole = { column: 'columns', beam: 'beams', brace: 'braces' } as const;

/** Whether a point lies in the plane that is looked at; nothing lies in a storey, grid line or plane that is gone. */
export function inPlane(model: Model, plane: SavedView['plane'], position: Vector): boolean {
  switch (plane.kind) {
    case '3d':
      return true;
    case 'plan': {
      const storey = byId(model.storeys, plane.storey);
      return storey !== undefined && Math.abs(position[2] - storey.elevation) < onLevel;
    }
    case 'plane': {
      const working = byId(model.planes, plane.plane);
      const through = working && planeThrough(working.points);
      return through !== undefined && Math.abs(offPlane(through, position)) < onLevel;
    }
    case 'elevation': {
      const line = byId(model.gridLines, plane.gridLine);
      return line !== undefined && Math.abs(position[line.axis === 'x' ? 0 : 1] - line.position) < onLevel;
    }
  }
}

const byId = <Entry>(table: Readonly<Record<string, Entry>>, id: string): Entry | undefined => table[id];

/** The members of a plane or of an isolated set; in space, the rest is drawn faintly. */
export function scopeOf(
  model: Model,
  plane: SavedView['plane'],
  isolated: readonly string[] | null,
  hidden: readonly string[] = [],
  visible: Readonly<Partial<Record<'columns' | 'beams' | 'braces' | 'slabs' | 'walls', boolean>>> = {},
): Scope {
  const only = isolated && new Set(isolated);
  const away = new Set(hidden);
  const members: Member[] = [];
  const faint: Member[] = [];
  const nodes = new Set<string>();
  for (const member of Object.values(model.members)) {
    if (away.has(member.id) || visible[kindOfRole[member.role]] === false) continue;
    const start = model.nodes[member.start];
    const end = model.nodes[member.end];
    const here = inPlane(model, plane, start.position) && inPlane(model, plane, end.position);
    if (here && (!only || only.has(member.id))) {
      members.push(member);
      nodes.add(member.start).add(member.end);
    } else if (plane.kind === '3d' && only) faint.push(member);
  }
  // of hidden members the nodes are hidden too, unless others show them
  const ofHidden = new Set(
    hidden.flatMap((id) => (model.members[id] ? [model.members[id].start, model.members[id].end] : [])),
  );
  if (!only)
    for (const node of Object.values(model.nodes))
      if (!ofHidden.has(node.id) && inPlane(model, plane, node.position)) nodes.add(node.id);
  const onEnd =
    plane.kind === 'plan' && visible.columns !== false && plane.storey in model.storeys
      ? membersOnEnd(model, model.storeys[plane.storey].elevation, (id) => !away.has(id) && (!only || only.has(id)))
      : [];
  for (const { member } of onEnd)
    for (const id of [member.start, member.end])
      if (only && inPlane(model, plane, model.nodes[id].position)) nodes.add(id);
  // what stands alone is chosen by members: outlines are not among it
  const panels = (['slabs', 'walls'] as const).flatMap((table) =>
    only || visible[table] === false
      ? []
      : Object.values<Panel>(model[table]).flatMap(({ id, corners }) =>
          corners.every((corner) => inPlane(model, plane, model.nodes[corner].position)) ? [id] : [],
        ),
  );
  return { members, faint, nodes, panels, onEnd };
}

/** Upright members that end at a level or pass it: of two at one place the lower, as a plan looks down on it. */
function membersOnEnd(model: Model, level: number, shown: (id: string) => boolean): OnEnd[] {
  const found = new Map<string, OnEnd & { readonly below: boolean }>();
  for (const member of Object.values(model.members)) {
    if (!shown(member.id)) continue;
    const [a, b] = [model.nodes[member.start].position, model.nodes[member.end].position];
    const [low, high] = a[2] < b[2] ? [a, b] : [b, a];
    if (
      low[2] > level + onLevel ||
      high[2] < level - onLevel ||
      high[2] - low[2] < 2 * onLevel ||
      Math.hypot(high[0] - low[0], high[1] - low[1]) > 0.1 * (high[2] - low[2])
    )
      continue;
    const share = Math.max(0, Math.min(1, (level - low[2]) / (high[2] - low[2])));
    const at: Vector = [low[0] + (high[0] - low[0]) * share, low[1] + (high[1] - low[1]) * share, level];
    const below = low[2] < level - onLevel;
    const place = `${Math.round(at[0] / onLevel)} ${Math.round(at[1] / onLevel)}`;
    if (found.has(place) && (found.get(place)!.below || !below)) continue;
    found.set(place, { member, at, below, outlines: outlinesAt(model, member, at) });
  }
  return [...found.values()];
}

/** The outlines of a member's section about a place on its axis. */
function outlinesAt(model: Model, member: Member, at: Vector): Vector[][] {
  const axis = memberAxis(model, member);
  const shape = member.section === null ? undefined : model.sections[member.section].shape;
  if (!axis || !shape) return [];
  // the axis may stand beside the line of the nodes
  const node = model.nodes[member.start].position;
  const [x, y] = [at[0] + axis.start[0] - node[0], at[1] + axis.start[1] - node[1]];
  const { solids, holes } = contoursOf(shape, 2);
  return [...solids, ...holes].map((outline) =>
    outline.map(([v, w]): Vector => [
      x + v * axis.axes.y[0] + w * axis.axes.z[0],
      y + v * axis.axes.y[1] + w * axis.axes.z[1],
      at[2],
    ]),
  );
}

/** Ends of members as x, y, z runs. */
export function positionsOf(model: Model, members: readonly Member[], nodes: Iterable<string>): Float64Array {
  const points: number[] = [];
  for (const member of members) points.push(...model.nodes[member.start].position, ...model.nodes[member.end].position);
  for (const id of nodes) points.push(...model.nodes[id].position);
  return Float64Array.from(points);
}
