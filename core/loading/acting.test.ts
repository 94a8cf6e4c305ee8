import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readModelFile } from '../exchange';
import { solve, type Factored } from '../fem';
import { applyAct, type Act, type AreaLoad, type LineLoad, type Load, type LoadRule, type Model } from '../model';
import { build, fixed } from '../results/verification/book/structure';
import {
  actingLoads,
  caseResultants,
  loadWords,
  pressureWords,
  receivedBy,
  regionWords,
  ruleResults,
  targetOf,
} from './index';

const corners: [number, number, number][] = [
  [0, 0, 3],
  [6, 0, 3],
  [6, 4, 3],
  [0, 4, 3],
];
const area: Omit<AreaLoad, 'id' | 'case'> = {
  type: 'area',
  region: { kind: 'storey', storey: 'h2' },
  pressure: { type: 'uniform', value: -2000 },
  direction: 'z',
  spread: { way: 'one', along: [0, 1, 0] },
};
const bay = (): Model =>
  build({
    nodes: [
      ...corners.map(([x, y]) => ({ position: [x, y, 0] as [number, number, number], support: fixed })),
      ...corners.map((position) => ({ position })),
    ],
    members: [
      ...[1, 2, 3, 4].map((n): [number, number, object] => [n, n + 4, { role: 'column' }]),
      [5, 6],
      [6, 7],
      [7, 8],
      [8, 5],
    ],
    storeys: [0, 3],
    loads: [area],
  });

function done(model: Model, act: Act): Model {
  const applied = applyAct(model, act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}
function carried(model: Model, earlier?: Factored) {
  const steps = solve(model, earlier);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}
const downward = (outcome: ReturnType<typeof carried>, id = 'c1') =>
  outcome.solution!.cases.find((one) => one.id === id)!.applied[2];
const reduction: LoadRule = {
  id: 'r1',
  label: 'R',
  type: 'reduction',
  case: 'c1',
  standard: 'asce',
  elementFactor: 4,
  combinationFactor: 0.7,
};

test('a solve that goes on from an earlier one sees a storey that moved away from under its load', () => {
  const model = bay();
  const first = carried(model);
  expect(downward(first)).toBeCloseTo(-48000, 6);
  const again = carried(model, first.factored);
  expect(again.solution!.log.factorReused).toBe(true);
  expect(downward(again)).toBeCloseTo(-48000, 6);
  const away = done(model, {
    edits: [{ kind: 'change', table: 'storeys', changes: [{ id: 'h2', fields: { elevation: 3.5 } }] }],
  });
  const after = carried(away, first.factored);
  expect(after.solution!.log.factorReused).toBe(true);
  expect(downward(after)).toBe(0);
});

test('a reduction that comes, changes or goes is solved anew at once', () => {
  const first = carried(bay());
  const reduced = done(bay(), { edits: [{ kind: 'add', records: { loadRules: [reduction] } }] });
  // 12 m² on each long beam: K_LL A_T = 48 m², 0.25 + 4.57 / √48 = 0.910
  const second = carried(reduced, carried(bay()).factored);
  expect(downward(second) / -48000).toBeCloseTo(0.9096, 3);
  const more = done(reduced, {
    edits: [{ kind: 'change', table: 'loadRules', changes: [{ id: 'r1', fields: { elementFactor: 20 } }] }],
  });
  expect(downward(carried(more, second.factored)) / -48000).toBeCloseTo(0.545, 3);
  expect(
    downward(carried(done(reduced, { edits: [{ kind: 'remove', table: 'loadRules', ids: ['r1'] }] }), second.factored)),
  ).toBeCloseTo(downward(first), 6);
});

test('notional loads follow the loads they are a share of, and stay the same records when another case changes', () => {
  const cases = [
    { id: 'c2', label: 'N', name: 'Sway', nature: 'notional' as const, selfWeight: false },
    { id: 'c3', label: 'X', name: 'Other', nature: 'other' as const, selfWeight: false },
  ];
  const rule: LoadRule = {
    id: 'r1',
    label: 'N',
    type: 'notional',
    case: 'c2',
    gravity: [{ case: 'c1', factor: 1 }],
    share: 0.01,
    direction: '+x',
    at: 'columns',
  };
  const model = done(bay(), { edits: [{ kind: 'add', records: { cases, loadRules: [rule] } }] });
  const made = (of: Model) => actingLoads(of).filter((load) => load.case === 'c2');
  expect(caseResultants(model).get('c2')!.force[0]).toBeCloseTo(480, 9);
  const elsewhere = done(model, {
    edits: [
      {
        kind: 'add',
        records: { loads: [{ id: 'l9', case: 'c3', type: 'node', node: 'n5', force: [0, 0, -1], moment: [0, 0, 0] }] },
      },
    ],
  });
  made(elsewhere).forEach((load, i) => expect(load).toBe(made(model)[i]));
  const heavier = done(model, {
    edits: [
      {
        kind: 'change',
        table: 'loads',
        changes: [{ id: 'l1', fields: { pressure: { type: 'uniform', value: -4000 } } }],
      },
    ],
  });
  expect(caseResultants(heavier).get('c2')!.force[0]).toBeCloseTo(960, 9);
  const weight = done(model, {
    edits: [{ kind: 'change', table: 'cases', changes: [{ id: 'c1', fields: { selfWeight: true } }] }],
  });
  expect(caseResultants(weight).get('c2')!.force[0]).toBeGreaterThan(480);
});

test('a pattern is cut from what a rule before it makes, and its loads are counted among notional ones', () => {
  const cases = ['c2', 'c3', 'c4', 'c5'].map((id, i) => ({
    id,
    label: `K${i}`,
    name: 'Case',
    nature: 'live' as const,
    selfWeight: false,
  }));
  const loadRules: LoadRule[] = [
    { id: 'r3', label: 'Cart', type: 'train', path: ['m5'], forces: [{ force: 1000, behind: 0 }], cases: ['c2', 'c3'] },
    { id: 'r2', label: 'Part', type: 'pattern', source: 'c2', cases: [{ case: 'c4', keep: 'oddX' }] },
    {
      id: 'r1',
      label: 'N',
      type: 'notional',
      case: 'c5',
      gravity: [{ case: 'c4', factor: 1 }],
      share: 0.1,
      direction: '-y',
      at: 'columns',
    },
  ];
  const model = done(bay(), {
    edits: [
      {
        kind: 'add',
        records: {
          gridLines: [
            { id: 'g1', label: '1', axis: 'x', position: 0 },
            { id: 'g2', label: '2', axis: 'x', position: 6 },
          ],
          cases,
          loadRules,
        },
      },
    ],
  });
  expect(caseResultants(model).get('c4')!.force[2]).toBeCloseTo(-1000, 9);
  expect(caseResultants(model).get('c5')!.force[1]).toBeCloseTo(-100, 9);
  expect([...ruleResults(model).keys()].sort()).toEqual(['r1', 'r2', 'r3']);
});

test('a renamed case is named anew in the sheet of a pattern', () => {
  const cases = ['c2', 'c3'].map((id, i) => ({
    id,
    label: `K${i}`,
    name: 'Case',
    nature: 'live' as const,
    selfWeight: false,
  }));
  const rule: LoadRule = {
    id: 'r1',
    label: 'Part',
    type: 'pattern',
    source: 'c2',
    cases: [{ case: 'c3', keep: 'oddX' }],
  };
  const before = done(bay(), {
    edits: [
      {
        kind: 'add',
        records: {
          gridLines: [
            { id: 'g1', label: '1', axis: 'x', position: 0 },
            { id: 'g2', label: '2', axis: 'x', position: 6 },
          ],
          cases,
          loadRules: [rule],
        },
      },
    ],
  });
  const told = (model: Model) => JSON.stringify(ruleResults(model).get('r1')!.sheets);
  expect(told(before)).toContain('Case K1: loaded');
  expect(told({ ...before, cases: { ...before.cases, c3: { ...before.cases.c3, label: 'Odd bays' } } })).toContain(
    'Case Odd bays: loaded',
  );
});

test('what members receive is told load by load, the largest first', () => {
  const line: LineLoad = {
    id: 'l2',
    case: 'c1',
    type: 'line',
    start: [0, 0, 3],
    end: [6, 0, 3],
    direction: 'z',
    valueFrom: -100,
    valueTo: -100,
  };
  const model = done(bay(), { edits: [{ kind: 'add', records: { loads: [line] } }] });
  expect(receivedBy(model, 'c1', ['m5']).map(({ load, total }) => [load.id, Math.round(total)])).toEqual([
    ['l1', -24000],
    ['l2', -600],
  ]);
  expect(receivedBy(model, 'c1', ['m1'])).toEqual([]);
});

test('areas and lines in words: where, how much, which way', () => {
  const model = bay();
  const of = (change: Partial<AreaLoad>): AreaLoad => ({ ...area, id: 'l1', case: 'c1', ...change });
  expect(targetOf(of({}), model)).toBe('storey 1');
  expect(targetOf(of({ label: 'Archive' }))).toBe('Archive');
  expect(regionWords(of({ region: { kind: 'panels', slabs: ['b1'], walls: ['w2'] } }))).toBe('b1, w2');
  expect(regionWords(of({ region: { kind: 'polygon', points: corners } }))).toBe('area with 4 corners');
  expect(loadWords(of({ projected: true }), 'si')).toMatchObject({
    kind: 'area',
    direction: 'global z',
    value: '−2.00 kPa',
    place: 'one way, on the projection',
  });
  expect(
    loadWords(
      of({
        direction: 'normal',
        reversed: true,
        spread: { way: 'two' },
        pressure: { type: 'fluid', density: 1000, level: 2.5 },
      }),
      'si',
    ),
  ).toMatchObject({ direction: 'square to it', value: '−fluid of 1000 kg/m³ to 2.50 m', place: 'two ways' });
  expect(
    pressureWords(
      { type: 'earth', state: 'given', coefficient: 0.4, unitWeight: 18000, level: 3, surcharge: 0, waterLevel: 1 },
      'si',
    ),
  ).toBe('earth with K 0.40 to 3.00 m, water to 1.00 m');
  expect(
    pressureWords(
      { type: 'linear', points: corners.slice(0, 3).map((at, i) => ({ at, value: -1000 * i })) as never },
      'si',
    ),
  ).toBe('0.00, −1.00, −2.00 kPa at three points');
  const line: Load = {
    id: 'l2',
    case: 'c1',
    type: 'line',
    start: [0, 0, 3],
    end: [6, 0, 3],
    direction: 'z',
    valueFrom: -100,
    valueTo: -500,
  };
  expect(loadWords(line, 'si')).toMatchObject({ kind: 'line', value: '−0.10 to −0.50 kN/m' });
});

test('the kept sample of version 4 is solved with every kind of load and rule in it', () => {
  const read = readModelFile(readFileSync(join(process.cwd(), 'core/exchange/samples/version-4.json'), 'utf8'));
  if (!read.ok) throw new Error(read.problems.join(' '));
  const outcome = carried(read.model);
  expect(outcome.findings.filter((one) => one.severity === 'stop')).toEqual([]);
  for (const one of outcome.solution!.cases) expect(one.residual).toBeLessThan(1e-8);
  expect(actingLoads(read.model).length).toBeGreaterThan(Object.keys(read.model.loads).length);
});
