import type { MessagePort } from 'node:worker_threads';
import { readModelFile, solutionBlocks } from '~core/exchange';
import { packOutcome, type PackedOutcome } from './packed-outcome';
import { settingsWords, solveToEnd } from '../workers/solve-to-end';

export interface JobProgress {
  readonly phase: string;
  readonly fraction: number;
}

/** A model file's text, and where progress is told. */
export interface JobTask {
  readonly file: string;
  readonly port?: MessagePort;
}

/** The door of a worker thread: solves and checks a model and hands back what is to be kept, packed. @throws Error when the file cannot be read */
export default function solveJob({ file, port }: JobTask): Promise<PackedOutcome> {
  const read = readModelFile(file);
  if (!read.ok) throw new Error(read.problems.join(' '));
  const { findings, solution, checks, seconds } = solveToEnd(read.model, (phase, fraction) => port?.postMessage({ phase, fraction } satisfies JobProgress), () => performance.now() / 1000);
  return packOutcome({ status: solution ? 'done' : 'stopped', seconds, settings: settingsWords(read.model), findings, checks, blocks: solution ? solutionBlocks(solution) : [] });
}
