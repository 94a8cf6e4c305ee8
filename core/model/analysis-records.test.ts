import {
  act as actSchema,
  applyAct,
  dot,
  emptyModel,
  localAxes,
  memberAxis,
  memberLength,
  type Edit,
  type Member,
  type Model,
} from './index';

const fixed = { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true };

function done(model: Model, ...edits: Edit[]) {
  const parsed = actSchema.safeParse({ edits });
  if (!parsed.success) throw new Error(parsed.error.message);
  const applied = applyAct(model, { edits });
  if (!applied.ok) throw new Error(applied.error);
  return applied;
}

const base = done(emptyModel({ name: 'Test', units: 'si', code: 'us' }), {
  kind: 'add',
  records: {
    materials: [
      {
        id: 't1',
        name: 'Steel',
        kind: 'steel',
        standard: '',
        elasticModulus: 2e11,
        poissonRatio: 0.3,
        density: 7850,
        expansion: 1.2e-5,
      },
    ],
    sections: [{ id: 's1', name: '300 × 200', shape: { type: 'rectangle', depth: 0.3, width: 0.2 } }],
    nodes: [
      { id: 'n1', position: [0, 0, 0], support: fixed },
      { id: 'n2', position: [4, 3, 0] },
      { id: 'n3', position: [0, 0, 5] },
    ],
    members: [
      { id: 'm1', role: 'beam', start: 'n1', end: 'n2', section: 's1', material: 't1', angle: 0 },
      { id: 'm2', role: 'column', start: 'n1', end: 'n3', section: 's1', material: 't1', angle: 0 },
    ],
    cases: [
      { id: 'c1', label: 'D', name: 'Dead', nature: 'dead', selfWeight: true },
      { id: 'c2', label: 'L', name: 'Live', nature: 'live', selfWeight: false },
    ],
    loads: [
      { id: 'l1', case: 'c2', type: 'settlement', node: 'n1', displacement: [0, 0, -0.01], rotation: [0, 0, 0] },
      { id: 'l2', case: 'c2', type: 'temperature', member: 'm1', change: 20, differenceY: 0, differenceZ: 0 },
    ],
    stiffnessSets: [
      { id: 'k1', label: 'Cracked', source: '', rules: [{ material: 'any', role: 'any', factors: { inertiaY: 0.5 } }] },
    ],
    combinations: [
      {
        id: 'u1',
        label: 'U1',
        purpose: 'strength',
        rule: '',
        factors: [
          { case: 'c1', factor: 1.2 },
          { case: 'c2', factor: 1.6 },
        ],
        origin: 'own',
        changed: false,
        order: 'second',
        stiffnessSet: 'k1',
      },
    ],
    diaphragms: [{ id: 'd1', label: 'Floor', nodes: ['n1', 'n2'] }],
    analyses: [
      {
        id: 'a1',
        label: 'Modes',
        type: 'modal',
        masses: [
          { case: 'c1', factor: 1 },
          { case: 'c2', factor: 0.3 },
        ],
        count: 3,
        massMatrix: 'lumped',
        verticalMass: false,
        stiffnessSet: 'k1',
      },
      { id: 'a2', label: 'Buckling', type: 'buckling', factors: [{ case: 'c2', factor: 1 }], count: 2 },
      {
        id: 'a3',
        label: 'History',
        type: 'history',
        modal: 'a1',
        direction: 'x',
        timeStep: 0.1,
        accelerations: [0, 1],
        factor: 1,
        damping: 0.02,
      },
    ],
  },
}).model;

const tablesOf = ({ counters: _counters, ...tables }: Model) => tables;

describe('what refers to a record that goes, goes with it or forgets it, and comes back with it', () => {
  test.each([
    [
      'a node leaves its diaphragm and takes its settlement along',
      { kind: 'remove', table: 'nodes', ids: ['n1'] },
      (model: Model) => expect([model.diaphragms.d1.nodes, model.loads]).toEqual([['n2'], {}]),
    ],
    [
      'a case leaves combinations, masses and buckling loads',
      { kind: 'remove', table: 'cases', ids: ['c2'] },
      (model: Model) =>
        expect([model.combinations.u1.factors, model.analyses.a1, model.analyses.a2]).toMatchObject([
          [{ case: 'c1' }],
          { masses: [{ case: 'c1', factor: 1 }] },
          { factors: [] },
        ]),
    ],
    [
      'a stiffness set leaves combinations and analyses with full stiffness',
      { kind: 'remove', table: 'stiffnessSets', ids: ['k1'] },
      (model: Model) =>
        expect(['stiffnessSet' in model.combinations.u1, 'stiffnessSet' in model.analyses.a1]).toEqual([false, false]),
    ],
    [
      'a modal analysis takes along what rests on it',
      { kind: 'remove', table: 'analyses', ids: ['a1'] },
      (model: Model) => expect(Object.keys(model.analyses)).toEqual(['a2']),
    ],
    [
      'a member takes its temperature along',
      { kind: 'remove', table: 'members', ids: ['m1'] },
      (model: Model) => expect(Object.keys(model.loads)).toEqual(['l1']),
    ],
  ] satisfies [string, Edit, (model: Model) => void][])('%s', (_, edit, look) => {
    const applied = done(base, edit);
    look(applied.model);
    expect(tablesOf(done(applied.model, ...applied.inverse).model)).toEqual(tablesOf(base));
  });

  test('a record that refers to nothing there is refused', () => {
    const refusal = (edit: Edit) => {
      const applied = applyAct(base, { edits: [edit] });
      return applied.ok ? 'done' : applied.error;
    };
    expect(refusal({ kind: 'add', records: { diaphragms: [{ id: 'd2', label: 'F', nodes: ['n9'] }] } })).toMatch(
      /diaphragm d2 refers to node n9/,
    );
    expect(
      refusal({ kind: 'change', table: 'combinations', changes: [{ id: 'u1', fields: { stiffnessSet: 'k7' } }] }),
    ).toMatch(/refers to stiffness set k7/);
    expect(refusal({ kind: 'change', table: 'analyses', changes: [{ id: 'a3', fields: { modal: 'a9' } }] })).toMatch(
      /refers to analysis a9/,
    );
    expect(
      refusal({ kind: 'change', table: 'members', changes: [{ id: 'm1', fields: { startConnection: { ry: -1 } } }] }),
    ).toMatch(/member m1 cannot take this value\. start condition turn about y/);
    expect(refusal({ kind: 'change', table: 'analyses', changes: [{ id: 'a3', fields: { timeStep: 0 } }] })).toMatch(
      /analysis History cannot take this value|analysis a3 cannot take this value/,
    );
  });
});

describe('the axis of a member', () => {
  const axis = (fields: Partial<Member>, id = 'm1') => memberAxis(base, { ...base.members[id], ...fields })!;
  test('is the line between its nodes when nothing moves it', () => {
    expect(axis({})).toMatchObject({ start: [0, 0, 0], end: [4, 3, 0], length: 5 });
    expect(memberLength(base, base.members.m1)).toBe(5);
  });
  test.each([
    ['top', [0, 0, -0.15]],
    ['bottom', [0, 0, 0.15]],
    ['left', [0.06, -0.08, 0]],
    ['bottomRight', [-0.06, 0.08, 0.15]],
  ] as const)('with the point %s of its box on the nodes’ line it lies half a box away', (axisPosition, offset) => {
    // across the beam (4, 3, 0) local y points to (−0.6, 0.8, 0): the box’s left side
    const { start, end, length } = axis({ axisPosition });
    offset.forEach((value, i) => {
      expect(start[i]).toBeCloseTo(value, 12);
      expect(end[i]).toBeCloseTo([4, 3, 0][i] + value, 12);
    });
    expect(length).toBeCloseTo(5, 12);
  });
  test('typed offsets move each end along the local directions of the nodes’ line', () => {
    const { start, end, axes, length } = axis({ startOffset: [0.5, 0, 0.2], endOffset: [-0.5, 0, 0.2] });
    expect(length).toBeCloseTo(4, 12);
    expect(start[2]).toBeCloseTo(0.2, 12);
    expect(end[2]).toBeCloseTo(0.2, 12);
    expect(dot(axes.x, localAxes([0, 0, 0], [4, 3, 0], 0).x)).toBeCloseTo(1, 12);
  });
  test('of a column: its left and right lie along global Y, its top and bottom along −X', () => {
    expect(axis({ axisPosition: 'left' }, 'm2').start[1]).toBeCloseTo(-0.1, 12);
    expect(Math.abs(axis({ axisPosition: 'top' }, 'm2').start[0])).toBeCloseTo(0.15, 12);
  });
  test('ends that offsets bring together leave no axis', () => {
    expect(memberAxis(base, { ...base.members.m1, startOffset: [5, 0, 0] })).toBeUndefined();
    expect(memberLength(base, { ...base.members.m1, startOffset: [5, 0, 0] })).toBe(0);
  });
});
