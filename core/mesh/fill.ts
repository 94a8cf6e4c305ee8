import { deepest, type GradedLattice } from './lattice';

/** Straight pieces of what a mesh must meet, and single nodes. */
export interface Skeleton {
  readonly xs: ArrayLike<number>;
  readonly ys: ArrayLike<number>;
  /** two nodes a piece */
  readonly pieces: Int32Array;
  /** whether a piece bounds the region */
  readonly bounds: Uint8Array;
  /** nodes on no piece */
  readonly single: readonly number[];
}

/** Nodes of the lattice closer than these shares of their cell to a piece, or to a single node, give way. */
const clearOfPieces = 0.5;
const clearOfNodes = 0.6;

interface Place {
  /** in the lattice's coordinates, m */
  readonly u: number;
  readonly v: number;
  /** of the smallest cell that meets it, m */
  readonly size: number;
}

/** Nodes inside a region: the lattice's, quartered where the mesh is to be finer, as far as they are clear of what must be met. x and y, m. */
export function fillNodes(skeleton: Skeleton, lattice: GradedLattice): { xs: number[]; ys: number[] } {
  const { c, s } = lattice;
  const n = skeleton.xs.length;
  const us = Float64Array.from({ length: n }, (_, i) => c * skeleton.xs[i] + s * skeleton.ys[i]);
  const vs = Float64Array.from({ length: n }, (_, i) => c * skeleton.ys[i] - s * skeleton.xs[i]);
  const places = latticePlaces(lattice);
  const inside = insideOf(us, vs, skeleton, places);
  const clear = clearOf(us, vs, skeleton, places);
  const found: { xs: number[]; ys: number[] } = { xs: [], ys: [] };
  places.forEach(({ u, v }, i) => {
    if (!inside[i] || !clear[i]) return;
    found.xs.push(c * u - s * v);
    found.ys.push(s * u + c * v);
  });
  return found;
}

/** Corners of all cells: those of the lattice, quartered as its levels say. */
function latticePlaces({ us, vs, levels }: GradedLattice): Place[] {
  const [columns, rows] = [us.length - 1, vs.length - 1];
  const found = new Map<string, { u: number; v: number; size: number }>();
  const fine = 1 << deepest;
  const put = (i: number, p: number, j: number, q: number, u: number, v: number, size: number) => {
    const key = `${i * fine + p} ${j * fine + q}`;
    const known = found.get(key);
    if (known) known.size = Math.min(known.size, size);
    else found.set(key, { u, v, size });
  };
  for (let i = 0; i < columns; i++)
    for (let j = 0; j < rows; j++) {
      const parts = 1 << levels[i * rows + j];
      const step = fine / parts;
      const [wide, high] = [(us[i + 1] - us[i]) / parts, (vs[j + 1] - vs[j]) / parts];
      for (let p = 0; p <= parts; p++)
        for (let q = 0; q <= parts; q++)
          put(
            i,
            p * step,
            j,
            q * step,
            p === parts ? us[i + 1] : us[i] + p * wide,
            q === parts ? vs[j + 1] : vs[j] + q * high,
            Math.min(wide, high),
          );
    }
  return [...found.values()];
}

/** Which places lie within the bounding pieces, row by row. */
function insideOf(
  us: Float64Array,
  vs: Float64Array,
  { pieces, bounds }: Skeleton,
  places: readonly Place[],
): Uint8Array {
  const inside = new Uint8Array(places.length);
  const rows = new Map<number, number[]>();
  places.forEach(({ v }, i) => {
    const row = rows.get(v);
    if (row) row.push(i);
    else rows.set(v, [i]);
  });
  for (const [v, row] of rows) {
    const crossings: number[] = [];
    for (let p = 0; p < bounds.length; p++) {
      if (!bounds[p]) continue;
      const [a, b] = [pieces[2 * p], pieces[2 * p + 1]];
      if (vs[a] > v !== vs[b] > v) crossings.push(us[a] + ((v - vs[a]) / (vs[b] - vs[a])) * (us[b] - us[a]));
    }
    crossings.sort((a, b) => a - b);
    for (const i of row) {
      let [low, high] = [0, crossings.length];
      while (low < high) {
        const middle = (low + high) >> 1;
        if (crossings[middle] <= places[i].u) low = middle + 1;
        else high = middle;
      }
      inside[i] = low % 2;
    }
  }
  return inside;
}

/** Which places are far enough from pieces and single nodes. */
function clearOf(
  us: Float64Array,
  vs: Float64Array,
  { pieces, single }: Skeleton,
  places: readonly Place[],
): Uint8Array {
  const clear = new Uint8Array(places.length).fill(1);
  if (places.length === 0) return clear;
  // places by squares as wide as the largest cell
  const largest = places.reduce((most, { size }) => Math.max(most, size), 0);
  const squares = new Map<string, number[]>();
  const square = (value: number) => Math.floor(value / largest);
  places.forEach(({ u, v }, i) => {
    const key = `${square(u)} ${square(v)}`;
    const list = squares.get(key);
    if (list) list.push(i);
    else squares.set(key, [i]);
  });
  const about = (low: readonly [number, number], high: readonly [number, number], visit: (i: number) => void) => {
    for (let p = square(low[0] - largest); p <= square(high[0] + largest); p++)
      for (let q = square(low[1] - largest); q <= square(high[1] + largest); q++)
        squares.get(`${p} ${q}`)?.forEach(visit);
  };
  for (let p = 0; p < pieces.length; p += 2) {
    const [a, b] = [pieces[p], pieces[p + 1]];
    const [du, dv] = [us[b] - us[a], vs[b] - vs[a]];
    const squared = du * du + dv * dv;
    about([Math.min(us[a], us[b]), Math.min(vs[a], vs[b])], [Math.max(us[a], us[b]), Math.max(vs[a], vs[b])], (i) => {
      const { u, v, size } = places[i];
      const t = Math.max(0, Math.min(1, ((u - us[a]) * du + (v - vs[a]) * dv) / squared));
      if (Math.hypot(u - us[a] - t * du, v - vs[a] - t * dv) < clearOfPieces * size) clear[i] = 0;
    });
  }
  for (const node of single)
    about([us[node], vs[node]], [us[node], vs[node]], (i) => {
      const { u, v, size } = places[i];
      if (Math.hypot(u - us[node], v - vs[node]) < clearOfNodes * size) clear[i] = 0;
    });
  return clear;
}
