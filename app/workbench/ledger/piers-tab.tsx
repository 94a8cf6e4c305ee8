import { useMemo } from 'react';
import { wallParts, type Pier } from '~core/model';
import { formatNumber, formatValue, unitLabel } from '~core/units';
import { useWorkbench } from '../../state/store';
import { UtilisationBar } from '../../theme/utilisation-bar';
import type { PierRow } from '../../workers/messages';
import { Grid, type GridColumn } from './grid';
import { textColumn, useCopied } from './grid-columns';

/** A checked pier with where it stands. */
interface Row {
  readonly pier: Pier;
  readonly row: PierRow;
}

/** Piers of walls with their bars and what governs them; the worst first. */
export function PiersTab() {
  const model = useWorkbench((state) => state.model);
  const checks = useWorkbench((state) => state.pierChecks);
  const selected = useWorkbench((state) => state.selection.walls);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const openPage = useWorkbench((state) => state.openPage);
  const copied = useCopied();
  const { units } = model.settings;
  const rows = useMemo(
    () =>
      wallParts(model)
        .piers.flatMap((pier): Row[] => {
          const row = checks.get(pier.key);
          return row ? [{ pier, row }] : [];
        })
        .sort((a, b) => (b.row.utilisation ?? 0) - (a.row.utilisation ?? 0)),
    [model, checks],
  );
  const chosen = useMemo(() => {
    const walls = new Set(selected);
    return new Set(rows.filter(({ pier }) => walls.has(pier.wall.id)).map(({ pier }) => pier.key));
  }, [rows, selected]);
  const wallsOf = (keys: readonly string[]) => {
    const wanted = new Set(keys);
    return [...new Set(rows.flatMap(({ pier }) => (wanted.has(pier.key) ? [pier.wall.id] : [])))];
  };
  const length = (value: number) => formatValue(value, 'length', units, 2);
  const size = ({ pier }: Row) =>
    `${length(pier.length)} × ${formatValue(pier.wall.thickness, 'sectionLength', units, units === 'us' ? 1 : 0)}`;
  const percent = ({ row }: Row) => (row.wall ? formatNumber(100 * row.wall.ratio, 2) : '');
  const columns: GridColumn<Row>[] = [
    textColumn('Pier', 150, ({ pier }) => pier.name),
    textColumn('Storey', 110, ({ pier }) => pier.storey?.label ?? ''),
    {
      ...textColumn<Row>('Length × thickness', 130, size),
      unit: `${unitLabel('length', units)} × ${unitLabel('sectionLength', units)}`,
    },
    {
      title: 'Utilisation',
      width: 116,
      numeric: true,
      show: ({ row }) =>
        row.utilisation === null ? (
          'not checked'
        ) : (
          <UtilisationBar value={row.utilisation} width={40} verdict={row.verdict} />
        ),
      copy: ({ row }) => row.utilisation?.toFixed(3) ?? '',
    },
    textColumn('by', 220, ({ row }) => (row.utilisation === null ? row.reason : `${row.title}, ${row.combination}`)),
    textColumn('Verdict', 66, ({ row }) => row.verdict),
    textColumn('Upright', 150, ({ row }) => row.wall?.words.upright ?? ''),
    textColumn('Level', 150, ({ row }) => row.wall?.words.level ?? ''),
    textColumn('At each end', 84, ({ row }) => row.wall?.words.ends ?? ''),
    { title: 'Steel', unit: '%', width: 64, numeric: true, show: percent, copy: percent },
    textColumn('Bars are', 76, ({ row }) => (row.wall ? (row.wall.areProposed ? 'proposed' : 'chosen') : '')),
    textColumn('Open', 420, ({ row }) => row.open.split('\n').join(' ')),
  ];
  return (
    <Grid
      label="Checks of piers"
      columns={columns}
      rows={rows}
      idOf={({ pier }) => pier.key}
      selected={chosen}
      onSelect={(keys, extend) => (extend ? toggle({ walls: wallsOf(keys) }) : select({ walls: wallsOf(keys) }))}
      onOpen={({ pier }) => openPage({ kind: 'part', part: pier.key })}
      empty="No wall is analysed: give walls the behaviour of a shell, and levels of storeys."
      onCopied={copied}
    />
  );
}
