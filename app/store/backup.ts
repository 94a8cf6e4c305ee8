import Sqlite from 'better-sqlite3';
import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { migrations } from './migrations';

export type BackupOutcome =
  { readonly ok: true; readonly words: string } | { readonly ok: false; readonly error: string };

/** What a file that shall be an Elbow database holds, or what is wrong with it. */
export function verifyDatabase(
  file: string,
):
  | { readonly ok: true; readonly projects: number; readonly revisions: number }
  | { readonly ok: false; readonly error: string } {
  if (!existsSync(file)) return { ok: false, error: `There is no file ${file}.` };
  let database: Sqlite.Database | undefined;
  try {
    database = new Sqlite(file, { readonly: true });
    const damage = database.pragma('integrity_check', { simple: true });
    if (damage !== 'ok') return { ok: false, error: `${file} is damaged: ${String(damage)}.` };
    const broken = database.pragma('foreign_key_check') as unknown[];
    if (broken.length > 0)
      return { ok: false, error: `${file} is damaged: ${broken.length} records refer to others that are not there.` };
    const { version } = database.prepare('SELECT max(number) AS version FROM migration').get() as { version: number };
    const newest = migrations[migrations.length - 1].number;
    if (version > newest)
      return {
        ok: false,
        error: `${file} is of version ${version}; this Elbow knows up to ${newest}. Use the newer Elbow that wrote it.`,
      };
    const count = (table: string) => (database!.prepare(`SELECT count(*) AS n FROM ${table}`).get() as { n: number }).n;
    return { ok: true, projects: count('project'), revisions: count('revision') };
  } catch (error) {
    return { ok: false, error: `${file} is not an Elbow database: ${wordsOf(error)}.` };
  } finally {
    database?.close();
  }
}

/**
 * Copies a database whole while others write to it, proves the copy, and only then gives it its name.
 * @param from the database's file
 * @param to   the copy; one that is there under this name is replaced when the new one is proven
 */
export async function backupDatabase(from: string, to: string): Promise<BackupOutcome> {
  if (!existsSync(from))
    return { ok: false, error: `There is no database at ${from}. ELBOW_DATA names the folder it lies in.` };
  const unproven = `${to}.unproven`;
  try {
    mkdirSync(dirname(to), { recursive: true });
    const database = new Sqlite(from, { readonly: true, timeout: 10_000 });
    try {
      await database.backup(unproven);
    } finally {
      database.close();
    }
    const proven = verifyDatabase(unproven);
    if (!proven.ok) return proven;
    renameSync(unproven, to);
    return {
      ok: true,
      words: `${proven.projects} projects with ${proven.revisions} revisions are in ${to}; the copy was read and found whole.`,
    };
  } catch (error) {
    return { ok: false, error: `No backup was made: ${wordsOf(error)}.` };
  } finally {
    for (const file of [unproven, `${unproven}-wal`, `${unproven}-shm`]) rmSync(file, { force: true });
  }
}

/**
 * Puts a backup in the place of a database, which is kept beside it. The server must not run.
 * @param stamp goes into the name of the one that is kept
 */
export function restoreDatabase(file: string, path: string, stamp: string): BackupOutcome {
  const proven = verifyDatabase(file);
  if (!proven.ok) return { ok: false, error: `${proven.error} Nothing was changed.` };
  const kept = `${path}.before-restore-${stamp}`;
  try {
    if (existsSync(path)) {
      const taken = takeAlone(path);
      if (taken !== undefined) return { ok: false, error: `${taken} Nothing was changed.` };
      renameSync(path, kept);
    }
    mkdirSync(dirname(path), { recursive: true });
    copyFileSync(file, path);
    for (const part of ['-wal', '-shm']) rmSync(`${path}${part}`, { force: true });
    return {
      ok: true,
      words: `${proven.projects} projects with ${proven.revisions} revisions were restored.${existsSync(kept) ? ` What was there before is kept in ${kept}.` : ''}`,
    };
  } catch (error) {
    if (!existsSync(path) && existsSync(kept)) renameSync(kept, path);
    return { ok: false, error: `Nothing was restored: ${wordsOf(error)}.` };
  }
}

/** Folds the log file into the database, which only the one who has it alone can do. @returns why it cannot */
function takeAlone(path: string): string | undefined {
  let database: Sqlite.Database | undefined;
  try {
    database = new Sqlite(path, { timeout: 0 });
    database.pragma('journal_mode = DELETE');
    return undefined;
  } catch (error) {
    const code = error !== null && typeof error === 'object' && 'code' in error ? String(error.code) : '';
    // what is damaged is replaced, and kept as it is
    return code.startsWith('SQLITE_BUSY') ? 'The server is running. Stop it first.' : undefined;
  } finally {
    database?.close();
  }
}

const wordsOf = (error: unknown): string =>
  error instanceof Error || (error !== null && typeof error === 'object' && 'message' in error)
    ? String((error as Error).message)
    : String(error);

/** A backup each night: where to, how many are kept, and at which hour. */
export interface NightlySettings {
  readonly folder: string;
  readonly kept: number;
  readonly hour: number;
}

/** ELBOW_BACKUPS names the folder (none: no backups), ELBOW_BACKUPS_KEPT how many stay (14), ELBOW_BACKUP_HOUR the hour of the day (2). @returns what is wrong in a sentence */
export function nightlySettings(
  env: Readonly<Record<string, string | undefined>>,
): NightlySettings | undefined | { readonly error: string } {
  const folder = env.ELBOW_BACKUPS?.trim() ?? '';
  if (folder === '') return undefined;
  const [kept, hour] = [Number(env.ELBOW_BACKUPS_KEPT ?? 14), Number(env.ELBOW_BACKUP_HOUR ?? 2)];
  if (!Number.isInteger(kept) || kept < 1)
    return { error: `ELBOW_BACKUPS_KEPT=${env.ELBOW_BACKUPS_KEPT} should be a whole number from 1 up.` };
  if (!Number.isInteger(hour) || hour < 0 || hour > 23)
    return { error: `ELBOW_BACKUP_HOUR=${env.ELBOW_BACKUP_HOUR} should be a whole number from 0 to 23.` };
  return { folder, kept, hour };
}

const nightly = /^elbow-\d{4}-\d{2}-\d{2}\.sqlite$/;
const two = (number: number) => String(number).padStart(2, '0');

/**
 * Makes the night's backup when it is due and takes the oldest away when there are more than are kept.
 * @returns what came of it; nothing when none was due
 */
export async function backupIfDue(
  path: string,
  { folder, kept, hour }: NightlySettings,
  now: Date,
): Promise<BackupOutcome | undefined> {
  const file = join(folder, `elbow-${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}.sqlite`);
  if (now.getHours() < hour || existsSync(file)) return undefined;
  const outcome = await backupDatabase(path, file);
  if (!outcome.ok) return outcome;
  const all = readdirSync(folder)
    .filter((name) => nightly.test(name))
    .sort();
  for (const old of all.slice(0, Math.max(0, all.length - kept))) rmSync(join(folder, old), { force: true });
  return outcome;
}
