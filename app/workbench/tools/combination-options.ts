import type { CodeFamily } from '~core/codes/families';
import type { Combining, Model } from '~core/model';
import { asceOptions } from './asce-options';
import { enOptions } from './en-options';
import type { Field, Values } from './tool';

/** What the generation of combinations by one standard is asked for. */
export interface CombinationOptions {
  readonly fields: (model: Model, now: Combining) => Field[];
  /** @returns the options as typed, or what is wrong with them in a sentence */
  readonly read: (model: Model, values: Values, now: Combining) => Combining | string;
}

export const combinationOptions: Readonly<Record<CodeFamily['actions'], CombinationOptions>> = {
  asce: asceOptions,
  en: enOptions,
};
