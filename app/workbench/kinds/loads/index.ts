import type { ScreenKind } from '../kind';

/** Loads on the screen. */
export const loads: ScreenKind<'loads'> = {
  name: ({ id }) => `load ${id}`,
  found: {
    by: ({ id }) => id,
    way: (load, { model, view }) => ({
      words: `Load ${load.id} of case ${model.cases[load.case].label}`,
      look: {
        stage: 'loads',
        panel: null,
        shown: { kind: 'case', id: load.case },
        selection: { ...view.selection, loads: [load.id] },
        ledgerOpen: true,
        ledgerTab: { ...view.ledgerTab, loads: 'loads' },
      },
    }),
  },
};
