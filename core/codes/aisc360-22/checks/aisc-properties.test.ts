import fc from 'fast-check';
import { catalogueShapes } from '../../../catalog';
import { compressionStrength, tensionStrength } from './compression';
import {
  flexuralSlenderness,
  limitingUnbracedLengths,
  majorFlexuralStrength,
  majorFlexureExclusion,
  minorFlexuralStrength,
  momentGradientFactor,
} from './flexure';
import { flangeShearStrength, webShearStrength } from './shear';
import { steelSection } from './steel-section';

const steel = { elasticModulus: 199.948e9, poissonRatio: 0.3, yieldStress: 344.7e6 };
const kip = 4448.2216152605;
const foot = 0.3048;
const kipFoot = kip * foot;
const iShapes = catalogueShapes.flatMap((entry) =>
  entry.shape.type === 'i' ? [{ ...entry, shape: entry.shape }] : [],
);
const anyShape = fc.constantFrom(...iShapes).map((entry) => steelSection(entry.shape, steel));
const anyLength = fc.double({ min: 0.3, max: 25, noNaN: true });
const named = (name: string) => steelSection(iShapes.find((entry) => entry.name === name)!.shape, steel);

/** Hand calculations with the tabulated properties of the AISC Manual, Part 1; strengths in kip and kip·ft at F_y = 50 ksi. */
describe('worked by hand', () => {
  test('W14X53 as a column of 14 ft: K L / r_y = 168 / 1.92 = 87.5, F_e = 37.4 ksi, F_n = 28.6 ksi, φP_n = 401 kip', () => {
    const Fe = (Math.PI ** 2 * 29000) / (168 / 1.92) ** 2;
    const Fn = 0.658 ** (50 / Fe) * 50;
    const length = 14 * foot;
    expect(Fn).toBeCloseTo(28.6, 1);
    expect(
      compressionStrength(named('W14X53'), { major: length, minor: length, torsional: length }) /
        kip /
        (0.9 * Fn * 15.6),
    ).toBeCloseTo(1, 2);
  });

  test('W12X58 in tension yields at 0.9 × 50 × 17.0 = 765 kip', () => {
    expect(tensionStrength(named('W12X58')) / kip / 765).toBeCloseTo(1, 2);
  });

  test('W16X31 with L_b = 4 ft is just beyond L_p = 4.13 ft or before it: φM_p = 0.9 × 50 × 54.0 / 12 = 203 kip·ft', () => {
    expect(limitingUnbracedLengths(named('W16X31')).plastic / foot).toBeCloseTo(4.13, 1);
    expect(majorFlexuralStrength(named('W16X31'), 4 * foot, 1) / kipFoot / 202.5).toBeCloseTo(1, 2);
  });

  test('a noncompact flange: W14X90 at 50 ksi (b_f/2t_f = 10.2 > 9.15) by F3-1', () => {
    const section = named('W14X90'); // Zx 157, Sx 143
    const { flange, flangeCompact, flangeNoncompact } = flexuralSlenderness(section);
    expect(flange).toBeCloseTo(10.2, 1);
    const byHand = (50 * 157 - (50 * 157 - 0.7 * 50 * 143) * ((10.2 - 9.15) / (24.1 - 9.15))) / 12;
    expect(flangeCompact).toBeCloseTo(9.15, 1);
    expect(flangeNoncompact).toBeCloseTo(24.1, 1);
    // tabulated properties are rounded to three figures
    expect(Math.abs(majorFlexuralStrength(section, 1 * foot, 1) / kipFoot / (0.9 * byHand) - 1)).toBeLessThan(0.01);
  });

  test('weak-axis bending of a noncompact flange falls below the plastic moment (F6-2), of a compact one does not', () => {
    const [noncompact, compact] = [named('W14X90'), named('W14X82')];
    expect(minorFlexuralStrength(noncompact)).toBeLessThan(0.9 * noncompact.fy * noncompact.plasticModulusZ);
    expect(minorFlexuralStrength(compact)).toBeCloseTo(0.9 * compact.fy * compact.plasticModulusZ, 3);
  });

  test('a slender web in shear: W12X14 has h/t_w = 54.3 > 2.24 √(E/F_y) = 53.9, so φ_v = 0.90', () => {
    const section = named('W12X14');
    const ratio = section.webHeight / section.shape.webThickness;
    const expected =
      (ratio > 2.24 * Math.sqrt(section.E / section.fy) ? 0.9 : 1) *
      0.6 *
      section.fy *
      section.shape.depth *
      section.shape.webThickness;
    expect(webShearStrength(section)).toBeCloseTo(expected, 3);
  });
});

/** Limits and monotony that hold for every section of the catalogue. */
describe('for every rolled section', () => {
  test('a longer unbraced length never strengthens it in bending; nothing exceeds φ F_y Z', () => {
    fc.assert(
      fc.property(anyShape, anyLength, anyLength, fc.double({ min: 1, max: 3, noNaN: true }), (section, a, b, cb) => {
        const [short, long] = [Math.min(a, b), Math.max(a, b)];
        const [strong, weak] = [short, long].map((length) => majorFlexuralStrength(section, length, cb));
        expect(weak).toBeLessThanOrEqual(strong * (1 + 1e-9));
        expect(strong).toBeLessThanOrEqual(0.9 * section.fy * section.plasticModulusY * (1 + 1e-9));
      }),
    );
  });

  test('bending strength is continuous at L_p and, within the fit of the code’s formulas, at L_r', () => {
    fc.assert(
      fc.property(anyShape, (section) => {
        const { plastic, elastic } = limitingUnbracedLengths(section);
        const at = (length: number) => majorFlexuralStrength(section, length, 1);
        expect(elastic).toBeGreaterThan(plastic);
        expect(Math.abs(at(plastic * 0.9999) / at(plastic * 1.0001) - 1)).toBeLessThan(2e-3);
        expect(Math.abs(at(elastic * 0.9999) / at(elastic * 1.0001) - 1)).toBeLessThan(0.02);
      }),
    );
  });

  test('a longer column is never stronger, and none exceeds φ F_y A', () => {
    fc.assert(
      fc.property(anyShape, anyLength, anyLength, (section, a, b) => {
        const at = (length: number) =>
          compressionStrength(section, { major: length, minor: length, torsional: length });
        expect(at(Math.max(a, b))).toBeLessThanOrEqual(at(Math.min(a, b)) * (1 + 1e-9));
        expect(at(Math.min(a, b))).toBeLessThanOrEqual(0.9 * section.fy * section.area * (1 + 1e-9));
        expect(at(Math.max(a, b))).toBeGreaterThan(0);
      }),
    );
  });

  test('the stronger axis is stronger: in bending, in buckling, and the web carries more shear than nothing', () => {
    fc.assert(
      fc.property(anyShape, (section) => {
        expect(section.inertiaY).toBeGreaterThan(section.inertiaZ);
        expect(majorFlexuralStrength(section, 0.1, 1)).toBeGreaterThan(minorFlexuralStrength(section));
        const about = (major: number, minor: number) => compressionStrength(section, { major, minor, torsional: 1 });
        expect(about(8, 1)).toBeGreaterThanOrEqual(about(1, 8) * (1 - 1e-9));
        for (const strength of [webShearStrength(section), flangeShearStrength(section)])
          expect(strength).toBeGreaterThan(0);
      }),
    );
  });

  test('a stronger steel never weakens a section in yielding, and a web that is not compact is told', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...iShapes),
        fc.double({ min: 200e6, max: 420e6, noNaN: true }),
        (entry, yieldStress) => {
          const [mild, strong] = [
            steelSection(entry.shape, { ...steel, yieldStress }),
            steelSection(entry.shape, { ...steel, yieldStress: yieldStress * 1.1 }),
          ];
          expect(tensionStrength(strong)).toBeGreaterThan(tensionStrength(mild));
          const slender = flexuralSlenderness(mild);
          expect(majorFlexureExclusion(mild) === undefined).toBe(slender.web <= slender.webCompact);
        },
      ),
    );
  });

  test('C_b lies between 1 for a uniform moment and 12.5 / 2.5 for moments only at the ends', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 3, maxLength: 3 }), ([a, b, c]) => {
        const cb = momentGradientFactor({ max: 1, a, b, c });
        expect(cb).toBeGreaterThanOrEqual(1 - 1e-12);
        expect(cb).toBeLessThanOrEqual(5);
      }),
    );
    expect(momentGradientFactor({ max: 0, a: 0, b: 0, c: 0 })).toBe(1);
  });
});
