import { reinforcingBars } from '../catalog';
import { solveNow, type Solution } from '../fem';
import type { Model } from '../model';
import { MemberChecker, type LineBars } from './index';
import { beams, type Code } from './verification/beams';

const solved = (model: Model): Solution => solveNow(model).solution!;
const sideOf = (model: Model, id = 'm1'): LineBars => new MemberChecker(model, solved(model)).lineBars(id)!;
const area = (name: string) => reinforcingBars.find((bar) => bar.name === name)!.area;
const bars = (bottom: string, count: number) => ({
  top: { bar: bottom, count: 2 },
  bottom: { bar: bottom, count },
  stirrups: { bar: bottom.startsWith('D') ? 'D10' : '#3', legs: 2, spacing: 0.15 },
});

/**
 * Area that a rectangle of 300 × 500 of 30 MPa asks for under a moment, top bars left out: the root of φ A f (d − a / 2) = M with a = A f / (η f_c b), m².
 * They take part of the compression, which changes it by a few thousandths.
 */
function byHand(moment: number, d: number, code: Code): number {
  const [phi, f, fc] = code === 'us' ? [0.9, 413.7e6, 0.85 * 30e6] : [1, 413.7e6 / 1.15, 20e6];
  // φ A f d − φ A² f² / (2 fc b) = M
  const a = (phi * f * f) / (2 * fc * 0.3);
  const b = phi * f * d;
  return (b - Math.sqrt(b * b - 4 * a * moment)) / (2 * a);
}

test.each([
  ['us', '#6', 0.04 + 0.009525 + 0.01905 / 2],
  ['eurocode', 'D20', 0.04 + 0.01 + 0.01],
] as const)(
  '%s: the area asked for along a simple beam is that of M = q x (l − x) / 2 at every place',
  (code, bar, below) => {
    const [l, q] = [6, 25e3];
    const side = sideOf(beams([l], [q], { code, bars: [bars(bar, 4)] }));
    const read = side.areas.filter(({ bottom }) => bottom.asked !== undefined);
    expect(read.length).toBeGreaterThan(15);
    const d = 0.5 - below;
    for (const { at, bottom, top } of read) {
      const moment = (q * at * (l - at)) / 2;
      const wanted = byHand(moment, d, code);
      // under small moments top bars are pulled as well, so that less is asked of the bottom
      expect(bottom.asked!).toBeLessThan(1.025 * wanted + 2e-6);
      if (moment > (0.8 * (q * l * l)) / 8) expect(bottom.asked!).toBeGreaterThan(0.96 * wanted);
      expect(top.asked).toBe(0);
      expect(bottom.lying).toBeCloseTo(4 * area(bar), 9);
      expect(bottom.counting).toBeLessThanOrEqual(bottom.lying * (1 + 1e-9));
    }
    const middle = read.reduce((best, one) => (Math.abs(one.at - l / 2) < Math.abs(best.at - l / 2) ? one : best));
    expect(middle.bottom.asked).toBe(Math.max(...read.map(({ bottom }) => bottom.asked!)));
    // as the table of areas says it where the face is used most
    const model = beams([l], [q], { code, bars: [bars(bar, 4)] });
    const { areas } = new MemberChecker(model, solved(model)).check('m1');
    expect(middle.bottom.asked! / areas!().bottom!.bending!).toBeCloseTo(1, 2);
    expect(side.minimums).toEqual([{ from: 0, to: l, top: 0, bottom: expect.closeTo(areas!().bottom!.minimum, 9) }]);
  },
);

test('where the concrete is crushed first no area does, and twice the load asks for more than twice the area', () => {
  const at = (q: number) =>
    sideOf(beams([6], [q], { bars: [bars('#9', 4)] })).areas.filter(({ bottom }) => bottom.asked !== undefined);
  expect(at(200e3).some(({ bottom }) => bottom.asked === Infinity)).toBe(true);
  const [once, twice] = [at(15e3), at(30e3)].map((all) => Math.max(...all.map(({ bottom }) => bottom.asked!)));
  expect(twice).toBeGreaterThan(2 * once);
  expect(twice).toBeLessThan(2.3 * once);
});

test('cuts follow each other along the line, with every bar in its place; of a member that runs the other way left and right are changed over', () => {
  const added = [{ face: 'bottom' as const, bar: '#6', count: 1, from: 1, to: 4 }];
  for (const reversed of [false, true]) {
    const side = sideOf(beams([6, 5], [20e3], { reversed, bars: [{ ...bars('#6', 3), added }, bars('#6', 4)] }));
    expect(side.sections[0].from).toBeCloseTo(0, 9);
    expect(side.sections[side.sections.length - 1].to).toBeCloseTo(11, 9);
    side.sections.slice(1).forEach(({ from }, i) => expect(from).toBeCloseTo(side.sections[i].to, 9));
    const inSpan = side.sections.find(({ from, to }) => from < 2.5 && to > 2.5)!;
    const low = inSpan.bars.filter(({ z }) => z < 0);
    expect(low.length).toBe(4);
    for (const { z, diameter } of low) {
      expect(diameter).toBeCloseTo(0.01905, 9);
      expect(z).toBeCloseTo(-0.25 + 0.04 + 0.009525 + 0.01905 / 2, 9);
    }
    const outer = 0.15 - 0.04 - 0.009525 - 0.01905 / 2;
    expect(Math.max(...low.map(({ y }) => y))).toBeCloseTo(outer, 9);
    expect(Math.min(...low.map(({ y }) => y))).toBeCloseTo(-outer, 9);
    expect(side.sections.find(({ to }) => to > 8)!.bars.filter(({ z }) => z < 0).length).toBe(4);
  }
  const [one, other] = [false, true].map((reversed) =>
    sideOf(beams([6, 5], [20e3], { reversed, bars: [{ ...bars('#6', 3) }, bars('#6', 4)] })),
  );
  const along = (side: LineBars) => side.areas.filter(({ bottom }) => bottom.asked !== undefined);
  expect(along(other).map(({ bottom }) => bottom.asked!)).toEqual(
    along(one).map(({ bottom }) => expect.closeTo(bottom.asked!, 6)),
  );
});
