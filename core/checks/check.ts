import type { Sheet } from '../sheet';

/** One comparison of demand with capacity by a named clause, at its worst over all combinations and places. */
export interface MadeCheck {
  readonly made: true;
  readonly id: string;
  readonly title: string;
  readonly clause: string;
  readonly utilisation: number;
  /** A rule of detailing (least steel, spacing) is kept or broken; it governs a member only when it is broken. */
  readonly isRule?: boolean;
  /** label of the governing combination, and the place in m from the start */
  readonly combination: string;
  readonly x: number;
  /** Repeats the governing comparison step by step. */
  readonly trace: (sheet: Sheet) => void;
}

/** A check that was not made, and why. Silence is never a pass. */
export interface SkippedCheck {
  readonly made: false;
  readonly id: string;
  readonly title: string;
  readonly clause: string;
  readonly reason: string;
}

export type Check = MadeCheck | SkippedCheck;

export const skipped = (id: string, title: string, clause: string, reason: string): SkippedCheck => ({ made: false, id, title, clause, reason });

/** The made check with the largest utilisation; rules of detailing count only when they are broken. */
export function governing(checks: readonly Check[]): MadeCheck | undefined {
  return checks.reduce<MadeCheck | undefined>((worst, check) => {
    if (!check.made || (check.isRule && check.utilisation <= 1)) return worst;
    return !worst || check.utilisation > worst.utilisation ? check : worst;
  }, undefined);
}
