import type { ViewState } from '../../../state/view-slice';
import type { ScreenKind } from '../kind';

/** Shows a case or combination where one is: in the results, else among the loads. */
export const inLoads = (view: ViewState, shown: ViewState['shown']): Partial<ViewState> => ({
  stage: view.stage === 'results' ? 'results' : 'loads',
  panel: null,
  shown,
});

/** Load cases on the screen. */
export const cases: ScreenKind<'cases'> = {
  name: ({ label }) => `case ${label}`,
  found: {
    by: ({ label, name }) => `${label} ${name}`,
    way: ({ id, label, name }, { view }) => ({
      words: `Case ${label}: ${name}`,
      look: inLoads(view, { kind: 'case', id }),
    }),
  },
};
