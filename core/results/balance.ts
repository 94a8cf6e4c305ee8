import type { Solution } from '../fem';

/** One case's loads against its reactions: three forces (N) and three moments about the origin (N·m). */
export interface BalanceRow {
  readonly caseId: string;
  readonly applied: readonly number[];
  readonly reacted: readonly number[];
  /** largest force out of balance over the largest force at work; moments are compared with force × the size of the structure */
  readonly error: number;
  readonly residual: number;
}

/** Above this share of the load a case does not add up. */
export const balanceLimit = 1e-6;

/** Applied loads against reactions, case by case. */
export function balance(solution: Solution): BalanceRow[] {
  let size = 1;
  for (const coordinate of solution.positions) size = Math.max(size, Math.abs(coordinate));
  return solution.cases.map(({ id, applied, reacted, residual, axialForces, forceScale }) => {
    const largest = (from: number, of: (i: number) => number) => Math.max(of(from), of(from + 1), of(from + 2));
    const force = forceScale;
    const moment = Math.max(
      largest(3, (i) => Math.abs(applied[i])),
      force * size,
    );
    const gap = (i: number) => Math.abs(applied[i] + reacted[i]);
    // in second order the moments balance on the displaced structure, so only the forces are compared
    const momentError = moment === 0 || axialForces ? 0 : largest(3, gap) / moment;
    const error = Math.max(force === 0 ? 0 : largest(0, gap) / force, momentError);
    return { caseId: id, applied: [...applied], reacted: [...reacted], error, residual };
  });
}
