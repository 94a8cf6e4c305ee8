import fc from 'fast-check';
import { applyAct, modelFindings, pinnedFoot, type Act, type Finding, type Model } from '../model';
import { build, fixed, pinned, type LoadSpec, type Structure } from '../results/verification/book/structure';
import { solveNow } from './index';

const force = (node: number, x: number, y: number, z: number): LoadSpec => ({
  type: 'node',
  node: `n${node}`,
  force: [x, y, z],
  moment: [0, 0, 0],
});
const withKind = (model: Model, structure: 'xz' | 'yz' | 'grid'): Model => ({
  ...model,
  settings: { ...model.settings, structure },
});
const after = (model: Model, act: Act): Model => {
  const applied = applyAct(model, act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};
const mechanism = (model: Model): Finding | undefined =>
  solveNow(model).findings.find((finding) => finding.rule === 'mechanism');
const curesOf = (finding: Finding) =>
  [...(finding.mend ? [finding.mend] : []), ...(finding.others ?? [])].flatMap((cure) => ('act' in cure ? [cure] : []));

/** A portal pinned at both feet, in the plane of two axes; nothing holds it out of its plane. */
const portal = (place: (u: number, z: number) => [number, number, number], load: LoadSpec[]): Structure => ({
  nodes: [
    { position: place(0, 0), support: pinned },
    { position: place(0, 4) },
    { position: place(6, 4) },
    { position: place(6, 0), support: pinned },
  ],
  members: [
    [1, 2, { role: 'column' }],
    [2, 3],
    [3, 4, { role: 'column' }],
  ],
  loads: load,
});

test('a plane frame is held out of its plane: it moves as one whose nodes are all held so by supports', () => {
  const structure = portal((u, z) => [u, 0, z], [force(2, 12000, 0, -3000)]);
  const plane = solveNow(withKind(build(structure), 'xz'));
  const held = solveNow(
    build({
      ...structure,
      nodes: structure.nodes.map((node) => ({
        ...node,
        support: {
          ...(node.support ?? { ux: false, uz: false, ry: false }),
          uy: true,
          rx: true,
          rz: true,
        } as typeof fixed,
      })),
    }),
  );
  expect(plane.findings).toEqual([]);
  plane.solution!.cases[0].displacements.forEach((value, i) =>
    expect(value).toBeCloseTo(held.solution!.cases[0].displacements[i], 15),
  );
  // sway of a portal with pinned feet under a push at its head: statics alone gives the vertical reactions ± (H h + P·0) / L
  const { reactions, nodeIds } = { reactions: plane.solution!.cases[0].reactions, nodeIds: plane.solution!.nodeIds };
  const up = (id: string) => reactions[6 * nodeIds.indexOf(id) + 2];
  expect(up('n4')).toBeCloseTo((12000 * 4) / 6, 6);
  expect(up('n1')).toBeCloseTo(3000 - (12000 * 4) / 6, 6);
});

test('a plane frame in y–z and a grid act in their planes', () => {
  const turned = solveNow(withKind(build(portal((u, z) => [0, u, z], [force(2, 0, 12000, -3000)])), 'yz')).solution!;
  const plain = solveNow(withKind(build(portal((u, z) => [u, 0, z], [force(2, 12000, 0, -3000)])), 'xz')).solution!;
  expect(turned.cases[0].displacements[6 * 1 + 1]).toBeCloseTo(plain.cases[0].displacements[6 * 1], 12);
  // two crossing simple beams of equal stiffness share a load at the crossing half and half: w = (P/2) L³ / 48 EI
  const beam = (along: 0 | 1): [number, number, number][] =>
    along === 0
      ? [
          [-3, 0, 0],
          [3, 0, 0],
        ]
      : [
          [0, -3, 0],
          [0, 3, 0],
        ];
  const ends = [...beam(0), ...beam(1)];
  const grid = withKind(
    build({
      nodes: [
        ...ends.map((position) => ({ position, support: { ...pinned, ux: false, uy: false } })),
        { position: [0, 0, 0] as [number, number, number] },
      ],
      members: [
        [1, 5],
        [5, 2],
        [3, 5],
        [5, 4],
      ],
      loads: [force(5, 0, 0, -10000)],
    }),
    'grid',
  );
  const EI = (200e9 * 0.2 ** 4) / 12;
  const { solution } = solveNow(grid);
  expect(solution!.cases[0].displacements[6 * solution!.nodeIds.indexOf('n5') + 2]).toBeCloseTo(
    -(5000 * 6 ** 3) / (48 * EI),
    9,
  );
});

test('what does not lie in the plane, is turned out of it or has a floor stops, and the way back is offered', () => {
  const model = withKind(build(portal((u, z) => [u, z > 0 ? 0.5 : 0, z], [])), 'xz');
  const found = modelFindings(model).find((finding) => finding.rule === 'out-of-plane')!;
  expect(found.sentence).toMatch(/do not lie in one plane/);
  expect(
    modelFindings(after(model, (found.mend as { act: Act }).act)).some((finding) => finding.rule === 'out-of-plane'),
  ).toBe(false);
  const plain = build({ ...portal((u, z) => [u, 0, z], []), diaphragms: [[2, 3]] });
  expect(modelFindings(withKind(plain, 'xz')).find((finding) => finding.rule === 'out-of-plane')!.mend!.label).toBe(
    'Delete the floors',
  );
  const turned = build(portal((u, z) => [u, 0, z], []));
  const leaning = after(turned, {
    edits: [{ kind: 'change', table: 'nodes', changes: [{ id: 'n1', fields: { supportAngles: [0, 0, 0.3] } }] }],
  });
  expect(
    modelFindings(withKind(leaning, 'xz')).find((finding) => finding.key === 'support out of plane'),
  ).toBeDefined();
  const inPlane = after(turned, {
    edits: [{ kind: 'change', table: 'nodes', changes: [{ id: 'n1', fields: { supportAngles: [0, 0.3, 0] } }] }],
  });
  expect(modelFindings(withKind(inPlane, 'xz'))).toEqual([]);
});

test('a pinned plane frame is offered to be held in its plane, by one act that cures it', () => {
  const model = build(portal((u, z) => [u, 0, z], [force(2, 100, 0, 0)]));
  const finding = mechanism(model)!;
  expect(finding.mend!.label).toBe('Hold it in its plane: a plane frame in x–z');
  expect(solveNow(after(model, (finding.mend as { act: Act }).act)).findings).toEqual([]);
});

test('a mechanism names all that move and offers cures, each of which stops that motion', () => {
  // a bar on two ball joints spins about its own axis; one foot kept from turning holds it
  const spin = mechanism(
    build({
      nodes: [
        { position: [0, 0, 0], support: pinned },
        { position: [5, 0, 0], support: pinned },
      ],
      members: [[1, 2]],
      loads: [{ type: 'node', node: 'n2', force: [0, 0, 0], moment: [10, 0, 0] }],
    }),
  )!;
  expect(spin.sentence).toMatch(/node n[12] turns about x without resistance, and n[12] turns with it/);
  expect(curesOf(spin).map((cure) => cure.label)).toContain('Keep n1 from turning about x');

  // a column with a hinge at its foot and a hinge at its head under a fixed post: turning a release off holds it
  const post: Structure = {
    nodes: [{ position: [0, 0, 0], support: fixed }, { position: [0, 0, 3] }, { position: [0, 0, 6] }],
    members: [
      [1, 2, { role: 'column', endConnection: { ry: 0 } }],
      [2, 3, { role: 'column' }],
    ],
    loads: [force(3, 5, 0, 0)],
  };
  const hinged = mechanism(build(post))!;
  expect(curesOf(hinged).map((cure) => cure.label)).toEqual(['Turn off the release of m1 at n2 about its local y']);
  expect(solveNow(after(build(post), curesOf(hinged)[0].act)).findings).toEqual([]);
});

test('on random frames with releases and ball-jointed feet no cure leaves the motion it was offered for', () => {
  const frame = fc.record({
    bays: fc.integer({ min: 1, max: 2 }),
    deep: fc.boolean(),
    released: fc.array(fc.tuple(fc.nat(40), fc.boolean()), { maxLength: 8 }),
    fixedFeet: fc.boolean(),
  });
  let cured = 0;
  fc.assert(
    fc.property(frame, ({ bays, deep, released, fixedFeet }) => {
      const rows = deep ? 2 : 1;
      const nodes: Structure['nodes'][number][] = [];
      const members: [number, number, object?][] = [];
      for (let j = 0; j < rows; j++)
        for (let i = 0; i <= bays; i++)
          nodes.push(
            { position: [5 * i, 4 * j, 0], support: fixedFeet ? fixed : pinned },
            { position: [5 * i, 4 * j, 3] },
          );
      const foot = (i: number, j: number) => 1 + 2 * (j * (bays + 1) + i);
      for (let j = 0; j < rows; j++)
        for (let i = 0; i <= bays; i++) {
          members.push([foot(i, j), foot(i, j) + 1, { role: 'column' }]);
          if (i < bays) members.push([foot(i, j) + 1, foot(i + 1, j) + 1]);
          if (j > 0) members.push([foot(i, j - 1) + 1, foot(i, j) + 1]);
        }
      for (const [at, isStart] of released)
        Object.assign((members[at % members.length][2] ??= {}), {
          [isStart ? 'startConnection' : 'endConnection']: { ry: 0, rz: 0 },
        });
      const model = build({ nodes, members: members as Structure['members'], loads: [force(2, 10, 7, 0)] });
      const finding = mechanism(model);
      for (const cure of finding ? curesOf(finding) : []) {
        const [now, before] = [mechanism(after(model, cure.act))?.motion, finding!.motion!];
        cured++;
        if (!now) continue;
        // another motion may be left; it is not the one the cure was offered for
        const at = new Map(now.nodes.map((id, i) => [id, now.displacements.slice(6 * i, 6 * i + 6)]));
        const product = before.nodes.reduce(
          (sum, id, i) =>
            sum +
            before.displacements
              .slice(6 * i, 6 * i + 6)
              .reduce((part, value, d) => part + value * (at.get(id)?.[d] ?? 0), 0),
          0,
        );
        const size = (values: readonly number[]) => Math.hypot(...values);
        expect(Math.abs(product) / (size(before.displacements) * size(now.displacements))).toBeLessThan(0.9999);
      }
    }),
    { numRuns: 60, endOnFailure: true },
  );
  expect(cured).toBeGreaterThan(10);
});

/** Columns that run on over storeys between beams pinned at both ends, braced in every outer bay or in none. */
function pinnedFrame(
  baysX: readonly number[],
  baysY: readonly number[],
  heights: readonly number[],
  support: Structure['nodes'][number]['support'],
  braced: boolean,
): Model {
  const along = (steps: readonly number[]) => [
    0,
    ...steps.map((_, i) => steps.slice(0, i + 1).reduce((sum, step) => sum + step, 0)),
  ];
  const [xs, ys, zs] = [baysX, baysY, heights].map(along);
  const at = (i: number, j: number, k: number) => 1 + i + xs.length * (j + ys.length * k);
  const ends = { startConnection: { ry: 0, rz: 0 }, endConnection: { ry: 0, rz: 0 } };
  const nodes = zs.flatMap((z) =>
    ys.flatMap((y) =>
      xs.map((x) => ({ position: [x, y, z] as [number, number, number], ...(z === 0 ? { support } : {}) })),
    ),
  );
  const members = zs.slice(1).flatMap((_, level) => {
    const k = level + 1;
    return xs.flatMap((__, i) =>
      ys.flatMap((___, j): Structure['members'][number][] => [
        [at(i, j, k - 1), at(i, j, k), { role: 'column' }],
        ...(i + 1 < xs.length ? [[at(i, j, k), at(i + 1, j, k), ends] as const] : []),
        ...(j + 1 < ys.length ? [[at(i, j, k), at(i, j + 1, k), ends] as const] : []),
        ...(braced && i + 1 < xs.length
          ? [[at(i, j, k - 1), at(i + 1, j, k), { role: 'brace', behaviour: 'axial' }] as const]
          : []),
        ...(braced && j + 1 < ys.length
          ? [[at(i, j, k - 1), at(i, j + 1, k), { role: 'brace', behaviour: 'axial' }] as const]
          : []),
      ]),
    );
  });
  return build({ nodes, members, loads: [force(nodes.length, 10000, 5000, -20000)] });
}

test('a pinned frame of any size without braces stops as a mechanism, with braces it stands', () => {
  const steps = (most: number) =>
    fc.array(
      fc.integer({ min: 25, max: 90 }).map((tenth) => tenth / 10),
      { minLength: 1, maxLength: most },
    );
  fc.assert(
    fc.property(steps(5), steps(3), steps(4), fc.boolean(), (baysX, baysY, heights, braced) => {
      const outcome = solveNow(pinnedFrame(baysX, baysY, heights, pinnedFoot, braced));
      const stops = outcome.findings.filter((finding) => finding.severity === 'stop').map(({ rule }) => rule);
      expect(stops).toEqual(braced ? [] : ['mechanism']);
      expect(outcome.solution === undefined).toBe(!braced);
    }),
    { numRuns: 60 },
  );
});

test('columns with pinned feet between pinned beams twist one after the other: one press holds all feet alike', () => {
  const model = pinnedFrame([6], [5], [4, 3.5], pinned, true);
  const cures = curesOf(mechanism(model)!);
  expect(cures[0].label).toMatch(/^Keep all 4 feet like n\d from twisting about z$/);
  const cured = solveNow(after(model, cures[0].act));
  expect(cured.findings.filter((finding) => finding.severity === 'stop')).toEqual([]);
  expect(cured.solution!.cases[0].id).toBe('c1');
});

test('loads out of the plane are told with what the hold takes, in a case of them only', () => {
  const model = withKind(build(portal((u, z) => [u, 0, z], [force(2, 12000, 0, -3000)])), 'xz');
  const told = (changed: Model) => solveNow(changed).findings.filter((finding) => finding.rule === 'load-out-of-plane');
  expect(told(model)).toEqual([]);
  const wind = after(model, {
    edits: [
      {
        kind: 'add',
        records: {
          cases: [{ id: 'c2', label: 'W', name: 'Wind', nature: 'wind', selfWeight: false }],
          loads: [
            {
              id: 'l90',
              case: 'c2',
              type: 'uniform',
              member: 'm2',
              axes: 'global',
              direction: 'y',
              value: 2000,
              from: 0,
              to: null,
            } as never,
          ],
        },
      },
    ],
  });
  const [finding, ...others] = told(wind);
  expect(others).toEqual([]);
  // 2 kN/m on 6 m, all of it taken by the plane, with the end moments of a clamped beam, 2 × 2 · 6² / 12 kN·m
  expect(finding.sentence).toMatch(/^In case W the hold of the plane frame in x–z takes 12\.0 kN and 12\.0 kN·m\.$/u);
  expect(finding.severity).toBe('remark');
  // a support of the model's own in that direction is meant to carry
  const own = after(wind, {
    edits: [
      {
        kind: 'change',
        table: 'nodes',
        changes: ['n2', 'n3'].map((id) => ({
          id,
          fields: { support: { ux: false, uy: true, uz: false, rx: true, ry: false, rz: true } },
        })),
      },
    ],
  });
  expect(told(own)).toEqual([]);
});
