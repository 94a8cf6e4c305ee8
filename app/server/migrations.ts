/** Schema changes in order; each runs once, in a transaction with its number. A released one is never edited. */
export const migrations: readonly { number: number; name: string; sql: string }[] = [
  {
    number: 1,
    name: 'projects, variants, revisions, snapshots, runs',
    sql: `
      CREATE TABLE project (
        id TEXT PRIMARY KEY,
        name TEXT NOT NULL,
        created_at TEXT NOT NULL,
        binned_at TEXT
      ) STRICT;
      CREATE TABLE variant (
        id INTEGER PRIMARY KEY,
        project_id TEXT NOT NULL REFERENCES project(id),
        name TEXT NOT NULL,
        head_revision_id INTEGER REFERENCES revision(id)
      ) STRICT;
      CREATE TABLE revision (
        id INTEGER PRIMARY KEY AUTOINCREMENT,
        variant_id INTEGER NOT NULL REFERENCES variant(id),
        parent_id INTEGER REFERENCES revision(id),
        kind TEXT NOT NULL CHECK (kind IN ('start', 'edit', 'undo', 'redo')),
        target_id INTEGER REFERENCES revision(id),
        sentence TEXT NOT NULL,
        author TEXT NOT NULL,
        at TEXT NOT NULL,
        edits TEXT NOT NULL,
        inverse TEXT NOT NULL
      ) STRICT;
      CREATE UNIQUE INDEX revision_parent ON revision(variant_id, parent_id);
      CREATE TABLE snapshot (
        revision_id INTEGER PRIMARY KEY REFERENCES revision(id),
        model BLOB NOT NULL
      ) STRICT;
      CREATE TABLE run (
        id INTEGER PRIMARY KEY,
        revision_id INTEGER NOT NULL UNIQUE REFERENCES revision(id),
        at TEXT NOT NULL,
        status TEXT NOT NULL CHECK (status IN ('solved', 'stopped')),
        summary TEXT NOT NULL
      ) STRICT;
      CREATE TABLE setting (
        key TEXT PRIMARY KEY,
        value TEXT NOT NULL
      ) STRICT;
    `,
  },
];
