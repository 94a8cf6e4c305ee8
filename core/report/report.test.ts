import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildDunlinStudios } from '../../demo/dunlin-studios';
import { buildTernHide } from '../../demo/tern-hide';
import { readModelFile } from '../exchange';
import { solveNow } from '../fem';
import { build, fixed, inPlane } from '../results/verification/book/structure';
import { designLines, nameLine } from '../lines';
import { wallModel } from '../checks/verification/walls';
import { applyAct } from '../model';
import { reportChapters, reportContent, type Block } from './index';

const model = buildTernHide();
const { solution, findings } = solveNow(model);
const text = (blocks: Block[]) => JSON.stringify(blocks);

test('a report has the chapters asked for, in the order of the work', () => {
  const report = reportContent(model, solution, findings, { chapters: ['checks', 'model'], members: [] }, 'Revision 1');
  expect(report.chapters.map((chapter) => chapter.title)).toEqual(['Model', 'Utilisations']);
  expect(report.title).toBe('Tern Hide');
});

test('every member is listed in model data, governing results and utilisations', () => {
  const report = reportContent(model, solution, findings, { chapters: [...reportChapters], members: ['m2'] }, '');
  const rowsOf = (chapter: string, columns: string) =>
    report.chapters
      .find((one) => one.title === chapter)!
      .blocks.flatMap((block) => (block.kind === 'table' && block.columns[0].title === columns ? block.rows : []));
  expect(rowsOf('Model', 'Member')).toHaveLength(4);
  expect(rowsOf('Governing results', 'Member')).toHaveLength(4);
  expect(rowsOf('Utilisations', 'Member')).toHaveLength(4);
});

test('the sheets of a chosen member come with every formula, the combination and the verdict', () => {
  const report = reportContent(model, solution, findings, { chapters: ['sheets'], members: ['m2'] }, '');
  const sheets = report.chapters[0].blocks.filter((block) => block.kind === 'sheet');
  expect(sheets.length).toBeGreaterThan(3);
  for (const sheet of sheets) {
    expect(sheet.lines.length).toBeGreaterThan(0);
    expect(sheet.comparison?.formula).toBeTruthy();
    expect(sheet.verdict).toMatch(sheet.holds ? /holds/ : /does not hold/);
    expect(sheet.state).toMatch(/^U\d+: /);
  }
  expect(text(report.chapters[0].blocks)).toContain('Rupture of the net section');
});

test('utilisations of steel never stand without the word that they rest on first-order forces', () => {
  const report = reportContent(model, solution, findings, { chapters: ['checks'], members: [] }, '');
  expect(text(report.chapters[0].blocks)).toContain('first-order forces');
});

test('design lines that were decided by hand stand with the utilisations, with their spans in the units of the project', () => {
  const line = designLines(model).of.get('m4')!;
  const named = nameLine(model, line, 'North rafter');
  const applied = named.ok ? applyAct(model, named.act) : undefined;
  if (!applied?.ok) throw new Error('The line could not be named.');
  const checks = { chapters: ['checks' as const], members: [] };
  const rows = (detail: 'brief' | 'normal') =>
    reportContent(applied.model, solution, findings, { ...checks, detail }, '').chapters[0].blocks.flatMap((block) =>
      block.kind === 'table' && block.columns[0].title === 'Line' ? block.rows : [],
    );
  // from the eaves to the ridge, where the other rafter holds it: √(2.4² + 0.8²) = 2.53 m
  expect(rows('normal')).toEqual([['North rafter', 'm4', expect.any(String), '2.53', '2.53', '2 supports', 'by hand']]);
  expect(rows('brief')).toEqual([]);
});

test('bars of concrete beams stand line by line, with those beside them and zones of stirrups in places along the line', () => {
  const studios = buildDunlinStudios();
  const solved = solveNow(studios);
  const { chapters } = reportContent(
    studios,
    solved.solution,
    solved.findings,
    { chapters: ['checks'], members: [], detail: 'normal' },
    '',
  );
  const tables = chapters[0].blocks.flatMap((block) =>
    block.kind === 'table' && block.columns.some(({ title }) => title === 'Bottom') ? block.rows : [],
  );
  const laid = tables.find(([line]) => line === 'beam m18 … m19')!;
  expect(laid).toEqual([
    'beam m18 … m19',
    'm18 m19',
    '9 D12',
    '3 D12',
    '',
    // two members of 5.4 m each; the second begins where the first ends
    'bottom 4 D12 0.50–4.35; top 3 D12 3.90–6.90; bottom 4 D12 6.45–10.30',
    '2 legs D10 at 350',
    expect.stringMatching(/^2 legs at 200, 0\.00–1\.00; 2 legs at 175, 3\.80–5\.40; /),
  ]);
  // what is proposed is said to be
  expect(tables.some((row) => row[2].endsWith('(proposed)'))).toBe(true);
  // the areas of every beam that is checked, provided at least as asked for where it holds
  const areas = chapters[0].blocks.flatMap((block) =>
    block.kind === 'table' && block.columns.some(({ title }) => title.startsWith('Top, asked for')) ? block.rows : [],
  );
  expect(areas.length).toBe(24);
  for (const [, top, provided] of areas)
    if (top !== '')
      expect(Number(provided.split(' of ').at(-1))).toBeGreaterThanOrEqual(Number(top.replace('least ', '')));
});

test('with the sheets of concrete stand bars from the side and their schedule, once for a line of beams, and the section of a column with its diagrams', () => {
  const studios = buildDunlinStudios();
  const solved = solveNow(studios);
  const { chapters } = reportContent(
    studios,
    solved.solution,
    solved.findings,
    { chapters: ['sheets'], members: ['m18', 'm19', 'm1'], detail: 'normal' },
    '',
  );
  const { blocks } = chapters[0];
  const pictures = blocks.flatMap((block) => (block.kind === 'picture' ? [block] : []));
  expect(pictures.map(({ title }) => title)).toEqual([
    'Bars of beam m18 … m19',
    expect.stringMatching(/^Section of m1: \d+ D\d+, ties D10/),
  ]);
  const [{ svg }, column] = pictures;
  // two curves, nominal and what counts, about each axis, and the demand that governs in both
  expect(column.svg.match(/#BAC4CD/g)).toHaveLength(2);
  expect(column.svg.match(/#9C1458/g)).toHaveLength(2);
  expect(column.svg).not.toContain('NaN');
  // two stretches below, one above, as they are in the model, and the two spans of stirrups
  expect(svg.match(/>4 D12</g)).toHaveLength(2);
  expect(svg.match(/>3 D12</g)!.length).toBeGreaterThanOrEqual(2);
  expect(svg).not.toContain('NaN');
  const at = blocks.findIndex((block) => block.kind === 'picture');
  const schedule = blocks[at + 1];
  if (schedule.kind !== 'table') throw new Error('no schedule');
  expect(schedule.columns.map(({ title }) => title).join(' ')).toMatch(/[Ll]ength/);
  expect(schedule.rows.length).toBeGreaterThan(4);
});

test('without a solution the report says so in place of results', () => {
  const loose = applyAct(model, {
    edits: [
      {
        kind: 'change',
        table: 'nodes',
        changes: Object.values(model.nodes)
          .filter((node) => node.support)
          .map(({ id }) => ({ id, fields: { support: null } })),
      },
    ],
  });
  if (!loose.ok) throw new Error(loose.error);
  const outcome = solveNow(loose.model);
  const report = reportContent(
    loose.model,
    outcome.solution,
    outcome.findings,
    { chapters: [...reportChapters], members: [] },
    '',
  );
  expect(text(report.chapters[0].blocks)).toContain('The structure has no support.');
  expect(text(report.chapters[4].blocks)).toContain('The analysis stopped');
});

test('loads by rules come with their sheets, and the cases with the sums of what acts', () => {
  const read = readModelFile(readFileSync(join(process.cwd(), 'core/exchange/samples/version-4.json'), 'utf8'));
  if (!read.ok) throw new Error(read.problems.join(' '));
  const outcome = solveNow(read.model);
  const report = reportContent(
    read.model,
    outcome.solution,
    outcome.findings,
    { chapters: ['loads', 'loadSheets', 'combinations'], members: [] },
    '',
  );
  const [loads, rules, combinations] = report.chapters;
  const [cases] = loads.blocks;
  expect(cases.kind === 'table' && cases.columns.map((column) => column.title)).toEqual(
    expect.arrayContaining(['Case', 'F z, kN']),
  );
  expect(rules.blocks.flatMap((block) => (block.kind === 'heading' ? [block.text] : []))).toEqual([
    'Out of plumb',
    'Wind',
    'Wind, other code',
    'Snow',
    'Snow, other code',
    'Live reduced',
    'Patterns',
    'Cart',
  ]);
  const sheets = rules.blocks.flatMap((block) => (block.kind === 'sheet' ? [block] : []));
  expect(sheets.length).toBeGreaterThan(2);
  for (const sheet of sheets) for (const line of sheet.lines) expect(line.value).not.toMatch(/NaN|undefined/);
  expect(JSON.stringify(combinations.blocks)).toMatch(/1\.0 U1 − 1\.0 U2 \+ 0\.5 L/);
});

test('the model chapter tells ends, behaviour, floors, panels and what the project says of the whole; combinations tell order and stiffness', () => {
  const applied = applyAct(model, {
    edits: [
      {
        kind: 'change',
        table: 'members',
        changes: [
          { id: 'm2', fields: { startConnection: { ry: 0, rz: 0 } } },
          { id: 'm4', fields: { behaviour: 'tension' } },
        ],
      },
      {
        kind: 'add',
        records: {
          diaphragms: [{ id: 'd1', label: 'Roof', nodes: ['n2', 'n3', 'n4'] }],
          slabs: [{ id: 'b1', label: 'Deck', corners: ['n1', 'n2', 'n3'], thickness: 0.2, material: null }],
          stiffnessSets: [
            {
              id: 'k1',
              label: 'Soft',
              source: 'own',
              rules: [{ material: 'steel', role: 'any', factors: { inertiaY: 0.8 } }],
            },
          ],
        },
      },
      {
        kind: 'change',
        table: 'combinations',
        changes: [{ id: Object.keys(model.combinations)[0], fields: { order: 'second', stiffnessSet: 'k1' } }],
      },
      { kind: 'settings.change', fields: { limits: { drift: 400 }, directions: { x: 'along the water', north: 0.5 } } },
    ],
  });
  if (!applied.ok) throw new Error(applied.error);
  const report = reportContent(
    applied.model,
    undefined,
    [],
    { chapters: ['model', 'combinations'], members: [], detail: 'normal' },
    '',
  );
  const told = text(report.chapters.flatMap((chapter) => chapter.blocks));
  for (const words of [
    'pinned, fixed',
    'tension only',
    'Rigid floors',
    'rigidly in its plane',
    'slab Deck',
    'drift h/400',
    'x runs along the water',
    'North lies 29',
    'Stiffness: Soft',
    'inertia y × 0.80',
    '"second","Soft"',
  ])
    expect(told).toContain(words);
  const plane = reportContent(
    { ...model, settings: { ...model.settings, structure: 'xz' } },
    undefined,
    [],
    { chapters: ['model'], members: [], detail: 'brief' },
    '',
  );
  expect(text(plane.chapters[0].blocks)).toContain('plane frame in x–z: uy, rx, rz are held at every node');
});

test('a chapter without content is left out', () => {
  const report = reportContent(
    { ...model, loadRules: {} },
    solution,
    findings,
    { chapters: [...reportChapters], members: [], views: [] },
    '',
  );
  const titles = report.chapters.map((chapter) => chapter.title);
  for (const title of ['Loads by rules', 'Calculation sheets', 'Pictures']) expect(titles).not.toContain(title);
  expect(report.chapters.every((chapter) => chapter.blocks.length > 0)).toBe(true);
});

test('modes and buckling come with what was asked and what came out; pictures may show reactions, drift and utilisations', () => {
  const [L, P] = [4, 1000];
  const column = build({
    nodes: [
      { position: [0, 0, 0], support: fixed },
      { position: [0, 0, L], support: inPlane },
    ],
    members: [[1, 2, { role: 'column' }]],
    loads: [{ type: 'node', node: 'n2', force: [0, 0, -P], moment: [0, 0, 0] }],
    storeys: [0, L],
  });
  const withAnalyses = applyAct(column, {
    edits: [
      {
        kind: 'add',
        records: {
          analyses: [
            {
              id: 'a1',
              label: 'First three',
              type: 'modal',
              masses: [{ case: 'c1', factor: 1 }],
              count: 1,
              massMatrix: 'lumped',
              verticalMass: false,
            },
            { id: 'a2', label: 'Buckling of P', type: 'buckling', factors: [{ case: 'c1', factor: 1 }], count: 1 },
          ],
        },
      },
    ],
  });
  if (!withAnalyses.ok) throw new Error(withAnalyses.error);
  const solved = solveNow(withAnalyses.model);
  const shown = { kind: 'case' as const, id: 'c1' };
  const report = reportContent(
    withAnalyses.model,
    solved.solution,
    solved.findings,
    {
      chapters: ['views', 'analyses'],
      members: [],
      views: (['reactions', 'drift', 'utilisation'] as const).map((quantity) => ({ view: '', quantity, shown })),
    },
    '',
  );
  const [pictures, analyses] = report.chapters;
  expect(analyses.title).toBe('Modes and buckling');
  const tables = analyses.blocks.flatMap((block) => (block.kind === 'table' ? [block.rows] : []));
  // a mass at the top of a cantilever: T = 2π √(m L³ / 3 E I), and Euler's load π² E I / 4 L²
  const EI = (200e9 * 0.2 ** 4) / 12;
  const period = 2 * Math.PI * Math.sqrt(((P / 9.80665) * L ** 3) / (3 * EI));
  expect(tables.shift()).toEqual([
    ['1', '1.0', ''],
    ['0', '0.0', ''],
  ]);
  expect(Number(tables[0][0].find((cell) => Math.abs(Number(cell) - period) < 0.02 * period))).toBeCloseTo(period, 3);
  expect(Number(tables[1][0][1].replace(/\s/g, '')) / ((Math.PI ** 2 * EI) / (4 * L ** 2) / P)).toBeCloseTo(1, 4);
  expect(text(analyses.blocks)).toContain('W, kN');
  expect(text(analyses.blocks)).toContain('Critical multiples of P, the first 1, with full stiffness.');
  const titles = pictures.blocks.map((block) =>
    block.kind === 'picture' ? /aria-label="([^,"]*)/.exec(block.svg)![1] : '',
  );
  expect(titles).toEqual(['Reactions', 'Storey drift', 'Utilisation']);
});

test('a report is written in the project’s own units, and the next one is not', () => {
  const inFeet = applyAct(model, {
    edits: [{ kind: 'settings.change', fields: { ownUnits: { length: 'ft', force: 'kip' } } }],
  });
  if (!inFeet.ok) throw new Error(inFeet.error);
  const headings = (of: typeof model) =>
    reportContent(of, solution, findings, { chapters: ['model', 'results'], members: [] }, '').chapters.flatMap(
      (chapter) =>
        chapter.blocks.flatMap((block) => (block.kind === 'table' ? block.columns.map(({ title }) => title) : [])),
    );
  expect(headings(inFeet.model)).toContain('Height, ft');
  expect(headings(inFeet.model).join(' ')).toMatch(/N, kip/);
  expect(headings(model)).toContain('Height, m');
  expect(
    applyAct(model, { edits: [{ kind: 'settings.change', fields: { ownUnits: { force: 'mm' } } }] } as never),
  ).toMatchObject({ ok: false, error: expect.stringContaining('a unit of its own must be one that is offered') });
});

test('piers of walls stand with the utilisations, with their bars, and the one used most step by step', () => {
  // 100 kip of 0.75 (3 · 63.246 + 0.4 / 120 · 60000) 1200 = 350.76 kip; bars are those of the wall
  const wall = wallModel({ P: 10, V: 100 });
  const solved = solveNow(wall);
  const { chapters } = reportContent(
    wall,
    solved.solution,
    solved.findings,
    { chapters: ['checks', 'sheets'], members: [] },
    '',
  );
  const rows = chapters[0].blocks.flatMap((block) =>
    block.kind === 'table' && block.columns[0].title === 'Pier' ? block.rows : [],
  );
  expect(rows).toHaveLength(1);
  expect(rows[0].slice(2, 6)).toEqual(['10.00 ft × 10.0 in', '2 layers #4 / 12.0 in', '2 layers #4 / 12.0 in', '']);
  expect(text(chapters[0].blocks)).toContain('Of 1 pier: ');
  const shear = chapters[1].blocks.find((block) => block.kind === 'sheet' && block.title === 'Shear in its plane');
  expect(shear?.kind === 'sheet' && shear.verdict).toBe('0.29 ≤ 1, holds');
});

test('members that are analysed with factors of their own stand in the model chapter, those with the same ones together, however brief', () => {
  const made = applyAct(model, {
    edits: [
      {
        kind: 'change',
        table: 'members',
        changes: [
          { id: 'm1', fields: { stiffness: { inertiaY: 0.35, torsion: 1 } } },
          { id: 'm2', fields: { stiffness: { inertiaY: 0.875, inertiaZ: 0.7 } } },
          { id: 'm4', fields: { stiffness: { inertiaY: 0.35 } } },
        ],
      },
    ],
  });
  if (!made.ok) throw new Error(made.error);
  const choice = { chapters: ['model' as const], members: [], detail: 'brief' as const };
  const tables = (of: typeof model) =>
    reportContent(of, undefined, [], choice, '').chapters[0].blocks.flatMap((block) =>
      block.kind === 'table' && block.columns[0].title === 'Members' ? [block] : [],
    );
  expect(tables(model)).toEqual([]);
  const [table] = tables(made.model);
  expect(table.columns.map(({ title }) => title)).toEqual(['Members', 'Iy', 'Iz']);
  const name = (id: string) => model.members[id].label ?? id;
  expect(table.rows).toEqual([
    [`${name('m1')} ${name('m4')}`, '0.350', '1.000'],
    [name('m2'), '0.875', '0.700'],
  ]);
});

test('design rules stand with their factors, layouts of columns and what is asked in service, and whose they are', () => {
  const wall = wallModel({});
  const made = applyAct(wall, {
    edits: [
      {
        kind: 'settings.change',
        fields: {
          bars: {
            ...wall.settings.bars,
            reduction: { shear: 0.7 },
            service: { byDepth: true },
            columns: {
              layouts: [
                { alongY: 3, alongZ: 4, sizes: ['#7', '#8'] },
                { ring: 8, sizes: ['#9'] },
              ],
            },
          },
        },
      },
    ],
  });
  if (!made.ok) throw new Error(made.error);
  const { solution: solved } = solveNow(made.model);
  const { chapters } = reportContent(made.model, solved, [], { chapters: ['checks'], members: [] }, '');
  const [table] = chapters[0].blocks.flatMap((block) =>
    block.kind === 'table' && block.columns[0].title === 'Rules' ? [block] : [],
  );
  const [row] = table.rows;
  expect(row[1]).toBe('all of concrete');
  expect(row[4]).toContain('columns 3 × 4, #7 to #8, or ring of 8, #9: the first that does');
  expect(row[6]).toBe('deflection by depth where it is enough');
  expect(row[7]).toBe('φ shear = 0.7');
});
