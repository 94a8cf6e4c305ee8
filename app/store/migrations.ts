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
  {
    number: 2,
    name: 'branches, watched quantities, recorded runs',
    sql: `
      ALTER TABLE variant ADD COLUMN parent_id INTEGER REFERENCES variant(id);
      ALTER TABLE variant ADD COLUMN branched_from_id INTEGER REFERENCES revision(id);
      ALTER TABLE variant ADD COLUMN created_at TEXT NOT NULL DEFAULT '';
      ALTER TABLE variant ADD COLUMN binned_at TEXT;
      UPDATE variant SET created_at = (SELECT created_at FROM project WHERE project.id = variant.project_id);
      CREATE TABLE watch (
        id INTEGER PRIMARY KEY,
        project_id TEXT NOT NULL REFERENCES project(id),
        definition TEXT NOT NULL
      ) STRICT;
      CREATE TABLE recorded_run (
        id INTEGER PRIMARY KEY AUTOINCREMENT,
        revision_id INTEGER NOT NULL REFERENCES revision(id),
        name TEXT,
        at TEXT NOT NULL,
        made_by TEXT NOT NULL CHECK (made_by IN ('browser', 'server')),
        status TEXT NOT NULL CHECK (status IN ('waiting', 'running', 'done', 'stopped', 'failed', 'cancelled')),
        phase TEXT NOT NULL DEFAULT '',
        fraction REAL NOT NULL DEFAULT 0,
        seconds REAL NOT NULL DEFAULT 0,
        settings TEXT NOT NULL DEFAULT '{}',
        findings TEXT NOT NULL DEFAULT '[]',
        checks TEXT NOT NULL DEFAULT '[]',
        error TEXT NOT NULL DEFAULT ''
      ) STRICT;
      CREATE INDEX recorded_run_revision ON recorded_run(revision_id);
      CREATE TABLE run_block (
        run_id INTEGER NOT NULL REFERENCES recorded_run(id) ON DELETE CASCADE,
        kind TEXT NOT NULL,
        case_id TEXT NOT NULL,
        data BLOB NOT NULL,
        PRIMARY KEY (run_id, kind, case_id)
      ) STRICT;
    `,
  },
  {
    number: 3,
    name: 'keys of acts and answers, windows, cards of the project list',
    sql: `
      ALTER TABLE revision ADD COLUMN act_key TEXT;
      ALTER TABLE revision ADD COLUMN window_id TEXT NOT NULL DEFAULT '';
      CREATE UNIQUE INDEX revision_act_key ON revision(variant_id, act_key) WHERE act_key IS NOT NULL;
      CREATE INDEX variant_project ON variant(project_id);
      CREATE TABLE answered (
        key TEXT PRIMARY KEY,
        at TEXT NOT NULL,
        answer TEXT NOT NULL
      ) STRICT;
      CREATE TABLE project_card (
        project_id TEXT PRIMARY KEY REFERENCES project(id),
        revision_id INTEGER NOT NULL,
        card TEXT NOT NULL
      ) STRICT;
    `,
  },
];
