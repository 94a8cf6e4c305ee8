import fc from 'fast-check';
import type { SpectrumShape } from '../model';
import { exactStep } from './history';
import { modeCorrelation, spectralAcceleration } from './index';

const asce = fc.record({
  type: fc.constant('asce7' as const),
  sds: fc.double({ min: 0.1, max: 2, noNaN: true }),
  sd1: fc.double({ min: 0.05, max: 1, noNaN: true }),
  longPeriod: fc.constantFrom(4, 8, 12),
  responseModification: fc.constantFrom(1, 3, 8),
  importance: fc.constantFrom(1, 1.25, 1.5),
});
const en = fc.record({
  type: fc.constant('en1998' as const),
  agR: fc.double({ min: 0.3, max: 4, noNaN: true }),
  importance: fc.constantFrom(0.8, 1, 1.4),
  ground: fc.constantFrom('A' as const, 'B' as const, 'C' as const, 'D' as const, 'E' as const),
  spectrumType: fc.constantFrom('1' as const, '2' as const),
  behaviourFactor: fc.double({ min: 1, max: 5, noNaN: true }),
});

test('spectra have no jumps, never fall below zero, and do not rise beyond their plateau', () => {
  fc.assert(
    fc.property(fc.oneof(asce, en), (shape) => {
      const values = Array.from({ length: 4001 }, (_, i) => spectralAcceleration(shape, i / 1000));
      const largest = Math.max(...values);
      expect(Math.min(...values)).toBeGreaterThan(0);
      // a step of 1 ms on the steepest branch changes little of the largest value
      expect(Math.max(...values.slice(1).map((value, i) => Math.abs(value - values[i])))).toBeLessThan(0.35 * largest);
      const plateau =
        shape.type === 'asce7' ? (shape.sds * 9.80665 * shape.importance) / shape.responseModification : undefined;
      if (plateau !== undefined) expect(largest).toBeLessThanOrEqual(plateau * (1 + 1e-12));
    }),
    { numRuns: 40 },
  );
});

test('more force reduction never asks for more acceleration', () => {
  fc.assert(
    fc.property(asce, fc.double({ min: 0, max: 10, noNaN: true }), (shape, period) => {
      expect(spectralAcceleration({ ...shape, responseModification: 8 }, period)).toBeLessThanOrEqual(
        spectralAcceleration({ ...shape, responseModification: 1 }, period),
      );
    }),
  );
});

test('typed points: straight between them in any order, level beyond', () => {
  const typed: SpectrumShape = {
    type: 'typed',
    points: [
      { period: 2, acceleration: 1 },
      { period: 0.5, acceleration: 4 },
    ],
  };
  expect([0, 0.5, 1, 1.25, 2, 9].map((period) => spectralAcceleration(typed, period))).toEqual([4, 4, 3, 2.5, 1, 1]);
});

test('modes far apart do not correlate, equal ones wholly, and the order does not matter', () => {
  expect(modeCorrelation(7, 7, 0.05)).toBe(1);
  expect(modeCorrelation(1, 10, 0.05)).toBeLessThan(0.002);
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 50, noNaN: true }),
      fc.double({ min: 0.5, max: 50, noNaN: true }),
      fc.double({ min: 0.01, max: 0.2, noNaN: true }),
      (a, b, damping) => {
        const rho = modeCorrelation(a, b, damping);
        expect(rho).toBeCloseTo(modeCorrelation(b, a, damping), 12);
        expect(rho).toBeGreaterThanOrEqual(0);
        expect(rho).toBeLessThanOrEqual(1 + 1e-12);
      },
    ),
  );
});

describe('the exact step of an oscillator', () => {
  const run = (
    omega: number,
    damping: number,
    step: number,
    count: number,
    load: (t: number) => number,
    start: [number, number] = [0, 0],
  ) => {
    const { A, B, C, D, A2, B2, C2, D2 } = exactStep(omega, damping, step);
    let [q, v] = start;
    for (let i = 0; i < count; i++) {
      const [p0, p1] = [load(i * step), load((i + 1) * step)];
      [q, v] = [A * q + B * v + C * p0 + D * p1, A2 * q + B2 * v + C2 * p0 + D2 * p1];
    }
    return [q, v];
  };
  test('swings freely as a damped cosine', () => {
    const [omega, zeta, T] = [6, 0.07, 3];
    const damped = omega * Math.sqrt(1 - zeta * zeta);
    const [q] = run(omega, zeta, 0.1, 30, () => 0, [1, 0]);
    expect(q).toBeCloseTo(
      Math.exp(-zeta * omega * T) * (Math.cos(damped * T) + ((zeta * omega) / damped) * Math.sin(damped * T)),
      12,
    );
  });
  test('under a load that grows evenly it is exact whatever the step', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(1, 2, 5, 20, 100),
        fc.double({ min: 0, max: 0.3, noNaN: true }),
        fc.double({ min: 1, max: 30, noNaN: true }),
        (count, damping, omega) => {
          const [one] = run(omega, damping, 2, 1, (t) => 3 * t);
          const [many] = run(omega, damping, 2 / count, count, (t) => 3 * t);
          expect(Math.abs(one - many)).toBeLessThan(1e-9 * Math.max(1e-3, Math.abs(one)));
        },
      ),
    );
  });
  test('at resonance without damping the swing grows by π / 2 ω² · p a half cycle', () => {
    const omega = 2 * Math.PI;
    const [q] = run(omega, 0, 0.0005, 10000, (t) => Math.sin(omega * t)); // five cycles: q = −t cos(ωt) / 2ω
    expect(q).toBeCloseTo(-5 / (2 * omega), 4);
  });
});
