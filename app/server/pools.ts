import { join } from 'node:path';
import { Piscina } from 'piscina';

/** Kinds of work done away from the thread that answers. Runs wait for each other and not for documents. */
export type PoolName = 'runs' | 'documents';

interface Pool {
  readonly file: string;
  readonly threads: number;
  /** heap of a thread, MB: one that needs more ends with an error, and a new one starts */
  readonly memory: number;
  /** jobs that may wait; more are refused */
  readonly queue: number;
}

const pools: Readonly<Record<PoolName, Pool>> = {
  // a solve uses all the memory it can get
  runs: { file: 'solve-job.mjs', threads: 1, memory: 4096, queue: 200 },
  documents: { file: 'document-job.mjs', threads: 1, memory: 3072, queue: 40 },
};

const held = globalThis as { elbowPools?: Map<PoolName, Piscina> };

/** The pool of worker threads for a kind of work, made on first use; kept on `globalThis` so that a reload of code in development does not start it twice. */
export function pool(name: PoolName): Piscina {
  const made = (held.elbowPools ??= new Map<PoolName, Piscina>());
  let one = made.get(name);
  if (!one) {
    const { file, threads, memory, queue } = pools[name];
    one = new Piscina({
      filename: join(process.cwd(), 'dist-jobs', file),
      minThreads: 0,
      maxThreads: threads,
      maxQueue: queue,
      idleTimeout: 30_000,
      resourceLimits: { maxOldGenerationSizeMb: memory },
    });
    made.set(name, one);
  }
  return one;
}

/** Ends all worker threads. */
export async function closePools(): Promise<void> {
  const made = [...(held.elbowPools?.values() ?? [])];
  held.elbowPools?.clear();
  await Promise.all(made.map((one) => one.destroy()));
}
