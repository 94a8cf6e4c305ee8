import { solveNow, type Factored, type Solution } from '../fem';
import { onLevel, storeysUpward, type Load, type Model, type NodeLoad, type Vector } from '../model';
import { caseWeights, superpose, type LoadState } from './state';

/** A load of a question, not of the model: force (N) and moment (N·m) at a node, or at a place (m) of a meshed slab or wall, global. */
export interface AskedLoad {
  readonly node: string | Vector;
  readonly force: Vector;
  readonly moment: Vector;
}

/**
 * The structure under loads of a question, each set a state of its own; the model's loads are left out.
 * @param earlier the factor of the model's own solve, which serves again
 * @returns the solution and one state a set, or nothing when the structure cannot be solved
 */
export function askStructure(
  model: Model,
  sets: readonly (readonly AskedLoad[])[],
  earlier?: Factored,
): { solution: Solution; states: LoadState[] } | undefined {
  const ids = sets.map((_, i) => `c${i + 1}`);
  const cases = Object.fromEntries(
    ids.map((id) => [id, { id, label: id, name: id, nature: 'other' as const, selfWeight: false }]),
  );
  const loads: Record<string, Load> = {};
  sets.forEach((set, i) => {
    for (const { node, force, moment } of set) {
      const id = `l${Object.keys(loads).length + 1}`;
      const acts = { force: [...force], moment: [...moment] } as Pick<NodeLoad, 'force' | 'moment'>;
      loads[id] =
        typeof node === 'string'
          ? { id, type: 'node', case: ids[i], node, ...acts }
          : { id, type: 'spot', case: ids[i], at: [...node], ...acts };
    }
  });
  // meshes meet the nodes that are loaded: they stay what they are
  for (const load of Object.values(model.loads)) {
    if (!('node' in load) || ids.length === 0) continue;
    const id = `l${Object.keys(loads).length + 1}`;
    loads[id] = { id, type: 'node', case: ids[0], node: load.node, force: [0, 0, 0], moment: [0, 0, 0] };
  }
  const asked: Model = { ...model, cases, loads, combinations: {}, envelopes: {}, loadRules: {}, analyses: {} };
  // a cache of its own: the answers to the question must not push out those of the model's cases
  const { solution } = solveNow(asked, {}, earlier && { ...earlier, cases: new Map() });
  return solution && { solution, states: ids.map((id) => superpose(solution, caseWeights(solution, id))) };
}

/** Where a rigid floor would only shift under a horizontal force, and how stiff it is as a whole. */
export interface FloorStiffness {
  readonly storey: string;
  /** centre of stiffness in plan, m */
  readonly x: number;
  readonly y: number;
  /** force for a movement of one metre of the centre, all storeys free to move, N/m */
  readonly stiffness: readonly [number, number];
}

/**
 * Centres of stiffness of rigid floors: a force through it does not turn the floor. From the turns under unit forces at one node and a unit moment:
 * e_y = θ(F_x) / θ(M), e_x = −θ(F_y) / θ(M).
 * @returns one a storey that has a rigid diaphragm
 */
export function centresOfStiffness(model: Model, earlier?: Factored): FloorStiffness[] {
  const floors = Object.values(model.diaphragms).flatMap((diaphragm) => {
    const node = diaphragm.nodes[0];
    const height = model.nodes[node].position[2];
    const storey = storeysUpward(model).find((one) => Math.abs(one.elevation - height) < onLevel);
    return storey ? [{ storey: storey.id, node }] : [];
  });
  const unit = 1000;
  const sets = floors.flatMap(({ node }): AskedLoad[][] => [
    [{ node, force: [unit, 0, 0], moment: [0, 0, 0] }],
    [{ node, force: [0, unit, 0], moment: [0, 0, 0] }],
    [{ node, force: [0, 0, 0], moment: [0, 0, unit] }],
  ]);
  const asked = sets.length === 0 ? undefined : askStructure(model, sets, earlier);
  if (!asked) return [];
  return floors.map(({ storey, node }, i): FloorStiffness => {
    const n = asked.solution.nodeIds.indexOf(node);
    const [byX, byY, byM] = asked.states
      .slice(3 * i, 3 * i + 3)
      .map((state) => state.displacements.subarray(6 * n, 6 * n + 6));
    const [x, y] = model.nodes[node].position;
    const [ex, ey] = [-byY[5] / byM[5], byX[5] / byM[5]];
    // the centre's own movement under a force through it: that under the force at the node, less what the turn adds
    const movedX = byX[0] - ey * byX[5];
    const movedY = byY[1] + ex * byY[5];
    return { storey, x: x + ex, y: y + ey, stiffness: [unit / movedX, unit / movedY] };
  });
}
