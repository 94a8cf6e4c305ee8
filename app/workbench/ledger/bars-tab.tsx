import { useMemo } from 'react';
import { requiredOf, type FaceAreas } from '~core/checks';
import { formatCell, formatValue, unitLabel } from '~core/units';
import { useWorkbench } from '../../state/store';
import { UtilisationBar } from '../../theme/utilisation-bar';
import type { CheckRow } from '../../workers/messages';
import { placeWords } from '../words/selection-words';
import { Grid, type GridColumn } from './grid';
import { textColumn, useCopied } from './grid-columns';

/** Bars of concrete beams in words, with the areas that are asked for and provided where each face is used most; the worst beam first. */
export function BarsTab() {
  const model = useWorkbench((state) => state.model);
  const checks = useWorkbench((state) => state.checks);
  const selected = useWorkbench((state) => state.selection.members);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const look = useWorkbench((state) => state.look);
  const copied = useCopied();
  const { units } = model.settings;
  const chosen = useMemo(() => new Set(selected), [selected]);
  const rows = useMemo(
    () =>
      [...checks.values()]
        .filter((row) => row.bars && row.memberId in model.members)
        .sort((a, b) => (b.utilisation ?? 0) - (a.utilisation ?? 0)),
    [checks, model.members],
  );
  const faceColumns = (face: 'top' | 'bottom'): GridColumn<CheckRow>[] => {
    const name = face === 'top' ? 'Top' : 'Bottom';
    return [
      textColumn(name, 132, (row) => row.bars?.words[face] ?? ''),
      {
        title: 'asked for',
        unit: unitLabel('barArea', units),
        width: 96,
        numeric: true,
        show: (row) => <AskedFor areas={row.bars?.areas[face]} />,
        copy: (row) => {
          const areas = row.bars?.areas[face];
          const required = areas && requiredOf(areas);
          return required === undefined ? '' : formatCell(required, 'barArea', units);
        },
      },
      {
        title: 'provided',
        unit: unitLabel('barArea', units),
        width: 112,
        numeric: true,
        show: (row) => <Provided areas={row.bars?.areas[face]} />,
        copy: (row) => {
          const areas = row.bars?.areas[face];
          return areas ? formatCell(areas.provided, 'barArea', units) : '';
        },
      },
    ];
  };
  const columns: GridColumn<CheckRow>[] = [
    textColumn('Member', 62, (row) => model.members[row.memberId].label ?? row.memberId),
    textColumn('Place', 124, (row) => placeWords(model, row.memberId)),
    ...faceColumns('top'),
    ...faceColumns('bottom'),
    textColumn('Stirrups', 150, (row) => row.bars?.words.stirrups ?? ''),
    textColumn('Bars are', 76, (row) => (row.bars?.areProposed ? 'proposed' : 'chosen')),
    {
      title: 'Utilisation',
      width: 116,
      numeric: true,
      show: (row) => <UtilisationBar value={row.utilisation ?? 0} width={40} verdict={row.verdict} />,
      copy: (row) => row.utilisation?.toFixed(3) ?? '',
    },
    textColumn('by', 150, (row) => `${row.title}, ${row.combination}`),
  ];
  return (
    <Grid
      label="Bars of beams"
      columns={columns}
      rows={rows}
      idOf={(row) => row.memberId}
      selected={chosen}
      onSelect={(members, extend) => (extend ? toggle({ members }) : select({ members }))}
      onOpen={(row) => look({ panel: { kind: 'line', member: row.memberId }, part: 'bars' })}
      empty="No beam of concrete is checked. The tab “Not checked” says why."
      onCopied={copied}
    />
  );
}

/** What bending asks for or, where that is more, the least of the code, with that word. */
function AskedFor({ areas }: { areas: FaceAreas | undefined }) {
  const units = useWorkbench((state) => state.model.settings.units);
  if (!areas) return null;
  const required = requiredOf(areas);
  if (required === undefined) return <span className="over">no area does</span>;
  const { bending = 0, minimum, provided, lying } = areas;
  const isLeast = minimum > bending;
  const isShort = bending > provided * (1 + 1e-3) || minimum > lying * (1 + 1e-6);
  return (
    <>
      {isLeast && <span className="caption">least </span>}
      <span className={isShort ? 'over' : ''}>{formatValue(required, 'barArea', units)}</span>
    </>
  );
}

/** What counts of the bars that lie there: those anchored in part count in part. */
function Provided({ areas }: { areas: FaceAreas | undefined }) {
  const units = useWorkbench((state) => state.model.settings.units);
  if (!areas) return null;
  const [counts, lies] = [areas.provided, areas.lying].map((value) => formatValue(value, 'barArea', units));
  return (
    <>
      {counts}
      {counts !== lies && <span className="caption"> of {lies}</span>}
    </>
  );
}
