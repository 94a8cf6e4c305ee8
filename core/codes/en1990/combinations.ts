import type { Combining, LoadCase } from '../../model';
import type { CombinationCode } from '../doors/combinations/combination-code';
import {
  earthquakes,
  withNotional,
  type ActionGroups,
  type StatedCombination,
  type Term,
} from '../doors/combinations/action-groups';

type EnOptions = Combining['en'];

export const enDefaults: EnOptions = {
  expression: '6.10',
  permanentAdverse: 1.35,
  permanentFavourable: 1.0,
  reduction: 0.85,
  variable: 1.5,
  psi: {},
  accidentalLeader: 2,
  notionalWith: 'all',
};

export type Psi = readonly [number, number, number];

/** ψ factors of EN 1990 Table A1.1 (snow: sites up to 1000 m), recommended values. */
export const recommendedPsi: Readonly<Record<string, Psi>> = {
  A: [0.7, 0.5, 0.3],
  B: [0.7, 0.5, 0.3],
  C: [0.7, 0.7, 0.6],
  D: [0.7, 0.7, 0.6],
  E: [1.0, 0.9, 0.8],
  F: [0.7, 0.7, 0.6],
  G: [0.7, 0.5, 0.3],
  H: [0, 0, 0],
  snow: [0.5, 0.2, 0],
  wind: [0.6, 0.2, 0],
  temperature: [0.6, 0.5, 0],
};

/** Under which name a variable case's ψ stand: its use category, snow (rain with it), wind or temperature. Live load without a category counts as offices, B. */
export function psiName(loadCase: Pick<LoadCase, 'nature' | 'category'>): string {
  if (loadCase.nature === 'snow' || loadCase.nature === 'rain') return 'snow';
  if (loadCase.nature === 'wind' || loadCase.nature === 'temperature') return loadCase.nature;
  return loadCase.nature === 'roofLive' ? 'H' : (loadCase.category ?? 'B');
}

/** ψ0, ψ1, ψ2 of a variable case, national ones before the recommended. */
export const psiFactors = (loadCase: Pick<LoadCase, 'nature' | 'category'>, options: EnOptions = enDefaults): Psi =>
  options.psi[psiName(loadCase)] ?? recommendedPsi[psiName(loadCase)];

/** A variable action: the cases that act together. */
type Action = readonly LoadCase[];

/**
 * The sets of variable actions that may act at the same time: live and roof live with each choice of one snow (or rain), one wind and one
 * temperature case or none; with wind also without live load, which may relieve.
 */
function simultaneous(groups: ActionGroups): Action[][] {
  const choices = (sets: readonly Action[]): Action[] => (sets.length > 0 ? [...sets] : [[]]);
  const sets: Action[][] = [];
  for (const live of choices(groups.live))
    for (const roof of choices(groups.roofLive)) {
      const steady = [live, roof].filter((action) => action.length > 0);
      for (const warm of [[], ...groups.temperature.map((one) => [one])]) {
        for (const snow of [[], ...groups.snow.map((one) => [one]), ...groups.rain.map((one) => [one])]) {
          for (const wind of [[], ...groups.wind.map((one) => [one])]) {
            const climate = [snow, wind, warm].filter((action) => action.length > 0);
            sets.push([...steady, ...climate]);
            if (wind.length > 0 && steady.length > 0) sets.push(climate);
          }
        }
      }
    }
  return sets.filter((set) => set.length > 0);
}

const terms = (action: Action, factorOf: (loadCase: LoadCase) => number): Term[] =>
  action.map((loadCase) => ({ cases: [loadCase], factor: factorOf(loadCase) })).filter((term) => term.factor !== 0);

/** The leading action with one factor, the others with theirs. */
function withLeader(
  sets: Action[][],
  leading: (loadCase: LoadCase) => number,
  others: (loadCase: LoadCase) => number,
): Term[][] {
  return sets.flatMap((set) =>
    set.map((leader) => set.flatMap((action) => terms(action, action === leader ? leading : others))),
  );
}

/** Dead load, earth and fluid pressure by one factor; prestress and settlement 1.0. */
const permanent = (groups: ActionGroups, factor: number): Term[] => [
  { cases: [...groups.dead, ...groups.earth, ...groups.fluid], factor },
  ...(groups.imposed.length > 0 ? [{ cases: groups.imposed, factor: 1 }] : []),
];

/**
 * Fundamental combinations, EN 1990 (6.10) or the less favourable of (6.10a) and (6.10b), with permanent actions unfavourable and
 * favourable (γ_G,inf); accidental (6.11b), seismic (6.12b). Imperfections go with all of them, or, where EN 1993-1-1 5.3.2(4) allows, with
 * those without wind.
 */
function en1990Strength(groups: ActionGroups, options: EnOptions): StatedCombination[] {
  const { permanentAdverse: most, permanentFavourable: least, variable, reduction } = options;
  const psi = (index: 0 | 1 | 2) => (loadCase: LoadCase) => psiFactors(loadCase, options)[index];
  const sets = simultaneous(groups);
  const stated: StatedCombination[] = [];
  const state = (rule: string, list: Term[]) => {
    const one: StatedCombination = { purpose: 'strength', rule: `EN 1990 (${rule})`, terms: list };
    const wind = list.some((term) => term.cases.some((loadCase) => loadCase.nature === 'wind'));
    stated.push(...(wind && options.notionalWith === 'gravity' ? [one] : withNotional(one, groups.notional)));
  };
  const companion = (loadCase: LoadCase) => variable * psi(0)(loadCase);
  if (options.expression === '6.10') {
    state('6.10', permanent(groups, most));
    for (const list of withLeader(sets, () => variable, companion))
      state('6.10', [...permanent(groups, most), ...list]);
    for (const list of withLeader(sets, () => variable, companion))
      state('6.10', [...permanent(groups, least), ...list]);
    for (const wind of groups.wind) state('6.10', [...permanent(groups, least), { cases: [wind], factor: variable }]);
  } else {
    state('6.10a', permanent(groups, most));
    for (const set of sets)
      state('6.10a', [...permanent(groups, most), ...set.flatMap((action) => terms(action, companion))]);
    for (const list of withLeader(sets, () => variable, companion))
      state('6.10b', [...permanent(groups, reduction * most), ...list]);
    for (const list of withLeader(sets, () => variable, companion))
      state('6.10b', [...permanent(groups, least), ...list]);
    for (const wind of groups.wind) state('6.10b', [...permanent(groups, least), { cases: [wind], factor: variable }]);
  }
  for (const event of groups.accidental) {
    const lists = sets.length > 0 ? withLeader(sets, psi(options.accidentalLeader), psi(2)) : [[]];
    for (const list of lists)
      state('6.11b accidental', [...permanent(groups, 1), { cases: [event], factor: 1 }, ...list]);
  }
  for (const quake of earthquakes(groups.seismic)) {
    for (const live of groups.live.length > 0 ? groups.live : [[]])
      state('6.12b seismic', [
        ...permanent(groups, 1),
        ...quake,
        ...terms(live, psi(2)),
        ...terms(groups.snow.slice(0, 1), psi(2)),
      ]);
  }
  return stated;
}

/** Static equilibrium, EN 1990 Table A1.2(A): favourable permanent actions 0.9 with each wind leading. */
const en1990Stability = (groups: ActionGroups, options: EnOptions): StatedCombination[] =>
  groups.wind.map((wind) => ({
    purpose: 'stability',
    rule: 'EN 1990 (6.10) equilibrium',
    terms: [...permanent(groups, 0.9), { cases: [wind], factor: options.variable }],
  }));

/** Characteristic (6.14b) and frequent (6.15b) combinations of EN 1990 as service ones, quasi-permanent (6.16b) as sustained. */
function en1990Service(groups: ActionGroups, options: EnOptions): StatedCombination[] {
  const sets = simultaneous(groups);
  const stated = (purpose: 'service' | 'sustained', rule: string, variable: Term[]): StatedCombination => ({
    purpose,
    rule,
    terms: [...permanent(groups, 1), ...variable],
  });
  const psi = (index: 0 | 1 | 2) => (loadCase: LoadCase) => psiFactors(loadCase, options)[index];
  return [
    stated('service', 'EN 1990 (6.14b) characteristic', []),
    ...withLeader(sets, () => 1, psi(0)).map((variable) =>
      stated('service', 'EN 1990 (6.14b) characteristic', variable),
    ),
    ...withLeader(sets, psi(1), psi(2)).map((variable) => stated('service', 'EN 1990 (6.15b) frequent', variable)),
    ...sets.map((set) =>
      stated(
        'sustained',
        'EN 1990 (6.16b) quasi-permanent',
        set.flatMap((action) => terms(action, psi(2))),
      ),
    ),
  ];
}

/** Combinations by EN 1990 section 6 and annex A1. */
export const enCombinations: CombinationCode = {
  title: () => 'EN 1990',
  state: (groups, { en }) => [
    ...en1990Strength(groups, en),
    ...en1990Stability(groups, en),
    ...en1990Service(groups, en),
  ],
};
