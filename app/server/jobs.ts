import { MessageChannel } from 'node:worker_threads';
import type { PackedOutcome } from '../store/packed-outcome';
import type { JobTask } from '../jobs/solve-job';
import type { JobProgress } from '../jobs/solve-model';
import { databasePath } from '../store/database';
import { pool } from './pools';
import type { RecordedRuns } from '../store/recorded-runs';
import type { Revisions } from '../store/revisions';
import { troubleOf, whenFree } from '../store/storage-trouble';

/** Carries out one job away from the server's own thread. Rejects when it is aborted. */
export type JobRunner = (
  task: Pick<JobTask, 'projectId' | 'revision'>,
  onProgress: (progress: JobProgress) => void,
  signal: AbortSignal,
) => Promise<PackedOutcome>;

/** A run may take this long, ms; then its thread is ended and another begins. */
const longest = 3_600_000;

/** Runs jobs in worker threads, one at a time: a solve uses all the memory it can get. */
export const inWorkerThread: JobRunner = async (task, onProgress, signal) => {
  const { port1, port2 } = new MessageChannel();
  port1.on('message', (progress: JobProgress) => onProgress(progress));
  const timeout = AbortSignal.timeout(longest);
  try {
    return (await pool('runs').run({ ...task, path: databasePath(), port: port2 } satisfies JobTask, {
      transferList: [port2],
      signal: AbortSignal.any([signal, timeout]),
    })) as PackedOutcome;
  } catch (error) {
    if (timeout.aborted)
      throw new Error(
        `It took more than ${longest / 60_000} minutes and was ended. Solve fewer combinations as a whole, or a simpler model.`,
        { cause: error },
      );
    const code = error instanceof Error && 'code' in error ? String(error.code) : '';
    throw code === 'ERR_WORKER_OUT_OF_MEMORY'
      ? new Error(
          'It needs more memory than a run may take, and was ended. Solve fewer combinations as a whole, or a simpler model.',
          { cause: error },
        )
      : error;
  } finally {
    port1.close();
  }
};

/** The queue of runs the server makes: started, watched and cancelled by their number; what a restart interrupted begins anew. */
export class Jobs {
  private readonly aborts = new Map<number, AbortController>();

  constructor(
    private readonly runs: RecordedRuns,
    private readonly revisions: Revisions,
    private readonly runner: JobRunner = inWorkerThread,
  ) {}

  /** Begins to carry out a run that was put down as waiting. @returns false when its revision is not there */
  start(projectId: string, id: number, revision: number): boolean {
    if (!this.revisions.has(projectId, revision)) return false;
    void this.carryOut(projectId, id, revision);
    return true;
  }

  /** Stops the work on a run that was cancelled or removed. */
  abort(id: number): void {
    this.aborts.get(id)?.abort();
  }

  /** Stops all work and leaves it in the queue for the next server. */
  stop(): void {
    for (const abort of this.aborts.values()) abort.abort();
  }

  /** Takes up what an earlier server left unfinished. */
  resume(): void {
    for (const { id, revision, projectId } of this.runs.unfinished()) void this.carryOut(projectId, id, revision);
  }

  private async carryOut(projectId: string, id: number, revision: number): Promise<void> {
    const abort = new AbortController();
    this.aborts.set(id, abort);
    try {
      const outcome = await this.runner({ projectId, revision }, (progress) => this.tell(id, progress), abort.signal);
      if (!abort.signal.aborted) await whenFree(() => this.runs.finish(id, revision, outcome));
    } catch (error) {
      const why = troubleOf(error)?.error ?? (error instanceof Error ? error.message : String(error));
      // when not even this can be stored the run is taken up by the next server
      if (!abort.signal.aborted)
        await whenFree(() => this.runs.end(id, 'failed', why)).catch((unsaved: unknown) =>
          console.error(`Run ${id} failed: ${why}`, unsaved),
        );
    } finally {
      this.aborts.delete(id);
    }
  }

  /** How far a run is; what cannot be written now is written with the next word. */
  private tell(id: number, { phase, fraction }: JobProgress): void {
    try {
      this.runs.progress(id, phase, fraction);
    } catch (error) {
      if (!troubleOf(error)) throw error;
    }
  }
}
