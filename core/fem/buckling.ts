import { loadsByCase } from '../loading';
import { memberLength, type BucklingAnalysis, type Finding, type Model } from '../model';
import { buildAnalysisModel, type AnalysisModel } from './analysis-model';
import { addElements, assemble, emptyMatrix, toNodes } from './assemble';
import { condense } from './condensation';
import { largestPairs } from './eigenpairs';
import { symmetricEigen } from './symmetric-eigen';
import { bucklesClamped, localStiffness, type AxialCourse } from './frame-element';
import { combineLoads, loadSetOf } from './load-set';
import { describeMotion, mechanismFinding } from './mechanism';
import { axialForces } from './felt-forces';
import { solveWhole } from './nonlinear';
import { cutShapes, memberPieces, type CutShape } from './piece-forces';
import { analyse, Factorisation, multiply, type BlockMatrix } from './sparse';

/** One way to buckle: at `factor` times the load, in a shape whose largest translation is 1. */
export interface BucklingMode {
  readonly factor: number;
  /** six a node, global */
  readonly displacements: Float64Array;
  /** translations along members, global: (divisions + 1) × 3 numbers a member; nought for those that floors cut */
  readonly memberShapes: Float64Array;
  /** members that floors cut */
  readonly cut: readonly CutShape[];
  /** ‖K φ − λ G φ‖ / ‖K φ‖ */
  readonly residual: number;
  /** node that moves most and how, for words */
  readonly node: string;
  readonly way: string;
}

export interface BucklingResult {
  readonly modes: readonly BucklingMode[];
  readonly divisions: number;
  readonly equations: number;
  readonly solves: number;
  readonly nodeIds: readonly string[];
  readonly memberIds: readonly string[];
}

/** Pieces a member is cut into to find how it buckles; the factors themselves are then those of the exact stiffness. */
const divisions = 6;

/**
 * Multiples of a load at which the structure buckles: K φ = λ G φ with K the first-order stiffness and G minus its change with the axial
 * forces of that load, by Lanczos in the inner product of K; then each factor is carried on to where the exact stiffness does no work in its
 * shape. Axial forces that loads change along a member are followed inside it; members that only pull or push take part as they act under the load.
 */
export function* bucklingAnalysis(
  model: Model,
  definition: BucklingAnalysis,
): Generator<number, { findings: Finding[]; result?: BucklingResult }> {
  const built = buildAnalysisModel(model, {
    stiffnessSet: definition.stiffnessSet ? model.stiffnessSets[definition.stiffnessSet] : undefined,
    divisions,
  });
  if (!('analysis' in built)) return built;
  const { analysis } = built;
  const factorisation = new Factorisation(analyse(analysis.pattern, analysis.vertexPositions));
  const byCase = loadsByCase(model);
  const set = combineLoads(
    analysis,
    definition.factors.map(({ case: id }) => loadSetOf(analysis, byCase.get(id)!)),
    definition.factors.map(({ factor }) => factor),
  );
  const memberEnds = Float64Array.from(analysis.memberIds, (id) => memberLength(model, model.members[id]));
  const steps = solveWhole(
    {
      model,
      analysis,
      factorisation,
      memberEnds,
      name: `the load of ${definition.label}`,
      order: 'first',
      lifts: true,
    },
    set,
  );
  let step = steps.next();
  while (!step.done) {
    yield 0;
    step = steps.next();
  }
  if (!('equilibrium' in step.value)) return step.value;
  const stiffness = assemble(analysis);
  // without slack members the factor at hand is that of this stiffness
  const singular =
    step.value.log.slack.length === 0 && !step.value.log.lifted
      ? undefined
      : factorisation.factoriseNow(stiffness, { definite: true });
  if (singular) return { findings: [mechanismFinding(model, analysis, singular.motion)] };
  yield 0;
  const forces = axialForces(analysis, step.value.equilibrium);
  // a factor grows the load until something buckles: changes count against the EI that the piece's own force would just bend
  const ends = step.value.equilibrium.endForces;
  analysis.frame.takeAxialLoads(
    set.terms,
    (e) =>
      (Math.max(Math.abs(ends[12 * e]), Math.abs(ends[12 * e + 6])) * analysis.frame.pieces[e].element.length ** 2) /
      Math.PI ** 2,
  );
  const course = (e: number, share: number): AxialCourse => ({
    N: share * forces[e],
    steps: analysis.frame.stepsOf(e),
    share,
  });
  const bounds = forces.map((force, e) =>
    analysis.frame.active[e]
      ? Math.max(
          Math.abs(force),
          ...(analysis.frame.stepsOf(e)?.beyond ?? []).map((beyond) => Math.abs(force + beyond)),
        )
      : 0,
  );
  const largest = bounds.reduce((most, force) => Math.max(most, force), 0);
  const least = forces.reduce(
    (low, force, e) =>
      bounds[e] > 0
        ? Math.min(low, force, ...(analysis.frame.stepsOf(e)?.beyond ?? []).map((beyond) => force + beyond))
        : low,
    0,
  );
  const shells = analysis.floors?.shells;
  const inPlane = shells?.forcesInPlanes(step.value.equilibrium.displacements, set.warmed);
  if (!(least < -1e-9 * largest) && !(shells && inPlane && shells.isCompressed(inPlane)))
    return { findings: [noCompressionFinding(definition)] };

  const meshNodes = analysis.nodeIds.length + (analysis.floors?.mesh.inner.length ?? 0);
  const softening = emptyMatrix(analysis);
  const change = new Float64Array(144);
  addElements(analysis, analysis.frame, softening.values, (e, into) => {
    changeWithAxialForce(analysis, e, (share) => course(e, share), bounds[e], change);
    analysis.frame.turnedMatrix(e, change, into);
  });
  if (shells && inPlane)
    addElements(analysis, shells, softening.values, (e, into) => shells.geometric(e, inPlane, -1, into));
  const pairs = yield* largestPairs(
    {
      size: analysis.equationCount,
      operate: (columns) => factorisation.solveMany(columns.map((x) => multiply(softening, x))),
      inner: (x) => multiply(stiffness, x),
    },
    definition.count + guards,
  );
  if (pairs.values.length === 0) return { findings: [noCompressionFinding(definition)] };
  const refined = exactModes(
    analysis,
    stiffness,
    pairs.vectors,
    pairs.values.map((value) => 1 / value),
    course,
    inPlane,
  );
  const modes = pairs.vectors.map((vector, k): BucklingMode => {
    const first = 1 / pairs.values[k];
    const elastic = multiply(stiffness, vector);
    const soft = multiply(softening, vector);
    let [gap, size] = [0, 0];
    elastic.forEach((value, i) => {
      gap = Math.max(gap, Math.abs(value - first * soft[i]));
      size = Math.max(size, Math.abs(value));
    });
    const motion = refined[k].shape;
    const nodal = toNodes(analysis, motion);
    let most = 0;
    nodal.forEach((value, i) => {
      if (i % 6 < 3 && Math.abs(value) > Math.abs(most)) most = value;
    });
    const shape = nodal.map((value) => value / (most || 1));
    const { node, way } = describeMotion(analysis, motion);
    return {
      factor: refined[k].factor,
      displacements: shape.slice(0, 6 * meshNodes),
      memberShapes: memberShapes(analysis, shape),
      cut: cutShapes(analysis.frame, shape).filter(({ member }) => isCut(analysis, member)),
      residual: gap / (size || 1),
      node,
      way,
    };
  });
  modes.sort((a, b) => a.factor - b.factor);
  return {
    findings: [],
    result: {
      modes: modes.slice(0, definition.count),
      divisions,
      equations: analysis.equationCount,
      solves: pairs.solves,
      nodeIds: analysis.nodeIds,
      memberIds: analysis.memberIds,
    },
  };
}

/** A factor is taken as found when a step changes it by less than this share: the next would change it by far less. */
const settledChange = 1e-4;
/** Modes found beyond those asked for, so that the last of these may mix with its neighbours too. */
const guards = 2;
/** The approximation's factors are at most this share too high where their shapes can be told at all. */
const farthest = 0.25;

/** Stiffness of a piece between its nodes, joints included, under a share of the load's axial forces, local. */
function pieceStiffness({ frame }: AnalysisModel, e: number, course: AxialCourse, into: Float64Array): void {
  const { element, springs } = frame.pieces[e];
  localStiffness(element, course, into);
  if (springs) condense(into, springs);
}

/**
 * Minus the change of a piece's exact stiffness with the load at none of it, by a central difference over a thousandth of EI/L² (its error
 * is a millionth of a millionth of the stiffness).
 * @param bound largest axial force in the piece, N; 0: it feels none
 */
function changeWithAxialForce(
  analysis: AnalysisModel,
  e: number,
  course: (share: number) => AxialCourse,
  bound: number,
  into: Float64Array,
): void {
  into.fill(0);
  if (bound === 0) return;
  const { element } = analysis.frame.pieces[e];
  const share = (1e-3 * Math.min(element.bendingY, element.bendingZ)) / element.length ** 2 / bound;
  const below = new Float64Array(144);
  pieceStiffness(analysis, e, course(share), into);
  pieceStiffness(analysis, e, course(-share), below);
  for (let i = 0; i < 144; i++) into[i] = -(into[i] - below[i]) / (2 * share);
}

/**
 * The factors at which the exact stiffness lets the found shapes, and mixtures of them, move without work: the pieces' own deflections
 * between their nodes are then exact, and a shape's small error enters by its square. With G(λ) = (K − K(λ)) / λ the k-th pair of
 * Φᵀ G(λ) Φ y = (1 / λ) Φᵀ K Φ y is found by repetition (Wittrick & Williams 1971 give the stiffness). Where a piece buckles between its
 * nodes first, the factor of the approximation is kept.
 */
function exactModes(
  analysis: AnalysisModel,
  stiffness: BlockMatrix,
  vectors: readonly Float64Array[],
  first: readonly number[],
  course: (e: number, share: number) => AxialCourse,
  inPlane: Float64Array | undefined,
): { factor: number; shape: Float64Array }[] {
  const { frame } = analysis;
  const count = vectors.length;
  const scaled = vectors.map((vector) => {
    const energy = multiply(stiffness, vector).reduce((sum, value, i) => sum + value * vector[i], 0);
    return vector.map((value) => value / Math.sqrt(energy));
  });
  const nodal = scaled.map((vector) => toNodes(analysis, vector));
  const local = scaled.map(() => new Float64Array(12));
  const ofPanels = softenedPanels(analysis, nodal, inPlane);
  const [k, moved] = [new Float64Array(144), new Float64Array(12)];
  /** Φᵀ (K − K(λ)) Φ / λ by rows, or undefined where a piece buckles between its nodes */
  const softened = (factor: number): Float64Array | undefined => {
    const sum = ofPanels.slice();
    for (let e = 0; e < frame.pieces.length; e++) {
      if (!frame.active[e]) continue;
      const here = course(e, factor);
      if (here.N === 0 && !here.steps) continue;
      if (bucklesClamped(frame.pieces[e].element, here)) return undefined;
      pieceStiffness(analysis, e, here, k);
      const zero = frame.localOf(e);
      nodal.forEach((displacements, a) => frame.localDisplacements(e, displacements, local[a]));
      for (let a = 0; a < count; a++) {
        for (let i = 0; i < 12; i++) {
          moved[i] = 0;
          for (let j = 0; j < 12; j++) moved[i] += (zero[12 * i + j] - k[12 * i + j]) * local[a][j];
        }
        for (let b = 0; b < count; b++)
          for (let i = 0; i < 12; i++) sum[count * a + b] += (moved[i] * local[b][i]) / factor;
      }
    }
    return sum;
  };
  return first.map((start, mode) => {
    let factor = start;
    let mixture: Float64Array | undefined;
    for (let step = 0; step < 12; step++) {
      const matrix = softened(factor);
      if (!matrix) return { factor: start, shape: vectors[mode] };
      const { values, vectors: pairs } = symmetricEigen(matrix, count);
      // the largest share of softening belongs to the lowest factor
      const order = Array.from(values, (_, i) => i).sort((a, b) => values[b] - values[a]);
      const next = 1 / values[order[mode]];
      if (!(Math.abs(next - start) < farthest * start)) return { factor: start, shape: vectors[mode] };
      mixture = Float64Array.from({ length: count }, (_, i) => pairs[i * count + order[mode]]);
      const settled = Math.abs(next - factor) <= settledChange * start;
      factor = next;
      if (settled) break;
    }
    const shape = vectors[mode].map((_, i) => mixture!.reduce((sum, share, a) => sum + share * scaled[a][i], 0));
    return { factor, shape };
  });
}

/** Minus the work of slabs' and walls' geometric stiffness between shapes, by rows: it grows evenly with the load. */
function softenedPanels(
  { floors }: AnalysisModel,
  nodal: readonly Float64Array[],
  inPlane: Float64Array | undefined,
): Float64Array {
  const count = nodal.length;
  const sum = new Float64Array(count * count);
  if (!floors || !inPlane) return sum;
  const { shells } = floors;
  const k = new Float64Array(24 * 24);
  const forces = new Float64Array(24);
  for (let e = 0; e < shells.ids.length; e++) {
    const nodes = shells.nodesOf(e);
    const size = 6 * nodes.length;
    shells.geometric(e, inPlane, -1, k);
    for (let a = 0; a < count; a++) {
      for (let i = 0; i < size; i++) {
        forces[i] = 0;
        for (let j = 0; j < size; j++) forces[i] += k[i * size + j] * nodal[a][6 * nodes[Math.floor(j / 6)] + (j % 6)];
      }
      for (let b = 0; b < count; b++)
        for (let i = 0; i < size; i++)
          sum[count * a + b] += forces[i] * nodal[b][6 * nodes[Math.floor(i / 6)] + (i % 6)];
    }
  }
  return sum;
}

/** Whether a member is cut by floors rather than for this analysis. */
const isCut = ({ floors, memberIds }: AnalysisModel, member: number): boolean =>
  floors?.mesh.cuts.has(memberIds[member]) === true;

function memberShapes({ frame, floors, memberIds }: AnalysisModel, nodal: Float64Array): Float64Array {
  const shapes = new Float64Array(3 * (divisions + 1) * memberIds.length);
  const firsts = memberPieces(frame);
  frame.pieces.forEach(({ member, start, end }, e) => {
    if (floors?.mesh.cuts.has(memberIds[member])) return;
    const d = e - firsts[member];
    const at = 3 * ((divisions + 1) * member + d);
    for (let i = 0; i < 3; i++) {
      shapes[at + i] = nodal[6 * start + i];
      shapes[at + 3 + i] = nodal[6 * end + i];
    }
  });
  return shapes;
}

const noCompressionFinding = ({ id, label }: BucklingAnalysis): Finding => ({
  key: `no-compression ${id}`,
  rule: 'no-compression',
  severity: 'stop',
  sentence: `The load of the buckling analysis ${label} compresses no member, slab or wall.`,
  why: 'Without compression nothing buckles. Choose other cases or the opposite sign.',
  place: {},
});
