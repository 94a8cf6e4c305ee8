import { reinforcingBars } from '../../../catalog';
import type { BarLayer } from '../../doors/checks/beam-reinforcement';
import { barArea, elasticity, moment, plain, sectionLength, stress, type Sheet, type Step } from '../../../sheet';
import {
  clearSpacing,
  effectiveDepth,
  leastClearSpacing,
  psi,
  stressBlockFactor,
  type BeamSection,
} from './beam-section';

/**
 * Design flexural strength φ M_n of a singly reinforced rectangular section, ACI 318-19 22.3 with the stress block of 22.2.2.4
 * and φ of 21.2.2; bars in compression are left out, on the safe side.
 * @returns strength in N·m, and the strain of the tension bars
 */
export function flexuralStrength(
  section: BeamSection,
  layer: BarLayer,
  sheet?: Sheet,
): { strength: number; strain: number; yieldStrain: number } {
  const { width, fc, fy, Es } = section;
  const d = effectiveDepth(section, layer.bar);
  const steel = layer.count * layer.bar.area;
  sheet?.step({
    clause: '20.5',
    title: `Effective depth, ${layer.count} ${layer.bar.name} in one layer`,
    symbol: 'd',
    expression: 'h - c_c - d_s - d_b / 2',
    inputs: {
      h: sectionLength(section.depth),
      c_c: sectionLength(section.cover),
      d_s: sectionLength(section.stirrup.diameter),
      d_b: sectionLength(layer.bar.diameter),
    },
    value: sectionLength(d),
  });
  sheet?.step({
    clause: '22.2',
    title: 'Area of the bars',
    symbol: 'A_s',
    expression: 'n * A_b',
    inputs: { n: plain(layer.count, 0), A_b: barArea(layer.bar.area) },
    value: barArea(steel),
  });
  if (d <= 0) {
    sheet?.remark('The bars lie outside the section: there is no strength.');
    return { strength: 0, strain: 0, yieldStrain: fy / Es };
  }
  const block = (steel * fy) / (0.85 * fc * width);
  sheet?.step({
    clause: '22.2.2.4.1',
    title: 'Depth of the stress block, bars yielding',
    symbol: 'a',
    expression: 'A_s * f_y / (0.85 * f_c * b)',
    inputs: { A_s: barArea(steel), f_y: stress(fy), f_c: stress(fc), b: sectionLength(width) },
    value: sectionLength(block),
  });
  const beta = stressBlockFactor(fc);
  const neutral = block / beta;
  sheet?.step({
    clause: '22.2.2.4.3',
    title: 'Depth of the neutral axis',
    symbol: 'c',
    expression: 'a / beta_1',
    inputs: { a: sectionLength(block), beta_1: plain(beta) },
    value: sectionLength(neutral),
  });
  const strain = (0.003 * (d - neutral)) / neutral;
  sheet?.step({
    clause: '22.2.2.1',
    title: 'Strain of the tension bars',
    symbol: 'epsilon_t',
    expression: '0.003 * (d - c) / c',
    inputs: { d: sectionLength(d), c: sectionLength(neutral) },
    value: plain(strain, 4),
  });
  const yieldStrain = fy / Es;
  if (strain < yieldStrain) return withoutYielding(section, layer, d, steel, sheet);
  const { phi, expression, inputs, note } = strengthReduction(strain, yieldStrain);
  sheet?.step({
    clause: '21.2.2',
    title: 'Strength reduction',
    symbol: 'phi',
    expression,
    inputs,
    value: plain(phi),
    note,
  });
  const nominal = steel * fy * (d - block / 2);
  const strength = phi * nominal;
  sheet?.step({
    clause: '22.3',
    title: 'Nominal strength',
    symbol: 'M_n',
    expression: 'A_s * f_y * (d - a / 2)',
    inputs: { A_s: barArea(steel), f_y: stress(fy), d: sectionLength(d), a: sectionLength(block) },
    value: moment(nominal),
  });
  sheet?.step({
    clause: '9.5.1',
    title: 'Design strength',
    symbol: 'phi M_n',
    expression: 'phi * M_n',
    inputs: { phi: plain(phi), M_n: moment(nominal) },
    value: moment(strength),
  });
  return { strength, strain, yieldStrain };
}

/** Strength where the concrete crushes before the bars yield: their stress follows from their strain (22.2.1.2, 20.2.2.1). */
function withoutYielding(
  { width, fc, fy, Es }: BeamSection,
  layer: BarLayer,
  d: number,
  steel: number,
  sheet?: Sheet,
): { strength: number; strain: number; yieldStrain: number } {
  sheet?.remark(
    `The ${layer.count} ${layer.bar.name} do not yield before the concrete crushes: the neutral axis follows from strain compatibility.`,
  );
  const beta = stressBlockFactor(fc);
  // 0.85 f′c β₁ b c = A_s E_s 0.003 (d − c) / c
  const [compression, tension] = [0.85 * fc * beta * width, 0.003 * steel * Es];
  const neutral = (-tension + Math.sqrt(tension ** 2 + 4 * compression * tension * d)) / (2 * compression);
  const inputs = {
    A_s: barArea(steel),
    E_s: elasticity(Es),
    f_c: stress(fc),
    b: sectionLength(width),
    d: sectionLength(d),
    beta_1: plain(beta),
  };
  sheet?.step({
    clause: '22.2.1',
    title: 'Depth of the neutral axis, bars elastic',
    symbol: 'c',
    expression:
      '(sqrt((0.003 * A_s * E_s)^2 + 4 * 0.85 * f_c * beta_1 * b * 0.003 * A_s * E_s * d) - 0.003 * A_s * E_s) / (2 * 0.85 * f_c * beta_1 * b)',
    inputs,
    value: sectionLength(neutral),
  });
  const strain = (0.003 * (d - neutral)) / neutral;
  sheet?.step({
    clause: '22.2.2.1',
    title: 'Strain of the tension bars',
    symbol: 'epsilon_t',
    expression: '0.003 * (d - c) / c',
    inputs: { d: sectionLength(d), c: sectionLength(neutral) },
    value: plain(strain, 5),
  });
  const nominal = steel * Es * strain * (d - (beta * neutral) / 2);
  sheet?.step({
    clause: '22.3',
    title: 'Nominal strength',
    symbol: 'M_n',
    expression: 'A_s * E_s * epsilon_t * (d - beta_1 * c / 2)',
    inputs: {
      A_s: barArea(steel),
      E_s: elasticity(Es),
      epsilon_t: plain(strain, 5),
      d: sectionLength(d),
      beta_1: plain(beta),
      c: sectionLength(neutral),
    },
    value: moment(nominal),
  });
  const strength = 0.65 * nominal;
  sheet?.step({
    clause: '21.2.2',
    title: 'Strength reduction',
    symbol: 'phi',
    expression: '0.65',
    inputs: {},
    value: plain(0.65),
    note: `compression-controlled, εt ≤ ${(fy / Es).toFixed(4)}`,
  });
  sheet?.step({
    clause: '9.5.1',
    title: 'Design strength',
    symbol: 'phi M_n',
    expression: 'phi * M_n',
    inputs: { phi: plain(0.65), M_n: moment(nominal) },
    value: moment(strength),
  });
  return { strength, strain, yieldStrain: fy / Es };
}

/** φ of Table 21.2.2 for members with other than spiral reinforcement. */
function strengthReduction(
  strain: number,
  yieldStrain: number,
): { phi: number; expression: string; inputs: Step['inputs']; note: string } {
  const limit = yieldStrain + 0.003;
  if (strain >= limit)
    return { phi: 0.9, expression: '0.90', inputs: {}, note: `tension-controlled, εt ≥ ${limit.toFixed(4)}` };
  if (strain <= yieldStrain)
    return {
      phi: 0.65,
      expression: '0.65',
      inputs: {},
      note: `compression-controlled, εt ≤ ${yieldStrain.toFixed(4)}`,
    };
  return {
    phi: 0.65 + (0.25 * (strain - yieldStrain)) / 0.003,
    expression: '0.65 + 0.25 * (epsilon_t - epsilon_ty) / 0.003',
    inputs: { epsilon_t: plain(strain, 4), epsilon_ty: plain(yieldStrain, 4) },
    note: 'transition',
  };
}

/** Minimum area of tension bars, ACI 318-19 9.6.1.2, m². */
export function minimumFlexuralSteel(section: BeamSection, depth: number, sheet?: Sheet): number {
  const { width, fc, fy } = section;
  const value = (Math.max(3 * Math.sqrt(fc * psi), 200 * psi) / Math.min(fy, 80000 * psi)) * width * depth;
  sheet?.step({
    clause: '9.6.1.2',
    title: 'Minimum area of tension bars',
    symbol: 'A_min',
    expression: 'max(3 * sqrt(f_c * psi), 200 * psi) / f_y * b_w * d',
    inputs: {
      f_c: stress(fc),
      psi: { value: psi, kind: 'stress', decimals: 6 },
      f_y: stress(Math.min(fy, 80000 * psi)),
      b_w: sectionLength(width),
      d: sectionLength(depth),
    },
    value: barArea(value),
  });
  return value;
}

/**
 * The lightest layer of allowed bars that carries a moment with at least the minimum steel, stays tension-controlled (9.3.3.1)
 * and fits in one layer.
 * @param demand M_u in N·m, not negative
 * @param sizes  names of the bars that may be used
 * @returns when none carries the moment, the strongest layer that fits; undefined only when no allowed bar fits twice
 */
export function proposeBars(section: BeamSection, demand: number, sizes: readonly string[]): BarLayer | undefined {
  let best: BarLayer | undefined;
  let strongest: { layer: BarLayer; strength: number } | undefined;
  for (const bar of reinforcingBars) {
    if (!sizes.includes(bar.name)) continue;
    const minimum = minimumFlexuralSteel(section, effectiveDepth(section, bar));
    for (let count = 2; clearSpacing(section, { bar, count }) >= leastClearSpacing(bar); count++) {
      const layer = { bar, count };
      const { strength, strain, yieldStrain } = flexuralStrength(section, layer);
      if (strain < yieldStrain + 0.003) break;
      if (!strongest || strength > strongest.strength) strongest = { layer, strength };
      if (strength < demand || count * bar.area < minimum) continue;
      if (!best || count * bar.area < best.count * best.bar.area - 1e-9) best = layer;
      break;
    }
  }
  return best ?? strongest?.layer;
}
