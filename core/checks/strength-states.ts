import type { Solution } from '../fem';
import { inOrder, type Combination, type Model } from '../model';
import { combinationStates, combinationWeights, type LoadState } from '../results';

/** Solved states with what each counts, and their sum. */
export interface SumOfStates {
  readonly weights: Float64Array;
  readonly state: LoadState;
}

/** A strength combination with its state. */
export type StrengthState = SumOfStates & { readonly combination: Combination };

const strengths = new WeakMap<Solution, { readonly of: Model['combinations']; readonly found: StrengthState[] }>();

/** The states of all strength combinations, summed once for a solution: models that are tried with other bars share them. */
export function strengthOf({ combinations }: Model, solution: Solution): StrengthState[] {
  const before = strengths.get(solution);
  if (before?.of === combinations) return before.found;
  const found = combinationStates(
    { combinations },
    solution,
    inOrder(combinations).filter((combination) => combination.purpose === 'strength'),
  ).map((one) => ({ ...one, weights: combinationWeights(solution, one.combination, combinations) }));
  strengths.set(solution, { of: combinations, found });
  return found;
}
