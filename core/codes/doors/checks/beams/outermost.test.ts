import fc from 'fast-check';
import { outermost } from './outermost';

const demand = fc.record({
  N: fc.integer({ min: -900, max: 900 }),
  point: fc.record({
    x: fc.constantFrom(0, 1.5, 3),
    shape: fc.constant(undefined),
    My: fc.integer({ min: 0, max: 900 }),
  }),
});

/** How far a convex region that holds the origin is used: the largest of some planes, none of them through it. */
const gauge = (planes: readonly (readonly [number, number])[], N: number, My: number): number =>
  Math.max(0, ...planes.map(([a, b]) => a * N + b * My));

test('whatever convex region a section bears, the demand that uses it most is among the outermost of its place', () => {
  fc.assert(
    fc.property(
      fc.array(demand, { maxLength: 40 }),
      fc.array(fc.tuple(fc.double({ min: -1, max: 1, noNaN: true }), fc.double({ min: -1, max: 1, noNaN: true })), {
        minLength: 1,
        maxLength: 8,
      }),
      (demands, planes) => {
        const kept = outermost(demands);
        for (const x of [0, 1.5, 3])
          for (const isPulled of [true, false]) {
            const most = (of: typeof demands) =>
              Math.max(
                0,
                ...of
                  .filter(({ N, point }) => point.x === x && N > 0 === isPulled)
                  .map(({ N, point }) => gauge(planes, N, point.My)),
              );
            expect(most(kept)).toBeCloseTo(most(demands), 9);
          }
      },
    ),
    { numRuns: 300 },
  );
});

test('what is kept are demands that were there, and few of many', () => {
  const demands = Array.from({ length: 200 }, (_, i) => ({
    N: 1 + ((i * 37) % 101),
    point: { x: 0, shape: undefined, My: 1 + ((i * 53) % 97) },
  }));
  const kept = outermost(demands);
  for (const one of kept) expect(demands).toContain(one);
  expect(kept.length).toBeLessThan(20);
});
