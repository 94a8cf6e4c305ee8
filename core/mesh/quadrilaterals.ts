import type { Triangulation } from './triangulate';

/** Elements of three or four corners, anticlockwise: those of element e are `corners[start[e] … start[e + 1])`. */
export interface Elements {
  readonly start: Int32Array;
  readonly corners: Int32Array;
}

/** Pairs of triangles worse than this are left as they are. */
const leastQuality = 0.25;

/** How square a quadrilateral's corners are: 1 for right angles, 0 where one is straight, flat or turned in. */
export function squareness(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  a: number,
  b: number,
  c: number,
  d: number,
): number {
  const list = [a, b, c, d];
  let worst = 0;
  for (let k = 0; k < 4; k++) {
    const [before, here, after] = [list[(k + 3) % 4], list[k], list[(k + 1) % 4]];
    const [px, py] = [xs[after] - xs[here], ys[after] - ys[here]];
    const [qx, qy] = [xs[before] - xs[here], ys[before] - ys[here]];
    const cross = px * qy - py * qx;
    if (!(cross > 0)) return 0;
    worst = Math.max(worst, Math.abs(Math.atan2(cross, px * qx + py * qy) - Math.PI / 2));
  }
  return Math.max(0, 1 - (2 / Math.PI) * worst);
}

/**
 * Triangles joined in pairs to quadrilaterals: the squarest first, then what is left over along paths on which pairs change partners
 * (Remacle et al. 2012 state it as a matching; Hopcroft and Karp's augmenting paths are followed as far as they stay short).
 */
export function quadrilaterals(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  { triangles, twins, fixed }: Triangulation,
): Elements {
  const count = triangles.length / 3;
  const quality = new Float64Array(3 * count).fill(-1);
  const candidates: number[] = [];
  for (let e = 0; e < 3 * count; e++) {
    const other = twins[e];
    if (other < 0 || fixed[e]) continue;
    const list = quadOf(triangles, e, other);
    if (e > other) quality[e] = quality[other];
    else {
      quality[e] = squareness(xs, ys, list[0], list[1], list[2], list[3]);
      if (quality[e] >= leastQuality) candidates.push(e);
    }
  }
  for (let e = 0; e < 3 * count; e++) if (twins[e] >= 0 && quality[e] < 0) quality[e] = quality[twins[e]];
  candidates.sort((a, b) => quality[b] - quality[a] || a - b);
  const partner = new Int32Array(count).fill(-1); // half-edge of the triangle that is left out
  for (const e of candidates) {
    const [one, other] = [Math.floor(e / 3), Math.floor(twins[e] / 3)];
    if (partner[one] >= 0 || partner[other] >= 0) continue;
    partner[one] = e;
    partner[other] = twins[e];
  }
  for (let t = 0; t < count; t++) if (partner[t] < 0) augment(t, twins, quality, partner);
  return elementsOf(triangles, twins, partner);
}

/** Corners of the quadrilateral of two triangles that share half-edge e and its twin. */
function quadOf(triangles: Int32Array, e: number, other: number): [number, number, number, number] {
  const [t, k] = [Math.floor(e / 3), e % 3];
  const [o, l] = [Math.floor(other / 3), other % 3];
  return [
    triangles[3 * t + k],
    triangles[3 * o + ((l + 2) % 3)],
    triangles[3 * t + ((k + 1) % 3)],
    triangles[3 * t + ((k + 2) % 3)],
  ];
}

/** Changes are followed over so many triangles. */
const farthest = 40;

/** Looks for another single triangle along a path that alternates between pairs that could be and pairs that are, and lets them change partners. */
function augment(start: number, twins: Int32Array, quality: Float64Array, partner: Int32Array): void {
  const from = new Map<number, number>([[start, -1]]); // triangle reached as single → half-edge by which its new partner is entered
  const queue = [start];
  for (let q = 0; q < queue.length && from.size < farthest; q++) {
    const t = queue[q];
    for (let e = 3 * t; e < 3 * t + 3; e++) {
      const other = twins[e];
      if (other < 0 || quality[e] < leastQuality || partner[t] === e) continue;
      const next = Math.floor(other / 3);
      if (from.has(next)) continue;
      if (partner[next] < 0) return settle(t, e, from, twins, partner);
      // its partner would be the next to look for another
      const left = Math.floor(twins[partner[next]] / 3);
      if (from.has(left)) continue;
      from.set(next, -2);
      from.set(left, e);
      queue.push(left);
    }
  }
}

function settle(
  last: number,
  e: number,
  from: ReadonlyMap<number, number>,
  twins: Int32Array,
  partner: Int32Array,
): void {
  let [t, edge] = [last, e];
  for (;;) {
    const entered = from.get(t)!;
    partner[t] = edge;
    partner[Math.floor(twins[edge] / 3)] = twins[edge];
    if (entered < 0) return;
    edge = entered;
    t = Math.floor(entered / 3);
  }
}

function elementsOf(triangles: Int32Array, twins: Int32Array, partner: Int32Array): Elements {
  const start: number[] = [0];
  const corners: number[] = [];
  partner.forEach((e, t) => {
    if (e < 0) corners.push(triangles[3 * t], triangles[3 * t + 1], triangles[3 * t + 2]);
    else if (Math.floor(twins[e] / 3) > t) corners.push(...quadOf(triangles, e, twins[e]));
    else return;
    start.push(corners.length);
  });
  return { start: Int32Array.from(start), corners: Int32Array.from(corners) };
}
