import {
  crackedState,
  grossSection,
  heightOf,
  uncracked,
  type ElasticState,
  type ReinforcedSection,
  type TransformedSection,
} from '../../../concrete';

/** A bent section, cracked and not, and what lies between: 7.4.3(3). Moments N·m, curvatures 1/m. */
export interface EnCurvature {
  /** share of the cracked section, (7.19) */
  readonly zeta: number;
  readonly cracking: number;
  readonly whole: TransformedSection;
  readonly cracked: ElasticState | undefined;
  /** without shrinkage */
  readonly wholeCurvature: number;
  readonly crackedCurvature: number;
  /** by shrinkage, (7.21) */
  readonly wholeShrinkage: number;
  readonly crackedShrinkage: number;
  /** of all */
  readonly curvature: number;
}

/** What a section meets over its time. */
export interface EnActing {
  readonly N: number;
  readonly My: number;
  /** largest moment that ever bends it that way, without sign: it cracks by that one, N·m */
  readonly most: number;
  /** β of (7.19): 1 for a short time, 0.5 for lasting loads */
  readonly beta: number;
  /** E_c or E_c,eff, Pa */
  readonly concrete: number;
  /** ε_cs, without sign */
  readonly shrinkage: number;
}

/** Cracking moment for a sign of bending, N·m: f_ctm in the fibre in tension of the uncracked section; an axial pull takes of it. */
export function enCrackingMoment(section: ReinforcedSection, fctm: number, N: number, sign: 1 | -1): number {
  const { area, z, inertia } = grossSection(section);
  const { low, high } = heightOf(section);
  return (Math.max(0, fctm - Math.max(0, N) / area) * inertia) / (sign > 0 ? z - low : high - z);
}

/** Curvature by 7.4.3(3) to (6). @param bars modulus of elasticity of the bars, Pa @returns undefined: cracked, it carries nothing */
export function curvatureOf(
  section: ReinforcedSection,
  fctm: number,
  bars: number,
  { N, My, most, beta, concrete, shrinkage }: EnActing,
): EnCurvature | undefined {
  const moduli = { concrete, bars };
  const whole = uncracked(section, moduli);
  const wholeCurvature = (My + N * whole.z) / (concrete * whole.inertia);
  const shrinking = (of: TransformedSection) => (shrinkage * (bars / concrete) * of.barMoment) / of.inertia;
  const cracking = enCrackingMoment(section, fctm, N, My < 0 ? -1 : 1);
  const ever = Math.max(most, Math.abs(My));
  const zeta = ever > cracking ? 1 - beta * (cracking / ever) ** 2 : 0;
  const cracked = crackedState(section, moduli, { N, My });
  if (zeta > 0 && !cracked) return undefined;
  const crackedCurvature = cracked?.curvature ?? 0;
  const [wholeShrinkage, crackedShrinkage] = [shrinking(whole), cracked ? shrinking(cracked.acting) : 0];
  return {
    zeta,
    cracking,
    whole,
    cracked,
    wholeCurvature,
    crackedCurvature,
    wholeShrinkage,
    crackedShrinkage,
    curvature: zeta * (crackedCurvature + crackedShrinkage) + (1 - zeta) * (wholeCurvature + wholeShrinkage),
  };
}
