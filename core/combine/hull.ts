/** Weighted sums of given vectors: which of them are not corners of the body they span. */

/**
 * Least squares with coefficients that are not negative (Lawson and Hanson 1974, chapter 23): min ‖A x − b‖, x ≥ 0.
 * @param columns the columns of A @param b as long as each of them
 */
export function nonNegativeLeastSquares(
  columns: readonly (readonly number[])[],
  b: readonly number[],
): { x: number[]; residual: number } {
  const n = columns.length;
  const x = new Array<number>(n).fill(0);
  const passive: number[] = [];
  const residualOf = () => b.map((value, i) => value - columns.reduce((sum, column, j) => sum + column[i] * x[j], 0));
  const size = Math.max(1e-300, ...b.map(Math.abs));
  for (let round = 0; round < 3 * n + 10; round++) {
    const residual = residualOf();
    const gradient = columns.map((column) => column.reduce((sum, value, i) => sum + value * residual[i], 0));
    let best = -1;
    for (let j = 0; j < n; j++)
      if (!passive.includes(j) && gradient[j] > 1e-10 * size && (best < 0 || gradient[j] > gradient[best])) best = j;
    if (best < 0) break;
    passive.push(best);
    for (;;) {
      const s = leastSquares(
        passive.map((j) => columns[j]),
        b,
      );
      const negative = passive.flatMap((j, k) => (s[k] <= 1e-12 ? [{ j, k }] : []));
      if (negative.length === 0) {
        passive.forEach((j, k) => (x[j] = s[k]));
        break;
      }
      let step = 1;
      for (const { j, k } of negative) step = Math.min(step, x[j] / Math.max(1e-300, x[j] - s[k]));
      passive.forEach((j, k) => (x[j] += step * (s[k] - x[j])));
      for (const j of [...passive])
        if (x[j] <= 1e-12) {
          x[j] = 0;
          passive.splice(passive.indexOf(j), 1);
        }
      if (passive.length === 0) break;
    }
  }
  return { x, residual: Math.hypot(...residualOf()) };
}

/** Least squares by the normal equations of a few columns, Gauss with a pivot; columns that depend on others get 0. */
function leastSquares(columns: readonly (readonly number[])[], b: readonly number[]): number[] {
  const n = columns.length;
  const rows = columns.map((p) => [
    ...columns.map((q) => p.reduce((sum, value, i) => sum + value * q[i], 0)),
    p.reduce((sum, value, i) => sum + value * b[i], 0),
  ]);
  const largest = Math.max(...rows.map((row, i) => row[i]));
  const order: number[] = [];
  for (let k = 0; k < n; k++) {
    const free = rows.flatMap((_, i) => (order.includes(i) ? [] : [i]));
    const pivot = free.reduce((most, i) => (Math.abs(rows[i][k]) > Math.abs(rows[most][k]) ? i : most), free[0]);
    order.push(pivot);
    if (Math.abs(rows[pivot][k]) < 1e-13 * largest) continue;
    for (let i = 0; i < n; i++) {
      if (i === pivot) continue;
      const factor = rows[i][k] / rows[pivot][k];
      if (factor !== 0) for (let j = k; j <= n; j++) rows[i][j] -= factor * rows[pivot][j];
    }
  }
  return order.map((i, k) => (Math.abs(rows[i][k]) < 1e-13 * largest ? 0 : rows[i][n] / rows[i][k]));
}

/** Numbers of vectors that are weighted means of the others: whatever is linear in them is largest and smallest elsewhere. */
export function withinOthers(vectors: readonly (readonly number[])[]): { index: number; of: number[] }[] {
  const kept = new Set(vectors.map((_, i) => i));
  const found: { index: number; of: number[] }[] = [];
  for (let i = 0; i < vectors.length; i++) {
    const others = [...kept].filter((j) => j !== i);
    if (others.length === 0) continue;
    // the last row asks that the weights sum to one
    const weight = 10 * Math.max(1, ...vectors[i].map(Math.abs));
    const { x, residual } = nonNegativeLeastSquares(
      others.map((j) => [...vectors[j], weight]),
      [...vectors[i], weight],
    );
    if (residual > 1e-7) continue;
    kept.delete(i);
    found.push({ index: i, of: others.filter((_, k) => x[k] > 1e-9) });
  }
  return found;
}
