import type { ConcreteRules, Member } from './kinds';
import type { Model } from './model';

/** What the rules of a project are called, beside sets with names. */
export const projectRules = 'Rules of the project';

/** The rules a concrete member is designed by, and what they are called: of the set it names, or of the project. */
export function rulesOf(
  model: Model,
  { rules }: { readonly rules?: Member['rules'] },
): { name: string; rules: ConcreteRules } {
  const set = rules === undefined ? undefined : model.designRules[rules];
  return set ? { name: set.label, rules: set } : { name: projectRules, rules: model.settings.bars };
}
