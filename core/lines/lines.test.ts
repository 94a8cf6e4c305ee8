import { buildFrame, dividePlan, parseSection } from '../build';
import { findMaterial } from '../catalog';
import { applyAct, emptyModel, type Act, type Edit, type Member, type Model, type Vector } from '../model';
import {
  decideSupport,
  designLines,
  joinLines,
  letGo,
  lineFindings,
  linePicture,
  memberInLine,
  supportZones,
  lookedAt,
  nameLine,
  splitLine,
  type DesignLine,
  type LineAct,
} from './index';

type Drawn = readonly [Vector, Vector, Partial<Member>?];

const column: Partial<Member> = { role: 'column', section: 's1' };
const round: Partial<Member> = { role: 'column', section: 's3' };

/** Members between places: beams 300 × 500, columns 400 × 600 with the depth along x, or round of 500. */
function model(drawn: readonly Drawn[], more: Edit[] = []): Model {
  const nodes: { id: string; position: [number, number, number] }[] = [];
  const at = (place: Vector) => {
    const known = nodes.find(({ position }) => Math.hypot(...position.map((p, k) => p - place[k])) < 1e-6);
    if (known) return known.id;
    nodes.push({ id: `n${nodes.length + 1}`, position: [...place] as [number, number, number] });
    return nodes[nodes.length - 1].id;
  };
  const members = drawn.map(([a, b, fields], i): Member => ({
    id: `m${i + 1}`,
    role: 'beam',
    start: at(a),
    end: at(b),
    section: 's2',
    material: 't1',
    angle: 0,
    ...fields,
  }));
  const shapes = [
    // depth lies along local z: of an upright member along −x
    { type: 'rectangle', depth: 0.6, width: 0.4 },
    { type: 'rectangle', depth: 0.5, width: 0.3 },
    { type: 'circle', diameter: 0.5 },
    { type: 'rectangle', depth: 0.7, width: 0.3 },
  ] as const;
  const concrete = (id: string) => ({
    id,
    name: id,
    kind: 'concrete' as const,
    standard: '',
    elasticModulus: 30e9,
    poissonRatio: 0.2,
    density: 2500,
    expansion: 1e-5,
  });
  return carried(emptyModel({ name: 'Lines', units: 'si', code: 'us' }), {
    sentence: '',
    edits: [
      {
        kind: 'add',
        records: {
          materials: [concrete('t1'), concrete('t2')],
          sections: shapes.map((shape, i) => ({ id: `s${i + 1}`, name: `S${i + 1}`, shape })),
          nodes,
          members,
        },
      },
      ...more,
    ],
  });
}

function carried(before: Model, act: Act): Model {
  const applied = applyAct(before, act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}

function done(before: Model, act: LineAct): Model {
  if (!act.ok) throw new Error(act.error);
  return carried(before, act.act);
}

const lineOf = (of: Model, member: string): DesignLine => designLines(of).of.get(member)!;
const members = ({ pieces }: DesignLine) => pieces.map(({ member }) => member);
const spans = (line: DesignLine) =>
  line.spans.map(({ kind, from, to, clearFrom, clearTo }) => [kind, round3(to - from), round3(clearTo - clearFrom)]);
const round3 = (value: number) => Math.round(value * 1000) / 1000;

/** A beam of two spans of 6 m and 4 m and a tip of 1.5 m, on columns that go on above except the last. */
const twoSpans = (beam: readonly Drawn[]): Drawn[] => [
  ...beam,
  [[0, 0, 0], [0, 0, 3], column],
  [[0, 0, 3], [0, 0, 6], column],
  [[6, 0, 0], [6, 0, 3], column],
  [[6, 0, 3], [6, 0, 6], column],
  [[10, 0, 0], [10, 0, 3], column],
];
const inPieces = (...xs: number[]): Drawn[] =>
  xs.slice(1).map((x, i) => [
    [xs[i], 0, 3],
    [x, 0, 3],
  ]);

test('members in line are one beam with the columns below as supports, spans between them, and clear spans between their faces', () => {
  const line = lineOf(model(twoSpans(inPieces(0, 6, 10, 11.5))), 'm2');
  expect(members(line)).toEqual(['m1', 'm2', 'm3']);
  expect(line.supports.map(({ as, presses, face }) => [as, presses, round3(face.before), round3(face.after)])).toEqual([
    ['side', true, 0.3, 0.3],
    ['side', true, 0.3, 0.3],
    ['over', true, 0.3, 0.3],
  ]);
  expect(spans(line)).toEqual([
    ['span', 6, 5.4],
    ['span', 4, 3.4],
    ['cantilever', 1.5, 1.2],
  ]);
});

test('a beam divided in many pieces, drawn backwards, turned in plan or mirrored is the same beam', () => {
  const whole = lineOf(model(twoSpans(inPieces(0, 6, 10, 11.5))), 'm1');
  const pieces = inPieces(0, 1, 2, 3.3, 4, 5, 6, 7, 8, 9, 10, 10.4, 11.5);
  const moved = (how: (at: Vector) => Vector, angle = 0) =>
    model(
      twoSpans(pieces).map(([a, b, fields], i): Drawn => {
        const [from, to] = i % 2 === 1 && fields === undefined ? [b, a] : [a, b];
        return [how(from), how(to), fields?.role === 'column' ? { ...fields, angle } : fields];
      }),
    );
  const [c, s] = [Math.cos(0.7), Math.sin(0.7)];
  for (const [other, mirrored] of [
    [moved((at) => at), false],
    [moved(([x, y, z]) => [x * c - y * s, x * s + y * c, z], 0.7), false],
    [moved(([x, y, z]) => [-x, y, z]), true],
  ] as const) {
    const line = lineOf(other, 'm4');
    expect(line.pieces).toHaveLength(12);
    const [own, wanted] = [spans(line), spans(whole)];
    expect(mirrored ? [...own].reverse() : own).toEqual(wanted);
    expect(line.supports.filter(({ as }) => as !== 'none')).toHaveLength(3);
  }
});

test.each<[string, Partial<Member>, Vector, number]>([
  ['in line', {}, [12, 0, 3], 2],
  ['that turns by 1.9°', {}, [12, 6 * Math.tan((1.9 * Math.PI) / 180), 3], 2],
  ['that turns by 2.1°', {}, [12, 6 * Math.tan((2.1 * Math.PI) / 180), 3], 1],
  ['with a hinge about the strong axis', { startConnection: { ry: 0 } }, [12, 0, 3], 1],
  ['with a hinge about the weak axis alone', { startConnection: { rz: 0 } }, [12, 0, 3], 2],
  ['with a spring about the strong axis', { startConnection: { ry: 1e7 } }, [12, 0, 3], 2],
  ['of another material', { material: 't2' }, [12, 0, 3], 1],
  ['of another section', { section: 's4' }, [12, 0, 3], 2],
  ['of another purpose', { role: 'brace' }, [12, 0, 3], 1],
  ['that is turned about its axis', { angle: 0.5 }, [12, 0, 3], 1],
  ['that only pulls', { behaviour: 'tension' }, [12, 0, 3], 1],
])('a member %s goes on with another or not', (_, fields, end, count) => {
  const of = model([
    [
      [0, 0, 3],
      [6, 0, 3],
    ],
    [[6, 0, 3], end, fields],
  ]);
  expect(lineOf(of, 'm1').pieces).toHaveLength(count);
});

test('a beam that ends at another frames into its side, and one that lies on it runs over it; what is carried carries nothing', () => {
  const girder: Drawn[] = [
    [
      [0, -4, 3],
      [0, 0, 3],
    ],
    [
      [0, 0, 3],
      [0, 4, 3],
    ],
  ];
  const framed = lineOf(
    model([
      ...girder,
      [
        [0, 0, 3],
        [5, 0, 3],
      ],
    ]),
    'm3',
  );
  expect(framed.supports).toMatchObject([{ as: 'side', presses: false, face: { before: 0.15, after: 0.15 } }]);
  const lying = lineOf(
    model([
      ...girder.map(([a, b]): Drawn => [a, b, { axisPosition: 'top' }]),
      [[0, 0, 3], [5, 0, 3], { axisPosition: 'bottom' }],
    ]),
    'm3',
  );
  expect(lying.supports).toMatchObject([{ as: 'over', presses: true }]);
  const of = model([
    ...girder,
    [
      [0, 0, 3],
      [5, 0, 3],
    ],
    [
      [0, 0, 3],
      [-5, 0, 3],
    ],
  ]);
  expect(members(lineOf(of, 'm3'))).toEqual(['m4', 'm3']);
  // both pass through: the same depth carries nothing, the deeper carries the other
  expect(lineOf(of, 'm1').supports).toMatchObject([{ as: 'none' }]);
  expect(lineOf(of, 'm3').supports).toMatchObject([{ as: 'none' }]);
  const deep = model([
    ...girder.map(([a, b]): Drawn => [a, b, { section: 's4' }]),
    [
      [0, 0, 3],
      [5, 0, 3],
    ],
    [
      [0, 0, 3],
      [-5, 0, 3],
    ],
  ]);
  expect(lineOf(deep, 'm3').supports).toMatchObject([{ as: 'side', by: [{ kind: 'beam' }, { kind: 'beam' }] }]);
  expect(lineOf(deep, 'm1').supports).toMatchObject([{ as: 'none' }]);
});

test('a column that stands on a beam carries nothing, a rod it hangs from does, and rafters that meet hold each other', () => {
  const beam = inPieces(0, 3, 6);
  const planted = lineOf(model([...beam, [[3, 0, 3], [3, 0, 6], column]]), 'm1');
  expect(planted.supports).toMatchObject([{ node: 'n2', as: 'none', by: [{ kind: 'hanger', id: 'm3' }] }]);
  expect(spans(planted)).toEqual([['unsupported', 6, 6]]);
  const hung = lineOf(model([...beam, [[3, 0, 3], [3, 0, 6], { ...column, behaviour: 'tension' }]]), 'm1');
  expect(hung.supports).toMatchObject([{ as: 'side', presses: false }]);
  const portal = model([
    [[0, 0, 0], [0, 0, 3], column],
    [[8, 0, 0], [8, 0, 3], column],
    [
      [0, 0, 3],
      [4, 0, 4],
    ],
    [
      [4, 0, 4],
      [8, 0, 3],
    ],
  ]);
  expect(lineOf(portal, 'm3').spans.map(({ kind }) => kind)).toEqual(['span']);
  expect(lineOf(portal, 'm4').supports).toMatchObject([{ by: [{ kind: 'joint', id: 'm3' }] }, { as: 'over' }]);
});

test('faces of a column lie where the beam leaves its section: of a round one at its radius, of a turned one on the way, beside it nowhere', () => {
  const meets = (fields: Partial<Member>, way: Vector) =>
    lineOf(
      model([
        [[0, 0, 0], [0, 0, 3], fields],
        [
          [0, 0, 3],
          [6 * way[0], 6 * way[1], 3],
        ],
      ]),
      'm2',
    ).supports[0].face.after;
  const skew: Vector = [Math.cos(0.4), Math.sin(0.4), 0];
  expect(meets(column, [0, 1, 0])).toBeCloseTo(0.2, 12);
  expect(meets(column, skew)).toBeCloseTo(0.3 / Math.cos(0.4), 12);
  expect(meets(column, [Math.cos(1), Math.sin(1), 0])).toBeCloseTo(0.2 / Math.sin(1), 12);
  expect(meets({ ...column, angle: 0.4 }, skew)).toBeCloseTo(0.3, 12);
  expect(meets(round, skew)).toBeCloseTo(0.25, 12);
  // its axis at its face: all of it lies to one side
  expect(
    [
      meets({ ...column, axisPosition: 'top' }, [1, 0, 0]),
      meets({ ...column, axisPosition: 'bottom' }, [1, 0, 0]),
    ].sort(),
  ).toEqual([0, expect.closeTo(0.6, 12)]);
});

test('lifts of a column end where something holds it; where a floor holds it one way alone it stands free the other way', () => {
  const of = model(
    [
      [[0, 0, 0], [0, 0, 2.5], column],
      [[0, 0, 2.5], [0, 0, 4], column],
      [[0, 0, 4], [0, 0, 7], column],
      [[0, 0, 2.5], [5, 0, 2.5], { axisPosition: 'top' }],
      [[5, 0, 0], [5, 0, 2.5], column],
      ...[4, 7].flatMap((z): Drawn[] => [
        [[0, 0, z], [5, 0, z], { axisPosition: 'top' }],
        [[0, 0, z], [0, 5, z], { axisPosition: 'top', section: 's4' }],
        [
          [5, 0, z],
          [5, 5, z],
        ],
        [
          [0, 5, z],
          [5, 5, z],
        ],
      ]),
    ],
    [
      {
        kind: 'change',
        table: 'nodes',
        changes: [{ id: 'n1', fields: { support: { ux: true, uy: true, uz: true, rx: false, ry: false, rz: false } } }],
      },
    ],
  );
  const { lifts } = lineOf(of, 'm2');
  expect(lifts.map(({ from, to }) => [from, to])).toEqual([
    [0, 2.5],
    [2.5, 4],
    [4, 7],
  ]);
  // local z of an upright member lies along x, y along y: the mezzanine's beam runs along x
  expect(lifts.map(({ z }) => [z.from, z.to])).toEqual([
    [0, 2.5],
    [2.5, 4],
    [4, 7],
  ]);
  expect(lifts.map(({ y }) => [y.from, y.to])).toEqual([
    [0, 4],
    [0, 4],
    [4, 7],
  ]);
  expect(lifts.map(({ clearMajor, clearMinor }) => [round3(clearMajor), round3(clearMinor)])).toEqual([
    [2, 3.3],
    [1, 3.3],
    [2.5, 2.3],
  ]);
});

const strut: Drawn = [
  [3, 0, 3],
  [3, 2, 3],
];
const beyond: Drawn = [
  [0, 2, 3],
  [3, 2, 3],
];
const rod = (y: number, fields: Partial<Member> = { role: 'brace', behaviour: 'tension' }): Drawn[] => [
  [[3, 0, 3], [5, y, 3], fields],
  [
    [5, y, 3],
    [5, 2 * y, 3.5],
  ],
];

test.each<[string, readonly Drawn[], boolean]>([
  ['a member that goes to another', [strut, beyond], true],
  ['one that ends in the air', [strut], false],
  [
    'one in pieces that ends in the air',
    [
      [
        [3, 0, 3],
        [3, 1, 3],
      ],
      [
        [3, 1, 3],
        [3, 2, 3],
      ],
    ],
    false,
  ],
  [
    'one that slides at its other end',
    [[...strut.slice(0, 2), { endConnection: { ux: 0 } }] as unknown as Drawn, beyond],
    false,
  ],
  ['one that only pushes', [[...strut.slice(0, 2), { behaviour: 'compression' }] as unknown as Drawn, beyond], false],
  ['one rod that only pulls', rod(2), false],
  ['two rods that pull either way', [...rod(2), ...rod(-2)], true],
  ['two rods that pull the same way', [...rod(2), ...rod(3)], false],
  [
    'a column that stands on it',
    [
      [[3, 0, 3], [3, 0, 6], column],
      [
        [3, 0, 6],
        [3, 4, 6],
      ],
    ],
    false,
  ],
])('a beam is held sideways by %s, or not', (_, more, isHeld) => {
  const { holds } = lineOf(model([...inPieces(0, 3, 6), ...more]), 'm1');
  expect(holds.map(({ y }) => y.length > 0)).toEqual([false, isHeld, false]);
});

test('a line is split and joined by hand, and found by itself again', () => {
  const start = model(twoSpans(inPieces(0, 6, 10, 11.5)));
  const split = done(start, splitLine(start, lineOf(start, 'm1'), 'n2'));
  expect([lineOf(split, 'm1'), lineOf(split, 'm2')].map(members)).toEqual([['m1'], ['m2', 'm3']]);
  expect(spans(lineOf(split, 'm2'))).toEqual([
    ['span', 4, 3.4],
    ['cantilever', 1.5, 1.2],
  ]);
  expect(lineFindings(split)).toEqual([]);
  const again = done(split, joinLines(split, [lineOf(split, 'm1'), lineOf(split, 'm2')]));
  expect(members(lineOf(again, 'm1'))).toEqual(['m1', 'm2', 'm3']);
  expect(Object.keys(again.designLines)).toHaveLength(1);
  const freed = done(again, letGo([lineOf(again, 'm1')]));
  expect(freed.designLines).toEqual({});
  expect(members(lineOf(freed, 'm1'))).toEqual(['m1', 'm2', 'm3']);
  expect(splitLine(start, lineOf(start, 'm1'), 'n1')).toMatchObject({ ok: false, error: /does not lie between/ });
});

test('lines that do not follow each other, bend too much or differ in purpose are not joined, and it is said why', () => {
  const of = model([
    [
      [0, 0, 3],
      [6, 0, 3],
    ],
    [
      [7, 0, 3],
      [9, 0, 3],
    ],
    [
      [6, 0, 3],
      [9, 4, 3],
    ],
    [[6, 0, 3], [6, 0, 0], column],
    [[9, 0, 3], [15, 0.9, 3], { startConnection: { ry: 0 } }],
  ]);
  const join = (...ids: string[]) =>
    joinLines(
      of,
      ids.map((id) => lineOf(of, id)),
    );
  expect(join('m1')).toMatchObject({ ok: false, error: /two or more/ });
  expect(join('m1', 'm2')).toMatchObject({ ok: false, error: /do not follow each other/ });
  expect(join('m1', 'm3')).toMatchObject({ ok: false, error: /more than 20° at n2/ });
  expect(join('m1', 'm4')).toMatchObject({ ok: false, error: /one purpose/ });
  // over a hinge and a small turn it is a decision that can be taken
  expect(members(lineOf(done(of, join('m2', 'm5')), 'm5'))).toEqual(['m2', 'm5']);
});

test('a support is decided by hand, which moves the spans; what was decided goes along with a division and is to be looked at again', () => {
  const start = model(twoSpans(inPieces(0, 6, 10, 11.5)));
  const decided = done(start, decideSupport(start, lineOf(start, 'm1'), 'n2', 'none'));
  expect(spans(lineOf(decided, 'm1'))).toEqual([
    ['span', 10, 9.4],
    ['cantilever', 1.5, 1.2],
  ]);
  const named = done(decided, nameLine(decided, lineOf(decided, 'm1'), 'Long beam'));
  expect(lineOf(named, 'm3')).toMatchObject({ name: 'Long beam', isChanged: false });
  const plan = dividePlan(named, ['m2'], { parts: 2 });
  if (!plan.ok) throw new Error(plan.error);
  const divided = carried(named, plan.act);
  const line = lineOf(divided, 'm1');
  expect(line.pieces).toHaveLength(4);
  expect(spans(line)).toEqual(spans(lineOf(decided, 'm1')));
  expect(line.isChanged).toBe(true);
  expect(lineFindings(divided)).toMatchObject([
    { rule: 'line-changed', sentence: /Long beam is to be looked at again/ },
  ]);
  expect(lineFindings(done(divided, lookedAt(line)))).toEqual([]);
  // a new support under the tip
  const propped = carried(named, {
    sentence: '',
    edits: [
      {
        kind: 'change',
        table: 'nodes',
        changes: [
          { id: 'n4', fields: { support: { ux: false, uy: false, uz: true, rx: false, ry: false, rz: false } } },
        ],
      },
    ],
  });
  expect(lineOf(propped, 'm1').isChanged).toBe(true);
  expect(
    spans(done(propped, decideSupport(propped, lineOf(propped, 'm1'), 'n2', undefined)) && lineOf(propped, 'm1')),
  ).toEqual([
    ['span', 10, 9.4],
    ['span', 1.5, 1.2],
  ]);
  const asDrawn = done(propped, decideSupport(propped, lineOf(propped, 'm1'), 'n2', undefined));
  expect(spans(lineOf(asDrawn, 'm1')).map(([, length]) => length)).toEqual([6, 4, 1.5]);
  expect(lineOf(asDrawn, 'm1').isChanged).toBe(false);
});

test('a member that is deleted leaves its line, what comes off is told, and a member in two lines counts in the first', () => {
  const start = model(twoSpans(inPieces(0, 6, 10, 11.5)));
  const named = done(start, nameLine(start, lineOf(start, 'm1'), 'B1'));
  const cut = carried(named, { sentence: '', edits: [{ kind: 'remove', table: 'members', ids: ['m2'] }] });
  expect(cut.designLines.z1.members).toEqual(['m1', 'm3']);
  expect(lineFindings(cut).map(({ rule }) => rule)).toEqual(['line-apart', 'line-changed']);
  expect(lineOf(cut, 'm3').record).toBeUndefined();
  const twice = carried(named, {
    sentence: '',
    edits: [{ kind: 'add', records: { designLines: [{ id: 'z2', members: ['m3'] }] } }],
  });
  expect(lineFindings(twice)).toMatchObject([
    { rule: 'line-twice', sentence: /names m3, which is in design line B1 already/ },
  ]);
  expect(members(lineOf(twice, 'm3'))).toEqual(['m1', 'm2', 'm3']);
});

test('of random frames every member is in one line, its pieces follow each other, and its spans cover it', () => {
  let state = 11;
  const random = () => (state = (state * 48271) % 2147483647) / 2147483647;
  const choice = (text: string) => {
    const parsed = parseSection(text, 'si');
    if (!parsed.ok) throw new Error(parsed.error);
    return parsed.value;
  };
  for (let round = 0; round < 12; round++) {
    const some = (least: number, most: number) =>
      Array.from({ length: 1 + Math.floor(3 * random()) }, () => least + (most - least) * random());
    const empty = emptyModel({ name: 'Random', units: 'si', code: 'us' });
    const { act } = buildFrame(empty, {
      baysX: some(3, 9),
      baysY: some(3, 9),
      storeys: some(2.5, 5),
      column: choice('400 × 400'),
      beamX: choice('350x600'),
      beamY: choice('300 x 500'),
      material: findMaterial('C30/37')!,
      feet: 'fixed',
    });
    let of = carried(empty, act!);
    const beams = Object.values(of.members).filter(({ role }) => role === 'beam');
    const doomed = beams.filter(() => random() < 0.2).map(({ id }) => id);
    if (doomed.length > 0)
      of = carried(of, { sentence: '', edits: [{ kind: 'remove', table: 'members', ids: doomed }] });
    const { all, of: byMember } = designLines(of);
    expect(all.flatMap(members).sort()).toEqual(Object.keys(of.members).sort());
    expect(byMember.size).toBe(Object.keys(of.members).length);
    for (const { pieces, nodes, spans: parts, lifts, role, length } of all) {
      pieces.forEach(({ member, reversed }, i) => {
        const { start, end } = of.members[member];
        expect(reversed ? [end, start] : [start, end]).toEqual([nodes[i].node, nodes[i + 1].node]);
      });
      const cover = role === 'beam' ? parts : lifts;
      expect(cover[0].from).toBe(0);
      expect(cover.at(-1)!.to).toBeCloseTo(length, 9);
      cover.slice(1).forEach(({ from }, i) => expect(from).toBe(cover[i].to));
    }
  }
});

test('whatever is drawn, lines are found and their numbers are numbers', () => {
  let state = 5;
  const random = () => (state = (state * 48271) % 2147483647) / 2147483647;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
  for (let round = 0; round < 150; round++) {
    const at = (): Vector => [pick([0, 3, 6, 6.01]), pick([0, 4]), pick([0, 3, 3.0001, 6])];
    const drawn = Array.from({ length: 3 + Math.floor(12 * random()) }, (): Drawn => {
      const [a, b] = [at(), at()];
      return [
        a,
        a.every((part, k) => part === b[k]) ? [a[0] + 1, a[1], a[2]] : b,
        {
          role: pick(['beam', 'column', 'brace']),
          section: pick(['s1', 's2', 's3', null]),
          material: pick(['t1', 't2', null]),
          angle: pick([0, 0, 1]),
          ...(random() < 0.2 ? { behaviour: pick(['tension', 'compression', 'axial']) } : {}),
          ...(random() < 0.2 ? { startConnection: { ry: 0 } } : {}),
          ...(random() < 0.2 ? { startRigid: 0.2, axisPosition: 'top' } : {}),
        },
      ];
    });
    let of = model(drawn);
    const ids = Object.keys(of.members);
    const tried = applyAct(of, {
      edits: [
        {
          kind: 'add',
          records: {
            designLines: [
              { id: 'z1', members: [...new Set([pick(ids), pick(ids), pick(ids)])] },
              { id: 'z2', members: [pick(ids)], supports: [{ node: pick(Object.keys(of.nodes)), as: 'side' }] },
            ],
          },
        },
      ],
    });
    if (tried.ok) of = tried.model;
    const { all } = designLines(of);
    expect(new Set(all.flatMap(members)).size).toBe(all.flatMap(members).length);
    lineFindings(of);
    const numbers = all.flatMap((line) => [
      line.length,
      ...line.spans.flatMap(({ from, to, clearFrom, clearTo }) => [from, to, clearFrom, clearTo]),
      ...line.lifts.flatMap(({ from, to, clearMajor, clearMinor }) => [from, to, clearMajor, clearMinor]),
      ...line.supports.flatMap(({ face }) => [face.before, face.after]),
      ...linePicture(of, line).flat(2),
      ...members(line).flatMap((id) => {
        const { major, minor } = memberInLine(of, id)!;
        expect(major.to).toBeGreaterThan(major.from);
        expect(minor.to).toBeGreaterThan(minor.from);
        return [major.from, minor.to, ...supportZones(of, id).flatMap(({ from, to }) => [from, to])];
      }),
    ]);
    expect(numbers.every(Number.isFinite)).toBe(true);
    for (const line of all)
      for (const { node } of line.nodes.slice(1, -1)) {
        const split = splitLine(of, line, node);
        if (split.ok) done(of, split);
      }
    const joined = joinLines(of, all.slice(0, 2));
    if (joined.ok) done(of, joined);
  }
});
