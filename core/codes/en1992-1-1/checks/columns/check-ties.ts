import { plain, sectionLength } from '../../../../sheet';
import type { MadeCheck } from '../../../doors/checks/check';
import { compareAs } from '../../../doors/checks/beams/bending';
import { isAround, isRing } from '../../../doors/checks/column-reinforcement';
import { barDiameters, barSteps, clearDistances } from '../../../doors/checks/columns/cage';
import type { ColumnCheck } from '../../../doors/checks/columns/concrete-column';
import { largestTieSpacing, leastClear, leastTie, legsAsked } from './column-code';

/** 8.2, 9.5.3: distances of bars, and the ties that hold them. */
export const tieChecks: ColumnCheck = ({ bars, ties, section, points }) => {
  if (!bars) return [];
  const { bar, spacing } = ties.value;
  const clear = clearDistances(section, bars.value);
  const nearest = Math.min(clear.y, clear.z);
  const least = leastClear(bars.value);
  const { thick, thin } = barDiameters(bars.value);
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
  const widest = largestTieSpacing(section, bars.value);
  const found = [
    rule('bar-distance', 'Clear distance of bars', '8.2(2)', distance, (sheet) => {
      sheet.remark('With aggregate of 20 mm: no less than the bars are thick, and 25 mm.');
      compareAs(
        sheet,
        '8.2(2)',
        's_min / s',
        { s_min: sectionLength(least), s: sectionLength(Math.max(1e-6, nearest)) },
        distance,
      );
    }),
    rule('tie-size', 'Size of ties', '9.5.3(1)', size, (sheet) => {
      sheet.step({
        clause: '9.5.3(1)',
        title: 'Least diameter',
        symbol: 'phi_min',
        expression: 'max(phi_0, phi_l / 4)',
        inputs: { phi_0: sectionLength(0.006), phi_l: sectionLength(thick) },
        value: sectionLength(leastTie(bars.value)),
        note: 'φ0 = 6 mm',
      });
      compareAs(
        sheet,
        '9.5.3(1)',
        'phi_min / phi_t',
        { phi_min: sectionLength(leastTie(bars.value)), phi_t: sectionLength(bar.diameter) },
        size,
      );
    }),
    rule('tie-spacing', 'Spacing of ties', '9.5.3(3)', spacing / widest, (sheet) => {
      sheet.remark('Next to beams and slabs, and along laps, six tenths of it (9.5.3(4)): that is for the drawing.');
      sheet.step({
        clause: '9.5.3(3)',
        title: 'Largest spacing',
        symbol: 's_max',
        expression: 'min(20 * phi_l, b, h, s_0)',
        inputs: {
          phi_l: sectionLength(thin),
          b: sectionLength(section.width),
          h: sectionLength(section.depth),
          s_0: sectionLength(0.4),
        },
        value: sectionLength(widest),
        note: 's0 = 400 mm',
      });
      compareAs(
        sheet,
        '9.5.3(3)',
        's / s_max',
        { s: sectionLength(spacing), s_max: sectionLength(widest) },
        spacing / widest,
      );
    }),
  ];
  // 9.5.3(6): round ties hold every bar of a ring
  if (isAround(ties.value) || isRing(bars.value)) return found;
  const { legsY, legsZ } = ties.value;
  const steps = barSteps(section, bars.value);
  const held = [
    { along: 'z', legs: legsZ, count: bars.value.alongY, step: steps.y },
    { along: 'y', legs: legsY, count: bars.value.alongZ, step: steps.z },
  ]
    .map((one) => ({ ...one, asked: legsAsked(one.count, one.step) }))
    .reduce((most, one) => (one.asked / one.legs > most.asked / most.legs ? one : most));
  return [
    ...found,
    rule('tie-legs', 'Bars held by ties', '9.5.3(6)', held.asked / held.legs, (sheet) => {
      sheet.remark(
        `The ${held.count} bars in the faces across local ${held.along} stand ${Math.round(held.step * 1000)} mm apart; those at corners are held, and none stands farther than 150 mm from one that is.`,
      );
      compareAs(
        sheet,
        '9.5.3(6)',
        'n_min / n',
        { n_min: plain(held.asked, 0), n: plain(held.legs, 0) },
        held.asked / held.legs,
      );
    }),
  ];
};
