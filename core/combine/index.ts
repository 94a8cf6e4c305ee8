export { combinationFormula, generateCombinations, statedCombinations } from './generate';
export { psiFactors } from './en1990';
