import fc from 'fast-check';
import { solveNow } from '../fem';
import { partedAt, storeyLoads } from '../loading';
import type { Model } from '../model';
import { build, fixed } from './verification/book/structure';
import { caseWeights, centresOfMass, plausibility, StoreyBook, superpose } from './index';

const [E, poisson, density, g] = [30e9, 0.2, 2500, 9.80665];
const [width, thickness, storey] = [4, 0.2, 3];
const push = 300e3;

/** One wall of 4 m, drawn once through three storeys, pushed along its head in its plane and by an even pressure across it; no node stands at the levels between. */
const tower = (): Model => {
  const model = built();
  return { ...model, cases: { c1: { ...model.cases.c1, nature: 'dead' } } };
};
const built = () =>
  build({
    E,
    poisson,
    density,
    nodes: [
      { position: [0, 0, 0], support: fixed },
      { position: [width, 0, 0], support: fixed },
      { position: [width, 0, 3 * storey] },
      { position: [0, 0, 3 * storey] },
    ],
    members: [],
    storeys: [0, storey, 2 * storey, 3 * storey],
    selfWeight: true,
    records: {
      walls: [
        {
          id: 'w1',
          corners: ['n1', 'n2', 'n3', 'n4'],
          thickness,
          material: 't1',
          behaviour: 'shell',
          meshSize: 0.4,
        },
      ],
      lineSupports: [{ id: 'j1', start: 'n1', end: 'n2', support: fixed }],
      loads: [
        {
          id: 'l8',
          case: 'c1',
          type: 'line',
          start: [0, 0, 3 * storey],
          end: [width, 0, 3 * storey],
          direction: 'x',
          valueFrom: push / width,
          valueTo: push / width,
        },
        {
          id: 'l9',
          case: 'c1',
          type: 'area',
          region: { kind: 'panels', slabs: [], walls: ['w1'] },
          pressure: { type: 'uniform', value: 1000 },
          direction: 'y',
          spread: { way: 'two' },
        },
      ],
    } as never,
  });

test('a wall gives each storey the weight and the pressure next to it, and its ends drift as those of a cantilever', () => {
  const model = tower();
  const { solution } = solveNow(model);
  const rows = new StoreyBook(model, solution!).results(superpose(solution!, caseWeights(solution!, 'c1')));
  expect(rows).toHaveLength(3);
  const perMetre = width * thickness * density * g;
  const I = (thickness * width ** 3) / 12;
  const shear = (5 / 6) * width * thickness * (E / (2 * (1 + poisson)));
  const H = 3 * storey;
  // a force at the head of a cantilever, with its shear
  const moved = (z: number) => (push * z * z * (3 * H - z)) / (6 * E * I) + (push * z) / shear;
  rows.forEach((row, i) => {
    expect(row.own / (perMetre * (i === 2 ? storey / 2 : storey))).toBeCloseTo(1, 9);
    expect(row.gravity / (perMetre * (H - (i + 0.5) * storey))).toBeCloseTo(1, 9);
    expect(row.shear[0]).toBeCloseTo(push, 3);
    // half of a storey's pressure goes to the level above it, half to that below
    expect(row.shear[1] / (1000 * width * (H - (i + 0.5) * storey))).toBeCloseTo(1, 9);
    const drift = moved((i + 1) * storey) - moved(i * storey);
    expect(row.drift[0] / drift).toBeGreaterThan(0.96);
    expect(row.drift[0] / drift).toBeLessThan(1.04);
    expect(row.stability[0]! / ((row.gravity * row.meanDrift[0]) / (push * storey))).toBeCloseTo(1, 9);
  });
  expect(centresOfMass(model).map(({ weight }) => weight / perMetre)).toEqual(
    [storey / 2, storey, storey, storey / 2].map((value) => expect.closeTo(value, 9)),
  );
  for (const { x, y } of centresOfMass(model))
    expect([x, y]).toEqual([expect.closeTo(width / 2, 9), expect.closeTo(0, 9)]);
});

test('whether such a tower is braced is asked of its walls, each way', () => {
  const model = tower();
  const { solution } = solveNow(model);
  const { items } = plausibility(model, solution!);
  const sway = (axis: string) => items.find(({ id }) => id === `sway ${axis}`)!;
  // the top moves by H over this
  const over = (axis: string) => Number(/H\/([0-9 ]+)\./.exec(sway(axis).answer)![1].replaceAll(/\s/g, ''));
  const weights = centresOfMass(model);
  const [along, across] = [(thickness * width ** 3) / 12, (width * thickness ** 3) / 12];
  const H = 3 * storey;
  // levels without a node hand theirs to the top: a force there bends a cantilever by F H³ / 3 E I
  const moved = (I: number) =>
    (0.01 * weights.slice(0, 4).reduce((sum, { weight }) => sum + weight, 0) * H ** 3) / (3 * E * I);
  expect(over('y') / (H / moved(across))).toBeGreaterThan(0.95);
  expect(over('y') / (H / moved(across))).toBeLessThan(1.05);
  expect(over('x')).toBeGreaterThan((0.7 * H) / moved(along));
  expect(sway('x').verdict).toBe('usual');
});

test('a load parted at any heights keeps its sum and its place', () => {
  const value = fc.double({ min: -5, max: 5, noNaN: true });
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -1, max: 10, noNaN: true }), { maxLength: 5 }),
      value,
      value,
      value,
      (cuts, a, b, c) => {
        const borders = [...new Set(cuts)].sort((p, q) => p - q);
        const load = {
          kind: 'pressure' as const,
          panel: 'w1',
          direction: [0, 1, 0] as const,
          // leaning: its height grows by 0.8 a metre
          plane: { origin: [1, 2, 0.5], u: [1, 0, 0], v: [0, 0.6, 0.8], normal: [0, -0.8, 0.6] } as never,
          polygons: [
            [
              [0, 0],
              [4, 0],
              [3, 9],
              [0, 6],
            ],
            [
              [1, 2],
              [1, 3],
              [2, 3],
              [2, 2],
            ],
          ] as never,
          value: { a, b, c },
        };
        const sum = (parts: ReturnType<typeof partedAt>) =>
          [0, 1, 2].map((k) =>
            parts.reduce((all, { force, at }) => all + force[1] * (k === 0 ? 1 : at[k === 1 ? 0 : 2]), 0),
          );
        const whole = sum(partedAt(load, []));
        sum(partedAt(load, borders)).forEach((part, k) => expect(part).toBeCloseTo(whole[k], 6));
      },
    ),
  );
  const line = {
    kind: 'line' as const,
    panel: 'w1',
    direction: [1, 0, 0] as const,
    start: [0, 0, 1] as const,
    end: [0, 0, 5] as const,
    valueFrom: 0,
    valueTo: 8,
  };
  // ∫ 2 (z − 1) dz
  expect(partedAt(line, [2, 3]).map(({ force }) => force[0])).toEqual(
    [1, 3, 12].map((part) => expect.closeTo(part, 9)),
  );
  expect(storeyLoads(tower(), [])).toHaveLength(4);
});

test('wind along columns belongs to the levels above and below them by halves, whatever their heights', () => {
  const heights = [0, 3.3, 6.6, 9.9, 13.2, 16.5, 19.8, 23.1];
  const q = 1000;
  const model = (pieces: readonly (readonly [number, number])[]) =>
    build({
      nodes: heights.map((z, i) => ({ position: [0, 0, z], ...(i === 0 ? { support: fixed } : {}) })),
      members: pieces.map(([a, b]) => [a + 1, b + 1, { role: 'column' }]),
      storeys: heights,
      loads: pieces.map((_, i) => ({
        type: 'uniform',
        member: `m${i + 1}`,
        axes: 'global',
        direction: 'x',
        value: q,
        from: 0,
        to: null,
        projected: false,
      })) as never,
    });
  const eachStorey = heights.slice(1).map((_, i) => [i, i + 1] as const);
  // in pieces of a storey, some drawn downward, and as one column
  for (const pieces of [
    eachStorey,
    eachStorey.map(([a, b]): [number, number] => (a % 2 ? [a, b] : [b, a])),
    [[0, 7] as const],
  ])
    storeyLoads(model(pieces), [{ case: 'c1', factor: 1 }]).forEach(({ elevation, lateral }) =>
      expect(lateral[0]).toBeCloseTo(q * (elevation === 0 || elevation === 23.1 ? 1.65 : 3.3), 6),
    );
});
