import { inOrder, type Group } from '~core/model';
import { count } from '~core/units';
import { someTab, type ScreenKind } from '../kind';
import { groupLayout } from './layout';

const selectionOfGroup = ({ members, nodes = [], slabs = [], walls = [] }: Group) => ({ members, nodes, slabs, walls });

const wordsOf = ({ members, slabs = [], walls = [] }: Group): string =>
  slabs.length + walls.length === 0 || members.length > 0
    ? count(members.length, 'member')
    : count(slabs.length + walls.length, slabs.length === 0 ? 'wall' : 'slab');

/** Groups on the screen. */
export const groups: ScreenKind<'groups'> = {
  name: ({ label }) => `group ${label}`,
  tabs: [
    someTab<Group>({
      id: 'groups',
      name: 'Groups',
      layout: () => groupLayout(),
      rows: (model) => inOrder(model.groups),
      empty: 'No groups yet. Select members, slabs or walls and group them, or type a name and members here.',
      selects: (model, ids) => {
        const of = (table: 'members' | 'nodes' | 'slabs' | 'walls') => [
          ...new Set(ids.flatMap((id) => model.groups[id][table] ?? [])),
        ];
        return { members: of('members'), nodes: of('nodes'), slabs: of('slabs'), walls: of('walls') };
      },
    }),
  ],
  listed: {
    renamed: true,
    way: (group) => ({ words: wordsOf(group), select: selectionOfGroup(group) }),
  },
  found: {
    by: ({ label }) => label,
    way: (group) => ({ words: `Select the group ${group.label}`, select: selectionOfGroup(group) }),
  },
};
