import type { ReinforcingBar } from '../../../catalog';

/** A rectangular beam and its materials for ACI 318-19: m, Pa. */
export interface BeamSection {
  readonly width: number;
  readonly depth: number;
  /** clear cover to the stirrup */
  readonly cover: number;
  readonly stirrup: ReinforcingBar;
  /** specified strength of concrete f'c */
  readonly fc: number;
  /** yield stress of reinforcement, longitudinal and transverse */
  readonly fy: number;
  /** modulus of elasticity of reinforcement */
  readonly Es: number;
}

/** 1 psi in Pa; the code's √f'c formulas are in psi. */
export const psi = 6894.757293168361;
export const inch = 0.0254;

/** β₁ of Table 22.2.2.4.3. */
export function stressBlockFactor(fc: number): number {
  return Math.min(0.85, Math.max(0.65, 0.85 - (0.05 * (fc / psi - 4000)) / 1000));
}

/** Modulus of rupture f_r of normal-weight concrete, ACI 318-19 19.2.3.1, Pa. */
export const ruptureModulus = ({ fc }: Pick<BeamSection, 'fc'>): number => 7.5 * Math.sqrt(fc * psi);

/** Yield stress that stirrups and bars for torsion may be counted with at most, ACI 318-19 Table 20.2.2.4(a), Pa. */
export const mostShearYield = 60000 * psi;
/** √f'c in Pa as the code counts it for shear and torsion: the root in psi, at most 100 psi (22.5.3.1). */
export const rootStrength = (fc: number): number => Math.min(Math.sqrt(fc * psi), 100 * psi);
/** One psi, for sheets. */
export const psiInput = { value: psi, kind: 'stress', decimals: 6 } as const;
