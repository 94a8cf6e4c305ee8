import type { Solution } from '../fem';
import { loadsByCase } from '../loading';
import type { Model } from '../model';
import { MemberLine } from './member-line';
import { caseWeights, superpose } from './state';

/** A node at which the forces of a case do not add up, the worst first. */
export interface NodalImbalance {
  readonly node: string;
  /** what is left over, global, N */
  readonly force: readonly [number, number, number];
  readonly size: number;
  /** members that meet there, with the stiffest of each one's stiffnesses (EA/L or 12 EI/L³), N/m */
  readonly members: readonly { readonly id: string; readonly stiffness: number }[];
}

/** Where a case does not add up. */
export interface ImbalanceReading {
  /** ‖K u − f‖ / ‖f‖ of the case, and the estimate of the condition number */
  readonly residual: number;
  readonly condition: number;
  readonly nodes: readonly NodalImbalance[];
  /** how many nodes meshed slabs and walls meet: what these hand over there is not summed */
  readonly onPanels: number;
  /** the stiffest and the softest member of the structure, N/m */
  readonly stiffest: { readonly id: string; readonly stiffness: number } | undefined;
  readonly softest: { readonly id: string; readonly stiffness: number } | undefined;
}

/**
 * Sums the forces on every node of a case: loads, reactions, and what members hand over; nothing should be left. In the plane of a rigid floor the
 * floor takes what a node does not, so there only the vertical is summed; nodes that meshed slabs and walls meet are left out.
 * @returns the five nodes at which the most is left, and what makes equations inexact: a wide spread of stiffness
 */
export function imbalanceOf(model: Model, solution: Solution, caseId: string): ImbalanceReading | undefined {
  const solved = solution.cases.find((one) => one.id === caseId);
  if (!solved || solved.axialForces) return undefined;
  const state = superpose(solution, caseWeights(solution, caseId));
  const sums = new Float64Array(3 * solution.nodeIds.length);
  const numbers = new Map(solution.nodeIds.map((id, n) => [id, n]));
  const loads = loadsByCase(model, new Set([caseId])).get(caseId);
  for (const [id, six] of loads?.nodes ?? []) {
    const n = numbers.get(id);
    if (n !== undefined) for (let k = 0; k < 3; k++) sums[3 * n + k] += six[k];
  }
  for (let n = 0; n < solution.nodeIds.length; n++)
    for (let k = 0; k < 3; k++) sums[3 * n + k] += state.reactions[6 * n + k];
  const meeting = new Map<number, { id: string; stiffness: number }[]>();
  const all: { id: string; stiffness: number }[] = [];
  solution.memberIds.forEach((id, m) => {
    const [start, end] = [solution.ends[2 * m], solution.ends[2 * m + 1]];
    const axes = solution.axes.subarray(9 * m, 9 * m + 9);
    const L = solution.lengths[m];
    const line = new MemberLine(solution, state, m).at(L, true);
    // on the node at the start acts the opposite of what acts on the member; at the end N, V_y and V_z themselves, turned round
    const atStart = state.startForces.subarray(6 * m, 6 * m + 3);
    for (let k = 0; k < 3; k++) {
      for (let a = 0; a < 3; a++) {
        sums[3 * start + k] -= atStart[a] * axes[3 * a + k];
        sums[3 * end + k] -= (a === 0 ? line[0] : -line[a]) * axes[3 * a + k];
      }
    }
    const [EA, EIy, EIz] = solution.stiffness.subarray(6 * m, 6 * m + 3);
    const own = { id, stiffness: Math.max(EA / L, (12 * EIy) / L ** 3, (12 * EIz) / L ** 3) };
    all.push(own);
    for (const node of [start, end]) meeting.set(node, [...(meeting.get(node) ?? []), own]);
  });
  const inFloor = new Set(Object.values(model.diaphragms).flatMap((floor) => floor.nodes));
  const onPanels = new Set((solution.panels ?? []).flatMap((panel) => [...panel.nodes]));
  const nodes = solution.nodeIds.flatMap((node, n): NodalImbalance[] => {
    if (onPanels.has(n)) return [];
    const force: [number, number, number] = [sums[3 * n], sums[3 * n + 1], sums[3 * n + 2]];
    if (inFloor.has(node)) force[0] = force[1] = 0;
    return [
      {
        node,
        force,
        size: Math.hypot(...force),
        members: (meeting.get(n) ?? []).sort((a, b) => b.stiffness - a.stiffness),
      },
    ];
  });
  const byStiffness = [...all].sort((a, b) => b.stiffness - a.stiffness);
  return {
    residual: solved.residual,
    condition: solution.log.condition,
    onPanels: solution.nodeIds.length - nodes.length,
    nodes: nodes.sort((a, b) => b.size - a.size).slice(0, 5),
    stiffest: byStiffness[0],
    softest: byStiffness.at(-1),
  };
}
