import { solveNow } from '../fem';
import { applyAct } from '../model';
import { reportContent } from '../report';
import { caseWeights, lineReactions, lineSupportTable, plausibility, superpose, watchedValue } from './index';
import { resultsData } from '../exchange';
import { build, fixed, type Records } from './verification/book/structure';

const [a, t, density, g] = [6, 0.2, 2500, 9.80665];
const q = t * density * g;
const plate = (own: object = {}) =>
  build({
    E: 30e9,
    poisson: 0.3,
    density,
    selfWeight: true,
    nodes: [
      [0, 0, 3],
      [a, 0, 3],
      [a, a, 3],
      [0, a, 3],
    ].map((position, i) => ({ position: position as [number, number, number], ...(i === 0 ? own : {}) })),
    members: [],
    records: {
      slabs: [
        {
          id: 'b1',
          corners: ['n1', 'n2', 'n3', 'n4'],
          thickness: t,
          material: 't1',
          behaviour: 'plate',
          meshSize: 0.25,
        },
      ],
      // free to twist: then what the edge takes is Kirchhoff's, with forces in the corners
      lineSupports: ['n1 n2', 'n2 n3', 'n3 n4', 'n4 n1'].map((text, i) => {
        const [start, end] = text.split(' ');
        return { id: `j${i + 1}`, start, end, support: { ...fixed, rx: false, ry: false } };
      }),
    } as unknown as Records,
  });
const solved = (model: ReturnType<typeof plate>) => solveNow(model).solution!;

test('edges of a square plate share its weight, most in their middle, and hold its corners down', () => {
  const model = plate();
  const solution = solved(model);
  const lines = lineReactions(model, solution, superpose(solution, caseWeights(solution, 'c1')));
  expect(lines.size).toBe(4);
  const total = [...lines.values()].reduce((sum, { force }) => sum + force[2], 0);
  expect(total / (q * a * a)).toBeCloseTo(1, 9);
  for (const { force, length, stations } of lines.values()) {
    expect(length).toBe(a);
    expect(force[2] / (q * a * a)).toBeCloseTo(0.25, 6);
    // Timoshenko and Woinowsky-Krieger, table 8: 0.420 q a in the middle; the corners are held down
    const middle = stations.find(({ at }) => Math.abs(at - a / 2) < 1e-6)!;
    expect(Math.abs(middle.perLength[2] / (q * a) - 0.42)).toBeLessThan(0.02);
    expect(stations[0].perLength[2]).toBeLessThan(0);
  }
});

test('a node with a support of its own keeps its reaction; the table holds what the lines give back', () => {
  const model = plate({ support: { ...fixed, rx: false, ry: false } });
  const solution = solved(model);
  const state = superpose(solution, caseWeights(solution, 'c1'));
  const lines = lineReactions(model, solution, state);
  const total = [...lines.values()].reduce((sum, { force }) => sum + force[2], 0);
  expect(total + state.reactions[2]).toBeCloseTo(q * a * a, 3);
  const table = lineSupportTable(model, solution, { kind: 'case', id: 'c1' });
  expect(table.rows.map(({ cells }) => cells[0])).toEqual(['j1', 'j2', 'j3', 'j4']);
  expect(table.rows[1].cells[5]).toBe(lines.get('j2')!.force[2]);
});

test('the movement under self-weight is that of the slab, and the results file tells its extremes with their places', () => {
  const model = plate();
  const solution = solved(model);
  const own = plausibility(model, solution).items.find(({ id }) => id === 'own')!;
  expect(own.answer).toMatch(/in b1 at 3\.000 m, 3\.000 m, 3\.000 m, downward/);
  const data = resultsData(model, solution, []) as {
    results: { panels: { id: string; extremes: Record<string, { least: { value: number; at: number[] } }> }[] }[];
  };
  const { extremes } = data.results[0].panels[0];
  expect(extremes.w.least.at.map((part) => Number(part.toFixed(9)))).toEqual([3, 3, 3]);
  // 0.00406 q a⁴ / D
  const D = (30e9 * t ** 3) / (12 * 0.91);
  expect(extremes.w.least.value / ((-0.00406 * q * a ** 4) / D)).toBeCloseTo(1, 1);
});

test('what lines give back counts in the sum of reactions, is asked whether it pulls down, and stands in the file and the report', () => {
  const strength = {
    combinations: [{ id: 'u8', label: '1.4D', purpose: 'strength', factors: [{ case: 'c1', factor: 1.4 }] }],
  } as unknown as Records;
  const made = applyAct(plate(), { edits: [{ kind: 'add', records: strength }] });
  if (!made.ok) throw new Error(made.error);
  const { model } = made;
  const solution = solved(model);
  const base = (shownAs: object) =>
    watchedValue(
      { kind: 'base', shown: { kind: 'combination', id: 'u8' }, ...shownAs } as never,
      model,
      solution,
      new Map(),
    );
  expect((base({ direction: 'z', part: 'force' }) as { value: number }).value / (1.4 * q * a * a)).toBeCloseTo(1, 9);
  // about the middle of what holds it the weight has no moment
  expect(Math.abs((base({ direction: 'x', part: 'moment' }) as { value: number }).value)).toBeLessThan(
    1e-6 * q * a ** 3,
  );
  // Timoshenko and Woinowsky-Krieger, article 30: the corners of a simply supported plate rise unless 0.065 q a² holds each down
  const uplift = plausibility(model, solution).items.find(({ id }) => id === 'uplift')!;
  expect(uplift.verdict).toBe('look');
  expect(uplift.answer).toMatch(/^4 supports hold the structure down; the most .* along a part of line j\d \(1\.4D\)/);
  const data = resultsData(model, solution, []) as { results: { lineSupports: { id: string; force: number[] }[] }[] };
  expect(data.results[0].lineSupports.map(({ id }) => id)).toEqual(['j1', 'j2', 'j3', 'j4']);
  expect(data.results[0].lineSupports[0].force[2] / (q * a * a)).toBeCloseTo(0.25, 6);
  const report = JSON.stringify(
    reportContent(model, solution, [], { chapters: ['model', 'results'], members: [] }, ''),
  );
  expect(report).toContain('Line supports, strength combinations');
  expect(report).toContain('"j1","n1","n2","ux, uy, uz, rz"');
});

test('springs to the ground are among the reactions of the file, the report and the questions', () => {
  const springs = { ux: 1e9, uy: 1e9, uz: 4e7, rx: 1e9, ry: 1e9, rz: 1e9 };
  const model = build({
    nodes: [{ position: [0, 0, 0], springs } as never, { position: [0, 0, 3] }],
    members: [[1, 2, { role: 'column' }]],
    loads: [{ type: 'node', node: 'n2', force: [0, 0, 5e4], moment: [0, 0, 0] }],
    records: {
      combinations: [{ id: 'u8', label: 'up', purpose: 'strength', factors: [{ case: 'c1', factor: 1 }] }],
    } as unknown as Records,
  });
  const solution = solved(model);
  const data = resultsData(model, solution, []) as {
    results: { nodes: { id: string; reaction?: { fz: number } }[] }[];
  };
  expect(data.results[0].nodes[0].reaction!.fz).toBeCloseTo(-5e4, 3);
  expect(plausibility(model, solution).items.find(({ id }) => id === 'uplift')!.nodes).toEqual(['n1']);
  const { chapters } = reportContent(
    model,
    solution,
    [],
    { chapters: ['model', 'results'], members: [], detail: 'full' },
    '',
  );
  const rows = chapters.flatMap(({ blocks }) =>
    blocks.flatMap((block) => (block.kind === 'table' && block.columns[0].title === 'Node' ? block.rows : [])),
  );
  expect(rows.find((row) => row[0] === 'n1' && row.length === 5)![4]).toMatch(/uz by 40\s000\skN\/m, /);
  expect(rows.find((row) => row[0] === 'n1' && row.length === 4)![3]).toMatch(/^-?−?50\.0/);
});
