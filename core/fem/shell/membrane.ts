import { inverseOf3, solveSmall } from './dense';

/**
 * A plane membrane of four corners with a rotation about its normal at each (drilling freedom), by assumed stresses: the stress field satisfies
 * equilibrium inside, so that only the displacements of the edges enter, which are those of Allman (linear along an edge, quadratic across it by the
 * difference of its corners' rotations). With it, bending in the plane neither locks nor depends on how corners lie (Pian 1964; Allman 1984; Aminpour
 * 1992, Int. J. Num. Meth. Engng 34).
 *
 * Corners run anticlockwise. Freedoms: u, v, θ of each corner, in the element's axes. Stress field of nₓ, n_y, n_xy (N/m) in coordinates scaled by `size`:
 * nₓ = β₀ + β₃ y + β₅ x + β₇ y²,  n_y = β₁ + β₄ x + β₆ y + β₈ x²,  n_xy = β₂ − β₅ y − β₆ x.
 */
export interface MembraneElement {
  /** 3n × 3n by rows, N/m, N, N·m */
  readonly stiffness: Float64Array;
  /** stress parameters from freedoms: terms × 3n by rows */
  readonly stress: Float64Array;
  /** forces on the freedoms that unit initial strains amount to, as loads: 3n × 3 by rows */
  readonly initial: Float64Array;
  readonly terms: number;
  /** length by which coordinates are scaled, m */
  readonly size: number;
}

/** Share of the shear stiffness that ties the mean of the corners' rotations to the rotation of the element: else these could turn together without effect. */
const rotationTie = 0.1;

const gaussPlaces = Float64Array.of((1 - Math.sqrt(0.6)) / 2, 0.5, (1 + Math.sqrt(0.6)) / 2);
const gaussWeights = Float64Array.of(5 / 18, 8 / 18, 5 / 18);

const terms = 9;
const freedoms = 12;

// thousands of elements are made one after the other; what they need for a moment is taken from here
const P = new Float64Array(3 * terms);
const H = new Float64Array(terms * terms);
const G = new Float64Array(terms * freedoms);
const row = new Float64Array(freedoms);
/** ∫ xᵖ y^q over the element in scaled coordinates at 5 p + q, p + q ≤ 4, m² */
const moments = new Float64Array(25);

/** The stress field as powers of the scaled coordinates: which term is what part (nₓ, n_y, n_xy) of which power of x and y, with which sign. */
const powers = [
  { term: 0, part: 0, p: 0, q: 0, sign: 1 },
  { term: 1, part: 1, p: 0, q: 0, sign: 1 },
  { term: 2, part: 2, p: 0, q: 0, sign: 1 },
  { term: 3, part: 0, p: 0, q: 1, sign: 1 },
  { term: 4, part: 1, p: 1, q: 0, sign: 1 },
  { term: 5, part: 0, p: 1, q: 0, sign: 1 },
  { term: 5, part: 2, p: 0, q: 1, sign: -1 },
  { term: 6, part: 1, p: 0, q: 1, sign: 1 },
  { term: 6, part: 2, p: 1, q: 0, sign: -1 },
  { term: 7, part: 0, p: 0, q: 2, sign: 1 },
  { term: 8, part: 1, p: 2, q: 0, sign: 1 },
];
/** What each two of them add to H = ∫ Pᵀ C P: where, of which moment, times which compliance, with which sign; four numbers each, lower half of H. */
const productsOfTwo = Int8Array.from(
  powers.flatMap((one) =>
    powers.flatMap((two) =>
      two.term > one.term
        ? []
        : [
            one.term * terms + two.term,
            5 * (one.p + two.p) + one.q + two.q,
            3 * one.part + two.part,
            one.sign * two.sign,
          ],
    ),
  ),
);

/** The stress field's terms at a place, 3 × 9 by rows. @param x scaled @param y scaled */
export function stressTerms(x: number, y: number, into: Float64Array): void {
  for (let i = 0; i < 3 * terms; i++) into[i] = 0;
  into[0] = 1;
  into[3] = y;
  into[5] = x;
  into[7] = y * y;
  into[terms + 1] = 1;
  into[terms + 4] = x;
  into[terms + 6] = y;
  into[terms + 8] = x * x;
  into[2 * terms + 2] = 1;
  into[2 * terms + 5] = -y;
  into[2 * terms + 6] = -x;
}

/** The element's moments of area by nine places, exact for what the stiffness needs. @param size by which coordinates are scaled, m */
function findMoments(xs: Float64Array, ys: Float64Array, size: number): void {
  moments.fill(0);
  for (let i = 0; i < 3; i++) {
    const a = gaussPlaces[i];
    for (let j = 0; j < 3; j++) {
      const b = gaussPlaces[j];
      const s0 = (1 - a) * (1 - b);
      const s1 = a * (1 - b);
      const s2 = a * b;
      const s3 = (1 - a) * b;
      const xa = (1 - b) * (xs[1] - xs[0]) + b * (xs[2] - xs[3]);
      const ya = (1 - b) * (ys[1] - ys[0]) + b * (ys[2] - ys[3]);
      const xb = (1 - a) * (xs[3] - xs[0]) + a * (xs[2] - xs[1]);
      const yb = (1 - a) * (ys[3] - ys[0]) + a * (ys[2] - ys[1]);
      const x = (s0 * xs[0] + s1 * xs[1] + s2 * xs[2] + s3 * xs[3]) / size;
      const y = (s0 * ys[0] + s1 * ys[1] + s2 * ys[2] + s3 * ys[3]) / size;
      let weightX = gaussWeights[i] * gaussWeights[j] * (xa * yb - xb * ya);
      for (let p = 0; p < 5; p++, weightX *= x)
        for (let q = 0, value = weightX; p + q < 5; q++, value *= y) moments[5 * p + q] += value;
    }
  }
}

/**
 * The membrane between four corners.
 * @param xs x of the corners, m, from the element's middle @param ys the same of y
 * @param stiffness 3 × 3 by rows, N/m: nₓ, n_y, n_xy for εₓ, ε_y, γ_xy
 * @param withStiffness whether its own stiffness is wanted; else it is left nought
 */
export function membraneElement(
  xs: Float64Array,
  ys: Float64Array,
  stiffness: ArrayLike<number>,
  withStiffness = true,
): MembraneElement {
  const area = ((xs[2] - xs[0]) * (ys[3] - ys[1]) - (xs[3] - xs[1]) * (ys[2] - ys[0])) / 2;
  const size = Math.sqrt(area);
  const compliance = inverseOf3(stiffness);
  findMoments(xs, ys, size);
  H.fill(0);
  for (let i = 0; i < productsOfTwo.length; i += 4)
    H[productsOfTwo[i]] += productsOfTwo[i + 3] * compliance[productsOfTwo[i + 2]] * moments[productsOfTwo[i + 1]];
  edgeWork(xs, ys, size);
  const stress = G.slice();
  solveSmall(H, terms, stress, freedoms);
  const k = new Float64Array(withStiffness ? freedoms * freedoms : 0);
  if (withStiffness) {
    for (let t = 0; t < terms; t++)
      for (let i = 0; i < freedoms; i++) {
        const share = G[t * freedoms + i];
        for (let j = 0, at = i * freedoms, from = t * freedoms; j <= i; j++) k[at + j] += share * stress[from + j];
      }
    for (let i = 0; i < freedoms; i++) for (let j = 0; j < i; j++) k[j * freedoms + i] = k[i * freedoms + j];
    tieRotations(xs, ys, area, rotationTie * stiffness[8], k);
  }
  const initial = new Float64Array(freedoms * 3);
  // held against strains, the field is an even one: its first three terms
  for (let i = 0; i < freedoms; i++)
    for (let c = 0; c < 3; c++)
      initial[3 * i + c] =
        G[i] * stiffness[c] + G[freedoms + i] * stiffness[3 + c] + G[2 * freedoms + i] * stiffness[6 + c];
  return { stiffness: k, stress, initial, terms, size };
}

/** Work of each stress term's tractions on each freedom, terms × 12 by rows, into G. */
function edgeWork(xs: Float64Array, ys: Float64Array, size: number): void {
  G.fill(0);
  for (let i = 0; i < 4; i++) {
    const j = (i + 1) % 4;
    const dx = xs[j] - xs[i];
    const dy = ys[j] - ys[i];
    const [atI, atJ] = [3 * i, 3 * j];
    for (let g = 0; g < 3; g++) {
      const s = gaussPlaces[g];
      const weight = gaussWeights[g];
      stressTerms((xs[i] + s * dx) / size, (ys[i] + s * dy) / size, P);
      // the outward normal times the edge's length is (dy, −dx); across the edge the corners' rotations bow it by L/2 s(1−s)(θⱼ−θᵢ)
      const bow = (s * (1 - s)) / 2;
      for (let t = 0, at = 0; t < terms; t++, at += freedoms) {
        const tx = weight * (P[t] * dy - P[2 * terms + t] * dx);
        const ty = weight * (P[2 * terms + t] * dy - P[terms + t] * dx);
        const turned = bow * (tx * dy - ty * dx);
        G[at + atI] += (1 - s) * tx;
        G[at + atI + 1] += (1 - s) * ty;
        G[at + atJ] += s * tx;
        G[at + atJ + 1] += s * ty;
        G[at + atI + 2] -= turned;
        G[at + atJ + 2] += turned;
      }
    }
  }
}

/** Adds ½ c A (mean of θ − ω)² to the energy, ω = ½ (∂v/∂x − ∂u/∂y) over the area by the edges. @param c N/m */
function tieRotations(xs: Float64Array, ys: Float64Array, area: number, c: number, k: Float64Array): void {
  for (let i = 0; i < 4; i++) {
    const before = (i + 3) % 4;
    const after = (i + 1) % 4;
    // ω A = ½ ∮ u·ds, linear along each edge
    row[3 * i] = -(xs[after] - xs[before]) / (4 * area);
    row[3 * i + 1] = -(ys[after] - ys[before]) / (4 * area);
    row[3 * i + 2] = 1 / 4;
  }
  for (let i = 0; i < freedoms; i++)
    for (let j = 0; j < freedoms; j++) k[i * freedoms + j] += c * area * row[i] * row[j];
}
