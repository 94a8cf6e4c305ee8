import { inOrder, type Group } from '~core/model';
import { count } from '~core/units';
import { someTab, type ScreenKind } from '../kind';
import { groupLayout } from './layout';

/** Groups on the screen. */
export const groups: ScreenKind<'groups'> = {
  name: ({ label }) => `group ${label}`,
  tabs: [
    someTab<Group>({
      id: 'groups',
      name: 'Groups',
      layout: () => groupLayout(),
      rows: (model) => inOrder(model.groups),
      empty: 'No groups yet. Select members and group them, or type a name and members here.',
      selects: (model, ids) => ({ members: [...new Set(ids.flatMap((id) => model.groups[id].members))] }),
    }),
  ],
  listed: {
    renamed: true,
    way: ({ members, nodes = [] }) => ({ words: count(members.length, 'member'), select: { members, nodes } }),
  },
  found: {
    by: ({ label }) => label,
    way: ({ label, members, nodes = [] }) => ({ words: `Select the group ${label}`, select: { members, nodes } }),
  },
};
