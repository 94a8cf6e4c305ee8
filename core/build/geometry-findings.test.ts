import { buildQuillhavenLibrary } from '../../demo/quillhaven-library';
import { acceptanceOf, applyAct, emptyModel, type Edit, type Member, type Model, type Vector } from '../model';
import { buildTernHide } from '../../demo/tern-hide';
import { geometryFindings, mendAct, mendAll } from './index';

const hide = buildTernHide();

/** Members between nodes at places, each place a node of its own. */
function model(lines: readonly [Vector, Vector, Partial<Member>?][], more: Edit[] = []): Model {
  const base: Model = { ...emptyModel({ name: 'Slips', units: 'si', code: 'us' }), sections: hide.sections, materials: hide.materials };
  const nodes: { id: string; position: [number, number, number] }[] = [];
  const at = (place: Vector) => {
    const known = nodes.find((node) => node.position.join() === place.join());
    if (known) return known.id;
    nodes.push({ id: `n${nodes.length + 1}`, position: [...place] as [number, number, number] });
    return nodes[nodes.length - 1].id;
  };
  const members = lines.map(([a, b, fields], i): Member => ({ id: `m${i + 1}`, role: 'beam', start: at(a), end: at(b), section: 's1', material: 't1', angle: 0, ...fields }));
  const applied = applyAct(base, { edits: [{ kind: 'add', records: { nodes, members } }, ...more] });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}
const rules = (one: Model) => geometryFindings(one).map((finding) => finding.rule);

const slips: [string, Model, number][] = [
  ['close-nodes', model([[[0, 0, 0], [3, 0, 0]], [[3.01, 0, 0], [6, 0, 0]]]), 1],
  ['free-crossing', model([[[0, 0, 0], [4, 4, 0]], [[0, 4, 0], [4, 0, 0]]]), 1],
  ['passed-node', model([[[0, 0, 0], [6, 0, 0]], [[2, 0, 0], [2, 3, 0]]]), 1],
  ['overlap', model([[[0, 0, 0], [4, 0, 0]], [[3, 0, 0], [6, 0, 0]]]), 1],
  ['short-member', model([[[0, 0, 0], [0.03, 0, 0]]]), 1],
  ['diaphragm-few-nodes', model([[[0, 0, 3], [5, 0, 3]]], [{ kind: 'add', records: { diaphragms: [{ id: 'd1', label: 'D', nodes: ['n1', 'n2'] }] } }]), 1],
  ['semi-rigid', model([[[0, 0, 3], [5, 0, 3]], [[5, 0, 3], [5, 5, 3]]], [{ kind: 'add', records: { diaphragms: [{ id: 'd1', label: 'D', nodes: ['n1', 'n2', 'n3'], stiffness: 'semiRigid' }] } }]), 1],
  ['off-grid', model([[[0.012, 0, 0], [5, 0, 0]]], [{ kind: 'add', records: { gridLines: [{ id: 'g1', label: '1', axis: 'x', position: 0 }] } }]), 1],
  ['column-not-carried', model([[[0, 0, 0], [0, 0, 3], { role: 'column' }]]), 1],
];

test.each(slips)('%s is told with its place and reason, and its mend does away with it', (rule, one, times) => {
  const found = geometryFindings(one).filter((finding) => finding.rule === rule);
  expect(found).toHaveLength(times);
  const [finding] = found;
  expect(finding.severity).toBe('remark');
  expect((finding.place.members ?? finding.place.nodes)!.length).toBeGreaterThan(0);
  expect(`${finding.sentence} ${finding.why}`).not.toMatch(/undefined|NaN/);
  const act = mendAct(one, finding.mend!)!;
  const mended = applyAct(one, act);
  if (!mended.ok) throw new Error(mended.error);
  expect(geometryFindings(mended.model).map((other) => other.key)).not.toContain(finding.key);
});

test('what is told without a mend: separate parts, suspected units, transfer columns, slabs', () => {
  expect(rules(model([[[0, 0, 0], [3, 0, 0]], [[0, 5, 0], [3, 5, 0]]]))).toContain('separate-part');
  const spans = Array.from({ length: 6 }, (_, i): [Vector, Vector] => [[6 * i, 0, 0], [6 * i + 6, 0, 0]]);
  const feet = geometryFindings(model([...spans, [[36, 0, 0], [36 + 6 * 304.8, 0, 0]]])).filter((finding) => finding.rule === 'suspected-unit');
  expect(feet).toHaveLength(1);
  expect(feet[0].sentence).toContain('1828.800 m');
  const stub = geometryFindings(model([[[0, 0, 0], [0.09, 0, 0]]])).find((finding) => finding.rule === 'suspected-unit');
  expect(stub?.sentence).toContain('section');
  const transfer = geometryFindings(model([[[0, 0, 3], [4, 0, 3]], [[4, 0, 3], [4, 0, 6], { role: 'column' }], [[4, 0, 3], [8, 0, 3]]]));
  expect(transfer.find((finding) => finding.rule === 'column-not-carried')).toMatchObject({ sentence: expect.stringContaining('stands on m1, m3') });
  const slab = model([[[0, 0, 3], [4, 0, 3]], [[4, 0, 3], [4, 4, 3]]], [{ kind: 'add', records: { slabs: [{ id: 'b1', corners: ['n1', 'n2', 'n3'], thickness: 0.2, material: null }] } }]);
  expect(geometryFindings(slab).find((finding) => finding.rule === 'not-analysed')?.sentence).toMatch(/1 slab is described and not analysed/);
});

test('what is meant is not told: an X of braces, joined members, parallel ones, a column on its foundation', () => {
  expect(rules(model([[[0, 0, 0], [4, 0, 4], { role: 'brace' }], [[4, 0, 0], [0, 0, 4], { role: 'brace' }]]))).not.toContain('free-crossing');
  expect(geometryFindings(buildTernHide())).toEqual([]);
  expect(geometryFindings(buildQuillhavenLibrary()).filter((finding) => !['suspected-unit', 'not-analysed'].includes(finding.rule))).toEqual([]);
  const beside = model([[[0, 0, 0], [6, 0, 0]], [[0, 0.3, 0], [6, 0.3, 0]]]);
  expect(rules(beside)).toEqual(['separate-part']);
});

test('all of a kind are mended in one act, and what no longer applies is passed over', () => {
  const grid = model([0, 1, 2].flatMap((i): [Vector, Vector][] => [[[0, 2 * i + 1, 0], [6, 2 * i + 1, 0]], [[2 * i + 1, 0, 0], [2 * i + 1, 6, 0]]]));
  const crossing = geometryFindings(grid).filter((finding) => finding.rule === 'free-crossing');
  expect(crossing).toHaveLength(9);
  const { act, mended } = mendAll(grid, crossing);
  const applied = applyAct(grid, act!);
  if (!applied.ok) throw new Error(applied.error);
  expect(mended).toBeGreaterThan(0);
  expect(mendAll(applied.model, [{ ...crossing[0], mend: { label: '', plan: { kind: 'divide', member: 'm99', nodes: ['n1'] } } }])).toEqual({ act: undefined, mended: 0 });
  let current = applied.model;
  // pieces have new numbers: a second round finds what the first could not name
  for (let round = 0; round < 4; round++) {
    const left = geometryFindings(current).filter((finding) => finding.rule === 'free-crossing' || finding.rule === 'passed-node');
    const next = mendAll(current, left).act;
    if (!next) break;
    const step = applyAct(current, next);
    if (step.ok) current = step.model;
  }
  expect(geometryFindings(current).filter((finding) => finding.rule === 'free-crossing')).toEqual([]);
  expect(Object.keys(current.members)).toHaveLength(6 * 4);
});

test('the same tables have the same findings, and an accepted remark keeps its reason', () => {
  const [, one] = slips[1];
  expect(geometryFindings({ ...one, loads: {} })).toBe(geometryFindings(one));
  const [finding] = geometryFindings(one);
  const accepted = applyAct(one, { edits: [{ kind: 'add', records: { acceptances: [{ id: 'f1', finding: finding.key, reason: 'Cables pass each other' }] } }] });
  if (!accepted.ok) throw new Error(accepted.error);
  expect(acceptanceOf(accepted.model, finding)?.reason).toBe('Cables pass each other');
  expect(acceptanceOf(accepted.model, { ...finding, severity: 'stop' })).toBeUndefined();
});
