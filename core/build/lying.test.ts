import { buildTernHide } from '~demo/tern-hide';
import { applyAct, kinds, nodesUnder, tableNames, type Model, type Vector } from '../model';
import { copyPlan, mergeNodesPlan, mirror, movePlan, rotation, translation, type Plan } from './index';

const place: Readonly<Record<string, Vector>> = {
  n101: [0, 0, 20],
  n102: [6, 0, 20],
  n103: [6, 4, 20],
  n104: [0, 4, 20],
  n105: [1, 1, 20],
  n106: [2, 1, 20],
  n107: [2, 2, 20],
  n108: [1, 2, 20],
};
const held = { ux: true, uy: false, uz: true, rx: false, ry: false, rz: false };

/** A slab of 6 × 4 m with an opening, an edge that is held in x and z, a column head, a helper line, and a load of 2 kPa on the slab. */
const plate: Model = (() => {
  const applied = applyAct(buildTernHide(), {
    edits: [
      {
        kind: 'add',
        records: {
          nodes: Object.entries(place).map(([id, position]) => ({
            id,
            position: [...position] as [number, number, number],
          })),
          slabs: [
            {
              id: 'b101',
              label: 'Terrace',
              corners: ['n101', 'n102', 'n103', 'n104'],
              openings: [['n105', 'n106', 'n107', 'n108']],
              thickness: 0.2,
              material: null,
            },
          ],
          lineSupports: [{ id: 'j101', start: 'n101', end: 'n102', support: held }],
          columnHeads: [{ id: 'o101', node: 'n103', widthX: 1.2, widthY: 0.8, depth: 0.3 }],
          helperLines: [{ id: 'x101', start: [0, 0, 20], end: [6, 4, 20] }],
          loads: [
            {
              id: 'l901',
              case: 'c1',
              type: 'area',
              region: { kind: 'panels', slabs: ['b101'], walls: [] },
              pressure: { type: 'uniform', value: -2000 },
              direction: 'z',
              spread: { way: 'two' },
            },
          ],
        },
      },
    ],
  });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
})();

const all = {
  members: [],
  nodes: [],
  lying: [
    { table: 'slabs', id: 'b101' },
    { table: 'lineSupports', id: 'j101' },
    { table: 'columnHeads', id: 'o101' },
    { table: 'helperLines', id: 'x101' },
  ],
} as const;

function done(model: Model, plan: Plan): Model {
  if (!plan.ok) throw new Error(plan.error);
  const applied = applyAct(model, plan.act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}
const positions = (model: Model, ids: readonly string[]) => ids.map((id) => model.nodes[id].position);
const newest = <T extends { id: string }>(
  table: Readonly<Record<string, T>>,
  before: Readonly<Record<string, T>>,
): T[] => Object.values(table).filter(({ id }) => !(id in before));

test('a slab is copied with its opening, its edge, its column head and its load, nodes made where there were none', () => {
  const after = done(plate, copyPlan(plate, all, [translation([0, 0, 3])], { loads: true, supports: true }));
  const [slab] = newest(after.slabs, plate.slabs);
  expect(slab.label).toBeUndefined();
  expect(slab.thickness).toBe(0.2);
  expect(positions(after, slab.corners)).toEqual([
    [0, 0, 23],
    [6, 0, 23],
    [6, 4, 23],
    [0, 4, 23],
  ]);
  expect(positions(after, slab.openings![0])[0]).toEqual([1, 1, 23]);
  const [edge] = newest(after.lineSupports, plate.lineSupports);
  expect(positions(after, [edge.start, edge.end])).toEqual([
    [0, 0, 23],
    [6, 0, 23],
  ]);
  expect(newest(after.columnHeads, plate.columnHeads)).toHaveLength(1);
  expect(newest(after.helperLines, plate.helperLines)[0]).toMatchObject({ start: [0, 0, 23], end: [6, 4, 23] });
  expect(newest(after.loads, plate.loads)).toMatchObject([
    { region: { kind: 'panels', slabs: [slab.id], walls: [] }, pressure: { value: -2000 } },
  ]);
});

test('copying to where one lies already makes no second one', () => {
  const once = done(plate, copyPlan(plate, all, [translation([0, 0, 3])], { loads: false, supports: true }));
  const slabsOnly = { members: [], nodes: [], lying: [{ table: 'slabs', id: 'b101' }] } as const;
  const again = copyPlan(once, slabsOnly, [translation([0, 0, 3])], { loads: false, supports: true });
  expect(again).toMatchObject({ ok: false, error: expect.stringContaining('there already') as string });
});

test('a quarter turn exchanges the widths of a column head and the directions an edge is held in', () => {
  const after = done(plate, movePlan(plate, all, rotation([0, 0, 0], [0, 0, 1], Math.PI / 2)));
  expect(after.columnHeads.o101).toMatchObject({ widthX: 0.8, widthY: 1.2 });
  expect(after.lineSupports.j101.support).toMatchObject({ ux: false, uy: true, uz: true });
  expect(after.helperLines.x101.end).toEqual([-4, 6, 20]);
  expect(after.nodes.n102.position).toEqual([0, 6, 20]);
});

test('a mirror and back again gives what was there', () => {
  const movement = mirror([3, 0, 0], [1, 0, 0]);
  const twice = [0, 1].reduce((model) => done(model, movePlan(model, all, movement)), plate);
  for (const table of ['nodes', 'slabs', 'lineSupports', 'columnHeads', 'helperLines'] as const)
    expect(twice[table]).toEqual(plate[table]);
});

test('a helper line alone moves without any node', () => {
  const plan = movePlan(
    plate,
    { members: [], nodes: [], lying: [{ table: 'helperLines', id: 'x101' }] },
    translation([1, 0, 0]),
  );
  const after = done(plate, plan);
  expect(after.helperLines.x101).toMatchObject({ start: [1, 0, 20], end: [7, 4, 20] });
  expect(after.nodes).toEqual(plate.nodes);
});

test('merging corners keeps every outline whole: a ring that would enclose nothing keeps its corners or goes with the opening', () => {
  // the opening's corners fall on two of each other: it goes; the slab's own corner takes the other's place
  const grown = applyAct(plate, {
    edits: [{ kind: 'change', table: 'nodes', changes: [{ id: 'n106', fields: { position: [1.001, 1, 20] } }] }],
  });
  if (!grown.ok) throw new Error(grown.error);
  const near = applyAct(grown.model, {
    edits: [{ kind: 'change', table: 'nodes', changes: [{ id: 'n107', fields: { position: [1.0005, 1.0005, 20] } }] }],
  });
  if (!near.ok) throw new Error(near.error);
  const after = done(near.model, mergeNodesPlan(near.model, 0.01));
  expect(after.slabs.b101.corners).toEqual(['n101', 'n102', 'n103', 'n104']);
  expect(after.slabs.b101.openings ?? []).toEqual([]);
});

test('what a kind declares of how it lies is true of its schema', () => {
  for (const table of tableNames) {
    const { lies, refers } = kinds[table] as {
      lies?: { with: string; places?: readonly string[] };
      refers: readonly { to: string }[];
    };
    if (!lies) continue;
    expect([table, refers.some(({ to }) => to === 'nodes')]).toEqual([table, lies.with !== 'place']);
    for (const record of Object.values(plate[table])) {
      if (lies.with !== 'place') expect(nodesUnder(table, record).length).toBeGreaterThan(0);
      for (const field of lies.places ?? [])
        expect((record as unknown as Record<string, unknown>)[field]).toHaveLength(3);
    }
  }
});
