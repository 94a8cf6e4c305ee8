import { forceComponents, type ForceComponent, type StationTable } from '~core/results';
import type { Quantity } from '../../state/view-slice';
import { colors } from '../../theme/tokens';

/** A quantity along members as drawn in space: fills, outlines (m) and values to write. */
export interface DiagramDrawing {
  readonly triangles: Float32Array;
  readonly outline: Float32Array;
  readonly values: readonly { at: [number, number, number]; value: number; member: number; weight: number }[];
  /** metres on the drawing for one base unit (m per N, N·m or m) */
  readonly scale: number;
  readonly largest: number;
}

export const quantityColors: Readonly<Record<Quantity, string>> = {
  deflected: colors.ink2, N: colors.axial, Vy: colors.shear, Vz: colors.shear, T: colors.torsion, My: colors.moment, Mz: colors.moment, reactions: colors.ink,
};

/** The local axis (row of the axes matrix) along which a quantity is drawn, and its sense: moments on the tension side. */
const drawnAlong: Readonly<Record<ForceComponent, { row: 1 | 2; sign: 1 | -1 }>> = {
  N: { row: 2, sign: 1 }, Vy: { row: 1, sign: 1 }, Vz: { row: 2, sign: 1 }, T: { row: 2, sign: 1 }, My: { row: 2, sign: -1 }, Mz: { row: 1, sign: -1 },
};

export const isForce = (quantity: Quantity): quantity is ForceComponent => (forceComponents as readonly string[]).includes(quantity);

/** 1, 2 or 5 times a power of ten, not above the value. */
export function roundDown(value: number): number {
  const power = 10 ** Math.floor(Math.log10(value));
  const digit = value / power;
  return (digit >= 5 ? 5 : digit >= 2 ? 2 : 1) * power;
}

/**
 * Diagrams of an internal force on members.
 * @param members numbers in the solution
 * @param weights one set for a case or combination, several for an envelope
 * @param reach   length in m that the largest ordinate should have
 */
export function forceDiagrams(table: StationTable, members: readonly number[], weights: readonly Float64Array[], component: ForceComponent, reach: number, magnify: number): DiagramDrawing {
  const { solution } = table;
  const bands = members.map((member) => table.band(member, weights, component));
  let largest = 0;
  for (const { max, min } of bands) for (let s = 0; s < max.length; s++) largest = Math.max(largest, Math.abs(max[s]), Math.abs(min[s]));
  if (largest < 1e-9) return { triangles: new Float32Array(), outline: new Float32Array(), values: [], scale: 0, largest: 0 };
  const scale = roundDown((reach / largest) * magnify);
  const { row, sign } = drawnAlong[component];
  const triangles: number[] = [];
  const outline: number[] = [];
  const values: DiagramDrawing['values'][number][] = [];
  const noteworthy = 0.02 * largest;
  members.forEach((member, i) => {
    const { stations, max, min } = bands[i];
    const from = 3 * solution.ends[2 * member];
    const axes = solution.axes.subarray(9 * member, 9 * member + 9);
    const place = (x: number, value: number): [number, number, number] => {
      const offset = sign * value * scale;
      return [0, 1, 2].map((k) => solution.positions[from + k] + x * axes[k] + offset * axes[3 * row + k]) as [number, number, number];
    };
    const curves = weights.length === 1 ? [max] : [max, min];
    for (const curve of curves) {
      outline.push(...place(0, 0), ...place(stations[0].x, curve[0]));
      for (let s = 1; s < stations.length; s++) {
        const [a, b] = [stations[s - 1].x, stations[s].x];
        addSlice(triangles, place, a, b, curve[s - 1], curve[s]);
        outline.push(...place(a, curve[s - 1]), ...place(b, curve[s]));
      }
      const last = stations.length - 1;
      outline.push(...place(stations[last].x, curve[last]), ...place(stations[last].x, 0));
    }
    const write = (x: number, value: number) => {
      if (Math.abs(value) > noteworthy) values.push({ at: place(x, value), value, member, weight: Math.abs(value) / largest });
    };
    const last = stations.length - 1;
    const length = stations[last].x;
    if (weights.length === 1) {
      write(0, max[0]);
      write(length, max[last]);
    }
    const { max: top, min: bottom } = table.extremes(member, weights, component);
    for (const { value, x } of top.value === bottom.value ? [top] : [top, bottom]) if (weights.length > 1 || (x > 0 && x < length)) write(x, value);
  });
  return { triangles: Float32Array.from(triangles), outline: Float32Array.from(outline), values, scale, largest };
}

type Place = (x: number, value: number) => [number, number, number];

/** The area between the axis and the curve from a to b; where the curve crosses the axis, two triangles that meet there. */
function addSlice(triangles: number[], place: Place, a: number, b: number, va: number, vb: number): void {
  if (va * vb < 0) {
    const zero = a + ((b - a) * va) / (va - vb);
    triangles.push(...place(a, 0), ...place(a, va), ...place(zero, 0), ...place(zero, 0), ...place(b, vb), ...place(b, 0));
    return;
  }
  triangles.push(...place(a, 0), ...place(a, va), ...place(b, vb), ...place(a, 0), ...place(b, vb), ...place(b, 0));
}

/** Members in their displaced shape, exaggerated. @param weights one set; an envelope has no shape */
export function deflectedShape(table: StationTable, members: readonly number[], weights: Float64Array, reach: number, magnify: number): DiagramDrawing {
  const { solution } = table;
  const shapes = members.map((member) => ({ member, stations: table.stations(member), u: table.band(member, [weights], 'u').max, v: table.band(member, [weights], 'v').max, w: table.band(member, [weights], 'w').max }));
  let largest = 0;
  for (const { u, v, w } of shapes) for (let s = 0; s < u.length; s++) largest = Math.max(largest, Math.hypot(u[s], v[s], w[s]));
  if (largest < 1e-12) return { triangles: new Float32Array(), outline: new Float32Array(), values: [], scale: 0, largest: 0 };
  const scale = roundDown((reach / largest) * magnify);
  const outline: number[] = [];
  const values: DiagramDrawing['values'][number][] = [];
  for (const { member, stations, u, v, w } of shapes) {
    const from = 3 * solution.ends[2 * member];
    const axes = solution.axes.subarray(9 * member, 9 * member + 9);
    const place = (s: number) => [0, 1, 2].map((k) => solution.positions[from + k] + (stations[s].x + scale * u[s]) * axes[k] + scale * (v[s] * axes[3 + k] + w[s] * axes[6 + k])) as [number, number, number];
    let [before, most] = [place(0), 0];
    for (let s = 1; s < stations.length; s++) {
      const here = place(s);
      outline.push(...before, ...here);
      before = here;
      if (Math.hypot(u[s], v[s], w[s]) > Math.hypot(u[most], v[most], w[most])) most = s;
    }
    const size = Math.hypot(u[most], v[most], w[most]);
    values.push({ at: place(most), value: size, member, weight: size / largest });
  }
  return { triangles: new Float32Array(), outline: Float32Array.from(outline), values, scale, largest };
}
