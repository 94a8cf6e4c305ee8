import { applyAct, type AreaLoad, type Load, type LoadCase, type Model, type Nature } from '../model';
import { solveNow } from '../fem';
import { build, fixed, pinned, type Structure } from '../results/verification/book/structure';
import {
  caseResultants,
  copyCase,
  equalPlaces,
  loadFindings,
  loadForce,
  parsePlace,
  probe,
  putOnMembers,
  putOnNodes,
  takeDown,
  thicknessFindings,
  type MemberPut,
  type Put,
} from './index';

const beams = (more: Partial<Structure> = {}) =>
  build({
    nodes: [
      { position: [0, 0, 3], support: fixed },
      { position: [6, 0, 3], support: pinned },
      { position: [10, 0, 3] },
    ],
    members: [
      [1, 2],
      [2, 3],
    ],
    ...more,
  });
const done = (model: Model, put: Put): Model => {
  if (!put.ok) throw new Error(put.error);
  const applied = applyAct(model, put.act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};
const metres = (value: number) => ({ kind: 'length' as const, value });
const uniform = (more: Partial<Extract<MemberPut, { kind: 'uniform' }>> = {}): MemberPut => ({
  kind: 'uniform',
  axes: 'global',
  direction: 'z',
  projected: false,
  value: -1000,
  ...more,
});

test.each([
  ['2.4', metres(2.4)],
  ['2400 mm', metres(2.4)],
  ['40 %', { kind: 'share', value: 0.4 }],
  ['L/4', { kind: 'share', value: 0.25 }],
  ['3/4 L', { kind: 'share', value: 0.75 }],
  ['0.5L', { kind: 'share', value: 0.5 }],
  ['L', { kind: 'share', value: 1 }],
])('a position %s is read', (text, value) => {
  const read = parsePlace(text, 'si');
  expect(read.ok && read.value).toEqual(value);
});

test.each(['120 %', '3/2 L', 'half', 'L/'])('a position %s is refused with what to type', (text) => {
  const read = parsePlace(text, 'si');
  expect(read.ok ? '' : read.error).toMatch(/member|position|number|length|Type/i);
});

test('n equal parts are at i / (n + 1), on each member by its own length', () => {
  expect(equalPlaces(3).map((place) => place.value)).toEqual([0.25, 0.5, 0.75]);
  const model = done(
    beams(),
    putOnMembers(beams(), 'c1', ['m1', 'm2'], {
      kind: 'point',
      axes: 'global',
      direction: 'z',
      value: -500,
      places: equalPlaces(2),
    }),
  );
  expect(
    Object.values(model.loads).map((load) => (load.type === 'point' ? [load.member, Number(load.at.toFixed(9))] : [])),
  ).toEqual([
    ['m1', 2],
    ['m1', 4],
    ['m2', Number((4 / 3).toFixed(9))],
    ['m2', Number((8 / 3).toFixed(9))],
  ]);
});

test('a position a little past the end becomes the end and is counted; farther it is refused, with the unit it may have been', () => {
  const put = putOnMembers(beams(), 'c1', ['m1'], uniform({ to: metres(6.004) }));
  expect(put.ok && put.act.sentence).toMatch(/1 position a little past the end set to the end/);
  expect(put.ok && put.act.edits[0]).toMatchObject({ records: { loads: [{ from: 0, to: null }] } });
  const far = putOnMembers(beams(), 'c1', ['m2'], {
    kind: 'point',
    axes: 'local',
    direction: 'y',
    value: 1,
    places: [metres(2500)],
  });
  expect(far.ok ? '' : far.error).toMatch(
    /Case P: .*past the end of member m2, which is 4\.000 m long\. 2\.500 m would fit: was it meant in mm\?/,
  );
  expect(putOnMembers(beams(), 'c1', ['m1'], uniform({ from: metres(3), to: metres(2) })).ok).toBe(false);
  expect(putOnMembers(beams(), 'c1', ['m1'], uniform({ value: 0 }))).toMatchObject({
    ok: false,
    error: 'Type the value of the load.',
  });
});

test('a settlement is refused where no support holds, with the direction', () => {
  const down = { kind: 'settlement' as const, displacement: [0, 0, -0.01] as const, rotation: [0, 0, 0] as const };
  expect(putOnNodes(beams(), 'c1', ['n3'], down)).toMatchObject({
    ok: false,
    error: expect.stringMatching(/Node n3 has no support in uz/) as string,
  });
  expect(putOnNodes(beams(), 'c1', ['n2'], { ...down, rotation: [0, 0.001, 0] })).toMatchObject({
    ok: false,
    error: expect.stringMatching(/ry/) as string,
  });
  expect(putOnNodes(beams(), 'c1', ['n1', 'n2'], down).ok).toBe(true);
  expect(putOnNodes(beams(), 'c1', ['n3'], { kind: 'node', force: [0, 0, 0], moment: [0, 0, 0] }).ok).toBe(false);
});

test('what is put is what acts: a trapezoid of 0 to 3 kN/m over 6 m is 9 kN at 4 m', () => {
  const model = done(
    beams(),
    putOnMembers(beams(), 'c1', ['m1'], {
      kind: 'trapezoid',
      axes: 'global',
      direction: 'z',
      projected: false,
      valueFrom: 0,
      valueTo: -3000,
    }),
  );
  const { force, moment } = caseResultants(model).get('c1')!;
  expect(force[2]).toBeCloseTo(-9000, 9);
  expect(moment[1]).toBeCloseTo(9000 * 4, 6);
  expect(caseResultants(model, [4, 0, 0]).get('c1')!.moment[1]).toBeCloseTo(0, 6);
});

test('the sum of a case is what the solve applies, force and moment, for loads of every kind', () => {
  const loads: Structure['loads'] = [
    { type: 'node', node: 'n3', force: [100, -50, 20], moment: [10, 20, -30] },
    { type: 'moment', member: 'm1', axes: 'local', direction: 'y', value: 700, at: 2 },
    { type: 'point', member: 'm2', axes: 'local', direction: 'z', value: -900, at: 1 },
    { type: 'trapezoid', member: 'm1', axes: 'global', direction: 'y', valueFrom: -500, valueTo: 500, from: 1, to: 5 },
    { type: 'line', start: [0, 0, 3], end: [10, 0, 3], direction: 'z', valueFrom: -100, valueTo: -400 },
  ];
  const model = beams({ loads });
  const [applied] = solveNow(model).solution!.cases.map((one) => one.applied);
  const { force, moment } = caseResultants(model).get('c1')!;
  [...force, ...moment].forEach((part, i) => expect(part).toBeCloseTo(applied[i], 6));
  expect(loadForce(model, model.loads.l5)[2]).toBeCloseTo(-2500, 6);
});

test('a case copied with a factor has its loads times it; self-weight and the weight of water stay behind', () => {
  const model = beams({
    selfWeight: true,
    loads: [
      { type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: -1000, from: 0, to: null },
      { type: 'temperature', member: 'm1', change: 20, differenceY: 0, differenceZ: -5 },
    ],
  });
  const copied = done(model, copyCase(model, 'c1', 'P2', 'Half', 0.5));
  expect(Object.values(copied.loads).filter((load) => load.case === 'c2')).toMatchObject([
    { value: -500 },
    { change: 10, differenceZ: -2.5 },
  ]);
  expect(copied.cases.c2).toMatchObject({ label: 'P2', selfWeight: false });
  expect(copyCase(model, 'c1', 'P', '', 2)).toMatchObject({
    ok: false,
    error: expect.stringMatching(/P already/) as string,
  });
  expect(copyCase(model, 'c1', 'X', '', 0).ok).toBe(false);
});

/** A bay with columns below it and loads of a nature. */
function bay(
  loads: Structure['loads'],
  nature: Nature = 'dead',
  change: (model: Model) => Model = (model) => model,
): Model {
  const corners: [number, number, number][] = [
    [0, 0, 0],
    [6, 0, 0],
    [6, 4, 0],
    [0, 4, 0],
  ];
  const model = build({
    nodes: [
      ...corners.map((position) => ({ position, support: fixed })),
      ...corners.map(([x, y]) => ({ position: [x, y, 3] as [number, number, number] })),
    ],
    members: [
      ...[1, 2, 3, 4].map((n): [number, number, object] => [n, n + 4, { role: 'column' }]),
      [5, 6],
      [6, 7],
      [7, 8],
      [8, 5],
    ],
    loads,
    storeys: [0, 3],
  });
  return change({ ...model, cases: { c1: { ...model.cases.c1, nature } } });
}
const floor = (value: number, more: Partial<AreaLoad> = {}): NonNullable<Structure['loads']>[number] => ({
  type: 'area',
  region: { kind: 'nodes', corners: ['n5', 'n6', 'n7', 'n8'] },
  pressure: { type: 'uniform', value },
  direction: 'z',
  spread: { way: 'two' },
  ...more,
});

test('probing a place shows the loads over it and their sum; an opening shows nothing', () => {
  const opening: [number, number, number][][] = [
    [
      [1, 1, 3],
      [2, 1, 3],
      [2, 2, 3],
      [1, 2, 3],
    ],
  ];
  const model = bay([
    floor(-3000),
    {
      type: 'area',
      region: {
        kind: 'polygon',
        points: [
          [0, 0, 3],
          [3, 0, 3],
          [3, 4, 3],
          [0, 4, 3],
        ],
        openings: opening,
      },
      pressure: { type: 'uniform', value: -1500 },
      direction: 'z',
      spread: { way: 'two' },
    },
    { type: 'line', start: [0, 0, 3], end: [6, 0, 3], direction: 'z', valueFrom: -800, valueTo: -800 },
  ]);
  const one = new Map([['c1', 1]]);
  expect(probe(model, one, [2.5, 3, 3]).area).toEqual([0, 0, -4500]);
  expect(probe(model, one, [1.5, 1.5, 3]).area[2]).toBe(-3000);
  expect(probe(model, new Map([['c1', 1.5]]), [5, 3, 3]).area[2]).toBe(-4500);
  expect(probe(model, one, [5, 3, 1]).parts).toEqual([]);
  expect(probe(model, one, [4, 0, 3])).toMatchObject({ line: [0, 0, -800], area: [0, 0, -3000] });
});

test('load comes down storey by storey and column by column, all of it', () => {
  const model = bay([floor(-5000), { type: 'node', node: 'n5', force: [2000, -300, -10000], moment: [0, 0, 0] }]);
  const down = takeDown(model, [{ case: 'c1', factor: 1.2 }]);
  expect(
    down.storeys.map((storey) => [storey.label, Number(storey.own.toFixed(6)), Number(storey.above.toFixed(6))]),
  ).toEqual([
    ['1', 1.2 * 130000, 1.2 * 130000],
    ['0', 0, 1.2 * 130000],
  ]);
  expect(down.storeys[0].lateral).toEqual([2400, -360]);
  expect(takeDown({ ...model, storeys: {} }, [{ case: 'c1', factor: 1 }])).toEqual({ storeys: [], columns: [] });
  expect(down.columns).toHaveLength(4);
  expect(down.columns[0].levels.at(-1)!.above).toBeCloseTo(1.2 * (30000 + 10000), 6);
  expect(down.columns.reduce((sum, column) => sum + column.levels.at(-1)!.above, 0)).toBeCloseTo(1.2 * 130000, 6);
});

const rules = (model: Model) => loadFindings(model).map((one) => one.rule);

test('suspected units: 300 kPa, 10 kPa and 3 Pa on a floor, 900 kN/m, 25 MN; usual values say nothing', () => {
  expect(rules(bay([floor(-3000)]))).toEqual([]);
  expect(rules(bay([floor(-9900)], 'live'))).toEqual([]);
  expect(loadFindings(bay([floor(-10000)], 'live'))[0].why).toMatch(/If 10\.0 was meant in psf, it would be 0\.48/);
  expect(rules(bay([floor(-20000)], 'wind'))).toEqual([]);
  expect(rules(bay([floor(-300000)]))).toContain('suspected-units');
  expect(rules(bay([floor(-3)]))).toContain('suspected-units');
  expect(
    rules(bay([{ type: 'uniform', member: 'm5', axes: 'global', direction: 'z', value: -900000, from: 0, to: null }])),
  ).toContain('suspected-units');
  expect(rules(bay([{ type: 'node', node: 'n5', force: [0, 0, -25e6], moment: [0, 0, 0] }]))).toContain(
    'suspected-units',
  );
});

test('gravity upward is told and can be turned down; in a wind case it may point up', () => {
  const model = bay([floor(2000)]);
  const [finding] = loadFindings(model);
  expect(finding).toMatchObject({ rule: 'gravity-upward', severity: 'remark' });
  const mended = applyAct(model, (finding.mend as { act: Parameters<typeof applyAct>[1] }).act);
  expect(mended.ok && rules(mended.model)).toEqual([]);
  expect(rules(bay([floor(2000)], 'wind'))).toEqual([]);
});

test('self-weight in two cases, or beside an allowance that stands for it, counts twice', () => {
  const twice = bay([floor(-1000)], 'dead', (model) => ({
    ...model,
    cases: {
      c1: { ...model.cases.c1, selfWeight: true },
      c2: { ...model.cases.c1, id: 'c2', label: 'Q', selfWeight: true } as LoadCase,
    },
  }));
  expect(rules(twice)).toContain('self-weight-twice');
  const allowance = bay([floor(-1000, { allowance: true })], 'dead', (model) => ({
    ...model,
    cases: { c1: { ...model.cases.c1, selfWeight: true } },
  }));
  expect(loadFindings(allowance).map((one) => one.key)).toContain('self-weight allowance');
  expect(rules(bay([floor(-1000, { allowance: true })]))).toEqual([]);
});

test('settlement without a support, warmth without a coefficient, areas that no member receives', () => {
  expect(
    rules(bay([{ type: 'settlement', node: 'n5', displacement: [0, 0, -0.01], rotation: [0, 0, 0] }], 'settlement')),
  ).toContain('settlement-without-support');
  const cold = bay(
    [{ type: 'temperature', member: 'm5', change: 20, differenceY: 0, differenceZ: 0 }],
    'temperature',
    (model) => ({ ...model, materials: { t1: { ...model.materials.t1, expansion: 0 } } }),
  );
  expect(rules(cold)).toContain('no-expansion');
  const far = loadFindings(
    bay([
      floor(-1000, {
        region: {
          kind: 'polygon',
          points: [
            [20, 0, 3],
            [22, 0, 3],
            [22, 2, 3],
          ],
        },
      }),
    ]),
  );
  expect(far[0]).toMatchObject({
    rule: 'area-load',
    sentence: expect.stringMatching(/does not reach members whole/) as string,
  });
});

test('a wall 2 mm thick and a section 40 m deep were most likely typed in another unit', () => {
  const model = bay([]);
  const odd: Model = {
    ...model,
    walls: { w1: { id: 'w1', corners: ['n1', 'n2', 'n6'], thickness: 0.002, material: null } },
    sections: { s1: { ...model.sections.s1, shape: { type: 'rectangle', depth: 40, width: 0.3 } } },
  };
  expect(thicknessFindings(odd).map((one) => one.rule)).toEqual(['suspected-units', 'suspected-units']);
  expect(thicknessFindings(model)).toEqual([]);
});

test('a model with a member that has no length, section or material can still be asked for its findings', () => {
  const model = bay(
    [
      floor(-1000),
      { type: 'temperature', member: 'm5', change: 20, differenceY: 0, differenceZ: 0 },
    ] as Load[] as never,
    'dead',
    (whole) => ({
      ...whole,
      members: { ...whole.members, m5: { ...whole.members.m5, section: null, material: null, end: 'n5' } },
    }),
  );
  expect(() => loadFindings(model)).not.toThrow();
  expect(() => caseResultants(model)).not.toThrow();
});
