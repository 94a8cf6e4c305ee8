import {
  applyAct,
  type AsceSnowRule,
  type AsceWindRule,
  type EnSnowRule,
  type EnWindRule,
  type Load,
  type LoadCase,
  type LoadRule,
  type Model,
} from '../../model';
import { solveNow } from '../../fem';
import { Sheet } from '../../sheet';
import { build, fixed } from '../../results/verification/book/structure';
import { actingLoads, caseResultants, loadFindings, ruleResults } from '../index';
import { flatRoofStrips, leewardWall } from '../../codes/asce7-22/loads/wind';
import { buildingOf, wallsInWind } from '../../codes/doors/loads/building';
import { peakPressure, windwardParts } from '../../codes/en1991-1-4/loads/wind';
import { loadedBays } from './pattern';
import { liveReductions } from '../../codes/loads';
import { slopeFactor } from '../../codes/asce7-22/loads/snow';
import { shapeCoefficient } from '../../codes/en1991-1-3/loads/snow';

type Draft = LoadRule extends infer Rule ? (Rule extends { id: string } ? Omit<Rule, 'id'> : never) : never;

/** A box of beams and columns, 20 m along x, 12 m along y (or as told), 6 m to the eaves, with a ridge along x when it is given a height. */
function box(
  rule: Draft | undefined,
  { ridge, width = 12 }: { ridge?: number; width?: number } = {},
  more: { cases?: Partial<LoadCase>[]; loads?: Load[] } = {},
): Model {
  const places: [number, number, number][] = [
    [0, 0, 0],
    [20, 0, 0],
    [20, width, 0],
    [0, width, 0],
    [0, 0, 6],
    [20, 0, 6],
    [20, width, 6],
    [0, width, 6],
    ...(ridge
      ? ([
          [0, width / 2, ridge],
          [20, width / 2, ridge],
        ] as [number, number, number][])
      : []),
  ];
  const ring = (a: number): [number, number, object?][] => [
    [a, a + 1],
    [a + 1, a + 2],
    [a + 2, a + 3],
    [a + 3, a],
  ];
  const roof: [number, number][] = ridge
    ? [
        [5, 9],
        [9, 8],
        [6, 10],
        [10, 7],
        [9, 10],
      ]
    : [];
  const model = build({
    nodes: places.map((position, i) => ({ position, ...(i < 4 ? { support: fixed } : {}) })),
    members: [
      ...ring(1),
      ...ring(5),
      ...[1, 2, 3, 4].map((a): [number, number, object] => [a, a + 4, { role: 'column' }]),
      ...roof,
    ] as [number, number, object?][],
    storeys: [0, 6],
  });
  const cases = [{}, {}, {}, ...(more.cases ?? [])].map((one, i): LoadCase => ({
    id: `c${i + 2}`,
    label: `K${i + 2}`,
    name: 'Case',
    nature: 'wind',
    selfWeight: false,
    ...one,
  }));
  const applied = applyAct(model, {
    edits: [
      {
        kind: 'add',
        records: { cases, loads: more.loads ?? [], loadRules: rule ? [{ ...rule, id: 'r1' } as LoadRule] : [] },
      },
    ],
  });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}

const force = (model: Model, id: string) => caseResultants(model).get(id)!.force;
const steps = (model: Model, sheet = 0) =>
  Object.fromEntries(
    ruleResults(model)
      .get('r1')!
      .sheets[sheet].sheet.steps.map((step) => [step.symbol, step.value.value]),
  );

const wind = (cases: AsceWindRule['cases'], building: AsceWindRule['building'] = {}): Draft => ({
  type: 'asceWind',
  label: 'Wind',
  speed: 50,
  exposure: 'C',
  directionality: 0.85,
  topography: 1,
  elevation: 1,
  gust: 0.85,
  internal: 0.18,
  building,
  cases,
});

test('wind by ASCE 7-22 chapter 27 on a flat box, worked by hand: V 50 m/s, exposure C, h 6 m, L 20 m, B 12 m', () => {
  const model = box(
    wind([
      { case: 'c2', direction: '+x', internal: 'pressure', roof: 'uplift' },
      { case: 'c3', direction: '-x', internal: 'suction', roof: 'downward' },
    ]),
  );
  const found = steps(model);
  // K_z = 2.41 (z / 749.8 m)^(2/9.8): 0.851 at 4.57 m (table: 0.85), 0.900 at 6 m
  expect(found.K_z1).toBeCloseTo(0.8512, 3);
  expect(found.K_h).toBeCloseTo(0.8997, 3);
  expect(found.q_h / 1378.8).toBeCloseTo(1, 3);
  // windward up to 4.57 m: 0.613 · 0.8512 · 50² = 1304.4 Pa; p = q K_d G 0.8 − q_h K_d 0.18
  const qh = 0.613 * 0.8997 * 2500;
  const inside = qh * 0.85 * 0.18;
  expect(found.p_i / inside).toBeCloseTo(1, 3);
  expect(found.p_w1 / (1304.4 * 0.85 * 0.85 * 0.8 - inside)).toBeCloseTo(1, 3);
  // L/B = 1.667: C_p = −0.5 + 0.2 · 0.667 = −0.367
  expect(found.p_l / (-qh * 0.85 * 0.85 * 0.3667 - inside)).toBeCloseTo(1, 3);
  // along the wind the inside cancels: 12 m × (4.572 m and 1.428 m of windward wall, 6 m of leeward wall)
  const along = 12 * 0.85 * 0.85 * (4.572 * 1304.4 * 0.8 + 1.428 * qh * 0.8 + 6 * qh * 0.3667);
  expect(force(model, 'c2')[0] / along).toBeCloseTo(1, 3);
  expect(force(model, 'c3')[0] / along).toBeCloseTo(-1, 3);
  expect(force(model, 'c2')[1]).toBeCloseTo(0, 3);
  // uplift: strips to 6 m with −0.9, to 12 m −0.5, to 20 m −0.3 (h/L = 0.3), each 12 m wide, and the inside pushing up
  expect(force(model, 'c2')[2] / (qh * 0.85 * 12 * (0.85 * (6 * 0.9 + 6 * 0.5 + 8 * 0.3) + 20 * 0.18))).toBeCloseTo(
    1,
    3,
  );
  // suction inside, −0.18 on all of the roof: 0.85 · 0.18 up, 0.18 down
  expect(force(model, 'c3')[2] / (qh * 0.85 * 12 * 20 * (0.85 * 0.18 - 0.18))).toBeCloseTo(1, 3);
  expect(ruleResults(model).get('r1')!.problems).toEqual([]);
});

test('little wind is raised to the least of 27.1.5: 0.77 kPa on both walls together', () => {
  const weak = {
    ...(wind([{ case: 'c2', direction: '+y', internal: 'pressure', roof: 'uplift' }]) as Omit<AsceWindRule, 'id'>),
    speed: 25,
  };
  const model = box(weak);
  expect(force(model, 'c2')[1] / (766.08 * 20 * 6)).toBeCloseTo(1, 4);
  expect(
    ruleResults(model)
      .get('r1')!
      .sheets[0].sheet.steps.map((step) => step.clause),
  ).toContain('27.1.5');
});

test('a duopitch roof takes wind across the ridge by its slopes and along the ridge in strips', () => {
  const cases: AsceWindRule['cases'] = [
    { case: 'c2', direction: '+y', internal: 'pressure', roof: 'uplift' },
    { case: 'c3', direction: '+x', internal: 'pressure', roof: 'uplift' },
  ];
  const model = box(wind(cases), { ridge: 8 });
  const [across, along] = ruleResults(model)
    .get('r1')!
    .sheets.map((one) => one.sheet.steps.map((step) => step.note ?? ''));
  // tan θ = 2/6: 18.4°, h = 7 m, L = 12 m
  expect(across.join('|')).toMatch(/windward slope, h\/L = 0\.58, 18\.4°/);
  expect(along.join('|')).toMatch(/from the windward edge/);
  const found = steps(model);
  // at 18.43°: h/L 0.5: −0.7 + 0.3 · 0.687 = −0.494; h/L 1: −1 + 0.3 · 0.687 = −0.794; at 0.583 between them: −0.544
  const qh = found.q_h;
  expect((found.p_rw + found.p_i) / (qh * 0.85 * 0.85)).toBeCloseTo(-0.544, 2);
});

test('C_p of Fig. 27.3-1 at and between its points', () => {
  expect([0.5, 1, 1.5, 2, 3, 4, 9].map(leewardWall)).toEqual([-0.5, -0.5, -0.4, -0.3, -0.25, -0.2, -0.2]);
  expect(flatRoofStrips(0.5).map((one) => one.coefficient)).toEqual([-0.9, -0.9, -0.5, -0.3]);
  expect(flatRoofStrips(1).map((one) => one.coefficient)).toEqual([-1.3, -0.7, -0.7, -0.7]);
  expect(wallsInWind('-y')).toEqual({ windward: 'y1', leeward: 'y0', sides: ['x0', 'x1'] });
});

const gale = (cases: EnWindRule['cases']): Draft => ({
  type: 'enWind',
  label: 'Wind',
  basicSpeed: 26,
  directional: 1,
  season: 1,
  terrain: 'II',
  orography: 1,
  airDensity: 1.25,
  structural: 1,
  internalPressure: 0.2,
  internalSuction: -0.3,
  building: {},
  cases,
});

test('wind by EN 1991-1-4 on a flat box, worked by hand: v_b 26 m/s, terrain II, h 6 m, d 20 m, b 12 m', () => {
  const model = box(gale([{ case: 'c2', direction: '+x', internal: 'pressure', roof: 'uplift' }]));
  const found = steps(model);
  // c_r = 0.19 ln(6/0.05) = 0.9096, v_m = 23.65 m/s, I_v = 0.2089, q_p = (1 + 7 · 0.2089) · 0.625 · 23.65² = 860.7 Pa
  expect(found['c_r,h']).toBeCloseTo(0.9096, 3);
  expect(found['I_v,h']).toBeCloseTo(0.2089, 3);
  expect(found['q_p,h'] / 860.7).toBeCloseTo(1, 3);
  // h/d = 0.3: D 0.7067, E −0.3133
  expect(force(model, 'c2')[0] / (860.7 * 12 * 6 * (0.7067 + 0.3133))).toBeCloseTo(1, 3);
  // e = 12 m: F 2 × 3.6 m², G 7.2 m², H 57.6 m², I 168 m², and 0.2 inside over 240 m²
  expect(force(model, 'c2')[2] / (860.7 * (1.8 * 7.2 + 1.2 * 7.2 + 0.7 * 57.6 + 0.2 * 168 + 0.2 * 240))).toBeCloseTo(
    1,
    3,
  );
  expect(force(model, 'c2')[1]).toBeCloseTo(0, 3);
});

test('EN 1991-1-4: roughness is not taken below z_min, and high walls take their pressure in parts', () => {
  const rule = gale([]) as unknown as EnWindRule;
  const at = peakPressure(new Sheet(), { ...rule, terrain: 'IV' });
  expect(at(3, 'a')).toBe(at(10, 'b'));
  expect(windwardParts(10, 12)).toEqual([{ from: 0, to: 10, reference: 10 }]);
  expect(windwardParts(20, 12)).toEqual([
    { from: 0, to: 12, reference: 12 },
    { from: 12, to: 20, reference: 20 },
  ]);
  const tall = windwardParts(50, 12);
  expect(tall[0]).toEqual({ from: 0, to: 12, reference: 12 });
  expect(tall.at(-1)).toEqual({ from: 38, to: 50, reference: 50 });
  tall.slice(1).forEach((part, i) => expect(part.from).toBeCloseTo(tall[i].to, 9));
});

test('EN 1991-1-4: the zones of a duopitch roof cover it whole, across and along the ridge', () => {
  const model = box(
    gale([
      { case: 'c2', direction: '+y', internal: 'pressure', roof: 'downward' },
      { case: 'c3', direction: '-x', internal: 'suction', roof: 'uplift' },
    ]),
    { ridge: 8 },
  );
  for (const id of ['c2', 'c3']) {
    const areas = actingLoads(model).filter(
      (load) => load.case === id && load.type === 'area' && load.label?.startsWith('roof'),
    );
    const plan = areas.reduce(
      (sum, load) =>
        sum +
        (load.type === 'area' && load.region.kind === 'polygon'
          ? Math.abs(
              load.region.points.reduce(
                (all, p, i, list) =>
                  all + p[0] * list[(i + 1) % list.length][1] - list[(i + 1) % list.length][0] * p[1],
                0,
              ) / 2,
            )
          : 0),
      0,
    );
    expect(plan).toBeCloseTo(240, 6);
  }
  expect(loadFindings(model).filter((one) => one.rule === 'area-load')).toEqual([]);
});

const flakes = (cases: AsceSnowRule['cases']): Draft => ({
  type: 'asceSnow',
  label: 'Snow',
  ground: 2000,
  exposure: 1,
  thermal: 1.1,
  slippery: false,
  least: 1436,
  winterWind: 0.45,
  building: {},
  cases,
});

test('snow by ASCE 7-22 chapter 7: balanced 0.7 · 1.1 · 2 = 1.54 kPa, on a narrow roof p_g on the lee side', () => {
  const model = box(
    flakes([
      { case: 'c2', arrangement: 'balanced' },
      { case: 'c3', arrangement: 'highSide' },
    ]),
    { ridge: 8 },
  );
  expect(force(model, 'c2')[2] / (-1540 * 240)).toBeCloseTo(1, 6);
  expect(force(model, 'c3')[2] / (-2000 * 120)).toBeCloseTo(1, 6);
  const flat = box(
    flakes([
      { case: 'c2', arrangement: 'balanced' },
      { case: 'c3', arrangement: 'lowSide' },
    ]),
  );
  // a flat roof: not less than p_g up to p_m,max
  expect(force(flat, 'c2')[2] / (-1540 * 240)).toBeCloseTo(1, 6);
  expect(ruleResults(flat).get('r1')!.problems.join(' ')).toMatch(/7\.6\.1/);
  expect(loadFindings(flat).map((one) => one.rule)).toContain('load-rule');
});

test('a drift beside the ridge of a wide roof, by hand: h_d 2.33 ft, 26.1 psf over 10.8 ft', () => {
  // eaves to ridge 10 m = 32.8 ft, slope 1 in 3, p_g 41.8 psf, γ 19.4 pcf, W_2 0.45
  const model = box(flakes([{ case: 'c2', arrangement: 'lowSide' }]), { ridge: 6 + 10 / 3, width: 20 });
  const found = steps(model);
  expect(found.gamma).toBeCloseTo(19.43, 2);
  expect(found.h_d).toBeCloseTo(2.33, 2);
  expect(found.p_d).toBeCloseTo(26.1, 1);
  expect(found.x_d).toBeCloseTo(10.76, 1);
  const drift = 26.14 * 47.88026 * 10.763 * 0.3048 * 20;
  expect(-force(model, 'c2')[2] / (1540 * 200 + 0.3 * 1540 * 200 + drift)).toBeCloseTo(1, 3);
});

test('roof slope factors of 7.4 and shape coefficients of EN 1991-1-3', () => {
  expect([0, 30, 50, 70].map((degrees) => slopeFactor(degrees, 1.0, false))).toEqual([1, 1, 0.5, 0]);
  expect(slopeFactor(37.5, 1.0, true)).toBeCloseTo(0.5, 12);
  expect(slopeFactor(40, 1.1, true)).toBeCloseTo(0.5, 12);
  expect(slopeFactor(57.5, 1.2, false)).toBeCloseTo(0.5, 12);
  expect([15, 30, 45, 60, 75].map((degrees) => shapeCoefficient(degrees, false))).toEqual([0.8, 0.8, 0.4, 0, 0]);
  expect(shapeCoefficient(45, true)).toBe(0.8);
});

test('snow by EN 1991-1-3: 0.8 · 1.5 = 1.2 kPa, half of it on the other slope', () => {
  const rule: Draft = {
    type: 'enSnow',
    label: 'Snow',
    ground: 1500,
    exposure: 1,
    thermal: 1,
    snowGuards: false,
    building: {},
    cases: [
      { case: 'c2', arrangement: 'balanced' },
      { case: 'c3', arrangement: 'lowSide' },
    ],
  } satisfies Omit<EnSnowRule, 'id'>;
  const model = box(rule, { ridge: 8 });
  expect(force(model, 'c2')[2] / (-1200 * 240)).toBeCloseTo(1, 6);
  expect(force(model, 'c3')[2] / (-1200 * 120 - 600 * 120)).toBeCloseTo(1, 6);
});

test('what is made follows the frame, and only the given measures of the building stay', () => {
  const model = box(wind([{ case: 'c2', direction: '+x', internal: 'pressure', roof: 'uplift' }]));
  const before = force(model, 'c2')[0];
  const moved: Model = {
    ...model,
    nodes: {
      ...model.nodes,
      n3: { ...model.nodes.n3, position: [20, 24, 0] },
      n4: { ...model.nodes.n4, position: [0, 24, 0] },
      n7: { ...model.nodes.n7, position: [20, 24, 6] },
      n8: { ...model.nodes.n8, position: [0, 24, 6] },
    },
  };
  expect(force(moved, 'c2')[0] / before).toBeGreaterThan(1.9);
  expect(ruleResults(model).get('r1')).toBe(ruleResults(model).get('r1'));
  expect(buildingOf(model, { eaves: 5 })).toMatchObject({ eaves: 5, ridge: 5, isFlat: true, x: [0, 20], base: 0 });
  expect(buildingOf(box(undefined, { ridge: 8 }), { eaves: 5.5 })).toMatchObject({
    eaves: 5.5,
    ridge: 8,
    isFlat: false,
  });
  expect(buildingOf(box(undefined, { ridge: 8 }), {})).toMatchObject({
    eaves: 6,
    ridge: 8,
    ridgeAlong: 'x',
    isFlat: false,
  });
  expect(buildingOf({ ...model, members: {} }, {})).toMatch(/no members/);
});

test('notional loads: 0.2 % of what comes in at the level, shared by the columns, and none at the feet', () => {
  const floor: Load = {
    id: 'l9',
    case: 'c3',
    type: 'area',
    region: { kind: 'storey', storey: 'h2' },
    pressure: { type: 'uniform', value: -5000 },
    direction: 'z',
    spread: { way: 'two' },
  };
  const model = box(
    {
      type: 'notional',
      label: 'N',
      case: 'c2',
      gravity: [{ case: 'c3', factor: 1.2 }],
      share: 0.002,
      direction: '-y',
      at: 'columns',
    },
    {},
    { loads: [floor] },
  );
  expect(force(model, 'c2')[1]).toBeCloseTo(-0.002 * 1.2 * 5000 * 240, 6);
  expect(actingLoads(model).filter((load) => load.case === 'c2')).toHaveLength(4);
  const { solution } = solveNow(model);
  expect(solution!.cases.find((one) => one.id === 'c2')!.applied[1]).toBeCloseTo(-2880, 4);
});

test('live load reduction by hand: ASCE K_LL A_T = 80 m² gives 0.761, EN ψ0 0.7 and 40 m² 0.75', () => {
  const asce = {
    id: 'r1',
    type: 'reduction',
    label: 'R',
    case: 'c2',
    standard: 'asce',
    elementFactor: 2,
    combinationFactor: 0.7,
  } as const;
  expect(liveReductions.asce.factor(asce, 40, new Sheet(), 'si')).toBeCloseTo(0.761, 3);
  expect(liveReductions.asce.factor(asce, 18, new Sheet(), 'si')).toBe(1);
  expect(liveReductions.asce.factor(asce, 1000, new Sheet(), 'si')).toBe(0.5);
  expect(liveReductions.en.factor({ ...asce, standard: 'en' }, 40, new Sheet(), 'si')).toBeCloseTo(0.75, 9);
  const live: Load = {
    id: 'l9',
    case: 'c2',
    type: 'area',
    region: { kind: 'storey', storey: 'h2' },
    pressure: { type: 'uniform', value: -3000 },
    direction: 'z',
    spread: { way: 'one', along: [0, 1, 0] },
  };
  const { id: _id, ...draft } = asce;
  // each long beam carries 120 m²: 0.25 + 4.57/√240 = 0.545
  expect(force(box(draft, {}, { loads: [live] }), 'c2')[2] / (-3000 * 240)).toBeCloseTo(0.545, 3);
  // the same floor in two layers gives the same factor, and two bays side by side add up
  const layers = (...values: number[]) =>
    values.map((value, i): Load => ({ ...live, id: `l${9 + i}`, pressure: { type: 'uniform', value } }));
  expect(force(box(draft, {}, { loads: layers(-1200, -1800) }), 'c2')[2] / (-3000 * 240)).toBeCloseTo(0.545, 3);
  // 3 + 3 kPa is above 4.79 kPa together (4.7.3)
  expect(force(box(draft, {}, { loads: layers(-3000, -3000) }), 'c2')[2]).toBeCloseTo(-6000 * 240, 3);
  // EN 1991-1-1 6.3.1.2(10): categories A to D
  const european = (category: 'B' | 'E') => {
    const model = box({ ...draft, standard: 'en' }, {}, { loads: [live] });
    return force({ ...model, cases: { ...model.cases, c2: { ...model.cases.c2, category } } }, 'c2')[2] / (-3000 * 240);
  };
  expect(european('E')).toBeCloseTo(1, 9);
  expect(european('B')).toBeCloseTo(0.6, 2);
  // loads above 4.79 kPa stay
  expect(
    force(box(draft, {}, { loads: [{ ...live, pressure: { type: 'uniform', value: -6000 } }] }), 'c2')[2],
  ).toBeCloseTo(-6000 * 240, 3);
});

/** Three beams end to end of 6 m, on grid lines 6 m apart, with a floor 4 m deep beside them. */
function beams(rule: Draft, loads: Load[]): Model {
  const nodes = [0, 6, 12, 18].flatMap((x): { position: [number, number, number]; support: typeof fixed }[] => [
    { position: [x, 0, 3], support: fixed },
    { position: [x, 4, 3], support: fixed },
  ]);
  const model = build({
    nodes,
    members: [
      [1, 3],
      [3, 5],
      [5, 7],
      [2, 4],
      [4, 6],
      [6, 8],
      [1, 2],
      [3, 4],
      [5, 6],
      [7, 8],
    ],
  });
  const applied = applyAct(model, {
    edits: [
      {
        kind: 'add',
        records: {
          gridLines: [0, 6, 12, 18].map((position, i) => ({
            id: `g${i + 1}`,
            label: String(i),
            axis: 'x' as const,
            position,
          })),
          cases: [2, 3, 4].map((n) => ({
            id: `c${n}`,
            label: `K${n}`,
            name: 'Case',
            nature: 'live' as const,
            selfWeight: false,
          })),
          loads,
          loadRules: [{ ...rule, id: 'r1' } as LoadRule],
        },
      },
    ],
  });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}

test('patterns keep odd, even and neighbouring bays of beams and of areas', () => {
  const uniform = [1, 2, 3].map((n): Load => ({
    id: `l${n + 10}`,
    case: 'c1',
    type: 'uniform',
    member: `m${n}`,
    axes: 'global',
    direction: 'z',
    value: -1000 * n,
    from: 0,
    to: null,
  }));
  const rule: Draft = {
    type: 'pattern',
    label: 'P',
    source: 'c1',
    cases: [
      { case: 'c2', keep: 'oddX' },
      { case: 'c3', keep: 'evenX' },
      { case: 'c4', keep: 'pairX', pair: 1 },
    ],
  };
  const model = beams(rule, uniform);
  expect(['c2', 'c3', 'c4'].map((id) => Math.round(force(model, id)[2]))).toEqual([-6000 * 4, -6000 * 2, -6000 * 5]);
  expect(ruleResults(model).get('r1')!.sheets[0].sheet.remarks.slice(0, 3)).toEqual([
    'Case K2: loaded 0 to 1; 2 to 3.',
    'Case K3: loaded 1 to 2.',
    'Case K4: loaded 1 to 2; 2 to 3.',
  ]);
  const floor: Load = {
    id: 'l11',
    case: 'c1',
    type: 'area',
    region: {
      kind: 'polygon',
      points: [
        [0, 0, 3],
        [18, 0, 3],
        [18, 4, 3],
        [0, 4, 3],
      ],
      openings: [
        [
          [7, 1, 3],
          [8, 1, 3],
          [8, 2, 3],
          [7, 2, 3],
        ],
      ],
    },
    pressure: { type: 'uniform', value: -1000 },
    direction: 'z',
    spread: { way: 'two' },
  };
  const areas = beams(rule, [floor]);
  expect(['c2', 'c3', 'c4'].map((id) => Number(force(areas, id)[2].toFixed(3)))).toEqual([-48000, -23000, -47000]);
  // along y there is one strip only, as there are no grid lines
  expect(loadedBays(areas, { case: 'c2', keep: 'oddY' })).toEqual([]);
});

test('a train of forces steps over its path: which force stands where, by hand', () => {
  const rule: Draft = {
    type: 'train',
    label: 'T',
    path: ['m1', 'm2'],
    forces: [
      { force: 100, behind: 0 },
      { force: 50, behind: 3 },
    ],
    cases: ['c2', 'c3', 'c4'],
  };
  const model = beams(rule, []);
  // 12 m of path and 3 m of train in two steps of 7.5 m
  const placed = actingLoads(model).map((load) =>
    load.type === 'point' ? [load.case, load.member, Number(load.at.toFixed(6)), load.value] : [],
  );
  expect(placed).toEqual([
    ['c2', 'm1', 0, -100],
    ['c3', 'm2', 1.5, -100],
    ['c3', 'm1', 4.5, -50],
    ['c4', 'm2', 6, -50],
  ]);
  expect(
    ruleResults(beams({ ...rule, path: ['m1', 'm3'] } as Draft, []))
      .get('r1')!
      .problems.join(' '),
  ).toMatch(/m3 does not begin where m1 ends/);
});

test('little wind across a ridge is raised to 8 psf on the roof’s vertical projection too (27.1.5)', () => {
  const weak = {
    ...(wind([{ case: 'c2', direction: '+y', internal: 'pressure', roof: 'downward' }]) as Omit<AsceWindRule, 'id'>),
    speed: 10,
  };
  const model = box(weak, { ridge: 9 });
  const clauses = ruleResults(model)
    .get('r1')!
    .sheets[0].sheet.steps.filter((step) => step.clause === '27.1.5')
    .map((step) => step.symbol);
  expect(clauses).toContain('p_rmin');
  // walls 20 m × 6 m at 16 psf and the roof's projection 20 m × 3 m at 8 psf together push along the wind
  expect(force(model, 'c2')[1]).toBeCloseTo(20 * 6 * 16 * 47.88025898 + 20 * 3 * 8 * 47.88025898, -1);
});

test('EN wind across a ridge has four cases: F, G, H and I, J drawn up or pressed down on their own (7.2.5)', () => {
  const rule = (roof: EnWindRule['cases'][number]['roof'], i: number): EnWindRule['cases'][number] => ({
    case: `c${i + 2}`,
    direction: '+y',
    internal: 'pressure',
    roof,
  });
  const draft: Draft = {
    type: 'enWind',
    label: 'Wind',
    basicSpeed: 26,
    directional: 1,
    season: 1,
    terrain: 'II',
    orography: 1,
    airDensity: 1.25,
    structural: 1,
    internalPressure: 0.2,
    internalSuction: -0.3,
    building: {},
    cases: (['uplift', 'downward', 'upliftDownward', 'downwardUplift'] as const).map(rule),
  };
  const model = box(draft, { ridge: 9 }, { cases: [{}] });
  const values = [0, 1, 2, 3].map((i) => steps(model, i));
  const [up, down, first, second] = values;
  // Table 7.4a at 26.6°: H −0.22 or 0.35, I −0.4 or 0
  expect([first.w_rH, first.w_rI]).toEqual([up.w_rH, down.w_rI]);
  expect([second.w_rH, second.w_rI]).toEqual([down.w_rH, up.w_rI]);
  expect(new Set(values.map((one) => `${one.w_rF} ${one.w_rJ}`)).size).toBe(4);
});
