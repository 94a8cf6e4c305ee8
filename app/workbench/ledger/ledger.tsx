import { useEffect, type ReactNode } from 'react';
import { count } from '~core/units';
import { useWorkbench } from '../../state/store';
import type { Stage } from '../../state/view-slice';
import { Icon } from '../../theme/icons';
import { selectionWords } from '../../state/selection';
import { recordTabs } from '../kinds/screen-kinds';
import { RecordTab } from './record-tab';
import { CombinationsTab, LoadsTab, SummaryTab, TakeDownTab } from './load-tabs';
import { BarsTab } from './bars-tab';
import { CagesTab } from './cages-tab';
import { LiftsTab } from './lifts-tab';
import { PiersTab } from './piers-tab';
import { LinesTab } from './lines-tab';
import { ChecksTab, MemberForcesTab } from './result-tabs';
import { ledgerTabs } from '../kinds/ledger-tabs';
import { TableTab } from './table-tab';

/** The content of every tab of `ledgerTabs`, by its name; tabs of one name in several stages are the same. */
const contents: Readonly<Record<string, () => ReactNode>> = {
  ...Object.fromEntries(recordTabs.map((tab) => [`frame ${tab.id}`, () => <RecordTab tab={tab} />])),
  'loads loads': () => <LoadsTab />,
  'loads combinations': () => <CombinationsTab />,
  'loads summary': () => <SummaryTab />,
  'loads storeys': () => <TakeDownTab by="storey" />,
  'loads columns': () => <TakeDownTab by="column" />,
  'results forces': () => <MemberForcesTab />,
  'results extremes': () => <TableTab tab="extremes" />,
  'results stations': () => <TableTab tab="stations" />,
  'results reactions': () => <TableTab tab="reactions" />,
  'results supportLines': () => <TableTab tab="supportLines" />,
  'results panels': () => <TableTab tab="panels" />,
  'results lineSupports': () => <TableTab tab="lineSupports" />,
  'results wallStoreys': () => <TableTab tab="wallStoreys" />,
  'results flangedBeams': () => <TableTab tab="flangedBeams" />,
  'results piers': () => <TableTab tab="piers" />,
  'results couplingBeams': () => <TableTab tab="couplingBeams" />,
  'results cuts': () => <TableTab tab="cuts" />,
  'results soil': () => <TableTab tab="soil" />,
  'results displacements': () => <TableTab tab="displacements" />,
  'results storeys': () => <TableTab tab="storeys" />,
  'results modes': () => <TableTab tab="modes" />,
  'results equilibrium': () => <TableTab tab="equilibrium" />,
  'checks worst': () => <ChecksTab made />,
  'checks skipped': () => <ChecksTab made={false} />,
  'checks lines': () => <LinesTab />,
  'checks bars': () => <BarsTab />,
  'checks cages': () => <CagesTab />,
  'checks lifts': () => <LiftsTab />,
  'checks piers': () => <PiersTab />,
};
/** What makes the content of a tab; undefined: it has none. */
export const contentMaker = (stage: Stage, tab: string): (() => ReactNode) | undefined =>
  contents[`${stage === 'analysis' || stage === 'report' ? 'frame' : stage} ${tab}`];

/** Heights of the ledger, pixels. */
export const ledgerHeights = { open: 212, folded: 32 } as const;

/** The rows under the canvas; folds to one line and remembers. */
export function Ledger({ right }: { right: number }) {
  const stage = useWorkbench((state) => state.stage);
  const open = useWorkbench((state) => state.ledgerOpen);
  const chosen = useWorkbench((state) => state.ledgerTab[stage]);
  const ledgerTab = useWorkbench((state) => state.ledgerTab);
  const selection = useWorkbench((state) => state.selection);
  const model = useWorkbench((state) => state.model);
  const look = useWorkbench((state) => state.look);
  const tabs = ledgerTabs[stage].filter(({ has }) => has?.(model) ?? true);
  const current = tabs.find((tab) => tab.id === chosen) ?? tabs[0];
  const words = selectionWords(model, selection);
  // a tab that was asked for by name stands in sight, also where the row of tabs is longer than there is room; the row is scrolled
  // by itself, as what scrolls a tab into view would also move where the Tab key goes on from
  useEffect(() => {
    const tab = document.getElementById(`tab-${current.id}`);
    const row = tab?.parentElement;
    if (!tab || !row) return;
    const [own, room] = [tab.getBoundingClientRect(), row.getBoundingClientRect()];
    if (own.left < room.left) row.scrollLeft -= room.left - own.left;
    else if (own.right > room.right) row.scrollLeft += own.right - room.right;
  }, [current.id, right]);
  return (
    <section
      className="ledger card"
      aria-label="Ledger"
      style={{ right, height: open ? ledgerHeights.open : ledgerHeights.folded }}
    >
      <div className="ledger-tabs">
        <div role="tablist" aria-label="Tables">
          {tabs.map((tab) => (
            <button
              key={tab.id}
              type="button"
              role="tab"
              className="tab"
              id={`tab-${tab.id}`}
              aria-selected={tab.id === current.id}
              aria-controls="ledger-panel"
              onClick={() => look({ ledgerTab: { ...ledgerTab, [stage]: tab.id }, ledgerOpen: true })}
            >
              {tab.name}
            </button>
          ))}
        </div>
        <span className="caption summary">
          {words === '' ? count(Object.keys(model.members).length, 'member') : `selected: ${words}`}
        </span>
        <button
          type="button"
          className="icon-button"
          aria-label={open ? 'Fold the ledger' : 'Unfold the ledger'}
          title={`${open ? 'Fold' : 'Unfold'} (L)`}
          aria-expanded={open}
          onClick={() => look({ ledgerOpen: !open })}
        >
          <Icon name={open ? 'down' : 'up'} />
        </button>
      </div>
      {open && (
        <div
          id="ledger-panel"
          role="tabpanel"
          aria-labelledby={`tab-${current.id}`}
          style={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}
        >
          {contentMaker(stage, current.id)?.()}
        </div>
      )}
    </section>
  );
}
