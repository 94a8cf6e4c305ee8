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
  /** strains κₓ, κ_y, κ_xy, γₓ, γ_y from freedoms at each of n places, one place after the other: 5 × 3n by rows */
  readonly strains: Float64Array;
  /** weights of these places, m² */
  readonly weights: Float64Array;
}

/** What a plate is made of: moments m (N·m/m) from curvatures, 3 × 3 by rows (N·m), and shear forces from shear strains, 2 × 2 by rows (N/m). */
export interface PlateStiffness {
  readonly bending: ArrayLike<number>;
  readonly shear: ArrayLike<number>;
}

/** A place in an element, with the values of the corners' shapes and of the edges' bubbles (1 at their middles) and their derivatives there. */
interface PlateShapes {
  /** in the axes of the element's own square −1 … 1, or in a triangle's area coordinates */
  readonly a: number;
  readonly b: number;
  /** its share in the area of the square (of 4) or of the triangle (of 1) */
  readonly weight: number;
  readonly shapes: Float64Array;
  readonly bubbles: Float64Array;
  readonly da: Float64Array;
  readonly db: Float64Array;
  readonly pa: Float64Array;
  readonly pb: Float64Array;
}

const inQuad = (a: number, b: number, weight: number): PlateShapes => ({
  a,
  b,
  weight,
  shapes: Float64Array.of((1 - a) * (1 - b), (1 + a) * (1 - b), (1 + a) * (1 + b), (1 - a) * (1 + b)).map(
    (value) => value / 4,
  ),
  bubbles: Float64Array.of(
    (1 - a * a) * (1 - b),
    (1 - b * b) * (1 + a),
    (1 - a * a) * (1 + b),
    (1 - b * b) * (1 - a),
  ).map((value) => value / 2),
  da: Float64Array.of(-(1 - b) / 4, (1 - b) / 4, (1 + b) / 4, -(1 + b) / 4),
  db: Float64Array.of(-(1 - a) / 4, -(1 + a) / 4, (1 + a) / 4, (1 - a) / 4),
  pa: Float64Array.of(-a * (1 - b), (1 - b * b) / 2, -a * (1 + b), -(1 - b * b) / 2),
  pb: Float64Array.of(-(1 - a * a) / 2, -b * (1 + a), (1 - a * a) / 2, -b * (1 - a)),
});

const inTriangle = (a: number, b: number, weight: number): PlateShapes => ({
  a,
  b,
  weight,
  shapes: Float64Array.of(1 - a - b, a, b),
  bubbles: Float64Array.of(4 * (1 - a - b) * a, 4 * a * b, 4 * b * (1 - a - b)),
  da: Float64Array.of(-1, 1, 0),
  db: Float64Array.of(-1, 0, 1),
  pa: Float64Array.of(4 * (1 - 2 * a - b), 4 * b, -4 * b),
  pb: Float64Array.of(-4 * a, 4 * a, 4 * (1 - a - 2 * b)),
});

const gauss2 = 1 / Math.sqrt(3);
/** Places of the strains, which integrate their square: of four corners, of three. */
const strainPlaces = {
  4: [inQuad(-gauss2, -gauss2, 1), inQuad(gauss2, -gauss2, 1), inQuad(gauss2, gauss2, 1), inQuad(-gauss2, gauss2, 1)],
  3: [inTriangle(1 / 6, 1 / 6, 1 / 3), inTriangle(2 / 3, 1 / 6, 1 / 3), inTriangle(1 / 6, 2 / 3, 1 / 3)],
};
const gauss3 = [
  [-Math.sqrt(0.6), 5 / 9],
  [0, 8 / 9],
  [Math.sqrt(0.6), 5 / 9],
];
/** Six places of a triangle for polynomials of the fourth degree (Dunavant 1985). */
const sixOfTriangle = [
  [0.445948490915965, 0.223381589678011],
  [0.091576213509771, 0.109951743655322],
].flatMap(([at, weight]) => [
  inTriangle(at, at, weight),
  inTriangle(1 - 2 * at, at, weight),
  inTriangle(at, 1 - 2 * at, weight),
]);
/** Places of the slopes, which integrate the square of a quadratic. */
const slopePlaces = {
  4: gauss3.flatMap(([a, p]) => gauss3.map(([b, q]) => inQuad(a, b, p * q))),
  3: sixOfTriangle,
};
const placesOf = <T>(places: { 3: T; 4: T }, corners: number): T => (corners === 4 ? places[4] : places[3]);

// thousands of elements are made one after the other; what they need for a moment is taken from here
const rows = new Float64Array(4 * 12);
const cosines = new Float64Array(4);
const sines = new Float64Array(4);
const phis = new Float64Array(4);
const lengths = new Float64Array(4);
const stressed = new Float64Array(60);

/** @param xs x of the corners, m @param ys y of the corners, m */
export function plateElement(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  made: PlateStiffness,
  withStiffness = true,
): PlateElement {
  const n = xs.length;
  const freedoms = 3 * n;
  findEdges(xs, ys, made);
  const strains = new Float64Array(n * 5 * freedoms);
  const weights = new Float64Array(n);
  placesOf(strainPlaces, n).forEach((place, p) => {
    weights[p] = strainsAt(xs, ys, place, strains, p * 5 * freedoms);
  });
  const k = new Float64Array(withStiffness ? freedoms * freedoms : 0);
  for (let p = 0; withStiffness && p < n; p++) addEnergy(k, freedoms, strains, p * 5 * freedoms, made, weights[p]);
  for (let i = 0; withStiffness && i < freedoms; i++)
    for (let j = 0; j < i; j++) k[j * freedoms + i] = k[i * freedoms + j];
  return { stiffness: k, strains, weights };
}

/**
 * Slopes ∂w/∂x and ∂w/∂y of the surface from the freedoms at the places of `slopesOfShapes`, one place after the other: 2 × 3n by rows. They are those of the
 * element's own rotations and shear (∇w = γ − β), along thin edges those of a cubic.
 */
export function plateSlopes(xs: ArrayLike<number>, ys: ArrayLike<number>, made: PlateStiffness): Float64Array {
  const n = xs.length;
  const freedoms = 3 * n;
  findEdges(xs, ys, made);
  const places = placesOf(slopePlaces, n);
  const slopes = new Float64Array(places.length * 2 * freedoms);
  const strains = new Float64Array(5 * freedoms);
  places.forEach((place, p) => {
    strainsAt(xs, ys, place, strains.fill(0), 0);
    const { shapes, bubbles } = place;
    const x = 2 * p * freedoms;
    const y = x + freedoms;
    for (let i = 0; i < freedoms; i++) {
      slopes[x + i] = strains[3 * freedoms + i];
      slopes[y + i] = strains[4 * freedoms + i];
      for (let k = 0; k < n; k++) {
        slopes[x + i] -= bubbles[k] * cosines[k] * rows[12 * k + i];
        slopes[y + i] -= bubbles[k] * sines[k] * rows[12 * k + i];
      }
    }
    for (let i = 0; i < n; i++) {
      slopes[x + 3 * i + 1] -= shapes[i];
      slopes[y + 3 * i + 2] -= shapes[i];
    }
  });
  return slopes;
}

/** A place of an element: values of its corners' shapes, derivatives in x and y of these and of the edges' bubbles, and its weight, m². */
export interface SlopePlace {
  readonly shapes: Float64Array;
  readonly nx: Float64Array;
  readonly ny: Float64Array;
  readonly px: Float64Array;
  readonly py: Float64Array;
  readonly weight: number;
}

/** The places at which slopes are taken. @param xs x of the corners, m @param ys y of the corners, m */
export const slopesOfShapes = (xs: ArrayLike<number>, ys: ArrayLike<number>): SlopePlace[] =>
  placesOf(slopePlaces, xs.length).map(({ shapes, da, db, pa, pb, weight }) => {
    let [xa, xb, ya, yb] = [0, 0, 0, 0];
    for (let i = 0; i < xs.length; i++) {
      xa += da[i] * xs[i];
      xb += db[i] * xs[i];
      ya += da[i] * ys[i];
      yb += db[i] * ys[i];
    }
    const det = xa * yb - xb * ya;
    return {
      shapes,
      nx: da.map((value, i) => (yb * value - ya * db[i]) / det),
      ny: da.map((value, i) => (xa * db[i] - xb * value) / det),
      px: pa.map((value, i) => (yb * value - ya * pb[i]) / det),
      py: pa.map((value, i) => (xa * pb[i] - xb * value) / det),
      weight: (xs.length === 4 ? 1 : 0.5) * weight * det,
    };
  });

/** Adds the lower half of w Bᵀ D B, of bending and shear. @param at where the strains of the place begin */
function addEnergy(
  k: Float64Array,
  freedoms: number,
  B: Float64Array,
  at: number,
  { bending, shear }: PlateStiffness,
  weight: number,
): void {
  const [r1, r2, r3, r4] = [freedoms, 2 * freedoms, 3 * freedoms, 4 * freedoms];
  for (let j = 0; j < freedoms; j++) {
    const x = B[at + j];
    const y = B[at + r1 + j];
    const xy = B[at + r2 + j];
    const gx = B[at + r3 + j];
    const gy = B[at + r4 + j];
    stressed[j] = weight * (bending[0] * x + bending[1] * y + bending[2] * xy);
    stressed[r1 + j] = weight * (bending[3] * x + bending[4] * y + bending[5] * xy);
    stressed[r2 + j] = weight * (bending[6] * x + bending[7] * y + bending[8] * xy);
    stressed[r3 + j] = weight * (shear[0] * gx + shear[1] * gy);
    stressed[r4 + j] = weight * (shear[2] * gx + shear[3] * gy);
  }
  for (let i = 0; i < freedoms; i++) {
    const x = B[at + i];
    const y = B[at + r1 + i];
    const xy = B[at + r2 + i];
    const gx = B[at + r3 + i];
    const gy = B[at + r4 + i];
    for (let j = 0; j <= i; j++) {
      k[i * freedoms + j] +=
        x * stressed[j] + y * stressed[r1 + j] + xy * stressed[r2 + j] + gx * stressed[r3 + j] + gy * stressed[r4 + j];
    }
  }
}

/** Of each edge: length, cosine and sine of its direction, 12 D / (S L²) as shear against bending along it, and its quadratic rotation parameter from the freedoms. */
function findEdges(xs: ArrayLike<number>, ys: ArrayLike<number>, { bending, shear }: PlateStiffness): void {
  const n = xs.length;
  rows.fill(0);
  for (let from = 0; from < n; from++) {
    const to = (from + 1) % n;
    const [dx, dy] = [xs[to] - xs[from], ys[to] - ys[from]];
    const length = Math.sqrt(dx * dx + dy * dy);
    const [c, s] = [dx / length, dy / length];
    // bending along the edge of a curvature along it, and shear along it
    const [e0, e1, e2] = [c * c, s * s, 2 * c * s];
    const along =
      e0 * (bending[0] * e0 + bending[1] * e1 + bending[2] * e2) +
      e1 * (bending[3] * e0 + bending[4] * e1 + bending[5] * e2) +
      e2 * (bending[6] * e0 + bending[7] * e1 + bending[8] * e2);
    const phi = (12 * along) / ((c * c * shear[0] + 2 * c * s * shear[1] + s * s * shear[3]) * length * length);
    const row = 12 * from;
    const factor = -3 / (2 * length * (1 + phi));
    rows[row + 3 * from] = -factor;
    rows[row + 3 * to] = factor;
    rows[row + 3 * from + 1] = rows[row + 3 * to + 1] = (factor * length * c) / 2;
    rows[row + 3 * from + 2] = rows[row + 3 * to + 2] = (factor * length * s) / 2;
    [lengths[from], cosines[from], sines[from], phis[from]] = [length, c, s, phi];
  }
}

/** Writes the strains at a place, 5 × 3n by rows from `at` on. @returns the place's weight, m² */
function strainsAt(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  { a, b, weight: share, da, db, pa, pb }: PlateShapes,
  into: Float64Array,
  at: number,
): number {
  const n = xs.length;
  const freedoms = 3 * n;
  const isQuad = n === 4;
  let [xa, xb, ya, yb] = [0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    xa += da[i] * xs[i];
    xb += db[i] * xs[i];
    ya += da[i] * ys[i];
    yb += db[i] * ys[i];
  }
  const det = xa * yb - xb * ya;
  const ox = at;
  const oy = at + freedoms;
  const oxy = at + 2 * freedoms;
  const gx = at + 3 * freedoms;
  const gy = at + 4 * freedoms;
  for (let i = 0; i < n; i++) {
    const px = (yb * da[i] - ya * db[i]) / det;
    const py = (xa * db[i] - xb * da[i]) / det;
    into[ox + 3 * i + 1] = px;
    into[oy + 3 * i + 2] = py;
    into[oxy + 3 * i + 1] = py;
    into[oxy + 3 * i + 2] = px;
  }
  for (let k = 0; k < n; k++) {
    const px = (yb * pa[k] - ya * pb[k]) / det;
    const py = (xa * pb[k] - xb * pa[k]) / det;
    const c = cosines[k];
    const s = sines[k];
    // an edge's parameter follows from its two corners alone
    for (let end = 0; end < 2; end++) {
      const from = 3 * ((k + end) % n);
      for (let i = from; i < from + 3; i++) {
        const share = rows[12 * k + i];
        into[ox + i] += px * c * share;
        into[oy + i] += py * s * share;
        into[oxy + i] += (py * c + px * s) * share;
      }
    }
  }
  if (isQuad)
    // covariant shear constant along each edge, linear between opposite edges
    for (let k = 0; k < 4; k++) {
      const weight = k === 0 ? (1 - b) / 2 : k === 1 ? (1 + a) / 2 : k === 2 ? (1 + b) / 2 : (1 - a) / 2;
      const value = (((k < 2 ? 1 : -1) * lengths[k] * -phis[k]) / 3) * weight;
      const x = (k % 2 === 0 ? yb * value : -ya * value) / det;
      const y = (k % 2 === 0 ? -xb * value : xa * value) / det;
      for (let end = 0; end < 2; end++) {
        const from = 3 * ((k + end) % 4);
        for (let i = from; i < from + 3; i++) {
          into[gx + i] += x * rows[12 * k + i];
          into[gy + i] += y * rows[12 * k + i];
        }
      }
    }
  else
    // at each corner the shear whose parts along both its edges are theirs; linear between corners
    for (let corner = 0; corner < 3; corner++) {
      const other = (corner + 2) % 3;
      const cross = cosines[corner] * sines[other] - sines[corner] * cosines[other];
      const factor = (corner === 0 ? 1 - a - b : corner === 1 ? a : b) / cross;
      for (let i = 0; i < freedoms; i++) {
        const p = (-2 / 3) * phis[corner] * rows[12 * corner + i];
        const q = (-2 / 3) * phis[other] * rows[12 * other + i];
        into[gx + i] += factor * (sines[other] * p - sines[corner] * q);
        into[gy + i] += factor * (cosines[corner] * q - cosines[other] * p);
      }
    }
  return (isQuad ? share : share / 2) * det;
}
