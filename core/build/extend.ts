import { count } from '../units';
import {
  add,
  applyAct,
  cross,
  distance,
  dot,
  isPlaced,
  memberEnds,
  memberLength,
  norm,
  samePoint,
  scale,
  subtract,
  type Edit,
  type Member,
  type Model,
  type Vector,
} from '../model';
import { divideEdits } from './divide';
import { bends, shareOn } from './draft';
import { NodeFinder } from './node-finder';
import { refuse, type Plan, type PreviewLine } from './plan';
import { RecordCollector } from './records';

/**
 * Extends or trims members to another member: the end of each that is nearer to the target's line goes to where both lines meet, and the
 * target is divided there. An end that others share is left to them; the member gets a node of its own.
 */
export function extendPlan(model: Model, ids: readonly string[], targetId: string): Plan {
  const target = memberEnds(model, model.members[targetId]);
  const moving = ids.filter((id) => id !== targetId);
  if (!target || moving.length === 0)
    return refuse('Select the members to extend or trim, and name another member as their target.');
  const collector = new RecordCollector(model);
  const finder = new NodeFinder(model, collector);
  const changes: { id: string; fields: Record<string, unknown> }[] = [];
  const loads: { id: string; fields: Record<string, unknown> }[] = [];
  const preview: PreviewLine[] = [];
  const joints: string[] = [];
  const left: string[] = [];
  let meeting: Vector | undefined;
  for (const id of moving) {
    const member = model.members[id];
    const { start, end } = memberEnds(model, member)!;
    const meet = linesMeet(start.position, end.position, target.start.position, target.end.position);
    if (!meet) return refuse(`The lines of ${id} and ${targetId} do not meet: they are parallel or pass each other.`);
    const onTarget =
      shareOn(meet, target.start.position, target.end.position) !== undefined ||
      [target.start, target.end].some((node) => distance(node.position, meet) < samePoint);
    // two that end short of each other go to their meeting both
    if (!onTarget && !(meeting && distance(meeting, meet) >= samePoint)) meeting = meet;
    else if (!onTarget)
      return refuse(
        `${id} meets the line of ${targetId} beyond its ends, elsewhere than the others. Extend them to ${targetId} one by one.`,
      );
    const side = distance(start.position, meet) < distance(end.position, meet) ? 'start' : 'end';
    if (distance(side === 'start' ? start.position : end.position, meet) < samePoint) continue;
    const other = side === 'start' ? end.position : start.position;
    if (distance(other, meet) < samePoint) return refuse(`${id} would be left without length.`);
    const node = finder.at([meet[0], meet[1], meet[2]]);
    joints.push(node);
    left.push(member[side]);
    changes.push({ id, fields: { [side]: node } });
    if (side === 'start') {
      const kept = shifted(
        model,
        member,
        dot(
          subtract(start.position, meet),
          scale(subtract(end.position, start.position), 1 / distance(start.position, end.position)),
        ),
      );
      if (typeof kept === 'string')
        return refuse(`Load ${kept} stands on the part of ${id} that would be cut off. Move or delete it first.`);
      loads.push(...kept);
    }
    preview.push([other, meet]);
  }
  if (meeting) {
    const { start, end } = target;
    const side = distance(start.position, meeting) < distance(end.position, meeting) ? 'start' : 'end';
    const node = finder.at([meeting[0], meeting[1], meeting[2]]);
    left.push(model.members[targetId][side]);
    changes.push({ id: targetId, fields: { [side]: node } });
    if (side === 'start') {
      const kept = shifted(
        model,
        model.members[targetId],
        dot(
          subtract(start.position, meeting),
          scale(subtract(end.position, start.position), 1 / distance(start.position, end.position)),
        ),
      );
      if (typeof kept === 'string')
        return refuse(`Load ${kept} stands on the part of ${targetId} that would be cut off. Move or delete it first.`);
      loads.push(...kept);
    }
    preview.push([side === 'start' ? end.position : start.position, meeting]);
  }
  if (changes.length === 0) return refuse('The members end on the target already.');
  const edits: Edit[] = [
    ...(finder.made.length > 0 ? [{ kind: 'add' as const, records: { nodes: finder.made } }] : []),
    { kind: 'change', table: 'members', changes },
    ...(loads.length > 0 ? [{ kind: 'change' as const, table: 'loads' as const, changes: loads }] : []),
  ];
  const applied = applyAct(model, { edits });
  if (!applied.ok) return refuse(applied.error);
  const inner = [...new Set(joints)].filter(
    (node) => shareOn(applied.model.nodes[node].position, target.start.position, target.end.position) !== undefined,
  );
  if (inner.length > 0 && !bends(model.members[targetId]))
    return refuse(`${targetId} carries axial force only: divided, it would fold at the new joint.`);
  if (inner.length > 0)
    edits.push(...divideEdits(applied.model, applied.model.members[targetId], inner, collector.nextId).edits);
  const bare = [...new Set(left)].filter((node) => isBare(applied.model, node));
  if (bare.length > 0) edits.push({ kind: 'remove', table: 'nodes', ids: bare });
  return {
    ok: true,
    act: {
      edits,
      sentence: meeting
        ? `Extended ${count(changes.length, 'member')} to their meeting`
        : `Extended or trimmed ${count(changes.length, 'member')} to ${targetId}`,
    },
    words: meeting
      ? `${count(changes.length, 'member')} will end where their lines meet`
      : `${count(changes.length, 'member')} will end on ${targetId}`,
    preview,
    made: [...moving],
  };
}

/** Nothing hangs on the node any more. */
function isBare(model: Model, id: string): boolean {
  const { support, springs } = model.nodes[id];
  return (
    !support &&
    !springs &&
    !Object.values(model.members).some((member) => member.start === id || member.end === id) &&
    !Object.values(model.loads).some((load) => 'node' in load && load.node === id)
  );
}

/** Loads of a member whose start went back by `by` (m; negative: forward), told from its new start; or the number of one that would lose its place. */
function shifted(model: Model, member: Member, by: number): { id: string; fields: Record<string, unknown> }[] | string {
  const changes: { id: string; fields: Record<string, unknown> }[] = [];
  for (const load of Object.values(model.loads)) {
    if (!isPlaced(load) || load.member !== member.id) continue;
    if ('at' in load) {
      if (load.at + by < -samePoint) return load.id;
      changes.push({ id: load.id, fields: { at: Math.max(0, load.at + by) } });
      continue;
    }
    // what acts over the whole member goes on doing so
    if (load.from === 0 && load.to === null) continue;
    if (load.to !== null && load.to + by < samePoint) return load.id;
    const from = load.from + by;
    const end = load.to ?? memberLength(model, member);
    const cut =
      from < 0 && load.type === 'trapezoid'
        ? { valueFrom: load.valueFrom + ((load.valueTo - load.valueFrom) * -from) / (end - load.from) }
        : {};
    changes.push({
      id: load.id,
      fields: { from: Math.max(0, from), to: load.to === null ? null : load.to + by, ...cut },
    });
  }
  return changes;
}

/** Where two lines meet within `samePoint`, however far beyond their ends. */
function linesMeet(a: Vector, b: Vector, c: Vector, d: Vector): Vector | undefined {
  const [u, v, w] = [subtract(b, a), subtract(d, c), subtract(a, c)];
  const normal = cross(u, v);
  const square = dot(normal, normal);
  if (square < 1e-12 * dot(u, u) * dot(v, v)) return undefined;
  const on = add(a, scale(u, dot(cross(v, w), normal) / square));
  const off = norm(cross(subtract(on, c), v)) / norm(v);
  return off < samePoint ? on : undefined;
}
