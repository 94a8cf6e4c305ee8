import type { Elements } from './quadrilaterals';

const sweeps = 8;
/** Elements worse than this are looked at. */
const goodEnough = 0.95;
/** Elements worse than this are mended with more trouble. */
const poor = 0.68;
/** Over the sine of 60°. */
const evenTriangle = 2 / Math.sqrt(3);
/** Sides may differ by so much without harm. */
const longest = 2.2;
const { sqrt } = Math;

/**
 * Moves free nodes of poor elements to where the worst element about them is best: tried are the middle of the neighbours and ways towards it.
 * @param free whether a node may move
 */
export function smooth(xs: Float64Array, ys: Float64Array, elements: Elements, free: ArrayLike<number>): void {
  const { start, corners } = elements;
  const n = xs.length;
  const aroundStart = new Int32Array(n + 1);
  for (const node of corners) aroundStart[node + 1]++;
  for (let i = 0; i < n; i++) aroundStart[i + 1] += aroundStart[i];
  const around = new Int32Array(corners.length);
  const fill = aroundStart.slice(0, n);
  for (let e = 0; e + 1 < start.length; e++)
    for (let p = start[e]; p < start[e + 1]; p++) around[fill[corners[p]]++] = e;
  /** the worst of the elements about a node; looked for no longer where it is not above a value */
  const worstAt = (node: number, above: number) => {
    let worst = Infinity;
    for (let p = aroundStart[node]; p < aroundStart[node + 1] && worst > above; p++) {
      const one = goodnessOfCorners(xs, ys, corners, start[around[p]], start[around[p] + 1]);
      if (one < worst) worst = one;
    }
    return worst;
  };
  let active = Uint8Array.from(free, (one) => one);
  for (let sweep = 0; sweep < sweeps; sweep++) {
    const next = new Uint8Array(n);
    let moved = false;
    for (let node = 0; node < n; node++) {
      if (!active[node] || !free[node] || aroundStart[node] === aroundStart[node + 1]) continue;
      const before = worstAt(node, -Infinity);
      if (before > goodEnough) continue;
      const [x, y] = [xs[node], ys[node]];
      let [bestX, bestY, best] = [x, y, before + 1e-3];
      for (const [tx, ty] of targets(xs, ys, elements, around, aroundStart, node))
        for (const share of [1, 0.5, 0.2]) {
          xs[node] = x + share * (tx - x);
          ys[node] = y + share * (ty - y);
          const worst = worstAt(node, best);
          if (worst > best) [bestX, bestY, best] = [xs[node], ys[node], worst];
        }
      if (best < poor) {
        // what the middles do not mend is felt for in all directions
        const reach = reachOf(xs, ys, elements, around, aroundStart, node, x, y);
        for (const share of [0.4, 0.2, 0.1]) {
          const [fromX, fromY] = [bestX, bestY];
          for (let k = 0; k < 8; k++) {
            xs[node] = fromX + share * reach * Math.cos((k * Math.PI) / 4);
            ys[node] = fromY + share * reach * Math.sin((k * Math.PI) / 4);
            const worst = worstAt(node, best);
            if (worst > best) [bestX, bestY, best] = [xs[node], ys[node], worst];
          }
        }
      }
      xs[node] = bestX;
      ys[node] = bestY;
      if (bestX === x && bestY === y) continue;
      moved = true;
      for (let p = aroundStart[node]; p < aroundStart[node + 1]; p++)
        for (let k = start[around[p]]; k < start[around[p] + 1]; k++) next[corners[k]] = 1;
    }
    if (!moved) return;
    active = next;
  }
}

/** Distance to the nearest node that shares an element, m. */
function reachOf(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  { start, corners }: Elements,
  around: Int32Array,
  aroundStart: Int32Array,
  node: number,
  x: number,
  y: number,
): number {
  let least = Infinity;
  for (let p = aroundStart[node]; p < aroundStart[node + 1]; p++)
    for (let k = start[around[p]]; k < start[around[p] + 1]; k++)
      if (corners[k] !== node) least = Math.min(least, Math.hypot(xs[corners[k]] - x, ys[corners[k]] - y));
  return least;
}

/** Where a node might better lie: in the middle of its neighbours, and of its elements. */
function targets(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  { start, corners }: Elements,
  around: Int32Array,
  aroundStart: Int32Array,
  node: number,
): [number, number][] {
  let [nx, ny, neighbours, ex, ey, weights] = [0, 0, 0, 0, 0, 0];
  for (let p = aroundStart[node]; p < aroundStart[node + 1]; p++) {
    const e = around[p];
    const n = start[e + 1] - start[e];
    const list = corners.subarray(start[e], start[e + 1]);
    const at = list.indexOf(node);
    const beside = list[(at + 1) % n];
    nx += xs[beside];
    ny += ys[beside];
    neighbours++;
    for (let k = 0; k < n; k++) {
      ex += xs[list[k]] / n;
      ey += ys[list[k]] / n;
    }
    weights++;
  }
  return [
    [nx / neighbours, ny / neighbours],
    [ex / weights, ey / weights],
  ];
}

/**
 * 1 for a square or an even triangle, 0 or less for one that is flat or turned in: the least sine of its angles, against that of an even one; long shapes
 * count less.
 * @param list its corners, from one place to before another
 */
export function goodnessOfCorners(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  list: ArrayLike<number>,
  from = 0,
  to = list.length,
): number {
  const n = to - from;
  let here = list[to - 1];
  const before = list[to - 2];
  let [px, py] = [xs[here] - xs[before], ys[here] - ys[before]];
  let previous = sqrt(px * px + py * py);
  let [least, long, short] = [1, 0, previous];
  for (let k = 0; k < n; k++) {
    const after = list[from + k];
    const qx = xs[after] - xs[here];
    const qy = ys[after] - ys[here];
    const side = sqrt(qx * qx + qy * qy);
    const sine = (px * qy - py * qx) / (previous * side);
    if (!(sine > 0)) return sine < 0 ? sine : -1e-6;
    if (sine < least) least = sine;
    if (side > long) long = side;
    if (side < short) short = side;
    [px, py, previous, here] = [qx, qy, side, after];
  }
  const even = n === 4 ? least : least * evenTriangle;
  const slender = (longest * short) / long;
  return (even < 1 ? even : 1) * (slender < 1 ? slender : 1);
}
