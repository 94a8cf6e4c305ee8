export { memberDeflection, spanDeflections, type MemberDeflection, type SpanDeflection } from './span-deflection';
export { StationLine, type ReadLine } from './station-line';
export { caseWeights, combinationStates, combinationWeights, superpose, type LoadState } from './state';
export { forceComponents, lineIndex, lineWidth, MemberLine, type ForceComponent, type LineValues } from './member-line';
export {
  cubic,
  extremesOf,
  governingExtremes,
  peaksBetween,
  stationsOf,
  type Extreme,
  type Extremes,
  type GoverningExtremes,
  type Station,
} from './stations';
export {
  isMovement,
  isOfPanels,
  panelQuantities,
  quantities,
  resultQuantities,
  type ColorRole,
  type Quantity,
  type ResultQuantity,
} from './quantities';
export { balance, balanceLimit, type BalanceRow } from './balance';
export { StationTable, type Band } from './station-table';
export {
  combinationsFor,
  isEnvelope,
  shownParts,
  shownSchema,
  shownWords,
  stationTable,
  toggled,
  type Shown,
  type ShownPart,
} from './shown';
export { cutComponents, cutCourse, cutForces, cutSection, type CutForces, type CutSection } from './cut';
export { compareFloors, type FloorLine } from './floor-comparison';
export { hasWalls, wallStoreyForces, wallStoreys, type WallStorey } from './wall-storeys';
export {
  flangedBeam,
  flangedForces,
  flangedMembers,
  flangedShape,
  type FlangedBeam,
  type FlangedForces,
  type FlangedShape,
} from './flanged-beam';
export { ownFlange } from './own-flange';
export { couplingForces, pierForces, pierPlace, type CouplingForces, type PierForces } from './wall-part-forces';
export * from './tables';
export { lineReactions, type LineReaction } from './line-reactions';
export { centresOfMass, countsCracked, StoreyBook, supportLines, type StoreyResult } from './storeys';
export { contributions, type Contribution } from './contributions';
export { askStructure, centresOfStiffness, type AskedLoad, type FloorStiffness } from './unit-loads';
export { movementShares, type MovementShare, type PanelShare } from './virtual-work';
export { stressBand } from './stress';
export {
  watchedText,
  watchedValue,
  watchSchema,
  watchWords,
  type Utilisations,
  type Watch,
  type Watched,
} from './watch';
export { commonMembers, differenceBand, differenceMovement, type Side } from './difference';
export { plausibility, usualLimits, type Plausibility, type PlausibilityItem } from './plausibility';
export { imbalanceOf, type ImbalanceReading, type NodalImbalance } from './imbalance';
export { diagramSense, roundDown } from './diagram-sense';
export {
  panelAtPlace,
  readRegion,
  rectangleIn,
  regionSamples,
  regionValues,
  valuesAt,
  type RegionValue,
  type RegionValues,
} from './panel-region';
export {
  isWithout,
  mostMoved,
  panelBand,
  panelDifference,
  panelDirections,
  panelExtremes,
  type PanelBand,
  type PanelExtremes,
} from './panel-values';
