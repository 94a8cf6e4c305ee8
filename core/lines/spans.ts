import type { BareLine } from './line';
import { carries, type BeamSupport } from './supports';

/** A part of a beam between two supports, or one that sticks out beyond its last. */
export interface Span {
  readonly kind: 'span' | 'cantilever' | 'unsupported';
  /** at the axes of its supports, m from the line's start */
  readonly from: number;
  readonly to: number;
  /** at the faces of its supports, m from the line's start */
  readonly clearFrom: number;
  readonly clearTo: number;
  /** nodes of its supports; none: a free end */
  readonly start: string | undefined;
  readonly end: string | undefined;
}

/** The spans of a beam in order. */
export function spansOf({ length }: Pick<BareLine, 'length'>, supports: readonly BeamSupport[]): Span[] {
  const carrying = supports.filter(carries);
  if (carrying.length === 0)
    return [
      { kind: 'unsupported', from: 0, to: length, clearFrom: 0, clearTo: length, start: undefined, end: undefined },
    ];
  const ends: (BeamSupport | undefined)[] = [...carrying];
  if (carrying[0].at > 1e-6) ends.unshift(undefined);
  if (carrying[carrying.length - 1].at < length - 1e-6) ends.push(undefined);
  return ends.slice(0, -1).map((a, i): Span => {
    const b = ends[i + 1];
    const [from, to] = [a?.at ?? 0, b?.at ?? length];
    const clearFrom = Math.min(to, from + (a?.face.after ?? 0));
    return {
      kind: a && b ? 'span' : 'cantilever',
      from,
      to,
      clearFrom,
      clearTo: Math.max(clearFrom, to - (b?.face.before ?? 0)),
      start: a?.node,
      end: b?.node,
    };
  });
}
