import type { ReactNode } from 'react';
import { count } from '~core/units';
import { useWorkbench } from '../../state/store';
import type { Stage } from '../../state/view-slice';
import { Icon } from '../../theme/icons';
import { selectionWords } from '../details/selection-words';
import { GridLinesTab, GroupsTab, MaterialsTab, MembersTab, NodesTab, SectionsTab, StoreysTab, SupportsTab } from './frame-tabs';
import { CombinationsTab, LoadsTab, SummaryTab, TakeDownTab } from './load-tabs';
import { ChecksTab, MemberForcesTab } from './result-tabs';
import { TableTab } from './table-tab';

interface Tab {
  readonly id: string;
  readonly name: string;
  readonly content: () => ReactNode;
}

const modelTabs: Tab[] = [
  { id: 'members', name: 'Members', content: () => <MembersTab /> },
  { id: 'nodes', name: 'Nodes', content: () => <NodesTab /> },
  { id: 'sections', name: 'Sections', content: () => <SectionsTab /> },
  { id: 'materials', name: 'Materials', content: () => <MaterialsTab /> },
  { id: 'supports', name: 'Supports', content: () => <SupportsTab /> },
  { id: 'groups', name: 'Groups', content: () => <GroupsTab /> },
  { id: 'storeys', name: 'Storeys', content: () => <StoreysTab /> },
  { id: 'gridLines', name: 'Grid lines', content: () => <GridLinesTab /> },
];
const tabs: Readonly<Record<Stage, readonly Tab[]>> = {
  frame: modelTabs,
  loads: [
    { id: 'loads', name: 'Loads', content: () => <LoadsTab /> },
    { id: 'combinations', name: 'Combinations', content: () => <CombinationsTab /> },
    { id: 'summary', name: 'Summary', content: () => <SummaryTab /> },
    { id: 'storeys', name: 'Take-down by storey', content: () => <TakeDownTab by="storey" /> },
    { id: 'columns', name: 'by column', content: () => <TakeDownTab by="column" /> },
  ],
  analysis: modelTabs,
  results: [
    { id: 'forces', name: 'Member forces', content: () => <MemberForcesTab /> },
    { id: 'extremes', name: 'Extremes', content: () => <TableTab sheet="extremes" /> },
    { id: 'stations', name: 'Stations', content: () => <TableTab sheet="stations" /> },
    { id: 'reactions', name: 'Reactions', content: () => <TableTab sheet="reactions" /> },
    { id: 'supportLines', name: 'Rows of supports', content: () => <TableTab sheet="supportLines" /> },
    { id: 'displacements', name: 'Nodes', content: () => <TableTab sheet="displacements" /> },
    { id: 'storeys', name: 'Storeys', content: () => <TableTab sheet="storeys" /> },
    { id: 'modes', name: 'Modes', content: () => <TableTab sheet="modes" /> },
    { id: 'equilibrium', name: 'Equilibrium', content: () => <TableTab sheet="equilibrium" /> },
  ],
  checks: [
    { id: 'worst', name: 'Worst per member', content: () => <ChecksTab made /> },
    { id: 'skipped', name: 'Not checked', content: () => <ChecksTab made={false} /> },
  ],
  report: modelTabs,
};

/** Heights of the ledger, pixels. */
export const ledgerHeights = { open: 212, folded: 32 } as const;

/** The sheet of rows under the canvas; folds to one line and remembers. */
export function Ledger({ right }: { right: number }) {
  const stage = useWorkbench((state) => state.stage);
  const open = useWorkbench((state) => state.ledgerOpen);
  const chosen = useWorkbench((state) => state.ledgerTab[stage]);
  const ledgerTab = useWorkbench((state) => state.ledgerTab);
  const selection = useWorkbench((state) => state.selection);
  const model = useWorkbench((state) => state.model);
  const look = useWorkbench((state) => state.look);
  const current = tabs[stage].find((tab) => tab.id === chosen) ?? tabs[stage][0];
  const words = selectionWords(model, selection);
  return (
    <section className="ledger card" aria-label="Ledger" style={{ right, height: open ? ledgerHeights.open : ledgerHeights.folded }}>
      <div className="ledger-tabs" role="tablist" aria-label="Sheets">
        {tabs[stage].map((tab) => (
          <button key={tab.id} type="button" role="tab" className="tab" id={`tab-${tab.id}`} aria-selected={tab.id === current.id} aria-controls="ledger-panel" onClick={() => look({ ledgerTab: { ...ledgerTab, [stage]: tab.id }, ledgerOpen: true })}>
            {tab.name}
          </button>
        ))}
        <span className="caption summary">{words === '' ? count(Object.keys(model.members).length, 'member') : `selected: ${words}`}</span>
        <button type="button" className="icon-button" aria-label={open ? 'Fold the ledger' : 'Unfold the ledger'} title={`${open ? 'Fold' : 'Unfold'} (L)`} aria-expanded={open} onClick={() => look({ ledgerOpen: !open })}>
          <Icon name={open ? 'down' : 'up'} />
        </button>
      </div>
      {open && (
        <div id="ledger-panel" role="tabpanel" aria-labelledby={`tab-${current.id}`} style={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}>
          {current.content()}
        </div>
      )}
    </section>
  );
}
