import Sqlite from 'better-sqlite3';
import type { MessagePort } from 'node:worker_threads';
import { Revisions } from '../store/revisions';
import { giveWay } from './low-priority';
import type { PackedOutcome } from '../store/packed-outcome';
import { solveModel, type JobProgress } from './solve-model';

giveWay();

/** Which revision to solve, where it is stored, and where progress is told. */
export interface JobTask {
  /** the database's file */
  readonly path: string;
  readonly projectId: string;
  readonly revision: number;
  readonly port: MessagePort;
}

/** The door of a worker thread: reads a model from the database on a line of its own, and solves it. @throws Error when it is not there */
export default async function solveJob({ path, projectId, revision, port }: JobTask): Promise<PackedOutcome> {
  const database = new Sqlite(path, { readonly: true, timeout: 5000 });
  const model = new Revisions(database).at(projectId, revision);
  database.close();
  if (!model) throw new Error('The revision to be solved is not there any more.');
  return solveModel(model, (progress: JobProgress) => port.postMessage(progress));
}
