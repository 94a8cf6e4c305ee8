import { deepestCombination } from '../combine';
import type { CaseSolution, PanelState, Solution } from '../fem';
import type { Combination, Model } from '../model';

/** The structure under one case or one combination: a solved state, or the sum of such states by their factors. Units as in the solution. */
export interface LoadState {
  /** factor with which each load case takes part */
  readonly caseFactors: Float64Array;
  readonly displacements: Float64Array;
  readonly startForces: Float64Array;
  readonly startDisplacements: Float64Array;
  readonly reactions: Float64Array;
  /** pressures of beds, as in the solution; none: there is none */
  readonly soil?: Float64Array;
  /** axial force each member's bending feels, N; none: first order */
  readonly axialForces?: Float64Array;
  /** factors of the load cases that made these axial forces, where they are not `caseFactors`: a share of a state keeps its axial forces */
  readonly axialFactors?: Float64Array;
  /** stiffness of the members where a stiffness set changed it */
  readonly stiffness?: Float64Array;
  /** stiffness of each slab, wall or zone where a stiffness set changed it */
  readonly sections?: CaseSolution['sections'];
  /** the states of which this is a sum, where some of them have slabs and walls of another stiffness */
  readonly panelParts?: PanelState['panelParts'];
  /** movements of the same loads in first order with the same stiffness, of a state of second order */
  readonly firstDisplacements?: Float64Array;
}

/** The weights, one for each solved state, that pick one of them. */
export function caseWeights(solution: Solution, id: string): Float64Array {
  return Float64Array.from(solution.cases, (one) => (one.id === id ? 1 : 0));
}

/**
 * The weights of a combination: its own state when it was solved as a whole, else the factors of its cases and the weights of its parts; a case
 * named twice counts twice.
 * @param combinations those that its parts name
 */
export function combinationWeights(
  solution: Solution,
  combination: Parts,
  combinations: Model['combinations'] = {},
): Float64Array {
  return weightsWithin(solution, combination, combinations, [], new Map());
}

type Parts = Pick<Combination, 'factors' | 'parts'> & { readonly id?: string };

/** @param above the combinations this one is a part of; one of them, or one too deep, counts nothing, and a finding tells of it. @param known parts that were met before: each is worked out once */
function weightsWithin(
  solution: Solution,
  combination: Parts,
  combinations: Model['combinations'],
  above: readonly string[],
  known: Map<string, Float64Array>,
): Float64Array {
  const { id, factors, parts = [] } = combination;
  if (id !== undefined && solution.cases.some((one) => one.id === id)) return caseWeights(solution, id);
  const weights = Float64Array.from(solution.cases, (one) =>
    factors.reduce((sum, factor) => (factor.case === one.id ? sum + factor.factor : sum), 0),
  );
  // a part that was solved as a whole enters with its own state: the difference of two such states is not the state of a difference of loads
  const here = id === undefined ? above : [...above, id];
  for (const part of parts) {
    const other = combinations[part.combination] as Combination | undefined;
    if (!other || here.includes(other.id) || here.length >= deepestCombination) continue;
    let inside = known.get(other.id);
    if (!inside) known.set(other.id, (inside = weightsWithin(solution, other, combinations, here, known)));
    addScaled(weights, inside, part.factor);
  }
  return weights;
}

/** Superposes solved states: linear results of a combination are the weighted sum of those of its cases. */
export function superpose(solution: Solution, weights: Float64Array): LoadState {
  // one state as it is needs no copy of its own
  const single = weights.findIndex((weight) => weight !== 0);
  if (single >= 0 && weights[single] === 1 && weights.every((weight, c) => weight === 0 || c === single)) {
    const {
      weights: caseFactors,
      displacements,
      startForces,
      startDisplacements,
      reactions,
      axialForces,
      stiffness,
      sections,
      firstDisplacements,
      alpha,
      soil,
    } = solution.cases[single];
    return {
      caseFactors,
      displacements,
      startForces,
      startDisplacements,
      reactions,
      ...(soil ? { soil } : {}),
      ...(axialForces ? { axialForces } : {}),
      ...(axialForces && alpha ? { axialFactors: caseFactors.map((factor) => alpha * factor) } : {}),
      ...(stiffness ? { stiffness } : {}),
      ...(sections ? { sections } : {}),
      ...(firstDisplacements ? { firstDisplacements } : {}),
    };
  }
  const displacements = new Float64Array(solution.cases[0]?.displacements.length ?? solution.nodeIds.length * 6);
  const startForces = new Float64Array(solution.memberIds.length * 6);
  const startDisplacements = new Float64Array(solution.memberIds.length * 6);
  const reactions = new Float64Array(displacements.length);
  const beds = solution.cases[0]?.soil && new Float64Array(solution.cases[0].soil.length);
  const caseFactors = new Float64Array(solution.cases[0]?.weights.length ?? solution.loadCases);
  solution.cases.forEach((one, c) => {
    if (weights[c] === 0) return;
    addScaled(displacements, one.displacements, weights[c]);
    addScaled(startForces, one.startForces, weights[c]);
    addScaled(startDisplacements, one.startDisplacements, weights[c]);
    addScaled(reactions, one.reactions, weights[c]);
    if (beds && one.soil) addScaled(beds, one.soil, weights[c]);
    addScaled(caseFactors, one.weights, weights[c]);
  });
  const alone = solution.cases.filter((_, c) => weights[c] !== 0);
  const whole = alone.length === 1 ? alone[0] : undefined;
  return {
    caseFactors,
    displacements,
    startForces,
    startDisplacements,
    reactions,
    ...(beds ? { soil: beds } : {}),
    ...(whole?.axialForces
      ? { axialForces: whole.axialForces, axialFactors: whole.weights.map((weight) => (whole.alpha ?? 1) * weight) }
      : {}),
    ...(whole?.stiffness ? { stiffness: whole.stiffness } : {}),
    ...(alone.some(({ sections }) => sections)
      ? {
          panelParts: solution.cases.flatMap((one, c) =>
            weights[c] === 0
              ? []
              : [
                  {
                    factor: weights[c],
                    displacements: one.displacements,
                    caseFactors: one.weights,
                    ...(one.sections ? { sections: one.sections } : {}),
                  },
                ],
          ),
        }
      : {}),
  };
}

function addScaled(sum: Float64Array, values: Float64Array, factor: number): void {
  for (let i = 0; i < values.length; i++) sum[i] += factor * values[i];
}

/** The states of all combinations of a purpose, in order. */
export function combinationStates(
  model: Pick<Model, 'combinations'>,
  solution: Solution,
  combinations: readonly Combination[],
): { combination: Combination; state: LoadState }[] {
  return combinations
    .filter((combination) => combination.id in model.combinations)
    .map((combination) => ({
      combination,
      state: superpose(solution, combinationWeights(solution, combination, model.combinations)),
    }));
}
