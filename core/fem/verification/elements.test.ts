import type { Node } from '../../model';
import { build, fixed } from '../../results/verification/book/structure';
import { solveNow } from '../index';
import { Membrane } from './membrane';

const E = 30e9;
const corners: [number, number, number][] = [
  [0, 0, 0],
  [2.1, 0, 0],
  [4, 0, 0],
  [0, 0, 1.4],
  [1.7, 0, 1.9],
  [4, 0, 1.6],
  [0, 0, 3],
  [2.4, 0, 3],
  [4, 0, 3],
];
const quads = [
  [0, 1, 4, 3],
  [1, 2, 5, 4],
  [3, 4, 7, 6],
  [4, 5, 8, 7],
];
const rim = [
  [1, 2],
  [2, 3],
  [3, 6],
  [6, 9],
  [9, 8],
  [8, 7],
  [7, 4],
  [4, 1],
];
const membrane = (numberOf: ReadonlyMap<string, number>) => [
  new Membrane(
    ['q1', 'q2', 'q3', 'q4'],
    quads.map((quad) => quad.map((i) => numberOf.get(`n${i + 1}`)!)),
    (node) => corners[node],
    E,
    0.2,
    0.15,
  ),
];
const flat = { ux: false, uy: true, uz: false, rx: true, ry: true, rz: true };

test('a patch of distorted membranes joined to members follows a constant strain, and its forces balance', () => {
  const field = ([x, , z]: readonly number[]): [number, number, number] => [
    1e-4 * x + 3e-5 * z,
    0,
    -2e-5 * x + 5e-5 * z,
  ];
  const nodes: Omit<Node, 'id'>[] = corners.map((position, i) => ({ position, support: i === 4 ? flat : fixed }));
  const model = build({
    nodes,
    members: rim.map(([i, j]) => [i, j] as const),
    loads: corners.flatMap((position, i) =>
      i === 4
        ? []
        : [
            {
              type: 'settlement' as const,
              node: `n${i + 1}`,
              displacement: field(position),
              rotation: [0, 0, 0] as [number, number, number],
            },
          ],
    ),
  });
  const { solution } = solveNow(model, { more: membrane });
  const middle = solution!.nodeIds.indexOf('n5');
  const [u, , w] = field(corners[4]);
  expect(solution!.cases[0].displacements[6 * middle] / u).toBeCloseTo(1, 9);
  expect(solution!.cases[0].displacements[6 * middle + 2] / w).toBeCloseTo(1, 9);
  expect(solution!.otherElements[0]).toMatchObject({ kind: 'membrane', ids: ['q1', 'q2', 'q3', 'q4'] });
  // forces of one element: constant stress on its edges, so they sum to nothing
  const forces = solution!.cases[0].elementForces[0].subarray(0, 24);
  for (const direction of [0, 2]) {
    const along = [0, 1, 2, 3].map((node) => forces[6 * node + direction]);
    expect(Math.abs(along.reduce((sum, value) => sum + value, 0))).toBeLessThan(
      1e-9 * Math.max(...along.map(Math.abs)),
    );
  }
  expect(solution!.cases[0].residual).toBeLessThan(1e-10);
});

test('a membrane wall in a rigid floor: an element of four nodes takes part in constraints', () => {
  // a wall 3 m × 3 m clamped below; the floor's diaphragm takes its two upper nodes and a free column
  const nodes: Omit<Node, 'id'>[] = [
    { position: [0, 0, 0], support: fixed },
    { position: [3, 0, 0], support: fixed },
    { position: [0, 0, 3] },
    { position: [3, 0, 3] },
    { position: [0, 4, 0], support: fixed },
    { position: [0, 4, 3] },
  ];
  const wall = (numberOf: ReadonlyMap<string, number>) => [
    new Membrane(['q1'], [[1, 2, 4, 3].map((n) => numberOf.get(`n${n}`)!)], (node) => nodes[node].position, E, 0, 0.2),
  ];
  const model = build({
    nodes,
    members: [
      [1, 3, { role: 'column' }],
      [2, 4, { role: 'column' }],
      [5, 6, { role: 'column' }],
    ],
    diaphragms: [[3, 4, 6]],
    loads: [{ type: 'node', node: 'n6', force: [50000, 0, 0], moment: [0, 0, 0] }],
  });
  const { solution } = solveNow(model, { more: wall });
  const sway = (id: string) => solution!.cases[0].displacements[6 * solution!.nodeIds.indexOf(id)];
  // the wall stands in y = 0: it hardly moves, and the floor turns about it
  expect(Math.abs(sway('n3'))).toBeLessThan(0.02 * Math.abs(sway('n6')));
  expect(sway('n3')).toBeCloseTo(sway('n4'), 12);
  const base = solution!.cases[0].reacted;
  expect(base[0]).toBeCloseTo(-50000, 4);
});
