import { called, type ScreenKind } from '../kind';
import { SlabEditor } from './editor';

/** Slabs on the screen. */
export const slabs: ScreenKind<'slabs'> = {
  name: (slab) => called('slab', slab),
  Editor: SlabEditor,
  listed: {
    remark: ({ behaviour }) => behaviour ?? 'carries loads only',
    way: ({ id }) => ({ words: 'select', select: { slabs: [id] } }),
  },
  found: {
    by: ({ label = '' }) => label,
    way: (slab) => ({ words: `Select ${called('slab', slab)}`, select: { slabs: [slab.id] } }),
  },
};
