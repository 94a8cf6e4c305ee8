import { subtractProduct } from './product';
import { pivots, below, rowStart, rows, firstColumn, signs, int, minus, panelOf, stripOf } from './tables';

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
      let A = stripOf(panel, I, pivotStrips, stripBytes);
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
      let A = stripOf(panel, I, pivotStrips, stripBytes);
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
      const A = stripOf(panel, I, pivotStrips, stripBytes);
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
      let A = stripOf(panel, I, pivotStrips, stripBytes);
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
