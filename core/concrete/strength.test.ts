import fc from 'fast-check';
import {
  directionAt,
  sectionAt,
  strengthAbout,
  strengthTowards,
  timesInto,
  type ConcretePart,
  type ReinforcedSection,
  type SectionBar,
  type SectionForces,
  type SectionLaws,
} from './index';

const laws: SectionLaws = {
  blockStress: 0.85 * 30e6,
  blockFactor: 0.8,
  crushing: 0.003,
  yieldStress: 420e6,
  modulus: 200e9,
};
const rectangle = (y0: number, y1: number, z0: number, z1: number): ConcretePart => ({
  from: { y: y0, z: z0 },
  to: { y: y1, z: z1 },
});
const bar = (y: number, z: number, diameter: number): SectionBar => ({
  y,
  z,
  diameter,
  area: (Math.PI * diameter ** 2) / 4,
});

/** A rectangle, or a T or L whose flange lies on top, with bars at both faces and perhaps at the sides. */
const anySection = fc
  .record({
    width: fc.double({ min: 0.2, max: 0.6, noNaN: true }),
    depth: fc.double({ min: 0.3, max: 1, noNaN: true }),
    isRound: fc.boolean(),
    flange: fc.option(
      fc.record({
        left: fc.double({ min: 0, max: 0.8, noNaN: true }),
        right: fc.double({ min: 0, max: 0.8, noNaN: true }),
        thick: fc.double({ min: 0.08, max: 0.2, noNaN: true }),
      }),
      { nil: undefined },
    ),
    top: fc.integer({ min: 2, max: 5 }),
    bottom: fc.integer({ min: 2, max: 6 }),
    sides: fc.boolean(),
    diameter: fc.constantFrom(0.012, 0.016, 0.02, 0.025),
  })
  .map(({ width, depth, isRound, flange, top, bottom, sides, diameter }): ReinforcedSection => {
    const [half, tall, edge] = [width / 2, depth / 2, 0.06];
    if (isRound)
      return {
        concrete: [{ ...rectangle(-half, half, -half, half), isDisc: true }],
        bars: Array.from({ length: top + bottom }, (_, i) => {
          const angle = (2 * Math.PI * i) / (top + bottom);
          return bar((half - edge) * Math.sin(angle), (half - edge) * Math.cos(angle), diameter);
        }),
      };
    const row = (count: number, z: number) =>
      Array.from({ length: count }, (_, i) => bar((half - edge) * ((2 * i) / (count - 1) - 1), z, diameter));
    return {
      concrete: flange
        ? [
            rectangle(-half, half, -tall, tall - flange.thick),
            rectangle(-half - flange.right, half + flange.left, tall - flange.thick, tall),
          ]
        : [rectangle(-half, half, -tall, tall)],
      bars: [...row(top, tall - edge), ...row(bottom, edge - tall), ...(sides ? row(2, 0) : [])],
    };
  });

/** The same forces from small squares of concrete and from each bar by itself. */
function bySquares(section: ReinforcedSection, angle: number, c: number): SectionForces {
  const [uy, uz] = [Math.sin(angle), Math.cos(angle)];
  const corners = section.concrete.flatMap(({ from, to, isDisc }) =>
    isDisc ? [to.y] : [from.y, to.y].flatMap((y) => [from.z, to.z].map((z) => uy * y + uz * z)),
  );
  const outermost = Math.max(...corners);
  const sum = { N: 0, My: 0, Mz: 0 };
  const add = (force: number, y: number, z: number) => {
    sum.N += force;
    sum.My -= force * z;
    sum.Mz -= force * y;
  };
  const parts = 700;
  for (const { from, to, isDisc } of section.concrete) {
    const [dy, dz] = [(to.y - from.y) / parts, (to.z - from.z) / parts];
    for (let i = 0; i < parts; i++)
      for (let j = 0; j < parts; j++) {
        const [y, z] = [from.y + (i + 0.5) * dy, from.z + (j + 0.5) * dz];
        if (isDisc && Math.hypot(y, z) > to.y) continue;
        if (outermost - (uy * y + uz * z) < laws.blockFactor * c) add(-laws.blockStress * dy * dz, y, z);
      }
  }
  for (const { y, z, area, diameter } of section.bars) {
    const depth = outermost - (uy * y + uz * z);
    const strain = (0.003 * (depth - c)) / c;
    const steel = Math.sign(strain) * Math.min(laws.yieldStress, Math.abs(strain) * laws.modulus);
    const inBlock = Math.min(1, Math.max(0, (laws.blockFactor * c - (depth - diameter / 2)) / diameter));
    add(area * (steel + inBlock * laws.blockStress), y, z);
  }
  return sum;
}

test('forces of a section at strength are those of a sum over small squares, whichever way its neutral axis lies', () => {
  fc.assert(
    fc.property(
      anySection,
      fc.oneof(fc.constantFrom(0, Math.PI), fc.double({ min: -Math.PI, max: Math.PI, noNaN: true })),
      fc.double({ min: 0.05, max: 1.5, noNaN: true }),
      (section, angle, c) => {
        const [found, squares] = [
          sectionAt(section, laws, directionAt(section, angle), c),
          bySquares(section, angle, c),
        ];
        const area = section.concrete.reduce((all, { from, to }) => all + (to.y - from.y) * (to.z - from.z), 0);
        const scale = laws.blockStress * area;
        for (const key of ['N', 'My', 'Mz'] as const)
          expect(Math.abs(found[key] - squares[key]) / scale).toBeLessThan(1e-3);
      },
    ),
    { numRuns: 25 },
  );
});

const anyForces = fc.record({
  N: fc.oneof(fc.constant(0), fc.double({ min: -2e6, max: 5e5, noNaN: true })),
  My: fc.double({ min: -3e5, max: 3e5, noNaN: true }),
  Mz: fc.double({ min: -1e5, max: 1e5, noNaN: true }),
});
const size = ({ N, My, Mz }: SectionForces) => Math.hypot(N, My, Mz);

test('the strength found lies in the proportion that was asked, and asking twice as much halves what is left', () => {
  fc.assert(
    fc.property(anySection, anyForces, (section, asked) => {
      if (size(asked) < 1e3) return;
      const found = strengthTowards(section, laws, asked);
      expect(found).toBeDefined();
      const times = size(asked) / size(found!.at);
      for (const key of ['N', 'My', 'Mz'] as const)
        expect(Math.abs(found!.at[key] * times - asked[key]) / size(asked)).toBeLessThan(1e-5);
      expect(timesInto(asked, found!, 1)).toBeCloseTo(times, 6);
      expect(times).toBeGreaterThan(0);
      const double = { N: 2 * asked.N, My: 2 * asked.My, Mz: 2 * asked.Mz };
      expect(
        timesInto(double, strengthTowards(section, laws, double)!, 0.65) / timesInto(asked, found!, 0.65),
      ).toBeCloseTo(2, 4);
    }),
  );
});

test('no other place of the neutral axis gives more in the proportion that is asked', () => {
  fc.assert(
    fc.property(anySection, anyForces, (section, asked) => {
      if (size(asked) < 1e4) return;
      const found = strengthTowards(section, laws, asked)!;
      const unit = { N: asked.N / size(asked), My: asked.My / size(asked), Mz: asked.Mz / size(asked) };
      for (let i = 0; i < 72; i++) {
        const direction = directionAt(section, (i * Math.PI) / 36);
        for (let j = 1; j < 40; j++) {
          const at = sectionAt(section, laws, direction, (0.8 * j) / (40 - j));
          const along = at.N * unit.N + at.My * unit.My + at.Mz * unit.Mz;
          const apart = Math.sqrt(Math.max(0, size(at) ** 2 - along ** 2));
          // forces that point nearly where the asked ones do reach nearly as far
          if (along > 0 && apart < 0.01 * along) expect(along / size(found.at)).toBeLessThan(1.15);
        }
      }
    }),
    { numRuns: 40 },
  );
});

test('bent about one axis: the same strength as towards it where the section has two like halves, mirrored upside down as well', () => {
  fc.assert(
    fc.property(anySection, anyForces, (section, { N, My }) => {
      if (Math.abs(My) < 1e3) return;
      const upsideDown: ReinforcedSection = {
        concrete: section.concrete.map((part) => ({
          ...part,
          ...rectangle(part.from.y, part.to.y, -part.to.z, -part.from.z),
        })),
        bars: section.bars.map((one) => ({ ...one, z: -one.z })),
      };
      const times = (one: ReinforcedSection, moment: number) =>
        timesInto({ N, My: moment, Mz: 0 }, strengthAbout(one, laws, N, moment)!, 1, true);
      expect(times(upsideDown, -My) / times(section, My)).toBeCloseTo(1, 6);
      const [first, last] = [section.concrete[0], section.concrete[section.concrete.length - 1]];
      if (Math.abs(last.from.y + last.to.y) + Math.abs(first.from.y + first.to.y) > 1e-9) return;
      expect(
        timesInto({ N, My, Mz: 0 }, strengthTowards(section, laws, { N, My, Mz: 0 })!, 1) / times(section, My),
      ).toBeCloseTo(1, 5);
    }),
  );
});

test('by hand: 300 × 500 with 3 bars of 510 mm², d = 440: a = 3·510·420 / (0.85·30·300) = 84.0 mm, Mn = 255.8 kN·m', () => {
  const one = { y: 0, z: -0.19, area: 510e-6, diameter: 0.0255 };
  const section = {
    concrete: [rectangle(-0.15, 0.15, -0.25, 0.25)],
    bars: [-0.09, 0, 0.09].map((y) => ({ ...one, y })),
  };
  const { at, c } = strengthAbout(section, laws, 0, 1)!;
  expect(c * 0.8 * 1000).toBeCloseTo(84.0, 6);
  expect(at.My / 1e3).toBeCloseTo(642.6 * (0.44 - 0.042), 6);
  expect(at.strain).toBeCloseTo(0.003 * (0.44 / 0.105 - 1), 9);
  // a flange of 800 × 100 on the same web takes the whole block: a = 31.5 mm
  const flanged = {
    ...section,
    concrete: [rectangle(-0.15, 0.15, -0.25, 0.15), rectangle(-0.4, 0.4, 0.15, 0.25)],
  };
  expect(strengthAbout(flanged, laws, 0, 1)!.at.My / 1e3).toBeCloseTo(642.6 * (0.44 - 0.01575), 6);
  // all bars pulled: N = A f_y, at the centroid of the bars
  const pulled = strengthAbout(section, laws, 1e5, 1e5 * 0.19)!;
  expect(pulled.at.N).toBeCloseTo(642600, 0);
});

test('a section without bars has no strength in bending, and nothing asked finds none', () => {
  const bare = { concrete: [rectangle(-0.1, 0.1, -0.2, 0.2)], bars: [] };
  expect(strengthAbout(bare, laws, 0, 1e4)).toBeUndefined();
  expect(strengthAbout(bare, laws, 0, 0)).toBeUndefined();
});
