import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import { buildTernHide } from '~demo/tern-hide';
import { applyAct, emptyModel, inOrder, type Model, type Slab } from '~core/model';
import { fromClipboard, putBlock, type RowLayout } from '../cells/cells';
import { combinationLayout } from './combinations/layout';
import { loadLayout } from './loads/layout';
import { actingLoads } from '~core/loading';
import { gridLineLayout } from './grid-lines/layout';
import { groupLayout } from './groups/layout';
import { lineSupportLayout } from './line-supports/layout';
import { materialLayout } from './materials/layout';
import { memberLayout } from './members/layout';
import { nodeLayout } from './nodes/layout';
import { supportText } from './nodes/support-words';
import { supportLayout } from './nodes/supports-layout';
import { panelLayout } from './panel-layout';
import { sectionLayout } from './sections/layout';
import { storeyLayout } from './storeys/layout';

const hide = buildTernHide();
const library = buildQuillhavenLibrary();
const column = <Row extends { id: string }>(layout: RowLayout<Row>, title: string) =>
  layout.columns.findIndex((one) => one.title === title);

function put<Row extends { id: string }>(
  model: Model,
  layout: RowLayout<Row>,
  rows: readonly Row[],
  row: number,
  title: string,
  block: string[][],
) {
  const result = putBlock(model, layout, rows, row, column(layout, title), block);
  if (result.edits.length === 0) return { model, result };
  const applied = applyAct(model, { edits: [...result.edits] });
  if (!applied.ok) throw new Error(applied.error);
  return { model: applied.model, result };
}

test('what a layout shows can be put back without changing anything', () => {
  for (const model of [hide, library]) {
    const check = <Row extends { id: string }>(layout: RowLayout<Row>, rows: readonly Row[]) => {
      const block = rows.map((row) => layout.columns.map((one) => one.text(row)));
      expect(putBlock(model, layout, rows, 0, 0, block)).toEqual({ edits: [], errors: [], changed: 0, added: 0 });
    };
    check(memberLayout(model), inOrder(model.members));
    check(nodeLayout(model), inOrder(model.nodes));
    check(supportLayout(model), inOrder(model.nodes));
    check(sectionLayout(model), inOrder(model.sections));
    check(materialLayout(model), inOrder(model.materials));
    check(storeyLayout(model), inOrder(model.storeys));
    check(gridLineLayout(model), inOrder(model.gridLines));
    check(groupLayout(), inOrder(model.groups));
  }
});

test('cells over rows change them, rows beyond the last are new, in one act; units are read', () => {
  const rows = inOrder(hide.nodes);
  const { model, result } = put(hide, nodeLayout(hide), rows, 4, 'x', [
    ['2.5 m', '0', '3400 mm'],
    ['9', '0', '0', 'pinned'],
    ['9', '0', "10'"],
  ]);
  expect(result).toMatchObject({ changed: 1, added: 2, errors: [] });
  expect(model.nodes.n5.position).toEqual([2.5, 0, 3.4]);
  expect(model.nodes.n6).toMatchObject({ position: [9, 0, 0], support: { ux: true, rx: false } });
  expect(model.nodes.n7.position[2]).toBeCloseTo(3.048, 9);
});

test('deleting rows of sections and materials takes those nobody has; of supports it frees the nodes', () => {
  const added = applyAct(library, {
    edits: [
      {
        kind: 'add',
        records: { sections: [{ id: 's900', name: 'Spare', shape: { type: 'rectangle', width: 0.1, depth: 0.1 } }] },
      },
    ],
  });
  if (!added.ok) throw new Error(added.error);
  const rows = inOrder(added.model.sections);
  const both = sectionLayout(added.model).remove!(rows);
  expect(both.edits).toEqual([{ kind: 'remove', table: 'sections', ids: ['s900'] }]);
  expect(both.kept).toMatch(/ is used by \d+ members, and \d+ others? by some too: give them another section first\.$/);
  const applied = applyAct(added.model, { edits: [...both.edits] });
  expect(applied.ok && Object.keys(applied.model.members)).toEqual(Object.keys(library.members));
  expect(materialLayout(library).remove!(inOrder(library.materials)).edits).toEqual([]);
  const [held] = inOrder(hide.nodes).filter((node) => node.support);
  const freed = applyAct(hide, { edits: [...supportLayout(hide).remove!([held]).edits] });
  expect(freed.ok && freed.model.nodes[held.id]).toEqual({ id: held.id, position: held.position });
});

test('a cell that cannot be read is told with its place, and the others are taken', () => {
  const rows = inOrder(hide.members);
  const { model, result } = put(hide, memberLayout(hide), rows, 0, 'Section', [
    ['IPE 200', 'S355'],
    ['IPE 9999', 'S355'],
    ['350 × 600', 'wood'],
  ]);
  expect(result.errors.map(({ row, column: title }) => `${row} ${title}`)).toEqual(['m2 Section', 'm4 Material']);
  expect(result.changed).toBe(3);
  const name = (id: string) => model.sections[model.members[id].section!].name;
  expect([name('m1'), name('m4')]).toEqual(['IPE 200', '350 × 600']);
  expect(model.members.m2.section).toBe(hide.members.m2.section);
  expect(model.materials[model.members.m2.material!].name).toBe('S355');
  // both members that got S355 share one material
  expect(Object.values(model.materials).filter((material) => material.name === 'S355')).toHaveLength(1);
});

test('new members take their nodes by number, and what is left out from the newest', () => {
  const layout = memberLayout(hide);
  const { model, result } = put(hide, layout, inOrder(hide.members), 4, 'Role', [
    ['beam', '', 'n3', 'n4'],
    ['brace', '', 'n1', 'n9'],
    ['', '', 'n1', 'n1'],
    ['beam', '', 'n1', ''],
  ]);
  expect(result.added).toBe(1);
  expect(Object.values(model.members).at(-1)).toMatchObject({
    role: 'beam',
    start: 'n3',
    end: 'n4',
    section: 's1',
    material: 't1',
  });
  // the first row that was not taken stands in the empty row after the last
  expect(result.errors.map((error) => error.row)).toEqual(['new 1', 'new 2', 'new 3']);
  expect(result.errors.map((error) => error.error)).toEqual([
    expect.stringContaining('n9'),
    expect.stringContaining('same node'),
    expect.stringContaining('From and To'),
  ]);
});

test('end conditions, behaviour, supports and groups are typed by name', () => {
  const { model } = put(hide, memberLayout(hide), inOrder(hide.members), 2, 'Start', [['pinned', 'ball', 'tension']]);
  expect(model.members.m4).toMatchObject({
    startConnection: { ry: 0, rz: 0 },
    endConnection: { rx: 0, ry: 0, rz: 0 },
    behaviour: 'tension',
  });
  const back = put(model, memberLayout(model), inOrder(model.members), 2, 'Start', [['fixed', 'fixed', 'frame']]).model;
  expect(back.members).toEqual(hide.members);
  const held = put(hide, supportLayout(hide), inOrder(hide.nodes), 0, 'Support', [
    ['roller'],
    ['ux uz'],
    ['free'],
    ['sideways'],
  ]);
  expect([held.model.nodes.n1, held.model.nodes.n2].map((node) => supportText(node.support))).toEqual([
    'roller',
    'ux uz',
  ]);
  expect(held.result.errors).toMatchObject([{ row: 'n4', error: expect.stringContaining('sideways') }]);
  expect(put(hide, groupLayout(), [], 0, 'Group', [['Posts', 'm1, m2']]).model.groups.q1).toMatchObject({
    label: 'Posts',
    members: ['m1', 'm2'],
  });
  expect(put(hide, groupLayout(), [], 0, 'Group', [['Posts', 'm1 m99']]).result.errors[0].error).toContain('m99');
});

test('sections, materials, storeys and grid lines are made by typing, and names are not given twice', () => {
  const sections = put(hide, sectionLayout(hide), inOrder(hide.sections), 1, 'Section', [
    ['L 100x100x10'],
    ['welded I 500 x 10 x 300 x 20'],
    [hide.sections.s1.name],
    ['nonsense'],
  ]);
  expect(sections.result.added).toBe(2);
  expect(Object.values(sections.model.sections).map((section) => section.shape.type)).toEqual([
    hide.sections.s1.shape.type,
    'angle',
    'builtUpI',
  ]);
  expect(sections.result.errors.map((error) => error.error)).toEqual([
    expect.stringContaining('already'),
    expect.stringContaining('nonsense'),
  ]);
  const materials = put(hide, materialLayout(hide), inOrder(hide.materials), 1, 'Material', [
    ['S275'],
    ['House steel', 'steel', '205', '', '', '275'],
    ['Unknown'],
  ]);
  expect(Object.values(materials.model.materials)).toMatchObject([
    {},
    { name: 'S275', yieldStress: 275e6 },
    { name: 'House steel', elasticModulus: 205e9, yieldStress: 275e6 },
  ]);
  expect(materials.result.errors[0].error).toContain('needs E');
  const empty = emptyModel({ name: 'New', units: 'si', code: 'us' });
  expect(
    put(empty, storeyLayout(empty), [], 0, 'Storey', [['Ground', '0'], ['First', '4.2'], ['Loft']]).result,
  ).toMatchObject({ added: 2, errors: [{ error: expect.stringContaining('level') }] });
  expect(
    put(empty, gridLineLayout(empty), [], 0, 'Grid line', [
      ['1', 'x', '0', '', ''],
      ['A', 'y', '5', '0', '9'],
    ]).model.gridLines,
  ).toMatchObject({ g1: { axis: 'x' }, g2: { axis: 'y', position: 5, from: 0, to: 9 } });
});

test('an existing storey is not raised in the ledger, where nothing shows what stands on it', () => {
  const rows = inOrder(library.storeys);
  expect(putBlock(library, storeyLayout(library), rows, 1, 1, [['5 m']])).toMatchObject({
    edits: [],
    errors: [{ row: rows[1].id, error: expect.stringContaining('Change a storey’s height') }],
  });
});

test('the clipboard comes as rows, with or without the layout’s own headings', () => {
  expect(fromClipboard('x [m]\ty [m]\r\n1\t2\r\n3\t4\r\n', ['Node', 'x', 'y'])).toEqual([
    ['1', '2'],
    ['3', '4'],
  ]);
  expect(fromClipboard('1\t2', ['x', 'y'])).toEqual([['1', '2']]);
  expect(fromClipboard('', ['x'])).toEqual([['']]);
});

test('cells in quotation marks come as what they hold; marks of inches stay, and a lone mark quotes nothing', () => {
  expect(fromClipboard('"5\'-6"""\t12" × 24"\n"two\r\nlines"\t"a\tb"', ['x', 'y'])).toEqual([
    ['5\'-6"', '12" × 24"'],
    ['two lines', 'a\tb'],
  ]);
  expect(fromClipboard('"\t1\n2\t3', ['x', 'y'])).toEqual([
    ['"', '1'],
    ['2', '3'],
  ]);
});

test('two thousand rows are one act', () => {
  const empty = emptyModel({ name: 'Many', units: 'si', code: 'us' });
  const block = Array.from({ length: 2000 }, (_, i) => [String(i / 10), '0', '3']);
  const { model, result } = put(empty, nodeLayout(empty), [], 0, 'x', block);
  expect(result.edits).toHaveLength(1);
  expect(Object.keys(model.nodes)).toHaveLength(2000);
  expect(model.nodes.n2000.position).toEqual([199.9, 0, 3]);
});

describe('the ledger of loads', () => {
  const rows = actingLoads(library);
  const layout = loadLayout(library, true);
  const at = (id: string) => rows.findIndex((row) => row.id === id);

  test('what it shows can be put back without changing anything, loads of rules too', () => {
    expect(
      putBlock(
        library,
        layout,
        rows,
        0,
        0,
        rows.map((row) => layout.columns.map((one) => one.text(row))),
      ),
    ).toEqual({ edits: [], errors: [], changed: 0, added: 0 });
  });

  test('case, value and place are edited; what a rule makes is refused with where to change it', () => {
    const load = Object.values(hide.loads).find((one) => one.type === 'uniform')!;
    const own = loadLayout(hide, false);
    const list = actingLoads(hide);
    const row = list.findIndex((one) => one.id === load.id);
    expect(put(hide, own, list, row, 'Value', [['-2.5 kN/m']]).model.loads[load.id]).toMatchObject({ value: -2500 });
    expect(put(hide, own, list, row, 'From', [['L/4', '3/4 L']]).model.loads[load.id]).toMatchObject({
      from: expect.any(Number) as number,
      to: expect.any(Number) as number,
    });
    expect(put(hide, own, list, row, 'Direction', [['local y']]).model.loads[load.id]).toMatchObject({
      axes: 'local',
      direction: 'y',
    });
    expect(put(hide, own, list, row, 'From', [['2400']]).result.errors[0].error).toMatch(/was it mm, 2\.400 m/);
    expect(put(hide, own, list, row, 'Case', [['XX']]).result.errors[0].error).toMatch(/There is no case “XX”/);
    expect(put(library, layout, rows, at('r1-1'), 'Value', [['3']]).result.errors[0].error).toMatch(
      /A rule makes this load/,
    );
    expect(put(library, layout, rows, at('l2'), 'Value', [['-3.5']]).model.loads.l2).toMatchObject({
      pressure: { value: -3500 },
    });
  });

  test('rows are pasted as new loads on members and nodes; what is wrong stays on its cell', () => {
    const own = loadLayout(hide, false);
    const block = [
      ['', 'W', 'm4', 'uniform', 'local z', '-1.5'],
      ['', 'W', 'n3', '', 'global x', '12'],
      ['', 'W', 'm4', 'point', '', '-4', '', '50 %'],
      ['', 'W', 'm4', 'trapezoid', '', '-1', '-2', '0.5', 'end'],
      ['', 'W', 'm99', 'uniform', '', '1'],
    ];
    const { model, result } = put(hide, own, [], 0, 'Load', block);
    expect(result.added).toBe(4);
    expect(result.errors.map((one) => one.error)).toEqual([expect.stringMatching(/neither a member nor a node/)]);
    expect(Object.values(model.loads).slice(-4)).toMatchObject([
      { type: 'uniform', axes: 'local', value: -1500 },
      { type: 'node', force: [12000, 0, 0] },
      { type: 'point', value: -4000 },
      { type: 'trapezoid', valueFrom: -1000, valueTo: -2000, from: 0.5, to: null },
    ]);
  });
});

describe('the ledger of combinations', () => {
  const cases = inOrder(hide.cases);
  const layout = combinationLayout(hide, cases);
  const rows = inOrder(hide.combinations);

  test('what it shows can be put back; several factors of a row are one list, marked as changed', () => {
    expect(
      putBlock(
        hide,
        layout,
        rows,
        0,
        0,
        rows.map((row) => layout.columns.map((one) => one.text(row))),
      ),
    ).toEqual({ edits: [], errors: [], changed: 0, added: 0 });
    const { model } = put(hide, layout, rows, 1, cases[0].label, [['1.25', '1.3', '0']]);
    expect(model.combinations[rows[1].id]).toMatchObject({ changed: true });
    expect(model.combinations[rows[1].id].factors.slice(0, 2)).toEqual([
      { case: cases[0].id, factor: 1.25 },
      { case: cases[1].id, factor: 1.3 },
    ]);
    expect(put(hide, layout, rows, 1, cases[0].label, [['200']]).result.errors[0].error).toMatch(/beyond 100/);
  });

  test('rows of a spreadsheet become combinations with free names', () => {
    const { model, result } = put(hide, layout, rows, rows.length, 'Name', [
      ['', 'service', '', '1', '0.5'],
      ['A7', 'transfer', '', '1'],
      ['U1', 'strength', '', '1'],
    ]);
    expect(result.added).toBe(2);
    expect(result.errors[0].error).toMatch(/There is a combination U1 already/);
    const made = Object.values(model.combinations).slice(-2);
    expect(made).toMatchObject([
      { purpose: 'service', origin: 'own', factors: [{ factor: 1 }, { factor: 0.5 }] },
      { label: 'A7', purpose: 'transfer' },
    ]);
    expect(new Set(Object.values(model.combinations).map((one) => one.label)).size).toBe(
      Object.keys(model.combinations).length,
    );
  });
});

test('slabs, walls and line supports stand in rows: changed by cells, added by their nodes, with what is wrong said', () => {
  const base = { ...emptyModel({ name: 'Floor', units: 'si', code: 'us' }), ...library };
  const ids = inOrder(base.nodes)
    .slice(0, 4)
    .map(({ id }) => id);
  const slabLayout = panelLayout<Slab>(base, 'slabs');
  const made = put(base, slabLayout, inOrder(base.slabs), inOrder(base.slabs).length, 'Name', [
    // name, thickness, material, analysed as, corners at, bars, elements, factors …, area, openings, corners
    ['Deck', '180 mm', '', 'plate', 'top', '30', '0.4', '0.25', '0.25', '1', '1', '', '', ids.join(' ')],
    ['Lost', '180 mm', '', 'plate', '', '', '', '', '', '', '', '', '', 'n1 n2'],
  ]);
  expect(made.result.added).toBe(1);
  expect(made.result.errors[0]).toMatchObject({
    column: 'Corners',
    error: expect.stringContaining('three corners') as string,
  });
  const slab = inOrder(made.model.slabs).at(-1)!;
  expect(slab).toMatchObject({
    label: 'Deck',
    thickness: 0.18,
    behaviour: 'plate',
    plane: 'top',
    meshSize: 0.4,
    corners: ids,
    factors: { bendingX: 0.25, bendingY: 0.25 },
  });
  expect(slab.barAngle).toBeCloseTo(Math.PI / 6, 12);
  const rows = inOrder(made.model.slabs);
  const changed = put(made.model, panelLayout<Slab>(made.model, 'slabs'), rows, rows.length - 1, 'Bending x', [['1']]);
  expect(inOrder(changed.model.slabs).at(-1)!.factors).toEqual({ bendingY: 0.25 });
  const back = put(
    changed.model,
    panelLayout<Slab>(changed.model, 'slabs'),
    inOrder(changed.model.slabs),
    rows.length - 1,
    'Analysed as',
    [['load']],
  );
  expect(inOrder(back.model.slabs).at(-1)!.behaviour).toBeUndefined();

  const lines = put(made.model, lineSupportLayout(made.model), [], 0, 'Name', [
    ['Edge', ids[0], ids[1], '', 'ux uz'],
    ['Bed', ids[1], ids[2], '', '', '', '', '', '', '', '', '', '', '20000'],
  ]);
  expect(lines.result.errors).toEqual([]);
  const [edge, bed] = inOrder(lines.model.lineSupports).slice(-2);
  expect(edge.support).toMatchObject({ ux: true, uy: false, uz: true });
  expect(bed).toMatchObject({ start: ids[1], end: ids[2], springs: { uz: 20e6 }, support: { uz: false } });
  const held = put(lines.model, lineSupportLayout(lines.model), [bed], 0, 'uy', [['held']]);
  expect(held.model.lineSupports[bed.id].support).toMatchObject({ uy: true, uz: false });
  const freed = put(held.model, lineSupportLayout(held.model), [held.model.lineSupports[bed.id]], 0, 'k uz', [['']]);
  expect(freed.model.lineSupports[bed.id].springs).toBeUndefined();
  for (const model of [made.model, lines.model]) {
    const check = <Row extends { id: string }>(layout: RowLayout<Row>, all: readonly Row[]) =>
      expect(
        putBlock(
          model,
          layout,
          all,
          0,
          0,
          all.map((row) => layout.columns.map((one) => one.text(row))),
        ),
      ).toEqual({
        edits: [],
        errors: [],
        changed: 0,
        added: 0,
      });
    check(panelLayout<Slab>(model, 'slabs'), inOrder(model.slabs));
    check(lineSupportLayout(model), inOrder(model.lineSupports));
  }
  const grouped = put(made.model, groupLayout(), inOrder(made.model.groups), 0, 'Slabs and walls', [
    [slab.id.toUpperCase()],
  ]);
  expect(inOrder(grouped.model.groups)[0].slabs).toEqual([slab.id]);
  const wrong = put(made.model, groupLayout(), inOrder(made.model.groups), 0, 'Slabs and walls', [['b99']]);
  expect(wrong.result.errors[0].error).toMatch(/no slab or wall “b99”/);
});
