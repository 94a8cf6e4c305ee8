import {
  area,
  barArea,
  force,
  plain,
  sectionLength,
  stress,
  type Quantity,
  type Sheet,
  type Step,
} from '../../../sheet';
import type { UnitSystem } from '../../../units';
import type { Stirrups } from '../../doors/checks/beam-reinforcement';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { concreteStep, MPa, megapascal, steelStep, twoHundred, type EnMaterial } from './material';
import { torsionPerLeg, torsionSpacing } from './torsion';

/** A stress that is small beside strengths. */
const fine = (value: number): Quantity => ({ ...stress(value), decimals: 4 });

/** Shear that concrete without stirrups carries, 6.2.2(1), N. @param tensionSteel m² @param N tension positive, N */
export function concreteShear(
  { width, depth }: BeamSection,
  material: EnMaterial,
  d: number,
  tensionSteel: number,
  N: number,
  sheet?: Sheet,
): number {
  const { fck, fcd, factors } = material;
  const k = Math.min(2, 1 + Math.sqrt(0.2 / d));
  const ratio = Math.min(0.02, tensionSteel / (width * d));
  const pressure = Math.min(-N / (width * depth), 0.2 * fcd);
  const least = 0.035 * k ** 1.5 * Math.sqrt(fck * MPa);
  const own = (0.18 / factors.gammaC) * k * Math.cbrt((100 * ratio * fck) / MPa) * MPa;
  const value = Math.max(0, (Math.max(own, least) + 0.15 * pressure) * width * d);
  if (!sheet) return value;
  sheet.step({
    clause: '6.2.2(1)',
    title: 'Size of the section',
    symbol: 'k',
    expression: 'min(2, 1 + sqrt(d_0 / d))',
    inputs: { d_0: twoHundred, d: sectionLength(d) },
    value: plain(k),
    note: 'd0 = 200 mm',
  });
  sheet.step({
    clause: '6.2.2(1)',
    title: 'Stress the concrete carries with its bars',
    symbol: 'v_1',
    expression: '0.18 / gamma_C * k * (100 * rho_l * f_ck / MPa)^(1 / 3) * MPa',
    inputs: {
      gamma_C: plain(factors.gammaC, 2),
      k: plain(k),
      rho_l: plain(ratio, 5),
      f_ck: stress(fck),
      MPa: megapascal,
    },
    value: fine(own),
  });
  sheet.step({
    clause: '6.2.2(1)',
    title: 'Stress it carries at least',
    symbol: 'v_min',
    expression: '0.035 * k^1.5 * sqrt(f_ck * MPa)',
    inputs: { k: plain(k), f_ck: stress(fck), MPa: megapascal },
    value: fine(least),
  });
  if (N !== 0)
    sheet.step({
      clause: '6.2.2(1)',
      title: 'Stress by axial force, pressure positive',
      symbol: 'sigma_cp',
      expression: 'min(-N_Ed / A_c, 0.2 * f_cd)',
      inputs: { N_Ed: force(N), A_c: area(width * depth), f_cd: stress(fcd) },
      value: fine(pressure),
    });
  sheet.step({
    clause: '6.2.2(1)',
    title: 'Shear that the concrete carries without stirrups',
    symbol: 'V_Rdc',
    expression: `max(0, max(v_1, v_min)${N === 0 ? '' : ' + 0.15 * sigma_cp'}) * b_w * d`,
    inputs: {
      v_1: fine(own),
      v_min: fine(least),
      ...(N === 0 ? {} : { sigma_cp: fine(pressure) }),
      b_w: sectionLength(width),
      d: sectionLength(d),
    } as Step['inputs'],
    value: force(value),
  });
  return value;
}

/** Shear that struts bear at an inclination, 6.2.3(3) with α_cw = 1 and z = 0.9 d, N. */
export const strutShear = ({ width }: BeamSection, { nu, fcd }: EnMaterial, d: number, cot: number): number =>
  (width * 0.9 * d * nu * fcd) / (cot + 1 / cot);

/** Axial force and moment where shear is asked for, N (tension positive) and N·m. */
export interface Beside {
  readonly N: number;
  readonly My: number;
}

/** Whether all of a section is pulled, so that struts find no compressed side to lean on; a pull below a tenth of what cracks it does not count. */
const isPulled = ({ width, depth }: BeamSection, { fctm }: EnMaterial, { N, My }: Beside): boolean =>
  N > 0.1 * fctm * width * depth && Math.abs(My) < (N * depth) / 2;

/**
 * The flattest struts that bear as much as the stirrups carry, within 1 ≤ cot θ ≤ its limit; where all of the section is pulled they stand at 45°.
 * @param perLength area of all legs per spacing, m
 */
export function inclination(section: BeamSection, material: EnMaterial, perLength: number, beside: Beside): number {
  if (isPulled(section, material, beside)) return 1;
  const { width } = section;
  const { nu, fcd, fyd, factors } = material;
  const square = (width * nu * fcd) / (perLength * fyd) - 1;
  return Math.sqrt(Math.max(1, Math.min(factors.mostCot ** 2, square)));
}

/** Shear resistance with stirrups that stand upright, 6.2.3(3), N, and the inclination of its struts. */
export function stirrupShear(
  section: BeamSection,
  material: EnMaterial,
  d: number,
  stirrups: Stirrups,
  beside: Beside,
  sheet?: Sheet,
): { strength: number; cot: number } {
  const steel = stirrups.legs * stirrups.bar.area;
  const cot = inclination(section, material, steel / stirrups.spacing, beside);
  const carried = (steel / stirrups.spacing) * 0.9 * d * material.fyd * cot;
  const struts = strutShear(section, material, d, cot);
  const strength = Math.min(carried, struts);
  if (!sheet) return { strength, cot };
  const { nu, fcd, fyd, fck } = material;
  sheet.step(concreteStep(material));
  sheet.step(steelStep(material));
  sheet.step({
    clause: '6.2.2(6)',
    title: 'Strength of struts crossed by cracks',
    symbol: 'nu',
    expression: '0.6 * (1 - f_ck / (250 * MPa))',
    inputs: { f_ck: stress(fck), MPa: megapascal },
    value: plain(nu),
  });
  sheet.remark(
    isPulled(section, material, beside)
      ? 'All of the section is pulled: its struts are taken at 45°.'
      : `Struts lie at cot θ = ${cot.toFixed(2)}: the flattest that bear as much as the stirrups carry, between 1 and ${material.factors.mostCot} (6.2.3(2)).`,
  );
  sheet.step({
    clause: '6.2.3(3)',
    title: `Shear of ${stirrups.legs} legs ${stirrups.bar.name}`,
    symbol: 'V_Rds',
    expression: 'n * A_b / s * 0.9 * d * f_ywd * cot',
    inputs: {
      n: plain(stirrups.legs, 0),
      A_b: barArea(stirrups.bar.area),
      s: sectionLength(stirrups.spacing),
      d: sectionLength(d),
      f_ywd: stress(fyd),
      cot: plain(cot),
    },
    value: force(carried),
    note: 'z = 0.9 d',
  });
  sheet.step({
    clause: '6.2.3(3)',
    title: 'Shear that the struts bear',
    symbol: 'V_Rdmax',
    expression: 'b_w * 0.9 * d * nu * f_cd / (cot + 1 / cot)',
    inputs: {
      b_w: sectionLength(section.width),
      d: sectionLength(d),
      nu: plain(nu),
      f_cd: stress(fcd),
      cot: plain(cot),
    },
    value: force(struts),
    note: 'αcw = 1',
  });
  return { strength, cot };
}

/** Shear resistance: of the stirrups, or of the concrete alone where that is more, N. */
export const shearResistance = (
  section: BeamSection,
  material: EnMaterial,
  d: number,
  stirrups: Stirrups,
  tensionSteel: number,
  beside: Beside,
): { strength: number; isConcrete: boolean } => {
  const concrete = concreteShear(section, material, d, tensionSteel, beside.N);
  const { strength } = stirrupShear(section, material, d, stirrups, beside);
  return concrete >= strength ? { strength: concrete, isConcrete: true } : { strength, isConcrete: false };
};

/** Least area of all legs per spacing, 9.2.2(5), m. */
export function leastLegs({ width }: BeamSection, { fck, fyk }: EnMaterial, sheet?: Sheet): number {
  const value = ((0.08 * Math.sqrt(fck * MPa)) / fyk) * width;
  sheet?.step({
    clause: '9.2.2(5)',
    title: 'Least area of legs per spacing',
    symbol: 'a_swmin',
    expression: '0.08 * sqrt(f_ck * MPa) / f_yk * b_w',
    inputs: { f_ck: stress(fck), MPa: megapascal, f_yk: stress(fyk), b_w: sectionLength(width) },
    value: { value, kind: 'sectionLength', decimals: 4 },
  });
  return value;
}

/** Largest spacing of stirrups along the beam, 9.2.2(6), and of their legs across it, 9.2.2(8), m. */
export const largestSpacing = (d: number): number => 0.75 * d;
export const largestLegSpacing = (d: number): number => Math.min(0.75 * d, 0.6);

/** A place that stirrups are proposed for: V without sign, N; T that counts, N·m. */
export interface StirrupAsked extends Beside {
  readonly V: number;
  readonly T: number;
}

/**
 * The widest round spacing (25 mm or 1 in, not under 75 mm or 3 in) of closed stirrups that carries shear and torsion, gives the least area and keeps within
 * the largest spacings, with as many legs as the width asks for; the closest when none does.
 */
export function proposeStirrups(
  section: BeamSection,
  material: EnMaterial,
  d: number,
  asked: readonly StirrupAsked[],
  tensionSteel: number,
  units: UnitSystem,
): Stirrups {
  const bar = section.stirrup;
  const inner = section.width - 2 * section.cover - bar.diameter;
  let legs = 2;
  while (legs < 12 && inner / (legs - 1) > largestLegSpacing(d) + 1e-9) legs++;
  const isTwisted = asked.some(({ T }) => T > 0);
  const step = units === 'us' ? 0.0254 : 0.025;
  const widest = Math.min(
    largestSpacing(d),
    isTwisted ? torsionSpacing(section, d) : Infinity,
    (legs * bar.area) / leastLegs(section, material),
  );
  for (let steps = Math.floor((widest + 1e-9) / step); steps > 3; steps--) {
    const stirrups = { bar, legs, spacing: Number((steps * step).toFixed(6)) };
    if (asked.every((one) => carries(section, material, d, stirrups, tensionSteel, one))) return stirrups;
  }
  return { bar, legs, spacing: Number((3 * step).toFixed(6)) };
}

function carries(
  section: BeamSection,
  material: EnMaterial,
  d: number,
  stirrups: Stirrups,
  tensionSteel: number,
  { V, T, ...beside }: StirrupAsked,
): boolean {
  if (shearResistance(section, material, d, stirrups, tensionSteel, beside).strength < V) return false;
  return T === 0 || legUse(section, material, d, stirrups, V, T) <= 1;
}

/** What an outer leg needs for shear and torsion together, struts at 45°, over what it has. */
export const legUse = (
  section: BeamSection,
  material: EnMaterial,
  d: number,
  { legs, bar, spacing }: Stirrups,
  V: number,
  T: number,
): number =>
  ((V / (0.9 * Math.max(d, 1e-6) * material.fyd) / legs + torsionPerLeg(section, material, T)) * spacing) / bar.area;
