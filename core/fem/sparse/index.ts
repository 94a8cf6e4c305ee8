export {
  blockAt,
  equationCount,
  multiply,
  patternOf,
  samePattern,
  type BlockMatrix,
  type BlockPattern,
} from './block-matrix';
export { analyse, type Symbolic } from './symbolic';
export {
  conditionEstimate,
  diagonalOf,
  Factorisation,
  pivotReferences,
  largestMemory,
  memoryNeeded,
  softestMotion,
  type SingularPivot,
} from './factorisation';
export { bestKernel, kernelKinds, runs, type KernelKind } from './kernel/kernel';
