import type { ScreenKind } from '../kind';

/** Column heads on the screen. */
export const columnHeads: ScreenKind<'columnHeads'> = {
  name: ({ node }) => `column head at ${node}`,
  listed: {
    remark: 'not analysed yet',
    way: ({ id }) => ({ words: 'select', select: { columnHeads: [id] } }),
  },
};
