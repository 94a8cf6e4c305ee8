import fc from 'fast-check';
import { solveNow } from '../fem';
import { drawQuantity, plainlyDrawn } from '../picture';
import type { Vector } from '../model';
import {
  caseWeights,
  panelAtPlace,
  panelExtremes,
  rectangleIn,
  regionValues,
  shownParts,
  superpose,
  valuesAt,
  watchedValue,
  watchWords,
} from './index';
import { build, fixed, type Records } from './verification/book/structure';

const [a, b, t] = [6, 4, 0.2];

/** A plate between four lines under its weight; its corners run against the clock when `other`. */
function plate(other = false) {
  const model = build({
    E: 30e9,
    poisson: 0.2,
    density: 2500,
    selfWeight: true,
    nodes: (
      [
        [0, 0, 3],
        [a, 0, 3],
        [a, b, 3],
        [0, b, 3],
      ] as Vector[]
    ).map((position) => ({ position: [...position] as [number, number, number] })),
    members: [],
    records: {
      slabs: [
        {
          id: 'b1',
          corners: other ? ['n4', 'n3', 'n2', 'n1'] : ['n1', 'n2', 'n3', 'n4'],
          thickness: t,
          material: 't1',
          behaviour: 'plate',
          meshSize: 0.37,
        },
      ],
      lineSupports: ['n1 n2', 'n2 n3', 'n3 n4', 'n4 n1'].map((text, i) => {
        const [start, end] = text.split(' ');
        return { id: `j${i + 1}`, start, end, support: { ...fixed, rx: false, ry: false } };
      }),
    } as unknown as Records,
  });
  const solution = solveNow(model).solution!;
  return { model, solution, shown: { kind: 'case', id: 'c1' } as const, panel: solution.panels![0] };
}

const rectangle = (x: number, y: number, u: number, v: number): Vector[] => [
  [x, y, 3],
  [u, y, 3],
  [u, v, 3],
  [x, v, 3],
];

test.each([false, true])(
  'a region as large as the plate has its extremes, and its mean is that of finer parts together',
  (other) => {
    const { model, solution, shown, panel } = plate(other);
    const parts = shownParts(model, solution, shown);
    const whole = regionValues(solution, parts, 'mx', rectangle(-1, -1, a + 1, b + 1))!;
    const [all] = panelExtremes(solution, panel, superpose(solution, caseWeights(solution, 'c1')), ['mx']);
    expect(whole.area).toBeCloseTo(a * b, 9);
    expect(whole.most.value).toBeCloseTo(all.most, 6);
    expect(whole.least.value).toBeCloseTo(all.least, 6);
    expect(whole.leastMean).toEqual(whole.mostMean);
    const strips = [0, 1.3, 2.9, 6]
      .slice(1)
      .map((x, i) => regionValues(solution, parts, 'mx', rectangle([0, 1.3, 2.9][i], 0, x, b))!);
    expect(strips.reduce((sum, { area, mostMean }) => sum + area * mostMean.value, 0)).toBeCloseTo(
      a * b * whole.mostMean.value,
      3,
    );
  },
);

test('what is told of any region is what a dense row of places in it has, and no more than its panel', () => {
  const { model, solution, shown, panel } = plate();
  const parts = shownParts(model, solution, shown);
  // between corners of elements places are read by other shapes than those that are drawn
  const [all] = panelExtremes(solution, panel, superpose(solution, caseWeights(solution, 'c1')), ['w']);
  const slack = 0.02 * Math.abs(all.least);
  const share = fc.double({ min: 0.02, max: 0.98, noNaN: true });
  fc.assert(
    fc.property(share, share, share, share, (p, q, r, s) => {
      const [x, u, y, v] = [Math.min(p, r) * a, Math.max(p, r) * a, Math.min(q, s) * b, Math.max(q, s) * b];
      fc.pre(u - x > 0.05 && v - y > 0.05);
      const found = regionValues(solution, parts, 'w', rectangle(x, y, u, v))!;
      expect(found.area).toBeCloseTo((u - x) * (v - y), 6);
      for (let i = 0; i <= 8; i++)
        for (let j = 0; j <= 8; j++) {
          const at: Vector = [x + ((u - x) * i) / 8, y + ((v - y) * j) / 8, 3];
          const [{ value }] = valuesAt(solution, parts, 'b1', 'w', at);
          expect(value).toBeGreaterThan(found.least.value - slack);
          expect(value).toBeLessThan(found.most.value + slack);
        }
      for (const { at, value } of [found.least, found.most])
        expect(Math.abs(valuesAt(solution, parts, 'b1', 'w', at)[0].value - value)).toBeLessThan(slack);
    }),
    { numRuns: 15 },
  );
});

test('an outline that turns in counts its own area only; what lies beside the plate or out of its plane has nothing', () => {
  const { model, solution, shown, panel } = plate();
  const parts = shownParts(model, solution, shown);
  const corner: Vector[] = [
    [1, 1, 3],
    [5, 1, 3],
    [5, 2, 3],
    [2, 2, 3],
    [2, 3, 3],
    [1, 3, 3],
  ];
  const found = regionValues(solution, parts, 'w', corner)!;
  expect(found.area).toBeCloseTo(5, 9);
  // towards the middle of the plate, where it sinks most, but not in the part that is left out
  expect(found.least.at[0]).toBeGreaterThan(2.5);
  expect(found.least.at[1]).toBeGreaterThan(1.75);
  expect(found.least.at[1]).toBeLessThan(2 + 1e-6);
  expect(regionValues(solution, parts, 'w', rectangle(7, 0, 8, 1))).toBeUndefined();
  expect(
    regionValues(
      solution,
      parts,
      'w',
      rectangle(1, 1, 2, 2).map(([x, y]): Vector => [x, y, 3.2]),
    ),
  ).toBeUndefined();
  expect(regionValues(solution, parts, 'nx', rectangle(1, 1, 2, 2))?.most.value ?? 0).toBeCloseTo(0, 9);
  expect(rectangleIn(solution, panel, [1, 1, 3], [4, 2, 3])).toHaveLength(4);
  expect(rectangleIn(solution, panel, [1, 1, 3], [4, 1, 3])).toBeUndefined();
  expect(panelAtPlace(solution, [1, 1, 3])?.id).toBe('b1');
  expect(panelAtPlace(solution, [1, 1, 3.1])).toBeUndefined();
});

test('extremes are written of the region that is asked about', () => {
  const { model, solution, shown } = plate();
  const written = (region?: Vector[]) =>
    drawQuantity({ model, solution, shown, panels: ['b1'], region }, [], 'mx', 6, plainlyDrawn)!.values.map(
      ({ at, value }) => ({ at, value }),
    );
  const region = rectangle(0.5, 0.5, 1.5, 1.5);
  const parts = shownParts(model, solution, shown);
  const { least, most } = regionValues(solution, parts, 'mx', region)!;
  const values = written(region).map(({ value }) => value);
  expect(Math.max(...values)).toBeCloseTo(most.value, 6);
  expect(Math.min(...values)).toBeCloseTo(least.value, 6);
  expect(Math.max(...written().map(({ value }) => value))).toBeGreaterThan(most.value);
});

test('slabs and line supports are watched: the largest, at a place, along a line; with the reason when there is none', () => {
  const { model, solution, shown, panel } = plate();
  const of = (watch: object) => watchedValue({ shown, ...watch } as never, model, solution, new Map());
  const [all] = panelExtremes(solution, panel, superpose(solution, caseWeights(solution, 'c1')), ['w']);
  expect(of({ kind: 'panel', panel: 'b1', quantity: 'w', at: null })).toMatchObject({
    value: all.least,
    kind: 'deflection',
  });
  const middle = { kind: 'panel', panel: 'b1', quantity: 'w', at: [3, 2, 3] } as const;
  expect((of(middle) as { value: number }).value / all.least).toBeCloseTo(1, 2);
  expect(watchWords({ ...middle, at: [3, 2, 3], shown }, model)).toMatch(/^w in b1 at 3\.00 m, 2\.00 m, 3\.00 m, /);
  // half the weight stands on the two long edges and more, each edge of a pair alike
  const line = (id: string) => (of({ kind: 'line', line: id, direction: 'z' }) as { value: number }).value;
  expect(line('j1')).toBeCloseTo(line('j3'), 3);
  expect(2 * (line('j1') + line('j2'))).toBeCloseTo(a * b * t * 2500 * 9.80665, 3);
  expect(of({ kind: 'panel', panel: 'b1', quantity: 'w', at: [9, 2, 3] })).toEqual({
    reason: 'the place does not lie in slab b1 any more',
  });
  expect(of({ kind: 'panel', panel: 'w4', quantity: 'w', at: null })).toEqual({
    reason: 'wall w4 is not in this model',
  });
  expect(of({ kind: 'line', line: 'j9', direction: 'z' })).toEqual({ reason: 'line support j9 is not in this model' });
});
