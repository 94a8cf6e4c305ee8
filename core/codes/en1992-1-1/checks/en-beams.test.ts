import { findBar } from '../../../catalog';
import { inRows } from '../../doors/checks/beams/beam-bars';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { proposeBars } from '../../doors/checks/beams/propose-bars';
import { enBeam } from './beam-code';
import { bendingResistance, leastBars, mostBars } from './flexure';
import { blockOf, changedWords, enSpacing, materialOf, recommended } from './material';
import {
  concreteShear,
  largestLegSpacing,
  leastLegs,
  legUse,
  proposeStirrups,
  shearResistance,
  stirrupShear,
  strutShear,
} from './shear';
import { crackingTorsion, strutTorsion, torsionPerLeg, torsionPull, torsionSpacing, tubeOf } from './torsion';

/** 300 × 500, cover 35, stirrups of 10, C30/37, B500B. */
const beam: BeamSection = {
  width: 0.3,
  depth: 0.5,
  cover: 0.035,
  stirrup: findBar('D10')!,
  fc: 30e6,
  fy: 500e6,
  Es: 200e9,
  spacing: enSpacing,
};
const material = materialOf(beam, recommended);
const three20 = inRows(beam, { bar: findBar('D20')!, count: 3 });
const As = 3 * Math.PI * 100; // mm²
const d = 0.445;

test('C30/37: f_cd = 20, f_ctm = 2.896, f_ctd = 1.352 MPa; f_yd = 434.8 MPa; C60: the block of 3.1.7(3)', () => {
  expect(material.fcd / 1e6).toBeCloseTo(20, 9);
  expect(material.fctm / 1e6).toBeCloseTo(2.896, 3);
  expect(material.fctd / 1e6).toBeCloseTo((0.7 * 2.8965) / 1.5, 3);
  expect(material.fyd / 1e6).toBeCloseTo(434.78, 2);
  expect(materialOf({ ...beam, fc: 60e6 }, recommended).fctm / 1e6).toBeCloseTo(4.355, 3);
  // Table 3.1 prints 2.9 ‰ for C60
  const { lambda, eta, crushing } = blockOf(60e6);
  expect([lambda, eta, crushing]).toEqual([
    expect.closeTo(0.775, 9),
    expect.closeTo(0.95, 9),
    expect.closeTo(0.00288, 4),
  ]);
  // ε_c3 of Table 3.1: 1.75‰, and for C60 1.75 + 0.55 · 10 / 40 = 1.8875‰
  expect(blockOf(50e6)).toEqual({ lambda: 0.8, eta: 1, crushing: 0.0035, pressed: 0.00175 });
  expect(blockOf(60e6).pressed).toBeCloseTo(0.0018875, 9);
});

test('national values change the strengths and are said', () => {
  const factors = { ...recommended, alphaCc: 0.85, gammaS: 1.05 };
  const other = materialOf(beam, factors);
  expect(other.fcd / 1e6).toBeCloseTo(17, 9);
  expect(other.fyd / 1e6).toBeCloseTo(476.19, 2);
  expect(changedWords(recommended)).toBeUndefined();
  expect(changedWords(factors)).toContain('αcc = 0.85 (1), γS = 1.05 (1.15)');
});

test('3 D20 in 300 × 500: λ x = A_s f_yd / (b f_cd) = 68.3 mm, M_Rd = 168.3 kN·m by hand', () => {
  const depth = (As * 434.7826) / (300 * 20);
  expect(depth).toBeCloseTo(68.3, 1);
  expect(bendingResistance(beam, material, { bottom: three20 }).strength / 1e6).toBeCloseTo(
    (As * 434.7826 * (445 - depth / 2)) / 1e9,
    3,
  );
  expect(leastBars(beam, material, three20, 0.3) * 1e6).toBeCloseTo(((0.26 * 2.8965) / 500) * 300 * 445, 1);
  expect(
    leastBars({ ...beam, fc: 12e6 }, materialOf({ ...beam, fc: 12e6 }, recommended), three20, 0.3) * 1e6,
  ).toBeCloseTo(0.0013 * 300 * 445, 1);
  expect(mostBars(beam) * 1e6).toBeCloseTo(6000, 6);
});

describe('shear', () => {
  const none = { N: 0, My: 0 };
  const stirrups = (spacing: number) => ({ bar: findBar('D10')!, legs: 2, spacing });
  const legs = Math.PI * 50; // mm²

  test('without stirrups: k = 1.670, ρ = 0.706%, V_Rd,c = 74.0 kN; by v_min with little steel; axial force adds or takes', () => {
    const k = 1 + Math.sqrt(200 / 445);
    const rho = As / (300 * 445);
    const own = 0.12 * k * Math.cbrt(100 * rho * 30);
    expect(concreteShear(beam, material, d, As / 1e6, 0) / 1e3).toBeCloseTo((own * 300 * 445) / 1e3, 2);
    expect((own * 300 * 445) / 1e3).toBeCloseTo(74.0, 0);
    expect(concreteShear(beam, material, d, 1e-5, 0) / 1e3).toBeCloseTo(
      (0.035 * k ** 1.5 * Math.sqrt(30) * 300 * 445) / 1e3,
      2,
    );
    expect(concreteShear(beam, material, d, As / 1e6, -150e3) / 1e3).toBeCloseTo(((own + 0.15) * 300 * 445) / 1e3, 2);
    expect(concreteShear(beam, material, d, As / 1e6, 150e3) / 1e3).toBeCloseTo(((own - 0.15) * 300 * 445) / 1e3, 2);
    expect(concreteShear(beam, material, d, As / 1e6, 9e6)).toBe(0);
  });

  test('with stirrups: cot θ = 2.5 at 200 mm, 1.57 at 75 mm where struts and stirrups bear the same, 1 where all of the section is pulled', () => {
    const wide = stirrupShear(beam, material, d, stirrups(0.2), none);
    expect(wide.cot).toBe(2.5);
    expect(wide.strength / 1e3).toBeCloseTo(((legs * 2) / 2 / 200) * 0.9 * 0.445 * 434.7826 * 2.5, 1);
    const close = stirrupShear(beam, material, d, stirrups(0.075), none);
    const cot = Math.sqrt((300 * 0.528 * 20) / ((legs / 75) * 434.7826) - 1);
    expect(close.cot).toBeCloseTo(cot, 4);
    expect(close.strength / 1e3).toBeCloseTo((legs / 75) * 0.9 * 0.445 * 434.7826 * cot, 1);
    expect(close.strength / strutShear(beam, material, d, cot)).toBeCloseTo(1, 4);
    // pulled by 100 kN on all of its depth; with a moment that leaves a compressed side; by next to nothing
    const cotOf = (N: number, My: number) => stirrupShear(beam, material, d, stirrups(0.2), { N, My }).cot;
    expect([cotOf(100e3, 20e3), cotOf(100e3, 30e3), cotOf(40e3, 0)]).toEqual([1, 2.5, 2.5]);
    // so close that struts at 45° crush: V_Rd,max = b z ν f_cd / 2
    expect(stirrupShear(beam, material, d, stirrups(0.02), none).strength / 1e3).toBeCloseTo(
      (300 * 0.9 * 445 * 0.528 * 20) / 2 / 1e3,
      1,
    );
    // where the concrete alone carries more it counts
    expect(shearResistance(beam, material, d, stirrups(2), As / 1e6, none).isConcrete).toBe(true);
  });

  test('least stirrups 0.08 √30 / 500 · 300 = 0.263 mm; legs 0.75 d or 600 mm', () => {
    expect(leastLegs(beam, material) * 1e3).toBeCloseTo(((0.08 * Math.sqrt(30)) / 500) * 300, 4);
    expect(largestLegSpacing(0.4)).toBeCloseTo(0.3, 9);
    expect(largestLegSpacing(1)).toBe(0.6);
  });

  test('proposed stirrups carry what is asked, and one step wider do not', () => {
    for (const [V, T] of [
      [20e3, 0],
      [200e3, 0],
      [400e3, 0],
      [100e3, 15e3],
    ]) {
      const found = proposeStirrups(beam, material, d, [{ V, T, ...none }], As / 1e6, 'si');
      const wider = { ...found, spacing: found.spacing + 0.025 };
      const does = (one: typeof found) =>
        shearResistance(beam, material, d, one, As / 1e6, none).strength >= V &&
        legUse(beam, material, d, one, V, T) <= (T > 0 ? 1 : Infinity) &&
        one.spacing <= 0.75 * d &&
        (T === 0 || one.spacing <= torsionSpacing(beam, d)) &&
        (one.legs * one.bar.area) / one.spacing >= leastLegs(beam, material);
      expect([V, T, does(found), does(wider)]).toEqual([V, T, true, false]);
    }
  });
});

test('torsion: t = 106 mm, A_k = 0.07644 m², T_Rd,c = 21.9 and T_Rd,max = 85.6 kN·m, pull and leg of 20 kN·m by hand', () => {
  const { wall, area, perimeter } = tubeOf(beam);
  expect([wall, area, perimeter]).toEqual([0.106, 0.194 * 0.394, 1.176].map((value) => expect.closeTo(value, 9)));
  // a stout section whose A / u is more: 400 × 800, 320 000 / 2 400 = 133 mm
  expect(tubeOf({ ...beam, width: 0.4, depth: 0.8 }).wall).toBeCloseTo(0.13333, 4);
  expect(crackingTorsion(beam, material) / 1e3).toBeCloseTo((2 * 76436 * 106 * 1.35169) / 1e6, 1);
  expect(strutTorsion(beam, material) / 1e3).toBeCloseTo((2 * 0.528 * 20 * 76436 * 106 * 0.5) / 1e6, 2);
  expect(torsionPull(beam, 20e3) / 1e3).toBeCloseTo((20e6 * 1176) / (2 * 76436) / 1e3, 2);
  expect(torsionPerLeg(beam, material, 20e3) * 1e3).toBeCloseTo(20e6 / (2 * 76436 * 434.7826), 4);
  expect(torsionSpacing(beam, d)).toBeCloseTo(0.2, 9);
});

test('torsion counts where it cracks the section together with shear, not below 1% of what cracks it', () => {
  const { twist } = enBeam(beam, recommended, 'si');
  const cracking = crackingTorsion(beam, material);
  const at = (T: number, Vz: number) =>
    twist({ label: 'U', x: 0, N: 0, Vy: 0, Vz, T, torsionFactor: 1, My: 0, Mz: 0, shape: undefined });
  expect(at(0.9 * cracking, 0)).toBe(0);
  expect(at(-1.1 * cracking, 0)).toBeCloseTo(1.1 * cracking, 6);
  expect(at(0.5 * cracking, 60e3)).toBeCloseTo(0.5 * cracking, 6);
  expect(at(0.009 * cracking, 500e3)).toBe(0);
});

test('proposed bars carry the moment with x / d up to 0.45', () => {
  const rules = enBeam(beam, recommended, 'si').proposal;
  const sizes = ['D12', 'D16', 'D20', 'D25'];
  let before = 0;
  for (const moment of [0, 60e3, 120e3, 200e3, 260e3]) {
    const bars = proposeBars(beam, rules, { face: 'bottom', moment }, sizes)!;
    const { strength, strain } = bendingResistance(beam, material, { bottom: bars });
    expect(strength).toBeGreaterThanOrEqual(moment);
    expect(0.0035 / (0.0035 + strain)).toBeLessThanOrEqual(0.448 + 1e-9);
    expect(bars.count * bars.bar.area).toBeGreaterThanOrEqual(before);
    before = bars.count * bars.bar.area;
  }
});
