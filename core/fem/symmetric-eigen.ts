/**
 * Eigenvalues and vectors of a dense symmetric matrix: Householder's reduction to a tridiagonal one, then QL steps with implicit shifts
 * (Wilkinson & Reinsch, Handbook for Automatic Computation, II/2 and II/3).
 * @param matrix n × n by rows; left as it was
 * @returns values ascending, and vectors: column j of `vectors` (by rows) goes with value j
 */
export function symmetricEigen(matrix: Float64Array, n: number): { values: Float64Array; vectors: Float64Array } {
  const V = Float64Array.from(matrix);
  const d = new Float64Array(n);
  const e = new Float64Array(n);
  tridiagonalise(V, d, e, n);
  qlSteps(V, d, e, n);
  const order = Array.from({ length: n }, (_, i) => i).sort((a, b) => d[a] - d[b]);
  const vectors = new Float64Array(n * n);
  order.forEach((from, to) => {
    for (let i = 0; i < n; i++) vectors[i * n + to] = V[i * n + from];
  });
  return { values: Float64Array.from(order, (i) => d[i]), vectors };
}

function tridiagonalise(V: Float64Array, d: Float64Array, e: Float64Array, n: number): void {
  for (let j = 0; j < n; j++) d[j] = V[(n - 1) * n + j];
  for (let i = n - 1; i > 0; i--) {
    let scale = 0;
    let h = 0;
    for (let k = 0; k < i; k++) scale += Math.abs(d[k]);
    if (scale === 0) {
      e[i] = d[i - 1];
      for (let j = 0; j < i; j++) {
        d[j] = V[(i - 1) * n + j];
        V[i * n + j] = 0;
        V[j * n + i] = 0;
      }
    } else {
      for (let k = 0; k < i; k++) {
        d[k] /= scale;
        h += d[k] * d[k];
      }
      const f = d[i - 1];
      const g = f > 0 ? -Math.sqrt(h) : Math.sqrt(h);
      e[i] = scale * g;
      h -= f * g;
      d[i - 1] = f - g;
      e.fill(0, 0, i);
      for (let j = 0; j < i; j++) {
        V[j * n + i] = d[j];
        let sum = e[j] + V[j * n + j] * d[j];
        for (let k = j + 1; k < i; k++) {
          sum += V[k * n + j] * d[k];
          e[k] += V[k * n + j] * d[j];
        }
        e[j] = sum;
      }
      let dot = 0;
      for (let j = 0; j < i; j++) {
        e[j] /= h;
        dot += e[j] * d[j];
      }
      const half = dot / (h + h);
      for (let j = 0; j < i; j++) e[j] -= half * d[j];
      for (let j = 0; j < i; j++) {
        for (let k = j; k < i; k++) V[k * n + j] -= d[j] * e[k] + e[j] * d[k];
        d[j] = V[(i - 1) * n + j];
        V[i * n + j] = 0;
      }
    }
    d[i] = h;
  }
  for (let i = 0; i < n - 1; i++) {
    V[(n - 1) * n + i] = V[i * n + i];
    V[i * n + i] = 1;
    const h = d[i + 1];
    if (h !== 0) {
      for (let k = 0; k <= i; k++) d[k] = V[k * n + i + 1] / h;
      for (let j = 0; j <= i; j++) {
        let sum = 0;
        for (let k = 0; k <= i; k++) sum += V[k * n + i + 1] * V[k * n + j];
        for (let k = 0; k <= i; k++) V[k * n + j] -= sum * d[k];
      }
    }
    for (let k = 0; k <= i; k++) V[k * n + i + 1] = 0;
  }
  for (let j = 0; j < n; j++) {
    d[j] = V[(n - 1) * n + j];
    V[(n - 1) * n + j] = 0;
  }
  V[n * n - 1] = 1;
  e[0] = 0;
}

function qlSteps(V: Float64Array, d: Float64Array, e: Float64Array, n: number): void {
  for (let i = 1; i < n; i++) e[i - 1] = e[i];
  e[n - 1] = 0;
  let shift = 0;
  let largest = 0;
  for (let l = 0; l < n; l++) {
    largest = Math.max(largest, Math.abs(d[l]) + Math.abs(e[l]));
    let m = l;
    while (m < n - 1 && Math.abs(e[m]) > 2.2e-16 * largest) m++;
    for (let step = 0; m > l && step < 100 && (step === 0 || Math.abs(e[l]) > 2.2e-16 * largest); step++) {
      const g = d[l];
      let p = (d[l + 1] - g) / (2 * e[l]);
      let r = Math.hypot(p, 1) * (p < 0 ? -1 : 1);
      d[l] = e[l] / (p + r);
      d[l + 1] = e[l] * (p + r);
      const next = d[l + 1];
      const moved = g - d[l];
      for (let i = l + 2; i < n; i++) d[i] -= moved;
      shift += moved;
      p = d[m];
      let [c, c2, c3] = [1, 1, 1];
      const e1 = e[l + 1];
      let [s, s2] = [0, 0];
      for (let i = m - 1; i >= l; i--) {
        c3 = c2;
        c2 = c;
        s2 = s;
        const ge = c * e[i];
        const h = c * p;
        r = Math.hypot(p, e[i]);
        e[i + 1] = s * r;
        s = e[i] / r;
        c = p / r;
        p = c * d[i] - s * ge;
        d[i + 1] = h + s * (c * ge + s * d[i]);
        for (let k = 0; k < n; k++) {
          const at = k * n + i;
          const upper = V[at + 1];
          V[at + 1] = s * V[at] + c * upper;
          V[at] = c * V[at] - s * upper;
        }
      }
      p = (-s * s2 * c3 * e1 * e[l]) / next;
      e[l] = s * p;
      d[l] = c * p;
    }
    d[l] += shift;
    e[l] = 0;
  }
}
