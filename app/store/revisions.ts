import type { Database } from 'better-sqlite3';
import { promisify } from 'node:util';
import { gunzipSync, gzip, gzipSync } from 'node:zlib';
import { readModelFile, writeModelFile } from '~core/exchange';
import { applyAct, clashes, sendable, type Act, type Edit, type Model } from '~core/model';
import { undoState, type RevisionEntry } from '../protocol/history';

/** A revision as the client follows it: its entry in the history and the edits that lead to it. */
export interface RevisionStep extends RevisionEntry {
  readonly edits: Edit[];
  /** what the client called the act, so that it knows its own among the steps */
  readonly key: string | null;
}

export type Appended =
  /** the revision made of the act, now or when it was sent before, and all steps since `base` */
  | { status: 'done'; made: number; steps: RevisionStep[] }
  /** somebody else edited meanwhile: what they did since `base` */
  | { status: 'behind'; steps: RevisionStep[] }
  | { status: 'refused'; error: string };

/** Undo and redo are of one's own window; `all` takes the last act in force, whoever made it. */
export type Change = { kind: 'edit'; act: Act } | { kind: 'undo' | 'redo'; all?: boolean | undefined };

/** Who makes a revision. */
export interface Maker {
  /** made by the client for each act; the same key again is the same act again */
  readonly key?: string | undefined;
  readonly window: string;
  readonly author: string;
  /** windows that are open elsewhere: their acts are not this one's to undo */
  readonly others: ReadonlySet<string>;
}

/** What is stored of a project is damaged; the message says how. */
export class BrokenLog extends Error {
  override readonly name = 'BrokenLog';
}

const nobody: Maker = { window: '', author: 'you', others: new Set() };

/** Told of each revision once it is stored. */
export type Follower = (projectId: string, variantId: number, steps: readonly RevisionStep[]) => void;

interface Head {
  variantId: number;
  revisionId: number;
}

/** A model is stored whole after every so many revisions; between, edits are replayed. */
const revisionsPerSnapshot = 50;
/** Models kept in memory, the last used: so many, and so many records in all of them. */
const modelsKept = 64;
const recordsKept = 400_000;

const selectHead = `
  SELECT variant.id AS variantId, variant.head_revision_id AS revisionId
  FROM variant
  WHERE variant.project_id = @projectId AND (variant.id = @variantId OR @variantId IS NULL)
  ORDER BY variant.binned_at IS NOT NULL, variant.id LIMIT 1`;
const selectVariantOf =
  'SELECT revision.variant_id AS variantId, revision.id AS revisionId FROM revision JOIN variant ON variant.id = revision.variant_id WHERE revision.id = ? AND variant.project_id = ?';
const selectLastSnapshot = `
  SELECT snapshot.revision_id AS revisionId, snapshot.model AS model
  FROM snapshot JOIN revision ON revision.id = snapshot.revision_id
  WHERE revision.variant_id = ? AND revision.id <= ? ORDER BY revision.id DESC LIMIT 1`;
const selectSnapshotSize =
  'SELECT length(model) AS size FROM snapshot JOIN revision ON revision.id = snapshot.revision_id WHERE revision.variant_id = ? AND revision.id <= ? ORDER BY revision.id DESC LIMIT 1';
const selectEditsBetween = 'SELECT edits FROM revision WHERE variant_id = ? AND id > ? AND id <= ? ORDER BY id';
const selectHistory =
  'SELECT id, kind, target_id AS target, sentence, at, window_id AS window FROM revision WHERE variant_id = ? ORDER BY id';
const selectStepsSince =
  'SELECT id, kind, target_id AS target, sentence, at, window_id AS window, act_key AS key, edits FROM revision WHERE variant_id = ? AND id > ? ORDER BY id';
const selectTarget = 'SELECT parent_id AS parent, edits, inverse, sentence FROM revision WHERE id = ?';
const selectByKey = 'SELECT id FROM revision WHERE variant_id = ? AND act_key = ?';
const selectLastId =
  "SELECT max(coalesce((SELECT max(id) FROM revision), 0), coalesce((SELECT seq FROM sqlite_sequence WHERE name = 'revision'), 0)) AS id";
const insertRevision = `
  INSERT INTO revision (id, variant_id, parent_id, kind, target_id, sentence, author, window_id, act_key, at, edits, inverse)
  VALUES (@id, @variantId, @parentId, @kind, @target, @sentence, @author, @window, @key, @at, @edits, @inverse)`;
const updateHead = 'UPDATE variant SET head_revision_id = ? WHERE id = ?';
const insertSnapshot = 'INSERT OR IGNORE INTO snapshot (revision_id, model) VALUES (?, ?)';
const countSinceSnapshot = 'SELECT count(*) AS n FROM revision WHERE variant_id = ? AND id > ?';
const updateProjectName = 'UPDATE project SET name = ? WHERE id = ?';

/** The log of a project's edits, and the models it leads to. Nothing in it is ever overwritten; nothing is remembered or told before it is stored. */
export class Revisions {
  private readonly models = new Map<number, Model>();
  private readonly followers = new Set<Follower>();
  /** the highest number ever taken, also by what was rolled back */
  private lastTaken = 0;
  private packing: Promise<void> = Promise.resolve();
  private readonly beingPacked = new Set<number>();

  constructor(private readonly database: Database) {}

  /** Begins a log with a packed model. Must run inside the transaction that creates the variant. */
  start(variantId: number, sentence: string, packed: Buffer): number {
    const id = this.takeId();
    this.database.prepare(insertRevision).run({
      id,
      variantId,
      parentId: null,
      kind: 'start',
      target: null,
      sentence,
      author: 'you',
      window: '',
      key: null,
      at: now(),
      edits: '[]',
      inverse: '[]',
    });
    this.database.prepare(updateHead).run(id, variantId);
    this.database.prepare(insertSnapshot).run(id, packed);
    return id;
  }

  /** Has a function told of each revision after it is stored. @returns a function that ends it */
  follow(follower: Follower): () => void {
    this.followers.add(follower);
    return () => this.followers.delete(follower);
  }

  /** Resolves when the snapshots that are due have been written. */
  settled(): Promise<void> {
    return this.packing;
  }

  /** The head of a variant; without one, of the project's first variant that is not in the bin. */
  head(projectId: string, variantId?: number): Head | undefined {
    return this.database.prepare(selectHead).get({ projectId, variantId: variantId ?? null }) as Head | undefined;
  }

  /** The model at a variant's head with its history, oldest first. */
  open(
    projectId: string,
    variantId?: number,
  ): { variantId: number; revision: number; model: Model; history: RevisionEntry[] } | undefined {
    const head = this.head(projectId, variantId);
    if (!head) return undefined;
    const history = this.database.prepare(selectHistory).all(head.variantId) as RevisionEntry[];
    return { variantId: head.variantId, revision: head.revisionId, model: this.modelAt(head), history };
  }

  /** As `open`, without a model whose last snapshot is larger than so many bytes: its reader asks for it apart. */
  openUpTo(
    projectId: string,
    variantId: number | undefined,
    largest: number,
  ): { variantId: number; revision: number; model: Model | null; history: RevisionEntry[] } | undefined {
    const head = this.head(projectId, variantId);
    const size =
      head &&
      (this.database.prepare(selectSnapshotSize).get(head.variantId, head.revisionId) as { size: number } | undefined)
        ?.size;
    if (!head || size === undefined || size <= largest) return this.open(projectId, variantId);
    return {
      variantId: head.variantId,
      revision: head.revisionId,
      model: null,
      history: this.database.prepare(selectHistory).all(head.variantId) as RevisionEntry[],
    };
  }

  /** The model as it stood at any revision of the project. */
  at(projectId: string, revisionId: number): Model | undefined {
    const place = this.database.prepare(selectVariantOf).get(revisionId, projectId) as Head | undefined;
    return place && this.modelAt(place);
  }

  /** Whether a revision belongs to a project; its model is not looked into. */
  has(projectId: string, revisionId: number): boolean {
    return this.database.prepare(selectVariantOf).get(revisionId, projectId) !== undefined;
  }

  /** What happened in a variant since a revision. */
  since(projectId: string, revision: number, variantId?: number): RevisionStep[] {
    const head = this.head(projectId, variantId);
    return head ? this.stepsSince(head.variantId, revision) : [];
  }

  /**
   * Appends one revision to the head in one transaction. An act that was appended before under the same key is answered again, not made again.
   * @param base the revision the client's model stands at; when it is not the head, nothing is appended
   */
  append(projectId: string, base: number, change: Change, variantId?: number, maker: Maker = nobody): Appended {
    let made: { head: Head; model: Model } | undefined;
    const answer = this.database
      .transaction((): Appended => {
        const head = this.head(projectId, variantId);
        if (!head) return { status: 'refused', error: 'This project is not there any more.' };
        const before =
          maker.key === undefined
            ? undefined
            : (this.database.prepare(selectByKey).get(head.variantId, maker.key) as { id: number } | undefined);
        if (before) return { status: 'done', made: before.id, steps: this.stepsSince(head.variantId, base) };
        if (head.revisionId !== base) return { status: 'behind', steps: this.stepsSince(head.variantId, base) };
        const resolved = this.resolve(head, change, maker);
        if ('error' in resolved) return { status: 'refused', error: resolved.error };
        const applied = applyAct(this.modelAt(head), resolved.act);
        if (!applied.ok) return { status: 'refused', error: applied.error };
        const id = this.takeId();
        const row = {
          id,
          variantId: head.variantId,
          parentId: head.revisionId,
          kind: change.kind,
          target: resolved.target,
          sentence: applied.sentence,
          author: maker.author,
          window: maker.window,
          key: maker.key ?? null,
          at: now(),
          edits: JSON.stringify(resolved.act.edits),
          inverse: JSON.stringify(applied.inverse),
        };
        this.database.prepare(insertRevision).run(row);
        this.database.prepare(updateHead).run(id, head.variantId);
        this.database.prepare(updateProjectName).run(applied.model.settings.name, projectId);
        made = { head: { variantId: head.variantId, revisionId: id }, model: applied.model };
        return {
          status: 'done',
          made: id,
          steps: [
            {
              id,
              kind: change.kind,
              target: resolved.target,
              sentence: applied.sentence,
              at: row.at,
              window: maker.window,
              key: row.key,
              edits: resolved.act.edits,
            },
          ],
        };
      })
      .immediate();
    if (made && answer.status === 'done') {
      // the one before it is asked for no more
      this.models.delete(base);
      this.keep(made.head.revisionId, made.model);
      this.snapshotIfDue(made.head, made.model);
      this.tell(projectId, made.head.variantId, answer.steps);
    }
    return answer;
  }

  /** What follows an edit cannot undo it: a follower that fails is dropped. */
  private tell(projectId: string, variantId: number, steps: readonly RevisionStep[]): void {
    for (const follower of this.followers) {
      try {
        follower(projectId, variantId, steps);
      } catch (error) {
        this.followers.delete(follower);
        console.error('A window could not be told of an edit; it asks again by itself.', error);
      }
    }
  }

  /** The next revision's number, for whoever inserts one in a transaction. One that was taken and rolled back does not come again. */
  takeId(): number {
    const { id } = this.database.prepare(selectLastId).get() as { id: number };
    this.lastTaken = Math.max(this.lastTaken, id) + 1;
    return this.lastTaken;
  }

  private resolve(head: Head, change: Change, maker: Maker): { act: Act; target: number | null } | { error: string } {
    if (change.kind === 'edit') return { act: sendable(change.act), target: null };
    const history = this.database.prepare(selectHistory).all(head.variantId) as RevisionEntry[];
    const { done, undone } = undoState(history, change.all ? new Set() : maker.others);
    const undoing = change.kind === 'undo';
    const target = undoing ? done.at(-1) : undone.at(-1);
    if (target === undefined) {
      const anybody = undoState(history)[undoing ? 'done' : 'undone'].length > 0;
      return {
        error: `There is nothing to ${change.kind}${anybody ? ' in this window: what is left was done in another one that is open' : ''}.`,
      };
    }
    const row = this.database.prepare(selectTarget).get(target) as {
      parent: number;
      edits: string;
      inverse: string;
      sentence: string;
    };
    const edits = undoing ? this.inverseOf(head, row) : (JSON.parse(row.edits) as Edit[]);
    const changed = this.changedSince(head, target, row, undoing, undoState(history).done);
    if (changed !== undefined)
      return {
        error: `“${row.sentence}” cannot be ${undoing ? 'undone' : 'redone'} any more: ${changed} since, in another window. Change it by hand, or undo there first.`,
      };
    return { act: { edits, sentence: `${undoing ? 'Undid' : 'Redid'}: ${row.sentence}` }, target };
  }

  /** What takes a revision back. An earlier Elbow lost settings from it that were not set before; for those it is worked out again. */
  private inverseOf(head: Head, row: { parent: number; edits: string; inverse: string }): Edit[] {
    const inverse = JSON.parse(row.inverse) as Edit[];
    if (!inverse.some((edit) => edit.kind === 'settings.change')) return inverse;
    const applied = applyAct(this.modelAt({ variantId: head.variantId, revisionId: row.parent }), {
      edits: JSON.parse(row.edits) as Edit[],
    });
    return applied.ok ? applied.inverse : inverse;
  }

  /** What others did that an undo or redo of a revision would overwrite. */
  private changedSince(
    head: Head,
    target: number,
    row: { parent: number; edits: string },
    undoing: boolean,
    inForce: readonly number[],
  ): string | undefined {
    // the last act in force stands on nothing but itself
    if (undoing && inForce.at(-1) === target) return undefined;
    const before = this.modelAt({ variantId: head.variantId, revisionId: row.parent });
    const applied = applyAct(before, { edits: JSON.parse(row.edits) as Edit[] });
    if (!applied.ok) return 'the model it stood on was changed';
    const [from, to] = undoing ? [applied.model, before] : [before, applied.model];
    return clashes(from, to, this.modelAt(head)).at(0)?.sentence;
  }

  private stepsSince(variantId: number, revision: number): RevisionStep[] {
    const rows = this.database.prepare(selectStepsSince).all(variantId, revision) as (Omit<RevisionStep, 'edits'> & {
      edits: string;
    })[];
    return rows.map((row) => ({ ...row, edits: JSON.parse(row.edits) as Edit[] }));
  }

  private modelAt({ variantId, revisionId }: Head): Model {
    const kept = this.models.get(revisionId);
    if (kept) {
      this.models.delete(revisionId);
      this.models.set(revisionId, kept);
      return kept;
    }
    const snapshot = this.database.prepare(selectLastSnapshot).get(variantId, revisionId) as
      { revisionId: number; model: Buffer } | undefined;
    if (!snapshot) throw new BrokenLog('No stored model is left to begin from.');
    let model = unpack(snapshot.model);
    for (const { edits } of this.database
      .prepare(selectEditsBetween)
      .all(variantId, snapshot.revisionId, revisionId) as { edits: string }[]) {
      const applied = applyAct(model, { edits: parseEdits(edits) });
      if (!applied.ok)
        throw new BrokenLog(`Its log cannot be replayed past revision ${snapshot.revisionId}: ${applied.error}`);
      model = applied.model;
    }
    this.keep(revisionId, model);
    return model;
  }

  private keep(revisionId: number, model: Model): void {
    this.models.delete(revisionId);
    this.models.set(revisionId, model);
    let records = 0;
    for (const one of this.models.values()) records += sizeOf(one);
    for (const [oldest, one] of this.models) {
      if (oldest === revisionId || (this.models.size <= modelsKept && records <= recordsKept)) break;
      this.models.delete(oldest);
      records -= sizeOf(one);
    }
  }

  /** Packs a model apart from the edit's own transaction: the edit is stored before, and stands without it. What fails is tried again with the next edit. */
  private snapshotIfDue({ variantId, revisionId }: Head, model: Model): void {
    const failed = (error: unknown) =>
      console.error(`The snapshot of revision ${revisionId} was not written; the next edit tries again.`, error);
    try {
      if (this.beingPacked.has(variantId)) return;
      const last = this.database.prepare(selectLastSnapshot).get(variantId, revisionId) as { revisionId: number };
      const { n } = this.database.prepare(countSinceSnapshot).get(variantId, last.revisionId) as { n: number };
      if (n < revisionsPerSnapshot) return;
    } catch (error) {
      failed(error);
      return;
    }
    this.beingPacked.add(variantId);
    this.packing = this.packing
      .then(() => zip(writeModelFile(model)))
      .then((packed) => {
        if (this.database.open) this.database.prepare(insertSnapshot).run(revisionId, packed);
      })
      .catch(failed)
      .finally(() => this.beingPacked.delete(variantId));
  }
}

const sizes = new WeakMap<object, number>();

/** Records of a model; tables never change, so each is counted once. */
function sizeOf(model: Model): number {
  let sum = 0;
  for (const table of [model.nodes, model.members, model.loads]) {
    let size = sizes.get(table);
    if (size === undefined) sizes.set(table, (size = Object.keys(table).length));
    sum += size;
  }
  return sum;
}

const now = () => new Date().toISOString();
const zip = promisify<string, Buffer>(gzip);
/** A model as it is stored whole. */
export const pack = (model: Model): Buffer => gzipSync(writeModelFile(model));

function unpack(blob: Buffer): Model {
  let text: string;
  try {
    text = gunzipSync(blob).toString('utf8');
  } catch (error) {
    throw new BrokenLog(
      `A stored model cannot be unpacked: ${error instanceof Error ? error.message : String(error)}.`,
    );
  }
  const read = readModelFile(text, true);
  if (!read.ok) throw new BrokenLog(`A stored model cannot be read: ${read.problems.join(' ')}`);
  return read.model;
}

function parseEdits(text: string): Edit[] {
  try {
    return JSON.parse(text) as Edit[];
  } catch {
    throw new BrokenLog('The edits of a revision are damaged.');
  }
}
