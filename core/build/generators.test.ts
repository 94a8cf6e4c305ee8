import fc from 'fast-check';
import { findMaterial } from '../catalog';
import { solveNow } from '../fem';
import {
  applyAct,
  distance,
  emptyModel,
  fixedSupport,
  gridLinesAlong,
  modelFindings,
  pinnedSupport,
  planeThrough,
  samePoint,
  type Act,
  type Model,
  type Vector,
} from '../model';
import {
  bayMiddle,
  beamsPlan,
  bracingPlan,
  buildFrame,
  columnsPlan,
  connectCrossingsPlan,
  copyPlan,
  dividePlan,
  drawMember,
  edgesBySlope,
  edgesOfSelection,
  endConditionName,
  endConditions,
  endSymbol,
  findBays,
  floorEdits,
  gridLinesPlan,
  isBraced,
  nodeClusters,
  parseSection,
  patternRemark,
  planeOfMember,
  secondariesOnSlopes,
  secondariesPlan,
  slopesOf,
  storeysPlan,
  translation,
  trussPlan,
  type Plan,
  type TrussSpec,
} from './index';

const choice = (text: string) => {
  const parsed = parseSection(text, 'si');
  if (!parsed.ok) throw new Error(parsed.error);
  return parsed.value;
};
const steel = findMaterial('S355')!;

function done(model: Model, act: Act): Model {
  const applied = applyAct(model, act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}
function carriedOut(model: Model, plan: Plan): Model {
  if (!plan.ok) throw new Error(plan.error);
  return done(model, plan.act);
}

const empty = emptyModel({ name: 'Marram Boathouse', units: 'si', code: 'eurocode' });
const shed = done(
  empty,
  buildFrame(empty, {
    baysX: [6, 6, 6],
    baysY: [7.2, 7.2],
    storeys: [4, 3.5, 3.5],
    column: choice('HEB 200'),
    beamX: choice('IPE 300'),
    beamY: choice('IPE 360'),
    material: steel,
    feet: 'fixed',
  }).act!,
);
const fields = { section: 's1', material: 't1', role: 'beam' as const, angle: 0 };

function doubles(model: Model): number {
  const pairs = Object.values(model.members).map((member) => [member.start, member.end].sort().join(' '));
  return nodeClusters(model, samePoint / 2).length + pairs.length - new Set(pairs).size;
}
const stops = (model: Model) =>
  [...modelFindings(model), ...solveNow(model).findings]
    .filter((finding) => finding.severity === 'stop')
    .map((finding) => finding.sentence);

test('grid lines are counted on from a first label, over those that are taken, and can end short', () => {
  const grid = carriedOut(empty, gridLinesPlan(empty, 'x', 0, [6, 6, 6], '1'));
  expect(gridLinesAlong(grid, 'x').map((line) => `${line.label} ${line.position}`)).toEqual([
    '1 0',
    '2 6',
    '3 12',
    '4 18',
  ]);
  const more = carriedOut(grid, gridLinesPlan(grid, 'x', 3, [9], '2', { from: 0, to: 7 }));
  expect(gridLinesAlong(more, 'x').map((line) => line.label)).toEqual(['1', '5', '2', '3', '4']);
  expect(Object.values(more.gridLines).at(-1)).toMatchObject({ from: 0, to: 7 });
  expect(gridLinesPlan(grid, 'y', 0, [5], 'Z')).toMatchObject({ words: '2 grid lines: Z, AA' });
  expect(gridLinesPlan(grid, 'x', 0, [], '1')).toMatchObject({ ok: false });
  expect(gridLinesPlan(grid, 'x', 1, [], '#')).toMatchObject({ ok: false, error: expect.stringContaining('#') });
});

test('columns stand at all crossings in a window, beams run along the grid lines, and a shorter line has none beyond its end', () => {
  let model = carriedOut(empty, gridLinesPlan(empty, 'x', 0, [6, 6], '1'));
  model = carriedOut(model, gridLinesPlan(model, 'y', 0, [5, 5], 'A'));
  model = carriedOut(model, storeysPlan(model, [4, 3], 0));
  model = done(model, {
    edits: [
      { kind: 'add', records: { sections: [{ id: 's1', ...choice('HEB 200') }], materials: [shed.materials.t1] } },
    ],
  });
  const [ground, , top] = Object.keys(model.storeys);
  const columns = columnsPlan(model, {}, ground, top, { ...fields, role: 'column' }, fixedSupport);
  expect(columns).toMatchObject({ ok: true, words: '18 columns, 3.00 m to 4.00 m, at 9 crossings' });
  const standing = carriedOut(model, columns);
  expect(Object.values(standing.nodes).filter((node) => node.support)).toHaveLength(9);
  const beams = beamsPlan(standing, { x: [0, 6] }, [top], ['x', 'y'], fields);
  expect(beams).toMatchObject({ words: '7 beams, 5.00 m to 6.00 m, along 5 grid lines' });
  const framed = carriedOut(standing, beams);
  expect(doubles(framed)).toBe(0);
  expect(beamsPlan(framed, { x: [0, 6] }, [top], ['x', 'y'], fields)).toMatchObject({
    ok: false,
    error: expect.stringContaining('already'),
  });
  const short = done(standing, {
    edits: [{ kind: 'change', table: 'gridLines', changes: [{ id: 'g1', fields: { to: 5 } }] }],
  });
  expect(beamsPlan(short, {}, [top], ['x'], fields)).toMatchObject({ words: '5 beams, 5.00 m, along 3 grid lines' });
  // feet that stand there without a support get it
  const bareFeet = done(standing, {
    edits: [
      {
        kind: 'change',
        table: 'nodes',
        changes: Object.values(standing.nodes)
          .filter((node) => node.support)
          .map((node) => ({ id: node.id, fields: { support: null } })),
      },
      { kind: 'remove', table: 'members', ids: ['m1'] },
    ],
  });
  expect(
    Object.values(
      carriedOut(bareFeet, columnsPlan(bareFeet, {}, ground, top, { ...fields, role: 'column' }, pinnedSupport)).nodes,
    ).filter((node) => node.support),
  ).toHaveLength(9);
  expect(columnsPlan(model, { x: [1, 2] }, ground, top, fields, undefined)).toMatchObject({ ok: false });
  expect(columnsPlan(model, {}, ground, ground, fields, undefined)).toMatchObject({ ok: false });
});

test('purlins at a spacing over a slope stand clear of their supports or run over them, and join them', () => {
  const rafters: [Vector, Vector][] = [0, 6, 12].map((x) => [
    [x, 0, 4],
    [x, 9, 7],
  ]);
  let model = done(empty, {
    edits: [
      {
        kind: 'add',
        records: {
          sections: [
            { id: 's1', ...choice('IPE 300') },
            { id: 's2', ...choice('IPE 160') },
          ],
          materials: [shed.materials.t1],
          nodes: rafters
            .flat()
            .map((position, i) => ({ id: `n${i + 1}`, position: [...position] as [number, number, number] })),
          members: [1, 2, 3].map((i) => ({ id: `m${i}`, ...fields, start: `n${2 * i - 1}`, end: `n${2 * i}` })),
        },
      },
    ],
  });
  const edges = edgesOfSelection(model, ['m3', 'm1', 'm2']);
  expect(edges.map((edge) => edge[0][0])).toEqual([12, 6, 0]);
  const spec = {
    edges,
    atEnds: true,
    supports: 'clear',
    ends: { ry: 0, rz: 0 },
    fields: { ...fields, section: 's2' },
    noun: 'purlin',
  } as const;
  // a slope of √(9² + 3²) = 9.487 m: at 1.5 m apart 7, and one at the end
  const plan = secondariesPlan(model, { ...spec, layout: { spacing: 1.5 } });
  expect(plan).toMatchObject({ ok: true, words: '16 purlins, 6.00 m, on 8 lines' });
  const clear = carriedOut(model, plan);
  const purlins = Object.values(clear.members).filter((member) => member.section === 's2');
  expect(purlins.every((member) => member.startConnection?.ry === 0 && member.endConnection?.ry === 0)).toBe(true);
  expect(Object.values(clear.members).filter((member) => member.section === 's1')).toHaveLength(3 * 7);
  expect(doubles(clear)).toBe(0);
  model = carriedOut(model, secondariesPlan(model, { ...spec, layout: { count: 5 }, supports: 'over' }));
  const over = Object.values(model.members).filter((member) => member.section === 's2');
  expect(over).toHaveLength(10);
  expect(over.filter((member) => member.startConnection)).toHaveLength(5);
  expect(over.filter((member) => member.endConnection)).toHaveLength(5);
  // every line stands 1/4 of the slope from the next
  const places = [...new Set(over.map((member) => Math.round(model.nodes[member.start].position[1] * 1000)))].sort(
    (a, b) => a - b,
  );
  expect(places).toEqual([0, 2250, 4500, 6750, 9000]);
  expect(secondariesPlan(model, { ...spec, edges: edges.slice(0, 1), layout: { count: 3 } })).toMatchObject({
    ok: false,
    error: expect.stringContaining('two lines'),
  });
  expect(secondariesPlan(model, { ...spec, atEnds: false, layout: { spacing: 20 } })).toMatchObject({ ok: false });
  expect(secondariesPlan(model, { ...spec, layout: { spacing: 0.001 } })).toMatchObject({
    ok: false,
    error: expect.stringContaining('unit'),
  });
});

test('bays are found in elevations, on floors and in named planes, and the ground closes the lowest', () => {
  const bays = findBays(shed);
  // elevations: 3 lines of 3 bays and 4 lines of 2, three storeys each; floors: 6 bays on three storeys
  expect(bays.filter((bay) => bay.upright)).toHaveLength((3 * 3 + 4 * 2) * 3);
  expect(bays.filter((bay) => !bay.upright)).toHaveLength(18);
  const open = done(shed, {
    edits: [
      {
        kind: 'remove',
        table: 'members',
        ids: [Object.values(shed.members).find((member) => member.role === 'beam')!.id],
      },
    ],
  });
  expect(findBays(open).length).toBeLessThan(bays.length);
  const gone = Object.values(shed.members).find((member) => member.role === 'beam')!;
  const closed = done(open, {
    edits: [
      {
        kind: 'add',
        records: {
          helperLines: [{ id: 'x1', start: shed.nodes[gone.start].position, end: shed.nodes[gone.end].position }],
        },
      },
    ],
  });
  expect(findBays(closed)).toHaveLength(bays.length);
});

test.each(['cross', 'rising', 'falling', 'chevron', 'vee', 'kay'] as const)(
  'bays braced by %s join the frame without doubles and stand',
  (pattern) => {
    const bays = findBays(shed)
      .filter((bay) => bay.upright && bay.planeLabel === 'Grid A' && (pattern !== 'vee' || bay.corners[0][2] > 0))
      .slice(0, 3);
    const plan = bracingPlan(shed, bays, pattern, { section: 's1', material: 't1', behaviour: 'tension' }, false);
    const braced = carriedOut(shed, plan);
    expect(doubles(braced)).toBe(0);
    expect(stops(braced)).toEqual([]);
    const braces = Object.values(braced.members).filter((member) => member.role === 'brace');
    expect(braces).toHaveLength(pattern === 'rising' || pattern === 'falling' ? 3 : 6);
    expect(braces.every((brace) => brace.behaviour === 'tension')).toBe(true);
    for (const bay of bays) expect(isBraced(braced, bay)).toBe(true);
    if (pattern === 'cross')
      expect(
        bracingPlan(braced, bays, pattern, { section: 's1', material: 't1', behaviour: 'tension' }, false).ok,
      ).toBe(false);
    if (pattern === 'vee')
      expect(
        bracingPlan(
          shed,
          findBays(shed)
            .filter((bay) => bay.upright && bay.corners[0][2] === 0)
            .slice(0, 1),
          'vee',
          { section: 's1', material: 't1' },
          false,
        ),
      ).toMatchObject({ ok: false, error: expect.stringContaining('ground') });
    if (pattern === 'kay' || pattern === 'vee') expect(patternRemark[pattern]).toContain('AISC 341');
  },
);

test('bars that carry axial force only are never cut, by dividing, connecting or what is joined to them', () => {
  const bay = findBays(shed)
    .filter((one) => one.upright)
    .slice(0, 1);
  const braced = carriedOut(
    shed,
    bracingPlan(shed, bay, 'cross', { section: 's1', material: 't1', behaviour: 'axial' }, false),
  );
  const bars = Object.values(braced.members)
    .filter((member) => member.role === 'brace')
    .map((member) => member.id);
  expect(dividePlan(braced, bars, { parts: 2 })).toMatchObject({ ok: false, error: expect.stringContaining('fold') });
  expect(connectCrossingsPlan(braced, bars)).toMatchObject({ ok: false });
  const middle = bayMiddle(bay[0]);
  const strut = drawMember(braced, [middle[0], middle[1], bay[0].corners[0][2]], middle, {
    section: 's1',
    material: 't1',
  });
  if (!strut.ok) throw new Error(strut.error);
  const after = done(braced, strut.act);
  for (const id of bars) expect(after.members[id]).toEqual(braced.members[id]);
});

test('an X may be joined where it crosses', () => {
  const bay = findBays(shed)
    .filter((one) => one.upright)
    .slice(0, 1);
  const joined = carriedOut(shed, bracingPlan(shed, bay, 'cross', { section: 's1', material: 't1' }, true));
  const braces = Object.values(joined.members).filter((member) => member.role === 'brace');
  expect(braces).toHaveLength(4);
  expect(new Set(braces.flatMap((brace) => [brace.start, brace.end])).size).toBe(5);
  expect(stops(joined)).toEqual([]);
  const axial = carriedOut(
    shed,
    bracingPlan(shed, bay, 'cross', { section: 's1', material: 't1', behaviour: 'axial' }, true),
  );
  expect(stops(axial)).toEqual([]);
  expect(bracingPlan(shed, bay, 'cross', { section: 's1', material: 't1', behaviour: 'tension' }, true)).toMatchObject({
    ok: false,
    error: expect.stringContaining('fold'),
  });
});

const truss: TrussSpec = {
  from: [0, 0, 5],
  to: [12, 0, 5],
  web: 'pratt',
  panels: 6,
  depthAtEnds: 0,
  depthInMiddle: 2,
  repeats: [[0, 0, 0]],
  chord: { section: 's1', material: 't1' },
  webMember: { section: 's2', material: 't1' },
};
const bare = done(empty, {
  edits: [
    {
      kind: 'add',
      records: {
        sections: [
          { id: 's1', ...choice('SHS 100x100x5.0') },
          { id: 's2', ...choice('SHS 60x60x4.0') },
        ],
        materials: [shed.materials.t1],
      },
    },
  ],
});

test.each([
  // members of a plane truss: chords 2 × panels, posts, diagonals; a pitched one has no posts at its ends and no diagonals in its end panels
  ['pratt', 0, 12, 5 + 4],
  ['howe', 0, 12, 5 + 4],
  ['pratt', 1, 12, 7 + 6],
  ['warrenPosts', 1, 12, 7 + 6],
  ['warren', 1, 12, 2 + 6],
  ['vierendeel', 1, 12, 7],
] as const)(
  'a %s truss %d m deep at its ends has %d chord and %d web members and stands',
  (web, depthAtEnds, chords, webs) => {
    const plan = trussPlan(bare, { ...truss, web, depthAtEnds });
    expect(plan).toMatchObject({ ok: true, words: `1 truss, span 12.00 m: ${chords} chord and ${webs} web members` });
    const model = carriedOut(bare, plan);
    expect(doubles(model)).toBe(0);
    const at = (place: Vector) =>
      Object.values(model.nodes).find((node) => distance(node.position, place) < samePoint)!.id;
    // purlins keep the top chord upright
    const upright = Object.values(model.nodes)
      .filter((node) => node.position[2] > 5.1)
      .map((node) => ({
        id: node.id,
        fields: { support: { ux: false, uy: true, uz: false, rx: false, ry: false, rz: false } },
      }));
    const held = done(model, {
      edits: [
        {
          kind: 'change',
          table: 'nodes',
          changes: [
            ...upright,
            { id: at([0, 0, 5]), fields: { support: { ...pinnedSupport, rx: true } } },
            { id: at([12, 0, 5]), fields: { support: { ...pinnedSupport, ux: false, rx: true } } },
          ],
        },
        { kind: 'add', records: { cases: [{ id: 'c1', label: 'D', name: 'Dead', nature: 'dead', selfWeight: true }] } },
      ],
    });
    expect(stops(held)).toEqual([]);
  },
);

test('trusses are repeated without doubling the columns they stand between, and what cannot be is refused', () => {
  const columns = done(bare, {
    edits: [
      {
        kind: 'add',
        records: {
          nodes: [
            { id: 'n1', position: [0, 0, 0] },
            { id: 'n2', position: [0, 0, 6] },
          ],
          members: [{ id: 'm1', ...fields, role: 'column', start: 'n1', end: 'n2' }],
        },
      },
    ],
  });
  const model = carriedOut(
    columns,
    trussPlan(columns, {
      ...truss,
      depthAtEnds: 1,
      depthInMiddle: 1,
      repeats: [
        [0, 0, 0],
        [0, 6, 0],
      ],
    }),
  );
  // one end post stands there already as a column, now divided where the bottom chord meets it
  expect(Object.values(model.members).filter((member) => member.role === 'column')).toHaveLength(2);
  expect(Object.values(model.members).filter((member) => member.role === 'brace')).toHaveLength(2 * 13 - 1);
  expect(doubles(model)).toBe(0);
  for (const [change, reason] of [
    [{ to: truss.from }, /same point/],
    [{ panels: 1 }, /panels/],
    [{ panels: 5 }, /even/],
    [{ depthInMiddle: 0 }, /depth/],
    [{ depthInMiddle: 40 }, /unit/],
    [{ to: [0, 0, 17] as const }, /above/],
    [{ web: 'vierendeel' as const }, /ends/],
  ] as const) {
    expect(trussPlan(bare, { ...truss, ...change })).toMatchObject({ ok: false, error: expect.stringMatching(reason) });
  }
});

test('generators, one after another and twice over, make no double nodes or members', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 5 }),
      fc.integer({ min: 1, max: 9 }),
      fc.double({ min: 0.7, max: 3, noNaN: true }),
      (steps, number, spacing) => {
        let model = shed;
        const beams = Object.values(shed.members).filter((member) => member.role === 'beam');
        for (const step of steps) {
          const [a, b] = [beams[(number * 5) % beams.length], beams[(number * 5 + 1) % beams.length]];
          const bays = findBays(model).slice(number, number + 2);
          const plan = [
            () =>
              secondariesPlan(model, {
                edges: edgesOfSelection(shed, [a.id, b.id]),
                layout: { count: number },
                atEnds: number % 2 === 0,
                supports: 'clear',
                ends: undefined,
                fields: { ...fields },
                noun: 'joist',
              }),
            () =>
              secondariesPlan(model, {
                edges: edgesOfSelection(shed, [a.id, b.id]),
                layout: { spacing },
                atEnds: true,
                supports: 'over',
                ends: undefined,
                fields: { ...fields },
                noun: 'joist',
              }),
            () =>
              bracingPlan(
                model,
                bays,
                (['cross', 'chevron', 'kay', 'vee', 'rising'] as const)[number % 5],
                { section: 's1', material: 't1' },
                number % 2 === 0,
              ),
            () =>
              trussPlan(model, {
                ...truss,
                from: [0, 0, 11],
                to: [18, 0, 11],
                panels: 2 * number,
                chord: { section: 's1', material: 't1' },
                webMember: { section: 's2', material: 't1' },
              }),
            () =>
              copyPlan(
                model,
                { members: beams.slice(0, number).map((member) => member.id), nodes: [] },
                [translation([6, 0, 0]), translation([0, 0, 1])],
                { loads: true, supports: true },
              ),
          ][step]();
          if (plan.ok) model = carriedOut(model, plan);
          expect(doubles(model)).toBe(0);
        }
      },
    ),
    { numRuns: 40 },
  );
});

test('end conditions have names and symbols', () => {
  for (const condition of endConditions) expect(endConditionName(condition.connection)).toBe(condition.name);
  expect(endConditionName({ rz: 0, ry: 0 })).toBe('pinned');
  expect(endConditionName({ ry: 4e6 })).toBe('partly fixed');
  expect(endConditionName({ ux: 0, uy: 0 })).toBe('other');
  expect([undefined, { ry: 0 }, { ux: 0 }, { ry: 5 }].map(endSymbol)).toEqual(['none', 'hinge', 'slide', 'spring']);
});

test('a floor is made rigid with the nodes of its storey, semi-rigid, and free again', () => {
  const storey = Object.values(shed.storeys).find((one) => one.elevation === 4)!;
  const rigid = done(shed, { edits: floorEdits(shed, storey.id, 'rigid') });
  expect(Object.values(rigid.diaphragms)[0].nodes).toHaveLength(12);
  const sway = (model: Model) =>
    solveNow(
      done(model, {
        edits: [
          {
            kind: 'add',
            records: { cases: [{ id: 'c1', label: 'D', name: 'Dead', nature: 'dead', selfWeight: true }] },
          },
        ],
      }),
    ).solution!.log.equations;
  expect(sway(shed) - sway(rigid)).toBe(12 * 3 - 3);
  const soft = done(rigid, { edits: floorEdits(rigid, storey.id, 'semiRigid') });
  expect(sway(soft)).toBe(sway(shed));
  expect(done(soft, { edits: floorEdits(soft, storey.id, 'none') }).diaphragms).toEqual({});
});

test('a plane through three points has its own directions', () => {
  const slope = planeThrough([
    [0, 0, 4],
    [0, 3, 8],
    [6, 0, 4],
  ])!;
  [0, 0.6, 0.8].forEach((part, i) => expect(slope.u[i]).toBeCloseTo(part, 12));
  expect(slope.normal[0]).toBeCloseTo(0, 12);
  expect(
    planeThrough([
      [0, 0, 0],
      [1, 0, 0],
      [2, 0, 0],
    ]),
  ).toBeUndefined();
});

describe('a shed with a pitched roof', () => {
  // three frames 6 m apart over 12 m, eaves at 5 m and ridge at 6.5 m; no member along the ridge
  const pitched = (): Model => {
    let model: Model = { ...emptyModel({ name: 'Shed', units: 'si', code: 'us' }) };
    const put = (a: Vector, b: Vector) => {
      const drawn = drawMember(model, a, b, { section: null, material: null });
      const applied = drawn.ok ? applyAct(model, drawn.act) : undefined;
      if (!applied?.ok) throw new Error('cannot be drawn');
      model = applied.model;
    };
    for (const y of [0, 6, 12]) {
      put([0, y, 0], [0, y, 5]);
      put([12, y, 0], [12, y, 5]);
      put([0, y, 5], [6, y, 6.5]);
      put([12, y, 5], [6, y, 6.5]);
    }
    return model;
  };
  const model = pitched();
  const rafters = Object.values(model.members)
    .filter((member) => member.role !== 'column')
    .map((member) => member.id);
  const fields = { role: 'beam' as const, angle: 0, section: null, material: null };

  test('rafters of both sides are two groups of three lines each, from the eaves up', () => {
    const groups = edgesBySlope(model, rafters);
    expect(groups.map((group) => group.length)).toEqual([3, 3]);
    for (const [low, high] of groups.flat()) expect([low[2], high[2]]).toEqual([5, 6.5]);
    expect(
      edgesBySlope(
        model,
        Object.values(model.members)
          .filter((member) => member.role === 'column')
          .map((member) => member.id),
      ).map((group) => group.length),
    ).toEqual([3, 3]);
  });

  test('purlins stand on both slopes at once, the last one beside the ridge; then each slope is one choice', () => {
    const length = Math.hypot(6, 1.5);
    const plan = secondariesOnSlopes(model, edgesBySlope(model, rafters), {
      layout: { spacing: 1.5, first: 0.2, last: 0.15 },
      atEnds: false,
      supports: 'clear',
      ends: undefined,
      fields,
      noun: 'purlin',
    });
    const applied = plan.ok ? applyAct(model, plan.act) : undefined;
    if (!plan.ok || !applied?.ok) throw new Error('no purlins');
    // at 0.2, 1.7, 3.2, 4.7 m and 0.15 m from the ridge of 6.185 m
    const lines = 5;
    expect(plan.made).toHaveLength(2 * 2 * lines);
    const heights = [
      ...new Set(
        plan.made.map((id) => Math.round(applied.model.nodes[applied.model.members[id].start].position[2] * 1e4) / 1e4),
      ),
    ].sort();
    expect(heights).toEqual(
      [0.2, 1.7, 3.2, 4.7, length - 0.15].map((along) => Math.round((5 + (1.5 * along) / length) * 1e4) / 1e4),
    );
    const slopes = slopesOf(applied.model);
    expect(slopes.map((slope) => slope.label).sort()).toEqual(['Slope falling to +x', 'Slope falling to −x']);
    for (const slope of slopes) expect(slope.members).toHaveLength(2 * lines + 3 * (lines + 1));
    // every field of a slope can be braced, the strips beside eaves and ridge too, though no member closes them
    const bays = findBays(applied.model).filter((bay) => bay.sloping);
    expect(bays).toHaveLength(2 * 2 * (lines + 1));
    const ridge = bays.filter((bay) => bay.corners.some((corner) => Math.abs(corner[2] - 6.5) < 1e-6));
    expect(ridge).toHaveLength(4);
    const braced = bracingPlan(
      applied.model,
      ridge,
      'cross',
      { section: null, material: null, behaviour: 'tension' },
      false,
    );
    expect(braced.ok && braced.made).toHaveLength(8);
  });

  test('top chords of trusses side by side are slopes before anything joins them; purlins stand on their panel points', () => {
    const spec: TrussSpec = {
      from: [0, 0, 6],
      to: [0, 18, 6],
      web: 'pratt',
      panels: 12,
      depthAtEnds: 0.6,
      depthInMiddle: 2.4,
      repeats: [
        [0, 0, 0],
        [6, 0, 0],
        [12, 0, 0],
      ],
      chord: { section: null, material: null },
      webMember: { section: null, material: null },
    };
    const trusses = carriedOut(empty, trussPlan(empty, spec));
    const slopes = slopesOf(trusses);
    expect(slopes.map(({ label }) => label).sort()).toEqual(['Slope falling to +y', 'Slope falling to −y']);
    expect(slopes.map(({ members }) => members.length)).toEqual([18, 18]);
    const before = Object.keys(trusses.nodes).length;
    const plan = secondariesOnSlopes(
      trusses,
      edgesBySlope(
        trusses,
        slopes.flatMap(({ members }) => members),
      ),
      { layout: { joints: true }, atEnds: true, supports: 'clear', ends: undefined, fields, noun: 'purlin' },
    );
    // 7 joints a slope, the ridge once: 13 lines over two bays, and not a node more
    expect(plan.ok && plan.made).toHaveLength(13 * 2);
    expect(Object.keys(carriedOut(trusses, plan).nodes)).toHaveLength(before);
    // one click on a chord takes its slope; on a bottom chord, which lies in no storey or grid plane here, nothing
    const chord = slopes[0].members[0];
    expect(planeOfMember(trusses, chord)!.members).toEqual(slopes[0].members);
    const bottom = Object.values(trusses.members).find(
      (member) =>
        member.role !== 'brace' &&
        trusses.nodes[member.start].position[2] === 6 &&
        trusses.nodes[member.end].position[2] === 6,
    )!;
    expect(planeOfMember(trusses, bottom.id)).toBeUndefined();
    // beams at the eaves that were selected with the slope carry no purlins
    const eaves = carriedOut(trusses, plan);
    const whole = slopesOf(eaves).flatMap(({ members }) => members);
    expect(edgesBySlope(eaves, whole).map((group) => group.length)).toEqual([3, 3]);
    const inner = secondariesOnSlopes(trusses, edgesBySlope(trusses, slopes[0].members), {
      layout: { joints: true },
      atEnds: false,
      supports: 'clear',
      ends: undefined,
      fields,
      noun: 'purlin',
    });
    expect(inner.ok && inner.made).toHaveLength(5 * 2);
  });

  test('frames that are level and upright have no slopes', () => {
    expect(slopesOf(shed)).toEqual([]);
  });
});
