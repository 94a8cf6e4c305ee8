import { loadsByCase } from '../loading';
import { memberLength, type BucklingAnalysis, type Finding, type Model } from '../model';
import { buildAnalysisModel, type AnalysisModel } from './analysis-model';
import { addElements, assemble, emptyMatrix, toNodes } from './assemble';
import { condense } from './condensation';
import { largestPairs } from './eigenpairs';
import { localStiffness } from './frame-element';
import { combineLoads, loadSetOf } from './load-set';
import { describeMotion, mechanismFinding } from './mechanism';
import { axialForces } from './nonlinear';
import { analyse, Factorisation, multiply } from './sparse';
import { loadVectors, recover, solveRefined } from './statics';

/** One way to buckle: at `factor` times the load, in a shape whose largest translation is 1. */
export interface BucklingMode {
  readonly factor: number;
  /** six a node, global */
  readonly displacements: Float64Array;
  /** translations along members, global: (divisions + 1) × 3 numbers a member */
  readonly memberShapes: Float64Array;
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

/** Pieces a member is cut into: the factor of a member held at both ends is then within 0.1%, that of a frame's sway far closer. */
const divisions = 6;

/**
 * Multiples of a load at which the structure buckles: K φ = λ G φ with K the first-order stiffness and G minus its change with the axial
 * forces of that load, by Lanczos in the inner product of K.
 */
export function* bucklingAnalysis(model: Model, definition: BucklingAnalysis): Generator<number, { findings: Finding[]; result?: BucklingResult }> {
  const built = buildAnalysisModel(model, { stiffnessSet: definition.stiffnessSet ? model.stiffnessSets[definition.stiffnessSet] : undefined, divisions });
  if (!('analysis' in built)) return built;
  const { analysis } = built;
  const stiffness = assemble(analysis);
  const factorisation = new Factorisation(analyse(analysis.pattern, analysis.vertexPositions));
  const singular = factorisation.factoriseNow(stiffness, { definite: true });
  if (singular) return { findings: [mechanismFinding(model, analysis, singular.motion)] };
  yield 0;
  const byCase = loadsByCase(model);
  const set = combineLoads(analysis, definition.factors.map(({ case: id }) => loadSetOf(analysis, byCase.get(id)!)), definition.factors.map(({ factor }) => factor));
  const vectors = loadVectors(analysis, set, Float64Array.from(analysis.memberIds, (id) => memberLength(model, model.members[id])));
  const [{ unknown }] = solveRefined(stiffness, factorisation, [vectors.right]);
  const forces = axialForces(analysis, recover(analysis, set, vectors, unknown));
  const largest = forces.reduce((most, force) => Math.max(most, Math.abs(force)), 0);
  if (!(forces.reduce((least, force) => Math.min(least, force), 0) < -1e-9 * largest)) return { findings: [noCompressionFinding(definition)] };

  const softening = emptyMatrix(analysis);
  const change = new Float64Array(144);
  addElements(analysis, analysis.frame, softening.values, (e, into) => {
    changeWithAxialForce(analysis, e, forces[e], change);
    analysis.frame.turnedMatrix(e, change, into);
  });
  const pairs = yield* largestPairs({
    size: analysis.equationCount,
    operate: (columns) => factorisation.solveMany(columns.map((x) => multiply(softening, x))),
    inner: (x) => multiply(stiffness, x),
  }, definition.count);
  if (pairs.values.length === 0) return { findings: [noCompressionFinding(definition)] };
  const modes = pairs.vectors.map((vector, k): BucklingMode => {
    const factor = 1 / pairs.values[k];
    const elastic = multiply(stiffness, vector);
    const soft = multiply(softening, vector);
    let [gap, size] = [0, 0];
    elastic.forEach((value, i) => {
      gap = Math.max(gap, Math.abs(value - factor * soft[i]));
      size = Math.max(size, Math.abs(value));
    });
    const nodal = toNodes(analysis, vector);
    let most = 0;
    nodal.forEach((value, i) => {
      if (i % 6 < 3 && Math.abs(value) > Math.abs(most)) most = value;
    });
    const shape = nodal.map((value) => value / (most || 1));
    const { node, way } = describeMotion(analysis, vector);
    return { factor, displacements: shape.slice(0, 6 * analysis.nodeIds.length), memberShapes: memberShapes(analysis, shape), residual: gap / (size || 1), node, way };
  });
  return { findings: [], result: { modes, divisions, equations: analysis.equationCount, solves: pairs.solves, nodeIds: analysis.nodeIds, memberIds: analysis.memberIds } };
}

/**
 * −N dk/dN of a piece at N = 0, local, joints included: what its axial force takes from its stiffness. The derivative of the exact stiffness,
 * by a central difference over a thousandth of EI/L² (its error is a millionth of a millionth of the stiffness).
 */
function changeWithAxialForce({ frame }: AnalysisModel, e: number, force: number, into: Float64Array): void {
  const { element, springs } = frame.pieces[e];
  const step = (1e-3 * Math.min(element.bendingY, element.bendingZ)) / element.length ** 2;
  const below = new Float64Array(144);
  localStiffness(element, step, into);
  localStiffness(element, -step, below);
  if (springs) {
    condense(into, springs);
    condense(below, springs);
  }
  for (let i = 0; i < 144; i++) into[i] = (-force * (into[i] - below[i])) / (2 * step);
}

function memberShapes({ frame, memberIds }: AnalysisModel, nodal: Float64Array): Float64Array {
  const shapes = new Float64Array(3 * (divisions + 1) * memberIds.length);
  frame.pieces.forEach(({ member, start, end }, e) => {
    const d = e % divisions;
    const at = 3 * ((divisions + 1) * member + d);
    for (let i = 0; i < 3; i++) {
      shapes[at + i] = nodal[6 * start + i];
      shapes[at + 3 + i] = nodal[6 * end + i];
    }
  });
  return shapes;
}

const noCompressionFinding = ({ id, label }: BucklingAnalysis): Finding => ({
  key: `no-compression ${id}`, rule: 'no-compression', severity: 'stop', sentence: `The load of the buckling analysis ${label} compresses no member.`, why: 'Without compression nothing buckles. Choose other cases or the opposite sign.', place: {},
});
