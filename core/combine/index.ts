export {
  combinationFormula,
  combinationsCalled,
  combinationsThatCannotGovern,
  generateCombinations,
  purposeLetters,
  purposeNames,
  statedCombinations,
} from './generate';
export { caseFactorsOf, containsItself, deepestCombination, depthOf } from './flatten';
export { combinationCodeOf, combiningOf, psiFactors, psiName, recommendedPsi, type Psi } from '../codes/combinations';
export { combinationFindings } from './combination-findings';
export { readFormula, type ReadFormula } from './formula';
