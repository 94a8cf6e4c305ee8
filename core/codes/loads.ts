import type { LoadRule, Model } from '../model';
import { asceLiveReduction } from './asce7-22/loads/reduction';
import { asceSnow } from './asce7-22/loads/snow';
import { asceWind } from './asce7-22/loads/wind';
import type { LiveReduction } from './doors/loads/live-reduction';
import type { RuleResult } from './doors/loads/rule-result';
import { enLiveReduction } from './en1991-1-1/loads/reduction';
import { enSnow } from './en1991-1-3/loads/snow';
import { enWind } from './en1991-1-4/loads/wind';

export { buildingOf } from './doors/loads/building';
export type { LiveReduction } from './doors/loads/live-reduction';
export { numbered, type MadeLoad, type RuleResult, type RuleSheet } from './doors/loads/rule-result';
export { roofWords } from './en1991-1-4/loads/wind';

type RuleType = LoadRule['type'];

/** A kind of load rule that a clause of a code is behind. */
export type CodeRuleType = Extract<RuleType, `${string}Wind` | `${string}Snow`>;

/** What makes the loads of each such rule. */
const makers: { readonly [K in CodeRuleType]: (model: Model, rule: Extract<LoadRule, { type: K }>) => RuleResult } = {
  asceWind,
  asceSnow,
  enWind,
  enSnow,
};

/** The loads of a rule that a code is behind; undefined: no code is, and what knows the rule makes them. */
export function loadsByCode(model: Model, rule: LoadRule): RuleResult | undefined {
  const make = (makers as Partial<Record<RuleType, (model: Model, rule: LoadRule) => RuleResult>>)[rule.type];
  return make?.(model, rule);
}

/** Whether a code's clauses make the loads of a rule. */
export const isByCode = (rule: LoadRule): boolean => rule.type in makers;

/** How live load is made smaller, by the standard a reduction rule names. */
export const liveReductions: Readonly<Record<Extract<LoadRule, { type: 'reduction' }>['standard'], LiveReduction>> = {
  asce: asceLiveReduction,
  en: enLiveReduction,
};
