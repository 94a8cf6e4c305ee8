import { inOrder, type Wall } from '~core/model';
import { called, someTab, type ScreenKind } from '../kind';
import { panelLayout } from '../panel-layout';
import { WallEditor } from './editor';

/** Walls on the screen. */
export const walls: ScreenKind<'walls'> = {
  name: (wall) => called('wall', wall),
  Editor: WallEditor,
  tabs: [
    someTab<Wall>({
      id: 'walls',
      name: 'Walls',
      layout: (model) => panelLayout(model, 'walls'),
      rows: (model) => inOrder(model.walls),
      empty: 'No wall is outlined yet. “Outline a wall” makes one, or type its corners here.',
      selectsRecords: true,
      chosen: (_, selection) => selection.walls,
      selects: (_, ids) => ({ walls: ids }),
    }),
  ],
  listed: {
    remark: ({ behaviour }) => behaviour ?? 'carries loads only',
    way: ({ id }) => ({ words: 'select', select: { walls: [id] } }),
  },
  found: {
    by: ({ label = '' }) => label,
    way: (wall) => ({ words: `Select ${called('wall', wall)}`, select: { walls: [wall.id] } }),
  },
};
