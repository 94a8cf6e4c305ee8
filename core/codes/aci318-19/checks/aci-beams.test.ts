import { findBar } from '../../../catalog';
import type { FlangedShape } from '../../../results';
import { Sheet } from '../../../sheet';
import { effectiveDepth, inRows, sideGap, sideHeights } from '../../doors/checks/beams/beam-bars';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { reinforcedSection } from '../../doors/checks/beams/reinforced';
import { aciSpacing, inch, largestBarSpacing, largestSideGap, psi } from './beam-section';
import { bend, flexuralStrength, lawsOf } from './flexure';
import { areaPerLeg, largestLegSpacing, largestTorsionSpacing, legSpacing, shearStrength } from './shear';
import { crushingUse, legUse, torsionPull } from './torsion';

const [kip, kipInch] = [4448.2216152605, 4448.2216152605 * inch];
/** 12 × 20 in, cover 1.5 in, #4 stirrups, f′c 4000 psi, fy 60 ksi. */
const beam: BeamSection = {
  width: 12 * inch,
  depth: 20 * inch,
  cover: 1.5 * inch,
  stirrup: findBar('#4')!,
  fc: 4000 * psi,
  fy: 60000 * psi,
  Es: 29e6 * psi,
  spacing: aciSpacing,
};
const row = (name: string, count: number) => inRows(beam, { bar: findBar(name)!, count });

test('bars lie in rows as they fit: 8 in within the stirrups hold 4 #8, 6 of them lie in two rows with d by hand', () => {
  const six = row('#8', 6);
  expect(six.rows).toEqual([4, 2]);
  // centres 1.5 + 0.5 + 0.5 = 2.5 in and 1 + 1 in further up
  expect(effectiveDepth(beam, six) / inch).toBeCloseTo(20 - (4 * 2.5 + 2 * 4.5) / 6, 3);
  expect(row('#8', 4).rows).toEqual([4]);
  // too many for two rows are laid in three, none is lost
  expect(row('#8', 10).rows).toEqual([4, 4, 2]);
  // where not even two fit they stay in one row, for the rule to find
  expect(inRows({ ...beam, width: 5 * inch }, { bar: findBar('#8')!, count: 3 }).rows).toEqual([3]);
});

test('spacing for cracks: 15 − 2.5 · 2 = 10 in at 60 ksi and 2 in of cover, 12 in at most', () => {
  expect(largestBarSpacing(beam, 2 * inch) / inch).toBeCloseTo(10, 9);
  expect(largestBarSpacing(beam, 0.8 * inch) / inch).toBeCloseTo(12, 9);
  // 40000 / (⅔ · 80000) = 0.75
  expect(largestBarSpacing({ ...beam, fy: 80000 * psi }, 2 * inch) / inch).toBeCloseTo(15 * 0.75 - 5, 9);
});

test('bars along the sides lie evenly between the rows of both faces', () => {
  const bars = { top: row('#8', 2), bottom: row('#8', 6), side: { bar: findBar('#4')!, count: 2 } };
  // from 2.5 in below the top to 4.5 in above the bottom: 13 in, in three parts
  expect(sideGap(beam, bars) / inch).toBeCloseTo(13 / 3, 3);
  expect(sideHeights(beam, bars).map((z) => z / inch)).toEqual(
    [-10 + 4.5 + 13 / 3, -10 + 4.5 + 26 / 3].map((z) => expect.closeTo(z, 3)),
  );
  expect(largestSideGap(beam) / inch).toBeCloseTo(12, 9);
  // deeper than 36 in: 15 − 2.5 · 2 = 10 in
  expect(largestSideGap({ ...beam, depth: 40 * inch }) / inch).toBeCloseTo(10, 9);
});

describe('bending', () => {
  test('with 2 #8 in compression: a where both rows yield or the upper one stays elastic, by hand', () => {
    const bars = { bottom: row('#8', 4), top: row('#8', 2) };
    // 0.85 · 4 · 12 · 0.85 c + 2 · 0.79 (87 (c − 2.5) / c − 3.4) = 4 · 0.79 · 60, the upper bars within the block
    const f = (c: number) => 34.68 * c + 1.58 * ((87 * (c - 2.5)) / c - 3.4) - 189.6;
    let [low, high] = [2.6, 8];
    for (let i = 0; i < 60; i++) {
      const middle = (low + high) / 2;
      if (f(middle) > 0) high = middle;
      else low = middle;
    }
    const c = low;
    const pressed = 1.58 * ((87 * (c - 2.5)) / c - 3.4);
    const Mn = 34.68 * c * (17.5 - 0.425 * c) + pressed * 15;
    const { strength, strain } = flexuralStrength(beam, bars);
    // the bar of 1 in lies 2.5 in deep: within the block only where 0.85 c ≥ 3 in
    expect(0.85 * c).toBeGreaterThan(3);
    expect(strength / kipInch / (0.9 * Mn)).toBeCloseTo(1, 3);
    expect(strain).toBeCloseTo((0.003 * (17.5 - c)) / c, 5);
    expect(strength).toBeGreaterThan(flexuralStrength(beam, { bottom: bars.bottom }).strength);
  });

  const slab = (left: number, right: number, thick: number, over = 0): FlangedShape => ({
    beam: { y: 0, z: 0 },
    slabs: [
      {
        panel: 'b1',
        from: { y: -right, z: 10 * inch - thick + over },
        to: { y: left, z: 10 * inch + over },
      },
    ],
  });

  test('of a T: the block lies in the flange; it reaches into the web where the flange is thin, by hand', () => {
    const bars = { bottom: row('#8', 4) };
    const wide = slab(30 * inch, 30 * inch, 5 * inch);
    // a = 189.6 / (3.4 · 60) = 0.929 in
    expect(flexuralStrength(beam, bars, 'bottom', wide).strength / kipInch).toBeCloseTo(
      0.9 * 189.6 * (17.5 - 0.9294 / 2),
      0,
    );
    const thin = slab(12 * inch, 12 * inch, 1 * inch);
    // flange beside the web 12 · 1 · 3.4 = 40.8 kip, web (189.6 − 40.8) / 40.8 = 3.647 in
    expect(flexuralStrength(beam, bars, 'bottom', thin).strength / kipInch).toBeCloseTo(
      0.9 * (40.8 * (17.5 - 0.5) + 148.8 * (17.5 - 3.647 / 2)),
      0,
    );
    // an L whose slab holds it level is as strong as the T of the same width
    expect(flexuralStrength(beam, bars, 'bottom', slab(54 * inch, 6 * inch, 5 * inch)).strength).toBeCloseTo(
      flexuralStrength(beam, bars, 'bottom', wide).strength,
      3,
    );
    // bent the other way the flange is in tension and adds nothing
    const top = { top: row('#8', 4) };
    expect(flexuralStrength(beam, top, 'top', wide).strength).toBeCloseTo(
      flexuralStrength(beam, top, 'top').strength,
      3,
    );
    // lying on the beam the slab makes it deeper
    const deeper = flexuralStrength(beam, bars, 'bottom', slab(30 * inch, 30 * inch, 5 * inch, 5 * inch)).strength;
    expect(deeper / kipInch).toBeCloseTo(0.9 * 189.6 * (22.5 - 0.9294 / 2), 0);
  });

  test('with axial force: all bars pulled carry φ A f_y, and a section half used by both is half used', () => {
    const bars = { bottom: row('#8', 2), top: row('#8', 2) };
    const section = reinforcedSection(beam, bars);
    expect(bend(beam, section, { N: 100 * kip, My: 0, Mz: 0 })!.utilisation).toBeCloseTo(
      100 / (0.9 * 4 * 0.79 * 60),
      3,
    );
    // c = 3.5 in by hand: block 2.975 in; upper bars 2.5 in deep, strain 0.003 · 1 / 3.5, 97.5% of them in the block; lower ones yield
    const [block, share] = [3.4 * 12 * 0.85 * 3.5, (2.975 - 2) / 1];
    const upper = 1.58 * (29000 * 0.003 * (-1 / 3.5) + share * 3.4);
    const lower = 1.58 * 60;
    const N = upper + lower - block;
    const M = block * (10 - 0.425 * 3.5) - upper * 7.5 + lower * 7.5;
    const half = bend(beam, section, { N: 0.45 * N * kip, My: 0.45 * M * kipInch, Mz: 0 })!;
    expect(half.found.c / inch).toBeCloseTo(3.5, 2);
    expect(half.phi).toBe(0.9);
    expect(half.utilisation).toBeCloseTo(0.5, 3);
  });

  test('about both axes a square with four bars is bent on its diagonal: the neutral axis lies at 45°', () => {
    const square = { ...beam, depth: 12 * inch };
    const section = reinforcedSection(square, { bottom: row('#8', 2), top: row('#8', 2) });
    const both = bend(square, section, { N: 0, My: 1, Mz: 1 }, true)!;
    expect(both.found.angle).toBeCloseTo(Math.PI / 4, 6);
    expect(both.found.at.My).toBeCloseTo(both.found.at.Mz, 0);
    // of one axis alone more than by halves, as the corner is pointed
    const alone = bend(square, section, { N: 0, My: 1, Mz: 0 }, true)!;
    expect(both.utilisation).toBeGreaterThan(alone.utilisation);
    expect(both.utilisation).toBeLessThan(2 * alone.utilisation);
    expect(lawsOf(square).laws.blockFactor).toBe(0.85);
  });
});

describe('shear with axial force and torsion', () => {
  const d = 17.5 * inch;
  const stirrups = { bar: findBar('#4')!, legs: 2, spacing: 6 * inch };

  test('tension of 40 kip takes 27.8 psi of the 126.5 psi of the concrete; pressure adds, not beyond 5 √f′c', () => {
    const Vc = (N: number) => shearStrength(beam, d, stirrups, 1e-3, N * kip).concrete / kip;
    expect(Vc(40)).toBeCloseTo((2 * Math.sqrt(4000) - 40000 / (6 * 240)) * 0.012 * 17.5, 2);
    expect(Vc(-40)).toBeCloseTo((2 * Math.sqrt(4000) + 40000 / (6 * 240)) * 0.012 * 17.5, 2);
    // 0.05 f′c = 200 psi at most; together not beyond 5 √4000 = 316.2
    expect(Vc(-1000)).toBeCloseTo(Math.min(2 * Math.sqrt(4000) + 200, 5 * Math.sqrt(4000)) * 0.012 * 17.5, 2);
    expect(Vc(1000)).toBe(0);
  });

  test('Tu = 100 kip·in: A_oh = 140.25 in², p_h = 50 in, a_t = 0.00932 in, by hand', () => {
    const at = 100 / (0.75 * 2 * 0.85 * 140.25 * 60);
    // #4 has 0.20 in²; stirrups without shear
    expect(legUse(beam, d, stirrups, 0, 100 * kipInch)).toBeCloseTo((at * 6) / 0.2, 3);
    // with 30 kip left to them: 30 / (60 · 17.5) over two legs
    expect(legUse(beam, d, stirrups, 30 * kip, 100 * kipInch)).toBeCloseTo(((30 / (60 * 17.5) / 2 + at) * 6) / 0.2, 3);
    const Vc = 2 * Math.sqrt(4000) * 0.012 * 17.5;
    expect(areaPerLeg(beam, d, 2, { V: 0.75 * (Vc + 30) * kip, N: 0 }, 100 * kipInch) / inch).toBeCloseTo(
      30 / (60 * 17.5) / 2 + at,
      5,
    );
    // A_l f_y: a_t p_h f_yt = 28.0 kip; 9.6.4.3 leaves 5 √4000 · 240 − 28.0 = 47.9 kip
    expect(torsionPull(beam, 100 * kipInch) / kip).toBeCloseTo((5 * Math.sqrt(4000) * 240) / 1000 - at * 50 * 60, 1);
    expect(torsionPull(beam, 300 * kipInch) / kip).toBeCloseTo(3 * at * 50 * 60, 1);
    // below 25 b_w / f_yt the least is (b): 75.9 − 25 · 12 · 50 / 1000 = 60.9 kip
    expect(torsionPull(beam, 30 * kipInch) / kip).toBeCloseTo(5 * Math.sqrt(4000) * 0.24 - 15, 1);
    expect(torsionPull(beam, 0)).toBe(0);
    // 22.7.7.1: √((20000 / (12 · 17.5))² + (100000 · 50 / (1.7 · 140.25²))²) over 0.75 (2 + 8) √4000
    const use = Math.hypot(20000 / (12 * 17.5), (100000 * 50) / (1.7 * 140.25 ** 2)) / (7.5 * Math.sqrt(4000));
    expect(crushingUse(beam, d, 20 * kip, 100 * kipInch, Vc * kip)).toBeCloseTo(use, 3);
    expect(largestTorsionSpacing(beam) / inch).toBeCloseTo(50 / 8, 6);
  });

  test('legs across the width: d or 24 in, half of it where stirrups carry more than 4 √f′c b d', () => {
    const much = 4.1 * Math.sqrt(4000) * psi * beam.width * d;
    expect(largestLegSpacing(beam, d, 0) / inch).toBeCloseTo(17.5, 9);
    expect(largestLegSpacing(beam, d, much) / inch).toBeCloseTo(8.75, 9);
    expect(legSpacing(beam, 2) / inch).toBeCloseTo(8.5, 6);
  });

  test('what a sheet of torsion compares is what was computed', () => {
    for (const run of [
      (sheet?: Sheet) => legUse(beam, d, stirrups, 30 * kip, 100 * kipInch, sheet),
      (sheet?: Sheet) => crushingUse(beam, d, 20 * kip, 100 * kipInch, 25 * kip, sheet),
    ]) {
      const sheet = new Sheet();
      expect(run(sheet)).toBe(run());
      expect(sheet.comparison!.utilisation).toBe(run());
    }
  });
});
