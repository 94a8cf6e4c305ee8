import { solve, type Factored } from '~core/fem';
import { actingLoads, loadFindings, loadsByCase, ruleResults } from '~core/loading';
import { combinationFindings, combinationsThatCannotGovern, generateCombinations } from '~core/combine';
import {
  applyAct,
  modelFindings,
  storeysUpward,
  type Act,
  type Load,
  type LoadCase,
  type LoadRule,
  type Model,
} from '~core/model';
import { actingLoads as shownLoads } from '../app/workbench/picture/acting';
import { loadLayout } from '../app/workbench/kinds/loads/layout';

const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

function applied(model: Model, act: Act): Model {
  const result = applyAct(model, act);
  if (!result.ok) throw new Error(result.error);
  return result.model;
}

function timed(work: (round: number) => void, rounds = 5): number {
  return median(
    Array.from({ length: rounds }, (_, round) => {
      const start = performance.now();
      work(round);
      return performance.now() - start;
    }),
  );
}

function carryThrough(model: Model, earlier?: Factored) {
  const steps = solve(model, earlier, () => performance.now() / 1000);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** The frame with 20 cases: area loads on every storey, wind from four sides by rule, snow, notional loads, and the rest of them line loads. */
export function manyCases(frame: Model): Model {
  const next = { cases: 2, loads: 20000 };
  const caseOf = (label: string, nature: LoadCase['nature']): LoadCase => ({
    id: `c${++next.cases}`,
    label,
    name: label,
    nature,
    selfWeight: false,
  });
  const [superimposed, ...winds] = [
    caseOf('SD', 'superimposedDead'),
    ...['+x', '-x', '+y', '-y'].map((direction) => caseOf(`W${direction}`, 'wind')),
  ];
  const [snow, sway, ...others] = [
    caseOf('S', 'snow'),
    caseOf('N', 'notional'),
    ...Array.from({ length: 11 }, (_, i) => ({ ...caseOf(`L${i}`, 'live'), alternatives: 'places' })),
  ];
  const loads: Load[] = storeysUpward(frame)
    .slice(1)
    .flatMap(({ id: storey }) =>
      [superimposed.id, 'c2'].map((id): Load => ({
        id: `l${++next.loads}`,
        case: id,
        type: 'area',
        region: { kind: 'storey', storey },
        pressure: { type: 'uniform', value: -3000 },
        direction: 'z',
        spread: { way: 'two' },
      })),
    );
  const beams = Object.values(frame.members).filter((member) => member.role === 'beam');
  others.forEach((one, k) =>
    beams
      .filter((_, i) => i % 11 === k)
      .forEach((beam) =>
        loads.push({
          id: `l${++next.loads}`,
          case: one.id,
          type: 'uniform',
          member: beam.id,
          axes: 'global',
          direction: 'z',
          value: -2000,
          from: 0,
          to: null,
        }),
      ),
  );
  const loadRules: LoadRule[] = [
    {
      id: 'r1',
      label: 'Wind',
      type: 'asceWind',
      speed: 50,
      exposure: 'B',
      directionality: 0.85,
      topography: 1,
      elevation: 1,
      gust: 0.85,
      internal: 0.18,
      building: {},
      cases: winds.map(({ id }, i) => ({
        case: id,
        direction: (['+x', '-x', '+y', '-y'] as const)[i],
        internal: 'pressure',
        roof: 'uplift',
      })),
    },
    {
      id: 'r2',
      label: 'Snow',
      type: 'asceSnow',
      ground: 2000,
      exposure: 1,
      thermal: 1,
      slippery: false,
      least: 1000,
      winterWind: 0.4,
      building: {},
      cases: [{ case: snow.id, arrangement: 'balanced' }],
    },
    {
      id: 'r3',
      label: 'Notional',
      type: 'notional',
      case: sway.id,
      gravity: [
        { case: 'c1', factor: 1 },
        { case: superimposed.id, factor: 1 },
      ],
      share: 0.002,
      direction: '+x',
      at: 'columns',
    },
  ];
  const model = applied(frame, {
    edits: [{ kind: 'add', records: { cases: [superimposed, ...winds, snow, sway, ...others], loads, loadRules } }],
  });
  return applied(model, generateCombinations(model)!);
}

/** What the Loads stage computes for a large model: spreading areas, rules, an added load, findings, the ledger of 20,000 loads; ms and the ratio to one edit. */
export function loadsStageTable(frame: Model): void {
  const model = manyCases(frame);
  const { factored } = carryThrough(model);
  const added = (round: number): Act => ({
    edits: [
      {
        kind: 'add',
        records: {
          loads: [
            {
              id: 'l90000',
              case: 'c2',
              type: 'uniform',
              member: 'm700',
              axes: 'global',
              direction: 'z',
              value: -5000 - round,
              from: 0,
              to: null,
            },
          ],
        },
      },
    ],
  });
  const edit = timed((round) => void applied(model, added(round)));
  const area = (round: number): Act => ({
    edits: [
      {
        kind: 'add',
        records: {
          loads: [
            {
              id: 'l90000',
              case: 'c2',
              type: 'area',
              region: { kind: 'storey', storey: storeysUpward(model)[5].id },
              pressure: { type: 'uniform', value: -1000 - round },
              direction: 'z',
              spread: { way: 'two' },
            },
          ],
        },
      },
    ],
  });
  const beams = Object.values(frame.members);
  const many: Load[] = Array.from({ length: 20000 }, (_, i) => ({
    id: `l${100000 + i}`,
    case: 'c2',
    type: 'uniform',
    member: beams[i % beams.length].id,
    axes: 'global',
    direction: 'z',
    value: -1000 - (i % 977),
    from: 0,
    to: null,
  }));
  const full = applied(model, { edits: [{ kind: 'add', records: { loads: many } }] });
  const sheet = loadLayout(full, true);
  const rows = actingLoads(full).slice(-20000);
  const list: [string, number, string][] = [
    ['one load added to the model', edit, ''],
    [
      'areas spread to members, all anew',
      timed(
        (round) => void loadsByCase({ ...model, nodes: { ...model.nodes, n1: { ...model.nodes.n1, mass: round } } }),
        3,
      ),
      '',
    ],
    [
      'rules made anew',
      timed(
        (round) =>
          void ruleResults({ ...model, nodes: { ...model.nodes, n1: { ...model.nodes.n1, mass: round + 9 } } }),
        3,
      ),
      '',
    ],
    [
      'load added → solution, all cases',
      timed((round) => void carryThrough(applied(model, added(round)), factored)),
      'aim 300',
    ],
    [
      'area load added → solution',
      timed((round) => void carryThrough(applied(model, area(round)), factored)),
      'aim 300',
    ],
    [
      'findings before the solve',
      timed((round) => {
        const next = applied(model, added(round));
        modelFindings(next);
        combinationFindings(next);
      }),
      '',
    ],
    ['findings of loads beside it', timed((round) => void loadFindings(applied(model, added(round)))), ''],
    [
      'loads that act in what is shown',
      timed(
        (round) =>
          void shownLoads(applied(model, added(round)), {
            kind: 'combination',
            id: Object.keys(model.combinations)[4],
          }),
      ),
      '',
    ],
    ['which of the combinations cannot govern', timed(() => void combinationsThatCannotGovern(model), 1), ''],
    [
      '20,000 loads filtered by text',
      timed(
        () =>
          void rows.filter((row) => sheet.columns.some((column) => column.text(row).toLowerCase().includes('m4321'))),
      ),
      '',
    ],
    [
      '20,000 loads sorted by value',
      timed(() => void [...rows].sort((a, b) => sheet.columns[5].order!(a) - sheet.columns[5].order!(b))),
      '',
    ],
  ];
  console.log(
    `\nThe Loads stage's computation, ${beams.length} members, ${Object.keys(model.cases).length} cases, ${Object.keys(model.combinations).length} combinations, ${actingLoads(model).length} loads, ms (× one edit)`,
  );
  for (const [name, value, aim] of list)
    console.log(`  ${name.padEnd(42)} ${value.toFixed(1).padStart(8)}  (× ${(value / edit).toFixed(0)})  ${aim}`);
}
