import { z } from 'zod';

/** What the schemas of all records share: ids, places and names. */

/** digits a record's number may have: numbers are counted on from the highest, and stay exact */
export const mostIdDigits = 9;
const idOf = (prefix: string, noun: string) =>
  z
    .string()
    .regex(
      new RegExp(`^${prefix}\\d{1,${mostIdDigits}}$`),
      `a ${noun} id looks like ${prefix}12, with at most ${mostIdDigits} digits`,
    )
    .describe(`${noun} id`);
/** The id of any record. */
export const recordId = z
  .string()
  .regex(new RegExp(`^[a-z]\\d{1,${mostIdDigits}}$`), 'an id is a letter and a number, such as n12');
export const nodeId = idOf('n', 'node');
export const memberId = idOf('m', 'member');
export const sectionId = idOf('s', 'section');
export const materialId = idOf('t', 'material');
export const caseId = idOf('c', 'load case');
export const loadId = idOf('l', 'load');
export const combinationId = idOf('u', 'combination');
export const gridLineId = idOf('g', 'grid line');
export const storeyId = idOf('h', 'storey');
export const diaphragmId = idOf('d', 'diaphragm');
export const stiffnessSetId = idOf('k', 'stiffness set');
export const analysisId = idOf('a', 'analysis');
export const helperLineId = idOf('x', 'helper line');
export const planeId = idOf('p', 'working plane');
export const groupId = idOf('q', 'group');
export const slabId = idOf('b', 'slab');
export const wallId = idOf('w', 'wall');
export const lineSupportId = idOf('j', 'line support');
export const columnHeadId = idOf('o', 'column head');
export const viewId = idOf('v', 'saved view');
export const acceptanceId = idOf('f', 'accepted finding');
export const envelopeId = idOf('e', 'envelope');
export const loadRuleId = idOf('r', 'load rule');

/** Farther than this from the origin (m) a coordinate is taken for a mistake in units. */
export const farthest = 1e5;
export const coordinate = z.number().min(-farthest).max(farthest);
export const positiveLength = z.number().positive().max(farthest);
export const label = z.string().trim().min(1).max(60);
export const vector = z.tuple([z.number(), z.number(), z.number()]);
export const turn = z.number().min(-7).max(7);

export const point = z.tuple([coordinate, coordinate, coordinate]).describe('x, y, z in m');
export const caseFactors = z.array(z.strictObject({ case: caseId, factor: z.number().min(-100).max(100) }));
