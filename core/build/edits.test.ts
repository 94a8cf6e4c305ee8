import fc from 'fast-check';
import { buildQuillhavenLibrary } from '../../demo/quillhaven-library';
import { buildTernHide } from '../../demo/tern-hide';
import { solveNow } from '../fem';
import {
  applyAct,
  distance,
  emptyModel,
  isPlaced,
  memberAxis,
  memberLength,
  samePoint,
  type Load,
  type Member,
  type Mend,
  type Model,
  type Vector,
} from '../model';
import {
  connectCrossingsPlan,
  copyPlan,
  copyStoreyPlan,
  crossings,
  dividePlan,
  drawMember,
  extendPlan,
  insertStoreyPlan,
  joinPlan,
  mergeNodesPlan,
  mirror,
  moved,
  movedDirection,
  movePlan,
  moveGridLinePlan,
  nodeClusters,
  nodesOnLine,
  framesBesideLines,
  mendAct,
  reheightStoreyPlan,
  rigidEndsPlan,
  rotation,
  storeyMembers,
  strongAxisAngle,
  translation,
  type Movement,
  type Plan,
} from './index';

const library = buildQuillhavenLibrary();
const hide = buildTernHide();
const nothing = { loads: false, supports: false };

function carriedOut(model: Model, plan: Plan): Model {
  if (!plan.ok) throw new Error(plan.error);
  const applied = applyAct(model, plan.act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}

/** A model after a mend. */
function carriedOutAct(model: Model, mend: Mend | undefined): Model {
  const applied = applyAct(model, mendAct(model, mend!)!);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}

/** The tables without the counters, which only grow. */
const tables = ({ counters: _counters, ...rest }: Model) => rest;

/** A model with members between points, of one section. */
function frame(lines: readonly [Vector, Vector][], fields: Partial<Member> = {}): Model {
  let model: Model = {
    ...emptyModel({ name: 'Frame', units: 'si', code: 'us' }),
    sections: { s1: hide.sections.s1 },
    materials: { t1: hide.materials.t1 },
    cases: { c1: { id: 'c1', label: 'D', name: 'Dead', nature: 'dead', selfWeight: false } },
  };
  for (const [a, b] of lines) {
    const drawn = drawMember(model, a, b, { section: 's1', material: 't1', ...fields }, false);
    if (!drawn.ok) throw new Error(drawn.error);
    const applied = applyAct(model, drawn.act);
    if (!applied.ok) throw new Error(applied.error);
    model = applied.model;
  }
  return model;
}

const withLoads = (model: Model, loads: Load[]): Model => {
  const applied = applyAct(model, { edits: [{ kind: 'add', records: { loads } }] });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};

/** Nodes at one place, and members between the same two nodes. */
function doubles(model: Model): number {
  const pairs = Object.values(model.members).map((member) => [member.start, member.end].sort().join(' '));
  return nodeClusters(model, samePoint / 2).length + pairs.length - new Set(pairs).size;
}

/** Displacements by place, of one case. */
function movements(model: Model, caseId: string): Map<string, Vector> {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map((finding) => finding.sentence).join(' '));
  const state = solution.cases.find((one) => one.id === caseId)!;
  return new Map(
    solution.nodeIds.map((id, i) => [id, [...state.displacements.subarray(6 * i, 6 * i + 3)] as unknown as Vector]),
  );
}

/** The whole of Tern Hide, with loads of every kind, an inclined support and a section without symmetry. */
const varied: Model = withLoads(
  (() => {
    const applied = applyAct(hide, {
      edits: [
        {
          kind: 'add',
          records: {
            sections: [
              {
                id: 's8',
                name: 'L 150x100x12',
                shape: {
                  type: 'angle',
                  depth: 0.15,
                  width: 0.1,
                  thickness: 0.012,
                  rootRadius: 0.012,
                  toeRadius: 0.006,
                },
              },
            ],
            cases: [{ id: 'c9', label: 'V', name: 'Various', nature: 'other', selfWeight: true }],
          },
        },
        {
          kind: 'change',
          table: 'members',
          changes: [
            {
              id: 'm2',
              fields: { section: 's8', angle: 0.3, axisPosition: 'top', startConnection: { ry: 2e6 }, endRigid: 0.1 },
            },
            { id: 'm4', fields: { startOffset: [0.05, 0.02, -0.1], endOffset: [0, 0.03, -0.1] } },
          ],
        },
        {
          kind: 'change',
          table: 'nodes',
          changes: [
            {
              id: 'n1',
              fields: {
                support: { ux: true, uy: true, uz: true, rx: true, ry: false, rz: true },
                springs: { ry: 4e5 },
              },
            },
          ],
        },
      ],
    });
    if (!applied.ok) throw new Error(applied.error);
    return applied.model;
  })(),
  [
    {
      id: 'l91',
      case: 'c9',
      type: 'trapezoid',
      member: 'm2',
      axes: 'local',
      direction: 'y',
      valueFrom: 1000,
      valueTo: 4000,
      from: 0.2,
      to: 1.7,
    },
    { id: 'l92', case: 'c9', type: 'point', member: 'm4', axes: 'global', direction: 'x', value: 2500, at: 0.6 },
    { id: 'l93', case: 'c9', type: 'moment', member: 'm1', axes: 'local', direction: 'z', value: 900, at: 1 },
    {
      id: 'l94',
      case: 'c9',
      type: 'uniform',
      member: 'm4',
      axes: 'global',
      direction: 'x',
      value: 700,
      from: 0,
      to: null,
      projected: true,
    },
    { id: 'l95', case: 'c9', type: 'temperature', member: 'm2', change: 30, differenceY: 8, differenceZ: -12 },
    { id: 'l96', case: 'c9', type: 'strain', member: 'm4', axial: 1e-4, curvatureY: 2e-4, curvatureZ: -1e-4 },
    { id: 'l97', case: 'c9', type: 'node', node: 'n3', force: [300, 500, -800], moment: [40, -60, 90] },
    {
      id: 'l98',
      case: 'c9',
      type: 'settlement',
      node: 'n1',
      displacement: [0.001, -0.002, -0.003],
      rotation: [0.001, 0, 0.0005],
    },
    { id: 'l100', case: 'c9', type: 'point', member: 'm4', axes: 'local', direction: 'z', value: -3000, at: 2.1 },
    {
      id: 'l101',
      case: 'c9',
      type: 'trapezoid',
      member: 'm4',
      axes: 'local',
      direction: 'z',
      valueFrom: -500,
      valueTo: -2500,
      from: 1.1,
      to: 2.3,
    },
    { id: 'l99', case: 'c9', type: 'moment', member: 'm4', axes: 'global', direction: 'x', value: 1200, at: 0.4 },
  ],
);
// gravity points down, so that only movements which leave the vertical alone leave self-weight what it was
const upright: Movement[] = [
  translation([3.1, -7, 2]),
  rotation([1, 2, 0], [0, 0, 1], 0.7),
  rotation([0, 0, 0], [0, 0, 1], Math.PI / 2),
  mirror([2, 0, 0], [1, 0, 0]),
  mirror([0, 1, 0], [0.6, 0.8, 0]),
];

test.each(
  upright.map(
    (movement, i) =>
      [['moved', 'turned by 0.7', 'turned by a quarter', 'mirrored', 'mirrored askew'][i], movement] as const,
  ),
)('a structure that is %s answers as before, moved along', (_, movement) => {
  const all = { members: Object.keys(varied.members), nodes: Object.keys(varied.nodes) };
  const before = movements(varied, 'c9');
  const after = movements(carriedOut(varied, movePlan(varied, all, movement)), 'c9');
  const size = Math.max(...[...before.values()].flat().map(Math.abs));
  for (const [id, was] of before)
    movedDirection(movement, was).forEach((part, i) =>
      expect(Math.abs(after.get(id)![i] - part)).toBeLessThan(1e-6 * size),
    );
});

test('a copy answers as its original does', () => {
  const movement = mirror([-1, 0, 0], [1, 0, 0]);
  const all = { members: Object.keys(varied.members), nodes: Object.keys(varied.nodes) };
  const both = carriedOut(varied, copyPlan(varied, all, [movement], { loads: true, supports: true }));
  expect(Object.keys(both.members)).toHaveLength(2 * all.members.length);
  const answers = movements(both, 'c9');
  const at = (place: Vector) =>
    Object.values(both.nodes).find((node) => distance(node.position, place) < samePoint)!.id;
  for (const id of all.nodes) {
    const copy = answers.get(at(moved(movement, varied.nodes[id].position)))!;
    movedDirection(movement, answers.get(id)!).forEach((part, i) => expect(copy[i]).toBeCloseTo(part, 9));
  }
});

test('a quarter turn exchanges the directions in which a support holds; another turn inclines it', () => {
  const roller = applyAct(hide, {
    edits: [
      {
        kind: 'change',
        table: 'nodes',
        changes: [
          { id: 'n1', fields: { support: { ux: true, uy: false, uz: true, rx: false, ry: false, rz: false } } },
        ],
      },
    ],
  });
  const model = roller.ok ? roller.model : hide;
  const turned = (angle: number) =>
    carriedOut(model, movePlan(model, { members: [], nodes: ['n1'] }, rotation([9, 9, 0], [0, 0, 1], angle))).nodes.n1;
  expect(turned(Math.PI / 2)).toMatchObject({ support: { ux: false, uy: true, uz: true } });
  expect(turned(Math.PI / 2).supportAngles).toBeUndefined();
  expect(turned(0.5)).toMatchObject({
    support: { ux: true, uy: false },
    supportAngles: [expect.closeTo(0.5, 9), expect.closeTo(0, 9), expect.closeTo(0, 9)],
  });
});

test('every edit and its inverse restore the model exactly', () => {
  const beams = Object.values(library.members)
    .filter((member) => member.role === 'beam')
    .map((member) => member.id);
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 9 }),
      fc.shuffledSubarray(beams, { minLength: 2, maxLength: 6 }),
      fc.double({ min: 0.3, max: 4, noNaN: true }),
      (kind, ids, amount) => {
        const chosen = { members: ids, nodes: [] };
        const storeys = Object.keys(library.storeys);
        const plans: (() => Plan)[] = [
          () => copyPlan(library, chosen, [translation([amount, 0, 50])], { loads: true, supports: true }),
          () => movePlan(library, chosen, translation([0, 0, amount / 7])),
          () => copyPlan(library, chosen, [mirror([0, -5, 0], [0, 1, 0])], { loads: true, supports: false }),
          () => movePlan(library, chosen, rotation([100, 0, 0], [0, 0, 1], amount)),
          () => dividePlan(library, ids, { parts: 3 }),
          () => dividePlan(library, ids, { distances: [amount] }),
          () => mergeNodesPlan(library, amount, [library.members[ids[0]].start, library.members[ids[0]].end]),
          () => reheightStoreyPlan(library, storeys[1], 4.2 + amount / 10, 'above'),
          () => insertStoreyPlan(library, storeys[1], amount, 'New'),
          () => rigidEndsPlan(library, ids, 0.8),
        ];
        const plan = plans[kind]();
        if (!plan.ok) {
          expect(plan.error).toMatch(/^[A-Z“].*\.$/);
          return;
        }
        const applied = applyAct(library, plan.act);
        if (!applied.ok) throw new Error(applied.error);
        const undone = applyAct(applied.model, { edits: applied.inverse });
        if (!undone.ok) throw new Error(undone.error);
        expect(tables(undone.model)).toEqual(tables(library));
        if (kind < 6) expect(doubles(applied.model)).toBe(0);
      },
    ),
    { numRuns: 60 },
  );
});

test('dividing members, with all their loads and end conditions, changes no displacement of their ends', () => {
  const divided = carriedOut(varied, dividePlan(varied, ['m1', 'm4'], { parts: 3 }));
  expect(Object.keys(divided.members).length).toBe(Object.keys(varied.members).length + 4);
  const [before, after] = [movements(varied, 'c9'), movements(divided, 'c9')];
  const size = Math.max(...[...before.values()].flat().map(Math.abs));
  for (const [id, was] of before)
    was.forEach((part, i) => expect(Math.abs(after.get(id)![i] - part)).toBeLessThan(1e-6 * size));
});

test('members joined again, one of them turned round, answer as the whole did', () => {
  const whole = withLoads(
    frame([
      [
        [0, 0, 0],
        [0, 0, 3],
      ],
      [
        [0, 0, 3],
        [6, 1, 3],
      ],
    ]),
    (['x', 'y', 'z'] as const).flatMap((direction, i): Load[] => [
      {
        id: `l${3 * i + 1}`,
        case: 'c1',
        type: 'trapezoid',
        member: 'm2',
        axes: 'local',
        direction,
        valueFrom: 500,
        valueTo: 3000,
        from: 1,
        to: 5.5,
      },
      { id: `l${3 * i + 2}`, case: 'c1', type: 'moment', member: 'm2', axes: 'local', direction, value: 700, at: 4.4 },
      {
        id: `l${3 * i + 3}`,
        case: 'c1',
        type: 'uniform',
        member: 'm1',
        axes: 'local',
        direction,
        value: 800,
        from: 0.5,
        to: 2.9,
      },
    ]),
  );
  const held = applyAct(whole, {
    edits: [
      {
        kind: 'change',
        table: 'nodes',
        changes: [{ id: 'n1', fields: { support: { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true } } }],
      },
    ],
  });
  if (!held.ok) throw new Error(held.error);
  const divided = carriedOut(held.model, dividePlan(held.model, ['m1', 'm2'], { parts: 2 }));
  const answer = movements(held.model, 'c1');
  for (const turned of [[], ['m1'], ['m2'], ['m3', 'm4'], ['m1', 'm2', 'm3', 'm4']]) {
    // a member turned round by a mirror square to itself and back is the same member told from its other end: here by hand
    const model = { ...divided, members: { ...divided.members }, loads: { ...divided.loads } };
    for (const id of turned) {
      const member = divided.members[id];
      const axis = memberAxis(divided, member)!;
      const other = { ...member, start: member.end, end: member.start };
      const after = memberAxis(divided, other)!;
      model.members[id] = other;
      for (const load of Object.values(divided.loads)) {
        if (!isPlaced(load) || load.member !== id) continue;
        const sign = Math.sign(
          axis.axes[load.direction].reduce((sum, part, i) => sum + part * after.axes[load.direction][i], 0),
        );
        if ('at' in load) model.loads[load.id] = { ...load, at: axis.length - load.at, value: load.value * sign };
        else if (load.type === 'uniform')
          model.loads[load.id] = {
            ...load,
            from: axis.length - (load.to ?? axis.length),
            to: axis.length - load.from,
            value: load.value * sign,
          };
        else
          model.loads[load.id] = {
            ...load,
            from: axis.length - (load.to ?? axis.length),
            to: axis.length - load.from,
            valueFrom: load.valueTo * sign,
            valueTo: load.valueFrom * sign,
          };
      }
    }
    const joined = carriedOut(model, joinPlan(model, Object.keys(model.members)));
    expect(Object.keys(joined.members)).toHaveLength(2);
    const now = movements(joined, 'c1');
    for (const id of ['n2', 'n3']) now.get(id)!.forEach((part, i) => expect(part).toBeCloseTo(answer.get(id)![i], 7));
  }
});

test('what was typed of a divided member goes to its pieces, its groups take them, and its loads stay where they are', () => {
  const model = withLoads(
    {
      ...frame([
        [
          [0, 0, 0],
          [6, 0, 0],
        ],
      ]),
      groups: { q1: { id: 'q1', label: 'Rail', members: ['m1'] } },
    },
    [
      {
        id: 'l1',
        case: 'c1',
        type: 'uniform',
        member: 'm1',
        axes: 'global',
        direction: 'z',
        value: -1000,
        from: 1,
        to: 5,
      },
      {
        id: 'l2',
        case: 'c1',
        type: 'trapezoid',
        member: 'm1',
        axes: 'global',
        direction: 'z',
        valueFrom: 0,
        valueTo: -6000,
        from: 0,
        to: null,
      },
      { id: 'l3', case: 'c1', type: 'point', member: 'm1', axes: 'global', direction: 'z', value: -9, at: 4.5 },
    ],
  );
  const typed = carriedOut(model, {
    ok: true,
    act: {
      edits: [
        { kind: 'change', table: 'members', changes: [{ id: 'm1', fields: { steelDesign: { factorMinor: 0.8 } } }] },
      ],
    },
    words: '',
    preview: [],
    made: [],
  });
  const divided = carriedOut(typed, dividePlan(typed, ['m1'], { distances: [2, 4] }));
  expect(Object.values(divided.members).map((member) => member.steelDesign)).toEqual([
    { factorMinor: 0.8 },
    { factorMinor: 0.8 },
    { factorMinor: 0.8 },
  ]);
  expect(divided.groups.q1.members).toEqual(['m1', 'm2', 'm3']);
  const of = (member: string, type: string) =>
    Object.values(divided.loads).find((load) => 'member' in load && load.member === member && load.type === type);
  expect([of('m1', 'uniform'), of('m2', 'uniform'), of('m3', 'uniform')]).toMatchObject([
    { from: 1, to: null },
    { from: 0, to: null },
    { from: 0, to: 1 },
  ]);
  expect([of('m1', 'trapezoid'), of('m2', 'trapezoid'), of('m3', 'trapezoid')]).toMatchObject([
    { valueFrom: 0, valueTo: -2000 },
    { valueFrom: -2000, valueTo: -4000 },
    { valueFrom: -4000, valueTo: -6000 },
  ]);
  expect(of('m3', 'point')).toMatchObject({ at: 0.5 });
});

test('members are joined only when nothing would be lost', () => {
  const line = frame([
    [
      [0, 0, 0],
      [2, 0, 0],
    ],
    [
      [2, 0, 0],
      [5, 0, 0],
    ],
  ]);
  expect(carriedOut(line, joinPlan(line, ['m1', 'm2'])).members).toMatchObject({ m1: { start: 'n1', end: 'n3' } });
  const hinged = { ...line, members: { ...line.members, m1: { ...line.members.m1, endConnection: { ry: 0 } } } };
  expect(joinPlan(hinged, ['m1', 'm2'])).toMatchObject({ ok: false, error: expect.stringContaining('not rigid') });
  const bent = frame([
    [
      [0, 0, 0],
      [2, 0, 0],
    ],
    [
      [2, 0, 0],
      [5, 0, 1],
    ],
  ]);
  expect(joinPlan(bent, ['m1', 'm2']).ok).toBe(false);
  const held = {
    ...line,
    nodes: {
      ...line.nodes,
      n2: { ...line.nodes.n2, support: { ux: true, uy: true, uz: true, rx: false, ry: false, rz: false } },
    },
  };
  expect(joinPlan(held, ['m1', 'm2']).ok).toBe(false);
  // a member drawn the other way round joins too, and its local loads keep their sense
  const against = withLoads(
    frame([
      [
        [0, 0, 0],
        [2, 0, 0],
      ],
      [
        [5, 0, 0],
        [2, 0, 0],
      ],
    ]),
    [{ id: 'l1', case: 'c1', type: 'point', member: 'm2', axes: 'local', direction: 'y', value: 10, at: 1 }],
  );
  expect(carriedOut(against, joinPlan(against, ['m1', 'm2'])).loads.l1).toMatchObject({
    member: 'm1',
    at: 4,
    value: -10,
  });
});

test('crossing members are connected or left free', () => {
  const cross = frame([
    [
      [0, 0, 0],
      [4, 4, 0],
    ],
    [
      [0, 4, 0],
      [4, 0, 0],
    ],
    [
      [2, 2, 0],
      [2, 2, 3],
    ],
    [
      [0, 0, 1],
      [4, 4, 1],
    ],
  ]);
  expect(
    crossings(cross, Object.keys(cross.members))
      .map(({ members, point }) => `${[...members].sort().join('+')} at ${point.join(' ')}`)
      .sort(),
  ).toEqual(['m1 at 2 2 0', 'm1+m2 at 2 2 0', 'm2 at 2 2 0', 'm3+m4 at 2 2 1']);
  const joined = carriedOut(cross, connectCrossingsPlan(cross, ['m1', 'm2', 'm3']));
  expect(crossings(joined, ['m1', 'm2', 'm3'])).toEqual([]);
  expect(Object.keys(joined.members)).toHaveLength(6);
  expect(doubles(joined)).toBe(0);
  expect(connectCrossingsPlan(joined, ['m1', 'm2']).ok).toBe(false);
});

test('a member is extended and trimmed to another, which is divided there', () => {
  const model = withLoads(
    frame([
      [
        [0, 0, 0],
        [0, 8, 0],
      ],
      [
        [1, 3, 0],
        [4, 3, 0],
      ],
      [
        [-1, 5, 0],
        [4, 5, 0],
      ],
    ]),
    [{ id: 'l1', case: 'c1', type: 'point', member: 'm2', axes: 'global', direction: 'z', value: 1, at: 2 }],
  );
  const after = carriedOut(model, extendPlan(model, ['m2', 'm3'], 'm1'));
  expect(memberLength(after, after.members.m2)).toBeCloseTo(4, 9);
  expect(memberLength(after, after.members.m3)).toBeCloseTo(4, 9);
  expect(after.loads.l1).toMatchObject({ at: 3 });
  expect(Object.keys(after.members)).toHaveLength(5);
  expect(Object.values(after.nodes)).toHaveLength(6); // the old ends are gone
  // trimmed at its start, a member keeps its loads in place; one on the part cut off stops it
  const long = withLoads(
    frame([
      [
        [2, -4, 0],
        [2, 4, 0],
      ],
      [
        [0, 0, 0],
        [6, 0, 0],
      ],
    ]),
    [
      {
        id: 'l1',
        case: 'c1',
        type: 'trapezoid',
        member: 'm2',
        axes: 'global',
        direction: 'z',
        valueFrom: -1000,
        valueTo: -5000,
        from: 1,
        to: 5,
      },
      { id: 'l2', case: 'c1', type: 'point', member: 'm2', axes: 'global', direction: 'z', value: -10, at: 3 },
    ],
  );
  const trimmed = carriedOut(long, extendPlan(long, ['m2'], 'm1'));
  expect(trimmed.loads).toMatchObject({ l1: { from: 0, to: 3, valueFrom: -2000, valueTo: -5000 }, l2: { at: 1 } });
  const lost = { ...long, loads: { ...long.loads, l2: { ...long.loads.l2, at: 1 } as Load } };
  expect(extendPlan(lost, ['m2'], 'm1')).toMatchObject({ ok: false, error: expect.stringContaining('l2') });
  expect(
    extendPlan(
      { ...long, members: { ...long.members, m1: { ...long.members.m1, behaviour: 'tension' } } },
      ['m2'],
      'm1',
    ),
  ).toMatchObject({ ok: false, error: expect.stringContaining('fold') });
  expect(extendPlan(model, ['m2'], 'm3')).toMatchObject({ ok: false, error: expect.stringContaining('parallel') });
});

test('two rafters that end short of each other are extended to their meeting, from either', () => {
  const gable = frame([
    [
      [0, 0, 4],
      [4, 0, 6],
    ],
    [
      [10, 0, 4],
      [6.5, 0, 5.75],
    ],
  ]);
  for (const [moving, target] of [
    ['m1', 'm2'],
    ['m2', 'm1'],
  ] as const) {
    const met = carriedOut(gable, extendPlan(gable, [moving], target));
    expect(met.members.m1.end).toBe(met.members.m2.end);
    expect(met.nodes[met.members.m1.end].position.map((part) => Math.round(part * 1e6) / 1e6)).toEqual([5, 0, 6.5]);
    expect(Object.keys(met.nodes)).toHaveLength(3);
  }
  // others that meet it elsewhere are not dragged along
  const three = frame([
    [
      [0, 0, 4],
      [4, 0, 6],
    ],
    [
      [10, 0, 4],
      [6.5, 0, 5.75],
    ],
    [
      [0, 0, 9],
      [1, 0, 8.8],
    ],
  ]);
  expect(extendPlan(three, ['m1', 'm3'], 'm2')).toMatchObject({
    ok: false,
    error: expect.stringContaining('one by one'),
  });
});

test('nodes within a tolerance are merged with all that refers to them', () => {
  const gap = frame([
    [
      [0, 0, 0],
      [2, 0, 0],
    ],
    [
      [2.004, 0, 0],
      [5, 0, 0],
    ],
  ]);
  const model = withLoads(
    {
      ...gap,
      diaphragms: { d1: { id: 'd1', label: 'D', nodes: ['n2', 'n3'] } },
      slabs: { b1: { id: 'b1', corners: ['n1', 'n3', 'n4'], thickness: 0.2, material: null } },
    },
    [{ id: 'l1', case: 'c1', type: 'node', node: 'n3', force: [0, 0, 1], moment: [0, 0, 0] }],
  );
  expect(mergeNodesPlan(model, 0.003).ok).toBe(false);
  const merged = carriedOut(model, mergeNodesPlan(model, 0.005));
  expect(Object.keys(merged.nodes)).toEqual(['n1', 'n2', 'n4']);
  expect(merged.members.m2.start).toBe('n2');
  expect(merged.loads.l1).toMatchObject({ node: 'n2' });
  expect(merged.diaphragms.d1.nodes).toEqual(['n2']);
  expect(merged.slabs.b1.corners).toEqual(['n1', 'n2', 'n4']);
});

test('a merge carries the corners of openings over; an opening that folds up goes', () => {
  const gap = frame([
    [
      [0, 0, 0],
      [8, 0, 0],
    ],
    [
      [8, 0, 0],
      [8, 6, 0],
    ],
    [
      [8, 6, 0],
      [0, 6, 0],
    ],
    [
      [0, 6, 0],
      [0, 0, 0],
    ],
  ]);
  const at = (id: string, x: number, y: number) => ({ id, position: [x, y, 0] as [number, number, number] });
  const nodes = Object.fromEntries(
    [
      at('n50', 2, 2),
      at('n51', 3, 2),
      at('n52', 3, 3),
      at('n53', 3.004, 2),
      at('n54', 5, 5),
      at('n55', 5.004, 5),
      at('n56', 5.002, 5.003),
    ].map((node) => [node.id, node]),
  );
  const model: Model = {
    ...gap,
    nodes: { ...gap.nodes, ...nodes },
    slabs: {
      b1: {
        id: 'b1',
        corners: ['n1', 'n2', 'n3', 'n4'],
        openings: [
          ['n50', 'n53', 'n52'],
          ['n54', 'n55', 'n56'],
        ],
        thickness: 0.2,
        material: null,
      },
    },
    members: { ...gap.members, m9: { ...gap.members.m1, id: 'm9', start: 'n51', end: 'n52' } },
  };
  const merged = carriedOut(model, mergeNodesPlan(model, 0.01));
  expect(merged.slabs.b1).toMatchObject({ corners: ['n1', 'n2', 'n3', 'n4'], openings: [['n50', 'n51', 'n52']] });
});

test('a level moves with what lies at it; what is above stays unless it is asked to move along', () => {
  const upward = Object.values(library.storeys).sort((a, b) => a.elevation - b.elevation);
  const [, first, second] = upward;
  const plan = reheightStoreyPlan(library, first.id, first.elevation + 0.4, 'storey');
  const raised = carriedOut(library, plan);
  for (const node of Object.values(library.nodes))
    expect(raised.nodes[node.id].position[2]).toBeCloseTo(
      node.position[2] + (Math.abs(node.position[2] - first.elevation) < 0.01 ? 0.4 : 0),
      9,
    );
  expect(raised.storeys[second.id]).toEqual(second);
  if (!plan.ok) throw new Error(plan.error);
  expect(plan.words).toContain(`what is above stays, and ${second.label}`);
  expect(reheightStoreyPlan(library, first.id, second.elevation, 'storey')).toMatchObject({
    ok: false,
    error: expect.stringContaining('come up to'),
  });
});

test('a storey is copied with its slabs, walls, rigid floor, line supports, column heads and masses, each once', () => {
  const upward = Object.values(library.storeys).sort((a, b) => a.elevation - b.elevation);
  const [, first, second] = upward;
  const on = (z: number) =>
    Object.values(library.nodes)
      .filter((node) => Math.abs(node.position[2] - z) < 0.01)
      .map((node) => node.id);
  const [a, b, c] = on(first.elevation);
  const below = on(upward[0].elevation);
  const free = (id: string, x: number) => ({ id, position: [x, 1, first.elevation] as [number, number, number] });
  const added = applyAct(library, {
    edits: [
      ...(['diaphragms', 'slabs', 'walls'] as const).flatMap((table) =>
        Object.keys(library[table]).length > 0
          ? [{ kind: 'remove' as const, table, ids: Object.keys(library[table]) }]
          : [],
      ),
      {
        kind: 'add',
        records: {
          nodes: [free('n901', 1), free('n902', 2), { ...free('n903', 2), position: [2, 2, first.elevation] }],
          slabs: [
            {
              id: 'b1',
              label: 'S1',
              corners: [a, b, 'n903'],
              openings: [['n901', 'n902', 'n903']],
              thickness: 0.25,
              material: null,
            },
          ],
          walls: [{ id: 'w1', corners: [below[0], below[1], b, a], thickness: 0.3, material: null }],
          diaphragms: [{ id: 'd9', label: first.label, nodes: [a, b, c] }],
          lineSupports: [
            {
              id: 'j1',
              start: a,
              end: b,
              support: { ux: false, uy: false, uz: true, rx: false, ry: false, rz: false },
            },
          ],
          columnHeads: [{ id: 'o1', node: c, widthX: 1.2, widthY: 1.2, depth: 0.2 }],
          loads: [
            {
              id: 'l900',
              case: Object.keys(library.cases)[0],
              type: 'area',
              region: { kind: 'panels', slabs: ['b1'], walls: [] },
              pressure: { type: 'uniform', value: -500 },
              direction: 'z',
              spread: { way: 'two' },
            },
          ],
        },
      },
      { kind: 'change', table: 'nodes', changes: [{ id: c, fields: { mass: 800 } }] },
    ],
  });
  if (!added.ok) throw new Error(added.error);
  const plan = copyStoreyPlan(added.model, first.id, [second.id], true);
  const copied = carriedOut(added.model, plan);
  const above = (id: string) => {
    const [x, y] = added.model.nodes[id].position;
    return Object.values(copied.nodes).find(
      (node) =>
        Math.hypot(node.position[0] - x, node.position[1] - y) < 0.001 &&
        Math.abs(node.position[2] - second.elevation) < 0.001,
    )!.id;
  };
  const slab = Object.values(copied.slabs).find((one) => one.id !== 'b1')!;
  expect(slab).toMatchObject({
    corners: [above(a), above(b), above('n903')],
    openings: [[above('n901'), above('n902'), above('n903')]],
    thickness: 0.25,
  });
  expect(slab.label).toBeUndefined();
  expect(Object.values(copied.walls).find((one) => one.id !== 'w1')!.corners).toEqual([a, b, above(b), above(a)]);
  expect(Object.values(copied.diaphragms).find((one) => one.id !== 'd9')).toMatchObject({
    label: second.label,
    nodes: [above(a), above(b), above(c)],
  });
  expect(Object.values(copied.lineSupports)).toHaveLength(2);
  expect(
    Object.values(copied.columnHeads)
      .map((one) => one.node)
      .sort(),
  ).toEqual([c, above(c)].sort());
  expect(
    Object.values(copied.loads).some(
      (load) => load.type === 'area' && load.region.kind === 'panels' && load.region.slabs[0] === slab.id,
    ),
  ).toBe(true);
  if (!plan.ok) throw new Error(plan.error);
  expect(plan.words).toContain('1 slab, 1 wall');
  expect(copyStoreyPlan(copied, first.id, [second.id], false)).toMatchObject({
    ok: false,
    error: 'Everything is there already.',
  });
});

test('a grid line moves with what stands on it; a frame left beside it is found and offered both ways', () => {
  const line = Object.values(library.gridLines)
    .filter((one) => one.axis === 'x')
    .sort((p, q) => p.position - q.position)[1];
  const on = nodesOnLine(library, line).map((node) => node.id);
  expect(on.length).toBeGreaterThan(8);
  const together = carriedOut(library, moveGridLinePlan(library, line.id, line.position + 0.6, true));
  expect(together.gridLines[line.id].position).toBeCloseTo(line.position + 0.6, 9);
  for (const id of on) expect(together.nodes[id].position[0]).toBeCloseTo(line.position + 0.6, 9);
  expect(framesBesideLines(together)).toEqual([]);
  const alone = carriedOut(library, moveGridLinePlan(library, line.id, line.position + 0.6, false));
  expect(alone.nodes).toEqual(library.nodes);
  const [found, ...rest] = framesBesideLines(alone);
  expect(rest).toEqual([]);
  expect(found.sentence).toMatch(new RegExp(`Nothing stands on grid line ${line.label}; ${on.length} nodes stand`));
  expect(carriedOutAct(alone, found.mend).nodes).toEqual(together.nodes);
  expect(carriedOutAct(alone, found.others![0]).gridLines).toEqual(library.gridLines);
  expect(framesBesideLines(library)).toEqual([]);
});

test('a storey is re-heighted with what stands on it, inserted, and copied', () => {
  const [, first, second, third] = Object.values(library.storeys).sort((a, b) => a.elevation - b.elevation);
  const higher = carriedOut(library, reheightStoreyPlan(library, second.id, second.elevation + 0.5, 'above'));
  expect(higher.storeys[third.id].elevation).toBeCloseTo(third.elevation + 0.5, 9);
  for (const node of Object.values(library.nodes))
    expect(higher.nodes[node.id].position[2]).toBeCloseTo(
      node.position[2] + (node.position[2] > second.elevation - 0.01 ? 0.5 : 0),
      9,
    );
  expect(reheightStoreyPlan(library, second.id, first.elevation, 'above')).toMatchObject({
    ok: false,
    error: expect.stringContaining(first.label),
  });
  const marked = carriedOut(library, reheightStoreyPlan(library, second.id, second.elevation + 0.5, 'mark'));
  expect(marked.nodes).toEqual(library.nodes);

  const inserted = carriedOut(library, insertStoreyPlan(library, first.id, 3, 'Half'));
  const level = first.elevation + 3;
  const columns = Object.values(inserted.members).filter(
    (member) => member.role === 'column' && Math.abs(inserted.nodes[member.end].position[2] - level) < 1e-9,
  );
  expect(columns).toHaveLength(20); // 5 × 4 columns, divided at the new level
  const copied = carriedOut(
    inserted,
    copyStoreyPlan(
      inserted,
      first.id,
      [Object.values(inserted.storeys).find((storey) => storey.label === 'Half')!.id],
      true,
    ),
  );
  const beams = (model: Model, z: number) =>
    Object.values(model.members).filter(
      (member) => member.role === 'beam' && Math.abs(model.nodes[member.start].position[2] - z) < 1e-9,
    ).length;
  expect(beams(copied, level)).toBe(beams(library, first.elevation));
  expect(doubles(copied)).toBe(0);
  // a load on a column stands at the same share of the shorter copy
  const column = storeyMembers(library, first.id).find((id) => library.members[id].role === 'column')!;
  const pushed = withLoads(inserted, [
    {
      id: 'l999',
      case: Object.keys(library.cases)[0],
      type: 'point',
      member: column,
      axes: 'global',
      direction: 'x',
      value: 5,
      at: 2.1,
    },
  ]);
  const roof = Object.values(pushed.storeys)
    .sort((a, b) => a.elevation - b.elevation)
    .at(-1)!;
  const taller = applyAct(pushed, {
    edits: [
      {
        kind: 'add',
        records: {
          storeys: [
            { id: 'h99', label: 'Plant', elevation: roof.elevation + 8 },
            { id: 'h98', label: 'Tank', elevation: roof.elevation + 10.1 },
          ],
        },
      },
    ],
  });
  if (!taller.ok) throw new Error(taller.error);
  const tank = carriedOut(taller.model, copyStoreyPlan(taller.model, first.id, ['h98'], true));
  expect(Object.values(tank.loads).find((load) => load.id !== 'l999' && load.type === 'point')).toMatchObject({
    at: expect.closeTo(1.05, 9),
  });
  expect(storeyMembers(library, first.id)).toHaveLength(20 + beams(library, first.elevation));
});

test('rigid ends are half of what stands at the joint, and the strong axis is turned into a plane', () => {
  const portal = frame([
    [
      [0, 0, 0],
      [0, 0, 4],
    ],
    [
      [0, 0, 4],
      [6, 0, 4],
    ],
  ]);
  const section = portal.sections.s1.shape as { depth: number; width: number };
  const rigid = carriedOut(portal, rigidEndsPlan(portal, ['m2'], 1));
  // the column's local z is along −x or x: its depth lies along the beam
  expect(rigid.members.m2).toMatchObject({ startRigid: expect.closeTo(section.depth / 2, 4) });
  expect(rigid.members.m2.endRigid).toBeUndefined();
  const angle = strongAxisAngle(portal, 'm1', [1, 0, 0])!;
  const turned = memberAxis(portal, { ...portal.members.m1, angle })!;
  expect(Math.abs(turned.axes.y[0])).toBeCloseTo(1, 9);
  expect(strongAxisAngle(portal, 'm2', [1, 0, 0])).toBeUndefined();
});

test('what cannot be is refused with a sentence', () => {
  const none = { members: [], nodes: [] };
  for (const plan of [
    copyPlan(hide, none, [translation([1, 0, 0])], nothing),
    copyPlan(hide, { members: ['m1'], nodes: [] }, [], nothing),
    movePlan(hide, none, translation([1, 0, 0])),
    dividePlan(hide, [], { parts: 2 }),
    dividePlan(hide, ['m1'], { distances: [0] }),
    joinPlan(hide, ['m1']),
    copyPlan(hide, { members: ['m1'], nodes: [] }, [translation([0, 0, 0])], nothing),
    rigidEndsPlan(hide, [], 1),
    extendPlan(hide, ['m1'], 'm1'),
  ]) {
    expect(plan).toMatchObject({ ok: false, error: expect.stringMatching(/\.$/) });
  }
  // a node may not fall on another by a move
  const [a, b] = [hide.nodes.n1.position, hide.nodes.n2.position];
  expect(
    movePlan(hide, { members: [], nodes: ['n1'] }, translation([b[0] - a[0], b[1] - a[1], b[2] - a[2]])),
  ).toMatchObject({ ok: false, error: expect.stringContaining('merge') });
});
