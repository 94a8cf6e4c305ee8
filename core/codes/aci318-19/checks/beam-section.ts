import type { BarSpacing, BeamSection } from '../../doors/checks/beams/beam-section';

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

/** ACI 318-19 25.2.1, 25.2.2 (the aggregate's size, which may ask for more, is not in the model). */
export const aciSpacing: BarSpacing = { beside: (bar) => Math.max(inch, bar.diameter), between: () => inch };

/**
 * Largest distance of the centres of bars nearest to a face in tension, ACI 318-19 24.3.2, the stress of the bars under service loads taken as ⅔ f_y
 * (24.3.2.1), m.
 * @param cover clear, from the face to the bars, m
 */
export function largestBarSpacing({ fy }: BeamSection, cover: number): number {
  const ratio = (40000 * psi) / ((2 / 3) * fy);
  return Math.min(15 * inch * ratio - 2.5 * cover, 12 * inch * ratio);
}

/** Beams deeper than this ask for skin bars, ACI 318-19 9.7.2.3, m. */
export const deepBeam = 36 * inch;

/** Largest distance of bars along the sides, m: 12 in for torsion (9.7.5.1), as 24.3.2 says for skin bars of deep beams. */
export const largestSideGap = (section: BeamSection): number =>
  section.depth > deepBeam
    ? Math.min(12 * inch, Math.max(inch, largestBarSpacing(section, section.cover + section.stirrup.diameter)))
    : 12 * inch;
