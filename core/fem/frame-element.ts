import type { MemberTerm } from '../loading';

/** A straight prismatic member's stiffnesses in its local axes: EA (N), EI (N·m²), GJ (N·m²), shear stiffness G·A_s (N; Infinity: no shear deformation), length (m). */
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

/**
 * Local stiffness matrix, 12 × 12 by rows; freedoms ux uy uz rx ry rz at the start, then at the end.
 * Timoshenko member: φ = 12 EI / (G A_s L²) (Przemieniecki, Theory of Matrix Structural Analysis, §5.6).
 */
export function localStiffness(element: FrameElement, k: Float64Array): void {
  const { length: L } = element;
  k.fill(0);
  const set = (row: number, column: number, value: number) => {
    k[row * 12 + column] = value;
    k[column * 12 + row] = value;
  };
  for (const [stiffness, freedom] of [[element.axial / L, 0], [element.torsion / L, 3]] as const) {
    set(freedom, freedom, stiffness);
    set(freedom + 6, freedom + 6, stiffness);
    set(freedom, freedom + 6, -stiffness);
  }
  // [EI, shear stiffness, translation, rotation, sign of the rotation that goes with a positive slope]
  for (const [EI, shear, w, r, sign] of [[element.bendingZ, element.shearY, 1, 5, 1], [element.bendingY, element.shearZ, 2, 4, -1]] as const) {
    const phi = (12 * EI) / (shear * L * L);
    const base = EI / (1 + phi);
    const translation = (12 * base) / L ** 3;
    const coupling = (sign * 6 * base) / L ** 2;
    set(w, w, translation);
    set(w + 6, w + 6, translation);
    set(w, w + 6, -translation);
    set(w, r, coupling);
    set(w, r + 6, coupling);
    set(w + 6, r, -coupling);
    set(w + 6, r + 6, -coupling);
    set(r, r, ((4 + phi) * base) / L);
    set(r + 6, r + 6, ((4 + phi) * base) / L);
    set(r, r + 6, ((2 - phi) * base) / L);
  }
}

/**
 * Forces the fixed ends exert on the member under a load between them, added to `ends` (12, local, N and N·m).
 * Free the start, find how it moves under the load as a cantilever held at the end, and push it back: f₁ = −K₁₁ d.
 * Integrals of the load's moment ∫M, ∫∫M are exact for uniform parts and points, so the forces are.
 */
export function addFixedEndForces(element: FrameElement, term: MemberTerm, ends: Float64Array): void {
  const { length: L } = element;
  const { shear: total, moment, slope: momentArea, deflection: momentAreaMoment } = loadIntegrals(term, L);
  if (term.axis === 0) {
    // the end carries everything when the start is free; the start's share follows from equal stretch
    const share = moment / L;
    ends[0] -= share;
    ends[6] -= total - share;
    return;
  }
  const [EI, shearStiffness, w, r, sign] = term.axis === 1 ? ([element.bendingZ, element.shearY, 1, 5, 1] as const) : ([element.bendingY, element.shearZ, 2, 4, -1] as const);
  // with the start free: EI w'' = M, w' = slope − V/(G A); slope and w must vanish at the end
  const slope = -momentArea / EI;
  const deflection = -(momentAreaMoment / EI - moment / shearStiffness + slope * L);
  const phi = (12 * EI) / (shearStiffness * L * L);
  const base = EI / (1 + phi);
  const force = -((12 * base) / L ** 3) * deflection - ((6 * base) / L ** 2) * slope;
  const couple = -((6 * base) / L ** 2) * deflection - (((4 + phi) * base) / L) * slope;
  ends[w] += force;
  ends[r] += sign * couple;
  ends[w + 6] -= force + total;
  // moments about the end: couple at start + couple at end = force × L + moment of the load about the end
  ends[r + 6] += sign * (force * L + moment - couple);
}

/** The load's shear V = ∫q to the left, moment ∫V, and the moment's first and second integrals, all at the far end. */
function loadIntegrals({ value, from, to, isPoint }: MemberTerm, length: number): { shear: number; moment: number; slope: number; deflection: number } {
  const a = length - from;
  if (isPoint) return { shear: value, moment: value * a, slope: (value * a * a) / 2, deflection: (value * a ** 3) / 6 };
  const b = length - to;
  const difference = (power: number) => value * (a ** power - b ** power);
  return { shear: difference(1), moment: difference(2) / 2, slope: difference(3) / 6, deflection: difference(4) / 24 };
}
