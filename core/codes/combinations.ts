import type { Combining, Model } from '../model';
import { asceCombinations, asceDefaults } from './asce7-22/combinations';
import type { CombinationCode } from './doors/combinations/combination-code';
import { enCombinations, enDefaults } from './en1990/combinations';
import { familyOf, type CodeFamily } from './families';

export { actionGroups, type StatedCombination } from './doors/combinations/action-groups';
export { psiFactors, psiName, recommendedPsi, type Psi } from './en1990/combinations';

/** The standards of actions by what families call them. */
const combinationCodes: Readonly<Record<CodeFamily['actions'], CombinationCode>> = {
  asce: asceCombinations,
  en: enCombinations,
};

/** The standard by which the combinations of a project are made. */
export const combinationCodeOf = (model: Model): CombinationCode => combinationCodes[familyOf(model).actions];

/** What the generation of combinations is asked for in this project. */
export const combiningOf = (model: Model): Combining =>
  model.settings.combining ?? { asce: asceDefaults, en: enDefaults };
