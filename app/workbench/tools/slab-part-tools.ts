import { bySection, columnSprings, RecordCollector } from '~core/build';
import {
  inPlane,
  offPlane,
  panelPlane,
  memberAxis,
  type ColumnHead,
  type Model,
  type Support,
  type Vector,
} from '~core/model';
import { isInside } from '~core/plane';
import { sectionProperties } from '~core/catalog';
import { count, formatQuantity } from '~core/units';
import { cornerFields, cornersIn } from './corner-fields';
import { around, byCorners, byRectangle, outline, pointFields, sizeFields } from './outlined';
import { refused, usualSection, withMaterials, type Field, type Tool, type Values } from './tool';

/** The edges of a head about its column, m. */
function headEdges([x, y, z]: Vector, { widthX, widthY }: Pick<ColumnHead, 'widthX' | 'widthY'>) {
  const [a, b] = [widthX / 2, widthY / 2];
  return around([
    [x - a, y - b, z],
    [x + a, y - b, z],
    [x + a, y + b, z],
    [x - a, y + b, z],
  ]);
}

const farEnds = [
  { value: 'fixed', label: 'fixed at its far end' },
  { value: 'pinned', label: 'pinned at its far end' },
];
const isHow =
  (...ways: string[]) =>
  (values: Values) =>
    ways.includes(values.text('how'));

/** The column a floor rests on where nothing is said: what most columns of the project are, else one of concrete. */
const columnOf = (model: Model): string =>
  Object.values(model.members).some(({ role, section }) => role === 'column' && section !== null)
    ? usualSection(model, 'column')
    : model.settings.units === 'us'
      ? '16 × 16'
      : '400 × 400';

/** Supports of a floor that is modelled alone. */
const columnSupportTool: Tool = {
  id: 'column-support',
  title: 'Support a slab on columns',
  group: 'generate',
  action: 'Keep the supports',
  again: true,
  about:
    'For a floor modelled alone: at each place a support with the stiffness of the columns below and above, and a head of the column’s real size. The floor is held sideways there.',
  fields: ({ model }) => [
    ...cornerFields().map((field, i): Field => ({
      ...field,
      label: i === 0 ? 'At' : 'and at',
      ...(i > 0 ? { hint: 'may be left empty' } : {}),
      when: (values) => i === 0 || values.point(`p${i - 1}`) !== undefined || values.point(`p${i}`) !== undefined,
    })),
    { key: 'section', label: 'Column', kind: 'section', initial: columnOf(model) },
    { key: 'material', label: 'Material', kind: 'material', initial: bySection },
    { key: 'turned', label: 'Its depth along x, not y', kind: 'flag', initial: false },
    {
      key: 'how',
      label: 'Holds as',
      kind: 'choice',
      initial: 'springs',
      options: [
        { value: 'springs', label: 'springs of its stiffness' },
        { value: 'pinned', label: 'a pin: the slab may turn' },
        { value: 'fixed', label: 'fixed' },
      ],
    },
    { key: 'below', label: 'Length below', kind: 'length', initial: 3, when: isHow('springs') },
    { key: 'farBelow', label: 'Below', kind: 'choice', initial: 'fixed', options: farEnds, when: isHow('springs') },
    {
      key: 'above',
      label: 'Length above',
      kind: 'length',
      initial: null,
      hint: 'empty: none above',
      when: isHow('springs'),
    },
    {
      key: 'farAbove',
      label: 'Above',
      kind: 'choice',
      initial: 'fixed',
      options: farEnds,
      when: (values) => isHow('springs')(values) && values.optional('above') !== undefined,
    },
    { key: 'real', label: 'With a head of its real size', kind: 'flag', initial: true },
  ],
  plan: ({ model }, values) => {
    const places = cornersIn(values);
    if (places.length === 0) return refused('Click or type the places of the columns.');
    const how = values.text('how');
    const [below, above] = [values.optional('below'), values.optional('above')];
    if (how === 'springs' && !(below !== undefined && below > 0.1)) return refused('Type the column’s length below.');
    if (how === 'springs' && above !== undefined && !(above > 0.1))
      return refused('The length above is above zero, or left empty where no column goes on.');
    const far = (key: string) => (values.text(key) === 'pinned' ? ('pinned' as const) : ('fixed' as const));
    return withMaterials(
      model,
      { sections: [values.text('section')], material: values.text('material') },
      (ready, [section], material) => {
        const properties = sectionProperties(ready.sections[section].shape);
        const turned = values.flag('turned');
        const own = turned
          ? { ...properties, inertiaY: properties.inertiaZ, inertiaZ: properties.inertiaY }
          : properties;
        const { ids, edits } = outline(ready, places);
        const stiff = how === 'fixed';
        const springs =
          how === 'springs'
            ? columnSprings(
                own,
                ready.materials[material].elasticModulus,
                { length: below!, far: far('farBelow') },
                above === undefined ? undefined : { length: above, far: far('farAbove') },
              )
            : undefined;
        const support: Support = { ux: true, uy: true, uz: !springs, rx: stiff, ry: stiff, rz: true };
        const collector = new RecordCollector(ready);
        const heads = values.flag('real')
          ? ids
              .filter((node) => !Object.values(ready.columnHeads).some((head) => head.node === node))
              .map((node) => ({
                id: collector.nextId('columnHeads'),
                node,
                widthX: turned ? properties.depth : properties.width,
                widthY: turned ? properties.width : properties.depth,
                depth: 0,
              }))
          : [];
        const { units } = ready.settings;
        return {
          ok: true,
          act: {
            edits: [
              ...edits,
              {
                kind: 'change',
                table: 'nodes',
                changes: ids.map((id) => ({ id, fields: { support, springs: springs ?? null } })),
              },
              ...(heads.length > 0 ? [{ kind: 'add' as const, records: { columnHeads: heads } }] : []),
            ],
            sentence: `Supported the floor on ${count(ids.length, 'column')} ${ready.sections[section].name}`,
          },
          words: `${count(ids.length, 'column')} ${ready.sections[section].name}${
            springs
              ? `: ${formatQuantity(springs.uz, 'springForce', units, 0)} up and down, ${formatQuantity(springs.rx, 'springMoment', units, 0)} about x, ${formatQuantity(springs.ry, 'springMoment', units, 0)} about y`
              : ''
          }`,
          preview: heads.flatMap((head) => headEdges(places[ids.indexOf(head.node)], head)),
          made: [],
        };
      },
    );
  },
};

/** Tools for heads of columns and thick parts of slabs. */
export const slabPartTools: readonly Tool[] = [
  columnSupportTool,
  {
    id: 'column-heads',
    title: 'Give columns heads',
    group: 'generate',
    needs: 'nodes',
    action: 'Give heads',
    about:
      'Heads of columns in a meshed slab, at the selected nodes: thicker below the slab, or, without depth, as large as the column really is, so that forces are those at its face.',
    fields: ({ model, selection }) => {
      const size = columnSize(model, selection.nodes);
      return [
        {
          key: 'widthX',
          label: 'Width along x',
          kind: 'quantity',
          quantity: 'sectionLength',
          initial: size?.[0] ?? 1.2,
        },
        {
          key: 'widthY',
          label: 'Width along y',
          kind: 'quantity',
          quantity: 'sectionLength',
          initial: size?.[1] ?? 1.2,
        },
        {
          key: 'depth',
          label: 'Below the slab',
          kind: 'quantity',
          quantity: 'sectionLength',
          initial: size ? 0 : 0.25,
          hint: '0: the column’s real size',
        },
      ];
    },
    plan: ({ model, selection }, values) => {
      const [widthX, widthY, depth] = ['widthX', 'widthY', 'depth'].map((key) => values.number(key));
      if (selection.nodes.length === 0) return refused('Select the nodes at the tops of the columns.');
      if (!(widthX > 0 && widthY > 0)) return refused('The widths of a column head are above zero.');
      if (!(depth >= 0)) return refused('How far it reaches below the slab is not below zero.');
      const collector = new RecordCollector(model);
      const columnHeads = selection.nodes
        .filter((node) => !Object.values(model.columnHeads).some((head) => head.node === node))
        .map((node) => ({ id: collector.nextId('columnHeads'), node, widthX, widthY, depth }));
      if (columnHeads.length === 0) return refused('These columns have heads already.');
      return {
        ok: true,
        act: {
          edits: [{ kind: 'add', records: { columnHeads } }],
          sentence: `Gave ${count(columnHeads.length, 'column')} ${columnHeads.length === 1 ? 'a head' : 'heads'}`,
        },
        words: count(columnHeads.length, 'column head'),
        preview: columnHeads.flatMap((head) => headEdges(model.nodes[head.node].position, head)),
        made: [],
      };
    },
  },
  {
    id: 'thick-part',
    title: 'Outline a thick part',
    group: 'generate',
    action: 'Keep the thick part',
    again: true,
    about: 'A part of a meshed slab with a thickness and level of its own: a drop panel, a strip, a sunken part.',
    fields: () => [
      {
        key: 'by',
        label: 'By',
        kind: 'choice',
        initial: 'rectangle',
        options: [
          { value: 'rectangle', label: 'a rectangle' },
          { value: 'corners', label: 'its corners' },
        ],
      },
      ...pointFields(['corners'], ['corners', 'rectangle']),
      ...sizeFields('or along x', 'and along y'),
      { key: 'thickness', label: 'Thickness', kind: 'quantity', quantity: 'sectionLength', initial: 0.35 },
      {
        key: 'top',
        label: 'Top over the slab’s',
        kind: 'quantity',
        quantity: 'sectionLength',
        initial: 0,
        hint: '0: flush on top; negative: sunken',
      },
    ],
    plan: ({ model }, values) => {
      const outlined =
        values.text('by') === 'corners' ? byCorners(cornersIn(values), 'thick part') : byRectangle(values, 'slabs');
      if (!outlined.ok) return refused(outlined.error);
      if (!(values.number('thickness') > 0.01)) return refused('The thickness must be above 10 mm.');
      const [{ outline: ring }] = outlined.fields;
      const slab = slabUnder(model, ring);
      if (!slab) return refused('No slab lies there: a thick part is outlined in the plane of a slab.');
      const { ids, edits } = outline(model, ring);
      const top = values.optional('top') ?? 0;
      const id = new RecordCollector(model).nextId('thickParts');
      return {
        ok: true,
        act: {
          edits: [
            ...edits,
            {
              kind: 'add',
              records: {
                thickParts: [
                  { id, corners: ids, thickness: values.number('thickness'), ...(top === 0 ? {} : { top }) },
                ],
              },
            },
          ],
          sentence: `Outlined thick part ${id} in ${slab.label ?? slab.id}`,
        },
        words: `${formatQuantity(values.number('thickness'), 'sectionLength', model.settings.units, 0)} thick in slab ${slab.label ?? slab.id}${(slab.behaviour ?? 'load') === 'load' ? ', which is not analysed yet' : ''}`,
        preview: around(ring),
        made: [],
      };
    },
  },
];

/** The slab in whose plane an outline lies and which it touches. */
const slabUnder = (model: Model, ring: readonly Vector[]) =>
  Object.values(model.slabs).find((slab) => {
    const plane = panelPlane(model, slab);
    if (!plane || ring.some((point) => Math.abs(offPlane(plane, point)) > 5e-3)) return false;
    const flat = slab.corners.map((id) => inPlane(plane, model.nodes[id].position));
    return ring.some((point) => isInside(flat, inPlane(plane, point), 5e-3));
  });

/** The size of the columns at some nodes, along global x and y, where they are upright and alike, m. */
function columnSize(model: Model, nodes: readonly string[]): [number, number] | undefined {
  const sizes = nodes.map((node): [number, number] | undefined => {
    const column = Object.values(model.members).find(
      ({ role, start, end }) => role === 'column' && (start === node || end === node),
    );
    const axis = column && memberAxis(model, column);
    if (!column?.section || !axis) return undefined;
    const { width, depth } = sectionProperties(model.sections[column.section].shape);
    // local y lies along the width
    return Math.abs(axis.axes.y[0]) > Math.SQRT1_2 ? [width, depth] : [depth, width];
  });
  const [first] = sizes;
  return first && sizes.every((one) => one && Math.hypot(one[0] - first[0], one[1] - first[1]) < 1e-6)
    ? first
    : undefined;
}
