import { bestKernel, type KernelKind } from './sparse';
import { createKernel } from './sparse/kernel/kernel';
import { symmetricEigen } from './symmetric-eigen';

/** A symmetric problem θ B x = C x with an operator A = K⁻¹ C that is self-adjoint in the inner product of B. Vectors have `size` numbers. */
export interface Pencil {
  readonly size: number;
  /** A for several vectors; `inner` holds B of each */
  operate(vectors: readonly Float64Array[], inner: readonly Float64Array[]): Float64Array[];
  /** B x */
  inner(x: Float64Array): Float64Array;
}

export interface Eigenpairs {
  /** θ, largest first */
  readonly values: number[];
  /** x with xᵀ B x = 1 */
  readonly vectors: Float64Array[];
  /** ‖A x − θ x‖_B / θ of each */
  readonly residuals: number[];
  readonly solves: number;
}

const blockSize = 4;
/** Of a shape; the eigenvalue's error is the square of it. */
const settled = 1e-7;

/**
 * The largest eigenvalues θ > 0 by block Lanczos with full reorthogonalisation (Bathe, Finite Element Procedures, §11.6; Golub & Van Loan,
 * §10.3). Blocks of four find eigenvalues of multiplicity four.
 * @param count how many are wanted; fewer come back when there are no more
 * @yields the share of wanted pairs that have settled
 */
export function* largestPairs(
  { size, operate, inner }: Pencil,
  count: number,
  kind: KernelKind = bestKernel(),
): Generator<number, Eigenpairs> {
  const n = size + (size & 1);
  const capacity = Math.min(size, 3 * count + 60) + blockSize;
  const { kernel, buffer } = createKernel(kind, 8 * (2 * n * capacity + n + 2 * capacity) + 64);
  const basisAt = 0;
  const innerAt = 8 * n * capacity;
  const workAt = 2 * innerAt;
  const factorsAt = workAt + 8 * n;
  const view = (at: number, length: number) => new Float64Array(buffer, at, length);
  const work = view(workAt, n);
  const factors = view(factorsAt, capacity);
  const projected = new Float64Array(capacity * capacity);
  let known = 0; // basis vectors
  let solves = 0;

  /** Takes the basis out of a vector, twice, and adds what is left to the basis. @returns coefficients, and the size of the rest (0: nothing new) */
  const absorb = (vector: Float64Array): { coefficients: Float64Array; rest: number } => {
    const coefficients = new Float64Array(known);
    work.fill(0);
    work.set(vector);
    for (let pass = 0; pass < 2; pass++) {
      kernel.dots(innerAt, n, known, workAt, factorsAt);
      for (let j = 0; j < known; j++) coefficients[j] += factors[j];
      kernel.subtractAll(basisAt, n, known, workAt, factorsAt);
    }
    const left = work.slice(0, size);
    const image = inner(left);
    const rest = Math.sqrt(Math.max(0, dot(left, image)));
    // the basis is of units at right angles
    const before = Math.sqrt(rest * rest + dot(coefficients, coefficients));
    if (!(rest > 1e-11 * before) || known === capacity) return { coefficients, rest: 0 };
    const to = view(basisAt + 8 * n * known, n);
    const toInner = view(innerAt + 8 * n * known, n);
    for (let i = 0; i < size; i++) {
      to[i] = left[i] / rest;
      toInner[i] = image[i] / rest;
    }
    known++;
    return { coefficients, rest };
  };
  const column = (at: number, j: number) => view(at + 8 * n * j, size).slice();

  const start = Array.from({ length: Math.min(blockSize, size) }, (_, c) =>
    Float64Array.from(
      { length: size },
      (_unused, i) => Math.sin((c + 1.37) * (i + 1)) + 0.3 * Math.cos(7.1 * i * (c + 1)),
    ),
  );
  for (const vector of operate(start, start.map(inner))) absorb(vector);
  solves += start.length;
  let done = 0; // basis vectors the operator was applied to
  for (let round = 0; ; round++) {
    const from = done;
    const to = known;
    if (to > from) {
      const range = Array.from({ length: to - from }, (_, i) => from + i);
      const images = operate(
        range.map((j) => column(basisAt, j)),
        range.map((j) => column(innerAt, j)),
      );
      solves += range.length;
      images.forEach((image, i) => {
        const { coefficients, rest } = absorb(image);
        const j = from + i;
        coefficients.forEach((value, row) => {
          projected[row * capacity + j] = value;
          projected[j * capacity + row] = value;
        });
        if (rest > 0) projected[(known - 1) * capacity + j] = projected[j * capacity + known - 1] = rest;
      });
      done = to;
    }
    const exhausted = known === done || known >= capacity - 1;
    if (!exhausted && (done < count || round % 2 === 1)) continue;
    const m = done;
    const small = new Float64Array(m * m);
    for (let i = 0; i < m; i++) for (let j = 0; j < m; j++) small[i * m + j] = projected[i * capacity + j];
    const { values, vectors } = symmetricEigen(small, m);
    const top = values.length === 0 ? 0 : Math.max(Math.abs(values[0]), Math.abs(values[m - 1]));
    const pairs = Array.from({ length: m }, (_, k) => m - 1 - k)
      .filter((k) => values[k] > 1e-13 * top)
      .slice(0, count);
    const residuals = pairs.map((k) => {
      let square = 0;
      for (let row = m; row < known; row++) {
        let sum = 0;
        for (let j = 0; j < m; j++) sum += projected[row * capacity + j] * vectors[j * m + k];
        square += sum * sum;
      }
      return Math.sqrt(square) / values[k];
    });
    const good = residuals.filter((residual) => residual < settled).length;
    if (exhausted || (pairs.length >= Math.min(count, size) && good === pairs.length)) {
      const shapes = pairs.map((k) => {
        const x = new Float64Array(size);
        for (let j = 0; j < m; j++) {
          const factor = vectors[j * m + k];
          const base = view(basisAt + 8 * n * j, size);
          for (let i = 0; i < size; i++) x[i] += factor * base[i];
        }
        return x;
      });
      return { values: pairs.map((k) => values[k]), vectors: shapes, residuals, solves };
    }
    yield good / count;
  }
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i] * b[i];
  return sum;
}
