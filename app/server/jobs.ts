import { MessageChannel } from 'node:worker_threads';
import { join } from 'node:path';
import { Piscina } from 'piscina';
import { writeModelFile } from '~core/exchange';
import type { JobProgress, JobTask } from '../workers/solve-job';
import type { RecordedRuns, RunOutcome } from './recorded-runs';
import type { Revisions } from './revisions';

/** Carries out one job away from the server's own thread. Rejects when it is aborted. */
export type JobRunner = (task: Omit<JobTask, 'port'>, onProgress: (progress: JobProgress) => void, signal: AbortSignal) => Promise<RunOutcome>;

const held = globalThis as { elbowJobPool?: Piscina };

/** Runs jobs in worker threads, one at a time: a solve uses all the memory it can get. */
export const inWorkerThread: JobRunner = async (task, onProgress, signal) => {
  const pool = (held.elbowJobPool ??= new Piscina({ filename: join(process.cwd(), 'dist-jobs/solve-job.mjs'), maxThreads: 1, idleTimeout: 30_000 }));
  const { port1, port2 } = new MessageChannel();
  port1.on('message', (progress: JobProgress) => onProgress(progress));
  try {
    return (await pool.run({ ...task, port: port2 } satisfies JobTask, { transferList: [port2], signal })) as RunOutcome;
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

  /** Puts a revision in the queue. @returns the run's number, or nothing when there is no such revision */
  start(projectId: string, revision: number, name: string | null): number | undefined {
    const model = this.revisions.at(projectId, revision);
    if (!model) return undefined;
    const id = this.runs.begin(revision, name);
    void this.carryOut(id, revision, writeModelFile(model));
    return id;
  }

  /** @returns whether it was still under way */
  cancel(id: number): boolean {
    const cancelled = this.runs.end(id, 'cancelled');
    this.aborts.get(id)?.abort();
    return cancelled;
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
      const outcome = await this.runner({ file }, ({ phase, fraction }) => this.runs.progress(id, phase, fraction), abort.signal);
      if (!abort.signal.aborted) this.runs.finish(id, revision, outcome);
    } catch (error) {
      if (!abort.signal.aborted) this.runs.end(id, 'failed', error instanceof Error ? error.message : String(error));
    } finally {
      this.aborts.delete(id);
    }
  }
}
