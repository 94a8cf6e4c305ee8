import { z } from 'zod';
import { reinforcingBars } from '../../catalog';
import { positiveLength } from '../schema-base';

/** A bar of the tables by name. */
export const barName = z.enum(reinforcingBars.map((bar) => bar.name) as [string, ...string[]], {
  error: 'not a bar of the table; use for example #5 or D16',
});

const bars = z.strictObject({ bar: barName, count: z.number().int().min(2).max(40) });

/** Reinforcement of a rectangular concrete beam; a part that is left out is proposed by the check. */
export const reinforcement = z.strictObject({
  top: bars.optional(),
  bottom: bars.optional(),
  side: z
    .strictObject({ bar: barName, count: z.number().int().min(1).max(20) })
    .optional()
    .describe('along each side face, between top and bottom bars'),
  stirrups: z
    .strictObject({ bar: barName, legs: z.number().int().min(2).max(12), spacing: positiveLength.describe('m') })
    .optional(),
});

/** Bars chosen for a beam; what is left out is proposed. */
export type Reinforcement = z.infer<typeof reinforcement>;
