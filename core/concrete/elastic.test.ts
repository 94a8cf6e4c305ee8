import fc from 'fast-check';
import {
  barStress,
  crackedState,
  grossSection,
  heightOf,
  uncracked,
  type ConcretePart,
  type ReinforcedSection,
  type SectionBar,
} from './index';

const moduli = { concrete: 25e9, bars: 200e9 };
const rectangle = (y0: number, y1: number, z0: number, z1: number): ConcretePart => ({
  from: { y: y0, z: z0 },
  to: { y: y1, z: z1 },
});
const bar = (z: number, area: number): SectionBar => ({ y: 0, z, area, diameter: Math.sqrt((4 * area) / Math.PI) });

test('a rectangle with bars at the bottom: b x² / 2 = n A (d − x), and E I κ = M', () => {
  const [b, h, d, As] = [0.3, 0.5, 0.45, 1500e-6];
  const section = { concrete: [rectangle(-b / 2, b / 2, -h / 2, h / 2)], bars: [bar(h / 2 - d, As)] };
  const n = 200 / 25;
  const x = (-n * As + Math.sqrt((n * As) ** 2 + 2 * b * n * As * d)) / b;
  const I = (b * x ** 3) / 3 + n * As * (d - x) ** 2;
  const found = crackedState(section, moduli, { N: 0, My: 100e3 })!;
  expect(found.acting.inertia).toBeCloseTo(I, 9);
  expect(found.curvature).toBeCloseTo(100e3 / (25e9 * I), 9);
  expect(barStress(found, moduli, section.bars[0]) / 1e6).toBeCloseTo((n * 100e3 * (d - x)) / I / 1e6, 6);
  // turned over it bends the other way
  const over = { concrete: section.concrete, bars: [bar(d - h / 2, As)] };
  expect(crackedState(over, moduli, { N: 0, My: -100e3 })!.curvature).toBeCloseTo(-found.curvature, 12);
  expect(grossSection(section)).toEqual({
    area: b * h,
    z: 0,
    inertia: expect.closeTo((b * h ** 3) / 12, 12) as number,
  });
  // a bar in place of concrete: n − 1 times its area
  const whole = uncracked(section, moduli);
  expect(whole.area).toBeCloseTo(b * h + (n - 1) * As, 9);
  expect(whole.barMoment).toBeCloseTo(As * (whole.z - (h / 2 - d)), 12);
});

test('two levels of bars and nothing else carry a pull: N / 2 A when it stands in their middle; one level carries no moment then', () => {
  const two = { concrete: [rectangle(-0.15, 0.15, -0.25, 0.25)], bars: [bar(-0.2, 1e-3), bar(0.2, 1e-3)] };
  const pulled = crackedState(two, moduli, { N: 300e3, My: 0 })!;
  expect(barStress(pulled, moduli, two.bars[0])).toBeCloseTo(150e6, 0);
  expect(pulled.curvature).toBeCloseTo(0, 9);
  const one = { concrete: two.concrete, bars: [bar(-0.2, 1e-3)] };
  expect(crackedState(one, moduli, { N: 300e3, My: 0 })).toBeUndefined();
  expect(crackedState(two, moduli, { N: 0, My: 0 })).toBeUndefined();
});

const anySection = fc.record({
  width: fc.double({ min: 0.2, max: 0.6, noNaN: true }),
  depth: fc.double({ min: 0.3, max: 1, noNaN: true }),
  flange: fc.double({ min: 0, max: 2, noNaN: true }),
  thick: fc.double({ min: 0.08, max: 0.2, noNaN: true }),
  areas: fc.tuple(
    fc.double({ min: 2e-4, max: 4e-3, noNaN: true }),
    fc.double({ min: 2e-4, max: 4e-3, noNaN: true }),
    fc.double({ min: 2e-4, max: 1e-3, noNaN: true }),
  ),
  N: fc.oneof(fc.constant(0), fc.double({ min: -8e5, max: 8e5, noNaN: true })),
  My: fc.double({ min: -4e5, max: 4e5, noNaN: true }),
});

test('random sections are in equilibrium by a sum over thin strips, and pull nothing where they are cracked', () => {
  fc.assert(
    fc.property(anySection, ({ width, depth, flange, thick, areas, N, My }) => {
      fc.pre(Math.abs(My) > 1e3);
      const [low, high] = [-depth / 2, depth / 2];
      const section: ReinforcedSection = {
        concrete: [
          rectangle(-width / 2, width / 2, low, high),
          ...(flange > 0.05 ? [rectangle(width / 2, width / 2 + flange, high - thick, high)] : []),
        ],
        bars: [bar(low + 0.06, areas[0]), bar(high - 0.06, areas[1]), bar(0, areas[2])],
      };
      expect(heightOf(section)).toEqual({ low, high });
      const found = crackedState(section, moduli, { N, My })!;
      expect(found).toBeDefined();
      let [n, m, size] = [0, 0, 0];
      const count = 20000;
      for (let i = 0; i < count; i++) {
        const z = low + (depth * (i + 0.5)) / count;
        const strain = found.strain - found.curvature * z;
        if (strain >= 0) continue;
        const across = width + (flange > 0.05 && z > high - thick ? flange : 0);
        const force = moduli.concrete * strain * across * (depth / count);
        n += force;
        m -= force * z;
        size += Math.abs(force);
      }
      for (const one of section.bars) {
        const strain = found.strain - found.curvature * one.z;
        // what it displaces of compressed concrete
        const axis = found.strain / found.curvature;
        const inside = found.curvature > 0 ? one.z - axis : axis - one.z;
        const share = Math.max(0, Math.min(1, inside / one.diameter + 0.5));
        const force = one.area * strain * (moduli.bars - share * moduli.concrete);
        n += force;
        m -= force * one.z;
        size += Math.abs(force);
      }
      expect(Math.abs(n - N)).toBeLessThan(2e-3 * size);
      expect(Math.abs(m - My)).toBeLessThan(2e-3 * size * depth);
      // concrete that was left out is pulled nowhere less than nothing
      expect(found.acting.inertia).toBeGreaterThan(0);
    }),
    { numRuns: 300 },
  );
});

test('a disc is that of its closed forms, and its part below a height that of a sum over strips', () => {
  const disc: ReinforcedSection = {
    concrete: [{ ...rectangle(-0.3, 0.3, -0.1, 0.5), isDisc: true }],
    bars: [bar(-0.04, 2e-3)],
  };
  expect(grossSection(disc).area).toBeCloseTo(Math.PI * 0.3 ** 2, 9);
  expect(grossSection(disc).z).toBeCloseTo(0.2, 9);
  expect(grossSection(disc).inertia).toBeCloseTo((Math.PI * 0.3 ** 4) / 4, 9);
  // cracked: what is compressed, from where strain is nothing up, in equilibrium with the bar
  const M = 50e3;
  const state = crackedState(disc, moduli, { N: 0, My: M })!;
  const steps = 200000;
  let [N, moment] = [0, 0];
  for (let i = 0; i < steps; i++) {
    const z = -0.1 + (0.6 * (i + 0.5)) / steps;
    const strain = state.strain - state.curvature * z;
    if (strain >= 0) continue;
    const force = moduli.concrete * strain * 2 * Math.sqrt(0.09 - (z - 0.2) ** 2) * (0.6 / steps);
    N += force;
    moment -= force * z;
  }
  const pull = barStress(state, moduli, disc.bars[0]) * 2e-3;
  expect((N + pull) / pull).toBeCloseTo(0, 6);
  expect((moment - pull * -0.04) / M).toBeCloseTo(1, 6);
});
