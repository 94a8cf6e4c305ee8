import { solveNow } from '../fem';
import { applyAct, type Member, type Model, type Node } from '../model';
import { lineIndex, MemberLine, caseWeights, superpose } from '../results';
import { fixed, frame } from '../results/verification/frames';
import { Sheet } from '../sheet';
import { MemberChecker } from './index';

const [span, w, depth] = [6, -30e3, 0.5];
const column: Partial<Member> = { role: 'column', section: 's2' };

/** A concrete beam of 300 × 500 between columns of 400 × 600, its depth along the beam, that end above or below it. */
function concrete(
  loads: object[],
  more: { nodes?: Omit<Node, 'id'>[]; members?: [string, string, Partial<Member>?][] } = {},
) {
  const base = frame(
    [
      { position: [0, 0, 0], support: fixed },
      { position: [0, 0, 3] },
      { position: [span, 0, 3] },
      { position: [span, 0, 0], support: fixed },
      ...(more.nodes ?? []),
    ],
    [['n2', 'n3'], ['n1', 'n2', column], ['n4', 'n3', column], ...(more.members ?? [])].map(([a, b, fields]) => [
      a,
      b,
      {
        ...(fields as Partial<Member>),
        ...((fields as Partial<Member> | undefined)?.section ? { section: 's1' } : {}),
      },
    ]) as never,
    loads as never,
  );
  const made = applyAct(base, {
    edits: [
      {
        kind: 'change',
        table: 'sections',
        changes: [{ id: 's1', fields: { name: 'B', shape: { type: 'rectangle', depth, width: 0.3 } } }],
      },
      {
        kind: 'add',
        records: {
          sections: [{ id: 's2', name: 'C', shape: { type: 'rectangle', depth: 0.6, width: 0.4 } }],
          combinations: [{ id: 'u1', label: 'U1', purpose: 'strength', factors: [{ case: 'c1', factor: 1 }] }] as never,
        },
      },
      {
        kind: 'change',
        table: 'members',
        changes: ['m2', 'm3'].map((id) => ({ id, fields: { section: 's2' } })),
      },
      {
        kind: 'change',
        table: 'materials',
        changes: [
          {
            id: 't1',
            fields: { name: 'C', kind: 'concrete', elasticModulus: 30e9, poissonRatio: 0.2, concreteStrength: 30e6 },
          },
        ],
      },
    ],
  });
  if (!made.ok) throw new Error(made.error);
  return made.model;
}

/** What a beam of a model is checked for: the demand at the end of each sheet, N or N·m, and what is remarked. */
function demands(model: Model, member = 'm1') {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  const { checks } = new MemberChecker(model, solution).check(member);
  const line = new MemberLine(
    solution,
    superpose(solution, caseWeights(solution, 'c1')),
    solution.memberIds.indexOf(member),
  );
  const of = (id: string, symbol: string) => {
    const check = checks.find((one) => one.id === id);
    if (!check?.made)
      throw new Error(`${id} was not made: ${check?.made === false ? check.reason : 'it is not there'}`);
    const sheet = new Sheet();
    check.trace(sheet);
    const d = sheet.steps.find((step) => step.symbol === 'V_c' || step.symbol === 'M_n')?.inputs.d?.value ?? NaN;
    return { value: sheet.comparison!.inputs[symbol].value, x: check.x, remarks: sheet.remarks.join(' '), d };
  };
  return {
    shear: of('shear', 'V_u'),
    top: of('flexure-top', 'M_u'),
    read: (x: number) => line.at(x),
  };
}
const even = { type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: w, from: 0, to: null };

test('a beam is bent at the faces of its columns, and sheared at d from them', () => {
  const { shear, top, read } = demands(concrete([even]));
  // by statics from the moment at the axis: M(x) = M(0) + w l x / 2 − w x² / 2
  const face = 0.3;
  const hogging = read(0)[lineIndex.My] + (-w * span * face) / 2 + (w * face ** 2) / 2;
  expect(top.value).toBeCloseTo(-hogging, 3);
  expect([face, span - face].some((x) => Math.abs(top.x - x) < 1e-9)).toBe(true);
  expect(shear.value).toBeCloseTo(-w * (span / 2 - face - shear.d), 3);
  expect(shear.remarks).toMatch(/at d from the face of a support that presses the beam.*9\.4\.3\.2/);
  expect(top.remarks).toContain('between the faces of the supports it is built in one with (9.4.2.1)');
});

test('with a load nearer to the face than d the shear is that at the face', () => {
  const near = { type: 'point', member: 'm1', axes: 'global', direction: 'z', value: -50e3, at: 0.5 };
  const mirrored = { ...near, at: span - 0.5 };
  const { shear } = demands(concrete([even, near, mirrored]));
  expect(shear.value).toBeCloseTo(-w * (span / 2 - 0.3) + 50e3, 3);
  expect(shear.remarks).toContain('Shear is read at the face where a load stands nearer to it than d');
});

test('a divided beam is asked for the same, also where a piece lies within its support', () => {
  const pieces = concrete(
    [
      [0, 0.2],
      [0.2, 2],
      [2, 5.5],
      [5.5, 6],
    ].map((_, i) => ({ ...even, member: `m${[1, 4, 5, 6][i]}` })),
    {
      nodes: [{ position: [0.2, 0, 3] }, { position: [2, 0, 3] }, { position: [5.5, 0, 3] }],
      members: [
        ['n5', 'n6'],
        ['n6', 'n7'],
        ['n7', 'n3'],
      ],
    },
  );
  const cut = applyAct(pieces, {
    edits: [{ kind: 'change', table: 'members', changes: [{ id: 'm1', fields: { end: 'n5' } }] }],
  });
  if (!cut.ok) throw new Error(cut.error);
  const whole = demands(concrete([even]));
  expect(demands(cut.model, 'm4').top.value).toBeCloseTo(whole.top.value, 2);
  expect(demands(cut.model, 'm4').shear.value).toBeCloseTo(-w * (span / 2 - 0.3 - whole.shear.d), 0);
});
