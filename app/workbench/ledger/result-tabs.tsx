import { useDeferredValue, useMemo } from 'react';
import type { ForceComponent } from '~core/results';
import { useWorkbench } from '../../state/store';
import { UtilisationBar } from '../../theme/utilisation-bar';
import { colors } from '../../theme/tokens';
import { formatQuantity } from '~core/units';
import type { CheckRow } from '../../workers/messages';
import { placeWords } from '../words/selection-words';
import { shownParts, stationTable } from '~core/results';
import { Grid, type GridColumn } from './grid';
import { useCopied, useQuantityColumn } from './grid-columns';
import { Sparkline } from './sparkline';

const text = <Row,>(title: string, width: number, read: (row: Row) => string): GridColumn<Row> => ({
  title,
  width,
  show: read,
  copy: read,
});
const noResults = 'There are no results: the analysis stopped or has not finished. The chip at the top says more.';

interface MemberRow {
  readonly id: string;
  readonly number: number;
  readonly length: number;
}

/** Internal forces of members in what is shown: the largest of each kind, and the moment along the member. */
export function MemberForcesTab() {
  const model = useWorkbench((state) => state.model);
  // the picture comes first, the rows a moment later
  const solved = useDeferredValue(useWorkbench((state) => state.solved));
  const shown = useDeferredValue(useWorkbench((state) => state.shown));
  const checks = useWorkbench((state) => state.checks);
  const selected = useWorkbench((state) => state.selection.members);
  const isolated = useWorkbench((state) => state.isolated);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const openPage = useWorkbench((state) => state.openPage);
  const column = useQuantityColumn();
  const copied = useCopied();
  const chosen = useMemo(() => new Set(selected), [selected]);

  const rows = useMemo<MemberRow[]>(() => {
    if (!solved) return [];
    const only = isolated && new Set(isolated);
    return solved.solution.memberIds.flatMap((id, number) =>
      id in model.members && (!only || only.has(id)) ? [{ id, number, length: solved.solution.lengths[number] }] : [],
    );
  }, [solved, model.members, isolated]);
  const weights = useMemo(
    () => (solved ? shownParts(model, solved.solution, shown).map((part) => part.weights) : []),
    [solved, model, shown],
  );
  const table = solved && stationTable(solved.solution);

  /** the value of largest size along the member, with its sign */
  const peak = (row: MemberRow, component: ForceComponent): number => {
    if (!table || weights.length === 0) return 0;
    const { max, min } = table.extremes(row.number, weights, component);
    return Math.abs(min.value) > Math.abs(max.value) ? min.value : max.value;
  };
  /** largest sagging or hogging moment; 0 when there is none of that sign */
  const side = (row: MemberRow, which: 'max' | 'min'): number => {
    if (!table || weights.length === 0) return 0;
    const { value } = table.extremes(row.number, weights, 'My')[which];
    return which === 'max' ? Math.max(0, value) : Math.min(0, value);
  };
  const largest = useMemo(() => {
    if (!table || weights.length === 0) return 1;
    // one scale for the column; beyond some hundreds of members the first are enough to set it
    return rows.slice(0, 600).reduce((most, row) => {
      const { max, min } = table.band(row.number, weights, 'My');
      return Math.max(most, ...max.map(Math.abs), ...min.map(Math.abs));
    }, 0);
  }, [rows, table, weights]);

  const columns: GridColumn<MemberRow>[] = [
    text('Member', 64, (row) => model.members[row.id].label ?? row.id),
    text('Place', 124, (row) => placeWords(model, row.id)),
    text('Section', 84, (row) =>
      model.members[row.id].section === null ? 'none' : model.sections[model.members[row.id].section!].name,
    ),
    column<MemberRow>('N', 'force', (row) => peak(row, 'N'), 68),
    column<MemberRow>('Vz', 'force', (row) => peak(row, 'Vz'), 66),
    column<MemberRow>('My hog', 'moment', (row) => side(row, 'min'), 86),
    column<MemberRow>('My sag', 'moment', (row) => side(row, 'max'), 86),
    column<MemberRow>('Mz', 'moment', (row) => peak(row, 'Mz'), 74),
    {
      title: 'My along',
      width: 106,
      show: (row) =>
        table && weights.length > 0 ? (
          <Sparkline
            band={table.band(row.number, weights, 'My')}
            length={row.length}
            largest={largest}
            color={colors.moment}
            tensionDown
          />
        ) : null,
    },
    {
      title: 'Utilisation, by',
      width: 140,
      numeric: true,
      show: (row) => {
        const check = checks.get(row.id);
        return check?.utilisation == null ? (
          <span className="open-word">open</span>
        ) : (
          <>
            <UtilisationBar value={check.utilisation} width={40} verdict={check.verdict} />{' '}
            <span className="caption">{check.combination}</span>
          </>
        );
      },
      copy: (row) => checks.get(row.id)?.utilisation?.toFixed(3) ?? '',
    },
  ];
  return (
    <Grid
      label="Member forces"
      columns={columns}
      rows={weights.length > 0 ? rows : []}
      idOf={(row) => row.id}
      selected={chosen}
      onSelect={(members, extend) => (extend ? toggle({ members }) : select({ members }))}
      onOpen={(row) => openPage({ kind: 'member', member: row.id })}
      empty={
        solved && weights.length > 0 ? 'The model has no member. Slabs and walls are in a tab of their own.' : noResults
      }
      onCopied={copied}
    />
  );
}

/** Members by utilisation, or those that were not checked with the reason. */
export function ChecksTab({ made }: { made: boolean }) {
  const model = useWorkbench((state) => state.model);
  const checks = useWorkbench((state) => state.checks);
  const selected = useWorkbench((state) => state.selection.members);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const openPage = useWorkbench((state) => state.openPage);
  const copied = useCopied();
  const chosen = useMemo(() => new Set(selected), [selected]);
  const { units } = model.settings;
  const rows = useMemo(
    () =>
      [...checks.values()]
        .filter((row) => row.memberId in model.members && (row.utilisation !== null) === made)
        .sort((a, b) => (b.utilisation ?? 0) - (a.utilisation ?? 0)),
    [checks, model.members, made],
  );
  const section = (row: CheckRow) =>
    model.members[row.memberId].section === null ? 'none' : model.sections[model.members[row.memberId].section!].name;
  const start: GridColumn<CheckRow>[] = [
    text('Member', 66, (row) => model.members[row.memberId].label ?? row.memberId),
    text('Place', 130, (row) => placeWords(model, row.memberId)),
    text('Section', 100, section),
  ];
  const columns: GridColumn<CheckRow>[] = made
    ? [
        ...start,
        text('Verdict', 60, (row) => row.verdict),
        text('Governing check', 140, (row) => row.title),
        text('Clause', 152, (row) => `${row.code} ${row.clause}`),
        text('At', 58, (row) => formatQuantity(row.x, 'length', units, 2)),
        {
          title: 'Utilisation, by',
          width: 160,
          numeric: true,
          show: (row) => (
            <>
              <UtilisationBar value={row.utilisation!} width={44} verdict={row.verdict} />{' '}
              <span className="caption">{row.combination}</span>
            </>
          ),
          copy: (row) => row.utilisation!.toFixed(3),
        },
        text('What was not made', 360, (row) => row.open.replaceAll('\n', ' ')),
      ]
    : [...start, text('Why not', 460, (row) => row.reason)];
  return (
    <Grid
      label={made ? 'Worst per member' : 'Not checked'}
      columns={columns}
      rows={rows}
      idOf={(row) => row.memberId}
      selected={chosen}
      onSelect={(members, extend) => (extend ? toggle({ members }) : select({ members }))}
      onOpen={(row) => openPage({ kind: 'sheet', member: row.memberId, check: row.id || null })}
      empty={made ? 'No member was checked. The tab beside says why.' : 'Every member was checked.'}
      onCopied={copied}
    />
  );
}
