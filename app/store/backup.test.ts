import { copyFileSync, existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Database } from 'better-sqlite3';
import { buildTernHide } from '~demo/tern-hide';
import { backupDatabase, backupIfDue, nightlySettings, restoreDatabase, verifyDatabase } from './backup';
import { openDatabase } from './database';
import { Projects } from './projects';

let folder = '';
let path = '';
let database: Database;
let id = '';
const openAgain = () => (database = openDatabase(path));
const edit = (x: number) => {
  const { revisions } = new Projects(database);
  return revisions.append(id, revisions.head(id)!.revisionId, {
    kind: 'edit',
    act: { edits: [{ kind: 'nodes.move', ids: ['n1'], by: [x, 0, 0] }] },
  });
};
const place = () => new Projects(database).revisions.open(id)!.model.nodes.n1.position[0];
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'elbow-backup-'));
  path = join(folder, 'elbow.sqlite');
  openAgain();
  id = new Projects(database).create(buildTernHide(), 'Made');
});
afterEach(() => {
  database.close();
  rmSync(folder, { recursive: true });
});

test('a backup is made while edits are written, holds all that were acknowledged, and is restored', async () => {
  edit(1);
  const copy = join(folder, 'copies/copy.sqlite');
  const running = backupDatabase(path, copy);
  edit(1);
  expect(await running).toMatchObject({
    ok: true,
    words: expect.stringMatching(
      /^1 projects with \d revisions are in .*copy\.sqlite; the copy was read and found whole\.$/,
    ),
  });
  expect(readdirSync(join(folder, 'copies'))).toEqual(['copy.sqlite']);
  edit(1);
  expect(place()).toBe(3);
  // not under a running server
  expect(restoreDatabase(copy, path, 'x')).toEqual({
    ok: false,
    error: 'The server is running. Stop it first. Nothing was changed.',
  });
  expect(place()).toBe(3);
  database.close();
  expect(restoreDatabase(copy, path, 'x')).toMatchObject({ ok: true });
  openAgain();
  expect([1, 2]).toContain(place());
  edit(1);
  database.close();
  // what was replaced can be had back
  expect(restoreDatabase(`${path}.before-restore-x`, path, 'y')).toMatchObject({ ok: true });
  openAgain();
  expect(place()).toBe(3);
});

test('the database file alone lacks what is still in its log; a backup does not', async () => {
  for (let i = 0; i < 5; i++) edit(1);
  const [bare, copy] = [join(folder, 'bare.sqlite'), join(folder, 'copy.sqlite')];
  copyFileSync(path, bare);
  await backupDatabase(path, copy);
  const revisions = (file: string) => {
    const verified = verifyDatabase(file);
    return verified.ok ? verified.revisions : 0;
  };
  expect(revisions(bare)).toBeLessThan(6);
  expect(revisions(copy)).toBe(6);
});

test('what is no database, damaged or of a newer Elbow is not restored', () => {
  database.close();
  const other = join(folder, 'other');
  expect(restoreDatabase(other, path, 'x')).toMatchObject({ ok: false, error: expect.stringContaining('no file') });
  writeFileSync(other, 'a letter');
  expect(restoreDatabase(other, path, 'x')).toMatchObject({
    ok: false,
    error: expect.stringContaining('not an Elbow database'),
  });
  copyFileSync(path, other);
  const newer = openDatabase(other);
  newer.prepare("INSERT INTO migration VALUES (999, 'later', '')").run();
  newer.close();
  expect(restoreDatabase(other, path, 'x')).toMatchObject({
    ok: false,
    error: expect.stringContaining('of version 999'),
  });
  expect(existsSync(`${path}.before-restore-x`)).toBe(false);
  openAgain();
  expect(place()).toBe(0);
});

test('each night one backup is made, and the oldest goes when there are more than are kept', async () => {
  const settings = nightlySettings({ ELBOW_BACKUPS: join(folder, 'nights'), ELBOW_BACKUPS_KEPT: '3' });
  if (settings === undefined || 'error' in settings) throw new Error('no settings');
  expect(await backupIfDue(path, settings, new Date(2026, 10, 1, 1, 59))).toBeUndefined();
  for (let day = 1; day <= 5; day++) {
    expect(await backupIfDue(path, settings, new Date(2026, 10, day, 2, 1))).toMatchObject({ ok: true });
    expect(await backupIfDue(path, settings, new Date(2026, 10, day, 3, 1))).toBeUndefined();
  }
  expect(readdirSync(settings.folder)).toEqual([
    'elbow-2026-11-03.sqlite',
    'elbow-2026-11-04.sqlite',
    'elbow-2026-11-05.sqlite',
  ]);
  expect(nightlySettings({})).toBeUndefined();
  expect(nightlySettings({ ELBOW_BACKUPS: 'x', ELBOW_BACKUPS_KEPT: '0' })).toEqual({
    error: expect.stringContaining('ELBOW_BACKUPS_KEPT=0'),
  });
});
