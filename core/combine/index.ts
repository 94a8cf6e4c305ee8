export {
  combinationFormula,
  combinationsThatCannotGovern,
  combiningOf,
  generateCombinations,
  purposeLetters,
  purposeNames,
  statedCombinations,
} from './generate';
export { caseFactorsOf, containsItself, deepestCombination, depthOf } from './flatten';
export { psiFactors, psiName, recommendedPsi, type Psi } from './en1990';
export { combinationFindings } from './combination-findings';
export { readFormula, type ReadFormula } from './formula';
