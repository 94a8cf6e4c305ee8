import type { BeamSpan } from '../../doors/checks/beams/beam-spans';
import type { FlangeRule } from '../../doors/checks/beams/own-flange-check';
import { plain, sectionLength } from '../../../sheet';

/** Figure 5.2: the part of a span between points of no moment, by how many of its ends the beam goes on at; a cantilever as long as it is. */
const shares = [1, 0.85, 0.7] as const;
const shareOf = ({ kind, goesOn }: BeamSpan): number => (kind === 'cantilever' ? 1 : shares[Math.min(2, goesOn)]);

/** 5.3.2.1(3): how far the flange of a T or L beam may stand out beside its web. */
export const enFlange: FlangeRule = {
  clause: '5.3.2.1',
  remark:
    'The flange works as wide as the section says. 5.3.2.1(3) also limits it by the distance to the next web, 0.2 bi + 0.1 l0, which the section does not tell.',
  limit: (_flange, span) => 0.2 * shareOf(span) * span.length,
  trace: (sheet, _flange, span, limit) =>
    sheet.step({
      clause: '5.3.2.1(3)',
      title: 'What may stand out',
      symbol: 'b_most',
      expression: '0.2 * s * l',
      inputs: { s: plain(shareOf(span)), l: sectionLength(span.length) },
      value: sectionLength(limit),
      note: 's: part of the span between points of no moment, Figure 5.2',
    }),
};
