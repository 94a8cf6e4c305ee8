import { solveNow } from '../fem';
import type { Model } from '../model';
import { MemberChecker } from './index';
import { beams, edited, type Code } from './verification/beams';

const bars = {
  us: {
    top: { bar: '#6', count: 3 },
    bottom: { bar: '#6', count: 3 },
    stirrups: { bar: '#4', legs: 2, spacing: 0.15 },
  },
  eurocode: {
    top: { bar: 'D16', count: 3 },
    bottom: { bar: 'D16', count: 3 },
    stirrups: { bar: 'D10', legs: 2, spacing: 0.15 },
  },
} as const;

/** What is said of a beam of 300 × 500 as a deep one: why its verdict is open, or nothing. */
function openFor(model: Model): string | undefined {
  const { solution } = solveNow(model);
  const { checks, verdict } = new MemberChecker(model, solution!).check('m1');
  const deep = checks.find(({ id }) => id === 'deep');
  if (!deep || deep.made) throw new Error('nothing is said of it');
  if (deep.needed) expect(verdict).not.toBe('holds');
  return deep.needed ? deep.reason : undefined;
}
const over = (code: Code, span: number) =>
  openFor(beams([span], [10e3], { code, bars: [bars[code === 'us' ? 'us' : 'eurocode']] }));

test('a clear span of four depths is a deep beam by ACI 9.9.1.1, a longer one is not', () => {
  expect(over('us', 1.9)).toContain('1.90 m');
  expect(over('us', 2)).toContain('no more than 4 times the depth');
  expect(over('us', 2.02)).toBeUndefined();
});

test('between columns of 400 the clear span counts', () => {
  const between = (span: number) => openFor(beams([span], [10e3], { columns: true, bars: [bars.us] }));
  expect(between(2.39)).toContain('1.99 m');
  expect(between(2.42)).toBeUndefined();
});

test('less than three depths are a deep beam by EN 5.3.1(3), three are not', () => {
  expect(over('eurocode', 1.49)).toContain('less than 3 times the depth');
  expect(over('eurocode', 1.5)).toBeUndefined();
});

test.each<[Code]>([['us'], ['eurocode']])('what sticks out less than its depth is a bracket by %s', (code) => {
  const cantilever = (length: number) => {
    const model = beams([6, length], [10e3], { code, bars: [bars[code === 'us' ? 'us' : 'eurocode'], undefined] });
    const end = Object.keys(model.nodes).find((id) => Math.abs(model.nodes[id].position[0] - 6 - length) < 1e-9)!;
    const free = edited(model, [{ kind: 'change', table: 'nodes', changes: [{ id: end, fields: { support: null } }] }]);
    const { solution } = solveNow(free);
    const deep = new MemberChecker(free, solution!).check('m2').checks.find(({ id }) => id === 'deep');
    return deep && !deep.made && deep.needed === true;
  };
  expect(cantilever(0.45)).toBe(true);
  expect(cantilever(0.55)).toBe(false);
});
