import { inverseOf3, solveSmall } from './dense';

/**
 * A plane membrane of three or four corners with a rotation about its normal at each (drilling freedom), by assumed stresses: the stress field
 * satisfies equilibrium inside, so that only the displacements of the edges enter, which are those of Allman (linear along an edge, quadratic
 * across it by the difference of its corners' rotations). With it, bending in the plane neither locks nor depends on how corners lie
 * (Pian 1964; Allman 1984; Aminpour 1992, Int. J. Num. Meth. Engng 34).
 *
 * Corners run anticlockwise. Freedoms: u, v, θ of each corner, in the element's axes. Stress field of nₓ, n_y, n_xy (N/m) in coordinates
 * scaled by `size`, nine terms of four corners and the first seven of three:
 * nₓ = β₀ + β₃ y + β₅ x + β₇ y²,  n_y = β₁ + β₄ x + β₆ y + β₈ x²,  n_xy = β₂ − β₅ y − β₆ x.
 */
export interface MembraneElement {
  /** 3n × 3n by rows, N/m, N, N·m */
  readonly stiffness: Float64Array;
  /** stress parameters from freedoms: terms × 3n by rows */
  readonly stress: Float64Array;
  /** stress parameters of a held element under unit initial strains εₓ, ε_y, γ_xy: terms × 3 by rows */
  readonly held: Float64Array;
  /** forces on the freedoms that unit initial strains amount to, as loads: 3n × 3 by rows */
  readonly initial: Float64Array;
  readonly terms: number;
  /** length by which coordinates are scaled, m */
  readonly size: number;
}

/** Share of the shear stiffness that ties the mean of the corners' rotations to the rotation of the element: else these could turn together without effect. */
const rotationTie = 0.1;

const gauss3 = [
  [(1 - Math.sqrt(0.6)) / 2, 5 / 18],
  [0.5, 8 / 18],
  [(1 + Math.sqrt(0.6)) / 2, 5 / 18],
] as const;

/** The stress field's terms at a place, 3 × terms by rows. @param x scaled @param y scaled */
export function stressTerms(terms: number, x: number, y: number, into: Float64Array): void {
  into.fill(0, 0, 3 * terms);
  into[0] = 1;
  into[3] = y;
  into[5] = x;
  into[terms + 1] = 1;
  into[terms + 4] = x;
  into[terms + 6] = y;
  into[2 * terms + 2] = 1;
  into[2 * terms + 5] = -y;
  into[2 * terms + 6] = -x;
  if (terms > 7) {
    into[7] = y * y;
    into[terms + 8] = x * x;
  }
}

/** Places and weights over an element of three or four corners: x, y, weight (m²) each; exact for what the stiffness needs. */
export function areaPoints(xs: ArrayLike<number>, ys: ArrayLike<number>): { x: number; y: number; weight: number }[] {
  if (xs.length === 3) {
    const area = Math.abs((xs[1] - xs[0]) * (ys[2] - ys[0]) - (xs[2] - xs[0]) * (ys[1] - ys[0])) / 2;
    return [0, 1, 2].map((i) => ({
      x: (xs[i] + xs[(i + 1) % 3]) / 2,
      y: (ys[i] + ys[(i + 1) % 3]) / 2,
      weight: area / 3,
    }));
  }
  const found: { x: number; y: number; weight: number }[] = [];
  for (const [a, wa] of gauss3)
    for (const [b, wb] of gauss3) {
      const shape = [(1 - a) * (1 - b), a * (1 - b), a * b, (1 - a) * b];
      const da = [-(1 - b), 1 - b, b, -b];
      const db = [-(1 - a), -a, a, 1 - a];
      let [x, y, xa, xb, ya, yb] = [0, 0, 0, 0, 0, 0];
      for (let i = 0; i < 4; i++) {
        x += shape[i] * xs[i];
        y += shape[i] * ys[i];
        xa += da[i] * xs[i];
        xb += db[i] * xs[i];
        ya += da[i] * ys[i];
        yb += db[i] * ys[i];
      }
      found.push({ x, y, weight: wa * wb * (xa * yb - xb * ya) });
    }
  return found;
}

/**
 * The membrane between corners.
 * @param xs x of the corners, m, from the element's middle @param ys the same of y
 * @param stiffness 3 × 3 by rows, N/m: nₓ, n_y, n_xy for εₓ, ε_y, γ_xy
 * @param withStiffness whether its own stiffness is wanted; else it is left nought
 */
export function membraneElement(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  stiffness: ArrayLike<number>,
  withStiffness = true,
): MembraneElement {
  const n = xs.length;
  const terms = n === 4 ? 9 : 7;
  const freedoms = 3 * n;
  const points = areaPoints(xs, ys);
  const area = points.reduce((sum, point) => sum + point.weight, 0);
  const size = Math.sqrt(area);
  const compliance = inverseOf3(stiffness);
  const P = new Float64Array(3 * terms);
  const CP = new Float64Array(3 * terms);
  // H = ∫ Pᵀ C P, in units of area / stiffness
  const H = new Float64Array(terms * terms);
  const held = new Float64Array(terms * 3);
  for (const { x, y, weight } of points) {
    stressTerms(terms, x / size, y / size, P);
    for (let i = 0; i < 3; i++)
      for (let j = 0; j < terms; j++)
        CP[i * terms + j] =
          compliance[3 * i] * P[j] + compliance[3 * i + 1] * P[terms + j] + compliance[3 * i + 2] * P[2 * terms + j];
    for (let i = 0; i < terms; i++) {
      for (let j = 0; j <= i; j++) {
        let sum = 0;
        for (let k = 0; k < 3; k++) sum += P[k * terms + i] * CP[k * terms + j];
        H[i * terms + j] += weight * sum;
      }
      for (let k = 0; k < 3; k++) held[3 * i + k] -= weight * P[k * terms + i];
    }
  }
  // G: the work of the field's edge tractions on the edges' displacements
  const G = edgeWork(xs, ys, terms, size);
  const strained = held.slice();
  const right = new Float64Array(terms * (freedoms + 3));
  for (let i = 0; i < terms; i++) {
    right.set(G.subarray(i * freedoms, (i + 1) * freedoms), i * (freedoms + 3));
    right.set(held.subarray(3 * i, 3 * i + 3), i * (freedoms + 3) + freedoms);
  }
  solveSmall(H, terms, right, freedoms + 3);
  const stress = new Float64Array(terms * freedoms);
  for (let i = 0; i < terms; i++) {
    stress.set(right.subarray(i * (freedoms + 3), i * (freedoms + 3) + freedoms), i * freedoms);
    held.set(right.subarray(i * (freedoms + 3) + freedoms, (i + 1) * (freedoms + 3)), 3 * i);
  }
  const k = new Float64Array(freedoms * freedoms);
  const initial = new Float64Array(freedoms * 3);
  for (let i = 0; i < freedoms; i++) {
    for (let c = 0; c < 3; c++) {
      let sum = 0;
      for (let t = 0; t < terms; t++) sum -= stress[t * freedoms + i] * strained[3 * t + c];
      initial[3 * i + c] = sum;
    }
    for (let j = 0; withStiffness && j <= i; j++) {
      let sum = 0;
      for (let t = 0; t < terms; t++) sum += G[t * freedoms + i] * stress[t * freedoms + j];
      k[i * freedoms + j] = k[j * freedoms + i] = sum;
    }
  }
  if (withStiffness) tieRotations(xs, ys, area, rotationTie * stiffness[8], k);
  return { stiffness: k, stress, held, initial, terms, size };
}

/** Work of each stress term's tractions on each freedom, terms × 3n by rows. */
function edgeWork(xs: ArrayLike<number>, ys: ArrayLike<number>, terms: number, size: number): Float64Array {
  const n = xs.length;
  const freedoms = 3 * n;
  const G = new Float64Array(terms * freedoms);
  const P = new Float64Array(3 * terms);
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n;
    const [dx, dy] = [xs[j] - xs[i], ys[j] - ys[i]];
    for (const [s, weight] of gauss3) {
      stressTerms(terms, (xs[i] + s * dx) / size, (ys[i] + s * dy) / size, P);
      // the outward normal times the edge's length is (dy, −dx); across the edge the corners' rotations bow it by L/2 s(1−s)(θⱼ−θᵢ)
      const bow = (s * (1 - s)) / 2;
      for (let t = 0; t < terms; t++) {
        const tx = weight * (P[t] * dy - P[2 * terms + t] * dx);
        const ty = weight * (P[2 * terms + t] * dy - P[terms + t] * dx);
        const turned = bow * (tx * dy - ty * dx);
        const row = t * freedoms;
        G[row + 3 * i] += (1 - s) * tx;
        G[row + 3 * i + 1] += (1 - s) * ty;
        G[row + 3 * j] += s * tx;
        G[row + 3 * j + 1] += s * ty;
        G[row + 3 * i + 2] -= turned;
        G[row + 3 * j + 2] += turned;
      }
    }
  }
  return G;
}

/** Adds ½ c A (mean of θ − ω)² to the energy, ω = ½ (∂v/∂x − ∂u/∂y) over the area by the edges. @param c N/m */
function tieRotations(xs: ArrayLike<number>, ys: ArrayLike<number>, area: number, c: number, k: Float64Array): void {
  const n = xs.length;
  const freedoms = 3 * n;
  const row = new Float64Array(freedoms);
  for (let i = 0; i < n; i++) {
    const [before, after] = [(i + n - 1) % n, (i + 1) % n];
    // ω A = ½ ∮ u·ds, linear along each edge
    row[3 * i] = -(xs[after] - xs[before]) / (4 * area);
    row[3 * i + 1] = -(ys[after] - ys[before]) / (4 * area);
    row[3 * i + 2] = 1 / n;
  }
  for (let i = 0; i < freedoms; i++)
    for (let j = 0; j < freedoms; j++) k[i * freedoms + j] += c * area * row[i] * row[j];
}
