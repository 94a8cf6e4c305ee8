import type { ReinforcingBar } from '../../../catalog';
import type { BarLayer } from '../../doors/checks/beam-reinforcement';

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
const inch = 0.0254;

/** Depth from the compressed face to the centre of the bars, m. */
export function effectiveDepth(section: BeamSection, bar: ReinforcingBar): number {
  return section.depth - section.cover - section.stirrup.diameter - bar.diameter / 2;
}

/** Clear distance between bars of a layer, m; Infinity for a single bar. */
export function clearSpacing(section: BeamSection, { bar, count }: BarLayer): number {
  return count < 2
    ? Infinity
    : (section.width - 2 * (section.cover + section.stirrup.diameter) - count * bar.diameter) / (count - 1);
}

/** Least clear distance between parallel bars, ACI 318-19 25.2.1, m (the aggregate's size, which may ask for more, is not in the model). */
export function leastClearSpacing(bar: ReinforcingBar): number {
  return Math.max(inch, bar.diameter);
}

/** β₁ of Table 22.2.2.4.3. */
export function stressBlockFactor(fc: number): number {
  return Math.min(0.85, Math.max(0.65, 0.85 - (0.05 * (fc / psi - 4000)) / 1000));
}

/** Modulus of rupture f_r of normal-weight concrete, ACI 318-19 19.2.3.1, Pa. */
export const ruptureModulus = ({ fc }: Pick<BeamSection, 'fc'>): number => 7.5 * Math.sqrt(fc * psi);
