import Sqlite, { type Database } from 'better-sqlite3';
import type { MessagePort } from 'node:worker_threads';
import { makeDocument, type DocumentKind, type OutcomeOf, type TaskOf } from './documents';
import { giveWay } from './low-priority';

giveWay();

export interface DocumentJob<K extends DocumentKind = DocumentKind> {
  /** the database's file */
  readonly path: string;
  readonly kind: K;
  readonly task: TaskOf<K>;
  readonly port: MessagePort;
}

let open: { readonly path: string; readonly database: Database } | undefined;

/** The door of a worker thread for documents: it reads the database on a line of its own and writes nothing. */
export default async function documentJob<K extends DocumentKind>({
  path,
  kind,
  task,
  port,
}: DocumentJob<K>): Promise<OutcomeOf<K>> {
  if (open?.path !== path) {
    open?.database.close();
    open = { path, database: new Sqlite(path, { readonly: true, timeout: 5000 }) };
  }
  return makeDocument(open.database, kind, task, (phase) => port.postMessage(phase));
}
