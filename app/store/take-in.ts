import type { Database } from 'better-sqlite3';
import { freshId } from './fresh-id';
import type { ProjectList } from './project-list';
import type { Revisions } from './revisions';
import type { ArchivedProject, ArchivedRevision } from './archive-format';
import type { ProjectCard } from './project-card';

/** A project of an archive, read, replayed and ready to be stored. */
export interface PreparedProject {
  readonly project: ArchivedProject;
  readonly revisions: readonly ArchivedRevision[];
  /** models to be stored whole, gzip, by revision number: those that variants start from, and some between */
  readonly snapshots: readonly { readonly revision: number; readonly packed: Uint8Array }[];
  readonly card: ProjectCard | null;
  readonly blocks: readonly { readonly file: string; readonly packed: Uint8Array }[];
}

const insertProject = 'INSERT INTO project (id, name, created_at, binned_at) VALUES (?, ?, ?, ?)';
const insertVariant = 'INSERT INTO variant (project_id, name, created_at, binned_at, parent_id) VALUES (?, ?, ?, ?, ?)';
const updateVariant = 'UPDATE variant SET head_revision_id = ?, branched_from_id = ? WHERE id = ?';
const insertRevision = `
  INSERT INTO revision (id, variant_id, parent_id, kind, target_id, sentence, author, window_id, act_key, at, edits, inverse)
  VALUES (@id, @variant, @parent, @kind, @target, @sentence, @author, @window, @key, @at, @edits, @inverse)`;
const insertSnapshot = 'INSERT INTO snapshot (revision_id, model) VALUES (?, ?)';
const insertWatch = 'INSERT INTO watch (project_id, definition) VALUES (?, ?)';
const insertSummary = 'INSERT INTO run (revision_id, at, status, summary) VALUES (?, ?, ?, ?)';
const insertRun =
  "INSERT INTO recorded_run (revision_id, name, at, made_by, status, phase, fraction, seconds, settings, findings, checks, error) VALUES (@revision, @name, @at, @madeBy, @status, '', 1, @seconds, @settings, @findings, @checks, @error)";
const insertBlock = 'INSERT INTO run_block (run_id, kind, case_id, data) VALUES (?, ?, ?, ?)';

/** Stores projects of an archive as new ones, all or none. @returns their ids */
export function takeIn(
  database: Database,
  revisions: Revisions,
  list: ProjectList,
  projects: readonly PreparedProject[],
): string[] {
  return database
    .transaction(() => projects.map((project) => takeInOne(database, revisions, list, project)))
    .immediate();
}

function takeInOne(database: Database, revisions: Revisions, list: ProjectList, prepared: PreparedProject): string {
  const { project, card } = prepared;
  const id = freshId();
  database.prepare(insertProject).run(id, project.name, project.createdAt, project.binnedAt);
  const variants: number[] = [];
  for (const { name, createdAt, binnedAt, parent } of project.variants)
    variants.push(
      Number(
        database
          .prepare(insertVariant)
          .run(id, name, createdAt, binnedAt, parent === null ? null : (variants[parent - 1] ?? null)).lastInsertRowid,
      ),
    );
  const numbers: number[] = [];
  const numberOf = (ordinal: number | null) => (ordinal === null ? null : numbers[ordinal - 1]);
  const heads = new Map<number, number>();
  for (const {
    variant,
    parent,
    target,
    edits,
    inverse,
    kind,
    sentence,
    author,
    window,
    key,
    at,
  } of prepared.revisions) {
    const revision = revisions.takeId();
    numbers.push(revision);
    heads.set(variant, revision);
    database.prepare(insertRevision).run({
      id: revision,
      variant: variants[variant - 1],
      parent: numberOf(parent),
      kind,
      target: numberOf(target),
      sentence,
      author,
      window,
      key,
      at,
      edits: JSON.stringify(edits),
      inverse: JSON.stringify(inverse),
    });
  }
  project.variants.forEach((variant, i) =>
    database.prepare(updateVariant).run(heads.get(i + 1), numberOf(variant.branchedFrom), variants[i]),
  );
  for (const { revision, packed } of prepared.snapshots)
    database.prepare(insertSnapshot).run(numberOf(revision), Buffer.from(packed));
  for (const watch of project.watches) database.prepare(insertWatch).run(id, JSON.stringify(watch));
  for (const { revision, at, status, summary } of project.summaries)
    database.prepare(insertSummary).run(numberOf(revision), at, status, summary);
  const blocks = new Map(prepared.blocks.map((block) => [block.file, block.packed]));
  for (const { blocks: listed, revision, ...run } of project.runs) {
    const { lastInsertRowid } = database.prepare(insertRun).run({ ...run, revision: numberOf(revision) });
    for (const block of listed)
      database.prepare(insertBlock).run(lastInsertRowid, block.kind, block.case, Buffer.from(blocks.get(block.file)!));
  }
  const shown = project.variants.findIndex((one) => one.binnedAt === null);
  const head = heads.get(Math.max(0, shown) + 1);
  if (card && head !== undefined) list.keepCard(id, head, card);
  return id;
}
