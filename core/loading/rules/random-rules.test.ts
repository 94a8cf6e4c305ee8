import fc from 'fast-check';
import { generateCombinations } from '../../combine';
import { applyAct, type Load, type LoadCase, type LoadRule, type Model } from '../../model';
import { build, fixed } from '../../results/verification/book/structure';
import { caseResultants } from '../index';

/** A box of 20 m by 12 m, two storeys of 4 m, with cases, loads and rules. */
function box(cases: LoadCase[], loads: Load[], loadRules: LoadRule[]): Model {
  const at = (i: number): [number, number] => [i % 4 === 1 || i % 4 === 2 ? 20 : 0, i % 4 > 1 ? 12 : 0];
  const ring = (a: number): [number, number][] => [
    [a, a + 1],
    [a + 1, a + 2],
    [a + 2, a + 3],
    [a + 3, a],
  ];
  const model = build({
    nodes: Array.from({ length: 12 }, (_, i) => ({
      position: [...at(i), 4 * Math.floor(i / 4)] as [number, number, number],
      ...(i < 4 ? { support: fixed } : {}),
    })),
    members: [
      ...ring(5),
      ...ring(9),
      ...[1, 2, 3, 4, 5, 6, 7, 8].map((a): [number, number, object] => [a, a + 4, { role: 'column' }]),
    ] as [number, number, object?][],
    storeys: [0, 4, 8],
  });
  const made = applyAct(model, {
    edits: [
      { kind: 'remove', table: 'combinations', ids: ['u1'] },
      { kind: 'add', records: { cases, loads, loadRules } },
    ],
  });
  if (!made.ok) throw new Error(made.error);
  return made.model;
}
const caseOf = (id: string, label: string, nature: LoadCase['nature'], more: Partial<LoadCase> = {}): LoadCase => ({
  id,
  label,
  name: label,
  nature,
  selfWeight: false,
  ...more,
});
const floor = (id: string, at: string, from: number, to: number, value: number): Load => ({
  id,
  case: at,
  type: 'area',
  region: {
    kind: 'polygon',
    points: [
      [from, 0, 4],
      [to, 0, 4],
      [to, 12, 4],
      [from, 12, 4],
    ],
  },
  pressure: { type: 'uniform', value: -value },
  direction: 'z',
  spread: { way: 'one', along: [0, 1, 0] },
});
const reduction: LoadRule = {
  id: 'r1',
  type: 'reduction',
  label: 'R',
  case: 'c2',
  standard: 'asce',
  elementFactor: 2,
  combinationFactor: 0.7,
};

test('however a floor’s live load is parted into layers and fields, it is reduced by the same share', () => {
  const whole = fc.integer({ min: 100, max: 470 }).map((tens) => 10 * tens);
  fc.assert(
    fc.property(
      whole,
      fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 4 }),
      fc.array(
        fc.integer({ min: 1, max: 39 }).map((half) => half / 2),
        { maxLength: 3 },
      ),
      (pressure, weights, cuts) => {
        const total = weights.reduce((sum, one) => sum + one, 0);
        const places = [...new Set([0, ...cuts, 20])].sort((a, b) => a - b);
        const parts = weights.flatMap((weight, layer) =>
          places
            .slice(1)
            .map((to, i) => floor(`l${10 * layer + i + 10}`, 'c2', places[i], to, (pressure * weight) / total)),
        );
        const force = (loads: Load[]) =>
          caseResultants(box([caseOf('c2', 'L', 'live')], loads, [reduction])).get('c2')!.force[2];
        const one = force([floor('l9', 'c2', 0, 20, pressure)]);
        // each long beam takes 120 m²: 0.25 + 4.57 / √240
        expect(one / (-pressure * 240)).toBeCloseTo(0.25 + 4.57 / Math.sqrt(240), 6);
        expect(force(parts) / one).toBeCloseTo(1, 6);
      },
    ),
    { numRuns: 40, endOnFailure: true },
  );
});

test('in every generated combination the notional loads are 0.002 of its own factored gravity load', () => {
  const kilonewtons = fc.integer({ min: 1, max: 300 }).map((one) => 1000 * one);
  fc.assert(
    fc.property(
      fc.array(kilonewtons, { minLength: 12, maxLength: 12 }),
      fc.constantFrom('columns', 'diaphragms'),
      (forces, at) => {
        const gravity = [caseOf('c2', 'D', 'dead'), caseOf('c3', 'L', 'live'), caseOf('c4', 'S', 'snow')];
        const cases = [
          ...gravity,
          caseOf('c5', 'W', 'wind', { direction: '+x' }),
          ...gravity.map((one, i) => caseOf(`c${i + 6}`, `N${one.label}`, 'notional', { direction: '+x' })),
        ];
        const loads = forces.map((force, i): Load => ({
          id: `l${i + 1}`,
          case: gravity[i % 3].id,
          type: 'node',
          node: `n${5 + (i % 8)}`,
          force: [0, 0, -force],
          moment: [0, 0, 0],
        }));
        const rules = gravity.map((one, i): LoadRule => ({
          id: `r${i + 1}`,
          type: 'notional',
          label: `N${i}`,
          case: `c${i + 6}`,
          gravity: [{ case: one.id, factor: 1 }],
          share: 0.002,
          direction: '+x',
          at: at as 'columns',
        }));
        const model = box(
          cases,
          [...loads, { id: 'l20', case: 'c5', type: 'node', node: 'n9', force: [1000, 0, 0], moment: [0, 0, 0] }],
          rules,
        );
        const made = applyAct(model, generateCombinations(model)!);
        if (!made.ok) throw new Error(made.error);
        const resultants = caseResultants(made.model);
        const strength = Object.values(made.model.combinations).filter((one) => one.purpose === 'strength');
        const sum = (combination: (typeof strength)[number], ids: readonly string[], axis: 0 | 2) =>
          combination.factors.reduce(
            (all, { case: id, factor }) => (ids.includes(id) ? all + factor * resultants.get(id)!.force[axis] : all),
            0,
          );
        const pushed = strength.filter((one) => one.factors.some(({ case: id }) => ['c6', 'c7', 'c8'].includes(id)));
        expect(pushed.length).toBeGreaterThan(2);
        for (const one of pushed)
          expect(sum(one, ['c6', 'c7', 'c8'], 0) / (-0.002 * sum(one, ['c2', 'c3', 'c4'], 2))).toBeCloseTo(1, 6);
      },
    ),
    { numRuns: 30, endOnFailure: true },
  );
});
