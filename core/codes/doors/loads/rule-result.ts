import type { AreaLoad, Load } from '../../../model';
import type { Sheet } from '../../../sheet';

/** What a load rule comes to: loads, how they were worked out, and what stands in the way. */
export interface RuleResult {
  readonly loads: readonly Load[];
  readonly sheets: readonly RuleSheet[];
  /** why a part could not be made or does not hold, in sentences */
  readonly problems: readonly string[];
}

/** A calculation of a rule with its title. */
export interface RuleSheet {
  readonly title: string;
  readonly sheet: Sheet;
}

/** A load of a rule before it has a number. */
export type MadeLoad = Load extends infer One ? (One extends { id: string } ? Omit<One, 'id'> : never) : never;
/** An area load of a rule before it has a number. */
export type MadeArea = Omit<AreaLoad, 'id'>;

/** Loads of a rule with numbers of their own: `r3-1`, `r3-2` … */
export const numbered = (loads: readonly MadeLoad[], rule: string): Load[] =>
  loads.map((load, i) => ({ ...load, id: `${rule}-${i + 1}` }) as Load);
