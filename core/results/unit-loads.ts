import { solveNow, type Factored, type Solution } from '../fem';
import {
  inOrder,
  isMeshed,
  onLevel,
  storeysUpward,
  type AreaLoad,
  type Load,
  type Model,
  type NodeLoad,
  type Storey,
  type Vector,
} from '../model';
import { caseWeights, superpose, type LoadState } from './state';

/** A load of a question, not of the model: on areas, or force (N) and moment (N·m) at a node or at a place (m) of a meshed slab or wall, global. */
export type AskedLoad = AskedForce | Omit<AreaLoad, 'id' | 'case'>;

interface AskedForce {
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
    for (const one of set) {
      const id = `l${Object.keys(loads).length + 1}`;
      if ('type' in one) {
        loads[id] = { ...one, id, case: ids[i] };
        continue;
      }
      const { node, force, moment } = one;
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

/** Where a floor would only shift under a horizontal force, and how stiff it is as a whole. */
export interface FloorStiffness {
  readonly storey: string;
  /** whether a diaphragm makes it rigid; else its slabs give, and it is the mean of their movement under a force spread as their area */
  readonly isRigid: boolean;
  /** centre of stiffness in plan, m */
  readonly x: number;
  readonly y: number;
  /** force for a movement of one metre of the centre, all storeys free to move, N/m */
  readonly stiffness: readonly [number, number];
}

/** A floor that is asked: sets of loads along x, along y and round, and how it moved as a whole in a state: ux, uy at a place (m), and turn. */
interface AskedFloor {
  readonly storey: string;
  readonly isRigid: boolean;
  readonly sets: readonly (readonly AskedLoad[])[];
  readonly moved: (solution: Solution, state: LoadState, x: number, y: number) => readonly [number, number, number];
}

const unit = 1000;

/**
 * Centres of stiffness of floors: a force through it does not turn the floor. From the turns under forces along x and y at a place and a pure moment:
 * e_y = θ(F_x) / θ(M), e_x = −θ(F_y) / θ(M).
 * @returns one a storey that has a rigid diaphragm or analysed slabs at its level
 */
export function centresOfStiffness(model: Model, earlier?: Factored): FloorStiffness[] {
  const rigid = Object.values(model.diaphragms).flatMap((diaphragm) => {
    // a semi-rigid one leaves it to its slab
    if (diaphragm.stiffness === 'semiRigid') return [];
    const node = diaphragm.nodes[0];
    const height = model.nodes[node].position[2];
    const storey = storeysUpward(model).find((one) => Math.abs(one.elevation - height) < onLevel);
    return storey ? [rigidFloor(storey, node)] : [];
  });
  const has = new Set(rigid.map(({ storey }) => storey));
  const floors = [
    ...rigid,
    ...storeysUpward(model).flatMap((storey) => (has.has(storey.id) ? [] : slabFloor(model, storey))),
  ];
  const asked =
    floors.length === 0
      ? undefined
      : askStructure(
          model,
          floors.flatMap(({ sets }) => sets),
          earlier,
        );
  if (!asked) return [];
  const { solution, states } = asked;
  return floors.flatMap(({ storey, isRigid, moved }, i): FloorStiffness[] => {
    const own = states.slice(3 * i, 3 * i + 3);
    const [byX, byY, round] = [0, 1, 2].map((k) => solution.cases[3 * i + k].applied);
    // where the forces along x and y act
    const [x, y] = [byY[5] / byY[1], -byX[5] / byX[0]];
    const [underX, underY, third] = own.map((state) => moved(solution, state, x, y));
    // what acts round, less what of it is a force
    const [fx, fy] = [round[0] / byX[0], round[1] / byY[1]];
    const moment = round[5] - fx * byX[5] - fy * byY[5];
    const turn = (third[2] - fx * underX[2] - fy * underY[2]) / moment;
    if (!(Math.abs(turn) > 0)) return [];
    const [ex, ey] = [-underY[2] / byY[1] / turn, underX[2] / byX[0] / turn];
    // the centre's own movement under a force through it: that under the force at the place, less what the turn adds
    const movedX = (underX[0] - ey * underX[2]) / byX[0];
    const movedY = (underY[1] + ex * underY[2]) / byY[1];
    return [{ storey, isRigid, x: x + ex, y: y + ey, stiffness: [1 / movedX, 1 / movedY] }];
  });
}

/** A floor that a diaphragm ties: any of its nodes tells how it moves. */
function rigidFloor(storey: Storey, node: string): AskedFloor {
  return {
    storey: storey.id,
    isRigid: true,
    sets: [
      [{ node, force: [unit, 0, 0], moment: [0, 0, 0] }],
      [{ node, force: [0, unit, 0], moment: [0, 0, 0] }],
      [{ node, force: [0, 0, 0], moment: [0, 0, unit] }],
    ],
    moved: ({ nodeIds, positions }, { displacements }, x, y) => {
      const n = nodeIds.indexOf(node);
      const [ux, uy, , , , turn] = displacements.subarray(6 * n, 6 * n + 6);
      return [ux - turn * (y - positions[3 * n + 1]), uy + turn * (x - positions[3 * n]), turn];
    },
  };
}

/** The analysed slabs at a level: pushed over their area, and the rigid movement that is nearest to that of their nodes. */
function slabFloor(model: Model, storey: Storey): AskedFloor[] {
  const slabs = inOrder(model.slabs)
    .filter(
      (slab) =>
        isMeshed(slab) &&
        slab.corners.every((id) => Math.abs(model.nodes[id].position[2] - storey.elevation) < onLevel),
    )
    .map(({ id }) => id);
  if (slabs.length === 0) return [];
  const [x, y, z] = model.nodes[model.slabs[slabs[0]].corners[0]].position;
  const push = (direction: 'x' | 'y', pressure: AreaLoad['pressure']): AskedLoad => ({
    type: 'area',
    region: { kind: 'panels', slabs, walls: [] },
    pressure,
    direction,
    spread: { way: 'two' },
  });
  const even: AreaLoad['pressure'] = { type: 'uniform', value: unit };
  return [
    {
      storey: storey.id,
      isRigid: false,
      sets: [
        [push('x', even)],
        [push('y', even)],
        [
          push('y', {
            type: 'linear',
            points: [
              { at: [x, y, z], value: 0 },
              { at: [x + 1, y, z], value: unit },
              { at: [x, y + 1, z], value: 0 },
            ],
          }),
        ],
      ],
      moved: ({ panels = [], positions }, { displacements }, cx, cy) => {
        const nodes = [...new Set(panels.filter(({ id }) => slabs.includes(id)).flatMap((panel) => [...panel.nodes]))];
        let [sx, sy, sux, suy] = [0, 0, 0, 0];
        for (const n of nodes) {
          sx += positions[3 * n];
          sy += positions[3 * n + 1];
          sux += displacements[6 * n];
          suy += displacements[6 * n + 1];
        }
        const count = nodes.length;
        const [mx, my, mux, muy] = [sx / count, sy / count, sux / count, suy / count];
        let [turned, spread] = [0, 0];
        for (const n of nodes) {
          const [dx, dy] = [positions[3 * n] - mx, positions[3 * n + 1] - my];
          turned += dx * (displacements[6 * n + 1] - muy) - dy * (displacements[6 * n] - mux);
          spread += dx * dx + dy * dy;
        }
        const turn = turned / spread;
        return [mux - turn * (cy - my), muy + turn * (cx - mx), turn];
      },
    },
  ];
}
