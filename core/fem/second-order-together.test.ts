import fc from 'fast-check';
import { loadsByCase } from '../loading';
import { memberLength, type Finding, type Model } from '../model';
import { build, fixed } from '../results/verification/book/structure';
import { buildAnalysisModel } from './analysis-model';
import { hasLiftOff } from './floors/bed-source';
import { combineLoads, loadSetOf } from './load-set';
import { solveWhole, type WholeResult } from './nonlinear';
import type { Solution } from './solution';
import { solveNow } from './solve';
import { analyse, Factorisation } from './sparse';

const E = 30e9;
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

interface Given {
  /** m */
  readonly height: number;
  readonly thickness: number;
  /** N on the corner, down; and sideways along x and y */
  readonly down: number;
  readonly sideways: readonly [number, number];
  /** N/m along the column and along the beam */
  readonly along: number;
  readonly across: number;
}

/** A slab on three columns and a wall, with loads on nodes, on and along members; the combinations of second order are given. */
function house(given: Given, combinations: readonly object[], more: object = {}): Model {
  const { height: h, thickness, down, sideways, along, across } = given;
  const plan = [
    [0, 0],
    [5, 0],
    [5, 4],
    [0, 4],
  ] as const;
  return build({
    E,
    poisson: 0.2,
    density: 2500,
    shape: { type: 'rectangle', depth: 0.25, width: 0.2 },
    selfWeight: false,
    nodes: [
      ...plan.map(([x, y]) => ({ position: [x, y, 0] as [number, number, number], support: fixed })),
      ...plan.map(([x, y]) => ({ position: [x, y, h] as [number, number, number] })),
    ],
    members: [
      [2, 6, { role: 'column' }],
      [3, 7, { role: 'column' }],
      [4, 8, { role: 'column' }],
      [6, 7, { role: 'beam' }],
    ],
    loads: [
      { type: 'node', node: 'n7', force: [sideways[0], sideways[1], -down], moment: [0, 0, 0] },
      {
        type: 'uniform',
        member: 'm1',
        axes: 'local',
        direction: 'x',
        value: -along,
        from: 0,
        to: null,
        projected: false,
      },
      {
        type: 'uniform',
        member: 'm4',
        axes: 'global',
        direction: 'z',
        value: -across,
        from: 0,
        to: null,
        projected: false,
      },
    ] as never,
    records: {
      slabs: [
        { id: 'b1', corners: ['n5', 'n6', 'n7', 'n8'], thickness, material: 't1', behaviour: 'shell', meshSize: 1.5 },
      ],
      walls: [
        {
          id: 'w1',
          corners: ['n1', 'n4', 'n8', 'n5'],
          thickness: 0.12,
          material: 't1',
          behaviour: 'shell',
          meshSize: 1.5,
        },
      ],
      lineSupports: [{ id: 'j1', start: 'n1', end: 'n4', support: fixed }],
      combinations,
      ...more,
    } as never,
  });
}

const combination = (id: string, factor: number, more: object = {}) => ({
  id,
  label: id.toUpperCase(),
  purpose: 'strength',
  rule: '',
  factors: [{ case: 'c1', factor }],
  origin: 'own',
  changed: false,
  order: 'second',
  ...more,
});

const solved = (model: Model): Solution => {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return solution;
};

/** A combination by itself, its stiffness set up and factorised in each step: nothing is known of the structure before. */
function alone(model: Model, id: string): WholeResult {
  const { stiffnessSet, order, factors, alpha = 1 } = model.combinations[id];
  const built = buildAnalysisModel(model, {
    stiffnessSet: stiffnessSet === undefined ? undefined : model.stiffnessSets[stiffnessSet],
  });
  if (!('analysis' in built)) throw new Error('it cannot be analysed');
  const { analysis } = built;
  const byCase = loadsByCase(model);
  const steps = solveWhole(
    {
      model,
      analysis,
      factorisation: new Factorisation(analyse(analysis.pattern, analysis.vertexPositions)),
      memberEnds: Float64Array.from(analysis.memberIds, (one) => memberLength(model, model.members[one])),
      name: id,
      order: order ?? 'first',
      lifts: hasLiftOff(model),
    },
    combineLoads(
      analysis,
      factors.map((one) => loadSetOf(analysis, byCase.get(one.case)!)),
      factors.map(({ factor }) => alpha * factor),
    ),
  );
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}

const differ = (a: Float64Array, b: Float64Array) => {
  const size = a.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  return a.reduce((most, value, i) => Math.max(most, Math.abs(value - b[i])), 0) / (size || 1);
};

/** Each combination of a model has the state it would have by itself, or none has where one of them is unstable. */
function expectAsAlone(model: Model): number {
  const { solution, findings } = solveNow(model);
  const ids = Object.keys(model.combinations);
  const byThemselves = ids.map((id) => alone(model, id));
  const unstable = byThemselves.find((one) => !('equilibrium' in one));
  if (unstable) {
    expect(solution).toBeUndefined();
    const stop = (list: readonly Finding[]) => list.find(({ severity }) => severity === 'stop')?.rule;
    expect(stop(findings)).toBe(stop(unstable.findings));
    return 0;
  }
  ids.forEach((id, i) => {
    const own = byThemselves[i];
    if (!('equilibrium' in own)) return;
    const { alpha = 1 } = model.combinations[id];
    const state = solution!.cases.find((one) => one.id === id);
    if (!state) {
      // the sum of its cases, of which nothing lifts off
      expect(own.log.lifted).toBeUndefined();
      return;
    }
    expect(
      differ(
        own.equilibrium.displacements.map((value) => value / alpha),
        state.displacements,
      ),
    ).toBeLessThan(1e-6);
    if (own.axialForces) expect(differ(own.axialForces, state.axialForces!)).toBeLessThan(1e-6);
    expect(state.iterations!.slack).toEqual(own.log.slack);
    state.iterations!.driftRatios.forEach(({ ratio }, level) =>
      expect(ratio).toBeCloseTo(own.log.driftRatios[level].ratio, 5),
    );
  });
  return ids.length;
}

test('random houses, in their own and in a reduced stiffness: together combinations find what each finds by itself', () => {
  let found = 0;
  fc.assert(
    fc.property(
      fc.record({
        height: between(2.5, 6),
        thickness: between(0.15, 0.3),
        down: between(-50e3, 900e3),
        sideways: fc.tuple(between(-30e3, 30e3), between(-30e3, 30e3)),
        along: between(-10e3, 30e3),
        across: between(0, 20e3),
      }),
      fc.array(fc.tuple(between(0.05, 2), fc.boolean(), fc.boolean()), { minLength: 1, maxLength: 6 }),
      (one, combinations) => {
        found += expectAsAlone(
          house(
            one,
            combinations.map(([factor, isReduced, isAllowable], i) =>
              combination(`u${i + 2}`, factor, {
                ...(isReduced ? { stiffnessSet: 'k1' } : {}),
                ...(isAllowable ? { alpha: 1.6 } : {}),
              }),
            ),
            { stiffnessSets: [reduced] },
          ),
        );
      },
    ),
    { numRuns: 15 },
  );
  expect(found).toBeGreaterThan(20);
});

const reduced = {
  id: 'k1',
  label: 'Cracked',
  source: '',
  rules: [{ material: 'any', role: 'any', factors: { bendingY: 0.5, bendingZ: 0.5 } }],
  panels: [{ of: 'slabs', factors: { bendingX: 0.4, bendingY: 0.4 } }],
};

test('a cantilever beside others that buckle later: what is near to its own load is still found, what is above is unstable', () => {
  const column = (factors: readonly number[]) =>
    build({
      E,
      shape: { type: 'rectangle', depth: 0.2, width: 0.2 },
      nodes: [
        { position: [0, 0, 0], support: fixed },
        { position: [0, 0, 4] },
        { position: [3, 0, 0], support: fixed },
        { position: [3, 0, 2] },
      ],
      members: [
        [1, 2, { role: 'column' }],
        [3, 4, { role: 'column' }],
      ],
      loads: [
        { type: 'node', node: 'n2', force: [100, 0, -critical], moment: [0, 0, 0] },
        { type: 'node', node: 'n4', force: [100, 0, -critical], moment: [0, 0, 0] },
      ] as never,
      records: { combinations: factors.map((factor, i) => combination(`u${i + 2}`, factor)) } as never,
    });
  const stiffness = (E * 0.2 ** 4) / 12;
  const critical = (Math.PI ** 2 * stiffness) / 8 ** 2;
  const factors = [0.3, 0.6, 0.97, 0.1, 0.999];
  const { cases } = solved(column(factors));
  factors.forEach((factor, i) => {
    // of a cantilever with a force at its head, H (tan kL − kL) / (k P) (Timoshenko & Gere, Theory of Elastic Stability, 1.9)
    const P = factor * critical;
    const k = Math.sqrt(P / stiffness);
    const moved = (factor * 100 * (Math.tan(4 * k) - 4 * k)) / (k * P);
    const state = cases.find(({ id }) => id === `u${i + 2}`)!;
    expect(state.displacements[6] / moved).toBeCloseTo(1, factor > 0.99 ? 2 : 4);
  });
  const { findings, solution } = solveNow(column([0.3, 0.6, 1.02]));
  expect(solution).toBeUndefined();
  expect(findings.find(({ severity }) => severity === 'stop')!.sentence).toMatch(
    /unstable in combination U4: at about 0\.98 /,
  );
});

test('a footing that lifts off in second order only is let go, beside others that do not', () => {
  const found = [0.2, 0.6, 1].map((sideways) => {
    const model = build({
      E,
      shape: { type: 'rectangle', depth: 0.3, width: 0.3 },
      nodes: [
        { position: [-1, -1, 0] },
        { position: [1, -1, 0] },
        { position: [1, 1, 0] },
        { position: [-1, 1, 0] },
        { position: [0, 0, 0] },
        { position: [0, 0, 6] },
      ],
      members: [[5, 6, { role: 'column' }]],
      loads: [{ type: 'node', node: 'n6', force: [0, 0, -300e3], moment: [0, 0, 0] }] as never,
      records: {
        cases: [{ id: 'c2', label: 'W', name: 'Wind', nature: 'wind', selfWeight: false }],
        loads: [{ id: 'l2', case: 'c2', type: 'node', node: 'n6', force: [15.7e3, 0, 0], moment: [0, 0, 0] }],
        slabs: [
          {
            id: 'b1',
            corners: ['n1', 'n2', 'n3', 'n4'],
            thickness: 1,
            material: 't1',
            behaviour: 'shell',
            meshSize: 0.5,
            soil: { across: 20e6, along: 20e6, pushes: true },
          },
        ],
        combinations: [
          combination('u2', 0.5),
          {
            ...combination('u3', 1),
            factors: [
              { case: 'c1', factor: 1 },
              { case: 'c2', factor: sideways },
            ],
          },
          combination('u4', 1.2),
        ],
      } as never,
    });
    expect(expectAsAlone(model)).toBe(4);
    const { iterations } = solved(model).cases.find(({ id }) => id === 'u3')!;
    return iterations!.lifted?.[0].share ?? 0;
  });
  expect(found[0]).toBe(0);
  // in first order 94 kN·m over 300 kN stays inside of a sixth of the footing
  expect(found[1]).toBe(0);
  expect(found[2]).toBeGreaterThan(0);
});
