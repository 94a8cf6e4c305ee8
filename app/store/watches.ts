import type { Database } from 'better-sqlite3';
import { z } from 'zod';
import { watchSchema, type Watch } from '~core/results';

export const watchChange = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('add'), watch: watchSchema }),
  z.strictObject({ kind: z.literal('remove'), id: z.number().int().positive() }),
]);

/** A watched quantity of a project; it holds for all its variants. */
export interface WatchRow {
  readonly id: number;
  readonly watch: Watch;
}

const selectWatches = 'SELECT id, definition FROM watch WHERE project_id = ? ORDER BY id';
const insertWatch = 'INSERT INTO watch (project_id, definition) VALUES (?, ?)';
const deleteWatch = 'DELETE FROM watch WHERE project_id = ? AND id = ?';

/** What is watched in each project. */
export class Watches {
  constructor(private readonly database: Database) {}

  list(projectId: string): WatchRow[] {
    const rows = this.database.prepare(selectWatches).all(projectId) as { id: number; definition: string }[];
    return rows.flatMap(({ id, definition }) => {
      const parsed = watchSchema.safeParse(JSON.parse(definition));
      return parsed.success ? [{ id, watch: parsed.data }] : [];
    });
  }

  /** Adds or removes one; the same quantity is not watched twice. */
  change(projectId: string, change: z.infer<typeof watchChange>): WatchRow[] {
    if (change.kind === 'remove') this.database.prepare(deleteWatch).run(projectId, change.id);
    else {
      const definition = JSON.stringify(change.watch);
      if (!this.list(projectId).some((row) => JSON.stringify(row.watch) === definition))
        this.database.prepare(insertWatch).run(projectId, definition);
    }
    return this.list(projectId);
  }
}
