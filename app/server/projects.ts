import type { Database } from 'better-sqlite3';
import { randomInt } from 'node:crypto';
import { z } from 'zod';
import { emptyModel, memberEnds, natures, settings, type Model } from '~core/model';
import { Answered } from './answered';
import { Revisions } from './revisions';
import { Variants } from './variants';
import { Watches } from './watches';

/** What a solve came to, kept with its revision so that the project list need not solve anything. */
export const runSummary = z.strictObject({
  status: z.enum(['solved', 'stopped']),
  stops: z.number().int().nonnegative(),
  remarks: z.number().int().nonnegative(),
  worst: z.strictObject({ utilisation: z.number(), member: z.string().max(20), title: z.string().max(80) }).nullable(),
  /** members by verdict; none: kept before there were verdicts */
  verdicts: z.strictObject({ holds: z.number().int().nonnegative(), fails: z.number().int().nonnegative(), open: z.number().int().nonnegative() }).optional(),
  /** utilisation by member, for the drawing in the list */
  utilisations: z.record(z.string().max(20), z.number()),
});
export type RunSummary = z.infer<typeof runSummary>;

export const newProject = z.strictObject({ name: settings.shape.name, units: settings.shape.units, code: settings.shape.code });

/** One row of the project list. */
export interface ProjectRow {
  readonly id: string;
  readonly name: string;
  readonly changedAt: string;
  readonly lastSentence: string;
  readonly binnedAt: string | null;
  readonly members: number;
  readonly nodes: number;
  /** extent in plan, m */
  readonly plan: readonly [number, number];
  readonly description: string;
  readonly outline: OutlineSegment[];
  readonly units: 'si' | 'us';
  readonly code: 'us' | 'eurocode';
  /** the last solve of the head revision; null when the head has not been solved yet */
  readonly run: Omit<RunSummary, 'utilisations'> | null;
}

/** A member in the small drawing: ends in a unit square, and its utilisation where there is one. */
export interface OutlineSegment {
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly utilisation: number | null;
}

type Description = Pick<ProjectRow, 'members' | 'nodes' | 'plan' | 'description' | 'units' | 'code'>;
type Card = Description & { segments: { id: string; from: [number, number]; to: [number, number] }[] };

const selectProjects = `
  SELECT project.id AS id, revision.id AS revision, project.name AS name, project.binned_at AS binnedAt, revision.at AS changedAt, revision.sentence AS lastSentence, run.summary AS summary
  FROM project JOIN variant ON variant.id = (SELECT id FROM variant WHERE variant.project_id = project.id ORDER BY binned_at IS NOT NULL, id LIMIT 1)
  JOIN revision ON revision.id = variant.head_revision_id
  LEFT JOIN run ON run.revision_id = revision.id
  ORDER BY revision.at DESC, revision.id DESC`;
const insertProject = 'INSERT INTO project (id, name, created_at) VALUES (?, ?, ?)';
const insertVariant = 'INSERT INTO variant (project_id, name, created_at) VALUES (?, ?, ?)';
const updateBinned = 'UPDATE project SET binned_at = ? WHERE id = ?';
const selectBinned = 'SELECT binned_at AS binnedAt FROM project WHERE id = ?';
const upsertRun = `
  INSERT INTO run (revision_id, at, status, summary) VALUES (?, ?, ?, ?)
  ON CONFLICT (revision_id) DO UPDATE SET at = excluded.at, status = excluded.status, summary = excluded.summary`;

const mostOutlineSegments = 700;

/** Projects: listing, making, copying, binning. */
export class Projects {
  readonly revisions: Revisions;
  readonly variants: Variants;
  readonly watches: Watches;
  /** answers to acts that came with a key */
  readonly answered: Answered;
  private readonly cards = new Map<string, Card & { revision: number }>();

  constructor(private readonly database: Database) {
    this.revisions = new Revisions(database);
    this.variants = new Variants(database, this.revisions);
    this.watches = new Watches(database);
    this.answered = new Answered(database);
  }

  list(): ProjectRow[] {
    const rows = this.database.prepare(selectProjects).all() as { id: string; name: string; binnedAt: string | null; changedAt: string; lastSentence: string; summary: string | null; revision: number }[];
    return rows.map(({ summary, revision, ...row }) => {
      const run = summary === null ? null : (JSON.parse(summary) as RunSummary);
      const { utilisations, ...shown } = run ?? { utilisations: {} as Record<string, number> };
      const { segments, ...card } = this.card(row.id, revision);
      const drawn = segments.map(({ id, from, to }): OutlineSegment => ({ from, to, utilisation: utilisations[id] ?? null }));
      return { ...row, ...card, outline: drawn, run: run && (shown as Omit<RunSummary, 'utilisations'>) };
    });
  }

  /** What the list says of a model, worked out once a revision. */
  private card(id: string, revision: number): Card {
    let card = this.cards.get(id);
    if (card?.revision !== revision) {
      const { model } = this.revisions.open(id)!;
      card = { revision, ...describe(model), segments: outline(model) };
      this.cards.set(id, card);
    }
    const { revision: _known, ...rest } = card;
    return rest;
  }

  isBinned(id: string): boolean | undefined {
    const row = this.database.prepare(selectBinned).get(id) as { binnedAt: string | null } | undefined;
    return row && row.binnedAt !== null;
  }

  create(model: Model, sentence: string): string {
    const id = freshId();
    this.database.transaction(() => {
      this.database.prepare(insertProject).run(id, model.settings.name, new Date().toISOString());
      const { lastInsertRowid } = this.database.prepare(insertVariant).run(id, 'Main', new Date().toISOString());
      this.revisions.start(Number(lastInsertRowid), model, sentence);
    })();
    return id;
  }

  createEmpty(choice: z.infer<typeof newProject>): string {
    const model = emptyModel(choice);
    const label = choice.code === 'us' ? 'D' : 'G';
    const selfWeight = { id: 'c1', label, name: 'Self-weight', nature: natures[0], selfWeight: true };
    return this.create({ ...model, cases: { c1: selfWeight }, counters: { ...model.counters, cases: 1 } }, 'Made the project');
  }

  duplicate(id: string): string | undefined {
    const source = this.revisions.open(id);
    if (!source) return undefined;
    const { model } = source;
    return this.create({ ...model, settings: { ...model.settings, name: `${model.settings.name.slice(0, 52)}, copy` } }, `Copied from ${model.settings.name}`);
  }

  setBinned(id: string, binned: boolean): boolean {
    return this.database.prepare(updateBinned).run(binned ? new Date().toISOString() : null, id).changes > 0;
  }

  /** Keeps what a solve of a revision came to, if that revision is still the head of its variant. */
  keepRun(id: string, revision: number, summary: RunSummary, variantId?: number): boolean {
    if (this.revisions.head(id, variantId)?.revisionId !== revision) return false;
    this.database.prepare(upsertRun).run(revision, new Date().toISOString(), summary.status, JSON.stringify(summary));
    return true;
  }
}

const alphabet = 'abcdefghjkmnpqrstuvwxyz23456789';
const freshId = () => Array.from({ length: 10 }, () => alphabet[randomInt(alphabet.length)]).join('');

function describe(model: Model): Description {
  const positions = Object.values(model.nodes).map((node) => node.position);
  const extent = (axis: number) => (positions.length === 0 ? 0 : Math.max(...positions.map((p) => p[axis])) - Math.min(...positions.map((p) => p[axis])));
  const storeys = Math.max(0, Object.keys(model.storeys).length - 1);
  const kinds = new Set(Object.values(model.members).map((member) => (member.material === null ? '' : model.materials[member.material].kind)).filter(Boolean));
  const made = kinds.size === 2 ? 'concrete and steel' : [...kinds][0];
  const description = [storeys > 0 ? `${storeys} ${storeys === 1 ? 'storey' : 'storeys'}` : '', made ? `${made} frame` : 'no members yet'].filter(Boolean).join(', ');
  return { members: Object.keys(model.members).length, nodes: positions.length, plan: [extent(0), extent(1)], description, units: model.settings.units, code: model.settings.code };
}

/** The members in parallel projection from the south-west, fitted into a unit square, y down. */
function outline(model: Model): Card['segments'] {
  const project = ([x, y, z]: readonly number[]): [number, number] => [0.86 * x + 0.5 * y, -z + 0.24 * x - 0.36 * y];
  const members = Object.values(model.members);
  const step = Math.max(1, Math.ceil(members.length / mostOutlineSegments));
  const lines = members.filter((_, i) => i % step === 0).flatMap((member) => {
    const ends = memberEnds(model, member);
    return ends ? [{ id: member.id, from: project(ends.start.position), to: project(ends.end.position) }] : [];
  });
  const all = lines.flatMap((line) => [line.from, line.to]);
  const [low, high] = [0, 1].map((axis) => all.map((point) => point[axis])).reduce<[number[], number[]]>(([a, b], values) => [[...a, Math.min(...values)], [...b, Math.max(...values)]], [[], []]);
  const size = Math.max(high[0] - low[0], high[1] - low[1]) || 1;
  const place = (point: [number, number]): [number, number] => [
    Number(((point[0] - (low[0] + high[0]) / 2) / size + 0.5).toFixed(4)),
    Number(((point[1] - (low[1] + high[1]) / 2) / size + 0.5).toFixed(4)),
  ];
  return lines.map(({ id, from, to }) => ({ id, from: place(from), to: place(to) }));
}
