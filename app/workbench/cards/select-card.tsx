import { Input } from 'antd';
import { useMemo, useState } from 'react';
import { count } from '~core/units';
import { useWorkbench } from '../../state/store';
import { joined, selectionWords } from '../../state/selection';
import { PopoverCard } from '../pieces/popover-card';
import { selectedBy, selectionChoices, sizeOfChoice, type SelectionChoice } from './selection-choices';

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
    const chosen = selectedBy(choice);
    if (event.shiftKey) select(joined(selection, chosen));
    else if (event.ctrlKey || event.metaKey)
      select(
        Object.fromEntries(
          Object.entries(chosen).map(([table, ids]) => [
            table,
            selection[table as keyof typeof chosen].filter((id) => ids.includes(id)),
          ]),
        ),
      );
    else select(chosen);
  };
  const words = selectionWords(model, selection);
  return (
    <PopoverCard title="Select by" side="left">
      <Input
        aria-label="Find a choice"
        placeholder="beam, IPE, storey, slab …"
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
                  {sizeOfChoice(choice) > choice.nodes.length
                    ? sizeOfChoice(choice)
                    : count(choice.nodes.length, 'node')}
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
