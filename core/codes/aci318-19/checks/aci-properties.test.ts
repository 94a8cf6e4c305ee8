import fc from 'fast-check';
import { findBar, reinforcingBars } from '../../../catalog';
import {
  clearSpacing,
  effectiveDepth,
  leastClearSpacing,
  psi,
  stressBlockFactor,
  type BeamSection,
} from './beam-section';
import { flexuralStrength, minimumFlexuralSteel, proposeBars } from './flexure';
import { largestStirrupSpacing, minimumStirrups, proposeStirrups, shearStrength, thresholdTorsion } from './shear';

const anySection: fc.Arbitrary<BeamSection> = fc.record({
  width: fc.double({ min: 0.25, max: 0.8, noNaN: true }),
  depth: fc.double({ min: 0.4, max: 1.2, noNaN: true }),
  cover: fc.constantFrom(0.03, 0.04, 0.05),
  stirrup: fc.constantFrom(findBar('#3')!, findBar('#4')!),
  fc: fc.double({ min: 20e6, max: 60e6, noNaN: true }),
  fy: fc.constantFrom(413.7e6, 551.6e6),
  Es: fc.constant(200e9),
});
const sizes = ['#5', '#6', '#7', '#8', '#9', '#10'];
const anyBar = fc.constantFrom(...reinforcingBars.filter((bar) => sizes.includes(bar.name)));

test('β₁ by Table 22.2.2.4.3: 0.85 to 4000 psi, 0.80 at 5000, 0.65 from 8000 on', () => {
  expect(
    [3000, 4000, 5000, 8000, 10000].map((strength) => Number(stressBlockFactor(strength * psi).toFixed(4))),
  ).toEqual([0.85, 0.85, 0.8, 0.65, 0.65]);
});

test('a moment strength is below steel times depth, grows with the depth, and with more bars while they yield', () => {
  fc.assert(
    fc.property(anySection, anyBar, fc.integer({ min: 2, max: 6 }), (section, bar, count) => {
      const { strength, strain, yieldStrain } = flexuralStrength(section, { bar, count });
      const d = effectiveDepth(section, bar);
      expect(strength).toBeLessThan(0.9 * count * bar.area * section.fy * d);
      expect(flexuralStrength({ ...section, depth: section.depth + 0.05 }, { bar, count }).strength).toBeGreaterThan(
        strength,
      );
      const more = flexuralStrength(section, { bar, count: count + 1 });
      if (more.strain > more.yieldStrain + 0.003) expect(more.strength).toBeGreaterThan(strength);
      expect(more.strain).toBeLessThan(strain);
      expect(yieldStrain).toBeCloseTo(section.fy / section.Es, 12);
    }),
  );
});

test('proposed bars fit, are tension-controlled, hold the minimum, and no lighter allowed layer carries the moment', () => {
  fc.assert(
    fc.property(anySection, fc.double({ min: 0, max: 0.9, noNaN: true }), (section, share) => {
      const most = proposeBars(section, Infinity, sizes);
      if (!most) return;
      const demand = share * flexuralStrength(section, most).strength;
      const layer = proposeBars(section, demand, sizes)!;
      const { strength, strain, yieldStrain } = flexuralStrength(section, layer);
      expect(clearSpacing(section, layer)).toBeGreaterThanOrEqual(leastClearSpacing(layer.bar));
      expect(strain).toBeGreaterThanOrEqual(yieldStrain + 0.003);
      expect(strength).toBeGreaterThanOrEqual(demand);
      const steel = layer.count * layer.bar.area;
      expect(steel).toBeGreaterThanOrEqual(minimumFlexuralSteel(section, effectiveDepth(section, layer.bar)));
      for (const name of sizes) {
        const bar = findBar(name)!;
        for (let count = 2; count * bar.area < steel - 1e-8; count++) {
          const lighter = flexuralStrength(section, { bar, count });
          const allowed =
            count * bar.area >= minimumFlexuralSteel(section, effectiveDepth(section, bar)) &&
            clearSpacing(section, { bar, count }) >= leastClearSpacing(bar);
          expect(allowed && lighter.strength >= demand).toBe(false);
        }
      }
    }),
    { numRuns: 60 },
  );
});

test('shear strength grows with stirrups up to the limit of 22.5.1.2 and never beyond', () => {
  fc.assert(
    fc.property(anySection, fc.double({ min: 0.06, max: 0.5, noNaN: true }), (section, spacing) => {
      const d = section.depth - 0.08;
      const at = (gap: number) =>
        shearStrength(section, d, { bar: findBar('#4')!, legs: 2, spacing: gap }, 1e-3).strength;
      expect(at(spacing / 1.5)).toBeGreaterThanOrEqual(at(spacing) * (1 - 1e-12));
      const limit = 0.75 * (2 + 8) * Math.min(Math.sqrt(section.fc * psi), 100 * psi) * section.width * d;
      expect(at(0.001)).toBeLessThanOrEqual(limit * (1 + 1e-9));
    }),
  );
});

test('proposed stirrups carry what can be carried, within the largest spacing and not below the least area', () => {
  fc.assert(
    fc.property(anySection, fc.double({ min: 0.05, max: 0.95, noNaN: true }), (section, share) => {
      const d = section.depth - 0.08;
      const most = shearStrength(section, d, { bar: section.stirrup, legs: 2, spacing: 0.075 }, 1e-3).strength;
      const demand = share * most;
      const stirrups = proposeStirrups(section, d, demand, 1e-3, 'si');
      const { strength, concrete } = shearStrength(section, d, stirrups, 1e-3);
      if (stirrups.spacing > 0.0751) {
        expect(strength).toBeGreaterThanOrEqual(demand);
        expect(stirrups.spacing).toBeLessThanOrEqual(
          largestStirrupSpacing(section, d, Math.max(0, demand / 0.75 - concrete)) + 1e-9,
        );
        expect(stirrups.legs * stirrups.bar.area).toBeGreaterThanOrEqual(minimumStirrups(section, stirrups) - 1e-12);
      }
      expect(Math.abs(stirrups.spacing / 0.025 - Math.round(stirrups.spacing / 0.025))).toBeLessThan(1e-6);
    }),
    { numRuns: 60 },
  );
});

test('the threshold of torsion for 12 × 20 in at 4000 psi: 0.75 √4000 × 240² / 64 = 42.7 kip·in by hand', () => {
  const inch = 0.0254;
  const section = {
    width: 12 * inch,
    depth: 20 * inch,
    cover: 0.04,
    stirrup: findBar('#3')!,
    fc: 4000 * psi,
    fy: 413.7e6,
    Es: 200e9,
  };
  expect(thresholdTorsion(section) / (4448.2216 * inch)).toBeCloseTo(
    (0.75 * Math.sqrt(4000) * 240 ** 2) / 64 / 1000,
    3,
  );
});
