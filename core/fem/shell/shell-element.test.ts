import fc from 'fast-check';
import { symmetricEigen } from '../symmetric-eigen';
import { initialForces, shellElement, shellStiffness } from './shell-element';
import { addCornerForces, forceMatrix, heldForces } from './shell-forces';
import { panelStiffness } from './shell-stiffness';

const made = panelStiffness({
  E: 30e9,
  poisson: 0.2,
  thickness: 0.2,
  behaviour: 'shell',
  factors: { bendingX: 0.5, membraneY: 0.7 },
});
type Place = readonly [number, number, number];
const corner = (x: number, y: number, spread = 0.35) =>
  fc
    .tuple(
      ...[x, y, 0].map((v, k) =>
        fc.double({ min: v - (k < 2 ? spread : 0.15), max: v + (k < 2 ? spread : 0.15), noNaN: true }),
      ),
    )
    .map(([a, b, c]): Place => [a, b, c]);
const quads = fc.tuple(corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1));
const triangles = fc.tuple(corner(-1, -1), corner(1, -1), corner(0, 1));
const shapes = fc.oneof(quads, triangles).map((list) => list as readonly Place[]);
const matrixOf = (places: readonly Place[], along: Place = [1, 0.3, 0]) => {
  const size = 6 * places.length;
  const k = new Float64Array(size * size);
  shellStiffness(shellElement(places, made, along), k);
  return k;
};
const energy = (k: Float64Array, u: readonly number[]) => {
  let sum = 0;
  for (let i = 0; i < u.length; i++) for (let j = 0; j < u.length; j++) sum += u[i] * k[i * u.length + j] * u[j];
  return sum;
};
const cross = (a: readonly number[], b: readonly number[]): Place => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

test('an element, warped or not, lets exactly the six rigid movements pass', () => {
  fc.assert(
    fc.property(shapes, (places) => {
      const k = matrixOf(places);
      const size = 6 * places.length;
      const { values } = symmetricEigen(k, size);
      const largest = values[size - 1];
      for (let i = 0; i < 6; i++) expect(Math.abs(values[i])).toBeLessThan(1e-12 * largest);
      expect(values[6]).toBeGreaterThan(1e-7 * largest);
      for (let i = 0; i < size; i++)
        for (let j = 0; j < i; j++) expect(Math.abs(k[i * size + j] - k[j * size + i])).toBeLessThan(1e-12 * largest);
      for (const turn of [
        [1, 0, 0],
        [0, 1, 0],
        [0, 0, 1],
      ] as const) {
        const rigid = places.flatMap((place) => [...cross(turn, place), ...turn]);
        expect(Math.abs(energy(k, rigid))).toBeLessThan(1e-11 * largest);
      }
    }),
    { numRuns: 60 },
  );
});

test('its stiffness does not depend on which corner comes first', () => {
  fc.assert(
    fc.property(shapes, fc.infiniteStream(fc.integer({ min: -100, max: 100 })), (places, numbers) => {
      const n = places.length;
      const u = Array.from({ length: 6 * n }, () => numbers.next().value as number);
      const first = energy(matrixOf(places), u);
      const later = energy(matrixOf([...places.slice(1), places[0]]), [...u.slice(6), ...u.slice(0, 6)]);
      expect(Math.abs(first - later)).toBeLessThan(1e-9 * Math.abs(first));
    }),
    { numRuns: 60 },
  );
});

test('free strains are reached without any force, in any direction of the panel', () => {
  fc.assert(
    fc.property(quads, fc.double({ min: -3, max: 3, noNaN: true }), (warped, angle) => {
      const places = warped.map(([x, y]): Place => [x, y, 0]);
      const element = shellElement(places, made, [Math.cos(angle), Math.sin(angle), 0]);
      const [strain, kappa] = [1e-4, 3e-4];
      const initial = { membrane: [strain, strain, 0], bending: [kappa, kappa, 0] } as const;
      // u = ε x, w = −κ (x² + y²) / 2, slopes β = −∇w
      const u = places.flatMap(([x, y]) => [
        strain * x,
        strain * y,
        (-kappa * (x * x + y * y)) / 2,
        -kappa * y,
        kappa * x,
        0,
      ]);
      const f = new Float64Array(24);
      initialForces(element, initial, f);
      const k = new Float64Array(576);
      shellStiffness(element, k);
      let most = 0;
      for (let i = 0; i < 24; i++) {
        let sum = -f[i];
        for (let j = 0; j < 24; j++) sum += k[24 * i + j] * u[j];
        most = Math.max(most, Math.abs(sum));
      }
      expect(most).toBeLessThan(1e-9 * Math.max(...Array.from(f, Math.abs)));
      const forces = new Float64Array(32);
      addCornerForces(forceMatrix(element), Float64Array.from(u), forces);
      const held = heldForces(made, initial);
      forces.forEach((value, i) => expect(Math.abs(value + held[i % 8])).toBeLessThan(1e-3));
    }),
    { numRuns: 60 },
  );
});
