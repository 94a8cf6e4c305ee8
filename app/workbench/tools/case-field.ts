import { inOrder, type Model } from '~core/model';
import type { Field, ToolContext } from './tool';

/** The load cases of a model, for a choice. */
export const caseOptions = (model: Model) =>
  inOrder(model.cases).map((one) => ({ value: one.id, label: `${one.label}, ${one.name}` }));

/** The case a load goes into: at first the one that is shown. */
export const caseField = ({ model, shownCase }: ToolContext): Field => ({
  key: 'case',
  label: 'Case',
  kind: 'choice',
  isShownCase: true,
  initial: shownCase ?? inOrder(model.cases)[0]?.id ?? '',
  options: caseOptions(model),
});
