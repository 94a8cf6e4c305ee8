/** The tables of a model, in the order in which they are written and listed. */
export const tableNames = [
  'gridLines',
  'storeys',
  'materials',
  'sections',
  'nodes',
  'members',
  'cases',
  'loads',
  'combinations',
  'diaphragms',
  'stiffnessSets',
  'analyses',
  'helperLines',
  'planes',
  'groups',
  'slabs',
  'walls',
  'lineSupports',
  'columnHeads',
  'thickParts',
  'cuts',
  'views',
  'acceptances',
  'envelopes',
  'loadRules',
  'designLines',
  'designRules',
] as const;

/** A table of a model. */
export type TableName = (typeof tableNames)[number];
