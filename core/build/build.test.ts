import { findMaterial } from '../catalog';
import { applyAct, emptyModel, modelFindings, type Model } from '../model';
import { buildFrame, drawMember, parseSection, type FrameSpec } from './index';

const choice = (text: string) => {
  const parsed = parseSection(text, 'si');
  if (!parsed.ok) throw new Error(parsed.error);
  return parsed.value;
};
const spec = (more: Partial<FrameSpec> = {}): FrameSpec => ({
  baysX: [7.2, 7.2, 7.2],
  baysY: [6.4, 6.4],
  storeys: [4, 3.5],
  column: choice('400 × 400'),
  beamX: choice('350x600'),
  beamY: choice('300 x 500'),
  material: findMaterial('C30/37')!,
  feet: 'fixed',
  ...more,
});
const empty = emptyModel({ name: 'Test', units: 'si', code: 'us' });
function build(model: Model, of: FrameSpec): Model {
  const { act } = buildFrame(model, of);
  const applied = applyAct(model, act!);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}

test('a frame of 3 × 2 bays and two storeys has 36 nodes, 24 columns and 34 beams', () => {
  const model = build(empty, spec());
  expect(Object.keys(model.nodes)).toHaveLength(4 * 3 * 3);
  const members = Object.values(model.members);
  expect(members.filter((member) => member.role === 'column')).toHaveLength(4 * 3 * 2);
  expect(members.filter((member) => member.role === 'beam')).toHaveLength((3 * 3 + 4 * 2) * 2);
  expect(Object.values(model.nodes).filter((node) => node.support?.rx)).toHaveLength(12);
  expect(
    Object.values(model.gridLines)
      .map((line) => line.label)
      .sort(),
  ).toEqual(['1', '2', '3', '4', 'A', 'B', 'C']);
  expect(Object.values(model.storeys).map((storey) => storey.label)).toEqual(['Ground', 'Storey 1', 'Storey 2']);
  expect(modelFindings(model)).toEqual([]);
});

test('building the same frame again makes nothing; building a taller one adds only what is new', () => {
  const model = build(empty, spec());
  expect(buildFrame(model, spec()).act).toBeUndefined();
  const taller = build(model, spec({ storeys: [4, 3.5, 3.5] }));
  expect(Object.keys(taller.nodes)).toHaveLength(48);
  expect(Object.keys(taller.sections)).toHaveLength(3);
  expect(modelFindings(taller)).toEqual([]);
});

test('a plane frame and a single column', () => {
  expect(Object.keys(build(empty, spec({ baysY: [] })).members)).toHaveLength(2 * (4 + 3));
  expect(Object.keys(build(empty, spec({ baysX: [], baysY: [], storeys: [3] })).members)).toHaveLength(1);
});

test('a drawn member joins nodes that are there and makes those that are not', () => {
  const model = build(empty, spec());
  const drawn = drawMember(model, [0, 0, 0], [7.2, 0.0004, 4], { section: 's1', material: 't1' });
  expect(drawn).toMatchObject({
    ok: true,
    act: { edits: [{ records: { members: [{ role: 'beam', start: 'n1' }] } }] },
  });
  expect(drawn.ok && JSON.stringify(drawn.act)).not.toContain('"nodes"');
  expect(drawMember(model, [0, 0, 0], [0, 0, 4], { section: null, material: null })).toMatchObject({
    ok: false,
    error: expect.stringContaining('already'),
  });
  expect(drawMember(model, [1, 1, 1], [1, 1, 1], { section: null, material: null })).toMatchObject({
    ok: false,
    error: expect.stringContaining('same point'),
  });
  expect(drawMember(model, [1, 1, 1], [1, 1, 3], { section: null, material: null })).toMatchObject({
    act: { edits: [{ records: { nodes: [{}, {}], members: [{ role: 'column' }] } }] },
  });
});

test('sections are read as they are typed', () => {
  expect(choice('ipe 330').name).toBe('IPE 330');
  expect(choice('350 × 600')).toMatchObject({
    name: '350 × 600',
    shape: { type: 'rectangle', width: expect.closeTo(0.35, 12), depth: expect.closeTo(0.6, 12) },
  });
  expect(choice('14 x 24 in').shape).toMatchObject({ width: 14 * 0.0254, depth: 24 * 0.0254 });
  expect(choice('Ø 400').shape).toEqual({ type: 'circle', diameter: 0.4 });
  expect(parseSection('12 × 18', 'us')).toMatchObject({ value: { name: '12 × 18', shape: { width: 12 * 0.0254 } } });
  expect(parseSection('IPE 333', 'si')).toMatchObject({ ok: false, error: expect.stringContaining('IPE 80') });
  expect(parseSection('0 × 600', 'si')).toMatchObject({ ok: false });
  expect(parseSection('350 m × 600', 'si')).toMatchObject({
    ok: false,
    error: expect.stringContaining('larger than any member'),
  });
});
