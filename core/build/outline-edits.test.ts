import fc from 'fast-check';
import { applyAct, emptyModel, panelPlane, inPlane, type Load, type Model, type Panel, type Vector } from '../model';
import { areaOf } from '../plane';
import {
  addCornerPlan,
  cutPanelsPlan,
  dropCornersPlan,
  mergeOpeningsPlan,
  moveCornerPlan,
  moveEdgePlan,
  nearestEdge,
  straightenPlan,
  unitePanelsPlan,
  type ChosenPanel,
  type Plan,
} from './index';

const empty = emptyModel({ name: 'Tern Hide', units: 'si', code: 'eurocode' });
const done = (model: Model, plan: Plan): Model => {
  if (!plan.ok) throw new Error(plan.error);
  const applied = applyAct(model, plan.act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};
const edited = (model: Model, edits: Parameters<typeof applyAct>[1]['edits']): Model => {
  const applied = applyAct(model, { edits });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};
type Ring = readonly (readonly [number, number])[];
const space = (ring: Ring): Vector[] => ring.map(([x, y]): Vector => [x, y, 3]);
const rectangle = (x: number, y: number, w: number, d: number): Ring => [
  [x, y],
  [x + w, y],
  [x + w, y + d],
  [x, y + d],
];

/** Panels by their rings in space, one node a place. */
function drawn(table: 'slabs' | 'walls', panels: readonly (readonly (readonly Vector[])[])[]): Model {
  const nodes: { id: string; position: [number, number, number] }[] = [];
  const at = (place: Vector) => {
    const known = nodes.find(({ position }) => position.every((part, i) => Math.abs(part - place[i]) < 1e-9));
    if (known) return known.id;
    nodes.push({ id: `n${nodes.length + 1}`, position: [...place] });
    return nodes.at(-1)!.id;
  };
  const records = panels.map(([outline, ...openings], i) => ({
    id: `${table === 'slabs' ? 'b' : 'w'}${i + 1}`,
    corners: outline.map(at),
    ...(openings.length > 0 ? { openings: openings.map((ring) => ring.map(at)) } : {}),
    thickness: 0.2,
    material: null,
    behaviour: 'shell' as const,
  }));
  return edited(empty, [{ kind: 'add', records: { nodes, [table]: records } }]);
}
const slabs = (...panels: readonly (readonly Ring[])[]) =>
  drawn(
    'slabs',
    panels.map((rings) => rings.map(space)),
  );
const slab = (id: string): ChosenPanel => ({ table: 'slabs', id });
const netOf = (model: Model, panel: Panel): number => {
  const plane = panelPlane(model, panel)!;
  const size = (ids: readonly string[]) => Math.abs(areaOf(ids.map((id) => inPlane(plane, model.nodes[id].position))));
  return (panel.openings ?? []).reduce((sum, ring) => sum - size(ring), size(panel.corners));
};
const areas = (model: Model) => Object.values(model.slabs).map((one) => netOf(model, one));
const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);
const angle: Ring = [
  [0, 0],
  [8, 0],
  [8, 3],
  [4, 3],
  [4, 6],
  [0, 6],
];

describe('cutting', () => {
  test('a line across a rectangle with an opening gives two parts; the opening goes with the part it lies in, and the wall-like load with both', () => {
    const model = edited(slabs([rectangle(0, 0, 8, 4), rectangle(1, 1, 1, 1)]), [
      {
        kind: 'add',
        records: {
          cases: [{ id: 'c1', label: 'G', nature: 'dead' }],
          loads: [
            {
              id: 'l1',
              case: 'c1',
              type: 'area',
              region: { kind: 'panels', slabs: ['b1'], walls: [] },
              pressure: { type: 'uniform', value: -1000 },
              direction: 'z',
              spread: { way: 'two' },
            },
            { id: 'l2', case: 'c1', type: 'panelTemperature', slab: 'b1', change: 20, difference: 0 },
          ] as Load[],
        },
      } as never,
    ]);
    const cut = done(model, cutPanelsPlan(model, [slab('b1')], [5, 0, 3], [5, 4, 3]));
    expect(areas(cut).sort()).toEqual([expect.closeTo(12, 9), expect.closeTo(19, 9)]);
    const [open] = Object.values(cut.slabs).filter(({ openings }) => openings);
    expect(netOf(cut, open)).toBeCloseTo(19, 9);
    expect(cut.loads.l1).toMatchObject({ region: { slabs: Object.keys(cut.slabs) } });
    expect(Object.values(cut.loads).filter(({ type }) => type === 'panelTemperature')).toHaveLength(2);
  });

  test('a line through an opening leaves what is left of it at the edge of both parts', () => {
    const model = slabs([rectangle(0, 0, 8, 4), rectangle(3, 1, 2, 2)]);
    const cut = done(model, cutPanelsPlan(model, [slab('b1')], [4, 0, 3], [4, 1, 3]));
    expect(areas(cut)).toEqual([expect.closeTo(14, 9), expect.closeTo(14, 9)]);
    expect(Object.values(cut.slabs).every(({ openings }) => openings === undefined)).toBe(true);
    expect(Object.values(cut.slabs).map(({ corners }) => corners.length)).toEqual([8, 8]);
    // the opening's own corners are corners of the parts; none is left over
    expect(Object.keys(cut.nodes)).toHaveLength(12);
  });

  test('a line across both arms of an angle gives three parts, and one beside it none', () => {
    const model = slabs([angle]);
    const parts = done(model, cutPanelsPlan(model, [slab('b1')], [3, 7, 3], [7, 1, 3]));
    expect(sum(areas(parts))).toBeCloseTo(36, 9);
    expect(cutPanelsPlan(model, [slab('b1')], [9, 0, 3], [9, 5, 3])).toMatchObject({
      ok: false,
      error: expect.stringMatching(/crosses none/),
    });
  });

  test('a line in plan cuts a wall upright, and its outside stays outside', () => {
    const wall: Vector[] = [
      [0, 0, 0],
      [6, 0, 0],
      [6, 0, 3],
      [0, 0, 3],
    ];
    for (const corners of [wall, [...wall].reverse()]) {
      const model = drawn('walls', [[corners]]);
      const normal = panelPlane(model, model.walls.w1)!.normal;
      const cut = done(model, cutPanelsPlan(model, [{ table: 'walls', id: 'w1' }], [2, -1, 3], [2, 1, 3]));
      expect(Object.values(cut.walls).map((one) => netOf(cut, one))).toEqual(
        expect.arrayContaining([expect.closeTo(6, 9), expect.closeTo(12, 9)]),
      );
      for (const one of Object.values(cut.walls))
        panelPlane(cut, one)!.normal.forEach((part, i) => expect(part).toBeCloseTo(normal[i], 9));
    }
  });

  test('wherever random lines cut, the parts are as large as the whole; united again they are the whole', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 10, max: 99 }), fc.integer({ min: 0, max: 9 })), {
          minLength: 3,
          maxLength: 9,
        }),
        fc.tuple(
          fc.integer({ min: -40, max: 40 }),
          fc.integer({ min: -40, max: 40 }),
          fc.integer({ min: -40, max: 40 }),
          fc.integer({ min: -40, max: 40 }),
        ),
        (spokes, [a, b, c, d]) => {
          // a star about the origin with a square hole in its middle
          const ring = spokes.map(([r], i): [number, number] => {
            const turn = (2 * Math.PI * i) / spokes.length;
            return [(r / 10) * Math.cos(turn), (r / 10) * Math.sin(turn)];
          });
          const model = slabs([ring, rectangle(-0.1, -0.1, 0.2, 0.2)]);
          const plan = cutPanelsPlan(model, [slab('b1')], [a / 10, b / 10, 3], [c / 10, d / 10, 3]);
          if (!plan.ok) return;
          const cut = done(model, plan);
          // places nearer than 5 mm are one
          expect(Math.abs(sum(areas(cut)) - sum(areas(model)))).toBeLessThan(0.1);
          const again = unitePanelsPlan(
            cut,
            Object.keys(cut.slabs).map((id) => slab(id)),
          );
          if (again.ok) expect(Math.abs(sum(areas(done(cut, again))) - sum(areas(model)))).toBeLessThan(0.1);
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('uniting', () => {
  test('slabs that touch or overlap become one, a gap between them its opening', () => {
    const model = slabs(
      [rectangle(0, 0, 6, 2)],
      [rectangle(0, 4, 6, 2)],
      [rectangle(0, 0, 2, 6)],
      [rectangle(4, 0, 2, 6)],
    );
    const one = done(model, unitePanelsPlan(model, ['b1', 'b2', 'b3', 'b4'].map(slab)));
    expect(Object.keys(one.slabs)).toEqual(['b1']);
    expect(netOf(one, one.slabs.b1)).toBeCloseTo(32, 9);
    expect(one.slabs.b1.openings).toHaveLength(1);
    expect(one.slabs.b1.corners).toHaveLength(4);
  });

  test('a load on one of them stays where it was', () => {
    const area = (id: string, on: readonly string[]) => ({
      id,
      case: 'c1',
      type: 'area',
      region: { kind: 'panels', slabs: on, walls: [] },
      pressure: { type: 'uniform', value: -1000 },
      direction: 'z',
      spread: { way: 'two' },
    });
    const model = edited(slabs([rectangle(0, 0, 4, 4)], [rectangle(4, 0, 4, 4)], [rectangle(0, 9, 4, 4)]), [
      {
        kind: 'add',
        records: {
          cases: [{ id: 'c1', label: 'G', nature: 'dead' }],
          loads: [area('l1', ['b2']), area('l2', ['b1', 'b2']), area('l3', ['b1', 'b3'])],
        },
      } as never,
    ]);
    const one = done(model, unitePanelsPlan(model, [slab('b1'), slab('b2')]));
    expect(one.loads.l1).toMatchObject({ region: { kind: 'polygon', points: space(rectangle(4, 0, 4, 4)) } });
    expect(one.loads.l2).toMatchObject({ region: { kind: 'panels', slabs: ['b1'] } });
    expect(one.loads.l3).toMatchObject({ region: { kind: 'panels', slabs: ['b3'] } });
    const [made] = Object.values(one.loads).filter(({ id }) => !['l1', 'l2', 'l3'].includes(id));
    expect(made).toMatchObject({ region: { kind: 'polygon', points: space(rectangle(0, 0, 4, 4)) } });
  });

  test('what is apart, at another level, thicker or warmed alone is refused', () => {
    const model = slabs([rectangle(0, 0, 4, 4)], [rectangle(6, 0, 4, 4)], [rectangle(4, 0, 2, 4)]);
    const thick = edited(model, [
      { kind: 'change', table: 'slabs', changes: [{ id: 'b3', fields: { thickness: 0.3 } }] },
    ]);
    expect(unitePanelsPlan(model, [slab('b1'), slab('b2')])).toMatchObject({ error: expect.stringMatching(/touch/) });
    expect(unitePanelsPlan(thick, [slab('b1'), slab('b3')])).toMatchObject({ error: expect.stringMatching(/300 mm/) });
    expect(unitePanelsPlan(model, [slab('b1')])).toMatchObject({ error: expect.stringMatching(/two or more/) });
  });
});

test('an opening left out of the analysis goes with the part it lies in, and comes back when the parts are united', () => {
  const whole = slabs([rectangle(0, 0, 8, 4), rectangle(6, 1, 1, 1)]);
  const model = edited(whole, [
    {
      kind: 'change',
      table: 'slabs',
      changes: [
        { id: 'b1', fields: { openings: null, ignoredOpenings: whole.slabs.b1.openings!, ignoredNote: 'made later' } },
      ],
    },
  ]);
  const cut = done(model, cutPanelsPlan(model, [slab('b1')], [4, 0, 3], [4, 4, 3]));
  const [left, right] = Object.values(cut.slabs).sort(
    (a, b) => cut.nodes[a.corners[0]].position[0] - cut.nodes[b.corners[0]].position[0],
  );
  expect([left, right].map(({ ignoredOpenings }) => ignoredOpenings?.length ?? 0)).toEqual([0, 1]);
  const one = done(
    cut,
    unitePanelsPlan(cut, [
      slab('b1'),
      ...Object.keys(cut.slabs)
        .filter((id) => id !== 'b1')
        .map(slab),
    ]),
  );
  expect(one.slabs.b1.ignoredOpenings).toHaveLength(1);
});

describe('edges and corners', () => {
  test('an edge goes outward by a distance, and the edges beside it keep their directions', () => {
    const model = slabs([
      [
        [0, 0],
        [6, 0],
        [8, 4],
        [0, 4],
      ],
    ]);
    const edge = nearestEdge(model, slab('b1'), [3, 4.1, 3])!;
    const moved = done(model, moveEdgePlan(model, slab('b1'), edge, { kind: 'by', distance: 1 }));
    // the sloping side goes on: 0.5 m outward for each metre up
    expect(moved.slabs.b1.corners.map((id) => moved.nodes[id].position)).toEqual([
      [0, 0, 3],
      [6, 0, 3],
      [expect.closeTo(8.5, 9), expect.closeTo(5, 9), 3],
      [expect.closeTo(0, 9), expect.closeTo(5, 9), 3],
    ]);
    // corners that nothing else hangs on move, and keep their numbers
    expect(Object.keys(moved.nodes)).toEqual(Object.keys(model.nodes));
    expect(moved.slabs.b1.corners).toEqual(model.slabs.b1.corners);
  });

  test('what else hangs on a corner stays when the edge goes', () => {
    const model = edited(slabs([rectangle(0, 0, 6, 4)]), [
      {
        kind: 'change',
        table: 'nodes',
        changes: [{ id: 'n3', fields: { support: { ux: true, uy: true, uz: true, rx: false, ry: false, rz: false } } }],
      },
    ]);
    const edge = nearestEdge(model, slab('b1'), [6, 2, 3])!;
    const moved = done(model, moveEdgePlan(model, slab('b1'), edge, { kind: 'by', distance: 0.5 }));
    expect(moved.nodes.n3.position).toEqual([6, 4, 3]);
    expect(moved.nodes.n2.position).toEqual([6.5, 0, 3]);
    expect(moved.slabs.b1.corners).not.toContain('n3');
    expect(netOf(moved, moved.slabs.b1)).toBeCloseTo(26, 9);
  });

  test('an edge is made so long, or put onto a line; an opening’s edge moves outward of the opening', () => {
    const model = slabs([angle, rectangle(1, 1, 1, 1)]);
    const bottom = nearestEdge(model, slab('b1'), [4, -0.1, 3])!;
    const long = done(model, moveEdgePlan(model, slab('b1'), bottom, { kind: 'length', length: 9.5 }));
    expect(netOf(long, long.slabs.b1)).toBeCloseTo(36 + 1.5 * 3 - 1, 9);
    const onto = done(model, moveEdgePlan(model, slab('b1'), bottom, { kind: 'onto', a: [0, -1, 3], b: [8, -2, 3] }));
    expect(netOf(onto, onto.slabs.b1)).toBeCloseTo(36 + 1.5 * 8 - 1, 9);
    const hole = nearestEdge(model, slab('b1'), [2.05, 1.5, 3])!;
    const larger = done(model, moveEdgePlan(model, slab('b1'), hole, { kind: 'by', distance: 0.4 }));
    expect(netOf(larger, larger.slabs.b1)).toBeCloseTo(36 - 1.4, 9);
    expect(moveEdgePlan(model, slab('b1'), hole, { kind: 'by', distance: 9 })).toMatchObject({ ok: false });
  });

  test('corners are added, moved and taken out', () => {
    const model = slabs([rectangle(0, 0, 6, 4)]);
    const five = done(model, addCornerPlan(model, slab('b1'), [7, 2, 3]));
    expect(netOf(five, five.slabs.b1)).toBeCloseTo(26, 9);
    const [made] = five.slabs.b1.corners.filter((id) => !model.slabs.b1.corners.includes(id));
    const pulled = done(five, moveCornerPlan(five, slab('b1'), made, [8, 2, 3]));
    expect(netOf(pulled, pulled.slabs.b1)).toBeCloseTo(28, 9);
    expect(pulled.nodes[made].position).toEqual([8, 2, 3]);
    const back = done(pulled, dropCornersPlan(pulled, [slab('b1')], [made]));
    expect(netOf(back, back.slabs.b1)).toBeCloseTo(24, 9);
    expect(made in back.nodes).toBe(false);
    expect(moveCornerPlan(model, slab('b1'), 'n1', [9, 5, 3])).toMatchObject({ ok: false });
    expect(addCornerPlan(model, slab('b1'), [3, 0, 4])).toMatchObject({
      error: expect.stringMatching(/beside the plane/),
    });
  });

  test('corners near the line between their neighbours go, and no more', () => {
    const wavy: Ring = [
      [0, 0],
      [2, 0.02],
      [4, -0.015],
      [6, 0],
      [6.01, 0.01],
      [6, 4],
      [3, 4.3],
      [0, 4],
    ];
    const model = slabs([wavy]);
    const straight = done(model, straightenPlan(model, [slab('b1')], 0.05));
    expect(straight.slabs.b1.corners).toHaveLength(5);
    expect(Math.abs(netOf(straight, straight.slabs.b1) - 24.9)).toBeLessThan(0.15);
    expect(straightenPlan(straight, [slab('b1')], 0.05)).toMatchObject({
      error: expect.stringMatching(/Every corner/),
    });
  });

  test('openings with a sliver between them become one', () => {
    const model = slabs([rectangle(0, 0, 8, 6), rectangle(1, 1, 1, 2), rectangle(2.1, 1, 1, 2), rectangle(6, 4, 1, 1)]);
    const merged = done(model, mergeOpeningsPlan(model, [slab('b1')], 0.2));
    expect(merged.slabs.b1.openings).toHaveLength(2);
    expect(netOf(merged, merged.slabs.b1)).toBeCloseTo(48 - 2.1 * 2 - 1, 9);
    expect(merged.slabs.b1.openings!.map((ring) => ring.length)).toEqual([4, 4]);
    expect(mergeOpeningsPlan(merged, [slab('b1')], 0.2)).toMatchObject({ ok: false });
  });
});
