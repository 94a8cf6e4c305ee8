import { applyAct, emptyModel, inOrder, type Act, type Model } from '../model';
import { catalogueMaterials } from '../catalog';
import { solveNow } from '../fem';
import {
  alignPlan,
  bayRows,
  bracingPlan,
  buildFrame,
  endConditions,
  findBays,
  findFields,
  floorsMend,
  freeFloors,
  movesSideways,
  parseSection,
  rigidFloors,
  tiedBySlab,
} from './index';

const done = (model: Model, act: Act | undefined): Model => {
  const applied = applyAct(model, act!);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};
const section = (name: string) => {
  const parsed = parseSection(name, 'si');
  if (!parsed.ok) throw new Error(parsed.error);
  return parsed.value;
};
const pinned = endConditions.find(({ name }) => name === 'pinned')!.connection!;
const frame = (rigid: boolean): Model => {
  const empty = emptyModel({ name: 'Kingfisher Loft', units: 'si', code: 'us' });
  return done(
    empty,
    buildFrame(empty, {
      baysX: [6, 6],
      baysY: [5, 5],
      storeys: [4, 3.5],
      column: section('HEB 200'),
      beamX: section('IPE 300'),
      beamY: section('IPE 300'),
      material: catalogueMaterials.find(({ name }) => name === 'S355')!,
      feet: 'pinned',
      rigidFloors: rigid,
      beams: { startConnection: pinned, endConnection: pinned },
    }).act,
  );
};
/** Rods from the ground to the top in one bay of each outer line. */
const braced = (model: Model): Model => {
  const bays = findBays(model);
  const keys = new Set(
    bayRows(
      model,
      bays.filter(({ upright }) => upright),
    )
      .filter(({ label }) => /^Grid [13AC], [1A]–[2B]: from the ground/.test(label))
      .flatMap((row) => row.keys),
  );
  expect(keys.size).toBe(8);
  const plan = bracingPlan(
    model,
    bays.filter(({ key }) => keys.has(key)),
    'cross',
    { section: inOrder(model.sections)[0].id, material: inOrder(model.materials)[0].id, behaviour: 'tension' },
    false,
  );
  if (!plan.ok) throw new Error(plan.error);
  return done(model, plan.act);
};
const pushed = (model: Model, order: 'first' | 'second'): Model => {
  const tops = Object.values(model.nodes).filter(({ position }) => position[2] > 7);
  return done(model, {
    edits: [
      {
        kind: 'add',
        records: {
          cases: [{ id: 'c1', label: 'P', name: 'Push', nature: 'other', selfWeight: false }],
          loads: tops.map(({ id }, i) => ({
            id: `l${i + 1}`,
            case: 'c1',
            type: 'node' as const,
            node: id,
            force: [8000, 5000, -150000] as [number, number, number],
            moment: [0, 0, 0] as [number, number, number],
          })),
          combinations: [
            {
              id: 'u1',
              label: 'U1',
              purpose: 'strength',
              rule: '',
              factors: [{ case: 'c1', factor: 1 }],
              origin: 'own',
              changed: false,
              order,
            },
          ],
        },
      },
    ],
  });
};

describe('fields with other than four corners', () => {
  const base = emptyModel({ name: 'Kingfisher Loft', units: 'si', code: 'us' });
  /** Beams along rings at one level, and helper lines. */
  const level = (rings: readonly (readonly (readonly [number, number])[])[], helpers: number[][] = []): Model => {
    const nodes = rings.flatMap((ring, r) =>
      ring.map(([x, y], i) => ({ id: `n${100 * (r + 1) + i}`, position: [x, y, 3] as [number, number, number] })),
    );
    const members = rings.flatMap((ring, r) =>
      ring.map((_, i) => ({
        id: `m${100 * (r + 1) + i}`,
        start: `n${100 * (r + 1) + i}`,
        end: `n${100 * (r + 1) + ((i + 1) % ring.length)}`,
        section: null,
        material: null,
        angle: 0,
        role: 'beam' as const,
      })),
    );
    const helperLines = helpers.map(([x, y, u, v], i) => ({
      id: `h${i + 1}`,
      start: [x, y, 3] as [number, number, number],
      end: [u, v, 3] as [number, number, number],
    }));
    return done(base, {
      edits: [
        {
          kind: 'add',
          records: { storeys: [{ id: 'y9', label: 'Loft', elevation: 3 }], nodes, members, helperLines },
        },
      ],
    });
  };
  const areas = (model: Model) =>
    findFields(model)
      .filter(({ upright }) => !upright)
      .map(({ corners, islands }) => {
        const size = (ring: readonly (readonly number[])[]) =>
          Math.abs(
            ring.reduce((sum, [x, y], i) => {
              const [u, v] = ring[(i + 1) % ring.length];
              return sum + x * v - u * y;
            }, 0) / 2,
          );
        return size(corners) - islands.reduce((sum, island) => sum + size(island), 0);
      })
      .sort((a, b) => a - b);
  const angle = [
    [0, 0],
    [8, 0],
    [8, 3],
    [4, 3],
    [4, 6],
    [0, 6],
  ] as const;

  test('an angle of beams encloses one field of six corners, and no bay', () => {
    const model = level([angle]);
    expect(areas(model)).toEqual([expect.closeTo(36, 9)]);
    expect(findBays(model)).toEqual([]);
  });

  test('a helper line that crosses it without a joint parts it', () => {
    expect(areas(level([angle], [[-1, 1, 9, 1]]))).toEqual([expect.closeTo(8, 6), expect.closeTo(28, 6)]);
  });

  test('what stands in a field is no part of it', () => {
    const shaft = [
      [1, 1],
      [2, 1],
      [2, 2],
      [1, 2],
    ] as const;
    expect(areas(level([angle, shaft]))).toEqual([expect.closeTo(1, 9), expect.closeTo(35, 9)]);
  });
});

test('bays are named and chosen from the ground to the top, and by whole planes', () => {
  const model = frame(false);
  const rows = bayRows(
    model,
    findBays(model).filter(({ upright }) => upright),
  );
  expect(rows.find(({ label }) => label === 'Grid 2, B–C: from the ground to the top, 2 bays')!.keys).toHaveLength(2);
  expect(rows.find(({ label }) => label === 'Grid B: all of it, 4 bays')!.keys).toHaveLength(4);
  // 2 outer lines with 2 storeys each
  expect(rows.find(({ label }) => label === '1–2 round the building: outer walls, 4 bays')!.keys).toHaveLength(4);
  const level = bayRows(
    model,
    findBays(model).filter(({ upright }) => !upright),
  );
  expect(level.map(({ label }) => label)).toEqual(['Storey 1: all of it, 4 bays', 'Storey 2: all of it, 4 bays']);
});

test('what sways beside its braced lines is tied to them by rigid floors, offered where it stops', () => {
  const model = pushed(braced(frame(false)), 'second');
  const stop = solveNow(model).findings.find((finding) => finding.severity === 'stop')!;
  expect(movesSideways(stop)).toBe(true);
  const mend = floorsMend(model, stop)!;
  expect(mend.label).toBe('Make 2 floors rigid in plane');
  const tied = done(model, (mend as { act: Act }).act);
  expect(freeFloors(tied)).toEqual([]);
  const { solution, findings } = solveNow(tied);
  expect(findings.filter((finding) => finding.severity === 'stop')).toEqual([]);
  expect(floorsMend(tied, stop)).toBeUndefined();
  // the whole push comes down to the feet: 9 nodes with 8 and 5 kN
  const { reacted } = solution!.cases.find(({ id }) => id === 'u1')!;
  expect(reacted[0]).toBeCloseTo(-72000, 0);
  expect(reacted[1]).toBeCloseTo(-45000, 0);
});

test('a frame built with rigid floors has one a storey, above the ground only', () => {
  const model = frame(true);
  expect(inOrder(model.diaphragms).map(({ label, nodes }) => [label, nodes.length])).toEqual([
    ['Storey 1', 9],
    ['Storey 2', 9],
  ]);
  const { model: later } = { model: done(frame(false), rigidFloors(frame(false), freeFloors(frame(false)))) };
  expect(later.diaphragms).toEqual(model.diaphragms);
});

test.each([
  ['shell', 1],
  ['plate', 2],
  ['load', 2],
] as const)('a floor tied by a slab analysed as %s is not offered to be rigid', (behaviour, free) => {
  const model = frame(false);
  const storey = Object.values(model.storeys).find(({ label }) => label === 'Storey 1')!;
  const level = Object.values(model.nodes).filter(({ position }) => Math.abs(position[2] - storey.elevation) < 1e-6);
  const extreme = (x: 1 | -1, y: 1 | -1) =>
    level.reduce((best, one) =>
      x * one.position[0] + y * one.position[1] > x * best.position[0] + y * best.position[1] ? one : best,
    ).id;
  const made = done(model, {
    edits: [
      {
        kind: 'add',
        records: {
          slabs: [
            {
              id: 'b1',
              corners: [extreme(-1, -1), extreme(1, -1), extreme(1, 1), extreme(-1, 1)],
              thickness: 0.2,
              material: Object.keys(model.materials)[0],
              behaviour,
            },
          ],
        },
      },
    ],
  });
  expect(tiedBySlab(made, storey.id)).toBe(free === 1);
  expect(freeFloors(made)).toHaveLength(free);
});

test('nodes are brought onto a grid line, a level or any line by the shortest way; two never fall on one', () => {
  const base = frame(false);
  const node = Object.values(base.nodes).find(
    ({ position }) => position[0] === 6 && position[1] === 5 && position[2] === 4,
  )!;
  const off = done(base, {
    edits: [{ kind: 'change', table: 'nodes', changes: [{ id: node.id, fields: { position: [6.08, 5, 4.05] } }] }],
  });
  const line = Object.values(off.gridLines).find(({ axis, position }) => axis === 'x' && position === 6)!;
  const storey = Object.values(off.storeys).find(({ elevation }) => elevation === 4)!;
  const carried = (model: Model, target: Parameters<typeof alignPlan>[2], nodes = [node.id]) => {
    const plan = alignPlan(model, { members: [], nodes }, target);
    if (!plan.ok) throw new Error(plan.error);
    return done(model, plan.act);
  };
  expect(carried(off, { gridLine: line.id }).nodes[node.id].position).toEqual([6, 5, 4.05]);
  expect(carried(off, { storey: storey.id }).nodes[node.id].position).toEqual([6.08, 5, 4]);
  // the foot of the perpendicular on the line x = z through the origin: both are the mean of 6.08 and 4.05
  const [x, y, z] = carried(off, { from: [0, 5, 0], to: [3, 5, 3] }).nodes[node.id].position;
  expect([x, y, z].map((part) => Math.round(part * 1e9) / 1e9)).toEqual([5.065, 5, 5.065]);
  expect(
    alignPlan(carried(off, { gridLine: line.id }), { members: [], nodes: [node.id] }, { gridLine: line.id }),
  ).toMatchObject({ ok: false, error: 'All of it lies on grid line 2 already.' });
  const above = Object.values(base.nodes).find(
    ({ position }) => position[0] === 6 && position[1] === 5 && position[2] === 7.5,
  )!;
  expect(alignPlan(base, { members: [], nodes: [above.id] }, { storey: storey.id })).toMatchObject({
    ok: false,
    error: expect.stringMatching(/would fall on node/),
  });
});
