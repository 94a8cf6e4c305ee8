import { Button, Modal } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { count } from '~core/units';
import type { UnsentAct } from '../../state/unsent';
import { useWorkbench } from '../../state/store';

/** Asks what becomes of edits that would overwrite what was done in another window, or cannot be carried over to it. They wait until it is answered. */
export function AsideDialog() {
  const aside = useWorkbench((state) => state.aside);
  const [open, setOpen] = useState(false);
  const seen = useRef(0);
  useEffect(() => {
    if (aside.length > seen.current) setOpen(true);
    if (aside.length === 0) setOpen(false);
    seen.current = aside.length;
  }, [aside.length]);
  if (aside.length === 0) return null;
  return (
    <>
      <button type="button" className="chip stopped" onClick={() => setOpen(true)}>
        {count(aside.length, 'edit')} kept aside
      </button>
      <Modal
        open={open}
        onCancel={() => setOpen(false)}
        footer={null}
        width={620}
        title={
          aside.length === 1 ? 'An edit of yours meets another one' : `${aside.length} edits of yours meet other ones`
        }
      >
        <p className="secondary">
          What was done elsewhere stands. Yours {aside.length === 1 ? 'is' : 'are'} kept in this browser until you
          choose.
        </p>
        <ol className="listing" aria-label="Edits kept aside">
          {aside.map((act) => (
            <AsideEntry key={act.key} act={act} />
          ))}
        </ol>
      </Modal>
    </>
  );
}

/** rows of values shown of one edit */
const mostClashes = 8;

function AsideEntry({ act }: { act: UnsentAct }) {
  const makeAside = useWorkbench((state) => state.makeAside);
  const dropAside = useWorkbench((state) => state.dropAside);
  const { sentence, reason, clashes } = act.aside!;
  return (
    <li style={{ padding: '10px 0', borderTop: '1px solid var(--line)' }}>
      <div className="strong">{sentence}</div>
      <div className="secondary">{reason}</div>
      {clashes.length > 0 && (
        <table className="plain-table" style={{ margin: '6px 0', width: '100%' }}>
          <thead>
            <tr>
              <th scope="col">Where</th>
              <th scope="col">Yours</th>
              <th scope="col">As it stands</th>
            </tr>
          </thead>
          <tbody>
            {clashes.slice(0, mostClashes).map((clash) => (
              <tr key={clash.key}>
                <td>{clash.field === undefined ? clash.record : `${clash.record}, ${clash.field}`}</td>
                <td>{clash.mine}</td>
                <td>{clash.theirs}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {clashes.length > mostClashes && <div className="caption">and {clashes.length - mostClashes} more</div>}
      <div className="row" style={{ gap: 8, marginTop: 4 }}>
        <Button size="small" onClick={() => dropAside(act.key)}>
          Leave it as it stands
        </Button>
        <Button size="small" type="primary" onClick={() => makeAside(act.key)}>
          Make mine after all
        </Button>
      </div>
    </li>
  );
}
