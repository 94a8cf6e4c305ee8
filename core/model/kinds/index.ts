import { gridLineKind } from './grid-lines';
import { storeyKind } from './storeys';
import { materialKind } from './materials';
import { sectionKind } from './sections';
import { nodeKind } from './nodes';
import { memberKind } from './members';
import { caseKind } from './cases';
import { loadKind } from './loads';
import { combinationKind } from './combinations';
import { diaphragmKind } from './diaphragms';
import { stiffnessSetKind } from './stiffness-sets';
import { analysisKind } from './analyses';
import { helperLineKind } from './helper-lines';
import { planeKind } from './planes';
import { groupKind } from './groups';
import { slabKind } from './slabs';
import { wallKind } from './walls';
import { lineSupportKind } from './line-supports';
import { columnHeadKind } from './column-heads';
import { thickPartKind } from './thick-parts';
import { cutKind } from './cuts';
import { viewKind } from './views';
import { acceptanceKind } from './acceptances';
import { envelopeKind } from './envelopes';
import { loadRuleKind } from './load-rules';
import { designLineKind } from './design-lines';
import { designRulesKind } from './design-rules';
import type { Kind } from './kind';
import { tableNames, type TableName } from './table-names';

export * from './grid-lines';
export * from './storeys';
export * from './materials';
export * from './sections';
export * from './nodes';
export * from './members';
export * from './cases';
export * from './loads';
export * from './combinations';
export * from './diaphragms';
export * from './stiffness-sets';
export * from './analyses';
export * from './helper-lines';
export * from './planes';
export * from './groups';
export * from './slabs';
export * from './walls';
export * from './line-supports';
export * from './column-heads';
export * from './thick-parts';
export * from './cuts';
export * from './views';
export * from './acceptances';
export * from './envelopes';
export * from './load-rules';
export * from './design-lines';
export * from './design-rules';
export * from './cage';
export * from './wall-bars';
export * from './reinforcement';
export { isMeshed, panelBehaviours, panelPlanes, type Panel, type PanelFactors } from './panel';
export { tableNames, type TableName } from './table-names';
export type { Lying, Reference } from './kind';

/** What there is to know of each kind of record, by its table. A new kind is a file beside this one, its line here and its place among the table names. */
export const kinds = {
  gridLines: gridLineKind,
  storeys: storeyKind,
  materials: materialKind,
  sections: sectionKind,
  nodes: nodeKind,
  members: memberKind,
  cases: caseKind,
  loads: loadKind,
  combinations: combinationKind,
  diaphragms: diaphragmKind,
  stiffnessSets: stiffnessSetKind,
  analyses: analysisKind,
  helperLines: helperLineKind,
  planes: planeKind,
  groups: groupKind,
  slabs: slabKind,
  walls: wallKind,
  lineSupports: lineSupportKind,
  columnHeads: columnHeadKind,
  thickParts: thickPartKind,
  cuts: cutKind,
  views: viewKind,
  acceptances: acceptanceKind,
  envelopes: envelopeKind,
  loadRules: loadRuleKind,
  designLines: designLineKind,
  designRules: designRulesKind,
} as const satisfies { readonly [K in TableName]: Kind };

/** The schema of each table's records, by the table's name. */
export const recordSchemas = Object.fromEntries(tableNames.map((table) => [table, kinds[table].schema])) as {
  readonly [K in TableName]: (typeof kinds)[K]['schema'];
};
