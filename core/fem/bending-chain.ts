import type { AxialSteps } from './axial-steps';
import { bendingPlane, planeStiffness, type BendingPlane } from './beam-column';

/**
 * A piece bent in one plane whose axial force changes along it: links of even axial force in a row. Each link is
 * exact (beam-column.ts); the joints between links are eliminated, and the pivots of that elimination tell whether
 * the piece buckles between its ends (Wittrick & Williams 1971).
 */
export interface Link {
  readonly plane: BendingPlane;
  /** where the link begins, m from the start of the piece */
  readonly from: number;
  /** m */
  readonly length: number;
  /** transverse stiffness by the part of a strong tension that only acts as a string, N/m (see `bendingPlane`) */
  readonly string: number;
}

/**
 * The links of a piece.
 * @param EI     N·m²
 * @param GA     N; Infinity: no shear deformation
 * @param length m
 * @param N      mean of the axial forces at both ends, tension positive, N
 * @param steps  how the force changes between the ends; none: even
 * @param share  of the steps that is felt
 */
export function chainOf(EI: number, GA: number, length: number, N: number, steps?: AxialSteps, share = 1): Link[] {
  const link = (from: number, to: number, force: number): Link => {
    const plane = bendingPlane(EI, GA, length, force);
    return { plane, from, length: to - from, string: (force - plane.axial) / (to - from) };
  };
  if (!steps || share === 0) return [link(0, length, N)];
  return Array.from(steps.ends, (end, i) => link(i === 0 ? 0 : steps.ends[i - 1], end, N + share * steps.beyond[i]));
}

/** Whether a link buckles with both its ends clamped (Euler, 4 π² EI / L²). */
const linkBuckles = ({ plane, length }: Link): boolean =>
  plane.axial < 0 && (plane.lambda * length ** 2 <= -4 * Math.PI ** 2 || plane.g <= 0);

const own = new Float64Array(16);

function linkStiffness({ plane, length, string }: Link, into: Float64Array): void {
  planeStiffness(plane, length, into);
  into[0] += string;
  into[10] += string;
  into[2] -= string;
  into[8] -= string;
}

/**
 * Stiffness of a chain over w and ψ at its two ends, 4 × 4 by rows; forces N, and couples that work on ψ.
 * @param clamped forces of each link's clamped ends under its loads, four a link in the same order; the chain's
 *   own four stand at its beginning afterwards
 * @returns in how many ways it buckles while its ends are clamped (each link counts once at most)
 */
export function chainStiffness(links: readonly Link[], k: Float64Array, clamped?: Float64Array): number {
  linkStiffness(links[0], k);
  let buckled = linkBuckles(links[0]) ? 1 : 0;
  for (let i = 1; i < links.length; i++) {
    if (linkBuckles(links[i])) buckled++;
    linkStiffness(links[i], own);
    // the joint's two freedoms: rows 2, 3 of what is before it, rows 0, 1 of the link behind
    const a = k[10] + own[0];
    const b = k[11] + own[1];
    const d = k[15] + own[5];
    const determinant = a * d - b * b;
    buckled += determinant < 0 ? 1 : a + d < 0 ? 2 : 0;
    const [p, q, r] = [d / determinant, -b / determinant, a / determinant];
    if (clamped) {
      const f = clamped[2] + clamped[4 * i];
      const m = clamped[3] + clamped[4 * i + 1];
      const [u, v] = [p * f + q * m, q * f + r * m];
      clamped[0] -= k[2] * u + k[3] * v;
      clamped[1] -= k[6] * u + k[7] * v;
      clamped[2] = clamped[4 * i + 2] - (own[8] * u + own[9] * v);
      clamped[3] = clamped[4 * i + 3] - (own[12] * u + own[13] * v);
    }
    const before = [k[2], k[3], k[6], k[7]];
    const behind = [own[2], own[3], own[6], own[7]];
    const end = [own[10], own[11], own[15]];
    // before · joint⁻¹, then what the two sides leave of themselves and to each other
    const [s, t, y, z] = [
      before[0] * p + before[1] * q,
      before[0] * q + before[1] * r,
      before[2] * p + before[3] * q,
      before[2] * q + before[3] * r,
    ];
    k[0] -= s * before[0] + t * before[1];
    k[1] -= s * before[2] + t * before[3];
    k[5] -= y * before[2] + z * before[3];
    k[4] = k[1];
    k[2] = k[8] = -(s * behind[0] + t * behind[2]);
    k[3] = k[12] = -(s * behind[1] + t * behind[3]);
    k[6] = k[9] = -(y * behind[0] + z * behind[2]);
    k[7] = k[13] = -(y * behind[1] + z * behind[3]);
    const [g, h, l, n] = [
      behind[0] * p + behind[2] * q,
      behind[0] * q + behind[2] * r,
      behind[1] * p + behind[3] * q,
      behind[1] * q + behind[3] * r,
    ];
    k[10] = end[0] - (g * behind[0] + h * behind[2]);
    k[11] = k[14] = end[1] - (g * behind[1] + h * behind[3]);
    k[15] = end[2] - (l * behind[1] + n * behind[3]);
  }
  return buckled;
}

/** Which link a place belongs to. @param after just past the border between two links rather than just before it */
export function linkAt(links: readonly Link[], x: number, after: boolean): number {
  let i = 0;
  while (i + 1 < links.length && (after ? x >= links[i + 1].from : x > links[i + 1].from)) i++;
  return i;
}

/**
 * The part of a load that lies on a link, in the link's own measure; undefined when there is none. A point load on
 * the border of two links belongs to the one behind it.
 */
export function onLink(
  links: readonly Link[],
  i: number,
  { value, slope, from, to, isPoint }: { value: number; slope: number; from: number; to: number; isPoint: boolean },
): { value: number; slope: number; from: number; to: number } | undefined {
  const { from: begin, length } = links[i];
  if (isPoint)
    return linkAt(links, from, true) === i ? { value, slope, from: from - begin, to: from - begin } : undefined;
  if (links.length === 1) return { value, slope, from, to };
  const low = Math.max(from, begin);
  const high = Math.min(to, i === links.length - 1 ? to : begin + length);
  return high > low ? { value: value + slope * (low - from), slope, from: low - begin, to: high - begin } : undefined;
}
