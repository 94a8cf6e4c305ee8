import { z } from 'zod';
import { kind } from './kind';
import { idOf } from '../schema-base';

/** Ids of accepted findings: `f12`. */
export const acceptanceId = idOf('f', 'accepted finding');

/** A finding that someone looked at and lets stand. */
export const acceptance = z.strictObject({
  id: acceptanceId,
  finding: z.string().min(1).max(5000).describe('the finding’s key'),
  reason: z.string().trim().min(1).max(300),
});

/** What is done with accepted findings by declaration. */
export const acceptanceKind = kind({
  prefix: 'f',
  noun: 'accepted finding',
  schema: acceptance,
  refers: [],
});

/** One of `acceptance`, as it stands in a model. */
export type Acceptance = z.infer<typeof acceptance>;
