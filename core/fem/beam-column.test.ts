import fc from 'fast-check';
import {
  addLoadEffects,
  addStartEffects,
  bendingPlane,
  columnFunctions,
  planeStiffness,
  startForcesOf,
  type Effects,
} from './beam-column';

const nothing = (): Effects => ({ V: 0, M: 0, psi: 0, w: 0, dM: 0 });
const L = 5;
const EI = 3e6;

describe('the functions of a beam-column', () => {
  const c = (lambda: number, x: number) => columnFunctions(lambda, x, new Float64Array(7));
  test('without axial force they are x^k / k!', () => {
    [1, 2, 2, 4 / 3, 2 / 3, 4 / 15, 4 / 45].forEach((value, k) => expect(c(0, 2)[k]).toBeCloseTo(value, 14));
  });
  test.each([-30, -9.9, -4, -1e-3, 1e-3, 4, 9.9, 30])(
    'λ x² = %d: cosine and sine, and each is the integral of the one before',
    (z) => {
      const lambda = z / 4;
      const [c0, c1] = c(lambda, 2);
      const root = Math.sqrt(Math.abs(lambda));
      expect(c0).toBeCloseTo(z > 0 ? Math.cosh(2 * root) : Math.cos(2 * root), 10);
      expect(c1).toBeCloseTo((z > 0 ? Math.sinh(2 * root) : Math.sin(2 * root)) / root, 10);
      const n = 400;
      for (let k = 0; k < 6; k++) {
        let integral = 0;
        for (let i = 0; i <= n; i++)
          integral += (((i === 0 || i === n ? 1 : i % 2 === 1 ? 4 : 2) * (2 / n)) / 3) * c(lambda, (2 * i) / n)[k];
        expect(c(lambda, 2)[k + 1] / integral).toBeCloseTo(1, 8);
      }
    },
  );
  test('where the series hands over to the closed forms nothing jumps', () => {
    for (const sign of [-1, 1]) {
      const [below, above] = [9.999999, 10.000001].map((z) => c((sign * z) / 4, 2));
      below.forEach((value, k) => expect(Math.abs(value - above[k])).toBeLessThan(1e-5 * Math.max(1, Math.abs(value))));
    }
  });
});

describe('the stiffness of a member in a plane', () => {
  const stiffness = (GA: number, N: number) => {
    const k = new Float64Array(16);
    planeStiffness(bendingPlane(EI, GA, L, N), L, k);
    return k;
  };
  test('first order: 12, 6, 4, 2 EI with φ = 12 EI / G A L² (Przemieniecki §5.6)', () => {
    for (const GA of [Infinity, 2e6]) {
      const phi = (12 * EI) / (GA * L * L);
      const base = EI / (1 + phi);
      const expected = [(12 * base) / L ** 3, (6 * base) / L ** 2, ((4 + phi) * base) / L, ((2 - phi) * base) / L];
      const k = stiffness(GA, 0);
      [k[0], k[1], k[5], k[7]].forEach((value, i) => expect(value / expected[i]).toBeCloseTo(1, 11));
    }
  });
  test('with an axial force it stays symmetric, a movement as a whole costs nothing, and a turn costs only N', () => {
    fc.assert(
      fc.property(fc.double({ min: -1.5, max: 8, noNaN: true }), fc.boolean(), (share, sheared) => {
        const N = (share * Math.PI ** 2 * EI) / L ** 2;
        const k = stiffness(sheared ? 4e6 : Infinity, N);
        const size = Math.max(...k.map(Math.abs));
        for (let i = 0; i < 4; i++)
          for (let j = 0; j < i; j++) expect(Math.abs(k[4 * i + j] - k[4 * j + i])).toBeLessThan(1e-9 * size);
        for (let i = 0; i < 4; i++) {
          expect(Math.abs(k[4 * i] + k[4 * i + 2])).toBeLessThan(1e-9 * size);
          // turned by 1: w_L = L, both slopes 1: the forces are those of the tilted axial force, N at the start against −N at the end
          const turned = k[4 * i + 1] + k[4 * i + 3] + L * k[4 * i + 2];
          expect(Math.abs(turned - [-N, 0, N, 0][i])).toBeLessThan(1e-8 * size);
        }
      }),
    );
  });
  test('at 4 π² EI / L² a clamped member has lost its sway stiffness once over, and at π² EI / L² a hinged one its bending', () => {
    // moment to turn one end, the other end hinged and held: vanishes at Euler’s load
    const hinged = (N: number) => {
      const k = stiffness(Infinity, N);
      return k[5] - (k[7] * k[13]) / k[15];
    };
    const euler = -(Math.PI ** 2 * EI) / L ** 2;
    expect(Math.abs(hinged(euler)) / hinged(0)).toBeLessThan(1e-9);
    expect(hinged(0.99 * euler)).toBeGreaterThan(0);
    expect(hinged(1.01 * euler)).toBeLessThan(0);
  });
});

describe('loads between the ends', () => {
  const actions = fc.constantFrom('force' as const, 'couple' as const, 'curvature' as const);
  const axial = fc.double({ min: -0.9, max: 5, noNaN: true }).map((share) => (share * Math.PI ** 2 * EI) / L ** 2);

  test('what a load does follows from the differential equation: M″ = λ M + …, ψ′ = M / EI + κ, w′ = (ψ − V / GA) / g', () => {
    fc.assert(
      fc.property(
        actions,
        axial,
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.double({ min: 2.5, max: 5, noNaN: true }),
        fc.boolean(),
        (action, N, from, to, sheared) => {
          const plane = bendingPlane(EI, sheared ? 5e6 : Infinity, L, N);
          const at = (x: number) => {
            const sum = nothing();
            addLoadEffects(plane, action, 700, 90, from, to, false, x, false, sum);
            return sum;
          };
          const h = 1e-4;
          for (const x of [from + 0.1, (from + to) / 2, Math.min(to + 0.3, L - 2 * h)]) {
            if (Math.abs(x - from) < 2 * h || Math.abs(x - to) < 2 * h) continue;
            const [a, b, d] = [at(x - h), at(x), at(x + h)];
            const load = x > from && x < to ? 700 + 90 * (x - from) : 0;
            const curvature = action === 'curvature' ? load : 0;
            const slope = (key: 'w' | 'psi' | 'V' | 'M') => (d[key] - a[key]) / (2 * h);
            const close = (left: number, right: number) =>
              expect(Math.abs(left - right)).toBeLessThan(2e-5 * Math.max(1e-3, Math.abs(left), Math.abs(right)));
            close(slope('psi'), b.M / EI + curvature);
            close(slope('w'), (b.psi - b.V / plane.GA) / plane.g);
            close(slope('M'), b.dM);
            close(slope('V'), action === 'force' ? load : 0);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  test('a spread load is the sum of many point loads', () => {
    fc.assert(
      fc.property(fc.constantFrom('force' as const, 'couple' as const), axial, (action, N) => {
        const plane = bendingPlane(EI, 5e6, L, N);
        const spread = nothing();
        addLoadEffects(plane, action, 400, -60, 1, 4, false, L, true, spread);
        const points = nothing();
        const n = 600;
        for (let i = 0; i < n; i++) {
          const a = 1 + (3 * (i + 0.5)) / n;
          addLoadEffects(plane, action, ((400 - 60 * (a - 1)) * 3) / n, 0, a, a, true, L, true, points);
        }
        for (const key of ['V', 'M', 'psi', 'w'] as const)
          if (Math.abs(spread[key]) > 1e-12) expect(points[key] / spread[key]).toBeCloseTo(1, 4);
      }),
      { numRuns: 20 },
    );
  });

  test('before its place a load does nothing; a point load counts just past it', () => {
    const plane = bendingPlane(EI, Infinity, L, 0);
    const sum = nothing();
    addLoadEffects(plane, 'force', 5, 0, 2, 2, true, 1.9, true, sum);
    addLoadEffects(plane, 'force', 5, 0, 2, 2, true, 2, false, sum);
    expect(sum).toEqual(nothing());
    addLoadEffects(plane, 'force', 5, 0, 2, 2, true, 2, true, sum);
    expect(sum.V).toBe(5);
  });
});

test('start forces that move the end do move it', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -0.2, max: 0.2, noNaN: true }),
      fc.double({ min: -0.1, max: 0.1, noNaN: true }),
      fc.double({ min: -3, max: 6, noNaN: true }),
      (w, psi, share) => {
        const plane = bendingPlane(EI, 6e6, L, (share * Math.PI ** 2 * EI) / L ** 2);
        const [f11, f12, f21, f22] = startForcesOf(plane, L);
        const end = nothing();
        addStartEffects(plane, 0, 0, f11 * w + f12 * psi, f21 * w + f22 * psi, L, end);
        expect(end.w).toBeCloseTo(w, 8);
        expect(end.psi).toBeCloseTo(psi, 8);
      },
    ),
  );
});

test('in very strong tension the bending feels no more than its functions can carry', () => {
  const plane = bendingPlane(EI, Infinity, L, 1e12);
  expect(plane.axial).toBeLessThan(1e12);
  expect(Math.sqrt(plane.lambda) * L).toBeCloseTo(14, 9);
  expect(bendingPlane(EI, Infinity, L, 1e6).axial).toBe(1e6);
});
