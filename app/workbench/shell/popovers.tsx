import { Button } from 'antd';
import { undoState } from '../../protocol/history';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { workbenchCommands } from '../commands/commands';
import { useOpenVariant } from '../acts/open-variant';
import { FindingsCard } from '../cards/findings-card';
import { SelectCard } from '../cards/select-card';
import { AnalysisLog } from '../pieces/analysis-log';
import { PopoverCard } from '../pieces/popover-card';

/** The card that a status chip or a rail tool opens. */
export function Popovers() {
  const popover = useWorkbench((state) => state.popover);
  switch (popover) {
    case 'findings':
      return <FindingsCard />;
    case 'log':
      return <LogCard />;
    case 'history':
      return <HistoryCard />;
    case 'shortcuts':
      return <ShortcutsCard />;
    case 'select':
      return <SelectCard />;
    case 'none':
      return null;
  }
}

function LogCard() {
  return (
    <PopoverCard title="Analysis log" side="right">
      <AnalysisLog />
    </PopoverCard>
  );
}

function HistoryCard() {
  const history = useWorkbench((state) => state.history);
  const undoTo = useWorkbench((state) => state.undoTo);
  const variantId = useWorkbench((state) => state.variantId);
  const changeVariants = useWorkbench((state) => state.changeVariants);
  const openVariant = useOpenVariant();
  const branch = async (revision: number, number: number) => {
    const id = await changeVariants({ kind: 'branch', from: variantId, revision, name: `From revision ${number}` });
    if (id !== undefined) openVariant(id);
  };
  const openWindows = useWorkbench((state) => state.openWindows);
  const own = useWorkbench((state) => state.window);
  const others = new Map(openWindows.filter(({ id }) => id !== own).map(({ id, number }) => [id, number]));
  const { done } = undoState(history);
  const inForce = new Set(done);
  return (
    <PopoverCard title="History" side="left">
      <p className="caption">
        Every edit is kept. Going back undoes the later ones, also those of other windows; they can be redone.
      </p>
      <ol className="listing">
        {[...history]
          .reverse()
          .slice(0, 150)
          .map((entry, i) => (
            <li key={entry.id} className="row" style={{ flexWrap: 'nowrap', padding: '3px 0' }}>
              <span
                style={{
                  flex: 1,
                  ...(entry.kind === 'edit' && !inForce.has(entry.id)
                    ? { textDecoration: 'line-through', color: 'var(--ink-3)' }
                    : {}),
                }}
              >
                {entry.sentence}
              </span>
              {others.has(entry.window) && <span className="caption">{`window ${others.get(entry.window)}`}</span>}
              <span className="caption">
                {new Date(entry.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
              </span>
              <Button
                size="small"
                type="text"
                onClick={() => void branch(entry.id, history.length - i)}
                aria-label={`Branch a variant from: ${entry.sentence}`}
              >
                Branch
              </Button>
              {entry.kind === 'edit' && inForce.has(entry.id) && entry.id !== done.at(-1) && (
                <Button
                  size="small"
                  type="text"
                  onClick={() => void undoTo(entry.id)}
                  aria-label={`Go back to: ${entry.sentence}`}
                >
                  Go back
                </Button>
              )}
            </li>
          ))}
      </ol>
    </PopoverCard>
  );
}

const canvasKeys: [string, string][] = [
  ['drag', 'select by a window: to the right what is inside, to the left also what is touched'],
  ['Shift click', 'add to the selection or take from it'],
  ['Ctrl click', 'select the whole slope, floor or grid plane of a member; with Shift: add it'],
  ['Ctrl click on a stop', 'look at several cases and combinations together'],
  ['drag a value', 'put it where it can be read; a line ties it to its place'],
  ['right drag', 'turn; with Shift, or the middle button: move'],
  ['wheel, + and −', 'zoom'],
  ['arrows', 'turn the drawing when it has the focus; with Shift: move'],
  ['Esc', 'one step back'],
];

function ShortcutsCard() {
  const workbench = useWorkbenchApi();
  const commands = workbenchCommands(workbench).filter((command) => command.shortcut !== undefined);
  return (
    <PopoverCard title="Shortcuts" side="left">
      <table className="plain-table">
        <tbody>
          {[
            ...commands.map((command): [string, string] => [command.shortcut!, command.title]),
            ['Ctrl K', 'Search or command'] as [string, string],
            ...canvasKeys,
          ].map(([key, title]) => (
            <tr key={key + title}>
              <td style={{ whiteSpace: 'nowrap' }}>
                <kbd>{key}</kbd>
              </td>
              <td>{title}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </PopoverCard>
  );
}
