import { useEffect, useRef } from 'react';
import { useWorkbenchApi } from '../../state/store';
import { workbenchCommands } from '../commands/commands';

/** Commands that concern what is selected, and how to look, in the order they are wanted. */
const offered = [
  'tool-move',
  'tool-copy',
  'tool-mirror',
  'tool-divide',
  'tool-connect',
  'tool-extend',
  'tool-copy-properties',
  'tool-group',
  'similar',
  'whole-plane',
  'grow',
  'isolate',
  'hide',
  'show-all',
  'local-axes',
  'delete',
  'draw',
  'measure',
  'tool-secondaries',
  'tool-bracing',
  'fit',
];

/** The menu of the right mouse button (or the menu key) in the drawing. */
export function ContextMenu({ x, y, onClose }: { x: number; y: number; onClose: () => void }) {
  const api = useWorkbenchApi();
  const list = useRef<HTMLUListElement>(null);
  const commands = workbenchCommands(api);
  const shown = offered.flatMap(
    (id) => commands.find((command) => command.id === id && (command.enabled?.() ?? true)) ?? [],
  );
  useEffect(() => {
    list.current?.querySelector<HTMLElement>('[role="menuitem"]')?.focus();
  }, []);
  return (
    <ul
      ref={list}
      className="card context-menu"
      role="menu"
      aria-label="What can be done here"
      style={{ left: x, top: y }}
      onPointerDown={(event) => event.stopPropagation()}
      onPointerUp={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        event.stopPropagation();
        const items = [...list.current!.querySelectorAll<HTMLElement>('[role="menuitem"]')];
        const at = items.indexOf(document.activeElement as HTMLElement);
        if (event.key === 'ArrowDown') items[(at + 1) % items.length].focus();
        else if (event.key === 'ArrowUp') items[(at + items.length - 1) % items.length].focus();
        else if (event.key === 'Escape') onClose();
        else return;
        event.preventDefault();
      }}
      onBlur={(event) => {
        if (!list.current?.contains(event.relatedTarget)) onClose();
      }}
    >
      {shown.map((command) => (
        <li key={command.id} role="none">
          <button
            type="button"
            role="menuitem"
            onClick={() => {
              onClose();
              command.run();
            }}
          >
            {command.title}
            {command.shortcut && <kbd>{command.shortcut}</kbd>}
          </button>
        </li>
      ))}
    </ul>
  );
}
