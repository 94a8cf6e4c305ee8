import { MessageChannel } from 'node:worker_threads';
import { writeModelFile } from '~core/exchange';
import type { PackedOutcome } from '../jobs/packed-outcome';
import type { JobProgress, JobTask } from '../jobs/solve-job';
import { pool } from './pools';
import type { RecordedRuns } from './recorded-runs';
import type { Revisions } from './revisions';
import { troubleOf, whenFree } from './storage-trouble';

/** Carries out one job away from the server's own thread. Rejects when it is aborted. */
export type JobRunner = (task: Omit<JobTask, 'port'>, onProgress: (progress: JobProgress) => void, signal: AbortSignal) => Promise<PackedOutcome>;

/** Runs jobs in worker threads, one at a time: a solve uses all the memory it can get. */
export const inWorkerThread: JobRunner = async (task, onProgress, signal) => {
  const { port1, port2 } = new MessageChannel();
  port1.on('message', (progress: JobProgress) => onProgress(progress));
  try {
    return (await pool('runs').run({ ...task, port: port2 } satisfies JobTask, { transferList: [port2], signal })) as PackedOutcome;
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
    const model = this.revisions.at(projectId, revision);
    if (model) void this.carryOut(id, revision, writeModelFile(model));
    return model !== undefined;
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
    for (const { id, revision, projectId } of this.runs.unfinished()) {
      const model = this.revisions.at(projectId, revision);
      if (model) void this.carryOut(id, revision, writeModelFile(model));
    }
  }

  private async carryOut(id: number, revision: number, file: string): Promise<void> {
    const abort = new AbortController();
    this.aborts.set(id, abort);
    try {
      const outcome = await this.runner({ file }, (progress) => this.tell(id, progress), abort.signal);
      if (!abort.signal.aborted) await whenFree(() => this.runs.finish(id, revision, outcome));
    } catch (error) {
      const why = troubleOf(error)?.error ?? (error instanceof Error ? error.message : String(error));
      // when not even this can be stored the run is taken up by the next server
      if (!abort.signal.aborted) await whenFree(() => this.runs.end(id, 'failed', why)).catch((unsaved: unknown) => console.error(`Run ${id} failed: ${why}`, unsaved));
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
