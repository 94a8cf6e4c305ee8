import { Dropdown, Menu, type MenuRef } from 'antd';
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

/** The menu of the right mouse button (or the menu key) in the drawing, at a place in it (pixels). */
export function ContextMenu({ x, y, onClose }: { x: number; y: number; onClose: () => void }) {
  const api = useWorkbenchApi();
  const commands = workbenchCommands(api);
  const shown = offered.flatMap(
    (id) => commands.find((command) => command.id === id && (command.enabled?.() ?? true)) ?? [],
  );
  const list = useRef<MenuRef>(null);
  useEffect(() => {
    // the menu is there a moment after it was opened
    const waiting = setTimeout(() => list.current?.focus(), 60);
    return () => clearTimeout(waiting);
  }, []);
  return (
    // what is pressed in the menu is not pressed in the drawing
    <div
      onPointerDown={(event) => event.stopPropagation()}
      onPointerUp={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Escape') onClose();
      }}
    >
      <Dropdown
        open
        trigger={['click']}
        onOpenChange={(open) => {
          if (!open) onClose();
        }}
        popupRender={() => (
          <Menu
            ref={list}
            className="context-menu"
            aria-label="What can be done here"
            selectable={false}
            items={shown.map(({ id, title, shortcut }) => ({
              key: id,
              label: title,
              ...(shortcut ? { extra: <kbd>{shortcut}</kbd> } : {}),
            }))}
            onClick={({ key }) => {
              onClose();
              shown.find(({ id }) => id === key)?.run();
            }}
          />
        )}
      >
        <span aria-hidden="true" style={{ position: 'absolute', left: x, top: y, width: 1, height: 1 }} />
      </Dropdown>
    </div>
  );
}
