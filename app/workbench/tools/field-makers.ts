import type { Field } from './tool';

/** Pairs of value and label as the options of a choice. */
export const pick = (list: readonly (readonly [string, string])[]) => list.map(([value, label]) => ({ value, label }));

/** A field for a plain number. */
export const factorField = (key: string, label: string, initial: number | null, hint?: string): Field => ({
  key,
  label,
  kind: 'factor',
  initial,
  ...(hint ? { hint } : {}),
});
