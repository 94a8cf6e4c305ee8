import type { AreaLoad, LoadCase, ReductionRule } from '../../../model';
import type { Quantity, Sheet } from '../../../sheet';
import type { UnitSystem } from '../../../units';

/** How a code makes live load smaller by the area a member receives it from. */
export interface LiveReduction {
  /** The factor on the live load of a member, by the area it receives it from (m²), worked out on a sheet. */
  readonly factor: (rule: ReductionRule, area: number, sheet: Sheet, units: UnitSystem) => number;
  /** why nothing of this case may be reduced, in a sentence; undefined: it may */
  readonly excludes: (loadCase: LoadCase) => string | undefined;
  /** whether an area's load of a case that may be reduced is; `over` are those that lie on the same place with it */
  readonly reduces: (load: AreaLoad, over: readonly AreaLoad[]) => boolean;
}

/** An area of plan on a sheet. @param value m² */
export const planArea = (value: number): Quantity => ({ value, kind: 'planArea' });
