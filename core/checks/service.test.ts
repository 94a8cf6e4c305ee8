import fc from 'fast-check';
import { findBar } from '../catalog';
import { solveNow } from '../fem';
import { applyAct, type Edit, type LoadCase, type Member, type Model, type Reinforcement } from '../model';
import { combinationStates, memberDeflection } from '../results';
import { build } from '../results/verification/book/structure';
import { Sheet } from '../sheet';
import { expectPrintedToHold } from '../sheet/verification/printed';
import { MemberChecker, usedBars, type MemberChecks } from './index';

const E = 27.8e9;
const Es = 200e9;
const [b, h, fc28] = [0.3, 0.5, 30e6];
const psi = 6894.757293168361;
const bars: Reinforcement = {
  top: { bar: '#5', count: 2 },
  bottom: { bar: '#7', count: 4 },
  stirrups: { bar: '#3', legs: 2, spacing: 0.15 },
};
const [As, AsTop] = [4 * findBar('#7')!.area, 2 * findBar('#5')!.area];

function edited(model: Model, ...edits: Edit[]): Model {
  const made = applyAct(model, { edits });
  if (!made.ok) throw new Error(made.error);
  return made.model;
}

interface Loads {
  readonly dead: number;
  readonly live: number;
}
type Code = Model['settings']['code'];

/** A beam along nodes at places on x, m, each held or not, of members between those that follow each other. */
function beam(
  places: readonly (readonly [number, 'pin' | 'roller' | 'free'])[],
  { dead, live }: Loads,
  { code = 'us' as Code, reversed = false, turn = 0, service = {}, fields = {} as Partial<Member>, levels = true } = {},
): Model {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const nodes = places.map(([x, held]) => ({
    position: [x * c, x * s, 0] as [number, number, number],
    ...(held === 'free'
      ? {}
      : { support: { ux: held === 'pin', uy: true, uz: true, rx: held === 'pin', ry: false, rz: held === 'pin' } }),
  }));
  const members = places
    .slice(1)
    .map((_, i): [number, number, Partial<Member>] => [
      reversed ? i + 2 : i + 1,
      reversed ? i + 1 : i + 2,
      { role: 'beam', reinforcement: bars, ...fields },
    ]);
  const plain = build({ E, poisson: 0.2, nodes, shape: { type: 'rectangle', depth: h, width: b }, members });
  const [first] = Object.values(plain.cases);
  const of = (id: string, label: string, nature: LoadCase['nature']): LoadCase => ({
    ...first,
    id,
    label,
    name: label,
    nature,
  });
  const factors = (...list: [string, number][]) => list.map(([one, factor]) => ({ case: one, factor }));
  const combination = (id: string, label: string, purpose: string, list: ReturnType<typeof factors>) => ({
    id,
    label,
    purpose,
    rule: 'by hand',
    factors: list,
    origin: 'own',
    changed: false,
  });
  return edited(
    plain,
    {
      kind: 'settings.change',
      fields: {
        code,
        shearDeformation: false,
        bars: { ...plain.settings.bars, cover: 0.04, yieldStress: 420e6, service },
      },
    },
    {
      kind: 'change',
      table: 'materials',
      changes: [
        {
          id: 't1',
          fields: { name: 'C', kind: 'concrete', elasticModulus: E, poissonRatio: 0.2, concreteStrength: fc28 },
        },
      ],
    },
    { kind: 'remove', table: 'combinations', ids: Object.keys(plain.combinations) },
    { kind: 'add', records: { cases: [of('c8', 'D', 'dead'), of('c9', 'L', 'live')] } } as Edit,
    {
      kind: 'add',
      records: {
        loads: members.flatMap((_, i) =>
          (
            [
              ['c8', dead],
              ['c9', live],
            ] as const
          ).map(([one, value], k) => ({
            id: `l${100 + 2 * i + k}`,
            case: one,
            type: 'uniform',
            member: `m${i + 1}`,
            axes: 'global',
            direction: 'z',
            value: -value,
            from: 0,
            to: null,
          })),
        ),
        combinations: [
          combination('u11', 'U', 'strength', factors(['c8', 1.2], ['c9', 1.6])),
          ...(levels
            ? [
                combination('u12', 'S', 'service', factors(['c8', 1], ['c9', 1])),
                combination('u13', 'Q', 'sustained', factors(['c8', 1], ['c9', 0.5])),
              ]
            : []),
        ],
      },
    } as Edit,
  );
}

const checker = (model: Model) => {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return { checker: new MemberChecker(model, solution), solution };
};
const checked = (model: Model, id = 'm1') => checker(model).checker.check(id);
const made = ({ checks }: MemberChecks, id: string) => {
  const found = checks.find((one) => one.id === id);
  if (!found?.made) throw new Error(`${id}: ${found ? found.reason : 'not there'}`);
  return found;
};
const use = (of: MemberChecks, id: string) => made(of, id).utilisation;

const simple = [
  [0, 'pin'],
  [6, 'roller'],
] as const;

/** I_cr of the beam bent so that its bottom is pulled, bars of both faces counted, by a search of its own. */
function crackedInertia(n: number, d: number, dTop: number): number {
  let [low, high] = [0, h];
  const first = (x: number) => (b * x * x) / 2 + (n - (x > dTop ? 1 : 0)) * AsTop * (x - dTop) - n * As * (d - x);
  for (let i = 0; i < 100; i++) {
    const x = (low + high) / 2;
    if (first(x) > 0) high = x;
    else low = x;
  }
  return (b * low ** 3) / 3 + (n - (low > dTop ? 1 : 0)) * AsTop * (low - dTop) ** 2 + n * As * (d - low) ** 2;
}
const stirrup = findBar('#3')!.diameter;
const d = h - 0.04 - stirrup - findBar('#7')!.diameter / 2;
const dTop = 0.04 + stirrup + findBar('#5')!.diameter / 2;

describe('ACI 318-19 24.2', () => {
  const loads = { dead: 12e3, live: 9e3 };

  test('a simple beam: 5 q l⁴ / (384 Ec Ie) with Ie of Table 24.2.3.5 for each level of load, λΔ = 2 / (1 + 50 ρ′)', () => {
    const L = 6;
    const Ig = (b * h ** 3) / 12;
    const Icr = crackedInertia(Es / E, d, dTop);
    const Mcr = (7.5 * Math.sqrt(fc28 / psi) * psi * Ig) / (h / 2);
    const down = (q: number) => {
      const Ma = (q * L * L) / 8;
      const Ie = Ma <= (2 / 3) * Mcr ? Ig : Icr / (1 - (((2 / 3) * Mcr) / Ma) ** 2 * (1 - Icr / Ig));
      return (5 * q * L ** 4) / (384 * E * Ie);
    };
    const found = checked(beam(simple, loads));
    expect(use(found, 'deflection-live') / ((down(21e3) - down(12e3)) / (L / 360))).toBeCloseTo(1, 3);
    const lambda = 2 / (1 + (50 * AsTop) / (b * d));
    const lasting = lambda * down(16.5e3) + down(21e3) - down(16.5e3);
    expect(use(found, 'deflection') / (lasting / (L / 480))).toBeCloseTo(1, 3);
    expect(made(found, 'deflection').x).toBeCloseTo(3, 6);
    expect(made(found, 'deflection').combination).toBe('S, Q');
    // typed limits
    const typed = checked(beam(simple, loads, { service: { live: 720, lasting: 240 } }));
    expect(use(typed, 'deflection-live')).toBeCloseTo(2 * use(found, 'deflection-live'), 9);
    expect(use(typed, 'deflection')).toBeCloseTo(use(found, 'deflection') / 2, 9);
  });

  test.each([
    [
      'two spans, one of two members',
      [
        [0, 'pin'],
        [5, 'roller'],
        [8, 'free'],
        [11, 'roller'],
      ],
      ['m1', 'm2', 'm3'],
    ],
    [
      'a cantilever behind a span',
      [
        [0, 'pin'],
        [6, 'roller'],
        [8, 'free'],
      ],
      ['m1', 'm2'],
    ],
    [
      'a cantilever before a span',
      [
        [0, 'free'],
        [2, 'pin'],
        [8, 'roller'],
      ],
      ['m1', 'm2'],
    ],
  ] as const)('%s that does not crack moves as the analysis says', (_, places, ids) => {
    const model = beam(places, { dead: 2e3, live: 1.5e3 });
    const { checker: all, solution } = checker(model);
    const live = { ...model.combinations.u12, factors: [{ case: 'c9', factor: 1 }] };
    const [{ state }] = combinationStates(model, solution, [live]);
    for (const id of ids) {
      const found = all.check(id);
      const elastic = memberDeflection(model, solution, id, [state])!;
      const expected = Math.abs(elastic.value) / (elastic.limitLength / 360);
      expect(use(found, 'deflection-live') / expected).toBeCloseTo(1, 2);
    }
  });

  test('a cantilever on a column turns with it, as the analysis says', () => {
    const plain = beam(
      [
        [0, 'free'],
        [2, 'free'],
      ],
      { dead: 2e3, live: 1.5e3 },
    );
    const model = edited(
      plain,
      {
        kind: 'add',
        records: {
          nodes: [
            {
              id: 'n9',
              position: [0, 0, -3],
              support: { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true },
            },
          ],
        },
      },
      {
        kind: 'add',
        records: { members: [{ ...plain.members.m1, id: 'm9', role: 'column', start: 'n9', end: 'n1' }] },
      },
    );
    const { checker: all, solution } = checker(model);
    const [{ state }] = combinationStates(model, solution, [
      { ...model.combinations.u12, factors: [{ case: 'c9', factor: 1 }] },
    ]);
    const elastic = memberDeflection(model, solution, 'm1', [state])!;
    // its own bending alone is q l⁴ / 8 E I: the turn adds to that
    expect(Math.abs(elastic.value)).toBeGreaterThan((1.2 * 1.5e3 * 16) / (8 * E * ((b * h ** 3) / 12)));
    expect(use(all.check('m1'), 'deflection-live') / (Math.abs(elastic.value) / (4 / 360))).toBeCloseTo(1, 2);
  });

  test('a beam divided, turned or drawn from its other end deflects alike', () => {
    const [whole] = [checked(beam(simple, loads))];
    const divided = beam(
      [
        [0, 'pin'],
        [2.5, 'free'],
        [6, 'roller'],
      ],
      loads,
    );
    const { checker: all } = checker(divided);
    for (const found of [
      all.check('m1'),
      all.check('m2'),
      checked(beam(simple, loads, { turn: 0.7 })),
      checked(beam(simple, loads, { reversed: true })),
    ])
      for (const id of ['deflection', 'deflection-live']) expect(use(found, id) / use(whole, id)).toBeCloseTo(1, 2);
    // the middle lies beyond the first member: its nearer end stands for it
    expect(made(all.check('m1'), 'deflection').x).toBeCloseTo(2.5, 6);
  });

  test('a width of cracks by Frosch where the rules hold a limit', () => {
    expect(checked(beam(simple, loads)).checks.find(({ id }) => id === 'crack-width')).toMatchObject({ made: false });
    const found = checked(beam(simple, loads, { service: { crackWidth: 0.0004 } }));
    const n = Es / E;
    const Icr = crackedInertia(n, d, dTop);
    const M = (21e3 * 36) / 8;
    // neutral axis from I = n As (d − x)² + …, found again from the stress of the bars
    let [low, high] = [0, h];
    for (let i = 0; i < 100; i++) {
      const x = (low + high) / 2;
      if ((b * x * x) / 2 + (n - (x > dTop ? 1 : 0)) * AsTop * (x - dTop) > n * As * (d - x)) high = x;
      else low = x;
    }
    const fs = (n * M * (d - low)) / Icr;
    const dc = h - d;
    const s = (b - 2 * dc) / 3;
    const w = ((2 * fs) / Es) * ((h - low) / (d - low)) * Math.hypot(dc, s / 2);
    expect(use(found, 'crack-width') / (w / 0.0004)).toBeCloseTo(1, 3);
  });
});

describe('EN 1992-1-1 7', () => {
  const loads = { dead: 12e3, live: 9e3 };
  const options = { code: 'eurocode' as const };

  /** Creep and shrinkage of 30 MPa, h₀ = 187.5 mm, 50%, 28 days: annex B and 3.1.4 by hand. */
  const phi =
    ((1 + (0.5 / (0.1 * Math.cbrt(187.5))) * (35 / 38) ** 0.7) * (35 / 38) ** 0.2 * 16.8) /
    Math.sqrt(38) /
    (0.1 + 28 ** 0.2);
  const kh = 1 - (0.15 * 87.5) / 100;
  const shrinkage = kh * 0.85 * 660 * Math.exp(-0.456) * 1e-6 * 1.55 * 0.875 + 50e-6;
  const fctm = 0.3 * 30 ** (2 / 3) * 1e6;
  const Eeff = E / (1 + phi);

  test('a simple beam: curvature with creep and shrinkage, cracked by its largest moment, summed over thin parts', () => {
    const L = 6;
    const n = Es / Eeff;
    // uncracked, transformed, from the top
    const A = b * h + (n - 1) * (As + AsTop);
    const z = ((b * h * h) / 2 + (n - 1) * (As * d + AsTop * dTop)) / A;
    const I1 = (b * h ** 3) / 12 + b * h * (z - h / 2) ** 2 + (n - 1) * (As * (d - z) ** 2 + AsTop * (z - dTop) ** 2);
    const I2 = crackedInertia(n, d, dTop);
    let [low, high] = [0, h];
    for (let i = 0; i < 100; i++) {
      const x = (low + high) / 2;
      if ((b * x * x) / 2 + (n - (x > dTop ? 1 : 0)) * AsTop * (x - dTop) > n * As * (d - x)) high = x;
      else low = x;
    }
    const S1 = As * (d - z) - AsTop * (z - dTop);
    const S2 = As * (d - low) - AsTop * (low - dTop);
    const Mcr = (fctm * b * h * h) / 6;
    const at = (q: number, x: number) => (q * x * (L - x)) / 2;
    const curvature = (x: number) => {
      const M = at(12e3 + 0.5 * 9e3, x);
      const most = at(21e3, x);
      const zeta = most > Mcr ? 1 - 0.5 * (Mcr / most) ** 2 : 0;
      const whole = M / (Eeff * I1) + (shrinkage * n * S1) / I1;
      const cracked = M / (Eeff * I2) + (shrinkage * n * S2) / I2;
      return zeta * cracked + (1 - zeta) * whole;
    };
    // a unit load in the middle: ∫ κ m dx
    const count = 4000;
    let middle = 0;
    for (let i = 0; i < count; i++) {
      const x = (L * (i + 0.5)) / count;
      middle += (curvature(x) * Math.min(x, L - x) * (L / count)) / 2;
    }
    const found = checked(beam(simple, loads, options));
    expect(use(found, 'deflection') / (middle / (L / 250))).toBeCloseTo(1, 2);
    expect(use(found, 'deflection-lasting')).toBeLessThan(2 * use(found, 'deflection'));
    expect(made(found, 'deflection').combination).toBe('Q');
    const damp = checked(beam(simple, loads, { ...options, service: { humidity: 0.8, loadedAt: 90 } }));
    expect(use(damp, 'deflection')).toBeLessThan(use(found, 'deflection'));
  });

  test('width of cracks: 7.3.4 by hand, and the limit that is typed', () => {
    const n = Es / Eeff;
    const M = (16.5e3 * 36) / 8;
    const Icr = crackedInertia(n, d, dTop);
    let [low, high] = [0, h];
    for (let i = 0; i < 100; i++) {
      const x = (low + high) / 2;
      if ((b * x * x) / 2 + (n - (x > dTop ? 1 : 0)) * AsTop * (x - dTop) > n * As * (d - x)) high = x;
      else low = x;
    }
    const stress = (n * M * (d - low)) / Icr;
    const hef = Math.min(2.5 * (h - d), (h - low) / 3, h / 2);
    const ratio = As / (b * hef);
    const srmax = 3.4 * (0.04 + stirrup) + (0.8 * 0.5 * 0.425 * findBar('#7')!.diameter) / ratio;
    const strain = Math.max(stress - (0.4 * fctm * (1 + (Es / E) * ratio)) / ratio, 0.6 * stress) / Es;
    const found = checked(beam(simple, loads, options));
    expect(use(found, 'cracks') / ((srmax * strain) / 0.0003)).toBeCloseTo(1, 3);
    const typed = checked(beam(simple, loads, { ...options, service: { crackWidth: 0.0002 } }));
    expect(use(typed, 'cracks')).toBeCloseTo(1.5 * use(found, 'cracks'), 9);
    // little load cracks nothing
    expect(
      checked(beam(simple, { dead: 2e3, live: 1e3 }, options)).checks.find(({ id }) => id === 'cracks'),
    ).toMatchObject({
      made: false,
    });
  });
});

describe.each(['us', 'eurocode'] as const)('%s', (code) => {
  const ids = code === 'us' ? ['deflection-live', 'deflection'] : ['cracks', 'deflection', 'deflection-lasting'];

  test.each(['us', 'eurocode'] as const)(
    '%s: the line that is drawn of a deflection is as deep as its check says, begins and ends at supports, and is the same for a beam divided or drawn from its other end',
    (code) => {
      const loads = { dead: 12e3, live: 9e3 };
      const divided = [
        [0, 'pin'],
        [2, 'free'],
        [6, 'roller'],
      ] as const;
      const linesOf = (model: Model) => {
        const { checker: all } = checker(model);
        const { curves } = all.lineBars('m1')!;
        return ['deflection', code === 'us' ? 'deflection-live' : 'deflection-lasting'].map((id) => {
          const check = made(all.check('m1'), id);
          const own = curves.filter(({ title }) => title === check.title);
          const points = own.flatMap((curve) => curve.points).sort((one, other) => one.at - other.at);
          expect(Math.max(...points.map(({ value }) => value)) / own[0].limit).toBeCloseTo(check.utilisation, 6);
          expect([points[0].at, points[points.length - 1].at]).toEqual([expect.closeTo(0, 6), expect.closeTo(6, 6)]);
          for (const { value } of [points[0], points[points.length - 1]]) expect(Math.abs(value)).toBeLessThan(1e-9);
          return (at: number) => {
            const after = Math.max(
              1,
              points.findIndex((one) => one.at >= at - 1e-9),
            );
            const [p, q] = [points[after - 1], points[after]];
            return p.value + ((at - p.at) / (q.at - p.at || 1)) * (q.value - p.value);
          };
        });
      };
      const whole = linesOf(beam(simple, loads, { code }));
      for (const model of [beam(divided, loads, { code }), beam(divided, loads, { code, reversed: true })])
        linesOf(model).forEach((line, i) => {
          for (const at of [0.5, 1.5, 2.5, 3, 4, 5.5]) expect(line(at) / whole[i](at)).toBeCloseTo(1, 2);
        });
    },
  );

  test('without combinations for service the verdict is open, and says so; left out by hand it is that of strength', () => {
    const without = checked(beam(simple, { dead: 9e3, live: 5e3 }, { code, levels: false }));
    expect(without.verdict).toBe('open');
    for (const id of ids)
      expect(without.checks.find((one) => one.id === id)).toMatchObject({
        made: false,
        needed: true,
        reason: expect.stringContaining('Generate the combinations') as string,
      });
    const leftOut = checked(
      beam(simple, { dead: 9e3, live: 5e3 }, { code, levels: false, service: { leftOut: true } }),
    );
    expect(leftOut.verdict).toBe('holds');
    expect(leftOut.checks.find(({ id }) => id === 'deflection')).toMatchObject({ made: false });
    expect(checked(beam(simple, { dead: 9e3, live: 5e3 }, { code })).verdict).toBe('holds');
  });

  test('a member of the same span without accepted bars, or of another section, leaves it open', () => {
    const model = beam(
      [
        [0, 'pin'],
        [2.5, 'free'],
        [6, 'roller'],
      ],
      { dead: 9e3, live: 5e3 },
      { code },
    );
    const bare = edited(model, {
      kind: 'change',
      table: 'members',
      changes: [{ id: 'm2', fields: { reinforcement: null } }],
    });
    expect(checked(bare, 'm1').checks.find(({ id }) => id === 'deflection')).toMatchObject({
      made: false,
      needed: true,
      reason: expect.stringContaining('m2') as string,
    });
    const other = edited(
      model,
      {
        kind: 'add',
        records: {
          sections: [
            { ...model.sections.s1, id: 's7', name: 'Other', shape: { type: 'rectangle', depth: 0.6, width: b } },
          ],
        },
      },
      { kind: 'change', table: 'members', changes: [{ id: 'm2', fields: { section: 's7' } }] },
    );
    expect(checked(other, 'm1').verdict).toBe('open');
  });

  test('bars are proposed that also do in service, and hold when they are accepted', () => {
    let more = 0;
    for (const [dead, live] of [
      [8e3, 4e3],
      [12e3, 6e3],
      [14e3, 9e3],
      [16e3, 4e3],
    ]) {
      const open = { code, fields: { reinforcement: undefined } as never };
      const strength = checked(beam(simple, { dead, live }, { ...open, service: { leftOut: true } }));
      const found = checked(beam(simple, { dead, live }, open));
      const weight = ({ reinforcement }: MemberChecks) =>
        reinforcement!.bottom!.value.count * reinforcement!.bottom!.value.bar.area;
      expect(weight(found)).toBeGreaterThanOrEqual(weight(strength));
      if (weight(found) === weight(strength)) continue;
      more++;
      const accepted = checked(
        beam(simple, { dead, live }, { code, fields: { reinforcement: usedBars(found.reinforcement!) } }),
      );
      expect(accepted.verdict).toBe('holds');
      // those of strength alone do not
      expect(
        checked(beam(simple, { dead, live }, { code, fields: { reinforcement: usedBars(strength.reinforcement!) } }))
          .verdict,
      ).toBe('fails');
    }
    expect(more).toBeGreaterThan(0);
  });

  test('more load never lowers a utilisation of service, and its sheets hold as they are printed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e3, max: 15e3, noNaN: true }),
        fc.double({ min: 1e3, max: 15e3, noNaN: true }),
        fc.double({ min: 1.05, max: 2, noNaN: true }),
        (dead, live, more) => {
          const places = [
            [0, 'pin'],
            [5, 'roller'],
            [6.5, 'free'],
          ] as const;
          const [before, after] = [1, more].map((times) =>
            checked(beam(places, { dead: dead * times, live: live * times }, { code })),
          );
          for (const id of ids) {
            const [one, other] = [before, after].map(({ checks }) => checks.find((check) => check.id === id)!);
            if (!one.made) continue;
            if (!other.made) throw new Error(`${id}: ${other.reason}`);
            expect(one.utilisation).toBeGreaterThanOrEqual(0);
            expect(other.utilisation).toBeGreaterThanOrEqual(one.utilisation * (1 - 1e-9));
            const sheet = new Sheet();
            one.trace(sheet);
            for (const step of [...sheet.steps, sheet.comparison!])
              for (const units of ['si', 'us'] as const) expectPrintedToHold(step, units);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('deflection by depth, where the design rules choose so', () => {
  const service = { byDepth: true as const };
  const psiFactor = 0.4 + 420e6 / (100000 * psi);
  const spans = (...list: (readonly [number, 'pin' | 'roller' | 'free'])[]) => list;

  test('ACI 318-19 Table 9.3.1.1: l / 16, 18.5, 21 and 8 by the ends that go on, times 0.4 + fy / 100 000; loads do not enter', () => {
    const light = { dead: 1e3, live: 1e3 };
    const least = (places: ReturnType<typeof spans>, id: string) => {
      const of = checked(beam(places, light, { service }), id);
      const skipped = of.checks.filter((one) => one.id.startsWith('deflection'));
      expect(skipped.map(({ made: isMade }) => isMade)).toEqual([false, false]);
      expect(skipped.every((one) => !one.made && !one.needed && one.reason.includes('9.3.1'))).toBe(true);
      return made(of, 'least-depth').utilisation * h;
    };
    const three = spans([0, 'pin'], [5, 'roller'], [11, 'roller'], [17, 'roller'], [18, 'free']);
    expect(least(spans([0, 'pin'], [6, 'roller']), 'm1')).toBeCloseTo((6 / 16) * psiFactor, 9);
    expect(least(three, 'm1')).toBeCloseTo((5 / 18.5) * psiFactor, 9);
    expect(least(three, 'm2')).toBeCloseTo((6 / 21) * psiFactor, 9);
    // what sticks out is no span that the last one goes on into
    expect(least(three, 'm3')).toBeCloseTo((6 / 18.5) * psiFactor, 9);
    expect(least(three, 'm4')).toBeCloseTo((1 / 8) * psiFactor, 9);
    // a span of two members is one, whichever way they run
    const divided = spans([0, 'pin'], [2, 'free'], [6, 'roller']);
    for (const reversed of [false, true])
      expect(
        made(checked(beam(divided, light, { service, reversed }), 'm2'), 'least-depth').utilisation * h,
      ).toBeCloseTo((6 / 16) * psiFactor, 9);
  });

  test('lightweight concrete of 100 lb/ft³ asks for 1.15 times the depth, of 114 for 1.09 times; of 80 the table says nothing', () => {
    const pcf = 16.01846337396014;
    const of = (density: number) => {
      const model = edited(beam(simple, { dead: 1e3, live: 1e3 }, { service }), {
        kind: 'change',
        table: 'materials',
        changes: [{ id: 't1', fields: { density: density * pcf } }],
      });
      return checked(model);
    };
    const normal = use(of(145), 'least-depth');
    expect(use(of(100), 'least-depth') / normal).toBeCloseTo(1.15, 6);
    expect(use(of(114), 'least-depth') / normal).toBeCloseTo(1.09, 6);
    expect(use(of(116), 'least-depth')).toBeCloseTo(normal, 9);
    const lightest = of(80);
    expect(lightest.checks.find(({ id }) => id === 'least-depth')).toMatchObject({
      made: false,
      reason: expect.stringContaining('lighter than 90 lb/ft³') as string,
    });
    expect(made(lightest, 'deflection').made).toBe(true);
  });

  test.each(['us', 'eurocode'] as const)(
    '%s: a beam that is not deep enough has the deflection it would have without',
    (code) => {
      const long = spans([0, 'pin'], [12, 'roller']);
      const loads = { dead: 6e3, live: 3e3 };
      const [chosen, plain] = [checked(beam(long, loads, { code, service })), checked(beam(long, loads, { code }))];
      expect(chosen.checks.find(({ id }) => id === 'least-depth')).toMatchObject({
        made: false,
        reason: expect.stringContaining('times the depth. Deflection is computed instead.') as string,
      });
      expect(use(chosen, 'deflection')).toBe(use(plain, 'deflection'));
      expect(plain.checks.some(({ id }) => id === 'least-depth')).toBe(false);
    },
  );

  test('EN 1992-1-1 7.4.2: (7.16) by hand with the stress of the cracked section under creep', () => {
    const L = 5;
    const loads = { dead: 5e3, live: 3e3 };
    const of = checked(
      beam(
        [
          [0, 'pin'],
          [L, 'roller'],
        ],
        loads,
        { code: 'eurocode', service },
      ),
    );
    const check = made(of, 'least-depth');
    // creep of annex B by hand: 50% humidity, after 28 days, h0 = 187.5 mm, fcm = 38 MPa
    const [a1, a2] = [(35 / 38) ** 0.7, (35 / 38) ** 0.2];
    const creep = (1 + (0.5 / (0.1 * Math.cbrt(187.5))) * a1) * a2 * (16.8 / Math.sqrt(38)) * (1 / (0.1 + 28 ** 0.2));
    const n = (Es / E) * (1 + creep);
    // stress of the bars under all loads, their outermost row: one row
    const M = (8e3 * L * L) / 8;
    let [low, high] = [0, h];
    const first = (x: number) => (b * x * x) / 2 + (n - (x > dTop ? 1 : 0)) * AsTop * (x - dTop) - n * As * (d - x);
    for (let i = 0; i < 100; i++)
      if (first((low + high) / 2) > 0) high = (low + high) / 2;
      else low = (low + high) / 2;
    const sigma = (n * M * (d - low)) / crackedInertia(n, d, dTop);
    const rho = As / (b * d);
    const rho0 = Math.sqrt(30) / 1000;
    expect(rho).toBeGreaterThan(rho0);
    const basic = 11 + 1.5 * Math.sqrt(30) * (rho0 / rho);
    const allowed = basic * Math.min(1.5, 310e6 / sigma);
    expect(check.utilisation).toBeCloseTo(L / d / allowed, 4);
    // twice the load: the stress falls below 310 / 1.5 no more
    const loaded = checked(
      beam(
        [
          [0, 'pin'],
          [L, 'roller'],
        ],
        { dead: 15e3, live: 9e3 },
        { code: 'eurocode', service },
      ),
    );
    const now = loaded.checks.find(({ id }) => id === 'least-depth')!;
    const ratio = now.made ? now.utilisation : Number(/take ([\d.]+) times/.exec(now.reason)![1]);
    expect(ratio).toBeCloseTo(L / d / (basic * Math.min(1.5, 310e6 / (3 * sigma))), 1);
  });

  test('EN 1992-1-1 Table 7.4N: K = 1.3 and 1.5 of spans that go on, 0.4 of a cantilever; beyond 7 m times 7 / l', () => {
    const loads = { dead: 0.5e3, live: 0.3e3 };
    const slenderness = (places: ReturnType<typeof spans>, id: string) => {
      const one = checked(beam(places, loads, { code: 'eurocode', service }), id).checks.find(
        (check) => check.id === 'least-depth',
      )!;
      return one.made ? one.utilisation : Number(/take ([\d.]+) times/.exec(one.reason)![1]);
    };
    const three = spans([0, 'pin'], [5, 'roller'], [10, 'roller'], [15, 'roller'], [16, 'free']);
    const alone = slenderness(spans([0, 'pin'], [5, 'roller']), 'm1');
    expect(slenderness(three, 'm1')).toBeCloseTo(alone / 1.3, 6);
    expect(slenderness(three, 'm2')).toBeCloseTo(alone / 1.5, 6);
    expect(slenderness(spans([0, 'pin'], [8, 'roller']), 'm1')).toBeCloseTo(((alone * 8) / 5) * (8 / 7), 6);
    // the bars of the top, 2 #5, at the root: by hand
    const ratio = AsTop / (b * (h - dTop));
    const rho0 = Math.sqrt(30) / 1000;
    const root = Math.sqrt(30);
    const basic = 11 + 1.5 * root * (rho0 / ratio) + 3.2 * root * (rho0 / ratio - 1) ** 1.5;
    expect(slenderness(three, 'm4')).toBeCloseTo(1 / (h - dTop) / (0.4 * basic * 1.5), 6);
  });

  test('sheets print what they compare', () => {
    for (const code of ['us', 'eurocode'] as const)
      for (const places of [simple, spans([0, 'pin'], [7.5, 'roller'], [15, 'roller'])]) {
        const check = made(checked(beam(places, { dead: 1e3, live: 1e3 }, { code, service })), 'least-depth');
        const sheet = new Sheet();
        check.trace(sheet);
        for (const step of [...sheet.steps, sheet.comparison!])
          for (const units of ['si', 'us'] as const) expectPrintedToHold(step, units);
      }
  });
});

describe('camber by EN 1992-1-1 7.4.1(4)', () => {
  const loads = { dead: 12e3, live: 9e3 };
  const of = (places: readonly (readonly [number, 'pin' | 'roller' | 'free'])[], camber?: number, some = loads) =>
    checked(beam(places, some, { code: 'eurocode', service: camber === undefined ? {} : { camber } }));

  test('in the middle of a simple span it is taken off deflection in the end, and from nothing else', () => {
    const [plain, cambered] = [of(simple), of(simple, 500)];
    // both in shares of l / 250: l / 500 is half of it
    expect(use(plain, 'deflection') - use(cambered, 'deflection')).toBeCloseTo(0.5, 3);
    expect(use(cambered, 'deflection-lasting')).toBe(use(plain, 'deflection-lasting'));
    const sheet = new Sheet();
    made(cambered, 'deflection').trace(sheet);
    for (const step of [...sheet.steps, sheet.comparison!])
      for (const units of ['si', 'us'] as const) expectPrintedToHold(step, units);
  });

  test('more camber than a beam sags leaves it standing up, which counts as well', () => {
    const little = of(simple, 250, { dead: 0.1e3, live: 0.1e3 });
    expect(use(little, 'deflection')).toBeGreaterThan(0.9);
    expect(use(little, 'deflection')).toBeLessThan(1);
  });

  test('at the tip of a cantilever it is the length over the number', () => {
    const cantilever = [
      [0, 'pin'],
      [6, 'roller'],
      [8, 'free'],
    ] as const;
    const at = (camber?: number) => {
      const model = beam(cantilever, loads, { code: 'eurocode', service: camber === undefined ? {} : { camber } });
      return made(checked(model, 'm2'), 'deflection');
    };
    const [plain, cambered] = [at(), at(400)];
    const tip = (check: ReturnType<typeof at>) => check.curve!().points.at(-1)!.value;
    expect(tip(plain) - tip(cambered)).toBeCloseTo(2 / 400, 6);
  });
});
