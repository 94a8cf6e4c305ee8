import { familyOf } from '~core/codes/families';
import type { Plan } from '~core/build';
import { buildingOf, roofWords, ruleResults, spreadOf } from '~core/loading';
import {
  applyAct,
  casesOfRule,
  idSource,
  inOrder,
  isSpread,
  loadDirections,
  loadRule,
  memberEnds,
  memberLength,
  type Act,
  type LoadCase,
  type LoadDirection,
  type LoadedBuilding,
  type LoadRule,
  type Model,
  type Nature,
} from '~core/model';
import { count, formatQuantity, parseQuantity } from '~core/units';
import { caseOptions } from './case-field';
import { refused, type Field, type FieldValue, type Tool, type ToolContext, type Values } from './tool';

type Draft = LoadRule extends infer Rule ? (Rule extends { id: string } ? Omit<Rule, 'id'> : never) : never;

const pick = (list: readonly (readonly [string, string])[]) => list.map(([value, label]) => ({ value, label }));
const is =
  (key: string, ...wanted: string[]) =>
  (values: Values) =>
    wanted.includes(values.text(key));

/** Names of cases that are free, for those a rule makes. */
class CaseMaker {
  readonly made: LoadCase[] = [];
  private readonly next: (table: 'cases') => string;
  private readonly taken: Set<string>;

  constructor(model: Model) {
    this.next = idSource(model);
    this.taken = new Set(Object.values(model.cases).map((one) => one.label.toLowerCase()));
  }

  make(label: string, name: string, nature: Nature, more: Partial<LoadCase> = {}): string {
    let free = label.slice(0, 8);
    for (let i = 2; this.taken.has(free.toLowerCase()); i++) free = `${label.slice(0, 8 - String(i).length)}${i}`;
    this.taken.add(free.toLowerCase());
    const id = this.next('cases');
    this.made.push({ id, label: free, name: name.slice(0, 60), nature, selfWeight: false, ...more });
    return id;
  }
}

/** The plan that adds a rule with its new cases, or gives a rule that is there new inputs; what it would make is said from the loads themselves. */
function rulePlan(model: Model, values: Values, rule: Draft, maker: CaseMaker): Plan {
  const before = model.loadRules[values.text('rule')] as LoadRule | undefined;
  const id = before?.id ?? idSource(model)('loadRules');
  const read = loadRule.safeParse({ ...rule, id });
  if (!read.success)
    return refused(`This cannot be taken: ${read.error.issues[0].path.join(' ')}, ${read.error.issues[0].message}.`);
  const record = read.data;
  const staying = new Set(casesOfRule(record));
  // cases that a rule no longer serves go with their loads, unless something else was put into them
  const filled = new Set([
    ...Object.values(model.loads).map((load) => load.case),
    ...Object.values(model.loadRules).flatMap((other) => (other.id === id ? [] : casesOfRule(other))),
  ]);
  const left = before ? casesOfRule(before).filter((one) => !staying.has(one) && !filled.has(one)) : [];
  const act: Act = {
    edits: [
      ...(maker.made.length > 0 ? [{ kind: 'add' as const, records: { cases: maker.made } }] : []),
      ...(before ? [{ kind: 'remove' as const, table: 'loadRules' as const, ids: [id] }] : []),
      { kind: 'add', records: { loadRules: [record] } },
      ...(left.length > 0 ? [{ kind: 'remove' as const, table: 'cases' as const, ids: left }] : []),
    ],
    sentence: `${before ? 'Changed' : 'Added'} the load rule ${rule.label}`,
  };
  const applied = applyAct(model, act);
  if (!applied.ok) return refused(applied.error);
  const result = ruleResults(applied.model).get(id);
  if (!result) return refused('The rule makes nothing.');
  if (result.problems.length > 0 && result.loads.length === 0) return refused(result.problems[0]);
  const { units } = model.settings;
  const missing = result.loads.filter(
    (load) =>
      isSpread(load) &&
      Math.abs(spreadOf(applied.model, load).given - spreadOf(applied.model, load).taken) >
        1e-6 * Math.max(1, Math.abs(spreadOf(applied.model, load).given)),
  );
  const lost = missing.reduce(
    (sum, load) =>
      sum + (!isSpread(load) ? 0 : Math.abs(spreadOf(applied.model, load).given - spreadOf(applied.model, load).taken)),
    0,
  );
  const words = [
    rule.type === 'reduction'
      ? `${count(result.sheets.length, 'sheet')} of members with the largest areas`
      : `${count(result.loads.length, 'load')} in ${count(staying.size, 'case')}`,
    ...(lost > 0
      ? [`${formatQuantity(lost, 'force', units)} of ${count(missing.length, 'area')} reach no member`]
      : []),
    ...result.problems,
  ].join('. ');
  return { ok: true, act, words, preview: [], made: [] };
}

const directionOptions = loadDirections.map((value) => ({ value, label: `towards ${value.replace('-', '−')}` }));
const labelField = (initial: string): Field => ({ key: 'label', label: 'Name', kind: 'text', initial });
const labelOf = (values: Values, usual: string) => values.text('label').trim() || usual;
const factor = (key: string, label: string, initial: number, hint?: string, when?: Field['when']): Field => ({
  key,
  label,
  kind: 'factor',
  initial,
  ...(hint ? { hint } : {}),
  ...(when ? { when } : {}),
});

/** Fields of the building; what is read off the frame stands in the hint. */
function buildingFields(model: Model): Field[] {
  const found = buildingOf(model, {});
  const show = (value: number) => `empty: ${formatQuantity(value, 'length', model.settings.units, 2)}`;
  const hints =
    typeof found === 'string'
      ? {}
      : {
          x0: show(found.x[0]),
          x1: show(found.x[1]),
          y0: show(found.y[0]),
          y1: show(found.y[1]),
          base: show(found.base),
          eaves: show(found.eaves),
          ridge: show(found.ridge),
        };
  const length = (key: keyof typeof hints, label: string): Field => ({
    key,
    label,
    kind: 'length',
    initial: null,
    hint: hints[key] ?? 'empty: from the frame',
  });
  return [
    length('x0', 'Plan from x'),
    length('x1', 'to x'),
    length('y0', 'Plan from y'),
    length('y1', 'to y'),
    length('base', 'Ground at'),
    length('eaves', 'Eaves at'),
    length('ridge', 'Ridge at'),
    {
      key: 'ridgeAlong',
      label: 'Ridge along',
      kind: 'choice',
      initial: typeof found === 'string' ? 'x' : found.ridgeAlong,
      options: pick([
        ['x', 'x'],
        ['y', 'y'],
      ]),
    },
  ];
}
const wallSpanField: Field = {
  key: 'wallSpan',
  label: 'Walls span',
  kind: 'choice',
  initial: 'two',
  options: pick([
    ['two', 'two ways'],
    ['vertical', 'upward, to floors'],
    ['horizontal', 'sideways, to columns'],
  ]),
};
const roofSpanField: Field = {
  key: 'roofSpan',
  label: 'Roof spans',
  kind: 'choice',
  initial: 'two',
  options: pick([
    ['two', 'two ways'],
    ['slope', 'up the slope, to purlins'],
    ['ridge', 'along the ridge, to rafters'],
  ]),
};

function buildingFrom(values: Values, model: Model): LoadedBuilding {
  const pair = (a: string, b: string, i: 'x' | 'y') => {
    const [from, to] = [values.optional(a), values.optional(b)];
    if (from === undefined && to === undefined) return {};
    const found = buildingOf(model, {});
    const usual = typeof found === 'string' ? [0, 1] : found[i];
    return { [i]: [from ?? usual[0], to ?? usual[1]] as [number, number] };
  };
  const one = (key: 'base' | 'eaves' | 'ridge') =>
    values.optional(key) === undefined ? {} : { [key]: values.number(key) };
  const found = buildingOf(model, {});
  const ridgeAlong = values.text('ridgeAlong') as 'x' | 'y';
  return {
    ...pair('x0', 'x1', 'x'),
    ...pair('y0', 'y1', 'y'),
    ...one('base'),
    ...one('eaves'),
    ...one('ridge'),
    ...(typeof found !== 'string' && found.ridgeAlong === ridgeAlong ? {} : { ridgeAlong }),
    ...(values.text('wallSpan') === '' || values.text('wallSpan') === 'two'
      ? {}
      : { wallSpan: values.text('wallSpan') as 'vertical' }),
    ...(values.text('roofSpan') === 'two' ? {} : { roofSpan: values.text('roofSpan') as 'slope' }),
  };
}

const buildingValues = (building: LoadedBuilding): Record<string, FieldValue> => ({
  x0: building.x?.[0] ?? null,
  x1: building.x?.[1] ?? null,
  y0: building.y?.[0] ?? null,
  y1: building.y?.[1] ?? null,
  base: building.base ?? null,
  eaves: building.eaves ?? null,
  ridge: building.ridge ?? null,
  ...(building.ridgeAlong ? { ridgeAlong: building.ridgeAlong } : {}),
  wallSpan: building.wallSpan ?? 'two',
  roofSpan: building.roofSpan ?? 'two',
});

const standardField = (model: Model, us: string, en: string): Field => ({
  key: 'standard',
  label: 'By',
  kind: 'choice',
  initial: familyOf(model).actions,
  options: pick([
    ['asce', us],
    ['en', en],
  ]),
});

/** The case of a rule that stays what it was for, when the rule is changed. */
const keptCase = <T extends { case: string }>(cases: readonly T[], same: (one: T) => boolean): string | undefined =>
  cases.find(same)?.case;

function notionalPlan({ model }: ToolContext, values: Values): Plan {
  const gravity = values.several('gravity').filter((id) => id in model.cases);
  if (gravity.length === 0) return refused('Choose the cases whose gravity load it is a share of.');
  const share = values.number('share');
  if (!(share > 0 && share <= 0.1))
    return refused('The share must be above 0 and at most 0.1, usually 0.002 to 0.005.');
  const direction = values.text('direction') as LoadDirection;
  const maker = new CaseMaker(model);
  const before = model.loadRules[values.text('rule')] as LoadRule | undefined;
  if (!before && values.text('of') === 'own') return ownGravityPlan(model, values, gravity, share, direction, maker);
  const own =
    before?.type === 'notional' && before.direction === direction
      ? before.case
      : maker.make(`N${direction}`, `Notional loads ${direction}`, 'notional', { direction });
  const times = values.number('times') || 1;
  const known = before?.type === 'notional' ? before.gravity : [];
  // factors that differ from case to case stay as long as the one in the form is not changed
  const factorOf = (id: string) =>
    times === known[0]?.factor ? (known.find((one) => one.case === id)?.factor ?? times) : times;
  return rulePlan(
    model,
    values,
    {
      type: 'notional',
      label: labelOf(values, `Notional ${direction}`),
      case: own,
      gravity: gravity.map((id) => ({ case: id, factor: factorOf(id) })),
      share,
      direction,
      at: values.text('at') as 'columns',
    },
    maker,
  );
}

/** A rule and a case for each gravity case: each takes that case's factor in every combination, so that the whole is a share of the combination's own gravity. */
function ownGravityPlan(
  model: Model,
  values: Values,
  gravity: readonly string[],
  share: number,
  direction: LoadDirection,
  maker: CaseMaker,
): Plan {
  const next = idSource(model);
  const rules = gravity.map((id): LoadRule => {
    const { label, name } = model.cases[id];
    return {
      id: next('loadRules'),
      type: 'notional',
      label: labelOf(values, `Notional ${direction}`).slice(0, 60 - label.length - 4) + ` of ${label}`,
      case: maker.make(`N${direction}${label}`, `Notional loads ${direction} of ${name}`, 'notional', { direction }),
      gravity: [{ case: id, factor: 1 }],
      share,
      direction,
      at: values.text('at') as 'columns',
    };
  });
  const act: Act = {
    edits: [
      { kind: 'add', records: { cases: maker.made } },
      { kind: 'add', records: { loadRules: rules } },
    ],
    sentence: `Added notional loads ${direction} of ${count(gravity.length, 'case')}`,
  };
  const applied = applyAct(model, act);
  if (!applied.ok) return refused(applied.error);
  const results = ruleResults(applied.model);
  const made = rules.flatMap(({ id }) => results.get(id)?.loads ?? []);
  if (made.length === 0)
    return refused(
      rules.flatMap(({ id }) => results.get(id)?.problems ?? [])[0] ?? 'These cases hold no gravity load at any level.',
    );
  const total = made.reduce(
    (sum, load) => sum + (load.type === 'node' ? Math.abs(load.force[direction[1] === 'x' ? 0 : 1]) : 0),
    0,
  );
  return {
    ok: true,
    act,
    words: `${count(rules.length, 'case')}, together ${formatQuantity(total, 'force', model.settings.units)} for factors of 1; each follows its case's factor in every combination`,
    preview: [],
    made: [],
  };
}

type EnRoof = keyof typeof roofWords;

/** Of roof conditions those that differ: across a ridge all, along it one, on a flat roof drawn up and pressed down. */
function distinctRoofs(roofs: readonly EnRoof[], how: 'across' | 'along' | 'flat'): EnRoof[] {
  if (how === 'across') return [...roofs];
  if (how === 'along') return ['uplift'];
  return [
    ...new Set(roofs.map((roof): EnRoof => (roof === 'downward' || roof === 'downwardUplift' ? 'downward' : 'uplift'))),
  ];
}

function windPlan({ model }: ToolContext, values: Values): Plan {
  const maker = new CaseMaker(model);
  const type = values.text('standard') === 'asce' ? ('asceWind' as const) : ('enWind' as const);
  const before = model.loadRules[values.text('rule')] as LoadRule | undefined;
  const known = before?.type === 'asceWind' || before?.type === 'enWind' ? before.cases : [];
  const directions = values.several('directions') as LoadDirection[];
  const internals = values.several('internal') as ('pressure' | 'suction')[];
  const roofs = values.several(type === 'asceWind' ? 'roof' : 'roofEn') as EnRoof[];
  if (directions.length * internals.length * roofs.length === 0)
    return refused('Choose one direction, one internal and one roof condition at least.');
  const building = buildingFrom(values, model);
  const found = buildingOf(model, building);
  const short = (internal: string, roof: EnRoof) =>
    `${internals.length > 1 ? (internal === 'pressure' ? 'p' : 's') : ''}${roofs.length > 1 ? { uplift: 'u', downward: 'd', upliftDownward: 'ud', downwardUplift: 'du' }[roof] : ''}`;
  // what differs only across a ridge is one case along it and on a flat roof
  const differing = (direction: LoadDirection) =>
    type === 'asceWind' || typeof found === 'string'
      ? roofs
      : distinctRoofs(
          roofs,
          found.isFlat || found.slope < (5 * Math.PI) / 180
            ? 'flat'
            : direction[1] === found.ridgeAlong
              ? 'along'
              : 'across',
        );
  const cases = directions.flatMap((direction) =>
    internals.flatMap((internal) =>
      differing(direction).map((roof) => ({
        case:
          keptCase(known, (one) => one.direction === direction && one.internal === internal && one.roof === roof) ??
          maker.make(
            `W${direction}${short(internal, roof)}`,
            `Wind ${direction}, internal ${internal}, roof ${roofWords[roof]}`,
            'wind',
            { direction },
          ),
        direction,
        internal,
        roof,
      })),
    ),
  );
  const number = (key: string) => values.number(key);
  const wrong = ['speed'].find((key) => !(number(key) > 0));
  if (wrong) return refused('Type the wind speed.');
  const label = labelOf(values, 'Wind');
  const rule: Draft =
    type === 'asceWind'
      ? {
          type,
          label,
          speed: number('speed'),
          exposure: values.text('exposure') as 'B',
          directionality: number('directionality'),
          topography: number('topography'),
          elevation: number('elevation'),
          gust: number('gust'),
          internal: number('gcpi'),
          building,
          cases: cases.map((one) => ({
            ...one,
            roof: one.roof === 'downward' ? ('downward' as const) : ('uplift' as const),
          })),
        }
      : {
          type,
          label,
          basicSpeed: number('speed'),
          directional: number('directional'),
          season: number('season'),
          terrain: values.text('terrain') as 'II',
          orography: number('orography'),
          airDensity: number('air'),
          structural: number('structural'),
          internalPressure: number('cpiPressure'),
          internalSuction: number('cpiSuction'),
          building,
          cases,
        };
  return rulePlan(model, values, rule, maker);
}

function snowPlan({ model }: ToolContext, values: Values): Plan {
  const maker = new CaseMaker(model);
  const type = values.text('standard') === 'asce' ? ('asceSnow' as const) : ('enSnow' as const);
  const before = model.loadRules[values.text('rule')] as LoadRule | undefined;
  const known = before?.type === 'asceSnow' || before?.type === 'enSnow' ? before.cases : [];
  const arrangements = values.several('arrangements') as ('balanced' | 'lowSide' | 'highSide')[];
  if (arrangements.length === 0) return refused('Choose one arrangement at least.');
  if (!(values.number('ground') > 0)) return refused('Type the snow load on the ground.');
  const names = {
    balanced: ['S', 'Snow, balanced'],
    lowSide: ['Sl', 'Snow, drifted to the low side'],
    highSide: ['Sh', 'Snow, drifted to the high side'],
  } as const;
  const cases = arrangements.map((arrangement) => ({
    case:
      keptCase(known, (one) => one.arrangement === arrangement) ??
      maker.make(names[arrangement][0], names[arrangement][1], 'snow'),
    arrangement,
  }));
  const common = {
    label: labelOf(values, 'Snow'),
    ground: values.number('ground'),
    exposure: values.number('exposureFactor'),
    thermal: values.number('thermal'),
    building: buildingFrom(values, model),
    cases,
  };
  return rulePlan(
    model,
    values,
    type === 'asceSnow'
      ? {
          type,
          ...common,
          slippery: values.flag('slippery'),
          least: values.number('least'),
          winterWind: values.number('winterWind'),
        }
      : { type, ...common, snowGuards: values.flag('guards') },
    maker,
  );
}

function patternPlan({ model }: ToolContext, values: Values): Plan {
  const source = values.text('source');
  if (!(source in model.cases)) return refused('Choose the live load case whose patterns are wanted.');
  const maker = new CaseMaker(model);
  const before = model.loadRules[values.text('rule')] as LoadRule | undefined;
  const known = before?.type === 'pattern' && before.source === source ? before.cases : [];
  const { label, alternatives = label } = model.cases[source];
  const bays = (axis: 'x' | 'y') =>
    Math.max(0, Object.values(model.gridLines).filter((line) => line.axis === axis).length - 1);
  type Keep = Extract<LoadRule, { type: 'pattern' }>['cases'][number]['keep'];
  const wanted = values.several('patterns').flatMap((one): { keep: Keep; pair?: number; name: string }[] => {
    if (one === 'alternateX')
      return [
        { keep: 'oddX', name: 'odd bays along x' },
        { keep: 'evenX', name: 'even bays along x' },
      ];
    if (one === 'alternateY')
      return [
        { keep: 'oddY', name: 'odd bays along y' },
        { keep: 'evenY', name: 'even bays along y' },
      ];
    if (one === 'chequer')
      return [
        { keep: 'chequerA', name: 'chequered' },
        { keep: 'chequerB', name: 'chequered, the others' },
      ];
    const axis = one === 'pairsX' ? 'x' : 'y';
    return Array.from({ length: Math.max(0, bays(axis) - 1) }, (_, pair) => ({
      keep: axis === 'x' ? 'pairX' : 'pairY',
      pair,
      name: `bays ${pair + 1} and ${pair + 2} along ${axis}`,
    }));
  });
  if (wanted.length === 0) return refused('Choose patterns; pairs need three grid lines in their direction.');
  const cases = wanted.map(({ keep, pair, name }) => ({
    case:
      keptCase(known, (one) => one.keep === keep && one.pair === pair) ??
      maker.make(`${label.slice(0, 6)}a`, `${model.cases[source].name}, ${name}`, model.cases[source].nature, {
        alternatives,
        ...(model.cases[source].category ? { category: model.cases[source].category } : {}),
      }),
    keep,
    ...(pair === undefined ? {} : { pair }),
  }));
  const plan = rulePlan(
    model,
    values,
    { type: 'pattern', label: labelOf(values, `Patterns of ${label}`), source, cases },
    maker,
  );
  // the whole load is one of the alternatives
  return plan.ok && model.cases[source].alternatives === undefined
    ? {
        ...plan,
        act: {
          ...plan.act,
          edits: [
            ...plan.act.edits,
            { kind: 'change', table: 'cases', changes: [{ id: source, fields: { alternatives: label } }] },
          ],
        },
      }
    : plan;
}

/** The selected members in the order in which they follow each other; undefined when they do not. */
export function chainOf(model: Model, ids: readonly string[]): string[] | undefined {
  const left = new Set(ids);
  const at = new Map<string, string[]>();
  for (const id of ids)
    for (const node of [model.members[id].start, model.members[id].end]) at.set(node, [...(at.get(node) ?? []), id]);
  const ends = [...at].filter(([, list]) => list.length === 1).map(([node]) => node);
  if (ends.length !== 2) return undefined;
  const [first] = ends.sort((a, b) => {
    const [p, q] = [model.nodes[a].position, model.nodes[b].position];
    return p[0] - q[0] || p[1] - q[1] || p[2] - q[2];
  });
  const chain: string[] = [];
  let node = first;
  for (;;) {
    const next = at.get(node)!.find((id) => left.has(id));
    if (next === undefined) return left.size === 0 ? chain : undefined;
    left.delete(next);
    chain.push(next);
    const ends = memberEnds(model, model.members[next])!;
    node = ends.start.id === node ? ends.end.id : ends.start.id;
  }
}

function trainPlan({ model, selection }: ToolContext, values: Values): Plan {
  const before = model.loadRules[values.text('rule')] as LoadRule | undefined;
  const path =
    before?.type === 'train' && selection.members.length === 0 ? before.path : chainOf(model, selection.members);
  if (!path || path.length === 0)
    return refused('Select members that follow each other end to end, such as the beams of a crane runway.');
  const forces: { force: number; behind: number }[] = [];
  for (const part of values.text('forces').split(';')) {
    const [force, behind] = part.split(',').map((text) => text.trim());
    if (!force) continue;
    const [size, distance] = [
      parseQuantity(force, 'force', model.settings.units),
      behind ? parseQuantity(behind, 'length', model.settings.units) : undefined,
    ];
    if (!size.ok) return refused(size.error);
    if (distance && !distance.ok) return refused(distance.error);
    if (forces.length > 0 && !distance)
      return refused(`The force ${force} needs its distance behind the one before, such as “${force}, 1.2”.`);
    forces.push({ force: size.value, behind: distance?.ok && forces.length > 0 ? distance.value : 0 });
  }
  if (forces.length === 0) return refused('Type the forces.');
  const steps = values.number('steps');
  if (!(Number.isInteger(steps) && steps >= 2 && steps <= 200))
    return refused('The number of steps is a whole number from 2 to 200.');
  const maker = new CaseMaker(model);
  const label = labelOf(values, 'Moving forces');
  const known = before?.type === 'train' ? before.cases : [];
  const cases = Array.from(
    { length: steps },
    (_, i) =>
      known[i] ?? maker.make(`M${i + 1}`, `${label}, place ${i + 1}`, 'live', { alternatives: label.slice(0, 30) }),
  );
  const total = path.reduce((sum, id) => sum + memberLength(model, model.members[id]), 0);
  const plan = rulePlan(model, values, { type: 'train', label, path: [...path], forces, cases }, maker);
  return plan.ok
    ? { ...plan, words: `${plan.words}, over ${formatQuantity(total, 'length', model.settings.units, 2)}` }
    : plan;
}

const liveCases = (model: Model) =>
  inOrder(model.cases)
    .filter((one) => one.nature === 'live' || one.nature === 'roofLive')
    .map((one) => ({ value: one.id, label: `${one.label}, ${one.name}` }));

export const ruleTools: readonly Tool[] = [
  {
    id: 'rule-notional',
    title: 'Make notional loads',
    group: 'loads',
    action: 'Make them',
    about: 'A share of the gravity load that comes in at each level, sideways. They follow the model.',
    fields: ({ model }) => [
      {
        key: 'gravity',
        label: 'Of cases',
        kind: 'several',
        initial: inOrder(model.cases)
          .filter(
            (one) =>
              ['dead', 'superimposedDead', 'live', 'roofLive', 'snow'].includes(one.nature) &&
              one.alternatives === undefined,
          )
          .map((one) => one.id),
        options: caseOptions(model),
      },
      {
        key: 'of',
        label: 'A share of',
        kind: 'choice',
        initial: 'own',
        options: pick([
          ['own', 'own gravity'],
          ['fixed', 'fixed loads'],
        ]),
        hint: 'Own: of each combination’s own factored gravity (AISC 360 C2.2b). Fixed: of these cases times one factor.',
      },
      factor('times', 'each times', 1, undefined, is('of', 'fixed')),
      factor('share', 'Share', familyOf(model).notional.share, familyOf(model).notional.hint),
      { key: 'direction', label: 'Direction', kind: 'choice', initial: '+x', options: directionOptions },
      {
        key: 'at',
        label: 'At',
        kind: 'choice',
        initial: 'columns',
        options: pick([
          ['columns', 'each column'],
          ['diaphragms', 'the floors, where there are any'],
        ]),
      },
      labelField(''),
    ],
    plan: notionalPlan,
    again: true,
  },
  {
    id: 'rule-wind',
    title: 'Make wind loads',
    group: 'loads',
    action: 'Make them',
    about:
      'On a rectangular enclosed building with a flat or duopitch roof, a case for each direction, inside and roof condition. Left out: torsion and oblique cases (ASCE 27.3.5 cases 2 to 4), parapets, overhangs, flexible buildings, friction. They follow the model, and every number has its sheet.',
    fields: ({ model }) => [
      standardField(model, 'ASCE 7-22 ch. 27', 'EN 1991-1-4'),
      {
        key: 'speed',
        label: 'Wind speed',
        kind: 'quantity',
        quantity: 'speed',
        initial: familyOf(model).windSpeed[model.settings.units],
      },
      {
        key: 'exposure',
        label: 'Exposure',
        kind: 'choice',
        initial: 'C',
        options: pick([
          ['B', 'B'],
          ['C', 'C'],
          ['D', 'D'],
        ]),
        when: is('standard', 'asce'),
      },
      factor('directionality', 'Kd', 0.85, undefined, is('standard', 'asce')),
      factor('topography', 'Kzt', 1, undefined, is('standard', 'asce')),
      factor('elevation', 'Ke', 1, undefined, is('standard', 'asce')),
      factor('gust', 'G', 0.85, undefined, is('standard', 'asce')),
      factor('gcpi', 'GCpi', 0.18, 'enclosed: 0.18', is('standard', 'asce')),
      {
        key: 'terrain',
        label: 'Terrain',
        kind: 'choice',
        initial: 'II',
        options: pick([
          ['0', '0, sea'],
          ['I', 'I, lakes'],
          ['II', 'II, open'],
          ['III', 'III, suburbs'],
          ['IV', 'IV, town'],
        ]),
        when: is('standard', 'en'),
      },
      factor('directional', 'c dir', 1, undefined, is('standard', 'en')),
      factor('season', 'c season', 1, undefined, is('standard', 'en')),
      factor('orography', 'co', 1, undefined, is('standard', 'en')),
      factor('air', 'Air, kg/m³', 1.25, undefined, is('standard', 'en')),
      factor('structural', 'cs cd', 1, undefined, is('standard', 'en')),
      factor('cpiPressure', 'cpi, pressure', 0.2, undefined, is('standard', 'en')),
      factor('cpiSuction', 'cpi, suction', -0.3, undefined, is('standard', 'en')),
      {
        key: 'directions',
        label: 'Directions',
        kind: 'several',
        initial: ['+x', '-x', '+y', '-y'],
        options: directionOptions,
      },
      {
        key: 'internal',
        label: 'Inside',
        kind: 'several',
        initial: ['pressure', 'suction'],
        options: pick([
          ['pressure', 'pressure'],
          ['suction', 'suction'],
        ]),
      },
      {
        key: 'roof',
        label: 'Roof',
        kind: 'several',
        initial: ['uplift', 'downward'],
        options: pick([
          ['uplift', 'uplift'],
          ['downward', 'downward'],
        ]),
        when: is('standard', 'asce'),
      },
      {
        key: 'roofEn',
        label: 'Roof',
        kind: 'several',
        initial: ['uplift', 'downward', 'upliftDownward', 'downwardUplift'],
        options: pick([
          ['uplift', 'uplift'],
          ['downward', 'downward'],
          ['upliftDownward', 'uplift, then downward'],
          ['downwardUplift', 'downward, then uplift'],
        ]),
        when: is('standard', 'en'),
      },
      ...buildingFields(model),
      wallSpanField,
      roofSpanField,
      labelField('Wind'),
    ],
    plan: windPlan,
  },
  {
    id: 'rule-snow',
    title: 'Make snow loads',
    group: 'loads',
    action: 'Make them',
    about: 'On a flat or duopitch roof, balanced and drifted, a case each. They follow the model.',
    fields: ({ model }) => [
      standardField(model, 'ASCE 7-22 ch. 7', 'EN 1991-1-3'),
      {
        key: 'ground',
        label: 'On the ground',
        kind: 'quantity',
        quantity: 'pressure',
        initial: familyOf(model).groundSnow,
      },
      factor('exposureFactor', 'Ce', 1),
      factor('thermal', 'Ct', 1),
      { key: 'slippery', label: 'Slippery surface', kind: 'flag', initial: false, when: is('standard', 'asce') },
      {
        key: 'least',
        label: 'pm,max',
        kind: 'quantity',
        quantity: 'pressure',
        initial: 1436.4,
        when: is('standard', 'asce'),
      },
      factor('winterWind', 'W2', 0.45, 'winter wind parameter', is('standard', 'asce')),
      { key: 'guards', label: 'Snow guards or parapets', kind: 'flag', initial: false, when: is('standard', 'en') },
      {
        key: 'arrangements',
        label: 'Cases',
        kind: 'several',
        initial: ['balanced', 'lowSide', 'highSide'],
        options: pick([
          ['balanced', 'balanced'],
          ['lowSide', 'more on the low side'],
          ['highSide', 'more on the high side'],
        ]),
      },
      ...buildingFields(model),
      roofSpanField,
      labelField('Snow'),
    ],
    plan: snowPlan,
  },
  {
    id: 'rule-reduction',
    title: 'Reduce live load by area',
    group: 'loads',
    action: 'Reduce it',
    about:
      'What each member receives of the area loads in a live case becomes smaller by the area it receives it from. Columns get what their beams carry, which is on the safe side.',
    fields: ({ model }) => [
      {
        key: 'case',
        label: 'Case',
        kind: 'choice',
        initial: liveCases(model)[0]?.value ?? '',
        options: liveCases(model),
      },
      standardField(model, 'ASCE 7-22 4.7', 'EN 1991-1-1 6.3.1.2'),
      factor('elementFactor', 'KLL', 2, 'beams: 2, one-way slabs: 1', is('standard', 'asce')),
      factor('combinationFactor', 'ψ0', 0.7, undefined, is('standard', 'en')),
      labelField(''),
    ],
    plan: ({ model }, values) =>
      values.text('case') in model.cases
        ? rulePlan(
            model,
            values,
            {
              type: 'reduction',
              label: labelOf(values, `Reduced ${model.cases[values.text('case')].label}`),
              case: values.text('case'),
              standard: values.text('standard') as 'asce',
              elementFactor: values.number('elementFactor') || 2,
              combinationFactor: values.number('combinationFactor') || 0,
            },
            new CaseMaker(model),
          )
        : refused('There is no live load case yet.'),
  },
  {
    id: 'rule-pattern',
    title: 'Make patterns of a live load',
    group: 'loads',
    action: 'Make them',
    about:
      'Cases with the load on alternate bays, chequered, or on neighbouring pairs between the grid lines. Combinations take one of them at a time.',
    fields: ({ model }) => [
      {
        key: 'source',
        label: 'Of case',
        kind: 'choice',
        initial: liveCases(model)[0]?.value ?? '',
        options: liveCases(model),
      },
      {
        key: 'patterns',
        label: 'Patterns',
        kind: 'several',
        initial: ['alternateX'],
        options: pick([
          ['alternateX', 'alternate along x'],
          ['alternateY', 'alternate along y'],
          ['chequer', 'chequered'],
          ['pairsX', 'neighbours along x'],
          ['pairsY', 'neighbours along y'],
        ]),
      },
      labelField(''),
    ],
    plan: patternPlan,
  },
  {
    id: 'rule-train',
    title: 'Move forces along members',
    group: 'loads',
    needs: 'members',
    action: 'Make the places',
    about: 'A train of forces over the selected members, a case a place. Combinations take one of them at a time.',
    fields: () => [
      {
        key: 'forces',
        label: 'Forces',
        kind: 'text',
        initial: '',
        hint: '60; 60, 1.2; 40, 3.6: force, distance behind',
      },
      { key: 'steps', label: 'Places', kind: 'count', initial: 11 },
      labelField('Moving forces'),
    ],
    plan: trainPlan,
  },
];

/** Values of its form that show a rule again, and the form they belong to. */
export function ruleForm(rule: LoadRule, model: Model): { tool: string; values: Record<string, FieldValue> } {
  const base = { rule: rule.id, label: rule.label };
  switch (rule.type) {
    case 'notional':
      return {
        tool: 'rule-notional',
        values: {
          ...base,
          of: 'fixed',
          gravity: rule.gravity.map((one) => one.case),
          times: rule.gravity[0]?.factor ?? 1,
          share: rule.share,
          direction: rule.direction,
          at: rule.at,
        },
      };
    case 'asceWind':
    case 'enWind': {
      const several = {
        directions: [...new Set(rule.cases.map((one) => one.direction))],
        internal: [...new Set(rule.cases.map((one) => one.internal))],
        roof: [...new Set(rule.cases.map((one) => one.roof))],
        roofEn: [...new Set(rule.cases.map((one) => one.roof))],
      };
      const own: Record<string, FieldValue> =
        rule.type === 'asceWind'
          ? {
              standard: 'asce',
              speed: rule.speed,
              exposure: rule.exposure,
              directionality: rule.directionality,
              topography: rule.topography,
              elevation: rule.elevation,
              gust: rule.gust,
              gcpi: rule.internal,
            }
          : {
              standard: 'en',
              speed: rule.basicSpeed,
              directional: rule.directional,
              season: rule.season,
              terrain: rule.terrain,
              orography: rule.orography,
              air: rule.airDensity,
              structural: rule.structural,
              cpiPressure: rule.internalPressure,
              cpiSuction: rule.internalSuction,
            };
      return { tool: 'rule-wind', values: { ...base, ...own, ...several, ...buildingValues(rule.building) } };
    }
    case 'asceSnow':
    case 'enSnow':
      return {
        tool: 'rule-snow',
        values: {
          ...base,
          standard: rule.type === 'asceSnow' ? 'asce' : 'en',
          ground: rule.ground,
          exposureFactor: rule.exposure,
          thermal: rule.thermal,
          arrangements: rule.cases.map((one) => one.arrangement),
          ...(rule.type === 'asceSnow'
            ? { slippery: rule.slippery, least: rule.least, winterWind: rule.winterWind }
            : { guards: rule.snowGuards }),
          ...buildingValues(rule.building),
        },
      };
    case 'reduction':
      return {
        tool: 'rule-reduction',
        values: {
          ...base,
          case: rule.case,
          standard: rule.standard,
          elementFactor: rule.elementFactor,
          combinationFactor: rule.combinationFactor,
        },
      };
    case 'pattern': {
      const has = (...keeps: string[]) => rule.cases.some((one) => keeps.includes(one.keep));
      return {
        tool: 'rule-pattern',
        values: {
          ...base,
          source: rule.source,
          patterns: [
            ...(has('oddX', 'evenX') ? ['alternateX'] : []),
            ...(has('oddY', 'evenY') ? ['alternateY'] : []),
            ...(has('chequerA', 'chequerB') ? ['chequer'] : []),
            ...(has('pairX') ? ['pairsX'] : []),
            ...(has('pairY') ? ['pairsY'] : []),
          ],
        },
      };
    }
    case 'train': {
      const { units } = model.settings;
      const plain = (value: number, kind: 'force' | 'length') =>
        formatQuantity(value, kind, units, 3)
          .replace(/\u2009/g, '')
          .replace('−', '-');
      return {
        tool: 'rule-train',
        values: {
          ...base,
          forces: rule.forces
            .map((one, i) =>
              i === 0 ? plain(one.force, 'force') : `${plain(one.force, 'force')}, ${plain(one.behind, 'length')}`,
            )
            .join('; '),
          steps: rule.cases.length,
        },
      };
    }
  }
}
