import type { CheckedWall, PierActions } from '../../../doors/checks/checked-wall';
import { swayed } from '../../../doors/checks/walls/swayed';
import type { WallCode, WallDemand, OpenWall } from '../../../doors/checks/walls/concrete-wall';
import {
  ratiosOf,
  uprightArea,
  uprightRows,
  wallArea,
  type WallSection,
} from '../../../doors/checks/walls/wall-section';
import type { WallBars } from '../../../doors/checks/wall-reinforcement';
import { inch, mostShearYield, psi, rootStrength } from '../beam-section';
import { mostYield } from '../columns/column-code';
import { magnifierOf, mostSecond, uncracked } from '../columns/slenderness';
import { lawsOf, leastPhi } from '../flexure';
import { phiOf } from '../shear';

/** Thicker walls have two layers, 11.7.2.3, m. */
export const twoLayersFrom = 10 * inch;
/** Bars stand no farther from each other, 11.7.2.1 and 11.7.3.1, m and times the thickness. */
export const widest = 18 * inch;
export const widestInThickness = 3;
/** Least ratios where shear is large, 11.6.2. */
export const leastForShear = 0.0025;

/** Second order out of the plane of a pier by moment magnification, 6.6.4.5; k = 1. */
export interface Magnified {
  /** pressure of the whole pier, and as if all of it were pressed as its most pressed end, positive, N */
  readonly P: number;
  readonly Pe: number;
  /** P_u (0.6 in + 0.03 h), N·m */
  readonly least: number;
  readonly lasting: number;
  readonly EI: number;
  readonly Pc: number;
  readonly delta: number;
  /** clear between the floors that hold it, m */
  readonly free: number;
}

/** What a pier is magnified by out of its plane. @param free m */
export function magnifiedBy(
  section: WallSection,
  { N, M }: Pick<PierActions, 'N' | 'M'>,
  lasting: number,
  free: number,
): Magnified {
  const { length, thickness, Ec } = section;
  const P = Math.max(0, -N);
  // bending in its plane presses one end more than the other
  const Pe = Math.max(0, -N + (6 * Math.abs(M)) / length);
  const EI = (0.4 * Ec * length * thickness ** 3) / 12 / (1 + lasting);
  const Pc = free > 0 ? (Math.PI ** 2 * EI) / free ** 2 : Infinity;
  const left = 1 - Pe / (0.75 * Pc);
  return {
    P,
    Pe,
    least: P * (0.6 * inch + 0.03 * thickness),
    lasting,
    EI,
    Pc,
    delta: left > 0 ? Math.max(1, 1 / left) : Infinity,
    free,
  };
}

/** δ_s of the storeys of a pier along its plane under a combination, or why first order does not do. */
export function swayOf(checked: CheckedWall, line: number): { sway: number; Q?: number; reason?: string } {
  const { isSecond, isCracked } = checked.order(line);
  const { storey, index, unknown, isCracked: inDrift, amplification } = checked.sway(line);
  if (isSecond) {
    if (!isCracked)
      return {
        sway: 1,
        reason:
          'It is of second order with stiffness that is not cracked (6.7.1.1). Choose a set of reduced stiffness for the strength combinations, walls among it.',
      };
    if ((amplification ?? 1) > mostSecond)
      return {
        sway: 1,
        reason: `${storey} drifts ${amplification!.toFixed(2)} times as far as in first order: more than 1.4 times (6.2.5.3). Stiffen the storey.`,
      };
    return { sway: 1 };
  }
  if (index === undefined)
    return {
      sway: 1,
      reason: `Whether its storey sways along it cannot be told: ${unknown}. Make storeys and a case that pushes them that way, or let strength combinations be of second order with cracked stiffness.`,
    };
  const Q = inDrift ? index : uncracked * index;
  const sway = magnifierOf(Q);
  if (sway > mostSecond)
    return {
      sway: 1,
      Q,
      reason: `${storey} sways so much along it that forces of first order do not do: Q = ${Q.toFixed(3)}${inDrift ? '' : ', its drift counted twice because stiffness is not cracked (6.6.3.1.2)'}, and 1 / (1 − Q) is above 1.4 (6.2.5.3). Let strength combinations be of second order with cracked stiffness, or stiffen the storey.`,
    };
  return { sway, Q };
}

/** Whether a pier is in net tension: α_c drops there at once, which rounding shall not do. */
export const isPulled = (section: WallSection, N: number): boolean => N > 1e-6 * section.fc * wallArea(section);

/** α_c of 11.5.4.3 and 11.5.4.4. @param slender h_w / l_w @param N N_u, tension positive, N */
export function shearFactor(section: WallSection, slender: number, N: number): number {
  const even = slender <= 1.5 ? 3 : slender >= 2 ? 2 : 3 - 2 * (slender - 1.5);
  if (!isPulled(section, N)) return even;
  return Math.min(even, Math.max(0, 2 * (1 - N / wallArea(section) / (500 * psi))));
}

/** h_w / l_w: of the whole wall or of the pier, whichever is more slender. */
export const slenderOf = ({ whole, height, length }: CheckedWall): number =>
  Math.max(whole.height / whole.length, height / length);

/** What a pier carries in its plane, 11.5.4: with the concrete alone φ α_c λ √f′c A_cv, and with level bars, N. */
export function shearInPlane(section: WallSection, bars: WallBars, slender: number, N: number) {
  const root = rootStrength(section.fc);
  const area = wallArea(section);
  const factor = shearFactor(section, slender, N);
  const steel = ratiosOf(section, bars).level * Math.min(section.fy, mostShearYield);
  const most = 8 * root * area;
  const phi = phiOf(section);
  return {
    factor,
    concrete: phi * factor * root * area,
    most: phi * most,
    strength: phi * Math.min((factor * root + steel) * area, most),
  };
}

/** Least ratios of spread bars, 11.6, upright and level. @param V in the plane, N @param N tension positive, N */
export function leastRatios(section: WallSection, bars: WallBars, slender: number, { V, N }: { V: number; N: number }) {
  const { concrete, factor } = shearInPlane(section, bars, slender, N);
  if (V <= concrete / 2) {
    const thin = (bar: { readonly diameter: number }) => bar.diameter <= 0.6255 * inch && section.fy >= 59999 * psi;
    return {
      isSheared: false,
      upright: thin(bars.upright.bar) ? 0.0012 : 0.0015,
      level: thin(bars.level.bar) ? 0.002 : 0.0025,
    };
  }
  const given = ratiosOf(section, bars).level;
  const asked =
    (V / phiOf(section) / wallArea(section) - factor * rootStrength(section.fc)) / Math.min(section.fy, mostShearYield);
  const byLevel = leastForShear + 0.5 * (2.5 - slender) * (given - leastForShear);
  return {
    isSheared: true,
    upright: Math.max(leastForShear, Math.min(byLevel, Math.max(leastForShear, asked))),
    level: leastForShear,
  };
}

/** Largest spacing of upright and level bars, 11.7.2.1 and 11.7.3.1, m. @param isNeeded level bars are needed for shear */
export function largestSpacings({ length, thickness }: WallSection, isNeeded: boolean) {
  const common = Math.min(widestInThickness * thickness, widest);
  return {
    upright: isNeeded ? Math.min(common, length / 3) : common,
    level: isNeeded ? Math.min(common, length / 5) : common,
  };
}

/** Axial strength at no eccentricity P_o, 22.4.2.2, N. */
export const squashLoad = (section: WallSection, bars: WallBars): number => {
  const steel = uprightArea(section, bars);
  return 0.85 * section.fc * (wallArea(section) - steel) + Math.min(section.fy, mostYield) * steel;
};

/** φ P_n,max of 22.4.2.1, N. */
export const mostPressure = (section: WallSection, bars: WallBars): number =>
  leastPhi(section) * 0.8 * squashLoad(section, bars);

/** ACI 318-19 for a pier. */
export function aciWall(section: WallSection, checked: CheckedWall): WallCode {
  const { points, free } = checked;
  const ways = new Map<number, ReturnType<typeof swayOf>>();
  for (const { line } of points) if (!ways.has(line)) ways.set(line, swayOf(checked, line));
  const open: OpenWall[] = [];
  const said = new Set<number>();
  const demands = points.map((point): WallDemand => {
    const { sway, reason } = ways.get(point.line)!;
    if (reason !== undefined && !said.has(point.line)) {
      said.add(point.line);
      open.push({ label: point.label, reason });
    }
    const { N, V, M, out } = swayed(point, sway);
    const { least, delta } = magnifiedBy(
      section,
      { N, M },
      checked.lasting(point.line),
      typeof free === 'string' ? 0 : free.length,
    );
    const isSecond = checked.order(point.line).isSecond;
    return {
      point,
      N,
      My: (isSecond ? 1 : delta) * Math.max(Math.abs(out), least),
      Mz: Math.abs(M),
      V: Math.abs(V),
      sway,
    };
  });
  const slender = slenderOf(checked);
  return {
    section,
    laws: lawsOf(section),
    mostPressure: (bars) => mostPressure(section, bars),
    demands: () => demands,
    open,
    layers: section.thickness > twoLayersFrom ? 2 : 1,
    allows: (bars) => {
      const ratios = ratiosOf(section, bars);
      const spaced = uprightRows(section, bars).step;
      return demands.every((demand) => {
        const { concrete } = shearInPlane(section, bars, slender, demand.N);
        const least = leastRatios(section, bars, slender, demand);
        const largest = largestSpacings(section, demand.V > concrete);
        return (
          ratios.upright >= least.upright &&
          ratios.level >= least.level &&
          spaced <= largest.upright + 1e-6 &&
          bars.level.spacing <= largest.level + 1e-6
        );
      });
    },
    carriesShear: (bars) => demands.every(({ N, V }) => V <= shearInPlane(section, bars, slender, N).strength),
  };
}
