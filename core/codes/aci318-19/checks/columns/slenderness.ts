import { elasticity, force, inertia, moment, plain, sectionLength, type Sheet } from '../../../../sheet';
import type { ColumnPlace, LiftMoments, LiftWay } from '../../../doors/checks/column-place';
import type { ColumnBars } from '../../../doors/checks/column-reinforcement';
import { grossInertia, gyrationOf, steelInertia, type ColumnSection } from '../../../doors/checks/columns/cage';
import type { ColumnDemand, ColumnPoint } from '../../../doors/checks/columns/concrete-column';
import { inch } from '../beam-section';

/** A storey gives way no more than this where its columns count as braced, 6.6.4.3(a). */
export const mostSway = 0.05;
/** Moments of second order may be so many times those of first, 6.2.5.3. */
export const mostSecond = 1.4;

/** What slenderness makes of bending about one axis under a combination. */
export interface SlenderWay {
  readonly about: 'y' | 'z';
  readonly clear: number;
  /** k l_u / r and what it may be without second order, 6.2.5.1(b) */
  readonly slenderness: number;
  readonly limit: number;
  /** end moments without sign, the smaller one negative in single curvature; N·m */
  readonly M1: number;
  readonly M2: number;
  readonly isLoaded: boolean;
  readonly isNeglected: boolean;
  /** δ_s of its storeys; 1: they are braced */
  readonly sway: number;
  readonly Cm: number;
  readonly lasting: number;
  readonly EI: number;
  readonly Pc: number;
  /** 1 − P_u / 0.75 P_c is not above zero: Infinity */
  readonly delta: number;
  /** P_u (0.6 in + 0.03 h), 6.6.4.5.4 */
  readonly least: number;
}

/** A combination under which slenderness cannot be told, and why. */
export interface OpenSway {
  readonly label: string;
  readonly reason: string;
}

/** A lift under one combination. */
export interface SlenderUnder {
  readonly line: number;
  readonly label: string;
  /** the largest pressure, positive, N; 0: it is not pressed */
  readonly P: number;
  /** undefined: moments are those of second order as they were found, or it is not pressed, or cannot be told */
  readonly ways: readonly SlenderWay[];
  readonly point: ColumnPoint;
}

/** What slenderness asks for over all combinations. */
export interface Slender {
  readonly under: readonly SlenderUnder[];
  readonly open: readonly OpenSway[];
  /** combinations of second order whose moments are used as they were found */
  readonly second: readonly { readonly label: string; readonly amplification: number }[];
  readonly demands: readonly ColumnDemand[];
}

/** Bending about one axis of a lift between its ends, k = 1 (6.6.4.4.3, 6.6.4.6.4). @param sway δ_s: 1 where its storeys are braced */
function wayUnder(
  section: ColumnSection,
  bars: ColumnBars,
  about: 'y' | 'z',
  way: LiftWay,
  line: number,
  P: number,
  lasting: number,
  sway: number,
): SlenderWay {
  const size = about === 'y' ? section.depth : section.width;
  const gross = grossInertia(section, about);
  const { start, end, most } = swayed(way, line, sway);
  const ends = Math.max(Math.abs(start), Math.abs(end));
  // loads between the ends: the largest moment lies between them
  const isLoaded = most > 1.001 * ends + 1;
  const M2 = Math.max(ends, most);
  const small = Math.min(Math.abs(start), Math.abs(end));
  // M1 / M2 is negative in single curvature; without end moments it bends as one
  const ratio = isLoaded || ends < 1 ? -1 : (start * end > 0 ? -1 : 1) * (small / ends);
  const slenderness = way.clear / gyrationOf(section, about);
  const limit = Math.min(40, 34 + 12 * ratio);
  const least = P * (0.6 * inch + 0.03 * size);
  const Cm = isLoaded || ends < 1 || least > M2 ? 1 : 0.6 - 0.4 * ratio;
  const steel = about === 'y' ? steelInertia(section, bars).y : steelInertia(section, bars).z;
  const EI = Math.max(0.4 * section.Ec * gross, 0.2 * section.Ec * gross + section.Es * steel) / (1 + lasting);
  const Pc = way.clear > 0 ? (Math.PI ** 2 * EI) / way.clear ** 2 : Infinity;
  const left = 1 - P / (0.75 * Pc);
  return {
    about,
    clear: way.clear,
    slenderness,
    limit,
    M1: ratio * M2,
    M2,
    isLoaded,
    // where storeys sway, what second order does along it is always asked for (6.6.4.6.4)
    isNeglected: sway === 1 && slenderness <= limit,
    sway,
    Cm,
    lasting,
    EI,
    Pc,
    delta: left > 0 ? Math.max(1, Cm / left) : Infinity,
    least,
  };
}

/** Drift that is found with stiffness that is not cracked counts so many times, 6.6.3.1.2. */
export const uncracked = 2;

/** How storeys give way, with drift as the code asks for it. */
function swayOf(way: LiftWay, line: number) {
  const { storey, index, unknown, isCracked } = way.sway(line);
  return {
    storey,
    unknown,
    isDoubled: !isCracked,
    index: index === undefined || isCracked ? index : uncracked * index,
  };
}

/** δ_s = 1 / (1 − Q) where storeys sway, 6.6.4.6.2(a); 1 where they are braced. */
export const magnifierOf = (index: number): number => (index <= mostSway ? 1 : index < 1 ? 1 / (1 - index) : Infinity);

/** End moments of a lift with those of sideways loads magnified, 6.6.4.6.1. */
function swayed(way: LiftWay, line: number, sway: number): LiftMoments {
  const found = way.moments(line);
  if (sway === 1) return found;
  const pushed = way.sideways(line);
  return {
    start: found.start + (sway - 1) * pushed.start,
    end: found.end + (sway - 1) * pushed.end,
    most: found.most + (sway - 1) * pushed.most,
  };
}

/** Why moments of first order do not do about an axis under a combination; undefined: they do. */
function openWay(way: LiftWay, line: number, about: 'y' | 'z'): string | undefined {
  const axis = `local ${about}`;
  if (way.start === undefined || way.end === undefined)
    return `Nothing holds one of its ends against moving when it bends about ${axis}: moments of first order do not do. Let strength combinations be of second order with cracked stiffness.`;
  const { storey, index, unknown, isDoubled } = swayOf(way, line);
  if (index === undefined)
    return `Whether it sways when it bends about ${axis} cannot be told: ${unknown}. Make storeys and a case that pushes them that way, or let strength combinations be of second order with cracked stiffness.`;
  if (magnifierOf(index) > mostSecond)
    return `${storey} sways so much when it bends about ${axis} that moments of first order do not do: Q = ${index.toFixed(3)}${isDoubled ? ', its drift counted twice because stiffness is not cracked (6.6.3.1.2)' : ''}, and 1 / (1 − Q) is above 1.4 (6.2.5.3). Let strength combinations be of second order with cracked stiffness, or stiffen the storey.`;
  return undefined;
}

/** Slenderness of a lift over all combinations with the bars it has. */
export function slenderOf(
  section: ColumnSection,
  bars: ColumnBars,
  place: ColumnPlace,
  points: readonly ColumnPoint[],
): Slender {
  const open: OpenSway[] = [];
  const second: { label: string; amplification: number }[] = [];
  const under: SlenderUnder[] = [];
  const demands: ColumnDemand[] = [];
  for (const point of pressedMost(points)) {
    const { line, label } = point;
    const P = Math.max(0, -point.N);
    if (P < 1) continue;
    const { isSecond, isCracked } = place.order(line);
    if (isSecond) {
      const amplification = Math.max(...[place.major, place.minor].map((way) => way.sway(line).amplification ?? 1));
      if (!isCracked)
        open.push({
          label,
          reason:
            'It is of second order with stiffness that is not cracked (6.7.1.1). Choose a set of reduced stiffness for the strength combinations.',
        });
      else if (amplification > mostSecond)
        open.push({
          label,
          reason: `Storeys drift ${amplification.toFixed(2)} times as far as in first order: moments of second order may be more than 1.4 times those of first (6.2.5.3), which are not found. Stiffen the structure.`,
        });
      second.push({ label, amplification });
      continue;
    }
    const sways = { y: swayAbout(place.major, line), z: swayAbout(place.minor, line) };
    const ways = (['y', 'z'] as const).map((about) =>
      wayUnder(
        section,
        bars,
        about,
        about === 'y' ? place.major : place.minor,
        line,
        P,
        place.lasting(line),
        sways[about],
      ),
    );
    // what was found at each place, with the moments of sideways loads magnified
    if (sways.y > 1 || sways.z > 1)
      for (const other of points) {
        if (other.line !== line) continue;
        const pushed = place.sideways(line, other.x);
        demands.push({
          point: other,
          N: other.N,
          My: other.My + (sways.y - 1) * pushed.My,
          Mz: other.Mz + (sways.z - 1) * pushed.Mz,
          isSlender: true,
        });
      }
    const reason = (['y', 'z'] as const).flatMap(
      (about) => openWay(about === 'y' ? place.major : place.minor, line, about) ?? [],
    )[0];
    if (reason !== undefined) open.push({ label, reason });
    under.push({ line, label, P, ways, point });
    const slender = ways.filter(({ isNeglected }) => !isNeglected);
    if (slender.length === 0) continue;
    const of = (about: 'y' | 'z') => ways.find((way) => way.about === about)!;
    const grown = (way: SlenderWay, M: number) => (way.isNeglected ? M : Math.min(1e15, way.delta) * M);
    const [y, z] = [of('y'), of('z')];
    const add = (My: number, Mz: number) => demands.push({ point, N: -P, My, Mz, isSlender: true });
    add(grown(y, y.M2), grown(z, z.M2));
    // least moments are asked for about each axis by itself
    if (!y.isNeglected && y.least > y.M2) add(grown(y, y.least), grown(z, z.M2));
    if (!z.isNeglected && z.least > z.M2) add(grown(y, y.M2), grown(z, z.least));
  }
  return { under, open, second, demands };
}

/** δ_s about an axis; 1 where it cannot be told, and the verdict is open. */
function swayAbout(way: LiftWay, line: number): number {
  const magnifier = magnifierOf(swayOf(way, line).index ?? 0);
  return magnifier > mostSecond ? 1 : magnifier;
}

/** The place of each combination where the column is pressed most. */
function pressedMost(points: readonly ColumnPoint[]): ColumnPoint[] {
  const found = new Map<number, ColumnPoint>();
  for (const point of points) {
    const before = found.get(point.line);
    if (!before || point.N < before.N) found.set(point.line, point);
  }
  return [...found.values()];
}

/** Repeats how a moment about one axis grew, step by step. */
export function traceWay(
  sheet: Sheet,
  section: ColumnSection,
  bars: ColumnBars,
  { line, P, ways }: SlenderUnder,
  about: 'y' | 'z',
  place: ColumnPlace,
): void {
  const way = ways.find((one) => one.about === about)!;
  const size = about === 'y' ? section.depth : section.width;
  const gross = grossInertia(section, about);
  const { storey, index, isDoubled } = swayOf(about === 'y' ? place.major : place.minor, line);
  const axis = about === 'y' ? 'y' : 'z';
  const counted = isDoubled ? ', the drift counted twice because stiffness is not cracked (6.6.3.1.2)' : '';
  sheet.remark(
    way.sway === 1
      ? `Bending about local ${axis}: its storeys are braced, Q = ${(index ?? 0).toFixed(3)} ≤ 0.05 in ${storey} (6.6.4.3)${counted}; k = 1 (6.6.4.4.3).`
      : `Bending about local ${axis}: ${storey} sways, Q = ${(index ?? 0).toFixed(3)} > 0.05 (6.6.4.3)${counted}. Moments of wind, earthquake and notional loads are magnified by δs = 1 / (1 − Q) = ${way.sway.toFixed(3)} (6.6.4.6.2(a)) and are part of M1 and M2 below; along the lift second order counts with k = 1 (6.6.4.6.4).`,
  );
  const fine = sectionLength(way.clear);
  sheet.step({
    clause: '6.2.5.1',
    title: 'Slenderness',
    symbol: 'lambda',
    expression: section.isRound ? '4 * k * l_u / h' : 'k * l_u * sqrt(12) / h',
    inputs: { k: plain(1, 0), l_u: fine, h: sectionLength(size) },
    value: plain(way.slenderness, 1),
    note: `second order counts above ${way.limit.toFixed(1)} = min(40, 34 + 12 M1/M2) (6.2.5.1(b))`,
  });
  if (way.isNeglected) return;
  const Is = about === 'y' ? steelInertia(section, bars).y : steelInertia(section, bars).z;
  const isPlain = 0.4 * section.Ec * gross > 0.2 * section.Ec * gross + section.Es * Is;
  sheet.step({
    clause: isPlain ? '6.6.4.4.4(a)' : '6.6.4.4.4(b)',
    title: 'Second moment of area that counts',
    symbol: 'I_eff',
    expression: isPlain ? '0.4 * I_g / (1 + beta_dns)' : '(0.2 * I_g + E_s / E_c * I_se) / (1 + beta_dns)',
    inputs: {
      I_g: inertia(gross),
      ...(isPlain ? {} : { E_s: elasticity(section.Es), E_c: elasticity(section.Ec), I_se: inertia(Is) }),
      beta_dns: plain(way.lasting, 3),
    },
    value: inertia(way.EI / section.Ec),
    note: '(EI)eff over Ec; βdns: share of the pressure that lasts',
  });
  sheet.step({
    clause: '6.6.4.4.2',
    title: 'Critical load',
    symbol: 'P_c',
    expression: 'pi^2 * E_c * I_eff / (k * l_u)^2',
    inputs: { E_c: elasticity(section.Ec), I_eff: inertia(way.EI / section.Ec), k: plain(1, 0), l_u: fine },
    value: force(way.Pc),
  });
  const isEqual = way.Cm === 1;
  sheet.step({
    clause: isEqual ? '6.6.4.5.3(b)' : '6.6.4.5.3(a)',
    title: 'Share of an even moment',
    symbol: 'C_m',
    expression: isEqual ? '1' : '0.6 - 0.4 * M_1 / M_2',
    inputs: isEqual ? {} : { M_1: moment(way.M1), M_2: moment(way.M2) },
    value: plain(way.Cm, 3),
    ...(isEqual
      ? { note: way.isLoaded ? 'loads between its ends' : 'the least moment counts, or it has no end moments' }
      : {}),
  });
  sheet.step({
    clause: '6.6.4.5.2',
    title: 'Magnifier',
    symbol: 'delta',
    expression: 'max(1, C_m / (1 - P_u / (0.75 * P_c)))',
    inputs: { C_m: plain(way.Cm, 3), P_u: force(P), P_c: force(way.Pc) },
    value: plain(Math.min(99, way.delta), 3),
  });
  const M2 = Math.max(way.M2, way.least);
  sheet.step({
    clause: '6.6.4.5.4',
    title: 'Least moment',
    symbol: 'M_2min',
    expression: 'P_u * (e_0 + 0.03 * h)',
    inputs: { P_u: force(P), e_0: { ...sectionLength(0.6 * inch), decimals: 2 }, h: sectionLength(size) },
    value: moment(way.least),
    note: 'e0 = 0.6 in; about each axis by itself',
  });
  sheet.step({
    clause: '6.6.4.5.1',
    title: 'Magnified moment',
    symbol: 'M_c',
    expression: 'delta * max(M_2, M_2min)',
    inputs: { delta: plain(Math.min(99, way.delta), 3), M_2: moment(way.M2), M_2min: moment(way.least) },
    value: moment(Math.min(99, way.delta) * M2),
  });
}
