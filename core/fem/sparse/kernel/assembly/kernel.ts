/**
 * AssemblyScript, compiled to WebAssembly with 128-bit SIMD (`npm run kernel`): the numeric work of the multifrontal signed Cholesky
 * factorisation A = L S Lᵀ, S = ±1 (Duff & Reid 1983; Liu 1992), and of its solves.
 *
 * A supernode's panel has P pivot columns and P + R rows, both padded to multiples of 4. It is kept in strips of four rows:
 *   entry (i, k) at panel + 8 · ((i >> 2) · 4 P + 4 k + (i & 3))
 * Its update matrix, R × R, is a packed lower triangle of 4 × 4 tiles, each by columns:
 *   tile (I, J), J ≤ I, at update + 64 I (I + 1) + 128 J
 * Update matrices live on a stack. Addresses are bytes; the tables are filled by `factor.ts`.
 */

/** Pivot columns treated together, and row strips of a trailing update that stay in the cache. */
const BLOCK: i32 = 96;
const BLOCK_LARGE: i32 = 256;
const LARGE_FRONT: i32 = 1500;
const STRIPS: i32 = 24;
/** Column strips that take from one row strip in turn. */
const GROUP: i32 = 8;

let pivots: usize = 0; // i32 per supernode: padded pivot columns
let pivotsUsed: usize = 0; // i32: without padding
let below: usize = 0; // i32: padded rows below
let belowUsed: usize = 0;
let panelStart: usize = 0; // f64: first entry of the panel, counted in numbers
let rowStart: usize = 0; // i32: first of its rows in rows and relative
let rows: usize = 0; // i32 per row below: padded equation
let relative: usize = 0; // i32 per row below: place in the parent's front
let firstColumn: usize = 0; // i32: padded equation of the first pivot
let children: usize = 0; // i32: number of children
let blockStart: usize = 0; // i32: first of its matrix blocks; one more at the end
let blocks: usize = 0; // four i32 a block: first value, height · 16 + width + 256 if transposed, place of row, of column
let matrix: usize = 0; // f64 values of the matrix
let reference: usize = 0; // f64 per padded equation: size against which a pivot is judged
let signs: usize = 0; // f64 per padded equation: sign of the pivot
let panels: usize = 0; // f64
let stackBase: usize = 0;
let stackOwner: usize = 0; // i32 per stacked update matrix: supernode
let stackPlace: usize = 0; // u32: its address
let diagonals: usize = 0; // scratch, 112 bytes a strip of a pivot block: l10 l20 l21 l30 l31 l32, four inverses, four signs
let signed: usize = 0; // scratch: one strip with its columns times their signs

let stackCount: i32 = 0;
let stackTop: usize = 0;
let tolerance: f64 = 1e-11;
/** Whether a negative pivot counts as a vanished one. */
let definite: bool = false;
/** After a failure: the pivot column within the supernode. */
export let failedColumn: i32 = 0;
/** Number of negative pivots so far. */
export let negatives: i32 = 0;

export function setTables(a: usize, b: usize, c: usize, d: usize, e: usize, f: usize, g: usize, h: usize, i: usize, j: usize, k: usize, l: usize): void {
  pivots = a; pivotsUsed = b; below = c; belowUsed = d; panelStart = e; rowStart = f; rows = g; relative = h; firstColumn = i; children = j; blockStart = k; blocks = l;
}
export function setNumbers(a: usize, b: usize, c: usize, d: usize, e: usize, f: usize, g: usize, h: usize, i: usize): void {
  matrix = a; reference = b; signs = c; panels = d; stackBase = e; stackOwner = f; stackPlace = g; diagonals = h; signed = i;
}
export function begin(pivotTolerance: f64, onlyPositive: bool): void {
  definite = onlyPositive;
  stackCount = 0;
  stackTop = stackBase;
  negatives = 0;
  tolerance = pivotTolerance;
}

// @ts-ignore: decorator
@inline function int(table: usize, i: i32): i32 {
  return load<i32>(table + ((<usize>i) << 2));
}
// @ts-ignore: decorator
@inline function minus(c: v128, a: v128, b: v128): v128 {
  if (ASC_FEATURE_RELAXED_SIMD) return f64x2.relaxed_nmadd(a, b, c);
  return f64x2.sub(c, f64x2.mul(a, b));
}
// @ts-ignore: decorator
@inline function panelOf(s: i32): usize {
  return panels + ((<usize>load<f64>(panelStart + ((<usize>s) << 3))) << 3);
}
// @ts-ignore: decorator
@inline function updateBytes(r: i32): usize {
  const t = <usize>(r >> 2);
  return (t * (t + 1)) << 6;
}

/** C (4 × 4 by columns) −= A Bᵀ, A and B strips of k columns, k a multiple of 4. */
function subtractProduct(C: usize, A: usize, B: usize, k: i32): void {
  let c00 = v128.load(C, 0), c01 = v128.load(C, 16), c10 = v128.load(C, 32), c11 = v128.load(C, 48);
  let c20 = v128.load(C, 64), c21 = v128.load(C, 80), c30 = v128.load(C, 96), c31 = v128.load(C, 112);
  const end = A + ((<usize>k) << 5);
  while (A < end) {
    let a0 = v128.load(A, 0), a1 = v128.load(A, 16), b = v128.load_splat<f64>(B, 0);
    c00 = minus(c00, a0, b); c01 = minus(c01, a1, b);
    b = v128.load_splat<f64>(B, 8); c10 = minus(c10, a0, b); c11 = minus(c11, a1, b);
    b = v128.load_splat<f64>(B, 16); c20 = minus(c20, a0, b); c21 = minus(c21, a1, b);
    b = v128.load_splat<f64>(B, 24); c30 = minus(c30, a0, b); c31 = minus(c31, a1, b);
    a0 = v128.load(A, 32); a1 = v128.load(A, 48); b = v128.load_splat<f64>(B, 32);
    c00 = minus(c00, a0, b); c01 = minus(c01, a1, b);
    b = v128.load_splat<f64>(B, 40); c10 = minus(c10, a0, b); c11 = minus(c11, a1, b);
    b = v128.load_splat<f64>(B, 48); c20 = minus(c20, a0, b); c21 = minus(c21, a1, b);
    b = v128.load_splat<f64>(B, 56); c30 = minus(c30, a0, b); c31 = minus(c31, a1, b);
    a0 = v128.load(A, 64); a1 = v128.load(A, 80); b = v128.load_splat<f64>(B, 64);
    c00 = minus(c00, a0, b); c01 = minus(c01, a1, b);
    b = v128.load_splat<f64>(B, 72); c10 = minus(c10, a0, b); c11 = minus(c11, a1, b);
    b = v128.load_splat<f64>(B, 80); c20 = minus(c20, a0, b); c21 = minus(c21, a1, b);
    b = v128.load_splat<f64>(B, 88); c30 = minus(c30, a0, b); c31 = minus(c31, a1, b);
    a0 = v128.load(A, 96); a1 = v128.load(A, 112); b = v128.load_splat<f64>(B, 96);
    c00 = minus(c00, a0, b); c01 = minus(c01, a1, b);
    b = v128.load_splat<f64>(B, 104); c10 = minus(c10, a0, b); c11 = minus(c11, a1, b);
    b = v128.load_splat<f64>(B, 112); c20 = minus(c20, a0, b); c21 = minus(c21, a1, b);
    b = v128.load_splat<f64>(B, 120); c30 = minus(c30, a0, b); c31 = minus(c31, a1, b);
    A += 128;
    B += 128;
  }
  v128.store(C, c00, 0); v128.store(C, c01, 16); v128.store(C, c10, 32); v128.store(C, c11, 48);
  v128.store(C, c20, 64); v128.store(C, c21, 80); v128.store(C, c30, 96); v128.store(C, c31, 112);
}

/** C ← C L⁻ᵀ S for a strip's tile, with the pivot tile's numbers at D. */
// @ts-ignore: decorator
@inline function divideTile(C: usize, D: usize): void {
  let d = v128.load_splat<f64>(D, 48);
  const x00 = f64x2.mul(v128.load(C, 0), d), x01 = f64x2.mul(v128.load(C, 16), d);
  let l = v128.load_splat<f64>(D, 0);
  d = v128.load_splat<f64>(D, 56);
  const x10 = f64x2.mul(minus(v128.load(C, 32), x00, l), d), x11 = f64x2.mul(minus(v128.load(C, 48), x01, l), d);
  l = v128.load_splat<f64>(D, 8);
  let y0 = minus(v128.load(C, 64), x00, l), y1 = minus(v128.load(C, 80), x01, l);
  l = v128.load_splat<f64>(D, 16);
  d = v128.load_splat<f64>(D, 64);
  const x20 = f64x2.mul(minus(y0, x10, l), d), x21 = f64x2.mul(minus(y1, x11, l), d);
  l = v128.load_splat<f64>(D, 24); y0 = minus(v128.load(C, 96), x00, l); y1 = minus(v128.load(C, 112), x01, l);
  l = v128.load_splat<f64>(D, 32); y0 = minus(y0, x10, l); y1 = minus(y1, x11, l);
  l = v128.load_splat<f64>(D, 40);
  d = v128.load_splat<f64>(D, 72);
  const x30 = f64x2.mul(minus(y0, x20, l), d), x31 = f64x2.mul(minus(y1, x21, l), d);
  let s = v128.load_splat<f64>(D, 80); v128.store(C, f64x2.mul(x00, s), 0); v128.store(C, f64x2.mul(x01, s), 16);
  s = v128.load_splat<f64>(D, 88); v128.store(C, f64x2.mul(x10, s), 32); v128.store(C, f64x2.mul(x11, s), 48);
  s = v128.load_splat<f64>(D, 96); v128.store(C, f64x2.mul(x20, s), 64); v128.store(C, f64x2.mul(x21, s), 80);
  s = v128.load_splat<f64>(D, 104); v128.store(C, f64x2.mul(x30, s), 96); v128.store(C, f64x2.mul(x31, s), 112);
}

/** Factorises a 4 × 4 pivot tile. @returns −1, or the first column (0–3) whose pivot vanishes; ±: see `negatives` */
function factorTile(C: usize, D: usize, ref: usize, sign: usize): i32 {
  for (let j = 0; j < 4; j++) {
    let pivot = load<f64>(C + ((<usize>(5 * j)) << 3));
    for (let t = 0; t < j; t++) {
      const l = load<f64>(C + ((<usize>(4 * t + j)) << 3));
      pivot -= l * l * load<f64>(D + 80 + ((<usize>t) << 3));
    }
    const size = Math.abs(pivot);
    if (!((definite ? pivot : size) > tolerance * load<f64>(ref + ((<usize>j) << 3)))) return j;
    const s: f64 = pivot > 0 ? 1 : -1;
    if (pivot < 0) negatives++;
    const root = Math.sqrt(size);
    const inverse = 1 / root;
    store<f64>(C + ((<usize>(5 * j)) << 3), root);
    store<f64>(D + 48 + ((<usize>j) << 3), inverse);
    store<f64>(D + 80 + ((<usize>j) << 3), s);
    store<f64>(sign + ((<usize>j) << 3), s);
    for (let i = j + 1; i < 4; i++) {
      let value = load<f64>(C + ((<usize>(4 * j + i)) << 3));
      for (let t = 0; t < j; t++) value -= load<f64>(C + ((<usize>(4 * t + i)) << 3)) * load<f64>(C + ((<usize>(4 * t + j)) << 3)) * load<f64>(D + 80 + ((<usize>t) << 3));
      value *= inverse * s;
      store<f64>(C + ((<usize>(4 * j + i)) << 3), value);
      store<f64>(C + ((<usize>(4 * i + j)) << 3), 0);
    }
  }
  // l10 l20 l21 l30 l31 l32
  store<f64>(D, load<f64>(C, 8), 0); store<f64>(D, load<f64>(C, 16), 8); store<f64>(D, load<f64>(C, 48), 16);
  store<f64>(D, load<f64>(C, 24), 24); store<f64>(D, load<f64>(C, 56), 32); store<f64>(D, load<f64>(C, 88), 40);
  return -1;
}

/** A strip's columns k0 … k0 + k, times the signs of those columns, into the scratch strip. */
function signedStrip(strip: usize, k: i32, sign: usize): usize {
  for (let t = 0; t < k; t++) {
    const s = v128.load_splat<f64>(sign + ((<usize>t) << 3));
    const at = (<usize>t) << 5;
    v128.store(signed + at, f64x2.mul(v128.load(strip + at), s));
    v128.store(signed + at + 16, f64x2.mul(v128.load(strip + at, 16), s));
  }
  return signed;
}

/** Factorises one front: the panel's pivot columns, the rows below, and the update matrix. @returns false when a pivot vanishes */
function factorFront(s: i32, panel: usize, P: i32, strips: i32, update: usize): bool {
  const stripBytes = (<usize>P) << 5;
  const pivotStrips = P >> 2;
  const width = P + (strips << 2) > LARGE_FRONT ? BLOCK_LARGE : BLOCK;
  const equation = (<usize>int(firstColumn, s)) << 3;
  for (let k0 = 0; k0 < P; k0 += width) {
    const k1 = min(k0 + width, P);
    const offset = (<usize>k0) << 5;
    const j0 = k0 >> 2;
    const j1 = k1 >> 2;
    const before = negatives;
    const sign = signs + equation + ((<usize>k0) << 3);
    for (let J = j0; J < j1; J++) {
      const row = panel + (<usize>J) * stripBytes;
      for (let K = j0; K < J; K++) {
        const tile = row + ((<usize>K) << 7);
        const k = (K << 2) - k0;
        let B = panel + (<usize>K) * stripBytes + offset;
        if (negatives > before) B = signedStrip(B, k, sign);
        subtractProduct(tile, row + offset, B, k);
        divideTile(tile, diagonals + (<usize>(K - j0)) * 112);
      }
      const tile = row + ((<usize>J) << 7);
      const k = (J << 2) - k0;
      subtractProduct(tile, row + offset, negatives > before ? signedStrip(row + offset, k, sign) : row + offset, k);
      const first = equation + ((<usize>J) << 5);
      const failed = factorTile(tile, diagonals + (<usize>(J - j0)) * 112, reference + first, signs + first);
      if (failed >= 0) {
        failedColumn = (J << 2) + failed;
        return false;
      }
    }
    const indefinite = negatives > before;
    if (indefinite) {
      for (let J = j0; J < j1; J++) {
        const k = (J << 2) - k0;
        const B = signedStrip(panel + (<usize>J) * stripBytes + offset, k, sign);
        for (let I = j1; I < strips; I++) {
          const row = panel + (<usize>I) * stripBytes;
          const tile = row + ((<usize>J) << 7);
          subtractProduct(tile, row + offset, B, k);
          divideTile(tile, diagonals + (<usize>(J - j0)) * 112);
        }
      }
    } else {
      for (let I = j1; I < strips; I++) {
        const row = panel + (<usize>I) * stripBytes;
        for (let J = j0; J < j1; J++) {
          const tile = row + ((<usize>J) << 7);
          subtractProduct(tile, row + offset, panel + (<usize>J) * stripBytes + offset, (J << 2) - k0);
          divideTile(tile, diagonals + (<usize>(J - j0)) * 112);
        }
      }
    }
    const k = k1 - k0;
    for (let I0 = j1; I0 < strips; I0 += STRIPS) {
      const I1 = min(I0 + STRIPS, strips);
      let J = j1;
      while (J < I1) {
        const inPanel = J < pivotStrips;
        // groups of columns share a strip while it is in the innermost cache
        if (!indefinite && J + GROUP <= (inPanel ? min(pivotStrips, I1) : I1)) {
          for (let I = max(J, I0); I < I1; I++) {
            const row = panel + (<usize>I) * stripBytes;
            const t = <usize>(I - pivotStrips);
            const tiles = inPanel ? row + ((<usize>J) << 7) : update + ((t * (t + 1)) << 6) + ((<usize>(J - pivotStrips)) << 7);
            const count = min(GROUP, I - J + 1);
            for (let c = 0; c < count; c++) subtractProduct(tiles + ((<usize>c) << 7), row + offset, panel + (<usize>(J + c)) * stripBytes + offset, k);
          }
          J += GROUP;
        } else {
          let B = panel + (<usize>J) * stripBytes + offset;
          if (indefinite) B = signedStrip(B, k, sign);
          for (let I = max(J, I0); I < I1; I++) {
            const row = panel + (<usize>I) * stripBytes;
            const t = <usize>(I - pivotStrips);
            subtractProduct(inPanel ? row + ((<usize>J) << 7) : update + ((t * (t + 1)) << 6) + ((<usize>(J - pivotStrips)) << 7), row + offset, B, k);
          }
          J++;
        }
      }
    }
  }
  return true;
}

/** Adds a child's update matrix into its parent's front. */
function extendAdd(child: i32, source: usize, panel: usize, P: i32, update: usize): void {
  const r = int(belowUsed, child);
  const places = relative + ((<usize>int(rowStart, child)) << 2);
  const stripBytes = (<usize>P) << 5;
  let inPivots = 0; // the child's first rows fall on pivots of the parent
  while (inPivots < r && int(places, inPivots) < P) inPivots++;
  for (let i = 0; i < r; i++) {
    const place = int(places, i);
    const tileRow = <usize>(i >> 2);
    const from = source + ((tileRow * (tileRow + 1)) << 6) + ((<usize>(i & 3)) << 3);
    const paired = (i & 1) == 0 && i + 1 < r && (place & 1) == 0 && int(places, i + 1) == place + 1;
    const end = paired ? i + 2 : i + 1;
    const toPanel = panel + (<usize>(place >> 2)) * stripBytes + ((<usize>(place & 3)) << 3);
    const firstPart = min(inPivots, end);
    let j = 0;
    if (paired) {
      for (; j < firstPart; j++) {
        const to = toPanel + ((<usize>int(places, j)) << 5);
        v128.store(to, f64x2.add(v128.load(to), v128.load(from + ((<usize>j) << 5))));
      }
    } else {
      for (; j < firstPart; j++) {
        const to = toPanel + ((<usize>int(places, j)) << 5);
        store<f64>(to, load<f64>(to) + load<f64>(from + ((<usize>j) << 5)));
      }
    }
    if (j < end) {
      const u = place - P;
      const t = <usize>(u >> 2);
      const toUpdate = update + ((t * (t + 1)) << 6) + ((<usize>(u & 3)) << 3) - ((<usize>P) << 5);
      if (paired) {
        for (; j < end; j++) {
          const to = toUpdate + ((<usize>int(places, j)) << 5);
          v128.store(to, f64x2.add(v128.load(to), v128.load(from + ((<usize>j) << 5))));
        }
      } else {
        for (; j < end; j++) {
          const to = toUpdate + ((<usize>int(places, j)) << 5);
          store<f64>(to, load<f64>(to) + load<f64>(from + ((<usize>j) << 5)));
        }
      }
    }
    if (paired) i++;
  }
}

/** Puts the matrix's blocks of a supernode into its panel. */
function scatter(s: i32, panel: usize, P: i32): void {
  for (let q = int(blockStart, s), end = int(blockStart, s + 1); q < end; q++) {
    const block = blocks + ((<usize>q) << 4);
    let value = matrix + ((<usize>load<u32>(block)) << 3);
    const shape = load<i32>(block, 4);
    const place = load<i32>(block, 8);
    const column = load<i32>(block, 12);
    const height = (shape >> 4) & 15;
    const width = shape & 15;
    const transposed = (shape & 256) != 0;
    for (let a = 0; a < height; a++) {
      for (let b = 0; b < width; b++, value += 8) {
        const i = transposed ? place + b : place + a;
        const k = transposed ? column + a : column + b;
        if (i < k) continue;
        const to = panel + (((<usize>(i >> 2)) * (<usize>P) + (<usize>k)) << 5) + ((<usize>(i & 3)) << 3);
        store<f64>(to, load<f64>(to) + load<f64>(value));
      }
    }
  }
}

/** Factorises supernodes from … to − 1, children before parents. @returns −1, or the supernode whose pivot vanished */
export function factor(from: i32, to: i32): i32 {
  for (let s = from; s < to; s++) {
    const P = int(pivots, s);
    const R = int(below, s);
    const panel = panelOf(s);
    memory.fill(panel, 0, ((<usize>P) * (<usize>(P + R))) << 3);
    for (let i = int(pivotsUsed, s); i < P; i++) store<f64>(panel + (((<usize>(i >> 2)) * (<usize>P) + (<usize>i)) << 5) + ((<usize>(i & 3)) << 3), 1);
    scatter(s, panel, P);
    const size = updateBytes(R);
    const update = stackTop;
    memory.fill(update, 0, size);
    const count = int(children, s);
    for (let q = stackCount - count; q < stackCount; q++) extendAdd(int(stackOwner, q), <usize>load<u32>(stackPlace + ((<usize>q) << 2)), panel, P, update);
    if (!factorFront(s, panel, P, (P + R) >> 2, update)) return s;
    // the children's update matrices are no longer needed: this one takes their place
    stackCount -= count;
    const place = count > 0 ? <usize>load<u32>(stackPlace + ((<usize>stackCount) << 2)) : update;
    if (place != update && size > 0) memory.copy(place, update, size);
    store<i32>(stackOwner + ((<usize>stackCount) << 2), s);
    store<u32>(stackPlace + ((<usize>stackCount) << 2), <u32>place);
    stackCount++;
    stackTop = place + size;
  }
  return -1;
}

/** Solves L S Lᵀ x = b in place, one right-hand side over the padded equations. */
export function solveOne(count: i32, equations: i32, x: usize): void {
  for (let s = 0; s < count; s++) {
    const P = int(pivots, s);
    const pivotStrips = P >> 2;
    const strips = (P + int(below, s)) >> 2;
    const panel = panelOf(s);
    const stripBytes = (<usize>P) << 5;
    const own = x + ((<usize>int(firstColumn, s)) << 3);
    const rowList = rows + ((<usize>int(rowStart, s)) << 2);
    for (let I = 0; I < strips; I++) {
      let A = panel + (<usize>I) * stripBytes;
      const end = own + ((<usize>(I < pivotStrips ? I << 2 : P)) << 3);
      let a0 = f64x2.splat(0), a1 = f64x2.splat(0), a2 = f64x2.splat(0), a3 = f64x2.splat(0);
      for (let w = own; w < end; w += 32, A += 128) {
        let b = v128.load_splat<f64>(w, 0);
        a0 = minus(a0, v128.load(A, 0), b); a1 = minus(a1, v128.load(A, 16), b);
        b = v128.load_splat<f64>(w, 8); a2 = minus(a2, v128.load(A, 32), b); a3 = minus(a3, v128.load(A, 48), b);
        b = v128.load_splat<f64>(w, 16); a0 = minus(a0, v128.load(A, 64), b); a1 = minus(a1, v128.load(A, 80), b);
        b = v128.load_splat<f64>(w, 24); a2 = minus(a2, v128.load(A, 96), b); a3 = minus(a3, v128.load(A, 112), b);
      }
      a0 = f64x2.add(a0, a2);
      a1 = f64x2.add(a1, a3);
      if (I < pivotStrips) {
        const xi = own + ((<usize>I) << 5);
        const x0 = (load<f64>(xi, 0) + f64x2.extract_lane(a0, 0)) / load<f64>(A, 0);
        const x1 = (load<f64>(xi, 8) + f64x2.extract_lane(a0, 1) - load<f64>(A, 8) * x0) / load<f64>(A, 40);
        const x2 = (load<f64>(xi, 16) + f64x2.extract_lane(a1, 0) - load<f64>(A, 16) * x0 - load<f64>(A, 48) * x1) / load<f64>(A, 80);
        const x3 = (load<f64>(xi, 24) + f64x2.extract_lane(a1, 1) - load<f64>(A, 24) * x0 - load<f64>(A, 56) * x1 - load<f64>(A, 88) * x2) / load<f64>(A, 120);
        store<f64>(xi, x0, 0); store<f64>(xi, x1, 8); store<f64>(xi, x2, 16); store<f64>(xi, x3, 24);
      } else {
        const q = rowList + ((<usize>(I - pivotStrips)) << 4);
        let to = x + ((<usize>load<i32>(q, 0)) << 3); store<f64>(to, load<f64>(to) + f64x2.extract_lane(a0, 0));
        to = x + ((<usize>load<i32>(q, 4)) << 3); store<f64>(to, load<f64>(to) + f64x2.extract_lane(a0, 1));
        to = x + ((<usize>load<i32>(q, 8)) << 3); store<f64>(to, load<f64>(to) + f64x2.extract_lane(a1, 0));
        to = x + ((<usize>load<i32>(q, 12)) << 3); store<f64>(to, load<f64>(to) + f64x2.extract_lane(a1, 1));
      }
    }
  }
  for (let i = 0; i < equations; i++) {
    const at = (<usize>i) << 3;
    store<f64>(x + at, load<f64>(x + at) * load<f64>(signs + at));
  }
  for (let s = count - 1; s >= 0; s--) {
    const P = int(pivots, s);
    const pivotStrips = P >> 2;
    const strips = (P + int(below, s)) >> 2;
    const panel = panelOf(s);
    const stripBytes = (<usize>P) << 5;
    const own = x + ((<usize>int(firstColumn, s)) << 3);
    const rowList = rows + ((<usize>int(rowStart, s)) << 2);
    for (let I = strips - 1; I >= 0; I--) {
      let A = panel + (<usize>I) * stripBytes;
      let x0: v128, x1: v128;
      let columns = P;
      if (I >= pivotStrips) {
        const q = rowList + ((<usize>(I - pivotStrips)) << 4);
        x0 = f64x2.replace_lane(f64x2.splat(load<f64>(x + ((<usize>load<i32>(q, 0)) << 3))), 1, load<f64>(x + ((<usize>load<i32>(q, 4)) << 3)));
        x1 = f64x2.replace_lane(f64x2.splat(load<f64>(x + ((<usize>load<i32>(q, 8)) << 3))), 1, load<f64>(x + ((<usize>load<i32>(q, 12)) << 3)));
      } else {
        columns = I << 2;
        const xi = own + ((<usize>I) << 5);
        const C = A + ((<usize>columns) << 5);
        const v3 = load<f64>(xi, 24) / load<f64>(C, 120);
        const v2 = (load<f64>(xi, 16) - load<f64>(C, 88) * v3) / load<f64>(C, 80);
        const v1 = (load<f64>(xi, 8) - load<f64>(C, 56) * v3 - load<f64>(C, 48) * v2) / load<f64>(C, 40);
        const v0 = (load<f64>(xi, 0) - load<f64>(C, 24) * v3 - load<f64>(C, 16) * v2 - load<f64>(C, 8) * v1) / load<f64>(C, 0);
        store<f64>(xi, v0, 0); store<f64>(xi, v1, 8); store<f64>(xi, v2, 16); store<f64>(xi, v3, 24);
        x0 = v128.load(xi);
        x1 = v128.load(xi, 16);
      }
      const end = own + ((<usize>columns) << 3);
      for (let w = own; w < end; w += 16, A += 64) {
        const u = f64x2.add(f64x2.mul(v128.load(A, 0), x0), f64x2.mul(v128.load(A, 16), x1));
        const v = f64x2.add(f64x2.mul(v128.load(A, 32), x0), f64x2.mul(v128.load(A, 48), x1));
        v128.store(w, f64x2.sub(v128.load(w), f64x2.add(v128.shuffle<f64>(u, v, 0, 2), v128.shuffle<f64>(u, v, 1, 3))));
      }
    }
  }
}

/** Forward part of four right-hand sides at one pivot tile: strip rows q … q + 3, four numbers each. */
// @ts-ignore: decorator
@inline function forwardTile(C: usize, q: usize): void {
  for (let h: usize = 0; h < 32; h += 16) {
    const p = q + h;
    const y0 = f64x2.div(v128.load(p), v128.load_splat<f64>(C, 0));
    const y1 = f64x2.div(minus(v128.load(p, 32), y0, v128.load_splat<f64>(C, 8)), v128.load_splat<f64>(C, 40));
    const y2 = f64x2.div(minus(minus(v128.load(p, 64), y0, v128.load_splat<f64>(C, 16)), y1, v128.load_splat<f64>(C, 48)), v128.load_splat<f64>(C, 80));
    const y3 = f64x2.div(minus(minus(minus(v128.load(p, 96), y0, v128.load_splat<f64>(C, 24)), y1, v128.load_splat<f64>(C, 56)), y2, v128.load_splat<f64>(C, 88)), v128.load_splat<f64>(C, 120));
    v128.store(p, y0); v128.store(p, y1, 32); v128.store(p, y2, 64); v128.store(p, y3, 96);
  }
}
// @ts-ignore: decorator
@inline function backwardTile(C: usize, q: usize): void {
  for (let h: usize = 0; h < 32; h += 16) {
    const p = q + h;
    const y3 = f64x2.div(v128.load(p, 96), v128.load_splat<f64>(C, 120));
    const y2 = f64x2.div(minus(v128.load(p, 64), y3, v128.load_splat<f64>(C, 88)), v128.load_splat<f64>(C, 80));
    const y1 = f64x2.div(minus(minus(v128.load(p, 32), y3, v128.load_splat<f64>(C, 56)), y2, v128.load_splat<f64>(C, 48)), v128.load_splat<f64>(C, 40));
    const y0 = f64x2.div(minus(minus(minus(v128.load(p), y3, v128.load_splat<f64>(C, 24)), y2, v128.load_splat<f64>(C, 16)), y1, v128.load_splat<f64>(C, 8)), v128.load_splat<f64>(C, 0));
    v128.store(p, y0); v128.store(p, y1, 32); v128.store(p, y2, 64); v128.store(p, y3, 96);
  }
}

/** Solves for four right-hand sides in place: four numbers an equation. `tile` is scratch of 128 bytes. */
export function solveFour(count: i32, equations: i32, x: usize, tile: usize): void {
  for (let s = 0; s < count; s++) {
    const P = int(pivots, s);
    const pivotStrips = P >> 2;
    const strips = (P + int(below, s)) >> 2;
    const panel = panelOf(s);
    const stripBytes = (<usize>P) << 5;
    const own = x + ((<usize>int(firstColumn, s)) << 5);
    const rowList = rows + ((<usize>int(rowStart, s)) << 2);
    for (let I = 0; I < strips; I++) {
      const A = panel + (<usize>I) * stripBytes;
      const columns = I < pivotStrips ? I << 2 : P;
      if (columns > 0) {
        memory.fill(tile, 0, 128);
        subtractProduct(tile, A, own, columns); // −Σ L(r, k) x(k, c), by columns c
        for (let r = 0; r < 4; r++) {
          const to = I < pivotStrips ? own + ((<usize>((I << 2) + r)) << 5) : x + ((<usize>int(rowList, ((I - pivotStrips) << 2) + r)) << 5);
          const at = tile + ((<usize>r) << 3);
          const low = f64x2.replace_lane(f64x2.splat(load<f64>(at)), 1, load<f64>(at, 32));
          const high = f64x2.replace_lane(f64x2.splat(load<f64>(at, 64)), 1, load<f64>(at, 96));
          v128.store(to, f64x2.add(v128.load(to), low));
          v128.store(to, f64x2.add(v128.load(to, 16), high), 16);
        }
      }
      if (I < pivotStrips) forwardTile(A + ((<usize>columns) << 5), own + ((<usize>I) << 7));
    }
  }
  for (let i = 0; i < equations; i++) {
    const s = v128.load_splat<f64>(signs + ((<usize>i) << 3));
    const at = x + ((<usize>i) << 5);
    v128.store(at, f64x2.mul(v128.load(at), s));
    v128.store(at, f64x2.mul(v128.load(at, 16), s), 16);
  }
  for (let s = count - 1; s >= 0; s--) {
    const P = int(pivots, s);
    const pivotStrips = P >> 2;
    const strips = (P + int(below, s)) >> 2;
    const panel = panelOf(s);
    const stripBytes = (<usize>P) << 5;
    const own = x + ((<usize>int(firstColumn, s)) << 5);
    const rowList = rows + ((<usize>int(rowStart, s)) << 2);
    for (let I = strips - 1; I >= 0; I--) {
      let A = panel + (<usize>I) * stripBytes;
      let columns = P;
      let p0: usize, p1: usize, p2: usize, p3: usize;
      if (I >= pivotStrips) {
        const q = rowList + ((<usize>(I - pivotStrips)) << 4);
        p0 = x + ((<usize>load<i32>(q, 0)) << 5); p1 = x + ((<usize>load<i32>(q, 4)) << 5);
        p2 = x + ((<usize>load<i32>(q, 8)) << 5); p3 = x + ((<usize>load<i32>(q, 12)) << 5);
      } else {
        columns = I << 2;
        p0 = own + ((<usize>I) << 7);
        p1 = p0 + 32; p2 = p0 + 64; p3 = p0 + 96;
        backwardTile(A + ((<usize>columns) << 5), p0);
      }
      const a0 = v128.load(p0), a1 = v128.load(p0, 16), b0 = v128.load(p1), b1 = v128.load(p1, 16);
      const c0 = v128.load(p2), c1 = v128.load(p2, 16), d0 = v128.load(p3), d1 = v128.load(p3, 16);
      const end = own + ((<usize>columns) << 5);
      for (let w = own; w < end; w += 32, A += 32) {
        let l = v128.load_splat<f64>(A, 0);
        let u = minus(v128.load(w), a0, l), v = minus(v128.load(w, 16), a1, l);
        l = v128.load_splat<f64>(A, 8); u = minus(u, b0, l); v = minus(v, b1, l);
        l = v128.load_splat<f64>(A, 16); u = minus(u, c0, l); v = minus(v, c1, l);
        l = v128.load_splat<f64>(A, 24);
        v128.store(w, minus(u, d0, l));
        v128.store(w, minus(v, d1, l), 16);
      }
    }
  }
}

/** out[j] = vⱼ · u for `count` vectors of n numbers, n even, one after the other from `vectors`. */
export function dots(vectors: usize, n: i32, count: i32, u: usize, out: usize): void {
  const bytes = (<usize>n) << 3;
  for (let j = 0; j < count; j++) {
    let a = vectors + (<usize>j) * bytes;
    let sum = f64x2.splat(0);
    for (let b = u, end = u + bytes; b < end; a += 16, b += 16) sum = f64x2.add(sum, f64x2.mul(v128.load(a), v128.load(b)));
    store<f64>(out + ((<usize>j) << 3), f64x2.extract_lane(sum, 0) + f64x2.extract_lane(sum, 1));
  }
}

/** u −= Σ cⱼ vⱼ. */
export function subtractAll(vectors: usize, n: i32, count: i32, u: usize, factors: usize): void {
  const bytes = (<usize>n) << 3;
  for (let j = 0; j < count; j++) {
    let a = vectors + (<usize>j) * bytes;
    const c = v128.load_splat<f64>(factors + ((<usize>j) << 3));
    for (let b = u, end = u + bytes; b < end; a += 16, b += 16) v128.store(b, minus(v128.load(b), v128.load(a), c));
  }
}
