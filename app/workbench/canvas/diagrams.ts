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
  const ribbon = new Ribbon();
  const values: DiagramDrawing['values'][number][] = [];
  const noteworthy = 0.02 * largest;
  const written = membersToWrite(bands);
  members.forEach((member, i) => {
    const { stations, max, min } = bands[i];
    const from = 3 * solution.ends[2 * member];
    const axes = solution.axes.subarray(9 * member, 9 * member + 9);
    const place = (x: number, value: number): [number, number, number] => {
      const offset = sign * value * scale;
      const side = 3 * row;
      const { positions } = solution;
      return [positions[from] + x * axes[0] + offset * axes[side], positions[from + 1] + x * axes[1] + offset * axes[side + 1], positions[from + 2] + x * axes[2] + offset * axes[side + 2]];
    };
    for (const curve of weights.length === 1 ? [max] : [max, min]) ribbon.add(stations, curve, place);
    const write = (x: number, value: number) => {
      if (Math.abs(value) > noteworthy) values.push({ at: place(x, value), value, member, weight: Math.abs(value) / largest });
    };
    const last = stations.length - 1;
    const length = stations[last].x;
    if (weights.length === 1) {
      write(0, max[0]);
      write(length, max[last]);
    }
    if (!written.has(i)) return;
    const { max: top, min: bottom } = table.extremes(member, weights, component);
    for (const { value, x } of top.value === bottom.value ? [top] : [top, bottom]) if (weights.length > 1 || (x > 0 && x < length)) write(x, value);
  });
  return { triangles: Float32Array.from(ribbon.triangles), outline: Float32Array.from(ribbon.outline), values, scale, largest };
}

const mostWritten = 80;

/** The members whose extremes are worth finding exactly: with many, those with the largest values. */
function membersToWrite(bands: readonly { max: Float64Array; min: Float64Array }[]): Set<number> {
  const all = bands.map((_, i) => i);
  if (all.length <= mostWritten) return new Set(all);
  const peaks = bands.map(({ max, min }) => Math.max(max.reduce((a, b) => Math.max(a, b)), -min.reduce((a, b) => Math.min(a, b))));
  return new Set(all.sort((a, b) => peaks[b] - peaks[a]).slice(0, mostWritten));
}

type Place = (x: number, value: number) => [number, number, number];

/** Collects the area between members and curves as triangles, and the curves as segments. */
class Ribbon {
  readonly triangles: number[] = [];
  readonly outline: number[] = [];

  add(stations: readonly { x: number }[], curve: Float64Array, place: Place): void {
    let foot = place(stations[0].x, 0);
    let tip = place(stations[0].x, curve[0]);
    push(this.outline, foot);
    push(this.outline, tip);
    for (let s = 1; s < stations.length; s++) {
      const nextFoot = place(stations[s].x, 0);
      const nextTip = place(stations[s].x, curve[s]);
      const [a, b] = [curve[s - 1], curve[s]];
      if (a * b < 0) {
        // the curve crosses the axis: two triangles that meet there
        const zero = place(stations[s - 1].x + ((stations[s].x - stations[s - 1].x) * a) / (a - b), 0);
        for (const corner of [foot, tip, zero, zero, nextTip, nextFoot]) push(this.triangles, corner);
      } else for (const corner of [foot, tip, nextTip, foot, nextTip, nextFoot]) push(this.triangles, corner);
      push(this.outline, tip);
      push(this.outline, nextTip);
      foot = nextFoot;
      tip = nextTip;
    }
    push(this.outline, tip);
    push(this.outline, foot);
  }
}

function push(list: number[], point: readonly [number, number, number]): void {
  list.push(point[0], point[1], point[2]);
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
