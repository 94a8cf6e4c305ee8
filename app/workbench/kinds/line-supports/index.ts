import { inOrder, type LineSupport } from '~core/model';
import { someTab, type ScreenKind } from '../kind';
import { LineSupportEditor } from './editor';
import { lineSupportLayout } from './layout';

/** Held edges on the screen. */
export const lineSupports: ScreenKind<'lineSupports'> = {
  name: ({ label, start, end }) => label ?? `slab edge ${start} to ${end}`,
  Editor: LineSupportEditor,
  tabs: [
    someTab<LineSupport>({
      id: 'lineSupports',
      name: 'Line supports',
      layout: lineSupportLayout,
      rows: (model) => inOrder(model.lineSupports),
      empty: 'No line holds a slab or wall yet. “Support a slab edge” makes one, or type one here.',
      selectsRecords: true,
      chosen: (_, selection) => selection.lineSupports,
      selects: (_, ids) => ({ lineSupports: ids }),
    }),
  ],
  listed: {
    way: ({ id }) => ({ words: 'select', select: { lineSupports: [id] } }),
  },
  found: {
    by: ({ label = '' }) => `${label} line support`,
    way: ({ id, label }) => ({ words: `Select line support ${label ?? id}`, select: { lineSupports: [id] } }),
  },
};
