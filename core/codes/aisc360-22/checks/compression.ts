import {
  area,
  elasticity,
  force,
  inertia,
  length,
  plain,
  sectionLength,
  stress,
  warping,
  type Sheet,
} from '../../../sheet';
import type { SteelSection } from './steel-section';

export const phiCompression = 0.9;

/** Effective lengths K L in m: about local y, about local z, and for twisting. */
export interface EffectiveLengths {
  readonly major: number;
  readonly minor: number;
  readonly torsional: number;
}

/**
 * Design compressive strength φ_c P_n, AISC 360-22 E3 (flexural buckling), E4-2 (torsional buckling) and E7 (slender elements).
 * @returns N
 */
export function compressionStrength(section: SteelSection, lengths: EffectiveLengths, sheet?: Sheet): number {
  const { E, G, fy } = section;
  const slendernessMajor = lengths.major / section.radiusY;
  const slendernessMinor = lengths.minor / section.radiusZ;
  const isMajor = slendernessMajor > slendernessMinor;
  const slenderness = Math.max(slendernessMajor, slendernessMinor);
  sheet?.step({
    clause: 'E2',
    title: `Slenderness about the ${isMajor ? 'strong' : 'weak'} axis governs`,
    symbol: 'lambda_c',
    expression: 'L_c / r',
    inputs: {
      L_c: length(isMajor ? lengths.major : lengths.minor),
      r: sectionLength(isMajor ? section.radiusY : section.radiusZ),
    },
    value: plain(slenderness, 1),
    note:
      slenderness > 200
        ? 'above 200, which the user note of E2 advises against'
        : `the other axis: ${Math.min(slendernessMajor, slendernessMinor).toFixed(1)}`,
  });
  const flexural = (Math.PI ** 2 * E) / slenderness ** 2;
  sheet?.step({
    clause: 'E3-4',
    title: 'Elastic flexural buckling',
    symbol: 'F_ef',
    expression: 'pi^2 * E / lambda_c^2',
    inputs: { E: elasticity(E), lambda_c: plain(slenderness, 1) },
    value: stress(flexural),
  });
  const torsional =
    ((Math.PI ** 2 * E * section.warping) / lengths.torsional ** 2 + G * section.torsion) /
    (section.inertiaY + section.inertiaZ);
  sheet?.step({
    clause: 'E4-2',
    title: 'Elastic torsional buckling',
    symbol: 'F_et',
    expression: '(pi^2 * E * C_w / L_cz^2 + G * J) / (I_x + I_y)',
    inputs: {
      E: elasticity(E),
      C_w: warping(section.warping),
      L_cz: length(lengths.torsional),
      G: elasticity(G),
      J: inertia(section.torsion),
      I_x: inertia(section.inertiaY),
      I_y: inertia(section.inertiaZ),
    },
    value: stress(torsional),
  });
  const elastic = Math.min(flexural, torsional);
  sheet?.step({
    clause: 'E3',
    title: 'The lower elastic stress',
    symbol: 'F_e',
    expression: 'min(F_ef, F_et)',
    inputs: { F_ef: stress(flexural), F_et: stress(torsional) },
    value: stress(elastic),
  });
  const inelastic = fy / elastic <= 2.25;
  const critical = inelastic ? 0.658 ** (fy / elastic) * fy : 0.877 * elastic;
  sheet?.step({
    clause: inelastic ? 'E3-2' : 'E3-3',
    title: inelastic ? 'Inelastic buckling' : 'Elastic buckling',
    symbol: 'F_n',
    expression: inelastic ? '0.658^(F_y / F_e) * F_y' : '0.877 * F_e',
    inputs: inelastic ? { F_y: stress(fy), F_e: stress(elastic) } : { F_e: stress(elastic) },
    value: stress(critical),
    note: `Fy / Fe = ${(fy / elastic).toFixed(2)} ${inelastic ? '≤' : '>'} 2.25`,
  });
  const effective = effectiveArea(section, critical, sheet);
  const strength = phiCompression * critical * effective;
  sheet?.step({
    clause: 'E3-1',
    title: 'Design strength',
    symbol: 'phi_c P_n',
    expression: 'phi_c * F_n * A_e',
    inputs: { phi_c: plain(phiCompression, 2), F_n: stress(critical), A_e: area(effective) },
    value: force(strength),
  });
  return strength;
}

interface SlenderElement {
  readonly name: string;
  readonly width: number;
  readonly thickness: number;
  readonly count: number;
  /** limiting ratio, Table B4.1a */
  readonly limit: number;
  /** imperfection factors, Table E7.1 */
  readonly c1: number;
  readonly c2: number;
}

/** Effective area after E7: parts of slender flanges and web are left out. */
function effectiveArea(section: SteelSection, critical: number, sheet?: Sheet): number {
  const { shape, fy, E } = section;
  const elements: SlenderElement[] = [
    {
      name: 'flange',
      width: shape.width / 2,
      thickness: shape.flangeThickness,
      count: 4,
      limit: 0.56 * Math.sqrt(E / fy),
      c1: 0.22,
      c2: 1.49,
    },
    {
      name: 'web',
      width: section.webHeight,
      thickness: shape.webThickness,
      count: 1,
      limit: 1.49 * Math.sqrt(E / fy),
      c1: 0.18,
      c2: 1.31,
    },
  ];
  let reduced = section.area;
  for (const { name, width, thickness, count, limit, c1, c2 } of elements) {
    const ratio = width / thickness;
    if (ratio <= limit * Math.sqrt(fy / critical)) continue;
    const local = ((c2 * limit) / ratio) ** 2 * fy;
    const root = Math.sqrt(local / critical);
    const kept = width * (1 - c1 * root) * root;
    reduced -= count * (width - kept) * thickness;
    sheet?.step({
      clause: 'E7-3',
      title: `Effective width of the slender ${name}`,
      symbol: 'b_e',
      expression: 'b * (1 - c_1 * sqrt(F_el / F_n)) * sqrt(F_el / F_n)',
      inputs: { b: sectionLength(width), c_1: plain(c1, 2), F_el: stress(local), F_n: stress(critical) },
      value: sectionLength(kept),
      note: `width to thickness ${ratio.toFixed(1)}, limit ${limit.toFixed(1)}`,
    });
  }
  if (reduced === section.area) {
    sheet?.step({
      clause: 'E7',
      title: 'No slender element at this stress',
      symbol: 'A_e',
      expression: 'A_g',
      inputs: { A_g: area(section.area) },
      value: area(section.area),
    });
  } else {
    sheet?.step({
      clause: 'E7',
      title: 'Effective area',
      symbol: 'A_e',
      expression: 'A_g - Delta_A',
      inputs: { A_g: area(section.area), Delta_A: area(section.area - reduced) },
      value: area(reduced),
    });
  }
  return reduced;
}

/** Design tensile strength in yielding of the gross section φ_t P_n, AISC 360-22 D2-1, N. */
export function tensionStrength(section: SteelSection, sheet?: Sheet): number {
  const strength = 0.9 * section.fy * section.area;
  sheet?.step({
    clause: 'D2-1',
    title: 'Yielding of the gross section',
    symbol: 'phi_t P_n',
    expression: 'phi_t * F_y * A_g',
    inputs: { phi_t: plain(0.9, 2), F_y: stress(section.fy), A_g: area(section.area) },
    value: force(strength),
  });
  return strength;
}
