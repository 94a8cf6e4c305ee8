import { area, barArea, force, moment, plain, sectionLength, stress, type Quantity, type Sheet } from '../../../sheet';
import type { Stirrups } from '../../doors/checks/beam-reinforcement';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { mostShearYield, psiInput, rootStrength } from './beam-section';
import { reductionOf, remarkReduction, type Reduced } from './reduction';

/** φ of torsion. */
export const phiOfTorsion = (section: Reduced): number => reductionOf(section).torsion;
/** An area of bars per length. */
const perLength = (value: number): Quantity => ({ value, kind: 'sectionLength', decimals: 4 });

/** Torsion below which it may be neglected, φ T_th of ACI 318-19 22.7.4.1(a) for a solid section without axial force, N·m. */
export function thresholdTorsion(section: BeamSection): number {
  const { width, depth, fc } = section;
  return (phiOfTorsion(section) * rootStrength(fc) * (width * depth) ** 2) / (2 * (width + depth));
}

/** Torsion that cracks a solid section without axial force, φ T_cr by 22.7.5.1, N·m. */
export const crackingTorsion = (section: BeamSection): number => 4 * thresholdTorsion(section);

/** The tube within the middle of the outermost stirrups: A_oh, m², and p_h, m (22.7.6.1.1). */
function tubeOf({ width, depth, cover, stirrup }: BeamSection): {
  area: number;
  perimeter: number;
  sides: readonly [number, number];
} {
  const [b, h] = [width, depth].map((size) => Math.max(1e-3, size - 2 * cover - stirrup.diameter));
  return { area: b * h, perimeter: 2 * (b + h), sides: [b, h] };
}

/** Area of one leg per spacing A_t / s that torsion asks for, ACI 318-19 22.7.6.1 with struts at 45° and A_o = 0.85 A_oh, m. @param torsion T_u, N·m */
export function torsionPerLeg(section: BeamSection, torsion: number): number {
  return torsion / (phiOfTorsion(section) * 2 * 0.85 * tubeOf(section).area * Math.min(section.fy, mostShearYield));
}

/**
 * Pull of the bars along the beam that torsion asks for, A_l f_y: by 22.7.6.1(b), not less than 9.6.4.3 leaves, N.
 * @param torsion T_u, N·m; none: nothing is asked for
 */
export function torsionPull(section: BeamSection, torsion: number, sheet?: Sheet): number {
  if (torsion === 0) return 0;
  const { width, depth, fc, fy } = section;
  const { perimeter } = tubeOf(section);
  const yieldStress = Math.min(fy, mostShearYield);
  const perLeg = torsionPerLeg(section, torsion);
  const root = rootStrength(fc);
  const least =
    5 * root * width * depth - Math.max(perLeg, (25 * psiInput.value * width) / yieldStress) * perimeter * yieldStress;
  const pull = Math.max(perLeg * perimeter * yieldStress, least);
  if (!sheet) return pull;
  tube(sheet, section);
  legStep(sheet, section, torsion);
  sheet.step({
    clause: '9.6.4.3',
    title: 'Pull of the bars along the beam for torsion',
    symbol: 'A_l f_y',
    expression:
      'max(a_t * p_h * f_yt, 5 * min(sqrt(f_c * psi), 100 * psi) * A_cp - max(a_t, 25 * psi * b_w / f_yt) * p_h * f_yt)',
    inputs: {
      a_t: perLength(perLeg),
      p_h: sectionLength(perimeter),
      f_yt: stress(yieldStress),
      f_c: stress(fc),
      psi: psiInput,
      A_cp: area(width * depth),
      b_w: sectionLength(width),
    },
    value: force(pull),
    note: '22.7.6.1(b) with struts at 45°, not less than 9.6.4.3 leaves',
  });
  return pull;
}

function tube(sheet: Sheet, section: BeamSection): void {
  const { width, depth, cover, stirrup } = section;
  const { area: enclosed, perimeter, sides } = tubeOf(section);
  for (const [symbol, of, size, inner] of [
    ['b_h', 'b', width, sides[0]],
    ['h_h', 'h', depth, sides[1]],
  ] as const)
    sheet.step({
      clause: '22.7.6.1.1',
      title: `${of === 'b' ? 'Width' : 'Depth'} between the middles of the stirrups`,
      symbol,
      expression: `${of} - 2 * c_c - d_s`,
      inputs: {
        [of]: sectionLength(size),
        c_c: sectionLength(cover),
        d_s: sectionLength(stirrup.diameter),
      },
      value: sectionLength(inner),
    });
  const inputs = { b_h: sectionLength(sides[0]), h_h: sectionLength(sides[1]) };
  sheet.step({
    clause: '22.7.6.1.1',
    title: 'Area within the middle of the stirrups',
    symbol: 'A_oh',
    expression: 'b_h * h_h',
    inputs,
    value: area(enclosed),
  });
  sheet.step({
    clause: '22.7.6.1.1',
    title: 'Its perimeter',
    symbol: 'p_h',
    expression: '2 * (b_h + h_h)',
    inputs,
    value: sectionLength(perimeter),
  });
}

function legStep(sheet: Sheet, section: BeamSection, torsion: number): void {
  remarkReduction(sheet, section, ['torsion']);
  sheet.step({
    clause: '22.7.6.1(a)',
    title: 'Area of one leg per spacing for torsion, struts at 45°',
    symbol: 'a_t',
    expression: 'T_u / (phi * 2 * 0.85 * A_oh * f_yt)',
    inputs: {
      T_u: moment(torsion),
      phi: plain(phiOfTorsion(section), 2),
      A_oh: area(tubeOf(section).area),
      f_yt: stress(Math.min(section.fy, mostShearYield)),
    },
    value: perLength(torsionPerLeg(section, torsion)),
    note: 'fyt at most 60 ksi, 20.2.2.4',
  });
}

/**
 * What a leg of the stirrups needs for shear and torsion together, over what it has (9.5.4.3).
 * @param stirrupShear what is left to the stirrups, V_u / φ − V_c, N
 */
export function legUse(
  section: BeamSection,
  d: number,
  stirrups: Stirrups,
  stirrupShear: number,
  torsion: number,
  sheet?: Sheet,
): number {
  const yieldStress = Math.min(section.fy, mostShearYield);
  const forShear = stirrupShear / (yieldStress * Math.max(d, 1e-6));
  const use = ((forShear / stirrups.legs + torsionPerLeg(section, torsion)) * stirrups.spacing) / stirrups.bar.area;
  if (!sheet) return use;
  tube(sheet, section);
  legStep(sheet, section, torsion);
  sheet.step({
    clause: '22.5.8.5.3',
    title: 'Area of all legs per spacing for shear',
    symbol: 'a_v',
    expression: 'V_s / (f_yt * d)',
    inputs: { V_s: force(stirrupShear), f_yt: stress(yieldStress), d: sectionLength(d) },
    value: perLength(forShear),
    note: 'Vs: what Vc leaves of Vu / φ',
  });
  sheet.compare({
    clause: '9.5.4.3',
    title: 'Comparison',
    symbol: 'u',
    expression: '(a_v / n + a_t) * s / A_b',
    inputs: {
      a_v: perLength(forShear),
      n: plain(stirrups.legs, 0),
      a_t: perLength(torsionPerLeg(section, torsion)),
      s: sectionLength(stirrups.spacing),
      A_b: barArea(stirrups.bar.area),
    },
    value: plain(use, 2),
    utilisation: use,
  });
  return use;
}

/** Stress of shear and torsion together against what a solid section may bear, ACI 318-19 22.7.7.1(a). @param V V_u, N @param concrete V_c, N */
export function crushingUse(
  section: BeamSection,
  d: number,
  V: number,
  torsion: number,
  concrete: number,
  sheet?: Sheet,
): number {
  const { width, fc } = section;
  const { area: enclosed, perimeter } = tubeOf(section);
  const shear = V / (width * Math.max(d, 1e-6));
  const twist = (torsion * perimeter) / (1.7 * enclosed ** 2);
  const limit = phiOfTorsion(section) * (concrete / (width * Math.max(d, 1e-6)) + 8 * rootStrength(fc));
  const use = Math.hypot(shear, twist) / limit;
  if (!sheet) return use;
  remarkReduction(sheet, section, ['torsion']);
  tube(sheet, section);
  sheet.step({
    clause: '22.7.7.1(a)',
    title: 'Stress by shear',
    symbol: 'v_V',
    expression: 'V_u / (b_w * d)',
    inputs: { V_u: force(V), b_w: sectionLength(width), d: sectionLength(d) },
    value: stress(shear),
  });
  sheet.step({
    clause: '22.7.7.1(a)',
    title: 'Stress by torsion',
    symbol: 'v_T',
    expression: 'T_u * p_h / (1.7 * A_oh^2)',
    inputs: { T_u: moment(torsion), p_h: sectionLength(perimeter), A_oh: area(enclosed) },
    value: stress(twist),
  });
  sheet.compare({
    clause: '22.7.7.1(a)',
    title: 'Comparison',
    symbol: 'u',
    expression: 'sqrt(v_V^2 + v_T^2) / (phi * (V_c / (b_w * d) + 8 * min(sqrt(f_c * psi), 100 * psi)))',
    inputs: {
      v_V: stress(shear),
      v_T: stress(twist),
      phi: plain(phiOfTorsion(section), 2),
      V_c: force(concrete),
      b_w: sectionLength(width),
      d: sectionLength(d),
      f_c: stress(fc),
      psi: psiInput,
    },
    value: plain(use, 2),
    utilisation: use,
  });
  return use;
}
