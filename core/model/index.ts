export * from './kinds';
export * from './settings';
export {
  emptyModel,
  gridLinesAlong,
  idNumber,
  idSource,
  inOrder,
  storeyLevel,
  storeysUpward,
  tableWords,
  type Model,
  type RecordOf,
  type Table,
  type Tables,
} from './model';
export { projectRules, rulesOf } from './rules-of';
export { stiffnessFactors } from './stiffness-factors';
export { meshedPanels, usualSize } from './meshed-panels';
export { edgesOf, facesOfRings, facesWithIslands, placeInside, ringsAround, type Face } from './figure-faces';
export { panelZones, zoneOffset, type PanelZone } from './panel-zones';
export { barDirection, panelPlane } from './panel-axes';
export {
  dividingShare,
  hasDividedWalls,
  middleOf,
  upOf,
  wallPart,
  wallParts,
  type CouplingBeam,
  type Pier,
  type WallLine,
  type WallParts,
} from './wall-parts';
export { alongLine, panelAt, panelsAt, stretchesOn } from './panel-lookup';
export { act, edit, sendable, type Act, type Edit } from './edit';
export {
  casesOfRule,
  isDirect,
  isOnFloor,
  isPlaced,
  isSpread,
  loadTarget,
  panelNodes,
  referencesOf,
} from './references';
export { fromPlane, inPlane, offPlane, planeOf, planeThrough, type Plane } from './plane';
export { applyAct, applyEdit, type Applied } from './apply';
export { renumberForModel } from './rebase';
export { nodesUnder, retargetNodes, withReferences } from './retarget';
export {
  add,
  axisPoint,
  cross,
  distance,
  dot,
  likelyRole,
  localAxes,
  memberAxis,
  memberEnds,
  memberLength,
  nearNodes,
  norm,
  onLevel,
  ringArea,
  samePoint,
  scale,
  subtract,
  supportAxes,
  type Axes,
  type MemberAxis,
  type Vector,
} from './geometry';
export type { Finding, Mend, MendPlan } from './finding';
export { fieldWords, plainWords } from './field-words';
export { fixedSupport, pinnedFoot, pinnedSupport, supportName, usualSupport } from './supports';
export {
  heldInPlane,
  planeCure,
  planeKindsOf,
  structureKind,
  structureKinds,
  type StructureKind,
} from './structure-kind';
export { modelDifferences, takeOver, type Difference } from './differences';
export { clashes, type Clash } from './clashes';
export { acceptanceOf, connectedParts, modelFindings, positionTolerance } from './model-findings';
export {
  addCrossings,
  facesOf,
  FigurePoints,
  figureTolerance,
  splitAtJoints,
  type FigureEdge,
  type FigurePoint,
} from './plane-figure';
