import { called, type ScreenKind } from '../kind';
import { WallEditor } from './editor';

/** Walls on the screen. */
export const walls: ScreenKind<'walls'> = {
  name: (wall) => called('wall', wall),
  Editor: WallEditor,
  listed: {
    remark: ({ behaviour }) => behaviour ?? 'carries loads only',
    way: ({ id }) => ({ words: 'select', select: { walls: [id] } }),
  },
  found: {
    by: ({ label = '' }) => label,
    way: (wall) => ({ words: `Select ${called('wall', wall)}`, select: { walls: [wall.id] } }),
  },
};
