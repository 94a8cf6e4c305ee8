import { gravity, loadsByCase, termActions } from '../loading';
import { termIntegral } from './term-integral';
import type { Finding, ModalAnalysis, Model } from '../model';
import { buildAnalysisModel, type AnalysisModel } from './analysis-model';
import { addElement, addElements, assemble, emptyMatrix, toEquations } from './assemble';
import { largestPairs } from './eigenpairs';
import { combineLoads, emptyLoads, loadSetOf, type LoadSet } from './load-set';
import { mechanismFinding } from './mechanism';
import { analyse, Factorisation, multiply, type BlockMatrix } from './sparse';
import { recover } from './statics';

/** One mode of vibration, with unit modal mass: φᵀ M φ = 1 kg. */
export interface Mode {
  /** rad/s */
  readonly omega: number;
  /** s */
  readonly period: number;
  /** six a node, global */
  readonly displacements: Float64Array;
  /** forces that hold the structure in this shape: at members' starts and ends, six each, local */
  readonly startForces: Float64Array;
  readonly endForces: Float64Array;
  readonly startDisplacements: Float64Array;
  readonly reactions: Float64Array;
  /** φᵀ M r for movement of the ground in x, y, z; its square is the effective mass, kg */
  readonly participation: readonly [number, number, number];
  /** ‖K φ − ω² M φ‖ / ‖K φ‖ */
  readonly residual: number;
}

export interface ModalResult {
  readonly modes: readonly Mode[];
  /** mass that can move in x, y, z, kg */
  readonly mass: readonly [number, number, number];
  /** share of that mass the modes take, in x, y, z */
  readonly share: readonly [number, number, number];
  readonly solves: number;
  readonly equations: number;
  readonly nodeIds: readonly string[];
  readonly memberIds: readonly string[];
}

/** What later analyses need of a modal one beside its result. */
export interface ModalBasis {
  readonly analysis: AnalysisModel;
  readonly factorisation: Factorisation;
  readonly matrix: BlockMatrix;
  /** nodal mass in x, y, z: three a node, kg; consistent masses are summed by rows */
  readonly nodalMass: Float64Array;
}

const enough = 0.9;
const mostModes = 300;

/** Modes of vibration by shift-invert Lanczos on the factorised stiffness. */
export function* modalAnalysis(model: Model, definition: ModalAnalysis): Generator<number, { findings: Finding[]; result?: ModalResult; basis?: ModalBasis }> {
  const built = buildAnalysisModel(model, { stiffnessSet: definition.stiffnessSet ? model.stiffnessSets[definition.stiffnessSet] : undefined });
  if (!('analysis' in built)) return built;
  const { analysis } = built;
  const matrix = assemble(analysis);
  const factorisation = new Factorisation(analyse(analysis.pattern, analysis.vertexPositions));
  const singular = factorisation.factoriseNow(matrix, { definite: true });
  if (singular) return { findings: [mechanismFinding(model, analysis, singular.motion)] };
  yield 0;

  const byCase = loadsByCase(model);
  const sets = definition.masses.map(({ case: id }) => loadSetOf(analysis, byCase.get(id)!));
  const loads = combineLoads(analysis, sets, definition.masses.map(({ factor }) => factor));
  const masses = massMatrix(model, analysis, loads, definition);
  const moving = ([0, 1, 2] as const).map((axis) => movingMass(analysis, masses.nodal, axis)) as [number, number, number];
  if (moving[0] + moving[1] + moving[2] <= 0) return { findings: [noMassFinding(definition)] };
  const rights = [0, 1, 2].map((axis) => toEquations(analysis, nodalOf(masses.nodal, axis)));
  const pencil = {
    size: analysis.equationCount,
    operate: (_: readonly Float64Array[], inner: readonly Float64Array[]) => factorisation.solveMany(inner),
    inner: (x: Float64Array) => multiply(masses.matrix, x),
  };
  let asked = definition.count ?? 20;
  for (;;) {
    const pairs = yield* largestPairs(pencil, asked);
    const modes = pairs.vectors.map((vector, k) => modeOf(analysis, matrix, masses.matrix, vector, 1 / pairs.values[k], rights));
    const share = ([0, 1, 2] as const).map((axis) => (moving[axis] > 0 ? modes.reduce((sum, mode) => sum + mode.participation[axis] ** 2, 0) / moving[axis] : 1)) as [number, number, number];
    const reached = share[0] >= enough && share[1] >= enough;
    const more = modes.length >= asked && asked < mostModes;
    if (definition.count === null && !reached && more) {
      asked = Math.min(mostModes, 2 * asked);
      continue;
    }
    const needed = definition.count === null && reached ? firstEnough(modes, moving) : modes.length;
    const kept = modes.slice(0, needed);
    const result: ModalResult = {
      modes: kept, mass: moving, solves: pairs.solves, equations: analysis.equationCount, nodeIds: analysis.nodeIds, memberIds: analysis.memberIds,
      share: ([0, 1, 2] as const).map((axis) => (moving[axis] > 0 ? kept.reduce((sum, mode) => sum + mode.participation[axis] ** 2, 0) / moving[axis] : 1)) as [number, number, number],
    };
    return { findings: participationFindings(definition, result), result, basis: { analysis, factorisation, matrix, nodalMass: masses.nodal } };
  }
}

function firstEnough(modes: readonly Mode[], mass: readonly number[]): number {
  const sum = [0, 0];
  for (const [k, { participation }] of modes.entries()) {
    for (const axis of [0, 1]) sum[axis] += participation[axis] ** 2;
    if ([0, 1].every((axis) => mass[axis] === 0 || sum[axis] >= enough * mass[axis])) return k + 1;
  }
  return modes.length;
}

function modeOf(analysis: AnalysisModel, stiffness: BlockMatrix, mass: BlockMatrix, vector: Float64Array, square: number, rights: readonly Float64Array[]): Mode {
  // the largest entry positive, so that a mode looks the same whichever kernel found it
  let largest = 0;
  vector.forEach((value, i) => {
    if (Math.abs(value) > Math.abs(vector[largest]) * (1 + 1e-6)) largest = i;
  });
  const shape = vector[largest] < 0 ? vector.map((value) => -value) : vector;
  const none = new Float64Array(12 * analysis.frame.pieces.length);
  const state = recover(analysis, emptyLoads(analysis), { clamped: none, condensed: none, rigid: none, right: shape }, shape);
  const elastic = multiply(stiffness, shape);
  const inertia = multiply(mass, shape);
  let [gap, size] = [0, 0];
  elastic.forEach((value, i) => {
    gap = Math.max(gap, Math.abs(value - square * inertia[i]));
    size = Math.max(size, Math.abs(value));
  });
  const count = analysis.frame.pieces.length;
  const startForces = new Float64Array(6 * count);
  const endForces = new Float64Array(6 * count);
  for (let e = 0; e < count; e++) {
    startForces.set(state.endForces.subarray(12 * e, 12 * e + 6), 6 * e);
    endForces.set(state.endForces.subarray(12 * e + 6, 12 * e + 12), 6 * e);
  }
  const omega = Math.sqrt(square);
  return {
    omega, period: (2 * Math.PI) / omega, displacements: state.displacements, startForces, endForces, startDisplacements: state.startDisplacements, reactions: state.reactions,
    participation: rights.map((right) => right.reduce((sum, value, i) => sum + value * shape[i], 0)) as [number, number, number], residual: size > 0 ? gap / size : 0,
  };
}

function nodalOf(masses: Float64Array, axis: number): Float64Array {
  const nodal = new Float64Array(2 * masses.length);
  for (let node = 0; node < masses.length / 3; node++) nodal[6 * node + axis] = masses[3 * node + axis];
  return nodal;
}

/** Mass at nodes as far as it can move in a direction, kg. */
function movingMass(analysis: AnalysisModel, nodalMass: Float64Array, axis: number): number {
  const free = new Float64Array(nodalMass.length / 3).fill(1);
  for (const { node, stiffness, direction } of analysis.supports) if (stiffness === Infinity) free[node] -= direction[axis] ** 2;
  return free.reduce((sum, share, node) => sum + Math.max(0, share) * nodalMass[3 * node + axis], 0);
}

/** Mass per node and the mass matrix, from the downward loads of cases (divided by g) and typed masses. */
function massMatrix(model: Model, analysis: AnalysisModel, loads: LoadSet, { massMatrix: kind, verticalMass }: ModalAnalysis): { matrix: BlockMatrix; nodal: Float64Array } {
  const matrix = emptyMatrix(analysis);
  const { frame, nodeCount } = analysis;
  const axes = verticalMass ? [0, 1, 2] : [0, 1];
  const atNodes = new Float64Array(nodeCount);
  for (let node = 0; node < nodeCount; node++) atNodes[node] = Math.max(0, -loads.nodal[6 * node + 2] / gravity) + (model.nodes[analysis.nodeIds[node]]?.mass ?? 0);
  const nodal = new Float64Array(3 * nodeCount);
  const perLength = new Float64Array(frame.pieces.length);
  frame.pieces.forEach((piece, e) => {
    // weight of the member and where it lies: resultant of the loads' vertical part
    let [weight, moment] = [0, 0];
    for (const term of loads.terms[piece.member]) {
      if (term.action > termActions.z) continue;
      const vertical = -frame.axes[9 * e + 3 * term.action + 2];
      const total = termIntegral(term, term.to, 1);
      weight += vertical * total;
      moment += vertical * (total * (term.to - piece.from) - termIntegral(term, term.to, 2));
    }
    if (weight <= 0) return;
    const { length } = piece.element;
    perLength[e] = weight / gravity / length;
    if (kind === 'consistent') return;
    const toEnd = Math.min(1, Math.max(0, moment / weight / length));
    atNodes[piece.start] += ((1 - toEnd) * weight) / gravity;
    atNodes[piece.end] += (toEnd * weight) / gravity;
  });
  const lump = new Float64Array(36);
  for (let node = 0; node < nodeCount; node++) {
    if (atNodes[node] === 0) continue;
    lump.fill(0);
    for (const axis of axes) {
      lump[7 * axis] = atNodes[node];
      nodal[3 * node + axis] += atNodes[node];
    }
    addElement(analysis, [node], lump, matrix.values);
  }
  if (kind === 'consistent') {
    const local = new Float64Array(144);
    addElements(analysis, frame, matrix.values, (e, into) => {
      consistentMass(perLength[e], frame.pieces[e].element.length, frame.pieces[e].springs !== undefined, local);
      frame.turnedMatrix(e, local, into);
      if (!verticalMass) withoutVertical(into);
      const { start, end } = frame.pieces[e];
      // M r: what the nodes feel when the ground moves as a whole
      [start, end].forEach((node, side) => {
        for (const axis of axes) for (const other of [0, 6]) nodal[3 * node + axis] += into[12 * (6 * side + axis) + other + axis];
      });
    });
  }
  return { matrix, nodal };
}

/**
 * Consistent mass of a uniform beam, local 12 × 12 by rows (Przemieniecki §11.3, without rotary inertia); a member with releases or springs
 * takes straight-line shapes, which need no knowledge of its joints.
 */
export function consistentMass(perLength: number, length: number, hinged: boolean, into: Float64Array): void {
  into.fill(0);
  const m = perLength * length;
  const pair = (a: number, same: number, other: number) => {
    into[13 * a] = into[13 * (a + 6)] = same * m;
    into[12 * a + a + 6] = into[12 * (a + 6) + a] = other * m;
  };
  pair(0, 1 / 3, 1 / 6);
  if (hinged) {
    pair(1, 1 / 3, 1 / 6);
    pair(2, 1 / 3, 1 / 6);
    return;
  }
  for (const [w, r, sign] of [[1, 5, 1], [2, 4, -1]]) {
    const L = length;
    const rows = [[156, 22 * L, 54, -13 * L], [22 * L, 4 * L * L, 13 * L, -3 * L * L], [54, 13 * L, 156, -22 * L], [-13 * L, -3 * L * L, -22 * L, 4 * L * L]];
    const at = [w, r, w + 6, r + 6];
    for (let i = 0; i < 4; i++) for (let j = 0; j < 4; j++) into[12 * at[i] + at[j]] = (m / 420) * rows[i][j] * (i % 2 === j % 2 ? 1 : sign);
  }
}

/** Takes what works on vertical movement out of a global 12 × 12. */
function withoutVertical(k: Float64Array): void {
  for (const i of [2, 8]) for (let j = 0; j < 12; j++) k[12 * i + j] = k[12 * j + i] = 0;
}

const noMassFinding = ({ id, label }: ModalAnalysis): Finding => ({
  key: `no-mass ${id}`, rule: 'no-mass', severity: 'stop', sentence: `The modal analysis ${label} has no mass.`, why: 'Choose cases with downward loads (self-weight, floors) as masses, or give nodes masses.', place: {},
});

function participationFindings({ id, label }: ModalAnalysis, { share, modes }: ModalResult): Finding[] {
  const low = ([0, 1] as const).filter((axis) => share[axis] < enough);
  if (low.length === 0) return [];
  return [{
    key: `participation ${id}`, rule: 'participation', severity: 'remark',
    sentence: `${modes.length} modes of ${label} take ${low.map((axis) => `${Math.round(100 * share[axis])}% of the mass in ${'xy'[axis]}`).join(' and ')}.`,
    why: 'A response spectrum should rest on 90% (ASCE 7-22 12.9.1.1, EN 1998-1 4.3.3.3.1). Ask for more modes.', place: {},
  }];
}
