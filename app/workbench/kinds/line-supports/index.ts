import type { ScreenKind } from '../kind';

/** Held edges on the screen. */
export const lineSupports: ScreenKind<'lineSupports'> = {
  name: ({ label, start, end }) => label ?? `slab edge ${start} to ${end}`,
  listed: {
    way: ({ id }) => ({ words: 'select', select: { lineSupports: [id] } }),
  },
};
