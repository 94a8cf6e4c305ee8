import { designLines } from '../../../../lines';
import type { CheckedMember } from '../design-code';

/** A span of a beam's line that a member lies in: lengths m. */
export interface BeamSpan {
  readonly kind: 'span' | 'cantilever';
  /** between the axes and between the faces of its supports */
  readonly length: number;
  readonly clear: number;
  /** at how many of its ends the line goes on */
  readonly goesOn: number;
}

/** The spans that a member lies in; none: nothing that is modelled carries it. */
export function beamSpans({ model, member }: CheckedMember): readonly BeamSpan[] {
  const line = designLines(model).of.get(member.id);
  const own = line?.pieces.find((piece) => piece.member === member.id);
  return (line?.spans ?? []).flatMap(({ kind, from, to, clearFrom, clearTo }): BeamSpan[] =>
    kind !== 'unsupported' && own && to > own.from + 1e-6 && from < own.to - 1e-6
      ? [
          {
            kind,
            length: to - from,
            clear: clearTo - clearFrom,
            goesOn: (from > 1e-6 ? 1 : 0) + (to < line!.length - 1e-6 ? 1 : 0),
          },
        ]
      : [],
  );
}
