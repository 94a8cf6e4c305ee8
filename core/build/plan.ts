import type { Act, Vector } from '../model';

/** A straight piece to be drawn before an act is carried out. */
export type PreviewLine = readonly [Vector, Vector];

/** What a generator or an edit would do: the act, what it makes in words, and lines to show beforehand; or why there is nothing to do. */
export type Plan =
  | {
      readonly ok: true;
      readonly act: Act;
      readonly words: string;
      readonly preview: readonly PreviewLine[];
      /** members made, to be selected afterwards */ readonly made: readonly string[];
    }
  | { readonly ok: false; readonly error: string };

export const refuse = (error: string): Plan => ({ ok: false, error });

/** "6.4 m", "6.1 m to 6.4 m" or nothing, for what a generator says of the lengths it makes. */
export function lengthRange(lengths: readonly number[], show: (value: number) => string): string {
  if (lengths.length === 0) return '';
  const [least, most] = [Math.min(...lengths), Math.max(...lengths)];
  return most - least < 5e-3 ? show(most) : `${show(least)} to ${show(most)}`;
}
