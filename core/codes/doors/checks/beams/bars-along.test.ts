import fc from 'fast-check';
import { findBar, reinforcingBars } from '../../../../catalog';
import { inch, psi } from '../../../aci318-19/checks/beam-section';
import { aciSpacing } from '../../../aci318-19/checks/beam-section';
import { hookDevelopment, straightDevelopment } from '../../../aci318-19/checks/development';
import { anchorageLengths } from '../../../en1992-1-1/checks/anchorage';
import { enSpacing, materialOf, recommended } from '../../../en1992-1-1/checks/material';
import { Sheet } from '../../../../sheet';
import { expectPrintedToHold } from '../../../../sheet/verification/printed';
import { effectiveDepth, everyBar, faceOf, steelOf } from './beam-bars';
import { BarsAlong, type AnchorageRules, type BarRun } from './bars-along';
import type { BeamSection } from './beam-section';

/** 16 × 24 in, 1½ in of cover, #4 stirrups, 4,000 psi, Grade 60. */
const aciBeam: BeamSection = {
  width: 16 * inch,
  depth: 24 * inch,
  cover: 1.5 * inch,
  stirrup: findBar('#4')!,
  fc: 4000 * psi,
  fy: 60000 * psi,
  Es: 29e6 * psi,
  spacing: aciSpacing,
};
/** 300 × 500, 35 mm of cover, D10 stirrups, C25/30, B500. */
const enBeam: BeamSection = {
  width: 0.3,
  depth: 0.5,
  cover: 0.035,
  stirrup: findBar('D10')!,
  fc: 25e6,
  fy: 500e6,
  Es: 200e9,
  spacing: enSpacing,
};

test('straight bars develop by ACI 318-19 25.4.2.4', () => {
  const length = (bar: string, face: 'top' | 'bottom', apart: number, section = aciBeam) =>
    straightDevelopment(section, findBar(bar)!, { face, apart: apart * inch }) / inch;
  // 3/40 × 60,000 / √4,000 = 71.15 diameters, over cb / db = 2: half of the distance governs
  expect(length('#8', 'bottom', 4)).toBeCloseTo(71.151 / 2, 1);
  // 1.3 with more than 12 in below
  expect(length('#8', 'top', 4)).toBeCloseTo((1.3 * 71.151) / 2, 1);
  expect(length('#8', 'top', 4, { ...aciBeam, depth: 14 * inch })).toBeCloseTo(71.151 / 2, 1);
  // 0.8 for thin bars, cb / db at most 2.5
  expect(length('#5', 'bottom', 6)).toBeCloseTo((0.8 * 71.151 * 0.625) / 2.5, 1);
  // never less than 12 in
  expect(length('#3', 'bottom', 6)).toBeCloseTo(12, 6);
  // Table 25.4.2.5: 1.15 for Grade 80, beside its stress
  expect(length('#8', 'bottom', 4, { ...aciBeam, fy: 80000 * psi })).toBeCloseTo((1.15 * 4 * 71.151) / 3 / 2, 1);
  // √f′c is counted to 100 psi
  expect(length('#8', 'bottom', 4, { ...aciBeam, fc: 14000 * psi })).toBeCloseTo(45 / 2, 3);
});

test('hooks develop by ACI 318-19 25.4.3.1', () => {
  const length = (bar: string, apart: number, section = aciBeam) =>
    hookDevelopment(section, findBar(bar)!, { face: 'top', apart: apart * inch }) / inch;
  // 60,000 × 1.6 × 1.25 × (4/15 + 0.6) / (55 √4,000)
  expect(length('#8', 4)).toBeCloseTo(29.9, 1);
  // six diameters apart, and 2½ in beside
  expect(length('#8', 6.1)).toBeCloseTo(29.9 / 1.6, 1);
  expect(length('#8', 6.1, { ...aciBeam, cover: 2 * inch })).toBeCloseTo(14.95, 1);
  // thick bars ask for both
  expect(length('#14', 20, { ...aciBeam, cover: 2 * inch })).toBeCloseTo(14.95 * 1.6 * 1.25 * 1.693 ** 1.5, 0);
  expect(length('#3', 6)).toBeCloseTo(6, 1);
});

test('anchorage by EN 1992-1-1 8.4', () => {
  const material = materialOf(enBeam, recommended);
  const lengths = (bar: string, face: 'top' | 'bottom', apart: number, section = enBeam) =>
    anchorageLengths(section, material, findBar(bar)!, { face, apart });
  // fctm = 2.565, fctd = 0.7 × 2.565 / 1.5 = 1.197, fbd = 2.693 MPa; 20 / 4 × 434.8 / 2.693 = 807 mm; cd = 30 mm, α2 = 0.925
  expect(lengths('D20', 'bottom', 0.08).basic).toBeCloseTo(0.8073, 3);
  expect(lengths('D20', 'bottom', 0.08).straight).toBeCloseTo(0.925 * 0.8073, 3);
  expect(lengths('D20', 'top', 0.08).straight).toBeCloseTo((0.925 * 0.8073) / 0.7, 3);
  expect(lengths('D20', 'top', 0.08, { ...enBeam, depth: 0.25 }).basic).toBeCloseTo(0.8073, 3);
  // a bend helps only with cover: cd over 3 diameters
  expect(lengths('D20', 'bottom', 0.08).bent).toBeCloseTo(0.8073, 3);
  expect(lengths('D12', 'bottom', 0.2).bent).toBeCloseTo((0.7 * 0.8073 * 12) / 20, 3);
  // η2 of thick bars
  expect(lengths('D40', 'bottom', 0.2).bond / 1e6).toBeCloseTo(2.693 * 0.92, 2);
  // bond is that of C60/75 at most
  const strong = materialOf({ ...enBeam, fc: 80e6 }, recommended);
  expect(anchorageLengths(enBeam, strong, findBar('D20')!, { face: 'bottom', apart: 0.08 }).fctd / 1e6).toBeCloseTo(
    (0.7 * 4.355) / 1.5,
    2,
  );
});

test('the lengths of anchorage print as they are', () => {
  for (const bar of ['#5', '#8', '#14'])
    for (const make of [straightDevelopment, hookDevelopment]) {
      const sheet = new Sheet();
      const length = make(aciBeam, findBar(bar)!, { face: 'top', apart: 0.1 }, sheet);
      expect(sheet.steps[0].value.value).toBe(length);
      for (const step of sheet.steps) for (const units of ['si', 'us'] as const) expectPrintedToHold(step, units);
    }
});

const rules: AnchorageRules = {
  straight: () => 1,
  hook: () => 0.5,
  lap: 1.3,
  leg: 12,
  readings: [
    { shift: () => 0, anchored: true },
    { shift: () => 0.4, anchored: false },
  ],
};
const no = { from: false, to: false };
const run = (fields: Partial<BarRun>): BarRun => ({
  face: 'bottom',
  bar: findBar('D20')!,
  count: 2,
  from: -Infinity,
  to: Infinity,
  hooked: no,
  tip: no,
  ...fields,
});
const along = (runs: readonly BarRun[], place = { length: 8, from: 0, to: 8 }) =>
  new BarsAlong(enBeam, runs, undefined, rules, place);

test('bars take up their strength evenly from their ends, sooner with a hook; at a free end a pull is taken in where it enters', () => {
  const cut = run({ from: 2, to: 5 });
  const bars = along([run({}), cut]);
  expect([1.9, 2.25, 2.5, 3.5, 4.4, 5.1].map((x) => bars.share(cut, x))).toEqual([0, 0.25, 0.5, 1, 0.6, 0]);
  const hooked = run({ from: -0.2, hooked: { from: true, to: false } });
  expect(along([hooked]).share(hooked, 0.2)).toBeCloseTo(0.8, 9);
  const tip = run({ from: 0, tip: { from: true, to: false } });
  expect(along([tip]).share(tip, 0.3)).toBeCloseTo(0.3, 9);
  expect(along([tip]).share(tip, 0.3, true)).toBe(1);
});

test('bars that end count by what is anchored, and in full only where they go on past a place', () => {
  const bars = along([run({}), run({ from: 2, to: 5 })]);
  const counts = (x: number) => bars.against(x).map((there) => steelOf(there.bars.bottom) / findBar('D20')!.area);
  expect(bars.isUniform).toBe(false);
  expect(bars.ends).toEqual([2, 5]);
  // 2.2: anchored for a fifth; within 0.4 of it they end
  expect(bars.against(2.2).map(({ least }) => least)).toEqual([0.2, 1]);
  expect(counts(2.2)).toEqual([4, 2]);
  expect(counts(1)).toEqual([2]);
  // past the shift and the anchorage both readings see the same bars
  expect(counts(3.5)).toEqual([4]);
  // no moment is shifted beyond the face of a support
  const atFace = along([run({}), run({ from: 0.1, to: 5 })], { length: 8, from: 0.3, to: 8 });
  expect(atFace.against(0.3).map(({ bars: { bottom } }) => bottom!.count)).toEqual([4, 4]);
});

test('bars of several sizes lie in rows, those all along in the corners, with the area and the centroid of all of them', () => {
  const sizes = reinforcingBars.filter(({ name }) => ['D12', 'D16', 'D20', 'D25'].includes(name));
  fc.assert(
    fc.property(
      fc.constantFrom(...sizes),
      fc.constantFrom(...sizes),
      fc.integer({ min: 2, max: 5 }),
      fc.integer({ min: 1, max: 6 }),
      (bar, other, count, more) => {
        const face = faceOf(enBeam, [
          { bar, count, share: 1 },
          { bar: other, count: more, share: 1 },
        ])!;
        expect(face.rows.reduce((sum, row) => sum + row, 0)).toBe(count + more);
        const placed = everyBar(enBeam, { bottom: face });
        const area = placed.reduce((sum, one) => sum + one.area, 0);
        expect(area).toBeCloseTo(count * bar.area + more * other.area, 12);
        expect(steelOf(face)).toBeCloseTo(area, 12);
        const centroid = placed.reduce((sum, one) => sum + one.area * one.z, 0) / area;
        expect(effectiveDepth(enBeam, face)).toBeCloseTo(enBeam.depth / 2 - centroid, 9);
        const edge = Math.max(...placed.map(({ y }) => Math.abs(y)));
        const corner = placed.filter(({ y }) => Math.abs(Math.abs(y) - edge) < 1e-9);
        expect(corner.slice(0, 2).every(({ diameter }) => diameter === bar.diameter)).toBe(true);
      },
    ),
    { numRuns: 100 },
  );
});
