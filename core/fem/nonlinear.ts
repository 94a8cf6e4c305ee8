import { formatNumber } from '../units';
import { onLevel, type Finding, type Model } from '../model';
import type { AnalysisModel } from './analysis-model';
import { assemble } from './assemble';
import { axialForces, feel, feltForces, largestChange, nothingFelt, type Felt } from './felt-forces';
import type { LoadSet } from './load-set';
import { describeMotion, mechanismFinding } from './mechanism';
import type { NearStiffness } from './near-stiffness';
import type { IterationLog } from './solution';
import {
  allAct,
  doAllAct,
  isActive,
  keepSlack,
  oneWayMembers,
  oneWaySprings,
  searchAlong,
  slackShare,
  switchTo,
  wouldTake,
  type OneWay,
} from './one-way';
import {
  multiply,
  pivotReferences,
  softestMotion,
  type BlockMatrix,
  type Factorisation,
  type SingularPivot,
} from './sparse';
import { loadVectors, recover, solveRefined, type Equilibrium, type LoadVectors } from './statics';

/** The forces that are felt are taken as found when none changes by more than this share of the largest. */
export const settledChange = 1e-5;
const mostSteps = 100;
/** A slack member may not hold more than this share of the largest axial force: what only it holds is not held. */
const mostHeldBySlack = 1e-3;
/** Drifts below this share of the storey's height are nothing. */
const leastDrift = 1e-5;
/** Residual below which a state without any slack stiffness counts as found. */
const refined = 1e-10;

export type WholeResult =
  | { findings: Finding[] }
  | {
      findings: Finding[];
      equilibrium: Equilibrium;
      residual: number;
      axialForces: Float64Array | undefined;
      firstDisplacements: Float64Array | undefined;
      log: IterationLog;
    };

export interface WholeTask {
  readonly model: Model;
  readonly analysis: AnalysisModel;
  readonly factorisation: Factorisation;
  readonly memberEnds: Float64Array;
  /** for sentences: "combination U3" */
  readonly name: string;
  readonly order: 'first' | 'second';
  /** whether slabs lift off beds that only push; left out: these pull as well */
  readonly lifts?: boolean;
  /** which pieces act when the iteration begins, one number a piece; none: all. The answer does not depend on it */
  readonly start?: ArrayLike<number>;
  /** what is known of the structure before, so that it need not be set up and factorised for each set of loads; none: nothing is */
  readonly known?: Known;
}

/** What is known of a structure while nothing is felt and all act. The answer does not depend on it, but for rounding. */
export interface Known {
  readonly matrix: BlockMatrix;
  readonly near: NearStiffness;
  /** its state under the loads in first order; none: it has to be found */
  readonly first?: FirstOrder | undefined;
}

/** A state of first order in which all act. */
export interface FirstOrder {
  readonly unknown: Float64Array;
  readonly residual: number;
  /** none: nothing of second order asks for it */
  readonly felt: Felt | undefined;
}

/** What later steps ask of the first order. */
interface Beginning {
  readonly displacements: Float64Array;
  readonly felt: Felt;
}

/** A state with the members that act in it. */
interface Settled {
  readonly unknown: Float64Array;
  readonly residual: number;
  readonly vectors: LoadVectors;
  /** share of their stiffness the slack members still have in it; 0: none was needed */
  readonly slackShare: number;
  /** some motion is held by slack members only: they would tighten after the slightest movement */
  readonly heldBySlack: boolean;
}

/**
 * Solves one set of loads as a whole: the members that only pull or push, and in second order the axial forces felt by the bending, by
 * iteration. The frame of `analysis` is left in the state found.
 * @yields nothing; pauses between steps
 */
export function* solveWhole(task: WholeTask, set: LoadSet): Generator<void, WholeResult> {
  const { model, analysis, name, order, start, lifts, known } = task;
  const { frame } = analysis;
  const oneWay: OneWay[] = [...oneWayMembers(model, analysis), ...(lifts ? oneWaySprings(analysis) : [])];
  allAct(analysis);
  if (start) frame.active.set(start);
  if (order === 'second') frame.takeAxialLoads(set.terms);
  let felt = nothingFelt(analysis);
  feel(analysis, felt, 0);
  const steps: IterationLog['steps'][number][] = [];
  const equilibriumOf = ({ vectors, unknown, slackShare: kept }: Settled): Equilibrium => {
    keepSlack(analysis, kept);
    return recover(analysis, set, vectors, unknown);
  };
  const first = known?.matrix ?? assemble(analysis);
  const references = pivotReferences(first);
  let settled: Settled | { findings: Finding[] };
  if (known?.first) {
    const vectors = loadVectors(analysis, set, task.memberEnds);
    settled = { ...known.first, vectors, slackShare: 0, heldBySlack: false };
    steps.push({ change: 0, switched: 0, negativePivots: 0 });
  } else settled = yield* settle(task, set, oneWay, references, { matrix: first }, steps);
  if ('findings' in settled) return settled;
  let equilibrium = equilibriumOf(settled);
  const firstOrder: Beginning = {
    displacements: equilibrium.displacements,
    felt: order === 'second' ? (known?.first?.felt ?? feltForces(analysis, set, equilibrium)) : felt,
  };
  let residual = settled.residual;
  let heldBySlack = false;
  if (order === 'second') {
    for (let forces = firstOrder.felt; ; forces = feltForces(analysis, set, equilibrium)) {
      const change = largestChange(analysis, forces, felt);
      steps[steps.length - 1] = { ...steps[steps.length - 1], change };
      if (change <= settledChange) break;
      if (steps.length >= mostSteps)
        return {
          findings: [unsettledFinding(name, `axial forces still change by ${formatNumber(100 * change, 2)}%`, [])],
        };
      felt = forces;
      feel(analysis, felt, 1);
      const next: Settled | { findings: Finding[] } = yield* settle(
        task,
        set,
        oneWay,
        references,
        { settled, firstOrder },
        steps,
      );
      if ('findings' in next) return next;
      settled = next;
      ({ residual, heldBySlack } = settled);
      equilibrium = equilibriumOf(settled);
      yield;
    }
  }
  const mechanism = yield* heldBySlackFinding(task, oneWay, settled, equilibrium);
  if (mechanism) return { findings: [mechanism] };
  const slack = slackMembers(analysis);
  const lifted = liftedOff(analysis);
  const log: IterationLog = {
    order,
    steps,
    settled: true,
    slack,
    ...(lifted.length > 0 ? { lifted } : {}),
    driftRatios: order === 'second' ? driftRatios(model, analysis, firstOrder, equilibrium) : [],
  };
  return {
    findings: heldBySlack && slack.length > 0 ? [upright(name, slack)] : [],
    equilibrium,
    residual,
    axialForces: order === 'second' ? perMember(analysis, frame.N) : undefined,
    firstDisplacements: order === 'second' ? firstOrder.displacements : undefined,
    log,
  };
}

/** Finds which one-way members act, for the axial forces the bending feels now. */
function* settle(
  task: WholeTask,
  set: LoadSet,
  oneWay: readonly OneWay[],
  references: Float64Array,
  before: { matrix: BlockMatrix } | { settled: Settled; firstOrder: Beginning },
  steps: IterationLog['steps'][number][],
): Generator<void, Settled | { findings: Finding[] }> {
  const { model, analysis, factorisation, memberEnds, name } = task;
  const { frame, bed } = analysis;
  const { known } = task;
  keepSlack(analysis, slackShare);
  let unknown: Float64Array | undefined;
  let vectors = loadVectors(analysis, set, memberEnds);
  const isFirst = 'matrix' in before;
  let given = isFirst ? before.matrix : undefined;
  if (!isFirst && oneWay.length > 0) {
    unknown = before.settled.unknown;
    switchTo(analysis, oneWay, wouldTake(analysis, oneWay, set, vectors, unknown));
    vectors = loadVectors(analysis, set, memberEnds);
  }
  let changing: readonly OneWay[] = [];
  while (steps.length < mostSteps) {
    // what is slack or lifted off takes little of a structure of first order: the factor of the whole serves
    const quick = isFirst ? known?.near.solve(vectors.right, unknown) : undefined;
    const matrix = quick ? undefined : (given ?? assemble(analysis));
    given = undefined;
    const { singular, negativePivots } = matrix
      ? yield* factorised(task, matrix, references, isFirst)
      : { singular: undefined, negativePivots: 0 };
    const times = (x: Float64Array) => (matrix ? multiply(matrix, x) : known!.near.times(x));
    if (!singular && negativePivots === 0) {
      const answer = matrix ? solveRefined(matrix, factorisation, [vectors.right])[0] : quick!;
      if (oneWay.length === 0) {
        steps.push({ change: 0, switched: 0, negativePivots });
        return { ...answer, vectors, slackShare: 0, heldBySlack: false };
      }
      const from = unknown ? wouldTake(analysis, oneWay, set, vectors, unknown) : undefined;
      const to = wouldTake(analysis, oneWay, set, vectors, answer.unknown);
      const [active, pushing] = [frame.active.slice(), bed?.active.slice()];
      changing = switchTo(analysis, oneWay, to);
      steps.push({ change: 0, switched: changing.length, negativePivots });
      if (changing.length === 0)
        return withoutSlack(task, set, !matrix, { ...answer, vectors, slackShare, heldBySlack: false });
      if (from && unknown) {
        frame.active.set(active);
        if (bed && pushing) bed.active.set(pushing);
        unknown = stepFrom(analysis, oneWay, times, unknown, answer.unknown, from, to, undefined);
        switchTo(analysis, oneWay, wouldTake(analysis, oneWay, set, vectors, unknown));
      } else unknown = answer.unknown;
      vectors = loadVectors(analysis, set, memberEnds);
      yield;
      continue;
    }
    // second order, and what acts does not hold the structure upright by itself: let the slack members lean in
    steps.push({ change: 0, switched: 0, negativePivots });
    if (isFirst && !unknown && !doAllAct(analysis)) {
      allAct(analysis);
      vectors = loadVectors(analysis, set, memberEnds);
      continue;
    }
    if (isFirst)
      return {
        findings: [
          mechanismFinding(
            model,
            analysis,
            singular?.motion ?? new Float64Array(analysis.equationCount),
            whenSlack(task),
          ),
        ],
      };
    if (doAllAct(analysis) || !unknown)
      return { findings: [yield* instabilityFinding(task, times, references, before.firstOrder)] };
    const held = yield* leanIn(task, set, oneWay, references, times, vectors, unknown);
    if (held === 'unstable')
      return { findings: [yield* instabilityFinding(task, times, references, before.firstOrder)] };
    if ('settled' in held) return held.settled;
    unknown = held.unknown;
    changing = switchTo(analysis, oneWay, wouldTake(analysis, oneWay, set, vectors, unknown));
    vectors = loadVectors(analysis, set, memberEnds);
    yield;
  }
  return {
    findings: [
      unsettledFinding(
        name,
        `${changing.length} members or places on soil keep changing between acting and slack`,
        changing.flatMap((one) => ('spring' in one ? [] : [analysis.memberIds[one.member]])),
      ),
    ],
  };
}

/** Takes from a state what little its slack members still hold, where the structure stands without. */
function withoutSlack(
  { analysis, factorisation, memberEnds, known }: WholeTask,
  set: LoadSet,
  isQuick: boolean,
  settled: Settled,
): Settled {
  if (doAllAct(analysis)) return settled;
  keepSlack(analysis, 0);
  const vectors = loadVectors(analysis, set, memberEnds);
  // the factor at hand is that of almost the same matrix: refined with it, the answer is that of this one
  const answer =
    isQuick && known
      ? known.near.solve(vectors.right, settled.unknown)
      : solveRefined(assemble(analysis), factorisation, [vectors.right])[0];
  keepSlack(analysis, slackShare);
  return answer && answer.residual <= refined ? { ...answer, vectors, slackShare: 0, heldBySlack: false } : settled;
}

/** One step where the structure with its slack members slack is unstable: they keep as much stiffness as makes it stable, and the energy is searched along that. */
function* leanIn(
  task: WholeTask,
  set: LoadSet,
  oneWay: readonly OneWay[],
  references: Float64Array,
  times: Times,
  vectors: LoadVectors,
  unknown: Float64Array,
): Generator<void, 'unstable' | { settled: Settled } | { unknown: Float64Array }> {
  const { analysis, factorisation } = task;
  const gap = times(unknown).map((value, i) => vectors.right[i] - value);
  for (let share = 1e-4; share <= 1; share *= 10) {
    keepSlack(analysis, share);
    const stiffer = assemble(analysis);
    const { singular, negativePivots } = yield* factorised(task, stiffer, references, false);
    keepSlack(analysis, slackShare);
    if (singular || negativePivots > 0) continue;
    const [{ unknown: step }] = solveRefined(stiffer, factorisation, [gap]);
    const target = unknown.map((value, i) => value + step[i]);
    const size = (values: Float64Array) => values.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    if (size(step) <= 1e-9 * size(unknown))
      return {
        settled: {
          unknown,
          residual: size(gap) / (size(vectors.right) || 1),
          vectors,
          slackShare,
          heldBySlack: true,
        },
      };
    const from = wouldTake(analysis, oneWay, set, vectors, unknown);
    const to = wouldTake(analysis, oneWay, set, vectors, target);
    const slope = -gap.reduce((sum, value, i) => sum + value * step[i], 0);
    const moved = stepFrom(analysis, oneWay, times, unknown, target, from, to, slope);
    return moved.every(Number.isFinite) ? { unknown: moved } : 'unstable';
  }
  return 'unstable';
}

/** The stiffness as it is now times a vector of the equations. */
type Times = (x: Float64Array) => Float64Array;

function stepFrom(
  analysis: AnalysisModel,
  oneWay: readonly OneWay[],
  times: Times,
  unknown: Float64Array,
  target: Float64Array,
  from: Float64Array,
  to: Float64Array,
  slope: number | undefined,
): Float64Array {
  const step = target.map((value, i) => value - unknown[i]);
  const curvature = times(step).reduce((sum, value, i) => sum + value * step[i], 0);
  const share = searchAlong(analysis, oneWay, slope ?? -curvature, curvature, from, to);
  return unknown.map((value, i) => value + share * step[i]);
}

function* factorised(
  { analysis, factorisation }: WholeTask,
  matrix: BlockMatrix,
  references: Float64Array,
  definite: boolean,
): Generator<void, { singular: SingularPivot | undefined; negativePivots: number }> {
  const singular = yield* silently(factorisation.factorise(matrix, { references, definite }));
  const { frame } = analysis;
  return {
    singular,
    negativePivots: singular
      ? 0
      : factorisation.negativePivots + (definite ? 0 : frame.pieces.filter((_, e) => frame.buckles(e)).length),
  };
}

/** What only slack members hold is not held: the motion without them. */
function* heldBySlackFinding(
  task: WholeTask,
  oneWay: readonly OneWay[],
  { slackShare: kept, unknown }: Settled,
  equilibrium: Equilibrium,
): Generator<void, Finding | undefined> {
  const { model, analysis, factorisation } = task;
  const { bed } = analysis;
  if (kept === 0 || oneWay.every((one) => isActive(analysis, one))) return undefined;
  const forces = axialForces(analysis, equilibrium);
  const scale = Math.max(
    equilibrium.forceScale,
    forces.reduce((most, force) => Math.max(most, Math.abs(force)), 0),
  );
  let [most, lifted] = [0, 0];
  for (const one of oneWay) {
    if (isActive(analysis, one)) continue;
    if ('spring' in one) lifted += kept * Math.abs(bed!.wouldPush(one.spring, equilibrium.displacements));
    else most = Math.max(most, Math.abs(forces[one.pieces[0]]));
  }
  // a bed holds by all of its springs together
  if (Math.max(most, lifted) <= mostHeldBySlack * scale) return undefined;
  keepSlack(analysis, 0);
  const singular = yield* silently(factorisation.factorise(assemble(analysis), { definite: true }));
  keepSlack(analysis, slackShare);
  return mechanismFinding(model, analysis, singular?.motion ?? unknown, whenSlack(task));
}

const whenSlack = ({ analysis, name }: WholeTask): string => {
  const slack = slackMembers(analysis);
  const lifted = liftedOff(analysis);
  return ` in ${name}${[
    ...(slack.length > 0 ? [` with ${listed(slack)} slack`] : []),
    ...(lifted.length > 0
      ? [
          ` with ${lifted.map(({ of, share }) => `${formatNumber(100 * share, 0)}% of the bed of ${of}`).join(', ')} lifted off`,
        ]
      : []),
  ].join(' and')}`;
};

const unsettledFinding = (name: string, what: string, members: readonly string[]): Finding => ({
  key: `unsettled ${name}`,
  rule: 'not-settled',
  severity: 'stop',
  sentence: `The iteration of ${name} did not settle in ${mostSteps} steps: ${what}${members.length > 0 ? ` (${listed(members)})` : ''}.`,
  why: 'Near its critical load, or when bracing can neither hold nor let go, a structure has no clear state. Stiffen it, or let braces take compression.',
  place: { members: [...members] },
});

const upright = (name: string, slack: readonly string[]): Finding => ({
  key: `held-by-slack ${name}`,
  rule: 'held-by-slack',
  severity: 'remark',
  sentence: `In ${name} nothing but slack members (${listed(slack)}) keeps the structure upright: they tighten after a movement too small to matter, and show no force.`,
  why: 'Under vertical load alone members that only pull go slack. Add notional loads or wind to the combination to see what they take.',
  place: { members: [...slack] },
});

function* silently<T>(steps: Generator<number, T>): Generator<void, T> {
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) return step.value;
    yield;
  }
}

const slackMembers = ({ frame, memberIds }: AnalysisModel): string[] => [
  ...new Set(frame.pieces.flatMap((piece, e) => (frame.active[e] ? [] : [memberIds[piece.member]]))),
];
/** What of each bed is lifted off, as a share of its area or length; beds that push everywhere are left out. */
const liftedOff = ({ bed, floors }: AnalysisModel): { of: string; share: number }[] => {
  const sums = new Map<string, { all: number; lifted: number }>();
  for (const { of, from, to } of bed?.beds ?? []) {
    const id = 'line' in of ? of.line : floors!.mesh.panels[of.mesh].panel.id;
    const sum = sums.get(id) ?? { all: 0, lifted: 0 };
    sums.set(id, sum);
    for (let e = from; e < to; e++) {
      sum.all += bed!.springs[e].share;
      if (!bed!.active[e]) sum.lifted += bed!.springs[e].share;
    }
  }
  return [...sums].flatMap(([of, { all, lifted }]) => (lifted > 0 ? [{ of, share: lifted / all }] : []));
};
const listed = (ids: readonly string[]): string =>
  ids.length > 4 ? `${ids.slice(0, 4).join(', ')} and ${ids.length - 4} more` : ids.join(', ');

/** The mean of both ends of each member, from the means of its pieces. */
export const perMember = ({ frame, memberIds }: AnalysisModel, values: Float64Array): Float64Array => {
  const result = new Float64Array(memberIds.length);
  frame.pieces.forEach(({ member, isFirst, isLast }, e) => {
    if (isFirst) result[member] += values[e] / 2;
    if (isLast) result[member] += values[e] / 2;
  });
  return result;
};

/** At which share of the load the structure gives way, by halving on the signs of the pivots, and how it moves there. */
function* instabilityFinding(
  { analysis, factorisation, name }: WholeTask,
  times: Times,
  references: Float64Array,
  { felt }: Beginning,
): Generator<void, Finding> {
  const feelShare = (share: number) => feel(analysis, felt, share);
  let [low, high] = [0, 1];
  let members: string[] = [];
  for (let halving = 0; halving < 12; halving++) {
    const share = (low + high) / 2;
    feelShare(share);
    const buckled = analysis.frame.pieces.filter((_, e) => analysis.frame.buckles(e));
    const singular =
      buckled.length > 0 ? undefined : yield* silently(factorisation.factorise(assemble(analysis), { references }));
    if (buckled.length > 0 || singular || factorisation.negativePivots > 0) {
      high = share;
      members = buckled.map((piece) => analysis.memberIds[piece.member]);
    } else low = share;
    yield;
  }
  // just below, the softest motion is the one it gives way in
  feelShare(low);
  const near = assemble(analysis);
  yield* silently(factorisation.factorise(near, { references }));
  const motion = softestMotion(factorisation);
  const energy = times(motion).reduce((sum, value, i) => sum + value * motion[i], 0);
  const { node, way, moving, drawn } = describeMotion(analysis, motion);
  const where = members.length > 0 ? `member ${members[0]} buckles between its joints` : `node ${node} ${way}`;
  return {
    key: `unstable ${name}`,
    rule: 'unstable',
    severity: 'stop',
    sentence: `The structure is unstable in ${name}: ${low === 0 ? 'already under less than a thousandth' : `at about ${low < 0.1 ? low.toExponential(1) : formatNumber(low, 2)}`} of the load ${where}.`,
    why: `In second order it has no equilibrium under the full load${energy < 0 ? ': moved like that, it gives way further by itself' : ''}. Stiffen or brace it against this motion.`,
    place: { nodes: members.length > 0 ? [] : moving, members },
    motion: drawn,
  };
}

/** Horizontal drift of each level against the one below, second order over first; the levels are the storeys that have nodes, by the mean of their movements. */
export function driftRatios(
  model: Model,
  analysis: AnalysisModel,
  first: Pick<Equilibrium, 'displacements'>,
  second: Pick<Equilibrium, 'displacements'>,
): IterationLog['driftRatios'] {
  const heights = [...new Set(Object.values(model.storeys).map((storey) => storey.elevation))].sort((a, b) => a - b);
  const means = heights
    .map((height) => {
      const nodes = analysis.nodeIds.flatMap((_, n) =>
        Math.abs(analysis.positions[3 * n + 2] - height) < onLevel ? [n] : [],
      );
      const mean = ({ displacements }: Pick<Equilibrium, 'displacements'>, axis: number) =>
        nodes.reduce((sum, n) => sum + displacements[6 * n + axis], 0) / (nodes.length || 1);
      return {
        height,
        known: nodes.length > 0,
        first: [mean(first, 0), mean(first, 1)],
        second: [mean(second, 0), mean(second, 1)],
      };
    })
    .filter((level) => level.known);
  return means.slice(1).flatMap((level, i) => {
    const below = means[i];
    const before = Math.hypot(level.first[0] - below.first[0], level.first[1] - below.first[1]);
    const after = Math.hypot(level.second[0] - below.second[0], level.second[1] - below.second[1]);
    // a ratio of two movements that are nothing says nothing
    if (before < leastDrift * (level.height - below.height)) return [];
    return [{ from: below.height, to: level.height, ratio: after / before, drift: after }];
  });
}

const oneWayTables = new WeakMap<object, boolean>();

/** Whether some member only pulls or only pushes, so that no results can be superposed. Tables never change, so each is looked through once. */
export function hasOneWayMembers({ members }: Model): boolean {
  let known = oneWayTables.get(members);
  if (known === undefined) {
    known = Object.values(members).some(
      (member) => member.behaviour === 'tension' || member.behaviour === 'compression',
    );
    oneWayTables.set(members, known);
  }
  return known;
}
