export { gravity } from './gravity';
export {
  actingLoads,
  downwardByNode,
  loadsByCase,
  ownWeight,
  ruleResults,
  termActions,
  type CaseLoads,
  type MemberTerm,
  type PanelWarming,
} from './member-terms';
export { loadWords, pressureWords, regionWords, targetOf } from './load-words';
export { loadFindings, thicknessFindings } from './load-findings';
export { spreadOf } from './acting-loads';
export { areaOf, clip, isInside, valueAt, type Polygon } from '../plane';
export { patchesOf, pressureParts, type Patch } from './area/regions';
export type { Received, SpreadArea } from './area/spread-area';
export type { PanelLine, PanelLoad, PanelPressure } from './area/on-panels';
export { partedAt, type PlacedForce } from './panel-bands';
export { panelResultant } from './panel-weight';
export type { SpreadLine } from './area/spread-line';
export { buildingOf } from '../codes/loads';
export { roofWords } from '../codes/loads';
export type { RuleResult, RuleSheet } from '../codes/loads';
export {
  copyCase,
  endTolerance,
  equalPlaces,
  parsePlace,
  putOnMembers,
  putOnNodes,
  type MemberPut,
  type NodePut,
  type Place,
  type Put,
} from './put-loads';
export { areaOutlines, probe, type ProbePart } from './probe';
export {
  caseResultants,
  loadForce,
  receivedBy,
  resultantOf,
  downwardByPlace,
  storeyLoads,
  takeDown,
  type Resultant,
  type TakeDown,
} from './summary';
