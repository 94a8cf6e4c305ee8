import { setPriority } from 'node:os';
import { isMainThread } from 'node:worker_threads';

/** How much a thread that makes documents or solves gives way to the one that answers, on the scale of nice. */
const givesWay = 10;

/** Has this worker thread give way. On Linux the priority is the thread's own; elsewhere it would be the whole server's, so it is left. */
export function giveWay(): void {
  if (process.platform === 'linux' && !isMainThread) setPriority(givesWay);
}
