import { findFields, type Plan, type PreviewLine } from '~core/build';
import { copyCase, loadWords, probe, spreadOf } from '~core/loading';
import {
  distance,
  fromPlane,
  idSource,
  inOrder,
  planeOf,
  storeysUpward,
  type AreaLoad,
  type LineLoad,
  type LoadRegion,
  type LoadSpread,
  type Model,
  type Pressure,
  type Vector,
} from '~core/model';
import { caseFactorsOf } from '~core/combine';
import { count, formatQuantity, formatValue } from '~core/units';
import { caseField, caseOptions } from './case-field';
import { cornerFields, cornersIn, cornerValues, mostCorners, ordinal } from './corner-fields';
import { refused, type Field, type Tool, type ToolContext, type Values } from './tool';

const is =
  (key: string, ...wanted: string[]) =>
  (values: Values) =>
    wanted.includes(values.text(key));
const choice = (
  key: string,
  label: string,
  initial: string,
  options: readonly (readonly [string, string])[],
  when?: Field['when'],
): Field => ({
  key,
  label,
  kind: 'choice',
  initial,
  options: options.map(([value, name]) => ({ value, label: name })),
  ...(when ? { when } : {}),
});

function areaFields(context: ToolContext): Field[] {
  const { model } = context;
  const panels = [
    ...inOrder(model.slabs).map((slab) => ({ value: slab.id, label: `slab ${slab.label ?? slab.id}` })),
    ...inOrder(model.walls).map((wall) => ({ value: wall.id, label: `wall ${wall.label ?? wall.id}` })),
  ];
  const storeys = storeysUpward(model).map((storey) => ({ value: storey.id, label: storey.label }));
  return [
    caseField(context),
    choice('where', 'On', 'bays', [
      ['bays', 'bays of the frame'],
      ['polygon', 'a polygon'],
      ['storey', 'whole storeys'],
      ...(panels.length > 0 ? [['panels', 'slabs and walls'] as const] : []),
    ]),
    { key: 'bays', label: 'Bays', kind: 'bays', initial: [], when: is('where', 'bays') },
    ...cornerFields(is('where', 'polygon')),
    {
      key: 'storeys',
      label: 'Storeys',
      kind: 'several',
      initial: storeys.slice(1).map(({ value }) => value),
      options: storeys,
      when: is('where', 'storey'),
    },
    {
      key: 'panels',
      label: 'Slabs, walls',
      kind: 'several',
      initial: [],
      options: panels,
      when: is('where', 'panels'),
    },
    choice('pressure', 'It is', 'uniform', [
      ['uniform', 'uniform'],
      ['linear', 'linear, by three points'],
      ['fluid', 'pressure of a fluid'],
      ['earth', 'earth pressure'],
    ]),
    {
      key: 'value',
      label: 'Value',
      kind: 'quantity',
      quantity: 'pressure',
      initial: null,
      hint: 'negative acts downward',
      when: is('pressure', 'uniform'),
    },
    ...[0, 1, 2].flatMap((i): Field[] => [
      { key: `q${i}`, label: `${ordinal(i)} point`, kind: 'point', initial: null, when: is('pressure', 'linear') },
      {
        key: `v${i}`,
        label: 'has',
        kind: 'quantity',
        quantity: 'pressure',
        initial: null,
        when: is('pressure', 'linear'),
      },
    ]),
    {
      key: 'density',
      label: 'Density',
      kind: 'quantity',
      quantity: 'density',
      initial: 1000,
      when: is('pressure', 'fluid'),
    },
    choice(
      'state',
      'Earth is',
      'atRest',
      [
        ['atRest', 'at rest'],
        ['active', 'active'],
        ['given', 'by a coefficient'],
      ],
      is('pressure', 'earth'),
    ),
    {
      key: 'friction',
      label: 'Angle of friction',
      kind: 'angle',
      initial: Math.PI / 6,
      when: (values) => values.text('pressure') === 'earth' && values.text('state') !== 'given',
    },
    {
      key: 'coefficient',
      label: 'Coefficient',
      kind: 'factor',
      initial: 0.5,
      when: (values) => values.text('pressure') === 'earth' && values.text('state') === 'given',
    },
    {
      key: 'unitWeight',
      label: 'Unit weight',
      kind: 'quantity',
      quantity: 'unitWeight',
      initial: 18000,
      when: is('pressure', 'earth'),
    },
    { key: 'level', label: 'Surface at', kind: 'length', initial: 0, when: is('pressure', 'fluid', 'earth') },
    {
      key: 'surcharge',
      label: 'Surcharge',
      kind: 'quantity',
      quantity: 'pressure',
      initial: 0,
      when: is('pressure', 'earth'),
    },
    {
      key: 'water',
      label: 'Water at',
      kind: 'length',
      initial: null,
      hint: 'empty: no water',
      when: is('pressure', 'earth'),
    },
    {
      key: 'submerged',
      label: 'Weight in water',
      kind: 'quantity',
      quantity: 'unitWeight',
      initial: null,
      hint: 'empty: less that of water',
      when: is('pressure', 'earth'),
    },
    choice('direction', 'Direction', 'z', [
      ['z', 'global z'],
      ['x', 'global x'],
      ['y', 'global y'],
      ['normal', 'square to the area'],
    ]),
    {
      key: 'reversed',
      label: 'Against that direction',
      kind: 'flag',
      initial: false,
      when: is('pressure', 'fluid', 'earth'),
    },
    {
      key: 'projected',
      label: 'Per area of the projection',
      kind: 'flag',
      initial: false,
      when: is('direction', 'x', 'y', 'z'),
    },
    choice('spread', 'Goes to members', 'two', [
      ['two', 'two ways, by yield lines'],
      ['x', 'one way along x'],
      ['y', 'one way along y'],
      ['z', 'one way up, or up the slope'],
    ]),
    {
      key: 'allowance',
      label: 'Stands for the frame’s own weight',
      kind: 'flag',
      initial: false,
      once: true,
      when: (values) => ['dead', 'superimposedDead'].includes(model.cases[values.text('case')]?.nature ?? ''),
    },
    { key: 'label', label: 'Name', kind: 'text', initial: '', hint: 'such as Reading room' },
  ];
}

const samePlace = 2e-3;

/** Corners that all lie at nodes are kept as those nodes, so that the area goes with them. */
function regionOf(model: Model, points: readonly Vector[], openings: readonly (readonly Vector[])[] = []): LoadRegion {
  const nodes = Object.values(model.nodes);
  const ids = points.map((point) => nodes.find((node) => distance(node.position, point) < samePlace)?.id);
  const typed = (ring: readonly Vector[]) => ring.map((point): [number, number, number] => [...point]);
  return openings.length === 0 && ids.every((id): id is string => id !== undefined) && new Set(ids).size === ids.length
    ? { kind: 'nodes', corners: ids }
    : {
        kind: 'polygon',
        points: typed(points),
        ...(openings.length > 0 ? { openings: openings.map(typed) } : {}),
      };
}

/** A changed outline with what the form does not show of the one before: its openings, and corners beyond those it has fields for. */
function keepingRest(model: Model, before: LoadRegion, after: LoadRegion): LoadRegion {
  if ((before.kind !== 'nodes' && before.kind !== 'polygon') || (after.kind !== 'nodes' && after.kind !== 'polygon'))
    return after;
  const at = (ids: readonly string[]) => ids.map((id): [number, number, number] => [...model.nodes[id].position]);
  const places = (region: typeof before) => (region.kind === 'nodes' ? at(region.corners) : region.points);
  const [old, now] = [places(before), places(after)];
  const same = now.every((place, i) => old[i] !== undefined && distance(place, old[i]) < samePlace);
  if (same && (old.length === now.length || (now.length === mostCorners && old.length > now.length))) return before;
  if (!before.openings || before.openings.length === 0) return after;
  if (before.kind === 'nodes' && after.kind === 'nodes') return { ...after, openings: before.openings };
  return {
    kind: 'polygon',
    points: now,
    openings: before.kind === 'nodes' ? before.openings.map(at) : before.openings,
  };
}

function regionsOf(model: Model, values: Values): LoadRegion[] | string {
  switch (values.text('where')) {
    case 'bays': {
      const chosen = new Set(values.several('bays'));
      const bays = findFields(model).filter((bay) => chosen.has(bay.key));
      return bays.length === 0
        ? 'Click bays in the drawing, or choose them in the list.'
        : bays.map(({ corners, islands }) => regionOf(model, corners, islands));
    }
    case 'storey':
      return values.several('storeys').length > 0
        ? values.several('storeys').map((storey): LoadRegion => ({ kind: 'storey', storey }))
        : Object.keys(model.storeys).length > 0
          ? 'Choose one or more storeys.'
          : 'There are no storeys yet.';
    case 'panels': {
      const chosen = values.several('panels');
      return chosen.length === 0
        ? 'Choose slabs or walls.'
        : [
            {
              kind: 'panels',
              slabs: chosen.filter((id) => id in model.slabs),
              walls: chosen.filter((id) => id in model.walls),
            },
          ];
    }
    default: {
      const points = cornersIn(values);
      if (points.length < 3) return 'Click or type three corners or more.';
      return planeOf(points) ? [regionOf(model, points)] : 'The corners lie on one line.';
    }
  }
}

function pressureOf(values: Values): Pressure | string {
  switch (values.text('pressure')) {
    case 'linear': {
      const points = [0, 1, 2].map((i) => ({ at: values.point(`q${i}`), value: values.number(`v${i}`) }));
      if (points.some((one) => !one.at || Number.isNaN(one.value))) return 'Give three points with their values.';
      const [a, b, c] = points.map(({ at, value }) => ({ at: [...at!] as [number, number, number], value }));
      return { type: 'linear', points: [a, b, c] };
    }
    case 'fluid':
      return values.number('density') > 0
        ? { type: 'fluid', density: values.number('density'), level: values.number('level') }
        : 'The density must be above zero.';
    case 'earth': {
      const given = values.text('state') === 'given';
      const number = given ? values.number('coefficient') : values.number('friction');
      if (!(number >= 0)) return given ? 'Type the coefficient of earth pressure.' : 'Type the angle of friction.';
      return {
        type: 'earth',
        state: values.text('state') as 'atRest',
        ...(given ? { coefficient: number } : { friction: number }),
        unitWeight: values.number('unitWeight'),
        level: values.number('level'),
        surcharge: values.optional('surcharge') ?? 0,
        ...(values.optional('water') === undefined ? {} : { waterLevel: values.number('water') }),
        ...(values.optional('submerged') === undefined ? {} : { submergedWeight: values.number('submerged') }),
      };
    }
    default:
      return values.number('value')
        ? { type: 'uniform', value: values.number('value') }
        : 'Type the value of the load.';
  }
}

function spreadFor(values: Values): LoadSpread {
  switch (values.text('spread')) {
    case 'x':
      return { way: 'one', along: [1, 0, 0] };
    case 'y':
      return { way: 'one', along: [0, 1, 0] };
    case 'z':
      return { way: 'one', along: [0, 0, 1] };
    default:
      return { way: 'two' };
  }
}

const outlineOf = (model: Model, load: AreaLoad): PreviewLine[] =>
  spreadOf(model, load).patches.flatMap(({ plane, outlines, openings }) =>
    [...outlines, ...openings].flatMap((outline) =>
      outline.map((point, i): PreviewLine => [
        fromPlane(plane, point),
        fromPlane(plane, outline[(i + 1) % outline.length]),
      ]),
    ),
  );

/** Values of the form that show an area load again. */
export function areaValues(load: AreaLoad, model: Model): Record<string, FieldValueOf> {
  const { region, pressure, spread } = load;
  const points =
    region.kind === 'polygon'
      ? region.points
      : region.kind === 'nodes'
        ? region.corners.map((id) => model.nodes[id].position)
        : [];
  const along = spread.way === 'one' ? spread.along : undefined;
  return {
    load: load.id,
    case: load.case,
    label: load.label ?? '',
    direction: load.direction,
    reversed: load.reversed === true,
    projected: load.projected === true,
    allowance: load.allowance === true,
    where: region.kind === 'nodes' ? 'polygon' : region.kind,
    storeys: region.kind === 'storey' ? [region.storey] : [],
    panels: region.kind === 'panels' ? [...region.slabs, ...region.walls] : [],
    ...cornerValues(points),
    pressure: pressure.type,
    spread: !along ? 'two' : Math.abs(along[0]) > 0.7 ? 'x' : Math.abs(along[1]) > 0.7 ? 'y' : 'z',
    ...(pressure.type === 'uniform'
      ? { value: pressure.value }
      : pressure.type === 'linear'
        ? Object.fromEntries(
            pressure.points.flatMap((one, i) => [
              [`q${i}`, [...one.at]],
              [`v${i}`, one.value],
            ]),
          )
        : pressure.type === 'fluid'
          ? { density: pressure.density, level: pressure.level }
          : {
              state: pressure.state,
              friction: pressure.friction ?? Math.PI / 6,
              coefficient: pressure.coefficient ?? 0.5,
              unitWeight: pressure.unitWeight,
              level: pressure.level,
              surcharge: pressure.surcharge,
              water: pressure.waterLevel ?? null,
              submerged: pressure.submergedWeight ?? null,
            }),
  };
}
type FieldValueOf = string | number | boolean | null | number[] | string[];

function areaPlan({ model }: ToolContext, values: Values): Plan {
  const caseId = values.text('case');
  if (!(caseId in model.cases)) return refused('Add a load case first.');
  const pressure = pressureOf(values);
  if (typeof pressure === 'string') return refused(pressure);
  const regions = regionsOf(model, values);
  if (typeof regions === 'string') return refused(regions);
  const next = idSource(model);
  const editing = values.text('load') in model.loads ? values.text('load') : undefined;
  const direction = values.text('direction') as AreaLoad['direction'];
  const label = values.text('label').trim();
  const before = editing === undefined ? undefined : (model.loads[editing] as AreaLoad);
  // a span that lies along no axis stays unless another one is chosen
  const spread =
    before && areaValues(before, model).spread === values.text('spread') ? before.spread : spreadFor(values);
  const isDead = ['dead', 'superimposedDead'].includes(model.cases[caseId].nature);
  const loads = regions.map((region, i): AreaLoad => {
    return {
      id: (i === 0 ? editing : undefined) ?? next('loads'),
      case: caseId,
      type: 'area',
      ...(label === '' ? {} : { label }),
      region: before && i === 0 ? keepingRest(model, before.region, region) : region,
      pressure,
      direction,
      ...(pressure.type === 'fluid' || pressure.type === 'earth'
        ? values.flag('reversed')
          ? { reversed: true }
          : {}
        : before?.reversed
          ? { reversed: true }
          : {}),
      ...(values.flag('projected') && direction !== 'normal' ? { projected: true } : {}),
      spread,
      ...(values.flag('allowance') && isDead ? { allowance: true } : {}),
    };
  });
  const results = loads.map((load) => spreadOf(model, load));
  const { units } = model.settings;
  const [area, given, taken] = (['area', 'given', 'taken'] as const).map((key) =>
    results.reduce((sum, one) => sum + one[key], 0),
  );
  const members = new Set(results.flatMap((one) => one.received.map((part) => part.member))).size;
  const panels = new Set(results.flatMap((one) => one.onPanels.map(({ panel }) => panel))).size;
  const takers =
    panels === 0
      ? count(members, 'member')
      : `${members === 0 ? '' : `${count(members, 'member')} and `}${count(panels, 'panel')}`;
  if (area < 1e-6)
    return refused(`It would act on nothing. ${[...new Set(results.flatMap((one) => one.remarks))].join(' ')}`.trim());
  const lost = Math.abs(given - taken) > 1e-6 * Math.max(1, Math.abs(given));
  const remarks = [...new Set(results.flatMap((one) => one.remarks))];
  const words = `${formatQuantity(area, 'planArea', units)}, ${formatQuantity(given, 'force', units)}: ${lost ? `only ${formatQuantity(taken, 'force', units)} reach ${takers}. ${remarks.join(' ')}` : `all of it to ${takers}.${remarks.length > 0 ? ` ${remarks.join(' ')}` : ''}`}`;
  const size = loadWords(loads[0], units).value;
  const caseLabel = model.cases[caseId].label;
  return {
    ok: true,
    words,
    preview: loads.flatMap((load) => outlineOf(model, load)),
    made: [],
    act:
      editing === undefined
        ? {
            edits: [{ kind: 'add', records: { loads } }],
            sentence: `Put ${size} on ${count(loads.length, 'area')} in case ${caseLabel}`,
          }
        : {
            edits: [
              { kind: 'remove', table: 'loads', ids: [editing] },
              { kind: 'add', records: { loads } },
            ],
            sentence: `Changed area load ${editing} in case ${caseLabel}`,
          },
  };
}

/** Values of the form that show a line load again. */
export const lineValues = (load: LineLoad): Record<string, FieldValueOf> => ({
  load: load.id,
  case: load.case,
  label: load.label ?? '',
  p0: [...load.start],
  p1: [...load.end],
  valueFrom: load.valueFrom,
  valueTo: load.valueTo,
  direction: load.direction,
});

function linePlan({ model }: ToolContext, values: Values): Plan {
  const caseId = values.text('case');
  if (!(caseId in model.cases)) return refused('Add a load case first.');
  const [a, b] = [values.point('p0'), values.point('p1')];
  if (!a || !b || distance(a, b) < 1e-3) return refused('Click or type both ends of the line.');
  const total = values.optional('total');
  const typed = values.number('valueFrom');
  if (total !== undefined && !Number.isNaN(typed)) return refused('Give the value per length or the total, not both.');
  const valueFrom = total === undefined ? typed : total / distance(a, b);
  if (Number.isNaN(valueFrom)) return refused('Type the value of the load, or its total.');
  const editing = values.text('load') in model.loads ? values.text('load') : undefined;
  const label = values.text('label').trim();
  const load: LineLoad = {
    id: editing ?? idSource(model)('loads'),
    case: caseId,
    type: 'line',
    ...(label === '' ? {} : { label }),
    start: [a[0], a[1], a[2]],
    end: [b[0], b[1], b[2]],
    direction: values.text('direction') as 'x',
    valueFrom,
    valueTo: total === undefined ? (values.optional('valueTo') ?? valueFrom) : valueFrom,
  };
  const { received, onPanels, given, taken, remarks } = spreadOf(model, load as AreaLoad | LineLoad);
  const { units } = model.settings;
  const members = new Set(received.map((one) => one.member)).size;
  const panels = new Set(onPanels.map((one) => one.panel)).size;
  const takers =
    panels === 0
      ? count(members, 'member')
      : `${members === 0 ? '' : `${count(members, 'member')} and `}${count(panels, 'panel')}`;
  const each = total === undefined ? '' : ` (${formatQuantity(valueFrom, 'lineLoad', units)})`;
  return {
    ok: true,
    preview: [[a, b]],
    made: [],
    words: `${formatQuantity(distance(a, b), 'length', units, 2)}, ${formatQuantity(given, 'force', units)}${each}: ${remarks.length > 0 ? `${formatQuantity(taken, 'force', units)} to ${takers}. ${remarks.join(' ')}` : `all of it to ${takers}.`}`,
    act:
      editing === undefined
        ? {
            edits: [{ kind: 'add', records: { loads: [load] } }],
            sentence: `Put ${loadWords(load, units).value} along a line in case ${model.cases[caseId].label}`,
          }
        : {
            edits: [
              { kind: 'remove', table: 'loads', ids: [editing] },
              { kind: 'add', records: { loads: [load] } },
            ],
            sentence: `Changed line load ${editing}`,
          },
  };
}

export const loadTools: readonly Tool[] = [
  {
    id: 'area-load',
    title: 'Put a load on an area',
    shortcut: 'A',
    group: 'loads',
    action: 'Put the load',
    again: true,
    about:
      'On bays, a polygon, a storey, slabs or walls. Members at its edges receive it; what they receive is shown below before it is put.',
    fields: areaFields,
    plan: areaPlan,
    keeps: [],
  },
  {
    id: 'line-load',
    title: 'Put a load along a line',
    group: 'loads',
    action: 'Put the load',
    again: true,
    about:
      'Along an edge or between two points: a façade, a partition. Members that lie on the line carry it, and slabs that are analysed where none does.',
    fields: (context) => [
      caseField(context),
      { key: 'p0', label: 'From', kind: 'point', initial: null },
      { key: 'p1', label: 'To', kind: 'point', initial: null },
      {
        key: 'valueFrom',
        label: 'Value',
        kind: 'quantity',
        quantity: 'lineLoad',
        initial: null,
        hint: 'negative acts downward',
      },
      {
        key: 'valueTo',
        label: 'At the other end',
        kind: 'quantity',
        quantity: 'lineLoad',
        initial: null,
        hint: 'empty: the same',
      },
      {
        key: 'total',
        label: 'Or in all',
        kind: 'quantity',
        quantity: 'force',
        initial: null,
        hint: 'a total, spread evenly',
      },
      choice('direction', 'Direction', 'z', [
        ['z', 'global z'],
        ['x', 'global x'],
        ['y', 'global y'],
      ]),
      { key: 'label', label: 'Name', kind: 'text', initial: '', hint: 'such as Façade' },
    ],
    plan: linePlan,
  },
  {
    id: 'probe-load',
    title: 'Ask what acts at a place',
    group: 'loads',
    action: '',
    about: 'The area and line loads over a place in the case that is chosen: their sum and its parts.',
    fields: (context) => [
      {
        key: 'case',
        label: 'In',
        kind: 'choice',
        isShownCase: true,
        initial: context.shownCase ?? inOrder(context.model.cases)[0]?.id ?? '',
        options: [
          ...caseOptions(context.model),
          ...inOrder(context.model.combinations).map((one) => ({ value: one.id, label: one.label })),
        ],
      },
      { key: 'p0', label: 'Place', kind: 'point', initial: null },
    ],
    plan: () => refused('This asks only; it changes nothing.'),
    report: ({ model }, values) => {
      const point = values.point('p0');
      if (!point) return ['Click a place on a floor, a wall or a roof.'];
      const id = values.text('case');
      const factors =
        id in model.combinations ? caseFactorsOf(model.combinations, model.combinations[id]) : new Map([[id, 1]]);
      const { parts, area, line } = probe(model, factors, point);
      const { units } = model.settings;
      const vector = (value: Vector, kind: 'pressure' | 'lineLoad') =>
        value
          .flatMap((part, i) => (Math.abs(part) < 1e-9 ? [] : [`${'xyz'[i]} ${formatValue(part, kind, units)}`]))
          .join(', ') + ` ${formatQuantity(0, kind, units).split(' ').slice(1).join(' ')}`;
      if (parts.length === 0) return ['Nothing acts there in this case. The place must lie on an area or a line.'];
      return [
        ...(area.some((part) => part !== 0) ? [`Sum over the area: ${vector(area, 'pressure')}`] : []),
        ...(line.some((part) => part !== 0) ? [`Sum along the line: ${vector(line, 'lineLoad')}`] : []),
        ...parts.map(
          ({ load, kind, value }) =>
            `${load.id}${load.type === 'area' || load.type === 'line' ? ` ${load.label ?? ''}` : ''}, case ${model.cases[load.case].label}: ${vector(value, kind === 'area' ? 'pressure' : 'lineLoad')}`,
        ),
      ];
    },
  },
  {
    id: 'copy-case',
    title: 'Copy a load case with a factor',
    group: 'loads',
    action: 'Copy the case',
    about: 'A new case with the loads of another times a factor.',
    fields: (context) => [
      caseField(context),
      { key: 'label', label: 'Short name', kind: 'text', initial: '' },
      { key: 'name', label: 'Name', kind: 'text', initial: '' },
      { key: 'factor', label: 'Factor', kind: 'factor', initial: 1 },
    ],
    plan: ({ model }, values) => {
      if (!(values.text('case') in model.cases)) return refused('Add a load case first.');
      const made = copyCase(
        model,
        values.text('case'),
        values.text('label'),
        values.text('name'),
        values.number('factor'),
      );
      return made.ok ? { ok: true, act: made.act, words: made.words, preview: [], made: [] } : refused(made.error);
    },
  },
];
