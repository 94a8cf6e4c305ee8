export { combinationFormula, generateCombinations, statedCombinations } from './generate';
export { psiFactors } from './en1990';
export { combinationFindings } from './combination-findings';
