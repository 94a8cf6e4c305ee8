import { memberAxis, type Model } from '../model';
import { designLines } from './design-lines';
import { unheldAround } from './holds';
import type { LinePiece } from './line';

/** The part of a design line that stands free across one way around a member, in places along the member, m from the start of its flexible part; it may begin before it and end beyond it. */
export interface FreePart {
  readonly from: number;
  readonly to: number;
  /** what holds it at `from` and at `to`, in words; none: nothing that is modelled does */
  readonly start: string | undefined;
  readonly end: string | undefined;
}

/** How a member lies in its design line. */
export interface MemberInLine {
  readonly pieces: readonly LinePiece[];
  readonly own: LinePiece;
  /** a place along the member's flexible part, m, as one along the line, m */
  readonly onLine: (x: number) => number;
  /** against buckling about the strong axis, and about the weak axis with going sideways */
  readonly major: FreePart;
  readonly minor: FreePart;
}

/** How a place along a member's flexible part lies on its line: both in m. */
export function placeOnLine(model: Model, { member, reversed, from, to }: LinePiece): (x: number) => number {
  const record = model.members[member];
  const whole = memberAxis(model, record)!.length;
  const begin = record.startRigid ?? 0;
  return (x) => {
    const share = ((begin + x) / whole) * (to - from);
    return reversed ? to - share : from + share;
  };
}

/** Where a member stands free in its design line; undefined: it has no length. */
export function memberInLine(model: Model, id: string): MemberInLine | undefined {
  const line = designLines(model).of.get(id);
  const own = line?.pieces.find(({ member }) => member === id);
  if (!line || !own) return undefined;
  const record = model.members[id];
  const whole = memberAxis(model, record)!.length;
  const begin = record.startRigid ?? 0;
  const inMember = (s: number): number => {
    const share = (own.reversed ? own.to - s : s - own.from) / (own.to - own.from);
    return share * whole - begin;
  };
  const part = (way: 'y' | 'z'): FreePart => {
    const { from, to, start, end } = unheldAround(line, way, own.from, own.to);
    const [low, high] = [inMember(from), inMember(to)];
    const words = [start.at(0), end.at(0)];
    return own.reversed
      ? { from: high, to: low, start: words[1], end: words[0] }
      : { from: low, to: high, start: words[0], end: words[1] };
  };
  return { pieces: line.pieces, own, onLine: placeOnLine(model, own), major: part('z'), minor: part('y') };
}
