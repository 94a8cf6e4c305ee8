import { sectionProperties } from '~core/catalog';
import { runAnalysisNow, solveNow } from '~core/fem';
import { applyAct } from '~core/model';
import { newAnalysis } from '../acts/new-analysis';
import { slabWords, valueUnder } from './area-value';
import { shapeOf, shapeSegments } from './mode-shapes';
import { balance } from '~core/results';
import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import { buildTernHide } from '~demo/tern-hide';
import { colors, utilisationColor } from '../../theme/tokens';
import type { CheckRow } from '../../workers/messages';
import { roundDown, shownParts, shownWords, stationTable } from '~core/results';
import { compose, type PictureInput } from './compose';
import { binOf, legendSteps, valueColor } from '~core/picture';
import { plainlyDrawn } from '~core/picture';
import { drawQuantity } from '~core/picture';
import { actingLoads } from './acting';
import type { Projector } from '../projection/eye';
import { pick, pickWindow } from './pick';
import { nothingSelected } from '../../state/selection';
import { allVisible } from '../../state/view-slice';
import { scopeOf } from '~core/picture';
import { extentOf } from './setting-out';
import { sectionOutline, solidGeometry } from './solids';

const model = buildTernHide();
const { solution } = solveNow(model);
const solved = { model, solution: solution! };
const parts = (shown: PictureInput['shown']) => shownParts(model, solution!, shown);
const draw = (
  members: readonly number[],
  shown: PictureInput['shown'],
  quantity: PictureInput['quantity'],
  drawn = plainlyDrawn,
) => drawQuantity({ model, solution: solution!, shown }, members, quantity, 10, drawn)!;
const everyMember = solution!.memberIds.map((_, m) => m);
const input = (more: Partial<PictureInput> = {}): PictureInput => {
  const plain: PictureInput = {
    model,
    scope: scopeOf(model, { kind: '3d' }, null),
    stage: 'results',
    form: 'line',
    coloring: 'none',
    selection: nothingSelected,
    shown: { kind: 'case', id: 'c2' },
    quantity: 'My',
    drawn: plainlyDrawn,
    diagram: undefined,
    isDifference: false,
    solved,
    checks: new Map(),
    pierChecks: new Map(),
    shape: undefined,
    ...more,
  };
  const of = plain.solved!;
  return {
    ...plain,
    diagram: drawQuantity(
      { model: of.model, solution: of.solution, shown: plain.shown },
      of.solution.memberIds.map((_, m) => m),
      plain.quantity,
      10,
      plain.drawn,
    ),
  };
};

test('moments are drawn on the tension side: a sagging rafter’s diagram hangs below it', () => {
  const rafter = solution!.memberIds.indexOf('m4');
  const { values, scale } = draw([rafter], { kind: 'case', id: 'c2' }, 'My');
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
  const { values } = draw([member], { kind: 'case', id: 'c4' }, 'My');
  const { max } = table.extremes(member, weights, 'My');
  expect(Math.max(...values.map((one) => one.value))).toBe(max.value);
  expect(table.stations(member).some(({ x }) => x === max.x)).toBe(false);
  expect(max.value).toBeGreaterThan(Math.max(...table.band(member, weights, 'My').max));
});

test('an envelope draws both sides and an empty case nothing', () => {
  const one = draw(everyMember, { kind: 'combination', id: Object.keys(model.combinations)[0] }, 'N');
  const many = draw(everyMember, { kind: 'envelope', purpose: 'strength' }, 'N');
  expect(many.outline.length).toBe(2 * one.outline.length);
  expect(
    draw(everyMember, { kind: 'envelope', purpose: 'strength' }, 'N', { ...plainlyDrawn, side: 'max' }).outline.length,
  ).toBe(one.outline.length);
  expect(draw([0], { kind: 'case', id: 'c1' }, 'T').largest).toBe(0);
});

test('what is drawn on the other side is the mirror image about the member, and a typed scale is kept whatever the values', () => {
  const [plain, mirrored] = [plainlyDrawn, { ...plainlyDrawn, mirrored: true }].map((drawn) =>
    draw([3], { kind: 'case', id: 'c2' }, 'My', drawn),
  );
  const rest = draw([3], { kind: 'case', id: 'c2' }, 'My', { ...plainlyDrawn, unitsPerMetre: 1e12 });
  plain.outline.forEach((value, i) => expect((value + mirrored.outline[i]) / 2).toBeCloseTo(rest.outline[i], 4));
  expect([
    draw([0], { kind: 'case', id: 'c2' }, 'My', { ...plainlyDrawn, unitsPerMetre: 5e3 }).scale,
    draw([0], { kind: 'case', id: 'c4' }, 'My', { ...plainlyDrawn, unitsPerMetre: 5e3 }).scale,
  ]).toEqual([2e-4, 2e-4]);
});

test('colours by value fall between the typed ends, the same value always in the same colour', () => {
  const coloured = input({ drawn: { ...plainlyDrawn, paint: 'colours', legend: [-1e3, 1e3] } });
  const picture = compose(coloured);
  expect(picture.legend).toEqual([-1e3, 1e3]);
  expect(coloured.diagram!.segmentValues.length).toBe(coloured.diagram!.outline.length / 6);
  expect([binOf(-9e9, [-1e3, 1e3]), binOf(0, [-1e3, 1e3]), binOf(9e9, [-1e3, 1e3])]).toEqual([0, 5, legendSteps - 1]);
  expect(new Set(Array.from({ length: legendSteps }, (_, i) => valueColor(i, [-1, 1]))).size).toBe(legendSteps);
});

test('values below the threshold are not written; what is written can be found again by its key', () => {
  const all = draw(everyMember, { kind: 'envelope', purpose: 'strength' }, 'My');
  const some = draw(everyMember, { kind: 'envelope', purpose: 'strength' }, 'My', { ...plainlyDrawn, threshold: 0.5 });
  expect(some.values.length).toBeLessThan(all.values.length);
  expect(some.values.every((one) => one.weight > 0.5)).toBe(true);
  expect(new Set(all.values.map((one) => one.key)).size).toBe(all.values.length);
});

test('a model less itself has no diagram, and less its own half has the other half', () => {
  const shown = { kind: 'case', id: 'c2' } as const;
  expect(
    drawQuantity(
      { model, solution: solution!, shown, less: { model, solution: solution!, shown } },
      everyMember,
      'My',
      10,
      plainlyDrawn,
    )!.largest,
  ).toBe(0);
  const doubled = {
    ...model,
    loads: Object.fromEntries(
      Object.entries(model.loads).map(([id, load]) => [
        id,
        load.type === 'uniform' ? { ...load, value: 2 * load.value } : load,
      ]),
    ),
  };
  const more = solveNow(doubled).solution!;
  const gap = drawQuantity(
    { model: doubled, solution: more, shown, less: { model, solution: solution!, shown } },
    everyMember,
    'My',
    10,
    plainlyDrawn,
  )!;
  expect(gap.largest).toBeCloseTo(
    Math.max(
      ...everyMember.map((m) => Math.max(...stationTable(solution!).band(m, [parts(shown)[0].weights], 'My').max)),
    ),
    0,
  );
});

test('a deflected shape starts and ends where its displaced nodes are', () => {
  const [part] = parts({ kind: 'case', id: 'c4' });
  const { outline, rest, scale } = draw([0], { kind: 'case', id: 'c4' }, 'deflected');
  const start = solution!.nodeIds.indexOf(model.members.m1.start);
  [0, 1, 2].forEach((axis) => expect(rest[axis]).toBeCloseTo(solution!.positions[3 * start + axis], 5));
  const node = solution!.nodeIds.indexOf(model.members.m1.end);
  const end = [0, 1, 2].map(
    (axis) => solution!.positions[3 * node + axis] + scale * part.state.displacements[6 * node + axis],
  );
  end.forEach((value, axis) => expect(outline[outline.length - 3 + axis]).toBeCloseTo(value, 4));
});

test('the picture of a stage says its scale; an envelope has no deflected shape', () => {
  expect(compose(input()).scaleText).toMatch(/^1 m = [\d\u2009]+ kN·m$/);
  expect(compose(input({ quantity: 'deflected' })).scaleText).toMatch(/^drawn .* times, movements in mm$/);
  // a mode stands alone, without the movement of the case and its numbers
  const still = { title: 'Mode 1', of: () => new Float64Array(27) };
  const alone = compose(input({ quantity: 'deflected', shape: still }));
  expect(alone.scaleText).toBe('Mode 1');
  expect(alone.labels).toEqual([]);
  expect(compose(input({ quantity: 'deflected', shown: { kind: 'envelope', purpose: 'strength' } })).scaleText).toBe(
    '',
  );
  expect(compose(input({ stage: 'frame' })).labels).toEqual([]);
});

test('utilisation is colour, width and number; above 1.00 it has a colour of its own, and unchecked members are pale and thin', () => {
  const row = (memberId: string, utilisation: number | null): [string, CheckRow] => [
    memberId,
    {
      memberId,
      code: '',
      utilisation,
      id: '',
      title: '',
      clause: '',
      combination: '',
      x: 0,
      skipped: 0,
      reason: '',
      verdict: utilisation === null ? 'open' : utilisation > 1 ? 'fails' : 'holds',
      open: '',
    },
  ];
  const { drawing, labels } = compose(
    input({ stage: 'checks', checks: new Map([row('m1', 0.2), row('m2', 0.9), row('m4', 1.2), row('m5', null)]) }),
  );
  const drawn = drawing.lines.filter((batch) => batch.segments.length > 0);
  const over = drawn.find((batch) => batch.color === colors.over)!;
  expect(over.segments).toHaveLength(6);
  expect(Math.max(...drawn.map((batch) => batch.width))).toBe(over.width);
  expect(labels.map((label) => label.text).sort()).toEqual(['0.20', '0.90', '1.20']);
  expect(drawn[0]).toMatchObject({ width: 1.4 });
  expect([utilisationColor(0), utilisationColor(1), utilisationColor(1.01)]).toEqual([
    'rgb(216, 222, 234)',
    'rgb(29, 36, 74)',
    colors.over,
  ]);
});

test('with many members only the largest values are written', () => {
  const library = buildQuillhavenLibrary();
  const outcome = solveNow(library);
  const picture = compose(
    input({
      model: library,
      scope: scopeOf(library, { kind: '3d' }, null),
      solved: { model: library, solution: outcome.solution! },
      shown: { kind: 'case', id: 'c1' },
    }),
  );
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
  expect(
    elevation.members.every(
      (member) => library.nodes[member.start].position[1] === 0 && library.nodes[member.end].position[1] === 0,
    ),
  ).toBe(true);
  // columns are seen on their ends: those that come up from below, once each, by their sections
  expect(plan.onEnd.length).toBe(20);
  expect(
    plan.onEnd.every(
      ({ member }) => member.role === 'column' && library.nodes[member.end].position[2] < storey.elevation + 0.01,
    ),
  ).toBe(true);
  const [column] = plan.onEnd;
  const shape = library.sections[column.member.section!].shape as { width: number; depth: number };
  const reach = (axis: 0 | 1) =>
    Math.max(...column.outlines[0].map((point) => point[axis])) -
    Math.min(...column.outlines[0].map((point) => point[axis]));
  expect([reach(0), reach(1)].sort()).toEqual([
    expect.closeTo(Math.min(shape.width, shape.depth), 6),
    expect.closeTo(Math.max(shape.width, shape.depth), 6),
  ]);
  expect(
    scopeOf(library, { kind: 'plan', storey: storey.id }, null, [column.member.id]).onEnd.map((one) => one.member.id),
  ).not.toContain(column.member.id);
  expect(
    scopeOf(library, { kind: 'plan', storey: storey.id }, null, [], { ...allVisible, columns: false }).onEnd,
  ).toEqual([]);
  expect(
    scopeOf(library, { kind: '3d' }, null, [], { ...allVisible, beams: false, braces: false }).members.every(
      (member) => member.role === 'column',
    ),
  ).toBe(true);
  // they are picked by their section, their node by the very middle
  const above = { point: ([x, y, z]: readonly number[]) => [100 * x, -100 * y, -z] } as unknown as Projector;
  const [cx, cy] = above.point(column.at);
  const node = [...plan.nodes].find(
    (id) =>
      Math.hypot(library.nodes[id].position[0] - column.at[0], library.nodes[id].position[1] - column.at[1]) < 0.01,
  )!;
  expect(pick(above, library, plan.members, plan.nodes, cx, cy, plan.onEnd)).toEqual({ kind: 'node', id: node });
  expect(pick(above, library, plan.members, plan.nodes, cx + 6, cy + 6, plan.onEnd)).toMatchObject({
    kind: 'member',
    id: column.member.id,
  });
  expect(
    pickWindow(
      above,
      library,
      plan.members,
      plan.nodes,
      { left: cx - 9, right: cx + 9, top: cy - 9, bottom: cy + 9 },
      false,
      plan.onEnd,
    ).members,
  ).toEqual([column.member.id]);
  const isolated = scopeOf(library, { kind: '3d' }, ['m1', 'm2']);
  expect([isolated.members.length, isolated.faint.length]).toEqual([2, Object.keys(library.members).length - 2]);
  expect(extentOf(library)).toMatchObject({
    low: [0, 0, 0],
    high: [25.6, expect.closeTo(21.6, 9), expect.closeTo(17.4, 9)],
  });
});

test('solids have the section’s true outline and volume', () => {
  const [outline] = sectionOutline({
    type: 'i',
    depth: 0.3,
    width: 0.15,
    webThickness: 0.0071,
    flangeThickness: 0.0107,
    rootRadius: 0.015,
  }).solids;
  const area = outline.reduce(
    (sum, [y, z], i) => sum + (y * outline[(i + 1) % outline.length][1] - outline[(i + 1) % outline.length][0] * z) / 2,
    0,
  );
  expect(area * 1e4).toBeCloseTo(53.81, 0); // IPE 300, cm²
  const { faces } = solidGeometry(model, [model.members.m1], () => [0, 0, 0]);
  const place = faces.getAttribute('position').array;
  let volume = 0;
  for (let i = 0; i < place.length; i += 9) {
    const [a, b, c] = [0, 3, 6].map((k) => [place[i + k], place[i + k + 1], place[i + k + 2]]);
    volume +=
      (a[0] * (b[1] * c[2] - b[2] * c[1]) - a[1] * (b[0] * c[2] - b[2] * c[0]) + a[2] * (b[0] * c[1] - b[1] * c[0])) /
      6;
  }
  expect(volume / (2.6 * sectionProperties(model.sections.s1.shape).area)).toBeCloseTo(1, 2); // fillets as three chords
});

test('loads of a combination act with their factors, those of an envelope not at all', () => {
  expect(actingLoads(model, { kind: 'case', id: 'c2' })).toHaveLength(2);
  const combination = Object.values(model.combinations).find(
    (one) => one.factors.length === 3 && one.purpose === 'strength',
  )!;
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

  test.each(['a1', 'a2'])(
    'a mode of %s starts at the feet, meets at the joints and has the length asked for',
    (analysis) => {
      const shape = shapeOf({ kind: 'mode', analysis, mode: 0 }, solved, analyses, [])!;
      expect(shape.title).toMatch(analysis === 'a1' ? /^Buckles at [\d.]+ times the load$/ : /^Mode 1, T = [\d.]+ s$/);
      const at = (id: string) => shape.of(model.members[id])!;
      // feet do not move, and the rafter begins where the column ends
      expect(Math.hypot(...at('m1').subarray(0, 3))).toBeLessThan(1e-9);
      const end = at('m1').slice(-3);
      at('m4')
        .subarray(0, 3)
        .forEach((value, i) => expect(Math.abs(value - end[i])).toBeLessThan(1e-6 * Math.max(...end.map(Math.abs))));
      const segments = shapeSegments(model, members, [], shape, 0.5).members;
      const distance = (i: number) =>
        Math.min(
          ...members.map((member) =>
            distanceToLine(
              segments.subarray(3 * i, 3 * i + 3),
              model.nodes[member.start].position,
              model.nodes[member.end].position,
            ),
          ),
        );
      const farthest = Math.max(...Array.from({ length: segments.length / 3 }, (_, i) => distance(i)));
      expect(farthest).toBeGreaterThan(0.2);
      expect(farthest).toBeLessThan(0.51);
    },
  );

  test('a mechanism’s motion is drawn from its finding, and what is unknown is not drawn', () => {
    const finding = {
      key: 'k',
      rule: 'mechanism',
      severity: 'stop' as const,
      sentence: '',
      why: '',
      place: {},
      motion: { nodes: ['n3'], displacements: [1, 0, 0, 0, 0, 0] },
    };
    const shape = shapeOf({ kind: 'motion', finding: 'k' }, undefined, new Map(), [finding])!;
    expect([...shape.of(model.members.m1)!]).toEqual([0, 0, 0, 1, 0, 0]);
    expect(shape.of(model.members.m2)).toBeUndefined();
    expect(shapeOf({ kind: 'motion', finding: 'other' }, undefined, new Map(), [finding])).toBeUndefined();
    expect(shapeOf({ kind: 'mode', analysis: 'a9', mode: 0 }, solved, analyses, [])).toBeUndefined();
  });
});

function distanceToLine(p: ArrayLike<number>, a: readonly number[], b: readonly number[]): number {
  const along = [0, 1, 2].map((i) => b[i] - a[i]);
  const t = Math.max(
    0,
    Math.min(
      1,
      [0, 1, 2].reduce((sum, i) => sum + (p[i] - a[i]) * along[i], 0) /
        along.reduce((sum, value) => sum + value * value, 0),
    ),
  );
  return Math.hypot(...[0, 1, 2].map((i) => p[i] - a[i] - t * along[i]));
}

test('under the pointer stands the value of the nearest surface, between its corners', () => {
  const square = (z: number, values: number[]) => ({
    areas: [0, 0, z, 4, 0, z, 4, 4, z, 0, 0, z, 4, 4, z, 0, 4, z],
    areaValues: [0, 1, 2, 0, 2, 3].map((k) => values[k]),
  });
  const [near, far] = [square(1, [0, 4, 8, 4]), square(3, [9, 9, 9, 9])];
  const drawing = {
    areas: Float32Array.from([...far.areas, ...near.areas]),
    areaValues: Float32Array.from([...far.areaValues, ...near.areaValues]),
  };
  // a screen on which a metre is ten pixels, and z is the depth
  const screen = { point: (p: ArrayLike<number>) => [10 * p[0], 10 * p[1], p[2]] } as unknown as Projector;
  expect(valueUnder(screen, drawing, 10, 20)).toEqual({ value: 3, at: [1, 2, 1] });
  expect(valueUnder(screen, drawing, 41, 20)).toBeUndefined();
  expect(slabWords(screen, drawing, 'mx', 'si', 10, 20)).toMatch(/^mx 0\.0 kN·m\/m at x 1\.00 m/);
  expect(slabWords(screen, drawing, 'My', 'si', 10, 20)).toBeUndefined();
});
