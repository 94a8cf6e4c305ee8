import { area, elasticity, force, plain, sectionLength, stress, type Sheet } from '../../../sheet';
import type { SteelSection } from './steel-section';

/** Design shear strength of the web φ_v V_n, AISC 360-22 G2.1 (no tension field, no stiffeners: k_v = 5.34), N. */
export function webShearStrength({ shape, webHeight, E, fy }: SteelSection, sheet?: Sheet): number {
  const ratio = webHeight / shape.webThickness;
  const webArea = shape.depth * shape.webThickness;
  sheet?.step({
    clause: 'G2.1',
    title: 'Area of the web',
    symbol: 'A_w',
    expression: 'd * t_w',
    inputs: { d: sectionLength(shape.depth), t_w: sectionLength(shape.webThickness) },
    value: area(webArea),
  });
  const stocky = ratio <= 2.24 * Math.sqrt(E / fy);
  const phi = stocky ? 1.0 : 0.9;
  const limit = 1.1 * Math.sqrt((5.34 * E) / fy);
  const coefficient = stocky || ratio <= limit ? 1 : limit / ratio;
  if (coefficient < 1) {
    sheet?.step({
      clause: 'G2-4',
      title: 'Web shear coefficient',
      symbol: 'C_v1',
      expression: '1.10 * sqrt(k_v * E / F_y) / lambda_w',
      inputs: { k_v: plain(5.34, 2), E: elasticity(E), F_y: stress(fy), lambda_w: plain(ratio, 1) },
      value: plain(coefficient),
    });
  } else {
    sheet?.step({
      clause: stocky ? 'G2-2' : 'G2-3',
      title: 'Web shear coefficient',
      symbol: 'C_v1',
      expression: '1',
      inputs: {},
      value: plain(1, 2),
      note: `h / tw = ${ratio.toFixed(1)}`,
    });
  }
  const strength = phi * 0.6 * fy * webArea * coefficient;
  sheet?.step({
    clause: 'G2-1',
    title: 'Design strength',
    symbol: 'phi_v V_n',
    expression: 'phi_v * 0.6 * F_y * A_w * C_v1',
    inputs: { phi_v: plain(phi, 2), F_y: stress(fy), A_w: area(webArea), C_v1: plain(coefficient) },
    value: force(strength),
  });
  return strength;
}

/** Design shear strength of the flanges in weak-axis shear φ_v V_n, AISC 360-22 G6 (k_v = 1.2), N. */
export function flangeShearStrength({ shape, E, fy }: SteelSection, sheet?: Sheet): number {
  const ratio = shape.width / (2 * shape.flangeThickness);
  const root = Math.sqrt((1.2 * E) / fy);
  const coefficient =
    ratio <= 1.1 * root ? 1 : ratio <= 1.37 * root ? (1.1 * root) / ratio : (1.51 * 1.2 * E) / (ratio ** 2 * fy);
  const strength = 0.9 * 0.6 * fy * 2 * shape.width * shape.flangeThickness * coefficient;
  sheet?.step({
    clause: 'G6-1',
    title: 'Design strength of both flanges',
    symbol: 'phi_v V_n',
    expression: 'phi_v * 0.6 * F_y * 2 * b_f * t_f * C_v2',
    inputs: {
      phi_v: plain(0.9, 2),
      F_y: stress(fy),
      b_f: sectionLength(shape.width),
      t_f: sectionLength(shape.flangeThickness),
      C_v2: plain(coefficient),
    },
    value: force(strength),
    note: `bf / 2 tf = ${ratio.toFixed(1)}`,
  });
  return strength;
}
