import { termActions, type MemberTerm } from '../loading';
import { addLoadEffects, addStartEffects, bendingPlane, planeStiffness, startForcesOf, type BendingPlane, type Effects, type PlaneAction } from './beam-column';

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

/** A bending plane's freedoms: translation and rotation at the start (6 more at the end), and the sign of the rotation that goes with a positive slope. */
const planes = [
  { w: 1, r: 5, sign: 1, of: (element: FrameElement, N: number) => bendingPlane(element.bendingZ, element.shearY, element.length, N) },
  { w: 2, r: 4, sign: -1, of: (element: FrameElement, N: number) => bendingPlane(element.bendingY, element.shearZ, element.length, N) },
] as const;

export const planeY = (element: FrameElement, N: number): BendingPlane => planes[0].of(element, N);
export const planeZ = (element: FrameElement, N: number): BendingPlane => planes[1].of(element, N);

/** Whether a piece buckles even with both ends clamped: nothing at its nodes could show it (Euler, 4 π² EI / L²). */
export function bucklesClamped(element: FrameElement, N: number): boolean {
  return N < 0 && planes.some(({ of }) => of(element, N).lambda * element.length ** 2 <= -4 * Math.PI ** 2 || of(element, N).g <= 0);
}

const plane4 = new Float64Array(16);

/**
 * Local stiffness matrix, 12 × 12 by rows; freedoms ux uy uz rx ry rz at the start, then at the end.
 * @param N axial force felt by the bending, tension positive, N; 0: first order
 */
export function localStiffness(element: FrameElement, N: number, k: Float64Array): void {
  const { length: L } = element;
  k.fill(0);
  for (const [stiffness, freedom] of [[element.axial / L, 0], [element.torsion / L, 3]] as const) {
    k[13 * freedom] = stiffness;
    k[13 * (freedom + 6)] = stiffness;
    k[12 * freedom + freedom + 6] = -stiffness;
    k[12 * (freedom + 6) + freedom] = -stiffness;
  }
  for (const { w, r, sign, of } of planes) {
    const plane = of(element, N);
    planeStiffness(plane, L, plane4);
    const at = [w, r, w + 6, r + 6];
    for (let i = 0; i < 4; i++) for (let j = 0; j < 4; j++) k[12 * at[i] + at[j]] = plane4[4 * i + j] * (i % 2 === j % 2 ? 1 : sign);
    const string = (N - plane.axial) / L;
    if (string === 0) continue;
    k[13 * w] += string;
    k[13 * (w + 6)] += string;
    k[12 * w + w + 6] -= string;
    k[12 * (w + 6) + w] -= string;
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
 * Forces the clamped ends exert on the member under a load between them, added to `ends` (12, local, N and N·m): free the start, see how the
 * start moves against the end, and push it back.
 */
export function addClampedForces(element: FrameElement, N: number, term: MemberTerm, ends: Float64Array): void {
  const { length: L } = element;
  const bending = inPlane(term.action);
  if (bending) {
    const [number, action, sign] = bending;
    const { w, r, sign: slopeSign, of } = planes[number];
    const plane = of(element, N);
    const load = Object.assign(effects, { V: 0, M: 0, psi: 0, w: 0, dM: 0 });
    addLoadEffects(plane, action, sign * term.value, sign * term.slope, term.from, term.to, term.isPoint, L, true, load);
    const [f11, f12, f21, f22] = startForcesOf(plane, L);
    const V = -(f11 * load.w + f12 * load.psi);
    const M = -(f21 * load.w + f22 * load.psi);
    addStartEffects(plane, 0, 0, V, M, L, load);
    ends[w] += V;
    ends[r] -= slopeSign * M;
    ends[w + 6] -= load.V;
    ends[r + 6] += slopeSign * load.M;
    return;
  }
  const total = termIntegral(term, L, 1);
  const freedom = term.action === termActions.xx ? 3 : 0;
  const push = term.action === termActions.strain ? (element.axial * total) / L : -termIntegral(term, L, 2) / L;
  ends[freedom] += push;
  ends[freedom + 6] -= push + (term.action === termActions.strain ? 0 : total);
}

/** The n-th integral from the start to x of what a term spreads or puts at a point. @param after just past a point load */
export function termIntegral({ value, slope, from, to, isPoint }: Pick<MemberTerm, 'value' | 'slope' | 'from' | 'to' | 'isPoint'>, x: number, n: 1 | 2, after = true): number {
  const a = x - from;
  if (a < 0 || (a === 0 && !after)) return 0;
  if (isPoint) return n === 1 ? value : value * a;
  const b = Math.max(0, x - to);
  const atEnd = value + slope * (to - from);
  return n === 1 ? value * a + (slope * a * a) / 2 - atEnd * b - (slope * b * b) / 2 : (value * a * a) / 2 + (slope * a ** 3) / 6 - (atEnd * b * b) / 2 - (slope * b ** 3) / 6;
}
