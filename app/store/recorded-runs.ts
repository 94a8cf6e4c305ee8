import type { Database } from 'better-sqlite3';
import { gunzipSync } from 'node:zlib';
import type { SolutionBlock } from '~core/exchange';
import type { Finding } from '~core/model';
import type { PackedOutcome } from './packed-outcome';
import type { CheckRow } from '../workers/messages';

export type RunStatus = 'waiting' | 'running' | 'done' | 'stopped' | 'failed' | 'cancelled';

/** A run whose results are kept: which revision, when, by whom and how far. */
export interface RecordedRun {
  readonly id: number;
  readonly revision: number;
  readonly variant: number;
  readonly variantName: string;
  /** the revision's number in its variant's log */
  readonly number: number;
  /** null: kept for comparisons only, until its variant moves on */
  readonly name: string | null;
  readonly at: string;
  readonly madeBy: 'browser' | 'server';
  readonly status: RunStatus;
  readonly phase: string;
  readonly fraction: number;
  readonly seconds: number;
  /** code, shear deformation, number of combinations solved as a whole and the like, in words */
  readonly settings: Readonly<Record<string, string>>;
  readonly error: string;
  /** bytes of its blocks */
  readonly size: number;
}

/** What a run came to. */
export interface RunOutcome {
  readonly status: 'done' | 'stopped';
  readonly seconds: number;
  readonly settings: Readonly<Record<string, string>>;
  readonly findings: readonly Finding[];
  readonly checks: readonly CheckRow[];
  readonly blocks: readonly SolutionBlock[];
}

const runColumns = `
  SELECT recorded_run.id AS id, recorded_run.revision_id AS revision, revision.variant_id AS variant, variant.name AS variantName, recorded_run.name AS name, recorded_run.at AS at, made_by AS madeBy, status, phase, fraction, seconds, settings, error,
    (SELECT count(*) FROM revision AS earlier WHERE earlier.variant_id = revision.variant_id AND earlier.id <= revision.id) AS number,
    (SELECT coalesce(sum(length(data)), 0) FROM run_block WHERE run_id = recorded_run.id) AS size
  FROM recorded_run JOIN revision ON revision.id = recorded_run.revision_id JOIN variant ON variant.id = revision.variant_id`;
const selectRuns = `${runColumns} WHERE variant.project_id = ? ORDER BY recorded_run.id DESC`;
const selectRun = `${runColumns} WHERE recorded_run.id = ? AND variant.project_id = ?`;
const selectOutcome = 'SELECT findings, checks FROM recorded_run WHERE id = ?';
const insertRun = 'INSERT INTO recorded_run (revision_id, name, at, made_by, status) VALUES (?, ?, ?, ?, ?)';
const updateProgress =
  "UPDATE recorded_run SET status = 'running', phase = ?, fraction = ? WHERE id = ? AND status IN ('waiting', 'running')";
const updateStatus = "UPDATE recorded_run SET status = ?, error = ? WHERE id = ? AND status IN ('waiting', 'running')";
const updateOutcome =
  "UPDATE recorded_run SET status = ?, seconds = ?, settings = ?, findings = ?, checks = ?, phase = '', fraction = 1, at = ? WHERE id = ?";
const updateRunName = 'UPDATE recorded_run SET name = ? WHERE id = ?';
const insertBlock = 'INSERT OR REPLACE INTO run_block (run_id, kind, case_id, data) VALUES (?, ?, ?, ?)';
const selectBlocks = 'SELECT kind, case_id AS id FROM run_block WHERE run_id = ? ORDER BY rowid';
const selectBlock = 'SELECT data FROM run_block WHERE run_id = ? AND kind = ? AND case_id = ?';
const deleteRun = 'DELETE FROM recorded_run WHERE id = ?';
const deletePassed = `
  DELETE FROM recorded_run WHERE name IS NULL AND status IN ('done', 'stopped') AND id <> @id
  AND revision_id IN (SELECT id FROM revision WHERE variant_id = (SELECT variant_id FROM revision WHERE id = @revision))`;
const selectUnfinished =
  "SELECT recorded_run.id AS id, revision_id AS revision, variant.project_id AS projectId FROM recorded_run JOIN revision ON revision.id = revision_id JOIN variant ON variant.id = revision.variant_id WHERE status IN ('waiting', 'running') ORDER BY recorded_run.id";

/** Runs with their results as blocks, each compressed on its own, so that one case can be had without the others. */
export class RecordedRuns {
  constructor(private readonly database: Database) {}

  list(projectId: string): RecordedRun[] {
    return (this.database.prepare(selectRuns).all(projectId) as StoredRun[]).map(toRun);
  }

  get(projectId: string, id: number): RecordedRun | undefined {
    const row = this.database.prepare(selectRun).get(id, projectId) as StoredRun | undefined;
    return row && toRun(row);
  }

  unfinished(): { id: number; revision: number; projectId: string }[] {
    return this.database.prepare(selectUnfinished).all() as { id: number; revision: number; projectId: string }[];
  }

  /** Begins a run that has no results yet. */
  begin(revision: number, name: string | null): number {
    return Number(this.database.prepare(insertRun).run(revision, name, now(), 'server', 'waiting').lastInsertRowid);
  }

  progress(id: number, phase: string, fraction: number): void {
    this.database.prepare(updateProgress).run(phase, fraction, id);
  }

  end(id: number, status: 'failed' | 'cancelled', error = ''): boolean {
    return this.database.prepare(updateStatus).run(status, error, id).changes > 0;
  }

  /** Keeps what a begun run came to; what was kept for comparisons of the same variant before goes. */
  finish(id: number, revision: number, outcome: PackedOutcome): void {
    this.database.transaction(() => {
      this.database
        .prepare(updateOutcome)
        .run(
          outcome.status,
          outcome.seconds,
          JSON.stringify(outcome.settings),
          JSON.stringify(outcome.findings),
          JSON.stringify(outcome.checks),
          now(),
          id,
        );
      for (const block of outcome.blocks)
        this.database.prepare(insertBlock).run(id, block.kind, block.id, block.packed);
      this.database.prepare(deletePassed).run({ id, revision });
    })();
  }

  /** Keeps results that a browser came to. */
  keep(revision: number, name: string | null, outcome: PackedOutcome): number {
    return this.database.transaction(() => {
      const id = Number(
        this.database.prepare(insertRun).run(revision, name, now(), 'browser', 'running').lastInsertRowid,
      );
      this.finish(id, revision, outcome);
      return id;
    })();
  }

  /** What came with the results: findings, checks, and which blocks there are. */
  outcome(id: number): { findings: Finding[]; checks: CheckRow[]; blocks: { kind: string; id: string }[] } | undefined {
    const row = this.database.prepare(selectOutcome).get(id) as { findings: string; checks: string } | undefined;
    return (
      row && {
        findings: JSON.parse(row.findings) as Finding[],
        checks: (JSON.parse(row.checks) as StoredCheckRow[]).map(withVerdict),
        blocks: this.database.prepare(selectBlocks).all(id) as { kind: string; id: string }[],
      }
    );
  }

  /** A block as it is stored: gzip. */
  packedBlock(id: number, kind: string, caseId: string): Uint8Array | undefined {
    return (this.database.prepare(selectBlock).get(id, kind, caseId) as { data: Buffer } | undefined)?.data;
  }

  block(id: number, kind: string, caseId: string): Uint8Array | undefined {
    const packed = this.packedBlock(id, kind, caseId);
    return packed && gunzipSync(packed);
  }

  rename(id: number, name: string | null): void {
    this.database.prepare(updateRunName).run(name, id);
  }

  remove(id: number): void {
    this.database.prepare(deleteRun).run(id);
  }
}

type StoredRun = Omit<RecordedRun, 'settings'> & { settings: string };
const toRun = ({ settings, ...row }: StoredRun): RecordedRun => ({
  ...row,
  settings: JSON.parse(settings) as Record<string, string>,
});
/** Rows kept before there were verdicts have none: what they did not check is not known, so they are open. */
type StoredCheckRow = Omit<CheckRow, 'verdict' | 'open'> & Partial<CheckRow>;
const withVerdict = (row: StoredCheckRow): CheckRow => ({
  verdict: (row.utilisation ?? 0) > 1 ? 'fails' : 'open',
  open: '',
  ...row,
});
const now = () => new Date().toISOString();
