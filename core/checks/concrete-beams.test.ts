import fc from 'fast-check';
import { findBar } from '../catalog';
import { solveNow } from '../fem';
import { applyAct, type Member, type Model, type Reinforcement } from '../model';
import { build, type Records } from '../results/verification/book/structure';
import { Sheet, type Step } from '../sheet';
import { expectPrintedToHold } from '../sheet/verification/printed';
import { MemberChecker, usedBars, type MemberChecks } from './index';

const fixedEnd = { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true };

type Code = Model['settings']['code'];
const codes = [['us'], ['eurocode']] as const satisfies readonly (readonly [Code])[];

/** A model of concrete of 30 MPa checked by a code under its one combination. */
function ofConcrete(model: Model, code: Code = 'us'): Model {
  const made = applyAct(model, {
    edits: [
      // service has a test of its own
      { kind: 'settings.change', fields: { code, bars: { ...model.settings.bars, service: { leftOut: true } } } },
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
      { kind: 'change', table: 'combinations', changes: [{ id: 'u1', fields: { purpose: 'strength' } }] },
    ],
  });
  if (!made.ok) throw new Error(made.error);
  return made.model;
}

function checked(model: Model, id = 'm1'): MemberChecks {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return new MemberChecker(model, solution).check(id);
}

const bars: Reinforcement = {
  top: { bar: '#6', count: 4 },
  bottom: { bar: '#7', count: 4 },
  side: { bar: '#4', count: 1 },
  stirrups: { bar: '#4', legs: 2, spacing: 0.15 },
};
const use = ({ checks }: MemberChecks, id: string): number => {
  const found = checks.find((check) => check.id === id);
  if (!found?.made) throw new Error(`${id}: ${found ? found.reason : 'not there'}`);
  return found.utilisation;
};

interface Forces {
  readonly q: number;
  readonly aside: number;
  readonly axial: number;
  readonly twist: number;
}

/** A beam of 300 × 500 fixed at one end and free at the other, 4 m, under everything at once; it may be drawn from either end and turned in plan. */
function cantilever(
  { q, aside, axial, twist }: Forces,
  fields: Partial<Member> = {},
  { turn = 0, reversed = false, code = 'us' as Code } = {},
): Model {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const along = ([x, y, z]: readonly number[]): [number, number, number] => [x * c - y * s, x * s + y * c, z];
  const nodes = [{ position: along([0, 0, 0]), support: fixedEnd }, { position: along([4, 0, 0]) }];
  return ofConcrete(
    build({
      E: 30e9,
      nodes: reversed ? [nodes[1], nodes[0]] : nodes,
      shape: { type: 'rectangle', depth: 0.5, width: 0.3 },
      members: [[1, 2, { role: 'beam', reinforcement: bars, ...fields }]],
      loads: [
        { type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: -q, from: 0, to: null },
        {
          type: 'node',
          node: reversed ? 'n1' : 'n2',
          force: along([axial, aside, 0]),
          moment: along([twist, 0, 0]),
        },
      ] as never,
    }),
    code,
  );
}

const anyForces: fc.Arbitrary<Forces> = fc.record({
  q: fc.integer({ min: 1000, max: 20e3 }),
  aside: fc.integer({ min: -10e3, max: 10e3 }),
  axial: fc.oneof(fc.constant(0), fc.integer({ min: -600e3, max: 300e3 })),
  twist: fc.integer({ min: -20e3, max: 20e3 }),
});
const scaled = (forces: Forces, by: number): Forces => ({
  q: forces.q * by,
  aside: forces.aside * by,
  axial: forces.axial * by,
  twist: forces.twist * by,
});

test.each(codes)(
  '%s: more of everything never lowers a utilisation, none is negative or no number, and every sheet holds as it is printed',
  (code) => {
    fc.assert(
      fc.property(anyForces, fc.double({ min: 1.01, max: 2, noNaN: true }), (forces, by) => {
        const [less, more] = [forces, scaled(forces, by)].map((one) => checked(cantilever(one, {}, { code })));
        // 9.6.4.3 asks for fewer bars along the beam the more its stirrups carry, and what they add to bending goes with them
        const isTwisted = less.checks.some((check) => check.made && check.id === 'torsion');
        for (const check of less.checks) {
          if (!check.made) continue;
          expect(check.utilisation >= 0 && check.utilisation < 1000).toBe(true);
          const after = more.checks.find((one) => one.id === check.id);
          const isRule = check.isRule && check.id.startsWith('flexure');
          if (after?.made && !isRule && !(isTwisted && (check.id.startsWith('flexure') || check.id === 'development')))
            expect([check.id, after.utilisation >= check.utilisation * (1 - 1e-6)]).toEqual([check.id, true]);
          const sheet = new Sheet();
          check.trace(sheet);
          if (sheet.comparison) expect(sheet.comparison.utilisation).toBeCloseTo(check.utilisation, 6);
          // where next to nothing is asked the digits that are printed are too few
          if (check.utilisation < 0.05) continue;
          // of bars beside the neutral axis hardly more than rounding is left
          const isSmall = ({ symbol, value, inputs }: Step) =>
            (symbol.startsWith('f_') && Math.abs(value.value) < 5e6) ||
            Object.values(inputs).some((one) => one.kind === 'moment' && Math.abs(one.value) < 5e3);
          for (const step of [...sheet.steps, ...(sheet.comparison ? [sheet.comparison] : [])].filter(
            (one) => !isSmall(one),
          ))
            for (const units of ['si', 'us'] as const) expectPrintedToHold(step, units);
        }
      }),
      { numRuns: 25 },
    );
  },
);

test.each(codes)(
  '%s: a beam turned in plan or drawn from its other end has the same utilisations and the same proposed bars',
  (code) => {
    fc.assert(
      fc.property(anyForces, fc.double({ min: 0, max: 6, noNaN: true }), fc.boolean(), (forces, turn, reversed) => {
        for (const reinforcement of [bars, undefined]) {
          const [first, other] = [
            cantilever(forces, {}, { code }),
            cantilever(forces, {}, { turn, reversed, code }),
          ].map((model) => {
            const set = applyAct(model, {
              edits: [
                {
                  kind: 'change',
                  table: 'members',
                  changes: [{ id: 'm1', fields: { reinforcement: reinforcement ?? null } }],
                },
              ],
            });
            if (!set.ok) throw new Error(set.error);
            return checked(set.model);
          });
          expect(other.verdict).toBe(first.verdict);
          expect(other.reinforcement).toEqual(first.reinforcement);
          for (const check of first.checks)
            if (check.made && check.utilisation > 1e-3)
              expect([check.id, use(other, check.id) / check.utilisation]).toEqual([check.id, expect.closeTo(1, 4)]);
        }
      }),
      { numRuns: 8 },
    );
  },
);

test.each(codes)('%s: proposed bars and stirrups hold under all forces at once as far as the section can', (code) => {
  let held = 0;
  fc.assert(
    fc.property(anyForces, (forces) => {
      const open = checked(
        cantilever({ ...forces, axial: Math.max(0, forces.axial) }, { reinforcement: undefined } as never, { code }),
      );
      expect(open.verdict).not.toBe('holds');
      expect(open.checks.find(({ id }) => id === 'accepted')).toMatchObject({ made: false, needed: true });
      // accepted they are the same bars, and the verdict is theirs
      const accepted = checked(
        cantilever(
          { ...forces, axial: Math.max(0, forces.axial) },
          { reinforcement: usedBars(open.reinforcement!) },
          { code },
        ),
      );
      for (const check of open.checks)
        if (check.made) expect(use(accepted, check.id)).toBeCloseTo(check.utilisation, 9);
      if (accepted.verdict === 'holds') held++;
      // what fails is at the end of what fits: two rows, or stirrups as close as may be
      else
        expect(
          [open.reinforcement!.top, open.reinforcement!.bottom].some(
            (face) => face !== undefined && face.value.rows.length === 2,
          ) ||
            open.reinforcement!.stirrups!.value.spacing < 0.08 ||
            open.checks.some((check) => check.made && check.id === 'minor' && check.utilisation > 1),
        ).toBe(true);
    }),
    { numRuns: 30 },
  );
  expect(held).toBeGreaterThan(10);
});

test('shear across the beam is neglected while it takes half of its strength, and counts with that along the depth beyond', () => {
  const little = checked(cantilever({ q: 5e3, aside: 2e3, axial: 0, twist: 0 }));
  const much = checked(cantilever({ q: 60e3, aside: 250e3, axial: 0, twist: 0 }));
  expect(little.checks.find(({ id }) => id === 'shear-across')).toMatchObject({
    made: false,
    reason: expect.stringContaining('22.5.1.10'),
  });
  expect(use(much, 'shear-across')).toBeGreaterThan(0.5);
});

const span = 8;
const line = { ux: false, uy: false, uz: true, rx: false, ry: false, rz: false };

/** A beam of 300 × 500 under the middle of a slab of 200, 2.4 m wide, on lines at both ends. */
function tBeam(fields: Partial<Member>, q = 5e3): Model {
  const held = { ux: true, uy: true, uz: true, rx: false, ry: false, rz: false };
  const corner = (x: number, y: number, support?: typeof held) => ({
    position: [x, y, 0] as [number, number, number],
    ...(support ? { support } : {}),
  });
  return ofConcrete(
    build({
      E: 30e9,
      poisson: 0.2,
      nodes: [
        corner(0, 0),
        corner(span, 0),
        corner(span, 2.4),
        corner(0, 2.4),
        corner(0, 1.2, { ...held, rz: true }),
        corner(span, 1.2, { ...held, ux: false, uy: false }),
      ],
      shape: { type: 'rectangle', depth: 0.5, width: 0.3 },
      members: [[5, 6, { role: 'beam', axisPosition: 'top', flange: { left: 1.2, right: 1.2 }, ...fields }]],
      loads: [],
      records: {
        slabs: [
          {
            id: 'b1',
            corners: ['n1', 'n2', 'n3', 'n4'],
            thickness: 0.2,
            material: 't1',
            behaviour: 'shell',
            meshSize: 0.4,
            plane: 'top',
            openings: [],
          },
        ],
        lineSupports: [
          { id: 'j1', start: 'n1', end: 'n4', support: line },
          { id: 'j2', start: 'n2', end: 'n3', support: line },
        ],
        loads: [
          {
            id: 'l9',
            case: 'c1',
            type: 'area',
            region: { kind: 'panels', slabs: ['b1'], walls: [] },
            pressure: { type: 'uniform', value: -q },
            direction: 'z',
            spread: { way: 'one', along: [0, 1, 0] },
          },
        ],
      } as unknown as Records,
    }),
  );
}

test('a beam with its slab is checked as the T it is, for the moment of both: q b l² / 8 over φ A_s f_y (d − a / 2)', () => {
  const found = checked(tBeam({ reinforcement: { ...bars, bottom: { bar: '#8', count: 4 } } }, 8e3));
  expect(found.verdict).toBe('holds');
  const { settings } = tBeam({});
  const { cover, yieldStress } = settings.bars;
  const [bar, stirrup] = [findBar('#8')!, findBar('#4')!];
  const As = 4 * bar.area;
  const a = (As * yieldStress) / (0.85 * 30e6 * 2.4);
  const d = 0.5 - cover - stirrup.diameter - bar.diameter / 2;
  const Mu = (8e3 * 2.4 * span ** 2) / 8;
  // the neutral axis lies above the bars of the top and sides: they help, at most as if they yielded with the whole arm to the block
  const [top, side] = [4 * findBar('#6')!.area * 0.07, 2 * findBar('#4')!.area * (0.5 / 2 + 0.01)];
  const most = Mu / (0.9 * yieldStress * (As * d + top + side));
  const byHand = Mu / (0.9 * As * yieldStress * (d - a / 2));
  expect(use(found, 'flexure-bottom')).toBeLessThanOrEqual(byHand * (1 + 1e-6));
  expect(use(found, 'flexure-bottom')).toBeGreaterThan(most);
  const check = found.checks.find(({ id }) => id === 'flexure-bottom');
  const sheet = new Sheet();
  if (check?.made) check.trace(sheet);
  expect(sheet.comparison!.inputs.M_u.value / Mu).toBeCloseTo(1, 4);
  expect(sheet.remarks.join(' ')).toContain('flush with the beam’s');
  // all of the shear is the web's
  const shear = found.checks.find(({ id }) => id === 'shear');
  const shearSheet = new Sheet();
  if (shear?.made) shear.trace(shearSheet);
  expect(shearSheet.comparison!.inputs.V_u.value / (8e3 * 2.4 * 4)).toBeCloseTo(1, 2);
});

test('the weaker concrete of beam and slab counts; a slab that does not touch the beam leaves its verdict open', () => {
  const model = tBeam({ reinforcement: bars });
  const weaker = applyAct(model, {
    edits: [
      { kind: 'add', records: { materials: [{ ...model.materials.t1, id: 't9', name: 'W', concreteStrength: 15e6 }] } },
      { kind: 'change', table: 'slabs', changes: [{ id: 'b1', fields: { material: 't9' } }] },
    ],
  });
  if (!weaker.ok) throw new Error(weaker.error);
  expect(use(checked(weaker.model), 'shear')).toBeGreaterThan(1.05 * use(checked(model), 'shear'));
  const apart = checked(tBeam({ reinforcement: bars, startOffset: [0, 0, -0.25], endOffset: [0, 0, -0.25] }));
  expect(apart.verdict).toBe('open');
  expect(apart.checks.find(({ id }) => id === 'flange')).toMatchObject({
    made: false,
    needed: true,
    reason: expect.stringContaining('does not touch'),
  });
});
