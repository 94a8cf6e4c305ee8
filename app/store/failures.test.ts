import { jest } from '@jest/globals';
import type { Database, Statement } from 'better-sqlite3';
import { closeSync, mkdirSync, mkdtempSync, openSync, readFileSync, rmSync, statSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Act } from '~core/model';
import { buildTernHide } from '~demo/tern-hide';
import { openDatabase } from './database';
import { Projects } from './projects';
import { RecordedRuns } from './recorded-runs';
import { troubleOf } from './storage-trouble';

/** Fails the n-th statement that is executed from now on, as a full disk does; 0: none. */
interface Trap {
  at: number;
  executed: number;
}

class DiskFull extends Error {
  readonly code = 'SQLITE_FULL';
}

/** A database whose statements, and whose commits, fail where the trap says. */
function trapped(database: Database, trap: Trap): Database {
  const step = () => {
    if (++trap.executed === trap.at) throw new DiskFull('database or disk is full');
  };
  const statement = (real: Statement): Statement =>
    new Proxy(real, {
      get: (target, name) => {
        const value: unknown = Reflect.get(target, name, target);
        if (typeof value !== 'function') return value;
        return (...args: unknown[]): unknown => {
          if (name === 'run' || name === 'get' || name === 'all') step();
          return Reflect.apply(value, target, args);
        };
      },
    });
  return new Proxy(database, {
    get: (target, name) => {
      if (name === 'prepare') return (sql: string) => statement(target.prepare(sql));
      if (name === 'transaction') {
        return (work: () => unknown) => {
          const run = () => {
            const result = work();
            // the commit is a step too
            step();
            return result;
          };
          return target.transaction(run);
        };
      }
      const value: unknown = Reflect.get(target, name, target);
      return typeof value === 'function' ? value.bind(target) : value;
    },
  });
}

// what is written after the commit says on the console that it failed
beforeEach(() => void jest.spyOn(console, 'error').mockImplementation(() => undefined));
afterEach(() => jest.restoreAllMocks());

const move = (x: number): Act => ({ edits: [{ kind: 'nodes.move', ids: ['n1'], by: [x, 0, 0] }] });
const tables = ['project', 'variant', 'revision', 'snapshot', 'run', 'watch', 'recorded_run', 'run_block', 'answered'];
const everything = (database: Database) =>
  Object.fromEntries(tables.map((table) => [table, database.prepare(`SELECT * FROM ${table} ORDER BY 1`).all()]));

interface Place {
  readonly projects: Projects;
  readonly runs: RecordedRuns;
  readonly id: string;
  readonly main: number;
}
const outcome = {
  status: 'stopped' as const,
  seconds: 1,
  settings: {},
  findings: [],
  checks: [],
  blocks: [{ kind: 'case', id: 'c1', packed: new Uint8Array(3) }],
};
const summary = { status: 'solved' as const, stops: 0, remarks: 0, worst: null, utilisations: {} };
const maker = (key: string) => ({ key, window: 'window-1', author: 'you', others: new Set<string>() });

const writes: Readonly<Record<string, (place: Place) => unknown>> = {
  'an edit': ({ projects, id }) =>
    projects.revisions.append(
      id,
      projects.revisions.head(id)!.revisionId,
      { kind: 'edit', act: move(1) },
      undefined,
      maker('key-of-an-edit'),
    ),
  'an undo': ({ projects, id }) =>
    projects.revisions.append(id, projects.revisions.head(id)!.revisionId, { kind: 'undo' }),
  'a new project': ({ projects }) => projects.create(buildTernHide(), 'Made'),
  'a copy': ({ projects, id }) => projects.duplicate(id),
  'a branch': ({ projects, id, main }) =>
    projects.answered.once('variant', 'key-of-a-branch', () =>
      projects.variants.change(id, { kind: 'branch', from: main, name: 'Deeper' }),
    ),
  'a renamed variant': ({ projects, id, main }) =>
    projects.variants.change(id, { kind: 'rename', id: main, name: 'Trunk' }),
  'the bin': ({ projects, id }) => projects.setBinned(id, true),
  'a watch': ({ projects, id }) =>
    projects.answered.once('watch', 'key-of-a-watch', () =>
      projects.watches.change(id, { kind: 'add', watch: { kind: 'utilisation', member: null } }),
    ),
  'a solve': ({ projects, id }) => projects.keepRun(id, projects.revisions.head(id)!.revisionId, summary),
  'a kept run': ({ projects, runs, id }) => runs.keep(projects.revisions.head(id)!.revisionId, 'As submitted', outcome),
};

describe.each(Object.entries(writes))('%s', (_, write) => {
  test('fails whole at whichever statement fails, and works when it is tried again', () => {
    for (let at = 1; ; at++) {
      const database = openDatabase(':memory:');
      const trap: Trap = { at: 0, executed: 0 };
      const through = trapped(database, trap);
      const projects = new Projects(through);
      const id = projects.create(buildTernHide(), 'Made');
      const { variantId: main, revision } = projects.revisions.open(id)!;
      expect(projects.revisions.append(id, revision, { kind: 'edit', act: move(0.25) }).status).toBe('done');
      const place = { projects, runs: new RecordedRuns(through), id, main };
      const before = everything(database);
      Object.assign(trap, { at, executed: 0 });
      let failed: unknown;
      try {
        write(place);
      } catch (error) {
        failed = error;
      }
      trap.at = 0;
      if (failed === undefined) {
        expect(at).toBeGreaterThan(1);
        database.close();
        return;
      }
      expect(troubleOf(failed)?.trouble).toBe('full');
      expect(everything(database)).toEqual(before);
      // what is remembered is what is stored, also for what comes after
      expect(projects.revisions.open(id)).toEqual(new Projects(database).revisions.open(id));
      write(place);
      const other = projects.create(
        { ...buildTernHide(), settings: { ...buildTernHide().settings, name: 'Heron Hide' } },
        'Made',
      );
      const fresh = new Projects(database);
      expect(projects.revisions.open(other)).toEqual(fresh.revisions.open(other));
      expect(fresh.revisions.open(other)!.model.settings.name).toBe('Heron Hide');
      expect(projects.revisions.open(id)).toEqual(fresh.revisions.open(id));
      database.close();
    }
  });
});

test('a number that was rolled back is not given again', () => {
  const trap: Trap = { at: 0, executed: 0 };
  const projects = new Projects(trapped(openDatabase(':memory:'), trap));
  const id = projects.create(buildTernHide(), 'Made');
  const base = projects.revisions.open(id)!.revision;
  const edit = () => projects.revisions.append(id, base, { kind: 'edit', act: move(1) });
  // the last statement of an edit's transaction is the commit
  let at = 1;
  for (; ; at++) {
    Object.assign(trap, { at, executed: 0 });
    try {
      edit();
      break;
    } catch {
      trap.at = 0;
    }
  }
  // head and last number, then four that fail after a number was taken: revision, head, name, commit
  expect([at, projects.revisions.head(id)!.revisionId]).toEqual([7, base + 5]);
});

test('a disk that is really full refuses the edit and keeps what there was; with room again the edit is made', () => {
  const database = openDatabase(':memory:');
  const projects = new Projects(database);
  const id = projects.create(buildTernHide(), 'Made');
  const before = projects.revisions.open(id)!;
  const pages = database.pragma('page_count', { simple: true }) as number;
  database.pragma(`max_page_count = ${pages}`);
  const big: Act = {
    edits: [
      {
        kind: 'add',
        records: {
          nodes: Array.from({ length: 3000 }, (_, i) => ({
            id: `n${i + 10}`,
            position: [i, 3, 1] as [number, number, number],
          })),
        },
      },
    ],
  };
  const edit = () => projects.revisions.append(id, before.revision, { kind: 'edit', act: big });
  let trouble: unknown;
  try {
    trouble = edit();
  } catch (error) {
    trouble = troubleOf(error);
  }
  expect(trouble).toMatchObject({ trouble: 'full', error: expect.stringContaining('Make room') });
  expect(projects.revisions.open(id)).toEqual(before);
  database.pragma('max_page_count = 1000000');
  expect(edit().status).toBe('done');
  expect(Object.keys(projects.revisions.open(id)!.model.nodes)).toHaveLength(3005);
});

describe('a database file that was damaged', () => {
  const folder = mkdtempSync(join(tmpdir(), 'elbow-damaged-'));
  afterAll(() => rmSync(folder, { recursive: true }));
  const path = join(folder, 'elbow.sqlite');
  const made = () => {
    rmSync(folder, { recursive: true });
    mkdirSync(folder);
    const database = openDatabase(path);
    const projects = new Projects(database);
    const id = projects.create(buildTernHide(), 'Made');
    projects.revisions.append(id, projects.revisions.head(id)!.revisionId, { kind: 'edit', act: move(1) });
    const { model } = projects.revisions.open(id)!;
    database.close();
    return { id, model, size: statSync(path).size };
  };
  /** what each way in answers of the damage */
  const asked = ({ id, model }: Pick<ReturnType<typeof made>, 'id' | 'model'>): (string | undefined)[] => {
    const answers: (string | undefined)[] = [];
    const ask = (work: (projects: Projects) => unknown) => {
      let database: Database | undefined;
      try {
        database = openDatabase(path);
        work(new Projects(database));
        answers.push(undefined);
      } catch (error) {
        answers.push(troubleOf(error)?.trouble ?? String(error));
      } finally {
        database?.close();
      }
    };
    ask((projects) => projects.list.page());
    ask((projects) => {
      const read = projects.revisions.open(id);
      // nothing is read, or what was stored
      if (read) expect(read.model).toEqual(model);
    });
    ask((projects) => projects.create(buildTernHide(), 'Made'));
    return answers;
  };

  test('its beginning overwritten: every way in says so, and nothing is written to it', () => {
    const stored = made();
    const file = openSync(path, 'r+');
    writeSync(file, Buffer.alloc(100, 0x5a), 0, 100, 0);
    closeSync(file);
    const before = readFileSync(path);
    expect(asked(stored)).toEqual(['damaged', 'damaged', 'damaged']);
    expect(readFileSync(path).equals(before)).toBe(true);
  });

  test('any page overwritten: what is read is right, or it is said to be damaged; never a stack, never other data', () => {
    const { size } = made();
    for (let page = 1; page < size / 4096; page++) {
      const stored = made();
      const file = openSync(path, 'r+');
      writeSync(file, Buffer.alloc(4096, 0x5a), 0, 4096, 4096 * page);
      closeSync(file);
      const answers = asked(stored);
      expect(
        answers.filter((answer) => answer !== undefined && answer !== 'damaged' && answer !== 'broken-project'),
      ).toEqual([]);
    }
  });
});
