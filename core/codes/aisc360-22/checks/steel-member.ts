import { lineIndex, type MemberLine, type Station } from '../../../results';
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
export const majorStrengths = (
  { section, segments }: SteelMember,
  line: MemberLine,
  places: readonly Station[],
): number[] =>
  segments.map((segment) => majorFlexuralStrength(section, segment.unbraced, gradientOf(line, segment, places)));

/** The weakest strong-axis strength of the segments that meet at a place, N·m. @param strengths those of all segments */
export const weakestAt = ({ segments }: SteelMember, strengths: readonly number[], x: number): number =>
  Math.min(...segmentsAt(segments, x).map((i) => strengths[i]));

/** The same, worked out on a sheet for the segment that governs at x. */
export function tracedMajorStrength(member: SteelMember, line: MemberLine, x: number, sheet: Sheet): number {
  const places = placesOf(line, member.stations);
  const strengths = majorStrengths(member, line, places);
  const governing = segmentsAt(member.segments, x).reduce((a, b) => (strengths[b] < strengths[a] ? b : a));
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
  return majorFlexuralStrength(member.section, segment.unbraced, gradientOf(line, segment, places, sheet), sheet);
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
function gradientOf(line: MemberLine, segment: Segment, places: readonly Station[], sheet?: Sheet): number {
  if (segment.evenBecause === undefined) return momentGradientFactor(segmentMoments(line, segment, places), sheet);
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

function segmentsAt(segments: readonly Segment[], x: number): number[] {
  const tolerance = 1e-9 * (segments[segments.length - 1].to || 1);
  return segments.flatMap((segment, i) => (x >= segment.from - tolerance && x <= segment.to + tolerance ? [i] : []));
}

function segmentMoments(line: MemberLine, { from, to }: Segment, places: readonly Station[]): SegmentMoments {
  const at = (x: number) => Math.abs(line.at(x)[lineIndex.My]);
  const inside = places.filter(({ x }) => x > from && x < to).map(({ x }) => at(x));
  const quarter = (to - from) / 4;
  const [a, b, c] = [at(from + quarter), at(from + 2 * quarter), at(from + 3 * quarter)];
  return { max: Math.max(at(from), at(to), a, b, c, ...inside), a, b, c };
}

/** The stations, and where the strong-axis shear passes through zero between them: there its moment peaks. */
export function placesOf(line: MemberLine, stations: readonly Station[]): Station[] {
  const places: Station[] = [];
  let before: { x: number; V: number } | undefined;
  for (const station of stations) {
    const V = line.at(station.x, station.after)[lineIndex.Vz];
    if (before && station.x > before.x && before.V * V < 0)
      places.push({ x: before.x + ((station.x - before.x) * before.V) / (before.V - V), after: false });
    places.push(station);
    before = { x: station.x, V };
  }
  return places;
}
