import fc from 'fast-check';
import type { Connection, Member, Node } from '../../model';
import { build, fixed, pinned, type LoadSpec, type Structure } from '../../results/verification/book/structure';
import { caseWeights, combinationWeights, lineIndex, MemberLine, superpose } from '../../results';
import { kernelKinds, runs, solve, solveNow, type KernelKind } from '../index';

function ask(structure: Structure, kernel?: KernelKind) {
  const model = build(structure);
  const { solution, findings } = solveNow(model, kernel ? { kernel } : {});
  if (!solution) throw new Error(findings.map((finding) => finding.sentence).join(' '));
  const state = superpose(
    solution,
    structure.order ? combinationWeights(solution, model.combinations.u1) : caseWeights(solution, 'c1'),
  );
  return {
    solution,
    state,
    line: (member: string) => new MemberLine(solution, state, solution.memberIds.indexOf(member)),
    moved: (node: string, d: number) => state.displacements[6 * solution.nodeIds.indexOf(node) + d],
    reaction: (node: string, d: number) => state.reactions[6 * solution.nodeIds.indexOf(node) + d],
  };
}

const part = fc.double({ min: 0.05, max: 1, noNaN: true });
const connection: fc.Arbitrary<Connection | undefined> = fc.oneof(
  fc.constant(undefined),
  fc.constantFrom<Connection>(
    { ry: 0 },
    { ry: 0, rz: 0 },
    { ry: 3e6 },
    { uz: 2e6, ry: 1e6 },
    { ux: 1e7 },
    { rx: 1e5 },
    { uy: 0 },
  ),
);
const forces: fc.Arbitrary<LoadSpec[]> = fc.tuple(part, part, part).map(([a, b, c]) => [
  { type: 'node', node: 'n2', force: [9000 * a, -4000 * b, -7000 * c], moment: [800 * b, 500 * c, -300 * a] },
  {
    type: 'trapezoid',
    member: 'm2',
    axes: 'global',
    direction: 'z',
    valueFrom: -4000 * a,
    valueTo: -9000 * b,
    from: 0.6,
    to: 3.1,
  },
  { type: 'moment', member: 'm1', axes: 'local', direction: 'y', value: 2500 * c, at: 1.2 },
  { type: 'point', member: 'm3', axes: 'local', direction: 'y', value: 3000 * b, at: 1 },
  { type: 'temperature', member: 'm2', change: 20 * a, differenceY: 10 * b, differenceZ: -15 * c },
]);
const space = (
  loads: readonly LoadSpec[],
  start: Connection | undefined,
  end: Connection | undefined,
  more: Partial<Structure> = {},
): Structure => ({
  nodes: [
    { position: [0, 0, 0], support: fixed },
    { position: [0.2, 0.1, 3.2] },
    { position: [4, 1, 3.5] },
    { position: [4.4, 5, 0], support: pinned },
  ],
  members: [
    [1, 2, { role: 'column', angle: 0.4 }],
    [2, 3, { angle: 0.2, ...(start ? { startConnection: start } : {}), ...(end ? { endConnection: end } : {}) }],
    [4, 3],
  ],
  shape: { type: 'rectangle', depth: 0.3, width: 0.15 },
  shear: true,
  loads,
  ...more,
});

test('with any joints: supports and loads balance, the line ends where its node is, and all kernels agree to 1e-9', () => {
  fc.assert(
    fc.property(forces, connection, (loads, end) => {
      const { solution, state, line, moved } = ask(space(loads, undefined, end));
      const { applied, reacted } = solution.cases[0];
      for (let i = 0; i < 6; i++) expect(Math.abs(applied[i] + reacted[i])).toBeLessThan(1e-6);
      // member 3 has rigid joints: its line meets node 3
      const m3 = solution.memberIds.indexOf('m3');
      const [u, v, w] = line('m3').at(solution.lengths[m3]).subarray(6);
      const axes = solution.axes.subarray(9 * m3, 9 * m3 + 9);
      for (let i = 0; i < 3; i++)
        expect(u * axes[i] + v * axes[3 + i] + w * axes[6 + i]).toBeCloseTo(moved('n3', i), 12);
      const largest = state.displacements.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
      for (const kind of kernelKinds.filter(runs)) {
        ask(space(loads, undefined, end), kind).state.displacements.forEach((value, i) =>
          expect(Math.abs(value - state.displacements[i])).toBeLessThan(1e-9 * largest),
        );
      }
    }),
    { numRuns: 40 },
  );
});

test.each(['first', 'second'] as const)('splitting a member changes nothing, %s order', (order) => {
  fc.assert(
    fc.property(part, part, connection, (a, b, start) => {
      const push: LoadSpec = { type: 'node', node: 'n2', force: [-2e5 * a, 3000 * b, 0], moment: [0, 0, 0] };
      const spread = (member: string): LoadSpec => ({
        type: 'uniform',
        member,
        axes: 'global',
        direction: 'z',
        value: -5000 * b,
        from: 0,
        to: null,
      });
      const supports: [Node['support'], Node['support']] = [fixed, { ...fixed, ux: false, uy: false }];
      const loose = start?.uy === 0 ? undefined : start;
      const joint: Partial<Member> = loose ? { startConnection: loose } : {};
      const more = { order, shear: true };
      const whole = ask({
        nodes: [
          { position: [0, 0, 0], support: supports[0] },
          { position: [5, 1, 0.5], support: supports[1] },
        ],
        members: [[1, 2, joint]],
        loads: [push, spread('m1')],
        ...more,
      });
      const at = 0.2 + 0.6 * a;
      const parts = ask({
        nodes: [
          { position: [0, 0, 0], support: supports[0] },
          { position: [5, 1, 0.5], support: supports[1] },
          { position: [5 * at, at, 0.5 * at] },
        ],
        members: [
          [1, 3, joint],
          [3, 2],
        ],
        loads: [push, spread('m1'), spread('m2')],
        ...more,
      });
      const L = Math.hypot(5, 1, 0.5);
      for (const x of [0, 0.3 * at * L, at * L]) {
        for (const name of ['N', 'Vz', 'My', 'Mz', 'w', 'v'] as const) {
          const [one, other] = [whole, parts].map(({ line }) => line('m1').at(x)[lineIndex[name]]);
          // in second order the axial force is taken as even along each piece
          expect(Math.abs(one - other)).toBeLessThan(
            (order === 'first' ? 1e-7 : 2e-3) * Math.max(Math.abs(one), name === 'w' || name === 'v' ? 1e-3 : 5000),
          );
        }
      }
    }),
    { numRuns: 40 },
  );
});

test('a movement of all supports as one body strains nothing', () => {
  fc.assert(
    fc.property(part, part, part, (a, b, c) => {
      const [turn, shift] = [
        [1e-3 * a, -2e-3 * b, 1.5e-3 * c],
        [0.01 * b, -0.02 * c, 0.03 * a],
      ];
      const at = ([x, y, z]: readonly number[]): [number, number, number] => [
        shift[0] + turn[1] * z - turn[2] * y,
        shift[1] + turn[2] * x - turn[0] * z,
        shift[2] + turn[0] * y - turn[1] * x,
      ];
      const frame = space([], undefined, undefined, {
        nodes: [
          { position: [0, 0, 0], support: fixed },
          { position: [0.2, 0.1, 3.2] },
          { position: [4, 1, 3.5] },
          { position: [4.4, 5, 0], support: fixed },
        ],
      });
      const moves = (
        [
          [0, 'n1'],
          [3, 'n4'],
        ] as const
      ).map(([i, node]): LoadSpec => ({
        type: 'settlement',
        node,
        displacement: at(frame.nodes[i].position),
        rotation: turn as [number, number, number],
      }));
      const { state, solution } = ask({ ...frame, loads: moves });
      const stiffest = solution.stiffness.reduce(
        (most, value) => Math.max(most, Number.isFinite(value) ? value : 0),
        0,
      );
      for (const force of state.startForces) expect(Math.abs(force)).toBeLessThan(1e-12 * stiffest);
      at(frame.nodes[2].position).forEach((value, i) => expect(state.displacements[6 * 2 + i]).toBeCloseTo(value, 10));
    }),
    { numRuns: 20 },
  );
});

test('superposition: loads together do what they do one by one, and energy put in is energy stored', () => {
  fc.assert(
    fc.property(forces, connection, (loads, start) => {
      const together = ask(space(loads, start, undefined)).state;
      const sum = new Float64Array(together.displacements.length);
      for (const load of loads)
        ask(space([load], start, undefined)).state.displacements.forEach((value, i) => (sum[i] += value));
      const largest = together.displacements.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
      sum.forEach((value, i) => expect(Math.abs(value - together.displacements[i])).toBeLessThan(1e-9 * largest));
    }),
    { numRuns: 25 },
  );
  // Clapeyron on a cantilever: ½ P δ = ∫ M² / 2 EI dx
  const { line, moved, solution } = ask({
    nodes: [{ position: [0, 0, 0], support: fixed }, { position: [3, 0, 0] }],
    members: [[1, 2]],
    loads: [{ type: 'node', node: 'n2', force: [0, 0, -4000], moment: [0, 0, 0] }],
  });
  let stored = 0;
  for (let i = 0; i < 300; i++)
    stored += (line('m1').at((i + 0.5) / 100)[lineIndex.My] ** 2 / (2 * solution.stiffness[1])) * 0.01;
  expect(stored / (0.5 * 4000 * -moved('n2', 2))).toBeCloseTo(1, 4);
});

test('a symmetric frame under a symmetric load answers symmetrically', () => {
  const { reaction, moved } = ask({
    nodes: [
      { position: [-3, 0, 0], support: fixed },
      { position: [-3, 0, 4] },
      { position: [3, 0, 4] },
      { position: [3, 0, 0], support: fixed },
    ],
    members: [
      [1, 2],
      [2, 3],
      [4, 3],
    ],
    loads: [{ type: 'uniform', member: 'm2', axes: 'global', direction: 'z', value: -8000, from: 0, to: null }],
  });
  expect(reaction('n1', 0)).toBeCloseTo(-reaction('n4', 0), 6);
  expect(moved('n2', 0)).toBeCloseTo(-moved('n3', 0), 12);
});

test('an elastic joint runs from a hinge to a rigid one', () => {
  const beam = (joint: Connection | undefined) =>
    ask({
      nodes: [
        { position: [0, 0, 0], support: fixed },
        { position: [6, 0, 0], support: fixed },
      ],
      members: [[1, 2, joint ? { startConnection: joint } : {}]],
      loads: [{ type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: -5000, from: 0, to: null }],
    })
      .line('m1')
      .at(0)[lineIndex.My];
  expect(beam({ ry: 1e14 })).toBeCloseTo(beam(undefined), 2);
  expect(Math.abs(beam({ ry: 1e-3 }))).toBeLessThan(1e-4);
  const moments = [0, 1e5, 1e6, 1e7, 1e8].map((ry) => -beam({ ry }));
  expect([...moments].sort((a, b) => a - b)).toEqual(moments);
});

test('a solve can be abandoned between any two steps', () => {
  const steps = solve(
    build(space([{ type: 'node', node: 'n2', force: [1, 0, 0], moment: [0, 0, 0] }], undefined, undefined)),
  );
  expect(steps.next().done).toBe(false);
  expect(steps.return({ findings: [] }).done).toBe(true);
});
