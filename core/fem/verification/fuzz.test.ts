import fc from 'fast-check';
import {
  applyAct,
  axisPositions,
  behaviours,
  emptyModel,
  type Analysis,
  type Load,
  type Member,
  type Model,
  type Node,
} from '../../model';
import { balance, caseWeights, MemberLine, superpose } from '../../results';
import { runAnalysisNow, solve, solveNow } from '../index';

/** Seconds this test may take; longer when asked for: ELBOW_FUZZ_SECONDS=3600 npm run unit -- core/fem/verification/fuzz */
const seconds = Number(process.env.ELBOW_FUZZ_SECONDS ?? 60);

const coordinate = fc.constantFrom(-6, -3, 0, 1e-3, 1, 3, 4.5, 6, 12);
const stiffness = fc.constantFrom(0, 1e-3, 1, 1e4, 1e6, 1e9, 1e14);
const some = <T>(value: fc.Arbitrary<T>, weight = 3) => fc.option(value, { nil: undefined, freq: weight });
const six = <T>(value: fc.Arbitrary<T>) =>
  fc.record({ ux: value, uy: value, uz: value, rx: value, ry: value, rz: value }, { requiredKeys: [] });
const vector = fc.tuple(
  ...([0, 1, 2].map(() => fc.constantFrom(-1e5, -1, 0, 1e-9, 1, 3e4)) as [
    fc.Arbitrary<number>,
    fc.Arbitrary<number>,
    fc.Arbitrary<number>,
  ]),
);
const small = fc.tuple(
  ...([0, 1, 2].map(() => fc.constantFrom(-0.3, 0, 0, 0.1)) as [
    fc.Arbitrary<number>,
    fc.Arbitrary<number>,
    fc.Arbitrary<number>,
  ]),
);
const held = fc.oneof(
  { arbitrary: fc.constant({ ux: true, uy: true, uz: true, rx: true, ry: true, rz: true }), weight: 3 },
  fc.record({
    ux: fc.boolean(),
    uy: fc.boolean(),
    uz: fc.boolean(),
    rx: fc.boolean(),
    ry: fc.boolean(),
    rz: fc.boolean(),
  }),
);

const nodes = fc.array(
  fc.record(
    {
      position: fc.tuple(coordinate, coordinate, coordinate),
      support: some(held),
      springs: some(six(stiffness), 6),
      supportAngles: some(fc.tuple(fc.constantFrom(0, 0.3, 1), fc.constantFrom(0, -0.5), fc.constantFrom(0, 0.7)), 8),
      mass: some(fc.constantFrom(0, 10, 1e4), 5),
    },
    { requiredKeys: ['position'] },
  ),
  { minLength: 1, maxLength: 9 },
);
const member = fc.record(
  {
    start: fc.nat(8),
    end: fc.nat(8),
    section: fc.nat(4),
    angle: fc.constantFrom(0, 0.4, 1.57),
    behaviour: some(fc.constantFrom(...behaviours)),
    startConnection: some(six(stiffness), 4),
    endConnection: some(six(stiffness), 4),
    axisPosition: some(fc.constantFrom(...axisPositions), 6),
    startOffset: some(small, 8),
    endOffset: some(small, 8),
    startRigid: some(fc.constantFrom(0, 0.2, 2), 8),
    endRigid: some(fc.constantFrom(0.1), 8),
  },
  { requiredKeys: ['start', 'end', 'section', 'angle'] },
);
const loads = fc.array(
  fc.oneof(
    fc.record({ type: fc.constant('node' as const), node: fc.nat(8), force: vector, moment: vector }),
    fc.record({
      type: fc.constant('settlement' as const),
      node: fc.nat(8),
      displacement: small,
      rotation: fc.constant([0, 0, 0] as [number, number, number]),
    }),
    fc.record({
      type: fc.constantFrom('point' as const, 'moment' as const),
      member: fc.nat(9),
      axes: fc.constantFrom('global' as const, 'local' as const),
      direction: fc.constantFrom('x' as const, 'y' as const, 'z' as const),
      value: fc.constantFrom(-1e5, 1, 3e4),
      at: fc.constantFrom(0, 0.15, 1, 3),
    }),
    fc.record({
      type: fc.constant('trapezoid' as const),
      member: fc.nat(9),
      axes: fc.constantFrom('global' as const, 'local' as const),
      direction: fc.constantFrom('x' as const, 'y' as const, 'z' as const),
      valueFrom: fc.constantFrom(-1e4, 0, 5),
      valueTo: fc.constantFrom(0, 2e4),
      from: fc.constantFrom(0, 0.1, 1),
      to: fc.constantFrom(null, 2.5),
      projected: fc.boolean(),
    }),
    fc.record({
      type: fc.constant('temperature' as const),
      member: fc.nat(9),
      change: fc.constantFrom(-40, 0, 30),
      differenceY: fc.constantFrom(0, 10),
      differenceZ: fc.constantFrom(0, -25),
    }),
    fc.record({
      type: fc.constant('strain' as const),
      member: fc.nat(9),
      axial: fc.constantFrom(0, 1e-3),
      curvatureY: fc.constantFrom(0, 1e-2),
      curvatureZ: fc.constantFrom(0),
    }),
  ),
  { maxLength: 6 },
);

/** Sections from a 1 mm rod to a wall-like column. */
const shapes = [
  { type: 'rectangle', depth: 0.2, width: 0.2 },
  { type: 'circle', diameter: 0.001 },
  { type: 'rectangle', depth: 2, width: 0.3 },
  { type: 'i', depth: 0.4, width: 0.18, webThickness: 0.0086, flangeThickness: 0.0135, rootRadius: 0.021 },
  { type: 'circle', diameter: 0.05 },
] as const;

type Drawn = [
  ReturnType<typeof nodes.generate>['value'],
  { start: number; end: number; section: number }[],
  Record<string, unknown>[],
  { order: boolean; floor: boolean; buckling: boolean },
];

/** A model of what was drawn, numbers taken round to what there is. */
function modelOf([points, bars, list, options]: Drawn): Model {
  const n = points.length;
  const m = bars.length;
  const applied = applyAct(emptyModel({ name: 'Fuzz', units: 'si', code: 'us' }), {
    edits: [
      {
        kind: 'add',
        records: {
          materials: [
            {
              id: 't1',
              name: 'M',
              kind: 'steel',
              standard: '',
              elasticModulus: 2e11,
              poissonRatio: 0.3,
              density: 7850,
              expansion: 1.2e-5,
            },
          ],
          sections: shapes.map((shape, i) => ({ id: `s${i + 1}`, name: `S${i}`, shape })),
          nodes: points.map((point, i) => clean({ ...point, id: `n${i + 1}` }) as Node),
          members: bars.map(
            (bar, i) =>
              clean({
                ...bar,
                id: `m${i + 1}`,
                role: 'beam',
                start: `n${(bar.start % n) + 1}`,
                end: `n${(bar.end % n) + 1}`,
                section: `s${bar.section + 1}`,
                material: 't1',
              }) as unknown as Member,
          ),
          cases: [
            { id: 'c1', label: 'A', name: 'A', nature: 'dead', selfWeight: true },
            { id: 'c2', label: 'B', name: 'B', nature: 'live', selfWeight: false },
          ],
          loads: list.flatMap((load, i): Load[] => {
            if ('node' in load)
              return [{ ...load, id: `l${i + 1}`, case: 'c2', node: `n${(Number(load.node) % n) + 1}` } as Load];
            return m === 0
              ? []
              : [{ ...load, id: `l${i + 1}`, case: 'c2', member: `m${(Number(load.member) % m) + 1}` } as Load];
          }),
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
              ...(options.order ? { order: 'second' as const } : {}),
            },
          ],
          diaphragms: options.floor
            ? [
                {
                  id: 'd1',
                  label: 'F',
                  nodes: points.flatMap((point, i) =>
                    point.position[2] === points[0].position[2] ? [`n${i + 1}`] : [],
                  ),
                },
              ]
            : [],
          analyses: [
            {
              id: 'a1',
              label: 'Modes',
              type: 'modal',
              masses: [{ case: 'c1', factor: 1 }],
              count: 4,
              massMatrix: options.order ? 'lumped' : 'consistent',
              verticalMass: true,
            },
            { id: 'a2', label: 'Buckling', type: 'buckling', factors: [{ case: 'c2', factor: 1 }], count: 2 },
          ] satisfies Analysis[],
        },
      },
    ],
  });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}
const clean = (record: object) => Object.fromEntries(Object.entries(record).filter(([, value]) => value !== undefined));

const drawn = fc.tuple(
  nodes,
  fc.array(member, { maxLength: 10 }),
  loads,
  fc.record({ order: fc.boolean(), floor: fc.boolean(), buckling: fc.boolean() }),
) as unknown as fc.Arbitrary<Drawn>;

/** Structures that mostly stand: a chain of members from a clamped foot, with more members across. */
const standing = drawn.map(([points, bars, list, options]): Drawn => {
  const feet = points.map((point, i) =>
    i === 0
      ? { ...point, support: { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true }, supportAngles: undefined }
      : { ...point, position: [point.position[0] + 1.7 * i, point.position[1], point.position[2] + 0.9 * i] },
  ) as Drawn[0];
  const chain = points.slice(1).map((_, i) => ({ start: i, end: i + 1, section: i % 3 === 2 ? 3 : 0, angle: 0 }));
  return [feet, [...chain, ...bars.map((bar) => ({ ...bar, startConnection: undefined }))], list, options];
});

function examine(model: Model): void {
  const { solution, findings } = solveNow(model);
  const stops = findings.filter((finding) => finding.severity === 'stop');
  for (const finding of findings)
    expect(`${finding.sentence} ${finding.why}`).not.toMatch(/undefined|NaN|Infinity|\[object/);
  expect(solution !== undefined).toBe(stops.length === 0);
  if (solution) {
    for (const row of balance(solution)) {
      const ill = findings.some((finding) => ['ill-conditioned', 'residual', 'equilibrium'].includes(finding.rule));
      if (!ill) {
        expect(row.residual).toBeLessThanOrEqual(1e-8);
        expect(row.error).toBeLessThan(1e-6);
      }
    }
    for (const one of solution.cases) {
      for (const list of [one.displacements, one.startForces, one.reactions, one.startDisplacements])
        expect(list.every(Number.isFinite)).toBe(true);
      const state = superpose(solution, caseWeights(solution, one.id));
      for (let member = 0; member < solution.memberIds.length; member++)
        expect(new MemberLine(solution, state, member).at(solution.lengths[member] / 3).every(Number.isFinite)).toBe(
          true,
        );
    }
  }
  for (const id of ['a1', 'a2']) {
    const { outcome, findings: told } = runAnalysisNow(model, id);
    expect(outcome !== undefined || told.some((finding) => finding.severity === 'stop')).toBe(true);
    for (const finding of told) expect(`${finding.sentence} ${finding.why}`).not.toMatch(/undefined|NaN|Infinity/);
    if (outcome?.type === 'modal') for (const mode of outcome.result.modes) expect(mode.omega).toBeGreaterThan(0);
    if (outcome?.type === 'buckling') for (const mode of outcome.result.modes) expect(mode.factor).toBeGreaterThan(0);
  }
}

test.each([
  ['anything at all', drawn, 0.4],
  ['structures that mostly stand', standing, 0.6],
] as const)(
  '%s: an answer or a finding, never a crash or a number that is not one',
  (_, arbitrary, share) => {
    fc.assert(
      fc.property(arbitrary, (one) => examine(modelOf(one))),
      { numRuns: 1e6, interruptAfterTimeLimit: 1000 * seconds * share, markInterruptAsFailure: false },
    );
  },
  1000 * seconds * 2 + 60000,
);

test('cancelled between any two steps, the next solve is not harmed', () => {
  fc.assert(
    fc.property(standing, fc.nat(12), (one, stopAt) => {
      const model = modelOf(one);
      const steps = solve(model);
      let last = steps.next();
      for (let i = 0; i < stopAt && !last.done; i++) last = steps.next();
      steps.return({ findings: [] });
      const [first, second] = [solveNow(model), solveNow(model)];
      expect(first.solution?.cases[0].displacements).toEqual(second.solution?.cases[0].displacements);
    }),
    { numRuns: 30 },
  );
});

test('numbers beyond all measure are told, not computed with', () => {
  const base = modelOf([
    [
      { position: [0, 0, 0], support: { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true } },
      { position: [3, 0, 0] },
    ] as never,
    [{ start: 0, end: 1, section: 0 }],
    [],
    { order: false, floor: false, buckling: false },
  ]);
  // past the gate of the schema, as a program error would leave them
  for (const elasticModulus of [NaN, 1e308, Infinity]) {
    const { solution, findings } = solveNow({ ...base, materials: { t1: { ...base.materials.t1, elasticModulus } } });
    expect(solution).toBeUndefined();
    expect(findings.some((finding) => finding.severity === 'stop')).toBe(true);
  }
  const far = solveNow({
    ...base,
    loads: { l1: { id: 'l1', case: 'c2', type: 'node', node: 'n2', force: [NaN, 0, 0], moment: [0, 0, 0] } },
  });
  expect(far.solution).toBeUndefined();
});
