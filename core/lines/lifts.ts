import { dot, memberAxis, panelsAt } from '../model';
import type { BareLine, Surroundings } from './line';
import { unheldAround, type LineHold, type Unheld } from './holds';
import { heightsOf } from './section-reach';

/** A column between two places at which something holds it one way at least. */
export interface Lift {
  /** m from the column's foot, at the axes */
  readonly from: number;
  readonly to: number;
  /** free between what reaches into it at both ends, m: for bending about local y (in the plane of z), and about local z */
  readonly clearMajor: number;
  readonly clearMinor: number;
  /** how far it stands free along local y and z */
  readonly y: Unheld;
  readonly z: Unheld;
}

/** The lifts of a column, from its foot. */
export function liftsOf(around: Surroundings, line: BareLine, holds: readonly LineHold[]): Lift[] {
  const places = [
    0,
    ...holds.filter(({ y, z }) => y.length > 0 || z.length > 0).map(({ at }) => at),
    line.length,
  ].filter((at, i, all) => i === 0 || at > all[i - 1] + 1e-6);
  return places.slice(1).map((to, i): Lift => {
    const from = places[i];
    const [y, z] = (['y', 'z'] as const).map((way) => unheldAround({ holds, length: line.length }, way, from, to));
    return { from, to, clearMajor: clearOf(around, line, z, 'z'), clearMinor: clearOf(around, line, y, 'y'), y, z };
  });
}

/** What stands free between what reaches into a column along one of its ways at both ends, m. */
function clearOf(around: Surroundings, line: BareLine, { from, to }: Unheld, way: 'y' | 'z'): number {
  const nodeAt = (at: number) => line.nodes.find((one) => Math.abs(one.at - at) < 1e-6)?.node;
  const [foot, head] = [nodeAt(from), nodeAt(to)];
  const reach = (node: string | undefined, side: 'up' | 'down') => (node ? reachAt(around, line, node, way, side) : 0);
  return Math.max(0, to - from - reach(foot, 'up') - reach(head, 'down'));
}

/** How far beams along a way, and slabs, reach above or below a node of a column, m. */
function reachAt(around: Surroundings, line: BareLine, node: string, way: 'y' | 'z', side: 'up' | 'down'): number {
  const { model } = around;
  const axis = memberAxis(model, model.members[line.pieces[0].member])!.axes[way];
  const beams = (around.meeting.get(node) ?? []).flatMap(({ member, way: out }) =>
    member.role === 'beam' && Math.abs(dot(out, axis)) > 0.5 ? [heightsOf(model, member, node)[side]] : [],
  );
  const slabs = panelsAt(model, model.nodes[node].position).flatMap((id) => {
    if (!(id in model.slabs)) return [];
    const { thickness, plane } = model.slabs[id];
    const above = plane === 'top' ? 0 : plane === 'bottom' ? thickness : thickness / 2;
    return [side === 'up' ? above : thickness - above];
  });
  return Math.max(0, ...beams, ...slabs);
}
