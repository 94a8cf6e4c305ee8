import { z } from 'zod';
import { reinforcingBars } from '../../catalog';
import { positiveLength } from '../schema-base';

/** A bar of the tables by name. */
export const barName = z.enum(reinforcingBars.map((bar) => bar.name) as [string, ...string[]], {
  error: 'not a bar of the table; use for example #5 or D16',
});

const bars = z.strictObject({ bar: barName, count: z.number().int().min(2).max(40) });

/** Where something begins and ends along a member. */
const stretch = {
  from: z.number().min(0).max(1000).describe('m from the member’s start node'),
  to: z.number().positive().max(1000).nullable().describe('m from the member’s start node; null: its end'),
};

/** Reinforcement of a rectangular concrete beam; a part that is left out is proposed by the check. */
export const reinforcement = z.strictObject({
  top: bars.optional().describe('all along the member'),
  bottom: bars.optional().describe('all along the member'),
  side: z
    .strictObject({ bar: barName, count: z.number().int().min(1).max(20) })
    .optional()
    .describe('along each side face, between top and bottom bars'),
  stirrups: z
    .strictObject({ bar: barName, legs: z.number().int().min(2).max(12), spacing: positiveLength.describe('m') })
    .optional(),
  added: z
    .array(
      z.strictObject({
        face: z.enum(['top', 'bottom']),
        bar: barName,
        count: z.number().int().min(1).max(40),
        ...stretch,
      }),
    )
    .max(50)
    .optional()
    .describe('bars beside those all along the member; one that reaches its end goes on into the next of its line'),
  zones: z
    .array(
      z.strictObject({
        ...stretch,
        legs: z.number().int().min(2).max(12),
        spacing: positiveLength.describe('m'),
      }),
    )
    .max(50)
    .optional()
    .describe('where stirrups lie otherwise than along the rest; where two overlap the first holds'),
});

/** Bars chosen for a beam; what is left out is proposed. */
export type Reinforcement = z.infer<typeof reinforcement>;
/** Bars along a part of a member. */
export type AddedBars = NonNullable<Reinforcement['added']>[number];
/** Stirrups along a part of a member. */
export type StirrupZone = NonNullable<Reinforcement['zones']>[number];
