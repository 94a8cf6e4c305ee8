import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Database } from 'better-sqlite3';
import type { Act, Edit } from '~core/model';
import { buildTernHide } from '~demo/tern-hide';
import { openDatabase } from './database';
import { migrations } from './migrations';
import { Projects } from './projects';

let folder = '';
let path = '';
let database: Database;
let projects: Projects;

const open = () => {
  database = openDatabase(path);
  projects = new Projects(database);
};
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'elbow-server-'));
  path = join(folder, 'elbow.sqlite');
  open();
});
afterEach(() => {
  database.close();
  rmSync(folder, { recursive: true });
});

const move = (x: number): Act => ({ edits: [{ kind: 'nodes.move', ids: ['n1'], by: [x, 0, 0] }] });
const head = (id: string) => projects.revisions.open(id)!;
const edit = (id: string, act: Act, base = head(id).revision) =>
  projects.revisions.append(id, base, { kind: 'edit', act });
const undo = (id: string) => projects.revisions.append(id, head(id).revision, { kind: 'undo' });
const redo = (id: string) => projects.revisions.append(id, head(id).revision, { kind: 'redo' });
const placeOf = (id: string) => head(id).model.nodes.n1.position[0];

test('a project is made, listed with its size, renamed with its model, copied, binned and restored', () => {
  const id = projects.create(buildTernHide(), 'Imported');
  expect(projects.list.page().rows).toMatchObject([
    {
      id,
      name: 'Tern Hide',
      card: { members: 4, nodes: 5, description: '1 storey, steel frame' },
      run: null,
      binnedAt: null,
    },
  ]);
  expect(projects.list.page().rows[0].card!.plan[0]).toBeCloseTo(4.8, 9);
  edit(id, { edits: [{ kind: 'settings.change', fields: { name: 'Heron Hide' } }] });
  expect(projects.list.page().rows[0]).toMatchObject({
    name: 'Heron Hide',
    lastSentence: 'Renamed the project to Heron Hide',
  });
  const copy = projects.duplicate(id)!;
  expect(head(copy).model.members).toEqual(head(id).model.members);
  edit(copy, move(1));
  expect(placeOf(id)).toBe(0);
  projects.setBinned(id, true);
  expect(projects.isBinned(id)).toBe(true);
  projects.setBinned(id, false);
  expect([projects.isBinned(id), projects.isBinned('nowhere'), projects.duplicate('nowhere')]).toEqual([
    false,
    undefined,
    undefined,
  ]);
});

test('undo and redo work across a restart, without limit, and an edit ends what could be redone', () => {
  const id = projects.create(buildTernHide(), 'Imported');
  for (let i = 1; i <= 3; i++) edit(id, move(1));
  database.close();
  open();
  expect(placeOf(id)).toBe(3);
  undo(id);
  undo(id);
  expect(placeOf(id)).toBe(1);
  redo(id);
  expect(placeOf(id)).toBe(2);
  edit(id, move(10));
  expect(redo(id)).toEqual({ status: 'refused', error: 'There is nothing to redo.' });
  for (let i = 0; i < 3; i++) undo(id);
  expect(placeOf(id)).toBe(0);
  expect(undo(id)).toEqual({ status: 'refused', error: 'There is nothing to undo.' });
  expect(head(id).history.map((entry) => entry.kind)).toEqual([
    'start',
    'edit',
    'edit',
    'edit',
    'undo',
    'undo',
    'redo',
    'edit',
    'undo',
    'undo',
    'undo',
  ]);
});

test('an edit made on an older revision is not appended; it is answered with what happened since', () => {
  const id = projects.create(buildTernHide(), 'Imported');
  const base = head(id).revision;
  edit(id, move(1), base);
  const late = edit(id, move(5), base);
  expect(late).toMatchObject({ status: 'behind', steps: [{ sentence: 'Moved node n1 by (1.000, 0.000, 0.000) m' }] });
  expect(placeOf(id)).toBe(1);
  expect(edit(id, move(5), late.status === 'behind' ? late.steps[0].id : 0).status).toBe('done');
  expect(placeOf(id)).toBe(6);
});

test('an edit that cannot be carried out leaves nothing behind', () => {
  const id = projects.create(buildTernHide(), 'Imported');
  const before = head(id);
  const deleted: Edit = { kind: 'change', table: 'members', changes: [{ id: 'm99', fields: { angle: 1 } }] };
  expect(edit(id, { edits: [move(1).edits[0], deleted] })).toMatchObject({
    status: 'refused',
    error: expect.stringContaining('m99 is not in the model'),
  });
  expect(head(id)).toEqual(before);
});

test('a project of many revisions is read from its snapshots as if replayed from the start', async () => {
  const id = projects.create(buildTernHide(), 'Imported');
  for (let i = 0; i < 120; i++) {
    edit(id, move(0.125));
    await projects.revisions.settled();
  }
  const { n } = database.prepare('SELECT count(*) AS n FROM snapshot').get() as { n: number };
  expect(n).toBe(3);
  database.close();
  open();
  expect(placeOf(id)).toBe(15);
});

test('the result of a solve is kept for the head only, and goes with the next edit', () => {
  const id = projects.create(buildTernHide(), 'Imported');
  const summary = {
    status: 'solved' as const,
    stops: 0,
    remarks: 1,
    worst: { utilisation: 0.31, member: 'm2', title: 'Bending' },
    utilisations: { m2: 0.31 },
  };
  const { revision } = head(id);
  expect(projects.keepRun(id, revision, summary)).toBe(true);
  expect(projects.list.page().rows[0].run).toMatchObject({ remarks: 1, worst: { utilisation: 0.31 } });
  expect(
    projects.list
      .page()
      .rows[0].outline.split(',')
      .some((line) => line.endsWith(' 31')),
  ).toBe(true);
  edit(id, move(1));
  expect(projects.list.page().rows[0].run).toBeNull();
  expect(projects.keepRun(id, revision, summary)).toBe(false);
});

test('migrations run once, and a database of a newer Elbow is refused', () => {
  const { n } = database.prepare('SELECT count(*) AS n FROM migration').get() as { n: number };
  expect(n).toBe(migrations.length);
  database.prepare('INSERT INTO migration (number, name, at) VALUES (?, ?, ?)').run(999, 'from the future', '');
  database.close();
  expect(open).toThrow(/version 999/);
  database = openDatabase(':memory:');
});

test('a damaged project is a row that says so; the others are listed, in pages, found by a part of their name', () => {
  const whole = projects.create(buildTernHide(), 'Imported');
  const [noModel, noHead, badCard, badSummary] = Array.from({ length: 4 }, () =>
    projects.create(buildTernHide(), 'Imported'),
  );
  const revisionOf = (id: string) => projects.revisions.head(id)!.revisionId;
  database.prepare('DELETE FROM project_card').run();
  database.prepare("UPDATE snapshot SET model = x'00' WHERE revision_id = ?").run(revisionOf(noModel));
  database.prepare('UPDATE variant SET head_revision_id = NULL WHERE project_id = ?').run(noHead);
  database.prepare("INSERT INTO project_card VALUES (?, ?, '{')").run(badCard, revisionOf(badCard));
  database.prepare("INSERT INTO run VALUES (1, ?, '', 'solved', '{nothing')").run(revisionOf(badSummary));
  projects = new Projects(database);
  const rows = Object.fromEntries(projects.list.page().rows.map((row) => [row.id, row]));
  expect(Object.keys(rows)).toHaveLength(5);
  expect(rows[noModel].broken).toMatch(/stored model cannot be unpacked/);
  expect(rows[noHead].broken).toMatch(/no end that can be found/);
  expect([whole, badCard, badSummary].map((id) => [rows[id].broken, rows[id].card?.members, rows[id].run])).toEqual(
    Array.from({ length: 3 }, () => [undefined, 4, null]),
  );
  for (let i = 0; i < 40; i++)
    projects.create({ ...buildTernHide(), settings: { ...buildTernHide().settings, name: `Hide 100% ${i}` } }, 'Made');
  expect(projects.list.page({ page: 3 })).toMatchObject({ found: 45, pages: 3, page: 3, open: 45 });
  expect(projects.list.page({ page: 3 }).rows).toHaveLength(13);
  expect(projects.list.page({ find: '100% 1' }).found).toBe(11);
  expect(projects.list.page({ find: '%_' }).found).toBe(0);
  expect(projects.list.page({ page: 99 }).page).toBe(3);
});

test('a project in the bin can be deleted for good, with all it has, and no other is touched', () => {
  const [id, other] = [projects.create(buildTernHide(), 'Imported'), projects.create(buildTernHide(), 'Imported')];
  edit(id, move(1));
  const branch = projects.variants.change(id, { kind: 'branch', from: head(id).variantId, name: 'Deeper' });
  expect(branch.ok).toBe(true);
  projects.watches.change(id, { kind: 'add', watch: { kind: 'utilisation', member: null } });
  expect(projects.erase(id)).toBe(false);
  projects.setBinned(id, true);
  const count = (table: string) => (database.prepare(`SELECT count(*) AS n FROM ${table}`).get() as { n: number }).n;
  expect(projects.erase(id)).toBe(true);
  expect(['project', 'variant', 'revision', 'snapshot', 'watch'].map(count)).toEqual([1, 1, 1, 1, 0]);
  expect(projects.erase(id)).toBe(false);
  expect(head(other).model.settings.name).toBe('Tern Hide');
  expect(database.pragma('foreign_key_check')).toEqual([]);
});

test('a setting that was not set before is left out again by undo, also where an earlier Elbow lost it from the log', () => {
  const id = projects.create(buildTernHide(), 'Imported');
  const before = head(id).model;
  edit(id, { edits: [{ kind: 'settings.change', fields: { limits: { drift: 400 } } }] });
  expect(head(id).model.settings.limits).toEqual({ drift: 400 });
  undo(id);
  expect(head(id).model).toEqual(before);
  redo(id);
  expect(head(id).model.settings.limits).toEqual({ drift: 400 });
  database
    .prepare('UPDATE revision SET inverse = \'[{"kind":"settings.change","fields":{}}]\' WHERE kind = \'edit\'')
    .run();
  undo(id);
  expect(head(id).model).toEqual(before);
  database.close();
  open();
  expect(head(id).model).toEqual(before);
  edit(id, { edits: [{ kind: 'settings.change', fields: { limits: { drift: 400 } } }] });
  edit(id, { edits: [{ kind: 'settings.change', fields: { limits: undefined } }] });
  database.close();
  open();
  expect(head(id).model.settings).not.toHaveProperty('limits');
});
