import fc from 'fast-check';
import {
  act as actSchema,
  applyAct,
  emptyModel,
  localAxes,
  modelFindings,
  renumberForModel,
  type Act,
  type Edit,
  type Load,
  type Model,
} from './index';

const fixed = { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true };
const steel = {
  id: 't1',
  name: 'A992',
  kind: 'steel',
  standard: 'ASTM A992',
  elasticModulus: 2e11,
  poissonRatio: 0.3,
  density: 7850,
  expansion: 1.2e-5,
} as const;
const square = { id: 's1', name: '200 × 200', shape: { type: 'rectangle', depth: 0.2, width: 0.2 } } as const;

function done(model: Model, ...edits: Edit[]) {
  const applied = applyAct(model, { edits });
  if (!applied.ok) throw new Error(applied.error);
  return applied;
}
const refusal = (model: Model, ...edits: Edit[]) => {
  const applied = applyAct(model, { edits });
  return applied.ok ? 'done' : applied.error;
};

/** A cantilever n1–n2, fixed at n1, 3 m long, with a point load. */
const cantilever = done(emptyModel({ name: 'Test', units: 'si', code: 'us' }), {
  kind: 'add',
  records: {
    materials: [steel],
    sections: [square],
    nodes: [
      { id: 'n1', position: [0, 0, 0], support: fixed },
      { id: 'n2', position: [3, 0, 0] },
    ],
    members: [{ id: 'm1', role: 'beam', start: 'n1', end: 'n2', section: 's1', material: 't1', angle: 0 }],
    cases: [{ id: 'c1', label: 'G', name: 'Self-weight', nature: 'dead', selfWeight: true }],
    loads: [{ id: 'l1', case: 'c1', type: 'point', member: 'm1', axes: 'global', direction: 'z', value: -1000, at: 3 }],
    combinations: [
      {
        id: 'u1',
        label: 'U1',
        purpose: 'strength',
        rule: 'test',
        factors: [{ case: 'c1', factor: 1.4 }],
        origin: 'own',
        changed: false,
      },
    ],
  },
}).model;

test('every edit is undone exactly by its inverse, but ids are never given twice', () => {
  const anyEdit: fc.Arbitrary<Edit> = fc.oneof(
    fc
      .tuple(fc.double({ min: -5, max: 5, noNaN: true }), fc.double({ min: -5, max: 5, noNaN: true }))
      .map(([x, y]): Edit => ({ kind: 'nodes.move', ids: ['n1', 'n2'], by: [x, y, 0.1] })),
    fc.constantFrom<Edit>(
      { kind: 'remove', table: 'nodes', ids: ['n2'] },
      { kind: 'remove', table: 'cases', ids: ['c1'] },
      {
        kind: 'change',
        table: 'nodes',
        changes: [
          { id: 'n1', fields: { support: null } },
          { id: 'n2', fields: { support: fixed } },
        ],
      },
      { kind: 'change', table: 'members', changes: [{ id: 'm1', fields: { section: null, label: 'Rafter' } }] },
      { kind: 'settings.change', fields: { name: 'Other', units: 'us' } },
    ),
  );
  fc.assert(
    fc.property(anyEdit, (edit) => {
      const applied = done(cantilever, edit);
      expect(applied.model).not.toEqual(cantilever);
      expect(done(applied.model, ...applied.inverse).model).toEqual(cantilever);
    }),
  );
  const grown = done(cantilever, { kind: 'add', records: { nodes: [{ id: 'n3', position: [6, 0, 0] }] } });
  const back = done(grown.model, ...grown.inverse).model;
  expect(back.nodes).toEqual(cantilever.nodes);
  expect(back.counters.nodes).toBe(3);
});

test('sentences say what was done', () => {
  expect(done(cantilever, { kind: 'nodes.move', ids: ['n2'], by: [0.3, 0, 0] }).sentence).toBe(
    'Moved node n2 by (0.300, 0.000, 0.000) m',
  );
  expect(
    done(cantilever, { kind: 'change', table: 'members', changes: [{ id: 'm1', fields: { section: 's1' } }] }).sentence,
  ).toBe('Changed section of member m1 to 200 × 200');
  expect(done(cantilever, { kind: 'remove', table: 'nodes', ids: ['n2'] }).sentence).toBe(
    'Deleted 1 node, 1 member, 1 load',
  );
});

test('an act is done whole or not at all, and says why not', () => {
  expect(
    refusal(
      cantilever,
      { kind: 'nodes.move', ids: ['n1'], by: [1, 0, 0] },
      { kind: 'change', table: 'members', changes: [{ id: 'm9', fields: { angle: 0 } }] },
    ),
  ).toBe('Member m9 is not in the model; it may have been deleted. Nothing was changed.');
  expect(refusal(cantilever, { kind: 'remove', table: 'sections', ids: ['s1'] })).toMatch(/used by 1 member/);
  expect(refusal(cantilever, { kind: 'add', records: { nodes: [{ id: 'n2', position: [0, 0, 1] }] } })).toMatch(
    /in the model already/,
  );
  expect(
    refusal(cantilever, { kind: 'change', table: 'members', changes: [{ id: 'm1', fields: { end: 'n7' } }] }),
  ).toMatch(/refers to node n7/);
  expect(
    refusal(cantilever, {
      kind: 'change',
      table: 'sections',
      changes: [{ id: 's1', fields: { shape: { type: 'rectangle', depth: -0.2, width: 0.2 } } }],
    }),
  ).toMatch(/shape depth/);
  expect(refusal(cantilever, { kind: 'nodes.move', ids: ['n1'], by: [1e9, 0, 0] })).toMatch(/leave the drawing/);
  expect(actSchema.safeParse({ edits: [{ kind: 'nodes.move', ids: ['x1'], by: [1, 2] }] }).success).toBe(false);
});

test('acts made on an older model get new numbers where others took theirs', () => {
  const mine: Act = {
    edits: [
      {
        kind: 'add',
        records: {
          nodes: [{ id: 'n3', position: [6, 0, 0] }],
          members: [
            { id: 'm2', label: 'n3', role: 'beam', start: 'n2', end: 'n3', section: null, material: null, angle: 0 },
          ],
        },
      },
    ],
  };
  const theirs = done(cantilever, { kind: 'add', records: { nodes: [{ id: 'n3', position: [0, 4, 0] }] } }).model;
  const [moved] = renumberForModel([mine], theirs);
  const both = done(theirs, ...moved.edits).model;
  expect(both.nodes.n4.position).toEqual([6, 0, 0]);
  expect(both.members.m2).toMatchObject({ start: 'n2', end: 'n4', label: 'n3' });
});

const rules = (model: Model) => modelFindings(model).map((finding) => finding.rule);

test('a sound model has no findings; each slip has one, and its mend removes it', () => {
  expect(rules(cantilever)).toEqual([]);
  const slips: [string, Edit][] = [
    ['loose-node', { kind: 'add', records: { nodes: [{ id: 'n3', position: [9, 9, 9] }] } }],
    [
      'duplicate-member',
      {
        kind: 'add',
        records: {
          members: [{ id: 'm2', role: 'beam', start: 'n2', end: 'n1', section: 's1', material: 't1', angle: 0 }],
        },
      },
    ],
    ['unsupported', { kind: 'change', table: 'nodes', changes: [{ id: 'n1', fields: { support: null } }] }],
    ['no-section', { kind: 'change', table: 'members', changes: [{ id: 'm1', fields: { section: null } }] }],
    ['no-material', { kind: 'change', table: 'members', changes: [{ id: 'm1', fields: { material: null } }] }],
    ['load-past-end', { kind: 'change', table: 'loads', changes: [{ id: 'l1', fields: { at: 3.2 } }] }],
    [
      'zero-length',
      {
        kind: 'add',
        records: {
          nodes: [{ id: 'n3', position: [3, 0, 0] }],
          members: [{ id: 'm2', role: 'beam', start: 'n2', end: 'n3', section: 's1', material: 't1', angle: 0 }],
        },
      },
    ],
  ];
  for (const [rule, slip] of slips) {
    const wrong = done(cantilever, slip).model;
    const finding = modelFindings(wrong).find((candidate) => candidate.rule === rule);
    expect(finding).toBeDefined();
    for (const mend of [...(finding!.mend ? [finding!.mend] : []), ...(finding!.others ?? [])]) {
      const mended = applyAct(wrong, (mend as { act: Act }).act);
      expect(mended.ok && modelFindings(mended.model).some((candidate) => candidate.rule === rule)).toBe(false);
    }
    expect(finding!.mend ?? finding!.others?.[0]).toBeDefined();
  }
});

test('a load past the end names case, load, member, length and position, and suspects millimetres; a rounding error is no finding', () => {
  const at = (position: number) =>
    modelFindings(
      done(cantilever, { kind: 'change', table: 'loads', changes: [{ id: 'l1', fields: { at: position } }] }).model,
    );
  expect(at(2500)[0].sentence).toBe(
    'Case G: the load l1 on member m1 acts at 2500.000 m, past the end at 3.000 m. 2.500 m would fit: was it meant in mm?',
  );
  expect(at(3.0000001)).toEqual([]);
  // in millimetres it is where it was meant; at the end it would act on the joint and not on the member, which is not offered first
  expect(at(2500)[0].mend).toMatchObject({
    label: 'Put it at 2.500 m, typed in mm',
    act: { edits: [{ changes: [{ fields: { at: 2.5 } }] }] },
  });
  expect(at(3.2)[0].mend).toBeUndefined();
  expect(at(3.2)[0].others!.map((mend) => mend.label)).toEqual([
    'Put it in the middle, 1.500 m',
    'Set it to the end, on node n2',
    'Delete the load',
  ]);
});

test('a stretch past the end is set right in the unit it was typed in', () => {
  const spread = (from: number, to: number | null) =>
    modelFindings(
      done(cantilever, {
        kind: 'add',
        records: {
          loads: [
            {
              id: 'l9',
              case: 'c1',
              type: 'uniform',
              member: 'm1',
              axes: 'global',
              direction: 'z',
              value: -1,
              from,
              to,
            },
          ],
        },
      }).model,
    );
  expect(spread(1, 2500)[0].mend).toMatchObject({
    label: 'Let it act from 1.000 m to 2.500 m, typed in mm',
    act: { edits: [{ changes: [{ fields: { from: 1, to: 2.5 } }] }] },
  });
  expect(spread(500, 2500)[0].mend).toMatchObject({
    act: { edits: [{ changes: [{ fields: { from: 0.5, to: 2.5 } }] }] },
  });
  expect(spread(1, 3.4)[0]).toMatchObject({ mend: { label: 'Let it end at the end, 3.000 m' } });
});

test('a double is deleted with the loads the other bears too, or hands its loads over', () => {
  const twin = { id: 'm2', role: 'beam' as const, start: 'n1', end: 'n2', section: 's1', material: 't1', angle: 0 };
  const [load] = Object.values(cantilever.loads);
  const found = (model: typeof cantilever) =>
    modelFindings(model).find((finding) => finding.rule === 'duplicate-member')!;
  const alike = done(cantilever, {
    kind: 'add',
    records: { members: [twin], loads: [{ ...load, id: 'l2', member: 'm2' } as Load] },
  }).model;
  expect(found(alike).mend!.label).toBe('Delete m2; m1 bears the same loads');
  const other = done(cantilever, {
    kind: 'add',
    records: {
      members: [twin],
      loads: [
        {
          id: 'l2',
          case: 'c1',
          type: 'uniform',
          member: 'm2',
          axes: 'local',
          direction: 'z',
          value: -7,
          from: 0,
          to: 2,
        },
      ],
    },
  }).model;
  expect(found(other).mend!.label).toBe('Delete m2, its 1 load to m1');
  const mended = applyAct(other, (found(other).mend as { act: Act }).act);
  expect(mended.ok && mended.model.loads.l2).toMatchObject({ member: 'm1', from: 0, to: 2 });
  // against each other, local axes differ: the engineer chooses which one stays
  const against = done(other, {
    kind: 'change',
    table: 'members',
    changes: [{ id: 'm2', fields: { start: 'n2', end: 'n1' } }],
  }).model;
  expect(found(against).mend).toBeUndefined();
  expect(found(against).others!.map((mend) => mend.label)).toEqual(['Delete m2', 'Delete m1']);
  // the finding is as the loads are now, though the frame is the same
  expect(found({ ...other, loads: {} }).mend!.label).toBe('Delete m2');
});

test('a part without support is joined to what it touches, and held only where others stand', () => {
  const beam = (id: string, start: string, end: string) => ({
    id,
    role: 'beam' as const,
    start,
    end,
    section: 's1',
    material: 't1',
    angle: 0,
  });
  const node = (id: string, ...position: [number, number, number]) => ({ id, position });
  const cures = (...edits: Edit[]) =>
    modelFindings(done(cantilever, ...edits).model).find((finding) => finding.rule === 'unsupported')!;
  // a beam whose nodes lie on those of the frame
  expect(
    cures({
      kind: 'add',
      records: { nodes: [node('n8', 3, 0, 0), node('n9', 3, 4, 0)], members: [beam('m2', 'n8', 'n9')] },
    }).mend,
  ).toEqual({ label: 'Merge its nodes with n2', plan: { kind: 'merge', nodes: ['n8', 'n2'], tolerance: 0.02 } });
  // one that ends on a member of the frame
  expect(
    cures({
      kind: 'add',
      records: { nodes: [node('n8', 1.5, 0, 0), node('n9', 1.5, 4, 0)], members: [beam('m2', 'n8', 'n9')] },
    }).mend,
  ).toEqual({ label: 'Join it to m1', plan: { kind: 'connect', members: ['m2', 'm1'] } });
  // one that stands where the others stand, and one in mid-air
  expect(
    cures({
      kind: 'add',
      records: { nodes: [node('n8', 0, 9, 0), node('n9', 4, 9, 0)], members: [beam('m2', 'n8', 'n9')] },
    }).mend!.label,
  ).toBe('Hold its 2 lowest nodes as the others there: fixed');
  const air = cures({
    kind: 'add',
    records: { nodes: [node('n8', 0, 9, 5), node('n9', 4, 9, 5)], members: [beam('m2', 'n8', 'n9')] },
  });
  expect(air.mend).toBeUndefined();
  expect(air.others!.map((mend) => mend.label)).toEqual(['Hold its 2 lowest nodes at z = 5.00 m (fixed)']);
});

test('local axes follow the convention', () => {
  const close = (actual: readonly number[], expected: number[]) =>
    actual.forEach((part, i) => expect(part).toBeCloseTo(expected[i], 12));
  const beam = localAxes([0, 0, 0], [0, 5, 0], 0);
  close(beam.z, [0, 0, 1]);
  close(beam.y, [-1, 0, 0]);
  const column = localAxes([0, 0, 0], [0, 0, 4], 0);
  close(column.y, [0, 1, 0]);
  close(column.z, [-1, 0, 0]);
  close(localAxes([0, 0, 0], [0, 0, 4], Math.PI / 2).y, [-1, 0, 0]);
  const rafter = localAxes([0, 0, 0], [3, 0, 4], 0);
  close(rafter.z, [-0.8, 0, 0.6]);
});

test('what is locked is not changed, moved or deleted, and neither is what would take it along', () => {
  const locked = done(cantilever, { kind: 'settings.change', fields: { locked: ['m1'] } }).model;
  const told = (...edits: Edit[]) => refusal(locked, ...edits);
  expect(told({ kind: 'change', table: 'members', changes: [{ id: 'm1', fields: { angle: 1 } }] })).toBe(
    'Member m1 is locked. Select it and unlock it first. Nothing was changed.',
  );
  expect(told({ kind: 'remove', table: 'members', ids: ['m1'] })).toMatch(/m1 is locked/);
  expect(told({ kind: 'remove', table: 'nodes', ids: ['n2'] })).toMatch(/m1 is locked/);
  expect(told({ kind: 'nodes.move', ids: ['n2'], by: [0, 0, 1] })).toMatch(/m1 is locked/);
  expect(told({ kind: 'change', table: 'nodes', changes: [{ id: 'n2', fields: { position: [4, 0, 0] } }] })).toMatch(
    /m1 is locked/,
  );
  // a support at its end, and loads on it, are not it
  expect(told({ kind: 'change', table: 'nodes', changes: [{ id: 'n2', fields: { mass: 5 } }] })).toBe('done');
  expect(told({ kind: 'remove', table: 'loads', ids: ['l1'] })).toBe('done');
  expect(
    refusal(done(locked, { kind: 'settings.change', fields: { locked: [] } }).model, {
      kind: 'nodes.move',
      ids: ['n2'],
      by: [0, 0, 1],
    }),
  ).toBe('done');
  const node = done(cantilever, { kind: 'settings.change', fields: { locked: ['n2'] } }).model;
  expect(refusal(node, { kind: 'change', table: 'nodes', changes: [{ id: 'n2', fields: { mass: 5 } }] })).toMatch(
    /Node n2 is locked/,
  );
});
