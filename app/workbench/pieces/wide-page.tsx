import { Button } from 'antd';
import type { ReactNode } from 'react';
import { useWorkbench } from '../../state/store';
import { Icon } from '../../theme/icons';

/** A page at the right with an address of its own: head, body, and a button that prints it. */
export function WidePage({
  label,
  title,
  caption,
  actions,
  printable = true,
  children,
}: {
  label: string;
  title: ReactNode;
  caption: ReactNode;
  actions?: ReactNode;
  printable?: boolean;
  children: ReactNode;
}) {
  const closePage = useWorkbench((state) => state.closePage);
  return (
    <aside className="details wide card" aria-label={label}>
      <div className="details-head">
        <div className="grow">
          <h2 className="title">{title}</h2>
          <div className="caption">{caption}</div>
        </div>
        {actions}
        {printable && <Button onClick={() => window.print()}>Print</Button>}
        <button type="button" className="icon-button" aria-label="Close the page" onClick={() => closePage()}>
          <Icon name="close" />
        </button>
      </div>
      <div className="details-body" tabIndex={0} role="group" aria-label={`${label}, content`}>
        {children}
      </div>
    </aside>
  );
}

/** What revision the results on screen come from, when and by what, for the foot of a page. */
export function Provenance() {
  const history = useWorkbench((state) => state.history);
  const revision = useWorkbench((state) => state.revision);
  const variants = useWorkbench((state) => state.variants);
  const variantId = useWorkbench((state) => state.variantId);
  const status = useWorkbench((state) => state.solveStatus);
  const seconds = useWorkbench((state) => state.seconds);
  const pending = useWorkbench((state) => state.pending.length);
  const entry = history.find((one) => one.id === revision);
  const name = variants.find((one) => one.id === variantId)?.name ?? '';
  return (
    <p className="caption provenance">
      {status === 'done' ? 'Results' : 'Results of the model before the last change'} of {name}, revision{' '}
      {history.length}
      {pending > 0 ? ` and ${pending} not saved yet` : ''}
      {entry ? `, ${new Date(entry.at).toLocaleString('en-GB')}` : ''}; solved in {seconds.solve.toFixed(2)} s by this
      browser.
    </p>
  );
}
