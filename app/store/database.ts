import Sqlite, { type Database } from 'better-sqlite3';
import { mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { migrations } from './migrations';
import { NewerDatabase } from './storage-trouble';

/** Opens a database file, creating and migrating it as needed. `synchronous=FULL`: a committed edit survives a power cut. */
export function openDatabase(path: string): Database {
  if (path !== ':memory:') mkdirSync(dirname(path), { recursive: true });
  const database = new Sqlite(path);
  database.pragma('journal_mode = WAL');
  database.pragma('synchronous = FULL');
  database.pragma('foreign_keys = ON');
  database.pragma('busy_timeout = 5000');
  try {
    migrate(database);
  } catch (error) {
    database.close();
    throw error;
  }
  // from here on nobody waits for a lock with the server's thread in hand: writes are tried again (whenFree)
  database.pragma('busy_timeout = 20');
  return database;
}

function migrate(database: Database): void {
  database.exec(
    'CREATE TABLE IF NOT EXISTS migration (number INTEGER PRIMARY KEY, name TEXT NOT NULL, at TEXT NOT NULL) STRICT',
  );
  const done =
    (database.prepare('SELECT max(number) AS last FROM migration').get() as { last: number | null }).last ?? 0;
  const newest = migrations[migrations.length - 1].number;
  if (done > newest)
    throw new NewerDatabase(
      `The database is of version ${done}; this Elbow knows up to ${newest}. Start the newer Elbow that wrote it.`,
    );
  for (const { number, name, sql } of migrations) {
    if (number <= done) continue;
    database.transaction(() => {
      database.exec(sql);
      database
        .prepare('INSERT INTO migration (number, name, at) VALUES (?, ?, ?)')
        .run(number, name, new Date().toISOString());
    })();
  }
}

/** Where the data lives: the folder named by ELBOW_DATA, else `.elbow` beside the app. */
export function databasePath(): string {
  return join(process.env.ELBOW_DATA ?? '.elbow', 'elbow.sqlite');
}

const held = globalThis as { elbowDatabase?: Database };

/** Closes the server's connection, if it was opened. */
export function closeDatabase(): void {
  held.elbowDatabase?.close();
  delete held.elbowDatabase;
}

/** The server's one connection; kept on `globalThis` so that a reload of code in development does not open it twice. */
export function database(): Database {
  return (held.elbowDatabase ??= openDatabase(databasePath()));
}
