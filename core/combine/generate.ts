import { count, formatNumber } from '../units';
import { idSource, inOrder, purposes, type Act, type Combination, type Edit, type Model, type Purpose } from '../model';
import { actionGroups, combinationCodeOf, combiningOf, type StatedCombination } from '../codes/combinations';
import { caseFactorsOf } from './flatten';
import { withinOthers } from './hull';

type Factors = Combination['factors'];

/** Every combination the model's code family asks of its cases, each once, without numbers yet. */
export function statedCombinations(
  model: Model,
): { purpose: Purpose; rule: string; factors: Factors; alpha?: number }[] {
  const stated = combinationCodeOf(model).state(actionGroups(model), combiningOf(model));
  const seen = new Set<string>();
  return stated
    .map((combination) => ({
      purpose: combination.purpose,
      rule: combination.rule,
      factors: factorsOf(combination),
      ...(combination.alpha ? { alpha: combination.alpha } : {}),
    }))
    .filter(({ purpose, factors }) => {
      const key = `${purpose} ${factors
        .map((factor) => `${factor.case}×${factor.factor}`)
        .sort()
        .join(' ')}`;
      if (factors.length === 0 || seen.has(key)) return false;
      seen.add(key);
      return true;
    });
}

function factorsOf({ terms }: StatedCombination): Factors {
  return terms
    .flatMap((term) => term.cases.map((loadCase) => ({ case: loadCase.id, factor: Number(term.factor.toFixed(6)) })))
    .filter((one) => one.factor !== 0);
}

/** Combinations a generation must not touch: those written or changed by hand, and those others are made of. */
function keptCombinations(model: Model): Set<string> {
  const kept = new Set(
    Object.values(model.combinations)
      .filter((one) => one.origin === 'own' || one.changed)
      .map((one) => one.id),
  );
  for (const { parts = [] } of Object.values(model.combinations)) for (const part of parts) kept.add(part.combination);
  for (const envelope of Object.values(model.envelopes)) for (const id of envelope.combinations) kept.add(id);
  return kept;
}

/** The letter before the number of a combination by what it is for. */
export const purposeLetters: Readonly<Record<Purpose, string>> = {
  strength: 'U',
  stability: 'B',
  service: 'S',
  sustained: 'Q',
  longTerm: 'K',
  transfer: 'T',
};

/** How a set of combinations is called. */
export const purposeNames: Readonly<Record<Purpose, string>> = {
  strength: 'strength',
  stability: 'stability',
  service: 'service',
  sustained: 'sustained',
  longTerm: 'long-term',
  transfer: 'transfer',
};

/**
 * The act that brings the combinations in line with the cases: generated ones are made anew; own and changed ones, and those that others or
 * envelopes are made of, stay.
 * @returns undefined when there is no case to combine
 */
export function generateCombinations(model: Model): Act | undefined {
  const stated = statedCombinations(model);
  if (stated.length === 0) return undefined;
  const keptIds = keptCombinations(model);
  const kept = inOrder(model.combinations).filter((one) => keptIds.has(one.id));
  const replaced = inOrder(model.combinations).filter((one) => !keptIds.has(one.id));
  const taken = new Set(kept.map((combination) => combination.label));
  const same = new Set(
    kept.filter((one) => one.origin === 'generated' && !one.changed).map((one) => keyOf(one.purpose, one.factors)),
  );
  // a generated combination that was moved into another set, or otherwise changed, is not made again beside itself
  const moved = new Set(
    kept.filter((one) => one.origin === 'generated' && one.changed).map((one) => keyOf(one.rule, one.factors)),
  );
  const next = idSource(model);
  const numbers = Object.fromEntries(purposes.map((purpose) => [purpose, 0])) as Record<Purpose, number>;
  const label = (purpose: Purpose): string => {
    const candidate = `${purposeLetters[purpose]}${++numbers[purpose]}`;
    return taken.has(candidate) ? label(purpose) : candidate;
  };
  // the order and stiffness chosen for a combination stay with it, and what all of a set have new ones take
  const chosen = ({ order, stiffnessSet }: Combination) => ({
    ...(order ? { order } : {}),
    ...(stiffnessSet ? { stiffnessSet } : {}),
  });
  const before = new Map(replaced.map((one) => [keyOf(one.purpose, one.factors), chosen(one)]));
  const usual = new Map(
    purposes.map((purpose) => {
      const own = replaced.filter((one) => one.purpose === purpose).map(chosen);
      return [
        purpose,
        own.length > 0 && own.every((one) => one.order === own[0].order && one.stiffnessSet === own[0].stiffnessSet)
          ? own[0]
          : {},
      ];
    }),
  );
  const combinations = stated
    .filter((one) => !same.has(keyOf(one.purpose, one.factors)) && !moved.has(keyOf(one.rule, one.factors)))
    .map((one): Combination => ({
      id: next('combinations'),
      label: label(one.purpose),
      ...one,
      origin: 'generated',
      changed: false,
      ...(before.get(keyOf(one.purpose, one.factors)) ?? usual.get(one.purpose)),
    }));
  const edits: Edit[] = combinations.length > 0 ? [{ kind: 'add', records: { combinations } }] : [];
  if (replaced.length > 0)
    edits.unshift({ kind: 'remove', table: 'combinations', ids: replaced.map((combination) => combination.id) });
  if (edits.length === 0) return undefined;
  const code = combinationCodeOf(model).title(combiningOf(model));
  return {
    edits,
    sentence: `Generated ${count(combinations.length, 'combination')} by ${code}${kept.length > 0 ? `, kept ${kept.length} made or changed by hand` : ''}`,
  };
}

const keyOf = (purpose: Purpose | Combination['rule'], factors: Factors): string =>
  `${purpose} ${factors
    .map((one) => `${one.case}×${one.factor}`)
    .sort()
    .join(' ')}`;

/**
 * Combinations that cannot govern anything linear: each is a weighted mean of others of its purpose, so every result of it lies between theirs.
 * Those of second order or with reduced stiffness, own ones and parts of others are left out of it.
 * @returns which, and of which others each is a mean
 */
export function combinationsThatCannotGovern(model: Model): { combination: Combination; between: Combination[] }[] {
  const cases = inOrder(model.cases).map((one) => one.id);
  const kept = keptCombinations(model);
  return purposes.flatMap((purpose) => {
    const linear = inOrder(model.combinations).filter(
      (one) => one.purpose === purpose && (one.order ?? 'first') === 'first' && one.stiffnessSet === undefined,
    );
    // those that must stay come last, so that what can go is weighed against them and not they against it
    const sorted = [...linear.filter((one) => !kept.has(one.id)), ...linear.filter((one) => kept.has(one.id))];
    const vectors = sorted.map((one) => {
      const factors = caseFactorsOf(model.combinations, one);
      return cases.map((id) => factors.get(id) ?? 0);
    });
    return withinOthers(vectors)
      .filter(({ index }) => !kept.has(sorted[index].id))
      .map(({ index, of }) => ({ combination: sorted[index], between: of.map((i) => sorted[i]) }));
  });
}

/** The combinations a check names as the ones it is governed by: one label, or two as `S2, Q1`. */
export function combinationsCalled(model: Model, words: string): Combination[] {
  const called = (label: string) =>
    Object.values(model.combinations)
      .filter((one) => one.label === label)
      .slice(0, 1);
  const one = called(words);
  return one.length > 0 ? one : words.split(', ').flatMap(called);
}

/** A combination written out: `1.2 G + 1.6 Q − 0.5 W`, other combinations by their labels. */
export function combinationFormula(model: Model, combination: Pick<Combination, 'factors' | 'parts'>): string {
  const named = [
    ...(combination.parts ?? []).map((part) => ({
      label: model.combinations[part.combination]?.label ?? part.combination,
      factor: part.factor,
    })),
    ...combination.factors.map((one) => ({ label: model.cases[one.case]?.label ?? one.case, factor: one.factor })),
  ];
  const parts = named
    .filter(({ factor }) => factor !== 0)
    .map(({ label, factor }, i) => {
      const digits = [1, 2, 3].find((count) => Number.isInteger(Math.round(factor * 1e6) / 10 ** (6 - count))) ?? 4;
      const size = formatNumber(Math.abs(factor), digits);
      const sign = factor < 0 ? (i === 0 ? '−' : ' − ') : i === 0 ? '' : ' + ';
      return `${sign}${size} ${label}`;
    });
  return parts.join('') || 'nothing';
}
