import type { VertexGraph } from './block-matrix';
import { minimumDegreeOrder } from './minimum-degree';

/** Parts smaller than this are ordered by minimum degree. */
const leafSize = 200;
const bins = 128;
/** The smaller side of a cut holds at least this share of the part. */
const leastShare = 0.15;
/** Normals of the cut planes tried, in units of the usual distance between neighbours. */
const normals = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
  [1, 1, 0],
  [1, -1, 0],
  [1, 0, 1],
  [1, 0, -1],
  [0, 1, 1],
  [0, 1, -1],
  [1, 1, 1],
  [1, 1, -1],
  [1, -1, 1],
  [-1, 1, 1],
] as const;

/**
 * Geometric nested dissection (George 1973): cut the structure by the plane whose separator is smallest among many positions and
 * directions, order both sides first and the separator last. Leaves are ordered by minimum degree with what surrounds them as halo.
 * @param positions x, y, z of each vertex, m
 * @returns order[k] = the vertex eliminated k-th
 */
export function nestedDissectionOrder(graph: VertexGraph, positions: Float64Array): Int32Array {
  const n = graph.count;
  const { start, adjacency, weight } = graph;
  const steps = [0, 1, 2].map((axis) => usualStep(graph, positions, axis));
  const along = normals.map(([x, y, z]) =>
    Float64Array.from(
      { length: n },
      (_, v) =>
        (x * positions[3 * v]) / steps[0] +
        (y * positions[3 * v + 1]) / steps[1] +
        (z * positions[3 * v + 2]) / steps[2],
    ),
  );
  const order = new Int32Array(n);
  const list = Int32Array.from({ length: n }, (_, v) => v);
  const partOf = new Int32Array(n);
  const haloOf = new Int32Array(n);
  const local = new Int32Array(n);
  const bin = new Uint8Array(n);
  const crossing = new Float64Array(bins + 1);
  const held = new Float64Array(bins + 1);
  const right = new Int32Array(n);
  const separator = new Int32Array(n);
  let part = 0;

  const orderLeaf = (low: number, high: number, end: number): void => {
    const count = high - low;
    const vertices = Array.from(list.subarray(low, high));
    vertices.forEach((v, i) => (local[v] = i));
    for (let i = 0; i < count; i++) {
      const v = vertices[i];
      for (let p = start[v]; p < start[v + 1]; p++) {
        const u = adjacency[p];
        if (partOf[u] === part || haloOf[u] === part) continue;
        haloOf[u] = part;
        local[u] = vertices.length;
        vertices.push(u);
      }
    }
    const leafStart = new Int32Array(vertices.length + 1);
    const neighbours: number[] = [];
    vertices.forEach((v, i) => {
      for (let p = start[v]; p < start[v + 1]; p++) {
        const u = adjacency[p];
        if (partOf[u] === part || (i < count && haloOf[u] === part)) neighbours.push(local[u]);
      }
      leafStart[i + 1] = neighbours.length;
    });
    const leaf = {
      count: vertices.length,
      start: leafStart,
      adjacency: Int32Array.from(neighbours),
      weight: Int32Array.from(vertices, (v) => weight[v]),
    };
    minimumDegreeOrder(leaf, vertices.length - count).forEach((i, k) => (order[end - count + k] = vertices[i]));
  };

  /** Orders list[low … high) into the places before `end`. */
  const dissect = (low: number, high: number, end: number): void => {
    if (high === low) return;
    part++;
    let total = 0;
    for (let q = low; q < high; q++) {
      partOf[list[q]] = part;
      total += weight[list[q]];
    }
    if (high - low <= leafSize) return orderLeaf(low, high, end);
    const cut = bestCut(low, high, total);
    if (!cut) return orderLeaf(low, high, end);
    let [left, rights, separators] = [0, 0, 0];
    placeInBins(low, high, cut);
    for (let q = low; q < high; q++) {
      const v = list[q];
      if (bin[v] > cut.bin) right[rights++] = v;
      else if (reaches(v, cut.bin)) separator[separators++] = v;
      else list[low + left++] = v;
    }
    for (let i = 0; i < rights; i++) list[low + left + i] = right[i];
    for (let i = 0; i < separators; i++) order[end - separators + i] = separator[i];
    const sides = end - separators;
    dissect(low + left, low + left + rights, sides);
    dissect(low, low + left, sides - rights);
  };

  const reaches = (v: number, limit: number): boolean => {
    for (let p = start[v]; p < start[v + 1]; p++)
      if (partOf[adjacency[p]] === part && bin[adjacency[p]] > limit) return true;
    return false;
  };
  const placeInBins = (low: number, high: number, { normal, from, scale }: Cut): void => {
    for (let q = low; q < high; q++) bin[list[q]] = (along[normal][list[q]] - from) * scale;
  };
  /** Where a part of the list begins along a direction, and how wide it is. */
  const spread = (low: number, high: number, projection: Float64Array): [from: number, width: number] => {
    let from = Infinity;
    let to = -Infinity;
    for (let q = low; q < high; q++) {
      const t = projection[list[q]];
      if (t < from) from = t;
      if (t > to) to = t;
    }
    return [from, to - from];
  };
  const bestCut = (low: number, high: number, total: number): Cut | undefined => {
    let best: Cut | undefined;
    let least = Infinity;
    // in a flat part, a floor say, planes that lean across it cut as upright ones do
    const isFlat = [0, 1, 2].map((axis) => spread(low, high, along[axis])[1] < 1e-9);
    for (let normal = 0; normal < normals.length; normal++) {
      if (normals[normal].some((part, axis) => part !== 0 && isFlat[axis])) continue;
      const projection = along[normal];
      const [from, width] = spread(low, high, projection);
      if (width < 1e-9) continue;
      const scale = (bins - 1e-6) / width;
      for (let q = low; q < high; q++) bin[list[q]] = (projection[list[q]] - from) * scale;
      crossing.fill(0);
      held.fill(0);
      for (let q = low; q < high; q++) {
        const v = list[q];
        const own = bin[v];
        const weighs = weight[v];
        let farthest = own;
        for (let p = start[v], end = start[v + 1]; p < end; p++) {
          const u = adjacency[p];
          if (bin[u] > farthest && partOf[u] === part) farthest = bin[u];
        }
        held[own] += weighs;
        crossing[own] += weighs;
        crossing[farthest] -= weighs;
      }
      let [separators, before] = [0, 0];
      for (let b = 0; b < bins - 1; b++) {
        separators += crossing[b];
        before += held[b];
        const share = Math.min(before - separators, total - before) / total;
        if (share < leastShare) continue;
        const cost = separators * (1 + 8 * (0.5 - share) ** 2);
        if (cost < least) {
          least = cost;
          best = { normal, from, scale, bin: b };
        }
      }
    }
    return best;
  };
  dissect(0, n, n);
  return order;
}

interface Cut {
  readonly normal: number;
  readonly from: number;
  readonly scale: number;
  readonly bin: number;
}

/** The median distance along an axis between neighbours that differ in it. */
function usualStep({ count, start, adjacency }: VertexGraph, positions: Float64Array, axis: number): number {
  const distances: number[] = [];
  const stride = Math.max(1, Math.floor(count / 500));
  for (let v = 0; v < count; v += stride) {
    for (let p = start[v]; p < start[v + 1]; p++) {
      const apart = Math.abs(positions[3 * v + axis] - positions[3 * adjacency[p] + axis]);
      if (apart > 1e-6) distances.push(apart);
    }
  }
  distances.sort((a, b) => a - b);
  return distances[distances.length >> 1] ?? 1;
}
