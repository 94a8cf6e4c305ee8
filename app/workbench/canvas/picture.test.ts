import { sectionProperties } from '~core/catalog';
import { runAnalysisNow, solveNow } from '~core/fem';
import { applyAct } from '~core/model';
import { newAnalysis } from '../details/new-analysis';
import { shapeOf, shapeSegments } from './mode-shapes';
import { balance } from '~core/results';
import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import { buildTernHide } from '~demo/tern-hide';
import { colors, utilisationColor } from '../../theme/tokens';
import type { CheckRow } from '../../workers/messages';
import { shownParts, shownWords, stationTable } from '~core/results';
import { compose, type PictureInput } from './compose';
import { deflectedShape, forceDiagrams, roundDown } from './diagrams';
import { actingLoads } from './acting';
import { scopeOf } from './scope';
import { extentOf } from './setting-out';
import { sectionOutline, solidGeometry } from './solids';

const model = buildTernHide();
const { solution } = solveNow(model);
const solved = { model, solution: solution! };
const parts = (shown: PictureInput['shown']) => shownParts(model, solution!, shown);
const input = (more: Partial<PictureInput> = {}): PictureInput => ({
  model, scope: scopeOf(model, { kind: '3d' }, null), stage: 'results', form: 'line', coloring: 'none', selection: { nodes: [], members: [] }, shown: { kind: 'case', id: 'c2' }, quantity: 'My', magnify: 1, solved, checks: new Map(), shape: undefined, ...more,
});

test('moments are drawn on the tension side: a sagging rafter’s diagram hangs below it', () => {
  const table = stationTable(solution!);
  const rafter = solution!.memberIds.indexOf('m4');
  const { values, scale } = forceDiagrams(table, [rafter], [parts({ kind: 'case', id: 'c2' })[0].weights], 'My', 1, 1);
  const sagging = values.reduce((a, b) => (b.value > a.value ? b : a));
  expect(sagging.value).toBeGreaterThan(0);
  // the rafter rises from (0, 0, 2.6) by 1 in 3; its axis at that x
  const onAxis = 2.6 + sagging.at[0] / 3;
  expect(sagging.at[2]).toBeLessThan(onAxis);
  expect(roundDown(scale)).toBeCloseTo(scale, 12);
});

test('values written on a diagram are the exact extremes, not those of a station', () => {
  const table = stationTable(solution!);
  const member = solution!.memberIds.indexOf('m1');
  const weights = [parts({ kind: 'case', id: 'c4' })[0].weights];
  const { values } = forceDiagrams(table, [member], weights, 'My', 1, 1);
  const { max } = table.extremes(member, weights, 'My');
  expect(Math.max(...values.map((one) => one.value))).toBe(max.value);
  expect(table.stations(member).some(({ x }) => x === max.x)).toBe(false);
  expect(max.value).toBeGreaterThan(Math.max(...table.band(member, weights, 'My').max));
});

test('an envelope draws both sides and an empty case nothing', () => {
  const table = stationTable(solution!);
  const all = parts({ kind: 'envelope', purpose: 'strength' }).map((part) => part.weights);
  const one = forceDiagrams(table, [0, 1, 2, 3], all.slice(0, 1), 'N', 1, 1);
  const many = forceDiagrams(table, [0, 1, 2, 3], all, 'N', 1, 1);
  expect(many.outline.length).toBe(2 * one.outline.length);
  expect(forceDiagrams(table, [0], [new Float64Array(solution!.cases.length)], 'N', 1, 1).largest).toBe(0);
});

test('a deflected shape starts and ends where its displaced nodes are', () => {
  const [part] = parts({ kind: 'case', id: 'c4' });
  const { outline, scale } = deflectedShape(stationTable(solution!), [0], part.weights, 0.4, 1);
  const node = solution!.nodeIds.indexOf(model.members.m1.end);
  const end = [0, 1, 2].map((axis) => solution!.positions[3 * node + axis] + scale * part.state.displacements[6 * node + axis]);
  end.forEach((value, axis) => expect(outline[outline.length - 3 + axis]).toBeCloseTo(value, 4));
});

test('the picture of a stage says its scale; an envelope has no deflected shape', () => {
  expect(compose(input()).scaleText).toMatch(/^1 m = [\d\u2009]+ kN·m$/);
  expect(compose(input({ quantity: 'deflected' })).scaleText).toMatch(/^drawn .* times, movements in mm$/);
  expect(compose(input({ quantity: 'deflected', shown: { kind: 'envelope', purpose: 'strength' } })).scaleText).toBe('');
  expect(compose(input({ stage: 'frame' })).labels).toEqual([]);
});

test('utilisation is colour, width and number; above 1.00 it has a colour of its own, and unchecked members are pale and thin', () => {
  const row = (memberId: string, utilisation: number | null): [string, CheckRow] => [memberId, { memberId, code: '', utilisation, id: '', title: '', clause: '', combination: '', x: 0, skipped: 0, reason: '' }];
  const { drawing, labels } = compose(input({ stage: 'checks', checks: new Map([row('m1', 0.2), row('m2', 0.9), row('m4', 1.2), row('m5', null)]) }));
  const drawn = drawing.lines.filter((batch) => batch.segments.length > 0);
  const over = drawn.find((batch) => batch.color === colors.over)!;
  expect(over.segments).toHaveLength(6);
  expect(Math.max(...drawn.map((batch) => batch.width))).toBe(over.width);
  expect(labels.map((label) => label.text).sort()).toEqual(['0.20', '0.90', '1.20']);
  expect(drawn[0]).toMatchObject({ width: 1.4 });
  expect([utilisationColor(0), utilisationColor(1), utilisationColor(1.01)]).toEqual(['rgb(216, 222, 234)', 'rgb(29, 36, 74)', colors.over]);
});

test('with many members only the largest values are written', () => {
  const library = buildQuillhavenLibrary();
  const outcome = solveNow(library);
  const picture = compose(input({ model: library, scope: scopeOf(library, { kind: '3d' }, null), solved: { model: library, solution: outcome.solution! }, shown: { kind: 'case', id: 'c1' } }));
  expect(picture.labels.length).toBeLessThanOrEqual(36);
  expect(picture.labels.length).toBeGreaterThan(10);
  expect(Math.max(...balance(outcome.solution!).map((line) => line.error))).toBeLessThan(1e-9);
});

test('a plan shows the storey’s members, an elevation the grid line’s, an isolated set leaves the rest faint', () => {
  const library = buildQuillhavenLibrary();
  const storey = Object.values(library.storeys).find((one) => one.label === 'Storey 1')!;
  const plan = scopeOf(library, { kind: 'plan', storey: storey.id }, null);
  expect(plan.members).toHaveLength(4 * 4 + 5 * 3);
  const line = Object.values(library.gridLines).find((one) => one.label === 'A')!;
  const elevation = scopeOf(library, { kind: 'elevation', gridLine: line.id }, null);
  expect(elevation.members.every((member) => library.nodes[member.start].position[1] === 0 && library.nodes[member.end].position[1] === 0)).toBe(true);
  const isolated = scopeOf(library, { kind: '3d' }, ['m1', 'm2']);
  expect([isolated.members.length, isolated.faint.length]).toEqual([2, Object.keys(library.members).length - 2]);
  expect(extentOf(library)).toMatchObject({ low: [0, 0, 0], high: [25.6, expect.closeTo(21.6, 9), expect.closeTo(17.4, 9)] });
});

test('solids have the section’s true outline and volume', () => {
  const [outline] = sectionOutline({ type: 'i', depth: 0.3, width: 0.15, webThickness: 0.0071, flangeThickness: 0.0107, rootRadius: 0.015 }).solids;
  const area = outline.reduce((sum, [y, z], i) => sum + (y * outline[(i + 1) % outline.length][1] - outline[(i + 1) % outline.length][0] * z) / 2, 0);
  expect(area * 1e4).toBeCloseTo(53.81, 0); // IPE 300, cm²
  const { faces } = solidGeometry(model, [model.members.m1], () => [0, 0, 0]);
  const place = faces.getAttribute('position').array;
  let volume = 0;
  for (let i = 0; i < place.length; i += 9) {
    const [a, b, c] = [0, 3, 6].map((k) => [place[i + k], place[i + k + 1], place[i + k + 2]]);
    volume += (a[0] * (b[1] * c[2] - b[2] * c[1]) - a[1] * (b[0] * c[2] - b[2] * c[0]) + a[2] * (b[0] * c[1] - b[1] * c[0])) / 6;
  }
  expect(volume / (2.6 * sectionProperties(model.sections.s1.shape).area)).toBeCloseTo(1, 2); // fillets as three chords
});

test('loads of a combination act with their factors, those of an envelope not at all', () => {
  expect(actingLoads(model, { kind: 'case', id: 'c2' })).toHaveLength(2);
  const combination = Object.values(model.combinations).find((one) => one.factors.length === 3 && one.purpose === 'strength')!;
  const acting = actingLoads(model, { kind: 'combination', id: combination.id });
  expect(new Set(acting.map((one) => one.factor)).size).toBeGreaterThan(1);
  expect(actingLoads(model, { kind: 'envelope', purpose: 'strength' })).toEqual([]);
  expect(shownWords(model, { kind: 'combination', id: combination.id }).detail).toContain('D');
});

describe('shapes drawn beside the frame', () => {
  const add = applyAct(model, newAnalysis(model, 'buckling')!);
  if (!add.ok) throw new Error(add.error);
  const modal = applyAct(add.model, newAnalysis(add.model, 'modal')!);
  if (!modal.ok) throw new Error(modal.error);
  const analyses = new Map(['a1', 'a2'].map((id) => [id, { fraction: 1, outcome: runAnalysisNow(modal.model, id) }]));
  const members = Object.values(model.members);

  test.each(['a1', 'a2'])('a mode of %s starts at the feet, meets at the joints and has the length asked for', (analysis) => {
    const shape = shapeOf({ kind: 'mode', analysis, mode: 0 }, solved, analyses, [])!;
    expect(shape.title).toMatch(analysis === 'a1' ? /^Buckles at [\d.]+ times the load$/ : /^Mode 1, T = [\d.]+ s$/);
    const at = (id: string) => shape.of(model.members[id])!;
    // feet do not move, and the rafter begins where the column ends
    expect(Math.hypot(...at('m1').subarray(0, 3))).toBeLessThan(1e-9);
    const end = at('m1').slice(-3);
    at('m4').subarray(0, 3).forEach((value, i) => expect(Math.abs(value - end[i])).toBeLessThan(1e-6 * Math.max(...end.map(Math.abs))));
    const segments = shapeSegments(model, members, shape, 0.5);
    const distance = (i: number) => Math.min(...members.map((member) => distanceToLine(segments.subarray(3 * i, 3 * i + 3), model.nodes[member.start].position, model.nodes[member.end].position)));
    const farthest = Math.max(...Array.from({ length: segments.length / 3 }, (_, i) => distance(i)));
    expect(farthest).toBeGreaterThan(0.2);
    expect(farthest).toBeLessThan(0.51);
  });

  test('a mechanism’s motion is drawn from its finding, and what is unknown is not drawn', () => {
    const finding = { key: 'k', rule: 'mechanism', severity: 'stop' as const, sentence: '', why: '', place: {}, motion: { nodes: ['n3'], displacements: [1, 0, 0, 0, 0, 0] } };
    const shape = shapeOf({ kind: 'motion', finding: 'k' }, undefined, new Map(), [finding])!;
    expect([...shape.of(model.members.m1)!]).toEqual([0, 0, 0, 1, 0, 0]);
    expect(shape.of(model.members.m2)).toBeUndefined();
    expect(shapeOf({ kind: 'motion', finding: 'other' }, undefined, new Map(), [finding])).toBeUndefined();
    expect(shapeOf({ kind: 'mode', analysis: 'a9', mode: 0 }, solved, analyses, [])).toBeUndefined();
  });
});

function distanceToLine(p: ArrayLike<number>, a: readonly number[], b: readonly number[]): number {
  const along = [0, 1, 2].map((i) => b[i] - a[i]);
  const t = Math.max(0, Math.min(1, [0, 1, 2].reduce((sum, i) => sum + (p[i] - a[i]) * along[i], 0) / along.reduce((sum, value) => sum + value * value, 0)));
  return Math.hypot(...[0, 1, 2].map((i) => p[i] - a[i] - t * along[i]));
}
