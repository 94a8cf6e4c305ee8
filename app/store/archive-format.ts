import { z } from 'zod';
import { edit, type Edit } from '~core/model';
import { watchSchema } from '~core/results';

/**
 * The parts of an archive (docs/archive-format.md). Revisions, variants and runs are numbered from 1 within their project, so that an archive says nothing
 * of the database it comes from and a project taken in and out again gives the same bytes.
 */
export const archiveFormat = 'elbow-archive';
export const archiveVersion = 1;

export const manifest = z.strictObject({
  format: z.literal(archiveFormat),
  version: z.literal(archiveVersion),
  projects: z.array(z.strictObject({ folder: z.string().regex(/^projects\/\d{1,5}$/), name: z.string() })).max(20_000),
});

const ordinal = z.number().int().positive();
const moment = z.string().max(40);

export const archivedVariant = z.strictObject({
  name: z.string().max(60),
  createdAt: moment,
  binnedAt: moment.nullable(),
  parent: ordinal.nullable().describe('number of the variant it was branched from'),
  branchedFrom: ordinal.nullable().describe('number of the revision it was branched from'),
});

export const archivedRun = z.strictObject({
  revision: ordinal,
  name: z.string().max(80).nullable(),
  at: moment,
  madeBy: z.enum(['browser', 'server']),
  status: z.enum(['done', 'stopped', 'failed', 'cancelled']),
  seconds: z.number(),
  settings: z.string(),
  findings: z.string(),
  checks: z.string(),
  error: z.string(),
  blocks: z
    .array(z.strictObject({ kind: z.string().max(20), case: z.string().max(20), file: z.string().max(80) }))
    .max(20_000),
});

export const archivedProject = z.strictObject({
  name: z.string().max(60),
  createdAt: moment,
  binnedAt: moment.nullable(),
  variants: z.array(archivedVariant).min(1).max(1000),
  watches: z.array(watchSchema).max(1000),
  summaries: z
    .array(
      z.strictObject({ revision: ordinal, at: moment, status: z.enum(['solved', 'stopped']), summary: z.string() }),
    )
    .max(1000)
    .describe('what the last solve of a head came to, for the list of projects'),
  runs: z.array(archivedRun).max(1000),
  damage: z.array(z.string()).optional().describe('what could not be read when the archive was made'),
});
export type ArchivedProject = z.infer<typeof archivedProject>;

/** A line of revisions.jsonl. */
export const archivedRevision = z.strictObject({
  number: ordinal,
  variant: ordinal,
  parent: ordinal.nullable(),
  kind: z.enum(['start', 'edit', 'undo', 'redo']),
  target: ordinal.nullable(),
  sentence: z.string().max(2000),
  author: z.string().max(120),
  window: z.string().max(80),
  key: z.string().max(80).nullable(),
  at: moment,
  edits: z.array(edit),
  inverse: z.array(edit),
});
export type ArchivedRevision = Omit<z.infer<typeof archivedRevision>, 'edits' | 'inverse'> & {
  readonly edits: readonly Edit[];
  readonly inverse: readonly Edit[];
};
