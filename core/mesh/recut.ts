import type { Elements } from './quadrilaterals';
import { goodnessOfCorners } from './smooth';

/** Elements worse than this are cut anew with a neighbour. */
const wanting = 0.75;
/** How much better the worse of two must become. */
const better = 1e-3;

/**
 * Cuts poor elements anew together with one neighbour, where that makes the worse of the two better: a triangle and a quadrilateral make a pentagon that
 * can be cut in five ways, two quadrilaterals a hexagon that can be cut in three. Edges that must be met stay.
 * @param isFixed whether the edge between two nodes must stay
 */
export function recut(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  elements: Elements,
  isFixed: (a: number, b: number) => boolean,
): Elements {
  const { start, corners } = elements;
  const list: (readonly number[])[] = [];
  for (let e = 0; e + 1 < start.length; e++) list.push(Array.from(corners.subarray(start[e], start[e + 1])));
  const n = xs.length;
  const owner = new Map<number, number>(); // directed edge → element
  const own = (e: number) => list[e].forEach((a, k) => owner.set(a * n + list[e][(k + 1) % list[e].length], e));
  const disown = (e: number) => list[e].forEach((a, k) => owner.delete(a * n + list[e][(k + 1) % list[e].length]));
  list.forEach((_, e) => own(e));
  const goodness = (one: readonly number[]) => goodnessOfCorners(xs, ys, one);
  let changed = false;
  for (let sweep = 0; sweep < 3; sweep++) {
    let again = false;
    for (let e = 0; e < list.length; e++) {
      const mine = goodness(list[e]);
      if (mine >= wanting) continue;
      let best: { other: number; parts: readonly [readonly number[], readonly number[]]; worst: number } | undefined;
      const here = list[e];
      here.forEach((a, k) => {
        const b = here[(k + 1) % here.length];
        if (isFixed(a, b)) return;
        const other = owner.get(b * n + a);
        if (other === undefined || here.length + list[other].length < 7) return;
        const before = Math.min(mine, goodness(list[other]));
        const rim = rimOf(here, list[other], a, b);
        if (new Set(rim).size < rim.length) return;
        for (const parts of cutsOf(rim)) {
          const worst = Math.min(goodness(parts[0]), goodness(parts[1]));
          if (worst > before + better && (!best || worst > best.worst)) best = { other, parts, worst };
        }
      });
      if (!best) continue;
      disown(e);
      disown(best.other);
      [list[e], list[best.other]] = best.parts;
      own(e);
      own(best.other);
      again = changed = true;
    }
    if (!again) break;
  }
  if (!changed) return elements;
  const starts = new Int32Array(list.length + 1);
  list.forEach((one, e) => (starts[e + 1] = starts[e] + one.length));
  return { start: starts, corners: Int32Array.from(list.flat()) };
}

/** Corners around two elements that share the edge from a to b of the first. */
function rimOf(one: readonly number[], other: readonly number[], a: number, b: number): number[] {
  const turned = (list: readonly number[], first: number) => {
    const at = list.indexOf(first);
    return [...list.slice(at), ...list.slice(0, at)];
  };
  // from b round the first to a, then round the other back to b
  return [...turned(one, b), ...turned(other, a).slice(1, -1)];
}

/** Ways to cut a pentagon into a triangle and a quadrilateral, or a hexagon into two quadrilaterals. */
function cutsOf(rim: readonly number[]): [readonly number[], readonly number[]][] {
  const n = rim.length;
  const pick = (from: number, count: number) => Array.from({ length: count }, (_, i) => rim[(from + i) % n]);
  return n === 5
    ? [0, 1, 2, 3, 4].map((i) => [pick(i, 3), pick(i + 2, 4)])
    : [0, 1, 2].map((i) => [pick(i, 4), pick(i + 3, 4)]);
}
