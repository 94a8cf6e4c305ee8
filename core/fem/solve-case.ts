import type { CaseLoads } from '../loading';
import type { AnalysisModel } from './analysis-model';
import { addFixedEndForces, localStiffness } from './frame-element';
import type { CaseSolution } from './solution';
import { solveFactored, type Factor } from './sparse/ldl';
import { multiply, type SymmetricMatrix } from './sparse/symmetric-matrix';

/** Solves one load case with a factor at hand and recovers end forces, reactions and the balance of forces. */
export function solveCase(analysis: AnalysisModel, matrix: SymmetricMatrix, factor: Factor, id: string, loads: CaseLoads): CaseSolution {
  const { nodeIds, memberIds, equations, ends, axes, elements, positions } = analysis;
  const nodal = new Float64Array(nodeIds.length * 6); // loads at nodes, global, fixed-end forces included below
  const applied = new Float64Array(6);
  nodeIds.forEach((node, i) => {
    const load = loads.nodes.get(node);
    if (!load) return;
    nodal.set(load, 6 * i);
    addAtPoint(applied, positions, 3 * i, load, 0);
  });

  const fixedEnd = new Float64Array(memberIds.length * 12);
  memberIds.forEach((member, m) => {
    const terms = loads.members.get(member);
    if (!terms) return;
    const own = fixedEnd.subarray(12 * m, 12 * m + 12);
    for (const term of terms) {
      addFixedEndForces(elements[m], term, own);
      addTermResultant(applied, analysis, m, term.axis, term.isPoint ? term.value : term.value * (term.to - term.from), term.isPoint ? term.from : (term.from + term.to) / 2);
    }
  });
  const equivalent = Float64Array.from(nodal);
  for (let m = 0; m < memberIds.length; m++) addRotated(equivalent, fixedEnd, m, ends, axes, -1);

  const right = new Float64Array(matrix.size);
  for (let i = 0; i < equations.length; i++) if (equations[i] >= 0) right[equations[i]] = equivalent[i];
  const unknown = solveFactored(factor, right);
  const correction = solveFactored(factor, difference(right, multiply(matrix, unknown)));
  for (let i = 0; i < unknown.length; i++) unknown[i] += correction[i];
  const residual = largest(difference(right, multiply(matrix, unknown))) / (largest(right) || 1);

  const displacements = new Float64Array(equations.length);
  for (let i = 0; i < equations.length; i++) if (equations[i] >= 0) displacements[i] = unknown[equations[i]];

  const endForces = recoverEndForces(analysis, displacements, fixedEnd);
  const startForces = new Float64Array(memberIds.length * 6);
  for (let m = 0; m < memberIds.length; m++) startForces.set(endForces.subarray(12 * m, 12 * m + 6), 6 * m);

  // what the members ask of a held direction, less what is applied there, is the support's to give
  const demand = new Float64Array(nodeIds.length * 6);
  for (let m = 0; m < memberIds.length; m++) addRotated(demand, endForces, m, ends, axes, 1);
  const reactions = new Float64Array(nodeIds.length * 6);
  const reacted = new Float64Array(6);
  for (let i = 0; i < equations.length; i++) if (equations[i] < 0) reactions[i] = demand[i] - nodal[i];
  for (let node = 0; node < nodeIds.length; node++) addAtPoint(reacted, positions, 3 * node, reactions, 6 * node);
  return { id, displacements, startForces, reactions, applied, reacted, residual };
}

/** Local end forces of every member, twelve each: k d + fixed-end forces. */
function recoverEndForces({ elements, ends, axes }: AnalysisModel, displacements: Float64Array, fixedEnd: Float64Array): Float64Array {
  const forces = Float64Array.from(fixedEnd);
  const stiffness = new Float64Array(144);
  const local = new Float64Array(12);
  elements.forEach((element, m) => {
    localStiffness(element, stiffness);
    for (let block = 0; block < 4; block++) {
      const from = 6 * ends[2 * m + (block >> 1)] + 3 * (block & 1);
      for (let i = 0; i < 3; i++) {
        const row = 9 * m + 3 * i;
        local[3 * block + i] = axes[row] * displacements[from] + axes[row + 1] * displacements[from + 1] + axes[row + 2] * displacements[from + 2];
      }
    }
    for (let i = 0; i < 12; i++) {
      let sum = 0;
      for (let j = 0; j < 12; j++) sum += stiffness[12 * i + j] * local[j];
      forces[12 * m + i] += sum;
    }
  });
  return forces;
}

/** Adds member m's twelve local end forces, turned to global and times `sign`, to its nodes. */
function addRotated(target: Float64Array, forces: Float64Array, m: number, ends: Int32Array, axes: Float64Array, sign: number): void {
  for (let block = 0; block < 4; block++) {
    const to = 6 * ends[2 * m + (block >> 1)] + 3 * (block & 1);
    for (let i = 0; i < 3; i++) {
      const force = sign * forces[12 * m + 3 * block + i];
      if (force === 0) continue;
      const row = 9 * m + 3 * i;
      target[to] += force * axes[row];
      target[to + 1] += force * axes[row + 1];
      target[to + 2] += force * axes[row + 2];
    }
  }
}

/** Adds six force components acting at a point to a force and moment about the origin. */
function addAtPoint(sum: Float64Array, positions: Float64Array, at: number, force: Float64Array, from: number): void {
  const [x, y, z] = [positions[at], positions[at + 1], positions[at + 2]];
  const [fx, fy, fz] = [force[from], force[from + 1], force[from + 2]];
  sum[0] += fx;
  sum[1] += fy;
  sum[2] += fz;
  sum[3] += force[from + 3] + y * fz - z * fy;
  sum[4] += force[from + 4] + z * fx - x * fz;
  sum[5] += force[from + 5] + x * fy - y * fx;
}

function addTermResultant(sum: Float64Array, { positions, ends, axes }: AnalysisModel, m: number, axis: number, total: number, along: number): void {
  const start = 3 * ends[2 * m];
  const point = new Float64Array(3);
  const force = new Float64Array(6);
  for (let i = 0; i < 3; i++) {
    point[i] = positions[start + i] + along * axes[9 * m + i];
    force[i] = total * axes[9 * m + 3 * axis + i];
  }
  addAtPoint(sum, point, 0, force, 0);
}

function difference(a: Float64Array, b: Float64Array): Float64Array {
  return a.map((value, i) => value - b[i]);
}

function largest(values: Float64Array): number {
  let most = 0;
  for (const value of values) most = Math.max(most, Math.abs(value));
  return most;
}
