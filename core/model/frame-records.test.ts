import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readModelFile, writeModelFile } from '../exchange';
import { solveNow } from '../fem';
import { sectionProperties } from '../catalog';
import {
  applyAct,
  axisPoint,
  emptyModel,
  memberAxis,
  panelNodes,
  renumberForModel,
  type Edit,
  type Member,
  type Model,
} from './index';

const sample = (version: number): Model => {
  const read = readModelFile(
    readFileSync(join(process.cwd(), 'core/exchange/samples', `version-${version}.json`), 'utf8'),
  );
  if (!read.ok) throw new Error(read.problems.join(' '));
  return read.model;
};
const full = sample(4);
const tables = ({ counters: _counters, ...rest }: Model) => rest;

function done(model: Model, ...edits: Edit[]) {
  const applied = applyAct(model, { edits });
  if (!applied.ok) throw new Error(applied.error);
  return applied;
}

test('a file of version 2 has none of what version 3 brought, and is otherwise the same', () => {
  const old = sample(2);
  for (const table of [
    'helperLines',
    'planes',
    'groups',
    'slabs',
    'walls',
    'lineSupports',
    'columnHeads',
    'views',
    'acceptances',
  ] as const)
    expect(old[table]).toEqual({});
  expect(Object.keys(old.members).length).toBeGreaterThan(0);
  expect(JSON.parse(writeModelFile(old))).toMatchObject({ version: 20, slabs: [] });
});

test('what rests on a node goes with it, what only names it stays without it, and all comes back', () => {
  const removed = done(full, { kind: 'remove', table: 'nodes', ids: ['n2'] });
  const { model } = removed;
  // n2 is a corner of the slab and the wall, an end of the line support, and bears the column head
  for (const table of ['slabs', 'walls', 'lineSupports', 'columnHeads'] as const) expect(model[table]).toEqual({});
  expect(model.diaphragms.d1.nodes).toEqual(['n3']);
  expect(model.views.v1.hidden).toEqual([]); // m2 went with its node
  expect(tables(done(model, ...removed.inverse).model)).toEqual(tables(full));
});

test('groups lose members that are deleted, views go with their plane, slabs keep on without their material', () => {
  const members = done(full, { kind: 'remove', table: 'members', ids: ['m1'] });
  expect(members.model.groups.q1).toMatchObject({ members: [], nodes: ['n1'] });
  const grid = done(full, { kind: 'remove', table: 'gridLines', ids: ['g3'] });
  expect(grid.model.views).toEqual({});
  const poured = done(
    full,
    { kind: 'add', records: { materials: [{ ...full.materials.t1, id: 't9', name: 'Concrete', kind: 'concrete' }] } },
    { kind: 'change', table: 'slabs', changes: [{ id: 'b1', fields: { material: 't9' } }] },
  );
  const bare = done(poured.model, { kind: 'remove', table: 'materials', ids: ['t9'] });
  expect(bare.model.slabs.b1.material).toBeNull();
  for (const { model, inverse } of [members, grid]) expect(tables(done(model, ...inverse).model)).toEqual(tables(full));
  expect(tables(done(bare.model, ...bare.inverse).model)).toEqual(tables(poured.model));
  expect(panelNodes(full.walls.w1)).toEqual(['n1', 'n2', 'n3', 'n1', 'n2', 'n3']);
});

test('a slab, its opening and an area keep their other corners when one goes, as long as they enclose something', () => {
  const places: [string, number, number][] = [
    ['n20', 0, 0],
    ['n21', 6, 0],
    ['n22', 6, 4],
    ['n23', 0, 4],
    ['n24', 1, 1],
    ['n25', 2, 1],
    ['n26', 2, 2],
    ['n27', 1, 2],
  ];
  const floor = done(full, {
    kind: 'add',
    records: {
      nodes: places.map(([id, x, y]) => ({ id, position: [x, y, 9] as [number, number, number] })),
      slabs: [
        {
          id: 'b9',
          label: 'S9',
          corners: ['n20', 'n21', 'n22', 'n23'],
          openings: [['n24', 'n25', 'n26', 'n27']],
          thickness: 0.2,
          material: null,
        },
      ],
    },
  });
  const cut = done(floor.model, { kind: 'remove', table: 'nodes', ids: ['n22', 'n26'] });
  expect(cut.model.slabs.b9).toMatchObject({ corners: ['n20', 'n21', 'n23'], openings: [['n24', 'n25', 'n27']] });
  expect(cut.sentence).toBe('Deleted 2 nodes; slab S9 keeps 3 corners');
  expect(tables(done(cut.model, ...cut.inverse).model)).toEqual(tables(floor.model));
  const gone = done(cut.model, { kind: 'remove', table: 'nodes', ids: ['n21'] });
  expect(gone.model.slabs.b9).toBeUndefined();
  expect(gone.sentence).toContain('1 slab');
  expect(tables(done(gone.model, ...gone.inverse).model)).toEqual(tables(cut.model));
});

test('an opening of three corners goes when one of them does, the slab stays', () => {
  const corners = Array.from({ length: 3 }, (_, i) => ({
    id: `n${20 + i}`,
    position: [i, i * i, 2.6] as [number, number, number],
  }));
  const opened = done(
    full,
    { kind: 'add', records: { nodes: corners } },
    { kind: 'change', table: 'slabs', changes: [{ id: 'b1', fields: { openings: [corners.map((node) => node.id)] } }] },
  );
  const closed = done(opened.model, { kind: 'remove', table: 'nodes', ids: ['n21'] });
  expect(closed.model.slabs.b1).toMatchObject({ openings: [], corners: full.slabs.b1.corners });
  expect(tables(done(closed.model, ...closed.inverse).model)).toEqual(tables(opened.model));
});

test('nothing may refer to what is not there, and impossible sections are refused with the reason', () => {
  const refused = (edit: Edit) => {
    const applied = applyAct(full, { edits: [edit] });
    return applied.ok ? 'taken' : applied.error;
  };
  expect(refused({ kind: 'add', records: { groups: [{ id: 'q9', label: 'Q', members: ['m77'] }] } })).toContain('m77');
  expect(
    refused({ kind: 'change', table: 'slabs', changes: [{ id: 'b1', fields: { corners: ['n1', 'n2', 'n99'] } }] }),
  ).toContain('n99');
  expect(
    refused({ kind: 'change', table: 'slabs', changes: [{ id: 'b1', fields: { corners: ['n1', 'n2'] } }] }),
  ).toContain('corners');
  const tube = { type: 'rectangularHollow', depth: 0.1, width: 0.1, thickness: 0.06, outerRadius: 0, innerRadius: 0 };
  expect(refused({ kind: 'change', table: 'sections', changes: [{ id: 's1', fields: { shape: tube } }] })).toContain(
    'walls leave no room inside',
  );
});

test('records of two windows get numbers of their own, everywhere they are named', () => {
  const act = {
    edits: [
      {
        kind: 'add' as const,
        records: {
          groups: [{ id: 'q2', label: 'Mine q2', members: ['m1'] }],
          planes: [{ id: 'p2', label: 'P', points: full.planes.p1.points }],
          views: [
            {
              id: 'v2',
              label: 'V',
              plane: { kind: 'plane' as const, plane: 'p2' },
              camera: null,
              form: 'line' as const,
              isolated: null,
              hidden: [],
            },
          ],
        },
      },
    ],
  };
  const theirs = done(full, {
    kind: 'add',
    records: {
      groups: [{ id: 'q2', label: 'Theirs', members: [] }],
      planes: [{ id: 'p2', label: 'Q', points: full.planes.p1.points }],
    },
  }).model;
  const [renumbered] = renumberForModel([act], theirs);
  const both = done(theirs, ...renumbered.edits).model;
  expect(both.groups).toMatchObject({ q2: { label: 'Theirs' }, q3: { label: 'Mine q2' } });
  expect(both.views.v2.plane).toEqual({ kind: 'plane', plane: 'p3' });
});

test('the nine points of a section’s box, its centroid and its shear centre', () => {
  const channel = sectionProperties({
    type: 'channel',
    depth: 0.2,
    width: 0.08,
    webThickness: 0.006,
    flangeThickness: 0.011,
    rootRadius: 0,
  });
  expect(axisPoint('centroid', channel)).toEqual([0, 0]);
  expect(axisPoint('middle', channel)[0]).toBe(-channel.centroid[0]);
  // from the centroid the web's back lies nearer than the toes
  const [toes] = axisPoint('left', channel);
  const [back] = axisPoint('right', channel);
  expect(toes - back).toBeCloseTo(0.08, 12);
  expect(Math.abs(back)).toBeLessThan(Math.abs(toes));
  expect(axisPoint('shearCentre', channel)[0]).toBeLessThan(back); // beyond the web
  expect(axisPoint('topLeft', channel)[1] - axisPoint('bottomRight', channel)[1]).toBeCloseTo(0.2, 12);
});

/** A cantilever of 2 m with a section, fixed at its start, with a force in global directions at its tip. */
function cantilever(
  shape: Model['sections'][string]['shape'],
  force: [number, number, number],
  fields: Partial<Member> = {},
): { tip: number[]; model: Model } {
  const material = {
    id: 't1',
    name: 'Steel',
    kind: 'steel' as const,
    standard: '',
    elasticModulus: 200e9,
    poissonRatio: 0.3,
    density: 0,
    expansion: 0,
  };
  const empty = emptyModel({ name: 'C', units: 'si', code: 'us' });
  const { model } = done(
    { ...empty, settings: { ...empty.settings, shearDeformation: false } },
    {
      kind: 'add',
      records: {
        materials: [material],
        sections: [{ id: 's1', name: 'S', shape }],
        nodes: [
          { id: 'n1', position: [0, 0, 0], support: { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true } },
          { id: 'n2', position: [2, 0, 0] },
        ],
        members: [
          { id: 'm1', role: 'beam', start: 'n1', end: 'n2', section: 's1', material: 't1', angle: 0, ...fields },
        ],
        cases: [{ id: 'c1', label: 'P', name: 'P', nature: 'other', selfWeight: false }],
        loads: [{ id: 'l1', case: 'c1', type: 'node', node: 'n2', force, moment: [0, 0, 0] }],
      },
    },
  );
  const { solution } = solveNow(model);
  return {
    tip: [
      ...solution!.cases[0].displacements.subarray(
        6 * solution!.nodeIds.indexOf('n2'),
        6 * solution!.nodeIds.indexOf('n2') + 6,
      ),
    ],
    model,
  };
}

test('an angle loaded downwards moves sideways too, as bending about skew axes has it', () => {
  // 200 × 200 × 20 without fillets: two rectangles; I_yz is negative, the corner being below at the left
  const [a, t] = [0.2, 0.02];
  const area = t * (2 * a - t);
  const c = (t * a * (a / 2) + (a - t) * t * (t / 2)) / area;
  const own = (t * a ** 3) / 12 + t * a * (a / 2 - c) ** 2 + ((a - t) * t ** 3) / 12 + (a - t) * t * (t / 2 - c) ** 2;
  const product = t * a * (t / 2 - c) * (a / 2 - c) + (a - t) * t * (t + (a - t) / 2 - c) * (t / 2 - c);
  const stiffness = (3 * 200e9) / 2 ** 3;
  const determinant = own * own - product * product;
  const { tip, model } = cantilever(
    { type: 'angle', depth: a, width: a, thickness: t, rootRadius: 0, toeRadius: 0 },
    [0, 0, -1000],
  );
  expect(tip[2] / ((-1000 * own) / determinant / stiffness)).toBeCloseTo(1, 9);
  // a member along global x has its local y along global y, so that the section's width points to +y
  expect(tip[1] / ((1000 * product) / determinant / stiffness)).toBeCloseTo(1, 9);
  expect(Math.abs(memberAxis(model, model.members.m1)!.axes.y[2])).toBeCloseTo(Math.SQRT1_2, 9);
});

test('a beam hung by its top bends under its own axial force, N times the distance', () => {
  const shape = { type: 'rectangle' as const, depth: 0.4, width: 0.2 };
  const inertia = (0.2 * 0.4 ** 3) / 12;
  // pull at the top fibre: N e bends the axis, and the node stands 0.2 m above it
  const { tip } = cantilever(shape, [50e3, 0, 0], { axisPosition: 'top' });
  const curvature = (50e3 * 0.2) / (200e9 * inertia);
  expect(Math.abs(tip[2])).toBeCloseTo((curvature * 2 ** 2) / 2, 9);
  expect(tip[0]).toBeCloseTo((50e3 * 2) / (200e9 * 0.08) + curvature * 2 * 0.2, 9);
  // a drawn shift changes nothing
  expect(cantilever(shape, [50e3, 0, 0], { drawnShift: [0.3, 0.4] }).tip).toEqual(cantilever(shape, [50e3, 0, 0]).tip);
});

test('a file of version 3 knows no rules and no envelopes, and is otherwise the same', () => {
  const old = sample(3);
  for (const table of ['loadRules', 'envelopes'] as const) expect(old[table]).toEqual({});
  expect(Object.keys(old.members)).toEqual(Object.keys(full.members));
});

test('an area goes with its storey or all its panels, and when its corners enclose nothing any more; its opening alone goes by itself', () => {
  expect(done(full, { kind: 'remove', table: 'storeys', ids: ['h2'] }).model.loads.l10).toBeUndefined();
  const without = done(full, { kind: 'remove', table: 'slabs', ids: ['b1'] });
  expect(without.model.loads.l13).toMatchObject({ region: { slabs: [], walls: ['w1'] } });
  expect(done(without.model, { kind: 'remove', table: 'walls', ids: ['w1'] }).model.loads.l13).toBeUndefined();
  const three =
    full.loads.l11.type === 'area' && full.loads.l11.region.kind === 'nodes' ? full.loads.l11.region.corners : [];
  const corner = done(full, { kind: 'remove', table: 'nodes', ids: ['n2'] });
  expect(corner.model.loads.l11).toMatchObject({ region: { corners: three.filter((id) => id !== 'n2') } });
  expect(corner.sentence).toContain('load l11 keeps 3 corners');
  expect(done(full, { kind: 'remove', table: 'nodes', ids: ['n2', 'n3'] }).model.loads.l11).toBeUndefined();
  expect(tables(done(corner.model, ...corner.inverse).model)).toEqual(tables(full));
});

test('rules lose the cases and members that go, and go when nothing is left of what they need', () => {
  const fewer = done(full, { kind: 'remove', table: 'members', ids: ['m5'] });
  expect(fewer.model.loadRules.r8).toMatchObject({ path: ['m4'] });
  expect(done(fewer.model, { kind: 'remove', table: 'members', ids: ['m4'] }).model.loadRules.r8).toBeUndefined();
  expect(done(full, { kind: 'remove', table: 'cases', ids: ['c11'] }).model.loadRules.r8).toBeUndefined();
  const gone = done(full, { kind: 'remove', table: 'cases', ids: ['c7'] });
  expect(gone.model.loadRules).not.toHaveProperty('r6');
  expect(gone.model.loadRules).not.toHaveProperty('r7');
  expect(gone.model.loadRules.r1).toMatchObject({ gravity: [{ case: 'c1', factor: 1 }] });
  expect(gone.model.envelopes.e1.cases).toEqual([]);
  expect(tables(done(gone.model, ...gone.inverse).model)).toEqual(tables(full));
});

test('a combination that goes leaves those made of it, and the envelopes, without it', () => {
  const gone = done(full, { kind: 'remove', table: 'combinations', ids: ['u1'] });
  expect(gone.model.combinations.u12.parts).toEqual([{ combination: 'u2', factor: -1 }]);
  expect(gone.model.envelopes.e1.combinations).toEqual(['u2']);
  expect(tables(done(gone.model, ...gone.inverse).model)).toEqual(tables(full));
});
