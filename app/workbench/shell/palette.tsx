import { useEffect, useMemo, useRef, useState } from 'react';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { workbenchCommands, type Command } from '../commands/commands';
import { recordsNamed } from '../commands/places';
import { findCommands } from '../commands/search';

const mostShown = 40;

/** Search for a command, a member or a node by typing. */
export function Palette() {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const look = useWorkbench((state) => state.look);
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const list = useRef<HTMLUListElement>(null);
  const opener = useRef<Element | null>(null);
  useEffect(() => {
    opener.current = document.activeElement;
  }, []);
  const close = () => {
    look({ paletteOpen: false });
    if (opener.current instanceof HTMLElement) opener.current.focus();
  };

  const found = useMemo(() => {
    const words = text.toLowerCase().trim();
    // "select member m12" and "beam m12" ask for m12
    const named = words.replace(/^(select )?(member |beam |column |brace |node )?/, '') || words;
    const things: Command[] = [];
    if (words !== '') {
      const go = (id: string, title: string, selection: { nodes?: string[]; members?: string[] }): Command => ({
        id,
        title,
        run: () => workbench.getState().select(selection),
      });
      for (const member of Object.values(model.members))
        if (member.id.startsWith(named) || member.label?.toLowerCase().includes(words))
          things.push(go(member.id, `Select ${member.role} ${member.label ?? member.id}`, { members: [member.id] }));
      for (const node of Object.values(model.nodes))
        if (node.id.startsWith(named)) things.push(go(node.id, `Select node ${node.id}`, { nodes: [node.id] }));
      for (const section of Object.values(model.sections)) {
        if (section.name.toLowerCase().includes(words))
          things.push(
            go(section.id, `Select all members with section ${section.name}`, {
              members: Object.values(model.members)
                .filter((member) => member.section === section.id)
                .map((member) => member.id),
            }),
          );
      }
    }
    const commands = findCommands(workbenchCommands(workbench), text);
    if (words !== '') things.push(...recordsNamed(workbench, words));
    // a record that is named so, by its number or from its first letter on, goes before what can be done
    const exact = things.filter((thing) => thing.id === named || thing.title.toLowerCase().startsWith(words));
    return [...exact, ...commands, ...things.filter((thing) => !exact.includes(thing))].slice(0, mostShown);
  }, [text, model, workbench]);

  const run = (command: Command | undefined) => {
    if (!command || command.enabled?.() === false) return;
    look({ paletteOpen: false });
    command.run();
    if (opener.current instanceof HTMLElement && document.activeElement === document.body) opener.current.focus();
  };
  useEffect(() => {
    void list.current?.children[at]?.scrollIntoView({ block: 'nearest' });
  }, [at]);

  return (
    <div className="palette card" role="dialog" aria-label="Search or command">
      <input
        autoFocus
        role="combobox"
        aria-label="Search or command"
        aria-expanded="true"
        aria-controls="palette-list"
        aria-activedescendant={found[at] ? `palette-${found[at].id}` : undefined}
        placeholder="A command, a member such as m12, a node, a section …"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onBlur={close}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') setAt(Math.min(found.length - 1, at + 1));
          else if (event.key === 'ArrowUp') setAt(Math.max(0, at - 1));
          else if (event.key === 'Enter') run(found[at]);
          else if (event.key === 'Escape') close();
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
      />
      <ul id="palette-list" role="listbox" aria-label="What was found" ref={list}>
        {found.map((command, i) => (
          <li
            key={command.id}
            id={`palette-${command.id}`}
            role="option"
            aria-selected={i === at}
            aria-disabled={command.enabled?.() === false}
            style={command.enabled?.() === false ? { color: 'var(--ink-3)' } : undefined}
            onPointerDown={(event) => {
              event.preventDefault();
              run(command);
            }}
          >
            {command.title}
            {command.enabled?.() === false && <span className="caption">nothing selected for it</span>}
            {command.shortcut && <kbd>{command.shortcut}</kbd>}
          </li>
        ))}
        {found.length === 0 && (
          <li aria-selected={false} role="option">
            Nothing is called that. Try another word of the trade, a record’s number, or part of its name.
          </li>
        )}
      </ul>
    </div>
  );
}
