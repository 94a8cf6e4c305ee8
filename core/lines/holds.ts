import { dot, memberAxis, panelsAt, structureKind, structureKinds, type Member, type Vector } from '../model';
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
      else level(hold, `wall ${model.walls[id].label ?? id}`);
    }
    for (const end of around.meeting.get(node) ?? []) {
      if (around.lineOf.get(end.member.id) === line || isLoose(around, end)) continue;
      // what stands on a beam loads it; what it hangs from or rests on carries it, and stands among its supports
      if (end.member.role === 'column' && Math.abs(end.way[2]) > alongEnough && line.role === 'beam') continue;
      hold(end.way, `${end.member.role} ${nameOf(end.member)}`);
    }
    return { node, at, y: [...new Set(alongY)], z: [...new Set(alongZ)] };
  });
}

const nameOf = ({ label, id }: Member): string => label ?? id;

const level = (hold: (way: Vector, words: string) => void, words: string) => {
  hold([1, 0, 0], words);
  hold([0, 1, 0], words);
};

/** A member whose other end nothing holds keeps nothing in place; nor does one that only pulls or pushes, by itself. */
function isLoose({ model, meeting, floors }: Surroundings, { member, far }: MemberEnd): boolean {
  if (member.behaviour === 'compression') return true;
  const { support, springs, position } = model.nodes[far];
  return (
    (meeting.get(far) ?? []).length < 2 &&
    !Object.values(support ?? {}).some(Boolean) &&
    !springs &&
    panelsAt(model, position).length === 0 &&
    !floors.has(far)
  );
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
