import type { Combining, Finding, Model } from '../../../model';
import type { ActionGroups, StatedCombination } from './action-groups';

/** How a standard of actions combines the cases of a model. */
export interface CombinationCode {
  /** the standard and its edition as chosen: `ASCE 7-22` */
  readonly title: (options: Combining) => string;
  /** every combination it asks for, without numbers yet */
  readonly state: (groups: ActionGroups, options: Combining) => StatedCombination[];
  /** what the options leave open that the standard asks for */
  readonly doubts?: (model: Model, options: Combining) => Finding[];
}
