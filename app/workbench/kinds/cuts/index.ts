import { inOrder, type Cut } from '~core/model';
import { called, someTab, type ScreenKind } from '../kind';
import { CutEditor } from './editor';
import { cutLayout } from './layout';

/** Cuts on the screen. */
export const cuts: ScreenKind<'cuts'> = {
  name: (cut) => called('cut', cut),
  Editor: CutEditor,
  tabs: [
    someTab<Cut>({
      id: 'cuts',
      name: 'Cuts',
      layout: cutLayout,
      rows: (model) => inOrder(model.cuts),
      empty: 'No cut is kept yet. “Keep a cut through slabs or walls” makes one, or type its ends here.',
      selectsRecords: true,
      chosen: (_, selection) => selection.cuts,
      selects: (_, ids) => ({ cuts: ids }),
    }),
  ],
  listed: { way: ({ id }) => ({ words: 'select', select: { cuts: [id] } }) },
  found: {
    by: ({ label = '' }) => `${label} cut section line`,
    way: (cut) => ({ words: `Select ${called('cut', cut)}`, select: { cuts: [cut.id] } }),
  },
};
