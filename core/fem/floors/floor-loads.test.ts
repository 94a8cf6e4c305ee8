import fc from 'fast-check';
import { copyPlan, copyStoreyPlan, translation } from '../../build';
import { loadFindings, loadsByCase, resultantOf } from '../../loading';
import { applyAct, type Model } from '../../model';
import { build, fixed, type Records } from '../../results/verification/book/structure';
import { panelForces, solveNow, type Solution } from '../index';

const concrete = { E: 30e9, poisson: 0.2, density: 2500, expansion: 1e-5 };
const corners: [number, number, number][] = [
  [0, 0, 3],
  [6, 0, 3],
  [6, 4, 3],
  [0, 4, 3],
];
const slab = (more: object = {}) => ({
  id: 'b1',
  corners: ['n1', 'n2', 'n3', 'n4'],
  thickness: 0.2,
  material: 't1',
  behaviour: 'shell' as const,
  ...more,
});
const lines = (support: object) =>
  (['n1 n2', 'n2 n3', 'n3 n4', 'n4 n1'] as const).map((pair, i) => {
    const [start, end] = pair.split(' ');
    return { id: `j${i + 1}`, start, end, support: support as typeof fixed };
  });
const hinged = { ux: true, uy: true, uz: true, rx: false, ry: false, rz: true };
const floor = (loads: readonly object[], support: object = hinged, more: object = {}, beside: object = {}): Model =>
  build({
    ...concrete,
    nodes: corners.map((position) => ({ position })),
    members: [],
    records: {
      slabs: [slab(more)],
      lineSupports: lines(support),
      loads: loads.map((load, i) => ({ id: `l${i + 1}`, case: 'c1', ...load })),
      ...beside,
    } as unknown as Records,
  });
const solved = (model: Model): Solution => {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return solution;
};
const forcesAt = (solution: Solution, at: readonly number[]) => {
  const [state] = solution.cases;
  const [panel] = solution.panels!;
  const { nodes, values } = panelForces(solution, panel, { ...state, caseFactors: state.weights });
  const i = nodes.findIndex((node) =>
    [0, 1, 2].every((k) => Math.abs(solution.positions[3 * node + k] - at[k]) < 1e-6),
  );
  return values.subarray(8 * i, 8 * i + 8);
};
const spot = (at: number[], force: number[], moment = [0, 0, 0]) => ({ type: 'spot', at, force, moment });
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test('forces anywhere on a slab and loads along any line of it are handed on with their place', () => {
  fc.assert(
    fc.property(
      between(0, 6),
      between(0, 4),
      between(0.1, 5.9),
      between(0.1, 3.9),
      fc.integer({ min: -9, max: 9 }),
      fc.integer({ min: -9, max: 9 }),
      (x, y, u, v, p, q) => {
        fc.pre(Math.hypot(x - u, y - v) > 0.1);
        const model = floor([
          spot([u, v, 3], [1000, -2000, -30000], [400, 500, 0]),
          { type: 'line', start: [x, y, 3], end: [u, v, 3], direction: 'z', valueFrom: 1000 * p, valueTo: 1000 * q },
        ]);
        const [state] = solved(model).cases;
        const { force, moment } = resultantOf(model, loadsByCase(model).get('c1')!);
        const length = Math.hypot(x - u, y - v);
        expect(force[2]).toBeCloseTo(-30000 + 500 * (p + q) * length, 5);
        for (let k = 0; k < 3; k++) {
          // what the mesh was given, what was put, and what the supports give back
          expect(Math.abs(state.applied[k] - force[k])).toBeLessThan(1e-7 * 1e5);
          expect(Math.abs(state.applied[3 + k] - moment[k])).toBeLessThan(1e-7 * 1e5);
          expect(Math.abs(state.applied[k] + state.reacted[k])).toBeLessThan(1e-7 * 1e5);
          expect(Math.abs(state.applied[3 + k] + state.reacted[3 + k])).toBeLessThan(1e-6 * 1e5);
        }
        // ∫ q s about the origin by hand: x along y F, y along −x F
        const first = (a: number, b: number) =>
          (length * (a * (2 * 1000 * p + 1000 * q) + b * (1000 * p + 2 * 1000 * q))) / 6;
        expect(moment[0]).toBeCloseTo(400 + first(y, v) + v * -30000 - 3 * -2000, 4);
      },
    ),
    { numRuns: 25 },
  );
});

test('a line load goes to the beam on it as far as that reaches, and to the slab beyond, an edge included', () => {
  const model = build({
    ...concrete,
    nodes: [...corners.map((position) => ({ position })), { position: [3, 0, 3] as [number, number, number] }],
    members: [[1, 5]],
    records: {
      slabs: [slab()],
      lineSupports: lines(hinged).slice(1),
      loads: [
        {
          id: 'l1',
          case: 'c1',
          type: 'line',
          start: [0, 0, 3],
          end: [6, 0, 3],
          direction: 'z',
          valueFrom: -5000,
          valueTo: -5000,
        },
      ],
    } as unknown as Records,
  });
  const loads = loadsByCase(model).get('c1')!;
  expect(loads.members.get('m1')).toHaveLength(1);
  expect(loads.panels).toMatchObject([{ kind: 'line', panel: 'b1', start: [3, 0, 3], end: [6, 0, 3] }]);
  expect(resultantOf(model, loads).force[2]).toBeCloseTo(-30000, 6);
  const [state] = solved(model).cases;
  expect(state.applied[2]).toBeCloseTo(-30000, 6);
  expect(loadFindings(model)).toEqual([]);
});

test('a force on a slab deflects it as Timoshenko has it, and a node need not be there', () => {
  const model = floor([spot([3.03, 1.98, 3], [0, 0, -50000])], hinged, { meshSize: 0.25 });
  const solution = solved(model);
  const lowest = Math.min(...solution.cases[0].displacements.filter((_, i) => i % 6 === 2));
  // table 23: b / a = 1.5: 0.01531 P a² / D at the middle of the longer plate (a the shorter side); 1% for shear and edges free to twist
  const D = (30e9 * 0.2 ** 3) / (12 * 0.96);
  expect(lowest / ((-0.01531 * 50000 * 16) / D)).toBeGreaterThan(0.99);
  expect(lowest / ((-0.01531 * 50000 * 16) / D)).toBeLessThan(1.04);
});

describe('warmth', () => {
  const [alpha, E, nu, t] = [1e-5, 30e9, 0.2, 0.2];
  const warm = (change: number, difference: number) => ({ type: 'panelTemperature', slab: 'b1', change, difference });

  test('even, in a slab held all round: n = −E t α ΔT / (1 − ν), and nothing bends', () => {
    const solution = solved(floor([warm(20, 0)], fixed));
    const forces = forcesAt(solution, [3, 2, 3]);
    const n = (-E * t * alpha * 20) / (1 - nu);
    [n, n, 0].forEach((value, k) => expect(forces[k] / n).toBeCloseTo(value / n, 9));
    for (let k = 3; k < 8; k++) expect(Math.abs(forces[k])).toBeLessThan(1e-6 * Math.abs(n));
  });

  test('across the thickness of a slab clamped all round: m = D (1 + ν) α ΔT / t with tension at the cold bottom', () => {
    const forces = forcesAt(solved(floor([warm(0, 15)], fixed)), [3, 2, 3]);
    const m = ((E * t ** 3) / (12 * (1 - nu * nu))) * (1 + nu) * ((alpha * 15) / t);
    expect(forces[3] / m).toBeCloseTo(1, 9);
    expect(forces[4] / m).toBeCloseTo(1, 9);
    expect(m).toBeGreaterThan(0);
  });

  test('in a slab that is free to follow gives movement without force: it bows up at its warm top', () => {
    // on three corners that leave it free
    const model = build({
      ...concrete,
      nodes: corners.map((position, i) => ({
        position,
        ...(i < 3 ? { support: { ux: i === 0, uy: i !== 1, uz: true, rx: false, ry: false, rz: false } } : {}),
      })),
      members: [],
      records: {
        slabs: [slab()],
        loads: [{ id: 'l1', case: 'c1', ...warm(10, 15) }],
      } as unknown as Records,
    });
    const solution = solved(model);
    const forces = forcesAt(solution, [3, 2, 3]);
    for (const value of forces) expect(Math.abs(value)).toBeLessThan(1e-6 * E * t * alpha * 10);
    // the middle of the side from corner 1 to corner 2 lies κ L² / 8 above its ends
    const { displacements } = solution.cases[0];
    const middle = solution.positions.findIndex(
      (_, i) => i % 3 === 0 && Math.abs(solution.positions[i] - 3) < 1e-6 && Math.abs(solution.positions[i + 1]) < 1e-6,
    );
    const kappa = (alpha * 15) / t;
    expect(displacements[2 * middle + 2] / ((kappa * 36) / 8)).toBeCloseTo(1, 6);
  });

  test('counts with the factors of combinations', () => {
    const model = floor([warm(20, 15)], fixed);
    const solution = solved(model);
    const [panel] = solution.panels!;
    const [state] = solution.cases;
    const once = panelForces(solution, panel, { displacements: state.displacements, caseFactors: Float64Array.of(1) });
    const twice = panelForces(solution, panel, {
      displacements: state.displacements.map((value) => 2 * value),
      caseFactors: Float64Array.of(2),
    });
    twice.values.forEach((value, i) => expect(Math.abs(value - 2 * once.values[i])).toBeLessThan(1e-3));
  });
});

test('a line that settles takes the edge of a slab along as a stiff body, where nothing else holds it', () => {
  const model = build({
    ...concrete,
    nodes: corners.map((position) => ({ position })),
    members: [],
    records: {
      slabs: [slab()],
      lineSupports: [lines(hinged)[0], lines({ ...hinged, ux: false, uy: false, rz: false })[2]],
      loads: [
        {
          id: 'l1',
          case: 'c1',
          type: 'lineSettlement',
          lineSupport: 'j3',
          displacement: [0, 0, -0.02],
          rotation: [0, 0, 0],
        },
      ],
    } as unknown as Records,
  });
  const solution = solved(model);
  const { displacements, reacted } = solution.cases[0];
  for (let n = 0; n < solution.positions.length / 3; n++)
    expect(displacements[6 * n + 2]).toBeCloseTo((-0.02 * solution.positions[3 * n + 1]) / 4, 9);
  for (let k = 0; k < 3; k++) expect(Math.abs(reacted[k])).toBeLessThan(1e-3);
});

test('a force beside every slab and warmth of an outline are told, and loads go with copies of their slab', () => {
  const model = floor([
    spot([9, 9, 3], [0, 0, -1000]),
    spot([1, 1, 3], [0, 100, -1000]),
    { type: 'panelTemperature', slab: 'b1', change: 5, difference: 2 },
    { type: 'lineSettlement', lineSupport: 'j1', displacement: [0, 0, -0.01], rotation: [0, 0, 0] },
  ]);
  expect(loadFindings(model).map(({ rule }) => rule)).toEqual(['load-beside-slab']);
  const outline = applyAct(model, {
    edits: [{ kind: 'change', table: 'slabs', changes: [{ id: 'b1', fields: { behaviour: 'load' } }] }],
  });
  if (!outline.ok) throw new Error(outline.error);
  expect(loadFindings(outline.model).map(({ rule }) => rule)).toEqual(
    expect.arrayContaining(['load-beside-slab', 'warmed-outline']),
  );
  const plan = copyPlan(
    model,
    {
      members: [],
      nodes: [],
      lying: [
        { table: 'slabs', id: 'b1' },
        { table: 'lineSupports', id: 'j1' },
      ],
    },
    [translation([10, 0, 0])],
    { loads: true, supports: true },
  );
  if (!plan.ok) throw new Error(plan.error);
  const copied = applyAct(model, plan.act!);
  if (!copied.ok) throw new Error(copied.error);
  const made = Object.values(copied.model.loads).filter(({ id }) => !(id in model.loads));
  expect(made.map(({ type }) => type).sort()).toEqual(['lineSettlement', 'panelTemperature', 'spot']);
  expect(made.find(({ type }) => type === 'spot')).toMatchObject({ at: [11, 1, 3], force: [0, 100, -1000] });
  // without the slab its loads are gone
  const without = applyAct(model, { edits: [{ kind: 'remove', table: 'slabs', ids: ['b1'] }] });
  if (!without.ok) throw new Error(without.error);
  expect(Object.values(without.model.loads).map(({ type }) => type)).not.toContain('panelTemperature');
});

test('a storey is copied with what acts on its slab', () => {
  const model = floor(
    [spot([1, 1, 3], [0, 0, -1000])],
    hinged,
    {},
    {
      storeys: [
        { id: 'h1', label: 'First', elevation: 3 },
        { id: 'h2', label: 'Second', elevation: 6 },
      ],
    },
  );
  const plan = copyStoreyPlan(model, 'h1', ['h2'], true);
  if (!plan.ok) throw new Error(plan.error);
  const copied = applyAct(model, plan.act!);
  if (!copied.ok) throw new Error(copied.error);
  expect(Object.values(copied.model.loads).map((load) => (load.type === 'spot' ? load.at : []))).toEqual([
    [1, 1, 3],
    [1, 1, 6],
  ]);
});

test('a load that a membrane or a plate cannot take stops the analysis and offers a shell', () => {
  for (const [behaviour, force, stops] of [
    ['membrane', [0, 0, -1000], true],
    ['membrane', [1000, 0, 0], false],
    ['plate', [1000, 0, 0], true],
    ['plate', [0, 0, -1000], false],
  ] as const) {
    const model = floor([spot([3, 2, 3], [...force])], fixed, { behaviour });
    const told = solveNow(model).findings.filter(({ rule }) => rule === 'taken-by-nothing');
    expect(told).toHaveLength(stops ? 1 : 0);
    if (!stops) continue;
    const { mend } = told[0];
    if (!mend || !('act' in mend)) throw new Error('there is no mend');
    const mended = applyAct(model, mend.act);
    if (!mended.ok) throw new Error(mended.error);
    expect(mended.model.slabs.b1.behaviour).toBe('shell');
    expect(solveNow(mended.model).solution).toBeDefined();
  }
});

test('shrinkage: a slab that is free to shrinks by its strain without force, in cuts as well, and combinations of second order know it', () => {
  const held = build({
    ...concrete,
    order: 'second',
    nodes: corners.map((position, i) => ({
      position,
      support: { ux: i === 0, uy: i < 2, uz: true, rx: false, ry: false, rz: false },
    })),
    members: [],
    records: {
      slabs: [slab()],
      loads: [{ id: 'l1', case: 'c1', type: 'panelTemperature', slab: 'b1', change: 0, difference: 0, strain: -4e-4 }],
    } as unknown as Records,
  });
  const solution = solved(held);
  for (const state of solution.cases) {
    expect(state.displacements[6 * 1] / (-4e-4 * 6)).toBeCloseTo(1, 8);
    expect(state.displacements[6 * 2 + 1] / (-4e-4 * 4)).toBeCloseTo(1, 8);
    const [panel] = solution.panels!;
    const { values } = panelForces(solution, panel, { ...state, caseFactors: state.weights });
    // of E ε t some 2 400 kN/m
    expect(Math.max(...values.map(Math.abs))).toBeLessThan(1e-3);
  }
});
