/** Addresses of everything the kernel works on (bytes); see kernel.ts for the layout of panels and update matrices. */
export let pivots: usize = 0; // i32 per supernode: padded pivot columns
export let pivotsUsed: usize = 0; // i32: without padding
export let below: usize = 0; // i32: padded rows below
export let belowUsed: usize = 0;
export let panelStart: usize = 0; // f64: first entry of the panel, counted in numbers
export let rowStart: usize = 0; // i32: first of its rows in rows and relative
export let rows: usize = 0; // i32 per row below: padded equation
export let relative: usize = 0; // i32 per row below: place in the parent's front
export let firstColumn: usize = 0; // i32: padded equation of the first pivot
export let children: usize = 0; // i32: number of children
export let blockStart: usize = 0; // i32: first of its matrix blocks; one more at the end
export let blocks: usize = 0; // four i32 a block: first value, height · 16 + width + 256 if transposed, place of row, of column
export let matrix: usize = 0; // f64 values of the matrix
export let reference: usize = 0; // f64 per padded equation: size against which a pivot is judged
export let signs: usize = 0; // f64 per padded equation: sign of the pivot
export let panels: usize = 0; // f64
export let stackBase: usize = 0;
export let stackOwner: usize = 0; // i32 per stacked update matrix: supernode
export let stackPlace: usize = 0; // u32: its address
export let diagonals: usize = 0; // scratch, 112 bytes a strip of a pivot block: l10 l20 l21 l30 l31 l32, four inverses, four signs
export let signed: usize = 0; // scratch: one strip with its columns times their signs

export function setTables(a: usize, b: usize, c: usize, d: usize, e: usize, f: usize, g: usize, h: usize, i: usize, j: usize, k: usize, l: usize): void {
  pivots = a; pivotsUsed = b; below = c; belowUsed = d; panelStart = e; rowStart = f; rows = g; relative = h; firstColumn = i; children = j; blockStart = k; blocks = l;
}
export function setNumbers(a: usize, b: usize, c: usize, d: usize, e: usize, f: usize, g: usize, h: usize, i: usize): void {
  matrix = a; reference = b; signs = c; panels = d; stackBase = e; stackOwner = f; stackPlace = g; diagonals = h; signed = i;
}

@inline export function int(table: usize, i: i32): i32 {
  return load<i32>(table + ((<usize>i) << 2));
}
@inline export function minus(c: v128, a: v128, b: v128): v128 {
  if (ASC_FEATURE_RELAXED_SIMD) return f64x2.relaxed_nmadd(a, b, c);
  return f64x2.sub(c, f64x2.mul(a, b));
}
@inline export function panelOf(s: i32): usize {
  return panels + ((<usize>load<f64>(panelStart + ((<usize>s) << 3))) << 3);
}
/** Where strip I of a panel begins: strips of pivots end at their diagonal, those below are P columns long. */
@inline export function stripOf(panel: usize, I: i32, pivotStrips: i32, stripBytes: usize): usize {
  if (I < pivotStrips) return panel + (((<usize>I) * (<usize>(I + 1))) << 6);
  return panel + (((<usize>pivotStrips) * (<usize>(pivotStrips + 1))) << 6) + (<usize>(I - pivotStrips)) * stripBytes;
}
