import { plain, sectionLength, type Sheet } from '../../../../sheet';
import { missing, utilisationOf, type Check } from '../check';
import { compareAs } from './bending';
import type { BeamCheck } from './concrete-beam';
import { madeAt } from './faces';
import type { BeamSpan } from './beam-spans';
import type { OwnFlange } from './own-flange';

/** What a code allows a flange to stand out. */
export interface FlangeRule {
  readonly clause: string;
  /** m */
  readonly limit: (flange: OwnFlange, span: BeamSpan) => number;
  readonly trace: (sheet: Sheet, flange: OwnFlange, span: BeamSpan, limit: number) => void;
  /** what of it is not known from the section, in a sentence */
  readonly remark: string;
}

/** Whether the flange of a T or L section is no wider than a code lets it work. */
export const ownFlangeCheck =
  ({ clause, limit, trace, remark }: FlangeRule): BeamCheck =>
  ({ ownFlange: flange, spans, bending, section }): Check[] => {
    if (!flange) return [];
    const [id, title] = ['flange-width', 'Width of the flange'] as const;
    if (spans.length === 0)
      return [
        missing(
          id,
          title,
          clause,
          'Nothing that is modelled carries the beam, so that it has no span that the width could be held against.',
        ),
      ];
    const span = spans.reduce((worst, one) => (limit(flange, one) < limit(flange, worst) ? one : worst));
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
