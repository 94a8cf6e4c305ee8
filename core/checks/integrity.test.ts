import { findBar } from '../catalog';
import { solveNow } from '../fem';
import type { Model } from '../model';
import { MemberChecker, openReasons, type MadeCheck } from './index';
import { beams, edited } from './verification/beams';

const psi = 6894.757293168361;
const inch = 0.0254;
const bars = (bar: string, top: number, bottom: number) => ({
  top: { bar, count: top },
  bottom: { bar, count: bottom },
  stirrups: { bar: '#3', legs: 2, spacing: 0.15 },
});

function integrity(model: Model, id = 'm1'): MadeCheck {
  const check = new MemberChecker(model, solveNow(model).solution!)
    .check(id)
    .checks.find((one) => one.id === 'integrity');
  if (!check?.made) throw new Error('not made');
  return check;
}
const withHooks = (model: Model, hooks: { ties?: true; core?: true }): Model =>
  edited(model, [{ kind: 'settings.change', fields: { bars: { ...model.settings.bars, hooks } } }]);

/** l_dh of 25.4.3.1 over the length from the face of a column of 400 mm to its far side less 40 mm of cover and a #3. */
function anchored(bar: string, factors: number): number {
  const fc = 30e6;
  const d = findBar(bar)!.diameter;
  const long =
    ((413.7e6 * factors * (fc / (15000 * psi) + 0.6)) / (55 * Math.sqrt(fc / psi) * psi)) * (d / inch) ** 1.5 * inch;
  return Math.max(long, 8 * d, 6 * inch) / (0.4 - 0.04 - findBar('#3')!.diameter);
}

test('bars all along a beam of the perimeter are anchored where it ends: l_dh by hand over what the column has, less where ties and cores hold hooks', () => {
  const model = beams([6, 6], [20e3], { columns: true, bars: [bars('#8', 4, 4), bars('#8', 4, 4)] });
  const check = integrity(model);
  expect([check.clause, check.isRule]).toEqual(['9.7.7', true]);
  expect(check.utilisation).toBeCloseTo(anchored('#8', 1.6 * 1.25), 6);
  expect(check.utilisation).toBeGreaterThan(1);
  expect(integrity(withHooks(model, { ties: true })).utilisation).toBeCloseTo(anchored('#8', 1.25), 6);
  expect(integrity(withHooks(model, { core: true })).utilisation).toBeCloseTo(anchored('#8', 1.6), 6);
  expect(integrity(withHooks(model, { ties: true, core: true })).utilisation).toBeCloseTo(anchored('#8', 1), 6);
});

test('where they are anchored only if hooks are held in a way the rules do not say, the verdict is open and says what to say', () => {
  const model = beams([6, 6], [20e3], { columns: true, bars: [bars('#5', 4, 4), bars('#5', 4, 4)] });
  expect(anchored('#5', 1.6 * 1.25)).toBeGreaterThan(1);
  const checker = new MemberChecker(model, solveNow(model).solution!).check('m1');
  expect(checker.verdict).toBe('open');
  expect(openReasons(checker.checks).join(' ')).toMatch(/Say in the design rules how hooks are held/);
  const said = withHooks(model, { ties: true, core: true });
  expect(integrity(said).utilisation).toBeLessThan(1);
  expect(new MemberChecker(said, solveNow(said).solution!).check('m1').verdict).toBe('holds');
});

test('a quarter of the bottom bars, a sixth of the top bars and two of each lie all along', () => {
  const held = { ties: true, core: true } as const;
  const of = (top: number, bottom: number, addedTop: number, addedBottom: number) =>
    integrity(
      withHooks(
        beams([6, 6], [20e3], {
          columns: true,
          bars: [0, 1].map(() => ({
            ...bars('#4', top, bottom),
            added: [
              { face: 'bottom' as const, bar: '#8', count: addedBottom, from: 1, to: 5 },
              { face: 'top' as const, bar: '#8', count: addedTop, from: 0, to: 2 },
            ],
          })),
        }),
        held,
      ),
    ).utilisation;
  const [thin, thick] = [findBar('#4')!.area, findBar('#8')!.area];
  // bottom: (2 #4 + 2 #8) / 4 of 2 #4; top: (2 #4 + 5 #8) / 6
  expect(of(2, 2, 1, 2)).toBeCloseTo(Math.max(1, (2 * thin + 2 * thick) / 4 / (2 * thin)), 6);
  expect(of(2, 4, 5, 1)).toBeCloseTo(Math.max(1, (2 * thin + 5 * thick) / 6 / (2 * thin)), 6);
  // a single bar all along is none of two
  expect(of(1, 2, 1, 1)).toBeCloseTo(2, 6);
});

test('at supports of no known width and at free ends nothing is said of how they are anchored there', () => {
  const check = integrity(beams([6], [20e3], { bars: [bars('#8', 4, 4)] }));
  expect(check.utilisation).toBeCloseTo(0.5, 6);
});
