import { applyAct, emptyModel, type Model, type Slab, type Wall } from '~core/model';
import { findBays } from '~core/build';
import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import { toolOf } from './all-tools';
import { closesOutline, ordinal } from './corner-fields';
import { armedAfter } from './open-tool';
import { initialValues, Values, type FieldValue } from './tool';

const library = buildQuillhavenLibrary();
const empty = emptyModel({ name: 'Empty', units: 'si', code: 'eurocode' });
const nothing = { nodes: [], members: [] };

function plan(id: string, model: Model, values: Record<string, FieldValue> = {}) {
  const tool = toolOf(id)!;
  const context = { model, selection: nothing };
  return tool.plan(context, new Values({ ...initialValues(tool, context), ...values }));
}
function done(id: string, model: Model, values: Record<string, FieldValue> = {}): Model {
  const made = plan(id, model, values);
  if (!made.ok) throw new Error(`${id}: ${made.error}`);
  const applied = applyAct(model, made.act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}
const at = (model: Model, ids: readonly string[]) => ids.map((id) => model.nodes[id].position);
const newest = <T extends Slab | Wall>(after: Record<string, T>, before: Record<string, T>): T[] =>
  Object.values(after).filter(({ id }) => !(id in before));

describe('slabs and walls by other ways than their corners', () => {
  const bays = findBays(library).filter(
    (bay) => !bay.upright && bay.corners.every((corner) => Math.abs(corner[2] - 7.8) < 1e-6),
  );
  const field = (x: number, y: number) =>
    bays.find(({ corners }) => Math.abs(corners[0][0] - x) < 0.01 && Math.abs(corners[0][1] - y) < 0.01)!.key;

  test('one slab over fields that were clicked, or one in each', () => {
    const chosen = [field(0, 0), field(6.4, 0), field(0, 7.2)];
    const one = done('slab', library, { by: 'fields', bays: chosen });
    const [slab, ...none] = newest(one.slabs, library.slabs);
    expect(none).toEqual([]);
    expect(slab.corners).toHaveLength(6);
    // no node was made: its corners are the tops of columns
    expect(Object.keys(one.nodes)).toEqual(Object.keys(library.nodes));
    const each = done('slab', library, { by: 'fields', bays: chosen, together: false });
    expect(newest(each.slabs, library.slabs)).toHaveLength(3);
    expect(plan('slab', library, { by: 'fields' })).toMatchObject({
      ok: false,
      error: expect.stringMatching(/Click fields/),
    });
  });

  test('a rectangle by two corners or by its size, a wall’s upright, an opening’s inside', () => {
    const slabbed = done('slab', empty, { by: 'rectangle', p0: [0, 0, 3], width: 6, depth: 4 });
    const [slab] = Object.values(slabbed.slabs);
    expect(at(slabbed, slab.corners)).toEqual([
      [0, 0, 3],
      [6, 0, 3],
      [6, 4, 3],
      [0, 4, 3],
    ]);
    const open = done('slab', slabbed, { by: 'rectangle', p0: [1, 1, 3], p1: [2, 2.5, 3], opening: slab.id });
    expect(Object.values(open.slabs)[0].openings).toHaveLength(1);
    const walled = done('wall', open, { by: 'rectangle', p0: [0, 0, 0], p1: [6, 0, 3] });
    const [wall] = Object.values(walled.walls);
    // the head of the wall is the edge of the slab: nodes that are there serve
    expect(wall.corners.slice(2).every((id) => slab.corners.includes(id))).toBe(true);
    expect(plan('slab', empty, { by: 'rectangle', p0: [0, 0, 3], p1: [5, 0, 3] })).toMatchObject({ ok: false });
    expect(plan('slab', empty, { by: 'rectangle', p0: [0, 0, 3], width: 5 })).toMatchObject({ ok: false });
  });

  test('walls on a line by storeys stand on each other', () => {
    const storeys = Object.values(library.storeys).slice(1, 3);
    const walled = done('wall', library, {
      by: 'storeys',
      p0: [3, 3, 0],
      p1: [5, 3, 0],
      storeys: storeys.map(({ id }) => id),
    });
    const [low, high, ...none] = newest(walled.walls, library.walls);
    expect(none).toEqual([]);
    expect(high.corners.slice(0, 2)).toEqual([low.corners[3], low.corners[2]]);
    expect(at(walled, high.corners).map(([, , z]) => Number(z.toFixed(6)))).toEqual([4.2, 4.2, 7.8, 7.8]);
  });

  test('a point that a choice has taken out of the form waits for no click', () => {
    const tool = toolOf('slab')!;
    const context = { model: library, selection: nothing };
    const values = initialValues(tool, context);
    expect(armedAfter(tool, context, { ...values, by: 'fields' }, 'p0', 'by')).toBeNull();
    expect(armedAfter(tool, context, { ...values, by: 'rectangle' }, null, 'by')).toBe('p0');
    expect(armedAfter(tool, context, { ...values, by: 'rectangle', p0: [0, 0, 0] }, 'p1', 'behaviour')).toBe('p1');
  });
});

describe('loads on floors by tools', () => {
  const [slab] = Object.values(library.slabs);
  const dead = Object.values(library.cases)[0].id;

  test('a force anywhere on a slab, refused beside it and without a value', () => {
    const loaded = done('spot-load', library, { case: dead, p0: [3, 3, 4.2], fz: -20000 });
    expect(Object.values(loaded.loads).at(-1)).toMatchObject({ type: 'spot', at: [3, 3, 4.2], force: [0, 0, -20000] });
    expect(plan('spot-load', library, { case: dead, p0: [3, 3, 5], fz: -20000 })).toMatchObject({
      ok: false,
      error: expect.stringMatching(/No slab or wall that is analysed lies at 3.*Click on one/),
    });
    expect(plan('spot-load', library, { case: dead, p0: [3, 3, 4.2] })).toMatchObject({ ok: false });
    // the stair opening is no slab
    expect(plan('spot-load', library, { case: dead, p0: [15, 10, 4.2], fz: -1 })).toMatchObject({ ok: false });
  });

  test('warmth of slabs, and a line in all', () => {
    const warm = done('panel-temperature', library, { case: dead, panels: [slab.id], change: 20, difference: 5 });
    expect(Object.values(warm.loads).at(-1)).toMatchObject({ type: 'panelTemperature', slab: slab.id, change: 20 });
    expect(plan('panel-temperature', library, { case: dead, panels: [slab.id] })).toMatchObject({ ok: false });
    const line = { case: dead, p0: [1, 2, 4.2], p1: [5, 2, 4.2], direction: 'z' };
    const spread = plan('line-load', library, { ...line, total: -60000 });
    expect(spread).toMatchObject({
      ok: true,
      words: expect.stringMatching(/−60\.0 kN \(−15\.00 kN\/m\): all of it to 1 panel/),
    });
    expect(plan('line-load', library, { ...line, total: -60000, valueFrom: -1000 })).toMatchObject({ ok: false });
  });

  test('a line support is moved only where it holds', () => {
    const [a, b] = slab.corners;
    const held = done('line-support', library, {
      p0: library.nodes[a].position as unknown as number[],
      p1: library.nodes[b].position as unknown as number[],
      level: false,
    });
    const [line] = Object.keys(held.lineSupports);
    const settled = done('line-settlement', held, { case: dead, line, uz: -0.01 });
    expect(Object.values(settled.loads).at(-1)).toMatchObject({ type: 'lineSettlement', displacement: [0, 0, -0.01] });
    expect(plan('line-settlement', held, { case: dead, line, ux: 0.01 })).toMatchObject({
      ok: false,
      error: expect.stringMatching(/holds nothing in x/),
    });
  });
});

test('a profile pulled over a length gives a slab for each of its parts, with edges in common', () => {
  const roof = done('slab', empty, { by: 'profile', p0: [0, 0, 3], p1: [4, 0, 5], p2: [8, 0, 3], pulled: -10 });
  const [left, right] = Object.values(roof.slabs);
  expect(at(roof, left.corners)).toEqual([
    [0, 0, 3],
    [4, 0, 5],
    [4, -10, 5],
    [0, -10, 3],
  ]);
  expect(right.corners.filter((id) => left.corners.includes(id))).toHaveLength(2);
  expect(Object.keys(roof.nodes)).toHaveLength(6);
  expect(plan('slab', empty, { by: 'profile', p0: [0, 0, 3], p1: [4, 0, 5], p2: [8, 1, 3], pulled: 4 })).toMatchObject({
    error: expect.stringMatching(/Point 3 lies beside/),
  });
  expect(plan('slab', empty, { by: 'profile', p0: [0, 0, 0], p1: [0, 0, 5], pulled: 4 })).toMatchObject({
    error: expect.stringMatching(/upright/),
  });
});

test('a floor alone is held by columns: springs of their stiffness, and heads of their size', () => {
  const slabbed = done('slab', empty, { by: 'rectangle', p0: [0, 0, 3], width: 6, depth: 4 });
  const held = done('column-support', slabbed, {
    p0: [3, 2, 3],
    section: '300 × 500',
    below: 3,
    above: 4,
    turned: true,
  });
  const [node] = Object.values(held.nodes).filter(({ support }) => support);
  expect(node.position).toEqual([3, 2, 3]);
  expect(node.support).toMatchObject({ ux: true, uz: false, rx: false });
  const E = Object.values(held.materials).find(({ id }) => id !== slabbed.slabs.b1.material)?.elasticModulus;
  const [head] = Object.values(held.columnHeads);
  expect([head.widthX, head.widthY].sort()).toEqual([0.3, 0.5]);
  // E A / 3 m below; 4 E I (1/3 + 1/4) of both
  const modulus = E ?? Object.values(held.materials)[0].elasticModulus;
  expect(node.springs!.uz! / ((modulus * 0.15) / 3)).toBeCloseTo(1, 9);
  const inertias = [(0.3 * 0.5 ** 3) / 12, (0.5 * 0.3 ** 3) / 12].sort();
  const turning = [node.springs!.rx!, node.springs!.ry!].sort((a, b) => a - b);
  turning.forEach((value, i) => expect(value / (4 * modulus * inertias[i] * (1 / 3 + 1 / 4))).toBeCloseTo(1, 9));
  expect(head.widthX > head.widthY).toBe(node.springs!.ry! > node.springs!.rx!);
  expect(plan('column-support', slabbed)).toMatchObject({ ok: false });
});

test('a thick part is outlined in a slab, and nowhere else', () => {
  const slabbed = done('slab', empty, { by: 'rectangle', p0: [0, 0, 3], width: 6, depth: 4 });
  const thick = done('thick-part', slabbed, { p0: [2, 1, 3], width: 2, depth: 2, thickness: 0.4 });
  expect(Object.values(thick.thickParts)).toMatchObject([{ thickness: 0.4 }]);
  expect(plan('thick-part', slabbed, { p0: [2, 1, 4], width: 2, depth: 2 })).toMatchObject({
    error: expect.stringMatching(/No slab lies there/),
  });
});

describe('outlines by many corners', () => {
  const ring = Array.from({ length: 12 }, (_, i): [number, number, number] => [
    6 * Math.cos((Math.PI * i) / 6),
    6 * Math.sin((Math.PI * i) / 6),
    3,
  ]);
  const corners = Object.fromEntries(ring.map((place, i) => [`p${i}`, place]));

  test('the form has a corner more for each that is filled', () => {
    const context = { model: empty, selection: nothing };
    const tool = toolOf('slab')!;
    const shown = (values: Record<string, FieldValue>) =>
      tool
        .fields(context)
        .filter(
          (field) => field.kind === 'point' && field.when!(new Values({ ...initialValues(tool, context), ...values })),
        ).length;
    expect(shown({})).toBe(3);
    expect(shown(corners)).toBe(13);
    const made = done('slab', empty, corners);
    expect(Object.values(made.slabs)[0].corners).toHaveLength(12);
  });

  test('the first corner again closes, and no corner waits any more', () => {
    const values = new Values(corners);
    expect(closesOutline(values, 'p12', ring[0])).toBe(true);
    expect(closesOutline(values, 'p12', ring[4])).toBe(false);
    expect(closesOutline(new Values({ p0: ring[0], p1: ring[1] }), 'p2', ring[0])).toBe(false);
    expect([0, 8, 10, 20, 21, 111].map(ordinal)).toEqual(['First', '9th', '11th', '21st', '22nd', '112th']);
  });
});

describe('tools that change outlines', () => {
  const slabbed = done('slab', empty, { by: 'rectangle', p0: [0, 0, 3], width: 6, depth: 4 });
  const [id] = Object.keys(slabbed.slabs);
  const changed = (tool: string, model: Model, values: Record<string, FieldValue>, slabs: readonly string[] = []) => {
    const made = toolOf(tool)!.plan(
      { model, selection: { ...nothing, slabs } },
      new Values({ ...initialValues(toolOf(tool)!, { model, selection: nothing }), ...values }),
    );
    if (!made.ok) throw new Error(made.error);
    const applied = applyAct(model, made.act);
    if (!applied.ok) throw new Error(applied.error);
    return applied.model;
  };

  test('the only slab need not be selected; of several the nearest edge is meant', () => {
    const wider = changed('move-edge', slabbed, { at: [6, 2, 3], distance: 1 });
    expect(at(wider, wider.slabs[id].corners)).toContainEqual([7, 4, 3]);
    const two = done('slab', slabbed, { by: 'rectangle', p0: [10, 0, 3], width: 4, depth: 4 });
    const [other] = Object.keys(two.slabs).filter((one) => one !== id);
    expect(toolOf('move-edge')!.plan({ model: two, selection: nothing }, new Values({ at: [6, 2, 3] }))).toMatchObject({
      ok: false,
      error: expect.stringMatching(/Select slabs/),
    });
    const moved = changed('move-edge', two, { at: [10.2, 2, 3], how: 'length', length: 5 }, [id, other]);
    expect(at(moved, moved.slabs[other].corners)).not.toEqual(at(two, two.slabs[other].corners));
    expect(moved.slabs[id].corners).toEqual(two.slabs[id].corners);
  });

  test('cut, and united again', () => {
    const cut = changed('cut-panels', slabbed, { a: [2, 0, 3], b: [2, 4, 3] });
    expect(Object.keys(cut.slabs)).toHaveLength(2);
    const one = changed('unite-panels', cut, {}, Object.keys(cut.slabs));
    expect(at(one, one.slabs[id].corners)).toEqual(expect.arrayContaining(at(slabbed, slabbed.slabs[id].corners)));
  });

  test('a corner is added, and taken out by a click or by its node', () => {
    const five = changed('add-corner', slabbed, { at: [3, 5, 3] });
    const made = five.slabs[id].corners.find((corner) => !slabbed.slabs[id].corners.includes(corner))!;
    expect(changed('drop-corners', five, { at: [3, 5, 3] }).slabs[id].corners).toHaveLength(4);
    const byNode = toolOf('drop-corners')!.plan(
      { model: five, selection: { nodes: [made], members: [] } },
      new Values({}),
    );
    expect(byNode.ok).toBe(true);
  });
});
