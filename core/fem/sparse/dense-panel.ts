/**
 * Dense kernels on panels stored by rows. Loops are unrolled over two rows and four columns, so that each number loaded serves
 * several times; there is no allocation.
 */

/**
 * product[i][j] = Σ_t a[i][t] · b[j][t], the rows of both `depth` long.
 * @param a,aStart first row of a in its array; `rows` of them
 * @param b        `columns` rows from its beginning
 * @param product  by rows, `columns` long
 */
export function multiplyRows(a: Float64Array, aStart: number, rows: number, b: Float64Array, columns: number, depth: number, product: Float64Array): void {
  let i = 0;
  for (; i + 1 < rows; i += 2) {
    const r0 = aStart + i * depth;
    const r1 = r0 + depth;
    let j = 0;
    for (; j + 3 < columns; j += 4) {
      const c0 = j * depth, c1 = c0 + depth, c2 = c1 + depth, c3 = c2 + depth;
      let s00 = 0, s01 = 0, s02 = 0, s03 = 0, s10 = 0, s11 = 0, s12 = 0, s13 = 0;
      for (let t = 0; t < depth; t++) {
        const x = a[r0 + t], y = a[r1 + t];
        const p = b[c0 + t], q = b[c1 + t], u = b[c2 + t], v = b[c3 + t];
        s00 += x * p; s01 += x * q; s02 += x * u; s03 += x * v;
        s10 += y * p; s11 += y * q; s12 += y * u; s13 += y * v;
      }
      const o = i * columns + j;
      product[o] = s00; product[o + 1] = s01; product[o + 2] = s02; product[o + 3] = s03;
      product[o + columns] = s10; product[o + columns + 1] = s11; product[o + columns + 2] = s12; product[o + columns + 3] = s13;
    }
    for (; j < columns; j++) {
      product[i * columns + j] = dotRows(a, r0, b, j * depth, depth);
      product[(i + 1) * columns + j] = dotRows(a, r1, b, j * depth, depth);
    }
  }
  if (i < rows) for (let j = 0; j < columns; j++) product[i * columns + j] = dotRows(a, aStart + i * depth, b, j * depth, depth);
}

/** Σ_t a[aStart + t] · b[bStart + t]. */
export function dotRows(a: Float64Array, aStart: number, b: Float64Array, bStart: number, length: number): number {
  let sum = 0;
  for (let t = 0; t < length; t++) sum += a[aStart + t] * b[bStart + t];
  return sum;
}

/**
 * Factorises a panel in place: its leading square into L D Lᵀ (unit lower triangle below the diagonal), the rows under it into L.
 * Row by row: u = a − Σ u l gives u = l d, then l = u / d.
 * @param tooSmall tells whether a pivot of the panel's j-th column is too small to go on
 * @returns the number of the column whose pivot was too small, or −1
 */
export function factorPanel(values: Float64Array, start: number, height: number, width: number, diagonal: Float64Array, firstColumn: number, tooSmall: (j: number, pivot: number) => boolean): number {
  for (let i = 0; i < width; i++) {
    const row = start + i * width;
    for (let j = 0; j < i; j++) values[row + j] -= dotRows(values, row, values, start + j * width, j);
    let pivot = values[row + i];
    for (let j = 0; j < i; j++) {
      const u = values[row + j];
      const l = u / diagonal[firstColumn + j];
      pivot -= u * l;
      values[row + j] = l;
    }
    if (tooSmall(i, pivot)) return i;
    diagonal[firstColumn + i] = pivot;
  }
  let i = width;
  for (; i + 1 < height; i += 2) {
    const r0 = start + i * width;
    const r1 = r0 + width;
    for (let j = 0; j < width; j++) {
      const l = start + j * width;
      let s0 = 0, s1 = 0;
      for (let t = 0; t < j; t++) {
        s0 += values[r0 + t] * values[l + t];
        s1 += values[r1 + t] * values[l + t];
      }
      values[r0 + j] -= s0;
      values[r1 + j] -= s1;
    }
  }
  if (i < height) {
    const r0 = start + i * width;
    for (let j = 0; j < width; j++) values[r0 + j] -= dotRows(values, r0, values, start + j * width, j);
  }
  for (let k = width; k < height; k++) for (let j = 0; j < width; j++) values[start + k * width + j] /= diagonal[firstColumn + j];
  return -1;
}
