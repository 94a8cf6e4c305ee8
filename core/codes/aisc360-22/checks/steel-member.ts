import type { FreePart } from '../../../lines';
import { lineIndex, lineWidth, type MemberLine, type Station } from '../../../results';
import { length, plain, type Sheet } from '../../../sheet';
import { formatQuantity } from '../../../units';
import type { CheckedMember, CombinedLine } from '../../doors/checks/design-code';
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

/** The part of a member, or of its design line, between two lateral braces, m from the member's start. */
interface Segment {
  readonly from: number;
  readonly to: number;
  /** L_b, m: never shorter than what was typed */
  readonly unbraced: number;
  /** why C_b is 1 whatever the moments are; none: F1-1 gives it */
  readonly evenBecause?: string;
  /** it lies between what holds the design line, and may go on beyond the member */
  readonly isHeld?: true;
}

/** A steel member with the lengths and strengths its checks share: N, N·m, m. */
export interface SteelMember {
  readonly section: SteelSection;
  readonly stations: readonly Station[];
  readonly lengths: EffectiveLengths;
  /** where these come from, in sentences */
  readonly lengthWords: readonly string[];
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
export function steelMember(section: SteelSection, checked: CheckedMember): SteelMember {
  const { member, lines, stations, free, unheld } = checked;
  const { steelDesign: design } = member;
  const memberLength = lines[0].line.length;
  const [major, minor] = [unheld.major, unheld.minor].map(({ from, to }) => to - from);
  const lengths: EffectiveLengths = {
    major: (design?.factorMajor ?? 1) * (design?.unbracedLengthMajor ?? major),
    minor: (design?.factorMinor ?? 1) * (design?.unbracedLengthMinor ?? minor),
    torsional: design?.unbracedLengthTorsion ?? minor,
  };
  return {
    section,
    stations,
    lengths,
    lengthWords: lengthWords(checked),
    segments:
      design?.unbracedLengthTorsion === undefined
        ? [heldSegment(unheld.minor)]
        : segmentsOf(memberLength, design.unbracedLengthTorsion, free),
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

/** Where the lengths of a member that are not typed come from: a member that goes on in line is held where its line is. */
function lengthWords({ member: { steelDesign: design }, unheld, model }: CheckedMember): string[] {
  const { units } = model.settings;
  const told = (axis: string, { from, to, start, end }: FreePart): string => {
    const loose = [start, end].filter((words) => words === undefined).length;
    const held = [start, end].filter((words) => words !== undefined);
    return `Unbraced ${axis} over ${formatQuantity(to - from, 'length', units, 2)} of its design line${
      held.length > 0 ? `, held by ${[...new Set(held)].join(' and by ')}` : ''
    }${loose > 0 ? `; nothing in the model holds ${loose === 2 ? 'its ends' : 'the other end'}, where the length is taken to end (K = 1 unless it is typed)` : ''}.`;
  };
  return [
    ...(design?.unbracedLengthMajor === undefined ? [told('about the strong axis', unheld.major)] : []),
    ...(design?.unbracedLengthMinor === undefined || design.unbracedLengthTorsion === undefined
      ? [told('about the weak axis and sideways', unheld.minor)]
      : []),
  ];
}

/** Strong-axis strength of each unbraced segment under one combination, N·m. */
export const majorStrengths = ({ section, segments }: SteelMember, under: CombinedLine, read: Readings): number[] =>
  segments.map((segment) => majorFlexuralStrength(section, segment.unbraced, gradientOf(under, segment, read)));

/** The weakest strong-axis strength of the segments that meet at a place, N·m. @param strengths those of all segments */
export function weakestAt({ segments }: SteelMember, strengths: readonly number[], x: number): number {
  const tolerance = toleranceOf(segments);
  let weakest = Infinity;
  for (let i = 0; i < segments.length; i++)
    if (isIn(segments[i], x, tolerance) && strengths[i] < weakest) weakest = strengths[i];
  return weakest;
}

/** The same, worked out on a sheet for the segment that governs at x. */
export function tracedMajorStrength(member: SteelMember, under: CombinedLine, x: number, sheet: Sheet): number {
  const read = readAlong(under.line, member.stations);
  const strengths = majorStrengths(member, under, read);
  const tolerance = toleranceOf(member.segments);
  const governing = member.segments
    .flatMap((one, i) => (isIn(one, x, tolerance) ? [i] : []))
    .reduce((a, b) => (strengths[b] < strengths[a] ? b : a));
  const segment = member.segments[governing];
  const isTyped = !segment.isHeld && Math.abs(segment.unbraced - (segment.to - segment.from)) > 1e-9;
  const between = !isTyped && segment.from >= 0;
  sheet.step({
    clause: 'F2.2',
    title: isTyped
      ? 'Unbraced length, as typed'
      : segment.isHeld
        ? 'Unbraced length, between what holds the line sideways'
        : 'Unbraced length of the segment',
    symbol: 'L_b',
    expression: between ? 'x_2 - x_1' : 'L',
    inputs: between ? { x_2: length(segment.to), x_1: length(segment.from) } : { L: length(segment.unbraced) },
    value: length(segment.unbraced),
    ...(segment.from < 0 && segment.isHeld
      ? { note: 'it begins before this member, in another of its design line' }
      : {}),
  });
  return majorFlexuralStrength(member.section, segment.unbraced, gradientOf(under, segment, read, sheet), sheet);
}

/** The segment around a member between what holds its design line sideways. */
const heldSegment = ({ from, to, start, end }: FreePart): Segment => ({
  from,
  to,
  unbraced: to - from,
  isHeld: true,
  ...(start === undefined || end === undefined
    ? { evenBecause: 'nothing in the model holds one of its ends sideways (F1)' }
    : {}),
});

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
function gradientOf(under: CombinedLine, segment: Segment, read: Readings, sheet?: Sheet): number {
  if (segment.evenBecause === undefined) return momentGradientFactor(segmentMoments(under, segment, read), sheet);
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

function segmentMoments(
  { line, around }: CombinedLine,
  { from, to }: Segment,
  { places, values }: Readings,
): SegmentMoments {
  const beyond = around && (from < -1e-6 || to > line.length + 1e-6);
  const at = beyond
    ? (x: number) => around.at(x)
    : (x: number) => Math.abs(line.at(Math.min(line.length, Math.max(0, x)), false, one)[lineIndex.My]);
  const quarter = (to - from) / 4;
  const [a, b, c] = [at(from + quarter), at(from + 2 * quarter), at(from + 3 * quarter)];
  if (beyond) return { max: Math.max(around.most(from, to), a, b, c), a, b, c };
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
