import { buildQuillhavenLibrary } from '../../../demo/quillhaven-library';
import { solveNow } from '../../fem';
import { answer, chain, fixed } from '../verification/book/structure';
import { forceComponents, lineIndex, MemberLine } from '../member-line';
import { governingExtremes, stationsOf } from '../stations';
import { shownParts } from '../shown';
import {
  cellText,
  cellValue,
  columnHeading,
  comparedTable,
  compareTables,
  displacementTable,
  equilibriumTable,
  extremesByCombination,
  extremesByMember,
  filterTable,
  reactionTable,
  stationRows,
  storeyTable,
  supportLineTable,
  tableCsv,
  type ResultTable,
} from './index';

const P = { kind: 'case', id: 'c1' } as const;
const cantilever = (load: number) =>
  answer({
    ...chain(1, [0, 0, 0], [4, 0, 0], (node) => (node === 1 ? { support: fixed } : {})),
    loads: [{ type: 'node', node: 'n2', force: [0, 0, -load], moment: [0, 0, 0] }],
  });
const column = (table: ResultTable, title: string) => table.columns.findIndex((one) => one.title === title);

describe('a cantilever of 4 m with 10 kN at its tip', () => {
  const { model, solution } = cantilever(10e3);

  test('has −40 kN·m at the wall, −20 in the middle, nothing at the tip', () => {
    const table = stationRows(model, solution, P, 4);
    expect(table.rows.map((row) => [row.cells[2], Math.round(row.cells[column(table, 'My')] as number)])).toEqual(
      [
        [0, -40e3],
        [1, -30e3],
        [2, -20e3],
        [3, -10e3],
        [4, 0],
      ].map(([x, M]) => [x, M === 0 ? expect.anything() : M]),
    );
    expect(stationRows(model, solution, P, 'ends').rows).toHaveLength(2);
  });

  test('as CSV it has units in the headings, points as decimal marks, and quotes around commas', () => {
    const table = reactionTable(model, solution, P);
    const [head, row] = tableCsv(table, 'si').trim().split('\r\n');
    expect(head).toBe('Node,"Rx, kN","Ry, kN","Rz, kN","R, kN","Mx, kN·m","My, kN·m","Mz, kN·m"');
    expect(row.split(',').slice(0, 5).map(Number).slice(3)).toEqual([10, 10]);
    expect(tableCsv(table, 'us')).toContain('"Rz, kip"');
  });

  test('in a CSV a text a spreadsheet would carry out is made harmless, and numbers stay numbers', () => {
    const words = { ...reactionTable(model, solution, P).columns[0], title: '=A1' };
    const table: ResultTable = {
      ...reactionTable(model, solution, P),
      columns: [words],
      rows: ['=1+1', '+cmd', '-2+3', '@x', '\tx', '-12.5', '+3', '1e-9', 'n2'].map((text) => ({
        key: text,
        size: 0,
        cells: [text],
      })),
    };
    expect(tableCsv(table, 'si').split('\r\n')).toEqual([
      "'=A1",
      "'=1+1",
      "'+cmd",
      "'-2+3",
      "'@x",
      "'\tx",
      '-12.5',
      '+3',
      '1e-9',
      'n2',
      '',
    ]);
  });

  test('a cell shows, copies and exports one number in the project’s unit', () => {
    const [moment] = stationRows(model, solution, P, 'ends').columns.filter((one) => one.title === 'My');
    expect([columnHeading(moment, 'us'), cellText(-40e3, moment, 'si'), cellValue(-40e3, moment, 'si')]).toEqual([
      'My, kip·ft',
      '−40.0',
      -40,
    ]);
    expect(cellValue(-40e3, moment, 'us')).toBeCloseTo(-40e3 / (4448.2216152605 * 0.3048), 6);
    expect([cellText(null, moment, 'si'), cellText('U1', moment, 'si')]).toEqual(['', 'U1']);
  });

  test('against the same with twice the load every number that is not nothing doubles, the largest difference first', () => {
    const other = cantilever(20e3);
    const rows = compareTables(
      displacementTable(model, solution, P),
      displacementTable(other.model, other.solution, P),
      ['uz', 'ux'],
    );
    expect(rows[0]).toMatchObject({ name: 'n2', ratio: expect.closeTo(2, 9) as unknown, column: { title: 'uz' } });
    expect(rows[0].difference).toBeCloseTo(rows[0].before!, 12);
    expect(rows.filter((row) => row.name === 'n1').every((row) => row.difference === 0 && row.ratio === null)).toBe(
      true,
    );
    const table = comparedTable(rows, 'Displacements', ['now', 'before']);
    expect(table.rows.every((row) => row.cells.length === table.columns.length)).toBe(true);
  });

  test('what is in one table only has no difference and is not lost', () => {
    const [row] = compareTables(
      displacementTable(model, solution, P),
      { ...displacementTable(model, solution, P), rows: [] },
      ['uz'],
    );
    expect(row).toMatchObject({ after: null, difference: null, ratio: null });
  });
});

describe('the demonstration', () => {
  const model = buildQuillhavenLibrary();
  const solution = solveNow(model).solution!;
  const strength = { kind: 'envelope', purpose: 'strength' } as const;
  const parts = shownParts(model, solution, strength);
  const some = new Set(solution.memberIds.filter((_, m) => m % 29 === 0));

  test.each(forceComponents)(
    'extremes of %s by member are those found along the lines of every combination, and stand with their place',
    (component) => {
      const table = extremesByMember(model, solution, strength, component, some);
      for (const id of some) {
        const m = solution.memberIds.indexOf(id);
        const expected = governingExtremes(
          parts.map((part) => new MemberLine(solution, part.state, m)),
          stationsOf(solution, m),
        )[component];
        const [max, min] = table.rows.filter((row) => row.member === id);
        expect(max.cells[3]).toBeCloseTo(expected.max.value, 2);
        expect(min.cells[3]).toBeCloseTo(expected.min.value, 2);
        const by = parts.find((part) => part.label === max.cells[5])!;
        const [before, after] = [false, true].map(
          (side) => new MemberLine(solution, by.state, m).at(max.cells[4] as number, side)[lineIndex[component]],
        );
        expect(
          Math.min(Math.abs(before - (max.cells[3] as number)), Math.abs(after - (max.cells[3] as number))),
        ).toBeLessThan(1);
      }
    },
  );

  test('turned about, by combination, the extreme of all is the same', () => {
    const by = extremesByCombination(model, solution, strength, 'My', some);
    const members = extremesByMember(model, solution, strength, 'My', some);
    expect(by.rows).toHaveLength(parts.length);
    expect(Math.max(...by.rows.map((row) => row.size))).toBeCloseTo(
      Math.max(...members.rows.map((row) => row.size)),
      6,
    );
  });

  test('the worst five are the five largest, and a filter by storey or member keeps only theirs', () => {
    const table = extremesByMember(model, solution, strength, 'My', some);
    const worst = filterTable(table, { worst: 5 });
    expect(worst.rows.map((row) => row.size)).toEqual(
      [...table.rows.map((row) => row.size)].sort((a, b) => b - a).slice(0, 5),
    );
    const [first] = some;
    expect(filterTable(table, { members: new Set([first]) }).rows.map((row) => row.member)).toEqual([first, first]);
    const storey = table.rows[0].storey!;
    expect(filterTable(table, { storey }).rows.every((row) => row.storey === storey)).toBe(true);
  });

  test('gravity at the foot of the lowest storey is what the supports carry, case by case', () => {
    for (const one of Object.values(model.cases).filter((each) => each.nature === 'dead' || each.nature === 'live')) {
      const shown = { kind: 'case', id: one.id } as const;
      const storeys = storeyTable(model, solution, shown);
      const carried = supportLineTable(model, solution, shown);
      expect(carried.rows.length).toBeGreaterThan(0);
      const lowest = storeys.rows.at(-1)!.cells[column(storeys, 'gravity')] as number;
      const ground = shownParts(model, solution, shown)[0].state.reactions.reduce(
        (sum, value, i) => (i % 6 === 2 ? sum + value : sum),
        0,
      );
      // the lower halves of the lowest columns come in at the ground
      expect(lowest).toBeLessThanOrEqual(ground * (1 + 1e-9));
      expect(lowest).toBeGreaterThan(0.9 * ground);
    }
  });

  test('wind on the storeys is the shear the lowest storey has to hand on', () => {
    const wind = Object.values(model.cases).find((one) => one.nature === 'wind')!;
    const table = storeyTable(model, solution, { kind: 'case', id: wind.id });
    const state = shownParts(model, solution, { kind: 'case', id: wind.id })[0].state;
    const reaction = [0, 1].map((axis) =>
      state.reactions.reduce((sum, value, i) => (i % 6 === axis ? sum + value : sum), 0),
    );
    const shear = table.rows.at(-1)!.cells;
    const [x, y] = [shear[column(table, 'shear x')] as number, shear[column(table, 'shear y')] as number];
    expect(Math.hypot(x, y)).toBeLessThanOrEqual(Math.hypot(...reaction) * (1 + 1e-9));
    expect(Math.hypot(x, y)).toBeGreaterThan(0.8 * Math.hypot(...reaction));
  });

  test('equilibrium has loads and reactions of every state, opposite and equal', () => {
    const table = equilibriumTable(model, solution);
    expect(table.rows).toHaveLength(2 * solution.cases.length);
    for (let i = 0; i < table.rows.length; i += 2)
      expect((table.rows[i].cells[4] as number) + (table.rows[i + 1].cells[4] as number)).toBeCloseTo(0, 0);
  });
});
