import type { LoadCase } from '../model';
import type { ActionGroups, StatedCombination, Term } from './action-groups';

/** ψ factors of EN 1990 Table A1.1 (snow: sites up to 1000 m; wind), recommended values. */
const psiOfCategory: Readonly<Record<NonNullable<LoadCase['category']>, readonly [number, number, number]>> = {
  A: [0.7, 0.5, 0.3],
  B: [0.7, 0.5, 0.3],
  C: [0.7, 0.7, 0.6],
  D: [0.7, 0.7, 0.6],
  E: [1.0, 0.9, 0.8],
  F: [0.7, 0.7, 0.6],
  G: [0.7, 0.5, 0.3],
  H: [0, 0, 0],
};

/** ψ0, ψ1, ψ2 of a variable case. Live load without a category counts as offices, B. */
export function psiFactors(loadCase: LoadCase): readonly [number, number, number] {
  if (loadCase.nature === 'snow') return [0.5, 0.2, 0];
  if (loadCase.nature === 'wind') return [0.6, 0.2, 0];
  if (loadCase.nature === 'roofLive') return psiOfCategory.H;
  return psiOfCategory[loadCase.category ?? 'B'];
}

/** A variable action: the cases that act together. */
type Action = readonly LoadCase[];

/**
 * The sets of variable actions that may act at the same time: live and roof live with each choice of one snow and one wind
 * case or none; with wind also without live load, which may relieve.
 */
function simultaneous(groups: ActionGroups): Action[][] {
  const steady = [groups.live, groups.roofLive].filter((action) => action.length > 0);
  const sets: Action[][] = [];
  for (const snow of [[], ...groups.snow.map((one) => [one])]) {
    for (const wind of [[], ...groups.wind.map((one) => [one])]) {
      const climate = [snow, wind].filter((action) => action.length > 0);
      sets.push([...steady, ...climate]);
      if (wind.length > 0 && steady.length > 0) sets.push(climate);
    }
  }
  return sets.filter((set) => set.length > 0);
}

const terms = (action: Action, factorOf: (loadCase: LoadCase) => number): Term[] =>
  action.map((loadCase) => ({ cases: [loadCase], factor: factorOf(loadCase) })).filter((term) => term.factor !== 0);

/** The leading action with one factor, the others with theirs. */
function withLeader(sets: Action[][], leading: (loadCase: LoadCase) => number, others: (loadCase: LoadCase) => number): Term[][] {
  return sets.flatMap((set) => set.map((leader) => set.flatMap((action) => terms(action, action === leader ? leading : others))));
}

/**
 * Fundamental combinations, EN 1990 expression (6.10), recommended partial factors of Table A1.2(B): permanent 1.35
 * unfavourable and 1.00 favourable (with wind leading, the case in which it can matter), variable 1.50.
 */
export function en1990Strength(groups: ActionGroups): StatedCombination[] {
  const permanent = (factor: number): Term => ({ cases: groups.dead, factor });
  const rule = 'EN 1990 (6.10)';
  const stated: StatedCombination[] = [{ purpose: 'strength', rule, terms: [permanent(1.35)] }];
  for (const variable of withLeader(simultaneous(groups), () => 1.5, (loadCase) => 1.5 * psiFactors(loadCase)[0])) {
    stated.push({ purpose: 'strength', rule, terms: [permanent(1.35), ...variable] });
  }
  for (const wind of groups.wind) stated.push({ purpose: 'strength', rule, terms: [permanent(1.0), { cases: [wind], factor: 1.5 }] });
  return stated;
}

/** Characteristic (6.14b), frequent (6.15b) and quasi-permanent (6.16b) combinations of EN 1990. */
export function en1990Service(groups: ActionGroups): StatedCombination[] {
  const permanent: Term = { cases: groups.dead, factor: 1 };
  const sets = simultaneous(groups);
  const service = (rule: string, variable: Term[]): StatedCombination => ({ purpose: 'service', rule, terms: [permanent, ...variable] });
  const psi = (index: 0 | 1 | 2) => (loadCase: LoadCase) => psiFactors(loadCase)[index];
  return [
    service('EN 1990 (6.14b) characteristic', []),
    ...withLeader(sets, () => 1, psi(0)).map((variable) => service('EN 1990 (6.14b) characteristic', variable)),
    ...withLeader(sets, psi(1), psi(2)).map((variable) => service('EN 1990 (6.15b) frequent', variable)),
    ...sets.map((set) => service('EN 1990 (6.16b) quasi-permanent', set.flatMap((action) => terms(action, psi(2))))),
  ];
}
