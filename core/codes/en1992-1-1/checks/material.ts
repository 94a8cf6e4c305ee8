import type { ConcreteRules } from '../../../model';
import type { Quantity, Step } from '../../../sheet';
import { plain, stress } from '../../../sheet';
import type { BarSpacing, BeamSection } from '../../doors/checks/beams/beam-section';
import type { BendingLaws } from '../../doors/checks/beams/bending';

/** National choices of EN 1992-1-1 that beams need, with what the code recommends. */
export interface EnFactors {
  /** on the strength of concrete for long loads, 3.1.6(1) */
  readonly alphaCc: number;
  /** of concrete and of reinforcement in persistent situations, 2.4.2.4 */
  readonly gammaC: number;
  readonly gammaS: number;
  /** flattest struts, as cot θ, 6.2.3(2) */
  readonly mostCot: number;
}

/** What EN 1992-1-1:2004+A1 recommends. */
export const recommended: EnFactors = { alphaCc: 1, gammaC: 1.5, gammaS: 1.15, mostCot: 2.5 };

/** Factors of a set of rules: recommended where they are not typed. */
export const factorsOf = ({ partial }: ConcreteRules): EnFactors => ({
  alphaCc: partial?.alphaCc ?? recommended.alphaCc,
  gammaC: partial?.gammaC ?? recommended.gammaC,
  gammaS: partial?.gammaS ?? recommended.gammaS,
  mostCot: partial?.mostCot ?? recommended.mostCot,
});

/** What differs from what is recommended, in a sentence; undefined: nothing does. */
export function changedWords(factors: EnFactors): string | undefined {
  const names = { alphaCc: 'αcc', gammaC: 'γC', gammaS: 'γS', mostCot: 'cot θ at most' } as const;
  const changed = (Object.keys(names) as (keyof EnFactors)[]).filter((key) => factors[key] !== recommended[key]);
  return changed.length === 0
    ? undefined
    : `National values in place of the recommended ones: ${changed.map((key) => `${names[key]} = ${factors[key]} (${recommended[key]})`).join(', ')}.`;
}

export const MPa = 1e6;
/** One MPa and 200 mm, for sheets. */
export const megapascal: Quantity = { value: MPa, kind: 'stress', decimals: 4 };
export const twoHundred: Quantity = { value: 0.2, kind: 'sectionLength' };

/** Strengths of a beam's materials, Pa. */
export interface EnMaterial {
  readonly factors: EnFactors;
  readonly fck: number;
  readonly fyk: number;
  readonly fcd: number;
  readonly fyd: number;
  /** mean strength of concrete in tension, Table 3.1 */
  readonly fctm: number;
  /** design strength in tension, 3.1.6(2) with α_ct = 1 */
  readonly fctd: number;
  /** how much of f_cd struts crossed by cracks bear, 6.2.2(6) */
  readonly nu: number;
}

/** Materials of a section. */
export function materialOf({ fc, fy }: Pick<BeamSection, 'fc' | 'fy'>, factors: EnFactors): EnMaterial {
  const fck = fc / MPa;
  const fctm = (fck <= 50 ? 0.3 * Math.cbrt(fck) ** 2 : 2.12 * Math.log(1 + (fck + 8) / 10)) * MPa;
  return {
    factors,
    fck: fc,
    fyk: fy,
    fcd: (factors.alphaCc * fc) / factors.gammaC,
    fyd: fy / factors.gammaS,
    fctm,
    fctd: (0.7 * fctm) / factors.gammaC,
    nu: 0.6 * (1 - fck / 250),
  };
}

/** EN 1992-1-1 8.2(2) with aggregate of 20 mm: bars side by side and rows. */
export const enSpacing: BarSpacing = {
  beside: (bar) => Math.max(bar.diameter, 0.025),
  between: (bar) => Math.max(bar.diameter, 0.025),
};

/** λ, η, ε_cu3 and ε_c3 of the rectangular block, 3.1.7(3) and Table 3.1. */
export function blockOf(fck: number): { lambda: number; eta: number; crushing: number; pressed: number } {
  const over = Math.max(0, fck / MPa - 50);
  return {
    lambda: 0.8 - over / 400,
    eta: 1 - over / 200,
    pressed: (1.75 + (0.55 * over) / 40) / 1000,
    crushing: over === 0 ? 0.0035 : (2.6 + 35 * ((90 - fck / MPa) / 100) ** 4) / 1000,
  };
}

/** What counts of the block's stress where it narrows towards the fibre pressed most, 3.1.7(3) note. */
export const narrowing = 0.9;

/** The rectangular block of 3.1.7(3), bars with a horizontal branch (3.2.7(2)b). */
export function lawsOf(
  section: Pick<BeamSection, 'Es'> & { readonly isRound?: boolean },
  { fck, fcd, fyd }: EnMaterial,
): BendingLaws {
  const { lambda, eta, crushing, pressed } = blockOf(fck);
  return {
    laws: {
      // a round section narrows towards the fibre that is pressed most: a tenth less
      blockStress: (section.isRound ? narrowing : 1) * eta * fcd,
      blockFactor: lambda,
      crushing,
      pressed,
      yieldStress: fyd,
      modulus: section.Es,
    },
    share: () => 1,
  };
}

/** Steps of the design strengths. */
export const concreteStep = ({ factors, fck, fcd }: EnMaterial): Step => ({
  clause: '3.1.6(1)',
  title: 'Design strength of concrete',
  symbol: 'f_cd',
  expression: 'alpha_cc * f_ck / gamma_C',
  inputs: { alpha_cc: plain(factors.alphaCc, 2), f_ck: stress(fck), gamma_C: plain(factors.gammaC, 2) },
  value: stress(fcd),
});

export const steelStep = ({ factors, fyk, fyd }: EnMaterial): Step => ({
  clause: '3.2.7(2)',
  title: 'Design strength of bars',
  symbol: 'f_yd',
  expression: 'f_yk / gamma_S',
  inputs: { f_yk: stress(fyk), gamma_S: plain(factors.gammaS, 2) },
  value: stress(fyd),
});

export const tensionStep = ({ fck, fctm }: EnMaterial): Step => ({
  clause: 'Table 3.1',
  title: 'Mean strength of concrete in tension',
  symbol: 'f_ctm',
  expression: fck <= 50 * MPa ? '0.3 * (f_ck / MPa)^(2 / 3) * MPa' : '2.12 * ln(1 + (f_ck / MPa + 8) / 10) * MPa',
  inputs: { f_ck: stress(fck), MPa: megapascal },
  value: { ...stress(fctm), decimals: 3 },
});
