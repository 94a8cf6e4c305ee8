import { familyOf } from '~core/codes/families';
import {
  beamsPlan,
  bracePatterns,
  bracingPlan,
  bySection,
  columnsPlan,
  edgesBySlope,
  endConditions,
  findBays,
  jointsInCommon,
  patternRemark,
  secondariesOnSlopes,
  slopesOf,
  trussPlan,
  webPatterns,
  type BracePattern,
  type PlanWindow,
  type WebPattern,
} from '~core/build';
import { fixedSupport, pinnedFoot, storeysUpward, type Model, type Vector } from '~core/model';
import { formatQuantity } from '~core/units';
import { refused, usualSection, withMaterials, type Field, type Tool, type Values } from './tool';

const storeyOptions = (model: Model) =>
  storeysUpward(model).map((storey) => ({
    value: storey.id,
    label: `${storey.label}, ${formatQuantity(storey.elevation, 'length', model.settings.units, 2)}`,
  }));

const windowFields: Field[] = [
  { key: 'corner', label: 'Window from', kind: 'point', initial: null, hint: 'empty: everywhere' },
  { key: 'opposite', label: 'to', kind: 'point', initial: null },
];

function windowOf(values: Values): PlanWindow {
  const [a, b] = [values.point('corner'), values.point('opposite')];
  return a && b ? { x: [a[0], b[0]], y: [a[1], b[1]] } : {};
}

const endOptions = endConditions.map(({ name }) => ({ value: name, label: name }));
const endOf = (name: string) => endConditions.find((condition) => condition.name === name)?.connection;

const knownJoints = new WeakMap<Model, boolean>();

/** Whether the lines of every slope have joints in common, as the top chords of trusses have. */
function haveJoints(model: Model): boolean {
  let have = knownJoints.get(model);
  if (have === undefined) {
    const slopes = slopesOf(model);
    have =
      slopes.length > 0 &&
      slopes.every(({ members }) =>
        edgesBySlope(model, members).every((edges) => edges.length > 1 && jointsInCommon(model, edges).length > 2),
      );
    knownJoints.set(model, have);
  }
  return have;
}

export const generatorTools: readonly Tool[] = [
  {
    id: 'columns',
    title: 'Place columns at grid crossings',
    group: 'generate',
    action: 'Place columns',
    about: 'Columns where grid lines cross, one piece a storey.',
    fields: ({ model }) => {
      const upward = storeysUpward(model);
      return [
        { key: 'from', label: 'From', kind: 'choice', initial: upward[0]?.id ?? '', options: storeyOptions(model) },
        { key: 'to', label: 'To', kind: 'choice', initial: upward.at(-1)?.id ?? '', options: storeyOptions(model) },
        { key: 'section', label: 'Section', kind: 'section', initial: usualSection(model, 'column') },
        { key: 'material', label: 'Material', kind: 'material', initial: bySection },
        {
          key: 'foot',
          label: 'Feet',
          kind: 'choice',
          initial: 'fixed',
          options: [
            { value: 'fixed', label: 'fixed' },
            { value: 'pinned', label: 'pinned, kept from twisting' },
            { value: 'none', label: 'no support' },
          ],
        },
        ...windowFields,
      ];
    },
    plan: ({ model }, values) => {
      if (Object.keys(model.storeys).length < 2 || Object.keys(model.gridLines).length < 2)
        return refused('Set out grid lines and storeys first.');
      const foot = { fixed: fixedSupport, pinned: pinnedFoot }[values.text('foot')];
      return withMaterials(
        model,
        { sections: [values.text('section')], material: values.text('material') },
        (ready, [section], material) =>
          columnsPlan(
            ready,
            windowOf(values),
            values.text('from'),
            values.text('to'),
            { role: 'column', angle: 0, section, material },
            foot,
          ),
      );
    },
  },
  {
    id: 'beams',
    title: 'Place beams along grid lines',
    group: 'generate',
    action: 'Place beams',
    about: 'Beams along every grid line of a storey, from crossing to crossing.',
    fields: ({ model }) => [
      {
        key: 'storeys',
        label: 'Storeys',
        kind: 'several',
        initial: storeysUpward(model)
          .slice(1)
          .map((storey) => storey.id),
        options: storeyOptions(model),
      },
      {
        key: 'axes',
        label: 'Lines',
        kind: 'choice',
        initial: 'both',
        options: [
          { value: 'both', label: 'both ways' },
          { value: 'y', label: 'along x' },
          { value: 'x', label: 'along y' },
        ],
      },
      { key: 'section', label: 'Section', kind: 'section', initial: usualSection(model, 'beam') },
      { key: 'material', label: 'Material', kind: 'material', initial: bySection },
      { key: 'ends', label: 'Ends', kind: 'choice', initial: 'fixed', options: endOptions },
      ...windowFields,
    ],
    plan: ({ model }, values) => {
      if (values.several('storeys').length === 0)
        return refused('Choose one or more storeys. If there are none, add storeys first.');
      const axes = values.text('axes');
      const end = endOf(values.text('ends'));
      return withMaterials(
        model,
        { sections: [values.text('section')], material: values.text('material') },
        (ready, [section], material) =>
          beamsPlan(
            ready,
            windowOf(values),
            values.several('storeys'),
            axes === 'both' ? ['x', 'y'] : [axes as 'x' | 'y'],
            { role: 'beam', angle: 0, section, material, ...(end ? { startConnection: end, endConnection: end } : {}) },
          ),
      );
    },
  },
  {
    id: 'secondaries',
    title: 'Place secondary members',
    group: 'generate',
    action: 'Place members',
    about:
      'Joists, purlins or rails at a number, a spacing or the joints of lines of members, in any plane: the selected ones, or whole slopes.',
    fields: ({ model }) => [
      ...(slopesOf(model).length === 0
        ? []
        : [
            {
              key: 'on',
              label: 'On',
              kind: 'choice' as const,
              initial: 'auto',
              options: [
                { value: 'auto', label: 'the selection, or all slopes' },
                { value: 'all', label: 'all slopes' },
                ...slopesOf(model).map(({ id, label }) => ({ value: id, label })),
              ],
            },
          ]),
      {
        key: 'noun',
        label: 'They are',
        kind: 'choice',
        initial: 'purlin',
        options: ['purlin', 'joist', 'secondary beam', 'rail'].map((value) => ({ value, label: `${value}s` })),
      },
      {
        key: 'layout',
        label: 'Placed by',
        kind: 'choice',
        initial: haveJoints(model) ? 'joints' : 'spacing',
        options: [
          { value: 'spacing', label: 'spacing' },
          { value: 'count', label: 'number' },
          { value: 'joints', label: 'the joints of the lines' },
        ],
      },
      {
        key: 'spacing',
        label: 'Spacing',
        kind: 'length',
        initial: 1.5,
        when: (values) => values.text('layout') === 'spacing',
      },
      {
        key: 'first',
        label: 'First at',
        kind: 'length',
        initial: null,
        hint: 'empty: a spacing',
        when: (values) => values.text('layout') === 'spacing',
      },
      {
        key: 'last',
        label: 'Last from the top',
        kind: 'length',
        initial: null,
        hint: 'empty: none of its own; such as beside the ridge',
        when: (values) => values.text('layout') === 'spacing',
      },
      { key: 'count', label: 'Number', kind: 'count', initial: 4, when: (values) => values.text('layout') === 'count' },
      { key: 'atEnds', label: 'On the ends of the lines too', kind: 'flag', initial: haveJoints(model) },
      {
        key: 'supports',
        label: 'At supports',
        kind: 'choice',
        initial: 'clear',
        options: [
          { value: 'clear', label: 'clear spans' },
          { value: 'over', label: 'running over' },
        ],
      },
      { key: 'ends', label: 'Ends', kind: 'choice', initial: 'pinned', options: endOptions },
      { key: 'section', label: 'Section', kind: 'section', initial: usualSection(model, 'beam', 'light') },
      { key: 'material', label: 'Material', kind: 'material', initial: bySection },
    ],
    plan: ({ model, selection }, values) => {
      const on = values.text('on');
      const slopes = slopesOf(model).filter(({ id }) => on !== 'auto' && (on === 'all' || on === id));
      const chosen =
        slopes.length > 0
          ? slopes
          : selection.members.length > 0 || on !== 'auto'
            ? [{ members: selection.members }]
            : slopesOf(model);
      const groups = edgesBySlope(
        model,
        chosen.flatMap(({ members }) => members),
      );
      const [first, last] = [values.optional('first'), values.optional('last')];
      const layout =
        values.text('layout') === 'joints'
          ? { joints: true as const }
          : values.text('layout') === 'count'
            ? { count: values.number('count') }
            : {
                spacing: values.number('spacing'),
                ...(first === undefined ? {} : { first }),
                ...(last === undefined ? {} : { last }),
              };
      return withMaterials(
        model,
        { sections: [values.text('section')], material: values.text('material') },
        (ready, [section], material) =>
          secondariesOnSlopes(ready, groups, {
            layout,
            atEnds: values.flag('atEnds'),
            supports: values.text('supports') as 'clear' | 'over',
            ends: endOf(values.text('ends')),
            fields: { role: 'beam', angle: 0, section, material },
            noun: values.text('noun'),
          }),
      );
    },
  },
  {
    id: 'truss',
    title: 'Build a truss',
    group: 'generate',
    action: 'Build',
    about: 'A truss between two points, repeated; chords run on, webs carry axial force only.',
    again: true,
    fields: ({ model }) => [
      { key: 'from', label: 'From', kind: 'point', initial: null, hint: 'end of the bottom chord' },
      { key: 'to', label: 'To', kind: 'point', initial: null },
      {
        key: 'web',
        label: 'Web',
        kind: 'choice',
        initial: 'pratt',
        options: Object.entries(webPatterns).map(([value, label]) => ({ value, label })),
      },
      { key: 'panels', label: 'Panels', kind: 'count', initial: 6 },
      { key: 'depthAtEnds', label: 'Depth at ends', kind: 'length', initial: 0.6 },
      {
        key: 'depthInMiddle',
        label: 'Depth in middle',
        kind: 'length',
        initial: 1.8,
        hint: 'equal depths: parallel chords',
      },
      { key: 'times', label: 'How many', kind: 'count', initial: 1 },
      {
        key: 'by',
        label: 'Apart',
        kind: 'length',
        initial: 6,
        when: (values) => values.number('times') > 1,
        hint: 'square to the truss, over the frame; negative: the other way',
      },
      {
        key: 'chord',
        label: 'Chords',
        kind: 'section',
        initial: familyOf(model).sections.chord,
      },
      {
        key: 'webSection',
        label: 'Web members',
        kind: 'section',
        initial: familyOf(model).sections.web,
      },
      { key: 'material', label: 'Material', kind: 'material', initial: bySection },
    ],
    plan: ({ model }, values) => {
      const [from, to] = [values.point('from'), values.point('to')];
      if (!from || !to) return refused('Click or type both ends of the bottom chord.');
      const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
      const across = Math.hypot(dx, dy) || 1;
      const times = values.number('times');
      if (!(Number.isInteger(times) && times >= 1 && times <= 200))
        return refused('How many trusses? A whole number from 1 to 200.');
      // to the side on which more of the frame stands
      const side = (point: Vector) =>
        Math.sign(Math.round(1e3 * (dx * (point[1] - from[1]) - dy * (point[0] - from[0]))));
      const towards = Object.values(model.nodes).reduce((sum, node) => sum + side(node.position), 0) < 0 ? -1 : 1;
      const step = towards * values.number('by');
      const repeats = Array.from({ length: times }, (_, i): Vector => [
        (-dy / across) * i * step || 0,
        (dx / across) * i * step || 0,
        0,
      ]);
      return withMaterials(
        model,
        { sections: [values.text('chord'), values.text('webSection')], material: values.text('material') },
        (ready, [chord, web], material) =>
          trussPlan(ready, {
            from,
            to,
            web: values.text('web') as WebPattern,
            panels: values.number('panels'),
            depthAtEnds: values.number('depthAtEnds'),
            depthInMiddle: values.number('depthInMiddle'),
            repeats,
            chord: { section: chord, material },
            webMember: { section: web, material },
          }),
      );
    },
  },
  {
    id: 'bracing',
    title: 'Brace bays',
    group: 'generate',
    action: 'Brace',
    about: 'Diagonals in chosen bays. Click the bays that are marked in the drawing; a helper line closes an open one.',
    again: true,
    fields: ({ model }) => {
      // the webs of trusses are no bracing: rods that only pull are, and what was braced with last is remembered
      const rods = Object.values(model.members).find(
        (member) => member.role === 'brace' && member.behaviour === 'tension' && member.section,
      );
      const section = rods?.section
        ? model.sections[rods.section].name
        : model.settings.units === 'us'
          ? 'Rod 1'
          : 'Rod 24';
      return [
        { key: 'bays', label: 'Bays', kind: 'bays', initial: [] },
        {
          key: 'pattern',
          label: 'Pattern',
          kind: 'choice',
          initial: 'cross',
          options: Object.entries(bracePatterns).map(([value, label]) => ({ value, label })),
        },
        {
          key: 'joined',
          label: 'Joined where they cross',
          kind: 'flag',
          initial: false,
          when: (values) => values.text('pattern') === 'cross',
        },
        {
          key: 'behaviour',
          label: 'They carry',
          kind: 'choice',
          initial: 'tension',
          options: [
            { value: 'tension', label: 'tension only (rods)' },
            { value: 'axial', label: 'tension and compression' },
            { value: 'frame', label: 'bending too' },
          ],
        },
        { key: 'section', label: 'Section', kind: 'section', initial: section },
        { key: 'material', label: 'Material', kind: 'material', initial: bySection },
      ];
    },
    plan: ({ model }, values) => {
      const chosen = new Set(values.several('bays'));
      const bays = chosen.size === 0 ? [] : findBays(model).filter((bay) => chosen.has(bay.key));
      const pattern = values.text('pattern') as BracePattern;
      const behaviour = values.text('behaviour');
      const made = withMaterials(
        model,
        { sections: [values.text('section')], material: values.text('material') },
        (ready, [section], material) =>
          bracingPlan(
            ready,
            bays,
            pattern,
            { section, material, ...(behaviour === 'frame' ? {} : { behaviour: behaviour as 'tension' | 'axial' }) },
            values.flag('joined'),
          ),
      );
      const remark = patternRemark[pattern];
      return made.ok && remark ? { ...made, words: `${made.words}. ${remark}` } : made;
    },
  },
];
