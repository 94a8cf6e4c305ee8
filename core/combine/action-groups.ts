import { inOrder, type LoadCase, type Model, type Nature } from '../model';

/** One term of a combination: the cases that act together, all with this factor. */
export interface Term {
  readonly cases: readonly LoadCase[];
  readonly factor: number;
}

/** A combination as the code states it, before it becomes a record. */
export interface StatedCombination {
  readonly purpose: 'strength' | 'service';
  readonly rule: string;
  readonly terms: readonly Term[];
}

/**
 * The cases sorted by what they are. Dead, live and roof live cases of a kind act together; snow and wind cases are
 * alternatives of which one acts at a time (balanced or drifted; from the left or from the right).
 */
export interface ActionGroups {
  readonly dead: readonly LoadCase[];
  readonly live: readonly LoadCase[];
  readonly roofLive: readonly LoadCase[];
  readonly snow: readonly LoadCase[];
  readonly wind: readonly LoadCase[];
}

export function actionGroups(model: Model): ActionGroups {
  const cases = inOrder(model.cases);
  const of = (...natures: Nature[]) => cases.filter((loadCase) => natures.includes(loadCase.nature));
  return { dead: of('dead', 'superimposedDead'), live: of('live'), roofLive: of('roofLive'), snow: of('snow'), wind: of('wind') };
}
