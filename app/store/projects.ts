import { codeFamilies } from '~core/codes/families';
import type { Database } from 'better-sqlite3';
import { z } from 'zod';
import { emptyModel, settings, type Model } from '~core/model';
import { Answered } from './answered';
import { freshId } from './fresh-id';
import { cardOf, type ProjectCard } from './project-card';
import { ProjectList } from './project-list';
import { pack, Revisions } from './revisions';
import type { RunSummary } from './run-summary';
import { takeIn, type PreparedProject } from './take-in';
import { Variants } from './variants';
import { Watches } from './watches';

export const newProject = z.strictObject({
  name: settings.shape.name,
  units: settings.shape.units,
  code: settings.shape.code,
});

const insertProject = 'INSERT INTO project (id, name, created_at) VALUES (?, ?, ?)';
const insertVariant = 'INSERT INTO variant (project_id, name, created_at) VALUES (?, ?, ?)';
const updateBinned = 'UPDATE project SET binned_at = ? WHERE id = ?';
const selectBinned = 'SELECT binned_at AS binnedAt FROM project WHERE id = ?';
const selectIds = 'SELECT id FROM project ORDER BY rowid';
const selectName = 'SELECT name FROM project WHERE id = ?';
const upsertRun = `
  INSERT INTO run (revision_id, at, status, summary) VALUES (?, ?, ?, ?)
  ON CONFLICT (revision_id) DO UPDATE SET at = excluded.at, status = excluded.status, summary = excluded.summary`;

/** Projects: listing, making, copying, binning, deleting. */
export class Projects {
  readonly revisions: Revisions;
  readonly variants: Variants;
  readonly watches: Watches;
  /** answers to acts that came with a key */
  readonly answered: Answered;
  readonly list: ProjectList;

  constructor(private readonly database: Database) {
    this.revisions = new Revisions(database);
    this.variants = new Variants(database, this.revisions);
    this.watches = new Watches(database);
    this.answered = new Answered(database);
    this.list = new ProjectList(database, this.revisions);
  }

  nameOf(id: string): string | undefined {
    return (this.database.prepare(selectName).get(id) as { name: string } | undefined)?.name;
  }

  isBinned(id: string): boolean | undefined {
    const row = this.database.prepare(selectBinned).get(id) as { binnedAt: string | null } | undefined;
    return row && row.binnedAt !== null;
  }

  create(model: Model, sentence: string): string {
    return this.createPacked({ name: model.settings.name, packed: pack(model), card: cardOf(model) }, sentence);
  }

  /** Makes a project of a model that was packed elsewhere. */
  createPacked({ name, packed, card }: PackedModel, sentence: string): string {
    const id = freshId();
    this.database
      .transaction(() => {
        this.database.prepare(insertProject).run(id, name, new Date().toISOString());
        const { lastInsertRowid } = this.database.prepare(insertVariant).run(id, 'Main', new Date().toISOString());
        const revision = this.revisions.start(Number(lastInsertRowid), sentence, Buffer.from(packed));
        this.list.keepCard(id, revision, card);
      })
      .immediate();
    return id;
  }

  /** Takes in the projects of an archive as new ones. @returns their ids */
  takeIn(projects: readonly PreparedProject[]): string[] {
    return takeIn(this.database, this.revisions, this.list, projects);
  }

  /** Ids of all projects, the oldest first. */
  ids(): string[] {
    return (this.database.prepare(selectIds).all() as { id: string }[]).map(({ id }) => id);
  }

  createEmpty(choice: z.infer<typeof newProject>): string {
    const model = emptyModel(choice);
    const selfWeight = { id: 'c1', ...codeFamilies[choice.code].cases[0] };
    return this.create(
      { ...model, cases: { c1: selfWeight }, counters: { ...model.counters, cases: 1 } },
      'Made the project',
    );
  }

  duplicate(id: string): string | undefined {
    const source = this.revisions.open(id);
    if (!source) return undefined;
    const { model } = source;
    return this.create(
      { ...model, settings: { ...model.settings, name: `${model.settings.name.slice(0, 52)}, copy` } },
      `Copied from ${model.settings.name}`,
    );
  }

  setBinned(id: string, binned: boolean): boolean {
    return this.database.prepare(updateBinned).run(binned ? new Date().toISOString() : null, id).changes > 0;
  }

  /** Deletes a project that is in the bin, with all it has; there is no way back. @returns false when it is not in the bin */
  erase(id: string): boolean {
    if (!this.isBinned(id)) return false;
    this.database
      .transaction(() => {
        this.database.pragma('defer_foreign_keys = ON');
        for (const sql of deletions) this.database.prepare(sql).run({ id });
      })
      .immediate();
    return true;
  }

  /** Keeps what a solve of a revision came to, if that revision is still the head of its variant. Of the utilisations, those of members in the small drawing. */
  keepRun(id: string, revision: number, summary: RunSummary, variantId?: number): boolean {
    if (this.revisions.head(id, variantId)?.revisionId !== revision) return false;
    const card = cardOf(this.revisions.open(id, variantId)!.model);
    const utilisations = Object.fromEntries(
      card.segments.flatMap(({ id: member }) =>
        Object.hasOwn(summary.utilisations, member) ? [[member, summary.utilisations[member]]] : [],
      ),
    );
    this.database
      .transaction(() => {
        this.database
          .prepare(upsertRun)
          .run(revision, new Date().toISOString(), summary.status, JSON.stringify({ ...summary, utilisations }));
        if (this.revisions.head(id)?.revisionId === revision) this.list.keepCard(id, revision, card);
      })
      .immediate();
    return true;
  }
}

/** Everything of a project, what refers to something before it. */
const ofProject = 'SELECT id FROM variant WHERE project_id = @id';
const revisionsOfProject = `SELECT id FROM revision WHERE variant_id IN (${ofProject})`;
const deletions = [
  `DELETE FROM run_block WHERE run_id IN (SELECT id FROM recorded_run WHERE revision_id IN (${revisionsOfProject}))`,
  `DELETE FROM recorded_run WHERE revision_id IN (${revisionsOfProject})`,
  `DELETE FROM run WHERE revision_id IN (${revisionsOfProject})`,
  `DELETE FROM snapshot WHERE revision_id IN (${revisionsOfProject})`,
  'DELETE FROM watch WHERE project_id = @id',
  'DELETE FROM project_card WHERE project_id = @id',
  `DELETE FROM revision WHERE variant_id IN (${ofProject})`,
  'DELETE FROM variant WHERE project_id = @id',
  'DELETE FROM project WHERE id = @id',
];

/** A model as a worker thread hands it over to be stored. */
export interface PackedModel {
  readonly name: string;
  readonly packed: Uint8Array;
  readonly card: ProjectCard;
}
