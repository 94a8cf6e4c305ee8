import type { Solution } from '../fem';
import { forceComponents, lineIndex, lineWidth, type ForceComponent, type MemberLine } from './member-line';
import type { ReadLine } from './station-line';

/** A place along a member; at a point load there are two, just before and just after it. */
export interface Station {
  readonly x: number;
  readonly after: boolean;
}

const divisions = 16;
/** Places nearer to each other than this share of the length are one: what lies between them is rounding, and a mean over it would be noise. */
const samePlace = 1e-9;

/** Stations of a member that serve every case: equal parts, and where a load begins, ends or acts. */
export function stationsOf(solution: Solution, member: number, parts = divisions): Station[] {
  const length = solution.lengths[member];
  const { terms } = solution;
  const positions = new Set<number>();
  const jumps = new Set<number>();
  for (let i = 0; i <= parts; i++) positions.add((length * i) / parts);
  for (let t = terms.memberStart[member]; t < terms.memberStart[member + 1]; t++) {
    positions.add(terms.from[t]);
    positions.add(terms.to[t]);
    if (terms.isPoint[t]) jumps.add(terms.from[t]);
    // where a load that changes linearly passes through zero, the force it makes peaks
    const crossing = terms.from[t] - terms.value[t] / terms.slope[t];
    if (terms.slope[t] !== 0 && crossing > terms.from[t] && crossing < terms.to[t]) positions.add(crossing);
  }
  const sorted = [...positions].sort((a, b) => a - b);
  // of places that are one the one at which a force jumps is kept, then the end
  const rank = (x: number) => (jumps.has(x) ? 2 : x === 0 || x === length ? 1 : 0);
  const apart: number[] = [];
  for (const x of sorted) {
    const last = apart.length - 1;
    if (last < 0 || x - apart[last] > samePlace * length) apart.push(x);
    else if (rank(x) > rank(apart[last])) apart[last] = x;
  }
  return apart.flatMap((x) => {
    if (!jumps.has(x)) return [{ x, after: false }];
    if (x === 0) return [{ x, after: true }];
    return x >= length
      ? [{ x, after: false }]
      : [
          { x, after: false },
          { x, after: true },
        ];
  });
}

/**
 * Where a cubic with given values and slopes at both ends of an interval peaks inside it, as shares of the interval. Moments under
 * loads that change linearly are such cubics; in second order they differ from one by less than a millionth.
 * @param h length of the interval, m
 */
export function peaksBetween(valueA: number, slopeA: number, valueB: number, slopeB: number, h: number): number[] {
  const [a, b] = [slopeA * h, slopeB * h];
  const d = valueB - valueA;
  // derivative a + 2 (3 d − 2 a − b) t + 3 (a + b − 2 d) t²
  const [p, q] = [3 * (a + b - 2 * d), 3 * d - 2 * a - b];
  const size = Math.abs(a) + Math.abs(b) + Math.abs(d);
  if (Math.abs(p) < 1e-9 * size) return inside([-a / (2 * q)]);
  const root = q * q - p * a;
  if (root < 0) return [];
  return inside([(-q + Math.sqrt(root)) / p, (-q - Math.sqrt(root)) / p]);
}

/** Where a parabola with given end values and mean peaks inside an interval, as a share of it: a shear under loads that change linearly, its mean the change of moment over the length. */
export function parabolaPeak(valueA: number, mean: number, valueB: number): number[] {
  const curvature = 3 * (valueA + valueB - 2 * mean);
  if (Math.abs(curvature) < 1e-9 * (Math.abs(valueA) + Math.abs(valueB) + Math.abs(mean))) return [];
  return inside([(2 * valueA + valueB - 3 * mean) / curvature]);
}

const inside = (shares: number[]): number[] => shares.filter((share) => share > 1e-9 && share < 1 - 1e-9);

export interface Extreme {
  readonly value: number;
  readonly x: number;
}
export type Extremes = Record<ForceComponent, { max: Extreme; min: Extreme }>;

const moments = [
  [lineIndex.My, lineIndex.dMy],
  [lineIndex.Mz, lineIndex.dMz],
] as const;
const shears = [
  [lineIndex.Vy, lineIndex.Mz],
  [lineIndex.Vz, lineIndex.My],
] as const;

/** Largest and smallest of every internal force along a member: at the stations, and for moments where the shear passes through zero between them. */
export function extremesOf(line: ReadLine, stations: readonly Station[]): Extremes {
  const most = new Float64Array(12);
  most.fill(-Infinity, 0, 6).fill(Infinity, 6);
  const at = new Float64Array(12);
  const note = (index: number, value: number, x: number) => {
    if (value > most[index]) {
      most[index] = value;
      at[index] = x;
    }
    if (value < most[index + 6]) {
      most[index + 6] = value;
      at[index + 6] = x;
    }
  };
  const between = new Float64Array(lineWidth);
  let [before, values] = [new Float64Array(lineWidth), new Float64Array(lineWidth)];
  for (let i = 0; i < stations.length; i++) {
    const { x: end, after } = stations[i];
    line.at(end, after, values);
    for (let index = 0; index < 6; index++) note(index, values[index], end);
    const start = i > 0 ? stations[i - 1].x : end;
    const h = end - start;
    if (h > 0) {
      // between neighbouring stations a force changes smoothly: it peaks where its slope vanishes
      for (const [moment, slope] of moments)
        for (const share of peaksBetween(before[moment], before[slope], values[moment], values[slope], h)) {
          const x = start + share * h;
          note(moment, line.at(x, false, between)[moment], x);
        }
      for (const [shear, moment] of shears)
        for (const share of parabolaPeak(before[shear], (values[moment] - before[moment]) / h, values[shear])) {
          const x = start + share * h;
          note(shear, line.at(x, false, between)[shear], x);
        }
    }
    [before, values] = [values, before];
  }
  return Object.fromEntries(
    forceComponents.map((component) => {
      const index = lineIndex[component];
      return [
        component,
        { max: { value: most[index], x: at[index] }, min: { value: most[index + 6], x: at[index + 6] } },
      ];
    }),
  ) as Extremes;
}

/** Extremes over several lines of one member, with the number of the line each comes from. */
export type GoverningExtremes = Record<
  ForceComponent,
  { max: Extreme & { line: number }; min: Extreme & { line: number } }
>;

/** @throws RangeError without a line */
export function governingExtremes(lines: readonly MemberLine[], stations: readonly Station[]): GoverningExtremes {
  if (lines.length === 0) throw new RangeError('governingExtremes needs at least one line');
  const each = lines.map((line) => extremesOf(line, stations));
  const result = {} as GoverningExtremes;
  for (const component of forceComponents) {
    let max = { ...each[0][component].max, line: 0 };
    let min = { ...each[0][component].min, line: 0 };
    each.forEach((extremes, line) => {
      if (extremes[component].max.value > max.value) max = { ...extremes[component].max, line };
      if (extremes[component].min.value < min.value) min = { ...extremes[component].min, line };
    });
    result[component] = { max, min };
  }
  return result;
}

/** Where the deflection from the chord is largest, local y and z together; refined between the stations. */
export function largestChordDeflection(line: MemberLine, stations: readonly Station[]): Extreme {
  const size = (x: number) => Math.hypot(...line.fromChord(x));
  let best = 0;
  stations.forEach((station, i) => {
    if (size(station.x) > size(stations[best].x)) best = i;
  });
  let low = stations[Math.max(0, best - 1)].x;
  let high = stations[Math.min(stations.length - 1, best + 1)].x;
  for (let i = 0; i < 40; i++) {
    const third = (high - low) / 3;
    if (size(low + third) < size(high - third)) low += third;
    else high -= third;
  }
  const x = (low + high) / 2;
  const [v, w] = line.fromChord(x);
  return { value: Math.abs(w) >= Math.abs(v) ? w : v, x };
}

/** Cubic with given end values and end slopes (times the interval) at share t. */
export function cubic(valueA: number, slopeA: number, valueB: number, slopeB: number, t: number): number {
  return (
    valueA * (1 + 2 * t) * (1 - t) ** 2 +
    slopeA * t * (1 - t) ** 2 +
    valueB * t * t * (3 - 2 * t) -
    slopeB * t * t * (1 - t)
  );
}
