import type { MemberTerm } from '../loading';

/** The n-th integral from the start to x of what a term spreads or puts at a point. @param after just past a point load */
export function termIntegral({ value, slope, from, to, isPoint }: Pick<MemberTerm, 'value' | 'slope' | 'from' | 'to' | 'isPoint'>, x: number, n: 1 | 2, after = true): number {
  const a = x - from;
  if (a < 0 || (a === 0 && !after)) return 0;
  if (isPoint) return n === 1 ? value : value * a;
  const b = Math.max(0, x - to);
  const atEnd = value + slope * (to - from);
  return n === 1 ? value * a + (slope * a * a) / 2 - atEnd * b - (slope * b * b) / 2 : (value * a * a) / 2 + (slope * a ** 3) / 6 - (atEnd * b * b) / 2 - (slope * b ** 3) / 6;
}
