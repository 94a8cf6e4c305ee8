import fc from 'fast-check';
import { solveNow } from '../fem';
import type { Cage, Edit, Model } from '../model';
import { Sheet } from '../sheet';
import { MemberChecker, usedCage } from './index';
import { column, foot, kip, kipFoot, type ColumnSpec } from './verification/columns';

const inch = 0.0254;
/** 8 bars No. 8; ties No. 3 every 12 in, or a spiral No. 3 with a pitch of 2 in. */
const tied: Cage = {
  bars: { ring: '#8', count: 8 },
  ties: { bar: '#3', spacing: 12 * inch, around: 'ties' },
};
const spiral: Cage = { ...tied, ties: { bar: '#3', spacing: 2 * inch, around: 'spiral' } };

function checked(model: Model) {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  const found = new MemberChecker(model, solution).check('m1');
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
  };
}
/** 20 in across, 4000 psi, bars of 60 ksi, cover 1.5 in. */
const of = (spec: ColumnSpec) => checked(column({ diameter: 20, ...spec }));

/*
 * The ring through the bars: 10 − 1.5 − 0.375 − 0.5 = 7.625 in. A bar stands lowest; neutral axis at 13 in: a = 11.05 in, cos θ = −0.105, the segment is
 * 100 (1.67599 + 0.105 · 0.99447) = 178.04 in² with 2/3 · 1000 · 0.99447³ = 655.67 in³: C_c = 3.4 · 178.04 = 605.34 kip, 2229.3 kip·in. Bars at 2.375,
 * 4.608, 10, 15.392, 17.625 in: 60; 56.16; 20.08; −16.01; −30.95 ksi: 0.79 (60 − 3.4) = 44.71; 1.58 (56.16 − 3.4) = 83.36; 1.58 (20.08 − 3.4) = 26.35;
 * 1.58 · 16.01 = 25.29; 0.79 · 30.95 = 24.45 kip. P_n = 710.02 kip; M_n = 2229.3 + 44.71 · 7.625 + (83.36 + 25.29) 5.3917 + 24.45 · 7.625 = 3342.5 kip·in
 * = 278.54 kip·ft. ε_t = 0.00107 < ε_ty: φ = 0.65 with ties, 0.75 with a spiral.
 */
const [Pn, Mn] = [710.02, 278.54];

describe('a round column by ACI 318-19', () => {
  test.each([
    ['ties', tied, 0.65],
    ['a spiral', spiral, 0.75],
  ] as const)(
    'a point of the diagram worked out by hand is used up with %s, by no more than what the worse ring takes',
    (_, cage, phi) => {
      for (const top of [
        [phi * Mn, 0],
        [0, phi * Mn],
        [-0.6 * phi * Mn, 0.8 * phi * Mn],
      ] as const) {
        const use = of({ height: 8, P: phi * Pn, top, cage }).use('axial-bending');
        // the ring may stand with a gap where it is pulled most
        expect(use).toBeGreaterThan(0.9995);
        expect(use).toBeLessThan(1.01);
      }
    },
  );
  // P_o = 3.4 (314.16 − 6.32) + 379.2 = 1425.85 kip; 0.65 · 0.80 and 0.75 · 0.85 of it
  test('pressure is capped by 0.80 with ties and 0.85 with a spiral', () => {
    expect(of({ height: 8, P: 741.44, cage: tied }).use('axial-bending')).toBeCloseTo(1, 3);
    expect(of({ height: 8, P: 908.98, cage: spiral }).use('axial-bending')).toBeCloseTo(1, 3);
  });
  test('it bears the same whichever way it is bent, and as much in the other units', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
        fc.constantFrom(-50, 0, 150, 600),
        fc.integer({ min: 5, max: 9 }),
        (angle, P, count) => {
          const cage: Cage = { ...tied, bars: { ring: '#8', count } };
          const use = (way: number, units: 'si' | 'us' = 'us') =>
            of({ height: 8, P, top: [90 * Math.cos(way), 90 * Math.sin(way)], cage, units }).use('axial-bending');
          expect(use(angle)).toBeCloseTo(use(0), 6);
          expect(use(angle, 'si')).toBeCloseTo(use(0), 6);
        },
      ),
      { numRuns: 12 },
    );
  });
  /*
   * 20 ft: r = 5 in, l_u / r = 48 > 22. I_g = 7853.98, I_se = 4 · 0.79 · 7.625² = 183.72 in⁴; (EI)_eff = max(0.4 · 3605 · 7853.98, 0.2 · 3605 · 7853.98 +
   * 29000 · 183.72) / 2 = 5.6627e6 kip·in²; P_c = π² · 5.6627e6 / 240² = 970.3 kip.
   */
  test('its slenderness is that of a circle', () => {
    const found = of({ height: 20, P: 200, top: [40, 0], foot: [-40, 0], cage: tied });
    expect(found.use('slenderness')).toBeCloseTo(200 / (0.75 * 970.3), 3);
  });
  /*
   * 22.5.2.2: b = 20, d = 16 in. N / 6 A_g = 200000 / 1884.96 = 106.1 psi; V_c = (2 · 63.25 + 106.1) 320 = 74.43 kip; V_s = 0.22 · 60 · 16 / 12 = 17.6 kip;
   * 0.75 (74.43 + 17.6) = 69.02 kip. 100 kip·ft over 8 ft: 12.5 kip.
   */
  test('shear of both axes acts together, on 0.8 of the diameter', () => {
    for (const top of [
      [100, 0],
      [60, 80],
    ] as const)
      expect(of({ height: 8, P: 200, top, cage: tied }).use('shear-round')).toBeCloseTo(12.5 / 69.02, 3);
  });
  // core 17 in: 0.45 (314.16 / 226.98 − 1) 4 / 60 = 0.011523; 4 · 0.11 · 16.625 / (2 · 17²) = 0.012656; clear pitch 1.625 in of 3
  test('a spiral has its own rules, and fails by them', () => {
    const found = of({ height: 8, P: 300, cage: spiral });
    expect(found.use('spiral-ratio')).toBeCloseTo(0.011523 / 0.012656, 3);
    expect(found.use('spiral-pitch')).toBeCloseTo(1 / 1.625, 3);
    expect(found.verdict).toBe('holds');
    expect(found.use('tie-spacing')).toBeNaN();
    const wide = of({
      height: 8,
      P: 300,
      cage: { ...spiral, ties: { bar: '#3', spacing: 4 * inch, around: 'spiral' } },
    });
    expect(wide.verdict).toBe('fails');
    expect(wide.use('spiral-ratio')).toBeGreaterThan(1);
    // 4 − 0.375 of 3 in
    expect(wide.use('spiral-pitch')).toBeCloseTo(3.625 / 3, 3);
    const few = of({ height: 8, P: 300, cage: { ...spiral, bars: { ring: '#11', count: 5 } } });
    expect(few.use('spiral-bars')).toBeCloseTo(6 / 5, 9);
    // bars of a ring need no legs: 2 · 7.625 sin 22.5° − 1 in clear
    const round = of({ height: 8, P: 300, cage: tied });
    expect(round.use('tie-legs')).toBeNaN();
    expect(round.use('bar-distance')).toBeCloseTo(1.5 / (2 * 7.625 * Math.sin(Math.PI / 8) - 1), 3);
  });
  test('bars and ties are proposed, and hold as they are once accepted', () => {
    for (const top of [
      [20, 0],
      [150, 90],
    ] as const) {
      const found = of({ height: 10, P: 250, top, cage: null });
      expect(found.verdict).toBe('open');
      expect(found.governing!.utilisation).toBeLessThanOrEqual(1);
      const accepted = of({ height: 10, P: 250, top, cage: usedCage(found.column!) });
      expect(accepted.verdict).toBe('holds');
      expect(accepted.governing!.utilisation).toBeCloseTo(found.governing!.utilisation, 9);
    }
  });
  test('a cage for a rectangle does not count for a circle, nor the other way, and both are said', () => {
    const square: Cage = {
      bars: { corner: '#8', alongY: 3, alongZ: 3 },
      ties: { bar: '#3', spacing: 0.3, legsY: 2, legsZ: 2 },
    };
    const found = of({ height: 8, P: 200, cage: square });
    expect(found.verdict).toBe('open');
    expect(found.words('accepted')).toContain('those of a rectangular column');
    expect(found.use('axial-bending')).toBeLessThanOrEqual(1);
    const other = checked(column({ height: 8, P: 200, cage: { bars: square.bars, ties: tied.ties } }));
    expect(other.words('accepted')).toContain('The ties chosen for it are those of a round column');
  });
  test('every sheet ends at the use that is listed', () => {
    for (const spec of [
      { height: 8, P: 300, top: [80, 30] as const, cage: spiral },
      { height: 20, P: 200, top: [60, 10] as const, foot: [-60, 0] as const, cage: tied },
      { height: 8, P: 741.44, cage: tied },
    ])
      for (const check of of(spec).checks) {
        if (!check.made) continue;
        const sheet = new Sheet();
        check.trace(sheet);
        expect([check.id, sheet.comparison?.utilisation]).toEqual([check.id, expect.closeTo(check.utilisation, 6)]);
      }
  });
});

/** 500 mm across, C30, B500, cover 40 mm, 8 D25 with ties D10; loads in kN and kN·m. */
function european({ P, top = [0, 0], ...spec }: ColumnSpec) {
  const [kN, kNm] = [1000 / kip, 1000 / kipFoot];
  return checked(
    column({
      cage: { bars: { ring: 'D25', count: 8 }, ties: { bar: 'D10', spacing: 0.3, around: 'ties' } },
      ...spec,
      P: P * kN,
      top: [top[0] * kNm, top[1] * kNm],
      units: 'si',
      code: 'eurocode',
      diameter: 0.5 / inch,
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
        { kind: 'change', table: 'materials', changes: [{ id: 't1', fields: { concreteStrength: 30e6 } }] },
      ],
    }),
  );
}

/*
 * f_cd = 20 MPa, a tenth less where the section narrows: 18. Ring of 187.5 mm; neutral axis at 350 mm: a = 280 mm, the segment is 113139 mm² with 10.1925e6 mm³:
 * 2036.50 kN, 183.47 kN·m. Bars at 62.5, 117.4, 250, 382.6, 437.5 mm: 434.78; 434.78; 200; −65.17; −175 MPa: 204.59; 409.17; 178.68; 63.98; 85.90 kN.
 * N = 2679.06 kN; M = 183.47 + (204.59 + 85.90) 0.1875 + (409.17 + 63.98) 0.13258 = 300.66 kN·m.
 */
const [N, M] = [2679.06, 300.66];

describe('a round column by EN 1992-1-1', () => {
  test('a point of the diagram worked out by hand is used up, with the imperfection of the lift', () => {
    const left = M - (N * 4 * foot) / 400;
    for (const top of [
      [left, 0],
      [0, left],
    ] as const) {
      const use = european({ height: 4, P: N, top }).use('axial-bending');
      expect(use).toBeGreaterThan(0.9995);
      expect(use).toBeLessThan(1.01);
    }
  });
  /*
   * d = 250 + 2 / π · 187.5 = 369.4 mm; the segment above it: t = −0.4775, 62500 (2.0686 + 0.4775 · 0.8786) = 155507 mm², b_w = 421.0 mm. k = 1.7358; bars below
   * 2/3 of the diameter: 3 of 490.87, ρ = 0.009470; 0.12 · 1.7358 (28.41)^⅓ = 0.6355 MPa; σ_cp = 600 / 196.35 = 3.0558: V_Rd,c = (0.6355 + 0.4584) 155507
   * = 170.1 kN. 100 kN·m over 1.2192 m: 82.02 kN.
   */
  test('shear of both axes acts together on what lies above the bars of the pulled half', () => {
    for (const top of [
      [100, 0],
      [60, 80],
    ] as const)
      expect(european({ height: 4, P: 600, top }).use('shear-round')).toBeCloseTo(82.02 / 170.1, 2);
  });
  test('where the concrete does not carry it, the two cuts of a round tie count with π/4 of their force', () => {
    const ties = (spacing: number): Cage => ({
      bars: { ring: 'D25', count: 10 },
      ties: { bar: 'D10', spacing, around: 'ties' },
    });
    // steep struts are not needed: z f_ywd cot θ with 2 · 78.54 π/4 / s, cot θ = 2.5; d = 369.4 mm
    const Vs = ((2 * 78.54 * Math.PI) / 4 / 150) * 0.9 * 369.4 * 434.78 * 2.5;
    const top = 300;
    const use = european({ height: 4, P: 100, top: [top, 0], cage: ties(0.15) }).use('shear-round');
    expect(use).toBeCloseTo((top * 1e3) / (4 * foot) / Vs, 2);
  });
  test('bars and ties are proposed, and hold as they are once accepted', () => {
    const found = european({ height: 10, P: 900, top: [120, 60], cage: null });
    expect(found.verdict).toBe('open');
    const accepted = european({ height: 10, P: 900, top: [120, 60], cage: usedCage(found.column!) });
    expect(accepted.verdict).toBe('holds');
    for (const check of accepted.checks) {
      if (!check.made) continue;
      const sheet = new Sheet();
      check.trace(sheet);
      expect([check.id, sheet.comparison?.utilisation]).toEqual([check.id, expect.closeTo(check.utilisation, 6)]);
    }
  });
});
