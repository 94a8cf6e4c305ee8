import fc from 'fast-check';
import { sectionProperties } from '../catalog';
import { fixed, frame } from '../results/verification/frames';
import { gravity, loadsByCase, ownWeight } from './index';

const loads = (...list: Parameters<typeof frame>[2]) =>
  frame([{ position: [0, 0, 0], support: fixed }, { position: [3, 0, 4] }], [['n1', 'n2']], list);

test('a member weighs area × density × gravity per metre', () => {
  const model = loads();
  const area = sectionProperties(model.sections.s1.shape).area;
  expect(ownWeight(model, model.members.m1)).toBeCloseTo(area * 7850 * gravity, 9);
  expect(ownWeight(model, { ...model.members.m1, section: null })).toBe(0);
});

test('loads at one node add up', () => {
  const model = loads(
    { type: 'node', node: 'n2', force: [1, 2, 3], moment: [0, 0, 4] },
    { type: 'node', node: 'n2', force: [10, 0, 0], moment: [1, 0, 0] },
  );
  expect([...loadsByCase(model).get('c1')!.nodes.get('n2')!]).toEqual([11, 2, 3, 1, 0, 4]);
});

test('a global load keeps its size and direction when it is split into local parts', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('x', 'y', 'z'),
      fc.double({ min: -9e4, max: 9e4, noNaN: true }).filter((value) => Math.abs(value) > 1e-3),
      (direction, value) => {
        const terms = loadsByCase(
          loads({ type: 'uniform', member: 'm1', axes: 'global', direction: direction as 'x', value, from: 1, to: 2 }),
        )
          .get('c1')!
          .members.get('m1')!;
        expect(Math.hypot(...terms.map((term) => term.value))).toBeCloseTo(Math.abs(value), 6);
        for (const term of terms) expect(term).toMatchObject({ from: 1, to: 2, isPoint: false });
      },
    ),
  );
});

test('a position a rounding error past the end is the end; an open end is the length', () => {
  const model = loads(
    { type: 'point', member: 'm1', axes: 'local', direction: 'z', value: 1, at: 5.0000004 },
    { type: 'uniform', member: 'm1', axes: 'local', direction: 'z', value: 1, from: 0, to: null },
  );
  const [point, uniform] = loadsByCase(model).get('c1')!.members.get('m1')!;
  expect([point.from, uniform.to]).toEqual([5, 5]);
});
