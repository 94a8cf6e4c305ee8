import fc from 'fast-check';
import { findBar, reinforcingBars } from '../../../catalog';
import type { FaceBars } from '../../doors/checks/beam-reinforcement';
import { barSpacing, clearSpacing, effectiveDepth, inRows } from '../../doors/checks/beams/beam-bars';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { proposeBars } from '../../doors/checks/beams/propose-bars';
import { aciBeam } from './beam-code';
import { aciSpacing, largestBarSpacing, psi, stressBlockFactor } from './beam-section';
import { flexuralStrength, minimumFlexuralSteel } from './flexure';
import {
  largestLegSpacing,
  largestStirrupSpacing,
  largestTorsionSpacing,
  legSpacing,
  minimumStirrups,
  proposeStirrups,
  shearOfStirrups,
  shearStrength,
} from './shear';
import { legUse, thresholdTorsion } from './torsion';

const anySection: fc.Arbitrary<BeamSection> = fc.record({
  width: fc.double({ min: 0.25, max: 0.8, noNaN: true }),
  depth: fc.double({ min: 0.4, max: 1.2, noNaN: true }),
  cover: fc.constantFrom(0.03, 0.04, 0.05),
  stirrup: fc.constantFrom(findBar('#3')!, findBar('#4')!),
  fc: fc.double({ min: 20e6, max: 60e6, noNaN: true }),
  fy: fc.constantFrom(413.7e6, 551.6e6),
  Es: fc.constant(200e9),
  spacing: fc.constant(aciSpacing),
});
/** The code's rules for a beam whose ends are held. */
const rulesOf = (section: BeamSection) =>
  aciBeam(section, { free: { start: false, end: false }, units: 'si' }).proposal;
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
      const below = (of: BeamSection, n: number) => flexuralStrength(of, { bottom: { bar, count: n, rows: [n] } });
      const { strength, strain } = below(section, count);
      const d = effectiveDepth(section, { bar, count, rows: [count] });
      expect(strength).toBeLessThan(0.9 * count * bar.area * section.fy * d);
      expect(below({ ...section, depth: section.depth + 0.05 }, count).strength).toBeGreaterThan(strength);
      const more = below(section, count + 1);
      if (more.strain > section.fy / section.Es + 0.003) expect(more.strength).toBeGreaterThan(strength);
      expect(more.strain).toBeLessThan(strain);
    }),
  );
});

test('proposed bars fit in two rows, are tension-controlled, near enough for cracks, hold the minimum, and no lighter allowed ones carry the moment', () => {
  fc.assert(
    fc.property(
      anySection,
      fc.double({ min: 0, max: 0.9, noNaN: true }),
      fc.constantFrom('top' as const, 'bottom' as const),
      (section, share, face) => {
        const propose = (moment: number) => proposeBars(section, rulesOf(section), { face, moment }, sizes);
        const most = propose(1e12);
        if (!most) return;
        const strengthOf = (bars: FaceBars) => flexuralStrength(section, { [face]: bars }, face);
        const demand = share * strengthOf(most).strength;
        const bars = propose(demand)!;
        const allowed = (one: FaceBars) =>
          one.rows.length <= 2 &&
          clearSpacing(section, { bar: one.bar, count: one.rows[0] }) >= aciSpacing.beside(one.bar) - 1e-9 &&
          strengthOf(one).strain >= section.fy / section.Es + 0.003 &&
          one.count * one.bar.area >= minimumFlexuralSteel(section, effectiveDepth(section, one)) &&
          barSpacing(section, one) <= largestBarSpacing(section, section.cover + section.stirrup.diameter);
        // where cracks ask for more bars than fit the strongest stand
        if (!allowed(bars)) return;
        expect(strengthOf(bars).strength).toBeGreaterThanOrEqual(demand);
        for (const name of sizes) {
          const bar = findBar(name)!;
          for (let count = 2; count * bar.area < bars.count * bars.bar.area - 1e-8; count++) {
            const lighter = inRows(section, { bar, count });
            expect(allowed(lighter) && strengthOf(lighter).strength >= demand * (1 + 1e-9)).toBe(false);
          }
        }
      },
    ),
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

test('proposed stirrups carry shear and torsion together within the largest spacings, not below the least area', () => {
  fc.assert(
    fc.property(
      anySection,
      fc.double({ min: 0.05, max: 0.8, noNaN: true }),
      fc.double({ min: 0, max: 3, noNaN: true }),
      (section, share, twist) => {
        const d = section.depth - 0.08;
        const close = { bar: section.stirrup, legs: 2, spacing: 0.075 };
        const V = share * shearStrength(section, d, close, 1e-3).strength;
        const T = twist < 1 ? 0 : twist * thresholdTorsion(section);
        const stirrups = proposeStirrups(section, d, [{ V, N: 0, T }], 'si');
        expect(Math.abs(stirrups.spacing / 0.025 - Math.round(stirrups.spacing / 0.025))).toBeLessThan(1e-6);
        const left = shearOfStirrups(section, d, { V, N: 0 });
        expect(legSpacing(section, stirrups.legs)).toBeLessThanOrEqual(largestLegSpacing(section, d, left) + 1e-9);
        if (stirrups.spacing < 0.0751) return;
        expect(legUse(section, d, stirrups, left, T)).toBeLessThanOrEqual(1 + 1e-9);
        if (T === 0) expect(shearStrength(section, d, stirrups, 1e-3).strength).toBeGreaterThanOrEqual(V * (1 - 1e-9));
        expect(stirrups.spacing).toBeLessThanOrEqual(largestStirrupSpacing(section, d, left) + 1e-9);
        expect(stirrups.legs * stirrups.bar.area).toBeGreaterThanOrEqual(minimumStirrups(section, stirrups) - 1e-12);
        // one step wider does not
        const wider = { ...stirrups, spacing: stirrups.spacing + 0.025 };
        expect(
          legUse(section, d, wider, left, T) > 1 ||
            wider.spacing > largestStirrupSpacing(section, d, left) ||
            (T > 0 && wider.spacing > largestTorsionSpacing(section)) ||
            minimumStirrups(section, wider) > wider.legs * wider.bar.area,
        ).toBe(true);
      },
    ),
    { numRuns: 100 },
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
    spacing: aciSpacing,
  };
  expect(thresholdTorsion(section) / (4448.2216 * inch)).toBeCloseTo(
    (0.75 * Math.sqrt(4000) * 240 ** 2) / 64 / 1000,
    3,
  );
});
