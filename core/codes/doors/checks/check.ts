import type { Sheet } from '../../../sheet';

/** How a member hangs along a span, under what governs its deflection. */
export interface DeflectionCurve {
  /** what its span may, m */
  readonly limit: number;
  /** m from the member's start node, and downward from the line between the supports, or from the root of a cantilever, m */
  readonly points: readonly { readonly x: number; readonly value: number }[];
}

/** One comparison of demand with capacity by a named clause, at its worst over all combinations and places. */
export interface MadeCheck {
  readonly made: true;
  readonly id: string;
  readonly title: string;
  readonly clause: string;
  readonly utilisation: number;
  /** A rule of detailing (least steel, spacing) is kept or broken; it governs a member only when it is broken. */
  readonly isRule?: boolean;
  /** It is of loads of service, not of strength. */
  readonly isService?: boolean;
  /** label of the governing combination, and the place in m from the start */
  readonly combination: string;
  readonly x: number;
  /** Of a deflection: how the beam hangs where the check governs. */
  readonly curve?: () => DeflectionCurve;
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
  /** the member needs this check: as long as it is not made, the member's verdict is open */
  readonly needed?: boolean;
}

/** A check, made or not. */
export type Check = MadeCheck | SkippedCheck;

/** holds: all that is needed was made and nothing is above 1; fails: something is; open: nothing is, but something needed was not made. */
export type Verdict = 'holds' | 'fails' | 'open';

/** All verdicts, the good one first. */
export const verdicts: readonly Verdict[] = ['holds', 'fails', 'open'];
/** For counts: "12 hold". */
export const verdictWords: Readonly<Record<Verdict, string>> = { holds: 'hold', fails: 'fail', open: 'open' };

/** The verdict of a member by all its checks. */
export function verdictOf(checks: readonly Check[]): Verdict {
  if (checks.some((check) => check.made && !(check.utilisation <= 1))) return 'fails';
  return checks.some((check) => !check.made && check.needed) || !checks.some((check) => check.made && !check.isRule)
    ? 'open'
    : 'holds';
}

/** What a member whose verdict is open still needs, in words. */
export const openReasons = (checks: readonly Check[]): string[] =>
  checks.flatMap((check) => (!check.made && check.needed ? [`${check.title}: ${check.reason}`] : []));

/** Utilisation where there is no strength at all: the check is impossible and fails. */
export const impossible = 99;

/** Demand over capacity: never negative, never beyond numbers. */
export function utilisationOf(demand: number, capacity: number): number {
  if (!(demand > 0)) return 0;
  return capacity > 0 ? Math.min(impossible, demand / capacity) : impossible;
}

/** A check that does not apply to the member, or that it can do without. */
export const skipped = (id: string, title: string, clause: string, reason: string): SkippedCheck => ({
  made: false,
  id,
  title,
  clause,
  reason,
});

/** A check that the member needs and that was not made. */
export const missing = (id: string, title: string, clause: string, reason: string): SkippedCheck => ({
  made: false,
  id,
  title,
  clause,
  reason,
  needed: true,
});

/** The made check with the largest utilisation; rules of detailing count only when they are broken. */
export function governing(checks: readonly Check[]): MadeCheck | undefined {
  return checks.reduce<MadeCheck | undefined>((worst, check) => {
    if (!check.made || (check.isRule && check.utilisation <= 1)) return worst;
    return !worst || check.utilisation > worst.utilisation ? check : worst;
  }, undefined);
}
