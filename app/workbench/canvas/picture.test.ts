import { solveNow } from '~core/fem';
import { balance } from '~core/results';
import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import { buildTernHide } from '~demo/tern-hide';
import { colors, utilisationColor } from '../../theme/tokens';
import type { CheckRow } from '../../workers/messages';
import { shownParts, shownWords, stationTable } from '../results-of';
import { compose, type PictureInput } from './compose';
import { deflectedShape, forceDiagrams, roundDown } from './diagrams';
import { actingLoads } from './load-glyphs';
import { scopeOf } from './scope';
import { extentOf } from './setting-out';
import { sectionOutline, solidGeometry } from './solids';

const model = buildTernHide();
const { solution } = solveNow(model);
const solved = { model, solution: solution! };
const parts = (shown: PictureInput['shown']) => shownParts(model, solution!, shown);
const input = (more: Partial<PictureInput> = {}): PictureInput => ({
  model, scope: scopeOf(model, { kind: '3d' }, null), stage: 'results', form: 'line', selection: { nodes: [], members: [] }, shown: { kind: 'case', id: 'c2' }, quantity: 'My', magnify: 1, solved, checks: new Map(), shape: undefined, ...more,
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
  const outline = sectionOutline({ type: 'i', depth: 0.3, width: 0.15, webThickness: 0.0071, flangeThickness: 0.0107, rootRadius: 0.015 });
  const area = outline.reduce((sum, [y, z], i) => sum + (y * outline[(i + 1) % outline.length][1] - outline[(i + 1) % outline.length][0] * z) / 2, 0);
  expect(area).toBeCloseTo(2 * 0.15 * 0.0107 + 0.0071 * (0.3 - 2 * 0.0107), 9); // IPE 300 without its fillets
  const { faces } = solidGeometry(model, [model.members.m1], () => [0, 0, 0]);
  const place = faces.getAttribute('position').array;
  let volume = 0;
  for (let i = 0; i < place.length; i += 9) {
    const [a, b, c] = [0, 3, 6].map((k) => [place[i + k], place[i + k + 1], place[i + k + 2]]);
    volume += (a[0] * (b[1] * c[2] - b[2] * c[1]) - a[1] * (b[0] * c[2] - b[2] * c[0]) + a[2] * (b[0] * c[1] - b[1] * c[0])) / 6;
  }
  const shape = model.sections.s1.shape as { width: number; depth: number; webThickness: number; flangeThickness: number };
  expect(volume / (2.6 * (2 * shape.width * shape.flangeThickness + shape.webThickness * (shape.depth - 2 * shape.flangeThickness)))).toBeCloseTo(1, 4);
});

test('loads of a combination act with their factors, those of an envelope not at all', () => {
  expect(actingLoads(model, { kind: 'case', id: 'c2' })).toHaveLength(2);
  const combination = Object.values(model.combinations).find((one) => one.factors.length === 3 && one.purpose === 'strength')!;
  const acting = actingLoads(model, { kind: 'combination', id: combination.id });
  expect(new Set(acting.map((one) => one.factor)).size).toBeGreaterThan(1);
  expect(actingLoads(model, { kind: 'envelope', purpose: 'strength' })).toEqual([]);
  expect(shownWords(model, { kind: 'combination', id: combination.id }).detail).toContain('D');
});
