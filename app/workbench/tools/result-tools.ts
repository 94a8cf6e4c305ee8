import { RecordCollector } from '~core/build';
import { distance, meshedPanels, type Vector } from '~core/model';
import {
  cutSection,
  isOfPanels,
  panelAtPlace,
  panelQuantities,
  rectangleIn,
  regionValues,
  resultQuantities,
  shownParts,
  shownWords,
  valuesAt,
  type Quantity,
  type RegionValue,
} from '~core/results';
import { formatQuantity, formatValue, unitLabel, type UnitSystem } from '~core/units';
import { cornerFields, cornersIn } from './corner-fields';
import { refused, type Field, type Tool, type ToolContext, type Values } from './tool';

/** The last letters of a quantity's title: its symbol. */
const symbolOf = (quantity: Quantity): string => resultQuantities[quantity].title.split(' ').at(-1)!;

/** What is told beside the quantity that is shown. */
const alsoTold = ['w', 'mx', 'my', 'mxy', 'vx', 'vy', 'nx', 'ny', 'nxy'] as const satisfies readonly Quantity[];

/** The quantity of slabs a question is about: the one that is shown, or else the moment along the bars. */
const askedFor = ({ results }: ToolContext): Quantity =>
  results && isOfPanels(results.quantity) ? results.quantity : 'mx';

const quantityField = (context: ToolContext): Field => ({
  key: 'quantity',
  label: 'Of',
  kind: 'choice',
  isShownQuantity: true,
  initial: askedFor(context),
  options: panelQuantities.map((one) => ({ value: one, label: resultQuantities[one].title })),
});

const quantityIn = (values: Values): Quantity => panelQuantities.find((one) => one === values.text('quantity')) ?? 'mx';

/** The corners of the region a form describes, m; undefined until it is whole. */
export function regionIn({ results }: Pick<ToolContext, 'results'>, values: Values): Vector[] | undefined {
  if (values.text('by') === 'outline') {
    const corners = cornersIn(values);
    return corners.length > 2 ? corners : undefined;
  }
  const [from, to] = [values.point('p0'), values.point('p1')];
  if (!from || !to || !results) return undefined;
  for (const panel of results.solution.panels ?? []) {
    const corners = rectangleIn(results.solution, panel, from, to);
    if (corners) return corners;
  }
  return undefined;
}

const placeText = (at: Vector, units: UnitSystem): string =>
  `${at.map((part) => formatValue(part, 'length', units, 2)).join(', ')} ${unitLabel('length', units)}`;

/** Why there is nothing to ask of results yet. */
function missing({ model, results }: ToolContext): string | undefined {
  if (meshedPanels(model).length === 0)
    return 'No slab or wall is analysed. Choose one, and in its details analyse it as a shell, a plate or a membrane.';
  return results ? undefined : 'The results of this model are not there yet.';
}

function regionLines(context: ToolContext, values: Values): string[] {
  const why = missing(context);
  if (why !== undefined) return [why];
  const { model, results } = context;
  const { solution, shown } = results!;
  const region = regionIn(context, values);
  if (!region)
    return [
      values.text('by') === 'outline'
        ? 'Click three or more corners on a slab or wall.'
        : values.point('p0') && values.point('p1')
          ? 'Both corners must lie in the plane of one slab or wall, and not on one line along its bars.'
          : 'Click two opposite corners on a slab or wall.',
    ];
  const { units } = model.settings;
  const parts = shownParts(model, solution, shown);
  const several = parts.length > 1;
  const quantity = quantityIn(values);
  const found = regionValues(solution, parts, quantity, region);
  if (!found) return [`No slab or wall with ${symbolOf(quantity)} lies there.`];
  const { unit } = resultQuantities[quantity];
  const by = (one: { by: string }) => (several ? ` (${one.by})` : '');
  const told = (name: string, one: RegionValue) =>
    `${name} ${formatQuantity(one.value, unit, units)} at ${placeText(one.at, units)}${by(one)}`;
  const means =
    several && found.leastMean.value !== found.mostMean.value
      ? `Mean ${formatValue(found.leastMean.value, unit, units)}${by(found.leastMean)} to ${formatQuantity(found.mostMean.value, unit, units)}${by(found.mostMean)}`
      : `Mean ${formatQuantity(found.mostMean.value, unit, units)}`;
  return [
    `${symbolOf(quantity)} over ${formatQuantity(found.area, 'planArea', units)}, ${shownWords(model, shown).name}`,
    told('Largest', found.most),
    told('Smallest', found.least),
    means,
    ...alsoTold.flatMap((other) => {
      if (other === quantity) return [];
      const one = regionValues(solution, parts, other, region);
      const kind = resultQuantities[other].unit;
      return one
        ? [
            `${symbolOf(other)} ${formatValue(one.least.value, kind, units)} to ${formatQuantity(one.most.value, kind, units)}`,
          ]
        : [];
    }),
  ];
}

function placeLines(context: ToolContext, values: Values): string[] {
  const why = missing(context);
  if (why !== undefined) return [why];
  const at = values.point('p0');
  if (!at) return ['Click a place on a slab or wall, or type one.'];
  const { model, results } = context;
  const { solution, shown } = results!;
  const id = panelAtPlace(solution, at)?.id;
  if (id === undefined) return ['No analysed slab or wall is there.'];
  const { units } = model.settings;
  const quantity = quantityIn(values);
  const parts = shownParts(model, solution, shown);
  const asked = [quantity, ...alsoTold.filter((other) => other !== quantity)];
  const rows = asked.flatMap((one) => {
    const found = valuesAt(solution, parts, id, one, at).sort((a, b) => a.value - b.value);
    if (found.length === 0) return [];
    const [least, most] = [found[0], found[found.length - 1]];
    const kind = resultQuantities[one].unit;
    return [
      parts.length === 1
        ? `${symbolOf(one)} ${formatQuantity(most.value, kind, units)}`
        : `${symbolOf(one)} ${formatValue(least.value, kind, units)} (${least.by}) to ${formatQuantity(most.value, kind, units)} (${most.by})`,
    ];
  });
  const name = (model.slabs[id] ?? model.walls[id]).label ?? id;
  return [`${name}, ${shownWords(model, shown).name}`, ...rows];
}

const nothingChanges = 'This asks only; it changes nothing.';

/** Questions to the results of slabs and walls. */
export const resultTools: readonly Tool[] = [
  {
    id: 'keep-cut',
    title: 'Keep a cut through slabs or walls',
    group: 'results',
    action: 'Keep the cut',
    about:
      'The forces that pass a line across slabs or walls, with the beams it meets if wished: N, V and M about its centroid, kept by name for the ledger, the watch list, comparisons and the report.',
    again: true,
    fields: () => [
      { key: 'p0', label: 'From', kind: 'point', initial: null, once: true },
      { key: 'p1', label: 'To', kind: 'point', initial: null, once: true },
      { key: 'members', label: 'With the members it crosses', kind: 'flag', initial: true },
      { key: 'label', label: 'Name', kind: 'text', initial: '', once: true, hint: 'such as Strip B, midspan' },
    ],
    plan: ({ model, results }, values) => {
      const [from, to] = [values.point('p0'), values.point('p1')];
      if (!from || !to || distance(from, to) < 1e-3)
        return refused('Click or type both ends of the cut, in the plane of a slab or wall.');
      const members = values.flag('members');
      const cut = {
        from: [from[0], from[1], from[2]] as [number, number, number],
        to: [to[0], to[1], to[2]] as [number, number, number],
        ...(members ? { members: true as const } : {}),
      };
      const label = values.text('label').trim();
      const id = new RecordCollector(model).nextId('cuts');
      const section = results && cutSection(model, results.solution, cut);
      if (results && !section)
        return refused('It crosses no slab or wall that is analysed and in whose plane both its ends lie.');
      return {
        ok: true,
        act: {
          edits: [{ kind: 'add', records: { cuts: [{ id, ...(label === '' ? {} : { label }), ...cut }] } }],
          sentence: `Kept cut ${label === '' ? id : label}`,
        },
        words: `cut of ${formatQuantity(distance(from, to), 'length', model.settings.units)}${section ? ` through ${[...new Set(section.passed.map(({ panel }) => panel.id)), ...section.members.map(({ member }) => results.solution.memberIds[member])].join(', ')}` : ''}`,
        preview: [[from, to]],
        made: [],
      };
    },
  },
  {
    id: 'region-extremes',
    title: 'Extremes of a region of a slab or wall',
    group: 'results',
    action: '',
    about:
      'Largest, smallest and mean within a rectangle along the bars, or an outline; labelled in the drawing as long as this is open.',
    fields: (context) => [
      quantityField(context),
      {
        key: 'by',
        label: 'Region',
        kind: 'choice',
        initial: 'rectangle',
        options: [
          { value: 'rectangle', label: 'a rectangle between two corners' },
          { value: 'outline', label: 'an outline' },
        ],
      },
      ...cornerFields().map((field, i): Field => ({
        ...field,
        when: (values) => (values.text('by') === 'outline' ? (field.when?.(values) ?? true) : i < 2),
      })),
    ],
    plan: (context, values) => {
      const region = regionIn(context, values);
      return region
        ? {
            ok: true,
            act: { edits: [] },
            words: '',
            preview: region.map((corner, i) => [corner, region[(i + 1) % region.length]]),
            made: [],
          }
        : refused(nothingChanges);
    },
    report: regionLines,
  },
  {
    id: 'slab-values',
    title: 'Values at a place of a slab or wall',
    group: 'results',
    action: '',
    about: 'What all quantities come to at a place in what is shown; one of them can stay in sight in the watch list.',
    fields: (context) => [quantityField(context), { key: 'p0', label: 'Place', kind: 'point', initial: null }],
    plan: () => refused(nothingChanges),
    report: placeLines,
    watch: (context, values) => {
      const at = values.point('p0');
      const panel = at && context.results && panelAtPlace(context.results.solution, at)?.id;
      return at && panel !== undefined
        ? { kind: 'panel', panel, quantity: quantityIn(values), at: [...at], shown: context.results!.shown }
        : undefined;
    },
  },
];
