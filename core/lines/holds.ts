import {
  dot,
  memberAxis,
  panelPlane,
  panelsAt,
  structureKind,
  structureKinds,
  type Member,
  type Vector,
} from '../model';
import type { BareLine, LineNode, Surroundings } from './line';
import type { MemberEnd } from './meeting';
import { carries, type BeamSupport } from './supports';

/** What keeps a node of a line from moving across it, in words; empty: nothing does. */
export interface LineHold extends LineNode {
  /** along local y of the member there: against buckling about the weak axis, and sideways */
  readonly y: readonly string[];
  /** along its local z: against buckling about the strong axis */
  readonly z: readonly string[];
}

/** A member holds a node along a way when it meets it with this cosine at least. */
const alongEnough = 0.3;

/** Ways in which a support holds a node, as vectors. */
const ways = { ux: [1, 0, 0], uy: [0, 1, 0], uz: [0, 0, 1] } as const;

/** What holds a line at each of its nodes. @param supports of a beam, what carries it */
export function holdsOf(around: Surroundings, line: BareLine, supports: readonly BeamSupport[]): LineHold[] {
  const { model } = around;
  const plane = structureKinds[structureKind(model)];
  return line.nodes.map(({ node, at }): LineHold => {
    const own = line.pieces.find(({ to }) => at <= to + 1e-9) ?? line.pieces[line.pieces.length - 1];
    const { y, z } = memberAxis(model, model.members[own.member])!.axes;
    const [alongY, alongZ] = [[] as string[], [] as string[]];
    const hold = (way: Vector, words: string) => {
      if (Math.abs(dot(way, y)) >= alongEnough) alongY.push(words);
      if (Math.abs(dot(way, z)) >= alongEnough) alongZ.push(words);
    };
    const { support, springs } = model.nodes[node];
    for (const freedom of ['ux', 'uy', 'uz'] as const)
      if (support?.[freedom] || (springs?.[freedom] ?? 0) > 0) hold(ways[freedom], `support at ${node}`);
    const carrier = supports.find((one) => one.node === node);
    if (carrier && carries(carrier)) {
      hold([0, 0, 1], carrier.why);
      // where a column or a wall carries it, it is taken to be kept from tilting and from going sideways
      if (carrier.by.some(({ kind }) => kind === 'column' || kind === 'wall')) alongY.push(carrier.why);
    }
    // what stands for the rest of the building holds a plane frame where something meets it, not wherever it is divided
    const meets = (around.meeting.get(node) ?? []).some((end) => around.lineOf.get(end.member.id) !== line);
    if (meets || at < 1e-6 || at > line.length - 1e-6)
      for (const freedom of plane.held) if (freedom in ways) hold(ways[freedom as keyof typeof ways], plane.name);
    for (const floor of around.floors.get(node) ?? []) level(hold, `floor ${floor}`);
    for (const id of panelsAt(model, model.nodes[node].position)) {
      if (id in model.slabs) level(hold, `slab ${model.slabs[id].label ?? id}`);
      else {
        // a wall is stiff along itself alone
        const normal = panelPlane(model, model.walls[id])?.normal;
        const along = normal && Math.hypot(normal[0], normal[1]);
        if (along) hold([-normal[1] / along, normal[0] / along, 0], `wall ${model.walls[id].label ?? id}`);
      }
    }
    const pulls: MemberEnd[] = [];
    for (const end of around.meeting.get(node) ?? []) {
      if (around.lineOf.get(end.member.id) === line || isLoose(around, end, node)) continue;
      // what stands on a beam loads it; what it hangs from or rests on carries it, and stands among its supports
      if (end.member.role === 'column' && Math.abs(end.way[2]) > alongEnough && line.role === 'beam') continue;
      if (end.member.behaviour === 'tension') pulls.push(end);
      else hold(end.way, `${end.member.role} ${nameOf(end.member)}`);
    }
    // what only pulls holds where another pulls the other way
    for (const [axis, list] of [
      [y, alongY],
      [z, alongZ],
    ] as const) {
      const sides = pulls.filter(({ way }) => Math.abs(dot(way, axis)) >= alongEnough);
      if (sides.some(({ way }) => dot(way, axis) > 0) && sides.some(({ way }) => dot(way, axis) < 0))
        list.push(...sides.map(({ member }) => `${member.role} ${nameOf(member)}`));
    }
    return { node, at, y: [...new Set(alongY)], z: [...new Set(alongZ)] };
  });
}

const nameOf = ({ label, id }: Member): string => label ?? id;

const level = (hold: (way: Vector, words: string) => void, words: string) => {
  hold([1, 0, 0], words);
  hold([0, 1, 0], words);
};

/**
 * A member keeps nothing in place that only pushes, that slides at one of its ends, or of whose line nothing holds another node: no support, floor, meshed
 * slab or wall, and no other line that meets it.
 */
function isLoose(around: Surroundings, { member }: MemberEnd, at: string): boolean {
  const { model, meeting, floors, lineOf } = around;
  if (member.behaviour === 'compression') return true;
  if (member.startConnection?.ux === 0 || member.endConnection?.ux === 0) return true;
  const own = lineOf.get(member.id);
  const isHeld = (node: string): boolean => {
    const { support, springs, position } = model.nodes[node];
    return (
      Object.values(support ?? {}).some(Boolean) ||
      springs !== undefined ||
      floors.has(node) ||
      (meeting.get(node) ?? []).some((end) => lineOf.get(end.member.id) !== own) ||
      panelsAt(model, position).length > 0
    );
  };
  return !own?.nodes.some(({ node }) => node !== at && isHeld(node));
}

/** A part of a line between two places where it is held, or a free end beyond the last. */
export interface Unheld {
  /** m from the line's start */
  readonly from: number;
  readonly to: number;
  /** what holds its two ends, in words; empty: nothing does */
  readonly start: readonly string[];
  readonly end: readonly string[];
}

/**
 * The part of a line that stands free across one of its ways around a stretch of it.
 * @param way y: held sideways; z: held against buckling about the strong axis
 * @param from @param to ends of the stretch, m from the line's start
 */
export function unheldAround(
  { holds, length }: { readonly holds: readonly LineHold[]; readonly length: number },
  way: 'y' | 'z',
  from: number,
  to: number,
): Unheld {
  const held = holds.filter((one) => one[way].length > 0);
  const before = held.filter(({ at }) => at <= from + 1e-6).at(-1);
  const after = held.find(({ at }) => at >= to - 1e-6);
  return { from: before?.at ?? 0, to: after?.at ?? length, start: before?.[way] ?? [], end: after?.[way] ?? [] };
}
