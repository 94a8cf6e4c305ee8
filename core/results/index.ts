export { caseWeights, combinationStates, combinationWeights, superpose, type LoadState } from './state';
export { forceComponents, lineIndex, MemberLine, type ForceComponent, type LineValues } from './member-line';
export { extremesOf, governingExtremes, largestChordDeflection, stationsOf, type Extreme, type Extremes, type GoverningExtremes, type Station } from './stations';
export { balance, balanceLimit, type BalanceRow } from './balance';
export { StationTable, type Band } from './station-table';
