import type { Database } from 'better-sqlite3';
import { z } from 'zod';
import { rowsPerPage } from '../protocol/rows-per-page';
import { cardOf, projectCard, type ProjectCard } from './project-card';
import type { Revisions } from './revisions';
import { runSummary, type RunSummary } from './run-summary';
import { troubleOf } from './storage-trouble';

/** One row of the project list. */
export interface ProjectRow {
  readonly id: string;
  readonly name: string;
  readonly changedAt: string;
  readonly lastSentence: string;
  readonly binnedAt: string | null;
  /** what is drawn and said of the model; null: it is worked out when somebody looks again */
  readonly card: Omit<ProjectCard, 'segments'> | null;
  /** members of the drawing, `x1 y1 x2 y2 u` with spaces and commas between: ends in a square of 1000, utilisation in hundredths, -1 for none */
  readonly outline: string;
  /** the last solve of the head revision; null when the head has not been solved yet */
  readonly run: Omit<RunSummary, 'utilisations'> | null;
  /** why the project cannot be opened */
  readonly broken?: string;
}

export const listOrders = ['changed', 'name', 'utilisation'] as const;

/** What of the list is asked for. */
export const listQuestion = z.strictObject({
  find: z.string().max(60).default(''),
  order: z.enum(listOrders).default('changed'),
  bin: z.boolean().default(false),
  page: z.number().int().min(1).default(1),
});
export type ListQuestion = z.input<typeof listQuestion>;

export interface ProjectListing {
  readonly rows: readonly ProjectRow[];
  /** projects that match, on all pages */
  readonly found: number;
  readonly page: number;
  readonly pages: number;
  /** of all projects, whatever is asked for */
  readonly open: number;
  readonly binned: number;
  readonly over: number;
  readonly undecided: number;
  /** the demonstration to begin with */
  readonly first: string | null;
}

/** Cards are worked out for at most this long while somebody waits, ms; the others follow when the list is asked for again. */
const longestWork = 120;

const utilisation = "CASE WHEN json_valid(run.summary) THEN json_extract(run.summary, '$.worst.utilisation') END";
const stillOpen = "CASE WHEN json_valid(run.summary) THEN json_extract(run.summary, '$.verdicts.open') END";
// nothing here leaves a damaged project out: what is missing is null
const projectsWithHead = `
  FROM project LEFT JOIN variant ON variant.id = (SELECT id FROM variant WHERE variant.project_id = project.id ORDER BY binned_at IS NOT NULL, id LIMIT 1)
  LEFT JOIN revision ON revision.id = variant.head_revision_id
  LEFT JOIN run ON run.revision_id = revision.id
  LEFT JOIN project_card ON project_card.project_id = project.id`;
const matching = "WHERE (project.binned_at IS NOT NULL) = @bin AND project.name LIKE @find ESCAPE '\\'";
const orderBy = {
  changed: 'revision.at DESC, project.rowid DESC',
  name: 'project.name COLLATE NOCASE, project.rowid',
  utilisation: `${utilisation} DESC NULLS LAST, revision.at DESC`,
};
const selectPage = (order: keyof typeof orderBy) => `
  SELECT project.id AS id, project.name AS name, project.binned_at AS binnedAt, project.created_at AS createdAt, variant.id AS variant, revision.id AS revision, revision.at AS changedAt, revision.sentence AS lastSentence,
    run.summary AS summary, CASE WHEN project_card.revision_id = revision.id THEN project_card.card END AS card
  ${projectsWithHead} ${matching} ORDER BY ${orderBy[order]} LIMIT ${rowsPerPage} OFFSET @offset`;
const countMatching = `SELECT count(*) AS n FROM project ${matching}`;
const countAll = `
  SELECT sum(project.binned_at IS NULL) AS open, sum(project.binned_at IS NOT NULL) AS binned,
    sum(project.binned_at IS NULL AND coalesce(${utilisation}, 0) > 1) AS over, sum(project.binned_at IS NULL AND coalesce(${stillOpen}, 0) > 0 AND coalesce(${utilisation}, 0) <= 1) AS undecided,
    min(CASE WHEN project.binned_at IS NULL AND project.name = 'Tern Hide' THEN project.id END) AS first ${projectsWithHead}`;
const upsertCard =
  'INSERT INTO project_card (project_id, revision_id, card) VALUES (?, ?, ?) ON CONFLICT (project_id) DO UPDATE SET revision_id = excluded.revision_id, card = excluded.card';

interface Row {
  id: string;
  name: string;
  binnedAt: string | null;
  createdAt: string;
  variant: number | null;
  revision: number | null;
  changedAt: string | null;
  lastSentence: string | null;
  summary: string | null;
  card: string | null;
}

/** The list of projects, page by page. Each project is looked at on its own: one that is damaged is a row that says so. */
export class ProjectList {
  constructor(
    private readonly database: Database,
    private readonly revisions: Revisions,
    private readonly now: () => number = Date.now,
  ) {}

  page(question: ListQuestion = {}): ProjectListing {
    const { find, order, bin, page } = listQuestion.parse(question);
    const where = { bin: bin ? 1 : 0, find: `%${find.trim().replace(/[\\%_]/g, '\\$&')}%` };
    const { n: found } = this.database.prepare(countMatching).get(where) as { n: number };
    const pages = Math.max(1, Math.ceil(found / rowsPerPage));
    const shown = Math.min(page, pages);
    const rows = this.database.prepare(selectPage(order)).all({ ...where, offset: (shown - 1) * rowsPerPage }) as Row[];
    const until = this.now() + longestWork;
    const all = this.database.prepare(countAll).get() as {
      open: number | null;
      binned: number | null;
      over: number | null;
      undecided: number | null;
      first: string | null;
    };
    return {
      rows: rows.map((row) => this.row(row, until)),
      found,
      page: shown,
      pages,
      open: all.open ?? 0,
      binned: all.binned ?? 0,
      over: all.over ?? 0,
      undecided: all.undecided ?? 0,
      first: all.first,
    };
  }

  /** Works a project's card out and keeps it. */
  keepCard(projectId: string, revision: number, card: ProjectCard): void {
    this.database.prepare(upsertCard).run(projectId, revision, JSON.stringify(card));
  }

  private row(row: Row, until: number): ProjectRow {
    const { id, name, binnedAt } = row;
    const plain = {
      id,
      name,
      binnedAt,
      changedAt: row.changedAt ?? row.createdAt,
      lastSentence: row.lastSentence ?? '',
    };
    const unknown = { ...plain, card: null, outline: '', run: null };
    if (row.variant === null || row.revision === null)
      return { ...unknown, broken: 'Its log of edits has no end that can be found.' };
    try {
      const card = this.cardOf(row, row.revision, until);
      const summary = row.summary === null ? null : readSummary(row.summary);
      const { utilisations, ...run } = summary ?? { utilisations: {} as Record<string, number> };
      if (!card) return { ...unknown, run: summary && (run as Omit<RunSummary, 'utilisations'>) };
      const { segments, ...said } = card;
      const outline = segments
        .map(({ id: member, line }) =>
          [...line, Object.hasOwn(utilisations, member) ? Math.round(100 * utilisations[member]) : -1].join(' '),
        )
        .join(',');
      return { ...plain, card: said, outline, run: summary && (run as Omit<RunSummary, 'utilisations'>) };
    } catch (error) {
      const trouble = troubleOf(error);
      // what is wrong with the store as a whole is not this project's fault
      if (trouble && trouble.trouble !== 'broken-project') throw error;
      return { ...unknown, broken: error instanceof Error ? error.message : String(error) };
    }
  }

  private cardOf(row: Row, revision: number, until: number): ProjectCard | null {
    const kept = row.card === null ? undefined : projectCard.safeParse(parsed(row.card));
    if (kept?.success) return kept.data;
    if (this.now() > until) return null;
    const card = cardOf(this.revisions.open(row.id)!.model);
    try {
      this.keepCard(row.id, revision, card);
    } catch (error) {
      // a list can be read from a store that takes no writes
      if (!troubleOf(error)) throw error;
    }
    return card;
  }
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** A summary that is damaged counts as none: the next solve writes it anew. */
const readSummary = (text: string): RunSummary | null => runSummary.safeParse(parsed(text)).data ?? null;
