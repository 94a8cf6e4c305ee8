import type { Solution } from '../fem';
import { caseWeights, superpose, type LoadState } from './state';

/** What one solved state gives to a value: factor × its own value. */
export interface Contribution {
  /** of the case, or of the combination that was solved as a whole */
  readonly id: string;
  readonly factor: number;
  /** of the state alone, in the unit of what is read */
  readonly alone: number;
  readonly value: number;
}

/**
 * Which cases make up a displacement or a force, and by which factors: results of a combination are the weighted sum of those of its cases.
 * @param weights one for each solved state, as `combinationWeights` gives them
 * @param read    the displacement or force of a state; it must be linear in the state
 * @returns those that take part, the largest first; their values add up to that of the combination
 */
export function contributions(
  solution: Solution,
  weights: Float64Array,
  read: (state: LoadState) => number,
): Contribution[] {
  return solution.cases
    .flatMap(({ id }, c): Contribution[] => {
      if (weights[c] === 0) return [];
      const alone = read(superpose(solution, caseWeights(solution, id)));
      return [{ id, factor: weights[c], alone, value: weights[c] * alone }];
    })
    .sort((a, b) => Math.abs(b.value) - Math.abs(a.value));
}
