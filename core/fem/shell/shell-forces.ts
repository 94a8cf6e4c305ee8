import { stressTerms } from './membrane';
import {
  apply3,
  plateSigns,
  platePlaces,
  membranePlaces,
  type InitialStrains,
  type ShellElement,
} from './shell-element';
import type { ShellStiffness } from './shell-stiffness';

/** Inner forces at a place, per width: nₓ, n_y, n_xy (N/m), mₓ, m_y, m_xy (N·m/m, + with tension on the −z face), vₓ, v_y (N/m). */
export const shellForces = ['nx', 'ny', 'nxy', 'mx', 'my', 'mxy', 'vx', 'vy'] as const;

/** How the inner forces at an element's corners, in the panel's axes, follow from its corners' movements. */
export interface ForceMatrix {
  readonly corners: number;
  /** x, y and z axis of the element as rows, global */
  readonly axes: Float64Array;
  /** heights of the nodes at the corners over the element's plane, m; none: they lie in it */
  readonly warp: Float64Array | undefined;
  /** nₓ n_y n_xy of each corner from u, v, θ: 3n × 3n by rows */
  readonly membrane: Float64Array | undefined;
  /** mₓ m_y m_xy vₓ v_y of each corner from w, βₓ, β_y: 5n × 3n by rows */
  readonly plate: Float64Array | undefined;
}

const far = (1 - Math.sqrt(3)) / 2;
const near = (1 + Math.sqrt(3)) / 2;

/** Share of a point in the value at a corner: of four points of a square linear each way, of three points of a triangle. */
function shareOf(n: number, corner: number, point: number): number {
  if (n === 3) return point === corner ? 5 / 3 : -1 / 3;
  const apart = (point - corner + 4) % 4;
  return apart === 0 ? near * near : apart === 2 ? far * far : near * far;
}

const P = new Float64Array(27);
const atPoints = new Float64Array(4 * 5 * 12);

/** The matrix of an element's inner forces. */
export function forceMatrix({ axes, warp, membrane, plate, made, xs, ys, turn }: ShellElement): ForceMatrix {
  const n = xs.length;
  const own = 3 * n;
  let inPlane: Float64Array | undefined;
  if (membrane) {
    inPlane = new Float64Array(own * own);
    const { stress, terms, size } = membrane;
    for (let a = 0; a < n; a++) {
      if (n === 3) inPlane.set(stress.subarray(3 * a * own, 3 * (a + 1) * own), 3 * a * own);
      else {
        stressTerms(xs[a] / size, ys[a] / size, P);
        for (let k = 0; k < 3; k++)
          for (let t = 0; t < terms; t++) {
            const share = P[k * terms + t];
            if (share === 0) continue;
            const row = (3 * a + k) * own;
            for (let i = 0; i < own; i++) inPlane[row + i] += share * stress[t * own + i];
          }
      }
      turnRows(inPlane, 3 * a * own, own, turn);
    }
  }
  let across: Float64Array | undefined;
  if (plate && made.bending && made.shear) {
    across = new Float64Array(5 * n * own);
    const { strains } = plate;
    const { bending: D, shear: S } = made;
    for (let p = 0; p < n; p++)
      for (let i = 0; i < own; i++) {
        const at = 5 * p * own + i;
        const x = strains[at];
        const y = strains[at + own];
        const xy = strains[at + 2 * own];
        const gx = strains[at + 3 * own];
        const gy = strains[at + 4 * own];
        atPoints[at] = D[0] * x + D[1] * y + D[2] * xy;
        atPoints[at + own] = D[3] * x + D[4] * y + D[5] * xy;
        atPoints[at + 2 * own] = D[6] * x + D[7] * y + D[8] * xy;
        atPoints[at + 3 * own] = S[0] * gx + S[1] * gy;
        atPoints[at + 4 * own] = S[2] * gx + S[3] * gy;
      }
    for (let a = 0; a < n; a++) {
      const row = 5 * a * own;
      for (let p = 0; p < n; p++) {
        const share = -shareOf(n, a, p);
        for (let i = 0; i < 5 * own; i++) across[row + i] += share * atPoints[5 * p * own + i];
      }
      turnRows(across, row, own, turn);
      turnVectorRows(across, row + 3 * own, own, turn);
    }
  }
  return { corners: n, axes, warp, membrane: inPlane, plate: across };
}

/** Turns rows x, y, xy from the element's axes into the panel's: the panel's axes are the element's turned back. */
function turnRows(rows: Float64Array, at: number, width: number, [c, s]: readonly [number, number]): void {
  if (s === 0 && c === 1) return;
  for (let i = at; i < at + width; i++) {
    const x = rows[i];
    const y = rows[i + width];
    const xy = rows[i + 2 * width];
    rows[i] = c * c * x + s * s * y - 2 * c * s * xy;
    rows[i + width] = s * s * x + c * c * y + 2 * c * s * xy;
    rows[i + 2 * width] = c * s * (x - y) + (c * c - s * s) * xy;
  }
}

function turnVectorRows(rows: Float64Array, at: number, width: number, [c, s]: readonly [number, number]): void {
  if (s === 0 && c === 1) return;
  for (let i = at; i < at + width; i++) {
    const x = rows[i];
    const y = rows[i + width];
    rows[i] = c * x - s * y;
    rows[i + width] = s * x + c * y;
  }
}

const membraneMoves = new Float64Array(12);
const plateMoves = new Float64Array(12);
const turned = new Float64Array(6);

/**
 * Adds the inner forces at the corners of an element, eight each as in `shellForces`, in the panel's axes.
 * @param global six numbers for each of the corners, m and rad
 */
export function addCornerForces(
  { corners: n, axes, warp, membrane, plate }: ForceMatrix,
  global: Float64Array,
  into: Float64Array,
): void {
  for (let a = 0; a < n; a++) {
    for (let p = 0; p < 6; p += 3) {
      const x = global[6 * a + p];
      const y = global[6 * a + p + 1];
      const z = global[6 * a + p + 2];
      for (let i = 0; i < 3; i++) turned[p + i] = axes[3 * i] * x + axes[3 * i + 1] * y + axes[3 * i + 2] * z;
    }
    if (warp) {
      turned[0] -= warp[a] * turned[4];
      turned[1] += warp[a] * turned[3];
    }
    for (let k = 0; k < 3; k++) {
      membraneMoves[3 * a + k] = turned[membranePlaces[k]];
      plateMoves[3 * a + k] = plateSigns[k] * turned[platePlaces[k]];
    }
  }
  const own = 3 * n;
  for (let a = 0; a < n; a++) {
    for (let k = 0; membrane && k < 3; k++) {
      let sum = 0;
      for (let i = 0, at = (3 * a + k) * own; i < own; i++) sum += membrane[at + i] * membraneMoves[i];
      into[8 * a + k] += sum;
    }
    for (let k = 0; plate && k < 5; k++) {
      let sum = 0;
      for (let i = 0, at = (5 * a + k) * own; i < own; i++) sum += plate[at + i] * plateMoves[i];
      into[8 * a + 3 + k] += sum;
    }
  }
}

/** The inner forces of a panel that strains free of force would give while it is held: eight, as in `shellForces`. @param made in the panel's axes */
export function heldForces({ membrane, bending }: ShellStiffness, initial: InitialStrains): Float64Array {
  const forces = new Float64Array(shellForces.length);
  if (membrane) forces.set(apply3(membrane, initial.membrane).map((value) => -value));
  // moments are counted positive with tension on the −z face
  if (bending) forces.set(apply3(bending, initial.bending), 3);
  return forces;
}
