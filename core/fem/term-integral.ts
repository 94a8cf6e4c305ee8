import type { MemberTerm } from '../loading';

const factorials = [1, 1, 2, 6, 24, 120];

/**
 * The n-th integral from the start to x of what a term spreads or puts at a point, n from 1 to 3.
 * @param after just past a point load
 */
export function termIntegral(
  { value, slope, from, to, isPoint }: Pick<MemberTerm, 'value' | 'slope' | 'from' | 'to' | 'isPoint'>,
  x: number,
  n: 1 | 2 | 3,
  after = true,
): number {
  const a = x - from;
  if (a < 0 || (a === 0 && !after)) return 0;
  if (isPoint) return (value * a ** (n - 1)) / factorials[n - 1];
  const b = Math.max(0, x - to);
  const atEnd = value + slope * (to - from);
  return (
    (value * a ** n - atEnd * b ** n) / factorials[n] + (slope * (a ** (n + 1) - b ** (n + 1))) / factorials[n + 1]
  );
}
