import { solutionBlocks } from '~core/exchange';
import type { Model } from '~core/model';
import { settingsWords, solveToEnd } from '../workers/solve-to-end';
import { packOutcome, type PackedOutcome } from '../store/packed-outcome';

export interface JobProgress {
  readonly phase: string;
  readonly fraction: number;
}

/** Solves and checks a model and hands back what is to be kept, packed. */
export function solveModel(
  model: Model,
  tell: (progress: JobProgress) => void = () => undefined,
): Promise<PackedOutcome> {
  const { findings, solution, checks, seconds } = solveToEnd(
    model,
    (phase, fraction) => tell({ phase, fraction }),
    () => performance.now() / 1000,
  );
  return packOutcome({
    status: solution ? 'done' : 'stopped',
    seconds,
    settings: settingsWords(model),
    findings,
    checks,
    blocks: solution ? solutionBlocks(solution) : [],
  });
}
