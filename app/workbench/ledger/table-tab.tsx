import { Select } from 'antd';
import { useDeferredValue, useMemo } from 'react';
import { inOrder, storeysUpward } from '~core/model';
import {
  cellText,
  cellValue,
  columnHeading,
  displacementTable,
  equilibriumTable,
  extremesByCombination,
  extremesByMember,
  filterTable,
  forceComponents,
  modeTable,
  lineSupportTable,
  panelTable,
  reactionTable,
  stationRows,
  storeyTable,
  cutTable,
  couplingTable,
  flangedTable,
  pierTable,
  wallTable,
  soilTable,
  supportLineTable,
  type ForceComponent,
  type ResultTable,
  type TableColumn,
  type TableRow,
} from '~core/results';
import { unitLabel } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import type { ResultFilter } from '../../state/view-slice';
import { fileName, saveTables } from '../acts/save-tables';
import { Grid, type GridColumn } from './grid';
import { useCopied } from './grid-columns';

export type ResultTab =
  | 'extremes'
  | 'stations'
  | 'reactions'
  | 'supportLines'
  | 'panels'
  | 'lineSupports'
  | 'soil'
  | 'cuts'
  | 'wallStoreys'
  | 'piers'
  | 'couplingBeams'
  | 'flangedBeams'
  | 'displacements'
  | 'storeys'
  | 'modes'
  | 'equilibrium';

/** How wide a column of a table is, pixels. */
const widthOf = ({ title, kind }: TableColumn, units: 'si' | 'us'): number =>
  kind === 'words'
    ? title === 'By' || title === 'by' || title === ''
      ? 66
      : title === 'Section'
        ? 96
        : Math.max(78, 8 * title.length)
    : Math.max(70, 8 * columnHeading({ title, kind }, units).length);

/** One tab of the Results stage's ledger: filtered by selection, group, storey and the worst of them, copied, and saved as CSV or XLSX. */
export function TableTab({ tab }: { tab: ResultTab }) {
  const api = useWorkbenchApi();
  const units = useWorkbench((state) => state.model.settings.units);
  const selection = useWorkbench((state) => state.selection);
  const openPage = useWorkbench((state) => state.openPage);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const name = useWorkbench((state) => state.model.settings.name);
  const copied = useCopied();
  const table = useTabTable(tab);
  const columns = useMemo(
    () =>
      (table?.columns ?? []).map((column, i): GridColumn<TableRow> => ({
        title: column.title,
        ...(column.kind === 'words' ? {} : { unit: unitLabel(column.kind, units), numeric: true }),
        width: widthOf(column, units),
        show: (row) => cellText(row.cells[i] ?? null, column, units),
        copy: (row) => String(cellValue(row.cells[i] ?? null, column, units) ?? ''),
      })),
    [table, units],
  );
  const chosen = useMemo(() => {
    const [members, nodes] = [new Set(selection.members), new Set(selection.nodes)];
    return new Set(
      (table?.rows ?? [])
        .filter(
          (row) =>
            (row.member !== undefined && members.has(row.member)) || (row.node !== undefined && nodes.has(row.node)),
        )
        .map((row) => row.key),
    );
  }, [table, selection]);
  const pick = (keys: string[], extend: boolean) => {
    const wanted = new Set(keys);
    const rows = (table?.rows ?? []).filter((row) => wanted.has(row.key));
    const ids = {
      members: [...new Set(rows.flatMap((row) => row.member ?? []))],
      nodes: [...new Set(rows.flatMap((row) => row.node ?? []))],
    };
    if (extend) toggle(ids);
    else select(ids);
  };
  const open = (row: TableRow) => {
    if (row.member !== undefined) openPage({ kind: 'member', member: row.member });
    else if (row.part !== undefined) openPage({ kind: 'part', part: row.part });
    else if (row.storey !== undefined && (tab === 'storeys' || tab === 'wallStoreys'))
      openPage({ kind: 'storey', storey: row.storey });
    else if (tab === 'supportLines') openPage({ kind: 'supports' });
    else if (tab === 'soil') openPage({ kind: 'soil' });
  };
  const save = (format: 'csv' | 'xlsx') =>
    table &&
    void saveTables(format, [table], units, fileName(`${name}, ${table.title}`)).catch((error: unknown) =>
      api.getState().notify(`The file could not be made: ${String(error)}`, 'error'),
    );
  return (
    <>
      <Filter tab={tab} rows={table?.rows.length ?? 0} save={save} />
      <Grid
        label={table?.title ?? 'Results'}
        columns={columns}
        rows={table?.rows ?? []}
        idOf={(row) => row.key}
        selected={chosen}
        onSelect={pick}
        onOpen={open}
        empty={table ? 'No row passes the filter, or nothing is chosen in the strip.' : 'There are no results yet.'}
        onCopied={copied}
      />
    </>
  );
}

/** The table of a tab as it is filtered; undefined while there are no results. Large ones follow a moment later and do not hold up the page. */
export function useTabTable(tab: ResultTab): ResultTable | undefined {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const shown = useWorkbench((state) => state.shown);
  const quantity = useWorkbench((state) => state.quantity);
  const filter = useWorkbench((state) => state.resultFilter);
  const selected = useWorkbench((state) => (state.resultFilter.of === 'selected' ? state.selection : undefined));
  const analyses = useWorkbench((state) => state.analyses);
  const isolated = useWorkbench((state) => state.isolated);
  const input = useDeferredValue(
    useMemo(
      () => ({ model, solved, shown, quantity, filter, selected, analyses, isolated }),
      [model, solved, shown, quantity, filter, selected, analyses, isolated],
    ),
  );
  return useMemo(() => {
    const { model: of, solved: results } = input;
    if (!results) return undefined;
    const { solution } = results;
    const component: ForceComponent = (forceComponents as readonly string[]).includes(input.quantity)
      ? (input.quantity as ForceComponent)
      : 'My';
    const group = input.filter.of.startsWith('group ') ? of.groups[input.filter.of.slice(6)] : undefined;
    const members = input.selected
      ? new Set(input.selected.members)
      : group
        ? new Set(group.members)
        : input.isolated
          ? new Set(input.isolated)
          : undefined;
    const nodes = input.selected
      ? new Set([
          ...input.selected.nodes,
          ...input.selected.members.flatMap((id) => [of.members[id].start, of.members[id].end]),
        ])
      : members
        ? new Set([...members].flatMap((id) => (id in of.members ? [of.members[id].start, of.members[id].end] : [])))
        : undefined;
    const make = (): ResultTable => {
      switch (tab) {
        case 'extremes':
          return input.filter.pivot === 'combination'
            ? extremesByCombination(of, solution, input.shown, component, members)
            : extremesByMember(of, solution, input.shown, component, members);
        case 'stations':
          return stationRows(of, solution, input.shown, input.filter.stations, members);
        case 'reactions':
          return reactionTable(of, solution, input.shown);
        case 'supportLines':
          return supportLineTable(of, solution, input.shown);
        case 'panels':
          return panelTable(of, solution, input.shown);
        case 'lineSupports':
          return lineSupportTable(of, solution, input.shown);
        case 'wallStoreys':
          return wallTable(of, solution, input.shown);
        case 'flangedBeams':
          return flangedTable(of, solution, input.shown);
        case 'piers':
          return pierTable(of, solution, input.shown);
        case 'couplingBeams':
          return couplingTable(of, solution, input.shown);
        case 'cuts':
          return cutTable(of, solution, input.shown);
        case 'soil':
          return soilTable(of, solution, input.shown);
        case 'displacements':
          return displacementTable(of, solution, input.shown);
        case 'storeys':
          return storeyTable(of, solution, input.shown);
        case 'equilibrium':
          return equilibriumTable(of, solution);
        case 'modes': {
          const found = [...input.analyses.values()]
            .map((one) => one.outcome?.outcome)
            .find((one) => one?.type === 'modal');
          return modeTable(found?.type === 'modal' ? found.result : undefined);
        }
      }
    };
    return filterTable(make(), {
      ...(nodes ? { nodes } : {}),
      ...(input.filter.storey !== '' && input.filter.storey in of.storeys ? { storey: input.filter.storey } : {}),
      ...(input.filter.worst > 0 ? { worst: input.filter.worst } : {}),
    });
  }, [input, tab]);
}

function Filter({ tab, rows, save }: { tab: ResultTab; rows: number; save: (format: 'csv' | 'xlsx') => void }) {
  const model = useWorkbench((state) => state.model);
  const filter = useWorkbench((state) => state.resultFilter);
  const quantity = useWorkbench((state) => state.quantity);
  const look = useWorkbench((state) => state.look);
  const set = (change: Partial<ResultFilter>) => look({ resultFilter: { ...filter, ...change } });
  const byMember = tab === 'extremes' || tab === 'stations';
  const hasNodes = tab === 'reactions' || tab === 'displacements';
  const byStorey = ['storeys', 'wallStoreys', 'piers', 'couplingBeams'].includes(tab);
  return (
    <div className="ledger-filter" role="group" aria-label="Filter">
      {tab === 'extremes' && (
        <>
          <Select
            aria-label="Force"
            size="small"
            style={{ width: 66 }}
            value={(forceComponents as readonly string[]).includes(quantity) ? quantity : 'My'}
            options={forceComponents.map((value) => ({ value, label: value }))}
            onChange={(value) => look({ quantity: value as ForceComponent })}
          />
          <Select
            aria-label="Rows by"
            size="small"
            style={{ width: 122 }}
            value={filter.pivot}
            options={[
              { value: 'member', label: 'by member' },
              { value: 'combination', label: 'by combination' },
            ]}
            onChange={(pivot) => set({ pivot })}
          />
        </>
      )}
      {tab === 'stations' && (
        <Select<ResultFilter['stations']>
          aria-label="Places"
          size="small"
          style={{ width: 132 }}
          value={filter.stations}
          options={[
            { value: 'ends', label: 'both ends' },
            { value: 'extremes', label: 'ends, extremes My' },
            { value: 4, label: 'quarter points' },
            { value: 10, label: 'tenth points' },
          ]}
          onChange={(stations) => set({ stations })}
        />
      )}
      {(byMember || hasNodes) && (
        <Select<string>
          aria-label="Of"
          size="small"
          style={{ width: 112 }}
          value={filter.of}
          options={[
            { value: 'all', label: byMember ? 'all members' : 'all nodes' },
            { value: 'selected', label: 'the selection' },
            ...inOrder(model.groups).map((group) => ({ value: `group ${group.id}`, label: group.label })),
          ]}
          onChange={(of) => set({ of: of as ResultFilter['of'] })}
        />
      )}
      {(byMember || hasNodes || byStorey) && (
        <Select
          aria-label="Storey"
          size="small"
          style={{ width: 108 }}
          value={filter.storey in model.storeys ? filter.storey : ''}
          options={[
            { value: '', label: 'all storeys' },
            ...storeysUpward(model)
              .reverse()
              .map((storey) => ({ value: storey.id, label: storey.label })),
          ]}
          onChange={(storey) => set({ storey })}
        />
      )}
      {tab !== 'modes' && tab !== 'equilibrium' && (
        <Select
          aria-label="How many"
          size="small"
          style={{ width: 98 }}
          value={filter.worst}
          options={[
            { value: 0, label: 'all rows' },
            ...[5, 10, 20, 50, 100].map((value) => ({ value, label: `worst ${value}` })),
          ]}
          onChange={(worst) => set({ worst })}
        />
      )}
      <span className="caption">{rows} rows</span>
      <span className="grow" />
      <button type="button" className="link" onClick={() => save('csv')} disabled={rows === 0}>
        CSV
      </button>
      <button type="button" className="link" onClick={() => save('xlsx')} disabled={rows === 0}>
        XLSX
      </button>
    </div>
  );
}
