import type { Combination, Model } from '../model';

type Parts = Pick<Combination, 'factors' | 'parts'> & { readonly id?: string };

/** Whether a combination contains itself, by way of others. */
export function containsItself(combinations: Model['combinations'], id: string): boolean {
  const seen = new Set<string>();
  const waiting = (combinations[id]?.parts ?? []).map((part) => part.combination);
  while (waiting.length > 0) {
    const next = waiting.pop()!;
    if (next === id) return true;
    if (seen.has(next)) continue;
    seen.add(next);
    waiting.push(...(combinations[next]?.parts ?? []).map((part) => part.combination));
  }
  return false;
}

/** The factor of every case in a combination, those of its parts multiplied through. A part that leads back to itself counts nothing; a finding tells of it. */
export function caseFactorsOf(combinations: Model['combinations'], combination: Parts): Map<string, number> {
  const sum = new Map<string, number>();
  const take = ({ id, factors, parts = [] }: Parts, factor: number, above: readonly string[]): void => {
    for (const one of factors) sum.set(one.case, (sum.get(one.case) ?? 0) + factor * one.factor);
    const here = id === undefined ? above : [...above, id];
    for (const part of parts) if (!here.includes(part.combination) && combinations[part.combination]) take(combinations[part.combination], factor * part.factor, here);
  };
  take(combination, 1, []);
  return sum;
}
