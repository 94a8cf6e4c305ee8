import { area, barArea, force, moment, plain, sectionLength, stress, type Quantity, type Sheet } from '../../../sheet';
import type { Stirrups } from '../../doors/checks/beam-reinforcement';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { concreteStep, steelStep, type EnMaterial } from './material';

/** An area of bars per length. */
const perLength = (value: number): Quantity => ({ value, kind: 'sectionLength', decimals: 4 });

/** The thin tube that a solid section is replaced by, 6.3.2(1): wall t_ef, A_k and u_k, m and m². */
export function tubeOf({ width, depth, cover, stirrup }: BeamSection): {
  wall: number;
  area: number;
  perimeter: number;
} {
  const outer = (width * depth) / (2 * (width + depth));
  // not less than twice the distance of the edge to the bars along the beam; those of 16 mm stand for all
  const wall = Math.min(Math.max(outer, 2 * (cover + stirrup.diameter + 0.008)), 0.5 * Math.min(width, depth));
  return { wall, area: (width - wall) * (depth - wall), perimeter: 2 * (width + depth - 2 * wall) };
}

/** Torsion that cracks the section, T_Rd,c of 6.3.2(5), N·m. */
export function crackingTorsion(section: BeamSection, { fctd }: EnMaterial): number {
  const { wall, area: enclosed } = tubeOf(section);
  return 2 * enclosed * wall * fctd;
}

/** Torsion that struts at 45° bear, 6.3.2(4), N·m. */
export function strutTorsion(section: BeamSection, { nu, fcd }: EnMaterial): number {
  const { wall, area: enclosed } = tubeOf(section);
  return 2 * nu * fcd * enclosed * wall * 0.5;
}

/** Area of an outer leg per spacing that torsion asks for, 6.3.2(2), struts at 45°, m. @param torsion N·m */
export const torsionPerLeg = (section: BeamSection, { fyd }: EnMaterial, torsion: number): number =>
  torsion / (2 * tubeOf(section).area * fyd);

/** Pull of the bars along the beam, Σ A_sl f_yd of 6.3.2(3), struts at 45°, N. */
export function torsionPull(section: BeamSection, torsion: number, sheet?: Sheet): number {
  const { area: enclosed, perimeter } = tubeOf(section);
  const value = (torsion * perimeter) / (2 * enclosed);
  if (!sheet || torsion === 0) return value;
  traceTube(sheet, section);
  sheet.step({
    clause: '6.3.2(3)',
    title: 'Pull of the bars along the beam for torsion, struts at 45°',
    symbol: 'F_sl',
    expression: 'T_Ed * u_k / (2 * A_k)',
    inputs: { T_Ed: moment(torsion), u_k: sectionLength(perimeter), A_k: area(enclosed) },
    value: force(value),
  });
  return value;
}

/** Largest spacing of closed stirrups for torsion, 9.2.3(3), m. */
export const torsionSpacing = ({ width, depth }: BeamSection, d: number): number =>
  Math.min((2 * (width + depth)) / 8, 0.75 * d, width, depth);

export function traceTube(sheet: Sheet, section: BeamSection): void {
  const { wall, area: enclosed, perimeter } = tubeOf(section);
  const inputs = { b: sectionLength(section.width), h: sectionLength(section.depth), t: sectionLength(wall) };
  sheet.remark(
    'The section is replaced by a tube (6.3.2(1)): its wall t is area over perimeter, not less than twice the distance of the edge to the bars, which are taken as 16 mm.',
  );
  sheet.step({
    clause: '6.3.2(1)',
    title: 'Area within the middle of its walls',
    symbol: 'A_k',
    expression: '(b - t) * (h - t)',
    inputs,
    value: area(enclosed),
  });
  sheet.step({
    clause: '6.3.2(1)',
    title: 'Its perimeter',
    symbol: 'u_k',
    expression: '2 * (b + h - 2 * t)',
    inputs,
    value: sectionLength(perimeter),
  });
}

/** Repeats what an outer leg needs. @param use what `legUse` gave */
export function traceLegs(
  sheet: Sheet,
  section: BeamSection,
  material: EnMaterial,
  d: number,
  { legs, bar, spacing }: Stirrups,
  V: number,
  T: number,
  use: number,
): void {
  const { fyd } = material;
  sheet.step(steelStep(material));
  traceTube(sheet, section);
  const forTorsion = torsionPerLeg(section, material, T);
  const forShear = V / (0.9 * d * fyd);
  sheet.step({
    clause: '6.3.2(2)',
    title: 'Area of an outer leg per spacing for torsion, struts at 45°',
    symbol: 'a_t',
    expression: 'T_Ed / (2 * A_k * f_ywd)',
    inputs: { T_Ed: moment(T), A_k: area(tubeOf(section).area), f_ywd: stress(fyd) },
    value: perLength(forTorsion),
  });
  sheet.step({
    clause: '6.2.3(3)',
    title: 'Area of all legs per spacing for shear, struts at 45°',
    symbol: 'a_v',
    expression: 'V_Ed / (0.9 * d * f_ywd)',
    inputs: { V_Ed: force(V), d: sectionLength(d), f_ywd: stress(fyd) },
    value: perLength(forShear),
  });
  sheet.compare({
    clause: '6.3.2(2)',
    title: 'Comparison',
    symbol: 'u',
    expression: '(a_v / n + a_t) * s / A_b',
    inputs: {
      a_v: perLength(forShear),
      n: plain(legs, 0),
      a_t: perLength(forTorsion),
      s: sectionLength(spacing),
      A_b: barArea(bar.area),
    },
    value: plain(use, 2),
    utilisation: use,
  });
}

/** Repeats how struts bear torsion and shear together, 6.3.2(4). @param shearLimit V_Rd,max at 45°, N */
export function traceCrushing(
  sheet: Sheet,
  section: BeamSection,
  material: EnMaterial,
  V: number,
  T: number,
  shearLimit: number,
  use: number,
): void {
  sheet.step(concreteStep(material));
  traceTube(sheet, section);
  const { wall, area: enclosed } = tubeOf(section);
  const limit = strutTorsion(section, material);
  sheet.step({
    clause: '6.3.2(4)',
    title: 'Torsion that struts at 45° bear',
    symbol: 'T_Rdmax',
    expression: '2 * nu * f_cd * A_k * t * 0.5',
    inputs: { nu: plain(material.nu), f_cd: stress(material.fcd), A_k: area(enclosed), t: sectionLength(wall) },
    value: moment(limit),
  });
  sheet.compare({
    clause: '6.3.2(4)',
    title: 'Comparison',
    symbol: 'u',
    expression: 'T_Ed / T_Rdmax + V_Ed / V_Rdmax',
    inputs: { T_Ed: moment(T), T_Rdmax: moment(limit), V_Ed: force(V), V_Rdmax: force(shearLimit) },
    value: plain(use, 2),
    utilisation: use,
  });
}
