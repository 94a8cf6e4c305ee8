import type { Solution } from '../fem';
import { designLines, placeOnLine, type DesignLine, type LinePiece, type Span } from '../lines';
import { add, dot, scale, subtract, type Model, type Vector } from '../model';
import { MemberLine } from './member-line';
import type { LoadState } from './state';
import { largestChordDeflection, stationsOf } from './stations';

/** Where a span of a beam leaves its chord most. */
export interface SpanDeflection {
  readonly span: Span;
  /** across the line, along local z or y of the member there, whichever is more, m */
  readonly value: number;
  /** m from the line's start */
  readonly at: number;
  /** over the length that limits are stated of: of a cantilever twice its own */
  readonly ratio: number;
}

/** A cantilever may sag as a beam of so many times its length (ACI 318-19 Table 24.2.2 note, EN 1992-1-1 7.4.1(4)). */
const cantileverLengths = 2;
/** A span is read at so many equal parts of each of its members, and at its loads. */
const parts = 8;

/** The length that limits of a span's deflection are stated of, m. */
const limitLength = ({ kind, from, to }: Span): number => (kind === 'cantilever' ? cantileverLengths : 1) * (to - from);

/** A member of a span as it moves. */
interface MovingPiece {
  readonly piece: LinePiece;
  readonly line: MemberLine;
  readonly number: number;
  readonly axes: readonly [Vector, Vector, Vector];
  readonly onLine: (x: number) => number;
}

/**
 * How far each span of a beam leaves the straight line between its displaced supports, however many members it is of; a cantilever the place of its
 * support, so that the turn of it counts. Spans with members that are not in the solution are left out.
 */
export function spanDeflections(
  model: Model,
  solution: Solution,
  line: DesignLine,
  state: LoadState,
): SpanDeflection[] {
  const numbers = line.pieces.map(({ member }) => numberOf(solution, member));
  return line.spans.flatMap((span) => {
    const within = line.pieces.flatMap((piece, i): MovingPiece[] => {
      if (piece.to <= span.from + 1e-6 || piece.from >= span.to - 1e-6 || numbers[i] < 0) return [];
      const axis = (k: number): Vector => {
        const at = 9 * numbers[i] + 3 * k;
        return [solution.axes[at], solution.axes[at + 1], solution.axes[at + 2]];
      };
      return [
        {
          piece,
          number: numbers[i],
          line: new MemberLine(solution, state, numbers[i]),
          axes: [axis(0), axis(1), axis(2)],
          onLine: placeOnLine(model, piece),
        },
      ];
    });
    return within.length > 0 ? [largestIn(solution, span, within)] : [];
  });
}

/** The largest deflection that a member has a part in. */
export interface MemberDeflection {
  /** m, as that of a span */
  readonly value: number;
  /** m from the start of the span, or of the member where it is not one of a beam */
  readonly at: number;
  /** what limits are stated of, m */
  readonly limitLength: number;
  /** of a beam, the span it is measured in */
  readonly span: Span | undefined;
  /** place of the state among those asked for */
  readonly by: number;
}

/**
 * The largest deflection of the spans that a member is part of, over some states: from the straight line between displaced supports. Of a column or brace that
 * from the line between the member's own ends.
 */
export function memberDeflection(
  model: Model,
  solution: Solution,
  member: string,
  states: readonly LoadState[],
): MemberDeflection | undefined {
  const line = designLines(model).of.get(member);
  const own = line?.pieces.find((piece) => piece.member === member);
  const number = numberOf(solution, member);
  if (!line || !own || number < 0) return undefined;
  const spans = line.spans.filter(({ from, to }) => to > own.from + 1e-6 && from < own.to - 1e-6);
  const found = states.flatMap((state, by): MemberDeflection[] => {
    if (line.role !== 'beam') {
      const { value, x } = largestChordDeflection(
        new MemberLine(solution, state, number),
        stationsOf(solution, number),
      );
      return [{ value, at: x, limitLength: solution.lengths[number], span: undefined, by }];
    }
    return spanDeflections(model, solution, { ...line, spans }, state).map(({ span, value, at }) => ({
      value,
      at: at - span.from,
      limitLength: limitLength(span),
      span,
      by,
    }));
  });
  return found.reduce<MemberDeflection | undefined>(
    (worst, one) =>
      worst && Math.abs(worst.value) / worst.limitLength >= Math.abs(one.value) / one.limitLength ? worst : one,
    undefined,
  );
}

const numbers = new WeakMap<Solution, ReadonlyMap<string, number>>();

/** Place of a member in a solution; −1: it is not in it. */
function numberOf(solution: Solution, member: string): number {
  let found = numbers.get(solution);
  if (!found) numbers.set(solution, (found = new Map(solution.memberIds.map((id, number) => [id, number]))));
  return found.get(member) ?? -1;
}

const movement = ({ line, axes }: MovingPiece, x: number): Vector => {
  const values = line.at(x);
  return add(add(scale(axes[0], values[6]), scale(axes[1], values[7])), scale(axes[2], values[8]));
};

function largestIn(solution: Solution, span: Span, pieces: readonly MovingPiece[]): SpanDeflection {
  const end = (moving: MovingPiece, atEnd: boolean) => {
    const x = moving.piece.reversed === atEnd ? 0 : moving.line.length;
    return { s: moving.onLine(x), moved: movement(moving, x) };
  };
  const [first, last] = [end(pieces[0], false), end(pieces[pieces.length - 1], true)];
  const root = span.start === undefined ? last : first;
  const chord = (s: number): Vector => {
    if (span.kind === 'cantilever') return root.moved;
    const share = (s - first.s) / (last.s - first.s);
    return add(scale(first.moved, 1 - share), scale(last.moved, share));
  };
  /** across the member: along its local y and z */
  const across = (moving: MovingPiece, x: number): [number, number] => {
    const off = subtract(movement(moving, x), chord(moving.onLine(x)));
    return [dot(off, moving.axes[1]), dot(off, moving.axes[2])];
  };
  const size = (moving: MovingPiece, x: number) => Math.hypot(...across(moving, x));
  let best = { moving: pieces[0], x: 0, size: -1, low: 0, high: 0 };
  for (const moving of pieces) {
    const places = stationsOf(solution, moving.number, parts);
    places.forEach(({ x }, i) => {
      const here = size(moving, x);
      if (here > best.size)
        best = {
          moving,
          x,
          size: here,
          low: places[Math.max(0, i - 1)].x,
          high: places[Math.min(places.length - 1, i + 1)].x,
        };
    });
  }
  let { low, high } = best;
  for (let i = 0; i < 40; i++) {
    const third = (high - low) / 3;
    if (size(best.moving, low + third) < size(best.moving, high - third)) low += third;
    else high -= third;
  }
  const x = (low + high) / 2;
  const [v, w] = across(best.moving, x);
  return {
    span,
    value: Math.abs(w) >= Math.abs(v) ? w : v,
    at: best.moving.onLine(x),
    ratio: Math.hypot(v, w) / limitLength(span),
  };
}
