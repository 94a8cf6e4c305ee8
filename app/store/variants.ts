import type { Database } from 'better-sqlite3';
import { z } from 'zod';
import { pack, type Revisions } from './revisions';

/** A branch of a project's model, as the list of variants shows it. */
export interface VariantRow {
  readonly id: number;
  readonly name: string;
  readonly head: number;
  /** revisions in its own log */
  readonly revisions: number;
  readonly lastSentence: string;
  readonly changedAt: string;
  readonly createdAt: string;
  readonly binnedAt: string | null;
  /** where it came from; null: it was there first */
  readonly parent: { readonly id: number; readonly name: string; readonly sentence: string } | null;
}

const variantName = z
  .string()
  .trim()
  .min(1, 'A variant needs a name.')
  .max(60, 'A variant’s name has at most 60 characters.');
const variantId = z.number().int().positive();

export const variantChange = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('branch'),
    from: variantId,
    revision: z.number().int().positive().optional(),
    name: variantName,
  }),
  z.strictObject({ kind: z.literal('rename'), id: variantId, name: variantName }),
  z.strictObject({ kind: z.literal('bin'), id: variantId }),
  z.strictObject({ kind: z.literal('restore'), id: variantId }),
]);
export type VariantChange = z.infer<typeof variantChange>;
export type VariantAnswer = { readonly ok: true; readonly id: number } | { readonly ok: false; readonly error: string };

const selectVariants = `
  SELECT variant.id AS id, variant.name AS name, variant.head_revision_id AS head, variant.created_at AS createdAt, variant.binned_at AS binnedAt,
    revision.sentence AS lastSentence, revision.at AS changedAt, (SELECT count(*) FROM revision WHERE revision.variant_id = variant.id) AS revisions,
    parent.id AS parentId, parent.name AS parentName, origin.sentence AS parentSentence
  FROM variant JOIN revision ON revision.id = variant.head_revision_id
  LEFT JOIN variant AS parent ON parent.id = variant.parent_id
  LEFT JOIN revision AS origin ON origin.id = variant.branched_from_id
  WHERE variant.project_id = ? ORDER BY variant.id`;
const insertBranch =
  'INSERT INTO variant (project_id, name, parent_id, branched_from_id, created_at) VALUES (?, ?, ?, ?, ?)';
const updateName = 'UPDATE variant SET name = ? WHERE id = ? AND project_id = ?';
const updateBinned = 'UPDATE variant SET binned_at = ? WHERE id = ? AND project_id = ?';

/** The branches of projects. A branch begins with a copy of the model at the revision it leaves from; nothing is shared after that. */
export class Variants {
  constructor(
    private readonly database: Database,
    private readonly revisions: Revisions,
  ) {}

  list(projectId: string): VariantRow[] {
    const rows = this.database.prepare(selectVariants).all(projectId) as (Omit<VariantRow, 'parent'> & {
      parentId: number | null;
      parentName: string;
      parentSentence: string;
    })[];
    return rows.map(({ parentId, parentName, parentSentence, ...row }) => ({
      ...row,
      parent: parentId === null ? null : { id: parentId, name: parentName, sentence: parentSentence },
    }));
  }

  /** Branches, renames, bins or restores a variant, or says why not. */
  change(projectId: string, change: VariantChange): VariantAnswer {
    return this.database
      .transaction((): VariantAnswer => {
        const all = this.list(projectId);
        const named =
          'name' in change
            ? all.find(
                (one) =>
                  one.name === change.name &&
                  one.binnedAt === null &&
                  !(change.kind === 'rename' && one.id === change.id),
              )
            : undefined;
        if (named) return { ok: false, error: `There is a variant “${named.name}” already. Give it another name.` };
        if (change.kind === 'branch') return this.branch(projectId, change);
        const present = all.find((one) => one.id === change.id);
        if (!present) return { ok: false, error: 'This variant is not there any more.' };
        if (change.kind === 'rename') this.database.prepare(updateName).run(change.name, change.id, projectId);
        else {
          if (change.kind === 'bin' && all.filter((one) => one.binnedAt === null).length < 2)
            return { ok: false, error: 'The last variant of a project stays. Bin the project instead.' };
          if (change.kind === 'restore' && all.some((one) => one.binnedAt === null && one.name === present.name))
            return { ok: false, error: `There is another variant “${present.name}” now. Rename that one first.` };
          this.database
            .prepare(updateBinned)
            .run(change.kind === 'bin' ? new Date().toISOString() : null, change.id, projectId);
        }
        return { ok: true, id: change.id };
      })
      .immediate();
  }

  private branch(
    projectId: string,
    { from, revision, name }: Extract<VariantChange, { kind: 'branch' }>,
  ): VariantAnswer {
    const head = this.revisions.head(projectId, from);
    const start = revision ?? head?.revisionId;
    const model = start === undefined ? undefined : this.revisions.at(projectId, start);
    if (!head || start === undefined || !model)
      return { ok: false, error: 'The revision to branch from is not there any more.' };
    const { lastInsertRowid } = this.database
      .prepare(insertBranch)
      .run(projectId, name, from, start, new Date().toISOString());
    this.revisions.start(Number(lastInsertRowid), `Branched as ${name}`, pack(model));
    return { ok: true, id: Number(lastInsertRowid) };
  }
}
