import type { BlockMatrix } from './sparse';

/**
 * The equations that have mass, numbered among themselves, with the entries of the mass matrix that are not nought. Lumped masses sit in a third of
 * all equations, and vibrations are sought in these.
 */
export class MassSpace {
  /** equation of each of its numbers */
  readonly equations: Int32Array;
  private readonly rows: Int32Array;
  private readonly columns: Int32Array;
  private readonly values: Float64Array;

  /** @param matrix mass over all equations */
  constructor(matrix: BlockMatrix) {
    const { pattern, values } = matrix;
    const { count, width, first, columnStart, blockRow, valueStart } = pattern;
    const rows: number[] = [];
    const columns: number[] = [];
    const entries: number[] = [];
    for (let v = 0; v < count; v++)
      for (let b = columnStart[v]; b < columnStart[v + 1]; b++) {
        const row = blockRow[b];
        for (let i = 0, p = valueStart[b]; i < width[row]; i++)
          for (let j = 0; j < width[v]; j++, p++) {
            if (values[p] === 0) continue;
            rows.push(first[row] + i);
            columns.push(first[v] + j);
            entries.push(values[p]);
            if (row === v) continue;
            rows.push(first[v] + j);
            columns.push(first[row] + i);
            entries.push(values[p]);
          }
      }
    this.size = first[count];
    const number = new Int32Array(this.size).fill(-1);
    for (const row of rows) number[row] = 0;
    let next = 0;
    for (let i = 0; i < number.length; i++) if (number[i] === 0) number[i] = next++;
    this.equations = new Int32Array(next);
    number.forEach((own, equation) => {
      if (own >= 0) this.equations[own] = equation;
    });
    this.rows = Int32Array.from(rows, (row) => number[row]);
    this.columns = Int32Array.from(columns, (column) => number[column]);
    this.values = Float64Array.from(entries);
  }

  /** number of all equations */
  readonly size: number;

  /** M x of a vector of the space. */
  times(x: Float64Array): Float64Array {
    const { rows, columns, values } = this;
    const product = new Float64Array(this.equations.length);
    for (let n = 0; n < values.length; n++) product[rows[n]] += values[n] * x[columns[n]];
    return product;
  }

  /** What of a vector over all equations lies in the space. */
  of(full: Float64Array): Float64Array {
    const { equations } = this;
    const own = new Float64Array(equations.length);
    for (let i = 0; i < own.length; i++) own[i] = full[equations[i]];
    return own;
  }

  /** A vector over all equations that is nought outside of the space. */
  spread(own: Float64Array): Float64Array {
    const full = new Float64Array(this.size);
    for (let i = 0; i < own.length; i++) full[this.equations[i]] = own[i];
    return full;
  }
}
