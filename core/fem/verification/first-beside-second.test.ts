import fc from 'fast-check';
import { solveNow } from '../solve';
import { build, fixed, type LoadSpec, type Structure } from '../../results/verification/book/structure';
import { combinationWeights, StoreyBook, superpose } from '../../results';

const tenths = (min: number, max: number) => fc.integer({ min: min * 10, max: max * 10 }).map((one) => one / 10);
const frames = fc.record({
  storeys: fc.integer({ min: 1, max: 3 }),
  height: tenths(2.5, 5),
  bay: tenths(3, 8),
  factor: tenths(0.3, 1),
  columns: tenths(0.3, 1),
  push: tenths(1, 40),
  gravity: tenths(10, 200),
});

test('the first order beside a second order of random frames is that of the same loads and the same stiffness', () => {
  fc.assert(
    fc.property(frames, ({ storeys, height, bay, factor, columns, push, gravity }) => {
      const nodes = Array.from({ length: 4 * (storeys + 1) }, (_, n) => ({
        position: [n % 2 === 0 ? 0 : bay, n % 4 < 2 ? 0 : bay, height * Math.floor(n / 4)] as [number, number, number],
        ...(n < 4 ? { support: fixed } : {}),
      }));
      const number = (i: number, k: number) => 4 * k + i + 1;
      const members: Structure['members'][number][] = [];
      const loads: LoadSpec[] = [];
      for (let k = 1; k <= storeys; k++) {
        for (let i = 0; i < 4; i++) {
          members.push([number(i, k - 1), number(i, k), { role: 'column' }]);
          loads.push({
            type: 'node',
            node: `n${number(i, k)}`,
            force: [push * 1000, push * 400, -gravity * 1000],
            moment: [0, 0, 0],
          });
        }
        for (const [a, b] of [
          [0, 1],
          [2, 3],
          [0, 2],
          [1, 3],
        ])
          members.push([number(a, k), number(b, k)]);
      }
      const sets: Structure['sets'] = [
        {
          label: 'K',
          source: '',
          rules: [
            { material: 'any', role: 'column', factors: { inertiaY: columns, inertiaZ: columns } },
            { material: 'any', role: 'any', factors: { inertiaY: factor, inertiaZ: factor, area: factor } },
          ],
        },
      ];
      const base: Structure = {
        nodes,
        members,
        loads,
        sets,
        storeys: Array.from({ length: storeys + 1 }, (_, k) => k * height),
        shape: { type: 'rectangle', depth: 0.4, width: 0.4 },
      };
      const [second, first] = [build({ ...base, order: 'second' }), build({ ...base, order: 'first' })];
      const [a, b] = [solveNow(second), solveNow(first)];
      if (!a.solution || !b.solution) return;
      const [own, alone] = [
        superpose(a.solution, combinationWeights(a.solution, second.combinations.u1)),
        superpose(b.solution, combinationWeights(b.solution, first.combinations.u1)),
      ];
      const size = alone.displacements.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
      own.firstDisplacements!.forEach((value, i) =>
        expect(Math.abs(value - alone.displacements[i])).toBeLessThan(1e-9 * size),
      );
      // so that Q of a storey is the same, whichever order was asked for
      const book = new StoreyBook(second, a.solution);
      const other = new StoreyBook(first, b.solution);
      const alike = other.results(alone);
      book
        .results(book.firstOrder(own)!)
        .forEach(({ stability }, k) =>
          stability.forEach((value, axis) => expect(value! / alike[k].stability[axis]!).toBeCloseTo(1, 6)),
        );
    }),
    { numRuns: 25, endOnFailure: true },
  );
});
