import {
  addLoadEffects,
  addStartEffects,
  axialSteps,
  chainOf,
  inPlane,
  linkAt,
  onLink,
  type Effects,
  type Link,
  type Solution,
} from '../fem';
import type { LoadState } from './state';

/** Internal forces: N (tension positive), shears, torsion (N, N·m) and moments positive when they put the negative local side in tension (a sagging beam's M_y is positive). */
export const forceComponents = ['N', 'Vy', 'Vz', 'T', 'My', 'Mz'] as const;
export type ForceComponent = (typeof forceComponents)[number];

/** Values at one place of a member: six internal forces, local displacements u, v, w in m, then dM_y/dx and dM_z/dx in N. */
export type LineValues = Float64Array;
export const lineWidth = 11;
export const lineIndex: Readonly<Record<ForceComponent | 'u' | 'v' | 'w' | 'dMy' | 'dMz', number>> = {
  N: 0,
  Vy: 1,
  Vz: 2,
  T: 3,
  My: 4,
  Mz: 5,
  u: 6,
  v: 7,
  w: 8,
  dMy: 9,
  dMz: 10,
};

const factorials = [1, 1, 2, 6, 24, 120];
const axialForce = 0;
const axialStrain = 6;
/** Sums of one evaluation; it never outlives the call. */
const sums = new Float64Array(45);
const effects: Effects = { V: 0, M: 0, psi: 0, w: 0, dM: 0 };
const clear = (sum: Effects): Effects => {
  sum.V = sum.M = sum.psi = sum.w = sum.dM = 0;
  return sum;
};

/** Where a link begins: deflection m, slope, shear and moment, and the part of the shear that bends it. */
interface LinkStart {
  readonly w: number;
  readonly psi: number;
  readonly V: number;
  readonly M: number;
  readonly bends: number;
}

/**
 * One member under one load state. Everything along it follows exactly from its start forces, its start displacements and its loads:
 * V = f + ∫q, M = m + ∫V, EI w″ = M + EI κ, w′ = slope − V / GA; in second order the same with the axial force's part (beam-column.ts).
 */
export class MemberLine {
  readonly length: number;
  private readonly force: Float64Array;
  private readonly displacement: Float64Array;
  private readonly stiffness: Float64Array;
  /** links of even axial force in the planes x–y and x–z; empty in first order */
  private readonly chains: readonly (readonly Link[])[];
  private readonly starts: readonly [LinkStart[], LinkStart[]] = [[], []];
  private readonly first: number;
  private readonly last: number;

  constructor(
    private readonly solution: Solution,
    private readonly state: LoadState,
    readonly member: number,
  ) {
    this.length = solution.lengths[member];
    this.force = state.startForces.subarray(6 * member, 6 * member + 6);
    this.displacement = state.startDisplacements.subarray(6 * member, 6 * member + 6);
    this.stiffness = (state.stiffness ?? solution.stiffness).subarray(6 * member, 6 * member + 6);
    this.first = solution.terms.memberStart[member];
    this.last = solution.terms.memberStart[member + 1];
    this.chains = this.makeChains();
  }

  /**
   * Values at a distance from the start of the flexible part.
   * @param x     m, between 0 and the length
   * @param after at a point load: just past it rather than just before
   */
  at(x: number, after = false, into: LineValues = new Float64Array(lineWidth)): LineValues {
    // read one by one: taking typed arrays apart by patterns costs more than all the rest
    const { force, stiffness, displacement } = this;
    const fx = force[0];
    const fy = force[1];
    const fz = force[2];
    const my = force[4];
    const mz = force[5];
    const load = this.integrals(x, after);
    // integral n of what acts in way a stands at 5 a + n
    into[0] = -fx - load[1];
    into[3] = -force[3] - load[16];
    into[6] = displacement[0] - (fx * x + load[2]) / stiffness[0] + load[5 * axialStrain + 1];
    if (this.chains.length > 0) {
      this.bent(1, x, after, into);
      this.bent(0, x, after, into);
      return into;
    }
    into[1] = fy + load[6];
    into[2] = fz + load[11];
    into[4] = my + fz * x + load[12] + load[21];
    into[5] = -mz + fy * x + load[7] - load[26];
    into[7] =
      displacement[1] +
      displacement[5] * x +
      ((-mz * x * x) / 2 + (fy * x * x * x) / 6 + load[9] - load[28]) / stiffness[2] +
      load[42] -
      (fy * x + load[7]) / stiffness[4];
    into[8] =
      displacement[2] -
      displacement[4] * x +
      ((my * x * x) / 2 + (fz * x * x * x) / 6 + load[14] + load[23]) / stiffness[1] +
      load[37] -
      (fz * x + load[12]) / stiffness[5];
    into[9] = into[2] + load[20];
    into[10] = into[1] - load[25];
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

  /** The chains in which the bending was solved: with the axial force of the state, and what its loads add along the member. */
  private makeChains(): Link[][] {
    const { axialForces, axialFactors } = this.state;
    if (!axialForces) return [];
    const { terms } = this.solution;
    const along = [];
    for (let t = this.first; t < this.last; t++) {
      const factor = (axialFactors ?? this.state.caseFactors)[terms.caseIndex[t]];
      if (terms.action[t] !== axialForce || factor === 0) continue;
      along.push({
        value: factor * terms.value[t],
        slope: factor * terms.slope[t],
        from: terms.from[t],
        to: terms.to[t],
        isPoint: terms.isPoint[t] === 1,
      });
    }
    const N = axialForces[this.member];
    const [, EIy, EIz, , GAy, GAz] = this.stiffness;
    const steps = axialSteps(along, this.length, Math.min(EIy, EIz));
    if (N === 0 && !steps) return [];
    return [chainOf(EIz, GAy, this.length, N, steps), chainOf(EIy, GAz, this.length, N, steps)];
  }

  /** Bending in one plane (0: x–y, 1: x–z) in second order, link by link. The shear is the one square to the bent axis. */
  private bent(number: 0 | 1, x: number, after: boolean, into: LineValues): void {
    const links = this.chains[number];
    const here = linkAt(links, x, after);
    const { w, psi, M, bends } = this.startOfLink(number, here);
    const sum = clear(effects);
    const within = x - links[here].from;
    addStartEffects(links[here].plane, w, psi, bends, M, within, sum);
    this.addLoads(links, here, number, within, after, sum);
    into[number === 1 ? 2 : 1] = sum.dM;
    into[number === 1 ? 4 : 5] = sum.M;
    into[number === 1 ? 8 : 7] = sum.w;
    into[number === 1 ? 9 : 10] = sum.dM;
  }

  /** Where a link of a chain begins, found from link to link once. */
  private startOfLink(number: 0 | 1, wanted: number): LinkStart {
    const links = this.chains[number];
    const starts = this.starts[number];
    const add = (i: number, w: number, psi: number, V: number, M: number) =>
      starts.push({ w, psi, V, M, bends: this.withoutString(links, i, number, w, psi, V, M) });
    if (starts.length === 0)
      add(
        0,
        this.displacement[number === 1 ? 2 : 1],
        number === 1 ? -this.displacement[4] : this.displacement[5],
        this.force[number === 1 ? 2 : 1],
        number === 1 ? this.force[4] : -this.force[5],
      );
    for (let i = starts.length - 1; i < wanted; i++) {
      const { w, psi, V, M, bends } = starts[i];
      const { plane, length } = links[i];
      const sum = clear(effects);
      addStartEffects(plane, w, psi, bends, M, length, sum);
      this.addLoads(links, i, number, length, true, sum);
      add(i + 1, sum.w, sum.psi, V + (sum.V - bends), sum.M);
    }
    return starts[wanted];
  }

  /** The part of a link's start force that bends: in strong tension the rest only holds the string (see `bendingPlane`). */
  private withoutString(
    links: readonly Link[],
    i: number,
    number: 0 | 1,
    w0: number,
    psi0: number,
    V0: number,
    M0: number,
  ): number {
    const { plane, length, string } = links[i];
    if (string === 0) return V0;
    const end = clear(effects);
    addStartEffects(plane, w0, psi0, 0, M0, length, end);
    this.addLoads(links, i, number, length, true, end);
    const without = end.w;
    const unit = clear(effects);
    addStartEffects(plane, 0, 0, 1, 0, length, unit);
    return (V0 - string * (w0 - without)) / (1 - string * unit.w);
  }

  private addLoads(links: readonly Link[], i: number, number: 0 | 1, x: number, after: boolean, sum: Effects): void {
    const { terms } = this.solution;
    for (let t = this.first; t < this.last; t++) {
      const factor = this.state.caseFactors[terms.caseIndex[t]];
      if (factor === 0) continue;
      const how = inPlane(terms.action[t]);
      if (how?.[0] !== number) continue;
      const isPoint = terms.isPoint[t] === 1;
      const part = onLink(links, i, {
        value: terms.value[t],
        slope: terms.slope[t],
        from: terms.from[t],
        to: terms.to[t],
        isPoint,
      });
      if (part)
        addLoadEffects(
          links[i].plane,
          how[1],
          how[2] * factor * part.value,
          how[2] * factor * part.slope,
          part.from,
          part.to,
          isPoint,
          x,
          after,
          sum,
        );
    }
  }

  /** For each way of acting five numbers: the state's load at x and its first to fourth integrals from the start (Macaulay brackets). */
  private integrals(x: number, after: boolean): Float64Array {
    sums.fill(0);
    const { terms } = this.solution;
    for (let t = this.first; t < this.last; t++) {
      const factor = this.state.caseFactors[terms.caseIndex[t]];
      const a = x - terms.from[t];
      if (factor === 0 || a < 0) continue;
      const action = terms.action[t];
      const value = factor * terms.value[t];
      const at = 5 * action;
      if (terms.isPoint[t]) {
        if (a === 0 && !after) continue;
        sums[at + 1] += value;
        let power = a;
        for (let n = 2; n < 5; n++) {
          sums[at + n] += (value * power) / factorials[n - 1];
          power *= a;
        }
      } else {
        const slope = factor * terms.slope[t];
        const length = terms.to[t] - terms.from[t];
        const b = Math.max(0, a - length);
        const atEnd = value + slope * length;
        if (b === 0) sums[at] += value + slope * a;
        let [powerA, powerB] = [a, b];
        for (let n = 1; n < 5; n++) {
          sums[at + n] +=
            (value * powerA - atEnd * powerB) / factorials[n] + (slope * (powerA * a - powerB * b)) / factorials[n + 1];
          powerA *= a;
          powerB *= b;
        }
      }
    }
    return sums;
  }
}
