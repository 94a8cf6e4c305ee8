/**
 * A plate of three or four corners that bends and shears without locking from thick to thin: rotations linear along the edges and quadratic by one
 * parameter an edge, which follows from shear that is constant along that edge (DKMT and DKMQ; Katili 1993, Int. J. Num. Meth. Engng 36,
 * pp. 1859 and 1885). Thin plates become those of discrete Kirchhoff elements, thick ones those of Reissner and Mindlin.
 *
 * Corners run anticlockwise. Freedoms: w, βₓ, β_y of each corner, with u = z βₓ, v = z β_y; curvatures κₓ = ∂βₓ/∂x, κ_y = ∂β_y/∂y,
 * κ_xy = ∂βₓ/∂y + ∂β_y/∂x; shear γₓ = ∂w/∂x + βₓ, γ_y = ∂w/∂y + β_y.
 */
export interface PlateElement {
  /** 3n × 3n by rows, N/m, N, N·m */
  readonly stiffness: Float64Array;
  /** places at which strains are taken, with their weights in m² */
  readonly points: readonly PlatePoint[];
}

/** Strains of a plate at one place from its freedoms. */
export interface PlatePoint {
  /** of the element's own square −1…1, or the triangle's area coordinates of its second and third corner */
  readonly at: readonly [number, number];
  /** m² */
  readonly weight: number;
  /** κₓ, κ_y, κ_xy from freedoms: 3 × 3n by rows */
  readonly bending: Float64Array;
  /** γₓ, γ_y from freedoms: 2 × 3n by rows */
  readonly shear: Float64Array;
}

/** What a plate is made of: moments m (N·m/m) from curvatures, 3 × 3 by rows (N·m), and shear forces from shear strains, 2 × 2 by rows (N/m). */
export interface PlateStiffness {
  readonly bending: ArrayLike<number>;
  readonly shear: ArrayLike<number>;
}

const gauss2 = 1 / Math.sqrt(3);
const quadPoints = [
  [-gauss2, -gauss2],
  [gauss2, -gauss2],
  [gauss2, gauss2],
  [-gauss2, gauss2],
] as const;
const trianglePoints = [
  [1 / 6, 1 / 6],
  [2 / 3, 1 / 6],
  [1 / 6, 2 / 3],
] as const;

/** @param xs x of the corners, m @param ys y of the corners, m */
export function plateElement(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  made: PlateStiffness,
  withStiffness = true,
): PlateElement {
  const n = xs.length;
  const freedoms = 3 * n;
  const edges = edgesOf(xs, ys, made);
  const points = (n === 4 ? quadPoints : trianglePoints).map((at) => pointOf(xs, ys, edges, at));
  const k = new Float64Array(freedoms * freedoms);
  for (const { weight, bending, shear } of withStiffness ? points : []) {
    addProduct(k, freedoms, bending, made.bending, 3, weight);
    addProduct(k, freedoms, shear, made.shear, 2, weight);
  }
  return { stiffness: k, points };
}

/** Adds w Bᵀ D B. */
function addProduct(
  k: Float64Array,
  freedoms: number,
  B: Float64Array,
  D: ArrayLike<number>,
  rows: number,
  weight: number,
): void {
  const column = new Float64Array(rows);
  for (let j = 0; j < freedoms; j++) {
    for (let r = 0; r < rows; r++) {
      let sum = 0;
      for (let s = 0; s < rows; s++) sum += D[rows * r + s] * B[s * freedoms + j];
      column[r] = weight * sum;
    }
    for (let i = 0; i < freedoms; i++) {
      let sum = 0;
      for (let r = 0; r < rows; r++) sum += B[r * freedoms + i] * column[r];
      k[i * freedoms + j] += sum;
    }
  }
}

interface Edge {
  readonly from: number;
  readonly to: number;
  readonly length: number;
  /** cosine and sine of its direction */
  readonly c: number;
  readonly s: number;
  /** shear against bending along the edge: 12 D / (S L²) */
  readonly phi: number;
  /** the quadratic rotation parameter from the freedoms */
  readonly row: Float64Array;
}

function edgesOf(xs: ArrayLike<number>, ys: ArrayLike<number>, { bending, shear }: PlateStiffness): Edge[] {
  const n = xs.length;
  return Array.from({ length: n }, (_, from) => {
    const to = (from + 1) % n;
    const [dx, dy] = [xs[to] - xs[from], ys[to] - ys[from]];
    const length = Math.hypot(dx, dy);
    const [c, s] = [dx / length, dy / length];
    // bending along the edge of a curvature along it, and shear along it
    const [e0, e1, e2] = [c * c, s * s, 2 * c * s];
    const along =
      e0 * (bending[0] * e0 + bending[1] * e1 + bending[2] * e2) +
      e1 * (bending[3] * e0 + bending[4] * e1 + bending[5] * e2) +
      e2 * (bending[6] * e0 + bending[7] * e1 + bending[8] * e2);
    const phi = (12 * along) / ((c * c * shear[0] + 2 * c * s * shear[1] + s * s * shear[3]) * length * length);
    const row = new Float64Array(3 * n);
    const factor = -3 / (2 * length * (1 + phi));
    row[3 * from] = -factor;
    row[3 * to] = factor;
    for (const corner of [from, to]) {
      row[3 * corner + 1] = (factor * length * c) / 2;
      row[3 * corner + 2] = (factor * length * s) / 2;
    }
    return { from, to, length, c, s, phi, row };
  });
}

function pointOf(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  edges: readonly Edge[],
  at: readonly [number, number],
): PlatePoint {
  const n = xs.length;
  const freedoms = 3 * n;
  const [a, b] = at;
  const isQuad = n === 4;
  const da = isQuad ? [-(1 - b) / 4, (1 - b) / 4, (1 + b) / 4, -(1 + b) / 4] : [-1, 1, 0];
  const db = isQuad ? [-(1 - a) / 4, -(1 + a) / 4, (1 + a) / 4, (1 - a) / 4] : [-1, 0, 1];
  let [xa, xb, ya, yb] = [0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    xa += da[i] * xs[i];
    xb += db[i] * xs[i];
    ya += da[i] * ys[i];
    yb += db[i] * ys[i];
  }
  const det = xa * yb - xb * ya;
  const inX = (pa: number, pb: number) => (yb * pa - ya * pb) / det;
  const inY = (pa: number, pb: number) => (xa * pb - xb * pa) / det;
  const bending = new Float64Array(3 * freedoms);
  for (let i = 0; i < n; i++) {
    const [px, py] = [inX(da[i], db[i]), inY(da[i], db[i])];
    bending[3 * i + 1] = px;
    bending[freedoms + 3 * i + 2] = py;
    bending[2 * freedoms + 3 * i + 1] = py;
    bending[2 * freedoms + 3 * i + 2] = px;
  }
  // bubbles along the edges
  const pa = isQuad
    ? [-a * (1 - b), (1 - b * b) / 2, -a * (1 + b), -(1 - b * b) / 2]
    : [4 * (1 - 2 * a - b), 4 * b, -4 * b];
  const pb = isQuad
    ? [-(1 - a * a) / 2, -b * (1 + a), (1 - a * a) / 2, -b * (1 - a)]
    : [-4 * a, 4 * a, 4 * (1 - a - 2 * b)];
  edges.forEach(({ c, s, row }, k) => {
    const [px, py] = [inX(pa[k], pb[k]), inY(pa[k], pb[k])];
    for (let i = 0; i < freedoms; i++) {
      bending[i] += px * c * row[i];
      bending[freedoms + i] += py * s * row[i];
      bending[2 * freedoms + i] += (py * c + px * s) * row[i];
    }
  });
  const shear = new Float64Array(2 * freedoms);
  if (isQuad) {
    // covariant shear constant along each edge, linear between opposite edges
    const half = edges.map(({ length, phi }, k) => ((k < 2 ? 1 : -1) * length * -phi) / 3);
    const weights = [(1 - b) / 2, (1 + a) / 2, (1 + b) / 2, (1 - a) / 2];
    edges.forEach(({ row }, k) => {
      const value = half[k] * weights[k];
      const [x, y] = k % 2 === 0 ? [inX(value, 0), inY(value, 0)] : [inX(0, value), inY(0, value)];
      for (let i = 0; i < freedoms; i++) {
        shear[i] += x * row[i];
        shear[freedoms + i] += y * row[i];
      }
    });
  } else {
    // at each corner the shear whose parts along both its edges are theirs; linear between corners
    const area = [1 - a - b, a, b];
    for (let corner = 0; corner < 3; corner++) {
      const [one, other] = [edges[corner], edges[(corner + 2) % 3]];
      const cross = one.c * other.s - one.s * other.c;
      const factor = area[corner] / cross;
      for (let i = 0; i < freedoms; i++) {
        const p = (-2 / 3) * one.phi * one.row[i];
        const q = (-2 / 3) * other.phi * other.row[i];
        shear[i] += factor * (other.s * p - one.s * q);
        shear[freedoms + i] += factor * (one.c * q - other.c * p);
      }
    }
  }
  return { at, weight: isQuad ? det : det / 6, bending, shear };
}
