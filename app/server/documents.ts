import { MessageChannel } from 'node:worker_threads';
import { makeDocument, type DocumentKind, type OutcomeOf, type TaskOf } from '../jobs/documents';
import type { DocumentJob } from '../jobs/document-job';
import { database, databasePath } from '../store/database';
import { pool } from './pools';

/** One document may take this long, ms; then its thread is ended and another begins. */
const longest = 10 * 60_000;

/** Makes documents; a test makes them where it runs. */
export type Documents = <K extends DocumentKind>(
  kind: K,
  task: TaskOf<K>,
  signal?: AbortSignal,
  tell?: (phase: string) => void,
) => Promise<OutcomeOf<K>>;

/** A document that was not made, with a status and a sentence for who asked. */
export class NotMade extends Error {
  constructor(
    readonly status: 413 | 429 | 499 | 504,
    message: string,
  ) {
    super(message);
  }
}

/** In a worker thread, which a signal ends. @throws NotMade when it is too much, takes too long or nobody waits for it any more */
export const inDocumentThread: Documents = async <K extends DocumentKind>(
  kind: K,
  task: TaskOf<K>,
  signal?: AbortSignal,
  tell?: (phase: string) => void,
) => {
  // the file is made and brought up to date before a thread looks into it
  database();
  const { port1, port2 } = new MessageChannel();
  port1.on('message', (phase: string) => tell?.(phase));
  const timeout = AbortSignal.timeout(longest);
  try {
    const job: DocumentJob<K> = { path: databasePath(), kind, task, port: port2 };
    return (await pool('documents').run(job, {
      transferList: [port2],
      signal: signal ? AbortSignal.any([signal, timeout]) : timeout,
    })) as OutcomeOf<K>;
  } catch (error) {
    const code = error instanceof Error && 'code' in error ? String(error.code) : '';
    if (timeout.aborted)
      throw new NotMade(
        504,
        `This took more than ${longest / 60_000} minutes and was ended. Ask for less of it, such as fewer chapters or members.`,
      );
    if (signal?.aborted) throw new NotMade(499, 'It was cancelled.');
    if (code === 'ERR_WORKER_OUT_OF_MEMORY')
      throw new NotMade(
        413,
        'This needs more memory than a document may take. Ask for less of it, such as fewer chapters or members.',
      );
    if (error instanceof Error && /queue is at limit/i.test(error.message))
      throw new NotMade(429, 'The server has more documents to make already than it can. Try again in a minute.');
    throw error;
  } finally {
    port1.close();
  }
};

const held = globalThis as { elbowDocuments?: Documents };

/** The maker of documents: worker threads, or what a test put in its place. */
export const documents: Documents = (...asked) => (held.elbowDocuments ?? inDocumentThread)(...asked);

/** Makes documents where it is called, of a database in memory. */
export const inPlace =
  (store: Parameters<typeof makeDocument>[0]): Documents =>
  (kind, task, _signal, tell) =>
    makeDocument(store, kind, task, tell);
