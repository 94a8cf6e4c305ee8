import { Button } from 'antd';
import { count } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { Icon } from '../../theme/icons';
import { deleteSelected } from '../commands';
import { FrameBuilder } from './frame-builder-form';
import { MemberEditor } from './member-editor';
import { NodeEditor } from './node-editor';
import { NewMemberForm } from './new-member-form';
import { selectionWords } from './selection-words';
import { SettingOutEditor } from './setting-out-editor';

/** Details of the Frame stage: the frame builder, what is selected, or the setting-out. */
export function FrameDetails() {
  const workbench = useWorkbenchApi();
  const builderOpen = useWorkbench((state) => state.builderOpen);
  const selection = useWorkbench((state) => state.selection);
  const model = useWorkbench((state) => state.model);
  const look = useWorkbench((state) => state.look);
  if (builderOpen) return <FrameBuilder />;
  const { nodes, members } = selection;
  if (nodes.length + members.length === 0) {
    return (
      <aside className="details card" aria-label="Details">
        <div className="details-head">
          <div className="grow">
            <h2 className="title">Frame</h2>
            <div className="caption">
              {count(Object.keys(model.nodes).length, 'node')}, {count(Object.keys(model.members).length, 'member')}
            </div>
          </div>
        </div>
        <div className="details-body">
          <div className="block two">
            <Button type="primary" onClick={() => look({ builderOpen: true })}>
              Frame builder
            </Button>
            <Button onClick={() => look({ tool: 'draw' })}>Draw a member</Button>
          </div>
          <SettingOutEditor />
          <NewMemberForm />
        </div>
      </aside>
    );
  }
  return (
    <aside className="details card" aria-label="Details">
      <div className="details-head">
        <div className="grow">
          <h2 className="title">{members.length === 1 && nodes.length === 0 ? `${capital(model.members[members[0]].role)} ${model.members[members[0]].label ?? members[0]}` : nodes.length === 1 && members.length === 0 ? `Node ${nodes[0]}` : selectionWords(model, selection)}</h2>
          {members.length + nodes.length > 1 && <div className="caption">changes apply to all selected</div>}
        </div>
        <button type="button" className="icon-button" aria-label="Select nothing" onClick={() => workbench.getState().select({})}>
          <Icon name="close" />
        </button>
      </div>
      <div className="details-body">
        {members.length > 0 && <MemberEditor ids={members} />}
        {nodes.length > 0 && <NodeEditor ids={nodes} />}
      </div>
      <div className="details-foot">
        <Button danger onClick={() => deleteSelected(workbench)}>
          Delete
        </Button>
        <span className="caption">can be undone</span>
      </div>
    </aside>
  );
}

export const capital = (word: string): string => word[0].toUpperCase() + word.slice(1);
