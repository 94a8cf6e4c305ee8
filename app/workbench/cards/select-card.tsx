import { Input } from 'antd';
import { useMemo, useState } from 'react';
import { count } from '~core/units';
import { useWorkbench } from '../../state/store';
import { selectionWords } from '../../state/selection';
import { PopoverCard } from '../pieces/popover-card';
import { selectionChoices, type SelectionChoice } from './selection-choices';

/** Selecting by what things are: a click selects, Shift adds, Ctrl keeps only those of the selection. */
export function SelectCard() {
  const model = useWorkbench((state) => state.model);
  const findings = useWorkbench((state) => state.findings);
  const selection = useWorkbench((state) => state.selection);
  const select = useWorkbench((state) => state.select);
  const [typed, setTyped] = useState('');
  const groups = useMemo(() => selectionChoices(model, findings), [model, findings]);
  const wanted = typed.trim().toLowerCase();
  const shown = groups
    .map((group) => ({
      ...group,
      choices: group.choices.filter(
        (choice) => wanted === '' || `${group.title} ${choice.label}`.toLowerCase().includes(wanted),
      ),
    }))
    .filter((group) => group.choices.length > 0);
  const choose = (choice: SelectionChoice, event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => {
    if (event.shiftKey)
      select({
        members: [...new Set([...selection.members, ...choice.members])],
        nodes: [...new Set([...selection.nodes, ...choice.nodes])],
      });
    else if (event.ctrlKey || event.metaKey)
      select({
        members: selection.members.filter((id) => choice.members.includes(id)),
        nodes: selection.nodes.filter((id) => choice.nodes.includes(id)),
      });
    else select({ members: choice.members, nodes: choice.nodes });
  };
  const words = selectionWords(model, selection);
  return (
    <PopoverCard title="Select by" side="left">
      <Input
        aria-label="Find a choice"
        placeholder="beam, IPE, storey …"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        allowClear
      />
      <p className="caption">
        {words === '' ? 'Nothing is selected.' : `Selected: ${words}.`} Shift adds, Ctrl keeps only what is in both.
      </p>
      {shown.map((group) => (
        <div key={group.title} style={{ marginTop: 8 }}>
          <h3 className="strong">{group.title}</h3>
          <div className="choices">
            {group.choices.map((choice) => (
              <button type="button" key={choice.label} className="choice" onClick={(event) => choose(choice, event)}>
                {choice.label}{' '}
                <span className="caption">
                  {choice.members.length > 0 ? choice.members.length : count(choice.nodes.length, 'node')}
                </span>
              </button>
            ))}
          </div>
        </div>
      ))}
      {shown.length === 0 && (
        <p className="secondary">
          {groups.length === 0 ? 'There is nothing to select yet.' : 'Nothing is called that.'}
        </p>
      )}
    </PopoverCard>
  );
}
