import { capital } from '../words/capital';
import { Button } from 'antd';
import { count } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { deleteSelected, lockSelected } from '../commands/commands';
import { toolOf, tools } from '../tools/all-tools';
import { isOfLoads, openTool } from '../tools/open-tool';
import type { Tool } from '../tools/tool';
import { ToolCard } from '../tools/tool-card';
import { FrameBuilder } from '../cards/frame-builder-form';
import { CardSide, useShowsSelection } from '../cards/card-side';
import { SelectNothing } from '../cards/select-nothing';
import { Part } from '../fields/part';
import { FloorsEditor, NamedThings, NewMembersEditor } from '../cards/frame-lists';
import { recordName, screenKind } from '../kinds/screen-kinds';
import { NewMemberForm } from '../cards/new-member-form';
import { chosenRecords, selectableTables, selectionWords } from '../../state/selection';
import { SettingOutEditor } from '../cards/setting-out-editor';

/** What can be done to slabs, walls and the like. */
const wholeTools = new Set(['move', 'copy', 'mirror', 'rotate', 'group']);
const quickTools = ['move', 'copy', 'mirror', 'rotate', 'divide', 'extend', 'group'];

/** Details of the Frame stage: the frame builder, what is selected, or the setting-out. */
export function FrameDetails() {
  const workbench = useWorkbenchApi();
  const builderOpen = useWorkbench((state) => state.builderOpen);
  const open = useWorkbench((state) => state.openTool);
  const selection = useWorkbench((state) => state.selection);
  const model = useWorkbench((state) => state.model);
  const look = useWorkbench((state) => state.look);
  const takeTool = useWorkbench((state) => state.takeTool);
  const showsSelection = useShowsSelection();
  const locked = [...selection.members, ...selection.nodes].some((id) => model.settings.locked?.includes(id));
  if (builderOpen) return <FrameBuilder />;
  const tool = open && toolOf(open.id);
  if (tool && !isOfLoads(tool)) return <ToolCard key={tool.id} tool={tool} />;
  const { nodes, members } = selection;
  const chosen = chosenRecords(selection).filter(({ table }) => table !== 'loads');
  if (!showsSelection) {
    return (
      <aside className="details card" aria-label="Details">
        <CardSide />
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
            <Button onClick={() => takeTool('draw')}>Draw a member</Button>
          </div>
          <ToolList group="set out" title="Set out" open />
          <details open>
            <summary>Storeys and grid lines</summary>
            <SettingOutEditor />
          </details>
          <ToolList group="generate" title="Generate" open />
          <ToolList group="edit" title="Edit" />
          <ToolList group="members" title="Members" />
          <Part name="floors" title="Floors in their plane">
            <FloorsEditor />
          </Part>
          <details>
            <summary>Groups, planes, helper lines, slabs</summary>
            <NamedThings />
          </details>
          <details>
            <summary>New members</summary>
            <NewMembersEditor />
            <NewMemberForm />
          </details>
        </div>
      </aside>
    );
  }
  return (
    <aside className="details card" aria-label="Details">
      <CardSide />
      <div className="details-head">
        <div className="grow">
          <h2 className="title">
            {chosen.length === 1
              ? capital(recordName(model, chosen[0].table, chosen[0].id))
              : selectionWords(model, selection)}
          </h2>
          {chosen.length > 1 && <div className="caption">changes apply to all selected</div>}
        </div>
        <SelectNothing />
      </div>
      <div className="details-body">
        <div
          className="row"
          style={{ gap: 4, flexWrap: 'wrap', marginBottom: 8 }}
          role="group"
          aria-label="Edit the selection"
        >
          {quickTools
            .filter((id) =>
              members.length + nodes.length === 0
                ? wholeTools.has(id)
                : members.length > 0 || toolOf(id)!.needs !== 'members',
            )
            .map((id) => (
              <Button key={id} size="small" onClick={() => openTool(workbench, id)}>
                {toolOf(id)!.title.split(' ')[0]}
              </Button>
            ))}
        </div>
        {selectableTables.map((table) => {
          const { Editor } = screenKind(table);
          return Editor && selection[table].length > 0 && <Editor key={table} ids={selection[table]} />;
        })}
      </div>
      <div className="details-foot">
        <Button danger disabled={locked} onClick={() => deleteSelected(workbench)}>
          Delete
        </Button>
        {members.length + nodes.length > 0 && (
          <Button onClick={() => lockSelected(workbench, !locked)}>{locked ? 'Unlock' : 'Lock'}</Button>
        )}
        <span className="caption">{locked ? 'locked against edits' : 'can be undone'}</span>
      </div>
    </aside>
  );
}

/** The tools of one group by name, each with its shortcut. */
function ToolList({ group, title, open = false }: { group: Tool['group']; title: string; open?: boolean }) {
  const workbench = useWorkbenchApi();
  return (
    <details open={open}>
      <summary>{title}</summary>
      <div className="tool-list">
        {tools
          .filter((tool) => tool.group === group)
          .map((tool) => (
            <button type="button" key={tool.id} onClick={() => openTool(workbench, tool.id)}>
              {tool.title}
              {tool.shortcut && <kbd>{tool.shortcut}</kbd>}
            </button>
          ))}
      </div>
    </details>
  );
}
