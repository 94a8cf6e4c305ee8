import type { Linear, Polygon } from '../../plane';

/** A piece of load along a line: from s to s (m), growing evenly, N/m when the pressure is in Pa. */
export interface LineShare {
  readonly from: number;
  readonly to: number;
  readonly valueFrom: number;
  readonly valueTo: number;
}

/** Pieces into which a curved load is cut between two corners; each keeps its own sum and its own centre. */
const piecesWhenCurved = 4;
const same = 1e-9;

/**
 * What a pressure over polygons comes to along the first coordinate when all of it is carried along the second: q(s) = ∫ p dt. Between
 * corners it is a parabola for a pressure that varies linearly and a straight line for an even one; parabolas become straight pieces of the
 * same sum and the same centre.
 * @param polygons counter-clockwise, openings clockwise, in coordinates (s, t), m
 * @param p        pressure, Pa
 */
export function lineShares(polygons: readonly Polygon[], p: Linear): LineShare[] {
  const stations = [...new Set(polygons.flat().map(([s]) => s))]
    .sort((a, b) => a - b)
    .filter((s, i, all) => i === 0 || s - all[i - 1] > same);
  const shares: LineShare[] = [];
  for (let i = 0; i + 1 < stations.length; i++) {
    const [from, to] = [stations[i], stations[i + 1]];
    const curve = densities(polygons, p, from, to);
    const largest = Math.max(...curve.map(Math.abs));
    if (largest === 0) continue;
    const [start, middle, end] = curve;
    // q = start + bend, a parabola through three values
    const bend = start - 2 * middle + end;
    if (Math.abs(bend) <= 1e-12 * largest) {
      shares.push({ from, to, valueFrom: start, valueTo: end });
      continue;
    }
    const at = (x: number) => start + (4 * middle - 3 * start - end) * x + 2 * bend * x * x;
    const step = 1 / piecesWhenCurved;
    for (let k = 0; k < piecesWhenCurved; k++) {
      // the straight line of the same sum and first moment as a parabola lies a sixth of its bend above its ends
      const lift = (2 * bend * step * step) / 6;
      shares.push({
        from: from + (to - from) * k * step,
        to: from + (to - from) * (k + 1) * step,
        valueFrom: at(k * step) - lift,
        valueTo: at((k + 1) * step) - lift,
      });
    }
  }
  return shares;
}

/** q at the start, in the middle and at the end of a strip between two neighbouring corners, from the edges that pass it. */
function densities(polygons: readonly Polygon[], p: Linear, from: number, to: number): [number, number, number] {
  const sums: [number, number, number] = [0, 0, 0];
  for (const polygon of polygons) {
    for (let i = 0; i < polygon.length; i++) {
      const [a, b] = [polygon[i], polygon[(i + 1) % polygon.length]];
      const [low, high] = [Math.min(a[0], b[0]), Math.max(a[0], b[0])];
      if (high - low <= same || low > from + same || high < to - same) continue;
      // edges that run to smaller s bound the area from above, when it is counter-clockwise
      const sign = b[0] < a[0] ? 1 : -1;
      [from, (from + to) / 2, to].forEach((s, k) => {
        const t = a[1] + ((b[1] - a[1]) * (s - a[0])) / (b[0] - a[0]);
        sums[k] += sign * ((p.a + p.b * s) * t + (p.c * t * t) / 2);
      });
    }
  }
  return sums;
}
