import type { ReinforcedSection, SectionForces } from '../../../concrete';
import type { FlangedShape } from '../../../results';
import { area, barArea, plain, sectionLength, stress, type Sheet } from '../../../sheet';
import type { UnitSystem } from '../../../units';
import { effectiveDepth, type BeamBars, type Face } from '../../doors/checks/beams/beam-bars';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { bendBy, traceBending, type Bent } from '../../doors/checks/beams/bending';
import { reinforcedSection } from '../../doors/checks/beams/reinforced';
import type { FaceBars } from '../../doors/checks/beam-reinforcement';
import { blockOf, concreteStep, lawsOf, megapascal, MPa, steelStep, tensionStep, type EnMaterial } from './material';

/** Design moment of resistance without axial force, 6.1, N·m, and the strain of the outermost bars. @param face whose bars are in tension */
export function bendingResistance(
  section: BeamSection,
  material: EnMaterial,
  bars: BeamBars,
  face: Face = 'bottom',
  shape?: FlangedShape,
): { strength: number; strain: number } {
  const sign = face === 'bottom' ? 1 : -1;
  const bent = bendBy(lawsOf(section, material), reinforcedSection(section, bars, shape), { N: 0, My: sign, Mz: 0 });
  return bent ? { strength: Math.abs(bent.found.at.My), strain: bent.found.at.strain } : { strength: 0, strain: 0 };
}

/** Repeats how a section came to its resistance, and compares. */
export function traceResistance(
  sheet: Sheet,
  section: Pick<BeamSection, 'Es'> & { readonly isRound?: boolean },
  material: EnMaterial,
  reinforced: ReinforcedSection,
  asked: SectionForces,
  bent: Bent,
  units: UnitSystem,
): void {
  const { fck, fcd, fyd } = material;
  const { lambda, eta } = blockOf(fck);
  sheet.step(concreteStep(material));
  sheet.step(steelStep(material));
  const isPlain = fck <= 50 * MPa;
  traceBending(
    sheet,
    {
      compatibility: '6.1(2)',
      block: '3.1.7(3)',
      axial: '6.1',
      bending: '6.1',
      comparison: '6.1',
      factor: {
        clause: '3.1.7(3)',
        title: 'Depth of the block over that of the neutral axis',
        symbol: 'lambda',
        expression: isPlain ? '0.8' : '0.8 - (f_ck / MPa - 50) / 400',
        inputs: isPlain ? {} : { f_ck: stress(fck), MPa: megapascal },
        value: plain(lambda),
      },
      pressure: {
        expression: section.isRound ? '0.9 * eta * f_cd' : 'eta * f_cd',
        inputs: { eta: plain(eta), f_cd: stress(fcd) },
      },
      yields: { symbol: 'f_yd', value: stress(fyd) },
      symbols: { N: 'N_Ed', M: 'M_Ed', strength: 'M_Rd', axial: 'N_Rd' },
    },
    lawsOf(section, material),
    reinforced,
    asked,
    bent,
    units,
  );
}

/** Least area of bars in tension, 9.2.1.1(1), m². @param width mean of the part in tension, m */
export function leastBars(
  section: BeamSection,
  material: EnMaterial,
  bars: FaceBars,
  width: number,
  sheet?: Sheet,
): number {
  const { fctm, fyk } = material;
  const d = effectiveDepth(section, bars);
  const value = Math.max((0.26 * fctm) / fyk, 0.0013) * width * d;
  if (!sheet) return value;
  sheet.step(tensionStep(material));
  sheet.step({
    clause: '9.2.1.1(1)',
    title: 'Least area of bars in tension',
    symbol: 'A_smin',
    expression: 'max(0.26 * f_ctm / f_yk, 0.0013) * b_t * d',
    inputs: {
      f_ctm: { ...stress(fctm), decimals: 3 },
      f_yk: stress(fyk),
      b_t: sectionLength(width),
      d: sectionLength(d),
    },
    value: barArea(value),
  });
  return value;
}

/** Largest area of bars in tension or compression, 9.2.1.1(3), m². */
export function mostBars({ width, depth }: BeamSection, sheet?: Sheet): number {
  const value = 0.04 * width * depth;
  sheet?.step({
    clause: '9.2.1.1(3)',
    title: 'Largest area of bars of a face, outside of laps',
    symbol: 'A_smax',
    expression: '0.04 * A_c',
    inputs: { A_c: area(width * depth) },
    value: barArea(value),
  });
  return value;
}
