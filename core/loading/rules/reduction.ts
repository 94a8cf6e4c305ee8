import type { ReductionRule } from '../../model';
import { calculate, plain, Sheet, type Quantity } from '../../sheet';
import { formatQuantity, type UnitSystem } from '../../units';
import type { RuleSheet } from './result';

const planArea = (value: number): Quantity => ({ value, kind: 'planArea' });

/** Live loads above this are not made smaller, ASCE 7-22 4.7.3, Pa (100 psf). */
export const heavyLive = 100 * 47.88025898;
/** Use categories whose live load EN 1991-1-1 6.3.1.2(10) lets be reduced by area. */
export const reducedCategories: ReadonlySet<string> = new Set(['A', 'B', 'C', 'D']);

/** The factor on the live load that a member receives, by the area it receives it from (m²), worked out on a sheet. */
export function reductionFactor(rule: ReductionRule, area: number, sheet: Sheet, units: UnitSystem): number {
  if (rule.standard === 'asce') {
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
  }
  return calculate(sheet, {
    clause: '(6.1)',
    title: 'Reduction by area',
    symbol: 'alpha_A',
    expression: 'min(1, max(0.6, 5 / 7 * psi_0 + A_0 / A))',
    inputs: { psi_0: plain(rule.combinationFactor, 2), A_0: planArea(10), A: planArea(area) },
    as: { kind: 'number', decimals: 3 },
    note: 'EN 1991-1-1 6.3.1.2, categories A to D; 0.6 is asked of C and D and kept for all',
  });
}

/** Factors of all members by their areas, with the sheets of the largest. */
export function reductions(
  rule: ReductionRule,
  areas: ReadonlyMap<string, number>,
  units: UnitSystem,
  category?: string,
): { factors: Map<string, number>; sheets: RuleSheet[]; problems: string[] } {
  if (category !== undefined && !reducedCategories.has(category))
    return {
      factors: new Map(),
      sheets: [],
      problems: [
        `Live load of category ${category} is not reduced by area: EN 1991-1-1 6.3.1.2(10) speaks of categories A to D.`,
      ],
    };
  const factors = new Map<string, number>();
  const sheets: RuleSheet[] = [];
  for (const [member, area] of [...areas].sort((a, b) => b[1] - a[1])) {
    const sheet = new Sheet();
    factors.set(member, reductionFactor(rule, area, sheet, units));
    if (sheets.length < mostSheets) sheets.push({ title: `Live load of ${member}`, sheet });
  }
  return { factors, sheets, problems: [] };
}

const mostSheets = 12;
const foot = 0.3048;
/** Influence area from which live load is reduced, ASCE 7-22 4.7.2: 400 ft², m². */
const leastInfluence = 400 * foot ** 2;
