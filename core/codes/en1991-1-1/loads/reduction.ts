import { calculate, plain } from '../../../sheet';
import { planArea, type LiveReduction } from '../../doors/loads/live-reduction';

/** Use categories whose live load may be reduced by area, EN 1991-1-1 6.3.1.2(10). */
const reducedCategories: ReadonlySet<string> = new Set(['A', 'B', 'C', 'D']);

/** Reduction of imposed loads by area, EN 1991-1-1 6.3.1.2(10); a case without a category counts as offices, B. */
export const enLiveReduction: LiveReduction = {
  excludes: ({ category = 'B' }) =>
    reducedCategories.has(category)
      ? undefined
      : `Live load of category ${category} is not reduced by area: EN 1991-1-1 6.3.1.2(10) speaks of categories A to D.`,
  reduces: () => true,
  factor: (rule, area, sheet) =>
    calculate(sheet, {
      clause: '(6.1)',
      title: 'Reduction by area',
      symbol: 'alpha_A',
      expression: 'min(1, max(0.6, 5 / 7 * psi_0 + A_0 / A))',
      inputs: { psi_0: plain(rule.combinationFactor, 2), A_0: planArea(10), A: planArea(area) },
      as: { kind: 'number', decimals: 3 },
      note: 'EN 1991-1-1 6.3.1.2, categories A to D; 0.6 is asked of C and D and kept for all',
    }),
};
