import { buildQuillhavenLibrary } from '../../demo/quillhaven-library';
import {
  type Act,
  acceptanceOf,
  applyAct,
  emptyModel,
  type Edit,
  type Member,
  type Model,
  type Vector,
} from '../model';
import { buildTernHide } from '../../demo/tern-hide';
import { geometryFindings, mendAct, mendAll, mendLabel, openingProblem } from './index';

const hide = buildTernHide();

/** Members between nodes at places, each place a node of its own. */
function model(lines: readonly [Vector, Vector, Partial<Member>?][], more: Edit[] = []): Model {
  const base: Model = {
    ...emptyModel({ name: 'Slips', units: 'si', code: 'us' }),
    sections: hide.sections,
    materials: hide.materials,
  };
  const nodes: { id: string; position: [number, number, number] }[] = [];
  const at = (place: Vector) => {
    const known = nodes.find((node) => node.position.join() === place.join());
    if (known) return known.id;
    nodes.push({ id: `n${nodes.length + 1}`, position: [...place] as [number, number, number] });
    return nodes[nodes.length - 1].id;
  };
  const members = lines.map(([a, b, fields], i): Member => ({
    id: `m${i + 1}`,
    role: 'beam',
    start: at(a),
    end: at(b),
    section: 's1',
    material: 't1',
    angle: 0,
    ...fields,
  }));
  const applied = applyAct(base, { edits: [{ kind: 'add', records: { nodes, members } }, ...more] });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}
const rules = (one: Model) => geometryFindings(one).map((finding) => finding.rule);

const slips: [string, Model, number][] = [
  [
    'close-nodes',
    model([
      [
        [0, 0, 0],
        [3, 0, 0],
      ],
      [
        [3.01, 0, 0],
        [6, 0, 0],
      ],
    ]),
    1,
  ],
  [
    'free-crossing',
    model([
      [
        [0, 0, 0],
        [4, 4, 0],
      ],
      [
        [0, 4, 0],
        [4, 0, 0],
      ],
    ]),
    1,
  ],
  [
    'passed-node',
    model([
      [
        [0, 0, 0],
        [6, 0, 0],
      ],
      [
        [2, 0, 0],
        [2, 3, 0],
      ],
    ]),
    1,
  ],
  [
    'overlap',
    model([
      [
        [0, 0, 0],
        [4, 0, 0],
      ],
      [
        [3, 0, 0],
        [6, 0, 0],
      ],
    ]),
    1,
  ],
  [
    'short-member',
    model([
      [
        [0, 0, 0],
        [0.03, 0, 0],
      ],
    ]),
    1,
  ],
  [
    'diaphragm-few-nodes',
    model(
      [
        [
          [0, 0, 3],
          [5, 0, 3],
        ],
      ],
      [{ kind: 'add', records: { diaphragms: [{ id: 'd1', label: 'D', nodes: ['n1', 'n2'] }] } }],
    ),
    1,
  ],
  [
    'semi-rigid',
    model(
      [
        [
          [0, 0, 3],
          [5, 0, 3],
        ],
        [
          [5, 0, 3],
          [5, 5, 3],
        ],
      ],
      [
        {
          kind: 'add',
          records: { diaphragms: [{ id: 'd1', label: 'D', nodes: ['n1', 'n2', 'n3'], stiffness: 'semiRigid' }] },
        },
      ],
    ),
    1,
  ],
  [
    'off-grid',
    model(
      [
        [
          [0.012, 0, 0],
          [5, 0, 0],
        ],
      ],
      [{ kind: 'add', records: { gridLines: [{ id: 'g1', label: '1', axis: 'x', position: 0 }] } }],
    ),
    1,
  ],
  ['column-not-carried', model([[[0, 0, 0], [0, 0, 3], { role: 'column' }]]), 1],
];

test.each(slips)('%s is told with its place and reason, and its mend does away with it', (rule, one, times) => {
  const found = geometryFindings(one).filter((finding) => finding.rule === rule);
  expect(found).toHaveLength(times);
  const [finding] = found;
  expect(finding.severity).toBe('remark');
  expect((finding.place.members ?? finding.place.nodes)!.length).toBeGreaterThan(0);
  expect(`${finding.sentence} ${finding.why}`).not.toMatch(/undefined|NaN/);
  const act = mendAct(one, finding.mend ?? finding.others![0])!;
  const mended = applyAct(one, act);
  if (!mended.ok) throw new Error(mended.error);
  expect(geometryFindings(mended.model).map((other) => other.key)).not.toContain(finding.key);
});

test('a foot is held as those beside it are, and the engineer chooses where there are none', () => {
  const fixed = { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true };
  const columns = [0, 5, 10].map((x): [Vector, Vector, Partial<Member>] => [[x, 0, 0], [x, 0, 3], { role: 'column' }]);
  const beams: [Vector, Vector][] = [
    [
      [0, 0, 3],
      [5, 0, 3],
    ],
    [
      [5, 0, 3],
      [10, 0, 3],
    ],
  ];
  const foot = (one: Model) =>
    geometryFindings(one).find((finding) => finding.rule === 'column-not-carried' && finding.key.endsWith('m3'))!;
  const beside = model(
    [...columns, ...beams],
    [
      {
        kind: 'change',
        table: 'nodes',
        changes: [
          { id: 'n1', fields: { support: fixed } },
          { id: 'n3', fields: { support: fixed } },
        ],
      },
    ],
  );
  expect(foot(beside).mend!.label).toBe('Hold its foot as 2 others: fixed');
  expect(foot(beside).others!.map((mend) => mend.label)).toEqual(['Hold its foot: pinned']);
  expect(foot(model([...columns, ...beams]))).toMatchObject({
    others: [{ label: 'Hold its foot: pinned' }, { label: 'Hold its foot: fixed' }],
  });
});

test('a column on a raft or on a wall is carried, one on a slab in the air goes into the slab', () => {
  const on = (soil: object | undefined, wall: boolean) =>
    geometryFindings(
      model(
        [[[2, 0, 3], [2, 0, 6], { role: 'column' }]],
        [
          {
            kind: 'add',
            records: {
              nodes: (
                [
                  [0, 0, 3],
                  [4, 0, 3],
                  [4, 4, 3],
                  [0, 4, 3],
                  [0, 0, 0],
                  [4, 0, 0],
                ] as const
              ).map((position, i) => ({ id: `n${i + 11}`, position: [...position] })),
              slabs: [
                {
                  id: 'b1',
                  corners: ['n11', 'n12', 'n13', 'n14'],
                  thickness: 0.5,
                  material: null,
                  behaviour: 'shell' as const,
                  ...(soil ? { soil } : {}),
                },
              ],
              ...(wall
                ? {
                    walls: [
                      {
                        id: 'w1',
                        corners: ['n15', 'n16', 'n12', 'n11'],
                        thickness: 0.2,
                        material: null,
                        behaviour: 'shell' as const,
                      },
                    ],
                  }
                : {}),
            } as never,
          },
        ],
      ),
    ).find((finding) => finding.rule === 'column-not-carried');
  expect(on({ across: 2e7, pushes: true }, false)).toBeUndefined();
  expect(on(undefined, true)).toBeUndefined();
  const inTheAir = on(undefined, false)!;
  expect(inTheAir.sentence).toMatch(/it stands on b1\.$/);
  expect(inTheAir.why).toMatch(/goes into the slab/);
  expect(inTheAir.others).toBeUndefined();
});

test('a mend says which loads go with what it deletes', () => {
  const lapped = model(
    [
      [
        [0, 0, 0],
        [4, 0, 0],
      ],
      [
        [3, 0, 0],
        [6, 0, 0],
      ],
    ],
    [
      {
        kind: 'add',
        records: {
          cases: [{ id: 'c1', label: 'D', name: 'D', nature: 'dead', selfWeight: false }],
          loads: [1, 2].map((i) => ({
            id: `l${i}`,
            case: 'c1',
            type: 'uniform' as const,
            member: 'm2',
            axes: 'global' as const,
            direction: 'z' as const,
            value: -i,
            from: 0,
            to: null,
          })),
        },
      },
    ],
  );
  const overlap = geometryFindings(lapped).find((finding) => finding.rule === 'overlap')!;
  expect(mendLabel(lapped, overlap.mend!)).toBe('Delete m2 with 2 loads');
  expect(mendLabel(lapped, overlap.others![0])).toBe('Delete m1');
});

test.each<[string, Vector[], string | undefined]>([
  [
    'inside',
    [
      [1, 1, 0],
      [2, 1, 0],
      [2, 2, 0],
      [1, 2, 0],
    ],
    undefined,
  ],
  [
    'with an edge on the slab’s',
    [
      [0, 1, 0],
      [2, 1, 0],
      [2, 2, 0],
      [0, 2, 0],
    ],
    undefined,
  ],
  [
    'whole outside',
    [
      [9, 1, 0],
      [10, 1, 0],
      [10, 2, 0],
    ],
    'it lies outside',
  ],
  [
    'one corner outside',
    [
      [5, 1, 0],
      [7, 1, 0],
      [5, 2, 0],
    ],
    'its corner 2 lies outside',
  ],
  [
    'off the plane',
    [
      [1, 1, 0],
      [2, 1, 0.1],
      [2, 2, 0],
    ],
    'its corner 2 lies beside the plane',
  ],
  [
    'through the notch of the slab',
    [
      [1, 3.5, 0],
      [5, 3.5, 0],
      [5, 3.8, 0],
      [1, 3.8, 0],
    ],
    'it runs across an edge',
  ],
  [
    'over another one',
    [
      [3.2, 0.8, 0],
      [3.7, 0.8, 0],
      [3.7, 1.2, 0],
      [3.2, 1.2, 0],
    ],
    'it overlaps another opening',
  ],
  [
    'around another one',
    [
      [2.8, 0.5, 0],
      [4.2, 0.5, 0],
      [4.2, 2.2, 0],
      [2.8, 2.2, 0],
    ],
    'it overlaps another opening',
  ],
])('an opening %s of a slab with a notch and an opening', (_where, opening, problem) => {
  // 6 m × 4 m with a notch from (2, 3) to (4, 4)
  const slab: Vector[] = [
    [0, 0, 0],
    [6, 0, 0],
    [6, 4, 0],
    [4, 4, 0],
    [4, 3, 0],
    [2, 3, 0],
    [2, 4, 0],
    [0, 4, 0],
  ];
  expect(
    openingProblem(slab, opening, [
      [
        [3, 1, 0],
        [4, 1, 0],
        [4, 2, 0],
        [3, 2, 0],
      ],
    ]),
  ).toBe(problem);
});

test('an opening beside its slab is found, and taken away', () => {
  const at = (id: string, x: number, y: number) => ({ id, position: [x, y, 3] as [number, number, number] });
  const one = model(
    [
      [
        [0, 0, 3],
        [6, 0, 3],
      ],
      [
        [6, 0, 3],
        [6, 4, 3],
      ],
    ],
    [
      {
        kind: 'add',
        records: {
          nodes: [at('n7', 8, 0), at('n8', 9, 0), at('n9', 9, 1)],
          slabs: [
            { id: 'b1', corners: ['n1', 'n2', 'n3'], openings: [['n7', 'n8', 'n9']], thickness: 0.2, material: null },
          ],
        },
      },
    ],
  );
  const [found] = geometryFindings(one).filter((finding) => finding.rule === 'opening-outside');
  expect(found.sentence).toBe('Opening 1 of slab b1 does not lie in it: it lies outside.');
  const mended = applyAct(one, mendAct(one, found.mend!)!);
  expect(mended.ok && mended.model.slabs.b1.openings).toEqual([]);
});

test('members drawn almost upright or level are found and set straight; slopes and braces are not', () => {
  const of = (line: [Vector, Vector, Partial<Member>?], ...more: [Vector, Vector, Partial<Member>?][]) => {
    const one = model([line, ...more]);
    return { one, found: geometryFindings(one).filter((finding) => finding.rule.startsWith('almost-')) };
  };
  const leaning = of(
    [[0, 0, 0], [0.02, 0, 3], { role: 'column' }],
    [
      [0.02, 0, 3],
      [5, 0, 3],
    ],
  );
  expect(leaning.found.map((finding) => finding.sentence)).toEqual([
    'Member m1 is almost upright: over 3.00 m it leans by 20 mm.',
  ]);
  const upright = applyAct(leaning.one, mendAct(leaning.one, leaning.found[0].mend!)!);
  expect(upright.ok && upright.model.nodes.n1.position).toEqual([0.02, 0, 0]); // the foot meets one member, the head two
  const falling = of([
    [0, 0, 3],
    [6, 0, 3.03],
  ]);
  expect(falling.found[0].rule).toBe('almost-level');
  for (const line of [
    [
      [0, 0, 3],
      [6, 0, 3.15],
    ],
    [
      [0, 0, 0],
      [0.2, 0, 3],
    ],
    [
      [0, 0, 3],
      [6, 0, 3.0005],
    ],
  ] as [Vector, Vector][])
    expect(of(line).found).toEqual([]);
  expect(of([[0, 0, 0], [0.02, 0, 3], { role: 'brace' }]).found).toEqual([]);
});

test('a length typed in another unit is set right where an end is free', () => {
  const spans = Array.from({ length: 6 }, (_, i): [Vector, Vector] => [
    [6 * i, 0, 0],
    [6 * i + 6, 0, 0],
  ]);
  const one = model([
    ...spans,
    [
      [36, 0, 0],
      [36 + 6 * 304.8, 0, 0],
    ],
  ]);
  const [found] = geometryFindings(one).filter((finding) => finding.rule === 'suspected-unit');
  expect(found.mend!.label).toBe('Make it 6.00 m, typed in mm');
  const mended = applyAct(one, mendAct(one, found.mend!)!);
  expect(mended.ok && mended.model.nodes.n8.position[0]).toBeCloseTo(42, 6);
});

test('what is told without a mend: separate parts, suspected units, transfer columns, slabs', () => {
  expect(
    rules(
      model([
        [
          [0, 0, 0],
          [3, 0, 0],
        ],
        [
          [0, 5, 0],
          [3, 5, 0],
        ],
      ]),
    ),
  ).toContain('separate-part');
  const spans = Array.from({ length: 6 }, (_, i): [Vector, Vector] => [
    [6 * i, 0, 0],
    [6 * i + 6, 0, 0],
  ]);
  const feet = geometryFindings(
    model([
      ...spans,
      [
        [36, 0, 0],
        [36 + 6 * 304.8, 0, 0],
      ],
    ]),
  ).filter((finding) => finding.rule === 'suspected-unit');
  expect(feet).toHaveLength(1);
  expect(feet[0].sentence).toContain('1828.800 m');
  const stub = geometryFindings(
    model([
      [
        [0, 0, 0],
        [0.09, 0, 0],
      ],
    ]),
  ).find((finding) => finding.rule === 'suspected-unit');
  expect(stub?.sentence).toContain('section');
  const transfer = geometryFindings(
    model([
      [
        [0, 0, 3],
        [4, 0, 3],
      ],
      [[4, 0, 3], [4, 0, 6], { role: 'column' }],
      [
        [4, 0, 3],
        [8, 0, 3],
      ],
    ]),
  );
  expect(transfer.find((finding) => finding.rule === 'column-not-carried')).toMatchObject({
    sentence: expect.stringContaining('stands on m1, m3'),
  });
  const slab = model(
    [
      [
        [0, 0, 3],
        [4, 0, 3],
      ],
      [
        [4, 0, 3],
        [4, 4, 3],
      ],
    ],
    [{ kind: 'add', records: { slabs: [{ id: 'b1', corners: ['n1', 'n2', 'n3'], thickness: 0.2, material: null }] } }],
  );
  const told = geometryFindings(slab).find((finding) => finding.rule === 'not-analysed')!;
  expect(told.sentence).toMatch(/1 slab carries loads to its edges only: it has no weight and no stiffness/);
  // it offers to have it analysed, and is then silent
  const mended = applyAct(slab, (told.mend as { act: Act }).act);
  expect(mended.ok && mended.model.slabs.b1.behaviour).toBe('shell');
  expect(mended.ok && geometryFindings(mended.model).some((finding) => finding.rule === 'not-analysed')).toBe(false);
});

test('what is meant is not told: an X of braces, joined members, parallel ones, a column on its foundation', () => {
  expect(
    rules(
      model([
        [[0, 0, 0], [4, 0, 4], { role: 'brace' }],
        [[4, 0, 0], [0, 0, 4], { role: 'brace' }],
      ]),
    ),
  ).not.toContain('free-crossing');
  expect(geometryFindings(buildTernHide())).toEqual([]);
  expect(
    geometryFindings(buildQuillhavenLibrary()).filter(
      (finding) => !['suspected-unit', 'not-analysed'].includes(finding.rule),
    ),
  ).toEqual([]);
  const beside = model([
    [
      [0, 0, 0],
      [6, 0, 0],
    ],
    [
      [0, 0.3, 0],
      [6, 0.3, 0],
    ],
  ]);
  expect(rules(beside)).toEqual(['separate-part']);
});

test('all of a kind are mended in one act, and what no longer applies is passed over', () => {
  const grid = model(
    [0, 1, 2].flatMap((i): [Vector, Vector][] => [
      [
        [0, 2 * i + 1, 0],
        [6, 2 * i + 1, 0],
      ],
      [
        [2 * i + 1, 0, 0],
        [2 * i + 1, 6, 0],
      ],
    ]),
  );
  const crossing = geometryFindings(grid).filter((finding) => finding.rule === 'free-crossing');
  expect(crossing).toHaveLength(9);
  const { act, mended } = mendAll(grid, crossing);
  const applied = applyAct(grid, act!);
  if (!applied.ok) throw new Error(applied.error);
  expect(mended).toBeGreaterThan(0);
  expect(
    mendAll(applied.model, [
      { ...crossing[0], mend: { label: '', plan: { kind: 'divide', member: 'm99', nodes: ['n1'] } } },
    ]),
  ).toEqual({ act: undefined, mended: 0 });
  let current = applied.model;
  // pieces have new numbers: a second round finds what the first could not name
  for (let round = 0; round < 4; round++) {
    const left = geometryFindings(current).filter(
      (finding) => finding.rule === 'free-crossing' || finding.rule === 'passed-node',
    );
    const next = mendAll(current, left).act;
    if (!next) break;
    const step = applyAct(current, next);
    if (step.ok) current = step.model;
  }
  expect(geometryFindings(current).filter((finding) => finding.rule === 'free-crossing')).toEqual([]);
  expect(Object.keys(current.members)).toHaveLength(6 * 4);
});

test('the same tables have the same findings, and an accepted remark keeps its reason', () => {
  const [, one] = slips[1];
  expect(geometryFindings({ ...one, loads: {} })).toBe(geometryFindings(one));
  const [finding] = geometryFindings(one);
  const accepted = applyAct(one, {
    edits: [
      { kind: 'add', records: { acceptances: [{ id: 'f1', finding: finding.key, reason: 'Cables pass each other' }] } },
    ],
  });
  if (!accepted.ok) throw new Error(accepted.error);
  expect(acceptanceOf(accepted.model, finding)?.reason).toBe('Cables pass each other');
  expect(acceptanceOf(accepted.model, { ...finding, severity: 'stop' })).toBeUndefined();
});
