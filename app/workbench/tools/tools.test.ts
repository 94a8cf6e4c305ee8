import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import { applyAct, emptyModel, type Model } from '~core/model';
import { findBays, nodeClusters } from '~core/build';
import type { Selection } from '../../state/view-slice';
import { selectionChoices } from '../cards/selection-choices';
import { selectionWords } from '../../state/selection';
import { colorClasses } from '../picture/coloring';
import { scopeOf } from '~core/picture';
import { toolOf, tools } from './all-tools';
import { nextPoint } from './open-tool';
import { initialValues, Values, withMaterials, type FieldValue } from './tool';

const library = buildQuillhavenLibrary();
const empty = emptyModel({ name: 'Empty', units: 'si', code: 'eurocode' });
type Chosen = Pick<Selection, 'nodes' | 'members'>;
const nothing: Chosen = { nodes: [], members: [] };

function plan(id: string, model: Model, selection: Chosen, values: Record<string, FieldValue> = {}) {
  const tool = toolOf(id)!;
  const context = { model, selection };
  return tool.plan(context, new Values({ ...initialValues(tool, context), ...values }));
}
function done(id: string, model: Model, selection: Chosen, values: Record<string, FieldValue> = {}): Model {
  const made = plan(id, model, selection, values);
  if (!made.ok) throw new Error(`${id}: ${made.error}`);
  const applied = applyAct(model, made.act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}

test.each(tools.map((tool) => [tool.id, tool] as const))(
  '%s says what it needs on an empty project and with nothing selected, and never throws',
  (id, tool) => {
    for (const model of [empty, library]) {
      const made = plan(id, model, nothing);
      if (made.ok) expect(made.words.length).toBeGreaterThan(3);
      else expect(made.error).toMatch(/[.?!]/);
      const fields = tool.fields({ model, selection: nothing });
      expect(new Set(fields.map((field) => field.key)).size).toBe(fields.length);
    }
  },
);

test('a building is set out and framed from nothing by tools alone', () => {
  let model = done('grid-lines', empty, nothing, { axis: 'x', spacings: [6, 6, 6], first: '1' });
  model = done('grid-lines', model, nothing, { axis: 'y', spacings: [7, 7], first: 'A' });
  model = done('storeys', model, nothing, { heights: [4, 3.5] });
  const [ground, first, top] = Object.keys(model.storeys);
  model = done('columns', model, nothing, { from: ground, to: top, section: 'HEB 220', material: 'S355' });
  model = done('beams', model, nothing, { storeys: [first, top], section: 'IPE 330', material: 'S355' });
  expect(Object.keys(model.members)).toHaveLength(12 * 2 + (3 * 3 + 4 * 2) * 2);
  expect(Object.values(model.sections).map((section) => section.name)).toEqual(['HEB 220', 'IPE 330']);
  const edge = Object.values(model.members)
    .filter(
      (member) =>
        member.role === 'beam' &&
        [member.start, member.end].every(
          (node) => model.nodes[node].position[2] === 7.5 && model.nodes[node].position[0] < 6.1,
        ) &&
        model.nodes[member.start].position[0] === model.nodes[member.end].position[0],
    )
    .map((member) => member.id);
  model = done(
    'secondaries',
    model,
    { nodes: [], members: edge },
    { layout: 'spacing', spacing: 2, noun: 'joist', section: 'IPE 160', material: 'S355' },
  );
  const bay = findBays(model).find((one) => one.upright)!;
  model = done('bracing', model, nothing, { bays: [bay.key], section: 'Rod 24', material: 'S355' });
  expect(Object.values(model.members).filter((member) => member.behaviour === 'tension')).toHaveLength(2);
  model = done('insert-storey', model, nothing, { above: first, height: 3, label: 'Mezzanine' });
  model = done('storey-height', model, nothing, { storey: first, elevation: 4.5, moves: 'above' });
  expect(nodeClusters(model, 1e-3)).toEqual([]);
  model = done('truss', model, nothing, { from: [0, 0, 12], to: [0, 14, 12], panels: 8, times: 2, by: 6 });
  expect(Object.values(model.members).filter((member) => member.behaviour === 'axial').length).toBeGreaterThan(20);
});

test('edits of a selection: moved, copied to a point, mirrored, turned, divided, grouped, given ends', () => {
  const beam = Object.values(library.members).find((member) => member.role === 'beam')!;
  const chosen = { nodes: [], members: [beam.id] };
  expect(plan('move', library, chosen)).toMatchObject({ ok: false, error: expect.stringContaining('how far') });
  expect(done('move', library, chosen, { z: 0.2 }).nodes[beam.start].position[2]).toBeCloseTo(
    library.nodes[beam.start].position[2] + 0.2,
    9,
  );
  expect(
    Object.keys(done('copy', library, chosen, { from: [0, 0, 0], to: [0, 0, 40], times: 2 }).members),
  ).toHaveLength(Object.keys(library.members).length + 2);
  for (const [id, values] of [
    ['mirror', { plane: 'x', at: [-2, 0, 0] as const }],
    ['rotate', { angle: 1, at: [-9, -9, 0] as const, copies: 2 }],
    ['array', { nx: 0, nz: 2, dz: 30 }],
    ['divide', { parts: 4 }],
    ['group', { label: 'Mine' }],
    ['beam-ends', { ends: 'pinned', which: 'selected' }],
    ['rigid-ends', { share: 0.5 }],
  ] as const) {
    expect(plan(id, library, chosen, values)).toMatchObject({ ok: true });
  }
  const steel = Object.values(library.members).find((member) => member.material !== beam.material)!;
  const copied = done('copy-properties', library, chosen, {
    from: steel.id,
    what: ['section', 'material', 'steelDesign'],
  });
  expect(copied.members[beam.id]).toMatchObject({ section: steel.section, material: steel.material });
  expect(plan('copy-properties', library, chosen, { from: 'm9999' })).toMatchObject({ ok: false });
});

test('slabs, walls, openings, helper lines and planes are kept as described things', () => {
  let model = done('slab', library, nothing, {
    p0: [0, 0, 7.8],
    p1: [6.4, 0, 7.8],
    p2: [6.4, 7.2, 7.8],
    p3: [0, 7.2, 7.8],
  });
  const slab = Object.values(model.slabs).at(-1)!;
  expect(slab.corners).toHaveLength(4);
  expect(Object.keys(model.nodes)).toHaveLength(Object.keys(library.nodes).length);
  model = done('slab', model, nothing, { p0: [1, 1, 7.8], p1: [2, 1, 7.8], p2: [2, 2, 7.8], opening: slab.id });
  expect(model.slabs[slab.id].openings).toHaveLength(1);
  expect(plan('wall', model, nothing, { p0: [0, 0, 0], p1: [6, 0, 0], p2: [6, 0, 4], p3: [0, 1, 4] })).toMatchObject({
    ok: false,
    error: expect.stringContaining('beside the plane'),
  });
  model = done('wall', model, nothing, { p0: [0, 0, 0], p1: [6.4, 0, 0], p2: [6.4, 0, 4.2] });
  model = done('helper-line', model, nothing, { start: [0, 0, 0], end: [1, 1, 0] });
  model = done('working-plane', model, nothing, { a: [0, 0, 15], b: [6, 0, 15], c: [0, 5, 16], label: 'Slope' });
  model = done('line-support', model, nothing, { p0: [0, 0, 4.2], p1: [6.4, 0, 4.2] });
  model = done('column-heads', model, { nodes: [Object.keys(model.nodes)[0]], members: [] });
  expect(
    [model.walls, model.helperLines, model.lineSupports, model.columnHeads].map((table) => Object.keys(table).length),
  ).toEqual([1, 1, 1, 1]);
});

test('a missing section or material stops a tool with its reason', () => {
  expect(
    withMaterials(library, { sections: ['IPE 9999'], material: 'A992' }, () => ({ ok: false, error: '' })),
  ).toMatchObject({ ok: false, error: expect.stringContaining('IPE 9999') });
  expect(
    withMaterials(library, { sections: ['IPE 300'], material: 'Moonstone' }, () => ({ ok: false, error: '' })),
  ).toMatchObject({ ok: false, error: expect.stringContaining('Moonstone') });
});

test('a clicked point goes to the field that waits, and the next one waits', () => {
  const tool = toolOf('truss')!;
  const context = { model: library, selection: nothing };
  const values = initialValues(tool, context);
  expect(nextPoint(tool, context, values, null)).toBe('from');
  expect(nextPoint(tool, context, { ...values, from: [0, 0, 0] }, 'from')).toBe('to');
  expect(nextPoint(tool, context, { ...values, from: [0, 0, 0], to: [1, 0, 0] }, 'to')).toBeNull();
});

test('everything can be selected by what it is; together the kinds make the whole', () => {
  const groups = selectionChoices(library, []);
  const of = (title: string) => groups.find((group) => group.title === title)!.choices;
  for (const title of ['Kind', 'Section', 'Material', 'Ends'])
    expect(of(title).reduce((sum, choice) => sum + choice.members.length, 0)).toBe(Object.keys(library.members).length);
  expect(of('Group').map((choice) => choice.label)).toEqual(['Purlins', 'Bracing', 'Mezzanine']);
  expect(of('Plane').find((choice) => choice.label === 'South slope')!.members.length).toBeGreaterThan(50);
  expect(of('Supports')[0].nodes).toHaveLength(20);
  expect(selectionChoices(empty, [])).toEqual([]);
  expect(selectionWords(library, { nodes: [], members: of('Group')[0].members })).toBe('52 beams');
});

test('slabs and walls are grouped with members, and chosen by what they are; a group lets go of what is deleted', () => {
  const [slab] = Object.keys(library.slabs);
  const made = done('group', library, { ...nothing, members: ['m1'], slabs: [slab] } as Chosen, { label: 'First bay' });
  const group = Object.values(made.groups).at(-1)!;
  expect(group).toMatchObject({ label: 'First bay', members: ['m1'], slabs: [slab] });
  const again = done('group', made, { ...nothing, members: ['m2'] }, { label: 'First bay' });
  expect(again.groups[group.id]).toMatchObject({ members: ['m1', 'm2'], slabs: [slab] });
  const groups = selectionChoices(made, []);
  const of = (title: string, label: string) =>
    groups.find((one) => one.title === title)?.choices.find((choice) => choice.label === label);
  expect(of('Group', 'First bay')).toMatchObject({ members: ['m1'], slabs: [slab] });
  expect(of('Slabs and walls', 'all slabs')!.slabs).toEqual(Object.keys(library.slabs));
  expect(of('Slabs and walls', 'slabs of Storey 1')!.slabs).toEqual([slab]);
  expect(of('Slabs and walls', '180.0 mm thick')!.slabs).toEqual([slab]);
  const without = applyAct(made, { edits: [{ kind: 'remove', table: 'slabs', ids: [slab] }] });
  expect(without.ok && without.model.groups[group.id].slabs).toEqual([]);
});

test('colours part the members in view into kinds, with what has none last', () => {
  const { members } = scopeOf(library, { kind: '3d' }, null);
  for (const coloring of ['section', 'material', 'role', 'group', 'ends'] as const) {
    const classes = colorClasses(library, members, coloring);
    expect(classes.reduce((sum, kind) => sum + kind.members.length, 0)).toBe(members.length);
    if (coloring === 'group') expect(classes.at(-1)!.name).toBe('in no group');
  }
  const hiddenOnes = scopeOf(library, { kind: '3d' }, null, [members[0].id]);
  expect(hiddenOnes.members).toHaveLength(members.length - 1);
});
