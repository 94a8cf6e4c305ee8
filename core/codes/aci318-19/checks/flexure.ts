import type { ReinforcedSection, SectionForces } from '../../../concrete';
import type { FlangedShape } from '../../../results';
import { barArea, plain, sectionLength, stress, type Sheet, type Step } from '../../../sheet';
import type { UnitSystem } from '../../../units';
import type { BeamBars, Face } from '../../doors/checks/beams/beam-bars';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { bendBy, traceBending, type BendingLaws, type Bent } from '../../doors/checks/beams/bending';
import { reinforcedSection } from '../../doors/checks/beams/reinforced';
import { psi, psiInput, stressBlockFactor } from './beam-section';
import { reductionOf, remarkReduction, type Reduced, type ReductionFactors } from './reduction';

/** Materials that a section's strength depends on. */
type Materials = Pick<BeamSection, 'fc' | 'fy' | 'Es'> & Enclosed;
interface Enclosed extends Reduced {
  /** enclosed by a spiral that conforms to 25.7.3 */
  readonly isSpiral?: boolean;
}

/** φ of compression-controlled sections, Table 21.2.2. */
export const leastPhi = (section: Enclosed): number => boundsOf(reductionOf(section), section).least;

/** φ of sections that compression and tension control; that of compression is never the larger. */
function boundsOf({ tension, compression, spiral }: ReductionFactors, { isSpiral }: Enclosed) {
  return { least: Math.min(isSpiral ? spiral : compression, tension), most: tension };
}

/** φ of Table 21.2.2 by the strain of the outermost bars in tension. */
function strengthReduction(section: Materials): (strain: number) => number {
  const { least, most } = boundsOf(reductionOf(section), section);
  const yieldStrain = section.fy / section.Es;
  return (strain) => Math.max(least, Math.min(most, least + ((most - least) * (strain - yieldStrain)) / 0.003));
}

/** ACI 318-19 22.2: the stress block, bars that are elastic and then yield, and φ of 21.2.2. */
export const lawsOf = (section: Materials): BendingLaws => ({
  laws: {
    blockStress: 0.85 * section.fc,
    blockFactor: stressBlockFactor(section.fc),
    crushing: 0.003,
    yieldStress: section.fy,
    modulus: section.Es,
  },
  share: strengthReduction(section),
});

/** Bending with axial force, ACI 318-19 22.3 and 22.4; as `bendBy`. */
export const bend = (
  section: BeamSection,
  reinforced: ReinforcedSection,
  asked: SectionForces,
  across = false,
): Bent | undefined => bendBy(lawsOf(section), reinforced, asked, across);

/**
 * Design flexural strength φ M_n without axial force.
 * @param face whose bars are in tension
 * @returns strength in N·m, and the strain of the outermost tension bars
 */
export function flexuralStrength(
  section: BeamSection,
  bars: BeamBars,
  face: Face = 'bottom',
  shape?: FlangedShape,
): { strength: number; strain: number } {
  const sign = face === 'bottom' ? 1 : -1;
  const bent = bend(section, reinforcedSection(section, bars, shape), { N: 0, My: sign, Mz: 0 });
  if (!bent) return { strength: 0, strain: 0 };
  return { strength: bent.phi * Math.abs(bent.found.at.My), strain: bent.found.at.strain };
}

/** Why φ is what it is. */
function reductionStep(section: Materials, strain: number, phi: number): Step {
  const yieldStrain = section.fy / section.Es;
  const limit = yieldStrain + 0.003;
  const isBetween = strain > yieldStrain && strain < limit;
  const { least, most } = boundsOf(reductionOf(section), section);
  const isTension = strain >= limit;
  return {
    clause: '21.2.2',
    title: 'Strength reduction',
    symbol: 'phi',
    expression: isBetween
      ? `${least} + ${Number((most - least).toFixed(6))} * (epsilon_t - epsilon_ty) / 0.003`
      : isTension
        ? most.toFixed(2)
        : `${least}`,
    inputs: isBetween ? { epsilon_t: plain(strain, 5), epsilon_ty: plain(yieldStrain, 5) } : {},
    value: plain(phi),
    note: isBetween
      ? 'transition'
      : isTension
        ? `tension-controlled, εt ≥ ${limit.toFixed(4)}`
        : `compression-controlled, εt ≤ ${yieldStrain.toFixed(4)}`,
  };
}

/** Repeats how a section came to its strength, and compares. */
export function traceStrength(
  sheet: Sheet,
  section: Materials,
  reinforced: ReinforcedSection,
  asked: SectionForces,
  bent: Bent,
  units: UnitSystem,
  comparison = '9.5.1.1',
): void {
  const inputs = { f_c: stress(section.fc) };
  remarkReduction(sheet, section, ['tension', section.isSpiral ? 'spiral' : 'compression']);
  traceBending(
    sheet,
    {
      compatibility: '22.2',
      block: '22.2.2.4.1',
      axial: '22.4',
      bending: '22.3',
      comparison,
      factor: {
        clause: '22.2.2.4.3',
        title: 'Factor of the stress block',
        symbol: 'beta_1',
        expression: 'max(0.65, min(0.85, 0.85 - 0.05 * (f_c / psi - 4000) / 1000))',
        inputs: { ...inputs, psi: psiInput },
        value: plain(stressBlockFactor(section.fc)),
      },
      pressure: { expression: '0.85 * f_c', inputs },
      yields: { symbol: 'f_y', value: stress(section.fy) },
      share: (strain, phi) => reductionStep(section, strain, phi),
      symbols: { N: 'N_u', M: 'M_u', strength: 'M_n', axial: 'N_n' },
    },
    lawsOf(section),
    reinforced,
    asked,
    bent,
    units,
  );
}

/**
 * Minimum area of tension bars, ACI 318-19 9.6.1.2, m².
 * @param width b_w, or where the flange of a statically determinate beam is in tension the lesser of b_f and 2 b_w, m
 * @param depth effective, m
 */
export function minimumFlexuralSteel(
  section: BeamSection,
  depth: number,
  sheet?: Sheet,
  width = section.width,
): number {
  const { fc, fy } = section;
  const value = (Math.max(3 * Math.sqrt(fc * psi), 200 * psi) / Math.min(fy, 80000 * psi)) * width * depth;
  sheet?.step({
    clause: '9.6.1.2',
    title: 'Minimum area of tension bars',
    symbol: 'A_min',
    expression: 'max(3 * sqrt(f_c * psi), 200 * psi) / f_y * b_w * d',
    inputs: {
      f_c: stress(fc),
      psi: psiInput,
      f_y: stress(Math.min(fy, 80000 * psi)),
      b_w: sectionLength(width),
      d: sectionLength(depth),
    },
    value: barArea(value),
    ...(width > section.width ? { note: 'bw: the lesser of bf and 2 bw, its flange being in tension' } : {}),
  });
  return value;
}
