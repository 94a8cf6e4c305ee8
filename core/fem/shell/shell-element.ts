import { membraneElement, type MembraneElement } from './membrane';
import { membraneTriangle } from './membrane-triangle';
import { plateElement, type PlateElement } from './plate';
import { strainTurn, turnedStiffness, type ShellStiffness } from './shell-stiffness';

/** A flat shell of three or four corners: a membrane and a plate in one plane, in axes of its own. */
export interface ShellElement {
  /** x, y and z axis as rows, global, nine numbers; z is the side from which the corners run anticlockwise */
  readonly axes: Float64Array;
  /** corners in the element's axes from its middle, m */
  readonly xs: Float64Array;
  readonly ys: Float64Array;
  /** heights of the nodes at the corners over the element's plane, m; none: they lie in it */
  readonly warp: Float64Array | undefined;
  readonly membrane: MembraneElement | undefined;
  readonly plate: PlateElement | undefined;
  /** in the element's axes */
  readonly made: ShellStiffness;
  /** cosine and sine of the angle from the panel's x to the element's x */
  readonly turn: readonly [number, number];
}

/** Corners higher than this share of the element's size over its plane are linked to it. */
const flatEnough = 1e-9;

const minus = (a: ArrayLike<number>, b: ArrayLike<number>): [number, number, number] => [
  a[0] - b[0],
  a[1] - b[1],
  a[2] - b[2],
];
const dot = (a: ArrayLike<number>, b: ArrayLike<number>): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const unit = (a: readonly number[]): [number, number, number] => {
  const size = Math.hypot(a[0], a[1], a[2]);
  return [a[0] / size, a[1] / size, a[2] / size];
};
const cross = (a: ArrayLike<number>, b: ArrayLike<number>): [number, number, number] => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/**
 * The element between places.
 * @param corners three or four places, m
 * @param made    stiffness in the panel's axes
 * @param along   the panel's x, global; it is laid into the element's plane
 * @param withStiffness whether its stiffness is wanted, or its inner forces alone
 * @param offset  how far the places lie over the middle of the thickness, along the element's z, m
 */
export function shellElement(
  corners: readonly ArrayLike<number>[],
  made: ShellStiffness,
  along: ArrayLike<number>,
  offset = 0,
  withStiffness = true,
): ShellElement {
  const n = corners.length;
  const middle: [number, number, number] = [0, 0, 0];
  for (const corner of corners) for (let k = 0; k < 3; k++) middle[k] += corner[k] / n;
  // the axes halve the angles of the diagonals, so that they do not depend on which corner comes first
  const [p, q] =
    n === 4
      ? [minus(corners[2], corners[0]), minus(corners[3], corners[1])]
      : [minus(corners[1], corners[0]), minus(corners[2], corners[0])];
  const z = unit(cross(p, q));
  const x = n === 4 ? unit(minus(unit(p), unit(q))) : unit(p);
  const y = cross(z, x);
  const [xs, ys, heights] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  let isWarped = false;
  const flat = flatEnough * Math.hypot(p[0], p[1], p[2]);
  for (let i = 0; i < n; i++) {
    const place = minus(corners[i], middle);
    xs[i] = dot(place, x);
    ys[i] = dot(place, y);
    heights[i] = dot(place, z) + offset;
    if (Math.abs(heights[i]) > flat) isWarped = true;
  }
  const [ax, ay] = [dot(along, x), dot(along, y)];
  const size = Math.hypot(ax, ay);
  const turn: readonly [number, number] = size > 0 ? [ax / size, -ay / size] : [1, 0];
  const own = turnedStiffness(made, turn[0], turn[1]);
  return {
    axes: Float64Array.of(x[0], x[1], x[2], y[0], y[1], y[2], z[0], z[1], z[2]),
    xs,
    ys,
    warp: isWarped ? heights : undefined,
    membrane: own.membrane && (n === 4 ? membraneElement : membraneTriangle)(xs, ys, own.membrane, withStiffness),
    plate:
      own.bending && own.shear
        ? plateElement(xs, ys, { bending: own.bending, shear: own.shear }, withStiffness)
        : undefined,
    made: own,
    turn,
  };
}

// thousands of elements are made one after the other; their stiffness in their own axes is needed for a moment
const ofFour = new Float64Array(24 * 24);
const ofThree = new Float64Array(18 * 18);

/** What of an element says how a matrix in its axes becomes one over global freedoms. */
export interface ShellParts extends Pick<ShellElement, 'axes' | 'warp' | 'xs'> {
  readonly membrane: Pick<MembraneElement, 'stiffness'> | undefined;
  readonly plate: Pick<PlateElement, 'stiffness'> | undefined;
}

/** Writes the stiffness over the corners' global freedoms, 6n × 6n by rows. */
export function shellStiffness(element: ShellParts, into: Float64Array): void {
  const n = element.xs.length;
  const size = 6 * n;
  const local = n === 4 ? ofFour : ofThree;
  local.fill(0);
  localStiffness(element, local);
  if (element.warp) warpStiffness(local, n, element.warp);
  const { axes } = element;
  if (axes[0] === 1 && axes[4] === 1 && axes[8] === 1) {
    into.set(local);
    return;
  }
  for (let a = 0; a < n; a++)
    for (let b = 0; b < n; b++)
      for (let p = 0; p < 2; p++)
        for (let q = 0; q < 2; q++) turnBlock(local, into, size, 6 * a + 3 * p, 6 * b + 3 * q, axes);
}

/** Rᵀ K R of one 3 × 3 block. */
function turnBlock(
  from: Float64Array,
  to: Float64Array,
  size: number,
  row: number,
  column: number,
  R: Float64Array,
): void {
  const [a, b, c] = [row * size + column, (row + 1) * size + column, (row + 2) * size + column];
  for (let j = 0; j < 3; j++) {
    const r0 = R[j];
    const r1 = R[3 + j];
    const r2 = R[6 + j];
    const c0 = from[a] * r0 + from[a + 1] * r1 + from[a + 2] * r2;
    const c1 = from[b] * r0 + from[b + 1] * r1 + from[b + 2] * r2;
    const c2 = from[c] * r0 + from[c + 1] * r1 + from[c + 2] * r2;
    to[a + j] = R[0] * c0 + R[3] * c1 + R[6] * c2;
    to[b + j] = R[1] * c0 + R[4] * c1 + R[7] * c2;
    to[c + j] = R[2] * c0 + R[5] * c1 + R[8] * c2;
  }
}

/** Places of membrane (u, v, θ) and plate (w, βₓ, β_y) freedoms among ux uy uz rx ry rz, and their signs: βₓ is ry, β_y is −rx. */
export const membranePlaces = [0, 1, 5] as const;
export const platePlaces = [2, 4, 3] as const;
export const plateSigns = [1, 1, -1] as const;

function localStiffness({ membrane, plate, xs }: ShellParts, into: Float64Array): void {
  const n = xs.length;
  const size = 6 * n;
  const own = 3 * n;
  for (let a = 0; a < n; a++)
    for (let p = 0; p < 3; p++) {
      const i = (3 * a + p) * own;
      const inPlane = (6 * a + membranePlaces[p]) * size;
      const across = (6 * a + platePlaces[p]) * size;
      for (let b = 0; b < n; b++)
        for (let q = 0; q < 3; q++) {
          const j = i + 3 * b + q;
          if (membrane) into[inPlane + 6 * b + membranePlaces[q]] = membrane.stiffness[j];
          if (plate) into[across + 6 * b + platePlaces[q]] = plateSigns[p] * plateSigns[q] * plate.stiffness[j];
        }
    }
}

/** Corners off the plane are linked to it rigidly: u − h ry, v + h rx (MacNeal's correction of warped shells). */
function warpStiffness(k: Float64Array, n: number, warp: Float64Array): void {
  const size = 6 * n;
  for (let a = 0; a < n; a++) {
    const [u, v, rx, ry, h] = [6 * a, 6 * a + 1, 6 * a + 3, 6 * a + 4, warp[a]];
    for (let i = 0; i < size; i++) {
      k[i * size + ry] -= h * k[i * size + u];
      k[i * size + rx] += h * k[i * size + v];
    }
    for (let j = 0; j < size; j++) {
      k[ry * size + j] -= h * k[u * size + j];
      k[rx * size + j] += h * k[v * size + j];
    }
  }
}

/** Strains a temperature gives in the panel's axes: εₓ, ε_y, γ_xy of the middle, and curvatures κ with ε = z κ (1/m). */
export interface InitialStrains {
  readonly membrane: readonly [number, number, number];
  readonly bending: readonly [number, number, number];
}

/** A 3 × 3 by rows times a vector. */
export const apply3 = (T: ArrayLike<number>, v: ArrayLike<number>): [number, number, number] => [
  T[0] * v[0] + T[1] * v[1] + T[2] * v[2],
  T[3] * v[0] + T[4] * v[1] + T[5] * v[2],
  T[6] * v[0] + T[7] * v[1] + T[8] * v[2],
];

/** Forces on the corners that strains free of force amount to, as loads, global, six a corner. */
export function initialForces(element: ShellElement, initial: InitialStrains, into: Float64Array): void {
  const { membrane, plate, made, axes, warp, xs, turn } = element;
  const n = xs.length;
  const local = new Float64Array(6 * n);
  const toElement = strainTurn(turn[0], turn[1]);
  if (membrane) {
    const strain = apply3(toElement, initial.membrane);
    for (let i = 0; i < 3 * n; i++)
      for (let k = 0; k < 3; k++)
        local[6 * Math.floor(i / 3) + membranePlaces[i % 3]] += membrane.initial[3 * i + k] * strain[k];
  }
  if (plate && made.bending) {
    const moment = apply3(made.bending, apply3(toElement, initial.bending));
    const freedoms = 3 * n;
    for (let p = 0; p < n; p++)
      for (let i = 0; i < freedoms; i++)
        for (let k = 0; k < 3; k++)
          local[6 * Math.floor(i / 3) + platePlaces[i % 3]] +=
            plateSigns[i % 3] * plate.weights[p] * plate.strains[(5 * p + k) * freedoms + i] * moment[k];
  }
  if (warp)
    for (let a = 0; a < n; a++) {
      local[6 * a + 4] -= warp[a] * local[6 * a];
      local[6 * a + 3] += warp[a] * local[6 * a + 1];
    }
  for (let a = 0; a < n; a++)
    for (let p = 0; p < 6; p += 3)
      for (let j = 0; j < 3; j++)
        into[6 * a + p + j] =
          axes[j] * local[6 * a + p] + axes[3 + j] * local[6 * a + p + 1] + axes[6 + j] * local[6 * a + p + 2];
}
