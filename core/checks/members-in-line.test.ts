import { dividePlan } from '../build';
import { findCatalogueShape, findMaterial } from '../catalog';
import { solveNow } from '../fem';
import { applyAct, type Edit, type Member, type Model, type Node } from '../model';
import { frame, pinned } from '../results/verification/frames';
import { Sheet } from '../sheet';
import { MemberChecker } from './index';

const span = 8;
const steel: Partial<Member> = {};
const ends = { start: { ...pinned, rx: true }, end: { ...pinned, ux: false, rx: true } };

/** A steel frame under one strength combination. */
function checked(model: Model) {
  const material = findMaterial('A992')!;
  const made = applyAct(model, {
    edits: [
      {
        kind: 'change',
        table: 'sections',
        changes: [{ id: 's1', fields: { name: 'W18X50', shape: findCatalogueShape('W18X50')!.shape } }],
      },
      {
        kind: 'change',
        table: 'materials',
        changes: [
          {
            id: 't1',
            fields: {
              elasticModulus: material.elasticModulus,
              yieldStress: material.yieldStress,
              tensileStrength: material.tensileStrength,
            },
          },
        ],
      },
      {
        kind: 'add',
        records: {
          combinations: [{ id: 'u1', label: 'U1', purpose: 'strength', factors: [{ case: 'c1', factor: 1 }] }] as never,
        },
      } satisfies Edit,
    ],
  });
  if (!made.ok) throw new Error(made.error);
  const { solution, findings } = solveNow(made.model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  const checker = new MemberChecker(made.model, solution);
  const all = Object.keys(made.model.members).map((id) => checker.check(id));
  /** the worst of a check over all members */
  const worst = (id: string, members = all) =>
    Math.max(
      ...members.flatMap(({ checks }) => checks.flatMap((one) => (one.made && one.id === id ? one.utilisation : []))),
    );
  const of = (member: string) => all.filter(({ memberId }) => memberId === member);
  const remarks = (member: string, id: string) => {
    const sheet = new Sheet();
    for (const one of of(member)[0].checks) if (one.made && one.id === id) one.trace(sheet);
    return sheet.remarks.join(' ');
  };
  return { worst, of, remarks };
}

const loads = [
  { type: 'point', member: 'm1', axes: 'global', direction: 'z', value: -60e3, at: 2 },
  { type: 'point', member: 'm1', axes: 'global', direction: 'z', value: -40e3, at: 5 },
  { type: 'point', member: 'm1', axes: 'global', direction: 'y', value: 2e3, at: 5 },
] as const;
const push = { type: 'node', node: 'n2', force: [-200e3, 0, 0], moment: [0, 0, 0] } as const;
const whole = (): Model =>
  frame(
    [
      { position: [0, 0, 0], support: ends.start },
      { position: [span, 0, 0], support: ends.end },
    ],
    [['n1', 'n2', steel]],
    [...loads, push] as never,
  );
const ids = ['compression', 'flexureMajor', 'flexureMinor', 'combined'];

test('a steel beam that is divided in many pieces is checked as the same beam', () => {
  const one = checked(whole());
  expect(one.worst('flexureMajor')).toBeGreaterThan(0.2);
  const plan = dividePlan(whole(), ['m1'], { distances: [1, 2, 3.3, 5, 6.1, 7] });
  if (!plan.ok) throw new Error(plan.error);
  const divided = applyAct(whole(), plan.act);
  if (!divided.ok) throw new Error(divided.error);
  const many = checked(divided.model);
  for (const id of ids) expect(many.worst(id) / one.worst(id)).toBeCloseTo(1, 9);
  expect(many.remarks('m1', 'combined')).toContain('over 8.00');
});

test('so is one whose pieces are drawn either way, under forces on its nodes', () => {
  const one = checked(whole());
  const nodes: Omit<Node, 'id'>[] = [
    { position: [0, 0, 0], support: ends.start },
    { position: [2, 0, 0] },
    { position: [5, 0, 0] },
    { position: [span, 0, 0], support: ends.end },
  ];
  const at = (node: string, force: readonly [number, number, number]) => ({
    type: 'node',
    node,
    force,
    moment: [0, 0, 0],
  });
  const drawn = frame(
    nodes,
    [
      ['n1', 'n2'],
      ['n3', 'n2'],
      ['n4', 'n3'],
    ],
    [at('n2', [0, 0, -60e3]), at('n3', [0, 2e3, -40e3]), at('n4', [-200e3, 0, 0])] as never,
  );
  const three = checked(drawn);
  for (const id of ids) expect(three.worst(id) / one.worst(id)).toBeCloseTo(1, 9);
});

test('a beam is unbraced between what holds its line: a member that meets it half-way halves the length, one that ends in the air does not', () => {
  const half = (more: Omit<Node, 'id'>[], members: [string, string, Partial<Member>?][]) =>
    checked(
      frame(
        [
          { position: [0, 0, 0], support: ends.start },
          { position: [4, 0, 0] },
          { position: [span, 0, 0], support: ends.end },
          ...more,
        ],
        [['n1', 'n2'], ['n2', 'n3'], ...members],
        [{ type: 'node', node: 'n2', force: [0, 0, -60e3], moment: [0, 0, 0] }] as never,
      ),
    );
  const alone = half([], []);
  const inTheAir = half([{ position: [4, 1, 0] }], [['n2', 'n4', { startConnection: { rx: 0, ry: 1e3, rz: 1e3 } }]]);
  const held = half([{ position: [4, 3, 0], support: pinned }], [['n2', 'n4', { startConnection: { ry: 0, rz: 0 } }]]);
  const ratio = (one: typeof alone) => one.worst('flexureMajor', one.of('m1'));
  expect(alone.remarks('m1', 'flexureMajor')).toMatch(/sideways over 8\.00/);
  expect(inTheAir.remarks('m1', 'flexureMajor')).toMatch(/sideways over 8\.00/);
  expect(held.remarks('m1', 'flexureMajor')).toMatch(/sideways over 4\.00.*held by support at n1 and by beam m3/);
  expect(ratio(inTheAir) / ratio(alone)).toBeCloseTo(1, 3);
  expect(ratio(held)).toBeLessThan(0.8 * ratio(alone));
});

test('where nothing in the model holds an end, the sheet says so and the moment gradient counts for nothing', () => {
  const column = checked(
    frame(
      [
        { position: [0, 0, 0], support: { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true } },
        { position: [0, 0, 4] },
      ],
      [['n1', 'n2', { role: 'column' }]],
      [{ type: 'node', node: 'n2', force: [20e3, 0, -100e3], moment: [0, 0, 0] }] as never,
    ),
  );
  expect(column.remarks('m1', 'combined')).toContain('nothing in the model holds the other end');
  const sheet = new Sheet();
  for (const one of column.of('m1')[0].checks) if (one.made && one.id === 'combined') one.trace(sheet);
  expect(sheet.steps.find(({ symbol }) => symbol === 'C_b')).toMatchObject({
    value: { value: 1 },
    note: 'nothing in the model holds one of its ends sideways (F1)',
  });
});
