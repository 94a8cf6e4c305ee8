import { stressTerms } from './membrane';
import { plateSlopes, slopesOfShapes } from './plate';
import { membranePlaces, shellStiffness, type ShellElement, type ShellParts } from './shell-element';

/**
 * What an element needs to feel the forces in its plane: how they follow from its corners' movements, and the slopes and stretches on which they do work in
 * second order, ½ nᵢⱼ uₖ,ᵢ uₖ,ⱼ (Green's strain; Bathe, Finite Element Procedures, 6.3). Across its plane the slopes are those of the plate's own cubic
 * edges, in it those of the membrane's bowed ones, so that a column of few elements buckles as it should.
 */
export interface Softening {
  readonly corners: number;
  /** parameters of the forces in its plane from u, v, θ, `parameters` × 3n by rows: the stress field's terms, or of a triangle nₓ n_y n_xy at its corners */
  readonly stress: Float64Array;
  /** nₓ n_y n_xy that an even free strain of 1 gives while the element is held, N/m */
  readonly held: readonly [number, number, number];
  /** of each place, m² */
  readonly weights: Float64Array;
  /** nₓ n_y n_xy from the parameters, 3 × `parameters` by rows, one place after the other */
  readonly terms: Float64Array;
  /** ∂u/∂x ∂u/∂y ∂v/∂x ∂v/∂y at each place from u, v, θ: 4 × 3n by rows */
  readonly inPlane: Float64Array;
  /** ∂w/∂x ∂w/∂y at each place from w, βₓ, β_y: 2 × 3n by rows; none: a membrane */
  readonly across: Float64Array | undefined;
  readonly parts: Pick<ShellParts, 'axes' | 'warp' | 'xs'>;
}

/** Numbers that say what the forces in an element's plane are, in its own axes. */
export const parameters = 9;

/** What an element needs to feel the forces in its plane; none: it has none, as a plate. */
export function softeningOf(element: ShellElement): Softening | undefined {
  const { membrane, plate, made, xs, ys, axes, warp } = element;
  if (!membrane || !made.membrane) return undefined;
  const n = xs.length;
  const own = 3 * n;
  const places = slopesOfShapes(xs, ys);
  const inPlane = new Float64Array(places.length * 4 * own);
  const terms = new Float64Array(places.length * 3 * parameters);
  places.forEach(({ shapes, nx, ny, px, py }, p) => {
    const at = 4 * p * own;
    for (let i = 0; i < n; i++) {
      inPlane[at + 3 * i] = nx[i];
      inPlane[at + own + 3 * i] = ny[i];
      inPlane[at + 2 * own + 3 * i + 1] = nx[i];
      inPlane[at + 3 * own + 3 * i + 1] = ny[i];
      // an edge bows by an eighth of its length times the difference of its corners' rotations
      const j = (i + 1) % n;
      const [bowX, bowY] = [(ys[j] - ys[i]) / 8, -(xs[j] - xs[i]) / 8];
      for (const [corner, sign] of [
        [i, -1],
        [j, 1],
      ]) {
        inPlane[at + 3 * corner + 2] += sign * bowX * px[i];
        inPlane[at + own + 3 * corner + 2] += sign * bowX * py[i];
        inPlane[at + 2 * own + 3 * corner + 2] += sign * bowY * px[i];
        inPlane[at + 3 * own + 3 * corner + 2] += sign * bowY * py[i];
      }
    }
    const own3 = terms.subarray(3 * p * parameters, 3 * (p + 1) * parameters);
    if (n === 4) {
      let [x, y] = [0, 0];
      for (let i = 0; i < n; i++) {
        x += shapes[i] * xs[i];
        y += shapes[i] * ys[i];
      }
      stressTerms(x / membrane.size, y / membrane.size, own3);
    } else
      for (let corner = 0; corner < 3; corner++)
        for (let k = 0; k < 3; k++) own3[k * parameters + 3 * corner + k] = shapes[corner];
  });
  const D = made.membrane;
  return {
    corners: n,
    stress: membrane.stress,
    held: [-(D[0] + D[1]), -(D[3] + D[4]), -(D[6] + D[7])],
    weights: Float64Array.from(places, ({ weight }) => weight),
    terms,
    inPlane,
    across:
      plate && made.bending && made.shear
        ? plateSlopes(xs, ys, { bending: made.bending, shear: made.shear })
        : undefined,
    parts: { axes, warp, xs },
  };
}

const turned = new Float64Array(6);
const moves = new Float64Array(12);

/**
 * Writes the parameters of the forces in the plane of an element, N/m, tension positive, from `at` on.
 * @param global six numbers for each of the corners, m and rad
 * @param strain free strain that gives no force
 */
export function forcesInPlane(
  { corners: n, stress, held, parts: { axes, warp } }: Softening,
  global: Float64Array,
  strain: number,
  into: Float64Array,
  at: number,
): void {
  for (let a = 0; a < n; a++) {
    for (let p = 0; p < 6; p += 3) {
      const [x, y, z] = [global[6 * a + p], global[6 * a + p + 1], global[6 * a + p + 2]];
      for (let i = 0; i < 3; i++) turned[p + i] = axes[3 * i] * x + axes[3 * i + 1] * y + axes[3 * i + 2] * z;
    }
    if (warp) {
      turned[0] -= warp[a] * turned[4];
      turned[1] += warp[a] * turned[3];
    }
    for (let k = 0; k < 3; k++) moves[3 * a + k] = turned[membranePlaces[k]];
  }
  const own = 3 * n;
  for (let row = 0; row < parameters; row++) {
    // of a stress field the first three terms are even, of a triangle each three are a corner's
    let sum = n === 3 || row < 3 ? strain * held[row % 3] : 0;
    for (let i = 0; i < own; i++) sum += stress[row * own + i] * moves[i];
    into[at + row] = sum;
  }
}

const force = new Float64Array(3);

/** nₓ n_y n_xy at a place of an element, N/m, in its own axes. */
function forceAt({ terms }: Softening, place: number, forces: Float64Array, at: number): Float64Array {
  for (let k = 0; k < 3; k++) {
    force[k] = 0;
    for (let t = 0, from = (3 * place + k) * parameters; t < parameters; t++)
      force[k] += terms[from + t] * forces[at + t];
  }
  return force;
}

/** Most compressive principal force of an element, N/m: negative where something is compressed. */
export function leastPrincipal(softening: Softening, forces: Float64Array, at: number): number {
  let least = Infinity;
  for (let p = 0; p < softening.weights.length; p++) {
    const [x, y, xy] = forceAt(softening, p, forces, at);
    least = Math.min(least, (x + y) / 2 - Math.hypot((x - y) / 2, xy));
  }
  return least;
}

const ofMembrane = new Float64Array(144);
const ofPlate = new Float64Array(144);

/**
 * Writes the geometric stiffness under forces in the plane over the corners' global freedoms, 6n × 6n by rows.
 * @param forces as `forcesInPlane` gives them, from `at` on
 * @param share  multiple of them that acts
 */
export function geometricStiffness(
  softening: Softening,
  forces: Float64Array,
  at: number,
  share: number,
  into: Float64Array,
): void {
  const { corners: n, weights, inPlane, across, parts } = softening;
  const own = 3 * n;
  ofMembrane.fill(0);
  ofPlate.fill(0);
  for (let p = 0; p < weights.length; p++) {
    const [nx, ny, nxy] = forceAt(softening, p, forces, at);
    const w = share * weights[p];
    const [x, y, xy] = [w * nx, w * ny, w * nxy];
    addWork(ofMembrane, own, inPlane, 4 * p * own, x, y, xy);
    addWork(ofMembrane, own, inPlane, (4 * p + 2) * own, x, y, xy);
    if (across) addWork(ofPlate, own, across, 2 * p * own, x, y, xy);
  }
  mirror(ofMembrane, own);
  mirror(ofPlate, own);
  shellStiffness({ ...parts, membrane: { stiffness: ofMembrane }, plate: across && { stiffness: ofPlate } }, into);
}

/**
 * Writes parameters of forces in the plane of an element that press it evenly from all sides.
 * @param pressure N/m, compression positive
 */
export function evenPressure({ corners: n }: Softening, pressure: number, into: Float64Array, at: number): void {
  for (let row = 0; row < parameters; row++)
    // of a stress field the first three terms are even, of a triangle each three are a corner's
    into[at + row] = row % 3 < 2 && (n === 3 || row < 3) ? -pressure : 0;
}

/**
 * Geometric stiffness for each parameter of the forces alone, over the corners' global freedoms: for elements of a shape that many share, whose
 * stiffness under any forces is then a sum of these.
 * @returns lower halves by rows, `parameters` of them one after the other
 */
export function stiffnessByParameter(softening: Softening): Float64Array {
  const size = 6 * softening.corners;
  const half = (size * (size + 1)) / 2;
  const made = new Float64Array(parameters * half);
  const one = new Float64Array(parameters);
  const whole = new Float64Array(size * size);
  for (let t = 0; t < parameters; t++) {
    one.fill(0);
    one[t] = 1;
    geometricStiffness(softening, one, 0, 1, whole);
    for (let i = 0, to = t * half; i < size; i++) for (let j = 0; j <= i; j++) made[to++] = whole[i * size + j];
  }
  return made;
}

/**
 * The sum of `stiffnessByParameter` under forces: the lower half by rows of what `geometricStiffness` writes.
 * @param length numbers of that half
 */
export function summedStiffness(
  byParameter: Float64Array,
  length: number,
  forces: Float64Array,
  at: number,
  share: number,
  into: Float64Array,
): void {
  // three parameters a pass: numbers are written a third as often
  for (let t = 0; t < parameters; t += 3) {
    const [p, q, r] = [share * forces[at + t], share * forces[at + t + 1], share * forces[at + t + 2]];
    const [one, two, three] = [t * length, (t + 1) * length, (t + 2) * length];
    if (t === 0)
      for (let i = 0; i < length; i++)
        into[i] = p * byParameter[one + i] + q * byParameter[two + i] + r * byParameter[three + i];
    else
      for (let i = 0; i < length; i++)
        into[i] += p * byParameter[one + i] + q * byParameter[two + i] + r * byParameter[three + i];
  }
}

const mirror = (k: Float64Array, own: number): void => {
  for (let i = 0; i < own; i++) for (let j = 0; j < i; j++) k[j * own + i] = k[i * own + j];
};

/** Adds the lower half of gᵀ n g of two rows of slopes. */
function addWork(k: Float64Array, own: number, rows: Float64Array, at: number, x: number, y: number, xy: number): void {
  for (let i = 0; i < own; i++) {
    const a = rows[at + i];
    const b = rows[at + own + i];
    if (a === 0 && b === 0) continue;
    const p = x * a + xy * b;
    const q = xy * a + y * b;
    for (let j = 0; j <= i; j++) k[i * own + j] += p * rows[at + j] + q * rows[at + own + j];
  }
}
