import { designLines } from '../../../../lines';
import type { SectionShape } from '../../../../catalog';
import { plain, sectionLength, type Sheet } from '../../../../sheet';
import { missing, utilisationOf, type Check } from '../check';
import type { CheckedMember } from '../design-code';
import { compareAs } from './bending';
import type { BeamCheck } from './concrete-beam';
import { madeAt } from './faces';

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

/** What a code allows a flange to stand out. */
export interface FlangeRule {
  readonly clause: string;
  /** m */
  readonly limit: (flange: OwnFlange, span: FlangeSpan) => number;
  readonly trace: (sheet: Sheet, flange: OwnFlange, span: FlangeSpan, limit: number) => void;
  /** what of it is not known from the section, in a sentence */
  readonly remark: string;
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

/** Whether the flange of a T or L section is no wider than a code lets it work. */
export const ownFlangeCheck =
  ({ clause, limit, trace, remark }: FlangeRule): BeamCheck =>
  ({ ownFlange: flange, bending, section }): Check[] => {
    if (!flange) return [];
    const [id, title] = ['flange-width', 'Width of the flange'] as const;
    if (flange.spans.length === 0)
      return [
        missing(
          id,
          title,
          clause,
          'Nothing that is modelled carries the beam, so that it has no span that the width could be held against.',
        ),
      ];
    const span = flange.spans.reduce((worst, one) => (limit(flange, one) < limit(flange, worst) ? one : worst));
    const most = limit(flange, span);
    const place = bending.reduce((worst, one) => (Math.abs(one.My) > Math.abs(worst.My) ? one : worst), bending[0]);
    const utilisation = utilisationOf(flange.overhang, most);
    return [
      {
        ...madeAt(place),
        isRule: true,
        id,
        title,
        clause,
        utilisation: Math.abs(utilisation - 1) < 1e-9 ? 1 : utilisation,
        trace: (sheet) => {
          sheet.remark(remark);
          sheet.step({
            clause,
            title: 'What stands out beside the web, on each side',
            symbol: 'b_o',
            expression: '(b_f - b_w) / n',
            inputs: {
              b_f: sectionLength(section.width + flange.sides * flange.overhang),
              b_w: sectionLength(section.width),
              n: plain(flange.sides, 0),
            },
            value: sectionLength(flange.overhang),
          });
          trace(sheet, flange, span, most);
          compareAs(
            sheet,
            clause,
            'b_o / b_most',
            { b_o: sectionLength(flange.overhang), b_most: sectionLength(most) },
            utilisation,
          );
        },
      },
    ];
  };
