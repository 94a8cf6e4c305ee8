import { Button, Checkbox } from 'antd';
import { useMemo, useState } from 'react';
import { caseFactorsOf } from '~core/combine';
import { actingLoads, caseResultants, resultantOf, loadsByCase, takeDown, type Resultant } from '~core/loading';
import {
  gridLinesAlong,
  inOrder,
  loadTarget,
  onLevel,
  purposes,
  type LoadCase,
  type Model,
  type Vector,
} from '~core/model';
import { formatQuantity } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import type { Shown } from '../../state/view-slice';
import { shownWords } from '~core/results';
import { QuantityField } from '../fields/quantity-field';
import { openTool } from '../tools/open-tool';
import { EditGrid } from './edit-grid';
import { Grid, type GridColumn } from './grid';
import { textColumn, useCopied, useQuantityColumn } from './grid-columns';
import { combinationLayout } from '../kinds/combinations/layout';
import { loadLayout } from '../kinds/loads/layout';

/** Every load, those of rules too: selected here, edited here. */
export function LoadsTab() {
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const selection = useWorkbench((state) => state.selection);
  const select = useWorkbench((state) => state.select);
  const look = useWorkbench((state) => state.look);
  const [all, setAll] = useState(false);
  const picked = useWorkbench((state) => state.selection.loads);
  const rows = useMemo(() => {
    const loads = actingLoads(model);
    return all || shown.kind !== 'case' ? loads : loads.filter((load) => load.case === shown.id);
  }, [model, shown, all]);
  const layout = useMemo(() => loadLayout(model, true), [model]);
  const chosen = useMemo(() => {
    const targets = new Set([...selection.nodes, ...selection.members]);
    const own = new Set(picked);
    return new Set(
      targets.size === 0
        ? picked
        : rows.filter((load) => own.has(load.id) || targets.has(loadTarget(load) ?? '')).map((load) => load.id),
    );
  }, [rows, selection, picked]);
  const empty =
    shown.kind === 'case' && model.cases[shown.id]?.selfWeight
      ? 'This case holds the members’ own weight, which needs no loads.'
      : 'No loads in this case. Select members or nodes and put one at the right, or type its case, member and value here.';
  return (
    <EditGrid
      label="Loads"
      selectsRecords={picked.length > 0 && selection.members.length + selection.nodes.length === 0}
      layout={layout}
      rows={rows}
      selected={chosen}
      empty={empty}
      onSelect={(ids) => {
        const wanted = new Set(ids);
        const loads = rows.filter((load) => wanted.has(load.id));
        select({
          nodes: loads.flatMap((load) => ('node' in load ? [load.node] : [])),
          members: loads.flatMap((load) => ('member' in load ? [load.member] : [])),
          loads: ids,
        });
        if (loads.length === 1 && shown.kind !== 'case') look({ shown: { kind: 'case', id: loads[0].case } });
      }}
      foot={
        <>
          <Checkbox checked={all} onChange={(event) => setAll(event.target.checked)}>
            all cases
          </Checkbox>
        </>
      }
    />
  );
}

/** The combinations as the code's table; typed, pasted from a spreadsheet, deleted. */
export function CombinationsTab() {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const look = useWorkbench((state) => state.look);
  const [picked, setPicked] = useState<readonly string[]>([]);
  const rows = useMemo(
    () => [...inOrder(model.combinations)].sort((a, b) => purposes.indexOf(a.purpose) - purposes.indexOf(b.purpose)),
    [model.combinations],
  );
  const cases = inOrder(model.cases);
  const layout = useMemo(() => combinationLayout(model, cases), [model, cases]);
  const there = picked.filter((id) => id in model.combinations);
  const one = there.length === 1 ? model.combinations[there[0]] : undefined;
  return (
    <EditGrid
      label="Combinations"
      layout={layout}
      rows={rows}
      selected={useMemo(() => new Set(shown.kind === 'combination' ? [shown.id] : []), [shown])}
      empty="There are no combinations. Generate them in the card at the right, or type factors here."
      onSelect={(ids) => {
        setPicked(ids);
        if (ids.length > 0) look({ shown: { kind: 'combination', id: ids[ids.length - 1] } });
      }}
      foot={
        <>
          <Button
            size="small"
            disabled={!one}
            onClick={() =>
              one &&
              openTool(workbench, 'own-combination', {
                combination: one.id,
                formula: formulaText(model, one.id),
                purpose: one.purpose,
                name: one.label,
                rule: one.rule,
                second: one.order === 'second',
              })
            }
          >
            Write it anew
          </Button>
          <span className="caption">Changed factors are underlined and survive a new generation.</span>
        </>
      }
    />
  );
}

/** A combination as it can be typed again. */
function formulaText(model: Model, id: string): string {
  const { factors, parts = [] } = model.combinations[id];
  const named = [
    ...parts.map((part) => [part.factor, model.combinations[part.combination].label] as const),
    ...factors.map((one) => [one.factor, model.cases[one.case].label] as const),
  ];
  return named
    .map(([factor, label], i) => `${factor < 0 ? '− ' : i === 0 ? '' : '+ '}${Math.abs(factor)} ${label}`)
    .join(' ');
}

interface SummaryRow extends Resultant {
  readonly loadCase: LoadCase;
  readonly loads: number;
  readonly reactions: readonly number[] | undefined;
}

/** What every case comes to: its resultant, its moment about a point, and the reactions to it. */
export function SummaryTab() {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const shown = useWorkbench((state) => state.shown);
  const look = useWorkbench((state) => state.look);
  const [about, setAbout] = useState<Vector>([0, 0, 0]);
  const quantity = useQuantityColumn();
  const rows = useMemo((): SummaryRow[] => {
    const sums = caseResultants(model, about);
    const counts = new Map<string, number>();
    for (const load of actingLoads(model)) counts.set(load.case, (counts.get(load.case) ?? 0) + 1);
    return inOrder(model.cases).map((loadCase) => ({
      loadCase,
      loads: counts.get(loadCase.id) ?? 0,
      ...sums.get(loadCase.id)!,
      reactions:
        solved?.model === model
          ? (solved.solution.cases.find((one) => one.id === loadCase.id)?.reacted.slice(0, 3) as unknown as
              number[] | undefined)
          : undefined,
    }));
  }, [model, about, solved]);
  const columns: GridColumn<SummaryRow>[] = [
    textColumn('Case', 60, (row) => row.loadCase.label),
    textColumn('Name', 150, (row) => row.loadCase.name),
    {
      title: 'Loads',
      width: 70,
      numeric: true,
      show: (row) =>
        row.loadCase.selfWeight ? (row.loads === 0 ? 'weight' : `${row.loads}, weight`) : String(row.loads),
      copy: (row) => String(row.loads),
    },
    ...(['x', 'y', 'z'] as const).map((axis, i) =>
      quantity<SummaryRow>(`F ${axis}`, 'force', (row) => row.force[i], 68),
    ),
    ...(['x', 'y', 'z'] as const).map((axis, i) =>
      quantity<SummaryRow>(`M ${axis}`, 'moment', (row) => row.moment[i], 80),
    ),
    ...(['x', 'y', 'z'] as const).map((axis, i) =>
      quantity<SummaryRow>(`R ${axis}`, 'force', (row) => row.reactions?.[i], 68),
    ),
  ];
  const { units } = model.settings;
  return (
    <>
      <Grid
        label="Summary of cases"
        columns={columns}
        rows={rows}
        idOf={(row) => row.loadCase.id}
        selected={new Set(shown.kind === 'case' ? [shown.id] : [])}
        onSelect={(ids) => ids.length > 0 && look({ shown: { kind: 'case', id: ids[ids.length - 1] } })}
        empty="There are no load cases yet. Add one in the card at the right."
        onCopied={useCopied()}
      />
      <div className="ledger-foot">
        <span className="caption">Moments about</span>
        {(['x', 'y', 'z'] as const).map((axis, i) => (
          <span key={axis} style={{ width: 104 }}>
            <QuantityField
              hideLabel
              label={`Moments about ${axis}`}
              prefix={`${axis} =`}
              kind="length"
              units={units}
              value={about[i]}
              onCommit={(value) => setAbout(about.map((part, k) => (k === i ? value : part)) as unknown as Vector)}
            />
          </span>
        ))}
        <span className="caption">R: reactions, which are the loads turned round</span>
      </div>
    </>
  );
}

const factorsOf = (model: Model, shown: Shown): { case: string; factor: number }[] => {
  if (shown.kind === 'case') return [{ case: shown.id, factor: 1 }];
  if (shown.kind === 'combination' && shown.id in model.combinations)
    return [...caseFactorsOf(model.combinations, model.combinations[shown.id])].map(([id, factor]) => ({
      case: id,
      factor,
    }));
  return [];
};

/** Gravity and sideways load that comes in storey by storey in what is shown. */
export function TakeDownTab({ by }: { by: 'storey' | 'column' }) {
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const select = useWorkbench((state) => state.select);
  const quantity = useQuantityColumn();
  const factors = useMemo(() => factorsOf(model, shown), [model, shown]);
  const down = useMemo(() => (factors.length === 0 ? undefined : takeDown(model, factors)), [model, factors]);
  const copied = useCopied();
  const words = shownWords(model, shown);
  const total = useMemo(() => {
    if (factors.length === 0) return 0;
    const loads = loadsByCase(model, new Set(factors.map((one) => one.case)));
    return factors.reduce(
      (sum, { case: id, factor }) => sum - factor * (loads.has(id) ? resultantOf(model, loads.get(id)!).force[2] : 0),
      0,
    );
  }, [model, factors]);
  const foot = (
    <p className="caption" style={{ padding: '4px 8px', margin: 0 }}>
      {factors.length === 0
        ? 'Choose a case or a combination in the strip.'
        : `${words.name}: ${formatQuantity(total, 'force', model.settings.units)} downward in all. Members hand their load to their ends as simple beams do; the analysis finds what continuity makes of it.`}
    </p>
  );
  if (by === 'storey') {
    type Row = NonNullable<typeof down>['storeys'][number];
    const columns: GridColumn<Row>[] = [
      textColumn('Storey', 110, (row) => row.label),
      quantity<Row>('Height', 'length', (row) => row.elevation, 80, 2),
      quantity<Row>('Comes in', 'force', (row) => row.own, 90),
      quantity<Row>('From the top', 'force', (row) => row.above, 100),
      quantity<Row>('Sideways x', 'force', (row) => row.lateral[0], 90),
      quantity<Row>('Sideways y', 'force', (row) => row.lateral[1], 90),
    ];
    return (
      <>
        <Grid
          label="Take-down by storey"
          columns={columns}
          rows={down?.storeys ?? []}
          idOf={(row) => row.id}
          selected={new Set()}
          onSelect={() => undefined}
          empty="Choose a case or a combination in the strip; storeys are set out in the Frame stage."
          onCopied={copied}
        />
        {foot}
      </>
    );
  }
  type Row = NonNullable<typeof down>['columns'][number];
  const nearest = (axis: 'x' | 'y', at: number) =>
    gridLinesAlong(model, axis).find((line) => Math.abs(line.position - at) < onLevel)?.label ?? '–';
  const columns: GridColumn<Row>[] = [
    textColumn('Column', 90, (row) => `${nearest('x', row.x)} ${nearest('y', row.y)}`),
    quantity<Row>('x', 'length', (row) => row.x, 66, 2),
    quantity<Row>('y', 'length', (row) => row.y, 66, 2),
    ...(down?.storeys ?? []).map((storey, i) => quantity<Row>(storey.label, 'force', (row) => row.levels[i].above, 88)),
  ];
  return (
    <>
      <Grid
        label="Take-down by column"
        columns={columns}
        rows={down?.columns ?? []}
        idOf={(row) => row.members[0]}
        selected={new Set()}
        onSelect={(ids) =>
          select({
            members: (down?.columns ?? []).filter((row) => ids.includes(row.members[0])).flatMap((row) => row.members),
          })
        }
        empty="Choose a case or a combination in the strip; there are no columns yet, perhaps."
        onCopied={copied}
      />
      {foot}
    </>
  );
}
