import { z } from 'zod';
import { barName } from './reinforcement';
import { positiveLength } from '../schema-base';

const inFace = z.number().int().min(2).max(20);
const legs = z.number().int().min(2).max(12);

const faceBars = z
  .strictObject({
    corner: barName.describe('at the four corners'),
    between: barName.optional().describe('between the corners; left out: as at the corners'),
    alongY: inFace.describe('in each face that runs along local y, with those at its corners'),
    alongZ: inFace.describe('in each face that runs along local z, with those at its corners'),
  })
  .describe('of a rectangular column');

const ringBars = z
  .strictObject({
    ring: barName.describe('along the ring'),
    count: z.number().int().min(4).max(40).describe('bars in the ring'),
  })
  .describe('of a round column');

const faceTies = z
  .strictObject({
    bar: barName,
    spacing: positiveLength.describe('m'),
    legsY: legs.describe('legs that run along local y'),
    legsZ: legs.describe('legs that run along local z'),
  })
  .describe('of a rectangular column');

const ringTies = z
  .strictObject({
    bar: barName,
    spacing: positiveLength.describe('m, centre to centre: of ties, or the pitch of a spiral'),
    around: z.enum(['ties', 'spiral']).describe('circular ties, or a continuous spiral'),
  })
  .describe('of a round column');

/** Bars and ties of a concrete column; a part that is left out is proposed by the check. */
export const cage = z.strictObject({
  bars: z.union([faceBars, ringBars]).optional(),
  ties: z.union([faceTies, ringTies]).optional(),
});

/** Bars chosen for a column; what is left out is proposed. */
export type Cage = z.infer<typeof cage>;
/** Bars along a column: how many lie in the faces of a rectangle, or in a ring. */
export type CageBars = NonNullable<Cage['bars']>;
/** Ties of a column, or its spiral. */
export type CageTies = NonNullable<Cage['ties']>;
export type FaceCageBars = z.infer<typeof faceBars>;
export type RingCageBars = z.infer<typeof ringBars>;
export type FaceCageTies = z.infer<typeof faceTies>;
export type RingCageTies = z.infer<typeof ringTies>;
