export { solve, solveNow, type Factored, type Outcome, type Progress } from './solve';
export type { CaseSolution, PhaseTimes, Solution, SolutionTerms, SolveLog } from './solution';
export * from './sparse';
