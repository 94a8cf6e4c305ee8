import { inOrder, type Slab } from '~core/model';
import { called, someTab, type ScreenKind } from '../kind';
import { panelLayout } from '../panel-layout';
import { SlabEditor } from './editor';

/** Slabs on the screen. */
export const slabs: ScreenKind<'slabs'> = {
  name: (slab) => called('slab', slab),
  Editor: SlabEditor,
  tabs: [
    someTab<Slab>({
      id: 'slabs',
      name: 'Slabs',
      layout: (model) => panelLayout(model, 'slabs'),
      rows: (model) => inOrder(model.slabs),
      empty: 'No slab is outlined yet. “Outline a slab” makes one, or type its corners here.',
      selectsRecords: true,
      chosen: (_, selection) => selection.slabs,
      selects: (_, ids) => ({ slabs: ids }),
    }),
  ],
  listed: {
    remark: ({ behaviour }) => behaviour ?? 'carries loads only',
    way: ({ id }) => ({ words: 'select', select: { slabs: [id] } }),
  },
  found: {
    by: ({ label = '' }) => label,
    way: (slab) => ({ words: `Select ${called('slab', slab)}`, select: { slabs: [slab.id] } }),
  },
};
