import type { Plan } from '~core/build';
import { loadWords } from '~core/loading';
import {
  idSource,
  inOrder,
  meshedPanels,
  panelAt,
  type LineSettlementLoad,
  type Load,
  type Model,
  type PanelTemperatureLoad,
  type SpotLoad,
} from '~core/model';
import { count, formatQuantity } from '~core/units';
import { caseField } from './case-field';
import { refused, type Field, type Tool, type ToolContext, type Values } from './tool';

const axes = ['x', 'y', 'z'] as const;
type Three = [number, number, number];

const parts = (key: string, name: string, quantity: 'force' | 'moment' | 'deflection' | 'angle'): Field[] =>
  axes.map((axis): Field => ({
    key: `${key}${axis}`,
    label: `${name} ${axis}`,
    kind: 'quantity',
    quantity,
    initial: null,
    hint: key === 'f' && axis === 'z' ? 'negative acts downward' : 'empty: none',
  }));

const three = (values: Values, key: string): Three =>
  axes.map((axis) => values.optional(`${key}${axis}`) ?? 0) as unknown as Three;

/** Slabs and walls that are analysed, for a choice. */
const panelOptions = (model: Model) =>
  meshedPanels(model).map(({ id, label }) => ({
    value: id,
    label: `${id in model.slabs ? 'slab' : 'wall'} ${label ?? id}`,
  }));

const nameOf = (model: Model, id: string): string => panelOptions(model).find(({ value }) => value === id)?.label ?? id;

const added = (model: Model, loads: readonly Load[], sentence: string, words: string): Plan => ({
  ok: true,
  preview: [],
  made: [],
  words,
  act: {
    edits: [{ kind: 'add', records: { loads: [...loads] } }],
    sentence: `${sentence} in case ${model.cases[loads[0].case].label}`,
  },
});

function spotPlan({ model }: ToolContext, values: Values): Plan {
  const caseId = values.text('case');
  if (!(caseId in model.cases)) return refused('Add a load case first.');
  if (panelOptions(model).length === 0)
    return refused('No slab or wall is analysed yet: choose shell or plate in its details first.');
  const at = values.point('p0');
  if (!at) return refused('Click or type the place.');
  const [force, moment] = [three(values, 'f'), three(values, 'm')];
  if ([...force, ...moment].every((part) => part === 0)) return refused('Type the force.');
  const panel = panelAt(model, at);
  const { units } = model.settings;
  if (panel === undefined)
    return refused(
      `No slab or wall that is analysed lies at ${at.map((part) => formatQuantity(part, 'length', units)).join(', ')}. Click on one, or type a place on it.`,
    );
  const label = values.text('label').trim();
  const load: SpotLoad = {
    id: idSource(model)('loads'),
    case: caseId,
    type: 'spot',
    ...(label === '' ? {} : { label }),
    at: [...at],
    force,
    moment,
  };
  return added(
    model,
    [load],
    `Put ${loadWords(load, units).value} on ${nameOf(model, panel)}`,
    `on ${nameOf(model, panel)}`,
  );
}

function temperaturePlan({ model }: ToolContext, values: Values): Plan {
  const caseId = values.text('case');
  if (!(caseId in model.cases)) return refused('Add a load case first.');
  const panels = values.several('panels');
  if (panels.length === 0) return refused('Choose slabs or walls.');
  const [change, difference] = [values.optional('change') ?? 0, values.optional('difference') ?? 0];
  const shrinkage = values.optional('shrinkage') ?? 0;
  if (change === 0 && difference === 0 && shrinkage === 0)
    return refused('Type by how much they are warmed, or how much they shrink.');
  if (Math.abs(shrinkage) > 10)
    return refused('Shrinkage is between −10 and 10 ‰; concrete shrinks by some 0.2 to 0.6.');
  const next = idSource(model);
  const loads = panels.map((id): PanelTemperatureLoad => ({
    id: next('loads'),
    case: caseId,
    type: 'panelTemperature',
    ...(id in model.slabs ? { slab: id } : { wall: id }),
    change,
    difference,
    ...(shrinkage === 0 ? {} : { strain: -shrinkage / 1000 }),
  }));
  const still = panels.filter((id) => {
    const { material } = model.slabs[id] ?? model.walls[id];
    return material === null || model.materials[material].expansion === 0;
  });
  const words = count(panels.length, 'panel');
  return added(
    model,
    loads,
    change === 0 && difference === 0 ? `Let ${words} shrink` : `Warmed ${words}`,
    still.length > 0 && (change !== 0 || difference !== 0)
      ? `${words}; ${still.map((id) => nameOf(model, id)).join(', ')}: the material has no coefficient of expansion`
      : words,
  );
}

const lineOptions = (model: Model) =>
  inOrder(model.lineSupports).map(({ id, label, start, end }) => ({
    value: id,
    label: `${label ?? id}, ${start} to ${end}`,
  }));

function settlementPlan({ model }: ToolContext, values: Values): Plan {
  const caseId = values.text('case');
  if (!(caseId in model.cases)) return refused('Add a load case first.');
  const line = values.text('line');
  if (!(line in model.lineSupports)) return refused('There is no line support yet.');
  const displacement = three(values, 'u');
  if (displacement.every((part) => part === 0)) return refused('Type the movement.');
  const { support } = model.lineSupports[line];
  const free = axes.filter((axis, i) => displacement[i] !== 0 && !support[`u${axis}`]);
  if (free.length > 0)
    return refused(`${line} holds nothing in ${free.join(' and ')}: only what is held can be moved.`);
  const load: LineSettlementLoad = {
    id: idSource(model)('loads'),
    case: caseId,
    type: 'lineSettlement',
    lineSupport: line,
    displacement,
    rotation: [0, 0, 0],
  };
  return added(model, [load], `Moved line support ${line}`, loadWords(load, model.settings.units).value);
}

/** Loads on slabs, walls and line supports themselves. */
export const floorLoadTools: readonly Tool[] = [
  {
    id: 'spot-load',
    title: 'Put a force at a place of a slab',
    group: 'loads',
    action: 'Put the force',
    again: true,
    about: 'Anywhere on a slab or wall that is analysed: a machine’s foot, a post. No node has to be there.',
    fields: (context) => [
      caseField(context),
      { key: 'p0', label: 'Place', kind: 'point', initial: null },
      ...parts('f', 'F', 'force'),
      ...parts('m', 'M', 'moment'),
      { key: 'label', label: 'Name', kind: 'text', initial: '', hint: 'such as Pump' },
    ],
    plan: spotPlan,
  },
  {
    id: 'panel-temperature',
    title: 'Warm or shrink slabs and walls',
    group: 'loads',
    action: 'Put the temperature',
    again: true,
    about:
      'Even warmth, warmer on the top of a floor (the z side of a wall) than on the other, and the strain of shrinkage.',
    fields: (context) => [
      caseField(context),
      {
        key: 'panels',
        label: 'Slabs, walls',
        kind: 'several',
        initial: panelOptions(context.model).length === 1 ? [panelOptions(context.model)[0].value] : [],
        options: panelOptions(context.model),
      },
      { key: 'change', label: 'Even', kind: 'quantity', quantity: 'temperature', initial: null, hint: 'empty: none' },
      {
        key: 'difference',
        label: 'Top warmer by',
        kind: 'quantity',
        quantity: 'temperature',
        initial: null,
        hint: 'empty: none',
      },
      {
        key: 'shrinkage',
        label: 'Shrinkage, ‰',
        kind: 'factor',
        initial: null,
        hint: 'how much shorter it would become, such as 0.3; empty: none',
      },
    ],
    plan: temperaturePlan,
  },
  {
    id: 'line-settlement',
    title: 'Move a line support',
    group: 'loads',
    action: 'Put the settlement',
    again: true,
    about: 'An imposed movement of a whole line that holds a slab or wall; negative in z settles.',
    fields: (context) => [
      caseField(context),
      {
        key: 'line',
        label: 'Line support',
        kind: 'choice',
        initial: lineOptions(context.model)[0]?.value ?? '',
        options: lineOptions(context.model),
      },
      ...parts('u', 'u', 'deflection'),
    ],
    plan: settlementPlan,
  },
];
