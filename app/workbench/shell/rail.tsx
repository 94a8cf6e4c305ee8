import { Tooltip } from 'antd';
import { useMemo } from 'react';
import { undoState } from '../../protocol/history';
import { otherWindows } from '../../state/project-slice';
import { useWorkbench } from '../../state/store';
import { stageNames, stages } from '../../state/view-slice';
import { Icon } from '../../theme/icons';

/** The six stages as a line with stops, and undo, redo, history and help under it. */
export function Rail() {
  const stage = useWorkbench((state) => state.stage);
  const setStage = useWorkbench((state) => state.setStage);
  const history = useWorkbench((state) => state.history);
  const pending = useWorkbench((state) => state.pending.length);
  const undo = useWorkbench((state) => state.undo);
  const redo = useWorkbench((state) => state.redo);
  const toggleCard = useWorkbench((state) => state.toggleCard);
  const popover = useWorkbench((state) => state.popover);
  const openWindows = useWorkbench((state) => state.openWindows);
  const own = useWorkbench((state) => state.window);
  const { done, undone } = useMemo(
    () => undoState(history, otherWindows({ openWindows, window: own })),
    [history, openWindows, own],
  );
  const next = (id: number | undefined) => history.find((entry) => entry.id === id)?.sentence;
  return (
    <nav className="rail card" aria-label="Stages">
      {stages.map((one, i) => (
        <button
          key={one}
          type="button"
          className="rail-stop"
          aria-current={one === stage ? 'step' : undefined}
          onClick={() => setStage(one)}
          title={`${stageNames[one]} (${i + 1})`}
        >
          <span className="stop" aria-hidden="true">
            {i + 1}
          </span>
          {stageNames[one]}
        </button>
      ))}
      <div className="tools">
        <Tooltip placement="right" title={done.length > 0 ? `Undo: ${next(done.at(-1))} (Ctrl Z)` : 'Nothing to undo'}>
          <button
            type="button"
            className="icon-button"
            aria-label="Undo"
            disabled={done.length + pending === 0}
            onClick={() => void undo()}
          >
            <Icon name="undo" />
          </button>
        </Tooltip>
        <Tooltip
          placement="right"
          title={undone.length > 0 ? `Redo: ${next(undone.at(-1))} (Ctrl Y)` : 'Nothing to redo'}
        >
          <button
            type="button"
            className="icon-button"
            aria-label="Redo"
            disabled={undone.length === 0}
            onClick={() => void redo()}
          >
            <Icon name="redo" />
          </button>
        </Tooltip>
        <Tooltip placement="right" title="History (H)">
          <button
            type="button"
            className="icon-button"
            aria-label="History"
            aria-pressed={popover === 'history'}
            onClick={() => toggleCard('history')}
          >
            <Icon name="history" />
          </button>
        </Tooltip>
        <Tooltip placement="right" title="Shortcuts (?)">
          <button
            type="button"
            className="icon-button"
            aria-label="Shortcuts"
            aria-pressed={popover === 'shortcuts'}
            onClick={() => toggleCard('shortcuts')}
          >
            <Icon name="help" />
          </button>
        </Tooltip>
      </div>
    </nav>
  );
}
