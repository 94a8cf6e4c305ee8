/**
 * A symmetric matrix by its upper triangle in compressed columns:
 * column j holds rows `rowIndex[colStart[j] … colStart[j+1])`, ascending, the diagonal last.
 */
export interface SymmetricMatrix {
  readonly size: number;
  readonly colStart: Int32Array;
  readonly rowIndex: Int32Array;
  readonly values: Float64Array;
}

/** y = A x. */
export function multiply({ size, colStart, rowIndex, values }: SymmetricMatrix, x: Float64Array): Float64Array {
  const y = new Float64Array(size);
  for (let column = 0; column < size; column++) {
    let sum = 0;
    const end = colStart[column + 1] - 1;
    for (let p = colStart[column]; p < end; p++) {
      const row = rowIndex[p];
      sum += values[p] * x[row];
      y[row] += values[p] * x[column];
    }
    y[column] += sum + values[end] * x[column];
  }
  return y;
}
