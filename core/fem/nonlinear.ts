import { formatNumber } from '../units';
import type { Finding, Model } from '../model';
import type { AnalysisModel } from './analysis-model';
import { assemble } from './assemble';
import type { LoadSet } from './load-set';
import { describeMotion, mechanismFinding } from './mechanism';
import type { IterationLog } from './solution';
import { multiply, pivotReferences, type BlockMatrix, type Factorisation } from './sparse';
import { loadVectors, recover, solveRefined, type Equilibrium } from './statics';

/** The axial forces are taken as found when none changes by more than this share of the largest. */
const settledChange = 1e-5;
const mostSteps = 60;
/** After so many steps members go slack or take up load again one at a time. */
const patience = 12;

export type WholeResult = { findings: Finding[] } | { findings: Finding[]; equilibrium: Equilibrium; residual: number; axialForces: Float64Array | undefined; log: IterationLog };

interface Task {
  readonly model: Model;
  readonly analysis: AnalysisModel;
  readonly factorisation: Factorisation;
  readonly memberEnds: Float64Array;
  /** for sentences: "combination U3" */
  readonly name: string;
  readonly order: 'first' | 'second';
}

/**
 * Solves one set of loads as a whole: the axial forces felt by the bending (second order) and the members that only pull or push are found
 * together by iteration. The frame of `analysis` is left in the state found.
 * @yields nothing; pauses between steps
 */
export function* solveWhole(task: Task, set: LoadSet): Generator<void, WholeResult> {
  const { model, analysis, factorisation, memberEnds, name, order } = task;
  const { frame } = analysis;
  const { pieces } = frame;
  const oneWay = pieces.map(({ member }) => directionOf(model, analysis.memberIds[member]));
  frame.active.fill(1);
  frame.N.fill(0);
  pieces.forEach((_, e) => frame.renew(e));
  const steps: { change: number; switched: number; negativePivots: number }[] = [];
  let references: Float64Array | undefined;
  let firstOrder: Equilibrium | undefined;
  let oneByOne = false;
  let before: { readonly active: Uint8Array; readonly worst: number; readonly switched: number } | undefined;
  for (let step = 0; step < mostSteps; step++) {
    const slack = slackMembers(analysis);
    const matrix = assemble(analysis);
    references ??= pivotReferences(matrix);
    const singular = yield* silently(factorisation.factorise(matrix, { references, definite: order === 'first' || step === 0 }));
    const negativePivots = singular ? 0 : factorisation.negativePivots + pieces.filter((_, e) => frame.buckles(e)).length;
    if ((singular || negativePivots > 0) && before && before.switched > 1) {
      // too many went slack at once: only the one most against its nature, and from now on one by one
      frame.active.set(before.active);
      frame.active[before.worst] = frame.active[before.worst] ? 0 : 1;
      oneByOne = true;
      before = undefined;
      yield;
      continue;
    }
    if (singular) return { findings: [mechanismFinding(model, analysis, singular.motion, ` in ${name}${slack.length > 0 ? ` with ${listed(slack)} slack` : ''}`)] };
    if (negativePivots > 0) return { findings: [yield* instabilityFinding(task, matrix, references, firstOrder!)] };
    const vectors = loadVectors(analysis, set, memberEnds);
    const [{ unknown, residual }] = solveRefined(matrix, factorisation, [vectors.right]);
    const equilibrium = recover(analysis, set, vectors, unknown);
    firstOrder ??= equilibrium;

    const forces = axialForces(analysis, equilibrium);
    let switched = 0;
    let worst = { e: -1, excess: 0 };
    const active = frame.active.slice();
    oneByOne ||= step >= patience;
    pieces.forEach((_, e) => {
      if (oneWay[e] === 0) return;
      // a slack member's force is what it would take if it acted
      const would = frame.active[e] ? forces[e] : elasticForce(analysis, equilibrium.displacements, e) + forces[e];
      const acts = would * oneWay[e] >= 0 ? 1 : 0;
      if (acts === frame.active[e]) return;
      switched++;
      if (Math.abs(would) > worst.excess) worst = { e, excess: Math.abs(would) };
      if (!oneByOne) frame.active[e] = acts;
    });
    if (oneByOne && worst.e >= 0) frame.active[worst.e] = frame.active[worst.e] ? 0 : 1;
    before = { active, worst: worst.e, switched: oneByOne ? Math.min(1, switched) : switched };
    let change = 0;
    let largest = 0;
    if (order === 'second') {
      for (let e = 0; e < forces.length; e++) {
        change = Math.max(change, Math.abs(forces[e] - frame.N[e]));
        largest = Math.max(largest, Math.abs(forces[e]), Math.abs(frame.N[e]));
      }
      change = largest > 0 ? change / largest : 0;
    }
    steps.push({ change, switched, negativePivots });
    if (switched === 0 && (order === 'first' || (step > 0 && change < settledChange) || largest === 0)) {
      const log: IterationLog = { order, steps, settled: true, slack: slackMembers(analysis), driftRatios: order === 'second' ? driftRatios(model, analysis, firstOrder, equilibrium) : [] };
      return { findings: [], equilibrium, residual, axialForces: order === 'second' ? perMember(analysis, frame.N) : undefined, log };
    }
    if (order === 'second') {
      frame.N.set(forces);
      pieces.forEach((_, e) => frame.renew(e));
    }
    yield;
  }
  const last = steps[steps.length - 1];
  return {
    findings: [{
      key: `unsettled ${name}`, rule: 'not-settled', severity: 'stop',
      sentence: `The iteration of ${name} did not settle in ${mostSteps} steps: ${last.switched > 0 ? `${last.switched} members keep changing between acting and slack` : `axial forces still change by ${formatNumber(100 * last.change, 2)}%`}.`,
      why: 'Near its critical load, or when bracing can neither hold nor let go, a structure has no clear state. Stiffen it, or let braces take compression.', place: {},
    }],
  };
}

function* silently<T>(steps: Generator<number, T>): Generator<void, T> {
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) return step.value;
    yield;
  }
}

/** +1: the member only pulls, −1: only pushes, 0: both. */
const directionOf = (model: Model, id: string): number => ({ tension: 1, compression: -1, frame: 0, axial: 0 })[model.members[id].behaviour ?? 'frame'];

const slackMembers = ({ frame, memberIds }: AnalysisModel): string[] => [...new Set(frame.pieces.flatMap((piece, e) => (frame.active[e] ? [] : [memberIds[piece.member]])))];
const listed = (ids: readonly string[]): string => (ids.length > 4 ? `${ids.slice(0, 4).join(', ')} and ${ids.length - 4} more` : ids.join(', '));

/** Mean axial force of each piece, tension positive, N. */
export function axialForces({ frame }: AnalysisModel, { endForces }: Equilibrium): Float64Array {
  return Float64Array.from(frame.pieces, (_, e) => (endForces[12 * e + 6] - endForces[12 * e]) / 2);
}

function elasticForce({ frame }: AnalysisModel, displacements: Float64Array, e: number): number {
  const local = new Float64Array(12);
  frame.localDisplacements(e, displacements, local);
  const { element } = frame.pieces[e];
  return (element.axial / element.length) * (local[6] - local[0]);
}

const perMember = ({ frame, memberIds }: AnalysisModel, values: Float64Array): Float64Array => {
  const result = new Float64Array(memberIds.length);
  frame.pieces.forEach(({ member }, e) => (result[member] = values[e]));
  return result;
};

/** Sets every piece's axial force to a share of those given. */
function scaleForces({ frame }: AnalysisModel, forces: Float64Array, share: number): void {
  frame.pieces.forEach((_, e) => {
    frame.N[e] = share * forces[e];
    frame.renew(e);
  });
}

/** At which share of the load the structure gives way, by halving on the signs of the pivots, and how it moves there. */
function* instabilityFinding({ analysis, factorisation, name }: Task, matrix: BlockMatrix, references: Float64Array, firstOrder: Equilibrium): Generator<void, Finding> {
  const forces = axialForces(analysis, firstOrder);
  let [low, high] = [0, 1];
  let members: string[] = [];
  for (let halving = 0; halving < 12; halving++) {
    const share = (low + high) / 2;
    scaleForces(analysis, forces, share);
    const buckled = analysis.frame.pieces.filter((_, e) => analysis.frame.buckles(e));
    const singular = buckled.length > 0 ? undefined : yield* silently(factorisation.factorise(assemble(analysis), { references }));
    if (buckled.length > 0 || singular || factorisation.negativePivots > 0) {
      high = share;
      members = buckled.map((piece) => analysis.memberIds[piece.member]);
    } else low = share;
    yield;
  }
  // just below, the softest motion is the one it gives way in
  scaleForces(analysis, forces, low);
  const near = assemble(analysis);
  yield* silently(factorisation.factorise(near, { references }));
  let motion = Float64Array.from({ length: factorisation.size }, (_, i) => Math.sin(i + 1));
  for (let i = 0; i < 4; i++) {
    motion = Float64Array.from(factorisation.solve(motion));
    const size = motion.reduce((most, value) => Math.max(most, Math.abs(value)), 0) || 1;
    motion = motion.map((value) => value / size);
  }
  const energy = multiply(matrix, motion).reduce((sum, value, i) => sum + value * motion[i], 0);
  const { node, way, moving, drawn } = describeMotion(analysis, motion);
  const where = members.length > 0 ? `member ${members[0]} buckles between its joints` : `node ${node} ${way}`;
  return {
    key: `unstable ${name}`, rule: 'unstable', severity: 'stop',
    sentence: `The structure is unstable in ${name}: at about ${low < 0.1 ? low.toExponential(1) : formatNumber(low, 2)} of the load ${where}.`,
    why: `In second order it has no equilibrium under the full load${energy < 0 ? ': moved like that, it gives way further by itself' : ''}. Stiffen or brace it against this motion.`,
    place: { nodes: members.length > 0 ? [] : moving, members }, motion: drawn,
  };
}

/** Horizontal drift of each level against the one below, second order over first; the levels are the storeys that have nodes, by the mean of their movements. */
function driftRatios(model: Model, analysis: AnalysisModel, first: Equilibrium, second: Equilibrium): IterationLog['driftRatios'] {
  const heights = [...new Set(Object.values(model.storeys).map((storey) => storey.elevation))].sort((a, b) => a - b);
  const means = heights.map((height) => {
    const nodes = analysis.nodeIds.flatMap((_, n) => (Math.abs(analysis.positions[3 * n + 2] - height) < 1e-3 ? [n] : []));
    const mean = ({ displacements }: Equilibrium, axis: number) => nodes.reduce((sum, n) => sum + displacements[6 * n + axis], 0) / (nodes.length || 1);
    return { height, known: nodes.length > 0, first: [mean(first, 0), mean(first, 1)], second: [mean(second, 0), mean(second, 1)] };
  }).filter((level) => level.known);
  return means.slice(1).map((level, i) => {
    const below = means[i];
    const before = Math.hypot(level.first[0] - below.first[0], level.first[1] - below.first[1]);
    const after = Math.hypot(level.second[0] - below.second[0], level.second[1] - below.second[1]);
    return { from: below.height, to: level.height, ratio: before > 1e-9 ? after / before : 1, drift: after };
  });
}

const oneWayTables = new WeakMap<object, boolean>();

/** Whether some member only pulls or only pushes, so that no results can be superposed. Tables never change, so each is looked through once. */
export function hasOneWayMembers({ members }: Model): boolean {
  let known = oneWayTables.get(members);
  if (known === undefined) {
    known = Object.values(members).some((member) => member.behaviour === 'tension' || member.behaviour === 'compression');
    oneWayTables.set(members, known);
  }
  return known;
}
