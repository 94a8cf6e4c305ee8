import { z } from 'zod';
import { barName } from './reinforcement';
import { positiveLength } from '../schema-base';

const spaced = z.strictObject({ bar: barName, spacing: positiveLength.describe('m, centre to centre') });

/** Bars of a concrete wall, the same in all its piers; a part that is left out is proposed by the check of each pier. */
export const wallBars = z.strictObject({
  layers: z
    .union([z.literal(1), z.literal(2)])
    .optional()
    .describe('one layer in the middle of the thickness, or one near each face'),
  upright: spaced.optional().describe('upright bars of each layer'),
  level: spaced.optional().describe('level bars of each layer, outside of the upright ones'),
  ends: z
    .strictObject({
      bar: barName,
      count: z.number().int().min(0).max(40).describe('at each end of every pier, in pairs near both faces; 0: none'),
    })
    .optional()
    .describe('upright bars together at the ends of piers'),
});

/** Bars chosen for a wall; what is left out is proposed. */
export type WallBarsRecord = z.infer<typeof wallBars>;
