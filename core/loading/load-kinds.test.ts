import fc from 'fast-check';
import type { Load } from '../model';
import { build, fixed, type LoadSpec } from '../results/verification/book/structure';
import { loadsByCase, loadWords, targetOf, termActions, type MemberTerm } from './index';

const sloping = (...loads: LoadSpec[]) =>
  loadsByCase(
    build({ nodes: [{ position: [0, 0, 0], support: fixed }, { position: [4, 0, 3] }], members: [[1, 2]], loads }),
  ).get('c1')!;
const termsOf = (load: LoadSpec): readonly MemberTerm[] => sloping(load).members.get('m1')!;

test('a load on the projection loses what the member leans: down cos α, sideways sin α', () => {
  const size = (direction: 'x' | 'y' | 'z') =>
    Math.hypot(
      ...termsOf({
        type: 'uniform',
        member: 'm1',
        axes: 'global',
        direction,
        value: 1000,
        from: 0,
        to: null,
        projected: true,
      }).map((term) => term.value),
    );
  expect(size('z')).toBeCloseTo(800, 9);
  expect(size('x')).toBeCloseTo(600, 9);
  expect(size('y')).toBeCloseTo(1000, 9);
});

test('a trapezoid grows evenly from one value to the other', () => {
  const [term] = termsOf({
    type: 'trapezoid',
    member: 'm1',
    axes: 'local',
    direction: 'z',
    valueFrom: -100,
    valueTo: -500,
    from: 1,
    to: 3,
  });
  expect(term).toMatchObject({ action: termActions.z, value: -100, slope: -200, from: 1, to: 3, isPoint: false });
});

test('a global couple is split into twist and bending without losing any', () => {
  fc.assert(
    fc.property(fc.constantFrom('x' as const, 'y' as const, 'z' as const), (direction) => {
      const terms = termsOf({ type: 'moment', member: 'm1', axes: 'global', direction, value: 50, at: 2 });
      expect(Math.hypot(...terms.map((term) => term.value))).toBeCloseTo(50, 9);
      for (const term of terms) expect(term.action).toBeGreaterThanOrEqual(termActions.xx);
    }),
  );
});

test('warmth makes a member longer by α ΔT and bends it away from the warm side by α ΔT / h', () => {
  const terms = termsOf({ type: 'temperature', member: 'm1', change: 25, differenceY: 0, differenceZ: 10 });
  expect(terms.find((term) => term.action === termActions.strain)!.value).toBeCloseTo(1.2e-5 * 25, 15);
  expect(terms.find((term) => term.action === termActions.curvatureY)!.value).toBeCloseTo((-1.2e-5 * 10) / 0.2, 15);
  expect(terms).toHaveLength(2);
});

test('settlements of a node add up, and only wanted cases are made', () => {
  const load: LoadSpec = { type: 'settlement', node: 'n1', displacement: [0, 0, -0.01], rotation: [0.001, 0, 0] };
  expect([...sloping(load, load).settlements.get('n1')!]).toEqual([0, 0, -0.02, 0.002, 0, 0]);
  const model = build({ nodes: [{ position: [0, 0, 0], support: fixed }, { position: [4, 0, 3] }], members: [[1, 2]] });
  expect([...loadsByCase(model, new Set(['c9'])).keys()]).toEqual([]);
});

test.each([
  [
    { type: 'node', node: 'n2', force: [0, 0, -5000], moment: [0, 200, 0] },
    { kind: 'at node', direction: 'F z, M y', value: '−5.0 kN, 0.2 kN·m', place: '' },
  ],
  [
    { type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: -3000, from: 0, to: null, projected: true },
    { kind: 'uniform', direction: 'global z', value: '−3.00 kN/m', place: 'whole member, on the projection' },
  ],
  [
    { type: 'trapezoid', member: 'm1', axes: 'local', direction: 'y', valueFrom: 0, valueTo: 2000, from: 1, to: 2 },
    { kind: 'trapezoid', direction: 'local y', place: '1.000 to 2.000 m' },
  ],
  [
    { type: 'moment', member: 'm1', axes: 'local', direction: 'x', value: 700, at: 0.5 },
    { kind: 'moment', value: '0.7 kN·m', place: 'at 0.500 m' },
  ],
  [
    { type: 'temperature', member: 'm1', change: -20, differenceY: 0, differenceZ: 8 },
    { kind: 'temperature', direction: 'uniform, across z', value: '−20.0 K, 8.0 K' },
  ],
  [
    { type: 'strain', member: 'm1', axial: 0.0005, curvatureY: 0, curvatureZ: 0.002 },
    { kind: 'initial strain', direction: 'axial, curvature z' },
  ],
  [
    { type: 'settlement', node: 'n1', displacement: [0, 0, -0.012], rotation: [0, 0.001, 0] },
    { kind: 'settlement', direction: 'u z, φ y' },
  ],
] satisfies [LoadSpec, object][])('in words: $type', (load, words) => {
  const said = loadWords({ ...load, id: 'l1', case: 'c1' } as Load, 'si');
  expect({ ...said, value: said.value.replace(/\s/g, ' '), place: said.place.replace(/\s/g, ' ') }).toMatchObject(
    words,
  );
  expect(targetOf({ ...load, id: 'l1', case: 'c1' } as Load)).toBe('node' in load ? load.node : 'm1');
});
