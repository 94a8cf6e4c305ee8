import { crackedState, grossSection, heightOf, type ElasticModuli, type ReinforcedSection } from '../../../concrete';

/** What a section's stiffness for deflection follows from, for moments of one sign: m, m², m⁴. */
export interface CrackingSection {
  readonly area: number;
  /** uncracked and without its bars */
  readonly gross: number;
  /** from the centroid to the fibre in tension */
  readonly toTension: number;
  /** cracked; 0: there are no bars in tension */
  readonly cracked: number;
}

/** A section bent so that its bottom (sign 1) or its top (−1) is in tension. */
export function crackingSection(section: ReinforcedSection, moduli: ElasticModuli, sign: 1 | -1): CrackingSection {
  const { area, z, inertia } = grossSection(section);
  const { low, high } = heightOf(section);
  const cracked = crackedState(section, moduli, { N: 0, My: sign })?.acting.inertia ?? 0;
  return { area, gross: inertia, toTension: sign > 0 ? z - low : high - z, cracked: Math.min(cracked, inertia) };
}

/**
 * Cracking moment of ACI 318-19 24.2.3.5, N·m; an axial pull cracks the section sooner.
 * @param rupture modulus of rupture f_r, Pa
 * @param N tension positive; compression is left out, N
 */
export const crackingMoment = ({ area, gross, toTension }: CrackingSection, rupture: number, N: number): number =>
  (Math.max(0, rupture - Math.max(0, N) / area) * gross) / toTension;

/**
 * Effective second moment of area by ACI 318-19 Table 24.2.3.5, m⁴; nothing where bars in tension are asked for and there are none.
 * @param most largest moment of the stretch, without sign, N·m
 */
export function effectiveInertia({ gross, cracked }: CrackingSection, cracking: number, most: number): number {
  if (most <= (2 / 3) * cracking) return gross;
  return cracked / (1 - (((2 / 3) * cracking) / most) ** 2 * (1 - cracked / gross));
}

/** Multiplier of deflections that last, λ_Δ of ACI 318-19 24.2.4.1.1, for five years or more. @param ratio of bars in compression, A′s / (b d) */
export const lastingMultiplier = (ratio: number): number => longest / (1 + 50 * ratio);

/** ξ of Table 24.2.4.1.3 for five years or more. */
export const longest = 2;
