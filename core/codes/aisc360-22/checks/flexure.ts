import { elasticity, inertia, length, modulus, moment, plain, sectionLength, stress, type Sheet } from '../../../sheet';
import type { SteelSection } from './steel-section';

export const phiFlexure = 0.9;

/** Width-to-thickness ratios of an I section in flexure with their limits, AISC 360-22 Table B4.1b cases 10 and 15. */
export function flexuralSlenderness({ shape, webHeight, E, fy }: SteelSection) {
  const root = Math.sqrt(E / fy);
  return {
    flange: shape.width / (2 * shape.flangeThickness),
    flangeCompact: 0.38 * root,
    flangeNoncompact: 1.0 * root,
    web: webHeight / shape.webThickness,
    webCompact: 3.76 * root,
  };
}

/** Why strong-axis flexure of this section cannot be checked by F2 and F3, or undefined when it can. */
export function majorFlexureExclusion(section: SteelSection): string | undefined {
  const { web, webCompact } = flexuralSlenderness(section);
  return web > webCompact
    ? `The web is not compact (h/tw ${web.toFixed(1)} > ${webCompact.toFixed(1)}); F4 and F5 are not there yet.`
    : undefined;
}

/**
 * Limiting unbraced lengths of a doubly symmetric I section in strong-axis bending, AISC 360-22 F2-5 and F2-6 (c = 1).
 * @returns m: full plastic moment up to `plastic`, elastic buckling beyond `elastic`
 */
export function limitingUnbracedLengths(section: SteelSection, sheet?: Sheet): { plastic: number; elastic: number } {
  const { E, fy, radiusZ, radiusTorsion: rts, torsion: J, elasticModulusY: Sx, flangeDistance: ho } = section;
  const plastic = 1.76 * radiusZ * Math.sqrt(E / fy);
  sheet?.step({
    clause: 'F2-5',
    title: 'Unbraced length up to which the section yields',
    symbol: 'L_p',
    expression: '1.76 * r_y * sqrt(E / F_y)',
    inputs: { r_y: sectionLength(radiusZ), E: elasticity(E), F_y: stress(fy) },
    value: length(plastic),
  });
  const ratio = J / (Sx * ho);
  const elastic =
    1.95 * rts * (E / (0.7 * fy)) * Math.sqrt(ratio + Math.sqrt(ratio ** 2 + 6.76 * ((0.7 * fy) / E) ** 2));
  sheet?.step({
    clause: 'F2-6',
    title: 'Torsion against bending',
    symbol: 'X',
    expression: 'J / (S_x * h_o)',
    inputs: { J: inertia(J), S_x: modulus(Sx), h_o: sectionLength(ho) },
    value: plain(ratio, 6),
  });
  sheet?.step({
    clause: 'F2-6',
    title: 'Unbraced length beyond which buckling is elastic',
    symbol: 'L_r',
    expression: '1.95 * r_ts * E / (0.7 * F_y) * sqrt(X + sqrt(X^2 + 6.76 * (0.7 * F_y / E)^2))',
    inputs: { r_ts: sectionLength(rts), E: elasticity(E), F_y: stress(fy), X: plain(ratio, 6) },
    value: length(elastic),
  });
  return { plastic, elastic };
}

/**
 * Design flexural strength about the strong axis φ_b M_n of a rolled I with a compact web, AISC 360-22 F2 (yielding,
 * lateral-torsional buckling) and F3 (flange local buckling).
 * @param unbraced L_b in m
 * @param cb       C_b of the segment
 * @returns N·m
 */
export function majorFlexuralStrength(section: SteelSection, unbraced: number, cb: number, sheet?: Sheet): number {
  const {
    E,
    fy,
    plasticModulusY: Zx,
    elasticModulusY: Sx,
    radiusTorsion: rts,
    torsion: J,
    flangeDistance: ho,
  } = section;
  const plasticMoment = fy * Zx;
  sheet?.step({
    clause: 'F2-1',
    title: 'Plastic moment',
    symbol: 'M_p',
    expression: 'F_y * Z_x',
    inputs: { F_y: stress(fy), Z_x: modulus(Zx) },
    value: moment(plasticMoment),
  });
  const limits = limitingUnbracedLengths(section, sheet);
  let buckling = plasticMoment;
  if (unbraced > limits.elastic) {
    const slenderness = unbraced / rts;
    const critical =
      ((cb * Math.PI ** 2 * E) / slenderness ** 2) * Math.sqrt(1 + (0.078 * J * slenderness ** 2) / (Sx * ho));
    sheet?.step({
      clause: 'F2-4',
      title: 'Elastic critical stress',
      symbol: 'F_cr',
      expression: 'C_b * pi^2 * E / (L_b / r_ts)^2 * sqrt(1 + 0.078 * J / (S_x * h_o) * (L_b / r_ts)^2)',
      inputs: {
        C_b: plain(cb, 2),
        E: elasticity(E),
        L_b: length(unbraced),
        r_ts: sectionLength(rts),
        J: inertia(J),
        S_x: modulus(Sx),
        h_o: sectionLength(ho),
      },
      value: stress(critical),
      note: 'Lb > Lr',
    });
    buckling = Math.min(plasticMoment, critical * Sx);
    sheet?.step({
      clause: 'F2-3',
      title: 'Elastic lateral-torsional buckling',
      symbol: 'M_LT',
      expression: 'min(F_cr * S_x, M_p)',
      inputs: { F_cr: stress(critical), S_x: modulus(Sx), M_p: moment(plasticMoment) },
      value: moment(buckling),
    });
  } else if (unbraced > limits.plastic) {
    buckling = Math.min(
      plasticMoment,
      cb *
        (plasticMoment -
          (plasticMoment - 0.7 * fy * Sx) * ((unbraced - limits.plastic) / (limits.elastic - limits.plastic))),
    );
    sheet?.step({
      clause: 'F2-2',
      title: 'Inelastic lateral-torsional buckling',
      symbol: 'M_LT',
      expression: 'min(C_b * (M_p - (M_p - 0.7 * F_y * S_x) * (L_b - L_p) / (L_r - L_p)), M_p)',
      inputs: {
        C_b: plain(cb, 2),
        M_p: moment(plasticMoment),
        F_y: stress(fy),
        S_x: modulus(Sx),
        L_b: length(unbraced),
        L_p: length(limits.plastic),
        L_r: length(limits.elastic),
      },
      value: moment(buckling),
      note: 'Lp < Lb ≤ Lr',
    });
  } else {
    sheet?.step({
      clause: 'F2.2(a)',
      title: 'Lateral-torsional buckling does not apply, Lb ≤ Lp',
      symbol: 'M_LT',
      expression: 'M_p',
      inputs: { M_p: moment(plasticMoment) },
      value: moment(plasticMoment),
    });
  }
  const local = flangeLocalBuckling(section, plasticMoment, sheet);
  const strength = phiFlexure * Math.min(buckling, local);
  sheet?.step({
    clause: 'F1',
    title: 'Design strength',
    symbol: 'phi_b M_nx',
    expression: 'phi_b * min(M_LT, M_FLB)',
    inputs: { phi_b: plain(phiFlexure, 2), M_LT: moment(buckling), M_FLB: moment(local) },
    value: moment(strength),
  });
  return strength;
}

/** Flange local buckling, F3-1 and F3-2; the plastic moment for a compact flange. */
function flangeLocalBuckling(section: SteelSection, plasticMoment: number, sheet?: Sheet): number {
  const { E, fy, elasticModulusY: Sx } = section;
  const { flange, flangeCompact, flangeNoncompact, web } = flexuralSlenderness(section);
  if (flange <= flangeCompact) {
    sheet?.step({
      clause: 'F2',
      title: 'Compact flange',
      symbol: 'M_FLB',
      expression: 'M_p',
      inputs: { M_p: moment(plasticMoment) },
      value: moment(plasticMoment),
      note: `bf / 2 tf = ${flange.toFixed(1)} ≤ ${flangeCompact.toFixed(1)}`,
    });
    return plasticMoment;
  }
  if (flange <= flangeNoncompact) {
    const value =
      plasticMoment - (plasticMoment - 0.7 * fy * Sx) * ((flange - flangeCompact) / (flangeNoncompact - flangeCompact));
    sheet?.step({
      clause: 'F3-1',
      title: 'Noncompact flange',
      symbol: 'M_FLB',
      expression: 'M_p - (M_p - 0.7 * F_y * S_x) * (lambda - lambda_pf) / (lambda_rf - lambda_pf)',
      inputs: {
        M_p: moment(plasticMoment),
        F_y: stress(fy),
        S_x: modulus(Sx),
        lambda: plain(flange, 2),
        lambda_pf: plain(flangeCompact, 2),
        lambda_rf: plain(flangeNoncompact, 2),
      },
      value: moment(value),
    });
    return value;
  }
  const kc = Math.min(0.76, Math.max(0.35, 4 / Math.sqrt(web)));
  const value = (0.9 * E * kc * Sx) / flange ** 2;
  sheet?.step({
    clause: 'F3-2',
    title: 'Slender flange',
    symbol: 'M_FLB',
    expression: '0.9 * E * k_c * S_x / lambda^2',
    inputs: { E: elasticity(E), k_c: plain(kc, 3), S_x: modulus(Sx), lambda: plain(flange, 2) },
    value: moment(value),
  });
  return value;
}

/** Design flexural strength about the weak axis φ_b M_n, AISC 360-22 F6, N·m. */
export function minorFlexuralStrength(section: SteelSection, sheet?: Sheet): number {
  const { E, fy, plasticModulusZ: Zy, elasticModulusZ: Sy } = section;
  const plasticMoment = Math.min(fy * Zy, 1.6 * fy * Sy);
  sheet?.step({
    clause: 'F6-1',
    title: 'Yielding about the weak axis',
    symbol: 'M_py',
    expression: 'min(F_y * Z_y, 1.6 * F_y * S_y)',
    inputs: { F_y: stress(fy), Z_y: modulus(Zy), S_y: modulus(Sy) },
    value: moment(plasticMoment),
  });
  const { flange, flangeCompact, flangeNoncompact } = flexuralSlenderness(section);
  let nominal = plasticMoment;
  if (flange > flangeNoncompact) {
    nominal = Math.min(plasticMoment, ((0.7 * E) / flange ** 2) * Sy);
    sheet?.step({
      clause: 'F6-4',
      title: 'Slender flange',
      symbol: 'M_ny',
      expression: 'min(0.7 * E / lambda^2 * S_y, M_py)',
      inputs: { E: elasticity(E), lambda: plain(flange, 2), S_y: modulus(Sy), M_py: moment(plasticMoment) },
      value: moment(nominal),
    });
  } else if (flange > flangeCompact) {
    nominal =
      plasticMoment - (plasticMoment - 0.7 * fy * Sy) * ((flange - flangeCompact) / (flangeNoncompact - flangeCompact));
    sheet?.step({
      clause: 'F6-2',
      title: 'Noncompact flange',
      symbol: 'M_ny',
      expression: 'M_py - (M_py - 0.7 * F_y * S_y) * (lambda - lambda_pf) / (lambda_rf - lambda_pf)',
      inputs: {
        M_py: moment(plasticMoment),
        F_y: stress(fy),
        S_y: modulus(Sy),
        lambda: plain(flange, 2),
        lambda_pf: plain(flangeCompact, 2),
        lambda_rf: plain(flangeNoncompact, 2),
      },
      value: moment(nominal),
    });
  } else {
    sheet?.step({
      clause: 'F6.2',
      title: 'Compact flange',
      symbol: 'M_ny',
      expression: 'M_py',
      inputs: { M_py: moment(plasticMoment) },
      value: moment(nominal),
      note: `bf / 2 tf = ${flange.toFixed(1)} ≤ ${flangeCompact.toFixed(1)}`,
    });
  }
  const strength = phiFlexure * nominal;
  sheet?.step({
    clause: 'F1',
    title: 'Design strength',
    symbol: 'phi_b M_ny',
    expression: 'phi_b * M_ny',
    inputs: { phi_b: plain(phiFlexure, 2), M_ny: moment(nominal) },
    value: moment(strength),
  });
  return strength;
}

/** Absolute moments of an unbraced segment: the largest, and at its quarter points; N·m. */
export interface SegmentMoments {
  readonly max: number;
  readonly a: number;
  readonly b: number;
  readonly c: number;
}

/** Lateral-torsional buckling modification factor, AISC 360-22 F1-1. A segment without moment has 1. */
export function momentGradientFactor({ max, a, b, c }: SegmentMoments, sheet?: Sheet): number {
  if (max === 0) return 1;
  const value = (12.5 * max) / (2.5 * max + 3 * a + 4 * b + 3 * c);
  sheet?.step({
    clause: 'F1-1',
    title: 'Moment gradient in the unbraced segment',
    symbol: 'C_b',
    expression: '12.5 * M_max / (2.5 * M_max + 3 * M_A + 4 * M_B + 3 * M_C)',
    inputs: { M_max: moment(max), M_A: moment(a), M_B: moment(b), M_C: moment(c) },
    value: plain(value, 2),
  });
  return value;
}
