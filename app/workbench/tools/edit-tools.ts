import {
  alignPlan,
  connectCrossingsPlan,
  copyPlan,
  copyStoreyPlan,
  dividePlan,
  extendPlan,
  joinPlan,
  mergeNodesPlan,
  mirror,
  movePlan,
  rotation,
  translation,
  type Chosen,
  type Movement,
} from '~core/build';
import { inOrder, storeysUpward, subtract, type Vector } from '~core/model';
import { formatQuantity } from '~core/units';
import { refused, type Field, type Tool, type ToolContext, type Values } from './tool';

const chosenOf = ({ selection }: ToolContext): Chosen => ({
  members: selection.members,
  nodes: selection.nodes,
  lying: lyingTables.flatMap((table) => (selection[table] ?? []).map((id) => ({ table, id }))),
});
const lyingTables = ['slabs', 'walls', 'lineSupports', 'columnHeads', 'thickParts', 'cuts', 'helperLines'] as const;
const along: Field[] = [
  { key: 'loads', label: 'Loads come along', kind: 'flag', initial: true },
  { key: 'supports', label: 'Supports come along', kind: 'flag', initial: true },
];
const options = (values: Values) => ({ loads: values.flag('loads'), supports: values.flag('supports') });
const vector: Field[] = [
  { key: 'x', label: 'along x', kind: 'length', initial: 0 },
  { key: 'y', label: 'along y', kind: 'length', initial: 0 },
  { key: 'z', label: 'along z', kind: 'length', initial: 0 },
];
const base: Field[] = [
  { key: 'from', label: 'or from', kind: 'point', initial: null, hint: 'base point' },
  { key: 'to', label: 'to', kind: 'point', initial: null },
];

/** The way from a base point to a target when both are given, else the typed distances. */
function way(values: Values): Vector {
  const [from, to] = [values.point('from'), values.point('to')];
  return from && to ? subtract(to, from) : [values.number('x'), values.number('y'), values.number('z')];
}
const still = (by: Vector) => by.every((part) => Math.abs(part) < 1e-9);
const noWay = () => refused('Say how far: type distances, or click a base point and where it shall go.');

/** The first selected node's place, or the start of the first selected member: what things are turned or mirrored about at first. */
function pivot({ model, selection }: ToolContext): Vector | null {
  const node = selection.nodes[0] ?? (selection.members[0] ? model.members[selection.members[0]].start : undefined);
  return node ? model.nodes[node].position : null;
}

export const editTools: readonly Tool[] = [
  {
    id: 'move',
    title: 'Move',
    group: 'edit',
    shortcut: 'Shift M',
    needs: 'anything',
    action: 'Move',
    about: 'Moves what is selected; members that hang on it are stretched.',
    fields: () => [...vector, ...base],
    plan: (context, values) => {
      const by = way(values);
      if (still(by)) return noWay();
      const made = movePlan(context.model, chosenOf(context), translation(by));
      return made.ok
        ? {
            ...made,
            act: {
              ...made.act,
              sentence: `${made.act.sentence} by ${by.map((part) => formatQuantity(part, 'length', context.model.settings.units, 2)).join(', ')}`,
            },
          }
        : made;
    },
  },
  {
    id: 'copy',
    title: 'Copy',
    group: 'edit',
    shortcut: 'Shift C',
    needs: 'anything',
    action: 'Copy',
    about:
      'Copies what is selected once or several times in a row; with a base point clicked, to each point you click.',
    again: true,
    keeps: ['from'],
    fields: () => [...vector, ...base, { key: 'times', label: 'How many', kind: 'count', initial: 1 }, ...along],
    plan: (context, values) => {
      const by = way(values);
      if (still(by)) return noWay();
      const times = values.number('times');
      if (!(Number.isInteger(times) && times >= 1 && times <= 500))
        return refused('How many copies? A whole number from 1 to 500.');
      return copyPlan(
        context.model,
        chosenOf(context),
        Array.from({ length: times }, (_, i) => translation([by[0] * (i + 1), by[1] * (i + 1), by[2] * (i + 1)])),
        options(values),
      );
    },
  },
  {
    id: 'array',
    title: 'Copy in rows',
    group: 'edit',
    needs: 'anything',
    action: 'Copy',
    about: 'Copies what is selected in rows along x, y and z.',
    fields: () => [
      ...(['x', 'y', 'z'] as const).flatMap((axis): Field[] => [
        { key: `n${axis}`, label: `Copies along ${axis}`, kind: 'count', initial: axis === 'x' ? 2 : 0 },
        {
          key: `d${axis}`,
          label: 'apart',
          kind: 'length',
          initial: 6,
          when: (values) => values.number(`n${axis}`) > 0,
        },
      ]),
      ...along,
    ],
    plan: (context, values) => {
      const numbers = ['x', 'y', 'z'].map((axis) => values.number(`n${axis}`));
      if (numbers.some((n) => !(Number.isInteger(n) && n >= 0)) || numbers.reduce((all, n) => all * (n + 1), 1) > 2000)
        return refused('Numbers of copies are whole, and all together at most 2000.');
      const [dx, dy, dz] = ['x', 'y', 'z'].map((axis) => values.number(`d${axis}`));
      const movements: Movement[] = [];
      for (let i = 0; i <= numbers[0]; i++)
        for (let j = 0; j <= numbers[1]; j++)
          for (let k = 0; k <= numbers[2]; k++)
            if (i + j + k > 0) movements.push(translation([i * dx || 0, j * dy || 0, k * dz || 0]));
      return copyPlan(context.model, chosenOf(context), movements, options(values));
    },
  },
  {
    id: 'mirror',
    title: 'Mirror',
    group: 'edit',
    needs: 'anything',
    action: 'Mirror',
    about: 'Mirrors what is selected in an upright or level plane, as a copy or itself.',
    fields: (context) => [
      {
        key: 'plane',
        label: 'Plane square to',
        kind: 'choice',
        initial: 'x',
        options: ['x', 'y', 'z'].map((value) => ({ value, label: value })),
      },
      { key: 'at', label: 'Through', kind: 'point', initial: pivot(context) },
      { key: 'copy', label: 'Keep the original', kind: 'flag', initial: true },
      ...along.map((field): Field => ({ ...field, when: (values) => values.flag('copy') })),
    ],
    plan: (context, values) => {
      const at = values.point('at');
      if (!at) return refused('Click or type a point of the plane.');
      const movement = mirror(
        at,
        values.text('plane') === 'x' ? [1, 0, 0] : values.text('plane') === 'y' ? [0, 1, 0] : [0, 0, 1],
      );
      return values.flag('copy')
        ? copyPlan(context.model, chosenOf(context), [movement], options(values), 'Mirrored')
        : movePlan(context.model, chosenOf(context), movement, 'Mirrored');
    },
  },
  {
    id: 'rotate',
    title: 'Rotate',
    group: 'edit',
    needs: 'anything',
    action: 'Rotate',
    about: 'Turns what is selected about an axis, itself or as copies one after another.',
    fields: (context) => [
      { key: 'angle', label: 'Angle', kind: 'angle', initial: Math.PI / 2 },
      {
        key: 'axis',
        label: 'About',
        kind: 'choice',
        initial: 'z',
        options: ['x', 'y', 'z'].map((value) => ({ value, label: `an axis along ${value}` })),
      },
      { key: 'at', label: 'Through', kind: 'point', initial: pivot(context) },
      { key: 'copies', label: 'Copies', kind: 'count', initial: 0, hint: '0: turns the selection itself' },
      ...along.map((field): Field => ({ ...field, when: (values) => values.number('copies') > 0 })),
    ],
    plan: (context, values) => {
      const at = values.point('at');
      const copies = values.number('copies');
      if (!at) return refused('Click or type a point of the axis.');
      if (!(Number.isInteger(copies) && copies >= 0 && copies <= 360))
        return refused('How many copies? A whole number from 0 to 360.');
      const axis: Vector =
        values.text('axis') === 'x' ? [1, 0, 0] : values.text('axis') === 'y' ? [0, 1, 0] : [0, 0, 1];
      const turn = (times: number) => rotation(at, axis, values.number('angle') * times);
      return copies === 0
        ? movePlan(context.model, chosenOf(context), turn(1), 'Rotated')
        : copyPlan(
            context.model,
            chosenOf(context),
            Array.from({ length: copies }, (_, i) => turn(i + 1)),
            options(values),
            'Rotated',
          );
    },
  },
  {
    id: 'copy-storey',
    title: 'Copy a storey to others',
    group: 'edit',
    action: 'Copy',
    about: 'What lies on a storey and rises to it, onto other storeys.',
    fields: ({ model }) => {
      const storeys = storeysUpward(model).map((storey) => ({ value: storey.id, label: storey.label }));
      return [
        { key: 'from', label: 'Storey', kind: 'choice', initial: storeys[1]?.value ?? '', options: storeys },
        { key: 'to', label: 'To', kind: 'several', initial: [], options: storeys },
        { key: 'loads', label: 'Loads of members come along', kind: 'flag', initial: true },
      ];
    },
    plan: ({ model }, values) =>
      values.text('from') in model.storeys
        ? copyStoreyPlan(model, values.text('from'), values.several('to'), values.flag('loads'))
        : refused('There are no storeys to copy between. Add storeys first.'),
  },
  {
    id: 'divide',
    title: 'Divide members',
    group: 'edit',
    needs: 'members',
    action: 'Divide',
    about: 'Cuts members into equal parts or at distances; loads and end conditions stay where they are.',
    fields: () => [
      {
        key: 'by',
        label: 'Divide',
        kind: 'choice',
        initial: 'parts',
        options: [
          { value: 'parts', label: 'into equal parts' },
          { value: 'distances', label: 'at distances' },
        ],
      },
      { key: 'parts', label: 'Parts', kind: 'count', initial: 2, when: (values) => values.text('by') === 'parts' },
      {
        key: 'distances',
        label: 'Distances',
        kind: 'lengths',
        initial: [1],
        hint: 'from the start, one after another',
        when: (values) => values.text('by') === 'distances',
      },
    ],
    plan: ({ model, selection }, values) => {
      const parts = values.number('parts');
      if (values.text('by') === 'parts')
        return Number.isInteger(parts) && parts >= 2 && parts <= 100
          ? dividePlan(model, selection.members, { parts })
          : refused('Into how many parts? A whole number from 2 to 100.');
      let at = 0;
      return dividePlan(model, selection.members, {
        distances: values.lengths('distances').map((step) => (at += step)),
      });
    },
  },
  {
    id: 'connect',
    title: 'Connect crossing members',
    group: 'edit',
    needs: 'members',
    action: 'Connect',
    about: 'Joins the selected members where they cross or touch.',
    fields: () => [],
    plan: ({ model, selection }) => connectCrossingsPlan(model, selection.members),
  },
  {
    id: 'join',
    title: 'Join members into one',
    group: 'edit',
    needs: 'members',
    action: 'Join',
    about: 'Makes one member of those that follow each other on a line.',
    fields: () => [],
    plan: ({ model, selection }) => joinPlan(model, selection.members),
  },
  {
    id: 'extend',
    title: 'Extend or trim to a member',
    group: 'edit',
    needs: 'members',
    action: 'Extend or trim',
    about: 'The nearer ends of the selected members go to another member’s line.',
    fields: ({ selection }) => [
      {
        key: 'target',
        label: 'Target',
        kind: 'text',
        initial: selection.members.at(-1) ?? '',
        hint: 'a member such as m12; the last one selected at first',
      },
    ],
    plan: ({ model, selection }, values) => {
      const target = values.text('target').trim().toLowerCase();
      return target in model.members
        ? extendPlan(model, selection.members, target)
        : refused(`“${values.text('target')}” is not a member. Type its number, such as m12.`);
    },
  },
  {
    id: 'align',
    title: 'Align to a line or a level',
    group: 'edit',
    needs: 'anything',
    action: 'Align',
    about:
      'Brings what is selected onto a grid line, a storey’s level, or the line through two points; members that hang on it are stretched.',
    fields: ({ model }) => {
      const targets = [
        ...inOrder(model.gridLines).map((line) => ({
          value: line.id,
          label: `grid line ${line.label}, ${line.axis} = ${formatQuantity(line.position, 'length', model.settings.units, 2)}`,
        })),
        ...storeysUpward(model).map((storey) => ({
          value: storey.id,
          label: `${storey.label}, z = ${formatQuantity(storey.elevation, 'length', model.settings.units, 2)}`,
        })),
        { value: 'points', label: 'the line through two points' },
      ];
      const byPoints = (values: Values) => values.text('to') === 'points';
      return [
        { key: 'to', label: 'Onto', kind: 'choice', initial: targets[0].value, options: targets },
        { key: 'a', label: 'From', kind: 'point', initial: null, when: byPoints },
        { key: 'b', label: 'Through', kind: 'point', initial: null, when: byPoints },
      ];
    },
    plan: (context, values) => {
      const to = values.text('to');
      const [from, through] = [values.point('a'), values.point('b')];
      if (to in context.model.gridLines) return alignPlan(context.model, chosenOf(context), { gridLine: to });
      if (to in context.model.storeys) return alignPlan(context.model, chosenOf(context), { storey: to });
      return from && through
        ? alignPlan(context.model, chosenOf(context), { from, to: through })
        : refused('Click or type two points of the line.');
    },
  },
  {
    id: 'merge',
    title: 'Merge nodes',
    group: 'edit',
    action: 'Merge',
    about: 'Nodes that are very near each other become one.',
    fields: ({ selection }) => [
      { key: 'tolerance', label: 'Nearer than', kind: 'length', initial: 0.02 },
      { key: 'selected', label: 'Only selected nodes', kind: 'flag', initial: selection.nodes.length > 1 },
    ],
    plan: ({ model, selection }, values) =>
      values.number('tolerance') > 0
        ? mergeNodesPlan(model, values.number('tolerance'), values.flag('selected') ? selection.nodes : undefined)
        : refused('The tolerance must be above zero.'),
  },
];
