import { findBar } from '../catalog';
import { solveNow } from '../fem';
import type { Reinforcement } from '../model';
import { MemberChecker, requiredOf, type FaceAreas } from './index';
import { beams, type Code } from './verification/beams';

const span = 6;

function areas(
  code: Code,
  q: number,
  bars: Reinforcement,
): { bottom: FaceAreas; use: number; cover: number; fy: number } {
  const model = beams([span], [q], { code, bars: [bars] });
  const { solution } = solveNow(model);
  const found = new MemberChecker(model, solution!).check('m1');
  const check = found.checks.find(({ id }) => id === 'flexure-bottom');
  if (!check?.made) throw new Error('not made');
  const { cover, yieldStress: fy } = model.settings.bars;
  return { bottom: found.areas!().bottom!, use: check.utilisation, cover, fy };
}

describe.each<[Code, string, string]>([
  ['us', '#6', '#3'],
  ['eurocode', 'D20', 'D10'],
])('areas of bars by %s', (code, bar, stirrup) => {
  // no bars at the top: the strength is that of the bottom alone
  const bars = (count: number): Reinforcement => ({
    top: { bar: code === 'us' ? '#3' : 'D12', count: 2 },
    bottom: { bar, count },
    stirrups: { bar: stirrup, legs: 2, spacing: 0.2 },
  });
  const q = 40e3;

  test('what is asked for is the area of M = A_s f_y (d − a / 2), whatever lies there in one row', () => {
    const { bottom, cover, fy } = areas(code, q, bars(4));
    const M = (q * span ** 2) / 8;
    const [steel, pressure, phi] = code === 'us' ? [fy, 0.85 * 30e6, 0.9] : [fy / 1.15, 20e6, 1];
    const d = 0.5 - cover - findBar(stirrup)!.diameter - findBar(bar)!.diameter / 2;
    // M / φ = A f (d − A f / (2 p b)), the smaller root
    const force = pressure * 0.3 * (d - Math.sqrt(d * d - (2 * M) / (phi * pressure * 0.3)));
    const byHand = force / steel;
    // two thin bars at the top are compressed or pulled a little and change the rest
    expect(bottom.bending! / byHand).toBeGreaterThan(0.93);
    expect(bottom.bending! / byHand).toBeLessThan(1.02);
    for (const area of [bottom.provided, bottom.lying]) expect(area).toBeCloseTo(4 * findBar(bar)!.area, 9);
    expect(areas(code, q, bars(3)).bottom.bending! / bottom.bending!).toBeCloseTo(1, 2);
  });

  test('bars of just that area are used in full, more or less of them by their share', () => {
    for (const count of [3, 4, 5]) {
      const { bottom, use } = areas(code, q, bars(count));
      // strength grows a little slower than area
      const share = bottom.bending! / bottom.provided;
      expect(use > 1).toBe(share > 1);
      expect(Math.abs(use - share)).toBeLessThan(0.12);
    }
  });

  test('under little load the least of the code is what is asked for', () => {
    const { bottom, cover, fy } = areas(code, 4e3, bars(3));
    const d = 0.5 - cover - findBar(stirrup)!.diameter - findBar(bar)!.diameter / 2;
    const fck = 30e6;
    const least =
      code === 'us'
        ? // 9.6.1.2 in MPa: the larger of 0.25 √f′c and 1.4, over fy; psi values of the code: 3 √f′c and 200
          (Math.max(3 * Math.sqrt(fck / 6894.757) * 6894.757, 200 * 6894.757) / fy) * 0.3 * d
        : Math.max((0.26 * 0.3 * Math.pow(30, 2 / 3) * 1e6) / fy, 0.0013) * 0.3 * d;
    expect(bottom.minimum / least).toBeCloseTo(1, 2);
    expect(bottom.bending!).toBeLessThan(bottom.minimum);
    expect(requiredOf(bottom)).toBe(bottom.minimum);
  });

  test('where no area does, as the concrete is crushed first, it is said', () => {
    const { bottom, use } = areas(code, 250e3, bars(4));
    expect(use).toBeGreaterThan(1);
    expect(bottom.bending).toBeUndefined();
    expect(requiredOf(bottom)).toBeUndefined();
  });
});
