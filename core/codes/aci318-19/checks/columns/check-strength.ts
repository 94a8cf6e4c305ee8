import { area, barArea, force, moment, plain, stress } from '../../../../sheet';
import { missing, skipped, utilisationOf } from '../../../doors/checks/check';
import { axialBendingCheck, momentWords, roundWords } from '../../../doors/checks/columns/axial-bending';
import { compareAs } from '../../../doors/checks/beams/bending';
import { grossArea, steelArea } from '../../../doors/checks/columns/cage';
import type { ColumnCheck } from '../../../doors/checks/columns/concrete-column';
import { leastPhi, traceStrength } from '../flexure';
import { remarkReduction } from '../reduction';
import { axialShare, mostPressure, mostYield, slenderWith, squashLoad } from './column-code';
import { mostSecond, traceWay, type SlenderUnder, type SlenderWay } from './slenderness';

const noBars =
  'No allowed bars fit: 1 to 8% of the section with 1.5 in or 1.5 diameters between them, held by ties. Change the section, or the sizes in its design rules.';

/** 22.4: axial force with bending about both axes. */
export const strengthCheck: ColumnCheck = axialBendingCheck({
  clause: '22.4',
  noBars,
  usual: 'bars no more than 12 in apart and no more than 4% of steel',
  trace: (sheet, { bars, section, units, place, points }, worst) => {
    const slender = slenderWith(section, bars.value, place, points);
    const most = mostPressure(section, bars.value);
    const pressed = utilisationOf(-worst.N, most);
    if (worst.isSlender) {
      const under = slender.under.find(({ line }) => line === worst.point.line)!;
      for (const about of ['y', 'z'] as const) traceWay(sheet, section, bars.value, under, about, place);
      sheet.remark(
        `Moments that are larger for slenderness count with the largest axial force: ${momentWords(section, worst, units)}.`,
      );
    } else if (slender.second.some(({ label }) => label === worst.point.label))
      sheet.remark('Forces are those of second order as they were found (6.7): nothing is magnified beside them.');
    else
      sheet.remark(
        'Forces are those of first order at this place; where slenderness counts, magnified moments are asked for beside them.',
      );
    if (pressed >= worst.utilisation - 1e-12 && worst.utilisation > 0) {
      const steel = steelArea(bars.value);
      sheet.step({
        clause: '22.4.2.2',
        title: 'Axial strength without eccentricity',
        symbol: 'P_o',
        expression: '0.85 * f_c * (A_g - A_st) + f_y * A_st',
        inputs: {
          f_c: stress(section.fc),
          A_g: area(grossArea(section)),
          A_st: barArea(steel),
          f_y: stress(Math.min(section.fy, mostYield)),
        },
        value: force(squashLoad(section, bars.value)),
      });
      remarkReduction(sheet, section, [section.isSpiral ? 'spiral' : 'compression']);
      sheet.step({
        clause: '22.4.2.1',
        title: `Largest pressure that counts, with ${section.isSpiral ? 'a spiral' : 'ties'}`,
        symbol: 'P_d',
        expression: `phi * ${axialShare(section).toFixed(2)} * P_o`,
        inputs: { phi: plain(leastPhi(section), 2), P_o: force(squashLoad(section, bars.value)) },
        value: force(most),
      });
      compareAs(sheet, '10.5.1.1', 'P_u / P_d', { P_u: force(-worst.N), P_d: force(most) }, pressed);
    } else if (worst.bent) {
      if (section.isRound) sheet.remark(roundWords);
      traceStrength(sheet, section, worst.reinforced, worst, worst.bent, units, '10.5.1.1');
    } else sheet.remark('The section has no strength that way.');
  },
});

const wayName = (about: 'y' | 'z'): string => `bending about local ${about}`;

/** The combination and axis that a measure is largest for. */
function mostOf(
  under: readonly SlenderUnder[],
  measure: (one: SlenderUnder, way: SlenderWay) => number,
): { one: SlenderUnder; way: SlenderWay; value: number } | undefined {
  let found: { one: SlenderUnder; way: SlenderWay; value: number } | undefined;
  for (const one of under)
    for (const way of one.ways) {
      const value = measure(one, way);
      if (value > (found?.value ?? 0)) found = { one, way, value };
    }
  return found;
}

/** 6.2.5, 6.6.4, 6.7: slenderness: whether it counts, whether the column stays stable, and how far moments may grow. */
export const slendernessChecks: ColumnCheck = (column) => {
  const { bars, section, place, points } = column;
  const [id, title, clause] = ['slenderness', 'Slenderness', '6.6.4'] as const;
  if (!bars) return [];
  const { under, open, second } = slenderWith(section, bars.value, place, points);
  if (open.length > 0) {
    const first = open[0];
    const others = new Set(open.map(({ label }) => label)).size - 1;
    return [
      missing(
        'sway',
        'Sway and slenderness',
        '6.2.5',
        `${first.label}${others > 0 ? ` and ${others} other combination${others > 1 ? 's' : ''}` : ''}: ${first.reason}`,
      ),
    ];
  }
  const slowest = mostOf(under, (_, way) => (way.sway > 1 ? Infinity : way.slenderness / Math.max(1e-9, way.limit)));
  if (!slowest && second.length === 0)
    return [skipped(id, title, clause, 'No combination presses it: nothing can buckle.')];
  const seconds =
    second.length > 0
      ? ` ${second.length} combination${second.length > 1 ? 's are' : ' is'} of second order with cracked stiffness, and their moments are used as they were found (6.7); storeys drift at most ${Math.max(...second.map(({ amplification }) => amplification)).toFixed(2)} times as far as in first order.`
      : '';
  if (!slowest || slowest.value <= 1)
    return [
      skipped(
        id,
        title,
        clause,
        (slowest
          ? `It may be neglected (6.2.5.1(b)): k lu / r is ${slowest.way.slenderness.toFixed(1)} of ${slowest.way.limit.toFixed(1)} at most, ${wayName(slowest.way.about)} in ${slowest.one.label}; its storeys are braced (6.6.4.3) and k = 1 (6.6.4.4.3).`
          : '') + seconds,
      ),
    ];
  const slender = mostOf(under, ({ P }, way) => (way.isNeglected ? 0 : P / (0.75 * way.Pc)))!;
  const grown = mostOf(under, (_, way) => (way.isNeglected ? 0 : way.delta * way.sway))!;
  const times = Math.min(99, grown.way.delta) * grown.way.sway;
  const at = ({ one }: typeof slender) => ({ made: true, combination: one.label, x: one.point.x }) as const;
  return [
    {
      ...at(slender),
      id,
      title: 'Slenderness, stability',
      clause: '6.6.4.5.2',
      utilisation: utilisationOf(slender.one.P, 0.75 * slender.way.Pc),
      trace: (sheet) => {
        traceWay(sheet, section, bars.value, slender.one, slender.way.about, place);
        if (seconds) sheet.remark(seconds.trim());
        compareAs(
          sheet,
          '6.6.4.5.2',
          'P_u / (0.75 * P_c)',
          { P_u: force(slender.one.P), P_c: force(slender.way.Pc) },
          utilisationOf(slender.one.P, 0.75 * slender.way.Pc),
        );
      },
    },
    {
      ...at(grown),
      id: 'slenderness-limit',
      title: 'Moments of second order',
      clause: '6.2.5.3',
      isRule: true,
      utilisation: times / mostSecond,
      trace: (sheet) => {
        traceWay(sheet, section, bars.value, grown.one, grown.way.about, place);
        sheet.remark(
          'They are at most 1.4 times those of first order; where storeys sway all of a moment is counted as if loads that push sideways made it.',
        );
        compareAs(
          sheet,
          '6.2.5.3',
          'M_c / (1.4 * M)',
          {
            M_c: moment(Math.min(99, grown.way.delta) * Math.max(grown.way.M2, grown.way.least)),
            M: moment(Math.max(grown.way.M2, grown.way.least) / grown.way.sway),
          },
          times / mostSecond,
        );
      },
    },
  ];
};

/** 10.6.1.1: how much of the section is steel. */
export const ratioCheck: ColumnCheck = ({ bars, section, points }) => {
  if (!bars) return [];
  const [gross, steel] = [grossArea(section), steelArea(bars.value)];
  const ratio = steel / gross;
  const [few, many] = [0.01 / ratio, ratio / 0.08];
  const base = { made: true, isRule: true, combination: points[0].label, x: 0 } as const;
  const inputs = { A_g: area(gross), A_st: barArea(steel) };
  return [
    {
      ...base,
      id: 'ratio-least',
      title: 'Least steel',
      clause: '10.6.1.1',
      utilisation: few,
      trace: (sheet) => compareAs(sheet, '10.6.1.1', '0.01 * A_g / A_st', inputs, few),
    },
    {
      ...base,
      id: 'ratio-most',
      title: 'Most steel',
      clause: '10.6.1.1',
      utilisation: many,
      trace: (sheet) => {
        sheet.remark('Where bars are lapped their steel counts twice there: half of this is the most then.');
        compareAs(sheet, '10.6.1.1', 'A_st / (0.08 * A_g)', inputs, many);
      },
    },
  ];
};
