import { factorPanel, multiplyRows } from './dense-panel';
import { findSupernodes, type Supernodes } from './supernodes';
import type { SymmetricMatrix } from './symmetric-matrix';

/**
 * Sparse factorisation A = L D Lᵀ, left-looking by supernodes (Davis 2006, §4.8; Ashcraft & Grimes 1989). The matrix comes already
 * ordered for little fill, in a postorder of its elimination tree.
 */
export interface Factor {
  readonly size: number;
  readonly supernodes: Supernodes;
  /** the supernodes' panels one after the other; above the diagonal of a panel's square the numbers mean nothing */
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

/**
 * Factorises by steps, pausing now and then so that the caller can report progress or give up.
 * @yields the share done, 0–1
 * @returns the factor, or the first pivot that vanished
 */
export function* factorise(matrix: SymmetricMatrix): Generator<number, Factor | SingularPivot> {
  const supernodes = findSupernodes(matrix);
  const { count, firstColumn, ofColumn, rowStart, rows, panelStart, entries } = supernodes;
  const values = new Float64Array(entries);
  const diagonal = new Float64Array(matrix.size);
  const entry = Float64Array.from({ length: matrix.size }, (_, column) => matrix.values[matrix.colStart[column + 1] - 1]);
  const factor: Factor = { size: matrix.size, supernodes, values, diagonal };
  const position = new Int32Array(matrix.size); // of a row in the panel at work
  // supernodes whose next rows lie in a given one, as linked lists; `next row` counts from the supernode's first row below
  const head = new Int32Array(count).fill(-1);
  const next = new Int32Array(count).fill(-1);
  const nextRow = new Int32Array(count);
  let scaled = new Float64Array(0);
  let product = new Float64Array(0);
  scatter(matrix, supernodes, values);

  for (let s = 0; s < count; s++) {
    yield panelStart[s] / entries;
    const first = firstColumn[s];
    const end = firstColumn[s + 1];
    const width = end - first;
    const below = rowStart[s + 1] - rowStart[s];
    for (let column = first; column < end; column++) position[column] = column - first;
    for (let p = 0; p < below; p++) position[rows[rowStart[s] + p]] = width + p;

    for (let d = head[s]; d !== -1; ) {
      const following = next[d];
      const dRows = rowStart[d];
      const dBelow = rowStart[d + 1] - dRows;
      const dWidth = firstColumn[d + 1] - firstColumn[d];
      const from = nextRow[d];
      let to = from;
      while (to < dBelow && rows[dRows + to] < end) to++;
      const columns = to - from;
      const height = dBelow - from;
      if (scaled.length < columns * dWidth) scaled = new Float64Array(2 * columns * dWidth);
      if (product.length < columns * height) product = new Float64Array(2 * columns * height);
      const panel = panelStart[d] + (dWidth + from) * dWidth;
      for (let c = 0; c < columns; c++) for (let t = 0; t < dWidth; t++) scaled[c * dWidth + t] = values[panel + c * dWidth + t] * diagonal[firstColumn[d] + t];
      multiplyRows(values, panel, height, scaled, columns, dWidth, product);
      for (let r = 0; r < height; r++) {
        const target = panelStart[s] + position[rows[dRows + from + r]] * width - first;
        // within the square only the lower triangle counts
        const last = Math.min(columns, r + 1);
        for (let c = 0; c < last; c++) values[target + rows[dRows + from + c]] -= product[r * columns + c];
      }
      nextRow[d] = to;
      if (to < dBelow) link(d, ofColumn[rows[dRows + to]]);
      d = following;
    }

    const failed = factorPanel(values, panelStart[s], width + below, width, diagonal, first, (j, pivot) => !(pivot > pivotTolerance * entry[first + j]));
    if (failed >= 0) return { row: first + failed, motion: nullMotion(factor, first + failed) };
    if (below > 0) link(s, ofColumn[rows[rowStart[s]]]);
  }
  return factor;

  function link(supernode: number, target: number): void {
    next[supernode] = head[target];
    head[target] = supernode;
  }
}

/** Puts the matrix's entries into the panels: entry (row, column) of the upper triangle is row `column` of the panel that holds column `row`. */
function scatter(matrix: SymmetricMatrix, { firstColumn, ofColumn, rowStart, rows, panelStart }: Supernodes, values: Float64Array): void {
  // by supernode, so that the position of a row in its panel is looked up in one table
  const { size, colStart, rowIndex } = matrix;
  for (let column = 0; column < size; column++) {
    for (let p = colStart[column]; p < colStart[column + 1]; p++) {
      const target = rowIndex[p];
      const s = ofColumn[target];
      const width = firstColumn[s + 1] - firstColumn[s];
      const place = column < firstColumn[s + 1] ? column - firstColumn[s] : width + search(rows, rowStart[s], rowStart[s + 1], column) - rowStart[s];
      values[panelStart[s] + place * width + target - firstColumn[s]] += matrix.values[p];
    }
  }
}

/** Where a value stands in an ascending part of an array. */
function search(list: Int32Array, from: number, to: number, value: number): number {
  let [low, high] = [from, to - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (list[middle] < value) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** With A x = 0 for the leading k + 1 equations: x[k] = 1, the rest from Lᵀ x = e_k. */
function nullMotion({ supernodes, values }: Factor, k: number): Float64Array {
  const { firstColumn, ofColumn, rowStart, rows, panelStart } = supernodes;
  const x = new Float64Array(k + 1);
  x[k] = 1;
  for (let s = ofColumn[k]; s >= 0; s--) {
    const first = firstColumn[s];
    const width = firstColumn[s + 1] - first;
    for (let p = rowStart[s]; p < rowStart[s + 1] && rows[p] <= k; p++) {
      const row = panelStart[s] + (width + p - rowStart[s]) * width;
      for (let t = 0; t < width; t++) x[first + t] -= values[row + t] * x[rows[p]];
    }
    for (let i = Math.min(width - 1, k - first); i > 0; i--) {
      const row = panelStart[s] + i * width;
      for (let t = 0; t < i; t++) x[first + t] -= values[row + t] * x[first + i];
    }
  }
  return x;
}

/** Solves A x = b with the factor; b is left as it was. */
export function solveFactored({ size, supernodes, values, diagonal }: Factor, b: Float64Array): Float64Array {
  const { count, firstColumn, rowStart, rows, panelStart } = supernodes;
  const x = Float64Array.from(b);
  for (let s = 0; s < count; s++) {
    const first = firstColumn[s];
    const width = firstColumn[s + 1] - first;
    let row = panelStart[s];
    for (let i = 0; i < width; i++, row += width) {
      let sum = x[first + i];
      for (let t = 0; t < i; t++) sum -= values[row + t] * x[first + t];
      x[first + i] = sum;
    }
    for (let p = rowStart[s]; p < rowStart[s + 1]; p++, row += width) {
      let sum = x[rows[p]];
      for (let t = 0; t < width; t++) sum -= values[row + t] * x[first + t];
      x[rows[p]] = sum;
    }
  }
  for (let i = 0; i < size; i++) x[i] /= diagonal[i];
  for (let s = count - 1; s >= 0; s--) {
    const first = firstColumn[s];
    const width = firstColumn[s + 1] - first;
    let row = panelStart[s] + width * width;
    for (let p = rowStart[s]; p < rowStart[s + 1]; p++, row += width) {
      const value = x[rows[p]];
      for (let t = 0; t < width; t++) x[first + t] -= values[row + t] * value;
    }
    for (let i = width - 1; i > 0; i--) {
      row = panelStart[s] + i * width;
      for (let t = 0; t < i; t++) x[first + t] -= values[row + t] * x[first + i];
    }
  }
  return x;
}
