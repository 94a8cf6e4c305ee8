import { z } from 'zod';

/** What a solve came to, kept with its revision so that the project list need not solve anything. */
export const runSummary = z.strictObject({
  status: z.enum(['solved', 'stopped']),
  stops: z.number().int().nonnegative(),
  remarks: z.number().int().nonnegative(),
  worst: z.strictObject({ utilisation: z.number(), member: z.string().max(20), title: z.string().max(80) }).nullable(),
  /** members by verdict; none: kept before there were verdicts */
  verdicts: z
    .strictObject({
      holds: z.number().int().nonnegative(),
      fails: z.number().int().nonnegative(),
      open: z.number().int().nonnegative(),
    })
    .optional(),
  /** utilisation by member, for the drawing in the list */
  utilisations: z.record(z.string().max(20), z.number()),
});
export type RunSummary = z.infer<typeof runSummary>;
