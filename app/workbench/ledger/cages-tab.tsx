import { useMemo } from 'react';
import { formatNumber } from '~core/units';
import { useWorkbench } from '../../state/store';
import { UtilisationBar } from '../../theme/utilisation-bar';
import type { CheckRow } from '../../workers/messages';
import { placeWords } from '../words/selection-words';
import { Grid, type GridColumn } from './grid';
import { textColumn, useCopied } from './grid-columns';

/** Bars and ties of concrete columns with how much of the section is steel; the worst column first. */
export function CagesTab() {
  const model = useWorkbench((state) => state.model);
  const checks = useWorkbench((state) => state.checks);
  const selected = useWorkbench((state) => state.selection.members);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const look = useWorkbench((state) => state.look);
  const copied = useCopied();
  const chosen = useMemo(() => new Set(selected), [selected]);
  const rows = useMemo(
    () =>
      [...checks.values()]
        .filter((row) => row.cage && row.memberId in model.members)
        .sort((a, b) => (b.utilisation ?? 0) - (a.utilisation ?? 0)),
    [checks, model.members],
  );
  const sectionOf = (row: CheckRow) => {
    const { section } = model.members[row.memberId];
    return section === null ? '' : model.sections[section].name;
  };
  const percent = (row: CheckRow) => (row.cage ? formatNumber(100 * row.cage.ratio, 2) : '');
  const columns: GridColumn<CheckRow>[] = [
    textColumn('Member', 62, (row) => model.members[row.memberId].label ?? row.memberId),
    textColumn('Place', 124, (row) => placeWords(model, row.memberId)),
    textColumn('Section', 96, sectionOf),
    textColumn('Bars', 110, (row) => row.cage?.words.bars ?? ''),
    textColumn('in faces', 70, (row) => row.cage?.words.faces ?? ''),
    { title: 'Steel', unit: '%', width: 64, numeric: true, show: percent, copy: percent },
    textColumn('Ties', 170, (row) => row.cage?.words.ties ?? ''),
    textColumn('Bars are', 76, (row) => (row.cage?.areProposed ? 'proposed' : 'chosen')),
    {
      title: 'Utilisation',
      width: 116,
      numeric: true,
      show: (row) => <UtilisationBar value={row.utilisation ?? 0} width={40} verdict={row.verdict} />,
      copy: (row) => row.utilisation?.toFixed(3) ?? '',
    },
    textColumn('by', 190, (row) => `${row.title}, ${row.combination}`),
  ];
  return (
    <Grid
      label="Cages of columns"
      columns={columns}
      rows={rows}
      idOf={(row) => row.memberId}
      selected={chosen}
      onSelect={(members, extend) => (extend ? toggle({ members }) : select({ members }))}
      onOpen={(row) => look({ panel: { kind: 'line', member: row.memberId }, part: 'cage' })}
      empty="No column of concrete is checked. The tab “Not checked” says why."
      onCopied={copied}
    />
  );
}
