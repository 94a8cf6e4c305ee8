import type { UnitSystem } from '../../../units';
import { barArea, force, plain, sectionLength, stress, type Sheet } from '../../../sheet';
import type { Stirrups } from '../../doors/checks/beam-reinforcement';
import { psi, type BeamSection } from './beam-section';

const phiShear = 0.75;
const inch = 0.0254;
/** Yield stress that stirrups may be counted with at most, ACI 318-19 Table 20.2.2.4(a), Pa. */
const mostStirrupYield = 60000 * psi;
/** √f'c in Pa as the code counts it: the root in psi, at most 100 psi (22.5.3.1). */
const rootStrength = (fc: number) => Math.min(Math.sqrt(fc * psi), 100 * psi);
const psiInput = { value: psi, kind: 'stress', decimals: 6 } as const;

/** Least area of stirrups per spacing A_v,min / s, ACI 318-19 9.6.3.4, m. */
function minimumPerSpacing({ width, fc, fy }: BeamSection): number {
  return (Math.max(0.75 * rootStrength(fc), 50 * psi) * width) / Math.min(fy, mostStirrupYield);
}

/** Shear that stirrups may carry at most, ACI 318-19 22.5.1.2: 8 √f'c b d, N. */
function stirrupLimit({ width, fc }: BeamSection, d: number): number {
  return 8 * rootStrength(fc) * width * d;
}

/** Largest spacing of stirrups along the member, ACI 318-19 Table 9.7.6.2.2 (nonprestressed), m. */
export function largestStirrupSpacing(section: BeamSection, d: number, stirrupShear: number): number {
  const close = stirrupShear > 4 * rootStrength(section.fc) * section.width * d;
  return close ? Math.min(d / 4, 12 * inch) : Math.min(d / 2, 24 * inch);
}

/**
 * Design one-way shear strength φ V_n, ACI 318-19 22.5 (Table 22.5.5.1, axial force left out; normal-weight concrete, λ = 1).
 * @param tensionSteel area of tension bars in m², which enters only where stirrups are fewer than the least
 * @returns N
 */
export function shearStrength(
  section: BeamSection,
  d: number,
  stirrups: Stirrups,
  tensionSteel: number,
  sheet?: Sheet,
): { strength: number; concrete: number } {
  const { width, fc, fy } = section;
  const area = stirrups.legs * stirrups.bar.area;
  sheet?.step({
    clause: '22.5.8.5',
    title: `Area of ${stirrups.legs} legs ${stirrups.bar.name}`,
    symbol: 'A_v',
    expression: 'n * A_b',
    inputs: { n: plain(stirrups.legs, 0), A_b: barArea(stirrups.bar.area) },
    value: barArea(area),
  });
  const enough = area / stirrups.spacing >= minimumPerSpacing(section) * (1 - 1e-9);
  const root = rootStrength(fc);
  const inputs = { f_c: stress(fc), psi: psiInput, b_w: sectionLength(width), d: sectionLength(d) };
  let concrete: number;
  if (enough) {
    concrete = 2 * root * width * d;
    sheet?.step({
      clause: '22.5.5.1(a)',
      title: 'Shear carried by the concrete',
      symbol: 'V_c',
      expression: '2 * min(sqrt(f_c * psi), 100 * psi) * b_w * d',
      inputs,
      value: force(concrete),
      note: 'at least Av,min is there',
    });
  } else {
    const size = Math.min(1, Math.sqrt(2 / (1 + d / (10 * inch))));
    const ratio = tensionSteel / (width * d);
    concrete = Math.min(8 * size * Math.cbrt(ratio) * root, 5 * root) * width * d;
    sheet?.step({
      clause: '22.5.5.1(c)',
      title: 'Shear carried by the concrete, size effect',
      symbol: 'V_c',
      expression: 'min(8 * lambda_s * rho_w^(1 / 3), 5) * min(sqrt(f_c * psi), 100 * psi) * b_w * d',
      inputs: { lambda_s: plain(size), rho_w: plain(ratio, 4), ...inputs },
      value: force(concrete),
      note: 'fewer stirrups than Av,min',
    });
  }
  const asked = (area * Math.min(fy, mostStirrupYield) * d) / stirrups.spacing;
  const carried = Math.min(asked, stirrupLimit(section, d));
  sheet?.step({
    clause: '22.5.8.5.3',
    title: 'Shear carried by the stirrups',
    symbol: 'V_s',
    expression: 'min(A_v * f_yt * d / s, 8 * min(sqrt(f_c * psi), 100 * psi) * b_w * d)',
    inputs: {
      A_v: barArea(area),
      f_yt: stress(Math.min(fy, mostStirrupYield)),
      s: sectionLength(stirrups.spacing),
      ...inputs,
    },
    value: force(carried),
    note: 'fyt at most 60 ksi, 20.2.2.4; limit of 22.5.1.2',
  });
  const strength = phiShear * (concrete + carried);
  sheet?.step({
    clause: '9.5.1',
    title: 'Design strength',
    symbol: 'phi V_n',
    expression: 'phi * (V_c + V_s)',
    inputs: { phi: plain(phiShear, 2), V_c: force(concrete), V_s: force(carried) },
    value: force(strength),
  });
  return { strength, concrete };
}

/** Whether shear needs at least the least stirrups, ACI 318-19 9.6.3.1: V_u > φ λ √f'c b d. */
export function needsStirrups({ width, fc }: BeamSection, d: number, demand: number): boolean {
  return demand > phiShear * rootStrength(fc) * width * d;
}

/** Area of stirrups against the least, ACI 318-19 9.6.3.4. @returns A_v,min in m² */
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
      f_yt: stress(Math.min(section.fy, mostStirrupYield)),
    },
    value: barArea(value),
    note: 'fyt at most 60 ksi, 20.2.2.4',
  });
  return value;
}

/**
 * The widest round spacing (25 mm or 1 in steps, not under 75 mm or 3 in) of two-legged stirrups that carries the shear, gives the
 * least area and keeps within the largest spacing; the closest spacing when none does.
 */
export function proposeStirrups(
  section: BeamSection,
  d: number,
  demand: number,
  tensionSteel: number,
  system: UnitSystem,
): Stirrups {
  const step = system === 'us' ? inch : 0.025;
  for (let steps = Math.floor((24 * inch) / step); steps > 2; steps--) {
    const spacing = Number((steps * step).toFixed(6));
    const stirrups = { bar: section.stirrup, legs: 2, spacing };
    const { strength, concrete } = shearStrength(section, d, stirrups, tensionSteel);
    const stirrupShear = Math.max(0, demand / phiShear - concrete);
    if (spacing > largestStirrupSpacing(section, d, stirrupShear) + 1e-9) continue;
    if (strength < demand || stirrups.legs * stirrups.bar.area < minimumPerSpacing(section) * spacing) continue;
    return stirrups;
  }
  return { bar: section.stirrup, legs: 2, spacing: 3 * step };
}

/** Torsion below which it may be neglected, φ T_th of ACI 318-19 22.7.4.1(a) for a solid section without axial force, N·m. */
export function thresholdTorsion({ width, depth, fc }: BeamSection): number {
  return (phiShear * rootStrength(fc) * (width * depth) ** 2) / (2 * (width + depth));
}
