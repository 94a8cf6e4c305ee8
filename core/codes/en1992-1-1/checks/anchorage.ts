import type { ReinforcingBar } from '../../../catalog';
import { plain, sectionLength, stress, type Sheet } from '../../../sheet';
import type { AnchorageRules, Lying } from '../../doors/checks/beams/bars-along';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { MPa, type EnMaterial } from './material';

/** f_ctk,0.05 of C60/75, beyond which it is not counted for bond, 8.4.2(2), Pa. */
const strongest = 0.7 * 2.12 * Math.log(1 + (60 + 8) / 10) * MPa;

/** Lengths of anchorage by EN 1992-1-1 8.4 and what they follow from: Pa, m. */
interface EnAnchorageLengths {
  /** η₁ of 8.4.2: 0.7 for bars more than 250 mm above the bottom of the pour */
  readonly position: number;
  /** η₂ of 8.4.2 */
  readonly size: number;
  readonly fctd: number;
  readonly bond: number;
  readonly basic: number;
  /** c_d of Figure 8.3 */
  readonly around: number;
  /** α₂ of a straight bar, α₁ of a bent one */
  readonly straightFactor: number;
  readonly bentFactor: number;
  readonly straight: number;
  readonly bent: number;
}

/** @param lying its face, and how far apart the centres of bars are there */
export function anchorageLengths(
  section: BeamSection,
  { fctd, fyd, factors }: EnMaterial,
  bar: ReinforcingBar,
  { face, apart }: Lying,
): EnAnchorageLengths {
  const { diameter } = bar;
  const position = face === 'top' && section.depth > 0.25 ? 0.7 : 1;
  const size = diameter > 0.032 ? (0.132 - diameter) / 0.1 : 1;
  const tension = Math.min(fctd, strongest / factors.gammaC);
  const bond = 2.25 * position * size * tension;
  const basic = (diameter / 4) * (fyd / bond);
  const around = Math.min((apart - diameter) / 2, section.cover + section.stirrup.diameter);
  const straightFactor = Math.min(1, Math.max(0.7, 1 - (0.15 * (around - diameter)) / diameter));
  const bentFactor = around > 3 * diameter ? 0.7 : 1;
  const least = Math.max(0.3 * basic, 10 * diameter, 0.1);
  return {
    position,
    size,
    fctd: tension,
    bond,
    basic,
    around,
    straightFactor,
    bentFactor,
    straight: Math.max(straightFactor * basic, least),
    bent: Math.max(bentFactor * basic, least),
  };
}

/** Repeats how the length of anchorage of a bar came about. @param isBent with a bend or hook at its end */
export function traceAnchorage(
  sheet: Sheet,
  section: BeamSection,
  material: EnMaterial,
  bar: ReinforcingBar,
  lying: Lying,
  isBent: boolean,
): void {
  const found = anchorageLengths(section, material, bar, lying);
  const diameter = { ...sectionLength(bar.diameter), decimals: 4 };
  sheet.step({
    clause: '8.4.2(2)',
    title: `Bond of ${bar.name}`,
    symbol: 'f_bd',
    expression: '2.25 * eta_1 * eta_2 * f_ctd',
    inputs: {
      eta_1: plain(found.position, 1),
      eta_2: plain(found.size, 2),
      f_ctd: { ...stress(found.fctd), decimals: 3 },
    },
    value: { ...stress(found.bond), decimals: 3 },
    note: 'η1 = 0.7 for bars at the top of beams deeper than 250 mm',
  });
  sheet.step({
    clause: '8.4.3(2)',
    title: 'Basic length of anchorage',
    symbol: 'l_brqd',
    expression: 'phi_s / 4 * f_yd / f_bd',
    inputs: { phi_s: diameter, f_yd: stress(material.fyd), f_bd: { ...stress(found.bond), decimals: 3 } },
    value: sectionLength(found.basic),
  });
  sheet.step({
    clause: isBent ? '8.4.4(2)' : '8.4.4(1)',
    title: isBent ? 'Length of anchorage with a bend' : 'Length of anchorage, straight',
    symbol: 'l_bd',
    expression: 'max(alpha * l_brqd, 0.3 * l_brqd, 10 * phi_s, l_0)',
    inputs: {
      alpha: plain(isBent ? found.bentFactor : found.straightFactor),
      l_brqd: sectionLength(found.basic),
      phi_s: diameter,
      l_0: sectionLength(0.1),
    },
    value: sectionLength(isBent ? found.bent : found.straight),
    note: isBent
      ? 'α1 = 0.7 where cd exceeds three diameters; pressure and bars across are not counted'
      : 'α2 by cover and distance; pressure and bars across are not counted',
  });
}

/** Bars that end, 9.2.1.3: the moment is shifted by a_l (9.2) with the flattest struts allowed, against what is anchored by then. */
export const enAnchorage = (section: BeamSection, material: EnMaterial): AnchorageRules => ({
  straight: (bar, lying) => anchorageLengths(section, material, bar, lying).straight,
  hook: (bar, lying) => anchorageLengths(section, material, bar, lying).bent,
  // α6 where more than half are lapped (8.7.3); 5 diameters beyond a bend on a mandrel of 7 (8.1, 8.3)
  lap: 1.5,
  leg: 9.5,
  readings: [{ shift: (_, d) => 0.45 * d * material.factors.mostCot, anchored: true }],
});
