import fc from 'fast-check';
import { solveNow, type Solution } from '../fem';
import type { Model, Vector } from '../model';
import { areaOf, clip, leftOf, reach, type Point2 } from '../plane';
import { cutForces, cutSection, caseWeights } from './index';
import { build, fixed, type Records } from './verification/book/structure';

const concrete = { E: 30e9, poisson: 0.2, density: 2500, expansion: 1e-5 };
const solved = (model: Model): Solution => {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return solution;
};
const forces = (model: Model, from: Vector, to: Vector, members = false) => {
  const solution = solved(model);
  const section = cutSection(model, solution, { from: [...from], to: [...to], ...(members ? { members: true } : {}) })!;
  return { solution, section, ...cutForces(model, solution, section, caseWeights(solution, 'c1')) };
};
const corners = (a: number, b: number): [number, number, number][] => [
  [0, 0, 0],
  [a, 0, 0],
  [a, b, 0],
  [0, b, 0],
];
const slab = (more: object = {}) => ({
  id: 'b1',
  corners: ['n1', 'n2', 'n3', 'n4'],
  thickness: 0.2,
  material: 't1',
  behaviour: 'shell',
  ...more,
});
const soft = { ...fixed, rx: false, ry: false, rz: false };
const weight = 0.2 * 2500 * 9.80665;

test('a strip between two lines has the shear and moment of a beam wherever it is cut', () => {
  const model = build({
    ...concrete,
    nodes: corners(6, 2).map((position) => ({ position })),
    members: [],
    selfWeight: true,
    records: {
      slabs: [slab()],
      lineSupports: [
        { id: 'j1', start: 'n1', end: 'n4', support: { ...soft } },
        { id: 'j2', start: 'n2', end: 'n3', support: { ...soft, ux: false } },
      ],
    } as unknown as Records,
  });
  const q = 2 * weight;
  fc.assert(
    fc.property(fc.double({ min: 0.05, max: 5.95, noNaN: true }), (x) => {
      // from the top down: what is cut off lies at the support
      const { N, Vz, M, Mz, T, Vt } = forces(model, [x, 2, 0], [x, 0, 0]);
      const beam = { V: q * (3 - x), M: (q * x * (6 - x)) / 2 };
      // what is cut off lies to the left of the line, at x below: towards its right the moment grows as the shear says
      expect(Vz / (3 * q)).toBeCloseTo(-beam.V / (3 * q), 8);
      expect(M / (4.5 * q)).toBeCloseTo(beam.M / (4.5 * q), 8);
      for (const none of [N, Mz, T, Vt]) expect(Math.abs(none) / (4.5 * q)).toBeLessThan(1e-8);
    }),
    { numRuns: 25 },
  );
});

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test('random cuts across a floor with an opening, a beam and columns are in equilibrium with what they cut off', () => {
  fc.assert(
    fc.property(
      fc.tuple(between(0.3, 7.7), between(0.3, 7.7)),
      fc.tuple(between(0.5, 7.5), between(0.5, 5.5)),
      fc.tuple(between(0.5, 7.5), between(0.5, 5.5), between(-3e4, 3e4)),
      fc.boolean(),
      ([low, high], [u, v], [p, q, line], warm) => {
        const hole = ([x, y]: number[]) => x > 2.9 && x < 4.6 && y > 1.9 && y < 3.6;
        // loads lie on the slab, clear of its opening
        fc.pre(Math.hypot(p - u, q - v) > 0.2);
        for (let t = 0; t <= 1; t += 0.02) fc.pre(!hole([u + t * (p - u), v + t * (q - v)]));
        const model = build({
          ...concrete,
          nodes: [
            ...corners(8, 6).map((position, i) => ({
              position,
              support: { ...fixed, rx: false, ry: false, rz: i === 0, ux: i === 0, uy: i < 2 },
            })),
            ...(
              [
                [3, 2, 0],
                [4.5, 2, 0],
                [4.5, 3.5, 0],
                [3, 3.5, 0],
              ] as [number, number, number][]
            ).map((position) => ({ position })),
            { position: [0, 4.5, 0] },
            { position: [8, 4.5, 0] },
          ],
          shape: { type: 'rectangle', depth: 0.5, width: 0.3 },
          members: [[9, 10, { startOffset: [0, 0, -0.35], endOffset: [0, 0, -0.35] }]],
          loads: [
            {
              type: 'uniform',
              member: 'm1',
              axes: 'global',
              direction: 'z',
              value: -7000,
              from: 0,
              to: null,
              projected: false,
            },
            { type: 'spot', at: [u, v, 0], force: [900, -400, -20000], moment: [300, 0, 0] },
            { type: 'line', start: [u, v, 0], end: [p, q, 0], direction: 'z', valueFrom: line, valueTo: -2 * line },
          ] as never,
          selfWeight: true,
          records: {
            slabs: [slab({ openings: [['n5', 'n6', 'n7', 'n8']] })],
            ...(warm
              ? { loads: [{ id: 'l9', case: 'c1', type: 'panelTemperature', slab: 'b1', change: 20, difference: 10 }] }
              : {}),
          } as unknown as Records,
        });
        const [from, to]: [Vector, Vector] = [
          [low, 0, 0],
          [high, 6, 0],
        ];
        const solution = solved(model);
        const section = cutSection(model, solution, { from: [...from], to: [...to], members: true })!;
        expect(section.members).toHaveLength(1);
        const { N, Vt, Vz, M, Mz, T } = cutForces(model, solution, section, caseWeights(solution, 'c1'));
        const [along, across, normal] = section.axes;
        const action = [0, 1, 2].map((k) => N * across[k] + Vt * along[k] - Vz * normal[k]);
        const turned = [0, 1, 2].map((k) => -M * along[k] + Mz * normal[k] + T * across[k]);
        // about the origin: what acts on the left, loads by their own resultants, and reactions
        const sum = new Float64Array(6);
        const put = (
          [x, y, z]: ArrayLike<number> & Iterable<number>,
          [fx, fy, fz]: readonly number[],
          [mx, my, mz]: readonly number[] = [0, 0, 0],
        ) =>
          [fx, fy, fz, mx + y * fz - z * fy, my + z * fx - x * fz, mz + x * fy - y * fx].forEach(
            (value, i) => (sum[i] += value),
          );
        put(section.centroid, action, turned);
        const left = leftOf([low, 0], [high, 6]);
        const isLeft = (x: number, y: number) => reach(left, [x, y]) > 0;
        const flat = (points: readonly (readonly number[])[]) => points.map(([x, y]): Point2 => [x, y]);
        const part = (outline: readonly (readonly number[])[], value: number) => {
          const polygon = clip(flat(outline), left);
          const area = polygon.length < 3 ? 0 : areaOf(polygon);
          if (area === 0) return;
          // triangles from the first corner
          for (let i = 1; i + 1 < polygon.length; i++) {
            const three = [polygon[0], polygon[i], polygon[i + 1]];
            put(
              [0, 1, 0].map((k, j) => (j < 2 ? three.reduce((s, at) => s + at[k === 0 ? 0 : 1], 0) / 3 : 0)),
              [0, 0, -value * areaOf(three)],
            );
          }
        };
        part(corners(8, 6), weight);
        part(
          [
            [3, 2],
            [4.5, 2],
            [4.5, 3.5],
            [3, 3.5],
          ],
          -weight,
        );
        // the beam from x = 0 to where it is cut, or from there on
        const beam = low + ((high - low) * 4.5) / 6;
        const own = 7000 + 0.15 * 2500 * 9.80665;
        const [a, b] = isLeft(0, 4.5) ? [0, beam] : [beam, 8];
        put([(a + b) / 2, 4.5, -0.35], [0, 0, -own * (b - a)]);
        if (isLeft(u, v)) put([u, v, 0], [900, -400, -20000], [300, 0, 0]);
        // the line load, taken apart where the cut crosses it; Simpson's rule is exact for its force and its moments
        const [d0, d1] = [reach(left, [u, v]), reach(left, [p, q])];
        const turn = d0 * d1 < 0 ? d0 / (d0 - d1) : 1;
        for (const [t0, t1] of [
          [0, turn],
          [turn, 1],
        ]) {
          const at = (t: number) => [u + t * (p - u), v + t * (q - v), 0];
          const middle = at((t0 + t1) / 2);
          if (t1 <= t0 || !isLeft(middle[0], middle[1])) continue;
          for (const [t, share] of [
            [t0, 1 / 6],
            [(t0 + t1) / 2, 4 / 6],
            [t1, 1 / 6],
          ])
            put(at(t), [0, 0, line * (1 - 3 * t) * Math.hypot(p - u, q - v) * (t1 - t0) * share]);
        }
        const [state] = solution.cases;
        for (let n = 0; n < state.reactions.length / 6; n++) {
          const at = solution.positions.subarray(3 * n, 3 * n + 3);
          if (isLeft(at[0], at[1]))
            put(
              at,
              [...state.reactions.subarray(6 * n, 6 * n + 3)],
              [...state.reactions.subarray(6 * n + 3, 6 * n + 6)],
            );
        }
        sum.forEach((value) => expect(Math.abs(value)).toBeLessThan(1e-9 * 1e6));
      },
    ),
    { numRuns: 15 },
  );
});

test('cuts of parts of a line add up to that of the whole, and with a beam to the moment of both together', () => {
  const model = build({
    ...concrete,
    nodes: [...corners(6, 3).map((position) => ({ position })), { position: [0, 1.5, 0] }, { position: [6, 1.5, 0] }],
    shape: { type: 'rectangle', depth: 0.5, width: 0.3 },
    members: [[5, 6, { startOffset: [0, 0, -0.35], endOffset: [0, 0, -0.35] }]],
    selfWeight: true,
    records: {
      slabs: [slab()],
      lineSupports: [
        { id: 'j1', start: 'n1', end: 'n4', support: { ...soft } },
        { id: 'j2', start: 'n2', end: 'n3', support: { ...soft, ux: false, uy: false } },
      ],
    } as unknown as Records,
  });
  const at = (from: number, to: number, members = true) => forces(model, [2.2, from, 0], [2.2, to, 0], members);
  const q = 3 * weight + 0.15 * 2500 * 9.80665;
  const whole = at(3, 0);
  // the centroid lies between those of slab and beam, by their areas
  expect(whole.section.centroid[2]).toBeCloseTo((-0.35 * 0.15) / (0.15 + 0.6), 9);
  // both ends are held at the level of the slab’s middle: no axial force passes as a whole, and the moment is the beam’s
  expect(whole.M / ((q * 2.2 * 3.8) / 2)).toBeCloseTo(1, 8);
  expect(Math.abs(whole.N) / q).toBeLessThan(1e-8);
  const [one, two] = [at(3, 1), at(1, 0)];
  expect((one.N + two.N) / (one.N || 1)).toBeCloseTo(0, 8);
  expect((one.Vz + two.Vz) / whole.Vz).toBeCloseTo(1, 8);
  // without the beam only its flange is left, which is pressed
  expect(at(3, 0, false).N).toBeLessThan(-1000);
  expect(at(3, 0, false).M).toBeLessThan(0.5 * whole.M);
});

test('in second order a cut through a wall passes what stands above it', () => {
  const model = build({
    ...concrete,
    order: 'second',
    nodes: [
      [0, 0, 0],
      [2, 0, 0],
      [2, 0, 6],
      [0, 0, 6],
    ].map((position) => ({ position: position as [number, number, number] })),
    members: [],
    loads: [
      { type: 'line', start: [0, 0, 6], end: [2, 0, 6], direction: 'z', valueFrom: -4e5, valueTo: -1e5 },
      { type: 'line', start: [0, 0, 6], end: [2, 0, 6], direction: 'x', valueFrom: 2e4, valueTo: 2e4 },
      { type: 'line', start: [0, 0, 6], end: [2, 0, 6], direction: 'y', valueFrom: 500, valueTo: 500 },
    ] as never,
    records: {
      walls: [slab({ id: 'w1' })],
      lineSupports: [{ id: 'j1', start: 'n1', end: 'n2', support: fixed }],
    } as unknown as Records,
  });
  const solution = solved(model);
  const u1 = solution.cases.findIndex(({ id }) => id === 'u1');
  const weights = new Float64Array(solution.cases.length);
  weights[u1] = 1;
  const section = cutSection(model, solution, { from: [0, 0, 2.3], to: [2, 0, 2.3] })!;
  const { N, Vt, Vz, M } = cutForces(model, solution, section, weights);
  expect(N / -5e5).toBeCloseTo(1, 7);
  expect(Math.abs(Vt) / 4e4).toBeCloseTo(1, 6);
  expect(Math.abs(Vz) / 1000).toBeCloseTo(1, 6);
  // out of the plane: the push over its height, and the load where it has moved to; the cut itself has moved, too
  const moved = (z: number) => {
    let [sum, count] = [0, 0];
    for (let n = 0; n < solution.positions.length / 3; n++)
      if (Math.abs(solution.positions[3 * n + 2] - z) < 1e-6) {
        sum += solution.cases[u1].displacements[6 * n + 1];
        count++;
      }
    return sum / count;
  };
  expect(Math.abs(M)).toBeGreaterThan(1000 * 3.7);
  expect(Math.abs(M)).toBeLessThan(1000 * 3.7 + 5e5 * moved(6) * 1.2);
});
