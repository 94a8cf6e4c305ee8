import { count, formatNumber } from '../units';
import { idSource, inOrder, type Act, type Combination, type Edit, type Model } from '../model';
import { actionGroups, type StatedCombination } from './action-groups';
import { asce7Service, asce7Strength } from './asce7';
import { en1990Service, en1990Strength } from './en1990';

type Factors = Combination['factors'];

/** Every combination the model's code family asks of its cases, each once, without numbers yet. */
export function statedCombinations(model: Model): { purpose: Combination['purpose']; rule: string; factors: Factors }[] {
  const groups = actionGroups(model);
  const stated = model.settings.code === 'us' ? [...asce7Strength(groups), ...asce7Service(groups)] : [...en1990Strength(groups), ...en1990Service(groups)];
  const seen = new Set<string>();
  return stated
    .map((combination) => ({ purpose: combination.purpose, rule: combination.rule, factors: factorsOf(combination) }))
    .filter(({ purpose, factors }) => {
      const key = `${purpose} ${factors.map((factor) => `${factor.case}×${factor.factor}`).sort().join(' ')}`;
      if (factors.length === 0 || seen.has(key)) return false;
      seen.add(key);
      return true;
    });
}

function factorsOf({ terms }: StatedCombination): Factors {
  return terms.flatMap((term) => term.cases.map((loadCase) => ({ case: loadCase.id, factor: Number(term.factor.toFixed(6)) })));
}

/** Combinations a generation must not touch: those written or changed by hand. */
const isKept = (combination: Combination) => combination.origin === 'own' || combination.changed;

/**
 * The act that brings the combinations in line with the cases: generated ones are made anew, own and changed ones stay.
 * @returns undefined when there is no case to combine
 */
export function generateCombinations(model: Model): Act | undefined {
  const stated = statedCombinations(model);
  if (stated.length === 0) return undefined;
  const kept = inOrder(model.combinations).filter(isKept);
  const replaced = inOrder(model.combinations).filter((combination) => !isKept(combination));
  const taken = new Set(kept.map((combination) => combination.label));
  const next = idSource(model);
  const numbers = { strength: 0, service: 0 };
  const label = (purpose: Combination['purpose']): string => {
    const candidate = `${purpose === 'strength' ? 'U' : 'S'}${++numbers[purpose]}`;
    return taken.has(candidate) ? label(purpose) : candidate;
  };
  const combinations = stated.map((one): Combination => ({ id: next('combinations'), label: label(one.purpose), ...one, origin: 'generated', changed: false }));
  const edits: Edit[] = [{ kind: 'add', records: { combinations } }];
  if (replaced.length > 0) edits.unshift({ kind: 'remove', table: 'combinations', ids: replaced.map((combination) => combination.id) });
  const code = model.settings.code === 'us' ? 'ASCE 7-22' : 'EN 1990';
  return { edits, sentence: `Generated ${count(combinations.length, 'combination')} by ${code}${kept.length > 0 ? `, kept ${kept.length} made or changed by hand` : ''}` };
}

/** A combination written out: `1.2 G + 1.6 Q − 0.5 W`. */
export function combinationFormula(model: Model, combination: Pick<Combination, 'factors'>): string {
  const parts = combination.factors.filter((factor) => factor.factor !== 0).map(({ case: id, factor }, i) => {
    const size = formatNumber(Math.abs(factor), Number.isInteger(Math.round(factor * 1e6) / 1e5) ? 1 : Number.isInteger(Math.round(factor * 1e6) / 1e4) ? 2 : 3);
    const sign = factor < 0 ? (i === 0 ? '−' : ' − ') : i === 0 ? '' : ' + ';
    return `${sign}${size} ${model.cases[id]?.label ?? id}`;
  });
  return parts.join('') || 'nothing';
}
