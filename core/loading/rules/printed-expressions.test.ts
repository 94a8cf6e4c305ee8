import { applyAct, type Load, type LoadCase, type LoadRule, type Model } from '../../model';
import { build, fixed } from '../../results/verification/book/structure';
import { Sheet } from '../../sheet';
import { expectPrintedToHold } from '../../sheet/verification/printed';
import type { UnitSystem } from '../../units';
import { ruleResults } from '../index';
import { liveReductions } from '../../codes/loads';

type Draft = LoadRule extends infer Rule ? (Rule extends { id: string } ? Omit<Rule, 'id'> : never) : never;
const live: Load = {
  id: 'l9',
  case: 'c9',
  type: 'area',
  region: { kind: 'storey', storey: 'h2' },
  pressure: { type: 'uniform', value: -2000 },
  direction: 'z',
  spread: { way: 'two' },
};

/** A building of 20 m by 16 m with a ridge along x, in a unit system. */
function house(rule: Draft, units: UnitSystem, ridge = 9): Model {
  const width = 16;
  const places: [number, number, number][] = [
    [0, 0, 0],
    [20, 0, 0],
    [20, width, 0],
    [0, width, 0],
    [0, 0, 6],
    [20, 0, 6],
    [20, width, 6],
    [0, width, 6],
    [0, width / 2, ridge],
    [20, width / 2, ridge],
  ];
  const ring = (a: number): [number, number][] => [
    [a, a + 1],
    [a + 1, a + 2],
    [a + 2, a + 3],
    [a + 3, a],
  ];
  const model = build({
    nodes: places.map((position, i) => ({ position, ...(i < 4 ? { support: fixed } : {}) })),
    members: [
      ...ring(1),
      ...ring(5),
      ...[1, 2, 3, 4].map((a): [number, number, object] => [a, a + 4, { role: 'column' }]),
      [5, 9],
      [9, 8],
      [6, 10],
      [10, 7],
      [9, 10],
    ] as [number, number, object?][],
    storeys: [0, 6],
  });
  const cases = Array.from({ length: 8 }, (_, i): LoadCase => ({
    id: `c${i + 2}`,
    label: `K${i + 2}`,
    name: 'Case',
    nature: 'live',
    selfWeight: false,
  }));
  const applied = applyAct(model, {
    edits: [
      { kind: 'settings.change', fields: { units } },
      { kind: 'add', records: { cases, loads: [live], loadRules: [{ ...rule, id: 'r1' } as LoadRule] } },
    ],
  });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}

const windCases = (['+x', '+y', '-y'] as const).map((direction, i) => ({
  case: `c${i + 2}`,
  direction,
  internal: i === 0 ? ('suction' as const) : ('pressure' as const),
  roof: i === 2 ? ('downward' as const) : ('uplift' as const),
}));
const snowCases = (['balanced', 'lowSide', 'highSide'] as const).map((arrangement, i) => ({
  case: `c${i + 2}`,
  arrangement,
}));
const rules: readonly [string, Draft][] = [
  [
    'ASCE wind',
    {
      type: 'asceWind',
      label: 'Wind',
      speed: 51.4096,
      exposure: 'C',
      directionality: 0.85,
      topography: 1,
      elevation: 1,
      gust: 0.85,
      internal: 0.18,
      building: {},
      cases: windCases,
    },
  ],
  [
    'weak ASCE wind',
    {
      type: 'asceWind',
      label: 'Wind',
      speed: 20,
      exposure: 'B',
      directionality: 0.85,
      topography: 1,
      elevation: 1,
      gust: 0.85,
      internal: 0.18,
      building: {},
      cases: windCases,
    },
  ],
  [
    'EN wind',
    {
      type: 'enWind',
      label: 'Wind',
      basicSpeed: 26,
      directional: 1,
      season: 1,
      terrain: 'III',
      orography: 1,
      airDensity: 1.25,
      structural: 1,
      internalPressure: 0.2,
      internalSuction: -0.3,
      building: {},
      cases: windCases,
    },
  ],
  [
    'ASCE snow',
    {
      type: 'asceSnow',
      label: 'Snow',
      ground: 2400,
      exposure: 1,
      thermal: 1.1,
      slippery: false,
      least: 1436,
      winterWind: 0.45,
      building: {},
      cases: snowCases,
    },
  ],
  [
    'EN snow',
    {
      type: 'enSnow',
      label: 'Snow',
      ground: 1500,
      exposure: 1,
      thermal: 1,
      snowGuards: false,
      building: {},
      cases: snowCases,
    },
  ],
  [
    'ASCE reduction',
    { type: 'reduction', label: 'R', case: 'c9', standard: 'asce', elementFactor: 2, combinationFactor: 0.7 },
  ],
  [
    'EN reduction',
    { type: 'reduction', label: 'R', case: 'c9', standard: 'en', elementFactor: 2, combinationFactor: 0.7 },
  ],
  [
    'notional',
    {
      type: 'notional',
      label: 'N',
      case: 'c3',
      gravity: [{ case: 'c9', factor: 1 }],
      share: 0.002,
      direction: '+x',
      at: 'columns',
    },
  ],
];

describe.each(['si', 'us'] as const)('sheets of load rules in %s units', (units) => {
  test.each(rules)('%s: every printed expression gives its printed result from the printed numbers', (_, rule) => {
    const sheets = ruleResults(house(rule, units)).get('r1')!.sheets;
    const steps = sheets.flatMap(({ sheet }) => sheet.steps);
    expect(steps.length).toBeGreaterThan(0);
    for (const step of steps) expectPrintedToHold(step, units);
    if (units === 'us') {
      const words = [
        ...sheets.flatMap(({ title, sheet }) => [
          title,
          ...sheet.remarks,
          ...sheet.steps.flatMap((step) => [step.title, step.note ?? '']),
        ]),
      ].join(' ');
      expect(words).not.toMatch(/\d\s?(m|m²|kPa|kN|mm)\b/);
    }
  });
});

test('in US units velocity pressure is 0.00256 K_z K_zt K_e V² (psf, mph) and the reduction 0.25 + 15 / √(K_LL A_T)', () => {
  const { sheet } = ruleResults(house(rules[0][1], 'us')).get('r1')!.sheets[0];
  const step = sheet.steps.find((one) => one.symbol === 'q_h')!;
  expect(step.printed!.us).toBe('0.00256 * K * K_zt * K_e * V^2');
  // 115 mph and K_h as printed
  const K = step.inputs.K.value;
  expect(step.value.value / 47.88025898).toBeCloseTo(0.00256 * K * 115 ** 2, 3);
  const own = new Sheet();
  expect(
    liveReductions.asce.factor(
      { id: 'r1', type: 'reduction', label: 'R', case: 'c2', standard: 'asce', elementFactor: 2, combinationFactor: 0 },
      500 * 0.3048 ** 2,
      own,
      'us',
    ),
  ).toBeCloseTo(0.25 + 15 / Math.sqrt(1000), 9);
});
