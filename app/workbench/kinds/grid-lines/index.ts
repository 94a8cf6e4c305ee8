import { inOrder, type GridLine } from '~core/model';
import { someTab, type ScreenKind } from '../kind';
import { gridLineLayout } from './layout';

/** Grid lines on the screen. */
export const gridLines: ScreenKind<'gridLines'> = {
  name: ({ label }) => `grid line ${label}`,
  tabs: [
    someTab<GridLine>({
      id: 'gridLines',
      name: 'Grid lines',
      layout: gridLineLayout,
      rows: (model) => inOrder(model.gridLines),
      empty: 'No grid lines yet. Type a name, x or y, and a place.',
    }),
  ],
};
