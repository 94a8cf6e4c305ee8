import type { AreaLoad } from '../../../model';
import { calculate, plain } from '../../../sheet';
import { formatQuantity } from '../../../units';
import { planArea, type LiveReduction } from '../../doors/loads/live-reduction';

/** Live loads above this are not made smaller, ASCE 7-22 4.7.3, Pa (100 psf). */
const heavyLive = 100 * 47.88025898;
const foot = 0.3048;
/** Influence area from which live load is reduced, ASCE 7-22 4.7.2: 400 ft², m². */
const leastInfluence = 400 * foot ** 2;

/** The largest pressure of an area load, Pa. */
const pressureOf = ({ pressure }: AreaLoad): number =>
  pressure.type === 'uniform'
    ? Math.abs(pressure.value)
    : pressure.type === 'linear'
      ? Math.max(...pressure.points.map(({ value }) => Math.abs(value)))
      : Infinity;

/** Reduction in uniform live loads, ASCE/SEI 7-22 4.7.2; live load above 4.79 kPa (100 psf), all that lies on a place taken together, stays as it is (4.7.3). */
export const asceLiveReduction: LiveReduction = {
  excludes: () => undefined,
  reduces: (load, over) => [load, ...over].reduce((sum, one) => sum + pressureOf(one), 0) <= heavyLive * (1 + 1e-9),
  factor: (rule, area, sheet, units) => {
    sheet.remark(
      `Places under several loads of the case count once in A_T. Where they come to more than ${formatQuantity(heavyLive, 'pressure', units)} together nothing is reduced (4.7.3); its exception for members that carry two floors or more is not used, as each beam carries one.`,
    );
    sheet.remark(
      'Garages for passenger vehicles and assembly uses may not be reduced (4.7.4, 4.7.5): keep their loads in another case.',
    );
    const influence = calculate(sheet, {
      clause: '4.7.2',
      title: 'Influence area',
      symbol: 'A_I',
      expression: 'K_LL * A_T',
      inputs: { K_LL: plain(rule.elementFactor, 1), A_T: planArea(area) },
      as: { kind: 'planArea' },
    });
    if (influence < leastInfluence) {
      sheet.remark(`K_LL A_T is below ${formatQuantity(leastInfluence, 'planArea', units)}: no reduction.`);
      return 1;
    }
    return calculate(sheet, {
      clause: '4.7-1',
      title: 'Share of the live load',
      symbol: 'L / L_0',
      expression: `min(1, max(0.5, 0.25 + ${units === 'us' ? 15 * foot : 4.57} / sqrt(A_I)))`,
      printed: { si: 'min(1, max(0.5, 0.25 + 4.57 / sqrt(A_I)))', us: 'min(1, max(0.5, 0.25 + 15 / sqrt(A_I)))' },
      inputs: { A_I: planArea(influence) },
      as: { kind: 'number', decimals: 3 },
      note: 'not below 0.5 for members that carry one floor',
    });
  },
};
