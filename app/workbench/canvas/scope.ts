import { offPlane, onLevel, planeThrough, type Member, type Model, type Vector } from '~core/model';
import type { ViewPlane } from '../../state/view-slice';

/** What of the model is in view: members and nodes drawn in full, and members drawn faintly for orientation. */
export interface Scope {
  readonly members: readonly Member[];
  readonly faint: readonly Member[];
  readonly nodes: ReadonlySet<string>;
}


/** Whether a point lies in the plane that is looked at. */
export function inPlane(model: Model, plane: ViewPlane, position: Vector): boolean {
  if (plane.kind === '3d') return true;
  if (plane.kind === 'plan') return Math.abs(position[2] - model.storeys[plane.storey].elevation) < onLevel;
  if (plane.kind === 'plane') {
    const through = planeThrough(model.planes[plane.plane].points);
    return through !== undefined && Math.abs(offPlane(through, position)) < onLevel;
  }
  const line = model.gridLines[plane.gridLine];
  return Math.abs(position[line.axis === 'x' ? 0 : 1] - line.position) < onLevel;
}

/** The members of a plane or of an isolated set; in space, the rest is drawn faintly. */
export function scopeOf(model: Model, plane: ViewPlane, isolated: readonly string[] | null, hidden: readonly string[] = []): Scope {
  const only = isolated && new Set(isolated);
  const away = new Set(hidden);
  const members: Member[] = [];
  const faint: Member[] = [];
  const nodes = new Set<string>();
  for (const member of Object.values(model.members)) {
    if (away.has(member.id)) continue;
    const start = model.nodes[member.start];
    const end = model.nodes[member.end];
    const here = inPlane(model, plane, start.position) && inPlane(model, plane, end.position);
    if (here && (!only || only.has(member.id))) {
      members.push(member);
      nodes.add(member.start).add(member.end);
    } else if (plane.kind === '3d' && only) faint.push(member);
  }
  // of hidden members the nodes are hidden too, unless others show them
  const ofHidden = new Set(hidden.flatMap((id) => (model.members[id] ? [model.members[id].start, model.members[id].end] : [])));
  if (!only) for (const node of Object.values(model.nodes)) if (!ofHidden.has(node.id) && inPlane(model, plane, node.position)) nodes.add(node.id);
  return { members, faint, nodes };
}

/** Ends of members as x, y, z runs. */
export function positionsOf(model: Model, members: readonly Member[], nodes: Iterable<string>): Float64Array {
  const points: number[] = [];
  for (const member of members) points.push(...model.nodes[member.start].position, ...model.nodes[member.end].position);
  for (const id of nodes) points.push(...model.nodes[id].position);
  return Float64Array.from(points);
}
