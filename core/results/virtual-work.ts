import { panelWork, type Solution } from '../fem';
import { termActions } from '../loading';
import { lineIndex, MemberLine } from './member-line';
import { stationsOf } from './stations';
import type { LoadState } from './state';

/** How much of a movement comes from the deformation of one member, by kind of deformation, m (or rad of a turn). */
export interface MovementShare {
  readonly member: string;
  readonly bending: number;
  readonly axial: number;
  readonly shear: number;
  readonly torsion: number;
  readonly total: number;
}

/** How much of a movement comes from the deformation of a slab or wall, or of a zone of it, m (or rad). */
export interface PanelShare {
  readonly panel: string;
  readonly part?: string;
  readonly total: number;
}

/** Places and weights of Gauss's rule with three points on 0–1, exact to the fifth degree. */
const gauss = [
  [0.5 - Math.sqrt(0.15), 5 / 18],
  [0.5, 8 / 18],
  [0.5 + Math.sqrt(0.15), 5 / 18],
] as const;

/**
 * Which members' deformation a movement comes from: Σ ∫ (N̄ ε + M̄ κ + V̄ γ + T̄ ϑ) dx, with the forces N̄ … of a unit load at the place and in the
 * direction of the movement, and the strains of the state (McGuire, Gallagher, Ziemian, 2nd ed., ch. 7). It holds for any state, second order and
 * temperature included, since only the unit load must be in equilibrium on the undeformed structure.
 * @param unit     the structure under a load of size `size`
 * @param movement the movement itself, m or rad
 * @returns the members and the slabs and walls, the largest share first, and what springs, connections and settlements give
 */
export function movementShares(
  solution: Solution,
  state: LoadState,
  unit: { solution: Solution; state: LoadState; size: number },
  movement: number,
): { members: MovementShare[]; panels: PanelShare[]; rest: number } {
  const numbers = new Map(unit.solution.memberIds.map((id, m) => [id, m]));
  const members = solution.memberIds.map((member, m): MovementShare => {
    const number = numbers.get(member);
    if (number === undefined) return { member, bending: 0, axial: 0, shear: 0, torsion: 0, total: 0 };
    const virtual = new MemberLine(unit.solution, unit.state, number);
    const real = new MemberLine(solution, state, m);
    const [EA, EIy, EIz, GJ, GAy, GAz] = (state.stiffness ?? solution.stiffness).subarray(6 * m, 6 * m + 6);
    const sums = { bending: 0, axial: 0, shear: 0, torsion: 0 };
    const stations = stationsOf(solution, m);
    const [forces, loads] = [new Float64Array(11), new Float64Array(11)];
    for (let s = 1; s < stations.length; s++) {
      const from = stations[s - 1].x;
      const run = stations[s].x - from;
      if (run <= 0) continue;
      for (const [share, weight] of gauss) {
        const x = from + share * run;
        virtual.at(x, false, forces);
        real.at(x, false, loads);
        const imposed = imposedStrains(solution, state, m, x);
        const at = (name: keyof typeof lineIndex) => (weight * run * forces[lineIndex[name]]) / unit.size;
        sums.axial += at('N') * (loads[lineIndex.N] / EA + imposed[0]);
        sums.bending +=
          at('My') * (loads[lineIndex.My] / EIy + imposed[1]) + at('Mz') * (loads[lineIndex.Mz] / EIz + imposed[2]);
        sums.shear += at('Vy') * (loads[lineIndex.Vy] / GAy) + at('Vz') * (loads[lineIndex.Vz] / GAz);
        sums.torsion += GJ > 0 ? at('T') * (loads[lineIndex.T] / GJ) : 0;
      }
    }
    return { member, ...sums, total: sums.bending + sums.axial + sums.shear + sums.torsion };
  });
  members.sort((a, b) => Math.abs(b.total) - Math.abs(a.total));
  // of meshes that are the same; a question does not change what the meshes must meet
  const isSame = unit.solution.positions.length === solution.positions.length;
  const panels = (isSame ? (solution.panels ?? []) : [])
    .map((panel): PanelShare => ({
      panel: panel.id,
      ...(panel.part === undefined ? {} : { part: panel.part }),
      // the unit load's forces, which are those of the full stiffness, on the state's strains
      total: panelWork(solution, panel, unit.state.displacements, state.displacements) / unit.size,
    }))
    .sort((a, b) => Math.abs(b.total) - Math.abs(a.total));
  const told = [...members, ...panels].reduce((sum, one) => sum + one.total, 0);
  return { members, panels, rest: movement - told };
}

/** Strain and curvatures w″ and v″ imposed on a member at a place, –, 1/m. */
function imposedStrains({ terms }: Solution, state: LoadState, member: number, x: number): [number, number, number] {
  const sum: [number, number, number] = [0, 0, 0];
  for (let t = terms.memberStart[member]; t < terms.memberStart[member + 1]; t++) {
    const action = terms.action[t];
    const factor = state.caseFactors[terms.caseIndex[t]];
    if (action < termActions.strain || factor === 0 || x < terms.from[t] || x > terms.to[t]) continue;
    sum[action - termActions.strain] += factor * (terms.value[t] + terms.slope[t] * (x - terms.from[t]));
  }
  return sum;
}
