import fc from 'fast-check';
import { condense, condenseForces, recoverEnds } from './condensation';
import { localStiffness } from './frame-element';

const element = { length: 4, axial: 8e8, bendingY: 2e7, bendingZ: 9e6, torsion: 4e6, shearY: 3e8, shearZ: 2e8 };
const stiffness = () => {
  const k = new Float64Array(144);
  localStiffness(element, { N: 0 }, k);
  return k;
};
const rigid = () => new Float64Array(12).fill(Infinity);
const times = (k: Float64Array, x: Float64Array) =>
  Float64Array.from({ length: 12 }, (_, i) => x.reduce((sum, value, j) => sum + k[12 * i + j] * value, 0));

test('rigid joints change nothing', () => {
  const k = stiffness();
  expect(condense(k, rigid())).toEqual({ steps: [], loose: [], unstable: false });
  expect(k).toEqual(stiffness());
});

test('a released end keeps 3 EI / L³ against a push and 3 EI / L against a turn of the other', () => {
  const long = { ...element, shearY: Infinity, shearZ: Infinity };
  const k = new Float64Array(144);
  localStiffness(long, { N: 0 }, k);
  const springs = rigid();
  springs[10] = 0; // r_y at the end
  condense(k, springs);
  expect(k[12 * 2 + 2]).toBeCloseTo((3 * long.bendingY) / 64, 4);
  expect(k[12 * 4 + 4]).toBeCloseTo((3 * long.bendingY) / 4, 4);
  for (let j = 0; j < 12; j++) expect(k[12 * 10 + j]).toBe(0);
});

test('whatever the joints: forces on nodes are those of springs and member in series, and its own ends are found again', () => {
  const spring = fc.constantFrom(0, 1e4, 1e6, 1e8, Infinity);
  fc.assert(
    fc.property(
      fc.array(spring, { minLength: 12, maxLength: 12 }),
      fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 24, maxLength: 24 }),
      (list, numbers) => {
        const springs = Float64Array.from(list);
        // one end keeps its axial and torsional joint, so that nothing slides or spins
        springs[0] = springs[3] = Infinity;
        springs[1] = springs[2] = springs[7] = springs[8] = Infinity;
        const k = stiffness();
        const condensation = condense(k, springs);
        const nodes = Float64Array.from(numbers.slice(0, 12), (value) => 1e-3 * value);
        const clamped = Float64Array.from(numbers.slice(12), (value) => 1e4 * value);
        const onNodes = clamped.slice();
        condenseForces(condensation, onNodes);
        const forces = times(k, nodes).map((value, i) => value + onNodes[i]);
        const ends = nodes.slice();
        recoverEnds(condensation, ends, clamped);
        // the member itself: k u + clamped, with its own ends
        const inside = times(stiffness(), ends).map((value, i) => value + clamped[i]);
        for (let i = 0; i < 12; i++) {
          expect(Math.abs(inside[i] - forces[i])).toBeLessThan(1e-6 * 1e6);
          if (springs[i] !== Infinity)
            expect(Math.abs(springs[i] * (nodes[i] - ends[i]) - forces[i])).toBeLessThan(1e-5 * 1e6);
          else expect(ends[i]).toBe(nodes[i]);
        }
      },
    ),
    { numRuns: 100 },
  );
});

test('releases that leave a part of the member free are named, and leave no rounding behind as stiffness', () => {
  const springs = rigid();
  springs[0] = springs[6] = 0;
  const k = stiffness();
  expect(condense(k, springs).loose).toEqual([6]);
  const hinged = rigid();
  for (const i of [4, 10]) hinged[i] = 0;
  const pinned = stiffness();
  condense(pinned, hinged);
  expect(pinned[12 * 2 + 2]).toBe(0);
  expect(pinned[12 * 8 + 2]).toBe(0);
});

test('a hinged member beyond Euler’s load is told as unstable', () => {
  const springs = rigid();
  for (const i of [4, 10]) springs[i] = 0;
  const under = (share: number) => {
    const k = new Float64Array(144);
    localStiffness(
      { ...element, bendingZ: 1e9, shearZ: Infinity },
      { N: (-share * Math.PI ** 2 * element.bendingY) / 16 },
      k,
    );
    return condense(k, springs).unstable;
  };
  expect([under(0.98), under(1.02)]).toEqual([false, true]);
});
