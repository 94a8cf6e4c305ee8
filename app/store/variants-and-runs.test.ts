import Sqlite from 'better-sqlite3';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { solutionOf } from '~core/exchange';
import { modelDifferences } from '~core/model';
import { buildTernHide } from '~demo/tern-hide';
import { solveModel } from '../jobs/solve-model';
import { openDatabase } from './database';
import { Jobs, type JobRunner } from '../server/jobs';
import { migrations } from './migrations';
import { Projects } from './projects';
import { RecordedRuns } from './recorded-runs';

const opened = () => {
  const database = openDatabase(':memory:');
  const projects = new Projects(database);
  const id = projects.create(buildTernHide(), 'Made');
  return { database, projects, id, main: projects.variants.list(id)[0].id };
};
const move = (projects: Projects, id: string, by: number, variant?: number) =>
  projects.revisions.append(
    id,
    projects.revisions.head(id, variant)!.revisionId,
    { kind: 'edit', act: { edits: [{ kind: 'nodes.move', ids: ['n1'], by: [by, 0, 0] }] } },
    variant,
  );

describe('variants', () => {
  test('a branch begins as its source stands, and neither follows the other after that', () => {
    const { projects, id, main } = opened();
    move(projects, id, 1);
    const answer = projects.variants.change(id, { kind: 'branch', from: main, name: 'Deeper beams' });
    if (!answer.ok) throw new Error(answer.error);
    const at = (variant: number) => projects.revisions.open(id, variant)!;
    expect(modelDifferences(at(main).model, at(answer.id).model)).toEqual([]);
    move(projects, id, 5, answer.id);
    expect(at(answer.id).model.nodes.n1.position[0]).toBe(at(main).model.nodes.n1.position[0] + 5);
    expect(projects.variants.list(id).map((one) => [one.name, one.revisions, one.parent?.name ?? null])).toEqual([
      ['Main', 2, null],
      ['Deeper beams', 2, 'Main'],
    ]);
    expect(projects.variants.list(id)[1].parent!.sentence).toBe('Moved node n1 by (1.000, 0.000, 0.000) m');
  });

  test('a branch can leave from an earlier revision, and has an undo of its own', () => {
    const { projects, id, main } = opened();
    const start = projects.revisions.head(id)!.revisionId;
    move(projects, id, 1);
    const answer = projects.variants.change(id, { kind: 'branch', from: main, revision: start, name: 'As it was' });
    if (!answer.ok) throw new Error(answer.error);
    expect(projects.revisions.open(id, answer.id)!.model).toEqual(projects.revisions.at(id, start));
    expect(
      projects.revisions.append(id, projects.revisions.head(id, answer.id)!.revisionId, { kind: 'undo' }, answer.id),
    ).toEqual({ status: 'refused', error: 'There is nothing to undo.' });
  });

  test('names are one of a kind among what is not binned; the last variant stays; what is binned comes back', () => {
    const { projects, id, main } = opened();
    const branch = (name: string) => projects.variants.change(id, { kind: 'branch', from: main, name });
    expect(projects.variants.change(id, { kind: 'bin', id: main })).toMatchObject({
      ok: false,
      error: expect.stringContaining('last variant') as unknown,
    });
    const made = branch('B');
    if (!made.ok) throw new Error(made.error);
    expect(branch('B')).toMatchObject({ ok: false, error: expect.stringContaining('already') as unknown });
    expect(projects.variants.change(id, { kind: 'rename', id: made.id, name: 'Main' }).ok).toBe(false);
    expect(projects.variants.change(id, { kind: 'rename', id: made.id, name: 'Braces moved' }).ok).toBe(true);
    projects.variants.change(id, { kind: 'bin', id: main });
    // without a number the project opens at the first variant that is not in the bin
    expect(projects.revisions.open(id)!.variantId).toBe(made.id);
    expect(projects.list.page().rows).toHaveLength(1);
    expect(projects.variants.change(id, { kind: 'restore', id: main }).ok).toBe(true);
    expect(projects.revisions.open(id)!.variantId).toBe(main);
    expect(projects.variants.change(id, { kind: 'rename', id: 999, name: 'X' })).toEqual({
      ok: false,
      error: 'This variant is not there any more.',
    });
  });

  test('a revision of another project cannot be had through this one', () => {
    const { projects, id } = opened();
    const other = projects.create(buildTernHide(), 'Made');
    const foreign = projects.revisions.head(other)!.revisionId;
    expect(projects.revisions.at(id, foreign)).toBeUndefined();
    expect(projects.revisions.at(other, foreign)).toBeDefined();
  });
});

test('a database of the first version gets branches and keeps its projects', () => {
  const folder = mkdtempSync(join(tmpdir(), 'elbow-'));
  const path = join(folder, 'old.sqlite');
  const old = new Sqlite(path);
  old.exec('CREATE TABLE migration (number INTEGER PRIMARY KEY, name TEXT NOT NULL, at TEXT NOT NULL) STRICT');
  old.exec(migrations[0].sql);
  old.exec(
    "INSERT INTO migration VALUES (1, 'first', '2026-01-01'); INSERT INTO project (id, name, created_at) VALUES ('p', 'Old', '2026-01-01'); INSERT INTO variant (project_id, name) VALUES ('p', 'Main')",
  );
  old.close();
  const database = openDatabase(path);
  expect(database.prepare('SELECT name, created_at AS at, parent_id AS parent FROM variant').all()).toEqual([
    { name: 'Main', at: '2026-01-01', parent: null },
  ]);
  database.close();
  rmSync(folder, { recursive: true });
});

test('a quantity is watched once, in every variant, until it is taken off', () => {
  const { projects, id } = opened();
  const watch = { kind: 'utilisation', member: null } as const;
  projects.watches.change(id, { kind: 'add', watch });
  const [row, ...rest] = projects.watches.change(id, { kind: 'add', watch });
  expect(rest).toEqual([]);
  expect(projects.watches.change(id, { kind: 'remove', id: row.id })).toEqual([]);
});

describe('recorded runs', () => {
  const inPlace: JobRunner = async (_task, onProgress) => {
    onProgress({ phase: 'solve', fraction: 0.5 });
    return solveModel(buildTernHide());
  };
  const settled = async (runs: RecordedRuns, id: string) => {
    for (let i = 0; i < 200 && runs.unfinished().length > 0; i++)
      await new Promise((resolve) => setTimeout(resolve, 5));
    return runs.list(id);
  };

  test('a job keeps its results block by block, with the revision and settings they come from', async () => {
    const { database, projects, id } = opened();
    const runs = new RecordedRuns(database);
    const revision = projects.revisions.head(id)!.revisionId;
    const number = runs.begin(revision, 'As submitted');
    new Jobs(runs, projects.revisions, inPlace).start(id, number, revision);
    const [run] = await settled(runs, id);
    expect(run).toMatchObject({
      id: number,
      name: 'As submitted',
      status: 'done',
      revision,
      number: 1,
      variantName: 'Main',
      madeBy: 'server',
      settings: { code: 'US codes' },
    });
    const outcome = runs.outcome(number)!;
    const solution = solutionOf(
      outcome.blocks.map(({ kind, id: caseId }) => ({
        kind: kind as 'case',
        id: caseId,
        bytes: runs.block(number, kind, caseId)!,
      })),
    );
    const expected = (await solveModel(buildTernHide())).blocks.map(({ kind, id: caseId, packed }) => ({
      kind: kind as 'case',
      id: caseId,
      bytes: gunzipSync(packed),
    }));
    expect(solution.cases.map((one) => [...one.displacements])).toEqual(
      solutionOf(expected).cases.map((one) => [...one.displacements]),
    );
    expect(outcome.checks.length).toBe(Object.keys(buildTernHide().members).length);
  });

  test('what was kept for comparisons goes when its variant moves on; what has a name stays', () => {
    const { database, projects, id, main } = opened();
    const runs = new RecordedRuns(database);
    const outcome = { status: 'stopped' as const, seconds: 1, settings: {}, findings: [], checks: [], blocks: [] };
    const keep = (name: string | null) => runs.keep(projects.revisions.head(id)!.revisionId, name, outcome);
    keep(null);
    keep('First');
    move(projects, id, 1);
    keep(null);
    const branch = projects.variants.change(id, { kind: 'branch', from: main, name: 'B' });
    if (!branch.ok) throw new Error(branch.error);
    runs.keep(projects.revisions.head(id, branch.id)!.revisionId, null, outcome);
    expect(runs.list(id).map((run) => [run.variantName, run.name, run.number])).toEqual([
      ['B', null, 1],
      ['Main', null, 2],
      ['Main', 'First', 1],
    ]);
  });

  test('a job can be cancelled, fails with its reason, and is taken up again by the next server', async () => {
    const { database, projects, id } = opened();
    const runs = new RecordedRuns(database);
    const revision = projects.revisions.head(id)!.revisionId;
    const never: JobRunner = (_, onProgress, signal) =>
      new Promise((_resolve, reject) => {
        onProgress({ phase: 'factorise', fraction: 0.25 });
        signal.addEventListener('abort', () => reject(new Error('aborted')));
      });
    const jobs = new Jobs(runs, projects.revisions, never);
    const started = (queue: Jobs, name: string | null) => {
      const number = runs.begin(revision, name);
      expect(queue.start(id, number, revision)).toBe(true);
      return number;
    };
    const cancel = (number: number) => {
      const cancelled = runs.end(number, 'cancelled');
      jobs.abort(number);
      return cancelled;
    };
    const first = started(jobs, null);
    await new Promise((resolve) => setTimeout(resolve, 1));
    expect(runs.get(id, first)).toMatchObject({ status: 'running', phase: 'factorise', fraction: 0.25 });
    expect(cancel(first)).toBe(true);
    expect(runs.get(id, first)!.status).toBe('cancelled');
    expect(cancel(first)).toBe(false);
    const broken = started(new Jobs(runs, projects.revisions, () => Promise.reject(new Error('out of memory'))), null);
    await settled(runs, id);
    expect(runs.get(id, broken)).toMatchObject({ status: 'failed', error: 'out of memory' });
    const left = started(jobs, 'Left behind');
    new Jobs(runs, projects.revisions, inPlace).resume();
    await settled(runs, id);
    expect(runs.get(id, left)!.status).toBe('done');
    expect(jobs.start(id, left, 4711)).toBe(false);
    cancel(left);
  });
});
