import type { AnalysisModel } from './analysis-model';
import { assemble, toNodes } from './assemble';
import { feltForces, summedForces, type Felt } from './felt-forces';
import type { Model } from '../model';
import { combineLoads, type LoadSet } from './load-set';
import { NearStiffness } from './near-stiffness';
import type { FirstOrder, Known } from './nonlinear';
import { allWouldAct, oneWaySprings } from './one-way';
import { Factorisation, type BlockMatrix } from './sparse';
import { secondOrderTogether, type Loaded } from './second-order-together';
import { StabilityBound } from './stability-bound';
import { loadVectors, recover, solveRefined, type Answer } from './statics';

/** A structure of one stiffness set, and the loads of all cases on it. */
interface Structure {
  readonly analysis: AnalysisModel;
  readonly sets: readonly LoadSet[];
  /** length of every member's axis, m */
  readonly memberEnds: Float64Array;
}

/** What has been solved of a structure in first order. */
interface Solved {
  readonly matrix: BlockMatrix;
  readonly factorisation: Factorisation;
  /** of every case; those that take part in nothing may be left out */
  readonly answers: readonly (Answer | undefined)[];
}

/** A structure whose combinations are solved as a whole one after the other, with what holds for all of them found once. */
export class KnownStructure {
  readonly analysis: AnalysisModel;
  readonly sets: readonly LoadSet[];
  private readonly memberEnds: Float64Array;
  private known: Pick<Known, 'matrix' | 'near'> | undefined;
  /** forces of second order under which it is stable; none: that has to be found for each set of loads */
  private bound: StabilityBound | undefined;
  private readonly stiffnesses: BlockMatrix[] = [];
  private answers: Solved['answers'] | undefined;
  /** forces of each case, where some combination is of second order */
  private felt: readonly Felt[] | undefined;

  constructor({ analysis, sets, memberEnds }: Structure) {
    this.analysis = analysis;
    this.sets = sets;
    this.memberEnds = memberEnds;
  }

  /**
   * Finds what the combinations have in common: a factor near to all of them, the cases' own states, and a bound of forces under which it is stable.
   * Nothing is learnt of a structure that does not stand; its combinations then tell.
   * @param solved       what is known already; none: nothing is
   * @param combinations factors of the cases, of all combinations @param second of those of second order
   * @param trial        a factorisation that may be overwritten
   * @yields nothing; pauses between steps
   */
  *learn(
    solved: Solved | undefined,
    combinations: readonly Float64Array[],
    second: readonly Float64Array[],
    trial: Factorisation,
  ): Generator<void, void> {
    const { analysis, sets, memberEnds } = this;
    const matrix = solved?.matrix ?? assemble(analysis);
    const factorisation = solved?.factorisation ?? (yield* ownFactor(matrix, trial));
    if (!factorisation) return;
    this.known = { matrix, near: new NearStiffness(analysis, matrix, factorisation) };
    const used = sets.map((_, c) => combinations.some((weights) => weights[c] !== 0));
    // a few combinations of first order are quicker solved themselves
    if (!solved && second.length === 0 && combinations.length < used.filter(Boolean).length) return;
    const vectors = sets.map((set, c) =>
      used[c] && (!solved || second.length > 0) ? loadVectors(analysis, set, memberEnds) : undefined,
    );
    if (solved) this.answers = solved.answers;
    else {
      const wanted = sets.flatMap((_, c) => (used[c] ? [c] : []));
      const answers = solveRefined(
        matrix,
        factorisation,
        wanted.map((c) => vectors[c]!.right),
      );
      this.answers = sets.map((_, c) => (used[c] ? answers[wanted.indexOf(c)] : undefined));
    }
    yield;
    if (second.length === 0) return;
    const felt: Felt[] = [];
    for (const [c, set] of sets.entries()) {
      const [own, answer] = [vectors[c], this.answers[c]];
      felt.push(
        own && answer
          ? feltForces(analysis, set, recover(analysis, set, own, answer.unknown))
          : { axial: new Float64Array(analysis.frame.pieces.length), inPlane: undefined },
      );
      yield;
    }
    this.felt = felt;
    const bound = new StabilityBound(analysis, expected(analysis, felt, second));
    if (yield* bound.isStable(matrix, trial)) this.bound = bound;
  }

  /** What is known for a combination of the cases. @param lifts whether slabs lift off beds that only push */
  knownUnder(weights: Float64Array, lifts: boolean): Known | undefined {
    return this.known && { ...this.known, first: this.sumOfCases(weights, lifts) };
  }

  /**
   * Second order of a few combinations at a time.
   * @param combinations factors of the cases, at most `together` of them
   * @returns a state each; none where it has to be solved by itself
   */
  *secondOrder(
    model: Model,
    combinations: readonly Float64Array[],
    lifts: boolean,
  ): Generator<void, ReturnType<typeof secondOrderTogether> extends Generator<void, infer States> ? States : never> {
    const { analysis, sets, known, bound, memberEnds, stiffnesses } = this;
    const begun = combinations.map((weights): Loaded | undefined => {
      const first = bound && this.sumOfCases(weights, lifts);
      return first?.felt && { set: combineLoads(analysis, sets, weights), first: { ...first, felt: first.felt } };
    });
    if (!known || !bound) return combinations.map(() => undefined);
    const states = yield* secondOrderTogether(
      { model, analysis, near: known.near, bound, memberEnds, lifts, stiffnesses },
      begun.filter((one) => one !== undefined),
    );
    let next = 0;
    return begun.map((one) => one && states[next++]);
  }

  /** The sum of the cases' states; none: a case is not known, or something would lift off. */
  private sumOfCases(weights: Float64Array, lifts: boolean): FirstOrder | undefined {
    const { analysis, answers, sets } = this;
    if (!answers || sets.some((_, c) => weights[c] !== 0 && !answers[c])) return undefined;
    const unknown = new Float64Array(analysis.equationCount);
    let residual = 0;
    answers.forEach((answer, c) => {
      if (weights[c] === 0) return;
      for (let i = 0; i < unknown.length; i++) unknown[i] += weights[c] * answer!.unknown[i];
      residual = Math.max(residual, answer!.residual);
    });
    if (lifts && !this.pressesAll(unknown, weights)) return undefined;
    return {
      unknown,
      residual,
      felt: this.felt && summedForces(analysis, this.felt, weights),
    };
  }

  private pressesAll(unknown: Float64Array, weights: Float64Array): boolean {
    const { analysis, sets } = this;
    const displacements = toNodes(analysis, unknown);
    sets.forEach((set, c) => {
      if (weights[c] !== 0)
        for (let i = 0; i < displacements.length; i++) displacements[i] += weights[c] * set.imposed[i];
    });
    return allWouldAct(
      Float64Array.from(oneWaySprings(analysis), ({ spring }) => analysis.bed!.wouldPush(spring, displacements)),
    );
  }
}

/** A factor of the structure's own stiffness; none: it does not stand, or there is no memory for it. */
function* ownFactor(matrix: BlockMatrix, trial: Factorisation): Generator<void, Factorisation | undefined> {
  let factorisation: Factorisation;
  try {
    factorisation = new Factorisation(trial.symbolic, trial.kind);
  } catch (error) {
    if (error instanceof RangeError) return undefined;
    throw error;
  }
  const steps = factorisation.factorise(matrix, { definite: true });
  let step = steps.next();
  while (!step.done) {
    yield;
    step = steps.next();
  }
  return step.value ? undefined : factorisation;
}

function* expected(
  analysis: AnalysisModel,
  felt: readonly Felt[],
  combinations: readonly Float64Array[],
): Generator<Felt> {
  for (const weights of combinations) yield summedForces(analysis, felt, weights);
}
