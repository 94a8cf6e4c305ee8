import {
  area,
  barArea,
  force,
  moment,
  plain,
  sectionLength,
  stress,
  type Quantity,
  type Sheet,
} from '../../../../sheet';
import type { ColumnPlace, LiftWay } from '../../../doors/checks/column-place';
import type { ColumnBars } from '../../../doors/checks/column-reinforcement';
import { grossArea, gyrationOf, steelArea, steelInertia, type ColumnSection } from '../../../doors/checks/columns/cage';
import type { ColumnDemand, ColumnPoint } from '../../../doors/checks/columns/concrete-column';
import { concreteStep, megapascal, MPa, steelStep, type EnMaterial } from '../material';

/** Second order of the whole structure below this is left out, 5.8.2(6). */
export const mostLeftOut = 1.1;
/** Beyond this horizontal loads are not magnified, and forces of second order are asked for. */
export const mostMagnified = 1.5;
/** Drift that is found with stiffness that is not cracked counts so many times: 0.4 E_cd I of H.1.2(4), E_cd = E_cm / 1.2. */
export const uncracked = 3;
/** n at the largest moment resistance, 5.8.8.3(3). */
const balanced = 0.4;

/** What second order makes of bending about one axis under a combination, by nominal curvature. */
export interface CurvedWay {
  readonly about: 'y' | 'z';
  /** l₀ = l, m */
  readonly length: number;
  readonly slenderness: number;
  readonly limit: number;
  readonly n: number;
  readonly omega: number;
  readonly C: number;
  /** end moments of first order, the second one larger; negative where it bends to the other side; N·m */
  readonly M01: number;
  readonly M02: number;
  readonly isNeglected: boolean;
  /** magnifier of horizontal loads; 1: left out */
  readonly sway: number;
  /** N l₀ / 400, 5.2(9), and N max(h / 30, 20 mm), 6.1(4) */
  readonly imperfection: number;
  readonly least: number;
  readonly creep: number;
  /** of 5.8.8.3 */
  readonly Kr: number;
  readonly Kphi: number;
  readonly depth: number;
  readonly curvature: number;
  readonly shape: number;
  readonly M2: number;
  /** first-order moment in the middle, without imperfection */
  readonly M0e: number;
}

/** A lift under one combination. */
export interface CurvedUnder {
  readonly line: number;
  readonly label: string;
  /** the largest pressure, positive, N */
  readonly N: number;
  readonly isSecond: boolean;
  readonly ways: readonly CurvedWay[];
  readonly point: ColumnPoint;
}

/** What slenderness asks for over all combinations. */
export interface Curved {
  readonly under: readonly CurvedUnder[];
  readonly open: readonly { readonly label: string; readonly reason: string }[];
  readonly demands: readonly ColumnDemand[];
}

/** Drift as the code asks for it, and what it magnifies horizontal loads by (H.8). */
function swayOf(way: LiftWay, line: number) {
  const { storey, index, unknown, isCracked } = way.sway(line);
  const counted = index === undefined || isCracked ? index : uncracked * index;
  const magnifier = counted === undefined ? 1 : counted < 1 ? 1 / (1 - counted) : Infinity;
  return { storey, unknown, isCracked, index: counted, magnifier };
}

function wayUnder(
  section: ColumnSection,
  material: EnMaterial,
  bars: ColumnBars,
  creep: number,
  about: 'y' | 'z',
  way: LiftWay,
  line: number,
  N: number,
  lasting: number,
  isSecond: boolean,
): CurvedWay {
  const { fcd, fyd, fck } = material;
  const size = about === 'y' ? section.depth : section.width;
  const gross = grossArea(section);
  const steel = steelArea(bars);
  const own = swayOf(way, line);
  const sway = isSecond || own.magnifier <= mostLeftOut || own.magnifier > mostMagnified ? 1 : own.magnifier;
  const [found, pushed] = [way.moments(line), way.sideways(line)];
  const grown = (part: 'start' | 'end' | 'most') => found[part] + (sway - 1) * pushed[part];
  const [start, end, most] = [grown('start'), grown('end'), grown('most')];
  const ends = Math.max(Math.abs(start), Math.abs(end));
  const isLoaded = most > 1.001 * ends + 1;
  const M02 = Math.max(ends, most);
  const small = Math.min(Math.abs(start), Math.abs(end));
  const M01 = isLoaded || ends < 1 ? M02 : (start * end > 0 ? 1 : -1) * (small / ends) * M02;
  const length = way.clear;
  const imperfection = (N * length) / 400;
  // r_m = 1 where loads lie between the ends or imperfections prevail
  const rm = M02 <= imperfection || isLoaded || sway > 1 ? 1 : M01 / M02;
  const C = 1.7 - rm;
  const n = N / (gross * fcd);
  const omega = (steel * fyd) / (gross * fcd);
  const effective = creep * lasting;
  const slenderness = length / gyrationOf(section, about);
  const limit = (20 * (1 / (1 + 0.2 * effective)) * Math.sqrt(1 + 2 * omega) * C) / Math.sqrt(n);
  const inertia = about === 'y' ? steelInertia(section, bars).y : steelInertia(section, bars).z;
  const depth = size / 2 + Math.sqrt(inertia / steel);
  const Kr = Math.max(0, Math.min(1, (1 + omega - n) / (1 + omega - balanced)));
  const beta = 0.35 + fck / MPa / 200 - slenderness / 150;
  const Kphi = Math.max(1, 1 + beta * effective);
  const curvature = (Kr * Kphi * fyd) / section.Es / (0.45 * depth);
  // an even moment bends it as an arc, 5.8.8.2(4)
  const shape = M01 > 0.9 * M02 ? 8 : 10;
  return {
    about,
    length,
    slenderness,
    limit,
    n,
    omega,
    C,
    M01,
    M02,
    isNeglected: slenderness <= limit,
    sway,
    imperfection,
    least: N * Math.max(size / 30, 0.02),
    creep: effective,
    Kr,
    Kphi,
    depth,
    curvature,
    shape,
    M2: (N * curvature * length ** 2) / shape,
    M0e: Math.max(0.6 * M02 + 0.4 * M01, 0.4 * M02),
  };
}

/** The design moment about an axis, beside its least. @param isImperfect whether the imperfection counts about it */
function designMoment(way: CurvedWay, isSecond: boolean, isImperfect: boolean): number {
  const extra = isImperfect ? way.imperfection : 0;
  const first = way.M02 + extra;
  return isSecond || way.isNeglected
    ? first
    : Math.max(first, way.M0e + extra + way.M2, Math.abs(way.M01) + extra + 0.5 * way.M2);
}

/** Design moments about y and z with the imperfection about one of them; a least eccentricity about that one stands where neither has as much (6.1(4)). */
function designMoments(
  y: CurvedWay,
  z: CurvedWay,
  isSecond: boolean,
  imperfect: 'y' | 'z',
): { My: number; Mz: number } {
  const [My, Mz] = [designMoment(y, isSecond, imperfect === 'y'), designMoment(z, isSecond, imperfect === 'z')];
  if (My >= y.least || Mz >= z.least) return { My, Mz };
  return imperfect === 'y' ? { My: y.least, Mz } : { My, Mz: z.least };
}

function openWay(way: LiftWay, line: number, about: 'y' | 'z'): string | undefined {
  const axis = `local ${about}`;
  if (way.start === undefined || way.end === undefined)
    return `Nothing holds one of its ends against moving when it bends about ${axis}: moments of first order do not do. Let strength combinations be of second order with cracked stiffness.`;
  const { storey, index, unknown, isCracked, magnifier } = swayOf(way, line);
  if (index === undefined)
    return `Whether it sways when it bends about ${axis} cannot be told: ${unknown}. Make storeys and a case that pushes them that way, or let strength combinations be of second order with cracked stiffness.`;
  if (magnifier > mostMagnified)
    return `${storey} sways so much when it bends about ${axis} that moments of first order do not do: FV / FV,B = ${index.toFixed(3)}${isCracked ? '' : ', its drift counted three times because stiffness is not cracked (0.4 Ecd I, H.1.2(4))'}. Let strength combinations be of second order with cracked stiffness, or stiffen the storey.`;
  return undefined;
}

/** Slenderness of a lift over all combinations with the bars it has. @param creep φ(∞, t₀) */
export function curvedOf(
  section: ColumnSection,
  material: EnMaterial,
  creep: number,
  bars: ColumnBars,
  place: ColumnPlace,
  points: readonly ColumnPoint[],
): Curved {
  const open: { label: string; reason: string }[] = [];
  const under: CurvedUnder[] = [];
  const demands: ColumnDemand[] = [];
  const pressed = new Map<number, ColumnPoint>();
  for (const point of points) {
    const before = pressed.get(point.line);
    if (!before || point.N < before.N) pressed.set(point.line, point);
  }
  for (const point of pressed.values()) {
    const { line, label } = point;
    const N = Math.max(0, -point.N);
    if (N < 1) continue;
    const { isSecond, isCracked } = place.order(line);
    const of = (about: 'y' | 'z') => (about === 'y' ? place.major : place.minor);
    const [y, z] = (['y', 'z'] as const).map((about) =>
      wayUnder(section, material, bars, creep, about, of(about), line, N, place.lasting(line), isSecond),
    );
    if (isSecond && !isCracked)
      open.push({
        label,
        reason:
          'It is of second order with stiffness that is not cracked (5.8.7.2). Choose a set of reduced stiffness for the strength combinations.',
      });
    if (!isSecond) {
      const reason = (['y', 'z'] as const).flatMap((about) => openWay(of(about), line, about) ?? [])[0];
      if (reason !== undefined) open.push({ label, reason });
    }
    under.push({ line, label, N, isSecond, ways: [y, z], point });
    // imperfections and least eccentricities count about one axis at a time, 5.8.9(2)
    for (const imperfect of ['y', 'z'] as const)
      demands.push({
        point,
        N: -N,
        ...designMoments(y, z, isSecond, imperfect),
        isSlender: true,
      });
    if (y.sway > 1 || z.sway > 1)
      for (const other of points) {
        if (other.line !== line) continue;
        const pushed = place.sideways(line, other.x);
        demands.push({
          point: other,
          N: other.N,
          My: other.My + (y.sway - 1) * pushed.My,
          Mz: other.Mz + (z.sway - 1) * pushed.Mz,
          isSlender: true,
        });
      }
  }
  return { under, open, demands };
}

const fine = (value: number): Quantity => ({ value, kind: 'sectionLength', decimals: 2 });

/** Repeats how the moment about one axis came to be, step by step. */
export function traceCurved(
  sheet: Sheet,
  section: ColumnSection,
  material: EnMaterial,
  bars: ColumnBars,
  { line, N, isSecond, ways }: CurvedUnder,
  about: 'y' | 'z',
  place: ColumnPlace,
): void {
  const way = ways.find((one) => one.about === about)!;
  const size = about === 'y' ? section.depth : section.width;
  const gross = grossArea(section);
  const { storey, index, isCracked } = swayOf(about === 'y' ? place.major : place.minor, line);
  const counted = isCracked
    ? ''
    : ', its drift counted three times because stiffness is not cracked (0.4 Ecd I, H.1.2(4))';
  sheet.remark(
    isSecond
      ? `Bending about local ${about}: forces are those of second order as they were found (5.8.6); the imperfection of the lift is added.`
      : way.sway === 1
        ? `Bending about local ${about}: second order of the whole structure is below 10% (5.8.2(6)), FV / FV,B = ${(index ?? 0).toFixed(3)} in ${storey}${counted}; l0 is the clear length, as if its ends turned freely.`
        : `Bending about local ${about}: ${storey} sways, FV / FV,B = ${(index ?? 0).toFixed(3)}${counted}. Moments of wind, earthquake and notional loads are magnified by 1 / (1 − FV / FV,B) = ${way.sway.toFixed(3)} (annex H.2) and are part of M01 and M02 below; l0 is the clear length (5.8.3.2).`,
  );
  if (!isSecond) {
    sheet.step(concreteStep(material));
    sheet.step(steelStep(material));
    sheet.step({
      clause: '5.8.3.2(1)',
      title: 'Slenderness',
      symbol: 'lambda',
      expression: section.isRound ? '4 * l_0 / h' : 'l_0 * sqrt(12) / h',
      inputs: { l_0: sectionLength(way.length), h: sectionLength(size) },
      value: plain(way.slenderness, 1),
    });
    sheet.step({
      clause: '5.8.3.1(1)',
      title: 'Relative axial force',
      symbol: 'n',
      expression: 'N_Ed / (A_c * f_cd)',
      inputs: { N_Ed: force(N), A_c: area(gross), f_cd: stress(material.fcd) },
      value: plain(way.n),
    });
    sheet.step({
      clause: '5.8.3.1(1)',
      title: 'Share of the bars',
      symbol: 'omega',
      expression: 'A_s * f_yd / (A_c * f_cd)',
      inputs: {
        A_s: barArea(steelArea(bars)),
        f_yd: stress(material.fyd),
        A_c: area(gross),
        f_cd: stress(material.fcd),
      },
      value: plain(way.omega),
    });
    sheet.step({
      clause: '5.8.3.1(1)',
      title: 'Slenderness up to which second order is left out',
      symbol: 'lambda_lim',
      expression: '20 / (1 + 0.2 * phi_ef) * sqrt(1 + 2 * omega) * C / sqrt(n)',
      inputs: { phi_ef: plain(way.creep), omega: plain(way.omega), C: plain(way.C), n: plain(way.n) },
      value: plain(way.limit, 1),
      note: 'φef: creep in the end times the share of N that lasts; C = 1.7 − rm',
    });
  }
  sheet.step({
    clause: '5.2(9)',
    title: 'Moment of the imperfection',
    symbol: 'M_i',
    expression: 'N_Ed * l_0 / 400',
    inputs: { N_Ed: force(N), l_0: sectionLength(way.length) },
    value: moment(way.imperfection),
    note: 'counts about one axis at a time (5.8.9(2))',
  });
  sheet.step({
    clause: '6.1(4)',
    title: 'Least moment, where neither axis has as much',
    symbol: 'M_min',
    expression: 'N_Ed * max(h / 30, e_0)',
    inputs: { N_Ed: force(N), h: sectionLength(size), e_0: sectionLength(0.02) },
    value: moment(way.least),
    note: 'e0 = 20 mm',
  });
  if (isSecond || way.isNeglected) return;
  sheet.step({
    clause: '5.8.8.3(2)',
    title: 'Depth to the bars',
    symbol: 'd',
    expression: 'h / 2 + i_s',
    inputs: { h: sectionLength(size), i_s: fine(way.depth - size / 2) },
    value: fine(way.depth),
    note: 'is: radius of gyration of all bars',
  });
  sheet.step({
    clause: '5.8.8.3(3)',
    title: 'Correction for axial force',
    symbol: 'K_r',
    expression: 'max(0, min(1, (1 + omega - n) / (1 + omega - 0.4)))',
    inputs: { omega: plain(way.omega), n: plain(way.n) },
    value: plain(way.Kr),
  });
  sheet.step({
    clause: '5.8.8.3(4)',
    title: 'Correction for creep',
    symbol: 'K_phi',
    expression: 'max(1, 1 + (0.35 + f_ck / (200 * MPa) - lambda / 150) * phi_ef)',
    inputs: {
      f_ck: stress(material.fck),
      MPa: megapascal,
      lambda: plain(way.slenderness, 2),
      phi_ef: plain(way.creep),
    },
    value: plain(way.Kphi),
  });
  sheet.step({
    clause: '5.8.8.2(3)',
    title: 'Eccentricity of second order',
    symbol: 'e_2',
    expression: 'K_r * K_phi * f_yd / E_s / (0.45 * d) * l_0^2 / c',
    inputs: {
      K_r: plain(way.Kr),
      K_phi: plain(way.Kphi),
      f_yd: stress(material.fyd),
      E_s: { value: section.Es, kind: 'modulus' },
      d: fine(way.depth),
      l_0: sectionLength(way.length),
      c: plain(way.shape, 0),
    },
    value: fine(way.curvature * (way.length ** 2 / way.shape)),
    note: way.shape === 8 ? 'c = 8: the moment is even' : 'c = 10',
  });
  sheet.step({
    clause: '5.8.8.2(2)',
    title: 'Moment of first order in the middle',
    symbol: 'M_0e',
    expression: 'max(0.6 * M_02 + 0.4 * M_01, 0.4 * M_02)',
    inputs: { M_01: moment(way.M01), M_02: moment(way.M02) },
    value: moment(way.M0e),
  });
  sheet.step({
    clause: '5.8.8.2(1)',
    title: 'Design moment with the imperfection about this axis',
    symbol: 'M_Ed',
    expression: 'max(M_02 + M_i, M_0e + M_i + N_Ed * e_2, abs(M_01) + M_i + 0.5 * N_Ed * e_2)',
    inputs: {
      M_01: moment(way.M01),
      M_02: moment(way.M02),
      M_0e: moment(way.M0e),
      M_i: moment(way.imperfection),
      N_Ed: force(N),
      e_2: fine(way.curvature * (way.length ** 2 / way.shape)),
    },
    value: moment(designMoment(way, isSecond, true)),
    note: 'without it, and without Mi, about the other axis',
  });
}
