export { isSolvedWhole, solve, solveNow, type Factored, type Outcome, type Progress, type SolveOptions } from './solve';
export type { CaseSolution, IterationLog, PhaseTimes, Solution, SolutionTerms, SolveLog } from './solution';
export { addLoadEffects, addStartEffects, bendingPlane, type BendingPlane, type Effects } from './beam-column';
export { inPlane, termIntegral } from './frame-element';
export type { ElementSource } from './elements';
export * from './sparse';
