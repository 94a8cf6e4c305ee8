import { Button } from 'antd';
import { useMemo } from 'react';
import { combinationFormula } from '~core/combine';
import { loadWords, targetOf } from '~core/loading';
import { idSource, inOrder, type Combination, type Load } from '~core/model';
import { formatCell, formatValue, unitLabel, type QuantityKind } from '~core/units';
import { useWorkbench } from '../../state/store';
import { Icon } from '../../theme/icons';
import { FactorCell } from './factor-cell';
import { Grid, type GridColumn } from './grid';

/** Reports what was copied. */
export function useCopied(): (rows: number) => void {
  const notify = useWorkbench((state) => state.notify);
  return (rows) => notify(`${rows} rows copied; paste them into a spreadsheet.`);
}

/** A numeric column in the project's unit. */
export function useQuantityColumn(): <Row>(title: string, kind: QuantityKind, read: (row: Row) => number | undefined, width?: number, decimals?: number) => GridColumn<Row> {
  const units = useWorkbench((state) => state.model.settings.units);
  return (title, kind, read, width = 84, decimals) => ({
    title, unit: unitLabel(kind, units), width, numeric: true,
    show: (row) => {
      const value = read(row);
      return value === undefined ? '' : formatValue(value, kind, units, decimals);
    },
    copy: (row) => {
      const value = read(row);
      return value === undefined ? '' : formatCell(value, kind, units);
    },
  });
}

const text = <Row,>(title: string, width: number, read: (row: Row) => string): GridColumn<Row> => ({ title, width, show: read, copy: read });

export function LoadsTab() {
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const selection = useWorkbench((state) => state.selection);
  const select = useWorkbench((state) => state.select);
  const look = useWorkbench((state) => state.look);
  const commit = useWorkbench((state) => state.commit);
  const { units } = model.settings;
  const rows = useMemo(() => inOrder(model.loads).filter((load) => shown.kind !== 'case' || load.case === shown.id), [model.loads, shown]);
  const value = (load: Load) => loadWords(load, units).value;
  const columns: GridColumn<Load>[] = [
    text('Load', 56, (load) => load.id),
    text('Case', 60, (load) => model.cases[load.case].label),
    text('On', 60, targetOf),
    text('Kind', 90, (load) => loadWords(load, units).kind),
    text('Direction', 90, (load) => loadWords(load, units).direction),
    { title: 'Value', width: 110, numeric: true, show: value, copy: value },
    text('Place', 140, (load) => loadWords(load, units).place),
    { title: '', width: 36, show: (load) => <DeleteButton label={`Delete load ${load.id}`} onClick={() => commit({ edits: [{ kind: 'remove', table: 'loads', ids: [load.id] }] })} /> },
  ];
  const chosen = useMemo(() => {
    const targets = new Set([...selection.nodes, ...selection.members]);
    return new Set(rows.filter((load) => targets.has(targetOf(load))).map((load) => load.id));
  }, [rows, selection]);
  return (
    <Grid
      label="Loads"
      columns={columns}
      rows={rows}
      idOf={(load) => load.id}
      selected={chosen}
      onSelect={(ids) => {
        const loads = ids.map((id) => model.loads[id]);
        select({ nodes: loads.flatMap((load) => ('node' in load ? [load.node] : [])), members: loads.flatMap((load) => ('node' in load ? [] : [load.member])) });
        if (loads.length === 1 && shown.kind !== 'case') look({ shown: { kind: 'case', id: loads[0].case } });
      }}
      empty={shown.kind === 'case' && model.cases[shown.id]?.selfWeight ? 'This case holds the members’ own weight, which needs no loads.' : 'No loads in this case. Select members or nodes and put one in the card at the right.'}
      onCopied={useCopied()}
    />
  );
}

function DeleteButton({ label, onClick }: { label: string; onClick: () => void }) {
  return (
    <button
      type="button"
      className="icon-button"
      style={{ height: 22 }}
      aria-label={label}
      onClick={(event) => {
        event.stopPropagation();
        onClick();
      }}
    >
      <Icon name="trash" />
    </button>
  );
}

export function CombinationsTab() {
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const look = useWorkbench((state) => state.look);
  const commit = useWorkbench((state) => state.commit);
  const rows = useMemo(() => [...inOrder(model.combinations)].sort((a, b) => (a.purpose === b.purpose ? 0 : a.purpose === 'strength' ? -1 : 1)), [model.combinations]);
  const cases = inOrder(model.cases);
  const columns: GridColumn<Combination>[] = [
    text('', 46, (one) => one.label),
    text('Rule', 150, (one) => (one.origin === 'own' ? 'own' : one.changed ? `${one.rule}, changed` : one.rule)),
    ...cases.map((loadCase): GridColumn<Combination> => ({
      title: loadCase.label, width: 58, numeric: true,
      show: (one) => <FactorCell combination={one} loadCase={loadCase} />,
      copy: (one) => String(one.factors.find((factor) => factor.case === loadCase.id)?.factor ?? 0),
    })),
    {
      title: 'Order', width: 66, copy: (one) => one.order ?? 'first',
      show: (one) => (
        <button type="button" className="link" aria-label={`${one.label}: ${one.order ?? 'first'} order; change`} onClick={() => commit({ edits: [{ kind: 'change', table: 'combinations', changes: [{ id: one.id, fields: { order: one.order === 'second' ? null : 'second' } }] }], sentence: `Set ${one.label} to ${one.order === 'second' ? 'first' : 'second'} order` })}>
          {one.order ?? 'first'}
        </button>
      ),
    },
    text('Stiffness', 90, (one) => (one.stiffnessSet ? model.stiffnessSets[one.stiffnessSet].label : 'full')),
    text('Written out', 220, (one) => combinationFormula(model, one)),
    { title: '', width: 36, show: (one) => <DeleteButton label={`Delete combination ${one.label}`} onClick={() => commit({ edits: [{ kind: 'remove', table: 'combinations', ids: [one.id] }] })} /> },
  ];
  const add = (purpose: Combination['purpose']) => {
    const id = idSource(model)('combinations');
    const taken = new Set(Object.values(model.combinations).map((one) => one.label));
    const letter = purpose === 'strength' ? 'U' : 'S';
    const label = Array.from({ length: 999 }, (_, i) => `${letter}${i + 1}`).find((candidate) => !taken.has(candidate))!;
    commit({ edits: [{ kind: 'add', records: { combinations: [{ id, label, purpose, rule: 'own', factors: cases.map((one) => ({ case: one.id, factor: 1 })), origin: 'own', changed: false }] } }], sentence: `Added combination ${label}` });
  };
  return (
    <>
      <Grid label="Combinations" columns={columns} rows={rows} idOf={(one) => one.id} selected={new Set(shown.kind === 'combination' ? [shown.id] : [])} onSelect={(ids) => ids.length > 0 && look({ shown: { kind: 'combination', id: ids[ids.length - 1] } })} empty="There are no combinations. Generate them in the card at the right." onCopied={useCopied()} />
      <div className="row" style={{ padding: '4px 8px', borderTop: '1px solid var(--line)' }}>
        <Button size="small" disabled={cases.length === 0} onClick={() => add('strength')}>
          Add a strength combination
        </Button>
        <Button size="small" disabled={cases.length === 0} onClick={() => add('service')}>
          Add a service combination
        </Button>
        <span className="caption">Changed factors are underlined and survive a new generation.</span>
      </div>
    </>
  );
}
