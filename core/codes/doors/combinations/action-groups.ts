import { inOrder, type LoadCase, type Model, type Nature, type Purpose } from '../../../model';

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
  /** level at which second order is solved, see `Combination` */
  readonly alpha?: number;
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
  readonly notional: readonly NotionalSet[];
  readonly temperature: readonly LoadCase[];
  readonly accidental: readonly LoadCase[];
}

/** Notional loads one way: cases that hold a share of one gravity case each go with that case's factor, others are as large as they are. */
export interface NotionalSet {
  readonly cases: readonly {
    readonly loadCase: LoadCase;
    readonly follows?: { readonly gravity: string; readonly factor: number };
  }[];
}

/** Cases that follow one gravity case each act together in their direction; each other notional case stands alone. */
function notionalSets(model: Model, cases: readonly LoadCase[]): NotionalSet[] {
  const sets = new Map<string, NotionalSet['cases'][number][]>();
  for (const loadCase of cases) {
    const rules = Object.values(model.loadRules).filter(
      (rule) => rule.type === 'notional' && rule.case === loadCase.id,
    );
    const [rule] = rules;
    const follows =
      rules.length === 1 && rule.type === 'notional' && rule.gravity.length === 1 && rule.gravity[0].factor > 0
        ? { gravity: rule.gravity[0].case, factor: rule.gravity[0].factor }
        : undefined;
    const key = follows ? `towards ${loadCase.direction ?? ''}` : loadCase.id;
    sets.set(key, [...(sets.get(key) ?? []), { loadCase, ...(follows ? { follows } : {}) }]);
  }
  return [...sets.values()].map((list) => ({ cases: list }));
}

/** Cases that only count as mass take part in nothing. */
export function actionGroups(model: Model): ActionGroups {
  const cases = inOrder(model.cases).filter((loadCase) => !loadCase.massOnly);
  const of = (...natures: Nature[]) => cases.filter((loadCase) => natures.includes(loadCase.nature));
  return {
    dead: of('dead', 'superimposedDead'),
    fluid: of('fluid'),
    earth: of('earth'),
    imposed: of('prestress', 'settlement'),
    live: setsOf(of('live')),
    roofLive: setsOf(of('roofLive')),
    snow: of('snow'),
    rain: of('rain'),
    wind: of('wind'),
    seismic: of('seismic'),
    notional: notionalSets(model, of('notional')),
    temperature: of('temperature'),
    accidental: of('accidental'),
  };
}

/** What can act at the same time: every case without alternatives, and of each set of alternatives one. */
function setsOf(cases: readonly LoadCase[]): LoadCase[][] {
  const always = cases.filter((loadCase) => loadCase.alternatives === undefined);
  const named = new Map<string, LoadCase[]>();
  for (const loadCase of cases)
    if (loadCase.alternatives !== undefined)
      named.set(loadCase.alternatives, [...(named.get(loadCase.alternatives) ?? []), loadCase]);
  const sets = [...named.values()].reduce<LoadCase[][]>(
    (found, alternatives) => found.flatMap((set) => alternatives.map((one) => [...set, one])),
    [always],
  );
  return sets.filter((set) => set.length > 0);
}

/**
 * Purely sideways loads of gravity: the variants of a combination, one a direction, and without any. What follows a gravity case has that
 * case's factor in the combination, so that the whole is a share of the combination's own gravity load (AISC 360-22 C2.2b).
 */
export const withNotional = (stated: StatedCombination, notional: readonly NotionalSet[]): StatedCombination[] => [
  stated,
  ...notional.flatMap((set): StatedCombination[] => {
    const factorOf = (id: string): number =>
      stated.terms.reduce((sum, term) => (term.cases.some((one) => one.id === id) ? sum + term.factor : sum), 0);
    const terms = set.cases
      .map(({ loadCase, follows }): Term => ({
        cases: [loadCase],
        factor: follows ? factorOf(follows.gravity) / follows.factor : 1,
      }))
      .filter((term) => term.factor !== 0);
    return terms.length === 0
      ? []
      : [{ ...stated, rule: `${stated.rule}, notional loads`, terms: [...stated.terms, ...terms] }];
  }),
];

/**
 * Earthquakes to and fro, with 0.3 of the one square to it where both directions are there (ASCE 7-22 12.5.3 and 12.5.4, EN 1998-1 4.3.3.5.1).
 * @param size factor on the leading one
 */
export function earthquakes(cases: readonly LoadCase[], size = 1): Term[][] {
  const along = (axis: string) => cases.filter((one) => one.direction?.endsWith(axis));
  return cases.flatMap((one) => {
    const others = one.direction ? along(one.direction.endsWith('x') ? 'y' : 'x') : [];
    const beside =
      others.length === 0
        ? [[]]
        : others.flatMap((other) => [0.3, -0.3].map((factor) => [{ cases: [other], factor: factor * size }]));
    return [1, -1].flatMap((factor) =>
      beside.map((list): Term[] => [{ cases: [one], factor: factor * size }, ...list]),
    );
  });
}
