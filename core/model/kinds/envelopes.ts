import { z } from 'zod';
import { caseId } from './cases';
import { combinationId } from './combinations';
import { kind } from './kind';
import { idOf } from '../schema-base';

/** Ids of envelopes: `e12`. */
export const envelopeId = idOf('e', 'envelope');

/** The largest and smallest of chosen cases and combinations. */
export const envelope = z.strictObject({
  id: envelopeId,
  label: z.string().trim().min(1).max(8),
  cases: z.array(caseId),
  combinations: z.array(combinationId),
});

/** What is done with envelopes by declaration. */
export const envelopeKind = kind({
  prefix: 'e',
  noun: 'envelope',
  schema: envelope,
  refers: [
    { at: 'cases[]', to: 'cases', whenGone: 'leaves' },
    { at: 'combinations[]', to: 'combinations', whenGone: 'leaves' },
  ],
});

/** One of `envelope`, as it stands in a model. */
export type Envelope = z.infer<typeof envelope>;
