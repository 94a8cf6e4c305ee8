import { Button, Popover } from 'antd';
import { useEffect } from 'react';
import { count } from '~core/units';
import type { SavingTrouble } from '../../state/server-door';
import { useWorkbench } from '../../state/store';

/** What keeps edits from being saved, in the room of the top bar. */
const short: Readonly<Record<SavingTrouble['trouble'], string>> = {
  unreachable: 'server not reached',
  failed: 'server failed',
  full: 'disk full',
  'read-only': 'folder is read-only',
  locked: 'database locked',
  'too-new': 'database of a newer Elbow',
  damaged: 'database damaged',
  'broken-project': 'project damaged',
};

/** Whether what is seen is saved; if not, why, what is kept where, and what to do. */
export function SavingChip() {
  const saving = useWorkbench((state) => state.saving);
  const trouble = useWorkbench((state) => state.trouble);
  const revision = useWorkbench((state) => state.history.length);
  const waiting = useWorkbench((state) => state.pending.length);
  const sendNow = useWorkbench((state) => state.sendNow);
  useAskBeforeLeaving(saving === 'waiting' && waiting > 0);
  if (!trouble || saving !== 'waiting') {
    return (
      <span className="caption" role="status">
        {saving === 'saved' ? `rev ${revision}, saved` : `rev ${revision}, saving …`}
      </span>
    );
  }
  const content = (
    <div style={{ maxWidth: 320, display: 'grid', gap: 8 }}>
      <p style={{ margin: 0 }}>{trouble.error}</p>
      <p className="secondary" style={{ margin: 0 }}>
        {waiting === 0
          ? 'No edit of yours waits.'
          : `${count(waiting, 'edit')} of yours ${waiting === 1 ? 'waits' : 'wait'} in this browser and ${waiting === 1 ? 'is' : 'are'} sent, once, as soon as it can be; also after this tab was closed.`}
      </p>
      <Button size="small" onClick={() => void sendNow()}>
        Try now
      </Button>
    </div>
  );
  return (
    <span role="status">
      <Popover trigger="click" placement="bottomLeft" content={content} title="Not saved">
        <button type="button" className="flat-button over">
          not saved: {short[trouble.trouble]}
          {waiting > 0 ? ` (${count(waiting, 'edit')})` : ''}
        </button>
      </Popover>
    </span>
  );
}

/** Has the browser ask before the page is left while edits wait. */
function useAskBeforeLeaving(ask: boolean): void {
  useEffect(() => {
    if (!ask) return;
    const onLeave = (event: BeforeUnloadEvent) => event.preventDefault();
    globalThis.addEventListener('beforeunload', onLeave);
    return () => globalThis.removeEventListener('beforeunload', onLeave);
  }, [ask]);
}

/** Says that the project is open in other windows too, and which one this is. */
export function WindowsChip() {
  const windows = useWorkbench((state) => state.openWindows);
  const own = useWorkbench((state) => state.window);
  if (windows.length < 2) return null;
  const number = windows.find(({ id }) => id === own)?.number;
  const others = windows.filter(({ id }) => id !== own).map((one) => one.number);
  return (
    <span
      className="chip"
      style={{ cursor: 'default' }}
      title={`Edits made in window ${others.join(', ')} show here at once; undo takes back what was done in this window.`}
    >
      window <b>{number ?? '?'}</b> of {windows.length}
    </span>
  );
}
