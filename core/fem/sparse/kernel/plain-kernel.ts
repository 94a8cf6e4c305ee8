import type { Kernel } from './kernel';

/** First number of strip I of a panel with P pivots: strips of pivots end at their diagonal, those below are P columns long. */
export function stripOf(panel: number, I: number, P: number): number {
  const pivotStrips = P >> 2;
  return I < pivotStrips
    ? panel + 8 * I * (I + 1)
    : panel + 8 * pivotStrips * (pivotStrips + 1) + (I - pivotStrips) * 4 * P;
}

/** The kernel in plain TypeScript, on the same layout as assembly/kernel.ts: for machines without WebAssembly, and to check the other one. */
export class PlainKernel implements Kernel {
  private readonly f64: Float64Array;
  private readonly i32: Int32Array;
  private readonly u32: Uint32Array;
  /** addresses of the tables in 32-bit words, of the numbers in 64-bit ones */
  private tables: number[] = [];
  private numbers: number[] = [];
  private stackCount = 0;
  private stackTop = 0;
  private tolerance = 1e-11;
  private definite = false;
  private failed = 0;
  private negative = 0;

  constructor(buffer: ArrayBuffer) {
    this.f64 = new Float64Array(buffer);
    this.i32 = new Int32Array(buffer);
    this.u32 = new Uint32Array(buffer);
  }

  setTables(...addresses: number[]): void {
    this.tables = addresses.map((address) => address / 4);
  }
  setNumbers(...addresses: number[]): void {
    this.numbers = addresses.map((address) => address / 8);
  }
  begin(tolerance: number, onlyPositive: boolean): void {
    this.definite = onlyPositive;
    this.stackCount = 0;
    this.stackTop = this.numbers[4];
    this.tolerance = tolerance;
    this.negative = 0;
  }
  failedColumn(): number {
    return this.failed;
  }
  negatives(): number {
    return this.negative;
  }

  private int(table: number, i: number): number {
    return this.i32[this.tables[table] + i];
  }
  private panelOf(s: number): number {
    return this.numbers[3] + this.f64[this.tables[4] / 2 + s];
  }

  factor(from: number, to: number): number {
    const { f64, i32, u32 } = this;
    const owner = this.numbers[5] * 2;
    const place = this.numbers[6] * 2;
    for (let s = from; s < to; s++) {
      const P = this.int(0, s);
      const R = this.int(2, s);
      const panel = this.panelOf(s);
      f64.fill(0, panel, stripOf(panel, (P + R) >> 2, P));
      for (let i = this.int(1, s); i < P; i++) f64[stripOf(panel, i >> 2, P) + 4 * i + (i & 3)] = 1;
      this.scatter(s, panel, P);
      const strips = R >> 2;
      const size = 8 * strips * (strips + 1);
      const update = this.stackTop;
      f64.fill(0, update, update + size);
      const count = this.int(9, s);
      for (let q = this.stackCount - count; q < this.stackCount; q++)
        this.extendAdd(i32[owner + q], u32[place + q] / 8, panel, P, update);
      if (!this.factorFront(s, panel, P, (P + R) >> 2, update)) return s;
      this.stackCount -= count;
      const target = count > 0 ? u32[place + this.stackCount] / 8 : update;
      if (target !== update) f64.copyWithin(target, update, update + size);
      i32[owner + this.stackCount] = s;
      u32[place + this.stackCount] = target * 8;
      this.stackCount++;
      this.stackTop = target + size;
    }
    return -1;
  }

  private scatter(s: number, panel: number, P: number): void {
    const { f64 } = this;
    for (let q = this.int(10, s); q < this.int(10, s + 1); q++) {
      const block = this.tables[11] + 4 * q;
      let value = this.numbers[0] + this.i32[block];
      const shape = this.i32[block + 1];
      const place = this.i32[block + 2];
      const column = this.i32[block + 3];
      for (let a = 0; a < ((shape >> 4) & 15); a++) {
        for (let b = 0; b < (shape & 15); b++, value++) {
          const i = shape & 256 ? place + b : place + a;
          const k = shape & 256 ? column + a : column + b;
          if (i >= k) f64[stripOf(panel, i >> 2, P) + 4 * k + (i & 3)] += f64[value];
        }
      }
    }
  }

  private extendAdd(child: number, source: number, panel: number, P: number, update: number): void {
    const { f64, i32 } = this;
    const places = this.tables[7] + this.int(5, child);
    const rows = this.int(3, child);
    for (let i = 0; i < rows; i++) {
      const place = i32[places + i];
      const strip = i >> 2;
      const from = source + 8 * strip * (strip + 1) + (i & 3);
      const t = (place - P) >> 2;
      for (let j = 0; j <= i; j++) {
        const column = i32[places + j];
        const to =
          column < P
            ? stripOf(panel, place >> 2, P) + 4 * column + (place & 3)
            : update + 8 * t * (t + 1) + 4 * (column - P) + (place & 3);
        f64[to] += f64[from + 4 * j];
      }
    }
  }

  /** Left-looking by strips: each 4 × 4 tile gathers what the pivots before it take away, then is divided by its own. */
  private factorFront(s: number, panel: number, P: number, strips: number, update: number): boolean {
    const { f64 } = this;
    const pivotStrips = P >> 2;
    const equation = this.int(8, s);
    const sign = this.numbers[2] + equation;
    const reference = this.numbers[1] + equation;
    for (let J = 0; J < pivotStrips; J++) {
      const own = stripOf(panel, J, P);
      for (let I = J; I < strips; I++)
        this.subtractProduct(stripOf(panel, I, P) + 16 * J, stripOf(panel, I, P), own, 4 * J, sign);
      const tile = own + 16 * J;
      for (let j = 0; j < 4; j++) {
        let pivot = f64[tile + 5 * j];
        for (let t = 0; t < j; t++) pivot -= f64[tile + 4 * t + j] ** 2 * f64[sign + 4 * J + t];
        const size = Math.abs(pivot);
        if (!((this.definite ? pivot : size) > this.tolerance * f64[reference + 4 * J + j])) {
          this.failed = 4 * J + j;
          return false;
        }
        const direction = pivot > 0 ? 1 : -1;
        if (pivot < 0) this.negative++;
        f64[sign + 4 * J + j] = direction;
        const root = Math.sqrt(size);
        f64[tile + 5 * j] = root;
        const inverse = direction / root;
        for (let I = J; I < strips; I++) {
          const C = stripOf(panel, I, P) + 16 * J;
          for (let r = I === J ? j + 1 : 0; r < 4; r++) {
            let value = f64[C + 4 * j + r];
            for (let t = 0; t < j; t++) value -= f64[C + 4 * t + r] * f64[tile + 4 * t + j] * f64[sign + 4 * J + t];
            f64[C + 4 * j + r] = value * inverse;
          }
        }
      }
    }
    for (let J = pivotStrips; J < strips; J++) {
      for (let I = J; I < strips; I++) {
        const t = I - pivotStrips;
        this.subtractProduct(
          update + 8 * t * (t + 1) + 16 * (J - pivotStrips),
          stripOf(panel, I, P),
          stripOf(panel, J, P),
          P,
          sign,
        );
      }
    }
    return true;
  }

  /** C (4 × 4 by columns) −= A S Bᵀ over k columns. */
  private subtractProduct(C: number, A: number, B: number, k: number, sign: number): void {
    const { f64 } = this;
    for (let c = 0; c < 4; c++) {
      let [s0, s1, s2, s3] = [0, 0, 0, 0];
      for (let t = 0; t < k; t++) {
        const a = A + 4 * t;
        const b = f64[B + 4 * t + c] * f64[sign + t];
        s0 += f64[a] * b;
        s1 += f64[a + 1] * b;
        s2 += f64[a + 2] * b;
        s3 += f64[a + 3] * b;
      }
      const to = C + 4 * c;
      f64[to] -= s0;
      f64[to + 1] -= s1;
      f64[to + 2] -= s2;
      f64[to + 3] -= s3;
    }
  }

  solveOne(count: number, equations: number, x: number): void {
    this.solve(count, equations, x / 8, 1);
  }
  solveFour(count: number, equations: number, x: number): void {
    this.solve(count, equations, x / 8, 4);
  }

  private solve(count: number, equations: number, x: number, wide: number): void {
    const { f64, i32 } = this;
    for (let s = 0; s < count; s++) {
      const P = this.int(0, s);
      const T = P + this.int(2, s);
      const panel = this.panelOf(s);
      const first = this.int(8, s);
      const list = this.tables[6] + this.int(5, s) - P;
      for (let i = 0; i < T; i++) {
        const row = stripOf(panel, i >> 2, P) + (i & 3);
        const to = x + wide * (i < P ? first + i : i32[list + i]);
        for (let c = 0; c < wide; c++) {
          let sum = f64[to + c];
          for (let k = 0, end = Math.min(i, P); k < end; k++) sum -= f64[row + 4 * k] * f64[x + wide * (first + k) + c];
          f64[to + c] = i < P ? sum / f64[row + 4 * i] : sum;
        }
      }
    }
    for (let i = 0; i < equations; i++)
      for (let c = 0; c < wide; c++) f64[x + wide * i + c] *= f64[this.numbers[2] + i];
    for (let s = count - 1; s >= 0; s--) {
      const P = this.int(0, s);
      const T = P + this.int(2, s);
      const panel = this.panelOf(s);
      const first = this.int(8, s);
      const list = this.tables[6] + this.int(5, s) - P;
      for (let i = T - 1; i >= 0; i--) {
        const row = stripOf(panel, i >> 2, P) + (i & 3);
        const from = x + wide * (i < P ? first + i : i32[list + i]);
        for (let c = 0; c < wide; c++) {
          if (i < P) f64[from + c] /= f64[row + 4 * i];
          const value = f64[from + c];
          for (let k = 0, end = Math.min(i, P); k < end; k++)
            f64[x + wide * (first + k) + c] -= f64[row + 4 * k] * value;
        }
      }
    }
  }

  dots(vectors: number, n: number, count: number, u: number, out: number): void {
    const { f64 } = this;
    for (let j = 0; j < count; j++) {
      let sum = 0;
      for (let i = 0; i < n; i++) sum += f64[vectors / 8 + j * n + i] * f64[u / 8 + i];
      f64[out / 8 + j] = sum;
    }
  }
  subtractAll(vectors: number, n: number, count: number, u: number, factors: number): void {
    const { f64 } = this;
    for (let j = 0; j < count; j++) {
      const factor = f64[factors / 8 + j];
      for (let i = 0; i < n; i++) f64[u / 8 + i] -= factor * f64[vectors / 8 + j * n + i];
    }
  }
}
