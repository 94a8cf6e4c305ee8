import { solveNow, type Solution } from '../fem';
import type { Model } from '../model';
import { build, fixed, type Records } from '../results/verification/book/structure';
import { drawQuantity, plainlyDrawn, type DiagramDrawing, type Drawn } from './index';
import type { Quantity } from '../results';

const [L, b, t, E] = [4, 1, 0.2, 30e9];
/** A cantilever strip of 4 × 1 m with a force on its tip and one along it; Poisson's ratio nought, so that it is a beam. */
const strip = (meshSize: number, tip: number, pull = 0): { model: Model; solution: Solution } => {
  const model = build({
    E,
    poisson: 0,
    nodes: [
      [0, 0, 3],
      [L, 0, 3],
      [L, b, 3],
      [0, b, 3],
    ].map((position) => ({ position: position as [number, number, number] })),
    members: [],
    records: {
      slabs: [
        { id: 'b1', corners: ['n1', 'n2', 'n3', 'n4'], thickness: t, material: 't1', behaviour: 'shell', meshSize },
      ],
      lineSupports: [{ id: 'j1', start: 'n4', end: 'n1', support: fixed }],
      loads: [
        {
          id: 'l1',
          case: 'c1',
          type: 'line',
          start: [L, 0, 3],
          end: [L, b, 3],
          direction: 'z',
          valueFrom: tip,
          valueTo: tip,
        },
        {
          id: 'l2',
          case: 'c1',
          type: 'line',
          start: [L, 0, 3],
          end: [L, b, 3],
          direction: 'x',
          valueFrom: pull,
          valueTo: pull,
        },
      ].filter(({ valueFrom }) => valueFrom !== 0),
    } as unknown as Records,
  });
  const { solution } = solveNow(model);
  return { model, solution: solution! };
};
const shown = { kind: 'case', id: 'c1' } as const;
const draw = (
  { model, solution }: ReturnType<typeof strip>,
  quantity: Quantity,
  drawn: Partial<Drawn> = {},
  less?: ReturnType<typeof strip>,
): DiagramDrawing =>
  drawQuantity(
    { model, solution, shown, panels: ['b1'], ...(less ? { less: { ...less, shown } } : {}) },
    [],
    quantity,
    10,
    { ...plainlyDrawn, ...drawn },
  )!;
/** Every drawn corner with its value. */
const corners = ({ areas, areaValues }: DiagramDrawing) =>
  Array.from(areaValues, (value, i) => ({ value, x: areas[3 * i], y: areas[3 * i + 1], z: areas[3 * i + 2] }));

test('stresses at top and bottom are those of a beam: n / t ± 6 m / t²', () => {
  const pulled = strip(0.25, -10000, 60000);
  const [m, n] = [(x: number) => -10000 * (L - x), 60000];
  // to 1% of the largest, away from both ends, where a place has elements on one side only
  const inner = (quantity: Quantity) => corners(draw(pulled, quantity)).filter(({ x }) => x > 0.4 && x < L - 0.4);
  for (const { x, value } of inner('sxt')) expect(Math.abs(value - (n / t - (6 * m(x)) / t ** 2))).toBeLessThan(6e4);
  for (const { x, value } of inner('sxb')) expect(Math.abs(value - (n / t + (6 * m(x)) / t ** 2))).toBeLessThan(6e4);
  // hogging: the first principal stress of the top is the one along the strip, the second nothing
  for (const { x, value } of inner('s1t')) expect(Math.abs(value - (n / t - (6 * m(x)) / t ** 2))).toBeLessThan(6e4);
  for (const { value } of corners(draw(pulled, 'v'))) expect(Math.abs(value / 10000 - 1)).toBeLessThan(0.02);
});

test('directions of principal moments run along the strip where it bends one way, and across it for the other', () => {
  // hogging: the second, more negative one acts along the strip
  const along = draw(strip(0.25, -10000), 'm2').mesh;
  const across = draw(strip(0.25, -10000), 'm1').mesh;
  expect(along.length).toBeGreaterThan(60);
  for (let at = 0; at < along.length; at += 6) {
    expect(Math.abs(along[at + 4] - along[at + 1])).toBeLessThan(0.02);
    expect(Math.abs(across[at + 3] - across[at])).toBeLessThan(0.02);
  }
});

test('a comparison is taken at the same places, whatever meshes both have', () => {
  // twice the load less once the load, on another mesh
  const difference = draw(strip(0.25, -20000), 'mx', {}, strip(0.4, -10000));
  for (const { x, value } of corners(difference)) expect(Math.abs(value - -10000 * (L - x))).toBeLessThan(300);
  expect(
    draw(
      strip(0.25, -20000),
      'mx',
      {},
      { ...strip(0.4, -10000), solution: { ...strip(0.4, -10000).solution, panels: [] } },
    ).areas,
  ).toHaveLength(0);
});

test('values lie on the displaced shape where that is asked for, as far as it is exaggerated', () => {
  const one = strip(0.25, -10000);
  const drawing = draw(one, 'mx', { moved: true });
  const tip = corners(drawing).filter(({ x }) => x > L - 1e-3);
  const sag = (-10000 * L ** 3) / (3 * E * (t ** 3 / 12));
  for (const { z } of tip) expect((z - 3) / (drawing.scale * sag)).toBeCloseTo(1, 1);
  // and without being asked in the slab
  for (const { z } of corners(draw(one, 'mx'))) expect(z).toBe(3);
  const shape = draw(one, 'deflected');
  expect(shape.mesh.length).toBe(shape.meshRest.length);
  expect(shape.largest / -sag).toBeCloseTo(1, 1);
});
