import type { ScreenKind } from '../kind';
import { ColumnHeadEditor } from './editor';

/** Column heads on the screen. */
export const columnHeads: ScreenKind<'columnHeads'> = {
  name: ({ node }) => `column head at ${node}`,
  Editor: ColumnHeadEditor,
  listed: {
    way: ({ id }) => ({ words: 'select', select: { columnHeads: [id] } }),
  },
};
