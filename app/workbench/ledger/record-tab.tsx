import { useMemo } from 'react';
import { useWorkbench } from '../../state/store';
import type { LedgerTab, SomeTab } from '../kinds/kind';
import { EditGrid } from './edit-grid';

const nothing: ReadonlySet<string> = new Set();

function Rows<Row extends { readonly id: string }>({ tab }: { readonly tab: LedgerTab<Row> }) {
  const model = useWorkbench((state) => state.model);
  const selection = useWorkbench((state) => state.selection);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const layout = useMemo(() => tab.layout(model), [tab, model]);
  const rows = useMemo(() => tab.rows(model), [tab, model]);
  const selected = useMemo(
    () => (tab.chosen ? new Set(tab.chosen(model, selection)) : nothing),
    [tab, model, selection],
  );
  return (
    <EditGrid
      label={tab.name}
      selectsRecords={tab.selectsRecords ?? false}
      layout={layout}
      rows={rows}
      selected={selected}
      onSelect={(ids, extend) => {
        const chosen = tab.selects?.(model, ids);
        if (!chosen) return;
        if (extend && tab.selectsRecords) toggle(chosen);
        else select(chosen);
      }}
      empty={tab.empty}
    />
  );
}

/** The rows of one kind of record, edited here and selected in step with the drawing. */
export const RecordTab = ({ tab }: { readonly tab: SomeTab }) => tab.open((own) => <Rows key={own.id} tab={own} />);
