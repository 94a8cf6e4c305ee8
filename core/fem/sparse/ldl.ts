import type { SymmetricMatrix } from './symmetric-matrix';

/**
 * Sparse factorisation A = L D Lᵀ, up-looking by rows (Davis, Direct Methods for Sparse Linear Systems, 2006, §4.8; the
 * elimination tree of §4.1). The matrix comes already ordered for little fill.
 */
export interface Factor {
  readonly size: number;
  /** strictly lower triangle by columns: colStart, rowIndex, values */
  readonly colStart: Int32Array;
  readonly rowIndex: Int32Array;
  readonly values: Float64Array;
  readonly diagonal: Float64Array;
}

/** A pivot that vanished: equation `row` can move with no force. `motion` is that movement over the equations up to `row`. */
export interface SingularPivot {
  readonly row: number;
  readonly motion: Float64Array;
}

/** A pivot below this share of its diagonal entry is taken for zero: rounding leaves about 1e-16 of it, a sound frame far more. */
const pivotTolerance = 1e-11;
const rowsBetweenPauses = 64;

/**
 * Factorises by steps, pausing now and then so that the caller can report progress or give up.
 * @yields the share done, 0–1
 * @returns the factor, or the first pivot that vanished
 */
export function* factorise(matrix: SymmetricMatrix): Generator<number, Factor | SingularPivot> {
  const n = matrix.size;
  const { parent, colStart } = symbolic(matrix);
  const rowIndex = new Int32Array(colStart[n]);
  const values = new Float64Array(colStart[n]);
  const diagonal = new Float64Array(n);
  const filled = new Int32Array(n); // entries of each column so far
  const work = new Float64Array(n);
  const mark = new Int32Array(n).fill(-1);
  const pattern = new Int32Array(n);
  const path = new Int32Array(n);

  for (let k = 0; k < n; k++) {
    if (k % rowsBetweenPauses === 0) yield k / n;
    // pattern of row k of L: paths in the elimination tree from the entries of column k of A, in topological order
    let top = n;
    mark[k] = k;
    const end = matrix.colStart[k + 1];
    for (let p = matrix.colStart[k]; p < end; p++) {
      let i = matrix.rowIndex[p];
      work[i] += matrix.values[p];
      let length = 0;
      while (mark[i] !== k) {
        path[length++] = i;
        mark[i] = k;
        i = parent[i];
      }
      while (length > 0) pattern[--top] = path[--length];
    }
    const entry = work[k];
    let pivot = entry;
    work[k] = 0;
    for (; top < n; top++) {
      const i = pattern[top];
      const yi = work[i];
      work[i] = 0;
      const columnEnd = colStart[i] + filled[i];
      for (let p = colStart[i]; p < columnEnd; p++) work[rowIndex[p]] -= values[p] * yi;
      const lki = yi / diagonal[i];
      pivot -= lki * yi;
      rowIndex[columnEnd] = k;
      values[columnEnd] = lki;
      filled[i]++;
    }
    diagonal[k] = pivot;
    if (!(pivot > pivotTolerance * entry)) return { row: k, motion: nullMotion({ size: k, colStart, rowIndex, values, diagonal }, filled, k) };
  }
  return { size: n, colStart, rowIndex, values, diagonal };
}

/** Elimination tree and the number of entries in each column of L. */
function symbolic({ size, colStart, rowIndex }: SymmetricMatrix): { parent: Int32Array; colStart: Int32Array } {
  const parent = new Int32Array(size).fill(-1);
  const counts = new Int32Array(size);
  const mark = new Int32Array(size).fill(-1);
  for (let k = 0; k < size; k++) {
    mark[k] = k;
    for (let p = colStart[k]; p < colStart[k + 1]; p++) {
      for (let i = rowIndex[p]; mark[i] !== k; i = parent[i]) {
        if (parent[i] === -1) parent[i] = k;
        counts[i]++;
        mark[i] = k;
      }
    }
  }
  const starts = new Int32Array(size + 1);
  for (let k = 0; k < size; k++) starts[k + 1] = starts[k] + counts[k];
  return { parent, colStart: starts };
}

/** With A x = 0 for the leading k + 1 equations: x[k] = 1, the rest from Lᵀ x = e_k. Columns end at row k where it was filled in. */
function nullMotion(factor: Factor, filled: Int32Array, k: number): Float64Array {
  const x = new Float64Array(k + 1);
  x[k] = 1;
  for (let j = k - 1; j >= 0; j--) {
    let sum = 0;
    for (let p = factor.colStart[j]; p < factor.colStart[j] + filled[j]; p++) sum -= factor.values[p] * x[factor.rowIndex[p]];
    x[j] = sum;
  }
  return x;
}

/** Solves A x = b with the factor; b is left as it was. */
export function solveFactored({ size, colStart, rowIndex, values, diagonal }: Factor, b: Float64Array): Float64Array {
  const x = Float64Array.from(b);
  for (let j = 0; j < size; j++) {
    const xj = x[j];
    if (xj === 0) continue;
    for (let p = colStart[j]; p < colStart[j + 1]; p++) x[rowIndex[p]] -= values[p] * xj;
  }
  for (let j = 0; j < size; j++) x[j] /= diagonal[j];
  for (let j = size - 1; j >= 0; j--) {
    let sum = x[j];
    for (let p = colStart[j]; p < colStart[j + 1]; p++) sum -= values[p] * x[rowIndex[p]];
    x[j] = sum;
  }
  return x;
}
