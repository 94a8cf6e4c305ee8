export { isRectangle, rectangleBetween, unitedFields, type UnitedField } from './united-fields';
export { nameOfShape, parseSection, type SectionChoice } from './section-choice';
export { buildFrame, running, type BuiltFrame, type FrameSpec } from './frame-builder';
export { drawMember, type MemberProperties } from './draw-member';
export { RecordCollector } from './records';
export { Draft, type MemberFields } from './draft';
export type { Plan, PreviewLine } from './plan';
export { alignPlan, type AlignTarget } from './align';
export type { LyingRecord } from './lying';
export { copyPlan, movePlan, type Chosen, type CopyOptions } from './copies';
export { isMirror, mirror, moved, movedDirection, rotation, translation, type Movement } from './transform';
export { mergeNodesPlan, nodeClusters } from './merge';
export { connectCrossingsPlan, crossings, dividePlan, type Crossing } from './divisions';
export { joinPlan } from './join-members';
export { extendPlan } from './extend';
export { copyStoreyPlan, insertStoreyPlan, reheightStoreyPlan, storeyMembers, type MovesAlong } from './storeys';
export { gridPlane, planeOfMember, slopesOf, storeyPlane, workingPlanes, type Slope } from './planes';
export { beamsPlan, columnsPlan, gridLinesPlan, storeysPlan, type PlanWindow } from './grid-places';
export {
  edgeOfMembers,
  edgesBySlope,
  edgesOfSelection,
  jointsInCommon,
  secondariesOnSlopes,
  secondariesPlan,
  type Edge,
  type SecondarySpec,
} from './secondaries';
export { trussPlan, webPatterns, type TrussSpec, type WebPattern } from './truss';
export {
  bayMiddle,
  bayPlace,
  bayRows,
  findBays,
  findFields,
  isBraced,
  type Bay,
  type BayRow,
  type EnclosedField,
} from './bays';
export { bracePatterns, bracingPlan, patternRemark, type BracePattern } from './bracing';
export { endConditionName, endConditions, endSymbol, type EndCondition } from './end-conditions';
export { rigidEndsPlan, strongAxisAngle } from './rigid-ends';
export { whatHolds } from './what-holds';
export {
  diaphragmOfStorey,
  floorEdits,
  floorsMend,
  freeFloors,
  movesSideways,
  nodesOfStorey,
  rigidFloors,
  tiedBySlab,
} from './floors';
export { framesBesideLines, moveGridLinePlan, nodesOnLine } from './grid-lines';
export { columnSprings, type ColumnBeside, type ColumnSprings } from './column-springs';
export { cutPanelsPlan } from './cut-panels';
export { unitePanelsPlan } from './unite-panels';
export { moveEdgePlan, nearestEdge, type EdgeChange, type PanelEdge } from './outline-edges';
export { addCornerPlan, dropCornersPlan, moveCornerPlan, straightenPlan } from './outline-corners';
export { mergeOpeningsPlan } from './merge-openings';
export { panelName, type ChosenPanel, type PanelTable } from './outlines';
export { openingFindings, openingProblem } from './openings';
export { geometryFindings } from './geometry-findings';
export { mendAct, mendAll, mendLabel } from './mends';
export { bySection, catalogueMaterialFor, materialFor, usualMaterial } from './usual-material';
