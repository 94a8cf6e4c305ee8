import Constrainautor from '@kninnug/constrainautor';
import Delaunator from 'delaunator';

/** Triangles of a region: three nodes each, anticlockwise, and the triangle beyond each side (−1: none, or beyond a piece that bounds the region). */
export interface Triangulation {
  readonly triangles: Int32Array;
  /** half-edge `3 t + k` runs from corner k of triangle t to the next; the half-edge on the other side, or −1 */
  readonly twins: Int32Array;
  /** whether a half-edge lies on a piece that must be met */
  readonly fixed: Uint8Array;
}

/**
 * The Delaunay triangulation of nodes that keeps all pieces, inside the pieces that bound the region.
 * @param pieces two nodes each @param bounds whether a piece bounds the region @param isInside whether a place lies in the region
 */
export function triangulate(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  pieces: Int32Array,
  bounds: Uint8Array,
  isInside: (x: number, y: number) => boolean,
): Triangulation {
  const n = xs.length;
  const coordinates = framed(xs, ys);
  const delaunay = new Delaunator(coordinates);
  const constrained = new Constrainautor(delaunay);
  for (let p = 0; p < pieces.length; p += 2) constrained.constrainOne(pieces[p], pieces[p + 1]);
  constrained.delaunify(true);
  const { triangles, halfedges } = delaunay;
  const kinds = new Map<number, number>();
  for (let p = 0; p < bounds.length; p++) {
    const [a, b] = [pieces[2 * p], pieces[2 * p + 1]];
    kinds.set(Math.min(a, b) * (n + 4) + Math.max(a, b), bounds[p] ? 2 : 1);
  }
  const kindOf = (e: number) => {
    const [a, b] = [triangles[e], triangles[e % 3 === 2 ? e - 2 : e + 1]];
    return kinds.get(Math.min(a, b) * (n + 4) + Math.max(a, b)) ?? 0;
  };
  const count = triangles.length / 3;
  const edgeKinds = Uint8Array.from(triangles, (_, e) => kindOf(e));
  const kept = insideParts(coordinates, triangles, halfedges, edgeKinds, isInside);
  const numbers = new Int32Array(count).fill(-1);
  let inside = 0;
  for (let t = 0; t < count; t++) if (kept[t]) numbers[t] = inside++;
  const own = new Int32Array(3 * inside);
  const twins = new Int32Array(3 * inside).fill(-1);
  const fixed = new Uint8Array(3 * inside);
  for (let t = 0; t < count; t++) {
    if (!kept[t]) continue;
    // Delaunator's triangles run the other way where y points up
    for (let k = 0; k < 3; k++) {
      const to = 3 * numbers[t] + k;
      const e = 3 * t + reversed[k];
      own[to] = triangles[3 * t + corners[k]];
      fixed[to] = edgeKinds[e] > 0 ? 1 : 0;
      const other = halfedges[e];
      const beyond = other < 0 ? -1 : Math.floor(other / 3);
      if (beyond >= 0 && kept[beyond] && edgeKinds[e] < 2) twins[to] = 3 * numbers[beyond] + reversed[other % 3];
    }
  }
  return { triangles: own, twins, fixed };
}

/** Places are told apart by one part of this of a metre when nodes are joined. */
const grain = 2 ** 40;

/**
 * Nodes with four more far around them: nodes along a straight rim lie in line but for rounding, which the hull of a triangulation bears badly and its
 * inside well.
 */
function framed(xs: ArrayLike<number>, ys: ArrayLike<number>): Float64Array {
  const n = xs.length;
  const coordinates = new Float64Array(2 * n + 8);
  let [left, right, low, high] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0; i < n; i++) {
    // numbers next to nothing would underflow where orientations are told exactly
    coordinates[2 * i] = Math.round(xs[i] * grain) / grain;
    coordinates[2 * i + 1] = Math.round(ys[i] * grain) / grain;
    left = Math.min(left, xs[i]);
    right = Math.max(right, xs[i]);
    low = Math.min(low, ys[i]);
    high = Math.max(high, ys[i]);
  }
  const margin = right - left + high - low;
  coordinates.set(
    [
      left - margin,
      low - 1.1 * margin,
      right + 1.2 * margin,
      low - margin,
      right + margin,
      high + 1.3 * margin,
      left - 1.1 * margin,
      high + margin,
    ],
    2 * n,
  );
  return coordinates;
}

/** Corner k of a triangle that is run the other way, and the half-edge that leaves it then. */
const corners = [0, 2, 1] as const;
const reversed = [2, 1, 0] as const;

/** Which triangles lie in the region: part by part, judged at the largest triangle of each. */
function insideParts(
  coordinates: Float64Array,
  triangles: ArrayLike<number>,
  halfedges: ArrayLike<number>,
  kinds: Uint8Array,
  isInside: (x: number, y: number) => boolean,
): Uint8Array {
  const count = triangles.length / 3;
  const kept = new Uint8Array(count);
  const seen = new Uint8Array(count);
  const area = (t: number) => {
    const [a, b, c] = [triangles[3 * t], triangles[3 * t + 1], triangles[3 * t + 2]];
    return Math.abs(
      (coordinates[2 * b] - coordinates[2 * a]) * (coordinates[2 * c + 1] - coordinates[2 * a + 1]) -
        (coordinates[2 * c] - coordinates[2 * a]) * (coordinates[2 * b + 1] - coordinates[2 * a + 1]),
    );
  };
  for (let start = 0; start < count; start++) {
    if (seen[start]) continue;
    const part = [start];
    seen[start] = 1;
    let largest = start;
    for (let p = 0; p < part.length; p++) {
      const t = part[p];
      if (area(t) > area(largest)) largest = t;
      for (let e = 3 * t; e < 3 * t + 3; e++) {
        const other = halfedges[e];
        if (other < 0 || kinds[e] === 2) continue;
        const beyond = Math.floor(other / 3);
        if (seen[beyond]) continue;
        seen[beyond] = 1;
        part.push(beyond);
      }
    }
    const middle = [0, 1].map((k) => {
      let sum = 0;
      for (let corner = 0; corner < 3; corner++) sum += coordinates[2 * triangles[3 * largest + corner] + k];
      return sum / 3;
    });
    if (isInside(middle[0], middle[1])) for (const t of part) kept[t] = 1;
  }
  return kept;
}
