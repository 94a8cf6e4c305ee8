import { barArea, area, force, plain, sectionLength, stress, type Sheet, type Step } from '../../../sheet';
import type { UnitSystem } from '../../../units';
import type { Stirrups } from '../../doors/checks/beam-reinforcement';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { inch, mostShearYield, psi, psiInput, rootStrength } from './beam-section';
import { reductionOf, remarkReduction, type Reduced } from './reduction';
import { torsionPerLeg } from './torsion';

/** φ of shear. */
export const phiOf = (section: Reduced): number => reductionOf(section).shear;

/** Least area of stirrups per spacing A_v,min / s, ACI 318-19 9.6.3.4 and 10.6.2.2, m. */
export function minimumPerSpacing({ width, fc, fy }: BeamSection): number {
  return (Math.max(0.75 * rootStrength(fc), 50 * psi) * width) / Math.min(fy, mostShearYield);
}

/** Shear that stirrups may carry at most, ACI 318-19 22.5.1.2: 8 √f'c b d, N. */
function stirrupLimit({ width, fc }: BeamSection, d: number): number {
  return 8 * rootStrength(fc) * width * d;
}

/** Whether stirrups carry so much that they must be twice as close, ACI 318-19 Table 9.7.6.2.2. */
const isMuch = (section: BeamSection, d: number, stirrupShear: number): boolean =>
  stirrupShear > 4 * rootStrength(section.fc) * section.width * d;

/** Largest spacing of stirrups along the member, ACI 318-19 Table 9.7.6.2.2 (nonprestressed), m. */
export function largestStirrupSpacing(section: BeamSection, d: number, stirrupShear: number): number {
  return isMuch(section, d, stirrupShear) ? Math.min(d / 4, 12 * inch) : Math.min(d / 2, 24 * inch);
}

/** Largest spacing of legs across the width, ACI 318-19 Table 9.7.6.2.2, m. */
export function largestLegSpacing(section: BeamSection, d: number, stirrupShear: number): number {
  return isMuch(section, d, stirrupShear) ? Math.min(d / 2, 12 * inch) : Math.min(d, 24 * inch);
}

/** Distance of the legs of stirrups across the width, m. */
export const legSpacing = ({ width, cover, stirrup }: BeamSection, legs: number): number =>
  (width - 2 * cover - stirrup.diameter) / (legs - 1);

/** A place of a beam where its shear is asked for: V_u (without sign), N_u (tension positive) there, N. */
export interface Sheared {
  readonly V: number;
  readonly N: number;
}

/**
 * Shear carried by the concrete, ACI 318-19 Table 22.5.5.1 with axial force (normal-weight concrete, λ = 1): (a) where stirrups are at least the least, (c)
 * with the size effect where they are fewer. N.
 */
function concreteShear(
  { width, depth, fc }: BeamSection,
  d: number,
  enough: boolean,
  tensionSteel: number,
  N: number,
): { value: number; size: number; ratio: number; pressure: number } {
  const root = rootStrength(fc);
  const size = Math.min(1, Math.sqrt(2 / (1 + d / (10 * inch))));
  const ratio = tensionSteel / (width * d);
  const pressure = Math.min(-N / (6 * width * depth), 0.05 * fc);
  const stress = (enough ? 2 * root : 8 * size * Math.cbrt(ratio) * root) + pressure;
  return { value: Math.max(0, Math.min(stress, 5 * root)) * width * d, size, ratio, pressure };
}

/**
 * Design one-way shear strength φ V_n, ACI 318-19 22.5.
 * @param tensionSteel area of tension bars in m², which enters only where stirrups are fewer than the least
 * @param N            N_u, tension positive, N
 * @returns N
 */
export function shearStrength(
  section: BeamSection,
  d: number,
  stirrups: Stirrups,
  tensionSteel: number,
  N = 0,
  sheet?: Sheet,
): { strength: number; concrete: number } {
  const { width, depth, fc, fy } = section;
  const steel = stirrups.legs * stirrups.bar.area;
  const enough = steel / stirrups.spacing >= minimumPerSpacing(section) * (1 - 1e-9);
  const { value: concrete, size, ratio, pressure } = concreteShear(section, d, enough, tensionSteel, N);
  const asked = (steel * Math.min(fy, mostShearYield) * d) / stirrups.spacing;
  const carried = Math.min(asked, stirrupLimit(section, d));
  const strength = phiOf(section) * (concrete + carried);
  if (!sheet) return { strength, concrete };
  remarkReduction(sheet, section, ['shear']);
  sheet.step({
    clause: '22.5.8.5',
    title: `Area of ${stirrups.legs} legs ${stirrups.bar.name}`,
    symbol: 'A_v',
    expression: 'n * A_b',
    inputs: { n: plain(stirrups.legs, 0), A_b: barArea(stirrups.bar.area) },
    value: barArea(steel),
  });
  const inputs = { f_c: stress(fc), psi: psiInput, b_w: sectionLength(width), d: sectionLength(d) };
  if (N !== 0)
    sheet.step({
      clause: '22.5.5.1.2',
      title: 'Stress by axial force, pressure positive',
      symbol: 'sigma_N',
      expression: 'min(-N_u / (6 * A_g), 0.05 * f_c)',
      inputs: { N_u: force(N), A_g: area(width * depth), f_c: stress(fc) },
      value: { ...stress(pressure), decimals: 4 },
    });
  const plus = N === 0 ? '' : ' + sigma_N';
  const axial: Step['inputs'] = N === 0 ? {} : { sigma_N: { ...stress(pressure), decimals: 4 } };
  const sized: Step['inputs'] = enough ? {} : { lambda_s: plain(size), rho_w: plain(ratio, 4) };
  const factor = enough ? '2' : '8 * lambda_s * rho_w^(1 / 3)';
  sheet.step({
    clause: enough ? '22.5.5.1(a)' : '22.5.5.1(c)',
    title: enough ? 'Shear carried by the concrete' : 'Shear carried by the concrete, size effect',
    symbol: 'V_c',
    expression: `max(0, min(${factor} * min(sqrt(f_c * psi), 100 * psi)${plus}, 5 * min(sqrt(f_c * psi), 100 * psi))) * b_w * d`,
    inputs: { ...sized, ...axial, ...inputs },
    value: force(concrete),
    note: enough ? 'at least Av,min is there' : 'fewer stirrups than Av,min',
  });
  sheet.step({
    clause: '22.5.8.5.3',
    title: 'Shear carried by the stirrups',
    symbol: 'V_s',
    expression: 'min(A_v * f_yt * d / s, 8 * min(sqrt(f_c * psi), 100 * psi) * b_w * d)',
    inputs: {
      A_v: barArea(steel),
      f_yt: stress(Math.min(fy, mostShearYield)),
      s: sectionLength(stirrups.spacing),
      ...inputs,
    },
    value: force(carried),
    note: 'fyt at most 60 ksi, 20.2.2.4; limit of 22.5.1.2',
  });
  sheet.step({
    clause: '9.5.1',
    title: 'Design strength',
    symbol: 'phi V_n',
    expression: 'phi * (V_c + V_s)',
    inputs: { phi: plain(phiOf(section), 2), V_c: force(concrete), V_s: force(carried) },
    value: force(strength),
  });
  return { strength, concrete };
}

/** Shear that is left to stirrups of at least the least area, ACI 318-19 22.5.8.1, N. */
export const shearOfStirrups = (section: BeamSection, d: number, { V, N }: Sheared): number =>
  Math.max(0, V / phiOf(section) - concreteShear(section, d, true, 0, N).value);

/** Whether shear needs at least the least stirrups, ACI 318-19 9.6.3.1: V_u > φ λ √f'c b d. */
export function needsStirrups(section: BeamSection, d: number, demand: number): boolean {
  return demand > phiOf(section) * rootStrength(section.fc) * section.width * d;
}

/** Area of stirrups against the least, ACI 318-19 9.6.3.4 and 9.6.4.2. @returns A_v,min in m² */
export function minimumStirrups(section: BeamSection, stirrups: Stirrups, sheet?: Sheet): number {
  const value = minimumPerSpacing(section) * stirrups.spacing;
  sheet?.step({
    clause: '9.6.3.4',
    title: 'Least area of stirrups',
    symbol: 'A_vmin',
    expression: 'max(0.75 * min(sqrt(f_c * psi), 100 * psi), 50 * psi) * b_w * s / f_yt',
    inputs: {
      f_c: stress(section.fc),
      psi: psiInput,
      b_w: sectionLength(section.width),
      s: sectionLength(stirrups.spacing),
      f_yt: stress(Math.min(section.fy, mostShearYield)),
    },
    value: barArea(value),
    note: 'fyt at most 60 ksi, 20.2.2.4',
  });
  return value;
}

/** Area one leg needs per spacing, ACI 318-19 9.5.4.3: what shear asks of all legs and torsion of each of the outer ones, m. */
export function areaPerLeg(section: BeamSection, d: number, legs: number, sheared: Sheared, torsion: number): number {
  const forShear = shearOfStirrups(section, d, sheared) / (Math.min(section.fy, mostShearYield) * Math.max(d, 1e-6));
  return forShear / legs + torsionPerLeg(section, torsion);
}

/** What stirrups are proposed for: places of the beam with the torsion that counts there, N·m, without sign. */
export type StirrupDemand = readonly (Sheared & { readonly T: number })[];

/**
 * The widest round spacing (25 mm or 1 in steps, not under 75 mm or 3 in) of closed stirrups that carries shear and torsion, gives the least area and keeps
 * within the largest spacings, with as many legs as the width asks for; the closest spacing when none does.
 */
export function proposeStirrups(section: BeamSection, d: number, demands: StirrupDemand, system: UnitSystem): Stirrups {
  const step = system === 'us' ? inch : 0.025;
  const stirrup = section.stirrup;
  const most = demands.reduce((sum, one) => Math.max(sum, shearOfStirrups(section, d, one)), 0);
  const across = largestLegSpacing(section, d, most);
  let legs = 2;
  while (legs < 12 && legSpacing(section, legs) > across + 1e-9) legs++;
  const perLeg = demands.reduce((sum, one) => Math.max(sum, areaPerLeg(section, d, legs, one, one.T)), 0);
  const isTwisted = demands.some(({ T }) => T > 0);
  const widest = Math.min(
    largestStirrupSpacing(section, d, most),
    isTwisted ? largestTorsionSpacing(section) : Infinity,
    perLeg > 0 ? stirrup.area / perLeg : Infinity,
    (legs * stirrup.area) / minimumPerSpacing(section),
  );
  const steps = Math.max(3, Math.floor((widest + 1e-9) / step));
  return { bar: stirrup, legs, spacing: Number((steps * step).toFixed(6)) };
}

/** Largest spacing of closed stirrups for torsion, ACI 318-19 9.7.6.3.3, m. */
export function largestTorsionSpacing({ width, depth, cover, stirrup }: BeamSection): number {
  const perimeter = 2 * (width + depth - 2 * (2 * cover + stirrup.diameter));
  return Math.min(perimeter / 8, 12 * inch);
}
