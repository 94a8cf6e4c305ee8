import type { FlangeRule } from '../../doors/checks/beams/own-flange-check';
import { plain, sectionLength } from '../../../sheet';

/** Times its thickness and parts of the clear span that a flange may stand out, by the sides it lies on. */
const table = { 1: { times: 6, part: 12 }, 2: { times: 8, part: 8 } } as const;

/** Table 6.3.2.1: how far the flange of a T or L beam may stand out beside its web. */
export const aciFlange: FlangeRule = {
  clause: '6.3.2.1',
  remark:
    'The flange works as wide as the section says. Table 6.3.2.1 also limits it to half of the clear distance to the next web, which the section does not tell.',
  limit: ({ thickness, sides }, { clear }) => Math.min(table[sides].times * thickness, clear / table[sides].part),
  trace: (sheet, { thickness, sides }, { clear }, limit) =>
    sheet.step({
      clause: 'Table 6.3.2.1',
      title: 'What may stand out',
      symbol: 'b_most',
      expression: 'min(k * h, l_n / m)',
      inputs: {
        k: plain(table[sides].times, 0),
        h: sectionLength(thickness),
        l_n: sectionLength(clear),
        m: plain(table[sides].part, 0),
      },
      value: sectionLength(limit),
      note: sides === 2 ? 'a flange on both sides' : 'a flange on one side',
    }),
};
