import { termIntegral } from './term-integral';
import { termActions } from '../loading';
import type { AnalysisModel } from './analysis-model';
import { toEquations, toNodes } from './assemble';
import { toMaster } from './floors/rigid-heads';
import type { LoadSet } from './load-set';
import { multiply, type BlockMatrix, type Factorisation } from './sparse';

/** Forces on clamped ends of pieces, twelve each, local: as they are, and as the nodes feel them; and the whole as forces on nodes. */
export interface LoadVectors {
  readonly clamped: Float64Array;
  readonly condensed: Float64Array;
  /** what lies on rigid parts, twelve a piece, local at the piece's ends */
  readonly rigid: Float64Array;
  /** all loads as a right-hand side over the equations */
  readonly right: Float64Array;
}

/** Turns loads into forces on the equations, for the axial forces the frame's pieces have now. */
export function loadVectors(analysis: AnalysisModel, set: LoadSet, memberEnds: Float64Array): LoadVectors {
  const { frame, sources, nodeCount } = analysis;
  const count = frame.pieces.length;
  const clamped = new Float64Array(12 * count);
  const rigid = new Float64Array(12 * count);
  const nodal = set.nodal.slice();
  for (let e = 0; e < count; e++) {
    const terms = set.terms[frame.pieces[e].member];
    if (terms.length === 0) continue;
    const own = clamped.subarray(12 * e, 12 * e + 12);
    const onRigid = rigid.subarray(12 * e, 12 * e + 12);
    for (const term of terms) frame.addLoads(e, term, memberEnds[frame.pieces[e].member], own, onRigid);
  }
  const condensed = clamped.slice();
  for (let e = 0; e < count; e++) {
    if (set.terms[frame.pieces[e].member].length === 0) continue;
    frame.condenseLoads(e, condensed.subarray(12 * e, 12 * e + 12));
    if (!frame.active[e]) frame.slacken(condensed.subarray(12 * e, 12 * e + 12));
    frame.addToNodes(e, condensed, 12 * e, nodal, -1);
    frame.addToNodes(e, rigid, 12 * e, nodal, -1);
  }
  const moved = new Uint8Array(nodeCount);
  let any = false;
  set.imposed.forEach((value, i) => {
    if (value === 0) return;
    moved[Math.floor(i / 6)] = 1;
    any = true;
  });
  if (any) {
    const local = new Float64Array(12);
    const forces = new Float64Array(12);
    frame.pieces.forEach(({ start, end }, e) => {
      if (!moved[start] && !moved[end]) return;
      frame.localDisplacements(e, set.imposed, local);
      frame.addStiffnessForces(e, local, forces.fill(0));
      frame.addToNodes(e, forces, 0, nodal, -1);
    });
    for (const source of sources.slice(1))
      elementForces(source, set.imposed, (node, freedom, force) => (nodal[6 * node + freedom] -= force));
  }
  return { clamped, condensed, rigid, right: toEquations(analysis, nodal) };
}

const atSupports = new WeakMap<AnalysisModel, Map<AnalysisModel['sources'][number], Int32Array>>();

/** Elements of a source that meet a support: the only ones whose forces reactions ask for. */
function elementsAtSupports(analysis: AnalysisModel, source: AnalysisModel['sources'][number]): Int32Array {
  const known = atSupports.get(analysis) ?? new Map<AnalysisModel['sources'][number], Int32Array>();
  atSupports.set(analysis, known);
  let found = known.get(source);
  if (!found) {
    const held = new Set(analysis.supports.map(({ node }) => node));
    // what a head gathers comes to its column's support
    for (const { node, master } of analysis.heads) if (held.has(master)) held.add(node);
    found = Int32Array.from(
      source.ids.flatMap((_, e) => (Array.from(source.nodesOf(e)).some((node) => held.has(node)) ? [e] : [])),
    );
    known.set(source, found);
  }
  return found;
}

/** Nodal forces of the elements of a source under displacements of the nodes. @param only numbers of the elements wanted; none: all */
export function elementForces(
  source: AnalysisModel['sources'][number],
  displacements: Float64Array,
  note: (node: number, freedom: number, force: number, place: number) => void,
  only?: ArrayLike<number>,
): void {
  let place = 0;
  let k = new Float64Array(576);
  const count = only?.length ?? source.ids.length;
  for (let n = 0; n < count; n++) {
    const e = only ? only[n] : n;
    const nodes = source.nodesOf(e);
    const size = 6 * nodes.length;
    if (k.length < size * size) k = new Float64Array(size * size);
    source.stiffness(e, k);
    for (let i = 0; i < size; i++, place++) {
      let sum = 0;
      for (let j = 0; j < size; j++) sum += k[i * size + j] * displacements[6 * nodes[Math.floor(j / 6)] + (j % 6)];
      note(nodes[Math.floor(i / 6)], i % 6, sum, place);
    }
  }
}

export interface Answer {
  readonly unknown: Float64Array;
  /** ‖K u − f‖ / ‖f‖, largest entry by largest entry */
  readonly residual: number;
}

/** Residuals below this share of the load are rounding; a refinement could not better them. */
const rounding = 1e-13;
/** A refinement that leaves more than this share of a residual is not worth its solve. */
const worthwhile = 0.5;

/**
 * Solves for many right-hand sides, with a step of iterative refinement where the residual is not rounding already. The worst is tried first: where its
 * residual is not halved, the factor leaves nothing to better (Golub & Van Loan, Matrix Computations, §3.5.3), and the others stay as they are.
 */
export function solveRefined(
  matrix: BlockMatrix,
  factorisation: Factorisation,
  right: readonly Float64Array[],
): Answer[] {
  const answers = factorisation.solveMany(right).map((unknown, c): Answer & { gap: Float64Array } => ({
    unknown,
    ...gapOf(matrix, unknown, right[c]),
  }));
  const poor = answers
    .flatMap(({ residual }, c) => (residual > rounding ? [c] : []))
    .sort((a, b) => answers[b].residual - answers[a].residual);
  /** Refines some; the one of the smaller residual is kept. */
  const refine = (which: readonly number[]) => {
    const corrections = factorisation.solveMany(which.map((c) => answers[c].gap));
    which.forEach((c, i) => {
      const [{ unknown, residual }, better] = [answers[c], corrections[i]];
      for (let k = 0; k < better.length; k++) better[k] += unknown[k];
      const refined = { unknown: better, ...gapOf(matrix, better, right[c]) };
      if (refined.residual < residual) answers[c] = refined;
    });
  };
  const [first, ...others] = poor as [number | undefined, ...number[]];
  if (first !== undefined) {
    const before = answers[first].residual;
    refine([first]);
    if (answers[first].residual <= worthwhile * before) refine(others);
  }
  return answers.map(({ unknown, residual }) => ({ unknown, residual }));
}

/** b − A x, and its largest entry over that of b; a number that is not one must not pass for a small residual. */
function gapOf(matrix: BlockMatrix, x: Float64Array, b: Float64Array): { gap: Float64Array; residual: number } {
  const gap = multiply(matrix, x);
  let worst = 0;
  let size = 0;
  for (let i = 0; i < b.length; i++) {
    gap[i] = b[i] - gap[i];
    worst = Math.max(worst, Math.abs(gap[i]));
    size = Math.max(size, Math.abs(b[i]));
  }
  return { gap, residual: Number.isFinite(worst) ? worst / (size || 1) : Infinity };
}

/** A structure in equilibrium: what its nodes and members do. */
export interface Equilibrium {
  /** six a node (inner nodes included), global, m and rad */
  readonly displacements: Float64Array;
  /** twelve a piece, local, N and N·m */
  readonly endForces: Float64Array;
  /** displacements of each piece's own start, inside its releases, six each, local */
  readonly startDisplacements: Float64Array;
  /** six a node, global, N and N·m */
  readonly reactions: Float64Array;
  /** force and moment about the origin */
  readonly applied: Float64Array;
  readonly reacted: Float64Array;
  readonly forceScale: number;
  /** pressures of beds, N/m² or N/m; none: there is none */
  readonly soil?: Float64Array;
  /** nodal forces of elements other than members, by source */
  readonly elementForces: readonly Float64Array[];
}

/** Recovers everything from the unknowns. */
export function recover(
  analysis: AnalysisModel,
  set: LoadSet,
  vectors: LoadVectors,
  unknown: Float64Array,
): Equilibrium {
  const { frame, sources, supports, nodeCount, positions } = analysis;
  const count = frame.pieces.length;
  const displacements = toNodes(analysis, unknown);
  for (let i = 0; i < displacements.length; i++) displacements[i] += set.imposed[i];
  const endForces = vectors.condensed.slice();
  const startDisplacements = new Float64Array(6 * count);
  const local = new Float64Array(12);
  const demand = new Float64Array(6 * nodeCount);
  for (let e = 0; e < count; e++) {
    frame.localDisplacements(e, displacements, local);
    frame.addStiffnessForces(e, local, endForces, 12 * e);
    frame.ownEnds(e, local, vectors.clamped.subarray(12 * e, 12 * e + 12));
    startDisplacements.set(local.subarray(0, 6), 6 * e);
    frame.addToNodes(e, endForces, 12 * e, demand, 1);
    if (set.terms[frame.pieces[e].member].length > 0) frame.addToNodes(e, vectors.rigid, 12 * e, demand, 1);
  }
  const others = sources.slice(1).map((source) => {
    const forces: number[] = [];
    const kept = source.keepsForces !== false;
    elementForces(
      source,
      displacements,
      (node, freedom, force) => {
        demand[6 * node + freedom] += force;
        if (kept) forces.push(force);
      },
      kept ? undefined : elementsAtSupports(analysis, source),
    );
    return Float64Array.from(forces);
  });
  // what members ask of a direction, less what is applied there, is the support's to give; where a rigid floor asks too, a spring gives what its movement makes
  const supported = new Set(supports.map(({ node }) => node));
  const left = analysis.heads.length > 0 ? demand.map((value, i) => value - set.nodal[i]) : demand;
  for (const head of analysis.heads) if (supported.has(head.master)) toMaster(positions, head, left, demand);
  const reactions = new Float64Array(6 * nodeCount);
  for (const { node, direction, stiffness, inFloor } of supports) {
    let amount = 0;
    for (let i = 0; i < 6; i++)
      amount +=
        direction[i] *
        (stiffness === Infinity || !inFloor
          ? demand[6 * node + i] - set.nodal[6 * node + i]
          : -stiffness * displacements[6 * node + i]);
    for (let i = 0; i < 6; i++) reactions[6 * node + i] += amount * direction[i];
  }
  analysis.bed?.addForces(displacements, reactions);
  const reacted = new Float64Array(6);
  const applied = new Float64Array(6);
  for (let node = 0; node < nodeCount; node++) {
    addAtPoint(reacted, positions, 3 * node, reactions, 6 * node);
    addAtPoint(applied, positions, 3 * node, set.nodal, 6 * node);
  }
  addTermResultants(analysis, set, applied);
  let forceScale = 0;
  for (const list of [set.nodal, reactions, vectors.clamped, vectors.right])
    for (let i = 0; i < list.length; i++) forceScale = Math.max(forceScale, Math.abs(list[i]));
  return {
    displacements,
    endForces,
    startDisplacements,
    reactions,
    applied,
    reacted,
    forceScale,
    elementForces: others,
    ...(analysis.bed ? { soil: analysis.bed.pressures(displacements) } : {}),
  };
}

/** Adds six force components acting at a point to a force and moment about the origin. */
export function addAtPoint(
  sum: Float64Array,
  positions: Float64Array,
  at: number,
  force: Float64Array,
  from: number,
): void {
  const [x, y, z] = [positions[at], positions[at + 1], positions[at + 2]];
  const [fx, fy, fz] = [force[from], force[from + 1], force[from + 2]];
  sum[0] += fx;
  sum[1] += fy;
  sum[2] += fz;
  sum[3] += force[from + 3] + y * fz - z * fy;
  sum[4] += force[from + 4] + z * fx - x * fz;
  sum[5] += force[from + 5] + x * fy - y * fx;
}

function addTermResultants({ frame, positions }: AnalysisModel, set: LoadSet, sum: Float64Array): void {
  const point = new Float64Array(3);
  const force = new Float64Array(6);
  frame.pieces.forEach(({ member, from, start, startOffset, isFirst }, e) => {
    // the member's axis begins `from` before its first piece; later pieces of a divided member add nothing
    if (!isFirst) return;
    for (const term of set.terms[member]) {
      if (term.action >= termActions.strain) continue;
      const total = termIntegral(term, term.to, 1);
      const along = total === 0 ? term.from : term.to - termIntegral(term, term.to, 2) / total;
      const row = 9 * e + 3 * (term.action % 3);
      for (let i = 0; i < 3; i++) {
        point[i] = positions[3 * start + i] + startOffset[i] + (along - from) * frame.axes[9 * e + i];
        force[i] = term.action < 3 ? total * frame.axes[row + i] : 0;
        force[3 + i] = term.action < 3 ? 0 : total * frame.axes[row + i];
      }
      addAtPoint(sum, point, 0, force, 0);
      if (total === 0 && !term.isPoint) {
        // a couple without resultant: first moment of the load about its start
        const moment = -termIntegral(term, term.to, 2);
        if (term.action === 1) for (let i = 0; i < 3; i++) sum[3 + i] += moment * frame.axes[9 * e + 6 + i];
        if (term.action === 2) for (let i = 0; i < 3; i++) sum[3 + i] -= moment * frame.axes[9 * e + 3 + i];
      }
    }
  });
}
