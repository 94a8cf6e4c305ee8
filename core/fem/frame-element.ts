import { termActions, type MemberTerm } from '../loading';
import type { AxialSteps } from './axial-steps';
import { addLoadEffects, addStartEffects, startForcesOf, type Effects, type PlaneAction } from './beam-column';
import { chainOf, chainStiffness, onLink, type Link } from './bending-chain';
import { termIntegral } from './term-integral';

/** A straight prismatic piece's stiffnesses in its local axes: EA (N), EI (N·m²), GJ (N·m²), shear stiffness G·A_s (N; Infinity: no shear deformation), length (m). */
export interface FrameElement {
  readonly length: number;
  readonly axial: number;
  /** about local y: bending in the x–z plane */
  readonly bendingY: number;
  /** about local z: bending in the x–y plane */
  readonly bendingZ: number;
  readonly torsion: number;
  readonly shearY: number;
  readonly shearZ: number;
}

/** The axial force a piece's bending feels: N at the mean of its ends (tension positive, N), and a share of its steps. */
export interface AxialCourse {
  readonly N: number;
  readonly steps?: AxialSteps;
  /** 0–1; none: all of it */
  readonly share?: number;
}

/** A bending plane's freedoms: translation and rotation at the start (6 more at the end), and the sign of the rotation that goes with a positive slope. */
const planes = [
  {
    w: 1,
    r: 5,
    sign: 1,
    of: (element: FrameElement, { N, steps, share }: AxialCourse) =>
      chainOf(element.bendingZ, element.shearY, element.length, N, steps, share),
  },
  {
    w: 2,
    r: 4,
    sign: -1,
    of: (element: FrameElement, { N, steps, share }: AxialCourse) =>
      chainOf(element.bendingY, element.shearZ, element.length, N, steps, share),
  },
] as const;

const plane4 = new Float64Array(16);

/** Whether a piece buckles even with both ends clamped: nothing at its nodes could show it. */
export function bucklesClamped(element: FrameElement, course: AxialCourse): boolean {
  // under no more than Euler's clamped load anywhere it stands (Engesser with shear), and most pieces are far below
  let most = -course.N;
  if (course.steps)
    for (const beyond of course.steps.beyond) most = Math.max(most, -course.N - (course.share ?? 1) * beyond);
  const stands = (EI: number, GA: number): boolean => {
    const euler = (4 * Math.PI ** 2 * EI) / element.length ** 2;
    return most < euler / (1 + euler / GA);
  };
  if (stands(element.bendingY, element.shearZ) && stands(element.bendingZ, element.shearY)) return false;
  return planes.some(({ of }) => chainStiffness(of(element, course), plane4) > 0);
}

/**
 * Local stiffness matrix, 12 × 12 by rows; freedoms ux uy uz rx ry rz at the start, then at the end.
 * @param course axial force felt by the bending; N = 0 without steps: first order
 */
export function localStiffness(element: FrameElement, course: AxialCourse, k: Float64Array): void {
  const { length: L } = element;
  k.fill(0);
  for (const [stiffness, freedom] of [
    [element.axial / L, 0],
    [element.torsion / L, 3],
  ] as const) {
    k[13 * freedom] = stiffness;
    k[13 * (freedom + 6)] = stiffness;
    k[12 * freedom + freedom + 6] = -stiffness;
    k[12 * (freedom + 6) + freedom] = -stiffness;
  }
  for (const { w, r, sign, of } of planes) {
    chainStiffness(of(element, course), plane4);
    const at = [w, r, w + 6, r + 6];
    for (let i = 0; i < 4; i++)
      for (let j = 0; j < 4; j++) k[12 * at[i] + at[j]] = plane4[4 * i + j] * (i % 2 === j % 2 ? 1 : sign);
  }
}

const planeActionOf: readonly (readonly [plane: 0 | 1, action: PlaneAction, sign: number] | undefined)[] = [];
const table = planeActionOf as (readonly [0 | 1, PlaneAction, number] | undefined)[];
table[termActions.y] = [0, 'force', 1];
table[termActions.z] = [1, 'force', 1];
// a couple about y works on M_y as it stands; about z the other way round
table[termActions.yy] = [1, 'couple', 1];
table[termActions.zz] = [0, 'couple', -1];
table[termActions.curvatureY] = [1, 'curvature', 1];
table[termActions.curvatureZ] = [0, 'curvature', 1];

/** What a term does in a bending plane (0: x–y, 1: x–z), with the sign it has there; undefined for axial and torsional ones. */
export const inPlane = (action: number): (typeof planeActionOf)[number] => planeActionOf[action];

const effects: Effects = { V: 0, M: 0, psi: 0, w: 0, dM: 0 };

/**
 * Forces the clamped ends exert on the member under a load between them, added to `ends` (12, local, N and N·m).
 * @param course axial force felt by the bending
 */
export function addClampedForces(
  element: FrameElement,
  course: AxialCourse,
  term: MemberTerm,
  ends: Float64Array,
): void {
  const { length: L } = element;
  const bending = inPlane(term.action);
  if (bending) {
    const [number, action, sign] = bending;
    const { w, r, sign: slopeSign, of } = planes[number];
    const links = of(element, course);
    const clamped = new Float64Array(4 * links.length);
    links.forEach((link, i) => {
      const part = onLink(links, i, term);
      if (part)
        addClampedLink(
          link,
          action,
          sign * part.value,
          sign * part.slope,
          part.from,
          part.to,
          term.isPoint,
          clamped,
          4 * i,
        );
    });
    if (links.length > 1) chainStiffness(links, plane4, clamped);
    ends[w] += clamped[0];
    ends[r] += slopeSign * clamped[1];
    ends[w + 6] += clamped[2];
    ends[r + 6] += slopeSign * clamped[3];
    return;
  }
  const total = termIntegral(term, L, 1);
  const freedom = term.action === termActions.xx ? 3 : 0;
  const push = term.action === termActions.strain ? (element.axial * total) / L : -termIntegral(term, L, 2) / L;
  ends[freedom] += push;
  ends[freedom + 6] -= push + (term.action === termActions.strain ? 0 : total);
}

/** Four forces (on w, ψ at the start and at the end) of one link's clamped ends: free the start, see how it moves against the end, and push it back. */
function addClampedLink(
  { plane, length }: Link,
  action: PlaneAction,
  value: number,
  slope: number,
  from: number,
  to: number,
  isPoint: boolean,
  clamped: Float64Array,
  at: number,
): void {
  const load = Object.assign(effects, { V: 0, M: 0, psi: 0, w: 0, dM: 0 });
  addLoadEffects(plane, action, value, slope, from, to, isPoint, length, true, load);
  const [f11, f12, f21, f22] = startForcesOf(plane, length);
  const V = -(f11 * load.w + f12 * load.psi);
  const M = -(f21 * load.w + f22 * load.psi);
  addStartEffects(plane, 0, 0, V, M, length, load);
  clamped[at] += V;
  clamped[at + 1] -= M;
  clamped[at + 2] -= load.V;
  clamped[at + 3] += load.M;
}
