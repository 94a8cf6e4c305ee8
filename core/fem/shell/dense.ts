/**
 * Solves A X = B for a small symmetric positive definite A by Cholesky's method, in place.
 * @param a n × n by rows; its lower triangle becomes the factor
 * @param b n × m by rows; becomes X
 * @returns false when A is not positive definite; `b` is then of no use
 */
export function solveSmall(a: Float64Array, n: number, b: Float64Array, m: number): boolean {
  for (let j = 0; j < n; j++) {
    let pivot = a[j * n + j];
    for (let k = 0; k < j; k++) pivot -= a[j * n + k] * a[j * n + k];
    if (!(pivot > 0)) return false;
    const root = Math.sqrt(pivot);
    a[j * n + j] = root;
    for (let i = j + 1; i < n; i++) {
      let sum = a[i * n + j];
      for (let k = 0; k < j; k++) sum -= a[i * n + k] * a[j * n + k];
      a[i * n + j] = sum / root;
    }
  }
  // row by row, all right-hand sides together
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) take(b, i * m, k * m, m, a[i * n + k]);
    divide(b, i * m, m, a[i * n + i]);
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) take(b, i * m, k * m, m, a[k * n + i]);
    divide(b, i * m, m, a[i * n + i]);
  }
  return true;
}

/** Takes a row times a factor from another. */
function take(rows: Float64Array, at: number, other: number, width: number, factor: number): void {
  if (factor === 0) return;
  for (let c = 0; c < width; c++) rows[at + c] -= factor * rows[other + c];
}

function divide(rows: Float64Array, at: number, width: number, by: number): void {
  for (let c = 0; c < width; c++) rows[at + c] /= by;
}

/** Inverse of a symmetric positive definite 3 × 3 by rows. */
export function inverseOf3(a: ArrayLike<number>): Float64Array {
  const c00 = a[4] * a[8] - a[5] * a[7];
  const c01 = a[5] * a[6] - a[3] * a[8];
  const c02 = a[3] * a[7] - a[4] * a[6];
  const det = a[0] * c00 + a[1] * c01 + a[2] * c02;
  return Float64Array.of(
    c00 / det,
    (a[2] * a[7] - a[1] * a[8]) / det,
    (a[1] * a[5] - a[2] * a[4]) / det,
    c01 / det,
    (a[0] * a[8] - a[2] * a[6]) / det,
    (a[2] * a[3] - a[0] * a[5]) / det,
    c02 / det,
    (a[1] * a[6] - a[0] * a[7]) / det,
    (a[0] * a[4] - a[1] * a[3]) / det,
  );
}
