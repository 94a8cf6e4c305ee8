import type { Solution } from '../fem';
import type { LoadState } from './state';

/** Internal forces: N (tension positive), shears, torsion (N, N·m) and moments positive when they put the negative local side in tension (a sagging beam's M_y is positive). */
export const forceComponents = ['N', 'Vy', 'Vz', 'T', 'My', 'Mz'] as const;
export type ForceComponent = (typeof forceComponents)[number];

/** Values at one place of a member: six internal forces, then local displacements u, v, w in m. */
export type LineValues = Float64Array;
export const lineIndex: Readonly<Record<ForceComponent | 'u' | 'v' | 'w', number>> = { N: 0, Vy: 1, Vz: 2, T: 3, My: 4, Mz: 5, u: 6, v: 7, w: 8 };

const factorials = [1, 1, 2, 6, 24];
/** Sums of one evaluation; it never outlives the call. */
const scratch = [new Float64Array(4), new Float64Array(4), new Float64Array(4)] as const;

/**
 * One member under one load state. Everything along it is the exact polynomial that follows from its start forces, its
 * start displacements and its loads: V = f + ∫q, M = m + ∫V, EI w″ = M, w′ = slope − V / GA.
 */
export class MemberLine {
  readonly length: number;
  private readonly force: Float64Array;
  private readonly displacement = new Float64Array(6);
  private readonly stiffness: Float64Array;
  private readonly first: number;
  private readonly last: number;

  constructor(
    private readonly solution: Solution,
    private readonly state: LoadState,
    readonly member: number,
  ) {
    this.length = solution.lengths[member];
    this.force = state.startForces.subarray(6 * member, 6 * member + 6);
    this.stiffness = solution.stiffness.subarray(6 * member, 6 * member + 6);
    this.first = solution.terms.memberStart[member];
    this.last = solution.terms.memberStart[member + 1];
    const from = 6 * solution.ends[2 * member];
    for (let block = 0; block < 2; block++) {
      for (let i = 0; i < 3; i++) {
        const row = 9 * member + 3 * i;
        for (let j = 0; j < 3; j++) this.displacement[3 * block + i] += solution.axes[row + j] * state.displacements[from + 3 * block + j];
      }
    }
  }

  /**
   * Values at a distance from the start.
   * @param x     m, between 0 and the length
   * @param after at a point load: just past it rather than just before
   */
  at(x: number, after = false, into: LineValues = new Float64Array(9)): LineValues {
    const [fx, fy, fz, mx, my, mz] = this.force;
    const [EA, EIy, EIz, , GAy, GAz] = this.stiffness;
    const [u0, v0, w0, , ry0, rz0] = this.displacement;
    const loadX = this.integrals(0, x, after);
    const loadY = this.integrals(1, x, after);
    const loadZ = this.integrals(2, x, after);
    into[0] = -fx - loadX[0];
    into[1] = fy + loadY[0];
    into[2] = fz + loadZ[0];
    into[3] = -mx;
    into[4] = my + fz * x + loadZ[1];
    into[5] = -mz + fy * x + loadY[1];
    into[6] = u0 - (fx * x + loadX[1]) / EA;
    into[7] = v0 + rz0 * x + ((-mz * x * x) / 2 + (fy * x ** 3) / 6 + loadY[3]) / EIz - (fy * x + loadY[1]) / GAy;
    into[8] = w0 - ry0 * x + ((my * x * x) / 2 + (fz * x ** 3) / 6 + loadZ[3]) / EIy - (fz * x + loadZ[1]) / GAz;
    return into;
  }

  /** Deflection from the straight line between the displaced ends, local y and z, m. */
  fromChord(x: number): [number, number] {
    const here = this.at(x);
    const end = this.at(this.length);
    const share = x / this.length;
    const between = (i: number, start: number) => here[i] - (start + (end[i] - start) * share);
    return [between(7, this.displacement[1]), between(8, this.displacement[2])];
  }

  /** ∫q, ∬q, ∭q and the fourth integral of the state's loads in one local direction, from the start to x (Macaulay brackets). */
  private integrals(axis: 0 | 1 | 2, x: number, after: boolean): Float64Array {
    const sums = scratch[axis].fill(0);
    const { terms } = this.solution;
    for (let t = this.first; t < this.last; t++) {
      const weight = this.state.weights[terms.caseIndex[t]];
      if (terms.axis[t] !== axis || weight === 0) continue;
      const value = weight * terms.value[t];
      const a = x - terms.from[t];
      if (a < 0) continue;
      if (terms.isPoint[t]) {
        if (a > 0 || after) sums[0] += value;
        for (let power = 1; power < 4; power++) sums[power] += (value * a ** power) / factorials[power];
      } else {
        const b = Math.max(0, x - terms.to[t]);
        for (let power = 1; power < 5; power++) sums[power - 1] += (value * (a ** power - b ** power)) / factorials[power];
      }
    }
    return sums;
  }
}
