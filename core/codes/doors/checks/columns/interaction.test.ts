import fc from 'fast-check';
import { findBar } from '../../../../catalog';
import { lawsOf } from '../../../aci318-19/checks/flexure';
import { bendBy } from '../beams/bending';
import type { ColumnBars } from '../column-reinforcement';
import { barCount, cageBars, cageSection, clearDistances, steelArea, steelInertia, type ColumnSection } from './cage';
import { contourAt } from './contour';
import { interactionCurve, QuickStrength } from './interaction';

const MPa = 1e6;
const section = (width: number, depth: number, fc = 30 * MPa): ColumnSection => ({
  width,
  depth,
  isRound: false,
  isSpiral: false,
  cover: 0.04,
  tie: findBar('D10')!,
  fc,
  fy: 420 * MPa,
  Es: 200e9,
  Ec: 28e9,
});
const cage = (name: string, alongY: number, alongZ: number): ColumnBars => ({
  corner: findBar(name)!,
  between: findBar(name)!,
  alongY,
  alongZ,
});

test('bars lie within the ties, as many as the faces have', () => {
  const bars: ColumnBars = { ...cage('D25', 4, 3), between: findBar('D16')! };
  const of = section(0.5, 0.4);
  const places = cageBars(of, bars);
  expect([places.length, barCount(bars)]).toEqual([10, 10]);
  expect(steelArea(bars)).toBeCloseTo(4 * 490.87e-6 + 6 * 201.06e-6, 9);
  // corners 250 − 40 − 10 − 12.5 from the middle, those between them at 200 − 50 − 8 across
  expect(Math.max(...places.map(({ y }) => y))).toBeCloseTo(0.1875 + 0.0045, 6);
  expect(places.filter(({ z, diameter }) => diameter === 0.016 && Math.abs(z - 0.142) < 1e-9)).toHaveLength(2);
  // 4 in a face of 2 · 187.5: steps of 125 less (25 + 16) / 2; 3 in one of 2 · 137.5: 137.5 less the same
  expect(clearDistances(of, bars).y).toBeCloseTo(0.125 - 0.0205, 9);
  expect(clearDistances(of, bars).z).toBeCloseTo(0.1375 - 0.0205, 9);
  const sum = places.reduce((total, { area, z }) => total + area * z * z, 0);
  expect(steelInertia(of, bars).y).toBeCloseTo(sum, 12);
});

test('a curve begins with all bars pulled and ends with all of the section pressed', () => {
  const of = section(0.5, 0.4);
  const bars = cage('D20', 3, 3);
  const curve = interactionCurve(lawsOf(of), cageSection(of, bars), 'y');
  const steel = 8 * 314.16e-6;
  expect(curve[0].N).toBeCloseTo(420e6 * steel, -3);
  expect(curve[0].designN).toBeCloseTo(0.9 * 420e6 * steel, -3);
  expect(curve[curve.length - 1].N).toBeCloseTo(-(0.85 * 30e6 * (0.2 - steel) + 420e6 * steel), -4);
  expect(Math.abs(curve[curve.length - 1].M)).toBeLessThan(1);
  for (let i = 1; i < curve.length; i++) expect(curve[i].N).toBeLessThanOrEqual(curve[i - 1].N);
});

const anyCase = fc.record({
  width: fc.double({ min: 0.3, max: 0.9, noNaN: true }),
  depth: fc.double({ min: 0.3, max: 0.9, noNaN: true }),
  strength: fc.double({ min: 20, max: 70, noNaN: true }),
  bar: fc.constantFrom('D16', 'D20', 'D25', 'D32'),
  alongY: fc.integer({ min: 2, max: 6 }),
  alongZ: fc.integer({ min: 2, max: 6 }),
  N: fc.double({ min: -1, max: 0.3, noNaN: true }),
  My: fc.double({ min: -1, max: 1, noNaN: true }),
  Mz: fc.double({ min: -1, max: 1, noNaN: true }),
});

test('what is told at once of a demand bounds how far it uses the section, and not by much', () => {
  let widest = 1;
  fc.assert(
    fc.property(anyCase, ({ width, depth, strength, bar, alongY, alongZ, N, My, Mz }) => {
      const of = section(width, depth, strength * MPa);
      const reinforced = cageSection(of, cage(bar, alongY, alongZ));
      const laws = lawsOf(of);
      const gross = width * depth * of.fc;
      const asked = {
        N: N * 0.6 * gross,
        My: Math.abs(My) * 0.25 * gross * depth,
        Mz: Math.abs(Mz) * 0.25 * gross * width,
      };
      if (Math.abs(asked.N) / gross + asked.My / gross / depth + asked.Mz / gross / width < 0.02) return;
      const { bound, between } = new QuickStrength(laws, reinforced).look(asked);
      const whole = bendBy(laws, reinforced, asked, true)!.utilisation;
      // where to look first changes nothing of what is found
      expect(bendBy(laws, reinforced, asked, true, between)!.utilisation).toBeCloseTo(whole, 6);
      expect(bound).toBeGreaterThan(whole * 0.9999);
      widest = Math.max(widest, bound / whole);
    }),
    { numRuns: 300, seed: 20 },
  );
  expect(widest).toBeLessThan(1.25);
});

test('moments around an axial force are those that use the section up with it', () => {
  const of = section(0.5, 0.4);
  const reinforced = cageSection(of, cage('D25', 3, 4));
  const laws = lawsOf(of);
  for (const N of [-2e6, -0.5e6, 0, 0.4e6]) {
    const contour = contourAt(laws, reinforced, N);
    expect(contour).toHaveLength(72);
    for (const { My, Mz } of contour.filter((_, i) => i % 7 === 0))
      expect(bendBy(laws, reinforced, { N, My, Mz }, true)!.utilisation).toBeCloseTo(1, 4);
  }
  expect(contourAt(laws, reinforced, -9e6)).toEqual([]);
});
