import type { SectionShape } from '../../../../catalog';
import { designLines } from '../../../../lines';
import type { CheckedMember } from '../design-code';

/** A span whose flange is looked at: lengths m. */
export interface FlangeSpan {
  readonly kind: 'span' | 'cantilever';
  /** between the axes and between the faces of its supports */
  readonly length: number;
  readonly clear: number;
  /** whether the line goes on beyond its ends */
  readonly goesOn: number;
}

/** The flange that a T or L section has of its own, m, and the spans it lies in. */
export interface OwnFlange {
  /** what stands out beside the web, on each side it does */
  readonly overhang: number;
  readonly thickness: number;
  readonly sides: 1 | 2;
  readonly spans: readonly FlangeSpan[];
}

/** The flange of a member's section with the spans that the member lies in; undefined: it has none of its own. */
export function flangeOf({ model, member }: CheckedMember, shape: SectionShape): OwnFlange | undefined {
  if (shape.type !== 'concreteTee' && shape.type !== 'concreteEll') return undefined;
  const line = designLines(model).of.get(member.id);
  const own = line?.pieces.find((piece) => piece.member === member.id);
  const sides = shape.type === 'concreteTee' ? 2 : 1;
  return {
    overhang: (shape.flangeWidth - shape.webWidth) / sides,
    thickness: shape.flangeThickness,
    sides,
    spans: (line?.spans ?? []).flatMap(({ kind, from, to, clearFrom, clearTo }): FlangeSpan[] =>
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
    ),
  };
}
