import { Draft, openingProblem, RecordCollector, usualMaterial } from '~core/build';
import { findMaterial } from '~core/catalog';
import { cross, norm, panelBehaviours, subtract, type Edit, type Model, type Support, type Vector } from '~core/model';
import { formatQuantity } from '~core/units';
import { refused, type Field, type Tool, type Values } from './tool';

const corners: Field[] = ['First', 'Second', 'Third', 'Fourth', 'Fifth', 'Sixth'].map((label, i) => ({
  key: `p${i}`,
  label: `${label} corner`,
  kind: 'point',
  initial: null,
  ...(i > 2 ? { hint: 'may be left empty' } : {}),
}));
const places = (values: Values): Vector[] =>
  corners.map(({ key }) => values.point(key)).filter((point): point is Vector => point !== undefined);
/** The concrete of a new slab or wall: what most members have, else the usual one of the codes; with the edit that adds it where the project has none. */
function concreteOf(model: Model): { material: string | null; added: Edit[] } {
  const name = usualMaterial(model, 'concrete');
  const own = Object.values(model.materials).filter((one) => one.kind === 'concrete');
  const known = own.find((one) => one.name === name) ?? own[0];
  if (known) return { material: known.id, added: [] };
  const listed = findMaterial(name);
  if (!listed) return { material: null, added: [] };
  const id = new RecordCollector(model).nextId('materials');
  return { material: id, added: [{ kind: 'add', records: { materials: [{ id, ...listed }] } } as Edit] };
}

/** An outline as nodes, those that are there used; the edits that add the others. */
function outline(model: Model, points: readonly Vector[]): { ids: string[]; edits: Edit[] } {
  const draft = new Draft(model);
  const ids = points.map((point) => draft.node(point));
  const nodes = ids.flatMap((id, i) =>
    id in model.nodes ? [] : [{ id, position: [points[i][0], points[i][1], points[i][2]] as [number, number, number] }],
  );
  return { ids, edits: nodes.length > 0 ? [{ kind: 'add', records: { nodes } }] : [] };
}

function panelTool(table: 'slabs' | 'walls', thickness: number): Tool {
  const noun = table === 'slabs' ? 'slab' : 'wall';
  return {
    id: noun,
    title: `Outline a ${noun}`,
    group: 'generate',
    action: `Keep the ${noun}`,
    again: true,
    about: `A ${noun} by its corners. Analysed as a shell or a plate it is meshed and joined to the members, walls and supports that touch it; or it only carries area loads to its edges.`,
    fields: ({ model }) => [
      ...corners,
      { key: 'thickness', label: 'Thickness', kind: 'quantity', quantity: 'sectionLength', initial: thickness },
      {
        key: 'behaviour',
        label: 'Analysed as',
        kind: 'choice',
        initial: 'shell',
        options: [
          { value: 'shell', label: 'shell: in its plane and in bending' },
          { value: 'plate', label: 'plate: bending only' },
          { value: 'membrane', label: 'membrane: in its plane only' },
          { value: 'load', label: 'not: carries loads to its edges' },
        ],
      },
      ...(Object.keys(model.slabs).length + Object.keys(model.walls).length > 0
        ? [
            {
              key: 'opening',
              label: 'Opening in',
              kind: 'choice' as const,
              initial: '',
              options: [
                { value: '', label: `no: a ${noun}` },
                ...Object.values(model[table]).map((panel) => ({ value: panel.id, label: panel.label ?? panel.id })),
              ],
            },
          ]
        : []),
    ],
    plan: ({ model }, values) => {
      const points = places(values);
      if (points.length < 3) return refused(`Click or type three corners or more of the ${noun}.`);
      const plane = cross(subtract(points[1], points[0]), subtract(points[2], points[0]));
      if (norm(plane) < 1e-6) return refused('The first three corners lie on one line.');
      const off = points.findIndex(
        (point) =>
          Math.abs(subtract(point, points[0]).reduce((sum, part, i) => sum + part * plane[i], 0)) / norm(plane) > 0.01,
      );
      if (off >= 0) return refused(`Corner ${off + 1} lies beside the plane of the first three.`);
      if (!(values.number('thickness') > 0.01)) return refused('The thickness must be above 10 mm.');
      const { ids, edits } = outline(model, points);
      const host = values.text('opening');
      const preview = points.map((point, i): readonly [Vector, Vector] => [point, points[(i + 1) % points.length]]);
      if (host !== '') {
        const panel = model[table][host];
        const at = (ids: readonly string[]) => ids.map((id) => model.nodes[id].position);
        const problem = openingProblem(at(panel.corners), points, (panel.openings ?? []).map(at));
        if (problem) return refused(`The opening does not lie in ${noun} ${panel.label ?? host}: ${problem}.`);
        return {
          ok: true,
          act: {
            edits: [
              ...edits,
              {
                kind: 'change',
                table,
                changes: [{ id: host, fields: { openings: [...(panel.openings ?? []), ids] } }],
              },
            ],
            sentence: `Made an opening in ${host}`,
          },
          words: `opening in ${panel.label ?? host}`,
          preview,
          made: [],
        };
      }
      const id = new RecordCollector(model).nextId(table);
      const behaviour = panelBehaviours.find((one) => one === values.text('behaviour')) ?? 'load';
      const { material, added } = concreteOf(model);
      return {
        ok: true,
        act: {
          edits: [
            ...edits,
            ...added,
            {
              kind: 'add',
              records: {
                [table]: [
                  {
                    id,
                    corners: ids,
                    thickness: values.number('thickness'),
                    material,
                    ...(behaviour === 'load' ? {} : { behaviour }),
                  },
                ],
              },
            },
          ],
          sentence: `Outlined ${noun} ${id}`,
        },
        words: `${noun} with ${points.length} corners, ${formatQuantity(values.number('thickness'), 'sectionLength', model.settings.units, 0)} thick`,
        preview,
        made: [],
      };
    },
  };
}

export const panelTools: readonly Tool[] = [
  panelTool('slabs', 0.2),
  panelTool('walls', 0.2),
  {
    id: 'line-support',
    title: 'Support a slab edge',
    group: 'generate',
    action: 'Keep the support',
    about: 'Holds an edge of a meshed slab or wall, or a line across it, all along.',
    fields: () => [
      { key: 'p0', label: 'From', kind: 'point', initial: null },
      { key: 'p1', label: 'To', kind: 'point', initial: null },
      { key: 'turns', label: 'The edge may turn', kind: 'flag', initial: true },
      { key: 'level', label: 'Held sideways too', kind: 'flag', initial: true },
    ],
    plan: ({ model }, values) => {
      const [a, b] = [values.point('p0'), values.point('p1')];
      if (!a || !b || norm(subtract(a, b)) < 1e-3) return refused('Click or type both ends of the edge.');
      const { ids, edits } = outline(model, [a, b]);
      const turns = values.flag('turns');
      const level = values.flag('level');
      const support: Support = { ux: level, uy: level, uz: true, rx: !turns, ry: !turns, rz: !turns };
      const id = new RecordCollector(model).nextId('lineSupports');
      return {
        ok: true,
        act: {
          edits: [...edits, { kind: 'add', records: { lineSupports: [{ id, start: ids[0], end: ids[1], support }] } }],
          sentence: `Supported a slab edge from ${ids[0]} to ${ids[1]}`,
        },
        words: `line support of ${formatQuantity(norm(subtract(a, b)), 'length', model.settings.units, 2)}`,
        preview: [[a, b]],
        made: [],
      };
    },
  },
  {
    id: 'column-heads',
    title: 'Give columns heads',
    group: 'generate',
    needs: 'nodes',
    action: 'Give heads',
    about: 'Widens columns below a slab, at the selected nodes. Heads are described, not analysed yet.',
    fields: () => [
      { key: 'widthX', label: 'Width along x', kind: 'length', initial: 1.2 },
      { key: 'widthY', label: 'Width along y', kind: 'length', initial: 1.2 },
      { key: 'depth', label: 'Below the slab', kind: 'length', initial: 0.25 },
    ],
    plan: ({ model, selection }, values) => {
      const [widthX, widthY, depth] = ['widthX', 'widthY', 'depth'].map((key) => values.number(key));
      if (selection.nodes.length === 0) return refused('Select the nodes at the tops of the columns.');
      if (![widthX, widthY, depth].every((value) => value > 0))
        return refused('All measures of a column head are above zero.');
      const collector = new RecordCollector(model);
      const columnHeads = selection.nodes
        .filter((node) => !Object.values(model.columnHeads).some((head) => head.node === node))
        .map((node) => ({ id: collector.nextId('columnHeads'), node, widthX, widthY, depth }));
      if (columnHeads.length === 0) return refused('These columns have heads already.');
      return {
        ok: true,
        act: {
          edits: [{ kind: 'add', records: { columnHeads } }],
          sentence: `Gave ${columnHeads.length} columns heads`,
        },
        words: `${columnHeads.length} column heads`,
        preview: [],
        made: [],
      };
    },
  },
];
