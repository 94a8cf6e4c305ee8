import fc from 'fast-check';
import { buildTernHide } from '../../demo/tern-hide';
import { runAnalysisNow, solveNow } from '../fem';
import { applyAct, type Combination, type Model } from '../model';
import { answer, build, chain, fixed, pinnedInPlane, type Structure } from './verification/book/structure';
import {
  askStructure,
  caseWeights,
  centresOfStiffness,
  commonMembers,
  contributions,
  differenceBand,
  lineIndex,
  MemberLine,
  movementShares,
  plausibility,
  shownParts,
  stationTable,
  StoreyBook,
  countsCracked,
  stressBand,
  superpose,
  supportLines,
  toggled,
  watchedText,
  watchedValue,
  watchWords,
  type Shown,
} from './index';

const E = 200e9;
const I = 0.2 ** 4 / 12;
const EI = E * I;
const P: Shown = { kind: 'case', id: 'c1' };

function changed(model: Model, act: Parameters<typeof applyAct>[1]): Model {
  const applied = applyAct(model, act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}

/** A cantilever of 4 m along x with 10 kN down at its tip. */
const cantilever: Structure = {
  ...chain(1, [0, 0, 0], [4, 0, 0], (node) => (node === 1 ? { support: fixed } : {})),
  loads: [{ type: 'node', node: 'n2', force: [0, 0, -10e3], moment: [0, 0, 0] }],
};

describe('what makes up a movement', () => {
  test('the tip of a cantilever sinks by its own bending, P L³ / 3 E I, and nothing else', () => {
    const { model, solution, state, moved } = answer(cantilever);
    const unit = askStructure(model, [[{ node: 'n2', force: [0, 0, 1000], moment: [0, 0, 0] }]])!;
    const { members, rest } = movementShares(
      solution,
      state,
      { solution: unit.solution, state: unit.states[0], size: 1000 },
      moved(2, 2),
    );
    expect(members[0].bending).toBeCloseTo((-10e3 * 4 ** 3) / (3 * EI), 10);
    expect(members[0].total).toBeCloseTo(moved(2, 2), 10);
    expect(Math.abs(rest)).toBeLessThan(1e-9 * Math.abs(moved(2, 2)));
  });

  const portal = (more: Partial<Structure> = {}): Structure => ({
    nodes: [
      { position: [0, 0, 0], support: fixed },
      { position: [0, 0, 4] },
      { position: [6, 0, 5] },
      { position: [6, 0, 0], support: fixed },
    ],
    members: [
      [1, 2, { role: 'column' }],
      [2, 3],
      [3, 4, { role: 'column' }],
    ],
    loads: [
      { type: 'node', node: 'n2', force: [20e3, 5e3, -300e3], moment: [0, 0, 0] },
      { type: 'uniform', member: 'm2', axes: 'global', direction: 'z', value: -12e3, from: 0, to: null },
      { type: 'temperature', member: 'm2', change: 30, differenceY: 0, differenceZ: 12 },
    ],
    ...more,
  });

  test.each([
    ['first', undefined],
    ['second', 'second' as const],
  ])('the shares of all members add up to the movement, in %s order, with shear and temperature', (_, order) => {
    const { model, solution, state, moved } = answer(portal({ shear: true, ...(order ? { order } : {}) }));
    for (const [node, direction] of [
      [2, 0],
      [3, 2],
      [2, 1],
      [3, 4],
    ] as const) {
      const unitVector = [0, 1, 2].map((axis) => (axis === direction % 3 ? 1000 : 0)) as [number, number, number];
      const unit = askStructure(model, [
        [
          {
            node: `n${node}`,
            force: direction < 3 ? unitVector : [0, 0, 0],
            moment: direction < 3 ? [0, 0, 0] : unitVector,
          },
        ],
      ])!;
      const { members, rest } = movementShares(
        solution,
        state,
        { solution: unit.solution, state: unit.states[0], size: 1000 },
        moved(node, direction),
      );
      expect(members.reduce((sum, one) => sum + one.total, 0) + rest).toBeCloseTo(moved(node, direction), 12);
      expect(Math.abs(rest)).toBeLessThan((order ? 2e-3 : 1e-8) * Math.abs(moved(node, direction)));
    }
  });

  test('a spring at the foot takes the share that no member does: M h / k of the top’s movement', () => {
    const k = 5e6;
    const { model, solution, state, moved } = answer({
      nodes: [
        { position: [0, 0, 0], support: { ...fixed, ry: false }, springs: { ry: k } as never },
        { position: [0, 0, 3] },
      ],
      members: [[1, 2, { role: 'column' }]],
      loads: [{ type: 'node', node: 'n2', force: [8e3, 0, 0], moment: [0, 0, 0] }],
    });
    const unit = askStructure(model, [[{ node: 'n2', force: [1000, 0, 0], moment: [0, 0, 0] }]])!;
    const { rest } = movementShares(
      solution,
      state,
      { solution: unit.solution, state: unit.states[0], size: 1000 },
      moved(2, 0),
    );
    expect(rest).toBeCloseTo((8e3 * 3 * 3) / k, 9);
  });

  test('the cases of a combination give factor × their own value, and together the combination’s', () => {
    const base = build(cantilever);
    const model = changed(base, {
      edits: [
        {
          kind: 'add',
          records: {
            cases: [{ id: 'c2', label: 'Q', name: 'Side', nature: 'live', selfWeight: false }],
            loads: [{ id: 'l9', type: 'node', case: 'c2', node: 'n2', force: [0, 0, 4e3], moment: [0, 0, 0] }],
            combinations: [
              {
                id: 'u2',
                label: 'U2',
                purpose: 'strength',
                rule: '',
                factors: [
                  { case: 'c1', factor: 1.2 },
                  { case: 'c2', factor: 1.6 },
                ],
                origin: 'own',
                changed: false,
              } satisfies Combination,
            ],
          },
        },
      ],
    });
    const solution = solveNow(model).solution!;
    const [part] = shownParts(model, solution, { kind: 'combination', id: 'u2' });
    const rows = contributions(solution, part.weights, (state) => state.displacements[6 + 2]);
    const tip = (load: number) => (load * 4 ** 3) / (3 * EI);
    expect(rows.map((row) => [row.id, row.factor])).toEqual([
      ['c1', 1.2],
      ['c2', 1.6],
    ]);
    expect(rows[0].value).toBeCloseTo(1.2 * tip(-10e3), 10);
    expect(rows[1].alone).toBeCloseTo(tip(4e3), 10);
    expect(rows.reduce((sum, row) => sum + row.value, 0)).toBeCloseTo(part.state.displacements[6 + 2], 12);
  });
});

describe('storeys', () => {
  /** Two cantilevered columns of 4 m that carry 500 kN and 10 kN sideways each at their tops. */
  const sway: Structure = {
    nodes: [
      { position: [0, 0, 0], support: fixed },
      { position: [0, 0, 4] },
      { position: [5, 0, 0], support: fixed },
      { position: [5, 0, 4] },
    ],
    members: [
      [1, 2, { role: 'column' }],
      [3, 4, { role: 'column' }],
    ],
    storeys: [0, 4],
    loads: [2, 4].map((n) => ({
      type: 'node' as const,
      node: `n${n}`,
      force: [10e3, 0, -500e3] as [number, number, number],
      moment: [0, 0, 0] as [number, number, number],
    })),
  };
  const drift = (10e3 * 4 ** 3) / (3 * EI);

  test('drift, shear, weight, overturning and P Δ / (V h) of two cantilevers by hand', () => {
    const { model, solution, state } = answer(sway);
    const [storey] = new StoreyBook(model, solution).results(state);
    expect(storey.drift[0]).toBeCloseTo(drift, 8);
    expect(storey.ratio[0]).toBeCloseTo(drift / 4, 8);
    expect(storey.shear).toEqual([20e3, 0]);
    expect(storey.gravity).toBeCloseTo(1000e3, 3);
    expect(storey.overturning[0]).toBeCloseTo(80e3, 3);
    expect(storey.stability[0]).toBeCloseTo((1000e3 * drift) / (20e3 * 4), 6);
    expect(storey.stability[1]).toBeNull();
  });

  test('a state of second order is set beside that of first order, which drifts less', () => {
    const { model, solution, state } = answer({ ...sway, order: 'second' });
    const book = new StoreyBook(model, solution);
    const first = book.results(book.firstOrder(state)!)[0];
    expect(first.drift[0]).toBeCloseTo(drift, 8);
    // about 1 / (1 − θ) for a cantilever (θ to the chord, so a little more)
    const amplified = book.results(state)[0].drift[0] / drift;
    expect(amplified).toBeGreaterThan(1 / (1 - first.stability[0]!));
    expect(amplified).toBeLessThan(1 / (1 - 1.25 * first.stability[0]!));
    expect(book.firstOrder(superpose(solution, caseWeights(solution, 'c1')))).toBeUndefined();
    // with half the stiffness the first order beside it is that of half the stiffness too: it drifts twice as far, and Q is twice as large
    const halved = answer({
      ...sway,
      order: 'second',
      sets: [
        {
          label: 'K',
          source: '',
          rules: [{ material: 'any', role: 'any', factors: { area: 0.5, inertiaY: 0.5, inertiaZ: 0.5 } }],
        },
      ],
    });
    const soft = new StoreyBook(halved.model, halved.solution);
    const softFirst = soft.results(soft.firstOrder(halved.state)!)[0];
    expect(softFirst.meanDrift[0] / first.meanDrift[0]).toBeCloseTo(2, 6);
    expect(softFirst.stability[0]! / first.stability[0]!).toBeCloseTo(2, 6);
    expect(countsCracked(halved.model, 'k1')).toBe(true);
    expect(countsCracked(halved.model, undefined)).toBe(false);
  });

  test('the centre of stiffness of two columns of one line lies at Σ k x / Σ k', () => {
    const [small, large] = [{ ...fixed }, { ...fixed }];
    const model = changed(
      build({
        nodes: [
          { position: [0, 0, 0], support: small },
          { position: [0, 0, 4] },
          { position: [6, 0, 0], support: large },
          { position: [6, 0, 4] },
          { position: [0, 5, 0], support: small },
          { position: [0, 5, 4] },
          { position: [6, 5, 0], support: large },
          { position: [6, 5, 4] },
        ],
        members: [
          [1, 2, { role: 'column' }],
          [3, 4, { role: 'column', stiffness: { inertiaY: 3, inertiaZ: 3 } }],
          [5, 6, { role: 'column' }],
          [7, 8, { role: 'column', stiffness: { inertiaY: 3, inertiaZ: 3 } }],
        ],
        storeys: [0, 4],
        diaphragms: [[2, 4, 6, 8]],
        loads: [],
      }),
      { edits: [{ kind: 'settings.change', fields: { name: 'Floors' } }] },
    );
    const [centre] = centresOfStiffness(model);
    expect(centre.x).toBeCloseTo((6 * 3 * 2) / (2 * 3 + 2), 6);
    expect(centre.y).toBeCloseTo(2.5, 6);
    // the tops may turn: two columns of 3 E I / h³ and two of three times that
    expect(centre.stiffness[0] / ((8 * 3 * EI) / 4 ** 3)).toBeCloseTo(1, 3);
  });

  test('supports stand on the grid lines through them', () => {
    const model = changed(build(sway), {
      edits: [
        {
          kind: 'add',
          records: {
            gridLines: [
              { id: 'g1', label: 'A', axis: 'x', position: 0 },
              { id: 'g2', label: '1', axis: 'y', position: 0 },
            ],
          },
        },
      ],
    });
    expect(supportLines(model)).toEqual([
      { key: 'g1', name: 'Grid A', nodes: ['n1'] },
      { key: 'g2', name: 'Grid 1', nodes: ['n1', 'n3'] },
    ]);
  });
});

test('normal stress over a rectangle is N / A ± M / W, tension below a sagging beam', () => {
  const beam: Structure = {
    ...chain(1, [0, 0, 0], [6, 0, 0], (node) => ({
      support: node === 1 ? pinnedInPlane : { ...pinnedInPlane, ux: false },
    })),
    loads: [
      { type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: -10e3, from: 0, to: null },
      { type: 'node', node: 'n2', force: [80e3, 0, 0], moment: [0, 0, 0] },
    ],
  };
  const { model, solution } = answer(beam);
  const table = stationTable(solution);
  const { stations, max, min } = stressBand(table, model, 'm1', 0, [caseWeights(solution, 'c1')])!;
  const middle = stations.findIndex((station) => Math.abs(station.x - 3) < 1e-9);
  const [axial, bending] = [80e3 / 0.04, (10e3 * 6 ** 2) / 8 / (0.2 ** 3 / 6)];
  expect(max[middle]).toBeCloseTo(axial + bending, 0);
  expect(min[middle]).toBeCloseTo(axial - bending, 0);
  expect(max[0]).toBeCloseTo(axial, 0);
});

describe('differences between results', () => {
  test('of a beam before and after its load was doubled: the load’s own moment, at every station', () => {
    const one = answer(cantilever);
    const two = answer({
      ...cantilever,
      loads: [{ type: 'node', node: 'n2', force: [0, 0, -20e3], moment: [0, 0, 0] }],
    });
    const side = (of: typeof one) => ({
      table: stationTable(of.solution),
      member: 0,
      weights: [caseWeights(of.solution, 'c1')],
    });
    expect(commonMembers(one.solution, two.solution)).toEqual([{ id: 'm1', one: 0, other: 0 }]);
    const { stations, max } = differenceBand(side(two), side(one), 'My');
    stations.forEach(({ x }, s) => expect(max[s]).toBeCloseTo(-10e3 * (4 - x), 4));
  });

  test('a result less itself is nothing', () => {
    fc.assert(
      fc.property(fc.integer({ min: -50, max: 50 }), fc.integer({ min: 1, max: 9 }), (load, length) => {
        const { solution } = answer({
          ...chain(1, [0, 0, 0], [length, 0, 1], (node) => (node === 1 ? { support: fixed } : {})),
          loads: [{ type: 'node', node: 'n2', force: [load * 100, 30, -load * 1e3], moment: [0, 0, 0] }],
        });
        const side = { table: stationTable(solution), member: 0, weights: [caseWeights(solution, 'c1')] };
        const { max, min } = differenceBand(side, side, 'My');
        return max.every((value) => value === 0) && min.every((value) => value === 0);
      }),
      { numRuns: 20 },
    );
  });
});

describe('the watch list', () => {
  const { model, solution } = answer(cantilever);
  const none = new Map<string, { utilisation: number | null; combination: string }>();
  test.each([
    [
      'the tip’s movement',
      { kind: 'displacement', node: 'n2', direction: 'z', shown: P },
      (-10e3 * 64) / (3 * EI),
      'uz of n2, Case P',
    ],
    ['the moment at the wall', { kind: 'force', member: 'm1', component: 'My', shown: P }, -40e3, 'My in m1, Case P'],
    [
      'the reaction',
      { kind: 'reaction', node: 'n1', direction: 'z', part: 'force', shown: P },
      10e3,
      'Rz at n1, Case P',
    ],
    [
      'the base moment about the origin',
      { kind: 'base', direction: 'y', part: 'moment', shown: P },
      -40e3,
      'base moment y, Case P',
    ],
  ] as const)('%s by hand', (_, watch, expected, words) => {
    const found = watchedValue(watch as never, model, solution, none);
    expect('value' in found ? found.value : NaN).toBeCloseTo(expected, 3);
    expect(watchWords(watch as never, model)).toBe(words);
  });

  test('what is not there any more says so instead of a number', () => {
    expect(watchedValue({ kind: 'force', member: 'm77', component: 'N', shown: P }, model, solution, none)).toEqual({
      reason: 'member m77 is not in this model',
    });
    expect(
      watchedValue({ kind: 'reaction', node: 'n2', direction: 'x', part: 'force', shown: P }, model, solution, none),
    ).toEqual({ reason: 'node n2 is not supported' });
    expect(watchedValue({ kind: 'utilisation', member: null }, model, solution, none)).toEqual({
      reason: 'nothing is checked',
    });
    expect(watchedText({ reason: 'gone' }, 'si')).toBe('–');
    const utilisations = new Map([
      ['m1', { utilisation: 0.4, combination: 'U1' }],
      ['m2', { utilisation: 0.9, combination: 'U3' }],
    ]);
    expect(watchedValue({ kind: 'utilisation', member: null }, model, solution, utilisations)).toEqual({
      value: 0.9,
      kind: 'number',
      by: 'm2 U3',
    });
  });
});

test('clicking stops together makes a set and takes them out again', () => {
  const set = toggled(toggled(P, { kind: 'combination', id: 'u1' }), { kind: 'case', id: 'c2' });
  expect(set).toEqual({ kind: 'set', cases: ['c1', 'c2'], combinations: ['u1'] });
  expect(toggled(toggled(set, { kind: 'case', id: 'c1' }), { kind: 'case', id: 'c2' })).toEqual({
    kind: 'combination',
    id: 'u1',
  });
  expect(toggled(P, P as never)).toEqual(P);
});

describe('plausibility', () => {
  const verdicts = (model: Model) => {
    const { solution, factored } = solveNow(model);
    const dead = Object.values(model.cases)
      .filter((one) => one.nature === 'dead')
      .map((one) => ({ case: one.id, factor: 1 }));
    const asked = changed(model, {
      edits: [
        {
          kind: 'add',
          records: {
            analyses: [
              {
                id: 'a9',
                label: 'Modes',
                type: 'modal',
                masses: dead,
                count: 3,
                massMatrix: 'lumped',
                verticalMass: false,
              },
            ],
          },
        },
      ],
    });
    const { outcome } = runAnalysisNow(asked, 'a9');
    return new Map(
      plausibility(model, solution!, outcome?.type === 'modal' ? outcome.result : undefined, factored).items.map(
        (item) => [item.id, item],
      ),
    );
  };

  test('a sound small frame balances, is braced or stiff, and every member carries something', () => {
    const items = verdicts(buildTernHide());
    expect(items.get('balance')!.verdict).toBe('usual');
    expect(items.get('idle')!.answer).toBe('Every member does.');
    expect(items.get('own')!.verdict).toBe('usual');
  });

  test('a mast on a whip of a bar, a stray member and a tie-down are each told with what they concern', () => {
    const model = build({
      nodes: [
        { position: [0, 0, 0], support: fixed },
        { position: [0, 0, 4] },
        { position: [6, 0, 0], support: fixed },
        { position: [6, 0, 4] },
        { position: [9, 0, 0], support: fixed },
        { position: [12, 0, 0], support: fixed },
      ],
      members: [
        [1, 2, { role: 'column' }],
        [2, 4],
        [3, 4, { role: 'column' }],
        [5, 6],
      ],
      storeys: [0, 4],
      shape: { type: 'rectangle', depth: 0.03, width: 0.03 },
      loads: [{ type: 'node', node: 'n2', force: [300, 0, -10], moment: [0, 0, 0] }],
    });
    const items = verdicts({ ...model, cases: { c1: { ...model.cases.c1, nature: 'dead' } } });
    expect(items.get('sway x')!.verdict).toBe('usual');
    expect(items.get('drift')!.verdict).toBe('look');
    expect(items.get('idle')!.members).toEqual(['m4']);
    expect(items.get('uplift')!.nodes).toEqual(['n1']);
    expect(items.get('weight')!.verdict).toBe('not asked');
  });
});

test('forces at a chosen place are those of the line itself', () => {
  const { solution, state } = answer(cantilever);
  const line = new MemberLine(solution, state, 0);
  for (const x of [0, 0.37, 2.11, 4])
    expect(stationTable(solution).at(0, caseWeights(solution, 'c1'), x)[lineIndex.My]).toBeCloseTo(
      line.at(x)[lineIndex.My],
      9,
    );
});
