import fc from 'fast-check';
import { solveNow } from '../../fem';
import { idSource, type AreaLoad, type Load, type Model, type Vector } from '../../model';
import { build, fixed, type Structure } from '../../results/verification/book/structure';
import { gravity, loadsByCase, spreadOf, termActions } from '../index';
import { areaOf, clipTo, integrals, isInside, type Point2, type Polygon } from '../../plane';
import { lineShares } from './line-share';
import { convexParts, spreadArea } from './spread-area';

type Area = Omit<AreaLoad, 'id' | 'case' | 'type'>;
const area = (load: Partial<Area> & Pick<Area, 'region'>): Area & { type: 'area' } => ({
  type: 'area',
  pressure: { type: 'uniform', value: -2000 },
  direction: 'z',
  spread: { way: 'two' },
  ...load,
});
const polygon = (...points: [number, number, number][]) => ({ kind: 'polygon' as const, points });

/** One bay between four posts' heads: 6 m along x, 4 m along y; m1 and m3 run along x, m2 and m4 along y. */
const corners: [number, number, number][] = [
  [0, 0, 3],
  [6, 0, 3],
  [6, 4, 3],
  [0, 4, 3],
];
const bay = (loads: Structure['loads'], more: Partial<Structure> = {}) =>
  build({
    nodes: corners.map((position) => ({ position, support: fixed })),
    members: [
      [1, 2],
      [2, 3],
      [3, 4],
      [4, 1],
    ],
    loads,
    storeys: [0, 3],
    ...more,
  });
const spread = (model: Model) => spreadArea(model, model.loads.l1 as AreaLoad);
const sums = (model: Model) => {
  const sum = new Map<string, number>();
  for (const { member, from, to, valueFrom, valueTo } of spread(model).received)
    sum.set(member, (sum.get(member) ?? 0) + ((valueFrom + valueTo) / 2) * (to - from));
  return sum;
};

test('two ways on 6 × 4 m: triangles of 8 kN on the short sides, trapezoids of 16 kN on the long ones, 4 kN/m at most', () => {
  const model = bay([area({ region: polygon(...corners) })]);
  const { received, given, taken, area: size, remarks } = spread(model);
  expect(remarks).toEqual([]);
  expect(size).toBeCloseTo(24, 9);
  expect(given).toBeCloseTo(-48000, 6);
  expect(taken).toBeCloseTo(given, 6);
  expect([...sums(model)].sort().map(([, sum]) => Math.round(sum))).toEqual([-16000, -8000, -16000, -8000]);
  expect(Math.min(...received.flatMap((one) => [one.valueFrom, one.valueTo]))).toBeCloseTo(-4000, 6);
  // the trapezoid's level part lies between 2 and 4 m
  expect(received.filter((one) => one.member === 'm1').map((one) => [one.from, one.to])).toEqual(
    [
      [0, 2],
      [2, 4],
      [4, 6],
    ].map((pair) => pair.map((x) => expect.closeTo(x, 9))),
  );
});

test('one way along y: half of it on each long side, nothing on the short ones; along x the other way round', () => {
  const model = (along: [number, number, number]) =>
    bay([area({ region: polygon(...corners), spread: { way: 'one', along } })]);
  expect(
    spread(model([0, 1, 0])).received.map((one) => [one.member, Math.round(one.valueFrom), Math.round(one.valueTo)]),
  ).toEqual([
    ['m1', -4000, -4000],
    ['m3', -4000, -4000],
  ]);
  expect(spread(model([1, 0, 0])).received.map((one) => [one.member, Math.round(one.valueFrom)])).toEqual(
    expect.arrayContaining([
      ['m2', -6000],
      ['m4', -6000],
    ]),
  );
  expect(spread(model([0, 0, 1])).remarks.join(' ')).toMatch(/square to the area/);
});

test('one way to a slanting side: the load per metre of the member is that of the strip times the cosine of its slant', () => {
  // a trapezium: m2 runs from (6, 0) to (2, 4); strips along x of length 6 to 2 m give half to each end
  const model = build({
    nodes: [
      [0, 0, 3],
      [6, 0, 3],
      [2, 4, 3],
      [0, 4, 3],
    ].map((position) => ({ position: position as [number, number, number], support: fixed })),
    members: [
      [1, 2],
      [2, 3],
      [3, 4],
      [4, 1],
    ],
    loads: [
      area({ region: { kind: 'nodes', corners: ['n1', 'n2', 'n3', 'n4'] }, spread: { way: 'one', along: [1, 0, 0] } }),
    ],
  });
  const slanting = spread(model).received.filter((one) => one.member === 'm2');
  const cosine = 4 / Math.hypot(4, 4);
  expect(slanting).toHaveLength(1);
  expect(slanting[0].valueFrom).toBeCloseTo(-2000 * 3 * cosine, 6);
  expect(slanting[0].valueTo).toBeCloseTo(-2000 * 1 * cosine, 6);
});

test('an opening carries nothing, and a storey loads every field on it', () => {
  const whole = bay([area({ region: { kind: 'storey', storey: 'h2' } })]);
  expect(spread(whole).taken).toBeCloseTo(-48000, 6);
  const opened = bay([
    area({
      region: {
        kind: 'polygon',
        points: corners,
        openings: [
          [
            [1, 1, 3],
            [3, 1, 3],
            [3, 2, 3],
            [1, 2, 3],
          ],
        ],
      },
    }),
  ]);
  expect(spread(opened).taken).toBeCloseTo(-2000 * 22, 6);
  expect(spread(opened).remarks).toEqual([]);
  expect(spread(bay([area({ region: { kind: 'storey', storey: 'h1' } })])).remarks.join(' ')).toMatch(
    /no members enclose a field/,
  );
});

test('an edge without a member leaves its part to the others and says so; what no member bounds is told with the difference', () => {
  const open = bay([area({ region: polygon(...corners) })], {
    members: [
      [1, 2],
      [2, 3],
      [3, 4],
    ],
  });
  expect(spread(open).taken).toBeCloseTo(-48000, 6);
  expect(spread(open).remarks.join(' ')).toMatch(/no member on one edge/);
  const beside = bay([area({ region: polygon([3, 0, 3], [9, 0, 3], [9, 4, 3], [3, 4, 3]) })]);
  expect(spread(beside).given).toBeCloseTo(-48000, 6);
  expect(spread(beside).remarks.join(' ')).toMatch(/no member on 3 edges/);
  const far = bay([area({ region: polygon([20, 0, 3], [26, 0, 3], [26, 4, 3], [20, 4, 3]) })]);
  expect(spread(far).taken).toBe(0);
  expect(spread(far).remarks.join(' ')).toMatch(/bounded by no member/);
});

test('water of 3 m on a wall 5 m wide pushes with ρ g h² b / 2; its level may stand below the top', () => {
  const wall = (level: number) =>
    build({
      nodes: [
        [0, 0, 0],
        [0, 5, 0],
        [0, 5, 3],
        [0, 0, 3],
      ].map((position) => ({ position: position as [number, number, number], support: fixed })),
      members: [
        [1, 2],
        [2, 3],
        [3, 4],
        [4, 1],
      ],
      loads: [
        area({
          region: { kind: 'nodes', corners: ['n1', 'n2', 'n3', 'n4'] },
          direction: 'normal',
          pressure: { type: 'fluid', density: 1000, level },
        }),
      ],
    });
  expect(spread(wall(3)).taken).toBeCloseTo((1000 * gravity * 9 * 5) / 2, 4);
  expect(spread(wall(2)).taken).toBeCloseTo((1000 * gravity * 4 * 5) / 2, 4);
  expect(spread(wall(-1)).given).toBe(0);
  expect(spread(wall(3)).direction).toEqual([1, 0, 0]);
});

test('earth at rest with a surcharge and water, by hand: K₀ = 1 − sin 30° = 0.5', () => {
  const wall = (waterLevel?: number) =>
    build({
      nodes: [
        [0, 0, 0],
        [0, 4, 0],
        [0, 4, 3],
        [0, 0, 3],
      ].map((position) => ({ position: position as [number, number, number], support: fixed })),
      members: [
        [1, 2],
        [2, 3],
        [3, 4],
        [4, 1],
      ],
      loads: [
        area({
          region: { kind: 'nodes', corners: ['n1', 'n2', 'n3', 'n4'] },
          direction: 'x',
          pressure: {
            type: 'earth',
            state: 'atRest',
            friction: Math.PI / 6,
            unitWeight: 18000,
            submergedWeight: 10000,
            level: 3,
            surcharge: 10000,
            ...(waterLevel === undefined ? {} : { waterLevel }),
          },
        }),
      ],
    });
  // dry: 0.5 (18 · 9 / 2 + 10 · 3) = 55.5 kN/m
  expect(spread(wall()).taken).toBeCloseTo(4 * 55500, 4);
  // water at 1 m: above it 0.5 (18 · 4 / 2 + 10 · 2) = 28; below 0.5 ((18 · 2 + 10) · 1 + 10 / 2) + 9.80665 / 2 kN/m
  expect(spread(wall(1)).taken).toBeCloseTo(4 * (28000 + 0.5 * (46000 + 5000) + (1000 * gravity) / 2), 4);
  expect(spread(wall(1)).given).toBeCloseTo(spread(wall(1)).taken, 6);
});

test('a linear pressure has its three values, and a load on the projection counts the plan', () => {
  const linear = bay([
    area({
      region: polygon(...corners),
      pressure: {
        type: 'linear',
        points: [
          { at: [0, 0, 3], value: 0 },
          { at: [6, 0, 3], value: -6000 },
          { at: [0, 4, 3], value: 0 },
        ],
      },
    }),
  ]);
  expect(spread(linear).taken).toBeCloseTo(-3000 * 24, 5);
  // a roof that rises 3 m over 4 m: 5 m along the slope
  const roof = (projected: boolean) =>
    build({
      nodes: [
        [0, 0, 0],
        [6, 0, 0],
        [6, 4, 3],
        [0, 4, 3],
      ].map((position) => ({ position: position as [number, number, number], support: fixed })),
      members: [
        [1, 2],
        [2, 3],
        [3, 4],
        [4, 1],
      ],
      loads: [area({ region: { kind: 'nodes', corners: ['n1', 'n2', 'n3', 'n4'] }, projected })],
    });
  expect(spread(roof(false)).taken).toBeCloseTo(-2000 * 30, 5);
  expect(spread(roof(true)).taken).toBeCloseTo(-2000 * 24, 5);
});

test('a beam that is there in two pieces receives what the one would, each piece its own part', () => {
  const parted = bay([area({ region: polygon(...corners) })], {
    nodes: [...corners.map((position) => ({ position, support: fixed })), { position: [2.5, 0, 3] }],
    members: [
      [1, 5],
      [5, 2],
      [2, 3],
      [3, 4],
      [4, 1],
    ],
  });
  const received = sums(parted);
  expect(received.get('m1')! + received.get('m2')!).toBeCloseTo(-16000, 6);
  // the first 2.5 m: a triangle to 4 kN/m over 2 m and 0.5 m of 4 kN/m
  expect(received.get('m1')!).toBeCloseTo(-(4000 + 2000), 6);
});

test('a line load reaches the beams along it by their parts and tells what lies on none', () => {
  const line = (end: [number, number, number]): NonNullable<Structure['loads']>[number] => ({
    type: 'line',
    start: [1, 0, 3],
    end,
    direction: 'z',
    valueFrom: -1000,
    valueTo: -3000,
  });
  const good = bay([line([5, 0, 3])]);
  const found = spreadOf(good, good.loads.l1 as AreaLoad);
  expect(found.received).toEqual([
    {
      member: 'm1',
      direction: [0, 0, 1],
      from: expect.closeTo(1, 9),
      to: expect.closeTo(5, 9),
      valueFrom: -1000,
      valueTo: -3000,
    },
  ]);
  expect(found.remarks).toEqual([]);
  const long = bay([line([9, 0, 3])]);
  expect(spreadOf(long, long.loads.l1 as AreaLoad).remarks.join(' ')).toMatch(/no member lies on the rest/);
});

test('loads reach the members in their own axes, and the structure carries all of it', () => {
  const model = bay([
    area({ region: polygon(...corners) }),
    area({ region: polygon(...corners), direction: 'x', pressure: { type: 'uniform', value: 500 } }),
  ]);
  const { solution } = solveNow(model);
  const [state] = solution!.cases;
  expect(state.applied[0]).toBeCloseTo(500 * 24, 4);
  expect(state.applied[2]).toBeCloseTo(-48000, 4);
  expect(state.reacted[2]).toBeCloseTo(48000, 4);
  const [first] = loadsByCase(model).get('c1')!.members.get('m1')!;
  expect(first.action).toBe(termActions.z);
});

/** A grid of beams over random lines, with some fields cut by a diagonal. */
const grids = fc.record({
  xs: fc.array(fc.double({ min: 2, max: 8, noNaN: true }), { minLength: 1, maxLength: 3 }),
  ys: fc.array(fc.double({ min: 2, max: 8, noNaN: true }), { minLength: 1, maxLength: 3 }),
  shift: fc.double({ min: -0.6, max: 0.6, noNaN: true }),
  turn: fc.double({ min: 0, max: 3, noNaN: true }),
  rise: fc.double({ min: -0.5, max: 0.5, noNaN: true }),
});

/** Points of the grid in its own plane, every inner line bent a little, then turned about z and tilted. */
function gridModel(
  { xs, ys, shift, turn, rise }: typeof grids extends fc.Arbitrary<infer T> ? T : never,
  loads: Structure['loads'],
): { model: Model; place: (p: Point2) => [number, number, number]; width: number; depth: number } {
  const run = (list: readonly number[]) =>
    list.reduce<number[]>((all, one) => [...all, all[all.length - 1] + one], [0]);
  const [us, vs] = [run(xs), run(ys)];
  const place = ([u, v]: Point2): [number, number, number] => [
    u * Math.cos(turn) - v * Math.sin(turn),
    u * Math.sin(turn) + v * Math.cos(turn),
    3 + rise * u,
  ];
  const nodes = vs.flatMap((v, j) =>
    us.map((u, i) => ({
      position: place([u + (i > 0 && i < us.length - 1 && j % 2 === 1 ? shift : 0), v]),
      support: fixed,
    })),
  );
  const at = (i: number, j: number) => j * us.length + i + 1;
  const members: [number, number][] = [];
  for (let j = 0; j < vs.length; j++)
    for (let i = 0; i < us.length; i++) {
      if (i + 1 < us.length) members.push([at(i, j), at(i + 1, j)]);
      if (j + 1 < vs.length) members.push([at(i, j), at(i, j + 1)]);
    }
  members.push([at(0, 0), at(1, 1)]);
  return { model: build({ nodes, members, loads }), place, width: us[us.length - 1], depth: vs[vs.length - 1] };
}

test('whatever the fields and the polygon, members receive exactly what is given, two ways and one way', () => {
  const shares = fc.array(
    fc.tuple(fc.double({ min: 0.02, max: 0.98, noNaN: true }), fc.double({ min: 0.02, max: 0.98, noNaN: true })),
    { minLength: 4, maxLength: 7 },
  );
  fc.assert(
    fc.property(
      grids,
      shares,
      fc.boolean(),
      fc.double({ min: 0, max: 3, noNaN: true }),
      fc.double({ min: -5000, max: 5000, noNaN: true }),
      fc.double({ min: -900, max: 900, noNaN: true }),
      (grid, corners, two, along, value, slope) => {
        const empty = gridModel(grid, []);
        // corners by their angle about a middle: a star, seldom convex
        const flat = corners.map(([a, b]): Point2 => [a * empty.width, b * empty.depth]);
        const middle: Point2 = [
          flat.reduce((s, p) => s + p[0], 0) / flat.length,
          flat.reduce((s, p) => s + p[1], 0) / flat.length,
        ];
        const star = [...flat].sort(
          (p, q) => Math.atan2(p[1] - middle[1], p[0] - middle[0]) - Math.atan2(q[1] - middle[1], q[0] - middle[0]),
        );
        fc.pre(Math.abs(areaOf(star)) > 0.2 && Math.abs(value) > 1);
        const place = (p: Point2) => empty.place(p);
        const [o, e, n] = [place([0, 0]), place([1, 0]), place([0, 1])];
        const hole: Point2[] = [
          [-0.05, -0.05],
          [0.05, -0.05],
          [0.05, 0.05],
          [-0.05, 0.05],
        ].map(([a, b]): Point2 => [middle[0] + a, middle[1] + b]);
        // the opening lies within
        fc.pre(Math.abs(Math.abs(areaOf(clipTo(star, hole))) - 0.01) < 1e-12);
        const load = area({
          region: { kind: 'polygon', points: star.map(place), openings: [hole.map(place)] },
          direction: 'normal',
          pressure: {
            type: 'linear',
            points: [
              { at: o, value },
              { at: e, value: value + slope },
              { at: n, value: value - slope / 2 },
            ],
          },
          spread: two ? { way: 'two' } : { way: 'one', along: [Math.cos(along), Math.sin(along), grid.rise] },
        });
        const { model } = gridModel(grid, [load]);
        const { received, given, taken } = spread(model);
        const scale = Math.max(
          1,
          ...received.map((one) => Math.abs(one.valueFrom) + Math.abs(one.valueTo)),
          Math.abs(given),
        );
        const sum = received.reduce((all, one) => all + ((one.valueFrom + one.valueTo) / 2) * (one.to - one.from), 0);
        expect(Math.abs(taken - given)).toBeLessThan(1e-9 * scale);
        expect(Math.abs(sum - given)).toBeLessThan(1e-9 * scale * Math.max(1, received.length));
        // an independent sum: the pressure over the polygon in its own flat coordinates, times what the tilt adds
        const p = { a: value, b: slope, c: -slope / 2 };
        const turned = areaOf(star) < 0 ? [...star].reverse() : star;
        const expected = (integrals(turned, p).total - integrals(hole, p).total) * Math.hypot(1, grid.rise);
        expect(Math.abs(given - expected)).toBeLessThan(1e-6 * Math.max(1, Math.abs(expected)));
      },
    ),
    { numRuns: 150 },
  );
});

test('a polygon that is not convex falls into convex parts of the same area', () => {
  const ell: Polygon = [
    [0, 0],
    [4, 0],
    [4, 1],
    [1, 1],
    [1, 3],
    [0, 3],
  ];
  const parts = convexParts(ell);
  expect(parts).toHaveLength(2);
  expect(parts.reduce((sum, part) => sum + areaOf(part), 0)).toBeCloseTo(areaOf(ell), 12);
  expect(
    Math.abs(
      areaOf(
        clipTo(ell, [
          [0.5, 0.5],
          [2, 0.5],
          [2, 2],
          [0.5, 2],
        ]),
      ),
    ),
  ).toBeCloseTo(0.75 + 0.5, 12);
  expect(isInside(ell, [0.5, 2]) && !isInside(ell, [2, 2]) && isInside(ell, [4, 0.5])).toBe(true);
});

test('what goes along a line keeps its sum and its centre when it is cut into straight pieces', () => {
  const triangle: Polygon = [
    [0, 0],
    [6, 0],
    [2, 3],
  ];
  const p = { a: 10, b: 2, c: -1.5 };
  const shares = lineShares([triangle], p);
  const { total, x } = integrals(triangle, p);
  expect(shares.reduce((sum, one) => sum + ((one.valueFrom + one.valueTo) / 2) * (one.to - one.from), 0)).toBeCloseTo(
    total,
    9,
  );
  const moment = shares.reduce(
    (sum, { from, to, valueFrom, valueTo }) =>
      sum + ((to - from) / 6) * (valueFrom * (2 * from + to) + valueTo * (from + 2 * to)),
    0,
  );
  expect(moment).toBeCloseTo(x, 9);
});

test('an area between nodes goes with them, is copied with them, and goes when one of them does', () => {
  const model = bay([area({ region: { kind: 'nodes', corners: ['n1', 'n2', 'n3', 'n4'] } })]);
  const wider: Model = {
    ...model,
    nodes: {
      ...model.nodes,
      n2: { ...model.nodes.n2, position: [8, 0, 3] },
      n3: { ...model.nodes.n3, position: [8, 4, 3] },
    },
  };
  expect(spread(wider).taken).toBeCloseTo(-2000 * 32, 5);
  expect(idSource(model)('loads')).toBe('l2');
  const places: Vector[] = Object.values(wider.nodes).map((node) => node.position);
  expect(places).toContainEqual([8, 4, 3]);
});

const loads = (list: Load[]) => list;
test('loads of a case add up where areas lie on each other', () => {
  const model = bay(
    loads([
      area({ region: polygon(...corners) }) as unknown as Load,
      area({
        region: polygon([0, 0, 3], [3, 0, 3], [3, 4, 3], [0, 4, 3]),
        pressure: { type: 'uniform', value: -1000 },
      }) as unknown as Load,
    ]),
  );
  const terms = loadsByCase(model).get('c1')!.members.get('m4')!;
  const total = terms.reduce(
    (sum, term) => sum + (term.value + (term.slope * (term.to - term.from)) / 2) * (term.to - term.from),
    0,
  );
  // the west beam: 8 kN of the whole and 4 kN of the half that lies on its side
  expect(total).toBeCloseTo(-12000, 5);
});

test('walls in two planes loaded square to themselves push each along its own normal', () => {
  const nodes = [
    [0, 0, 0],
    [4, 0, 0],
    [4, 0, 3],
    [0, 0, 3],
    [0, 5, 0],
    [0, 5, 3],
  ].map((position) => ({ position: position as [number, number, number], support: fixed }));
  const model = build({
    nodes,
    members: [
      [1, 2],
      [2, 3],
      [3, 4],
      [4, 1],
      [1, 5],
      [5, 6],
      [6, 4],
    ],
  });
  const walls = {
    w1: { id: 'w1', corners: ['n1', 'n2', 'n3', 'n4'], thickness: 0.2, material: null },
    w2: { id: 'w2', corners: ['n1', 'n5', 'n6', 'n4'], thickness: 0.2, material: null },
  };
  const load: AreaLoad = {
    id: 'l1',
    case: 'c1',
    ...area({
      region: { kind: 'panels', slabs: [], walls: ['w1', 'w2'] },
      direction: 'normal',
      pressure: { type: 'uniform', value: 1000 },
    }),
  };
  const [state] = solveNow({ ...model, walls, loads: { l1: load } }).solution!.cases;
  // the wall along x is square to +y, the one along y square to +x
  expect([...state.applied.slice(0, 3)].map((part) => Math.round(part))).toEqual([1000 * 15, 1000 * 12, 0]);
});

test('a field that stands loose within another one is loaded with its storey, and nothing twice', () => {
  const outer = corners;
  const inner: [number, number, number][] = [
    [2, 1, 3],
    [4, 1, 3],
    [4, 3, 3],
    [2, 3, 3],
  ];
  const model = build({
    nodes: [...outer, ...inner].map((position) => ({ position, support: fixed })),
    members: [
      [1, 2],
      [2, 3],
      [3, 4],
      [4, 1],
      [5, 6],
      [6, 7],
      [7, 8],
      [8, 5],
    ],
    storeys: [0, 3],
    loads: [area({ region: { kind: 'storey', storey: 'h2' } })],
  });
  expect(spread(model).given).toBeCloseTo(-48000, 6);
  expect(spread(model).taken).toBeCloseTo(-48000, 6);
  const whole = build({
    nodes: [...outer, ...inner].map((position) => ({ position, support: fixed })),
    members: [
      [1, 2],
      [2, 3],
      [3, 4],
      [4, 1],
      [5, 6],
      [6, 7],
      [7, 8],
      [8, 5],
    ],
    loads: [area({ region: polygon(...outer), spread: { way: 'one', along: [0, 1, 0] } })],
  });
  expect(spread(whole).taken).toBeCloseTo(-48000, 6);
  expect(
    [...sums(whole)].filter(([member]) => ['m5', 'm7'].includes(member)).map(([, sum]) => Math.round(sum)),
  ).toEqual([-4000, -4000]);
});

test('a grid turned by next to nothing carries all of its load, one way, at every angle', () => {
  const angles = fc.double({ min: -9.5, max: -2, noNaN: true }).map((exponent) => 10 ** exponent);
  fc.assert(
    fc.property(
      angles,
      fc.constantFrom(0, 0.4, 1.1),
      fc.integer({ min: 1, max: 3 }),
      fc.boolean(),
      (angle, base, bays, whole) => {
        const [c, s] = [Math.cos(base + angle), Math.sin(base + angle)];
        const place = (x: number, y: number): [number, number, number] => [c * x - s * y, s * x + c * y, 3];
        const number = (i: number, j: number) => j * (bays + 1) + i + 1;
        const points = Array.from({ length: 3 * (bays + 1) }, (_, n) =>
          place((n % (bays + 1)) * 5.3, Math.floor(n / (bays + 1)) * 4.1),
        );
        const members = [0, 1, 2]
          .flatMap((j) =>
            Array.from({ length: bays + 1 }, (_, i) => [
              ...(i < bays ? [[number(i, j), number(i + 1, j)] as const] : []),
              ...(j < 2 ? [[number(i, j), number(i, j + 1)] as const] : []),
            ]),
          )
          .flat();
        const inset = whole ? 0 : 0.3;
        const region = polygon(
          place(inset, inset),
          place(5.3 * bays - inset, inset),
          place(5.3 * bays - inset, 8.2 - inset),
          place(inset, 8.2 - inset),
        );
        const { received, given, taken } = spread(
          build({
            nodes: points.map((position) => ({ position, support: fixed })),
            members,
            storeys: [0, 3],
            loads: [area({ region, spread: { way: 'one', along: [Math.cos(base), Math.sin(base), 0] } })],
          }),
        );
        const sum = received.reduce((all, one) => all + ((one.valueFrom + one.valueTo) / 2) * (one.to - one.from), 0);
        expect(taken / given).toBeCloseTo(1, 6);
        expect(sum / given).toBeCloseTo(1, 6);
      },
    ),
    { numRuns: 150, endOnFailure: true },
  );
});
