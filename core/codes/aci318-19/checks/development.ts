import type { ReinforcingBar } from '../../../catalog';
import { plain, sectionLength, stress, type Sheet } from '../../../sheet';
import type { AnchorageRules, Lying } from '../../doors/checks/beams/bars-along';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { inch, psi, psiInput, rootStrength } from './beam-section';

/** What development of a bar depends on, ACI 318-19 25.4.2.4 and 25.4.2.5. */
interface StraightFactors {
  /** ψ_t: more than 12 in of fresh concrete below */
  readonly top: number;
  /** ψ_s: bars up to #6, 19 mm */
  readonly size: number;
  /** ψ_g by grade */
  readonly grade: number;
  /** c_b, m: to the nearest surface, or half of the distance of neighbours */
  readonly around: number;
}

function straightFactors(section: BeamSection, bar: ReinforcingBar, { face, apart }: Lying): StraightFactors {
  const toCentre = section.cover + section.stirrup.diameter + bar.diameter / 2;
  const below = section.depth - section.cover - section.stirrup.diameter - bar.diameter;
  return {
    top: face === 'top' && below > 12 * inch ? 1.3 : 1,
    size: bar.diameter < 0.0195 ? 0.8 : 1,
    grade: section.fy <= 60500 * psi ? 1 : section.fy <= 80500 * psi ? 1.15 : 1.3,
    around: Math.min(toCentre, apart / 2),
  };
}

/**
 * Development length of a straight bar in tension, ACI 318-19 25.4.2.4 (normal-weight concrete, no coating, K_tr = 0), m.
 * @param lying its face, and how far apart bars are there
 */
export function straightDevelopment(section: BeamSection, bar: ReinforcingBar, lying: Lying, sheet?: Sheet): number {
  const { top, size, grade, around } = straightFactors(section, bar, lying);
  const confinement = Math.min(2.5, around / bar.diameter);
  const value = Math.max(
    ((3 / 40) * section.fy * top * size * grade * bar.diameter) / (rootStrength(section.fc) * confinement),
    12 * inch,
  );
  if (!sheet) return value;
  sheet.step({
    clause: '25.4.2.4',
    title: `Development of a straight ${bar.name}`,
    symbol: 'l_d',
    expression:
      'max(3 / 40 * f_y / min(sqrt(f_c * psi), 100 * psi) * psi_t * psi_s * psi_g / min(2.5, c_b / d_b) * d_b, 12 * in_1)',
    inputs: {
      f_y: stress(section.fy),
      f_c: stress(section.fc),
      psi: psiInput,
      psi_t: plain(top, 1),
      psi_s: plain(size, 1),
      psi_g: plain(grade, 2),
      c_b: { ...sectionLength(around), decimals: 4 },
      d_b: { ...sectionLength(bar.diameter), decimals: 4 },
      in_1: { value: inch, kind: 'sectionLength', decimals: 4 },
    },
    value: sectionLength(value),
    note: 'Ktr = 0; cb: to the nearest face, or half the distance of neighbours',
  });
  return value;
}

/**
 * Development length of a bar with a standard hook, ACI 318-19 25.4.3.1, m: ψ_r = 1.6 unless bars lie 6 diameters apart or the design rules say that ties
 * enclose hooks, ψ_o = 1.25 unless the cover of its side is 2.5 in or 6 diameters, or the design rules say that hooks end within the cores of columns.
 */
export function hookDevelopment(
  section: BeamSection,
  bar: ReinforcingBar,
  { apart, isAtTip }: Lying,
  sheet?: Sheet,
): number {
  const isThick = bar.diameter > 0.0365;
  const [isTied, isInCore] = isAtTip ? [false, false] : [section.hooks?.ties === true, section.hooks?.core === true];
  const confining = !isThick && (isTied || apart >= 6 * bar.diameter) ? 1 : 1.6;
  const side = section.cover + section.stirrup.diameter;
  const place =
    !isThick && (isInCore || side >= (isAtTip ? 6 * bar.diameter : Math.min(2.5 * inch, 6 * bar.diameter))) ? 1 : 1.25;
  const strength = section.fc < 6000 * psi ? section.fc / (15000 * psi) + 0.6 : 1;
  const diameters = bar.diameter / inch;
  const value = Math.max(
    ((section.fy * confining * place * strength) / (55 * rootStrength(section.fc))) * diameters ** 1.5 * inch,
    8 * bar.diameter,
    6 * inch,
  );
  if (!sheet) return value;
  sheet.step({
    clause: '25.4.3.1',
    title: `Development of a ${bar.name} with a standard hook`,
    symbol: 'l_dh',
    expression:
      'max(f_y * psi_r * psi_o * psi_c / (55 * min(sqrt(f_c * psi), 100 * psi)) * (d_b / in_1)^1.5 * in_1, 8 * d_b, 6 * in_1)',
    inputs: {
      f_y: stress(section.fy),
      psi_r: plain(confining, 1),
      psi_o: plain(place, 2),
      psi_c: plain(strength, 4),
      f_c: stress(section.fc),
      psi: psiInput,
      d_b: { ...sectionLength(bar.diameter), decimals: 4 },
      in_1: { value: inch, kind: 'sectionLength', decimals: 4 },
    },
    value: sectionLength(value),
    note: `ψr: ${isTied ? 'by the design rules ties enclose hooks, Ath ≥ 0.4 Ahs' : 'ties around hooks are not counted'}; ψo: ${isInCore ? 'by the design rules hooks end within the cores of columns' : 'of the cover of the beam'}`,
  });
  return value;
}

/** A section whose hooks ties enclose within the cores of columns. */
export const wellHeld = (section: BeamSection): BeamSection => ({ ...section, hooks: { ties: true, core: true } });

/** Bars that end: what they develop counts against the moment at a place (25.4), and they go on past where they are asked for by d or 12 diameters (9.7.3.3). */
export const aciAnchorage = (section: BeamSection): AnchorageRules => ({
  straight: (bar, lying) => straightDevelopment(section, bar, lying),
  hook: (bar, lying) => hookDevelopment(section, bar, lying),
  // class B (25.5.2.1); 12 diameters beyond a bend of 4 (25.3.1)
  lap: 1.3,
  leg: 16,
  readings: [
    { shift: () => 0, anchored: true },
    { shift: (bar, d) => Math.max(d, 12 * bar.diameter), anchored: false },
  ],
});
