import { subtractProduct } from './product';
import { pivots, pivotsUsed, below, belowUsed, rowStart, rows, relative, firstColumn, children, blockStart, blocks, matrix, reference, signs, stackBase, stackOwner, stackPlace, diagonals, signed, int, minus, panelOf, stripOf } from './tables';

/** Pivot columns treated together, and row strips of a trailing update that stay in the cache. */
const BLOCK: i32 = 96;
const BLOCK_LARGE: i32 = 256;
const LARGE_FRONT: i32 = 1500;
const STRIPS: i32 = 24;
/** Column strips that take from one row strip in turn. */
const GROUP: i32 = 8;

let stackCount: i32 = 0;
let stackTop: usize = 0;
let tolerance: f64 = 1e-11;
/** Whether a negative pivot counts as a vanished one. */
let definite: bool = false;
/** After a failure: the pivot column within the supernode. */
export let failedColumn: i32 = 0;
/** Number of negative pivots so far. */
export let negatives: i32 = 0;

export function begin(pivotTolerance: f64, onlyPositive: bool): void {
  definite = onlyPositive;
  stackCount = 0;
  stackTop = stackBase;
  negatives = 0;
  tolerance = pivotTolerance;
}

@inline function updateBytes(r: i32): usize {
  const t = <usize>(r >> 2);
  return (t * (t + 1)) << 6;
}

/** C ← C L⁻ᵀ S for a strip's tile, with the pivot tile's numbers at D. */
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
      const row = stripOf(panel, J, pivotStrips, stripBytes);
      for (let K = j0; K < J; K++) {
        const tile = row + ((<usize>K) << 7);
        const k = (K << 2) - k0;
        let B = stripOf(panel, K, pivotStrips, stripBytes) + offset;
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
        const B = signedStrip(stripOf(panel, J, pivotStrips, stripBytes) + offset, k, sign);
        for (let I = j1; I < strips; I++) {
          const row = stripOf(panel, I, pivotStrips, stripBytes);
          const tile = row + ((<usize>J) << 7);
          subtractProduct(tile, row + offset, B, k);
          divideTile(tile, diagonals + (<usize>(J - j0)) * 112);
        }
      }
    } else {
      for (let I = j1; I < strips; I++) {
        const row = stripOf(panel, I, pivotStrips, stripBytes);
        for (let J = j0; J < j1; J++) {
          const tile = row + ((<usize>J) << 7);
          subtractProduct(tile, row + offset, stripOf(panel, J, pivotStrips, stripBytes) + offset, (J << 2) - k0);
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
            const row = stripOf(panel, I, pivotStrips, stripBytes);
            const t = <usize>(I - pivotStrips);
            const tiles = inPanel ? row + ((<usize>J) << 7) : update + ((t * (t + 1)) << 6) + ((<usize>(J - pivotStrips)) << 7);
            const count = min(GROUP, I - J + 1);
            for (let c = 0; c < count; c++) subtractProduct(tiles + ((<usize>c) << 7), row + offset, stripOf(panel, J + c, pivotStrips, stripBytes) + offset, k);
          }
          J += GROUP;
        } else {
          let B = stripOf(panel, J, pivotStrips, stripBytes) + offset;
          if (indefinite) B = signedStrip(B, k, sign);
          for (let I = max(J, I0); I < I1; I++) {
            const row = stripOf(panel, I, pivotStrips, stripBytes);
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
    const toPanel = stripOf(panel, place >> 2, P >> 2, stripBytes) + ((<usize>(place & 3)) << 3);
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
        const to = stripOf(panel, i >> 2, P >> 2, (<usize>P) << 5) + ((<usize>k) << 5) + ((<usize>(i & 3)) << 3);
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
    memory.fill(panel, 0, stripOf(panel, (P + R) >> 2, P >> 2, (<usize>P) << 5) - panel);
    for (let i = int(pivotsUsed, s); i < P; i++) store<f64>(stripOf(panel, i >> 2, P >> 2, (<usize>P) << 5) + ((<usize>i) << 5) + ((<usize>(i & 3)) << 3), 1);
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
