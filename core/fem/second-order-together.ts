import type { Model } from '../model';
import type { AnalysisModel } from './analysis-model';
import { toNodes } from './assemble';
import { feel, feltForces, largestChange, nothingFelt, type Felt } from './felt-forces';
import type { LoadSet } from './load-set';
import type { NearStiffness } from './near-stiffness';
import { driftRatios, perMember, settledChange, type FirstOrder, type WholeResult } from './nonlinear';
import { allAct, allWouldAct, keepSlack, oneWaySprings } from './one-way';
import type { BlockMatrix } from './sparse';
import type { StabilityBound } from './stability-bound';
import { loadVectors, recover, type Equilibrium, type LoadVectors } from './statics';

/** So many loads are solved together: the factor is read once for four. */
export const together = 4;
/** More steps than this mean that the structure is near to buckling: each step is factorised then. */
const mostSteps = 8;
/** Residual at which the first step may stop: the forces it finds are found again. */
const beginning = 1e-7;
/** Residual at which later steps may stop: what a solve with a factor of its own leaves in a structure of a hundred thousand equations. */
const ending = 1e-11;

/** What holds for all loads on a structure. */
export interface Common {
  readonly model: Model;
  readonly analysis: AnalysisModel;
  readonly near: NearStiffness;
  readonly bound: StabilityBound;
  /** length of every member's axis, m */
  readonly memberEnds: Float64Array;
  /** whether slabs lift off beds that only push */
  readonly lifts: boolean;
  /** memory for their stiffnesses, filled as it is needed */
  readonly stiffnesses: BlockMatrix[];
}

/** Loads with the state they make in first order, in which all act. */
export interface Loaded {
  readonly set: LoadSet;
  readonly first: FirstOrder & { readonly felt: Felt };
}

/** One set of loads on its way. */
interface Course extends Loaded {
  felt: Felt;
  unknown: Float64Array;
  vectors: LoadVectors | undefined;
  readonly changes: number[];
  done?: Extract<WholeResult, { equilibrium: unknown }>;
  gaveUp?: boolean;
}

/**
 * Second order of a few sets of loads at a time, far from buckling: the factor of first order serves all, and a bound of forces that the structure
 * is stable.
 * @param loaded at most `together` sets
 * @returns a state each; none where it has to be solved by itself: near to buckling, beyond the bound, or where something lifts off
 */
export function* secondOrderTogether(
  common: Common,
  loaded: readonly Loaded[],
): Generator<void, (Extract<WholeResult, { equilibrium: unknown }> | undefined)[]> {
  const { analysis, near, bound, stiffnesses } = common;
  const courses = loaded.map((one): Course => ({
    ...one,
    felt: one.first.felt,
    unknown: one.first.unknown,
    vectors: undefined,
    changes: [largestChange(analysis, one.first.felt, nothingFelt(analysis))],
  }));
  allAct(analysis);
  keepSlack(analysis, 0);
  for (let step = 0; step < mostSteps; step++) {
    const going = courses.filter((one) => !one.done && !one.gaveUp);
    if (going.length === 0) break;
    for (const [i, one] of going.entries()) {
      take(analysis, one);
      // the bound was made of the forces of first order
      one.gaveUp = step > 0 && !bound.covers(one.felt);
      one.vectors = loadVectors(analysis, one.set, common.memberEnds);
      stiffnesses[i] = near.stiffnessNow(stiffnesses[i]);
      yield;
    }
    const covered = going.filter((one) => !one.gaveUp);
    const answers = near.solveTogether(
      covered.map((one) => ({
        matrix: stiffnesses[going.indexOf(one)],
        right: one.vectors!.right,
        guess: one.unknown,
      })),
      step === 0 ? beginning : ending,
    );
    yield;
    for (const [i, one] of covered.entries()) {
      const answer = answers[i];
      if (answer) advance(common, one, answer.unknown, answer.residual, step > 0);
      else one.gaveUp = true;
      yield;
    }
  }
  rest(analysis);
  return courses.map(({ done }) => done);
}

/** Lets the structure feel what a course has found. */
function take(analysis: AnalysisModel, { set, felt }: Course): void {
  analysis.frame.takeAxialLoads(set.terms);
  feel(analysis, felt, 1);
}

/** Lets the structure feel nothing. */
function rest(analysis: AnalysisModel): void {
  feel(analysis, nothingFelt(analysis), 0);
}

/** Takes an answer; what it makes felt is the next step's, or the course is done. */
function advance(common: Common, one: Course, unknown: Float64Array, residual: number, mayEnd: boolean): void {
  const { model, analysis, lifts } = common;
  take(analysis, one);
  const equilibrium = recover(analysis, one.set, one.vectors!, unknown);
  if (lifts && lifted(analysis, equilibrium)) {
    one.gaveUp = true;
    return;
  }
  const forces = feltForces(analysis, one.set, equilibrium);
  const change = largestChange(analysis, forces, one.felt);
  one.changes.push(change);
  if (change > settledChange || !mayEnd) {
    one.felt = forces;
    one.unknown = unknown;
    return;
  }
  const displacements = toNodes(analysis, one.first.unknown);
  for (let i = 0; i < displacements.length; i++) displacements[i] += one.set.imposed[i];
  one.done = {
    findings: [],
    equilibrium,
    residual,
    axialForces: perMember(analysis, analysis.frame.N),
    firstDisplacements: displacements,
    log: {
      order: 'second',
      steps: one.changes.map((of) => ({ change: of, switched: 0, negativePivots: 0 })),
      settled: true,
      slack: [],
      driftRatios: driftRatios(model, analysis, { displacements }, equilibrium),
    },
  };
}

/** Whether something that only pushes would pull. */
const lifted = (analysis: AnalysisModel, { displacements }: Equilibrium): boolean =>
  !allWouldAct(
    Float64Array.from(oneWaySprings(analysis), ({ spring }) => analysis.bed!.wouldPush(spring, displacements)),
  );
