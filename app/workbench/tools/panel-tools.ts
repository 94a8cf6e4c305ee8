import {
  findFields,
  openingProblem,
  RecordCollector,
  unitedFields,
  usualMaterial,
  type UnitedField,
} from '~core/build';
import { findMaterial } from '~core/catalog';
import {
  inOrder,
  onLevel,
  type Slab,
  norm,
  subtract,
  type Edit,
  type Model,
  type Vector,
  panelBehaviours,
  storeysUpward,
  type Support,
} from '~core/model';
import { count, formatQuantity } from '~core/units';
import { cornersIn } from './corner-fields';
import { around, byCorners, byRectangle, isBy, outline, pointFields, sizeFields, type Outlined } from './outlined';
import { refused, type Field, type Tool, type Values } from './tool';

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

/** Walls on a line, from each chosen storey's level below up to the storey. */
function byStoreys(model: Model, values: Values): Outlined {
  const [from, to] = [values.point('p0'), values.point('p1')];
  if (!from || !to || Math.hypot(to[0] - from[0], to[1] - from[1]) < 1e-3)
    return { ok: false, error: 'Click or type both ends of the wall in plan.' };
  const levels = storeysUpward(model);
  const chosen = new Set(values.several('storeys'));
  const fields = levels.slice(1).flatMap(({ id, elevation }, i): UnitedField[] => {
    if (!chosen.has(id)) return [];
    const low = levels[i].elevation;
    const at = (point: Vector, z: number): Vector => [point[0], point[1], z];
    return [{ outline: [at(from, low), at(to, low), at(to, elevation), at(from, elevation)], openings: [] }];
  });
  return fields.length > 0 ? { ok: true, fields } : { ok: false, error: 'Choose the storeys the wall stands in.' };
}

/** A slab for each straight part of a profile, pulled level and square to it: a pitched roof, a ramp, a folded plate. */
function byProfile(values: Values): Outlined {
  const points = cornersIn(values);
  const length = values.optional('pulled');
  if (points.length < 2) return { ok: false, error: 'Click or type two points or more of the profile.' };
  const flat = points.map((point) => subtract(point, points[0]));
  const along = flat.find(([x, y]) => Math.hypot(x, y) > 1e-3);
  if (!along) return { ok: false, error: 'The profile stands upright: outline a wall there.' };
  const run = Math.hypot(along[0], along[1]);
  const [ux, uy] = [along[0] / run, along[1] / run];
  const beside = flat.findIndex(([x, y]) => Math.abs(x * uy - y * ux) > 0.01);
  if (beside >= 0) return { ok: false, error: `Point ${beside + 1} lies beside the upright plane of the profile.` };
  if (length === undefined || Math.abs(length) < 1e-3)
    return { ok: false, error: 'Type over what length the profile is pulled.' };
  const pulled = ([x, y, z]: Vector): Vector => [x - length * uy, y + length * ux, z];
  const fields = points.slice(1).flatMap((b, i): UnitedField[] => {
    const a = points[i];
    return norm(subtract(b, a)) < 1e-3 ? [] : [{ outline: [a, b, pulled(b), pulled(a)], openings: [] }];
  });
  return fields.length > 0 ? { ok: true, fields } : { ok: false, error: 'The points of the profile are one.' };
}

function byFields(model: Model, values: Values): Outlined {
  const chosen = new Set(values.several('bays'));
  const bays = findFields(model).filter((bay) => chosen.has(bay.key));
  if (bays.length === 0) return { ok: false, error: 'Click fields in the drawing, or choose them in the list.' };
  return {
    ok: true,
    fields: values.flag('together')
      ? unitedFields(bays)
      : bays.map(({ corners, islands }) => ({ outline: corners, openings: islands })),
  };
}

function outlinesOf(model: Model, values: Values, table: 'slabs' | 'walls'): Outlined {
  switch (values.text('by')) {
    case 'rectangle':
      return byRectangle(values, table);
    case 'fields':
      return byFields(model, values);
    case 'storeys':
      return byStoreys(model, values);
    case 'profile':
      return byProfile(values);
    default:
      return byCorners(cornersIn(values), table === 'slabs' ? 'slab' : 'wall');
  }
}

/** Fields that say where a slab or wall lies. */
function placeFields(model: Model, table: 'slabs' | 'walls'): Field[] {
  const storeys = storeysUpward(model);
  const ways = [
    ['corners', 'its corners'],
    ['rectangle', 'a rectangle'],
    ['fields', 'fields between members, walls or helper lines'],
    ...(table === 'slabs' ? [['profile', 'a profile pulled over a length']] : []),
    ...(table === 'walls' && storeys.length > 1 ? [['storeys', 'a line, by storeys']] : []),
  ];
  return [
    {
      key: 'by',
      label: 'By',
      kind: 'choice',
      initial: 'corners',
      options: ways.map(([value, label]) => ({ value, label })),
    },
    ...pointFields(['corners', 'profile'], ['corners', 'rectangle', 'storeys', 'profile']),
    {
      key: 'pulled',
      label: 'Pulled over',
      kind: 'length',
      initial: null,
      hint: 'square to the profile; negative: the other way',
      when: isBy('profile'),
    },
    ...(table === 'slabs' ? sizeFields('or along x', 'and along y') : sizeFields('or long', 'and high')),
    { key: 'bays', label: 'Fields', kind: 'bays', initial: [], when: isBy('fields') },
    { key: 'together', label: 'One over all of them', kind: 'flag', initial: true, when: isBy('fields') },
    ...(table === 'walls'
      ? [
          {
            key: 'storeys',
            label: 'Up to',
            kind: 'several' as const,
            initial: storeys.slice(1).map(({ id }) => id),
            options: storeys.slice(1).map(({ id, label }) => ({ value: id, label })),
            when: isBy('storeys'),
          },
        ]
      : []),
  ];
}

/** Outlines as nodes, those that are there or were made before used; the edits that add the others. */
function outlineAll(
  model: Model,
  fields: readonly UnitedField[],
): { rings: { corners: string[]; openings: string[][] }[]; edits: Edit[] } {
  const points = fields.flatMap(({ outline, openings }) => [...outline, ...openings.flat()]);
  const { ids, edits } = outline(model, points);
  let at = 0;
  const take = (count: number) => ids.slice(at, (at += count));
  return {
    rings: fields.map((field) => ({
      corners: take(field.outline.length),
      openings: field.openings.map((opening) => take(opening.length)),
    })),
    edits,
  };
}

function panelTool(table: 'slabs' | 'walls', thickness: number): Tool {
  const noun = table === 'slabs' ? 'slab' : 'wall';
  return {
    id: noun,
    title: `Outline a ${noun}`,
    group: 'generate',
    action: `Keep the ${noun}`,
    again: true,
    about: `A ${noun} by its corners, as a rectangle, ${table === 'walls' ? 'on a line by storeys, ' : ''}or by a click in fields between members. Analysed as a shell or a plate it is meshed and joined to the members, walls and supports that touch it; or it only carries area loads to its edges.`,
    fields: ({ model }) => [
      ...placeFields(model, table),
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
      ...(Object.keys(model[table]).length > 0
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
      const outlined = outlinesOf(model, values, table);
      if (!outlined.ok) return refused(outlined.error);
      if (!(values.number('thickness') > 0.01)) return refused('The thickness must be above 10 mm.');
      const { fields } = outlined;
      const { rings, edits } = outlineAll(model, fields);
      const host = values.text('opening');
      const preview = fields.flatMap(({ outline: ring, openings }) => [...around(ring), ...openings.flatMap(around)]);
      if (host !== '') {
        const panel = model[table][host];
        const at = (ids: readonly string[]) => ids.map((id) => model.nodes[id].position);
        for (const field of fields) {
          const problem = openingProblem(at(panel.corners), field.outline, (panel.openings ?? []).map(at));
          if (problem) return refused(`The opening does not lie in ${noun} ${panel.label ?? host}: ${problem}.`);
        }
        return {
          ok: true,
          act: {
            edits: [
              ...edits,
              {
                kind: 'change',
                table,
                changes: [
                  {
                    id: host,
                    fields: { openings: [...(panel.openings ?? []), ...rings.map((ring) => ring.corners)] },
                  },
                ],
              },
            ],
            sentence: `Made ${rings.length === 1 ? 'an opening' : count(rings.length, 'opening')} in ${host}`,
          },
          words: `opening in ${panel.label ?? host}`,
          preview,
          made: [],
        };
      }
      const collector = new RecordCollector(model);
      const behaviour = panelBehaviours.find((one) => one === values.text('behaviour')) ?? 'load';
      const { material, added } = concreteOf(model);
      const panels = rings.map((ring) => ({
        id: collector.nextId(table),
        corners: ring.corners,
        ...(ring.openings.length > 0 ? { openings: ring.openings } : {}),
        thickness: values.number('thickness'),
        material,
        ...(behaviour === 'load' ? {} : { behaviour }),
      }));
      const thick = formatQuantity(values.number('thickness'), 'sectionLength', model.settings.units, 0);
      return {
        ok: true,
        act: {
          edits: [...edits, ...added, { kind: 'add', records: { [table]: panels } }],
          sentence: `Outlined ${panels.length === 1 ? `${noun} ${panels[0].id}` : count(panels.length, noun)}`,
        },
        words:
          panels.length === 1
            ? `${noun} with ${count(panels[0].corners.length, 'corner')}, ${thick} thick`
            : `${count(panels.length, noun)}, ${thick} thick`,
        preview,
        made: [],
      };
    },
  };
}

/** Whether soil below a slab can act on it. */
const bends = ({ behaviour }: Slab): boolean => behaviour === 'shell' || behaviour === 'plate';

/** The slabs at the lowest level at which there are any. */
function lowestSlabs({ slabs, nodes }: Model): string[] {
  const level = ({ corners }: Slab) => Math.min(...corners.map((id) => nodes[id].position[2]));
  const lowest = Math.min(...Object.values(slabs).map(level));
  return inOrder(slabs).flatMap((slab) => (level(slab) < lowest + onLevel ? [slab.id] : []));
}

export const panelTools: readonly Tool[] = [
  panelTool('slabs', 0.2),
  panelTool('walls', 0.2),
  {
    id: 'soil',
    title: 'Lay slabs on soil',
    group: 'generate',
    action: 'Lay them on soil',
    about:
      'Soil below slabs that are analysed: a modulus of subgrade, from which rafts lift off where they would pull.',
    fields: ({ model, selection }) => [
      {
        key: 'slabs',
        label: 'Slabs',
        kind: 'several',
        initial: (selection.slabs ?? []).length > 0 ? [...selection.slabs!] : lowestSlabs(model),
        options: inOrder(model.slabs).map(({ id, label }) => ({ value: id, label: label ? `${id}, ${label}` : id })),
      },
      {
        key: 'across',
        label: 'Modulus of subgrade',
        kind: 'quantity',
        quantity: 'subgrade',
        initial: null,
        hint: 'pressure a unit of settlement gives, from the geotechnical report',
      },
      {
        key: 'along',
        label: 'Against sliding',
        kind: 'quantity',
        quantity: 'subgrade',
        initial: null,
        hint: 'empty: something else holds the slab in its plane',
      },
      { key: 'pushes', label: 'Only pushes: the slab lifts off', kind: 'flag', initial: true },
      {
        key: 'dugOut',
        label: 'Weight dug out',
        kind: 'quantity',
        quantity: 'pressure',
        initial: null,
        hint: 'of the soil above the underside; it changes no force',
      },
    ],
    plan: ({ model }, values) => {
      const ids = values.several('slabs').filter((id) => id in model.slabs);
      if (ids.length === 0)
        return refused('Choose the slabs that lie on soil. Outline a slab first where there is none.');
      const [across, along, dugOut] = [values.optional('across'), values.optional('along'), values.optional('dugOut')];
      if (across === undefined || !(across > 0)) return refused('Type the modulus of subgrade; it is above zero.');
      if ((along ?? 0) < 0 || (dugOut ?? 0) < 0) return refused('Neither a modulus nor a weight is below zero.');
      const soil = {
        across,
        ...(along ? { along } : {}),
        pushes: values.flag('pushes'),
        ...(dugOut ? { dugOut } : {}),
      };
      const idle = ids.filter((id) => !bends(model.slabs[id]));
      return {
        ok: true,
        act: {
          edits: [
            {
              kind: 'change',
              table: 'slabs',
              changes: ids.map((id) => ({
                id,
                fields: { soil, ...(bends(model.slabs[id]) ? {} : { behaviour: 'shell' }) },
              })),
            },
          ],
          sentence: `Laid ${ids.length === 1 ? `slab ${ids[0]}` : count(ids.length, 'slab')} on soil`,
        },
        words: `${count(ids.length, 'slab')} on soil of ${formatQuantity(across, 'subgrade', model.settings.units)}${idle.length > 0 ? `; ${idle.join(', ')} will be analysed as ${idle.length === 1 ? 'a shell' : 'shells'}` : ''}`,
        preview: ids.flatMap((id) => {
          const points = model.slabs[id].corners.map((corner) => model.nodes[corner].position);
          return points.map((at, i) => [at, points[(i + 1) % points.length]]);
        }),
        made: [],
      };
    },
  },
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
      {
        key: 'spring',
        label: 'Vertical spring',
        kind: 'quantity',
        quantity: 'lineSpring',
        initial: null,
        hint: 'empty: held fully up and down',
      },
    ],
    plan: ({ model }, values) => {
      const [a, b] = [values.point('p0'), values.point('p1')];
      if (!a || !b || norm(subtract(a, b)) < 1e-3) return refused('Click or type both ends of the edge.');
      const { ids, edits } = outline(model, [a, b]);
      const turns = values.flag('turns');
      const level = values.flag('level');
      const spring = values.optional('spring');
      if (spring !== undefined && !(spring > 0))
        return refused('A spring is above zero. Leave it empty to hold the edge fully.');
      const support: Support = {
        ux: level,
        uy: level,
        uz: spring === undefined,
        rx: !turns,
        ry: !turns,
        rz: !turns,
      };
      const id = new RecordCollector(model).nextId('lineSupports');
      return {
        ok: true,
        act: {
          edits: [
            ...edits,
            {
              kind: 'add',
              records: {
                lineSupports: [
                  {
                    id,
                    start: ids[0],
                    end: ids[1],
                    support,
                    ...(spring === undefined ? {} : { springs: { uz: spring } }),
                  },
                ],
              },
            },
          ],
          sentence: `Supported a slab edge from ${ids[0]} to ${ids[1]}`,
        },
        words: `line support of ${formatQuantity(norm(subtract(a, b)), 'length', model.settings.units, 2)}`,
        preview: [[a, b]],
        made: [],
      };
    },
  },
];
