import { plain, sectionLength } from '../../../../sheet';
import type { MadeCheck } from '../../../doors/checks/check';
import { compareAs } from '../../../doors/checks/beams/bending';
import { clearDistances } from '../../../doors/checks/columns/cage';
import type { ColumnCheck } from '../../../doors/checks/columns/concrete-column';
import { largestTieSpacing, leastClear, leastTie, legsAsked } from './column-code';

/** 25.2.3, 25.7.2: distances of bars, and the ties that hold them. */
export const tieChecks: ColumnCheck = ({ bars, ties, section, points }) => {
  if (!bars) return [];
  const { bar, spacing, legsY, legsZ } = ties.value;
  const clear = clearDistances(section, bars.value);
  const nearest = Math.min(clear.y, clear.z);
  const least = leastClear(bars.value);
  const thin = Math.min(bars.value.corner.diameter, bars.value.between.diameter);
  const rule = (
    id: string,
    title: string,
    clause: string,
    utilisation: number,
    trace: MadeCheck['trace'],
  ): MadeCheck => ({
    made: true,
    isRule: true,
    combination: points[0].label,
    x: 0,
    id,
    title,
    clause,
    utilisation: Math.min(99, utilisation),
    trace,
  });
  const distance = nearest > 0 ? Math.min(99, least / nearest) : 99;
  const size = leastTie(bars.value) / bar.diameter;
  const widest = largestTieSpacing(section, bars.value, bar);
  const asked = [
    { along: 'z', legs: legsZ, count: bars.value.alongY, clear: clear.y },
    { along: 'y', legs: legsY, count: bars.value.alongZ, clear: clear.z },
  ].map((one) => ({ ...one, asked: legsAsked(one.count, one.clear) }));
  const held = asked.reduce((most, one) => (one.asked / one.legs > most.asked / most.legs ? one : most));
  return [
    rule('bar-distance', 'Clear distance of bars', '25.2.3', distance, (sheet) => {
      sheet.remark('The size of the aggregate, which may ask for more, is not in the model.');
      sheet.step({
        clause: '25.2.3',
        title: 'Least clear distance',
        symbol: 's_min',
        expression: 'max(s_0, 1.5 * d_b)',
        inputs: { s_0: sectionLength(1.5 * 0.0254), d_b: sectionLength(least / 1.5) },
        value: sectionLength(least),
        note: 's0 = 1.5 in',
      });
      compareAs(
        sheet,
        '25.2.3',
        's_min / s',
        { s_min: sectionLength(least), s: sectionLength(Math.max(1e-6, nearest)) },
        distance,
      );
    }),
    rule('tie-size', 'Size of ties', '25.7.2.2', size, (sheet) => {
      sheet.remark('No. 3 for bars up to No. 10, No. 4 for thicker ones.');
      compareAs(
        sheet,
        '25.7.2.2',
        'd_min / d_t',
        { d_min: sectionLength(leastTie(bars.value)), d_t: sectionLength(bar.diameter) },
        size,
      );
    }),
    rule('tie-spacing', 'Spacing of ties', '25.7.2.1', spacing / widest, (sheet) => {
      sheet.step({
        clause: '25.7.2.1',
        title: 'Largest spacing',
        symbol: 's_max',
        expression: 'min(16 * d_b, 48 * d_t, b, h)',
        inputs: {
          d_b: sectionLength(thin),
          d_t: sectionLength(bar.diameter),
          b: sectionLength(section.width),
          h: sectionLength(section.depth),
        },
        value: sectionLength(widest),
      });
      compareAs(
        sheet,
        '25.7.2.1',
        's / s_max',
        { s: sectionLength(spacing), s_max: sectionLength(widest) },
        spacing / widest,
      );
    }),
    rule('tie-legs', 'Bars held by ties', '25.7.2.3', held.asked / held.legs, (sheet) => {
      sheet.remark(
        `Of the ${held.count} bars in the faces across local ${held.along}, ${
          held.clear > 6 * 0.0254
            ? 'which stand more than 6 in clear of each other, each'
            : 'those at the corners and every other one between them'
        } ${held.clear > 6 * 0.0254 ? 'is' : 'are'} held by a leg.`,
      );
      compareAs(
        sheet,
        '25.7.2.3',
        'n_min / n',
        { n_min: plain(held.asked, 0), n: plain(held.legs, 0) },
        held.asked / held.legs,
      );
    }),
  ];
};
