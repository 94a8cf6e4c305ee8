import fc from 'fast-check';
import { largestPairs } from './eigenpairs';
import { kernelKinds, runs } from './sparse';
import { symmetricEigen } from './symmetric-eigen';

function randomSymmetric(n: number, seed: number): Float64Array {
  let state = seed + 1;
  const random = () => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return state / 1073741824 - 1;
  };
  const matrix = new Float64Array(n * n);
  for (let i = 0; i < n; i++) for (let j = 0; j <= i; j++) matrix[i * n + j] = matrix[j * n + i] = random();
  return matrix;
}

const times = (matrix: Float64Array, n: number, x: ArrayLike<number>) =>
  Float64Array.from({ length: n }, (_, i) =>
    Array.from({ length: n }, (_unused, j) => matrix[i * n + j] * x[j]).reduce((sum, value) => sum + value, 0),
  );
const dot = (a: ArrayLike<number>, b: ArrayLike<number>) =>
  Array.from(a, (value, i) => value * b[i]).reduce((sum, value) => sum + value, 0);

describe('all eigenvalues of a dense symmetric matrix', () => {
  test('of 2 × 2 by hand: (a + c)/2 ± √(((a − c)/2)² + b²)', () => {
    const { values } = symmetricEigen(Float64Array.of(4, 2, 2, 1), 2);
    expect(values[0]).toBeCloseTo(0, 12);
    expect(values[1]).toBeCloseTo(5, 12);
  });
  test('of the chain 2, −1: 2 − 2 cos(k π / (n + 1))', () => {
    const n = 12;
    const chain = new Float64Array(n * n);
    for (let i = 0; i < n; i++) {
      chain[i * n + i] = 2;
      if (i > 0) chain[i * n + i - 1] = chain[(i - 1) * n + i] = -1;
    }
    symmetricEigen(chain, n).values.forEach((value, k) =>
      expect(value).toBeCloseTo(2 - 2 * Math.cos(((k + 1) * Math.PI) / (n + 1)), 12),
    );
  });
  test('vectors are perpendicular units that the matrix only stretches, whatever it is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 25 }), fc.nat(1e6), (n, seed) => {
        const matrix = randomSymmetric(n, seed);
        const { values, vectors } = symmetricEigen(matrix, n);
        const column = (j: number) => Float64Array.from({ length: n }, (_, i) => vectors[i * n + j]);
        for (let j = 0; j < n; j++) {
          times(matrix, n, column(j)).forEach((value, i) =>
            expect(Math.abs(value - values[j] * column(j)[i])).toBeLessThan(1e-12 * n),
          );
          for (let k = 0; k <= j; k++)
            expect(Math.abs(dot(column(j), column(k)) - (j === k ? 1 : 0))).toBeLessThan(1e-12 * n);
        }
        expect(
          Math.abs(
            values.reduce((sum, value) => sum + value, 0) -
              Array.from({ length: n }, (_, i) => matrix[i * n + i]).reduce((sum, value) => sum + value, 0),
          ),
        ).toBeLessThan(1e-11 * n);
      }),
      { numRuns: 60 },
    );
  });
  test('of no matrix at all, and of one with equal values', () => {
    expect(symmetricEigen(new Float64Array(), 0).values).toHaveLength(0);
    expect([...symmetricEigen(Float64Array.of(3, 0, 0, 0, 3, 0, 0, 0, 3), 3).values]).toEqual([3, 3, 3]);
  });
});

function carried<T>(steps: Generator<number, T>): T {
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}

describe.each(kernelKinds.filter(runs))('the largest pairs by block Lanczos, kernel %s', (kind) => {
  /** A diagonal problem θ x = C x in the plain inner product: its pairs are known. */
  const diagonal = (entries: readonly number[], count: number) =>
    carried(
      largestPairs(
        {
          size: entries.length,
          operate: (vectors) => vectors.map((x) => x.map((value, i) => value * entries[i])),
          inner: (x) => x.slice(),
        },
        count,
        kind,
      ),
    );

  test('finds the largest, with every copy of a repeated one', () => {
    const entries = [9, 9, 9, 7, 5, 5, 1, ...Array.from({ length: 60 }, (_, i) => 0.9 / (i + 1))];
    const { values, vectors, residuals } = diagonal(entries, 6);
    [9, 9, 9, 7, 5, 5].forEach((value, k) => expect(values[k]).toBeCloseTo(value, 9));
    for (const residual of residuals) expect(residual).toBeLessThan(1e-6);
    for (let a = 0; a < 6; a++)
      for (let b = 0; b <= a; b++) expect(dot(vectors[a], vectors[b])).toBeCloseTo(a === b ? 1 : 0, 9);
  });

  test('leaves out what is zero or negative: the rest of a load that compresses only a part', () => {
    const { values } = diagonal([4, 2, 0, 0, -3, -5, 0], 5);
    expect(values).toHaveLength(2);
    expect(values[0]).toBeCloseTo(4, 9);
    expect(values[1]).toBeCloseTo(2, 9);
  });

  test('of one or two equations all there are', () => {
    expect(diagonal([3], 4).values).toEqual([expect.closeTo(3, 12)]);
    expect(diagonal([3, 8], 2).values[0]).toBeCloseTo(8, 12);
  });

  test('agrees with the dense solution of a random problem, in the inner product of a mass', () => {
    fc.assert(
      fc.property(fc.integer({ min: 8, max: 40 }), fc.nat(1e6), (n, seed) => {
        // C = R Rᵀ + I, M diagonal: θ of M x θ = C x are those of M^(−1/2) C M^(−1/2)
        const random = randomSymmetric(n, seed);
        const mass = Float64Array.from({ length: n }, (_, i) => 1 + (i % 5));
        const C = new Float64Array(n * n);
        for (let i = 0; i < n; i++)
          for (let j = 0; j < n; j++)
            C[i * n + j] =
              dot(random.subarray(i * n, i * n + n), random.subarray(j * n, j * n + n)) + (i === j ? 1 : 0);
        const scaled = C.map((value, p) => value / Math.sqrt(mass[Math.floor(p / n)] * mass[p % n]));
        const exact = [...symmetricEigen(scaled, n).values].reverse();
        const { values } = carried(
          largestPairs(
            {
              size: n,
              operate: (vectors) => vectors.map((x) => times(C, n, x).map((value, i) => value / mass[i])),
              inner: (x) => x.map((value, i) => value * mass[i]),
            },
            3,
            kind,
          ),
        );
        values.forEach((value, k) => expect(value / exact[k]).toBeCloseTo(1, 9));
      }),
      { numRuns: 25 },
    );
  });
});
