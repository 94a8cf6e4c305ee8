import { inOrder, type LoadCase, type Model, type Nature, type Purpose } from '../model';

/** One term of a combination: the cases that act together, all with this factor. */
export interface Term {
  readonly cases: readonly LoadCase[];
  readonly factor: number;
}

/** A combination as the code states it, before it becomes a record. */
export interface StatedCombination {
  readonly purpose: Purpose;
  readonly rule: string;
  readonly terms: readonly Term[];
}

/**
 * The cases sorted by what they are. Dead, live and roof live cases of a kind act together, but of cases that are named alternatives of each
 * other (patterns, places of a moving load) one at a time; snow, rain, wind, seismic and notional cases are alternatives anyhow (balanced or
 * drifted; from the left or from the right).
 */
export interface ActionGroups {
  readonly dead: readonly LoadCase[];
  readonly fluid: readonly LoadCase[];
  readonly earth: readonly LoadCase[];
  /** prestress and settlement: there all the time */
  readonly imposed: readonly LoadCase[];
  /** sets of live cases that act together; empty: no live load */
  readonly live: readonly (readonly LoadCase[])[];
  readonly roofLive: readonly (readonly LoadCase[])[];
  readonly snow: readonly LoadCase[];
  readonly rain: readonly LoadCase[];
  readonly wind: readonly LoadCase[];
  readonly seismic: readonly LoadCase[];
  readonly notional: readonly LoadCase[];
  readonly temperature: readonly LoadCase[];
  readonly accidental: readonly LoadCase[];
}

/** Cases that only count as mass take part in nothing. */
export function actionGroups(model: Model): ActionGroups {
  const cases = inOrder(model.cases).filter((loadCase) => !loadCase.massOnly);
  const of = (...natures: Nature[]) => cases.filter((loadCase) => natures.includes(loadCase.nature));
  return {
    dead: of('dead', 'superimposedDead'), fluid: of('fluid'), earth: of('earth'), imposed: of('prestress', 'settlement'), live: setsOf(of('live')), roofLive: setsOf(of('roofLive')),
    snow: of('snow'), rain: of('rain'), wind: of('wind'), seismic: of('seismic'), notional: of('notional'), temperature: of('temperature'), accidental: of('accidental'),
  };
}

/** What can act at the same time: every case without alternatives, and of each set of alternatives one. */
function setsOf(cases: readonly LoadCase[]): LoadCase[][] {
  const always = cases.filter((loadCase) => loadCase.alternatives === undefined);
  const named = new Map<string, LoadCase[]>();
  for (const loadCase of cases) if (loadCase.alternatives !== undefined) named.set(loadCase.alternatives, [...(named.get(loadCase.alternatives) ?? []), loadCase]);
  const sets = [...named.values()].reduce<LoadCase[][]>((found, alternatives) => found.flatMap((set) => alternatives.map((one) => [...set, one])), [always]);
  return sets.filter((set) => set.length > 0);
}

/** Purely sideways loads of gravity: the variants of a combination without wind or earthquake, one a direction, and without any. */
export const withNotional = (stated: StatedCombination, notional: readonly LoadCase[]): StatedCombination[] => [stated, ...notional.map((one): StatedCombination => ({ ...stated, rule: `${stated.rule}, notional loads`, terms: [...stated.terms, { cases: [one], factor: 1 }] }))];
