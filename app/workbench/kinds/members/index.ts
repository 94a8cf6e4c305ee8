import { inOrder, type Member } from '~core/model';
import { called, someTab, type ScreenKind } from '../kind';
import { MemberEditor } from './editor';
import { memberLayout } from './layout';

/** Beams, columns and braces on the screen. */
export const members: ScreenKind<'members'> = {
  name: (member) => called(member.role, member),
  Editor: MemberEditor,
  tabs: [
    someTab<Member>({
      id: 'members',
      name: 'Members',
      layout: memberLayout,
      rows: (model) => inOrder(model.members),
      empty: 'There are no members yet. Open the frame builder (B) or draw one (D).',
      selectsRecords: true,
      chosen: (_, selection) => selection.members,
      selects: (_, ids) => ({ members: ids }),
    }),
  ],
};
