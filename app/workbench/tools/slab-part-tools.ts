import { RecordCollector } from '~core/build';
import { inPlane, offPlane, panelPlane, memberAxis, type Model, type Vector } from '~core/model';
import { isInside } from '~core/plane';
import { contoursOf } from '~core/catalog';
import { count, formatQuantity } from '~core/units';
import { cornersIn } from './corner-fields';
import { around, byCorners, byRectangle, outline, pointFields, sizeFields } from './outlined';
import { refused, type Tool } from './tool';

/** Tools for heads of columns and thick parts of slabs. */
export const slabPartTools: readonly Tool[] = [
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
        preview: columnHeads.flatMap(({ node }) => {
          const [x, y, z] = model.nodes[node].position;
          const [a, b] = [widthX / 2, widthY / 2];
          return around([
            [x - a, y - b, z],
            [x + a, y - b, z],
            [x + a, y + b, z],
            [x - a, y + b, z],
          ]);
        }),
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
    const shape = column?.section ? model.sections[column.section].shape : undefined;
    if (!column || !shape) return undefined;
    const outline = contoursOf(shape, 8).solids.flat();
    const [width, depth] = [0, 1].map((k) => {
      const values = outline.map((point) => point[k]);
      return Math.max(...values) - Math.min(...values);
    });
    const axis = memberAxis(model, column);
    if (!axis) return undefined;
    // local y lies along the width
    return Math.abs(axis.axes.y[0]) > Math.SQRT1_2 ? [width, depth] : [depth, width];
  });
  const [first] = sizes;
  return first && sizes.every((one) => one && Math.hypot(one[0] - first[0], one[1] - first[1]) < 1e-6)
    ? first
    : undefined;
}
