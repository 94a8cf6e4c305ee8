import { inOrder, type Node } from '~core/model';
import { someTab, type LedgerTab, type ScreenKind } from '../kind';
import { NodeEditor } from './editor';
import { nodeLayout } from './layout';
import { supportLayout } from './supports-layout';

const selecting = {
  selectsRecords: true,
  chosen: (_, selection) => selection.nodes,
  selects: (_, ids) => ({ nodes: ids }),
} satisfies Partial<LedgerTab<Node>>;

/** Nodes and their supports on the screen. */
export const nodes: ScreenKind<'nodes'> = {
  name: ({ id }) => `node ${id}`,
  Editor: NodeEditor,
  tabs: [
    someTab<Node>({
      id: 'nodes',
      name: 'Nodes',
      layout: nodeLayout,
      rows: (model) => inOrder(model.nodes),
      empty: 'There are no nodes yet. The frame builder makes them, or type one here.',
      ...selecting,
    }),
    someTab<Node>({
      id: 'supports',
      name: 'Supports',
      layout: supportLayout,
      rows: (model) => inOrder(model.nodes).filter((node) => node.support ?? node.springs),
      empty: 'Nothing is supported yet. Select nodes and hold them in their details.',
      ...selecting,
    }),
  ],
};
