import { minus } from './tables';

/** C (4 × 4 by columns) −= A Bᵀ, A and B strips of k columns, k a multiple of 4. */
export function subtractProduct(C: usize, A: usize, B: usize, k: i32): void {
  let c00 = v128.load(C, 0),
    c01 = v128.load(C, 16),
    c10 = v128.load(C, 32),
    c11 = v128.load(C, 48);
  let c20 = v128.load(C, 64),
    c21 = v128.load(C, 80),
    c30 = v128.load(C, 96),
    c31 = v128.load(C, 112);
  const end = A + ((<usize>k) << 5);
  while (A < end) {
    let a0 = v128.load(A, 0),
      a1 = v128.load(A, 16),
      b = v128.load_splat<f64>(B, 0);
    c00 = minus(c00, a0, b);
    c01 = minus(c01, a1, b);
    b = v128.load_splat<f64>(B, 8);
    c10 = minus(c10, a0, b);
    c11 = minus(c11, a1, b);
    b = v128.load_splat<f64>(B, 16);
    c20 = minus(c20, a0, b);
    c21 = minus(c21, a1, b);
    b = v128.load_splat<f64>(B, 24);
    c30 = minus(c30, a0, b);
    c31 = minus(c31, a1, b);
    a0 = v128.load(A, 32);
    a1 = v128.load(A, 48);
    b = v128.load_splat<f64>(B, 32);
    c00 = minus(c00, a0, b);
    c01 = minus(c01, a1, b);
    b = v128.load_splat<f64>(B, 40);
    c10 = minus(c10, a0, b);
    c11 = minus(c11, a1, b);
    b = v128.load_splat<f64>(B, 48);
    c20 = minus(c20, a0, b);
    c21 = minus(c21, a1, b);
    b = v128.load_splat<f64>(B, 56);
    c30 = minus(c30, a0, b);
    c31 = minus(c31, a1, b);
    a0 = v128.load(A, 64);
    a1 = v128.load(A, 80);
    b = v128.load_splat<f64>(B, 64);
    c00 = minus(c00, a0, b);
    c01 = minus(c01, a1, b);
    b = v128.load_splat<f64>(B, 72);
    c10 = minus(c10, a0, b);
    c11 = minus(c11, a1, b);
    b = v128.load_splat<f64>(B, 80);
    c20 = minus(c20, a0, b);
    c21 = minus(c21, a1, b);
    b = v128.load_splat<f64>(B, 88);
    c30 = minus(c30, a0, b);
    c31 = minus(c31, a1, b);
    a0 = v128.load(A, 96);
    a1 = v128.load(A, 112);
    b = v128.load_splat<f64>(B, 96);
    c00 = minus(c00, a0, b);
    c01 = minus(c01, a1, b);
    b = v128.load_splat<f64>(B, 104);
    c10 = minus(c10, a0, b);
    c11 = minus(c11, a1, b);
    b = v128.load_splat<f64>(B, 112);
    c20 = minus(c20, a0, b);
    c21 = minus(c21, a1, b);
    b = v128.load_splat<f64>(B, 120);
    c30 = minus(c30, a0, b);
    c31 = minus(c31, a1, b);
    A += 128;
    B += 128;
  }
  v128.store(C, c00, 0);
  v128.store(C, c01, 16);
  v128.store(C, c10, 32);
  v128.store(C, c11, 48);
  v128.store(C, c20, 64);
  v128.store(C, c21, 80);
  v128.store(C, c30, 96);
  v128.store(C, c31, 112);
}
