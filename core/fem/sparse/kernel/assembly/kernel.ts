/**
 * AssemblyScript, compiled to WebAssembly with 128-bit SIMD (`npm run kernel`): the numeric work of the multifrontal signed Cholesky
 * factorisation A = L S Lᵀ, S = ±1 (Duff & Reid 1983; Liu 1992), and of its solves.
 *
 * A supernode's panel has P pivot columns and P + R rows, both padded to multiples of 4. It is kept in strips of four rows, those of
 * pivots only up to their diagonal:
 *   entry (i, k) at strip(i >> 2) + 8 · (4 k + (i & 3)), strip I at panel + 64 I (I + 1) among the pivots, 32 P apart below
 * Its update matrix, R × R, is a packed lower triangle of 4 × 4 tiles, each by columns:
 *   tile (I, J), J ≤ I, at update + 64 I (I + 1) + 128 J
 * Update matrices live on a stack. Addresses are bytes; the tables are filled by `factorisation.ts`.
 */
export { begin, factor, failedColumn, negatives } from './factor';
export { solveFour, solveOne } from './solve';
export { setNumbers, setTables } from './tables';
export { dots, subtractAll } from './vectors';
