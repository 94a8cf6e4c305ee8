import { solveNow } from '../fem';
import { Sheet } from '../sheet';
import type { Model } from '../model';
import { MemberChecker, usedCage, type Check } from './index';
import { column, eightBars, foot, kip, kipFoot, type ColumnSpec } from './verification/columns';

function checked(model: Model, id = 'm1') {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  const found = new MemberChecker(model, solution).check(id);
  const use = (check: string): number => {
    const one = found.checks.find((other) => other.id === check);
    return one?.made ? one.utilisation : NaN;
  };
  const words = (check: string): string => {
    const one = found.checks.find((other) => other.id === check);
    return one && !one.made ? one.reason : '';
  };
  return { ...found, use, words };
}
const of = (spec: ColumnSpec, id?: string) => checked(column(spec), id);
const made = (check: Check | undefined) => (check?.made ? check : undefined);

/*
 * 16 × 16 in, 8 No. 8 of 60 ksi, 4000 psi, cover 1.5 in, ties No. 3: layers of 3, 2, 3 bars at 2.375, 8 and 13.625 in. With the neutral axis
 * at 10 in, a = 8.5 in: C_c = 0.85 · 4 · 8.5 · 16 = 462.40 kip. Bars: ε = 0.0022875 → 60 ksi; 0.0006 → 17.4 ksi; 0.0010875 → 31.5375 ksi in tension.
 * The upper five displace concrete: 2.37 (60 − 3.4) = 134.14; 1.58 (17.4 − 3.4) = 22.12; 2.37 · 31.5375 = 74.74 kip.
 * P_n = 462.40 + 134.14 + 22.12 − 74.74 = 543.92 kip; M_n = 462.40 · 3.75 + (134.14 + 74.74) · 5.625 = 2908.97 kip·in = 242.41 kip·ft.
 * ε_t < ε_ty: φ = 0.65, so that 353.55 kip with 157.57 kip·ft uses all of it.
 */
const [P, M] = [353.55, 157.57];

describe('axial force with bending of a short column, ACI 318-19 22.4', () => {
  test.each([
    ['about x', [M, 0]],
    ['about y', [0, M]],
    ['about x, the other way', [-M, 0]],
  ] as const)('a point of the diagram that was worked out by hand is used up: %s', (_, top) => {
    const found = of({ height: 8, P, top });
    expect(found.use('axial-bending')).toBeCloseTo(1, 3);
    expect(found.verdict === 'holds' || found.verdict === 'fails').toBe(true);
    expect(found.words('slenderness')).toContain('may be neglected');
  });
  test('it is the same in the other units', () =>
    expect(of({ height: 8, P, top: [M, 0], units: 'si' }).use('axial-bending')).toBeCloseTo(
      of({ height: 8, P, top: [M, 0] }).use('axial-bending'),
      9,
    ));
  // P_o = 0.85 · 4 (256 − 6.32) + 60 · 6.32 = 1228.11 kip; 0.65 · 0.80 · P_o = 638.62 kip
  test('pressure is capped at 0.80 of the strength without eccentricity', () =>
    expect(of({ height: 8, P: 638.62 }).use('axial-bending')).toBeCloseTo(1, 3));
  // 0.9 · 60 · 6.32 = 341.28 kip
  test('pull is borne by the bars', () => {
    const found = of({ height: 8, P: -170.64 });
    expect(found.use('axial-bending')).toBeCloseTo(0.5, 3);
    expect(found.words('slenderness')).toContain('nothing can buckle');
  });
  test('bending about both axes takes more than about either, and less than their sum', () => {
    const [x, y, both] = [
      [80, 0],
      [0, 80],
      [80, 80],
    ].map((top) => of({ height: 8, P: 200, top: top as [number, number] }).use('axial-bending'));
    expect(x).toBeCloseTo(y, 6);
    expect(both).toBeGreaterThan(x * 1.2);
    expect(both).toBeLessThan(x + y);
  });
});

/*
 * 20 ft between pins, 200 kip, 60 kip·ft at both ends in single curvature, all of it lasting: l_u / r = 240 √12 / 16 = 51.96 > 34 − 12 = 22.
 * I_g = 5461.3, I_se = 6 · 0.79 · 5.625² = 149.98 in⁴; E_c = 3605.0, E_s = 29000 ksi. (EI)_eff = max(0.4 E_c I_g, 0.2 E_c I_g + E_s I_se) / 2
 * = 8.2870e6 / 2 kip·in²; P_c = π² · 4.1435e6 / 240² = 709.97 kip; δ = 1 / (1 − 200 / 532.48) = 1.6015; M_c = 96.09 kip·ft.
 */
describe('slenderness of a braced lift, ACI 318-19 6.6.4.5', () => {
  const spec: ColumnSpec = { height: 20, P: 200, top: [60, 0], foot: [-60, 0] };
  test('stability and magnifier are those worked out by hand', () => {
    const found = of(spec);
    expect(found.use('slenderness')).toBeCloseTo(200 / (0.75 * 709.97), 3);
    expect(found.use('slenderness-limit')).toBeCloseTo(1.6015 / 1.4, 3);
    expect(found.verdict).toBe('fails');
    const most = Math.max(...found.interaction!().demands.map(({ My, Mz }) => Math.hypot(My, Mz)));
    // with the moment comes no other one: about the other axis it is straight, and slender by itself
    expect(most / kipFoot).toBeGreaterThan(96.09 - 0.05);
    const about = found.interaction!().demands.map(({ My, Mz }) => Math.max(Math.abs(My), Math.abs(Mz)));
    expect(Math.max(...about) / kipFoot).toBeCloseTo(96.09, 1);
  });
  test('in double curvature it may be neglected sooner, and C_m is less', () => {
    const double = of({ ...spec, foot: [60, 0] });
    // about the axis that nothing bends single curvature is assumed: its least moment counts, P (0.6 + 0.03 · 16) = 18 kip·ft
    expect(double.use('slenderness')).toBeCloseTo(200 / (0.75 * 709.97), 3);
    const most = double.interaction!().demands.map(({ My, Mz }) => [Math.abs(My), Math.abs(Mz)].sort((a, b) => a - b));
    // δ · 18 = 28.83 kip·ft beside the 60 that are not magnified: 51.96 > 40 still, C_m = 0.2 leaves δ = 1
    expect(Math.max(...most.map(([least]) => least)) / kipFoot).toBeCloseTo(1.6015 * 18, 1);
    expect(Math.max(...most.map(([, largest]) => largest)) / kipFoot).toBeCloseTo(60, 1);
  });
  test('a column that buckles fails, however small its moments', () => {
    const found = of({ ...spec, height: 40, P: 150 });
    expect(found.use('slenderness')).toBeGreaterThan(1);
    expect(found.verdict).toBe('fails');
    expect(Number.isFinite(found.governing!.utilisation)).toBe(true);
  });
  test.each([2, 3, 5])('a lift that is drawn as %i members has the same worst use', (pieces) => {
    const whole = of(spec);
    const parts = Array.from({ length: pieces }, (_, i) => checked(column({ ...spec, pieces }), `m${i + 1}`));
    for (const part of parts) {
      expect(part.use('slenderness')).toBeCloseTo(whole.use('slenderness'), 6);
      expect(part.use('axial-bending')).toBeCloseTo(whole.use('axial-bending'), 6);
    }
  });
  test('a load between the ends counts as an even moment of its size', () => {
    const found = of({
      ...spec,
      top: [0, 0],
      foot: [0, 0],
      edits: [
        {
          kind: 'add',
          records: {
            loads: [
              {
                id: 'l95',
                case: 'c1',
                type: 'uniform',
                member: 'm1',
                axes: 'global',
                direction: 'x',
                value: (1 * kip) / foot,
                from: 0,
                to: null,
              },
            ] as never,
          },
        },
      ],
    });
    // 1 kip/ft over 20 ft: 50 kip·ft in the middle, times 1.6015
    const about = found.interaction!().demands.map(({ My, Mz }) => Math.max(Math.abs(My), Math.abs(Mz)));
    expect(Math.max(...about) / kipFoot).toBeCloseTo(80.07, 1);
  });
  test('all demands larger never use it less', () => {
    let before = 0;
    for (const times of [0.2, 0.5, 0.8, 1, 1.1, 1.3, 1.6, 2.2]) {
      const { governing } = of({ ...spec, P: 200 * times, top: [60 * times, 10], foot: [-20 * times, 0] });
      expect(governing!.utilisation).toBeGreaterThanOrEqual(before - 1e-9);
      before = governing!.utilisation;
    }
  });
});

/*
 * Fixed foot, springs at the top: with 0.7 E I in the analysis 3 · 0.7 E_c I_g / h³ = 3 · 0.7 · 3605 · 5461.3 / 144³ = 13.846 kip/in of the column
 * itself beside a spring of 40 kip/in. Q = P / (K h) = 100 / (53.846 · 144) = 0.0129: braced. With a spring of 1 kip/in K = 14.846, and 200 kip make
 * Q = 0.0936, δ_s = 1.1032. A push of 5 kip makes 5 · (13.846 / 14.846) · 12 = 55.96 kip·ft at the foot, 61.73 magnified.
 */
describe('storeys that sway, ACI 318-19 6.6.4.3 and 6.6.4.6', () => {
  const kipPerInch = kip / 0.0254;
  const cracked = { stiffness: { inertiaY: 0.7, inertiaZ: 0.7 } };
  const spec: ColumnSpec = {
    height: 12,
    P: 200,
    base: 'fixed',
    held: 1 * kipPerInch,
    member: cracked,
    push: [5, 2],
    windFactor: 1,
  };
  test('moments of what pushes sideways are magnified', () => {
    const found = of(spec);
    const most = Math.max(...found.interaction!().demands.map(({ My, Mz }) => Math.max(Math.abs(My), Math.abs(Mz))));
    expect(most / kipFoot).toBeCloseTo(61.73, 1);
    expect(found.checks.some(({ id, made: is }) => id === 'sway' && !is)).toBe(false);
  });
  test('stiffness that is not cracked counts its drift twice', () => {
    // K = 13.846 / 0.7 + 1 = 20.780: Q = 2 · 200 / (20.780 · 144) = 0.1337, δ_s = 1.1543; at the foot 5 · (19.780 / 20.780) · 12 = 57.11
    const found = of({ ...spec, member: {} });
    const most = Math.max(...found.interaction!().demands.map(({ My, Mz }) => Math.max(Math.abs(My), Math.abs(Mz))));
    expect(most / kipFoot).toBeCloseTo(57.11 * 1.1543, 1);
  });
  test('stiff storeys are braced', () => {
    const found = of({ ...spec, held: 40 * kipPerInch, P: 100 });
    const most = Math.max(...found.interaction!().demands.map(({ My, Mz }) => Math.max(Math.abs(My), Math.abs(Mz))));
    // 5 · 13.846 / 53.846 · 12
    expect(most / kipFoot).toBeCloseTo(15.43, 1);
  });
  test('storeys that sway by too much for a magnifier leave the verdict open', () => {
    // Q = 600 / (14.846 · 144) = 0.281 gives 1.39; 640 gives 0.2994 and 1.427
    const [little, much] = [600, 640].map((load) => of({ ...spec, P: load, width: 16 }));
    expect(little.words('sway')).toBe('');
    expect(much.words('sway')).toContain('is above 1.4');
  });
  test.each([
    ['no case pushes it', { pushed: false, windFactor: 0 }, 'cannot be told'],
    ['there are no storeys', { storeys: false }, 'cannot be told'],
    ['nothing holds its top', { held: 'nothing' }, 'Nothing holds one of its ends'],
  ] as const)('where %s the verdict is open and says what to do', (_, more, words) => {
    const found = of({ ...spec, P: 20, ...(more as Partial<ColumnSpec>) });
    expect(found.words('sway')).toContain(words);
    expect(found.words('sway')).toContain('second order');
    expect(['open', 'fails']).toContain(found.verdict);
  });
  test('moments of second order are used as they are, if stiffness is cracked', () => {
    const second = { combination: { order: 'second' as const } };
    const found = of({ ...spec, ...second });
    expect(found.words('sway')).toBe('');
    expect(found.words('slenderness')).toContain('used as they were found');
    // no more and no less: second order makes about 1 / (1 − Q) of 55.96 by itself
    const most = Math.max(...found.interaction!().demands.map(({ My, Mz }) => Math.max(Math.abs(My), Math.abs(Mz))));
    expect(most / kipFoot).toBeGreaterThan(55.96 * 1.09);
    expect(most / kipFoot).toBeLessThan(55.96 * 1.16);
    expect(of({ ...spec, ...second, member: {} }).words('sway')).toContain('not cracked');
  });
});

describe('ties, steel and shear', () => {
  // V_c = (2 √4000 + min(100000 / (6 · 256), 200)) · 16 · 13.625 = 41.77 kip; V_s = 0.22 · 60 · 13.625 / 12 = 14.99; φ V_n = 42.57 kip
  test('shear with axial force is what was worked out by hand, along both axes', () => {
    const shear = 100 / 8;
    expect(of({ height: 8, P: 100, top: [0, 100] }).use('shear-z')).toBeCloseTo(shear / 42.57, 3);
    expect(of({ height: 8, P: 100, top: [100, 0] }).use('shear-y')).toBeCloseTo(shear / 42.57, 3);
  });
  // least of 16 · 1 = 16, 48 · 0.375 = 18, 16 in
  test.each([
    [12, 0.75],
    [16, 1],
    [17, 17 / 16],
  ])('ties every %d in use %d of the largest spacing', (spacing, use) =>
    expect(
      of({ height: 8, P, cage: { ...eightBars, ties: { ...eightBars.ties!, spacing: spacing * 0.0254 } } }).use(
        'tie-spacing',
      ),
    ).toBeCloseTo(use, 6),
  );
  test('thick bars ask for thicker ties', () => {
    const found = of({ height: 8, P, cage: { ...eightBars, bars: { corner: '#11', alongY: 2, alongZ: 2 } } });
    expect(found.use('tie-size')).toBeCloseTo(0.5 / 0.375, 3);
    expect(found.verdict).toBe('fails');
  });
  test('bars that stand far from one that is held ask for a leg each', () => {
    // 5 bars in 16 in: clear 1.81 in, two of three in between may stand free; 3 bars in 24 in: clear 8.6 in, none may
    const many = { ...eightBars, bars: { corner: '#8', alongY: 5, alongZ: 5 } };
    expect(of({ height: 8, P, cage: many }).use('tie-legs')).toBeCloseTo(3 / 2, 9);
    expect(of({ height: 8, P, width: 24, depth: 24 }).use('tie-legs')).toBeCloseTo(3 / 2, 9);
    expect(of({ height: 8, P }).use('tie-legs')).toBe(1);
  });
  test('steel stays between 1 and 8%', () => {
    // 4 No. 5: 1.24 in² of 256 = 0.484%
    const few = of({ height: 8, P: 20, cage: { ...eightBars, bars: { corner: '#5', alongY: 2, alongZ: 2 } } });
    expect(few.use('ratio-least')).toBeCloseTo(2.56 / 1.24, 2);
    expect(few.steelRatio).toBeCloseTo(1.24 / 256, 4);
    expect(few.governing!.id).toBe('ratio-least');
  });
  test('torsion above its threshold is open', () => {
    const twisted = of({
      height: 8,
      P: 50,
      edits: [
        {
          kind: 'add',
          records: {
            loads: [
              {
                id: 'l96',
                case: 'c1',
                type: 'moment',
                member: 'm1',
                axes: 'local',
                direction: 'x',
                value: 40 * kipFoot,
                at: 1,
              },
            ] as never,
          },
        },
      ],
    });
    // φ Tth = 0.75 √4000 · 256² / 64 lb·in = 4.05 kip·ft
    expect(twisted.words('torsion')).toContain('above the threshold 4.0 kip·ft');
  });
});

describe('proposed cages', () => {
  test('they hold with 1% of steel at least, and are open until they are accepted', () => {
    for (const top of [
      [20, 0],
      [150, 60],
      [200, 100],
    ] as const) {
      const found = of({ height: 10, P: 250, width: 20, depth: 20, top, cage: null });
      expect(found.governing!.utilisation).toBeLessThanOrEqual(1);
      expect(found.steelRatio).toBeGreaterThanOrEqual(0.01);
      expect(found.verdict).toBe('open');
      expect(found.words('accepted')).toContain('bars and ties are only proposed');
      const { bars, ties } = found.column!;
      const accepted = of({
        height: 10,
        P: 250,
        width: 20,
        depth: 20,
        top,
        cage: usedCage({ bars, ties }),
      });
      expect(accepted.verdict).toBe('holds');
      expect(accepted.governing!.utilisation).toBeCloseTo(found.governing!.utilisation, 9);
    }
  });
  test('where none does, the heaviest shows how far it is from doing', () => {
    const found = of({ height: 10, P: 1500, cage: null });
    expect(found.governing!.utilisation).toBeGreaterThan(1);
    expect(found.verdict).toBe('fails');
    expect(found.steelRatio).toBeGreaterThan(0.05);
  });
});

test('every sheet of a column ends at the use that is listed', () => {
  for (const spec of [
    { height: 8, P, top: [M, 30] as const },
    { height: 20, P: 200, top: [60, 10] as const, foot: [-60, 0] as const },
    { height: 8, P: 638.62 },
    { height: 8, P: -100, top: [10, 80] as const },
  ])
    for (const check of of(spec).checks) {
      const one = made(check);
      if (!one) continue;
      const sheet = new Sheet();
      one.trace(sheet);
      expect([one.id, sheet.comparison?.utilisation]).toEqual([one.id, expect.closeTo(one.utilisation, 6)]);
    }
});

test('weaker floors leave the verdict open', () => {
  const slab = (strength: number) =>
    of({
      height: 8,
      P: 50,
      edits: [
        {
          kind: 'add',
          records: {
            materials: [
              {
                id: 't9',
                name: 'Weak',
                kind: 'concrete',
                standard: '',
                elasticModulus: 25e9,
                poissonRatio: 0.2,
                density: 2400,
                expansion: 1e-5,
                concreteStrength: strength,
              },
            ],
            nodes: [
              {
                id: 'n50',
                position: [5, 0, 8 * foot],
                support: { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true },
              },
            ],
            members: [
              {
                id: 'm50',
                role: 'beam',
                start: 'n2',
                end: 'n50',
                section: 's1',
                material: 't9',
                angle: 0,
                startConnection: { ry: 0, rz: 0 },
              },
            ],
          } as never,
        },
      ],
    });
  expect(slab(18e6).words('floor-transfer')).toContain('more than 1.4 times');
  expect(slab(20e6).words('floor-transfer')).toContain('no more than 1.4 times');
});
