import type { Combination, Model } from '../model';

type Parts = Pick<Combination, 'factors' | 'parts'>;

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

/** A combination of combinations of combinations … deeper than this is a finding, and has no value. */
export const deepestCombination = 20;

interface Resolved {
  readonly factors: ReadonlyMap<string, number>;
  /** levels of combinations in it: 1 when it is made of cases only */
  readonly depth: number;
}

/** What is resolved once for all combinations of a model; a part that many share is resolved once. */
const resolved = new WeakMap<Model['combinations'], Map<string, Resolved>>();

function resolve({ factors, parts = [] }: Parts, known: ReadonlyMap<string, Resolved>): Resolved {
  const sum = new Map<string, number>();
  let depth = 0;
  for (const one of factors) sum.set(one.case, (sum.get(one.case) ?? 0) + one.factor);
  for (const { combination, factor } of parts) {
    const part = known.get(combination);
    if (!part) continue;
    depth = Math.max(depth, part.depth);
    if (part.depth >= deepestCombination) continue;
    for (const [id, inside] of part.factors) sum.set(id, (sum.get(id) ?? 0) + factor * inside);
  }
  return { factors: sum, depth: depth + 1 };
}

/** Resolves a combination's parts, and theirs, each once, those that others need first. */
function resolveParts(
  combinations: Model['combinations'],
  parts: readonly { readonly combination: string }[],
): ReadonlyMap<string, Resolved> {
  let known = resolved.get(combinations);
  if (!known) resolved.set(combinations, (known = new Map()));
  const open = new Set<string>();
  const waiting = parts.map((part) => part.combination);
  while (waiting.length > 0) {
    const id = waiting[waiting.length - 1];
    const combination = combinations[id];
    if (!combination || known.has(id)) waiting.pop();
    else if (open.has(id)) {
      // all its parts are resolved, but those that lead back to it: they count nothing
      known.set(id, resolve(combination, known));
      open.delete(id);
      waiting.pop();
    } else {
      open.add(id);
      for (const part of combination.parts ?? [])
        if (!known.has(part.combination) && !open.has(part.combination)) waiting.push(part.combination);
    }
  }
  return known;
}

/** The factor of every case in a combination, those of its parts multiplied through. A part that leads back to itself, or lies too deep, counts nothing; a finding tells of it. */
export function caseFactorsOf(combinations: Model['combinations'], combination: Parts): Map<string, number> {
  return new Map(resolve(combination, resolveParts(combinations, combination.parts ?? [])).factors);
}

/** How many levels of combinations a combination has; 1 when it is made of cases only. */
export function depthOf(combinations: Model['combinations'], combination: Parts): number {
  return resolve(combination, resolveParts(combinations, combination.parts ?? [])).depth;
}
