import { Button } from 'antd';
import { useMemo } from 'react';
import { sectionProperties } from '~core/catalog';
import { combinationFormula } from '~core/combine';
import { loadWords, targetOf } from '~core/loading';
import { idSource, inOrder, memberLength, type Combination, type Load, type Member, type Node, type Section } from '~core/model';
import { formatCell, formatValue, unitLabel, type QuantityKind } from '~core/units';
import { useWorkbench } from '../../state/store';
import { Icon } from '../../theme/icons';
import { placeWords } from '../details/selection-words';
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

export function NodesTab() {
  const model = useWorkbench((state) => state.model);
  const selected = useWorkbench((state) => state.selection.nodes);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const column = useQuantityColumn();
  const rows = useMemo(() => inOrder(model.nodes), [model.nodes]);
  const columns: GridColumn<Node>[] = [
    text('Node', 60, (node) => node.id),
    ...['x', 'y', 'z'].map((axis, i) => column<Node>(axis, 'length', (node) => node.position[i])),
    text('Support', 160, (node) => (node.support ? (Object.values(node.support).every(Boolean) ? 'fixed' : Object.entries(node.support).filter(([, held]) => held).map(([way]) => way).join(', ')) : '')),
  ];
  return <Grid label="Nodes" columns={columns} rows={rows} idOf={(node) => node.id} selected={useMemo(() => new Set(selected), [selected])} onSelect={(nodes, extend) => (extend ? toggle({ nodes }) : select({ nodes }))} empty="There are no nodes yet. The frame builder makes them, or draw a member." onCopied={useCopied()} />;
}

export function MembersTab() {
  const model = useWorkbench((state) => state.model);
  const selected = useWorkbench((state) => state.selection.members);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const column = useQuantityColumn();
  const rows = useMemo(() => inOrder(model.members), [model.members]);
  const columns: GridColumn<Member>[] = [
    text('Member', 70, (member) => member.label ?? member.id),
    text('Role', 70, (member) => member.role),
    text('Place', 150, (member) => placeWords(model, member.id)),
    text('From', 56, (member) => member.start),
    text('To', 56, (member) => member.end),
    column('Length', 'length', (member) => memberLength(model, member)),
    text('Section', 110, (member) => (member.section === null ? 'none' : model.sections[member.section].name)),
    text('Material', 110, (member) => (member.material === null ? 'none' : model.materials[member.material].name)),
  ];
  return <Grid label="Members" columns={columns} rows={rows} idOf={(member) => member.id} selected={useMemo(() => new Set(selected), [selected])} onSelect={(members, extend) => (extend ? toggle({ members }) : select({ members }))} empty="There are no members yet. Open the frame builder (B) or draw one (D)." onCopied={useCopied()} />;
}

export function SectionsTab() {
  const model = useWorkbench((state) => state.model);
  const select = useWorkbench((state) => state.select);
  const members = useWorkbench((state) => state.selection.members);
  const column = useQuantityColumn();
  const rows = useMemo(() => inOrder(model.sections), [model.sections]);
  const users = (section: Section) => Object.values(model.members).filter((member) => member.section === section.id);
  const columns: GridColumn<Section>[] = [
    text('Section', 110, (section) => section.name),
    column('h', 'sectionLength', (section) => sectionProperties(section.shape).depth),
    column('b', 'sectionLength', (section) => sectionProperties(section.shape).width),
    column('A', 'area', (section) => sectionProperties(section.shape).area),
    column('Iy', 'secondMoment', (section) => sectionProperties(section.shape).inertiaY, 100, 0),
    column('Iz', 'secondMoment', (section) => sectionProperties(section.shape).inertiaZ, 100, 0),
    { title: 'Used by', width: 80, numeric: true, show: (section) => users(section).length, copy: (section) => String(users(section).length) },
  ];
  const chosen = new Set(members.map((id) => model.members[id]?.section ?? ''));
  return <Grid label="Sections" columns={columns} rows={rows} idOf={(section) => section.id} selected={chosen} onSelect={(ids) => select({ members: ids.flatMap((id) => users(model.sections[id]).map((member) => member.id)) })} empty="No sections yet. They come with the frame builder or when a member is given one." onCopied={useCopied()} />;
}

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
