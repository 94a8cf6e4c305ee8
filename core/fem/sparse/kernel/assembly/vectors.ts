import { minus } from './tables';

/** out[j] = vⱼ · u for `count` vectors of n numbers, n even, one after the other from `vectors`. */
export function dots(vectors: usize, n: i32, count: i32, u: usize, out: usize): void {
  const bytes = (<usize>n) << 3;
  for (let j = 0; j < count; j++) {
    let a = vectors + <usize>j * bytes;
    let sum = f64x2.splat(0);
    for (let b = u, end = u + bytes; b < end; a += 16, b += 16)
      sum = f64x2.add(sum, f64x2.mul(v128.load(a), v128.load(b)));
    store<f64>(out + ((<usize>j) << 3), f64x2.extract_lane(sum, 0) + f64x2.extract_lane(sum, 1));
  }
}

/** u −= Σ cⱼ vⱼ. */
export function subtractAll(vectors: usize, n: i32, count: i32, u: usize, factors: usize): void {
  const bytes = (<usize>n) << 3;
  for (let j = 0; j < count; j++) {
    let a = vectors + <usize>j * bytes;
    const c = v128.load_splat<f64>(factors + ((<usize>j) << 3));
    for (let b = u, end = u + bytes; b < end; a += 16, b += 16) v128.store(b, minus(v128.load(b), v128.load(a), c));
  }
}
