import { solveNow } from '../fem';
import { Sheet } from '../sheet';
import type { Cage, Edit } from '../model';
import { MemberChecker } from './index';
import { column, foot, kip, kipFoot, type ColumnSpec } from './verification/columns';

/** 8 bars of 25 mm, ties of 10 mm every 300 mm. */
const cage: Cage = {
  bars: { corner: 'D25', alongY: 3, alongZ: 3 },
  ties: { bar: 'D10', spacing: 0.3, legsY: 3, legsZ: 3 },
};

/** Of 400 × 400, C30, B500, cover 40 mm; loads in kN and kN·m. */
function of(
  { P, top = [0, 0], foot: bottom = [0, 0], edits = [], ...spec }: ColumnSpec,
  { given = cage }: { given?: Cage | null } = {},
) {
  const kN = 1000 / kip;
  const kNm = 1000 / kipFoot;
  const model = column({
    ...spec,
    P: P * kN,
    top: [top[0] * kNm, top[1] * kNm],
    foot: [bottom[0] * kNm, bottom[1] * kNm],
    cage: given,
    units: 'si',
    code: 'eurocode',
    edits: [
      {
        kind: 'settings.change',
        fields: {
          bars: {
            steel: 'B500B',
            yieldStress: 500e6,
            cover: 0.04,
            longitudinal: ['D16', 'D20', 'D25', 'D32'],
            stirrup: 'D10',
          },
        },
      } as Edit,
      {
        kind: 'change',
        table: 'sections',
        changes: [{ id: 's1', fields: { shape: { type: 'rectangle', width: 0.4, depth: 0.4 } } }],
      },
      { kind: 'change', table: 'materials', changes: [{ id: 't1', fields: { concreteStrength: 30e6 } }] },
      ...edits,
    ],
  });
  const { solution } = solveNow(model);
  const found = new MemberChecker(model, solution!).check('m1');
  const one = (id: string) => found.checks.find((check) => check.id === id);
  return {
    ...found,
    use: (id: string): number => {
      const check = one(id);
      return check?.made ? check.utilisation : NaN;
    },
    words: (id: string): string => {
      const check = one(id);
      return check && !check.made ? check.reason : '';
    },
    most: (): number =>
      Math.max(...found.interaction!().demands.map(({ My, Mz }) => Math.max(Math.abs(My), Math.abs(Mz)))) / 1000,
  };
}

/*
 * f_cd = 20, f_yd = 434.78 MPa; layers of 3, 2, 3 bars at 62.5, 200, 337.5 mm. With the neutral axis at 300 mm the block is 240 mm deep: 1920 kN. Bars:
 * 0.00277 → 434.78; 0.0011667 → 233.33; 0.0004375 → 87.5 MPa in tension. (434.78 − 20) 1472.61 = 610.81; (233.33 − 20) 981.74 = 209.44;
 * 87.5 · 1472.61 = 128.85 kN. N = 2611.40 kN; M = 1920 · 0.08 + (610.81 + 128.85) 0.1375 = 255.30 kN·m.
 */
const [N, M] = [2611.4, 255.3];

describe('axial force with bending, EN 1992-1-1 6.1', () => {
  test('a point of the diagram that was worked out by hand is used up, with the imperfection of the lift', () => {
    // short: about the axis that nothing bends λ = 10.6 is below λ_lim = 15.8 too
    const height = 4;
    // N l0 / 400
    const imperfection = (N * height * foot) / 400;
    for (const top of [
      [M - imperfection, 0],
      [0, M - imperfection],
    ] as const) {
      const found = of({ height, P: N, top });
      expect(found.use('axial-bending')).toBeCloseTo(1, 3);
      expect(found.words('slenderness')).toContain('may be left out');
    }
  });
  // ε_c3 = 0.00175: bars of 350 MPa; 20 (160000 − 3926.96) + 350 · 3926.96 = 4495.9 kN with no eccentricity at all
  test('strain of even pressure keeps bars from yielding', () => {
    const curve = of({ height: 8, P: 1000 }).interaction!().aboutY;
    expect(-curve[curve.length - 1].N / 1000).toBeCloseTo(4495.9, 0);
  });
  test('without moments the least eccentricity of 20 mm counts', () => {
    // 1000 kN · 20 mm, and the imperfection of 8 ft: 6.1 kN·m less
    expect(of({ height: 8, P: 1000 }).most()).toBeCloseTo(20, 2);
    // a long lift: 20 ft / 400 = 15.24 mm, and what second order adds
    expect(of({ height: 8, P: 1000, top: [30, 0] }).most()).toBeCloseTo(30 + (1000 * 8 * foot) / 400, 2);
  });
});

/*
 * 20 ft = 6.096 m between pins, 800 kN, 60 kN·m at both ends in single curvature, all of it lasting. φ(∞, t₀) with RH 50%, 28 days, h₀ = 200 mm, f_cm = 38:
 * (1 + 0.5 / (0.1 · 200^⅓) · 0.9441) · 0.9837 · 2.7253 · 0.48845 = 2.3665. λ = 52.79; n = 0.25, ω = 0.5336, r_m = 1: λ_lim = 27.3. i_s = 119.08, d = 319.08 mm;
 * K_r = 1; K_φ = 1 + (0.35 + 0.15 − 52.79 / 150) 2.3665 = 1.3504; 1/r = 1.3504 · 0.0021739 / (0.45 · 0.31908) = 0.020445; c = 8: e_2 = 94.97 mm.
 * M_Ed = 60 + 800 · 6.096 / 400 + 800 · 0.09497 = 148.17 kN·m.
 */
describe('slenderness by nominal curvature, EN 1992-1-1 5.8.8', () => {
  const spec: ColumnSpec = { height: 20, P: 800, top: [60, 0], foot: [-60, 0] };
  test('the design moment is the one worked out by hand', () => {
    const found = of(spec);
    expect(found.words('slenderness')).toContain('λ is 52.8 of λlim = 27.3');
    expect(found.most()).toBeCloseTo(148.17, 1);
  });
  test('in double curvature the moment in the middle is less, and the ends speak', () => {
    // about it r_m = −1: λ_lim = 27.3 · 2.7 / 0.7 = 105, 60 + 12.19; about the other axis, which nothing bends, C = 0.7: 12.19 + 800 · 0.09497 · 8 / 10 = 72.97
    const { demands } = of({ ...spec, foot: [60, 0] }).interaction!();
    const sizes = demands.map(({ My, Mz }) => [My, Mz].map((M) => Math.abs(M) / 1000));
    const other = sizes[0][0] > sizes[0][1] ? 1 : 0;
    expect(Math.max(...sizes.map((pair) => pair[1 - other]))).toBeCloseTo(72.19, 1);
    expect(Math.max(...sizes.map((pair) => pair[other]))).toBeCloseTo(72.97, 1);
  });
  test('moments of sideways loads are magnified where storeys sway, and the imperfection is added', () => {
    // as for ACI: Q = 0.0936 with cracked stiffness: 61.73 kip·ft at the foot, and 200 kip · 12 ft / 400
    const kipPerInch = kip / 0.0254;
    const found = of({
      height: 12,
      P: (200 * kip) / 1000,
      base: 'fixed',
      held: kipPerInch,
      member: { stiffness: { inertiaY: 0.7, inertiaZ: 0.7 } },
      push: [5, 2],
      windFactor: 1,
      edits: [
        {
          kind: 'change',
          table: 'sections',
          changes: [{ id: 's1', fields: { shape: { type: 'rectangle', width: 0.4064, depth: 0.4064 } } }],
        },
      ],
    });
    // λ = 31.2 is below λ_lim: n = 0.27, C = 0.7 where storeys sway
    expect(found.words('slenderness')).toMatch(/λ is 31\.2 of λlim/);
    expect((found.most() * 1000) / kipFoot).toBeGreaterThan(61.73 + 6 - 0.1);
  });
  test.each([
    ['no case pushes it', { pushed: false }],
    ['there are no storeys', { storeys: false }],
    ['nothing holds its top', { held: 'nothing', base: 'fixed', P: 100, top: [0, 0] }],
  ] as const)('where %s the verdict is open', (_, more) => {
    const found = of({ ...spec, foot: [0, 0], ...(more as Partial<ColumnSpec>) });
    expect(found.words('sway')).toContain('second order');
    expect(['open', 'fails']).toContain(found.verdict);
  });
  test('all demands larger never use it less', () => {
    let before = 0;
    for (const times of [0.2, 0.5, 0.8, 1, 1.3, 1.8, 2.5]) {
      const { governing } = of({ ...spec, P: 800 * times, top: [60 * times, 5 * times], foot: [-40 * times, 0] });
      expect(governing!.utilisation).toBeGreaterThanOrEqual(before - 1e-9);
      before = governing!.utilisation;
    }
  });
});

describe('ties and steel, EN 1992-1-1 9.5', () => {
  test('limits at and beyond', () => {
    const found = of({ height: 8, P: 1000 });
    // 0.10 · 1000 / 434.78 = 230 mm² < 0.002 · 160000 = 320; 3926.96 / 6400; min(20 · 25, 400, 400) = 400
    expect(found.use('ratio-least')).toBeCloseTo(320 / 3926.96, 4);
    expect(found.use('ratio-most')).toBeCloseTo(3926.96 / 6400, 4);
    expect(found.use('tie-spacing')).toBeCloseTo(300 / 400, 6);
    expect(found.use('tie-size')).toBeCloseTo(6.25 / 10, 6);
    // bars 137.5 mm apart: one each way of a held one, so that three need corners alone
    expect(found.use('tie-legs')).toBeCloseTo(2 / 3, 6);
    expect(found.verdict).toBe('holds');
  });
  test('where bars stand farther than 150 mm from one that is held each needs a leg', () => {
    const wide = { ...cage, bars: { corner: 'D16', alongY: 3, alongZ: 3 } };
    // 284 / 2 = 142 mm: still near; in 500 mm it is 192
    const edits: Edit[] = [
      {
        kind: 'change',
        table: 'sections',
        changes: [{ id: 's1', fields: { shape: { type: 'rectangle', width: 0.5, depth: 0.5 } } }],
      },
    ];
    expect(of({ height: 8, P: 500 }, { given: wide }).use('tie-legs')).toBeCloseTo(2 / 3, 6);
    expect(of({ height: 8, P: 500, edits }, { given: wide }).use('tie-legs')).toBeCloseTo(1, 6);
  });
  test('proposed cages hold, and are open until accepted', () => {
    for (const top of [
      [20, 0],
      [150, 60],
    ] as const) {
      const found = of({ height: 10, P: 1200, top }, { given: null });
      expect(found.governing!.utilisation).toBeLessThanOrEqual(1);
      expect(found.verdict).toBe('open');
    }
  });
});

test('every sheet of a column ends at the use that is listed', () => {
  for (const spec of [
    { height: 8, P: N, top: [M, 30] as const },
    { height: 20, P: 800, top: [60, 10] as const, foot: [-60, 0] as const },
    { height: 8, P: -100, top: [10, 80] as const },
  ])
    for (const check of of(spec).checks) {
      if (!check.made) continue;
      const sheet = new Sheet();
      check.trace(sheet);
      expect([check.id, sheet.comparison?.utilisation]).toEqual([check.id, expect.closeTo(check.utilisation, 6)]);
    }
});
