import fc from 'fast-check';
import { caseWeights, combinationWeights, panelBand, superpose } from '../../results';
import type { Model } from '../../model';
import { build, type Records } from '../../results/verification/book/structure';
import { runAnalysisNow, solveNow, type Solution } from '../index';

const concrete = { E: 30e9, poisson: 0.2, density: 2500 };
const free = { ux: false, uy: false, uz: false, rx: false, ry: false, rz: false };
const corners: [number, number, number][] = [
  [0, 0, 0],
  [6, 0, 0],
  [6, 4, 0],
  [0, 4, 0],
];
const spot = (x: number, y: number, z: number) => ({
  type: 'spot',
  at: [x, y, 0],
  force: [0, 0, z],
  moment: [0, 0, 0],
});

/** A raft of 6 × 4 m that is held in its plane, under forces at places. */
const raft = (
  loads: readonly object[],
  soil: object,
  more: object = {},
  slab: object = {},
  structure: object = {},
): Model =>
  build({
    ...concrete,
    nodes: corners.map((position, i) => ({ position, support: { ...free, ux: i === 0, uy: i < 2 } })),
    members: [],
    ...structure,
    records: {
      slabs: [
        {
          id: 'b1',
          corners: ['n1', 'n2', 'n3', 'n4'],
          thickness: 0.4,
          material: 't1',
          behaviour: 'shell',
          soil,
          ...slab,
        },
      ],
      loads: loads.map((load, i) => ({ id: `l${i + 1}`, case: 'c1', ...load })),
      ...more,
    } as unknown as Records,
  });
const solved = (model: Model): Solution => {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return solution;
};
const stateOf = (model: Model, solution: Solution, id: string) =>
  superpose(
    solution,
    id in model.cases ? caseWeights(solution, id) : combinationWeights(solution, model.combinations[id]),
  );
/** Movement and pressure at the nodes of the raft. */
const bands = (model: Model, solution: Solution, id = 'u1') => {
  const state = stateOf(model, solution, id);
  const part = { state, label: '', weights: new Float64Array() } as never;
  const [panel] = solution.panels!;
  return { w: panelBand(solution, panel, [part], 'w')!, p: panelBand(solution, panel, [part], 'p')! };
};
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test('an even load sinks the raft evenly, and its pressure is the load', () => {
  const model = raft([], { across: 20e6, pushes: true }, {}, {}, { selfWeight: true });
  const { w, p } = bands(model, solved(model));
  const q = 0.4 * 2500 * 9.80665;
  p.max.forEach((value, i) => {
    expect(value / q).toBeCloseTo(1, 8);
    expect(w.max[i] / (-q / 20e6)).toBeCloseTo(1, 8);
  });
});

test('random forces, up and down: it pushes where it is pressed, gives nothing where it is lifted off, and holds what is put on it', () => {
  let lifts = 0;
  fc.assert(
    fc.property(
      fc.array(fc.tuple(between(1, 5), between(0.7, 3.3), between(-400e3, -40e3)), { minLength: 2, maxLength: 5 }),
      fc.tuple(between(0.1, 5.9), between(0.1, 3.9), between(0, 60e3)),
      (pressing, lifting) => {
        const forces = [...pressing, lifting];
        const down = forces.reduce((sum, [, , z]) => sum - z, 0);
        const [mx, my] = [0, 1].map((k) => forces.reduce((sum, one) => sum - one[k] * one[2], 0) / down);
        // else it has no equilibrium: the resultant has to press inside of the raft
        fc.pre(down > 100e3 && mx > 1 && mx < 5 && my > 0.7 && my < 3.3);
        const model = raft(
          forces.map(([x, y, z]) => spot(x, y, z)),
          { across: 5e6, pushes: true },
        );
        const solution = solved(model);
        const { w, p } = bands(model, solution);
        const most = p.max.reduce((a, b) => Math.max(a, b), 0);
        p.max.forEach((pressure, i) => {
          // the conditions that only the one state of least energy meets
          expect(pressure).toBeGreaterThanOrEqual(-1e-9 * most);
          if (w.max[i] > 0) expect(Math.abs(pressure)).toBeLessThan(1e-9 * most);
          else expect(Math.abs(pressure + 5e6 * w.max[i])).toBeLessThan(1e-9 * most);
        });
        // where nothing lifts off, the combination is the sum of its cases and has no state of its own
        const own = solution.cases.find(({ id }) => id === 'u1');
        const { reacted } = own ?? solution.cases.find(({ id }) => id === 'c1')!;
        expect(reacted[2] / down).toBeCloseTo(1, 7);
        expect(reacted[3] / (my * down)).toBeCloseTo(1, 6);
        expect(reacted[4] / (-mx * down)).toBeCloseTo(1, 6);
        if (own?.iterations!.lifted) lifts++;
        else expect(p.max.every((pressure) => pressure >= 0)).toBe(true);
      },
    ),
    { numRuns: 12 },
  );
  expect(lifts).toBeGreaterThan(0);
});

test('a case alone is solved as if soil pulled, the combination is not, and the sum of its parts keeps their pressures', () => {
  const model = raft([spot(0.5, 2, -200e3)], { across: 5e6, pushes: true });
  const solution = solved(model);
  const [alone, whole] = [bands(model, solution, 'c1'), bands(model, solution)];
  expect(Math.min(...alone.p.max)).toBeLessThan(-1000);
  expect(Math.min(...whole.p.max)).toBeCloseTo(0, 3);
  const linear = raft([spot(0.5, 2, -200e3)], { across: 5e6, pushes: false });
  const bonded = solved(linear);
  bands(linear, bonded).p.max.forEach((value, i) => expect(value).toBeCloseTo(alone.p.max[i], 3));
});

test('what nothing presses down has no state of equilibrium, and it is said of which combination', () => {
  const { solution, findings } = solveNow(raft([spot(3, 2, 50e3)], { across: 5e6, pushes: true }));
  expect(solution).toBeUndefined();
  const [told] = findings.filter(({ severity }) => severity === 'stop');
  expect(told.sentence).toMatch(/combination U1.*100% of the bed of b1 lifted off/);
});

test('soil holds a raft in its plane as well where it is told to, and nothing else does', () => {
  const loose = { nodes: corners.map((position) => ({ position })) };
  const push = [{ type: 'spot', at: [3, 2, 0], force: [30e3, 0, -100e3], moment: [0, 0, 0] }];
  expect(
    solveNow(raft(push, { across: 5e6, pushes: true }, {}, {}, loose)).findings.some(
      ({ rule }) => rule === 'mechanism',
    ),
  ).toBe(true);
  const model = raft(push, { across: 5e6, along: 2e6, pushes: true }, {}, {}, loose);
  const solution = solved(model);
  const state = stateOf(model, solution, 'u1');
  // 24 m² of 2 MN/m³
  const mean = corners.reduce((sum, _, i) => sum + state.displacements[6 * i], 0) / 4;
  expect(mean / (30e3 / (24 * 2e6))).toBeCloseTo(1, 1);
});

test('a thick part has soil of its own, and zones meet without a step in movement', () => {
  const model = raft(
    [],
    { across: 20e6, pushes: false },
    {
      nodes: [
        { id: 'n5', position: [2, 1, 0] },
        { id: 'n6', position: [4, 1, 0] },
        { id: 'n7', position: [4, 3, 0] },
        { id: 'n8', position: [2, 3, 0] },
      ],
      thickParts: [{ id: 'i1', corners: ['n5', 'n6', 'n7', 'n8'], thickness: 0.4, soil: 5e6 }],
    },
    {},
    { selfWeight: true },
  );
  const solution = solved(model);
  const state = stateOf(model, solution, 'u1');
  const part = { state, label: '', weights: new Float64Array() } as never;
  let total = 0;
  for (const panel of solution.panels!) {
    const { nodes, max } = panelBand(solution, panel, [part], 'p')!;
    nodes.forEach((node, i) =>
      expect(max[i]).toBeCloseTo(-(panel.part ? 5e6 : 20e6) * state.displacements[6 * node + 2], 3),
    );
    total += max.length;
  }
  expect(total).toBeGreaterThan(50);
  expect(solution.cases[0].reacted[2] / (24 * 0.4 * 2500 * 9.80665)).toBeCloseTo(1, 9);
});

test('a line that only pushes lets the edge of a slab go', () => {
  const edge = (id: number, pushes: boolean) => ({
    id: `j${id}`,
    start: id === 1 ? 'n1' : 'n2',
    end: id === 1 ? 'n4' : 'n3',
    support: free,
    springs: { uz: 1e9 },
    ...(pushes ? { pushes: true } : {}),
  });
  const over = (pushes: boolean) =>
    build({
      ...concrete,
      nodes: [
        ...corners.map((position, i) => ({ position, support: { ...free, ux: i === 0, uy: i < 2 } })),
        { position: [4, 0, 0] as [number, number, number] },
        { position: [4, 4, 0] as [number, number, number] },
      ],
      members: [],
      records: {
        slabs: [{ id: 'b1', corners: ['n1', 'n2', 'n3', 'n4'], thickness: 0.3, material: 't1', behaviour: 'shell' }],
        lineSupports: [edge(1, pushes), { id: 'j3', start: 'n5', end: 'n6', support: { ...free, uz: true } }],
        loads: [
          { id: 'l1', case: 'c1', ...spot(5.5, 2, -100e3) },
          { id: 'l2', case: 'c1', ...spot(3, 2, -90e3) },
        ],
      } as unknown as Records,
    });
  const held = over(false);
  const before = solved(held);
  const { reactions } = stateOf(held, before, 'u1');
  let pulled = 0;
  for (let n = 0; n < reactions.length / 6; n++)
    if (Math.abs(before.positions[3 * n]) < 1e-6) pulled += reactions[6 * n + 2];
  // about the middle line: 100 kN over 1.5 m against 90 kN over 1 m, held 4 m away
  expect(pulled / -15e3).toBeCloseTo(1, 6);
  // nothing else holds the edge down: the slab tips over the line
  const { solution, findings } = solveNow(over(true));
  expect(solution).toBeUndefined();
  expect(findings.some(({ sentence }) => sentence.includes('bed of j1'))).toBe(true);
});

test('modes and buckling of a structure on soil run, and buckling takes what is lifted off as lifted off', () => {
  const model = raft(
    [spot(0.6, 2, -300e3)],
    { across: 5e6, pushes: true },
    { analyses: [{ id: 'a1', label: 'M', type: 'modal', masses: [{ case: 'c1', factor: 1 }], count: 3 }] },
    {},
    { selfWeight: true },
  );
  const { outcome, findings } = runAnalysisNow(model, 'a1');
  expect(outcome?.type).toBe('modal');
  expect(findings.map(({ rule }) => rule)).toContain('one-way-linear');
});
