import { lineIndex, lineWidth, type MemberLine, type Station } from '../../../results';
import { length, plain, type Sheet } from '../../../sheet';
import type { CheckedMember } from '../../doors/checks/design-code';
import { compressionStrength, tensionStrength, type EffectiveLengths } from './compression';
import {
  majorFlexuralStrength,
  majorFlexureExclusion,
  minorFlexuralStrength,
  momentGradientFactor,
  type SegmentMoments,
} from './flexure';
import { flangeShearStrength, webShearStrength } from './shear';
import type { SteelSection } from './steel-section';

/** The part of a member between two lateral braces, m from its start. */
interface Segment {
  readonly from: number;
  readonly to: number;
  /** L_b, m: never shorter than what was typed */
  readonly unbraced: number;
  /** why C_b is 1 whatever the moments are; none: F1-1 gives it */
  readonly evenBecause?: string;
}

/** A steel member with the lengths and strengths its checks share: N, N·m, m. */
export interface SteelMember {
  readonly section: SteelSection;
  readonly stations: readonly Station[];
  readonly lengths: EffectiveLengths;
  readonly segments: readonly Segment[];
  /** why strong-axis bending cannot be checked; undefined: it can */
  readonly majorExclusion: string | undefined;
  readonly strengths: {
    readonly tension: number;
    readonly compression: number;
    readonly minor: number;
    readonly web: number;
    readonly flange: number;
  };
}

/** Gathers what the checks of a member share. */
export function steelMember(section: SteelSection, { member, lines, stations, free }: CheckedMember): SteelMember {
  const { steelDesign: design } = member;
  const memberLength = lines[0].line.length;
  const lengths: EffectiveLengths = {
    major: (design?.factorMajor ?? 1) * (design?.unbracedLengthMajor ?? memberLength),
    minor: (design?.factorMinor ?? 1) * (design?.unbracedLengthMinor ?? memberLength),
    torsional: design?.unbracedLengthTorsion ?? memberLength,
  };
  return {
    section,
    stations,
    lengths,
    segments: segmentsOf(memberLength, design?.unbracedLengthTorsion, free),
    majorExclusion: majorFlexureExclusion(section),
    strengths: {
      tension: tensionStrength(section),
      compression: compressionStrength(section, lengths),
      minor: minorFlexuralStrength(section),
      web: webShearStrength(section),
      flange: flangeShearStrength(section),
    },
  };
}

/** Strong-axis strength of each unbraced segment under one combination, N·m. */
export const majorStrengths = ({ section, segments }: SteelMember, line: MemberLine, read: Readings): number[] =>
  segments.map((segment) => majorFlexuralStrength(section, segment.unbraced, gradientOf(line, segment, read)));

/** The weakest strong-axis strength of the segments that meet at a place, N·m. @param strengths those of all segments */
export function weakestAt({ segments }: SteelMember, strengths: readonly number[], x: number): number {
  const tolerance = toleranceOf(segments);
  let weakest = Infinity;
  for (let i = 0; i < segments.length; i++)
    if (isIn(segments[i], x, tolerance) && strengths[i] < weakest) weakest = strengths[i];
  return weakest;
}

/** The same, worked out on a sheet for the segment that governs at x. */
export function tracedMajorStrength(member: SteelMember, line: MemberLine, x: number, sheet: Sheet): number {
  const read = readAlong(line, member.stations);
  const strengths = majorStrengths(member, line, read);
  const tolerance = toleranceOf(member.segments);
  const governing = member.segments
    .flatMap((one, i) => (isIn(one, x, tolerance) ? [i] : []))
    .reduce((a, b) => (strengths[b] < strengths[a] ? b : a));
  const segment = member.segments[governing];
  const isTyped = Math.abs(segment.unbraced - (segment.to - segment.from)) > 1e-9;
  sheet.step({
    clause: 'F2.2',
    title: isTyped ? 'Unbraced length, as typed' : 'Unbraced length of the segment',
    symbol: 'L_b',
    expression: isTyped ? 'L' : 'x_2 - x_1',
    inputs: isTyped ? { L: length(segment.unbraced) } : { x_2: length(segment.to), x_1: length(segment.from) },
    value: length(segment.unbraced),
  });
  return majorFlexuralStrength(member.section, segment.unbraced, gradientOf(line, segment, read, sheet), sheet);
}

/** More unbraced segments than this are not told apart: a length was mistyped, and the check must end. */
const mostSegments = 300;

/**
 * Equal unbraced segments of a member; where the typed length is longer than the member, the braces lie beyond it. Where it is so short that there would be
 * too many, fewer and longer ones are taken, which is safe.
 */
function segmentsOf(
  total: number,
  typed: number | undefined,
  free: { readonly start: boolean; readonly end: boolean },
): Segment[] {
  const wanted = Math.max(1, Math.ceil(total / (typed ?? total) - 1e-6));
  const count = Math.min(wanted, mostSegments);
  const unbraced = wanted > count ? total / count : (typed ?? total);
  return Array.from({ length: count }, (_, i): Segment => {
    const tip = (i === 0 && free.start) || (i === count - 1 && free.end);
    const because =
      wanted > count
        ? `the unbraced length that was typed makes ${wanted} segments; ${count} longer ones are taken (F1 allows 1)`
        : tip
          ? 'its free end is unbraced (F1)'
          : unbraced > total * (1 + 1e-9)
            ? 'its braces lie beyond the member, and the moments there are not read (F1 allows 1)'
            : undefined;
    return {
      from: (total * i) / count,
      to: (total * (i + 1)) / count,
      unbraced,
      ...(because ? { evenBecause: because } : {}),
    };
  });
}

/** C_b of a segment. */
function gradientOf(line: MemberLine, segment: Segment, read: Readings, sheet?: Sheet): number {
  if (segment.evenBecause === undefined) return momentGradientFactor(segmentMoments(line, segment, read), sheet);
  sheet?.step({
    clause: 'F1',
    title: 'Moment gradient',
    symbol: 'C_b',
    expression: '1',
    inputs: {},
    value: plain(1, 2),
    note: segment.evenBecause,
  });
  return 1;
}

const toleranceOf = (segments: readonly Segment[]): number => 1e-9 * (segments[segments.length - 1].to || 1);
const isIn = ({ from, to }: Segment, x: number, tolerance: number): boolean =>
  x >= from - tolerance && x <= to + tolerance;

const one = new Float64Array(lineWidth);

function segmentMoments(line: MemberLine, { from, to }: Segment, { places, values }: Readings): SegmentMoments {
  const at = (x: number) => Math.abs(line.at(x, false, one)[lineIndex.My]);
  const quarter = (to - from) / 4;
  const [a, b, c] = [at(from + quarter), at(from + 2 * quarter), at(from + 3 * quarter)];
  let max = Math.max(at(from), at(to), a, b, c);
  places.forEach(({ x, after }, i) => {
    if (x > from && x < to && !after) max = Math.max(max, Math.abs(values[lineWidth * i + lineIndex.My]));
  });
  return { max, a, b, c };
}

/** Values of a member under one combination at its stations, and where the strong-axis shear passes through zero between them: there its moment peaks. */
export interface Readings {
  readonly places: readonly Station[];
  /** values at place i from `lineWidth` × i on, as in `MemberLine` */
  readonly values: Float64Array;
}

/** Reads every place once: reading is what costs. */
export function readAlong(line: MemberLine, stations: readonly Station[]): Readings {
  const places: Station[] = [];
  const values = new Float64Array(2 * lineWidth * stations.length);
  const keep = (place: Station) => {
    values.set(one, lineWidth * places.length);
    places.push(place);
  };
  let before: { x: number; V: number } | undefined;
  for (const station of stations) {
    const V = line.at(station.x, station.after, one)[lineIndex.Vz];
    if (before && station.x > before.x && before.V * V < 0) {
      const x = before.x + ((station.x - before.x) * before.V) / (before.V - V);
      line.at(x, false, one);
      keep({ x, after: false });
      line.at(station.x, station.after, one);
    }
    keep(station);
    before = { x: station.x, V };
  }
  return { places, values };
}
