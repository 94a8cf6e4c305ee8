import type { Database } from 'better-sqlite3';
import { gunzipSync, gzipSync } from 'node:zlib';
import { readModelFile, writeModelFile } from '~core/exchange';
import { applyAct, type Act, type Edit, type Model } from '~core/model';
import { undoState, type RevisionEntry } from '../state/history';

/** A revision as the client follows it: its entry in the history and the edits that lead to it. */
export interface RevisionStep extends RevisionEntry {
  readonly edits: Edit[];
}

export type Appended =
  | { status: 'done'; steps: RevisionStep[] }
  /** somebody else edited meanwhile: what they did since `base` */
  | { status: 'behind'; steps: RevisionStep[] }
  | { status: 'refused'; error: string };

export type Change = { kind: 'edit'; act: Act } | { kind: 'undo' } | { kind: 'redo' };

interface Head {
  variantId: number;
  revisionId: number;
}

/** A model is stored whole after every so many revisions; between, edits are replayed. */
const revisionsPerSnapshot = 50;
const modelsKept = 8;

const selectHead = `
  SELECT variant.id AS variantId, variant.head_revision_id AS revisionId
  FROM variant
  WHERE variant.project_id = @projectId AND (variant.id = @variantId OR @variantId IS NULL)
  ORDER BY variant.binned_at IS NOT NULL, variant.id LIMIT 1`;
const selectVariantOf = 'SELECT revision.variant_id AS variantId, revision.id AS revisionId FROM revision JOIN variant ON variant.id = revision.variant_id WHERE revision.id = ? AND variant.project_id = ?';
const selectLastSnapshot = `
  SELECT snapshot.revision_id AS revisionId, snapshot.model AS model
  FROM snapshot JOIN revision ON revision.id = snapshot.revision_id
  WHERE revision.variant_id = ? AND revision.id <= ? ORDER BY revision.id DESC LIMIT 1`;
const selectEditsBetween = 'SELECT edits FROM revision WHERE variant_id = ? AND id > ? AND id <= ? ORDER BY id';
const selectHistory = 'SELECT id, kind, target_id AS target, sentence, at FROM revision WHERE variant_id = ? ORDER BY id';
const selectStepsSince = 'SELECT id, kind, target_id AS target, sentence, at, edits FROM revision WHERE variant_id = ? AND id > ? ORDER BY id';
const selectTarget = 'SELECT edits, inverse, sentence FROM revision WHERE id = ?';
const insertRevision = `
  INSERT INTO revision (variant_id, parent_id, kind, target_id, sentence, author, at, edits, inverse)
  VALUES (@variantId, @parentId, @kind, @target, @sentence, @author, @at, @edits, @inverse)`;
const updateHead = 'UPDATE variant SET head_revision_id = ? WHERE id = ?';
const insertSnapshot = 'INSERT INTO snapshot (revision_id, model) VALUES (?, ?)';
const countSinceSnapshot = 'SELECT count(*) AS n FROM revision WHERE variant_id = ? AND id > ?';
const updateProjectName = 'UPDATE project SET name = ? WHERE id = ?';

/** The log of a project's edits, and the models it leads to. Nothing in it is ever overwritten. */
export class Revisions {
  private readonly models = new Map<number, Model>();

  constructor(private readonly database: Database) {}

  /** Begins a project's log with a model. Must run inside the transaction that creates the variant. */
  start(variantId: number, model: Model, sentence: string): void {
    const { lastInsertRowid } = this.database.prepare(insertRevision).run({ variantId, parentId: null, kind: 'start', target: null, sentence, author: 'you', at: now(), edits: '[]', inverse: '[]' });
    this.database.prepare(updateHead).run(lastInsertRowid, variantId);
    this.database.prepare(insertSnapshot).run(lastInsertRowid, pack(model));
  }

  /** The head of a variant; without one, of the project's first variant that is not in the bin. */
  head(projectId: string, variantId?: number): Head | undefined {
    return this.database.prepare(selectHead).get({ projectId, variantId: variantId ?? null }) as Head | undefined;
  }

  /** The model at a variant's head with its history, oldest first. */
  open(projectId: string, variantId?: number): { variantId: number; revision: number; model: Model; history: RevisionEntry[] } | undefined {
    const head = this.head(projectId, variantId);
    if (!head) return undefined;
    const history = this.database.prepare(selectHistory).all(head.variantId) as RevisionEntry[];
    return { variantId: head.variantId, revision: head.revisionId, model: this.modelAt(head), history };
  }

  /** The model as it stood at any revision of the project. */
  at(projectId: string, revisionId: number): Model | undefined {
    const place = this.database.prepare(selectVariantOf).get(revisionId, projectId) as Head | undefined;
    return place && this.modelAt(place);
  }

  since(projectId: string, revision: number, variantId?: number): RevisionStep[] {
    const head = this.head(projectId, variantId);
    return head ? this.stepsSince(head.variantId, revision) : [];
  }

  /**
   * Appends one revision to the head in one transaction.
   * @param base the revision the client's model stands at; when it is not the head, nothing is appended
   */
  append(projectId: string, base: number, change: Change, variantId?: number): Appended {
    return this.database.transaction((): Appended => {
      const head = this.head(projectId, variantId);
      if (!head) return { status: 'refused', error: 'This project is not there any more.' };
      if (head.revisionId !== base) return { status: 'behind', steps: this.stepsSince(head.variantId, base) };
      const resolved = this.resolve(head, change);
      if ('error' in resolved) return { status: 'refused', error: resolved.error };
      const applied = applyAct(this.modelAt(head), resolved.act);
      if (!applied.ok) return { status: 'refused', error: applied.error };
      const row = {
        variantId: head.variantId, parentId: head.revisionId, kind: change.kind, target: resolved.target, sentence: applied.sentence, author: 'you', at: now(),
        edits: JSON.stringify(resolved.act.edits), inverse: JSON.stringify(applied.inverse),
      };
      const id = Number(this.database.prepare(insertRevision).run(row).lastInsertRowid);
      this.database.prepare(updateHead).run(id, head.variantId);
      this.database.prepare(updateProjectName).run(applied.model.settings.name, projectId);
      this.keep(id, applied.model);
      this.snapshotIfDue(head.variantId, id, applied.model);
      return { status: 'done', steps: [{ id, kind: change.kind, target: resolved.target, sentence: applied.sentence, at: row.at, edits: resolved.act.edits }] };
    }).immediate();
  }

  private resolve(head: Head, change: Change): { act: Act; target: number | null } | { error: string } {
    if (change.kind === 'edit') return { act: change.act, target: null };
    const { done, undone } = undoState(this.database.prepare(selectHistory).all(head.variantId) as RevisionEntry[]);
    const target = change.kind === 'undo' ? done.at(-1) : undone.at(-1);
    if (target === undefined) return { error: change.kind === 'undo' ? 'There is nothing to undo.' : 'There is nothing to redo.' };
    const row = this.database.prepare(selectTarget).get(target) as { edits: string; inverse: string; sentence: string };
    const edits = JSON.parse(change.kind === 'undo' ? row.inverse : row.edits) as Edit[];
    return { act: { edits, sentence: `${change.kind === 'undo' ? 'Undid' : 'Redid'}: ${row.sentence}` }, target };
  }

  private stepsSince(variantId: number, revision: number): RevisionStep[] {
    const rows = this.database.prepare(selectStepsSince).all(variantId, revision) as (RevisionEntry & { edits: string })[];
    return rows.map((row) => ({ ...row, edits: JSON.parse(row.edits) as Edit[] }));
  }

  private modelAt({ variantId, revisionId }: Head): Model {
    const kept = this.models.get(revisionId);
    if (kept) return kept;
    const snapshot = this.database.prepare(selectLastSnapshot).get(variantId, revisionId) as { revisionId: number; model: Buffer };
    let model = unpack(snapshot.model);
    for (const { edits } of this.database.prepare(selectEditsBetween).all(variantId, snapshot.revisionId, revisionId) as { edits: string }[]) {
      const applied = applyAct(model, { edits: JSON.parse(edits) as Edit[] });
      if (!applied.ok) throw new Error(`The log of the project cannot be replayed: ${applied.error}`);
      model = applied.model;
    }
    this.keep(revisionId, model);
    return model;
  }

  private keep(revisionId: number, model: Model): void {
    this.models.set(revisionId, model);
    for (const oldest of this.models.keys()) {
      if (this.models.size <= modelsKept) break;
      this.models.delete(oldest);
    }
  }

  private snapshotIfDue(variantId: number, revisionId: number, model: Model): void {
    const last = this.database.prepare(selectLastSnapshot).get(variantId, revisionId) as { revisionId: number };
    const { n } = this.database.prepare(countSinceSnapshot).get(variantId, last.revisionId) as { n: number };
    if (n >= revisionsPerSnapshot) this.database.prepare(insertSnapshot).run(revisionId, pack(model));
  }
}

const now = () => new Date().toISOString();
const pack = (model: Model): Buffer => gzipSync(writeModelFile(model));

function unpack(blob: Buffer): Model {
  const read = readModelFile(gunzipSync(blob).toString('utf8'));
  if (!read.ok) throw new Error(`A stored model cannot be read: ${read.problems.join(' ')}`);
  return read.model;
}
