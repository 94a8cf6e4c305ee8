import { z } from 'zod';
import { quantities, shownSchema } from '../results';

export const reportChapters = [
  'model',
  'loads',
  'loadSheets',
  'combinations',
  'equilibrium',
  'plausibility',
  'views',
  'results',
  'storeys',
  'analyses',
  'checks',
  'sheets',
] as const;
export type ReportChapter = (typeof reportChapters)[number];

/** A picture of a report: a saved view ('' is the whole frame) with what is drawn on it. */
export const reportView = z.strictObject({
  view: z.string().regex(/^(v\d+)?$/, 'a saved view looks like v2'),
  quantity: z.enum(['outline', ...quantities]),
  shown: shownSchema,
});

/** What goes into a report. */
export const reportChoice = z.strictObject({
  chapters: z.array(z.enum(reportChapters)),
  members: z
    .array(z.string().regex(/^m\d+$/, 'a member id looks like m12'))
    .max(40)
    .describe('members whose calculation sheets are printed'),
  detail: z
    .enum(['brief', 'normal', 'full'])
    .optional()
    .describe(
      'brief: no lists of nodes and members, the worst rows; full: forces at the tenth points of the chosen members too',
    ),
  worst: z
    .number()
    .int()
    .nonnegative()
    .max(10000)
    .optional()
    .describe('rows of a table of results, the largest first; 0 or left out: all'),
  results: shownSchema
    .optional()
    .describe('what the tables of results show; left out: the envelope of the strength combinations'),
  views: z.array(reportView).max(24).optional(),
});
export type ReportChoice = z.infer<typeof reportChoice>;
