import { applyAct, ringArea, tableNames, type Model } from '~core/model';
import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import { nothingSelected, selectionOf } from '../../state/selection';
import { allVisible } from '../../state/view-slice';
import type { Projector } from '../projection/eye';
import { scopeOf } from '~core/picture';
import { behind, type Sight } from './kind-marks';
import { drawMarks, marksAt } from './marks';
import { everyRecord, recordName, recordTabs, screenKind } from './screen-kinds';

/** Seen from straight above: a pixel is a centimetre, deeper is farther down. */
const above = { point: ([x, y, z]: readonly number[]) => [100 * x, 100 * y, -z] } as unknown as Projector;

/** A square of 4 m of nodes and members with a slab that has an opening of 1 m, a held edge, a column head and a helper line. */
function plate(): Model {
  const empty = buildQuillhavenLibrary();
  const base: Model = { ...empty, ...Object.fromEntries(tableNames.map((table) => [table, {}])) };
  const places: [number, number][] = [
    [0, 0],
    [4, 0],
    [4, 4],
    [0, 4],
    [1, 1],
    [2, 1],
    [2, 2],
    [1, 2],
  ];
  const made = applyAct(base, {
    edits: [
      {
        kind: 'add',
        records: {
          nodes: places.map(([x, y], i) => ({ id: `n${i + 1001}`, position: [x, y, 3] })),
          slabs: [
            {
              id: 'b1001',
              label: 'S1',
              corners: ['n1001', 'n1002', 'n1003', 'n1004'],
              openings: [['n1005', 'n1006', 'n1007', 'n1008']],
              thickness: 0.2,
              material: null,
            },
          ],
          lineSupports: [
            {
              id: 'j1001',
              start: 'n1001',
              end: 'n1002',
              support: { ux: true, uy: true, uz: true, rx: false, ry: false, rz: false },
            },
          ],
          columnHeads: [{ id: 'o1001', node: 'n1003', widthX: 0.8, widthY: 0.8, depth: 0.3 }],
          helperLines: [{ id: 'x1001', start: [0, 3, 3], end: [4, 3, 3] }],
        },
      },
    ],
  });
  if (!made.ok) throw new Error(made.error);
  return made.model;
}

const model = plate();
const sight: Sight = {
  projector: above,
  model,
  scope: { ...scopeOf(model, { kind: '3d' }, null), nodes: new Set(Object.keys(model.nodes)) },
};
const at = (x: number, y: number, visible = allVisible) =>
  marksAt(sight, visible, 100 * x, 100 * y)
    .sort((a, b) => a.depth - b.depth)
    .map(({ chosen }) => chosen.id);

test('a slab is met inside its outline, not in its opening nor beside it', () => {
  expect(at(3.3, 2.5)).toEqual(['b1001']);
  expect(at(1.5, 1.5)).toEqual([]);
  expect(at(5, 2)).toEqual([]);
  expect(at(3.3, 2.5, { ...allVisible, slabs: false })).toEqual([]);
});

test('what is thin is met before what fills a field, and a column head before its slab', () => {
  expect(at(3, 3.02)).toEqual(['x1001', 'b1001']);
  expect(at(2.5, 0.03)).toEqual(['j1001', 'b1001']);
  expect(at(3.8, 3.8)).toEqual(['o1001', 'b1001']);
  const [line] = marksAt(sight, allVisible, 300, 302).sort((a, b) => a.depth - b.depth);
  expect(line.depth).toBeLessThan(behind / 2);
});

test('what is out of view is neither drawn nor met', () => {
  const away: Sight = { ...sight, scope: { ...sight.scope, nodes: new Set() } };
  expect(marksAt(away, allVisible, 330, 250)).toEqual([]);
});

test('chosen records are drawn last, in the colour of choice', () => {
  const strokes: string[] = [];
  const context = new Proxy({} as Record<string, unknown>, {
    get: (target, key: string) =>
      key === 'stroke' ? () => strokes.push(String(target.strokeStyle)) : (target[key] ?? (() => undefined)),
    set: (target, key: string, value) => {
      target[key] = value;
      return true;
    },
  }) as unknown as CanvasRenderingContext2D;
  drawMarks(context, sight, allVisible, nothingSelected);
  const plain = [...strokes];
  strokes.length = 0;
  drawMarks(context, sight, allVisible, selectionOf({ slabs: ['b1001'] }));
  expect(plain).toHaveLength(4);
  expect(strokes).toHaveLength(4);
  expect(plain).not.toContain(strokes[3]);
});

test('every kind names its records; unknown ones keep their number', () => {
  const library = buildQuillhavenLibrary();
  const names = everyRecord(library, (table, kind, record) => [kind.name(record, library) === '' ? table : '']);
  expect(names.filter((name) => name !== '')).toEqual([]);
  expect(recordName(model, 'slabs', 'b1001')).toBe('slab S1');
  expect(recordName(model, 'lineSupports', 'j1001')).toBe('slab edge n1001 to n1002');
  expect(recordName(model, 'slabs', 'b7')).toBe('b7');
});

test('the area of the slab is 16 m² less 1 m² of its opening', () => {
  const slab = model.slabs.b1001;
  expect(ringArea(model, slab.corners)).toBeCloseTo(16, 12);
  expect(ringArea(model, slab.openings![0])).toBeCloseTo(1, 12);
});

test('tabs of the ledger hold the rows of their kind and choose members by what they have', () => {
  const library = buildQuillhavenLibrary();
  expect(new Set(recordTabs.map(({ id }) => id)).size).toBe(recordTabs.length);
  const [beam] = Object.values(library.members).filter(({ role }) => role === 'beam');
  for (const tab of recordTabs)
    tab.open((own) => {
      const rows = own.rows(library);
      const { table, columns } = own.layout(library);
      for (const row of rows) {
        expect(row.id in library[table]).toBe(true);
        expect(columns.every(({ text }) => typeof text(row) === 'string')).toBe(true);
      }
      if (tab.id === 'sections') {
        const chosen = own.selects!(library, [beam.section!]).members!;
        expect(chosen).toContain(beam.id);
        expect(chosen.every((id) => library.members[id].section === beam.section)).toBe(true);
        expect([...own.chosen!(library, selectionOf({ members: [beam.id] }))]).toEqual([beam.section]);
      }
    });
});

test('what is found by its name leads to it', () => {
  const { found } = screenKind('slabs');
  expect(found!.way(model.slabs.b1001, { model, view: {} as never })).toMatchObject({ select: { slabs: ['b1001'] } });
});
