import type { LiveReduction, RuleSheet } from '../../codes/loads';
import type { ReductionRule } from '../../model';
import { Sheet } from '../../sheet';
import type { UnitSystem } from '../../units';

/** Factors of all members by the areas they receive live load from (m²), with the sheets of the largest. */
export function reductions(
  by: LiveReduction,
  rule: ReductionRule,
  areas: ReadonlyMap<string, number>,
  units: UnitSystem,
): { factors: Map<string, number>; sheets: RuleSheet[] } {
  const factors = new Map<string, number>();
  const sheets: RuleSheet[] = [];
  for (const [member, area] of [...areas].sort((a, b) => b[1] - a[1])) {
    const sheet = new Sheet();
    factors.set(member, by.factor(rule, area, sheet, units));
    if (sheets.length < mostSheets) sheets.push({ title: `Live load of ${member}`, sheet });
  }
  return { factors, sheets };
}

const mostSheets = 12;
