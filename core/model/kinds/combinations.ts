import { z } from 'zod';
import { caseId } from './cases';
import { stiffnessSetId } from './stiffness-sets';
import { kind } from './kind';
import { idOf } from '../schema-base';

/** Ids of combinations: `u12`. */
export const combinationId = idOf('u', 'combination');

/** What a set of combinations is for. */
export const purposes = ['strength', 'stability', 'service', 'sustained', 'longTerm', 'transfer'] as const;

/** Cases and other combinations with a factor each, by what they are for. */
export const combination = z.strictObject({
  id: combinationId,
  label: z.string().trim().min(1).max(8),
  purpose: z.enum(purposes),
  rule: z.string().max(120).describe('the clause it comes from, or what it is for'),
  factors: z.array(z.strictObject({ case: caseId, factor: z.number().min(-100).max(100) })),
  parts: z
    .array(z.strictObject({ combination: combinationId, factor: z.number().min(-100).max(100) }))
    .optional()
    .describe('other combinations that take part with their factors'),
  origin: z.enum(['generated', 'own']),
  changed: z.boolean().describe('whether a factor of a generated combination was changed by hand'),
  order: z
    .enum(['first', 'second'])
    .optional()
    .describe('second: equilibrium of the displaced structure (P-Δ and P-δ); left out: first'),
  stiffnessSet: stiffnessSetId.optional().describe('reduced stiffness to use'),
  alpha: z
    .number()
    .min(1)
    .max(2)
    .optional()
    .describe(
      'level at which second order is solved; its results are divided by it: 1.6 for allowable stress design, AISC 360 C2.1; left out: 1',
    ),
});

/** What is done with combinations by declaration. */
export const combinationKind = kind({
  prefix: 'u',
  noun: 'combination',
  schema: combination,
  refers: [
    { at: 'factors[].case', to: 'cases', whenGone: 'leaves' },
    { at: 'parts[].combination', to: 'combinations', whenGone: 'leaves' },
    { at: 'stiffnessSet', to: 'stiffnessSets', whenGone: 'clears' },
  ],
});

/** One of `combination`, as it stands in a model. */
export type Combination = z.infer<typeof combination>;
/** What a combination is for. */
export type Purpose = (typeof purposes)[number];
