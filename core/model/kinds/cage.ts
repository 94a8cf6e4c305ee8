import { z } from 'zod';
import { barName } from './reinforcement';
import { positiveLength } from '../schema-base';

const inFace = z.number().int().min(2).max(20);
const legs = z.number().int().min(2).max(12);

/** Bars and ties of a rectangular concrete column; a part that is left out is proposed by the check. */
export const cage = z.strictObject({
  bars: z
    .strictObject({
      corner: barName.describe('at the four corners'),
      between: barName.optional().describe('between the corners; left out: as at the corners'),
      alongY: inFace.describe('in each face that runs along local y, with those at its corners'),
      alongZ: inFace.describe('in each face that runs along local z, with those at its corners'),
    })
    .optional(),
  ties: z
    .strictObject({
      bar: barName,
      spacing: positiveLength.describe('m'),
      legsY: legs.describe('legs that run along local y'),
      legsZ: legs.describe('legs that run along local z'),
    })
    .optional(),
});

/** Bars chosen for a column; what is left out is proposed. */
export type Cage = z.infer<typeof cage>;
/** Bars along a column, with how many lie in its faces. */
export type CageBars = NonNullable<Cage['bars']>;
/** Ties of a column. */
export type CageTies = NonNullable<Cage['ties']>;
