import { equationCount, type BlockMatrix } from './block-matrix';
import { bestKernel, createKernel, type Kernel, type KernelKind } from './kernel/kernel';
import { stripOf } from './kernel/plain-kernel';
import type { Symbolic } from './symbolic';

/** A pivot that vanished: the structure can move with no force. `motion` is that movement by equation, largest entry as it comes. */
export interface SingularPivot {
  readonly equation: number;
  readonly motion: Float64Array;
}

export interface FactoriseOptions {
  readonly references?: Float64Array;
  readonly definite?: boolean;
}

/**
 * A pivot below this share of its diagonal entry is taken for zero. Rounding leaves about 1e-16 of it times the number of operations;
 * a 1 mm rod beside a 2 m wall leaves about 1e-12 at worst, when the rod alone holds the wall.
 */
const pivotTolerance = 1e-13;
/** The end of what WebAssembly can address, bytes. */
export const largestMemory = 4294967296 - 65536;
/** Operations between two reports of progress. */
const portion = 4e7;

/** Bytes a factorisation will need, tables and vectors included. */
export function memoryNeeded(symbolic: Symbolic): number {
  return layOut(symbolic).bytes;
}

/** Addresses of everything in the kernel's memory, bytes. */
function layOut(symbolic: Symbolic) {
  let bytes = 64;
  const take = (size: number): number => {
    const at = bytes;
    bytes += Math.ceil(size / 64) * 64;
    return at;
  };
  const { count, rows, blocks, paddedEquations: n, pattern, panelEntries, stackEntries } = symbolic;
  const tables = [4, 4, 4, 4, 8, 4].map((size) => take(size * (count + 1)));
  tables.push(
    take(4 * rows.length),
    take(4 * rows.length),
    take(4 * count),
    take(4 * count),
    take(4 * (count + 1)),
    take(4 * blocks.length),
  );
  const matrix = take(8 * pattern.valueStart[pattern.valueStart.length - 1]);
  const reference = take(8 * n);
  const signs = take(8 * n);
  const owner = take(4 * count + 4);
  const place = take(4 * count + 4);
  const diagonals = take(112 * 64);
  const signed = take(32 * 256);
  const tile = take(128);
  const vectors = take(32 * (n + 4));
  const panels = take(8 * panelEntries);
  const stack = take(8 * stackEntries + 64);
  return { bytes, tables, matrix, reference, signs, owner, place, diagonals, signed, tile, vectors, panels, stack };
}

/**
 * A = L S Lᵀ with S = ±1, without pivoting, over a symbolic analysis. The memory is had once and serves any number of matrices with the
 * same pattern. The number of negative pivots is the number of negative eigenvalues (Sylvester).
 */
export class Factorisation {
  private readonly kernel: Kernel;
  private readonly at: ReturnType<typeof layOut>;
  private readonly values: Float64Array;
  private readonly reference: Float64Array;
  private readonly vectors: Float64Array;
  private readonly panels: Float64Array;
  readonly size: number;
  /** bytes of the kernel's memory */
  readonly bytes: number;

  /** @throws RangeError when there is not enough memory */
  constructor(
    readonly symbolic: Symbolic,
    readonly kind: KernelKind = bestKernel(),
  ) {
    const at = layOut(symbolic);
    if (at.bytes > largestMemory)
      throw new RangeError(`the factor needs ${(at.bytes / 1e9).toFixed(1)} GB; at most 4.2 GB can be addressed`);
    const { kernel, buffer } = createKernel(kind, at.bytes);
    this.kernel = kernel;
    this.at = at;
    this.bytes = at.bytes;
    this.size = equationCount(symbolic.pattern);
    const { count } = symbolic;
    const lists = [
      symbolic.pivots,
      symbolic.pivotsUsed,
      symbolic.below,
      symbolic.belowUsed,
      symbolic.panelStart,
      symbolic.rowStart,
      symbolic.rows,
      symbolic.relative,
      symbolic.firstColumn,
      symbolic.children,
      symbolic.blockStart,
      symbolic.blocks,
    ];
    lists.forEach((list, i) => {
      if (list instanceof Float64Array) new Float64Array(buffer, at.tables[i], list.length).set(list);
      else new Int32Array(buffer, at.tables[i], list.length).set(list);
    });
    const [a, b, c, d, e, f, g, h, i, j, k, l] = at.tables;
    kernel.setTables(a, b, c, d, e, f, g, h, i, j, k, l);
    kernel.setNumbers(
      at.matrix,
      at.reference,
      at.signs,
      at.panels,
      at.stack,
      at.owner,
      at.place,
      at.diagonals,
      at.signed,
    );
    const { pattern, paddedEquations: n } = symbolic;
    this.values = new Float64Array(buffer, at.matrix, pattern.valueStart[pattern.valueStart.length - 1]);
    this.reference = new Float64Array(buffer, at.reference, n).fill(1);
    new Float64Array(buffer, at.signs, n).fill(1);
    this.vectors = new Float64Array(buffer, at.vectors, 4 * (n + 4));
    this.panels = new Float64Array(buffer, at.panels, symbolic.panelStart[count]);
  }

  /** Negative pivots of the last factorisation: eigenvalues below zero. */
  get negativePivots(): number {
    return this.kernel.negatives();
  }

  /**
   * Factorises by steps, so that the caller can report progress or give up.
   * @param options.references sizes against which pivots are judged, by equation; none: `pivotReferences` of the matrix
   * @param options.definite   whether the matrix has to be positive definite, so that a negative pivot is one that vanished
   * @yields the share done, 0–1
   * @returns the first pivot that vanished, if one did
   */
  *factorise(
    matrix: BlockMatrix,
    { references, definite = false }: FactoriseOptions = {},
  ): Generator<number, SingularPivot | undefined> {
    const { symbolic, kernel } = this;
    this.values.set(matrix.values);
    const sizes = references ?? pivotReferences(matrix);
    for (let i = 0; i < this.size; i++) this.reference[symbolic.placeOfEquation[i]] = Math.abs(sizes[i]);
    kernel.begin(pivotTolerance, definite);
    const all = symbolic.work.reduce((sum, work) => sum + work, 0) || 1;
    let done = 0;
    for (let s = 0; s < symbolic.count;) {
      let to = s;
      let work = 0;
      while (to < symbolic.count && work < portion) work += symbolic.work[to++];
      const failed = kernel.factor(s, to);
      if (failed >= 0) return this.singular(failed, kernel.failedColumn());
      s = to;
      done += work;
      yield done / all;
    }
    return undefined;
  }

  /** Factorises without pausing. */
  factoriseNow(matrix: BlockMatrix, options?: FactoriseOptions): SingularPivot | undefined {
    const steps = this.factorise(matrix, options);
    let step = steps.next();
    while (!step.done) step = steps.next();
    return step.value;
  }

  /** x with A x = b; b is left as it was. */
  solve(b: Float64Array, x: Float64Array = new Float64Array(this.size)): Float64Array {
    const { vectors } = this;
    const { placeOfEquation, count, paddedEquations } = this.symbolic;
    vectors.fill(0, 0, paddedEquations + 4);
    for (let i = 0; i < this.size; i++) vectors[placeOfEquation[i]] = b[i];
    this.kernel.solveOne(count, paddedEquations, this.at.vectors);
    for (let i = 0; i < this.size; i++) x[i] = vectors[placeOfEquation[i]];
    return x;
  }

  /** Solves for many right-hand sides, four at a time. */
  solveMany(right: readonly Float64Array[]): Float64Array[] {
    const { vectors } = this;
    const { placeOfEquation, count, paddedEquations } = this.symbolic;
    const result: Float64Array[] = [];
    for (let from = 0; from < right.length; from += 4) {
      const wide = Math.min(4, right.length - from);
      if (wide === 1) {
        result.push(this.solve(right[from]));
        break;
      }
      vectors.fill(0);
      const columns = right.slice(from, from + wide);
      for (let i = 0; i < this.size; i++) {
        const at = 4 * placeOfEquation[i];
        for (let c = 0; c < wide; c++) vectors[at + c] = columns[c][i];
      }
      this.kernel.solveFour(count, paddedEquations, this.at.vectors, this.at.tile);
      const answers = columns.map(() => new Float64Array(this.size));
      for (let i = 0; i < this.size; i++) {
        const at = 4 * placeOfEquation[i];
        for (let c = 0; c < wide; c++) answers[c][i] = vectors[at + c];
      }
      result.push(...answers);
    }
    return result;
  }

  /** With A x = 0 for what comes before the pivot: x = 1 there, the rest from Lᵀ x = 0 backwards. */
  private singular(supernode: number, column: number): SingularPivot {
    const { pivots, pivotsUsed, below, panelStart, rowStart, rows, firstColumn, placeOfEquation, paddedEquations } =
      this.symbolic;
    const x = new Float64Array(paddedEquations + 1);
    for (let s = supernode; s >= 0; s--) {
      const P = pivots[s];
      const first = firstColumn[s];
      const entry = (i: number, k: number) => this.panels[stripOf(panelStart[s], i >> 2, P) + 4 * k + (i & 3)];
      const last = s === supernode ? column : P;
      const known = s === supernode ? 0 : below[s];
      for (let k = last - 1; k >= 0; k--) {
        if (k >= pivotsUsed[s]) continue;
        let sum = 0;
        for (let r = 0; r < known; r++) {
          const value = x[rows[rowStart[s] + r]];
          if (value !== 0) sum += entry(P + r, k) * value;
        }
        if (s === supernode) sum += entry(column, k);
        for (let i = k + 1; i < last; i++) sum += entry(i, k) * x[first + i];
        x[first + k] = -sum / entry(k, k);
      }
      if (s === supernode) x[first + column] = 1;
    }
    const motion = Float64Array.from(placeOfEquation, (place) => x[place]);
    return { equation: placeOfEquation.indexOf(firstColumn[supernode] + column), motion };
  }
}

/**
 * Sizes against which pivots are judged: the diagonal, but at least a thousandth of the largest in the same vertex. What turning and
 * shifting leave of a zero beside it is no stiffness.
 */
export function pivotReferences(matrix: BlockMatrix): Float64Array {
  const references = diagonalOf(matrix).map(Math.abs);
  const { first, count } = matrix.pattern;
  for (let v = 0; v < count; v++) {
    let largest = 0;
    for (let i = first[v]; i < first[v + 1]; i++) largest = Math.max(largest, references[i]);
    for (let i = first[v]; i < first[v + 1]; i++) references[i] = Math.max(references[i], 1e-3 * largest);
  }
  return references;
}

export function diagonalOf({ pattern, values }: BlockMatrix): Float64Array {
  const diagonal = new Float64Array(equationCount(pattern));
  for (let v = 0; v < pattern.count; v++) {
    const from = pattern.valueStart[pattern.columnStart[v]];
    for (let d = 0; d < pattern.width[v]; d++)
      diagonal[pattern.first[v] + d] = values[from + d * (pattern.width[v] + 1)];
  }
  return diagonal;
}

/**
 * Estimate of the condition number of D^(−1/2) A D^(−1/2), D the diagonal, in the 1-norm (Higham 1988): how many digits the solution can
 * lose whatever the units. A must be factorised.
 */
export function conditionEstimate(matrix: BlockMatrix, factorisation: Factorisation): number {
  const n = factorisation.size;
  if (n === 0) return 1;
  const root = diagonalOf(matrix).map((value) => Math.sqrt(Math.abs(value)) || 1);
  const inverse = (v: Float64Array) =>
    factorisation.solve(v.map((value, i) => value * root[i])).map((value, i) => value * root[i]);
  let v = new Float64Array(n).fill(1 / n);
  let estimate = 0;
  for (let step = 0; step < 2; step++) {
    const y = inverse(v);
    const size = y.reduce((sum, value) => sum + Math.abs(value), 0);
    if (step > 0 && size <= estimate) break;
    estimate = size;
    const z = inverse(y.map((value) => (value >= 0 ? 1 : -1)));
    let largest = 0;
    for (let i = 1; i < n; i++) if (Math.abs(z[i]) > Math.abs(z[largest])) largest = i;
    v = new Float64Array(n);
    v[largest] = 1;
  }
  return estimate * scaledSums(matrix, root).reduce((most, value) => Math.max(most, value), 0);
}

/** The motion that costs least, by inverse iteration from a start that favours none; largest entry 1. A must be factorised. */
export function softestMotion(factorisation: Factorisation): Float64Array {
  let motion = Float64Array.from({ length: factorisation.size }, (_, i) => Math.sin(i + 1));
  for (let i = 0; i < 4; i++) {
    const next = factorisation.solve(motion);
    const size = next.reduce((most, value) => Math.max(most, Math.abs(value)), 0) || 1;
    motion = next.map((value) => value / size);
  }
  return motion;
}

/** Sums of the absolute values in each column of D^(−1/2) A D^(−1/2). @param root of the diagonal, by equation */
function scaledSums({ pattern, values }: BlockMatrix, root: Float64Array): Float64Array {
  const sums = new Float64Array(root.length);
  const { first, width, blockRow, columnStart, valueStart } = pattern;
  for (let v = 0; v < pattern.count; v++)
    for (let b = columnStart[v]; b < columnStart[v + 1]; b++) {
      const row = blockRow[b];
      // of the symmetric matrix one half is kept
      const isDiagonal = row === v;
      for (let i = first[row], p = valueStart[b]; i < first[row] + width[row]; i++)
        for (let j = first[v]; j < first[v] + width[v]; j++, p++) {
          const value = Math.abs(values[p]) / (root[i] * root[j]);
          sums[j] += value;
          if (!isDiagonal) sums[i] += value;
        }
    }
  return sums;
}
