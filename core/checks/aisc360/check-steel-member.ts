import type { SteelDesign } from '../../model';
import { lineIndex, type MemberLine, type Station } from '../../results';
import { missing, skipped, utilisationOf, type Check, type MadeCheck } from '../check';
import type { SecondOrderState } from './stability';
import { force, length, moment, plain, type Quantity, type Sheet } from '../../sheet';
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

/** A member under one strength combination. */
export interface CombinedLine {
  readonly label: string;
  readonly line: MemberLine;
}

/** The part of a member between two lateral braces, m from its start. */
interface Segment {
  readonly from: number;
  readonly to: number;
  /** L_b, m: never shorter than what was typed */
  readonly unbraced: number;
  /** why C_b is 1 whatever the moments are; none: F1-1 gives it */
  readonly evenBecause?: string;
}

/** The largest value met so far with where it was met. */
interface Worst {
  value: number;
  label: string;
  x: number;
}

/** Below this share of the largest force a component is rounding, not demand (N or N·m). */
const noise = 1e-3;

const names = {
  tension: ['Tension', 'D2'],
  compression: ['Compression', 'E3'],
  flexureMajor: ['Bending, strong axis', 'F2'],
  flexureMinor: ['Bending, weak axis', 'F6'],
  shearWeb: ['Shear in the web', 'G2'],
  shearFlange: ['Shear in the flanges', 'G6'],
  combined: ['Axial force and bending', 'H1'],
} as const;

/**
 * Checks a doubly symmetric rolled I member by AISC 360-22, LRFD.
 * @param lines    the member under each strength combination
 * @param stations places at which demand is read
 * @param free     which ends nothing holds: the tips of cantilevers
 */
export function checkSteelMember(
  section: SteelSection,
  design: SteelDesign | undefined,
  lines: readonly CombinedLine[],
  stations: readonly Station[],
  free: { readonly start: boolean; readonly end: boolean },
  secondOrder: SecondOrderState,
): Check[] {
  const memberLength = lines[0].line.length;
  const lengths: EffectiveLengths = {
    major: (design?.factorMajor ?? 1) * (design?.unbracedLengthMajor ?? memberLength),
    minor: (design?.factorMinor ?? 1) * (design?.unbracedLengthMinor ?? memberLength),
    torsional: design?.unbracedLengthTorsion ?? memberLength,
  };
  const segments = segmentsOf(memberLength, design?.unbracedLengthTorsion, free);
  const exclusion = majorFlexureExclusion(section);
  const strengths = {
    tension: tensionStrength(section),
    compression: compressionStrength(section, lengths),
    minor: minorFlexuralStrength(section),
    web: webShearStrength(section),
    flange: flangeShearStrength(section),
  };

  const worst = Object.fromEntries(Object.keys(names).map((id) => [id, { value: 0, label: '', x: 0 }])) as Record<
    keyof typeof names,
    Worst
  >;
  const raise = (id: keyof typeof names, value: number, label: string, x: number) => {
    if (value > worst[id].value) worst[id] = { value, label, x };
  };
  let torsion = 0;
  const values = new Float64Array(9);
  for (const { label, line } of lines) {
    const places = placesOf(line, stations);
    const majorBySegment = exclusion
      ? undefined
      : segments.map((segment) => majorFlexuralStrength(section, segment.unbraced, gradientOf(line, segment, places)));
    for (const { x, after } of places) {
      line.at(x, after, values);
      const [N, Vy, Vz, T, My, Mz] = [
        values[0],
        Math.abs(values[1]),
        Math.abs(values[2]),
        Math.abs(values[3]),
        Math.abs(values[4]),
        Math.abs(values[5]),
      ];
      torsion = Math.max(torsion, T);
      if (N > noise) raise('tension', N / strengths.tension, label, x);
      if (N < -noise) raise('compression', -N / strengths.compression, label, x);
      raise('shearWeb', Vz / strengths.web, label, x);
      if (Vy > noise) raise('shearFlange', Vy / strengths.flange, label, x);
      if (Mz > noise) raise('flexureMinor', Mz / strengths.minor, label, x);
      if (!majorBySegment) continue;
      const major = Math.min(...segmentsAt(segments, x).map((i) => majorBySegment[i]));
      raise('flexureMajor', My / major, label, x);
      raise(
        'combined',
        interaction(N, N >= 0 ? strengths.tension : strengths.compression, My, major, Mz, strengths.minor),
        label,
        x,
      );
    }
  }

  const at = ({ label, x }: Worst) => ({ line: lines.find((candidate) => candidate.label === label)!.line, x });
  const valueAt = (place: Worst, component: keyof typeof lineIndex) => {
    const { line, x } = at(place);
    const [before, after] = [line.at(x)[lineIndex[component]], line.at(x, true)[lineIndex[component]]];
    return Math.abs(after) > Math.abs(before) && x < line.length ? after : before;
  };
  const majorAt = (place: Worst, sheet: Sheet): number => {
    const { line, x } = at(place);
    const weakest = segmentsAt(segments, x).map((i) => ({
      i,
      strength: majorFlexuralStrength(
        section,
        segments[i].unbraced,
        gradientOf(line, segments[i], placesOf(line, stations)),
      ),
    }));
    const { i } = weakest.reduce((a, b) => (b.strength < a.strength ? b : a));
    const segment = segments[i];
    const isTyped = Math.abs(segment.unbraced - (segment.to - segment.from)) > 1e-9;
    if (isTyped)
      sheet.step({
        clause: 'F2.2',
        title: 'Unbraced length, as typed',
        symbol: 'L_b',
        expression: 'L',
        inputs: { L: length(segment.unbraced) },
        value: length(segment.unbraced),
      });
    else
      sheet.step({
        clause: 'F2.2',
        title: 'Unbraced length of the segment',
        symbol: 'L_b',
        expression: 'x_2 - x_1',
        inputs: { x_2: length(segment.to), x_1: length(segment.from) },
        value: length(segment.unbraced),
      });
    return majorFlexuralStrength(
      section,
      segment.unbraced,
      gradientOf(line, segment, placesOf(line, stations), sheet),
      sheet,
    );
  };
  const ratio =
    (
      demand: (place: Worst) => number,
      quantity: (value: number) => Quantity,
      symbols: [string, string],
      clause: string,
      capacity: (place: Worst, sheet: Sheet) => number,
    ) =>
    (place: Worst) =>
    (sheet: Sheet) => {
      const limit = capacity(place, sheet);
      const value = Math.abs(demand(place));
      sheet.compare({
        clause,
        title: 'Comparison',
        symbol: 'u',
        expression: `${symbols[0]} / ${symbols[1]}`,
        inputs: { [symbols[0]]: quantity(value), [symbols[1]]: quantity(limit) },
        value: plain(utilisationOf(value, limit), 2),
        utilisation: utilisationOf(value, limit),
      });
    };
  const traces: Record<keyof typeof names, (place: Worst) => (sheet: Sheet) => void> = {
    tension: ratio(
      (place) => valueAt(place, 'N'),
      force,
      ['P_u', 'P_c'],
      'D1',
      (_, sheet) => tensionStrength(section, sheet),
    ),
    compression: ratio(
      (place) => valueAt(place, 'N'),
      force,
      ['P_u', 'P_c'],
      'E1',
      (_, sheet) => compressionStrength(section, lengths, sheet),
    ),
    flexureMajor: ratio((place) => valueAt(place, 'My'), moment, ['M_ux', 'M_cx'], 'F1', majorAt),
    flexureMinor: ratio(
      (place) => valueAt(place, 'Mz'),
      moment,
      ['M_uy', 'M_cy'],
      'F1',
      (_, sheet) => minorFlexuralStrength(section, sheet),
    ),
    shearWeb: ratio(
      (place) => valueAt(place, 'Vz'),
      force,
      ['V_u', 'V_c'],
      'G1',
      (_, sheet) => webShearStrength(section, sheet),
    ),
    shearFlange: ratio(
      (place) => valueAt(place, 'Vy'),
      force,
      ['V_u', 'V_c'],
      'G1',
      (_, sheet) => flangeShearStrength(section, sheet),
    ),
    combined: (place) => (sheet) => {
      const N = valueAt(place, 'N');
      const axial = N >= 0 ? tensionStrength(section, sheet) : compressionStrength(section, lengths, sheet);
      const major = majorAt(place, sheet);
      const minor = minorFlexuralStrength(section, sheet);
      const [Pr, Mx, My] = [Math.abs(N), Math.abs(valueAt(place, 'My')), Math.abs(valueAt(place, 'Mz'))];
      const large = Pr / axial >= 0.2;
      const value = interaction(N, axial, Mx, major, My, minor);
      sheet.compare({
        clause: large ? 'H1-1a' : 'H1-1b',
        title: `Interaction, Pr / Pc = ${(Pr / axial).toFixed(2)} ${large ? '≥' : '<'} 0.2`,
        symbol: 'u',
        expression: large
          ? 'P_r / P_c + 8 / 9 * (M_rx / M_cx + M_ry / M_cy)'
          : 'P_r / (2 * P_c) + M_rx / M_cx + M_ry / M_cy',
        inputs: {
          P_r: force(Pr),
          P_c: force(axial),
          M_rx: moment(Mx),
          M_cx: moment(major),
          M_ry: moment(My),
          M_cy: moment(minor),
        },
        value: plain(value, 2),
        utilisation: value,
      });
    },
  };

  const checks: Check[] = (Object.keys(names) as (keyof typeof names)[]).map((id): Check => {
    const [title, clause] = names[id];
    if (exclusion && (id === 'flexureMajor' || id === 'combined')) return missing(id, title, clause, exclusion);
    const place = worst[id];
    if (place.label === '') return skipped(id, title, clause, noDemand[id]);
    return {
      made: true,
      id,
      title,
      clause,
      utilisation: place.value,
      combination: place.label,
      x: place.x,
      trace: traces[id](place),
    } satisfies MadeCheck;
  });
  return [...checks, ...notMade(section, torsion, secondOrder)];
}

const noDemand: Readonly<Record<keyof typeof names, string>> = {
  tension: 'No combination puts the member in tension.',
  compression: 'No combination puts the member in compression.',
  flexureMajor: 'No bending about the strong axis in any combination.',
  flexureMinor: 'No bending about the weak axis in any combination.',
  shearWeb: 'No shear in the web in any combination.',
  shearFlange: 'No shear in the flanges in any combination.',
  combined: 'No axial force and no bending in any combination.',
};

/** Torsion whose shear stress in the thickest part stays below this share of 0.6 F_y is rounding and incidental stiffness, not demand. */
const incidentalTorsion = 0.01;

function notMade(section: SteelSection, torsion: number, { met, remark }: SecondOrderState): Check[] {
  const thickest = Math.max(section.shape.flangeThickness, section.shape.webThickness);
  const share = (torsion * thickest) / section.torsion / (0.6 * section.fy);
  return [
    met
      ? skipped('second-order', 'Second-order effects', 'C2', remark)
      : missing('second-order', 'Second-order effects', 'C2', remark),
    skipped('rupture', 'Rupture of the net section', 'D2-2', 'Holes and connections are not part of the model.'),
    share > incidentalTorsion
      ? missing(
          'torsion',
          'Torsion',
          'H3',
          'The member is twisted in some combination (its T in Results); torsion of open sections is not checked.',
        )
      : skipped(
          'torsion',
          'Torsion',
          'H3',
          torsion > noise
            ? `The torsion stays below ${100 * incidentalTorsion}% of the yield stress in shear and is left out.`
            : 'No torsion in any combination.',
        ),
    skipped('deflection', 'Deflection', 'L3', 'No limit is set in the model. Read the deflections in Results.'),
  ];
}

/** Combined ratio of H1-1a or H1-1b. */
function interaction(N: number, axial: number, Mx: number, major: number, My: number, minor: number): number {
  const ratio = Math.abs(N) / axial;
  const bending = Mx / major + My / minor;
  return ratio >= 0.2 ? ratio + (8 / 9) * bending : ratio / 2 + bending;
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
function placesOf(line: MemberLine, stations: readonly Station[]): Station[] {
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
