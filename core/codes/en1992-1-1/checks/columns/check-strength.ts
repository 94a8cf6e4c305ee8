import { area, barArea, force, stress } from '../../../../sheet';
import { missing, skipped } from '../../../doors/checks/check';
import { compareAs } from '../../../doors/checks/beams/bending';
import { axialBendingCheck, momentWords, roundWords } from '../../../doors/checks/columns/axial-bending';
import { grossArea, steelArea } from '../../../doors/checks/columns/cage';
import type { ColumnCheck } from '../../../doors/checks/columns/concrete-column';
import { traceResistance } from '../flexure';
import type { EnMaterial } from '../material';
import { curvedWith, leastSteel, mostRatio } from './column-code';
import { traceCurved, type CurvedUnder, type CurvedWay } from './slenderness';

/** 6.1: axial force with bending about both axes. @param creep φ(∞, t₀) */
export const strengthCheck = (material: EnMaterial, creep: number): ColumnCheck =>
  axialBendingCheck({
    clause: '6.1',
    noBars:
      'No allowed bars fit: the least of 9.5.2(2) to 4% of the section, with the distances of 8.2. Change the section, or the sizes in its design rules.',
    usual: 'bars no more than 305 mm apart',
    trace: (sheet, { bars, section, units, place, points }, worst) => {
      const { under } = curvedWith(section, material, creep, bars.value, place, points);
      const one = worst.isSlender && under.find(({ line }) => line === worst.point.line);
      if (one) {
        for (const about of ['y', 'z'] as const) traceCurved(sheet, section, material, bars.value, one, about, place);
        sheet.remark(`They count with the largest axial force: ${momentWords(section, worst, units)}.`);
      } else
        sheet.remark(
          'Forces are as they were found at this place; moments with imperfections and of second order are asked for beside them.',
        );
      if (worst.bent) {
        if (section.isRound)
          sheet.remark(
            `${roundWords} It narrows towards the fibre that is pressed most: the block's stress is a tenth less (3.1.7(3), note).`,
          );
        traceResistance(sheet, section, material, worst.reinforced, worst, worst.bent, units);
      } else sheet.remark('The section has no resistance that way.');
    },
  });

/** 5.8: whether second order counts, and what cannot be told. @param creep φ(∞, t₀) */
export const slendernessStatement =
  (material: EnMaterial, creep: number): ColumnCheck =>
  ({ bars, section, place, points }) => {
    const [id, title, clause] = ['slenderness', 'Slenderness', '5.8'] as const;
    if (!bars) return [];
    const { under, open } = curvedWith(section, material, creep, bars.value, place, points);
    if (open.length > 0) {
      const others = new Set(open.map(({ label }) => label)).size - 1;
      return [
        missing(
          'sway',
          'Sway and slenderness',
          '5.8.2',
          `${open[0].label}${others > 0 ? ` and ${others} other combination${others > 1 ? 's' : ''}` : ''}: ${open[0].reason}`,
        ),
      ];
    }
    if (under.length === 0) return [skipped(id, title, clause, 'No combination presses it: nothing can buckle.')];
    const first = under.filter(({ isSecond }) => !isSecond);
    const second = under.length - first.length;
    const seconds =
      second > 0
        ? ` ${second} combination${second > 1 ? 's are' : ' is'} of second order with cracked stiffness: their moments are used as they were found, imperfections added.`
        : '';
    const all = first.flatMap((one) => one.ways.map((way) => ({ one, way })));
    const slowest = all.reduce<{ one: CurvedUnder; way: CurvedWay } | undefined>(
      (most, one) =>
        !most || one.way.slenderness / one.way.limit > most.way.slenderness / most.way.limit ? one : most,
      undefined,
    );
    if (!slowest) return [skipped(id, title, clause, seconds.trim())];
    const { one, way } = slowest;
    const words = `λ is ${way.slenderness.toFixed(1)} of λlim = ${way.limit.toFixed(1)} at most, about local ${way.about} in ${one.label}`;
    return [
      skipped(
        id,
        title,
        clause,
        (way.slenderness > way.limit
          ? `Second order counts: ${words}. Its moments by nominal curvature (5.8.8) are among those of “Axial force with bending”.`
          : `Second order may be left out (5.8.3.1): ${words}. Imperfections and least eccentricities count.`) +
          seconds,
      ),
    ];
  };

/** 9.5.2: how much of the section is steel. */
export const ratioChecks =
  (material: EnMaterial): ColumnCheck =>
  ({ bars, section, points }) => {
    if (!bars) return [];
    const steel = steelArea(bars.value);
    const gross = grossArea(section);
    const pressed = points.reduce((most, point) => (point.N < most.N ? point : most));
    const N = Math.max(0, -pressed.N);
    const [few, many] = [leastSteel(section, material, N) / steel, steel / (mostRatio * gross)];
    const base = { made: true, isRule: true, combination: pressed.label, x: pressed.x } as const;
    return [
      {
        ...base,
        id: 'ratio-least',
        title: 'Least steel',
        clause: '9.5.2(2)',
        utilisation: few,
        trace: (sheet) =>
          compareAs(
            sheet,
            '9.5.2(2)',
            'max(0.10 * N_Ed / f_yd, 0.002 * A_c) / A_s',
            { N_Ed: force(N), f_yd: stress(material.fyd), A_c: area(gross), A_s: barArea(steel) },
            few,
          ),
      },
      {
        ...base,
        id: 'ratio-most',
        title: 'Most steel',
        clause: '9.5.2(3)',
        utilisation: many,
        trace: (sheet) => {
          sheet.remark('Outside of laps; where bars are lapped it may be twice as much.');
          compareAs(sheet, '9.5.2(3)', 'A_s / (0.04 * A_c)', { A_s: barArea(steel), A_c: area(gross) }, many);
        },
      },
    ];
  };
