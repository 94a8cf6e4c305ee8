import { z } from 'zod';
import { kind } from './kind';
import { idOf } from '../schema-base';

export const acceptanceId = idOf('f', 'accepted finding');

/** A finding that someone looked at and lets stand. */
export const acceptance = z.strictObject({
  id: acceptanceId,
  finding: z.string().min(1).max(5000).describe('the finding’s key'),
  reason: z.string().trim().min(1).max(300),
});

export const acceptanceKind = kind({
  prefix: 'f',
  noun: 'accepted finding',
  schema: acceptance,
  refers: [],
});

export type Acceptance = z.infer<typeof acceptance>;
