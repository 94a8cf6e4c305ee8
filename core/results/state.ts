import type { Solution } from '../fem';
import type { Combination, Model } from '../model';

/** The structure under one case or one combination: the sum of the cases' results by their factors. Units as in the solution. */
export interface LoadState {
  /** factor of each solved case */
  readonly weights: Float64Array;
  readonly displacements: Float64Array;
  readonly startForces: Float64Array;
  readonly reactions: Float64Array;
}

/** The weights that pick one case. */
export function caseWeights(solution: Solution, caseId: string): Float64Array {
  return Float64Array.from(solution.cases, (one) => (one.id === caseId ? 1 : 0));
}

/** The weights of a combination; a case named twice counts twice. */
export function combinationWeights(solution: Solution, combination: Pick<Combination, 'factors'>): Float64Array {
  return Float64Array.from(solution.cases, (one) => combination.factors.reduce((sum, factor) => (factor.case === one.id ? sum + factor.factor : sum), 0));
}

/** Superposes the cases: linear results of a combination are the weighted sum of those of its cases. */
export function superpose(solution: Solution, weights: Float64Array): LoadState {
  const displacements = new Float64Array(solution.nodeIds.length * 6);
  const startForces = new Float64Array(solution.memberIds.length * 6);
  const reactions = new Float64Array(solution.nodeIds.length * 6);
  solution.cases.forEach((one, c) => {
    if (weights[c] === 0) return;
    addScaled(displacements, one.displacements, weights[c]);
    addScaled(startForces, one.startForces, weights[c]);
    addScaled(reactions, one.reactions, weights[c]);
  });
  return { weights, displacements, startForces, reactions };
}

function addScaled(sum: Float64Array, values: Float64Array, factor: number): void {
  for (let i = 0; i < values.length; i++) sum[i] += factor * values[i];
}

/** The states of all combinations of a purpose, in order. */
export function combinationStates(model: Model, solution: Solution, combinations: readonly Combination[]): { combination: Combination; state: LoadState }[] {
  return combinations.filter((combination) => combination.id in model.combinations).map((combination) => ({ combination, state: superpose(solution, combinationWeights(solution, combination)) }));
}
