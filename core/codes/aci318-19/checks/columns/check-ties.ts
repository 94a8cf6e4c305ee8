import { area, barArea, plain, sectionLength, stress } from '../../../../sheet';
import type { MadeCheck } from '../../../doors/checks/check';
import { compareAs } from '../../../doors/checks/beams/bending';
import { isAround, isRing, type ColumnBars, type RingTies } from '../../../doors/checks/column-reinforcement';
import {
  barCount,
  barDiameters,
  clearDistances,
  grossArea,
  type ColumnSection,
} from '../../../doors/checks/columns/cage';
import type { ColumnCheck } from '../../../doors/checks/columns/concrete-column';
import { inch, psi } from '../beam-section';
import { largestTieSpacing, leastClear, leastTie, legsAsked } from './column-code';

/** A check of a rule that the cage alone decides. */
type Rule = (id: string, title: string, clause: string, utilisation: number, trace: MadeCheck['trace']) => MadeCheck;

/** 25.2.3, 25.7.2, 25.7.3: distances of bars, and the ties or the spiral that hold them. */
export const tieChecks: ColumnCheck = ({ bars, ties, section, points }) => {
  if (!bars) return [];
  const { bar, spacing } = ties.value;
  const clear = clearDistances(section, bars.value);
  const nearest = Math.min(clear.y, clear.z);
  const least = leastClear(bars.value);
  const { thin } = barDiameters(bars.value);
  const rule: Rule = (id, title, clause, utilisation, trace) => ({
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
  const isSpiral = isAround(ties.value) && ties.value.around === 'spiral';
  const found = [
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
  ];
  if (isAround(ties.value) && isSpiral) found.push(...spiralRules(rule, section, ties.value, bars.value));
  else
    found.push(
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
    );
  if (isAround(ties.value) || isRing(bars.value)) return found;
  const { legsY, legsZ } = ties.value;
  const held = [
    { along: 'z', legs: legsZ, count: bars.value.alongY, clear: clear.y },
    { along: 'y', legs: legsY, count: bars.value.alongZ, clear: clear.z },
  ]
    .map((one) => ({ ...one, asked: legsAsked(one.count, one.clear) }))
    .reduce((most, one) => (one.asked / one.legs > most.asked / most.legs ? one : most));
  return [
    ...found,
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

/** Least volume of a spiral over that of the core within it, 25.7.3.3, with the core measured to the outside of the spiral. */
export function spiralRatios(
  section: ColumnSection,
  { bar, spacing }: RingTies,
): { least: number; own: number; core: number } {
  const core = section.width - 2 * section.cover;
  const least =
    (0.45 * (grossArea(section) / ((Math.PI * core ** 2) / 4) - 1) * section.fc) /
    Math.min(section.fy, mostSpiralYield);
  return { least, own: (4 * bar.area * (core - bar.diameter)) / (spacing * core ** 2), core };
}
const mostSpiralYield = 100000 * psi;

/** 10.7.3.1, 25.7.3: bars within a spiral, its bar, clear pitch and volume. */
function spiralRules(rule: Rule, section: ColumnSection, ties: RingTies, bars: ColumnBars): MadeCheck[] {
  const { bar, spacing } = ties;
  const count = barCount(bars);
  const clear = Math.max(1e-6, spacing - bar.diameter);
  const [wide, close] = [clear / (3 * inch), inch / clear];
  const pitch = Math.max(wide, close);
  const { least, own, core } = spiralRatios(section, ties);
  const size = (0.375 * inch) / bar.diameter;
  return [
    rule('spiral-bars', 'Bars within the spiral', '10.7.3.1', 6 / count, (sheet) =>
      compareAs(sheet, '10.7.3.1', '6 / n', { n: plain(count, 0) }, 6 / count),
    ),
    rule('spiral-size', 'Size of the spiral', '25.7.3.2', size, (sheet) =>
      compareAs(
        sheet,
        '25.7.3.2',
        'd_min / d_s',
        { d_min: sectionLength(0.375 * inch), d_s: sectionLength(bar.diameter) },
        size,
      ),
    ),
    rule('spiral-pitch', 'Clear pitch of the spiral', '25.7.3.1', pitch, (sheet) => {
      sheet.remark(
        'Between 1 in and 3 in clear; the size of the aggregate, which may ask for more, is not in the model.',
      );
      compareAs(
        sheet,
        '25.7.3.1',
        wide >= close ? 's_c / s_max' : 's_min / s_c',
        {
          s_c: sectionLength(clear),
          ...(wide >= close ? { s_max: sectionLength(3 * inch) } : { s_min: sectionLength(inch) }),
        },
        pitch,
      );
    }),
    rule('spiral-ratio', 'Volume of the spiral', '25.7.3.3', least / own, (sheet) => {
      sheet.step({
        clause: '25.7.3.3',
        title: 'Volume of the spiral over that of its core',
        symbol: 'rho_s',
        expression: '4 * A_sp * (D_ch - d_s) / (s * D_ch^2)',
        inputs: {
          A_sp: barArea(bar.area),
          D_ch: sectionLength(core),
          d_s: sectionLength(bar.diameter),
          s: sectionLength(spacing),
        },
        value: plain(own, 5),
        note: 'Dch: to the outside of the spiral',
      });
      sheet.step({
        clause: '25.7.3.3',
        title: 'The least of it',
        symbol: 'rho_min',
        expression: '0.45 * (A_g / (pi / 4 * D_ch^2) - 1) * f_c / f_yt',
        inputs: {
          A_g: area(grossArea(section)),
          D_ch: sectionLength(core),
          f_c: stress(section.fc),
          f_yt: stress(Math.min(section.fy, mostSpiralYield)),
        },
        value: plain(least, 5),
      });
      compareAs(sheet, '25.7.3.3', 'rho_min / rho_s', { rho_min: plain(least, 5), rho_s: plain(own, 5) }, least / own);
    }),
  ];
}
