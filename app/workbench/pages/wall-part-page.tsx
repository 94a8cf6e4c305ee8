import { Button, Input, Select } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { wallPart, wallParts, type CouplingBeam, type Model, type Pier, type Wall } from '~core/model';
import {
  columnsOf,
  couplingTable,
  pierForces,
  pierTable,
  shownParts,
  shownWords,
  type PierForces,
  type ResultTable,
} from '~core/results';
import { formatQuantity } from '~core/units';
import type { Solved } from '../../state/solve-slice';
import { useWorkbench } from '../../state/store';
import { quantityColor } from '../../theme/quantity-color';
import { ResultTableView } from '../pieces/result-table-view';
import { StackDiagram, type StackPart } from '../pieces/stack-diagram';
import { Provenance, WidePage } from '../pieces/wide-page';
import { PierBlock } from './pier-block';

/** A pier or a coupling beam of a wall: its size and name, what it carries, and what it stands on or couples. */
export function WallPartPage({ part: key }: { part: string }) {
  const model = useWorkbench((state) => state.model);
  const part = wallPart(model, key);
  if (!part)
    return (
      <WidePage label="Page of a part of a wall" title="Not there any more" caption="" printable={false}>
        <p className="secondary">
          The walls of this model have no such pier or coupling beam: its opening, its storey or its wall has changed.
          All of them are in the ledger, and on the cards of their walls.
        </p>
      </WidePage>
    );
  return <PartPage key={key} part={part} />;
}

function PartPage({ part }: { part: Pier | CouplingBeam }) {
  const model = useWorkbench((state) => state.model);
  const found = useWorkbench((state) => state.solved);
  const shown = useWorkbench((state) => state.shown);
  const select = useWorkbench((state) => state.select);
  const openPage = useWorkbench((state) => state.openPage);
  const look = useWorkbench((state) => state.look);
  const { units } = model.settings;
  const solved = found?.model === model ? found : undefined;
  const length = (value: number) => formatQuantity(value, 'length', units, 2);
  const { wall, storey } = part;
  const noun = part.kind === 'pier' ? 'pier' : 'coupling beam';
  const { piers, beams } = wallParts(model);
  const table = useMemo((): ResultTable | undefined => {
    if (!solved) return undefined;
    const all =
      part.kind === 'pier' ? pierTable(model, solved.solution, shown) : couplingTable(model, solved.solution, shown);
    return { ...all, rows: all.rows.filter((row) => row.part === part.key) };
  }, [model, solved, shown, part]);
  const link = (to: Pier | CouplingBeam | undefined, words: string) => (
    <Button key={words} disabled={!to} onClick={() => to && openPage({ kind: 'part', part: to.key })}>
      {words}
    </Button>
  );
  // where it stands, in the drawing
  useEffect(() => {
    const [a, b] = part.kind === 'pier' ? [part.foot, part.head] : [part.start, part.end];
    look({
      preview: [
        [a.from, a.to],
        [a.to, b.to],
        [b.to, b.from],
        [b.from, a.from],
      ],
    });
    return () => look({ preview: [] });
  }, [look, part]);
  const pierOf = (key: string | undefined) => piers.find((one) => one.key === key);
  const beside =
    part.kind === 'pier'
      ? beams.filter(({ couples }) => couples.includes(part.key))
      : part.couples.flatMap((key) => pierOf(key) ?? []);
  return (
    <WidePage
      label={`Page of ${noun} ${part.name}`}
      title={
        <>
          {part.name} <span style={{ fontWeight: 400 }}>{storey ? `in ${storey.label}` : ''}</span>
        </>
      }
      caption={`${shownWords(model, shown).name}: ${shownWords(model, shown).detail}`}
      actions={
        part.kind === 'pier' ? (
          <>
            {link(pierOf(part.above), 'Above')}
            {link(pierOf(part.below), 'Below')}
          </>
        ) : undefined
      }
    >
      <div className="block">
        <p style={{ marginTop: 0 }}>
          {part.kind === 'pier' ? (
            <>
              <b>
                {length(part.length)} × {formatQuantity(wall.thickness, 'sectionLength', units)}
              </b>
              , free over {length(part.height)} from level {length(part.foot.from[2])} to {length(part.head.from[2])}.{' '}
              {part.of === 1
                ? 'Nothing divides its wall in this storey.'
                : `Pier ${part.number} of ${part.of} in this storey, counted the way ${axisName(part)} grows.`}
            </>
          ) : (
            <>
              Span <b>{length(part.span)}</b> between the faces of its piers, depth <b>{length(part.depth)}</b>,
              thickness <b>{formatQuantity(wall.thickness, 'sectionLength', units)}</b>
              {part.isSill ? ', under the lowest opening' : ''}.
              {part.goesOn
                ? ' The wall goes on whole beyond the storey: its sections end at the storey’s level, and what passes beyond it is the wall’s.'
                : ''}
            </>
          )}
        </p>
        <PartName part={part} />
        <div className="row" style={{ marginTop: 6, flexWrap: 'wrap' }} role="group" aria-label="Beside it">
          {beside.map((one) => (
            <Button key={one.key} size="small" onClick={() => openPage({ kind: 'part', part: one.key })}>
              {one.name}
              {one.storey && one.storey.id !== storey?.id ? `, ${one.storey.label}` : ''}
            </Button>
          ))}
          <Button size="small" onClick={() => select({ walls: [wall.id] })}>
            Select wall {wall.label ?? wall.id}
          </Button>
          {storey && (
            <Button size="small" onClick={() => openPage({ kind: 'storey', storey: storey.id })}>
              Page of {storey.label}
            </Button>
          )}
        </div>
        <PassedOver wall={wall} />
      </div>
      {!solved || !table ? (
        <p className="secondary">There are no results yet.</p>
      ) : table.rows.length === 0 ? (
        <p className="secondary">Nothing is chosen in the strip, or its wall is not in the last solution.</p>
      ) : (
        <>
          <Extremes table={table} columns={['N', 'V', 'M']} />
          <div className="block">
            <h3>Forces</h3>
            <ResultTableView table={columnsOf(table, ['By', 'at', 'N', 'V', 'M', 'Vz', 'Mz', 'T'])} />
            {part.kind === 'pier' && part.storey && (
              <ResultTableView
                table={columnsOf(table, ['By', 'at', 'shear x', 'share x, %', 'shear y', 'share y, %'])}
              />
            )}
            <p className="caption">
              {part.kind === 'pier'
                ? `About the centroid at its foot and head: N + tension, V along the wall, M in its plane, + tension at the end where ${axisName(part)} is least; Vz and Mz across it. Shear is what it takes of the storey’s.`
                : `Cut at the faces of its piers and half-way, about the centroid there, signs as those of a beam that runs the way ${axisName(part)} grows: N + tension, V = dM/dx, M + tension below; Vz and Mz level, across the wall.`}
            </p>
          </div>
          {part.kind === 'pier' && <Stack part={part} solved={solved} />}
        </>
      )}
      {part.kind === 'pier' && <PierBlock pier={part} />}
      <Provenance />
    </WidePage>
  );
}

const axisName = ({ along }: Pick<Pier, 'along'>): 'x' | 'y' =>
  Math.abs(along[0]) >= Math.abs(along[1]) - 1e-9 ? 'x' : 'y';

/** Openings of the wall that divide nothing, and by what rule. */
function PassedOver({ wall }: { wall: Wall }) {
  const model = useWorkbench((state) => state.model);
  const passed = wallParts(model).passedOver.get(wall.id);
  if (passed === undefined) return null;
  return (
    <p className="caption" style={{ marginBottom: 0 }}>
      {passed === 1
        ? 'One opening of its wall is too low to divide it; a section that passes through it is without it.'
        : `${passed} openings of its wall are too low to divide it; a section that passes through one is without it.`}{' '}
      Openings divide a wall from{' '}
      {wall.dividedFrom === undefined
        ? 'a quarter of the storey’s height on'
        : `${formatQuantity(wall.dividedFrom, 'length', model.settings.units)} on`}
      ; the wall’s card in the Frame stage says otherwise if you wish.
    </p>
  );
}

/** The part’s own name, in its storey or in all. */
function PartName({ part }: { part: Pier | CouplingBeam }) {
  const commit = useWorkbench((state) => state.commit);
  const { wall, kind, number, storey } = part;
  const names = wall.partNames ?? [];
  const of = (one: (typeof names)[number]) => one.part === kind && one.number === number;
  const own = names.find((one) => of(one) && one.storey !== undefined && one.storey === storey?.id);
  const common = names.find((one) => of(one) && one.storey === undefined);
  const [inAll, setInAll] = useState(own === undefined);
  const now = inAll ? common : own;
  const change = (typed: string) => {
    const rest = names.filter((one) => one !== now);
    const partNames =
      typed === ''
        ? rest
        : [...rest, { part: kind, number, ...(inAll || !storey ? {} : { storey: storey.id }), name: typed }];
    commit({
      edits: [
        {
          kind: 'change',
          table: 'walls',
          changes: [{ id: wall.id, fields: { partNames: partNames.length > 0 ? partNames : null } }],
        },
      ],
      sentence: typed === '' ? `Took its name off ${part.name}` : `Named ${part.name} ${typed}`,
    });
  };
  return (
    <div className="row" style={{ flexWrap: 'nowrap' }}>
      <label htmlFor="part-name">Name</label>
      <Input
        id="part-name"
        key={`${part.key} ${inAll} ${now?.name ?? ''}`}
        style={{ width: 180 }}
        defaultValue={now?.name ?? ''}
        placeholder={part.name}
        maxLength={60}
        onBlur={(event) => {
          const typed = event.target.value.trim();
          if (typed !== (now?.name ?? '')) change(typed);
        }}
        onPressEnter={(event) => event.currentTarget.blur()}
      />
      {storey && (
        <Select
          aria-label="Where it has this name"
          style={{ width: 190 }}
          value={inAll ? 'all' : 'here'}
          options={[
            { value: 'all', label: 'in every storey' },
            { value: 'here', label: `in ${storey.label} alone` },
          ]}
          onChange={(value) => setInAll(value === 'all')}
        />
      )}
    </div>
  );
}

/** Smallest and largest of some columns, with the state and the place; nothing where a single state is shown. */
function Extremes({ table, columns }: { table: ResultTable; columns: readonly string[] }) {
  const place = (title: string) => table.columns.findIndex((column) => column.title === title);
  const [by, at] = [place('By'), place('at')];
  if (new Set(table.rows.map((row) => row.cells[by])).size < 2) return null;
  const rows = columns.flatMap((title) => {
    const i = place(title);
    const sorted = [...table.rows].sort((a, b) => (a.cells[i] as number) - (b.cells[i] as number));
    return [sorted[0], sorted[sorted.length - 1]].map((row, k) => ({
      key: `${title} ${k}`,
      size: 0,
      cells: [
        k === 0 ? `smallest ${title}` : `largest ${title}`,
        ...columns.map((name) => row.cells[place(name)]),
        row.cells[at],
        row.cells[by],
      ],
    }));
  });
  return (
    <div className="block">
      <h3>
        Extremes <span className="caption">with what acts together</span>
      </h3>
      <ResultTableView
        table={{
          ...table,
          title: 'Extremes',
          columns: [
            { title: '', kind: 'words' },
            ...columns.map((title) => table.columns[place(title)]),
            { title: 'at', kind: 'words' },
            { title: 'By', kind: 'words' },
          ],
          rows,
        }}
      />
    </div>
  );
}

/** The piers that stand on each other, from below. */
function stackOf(model: Model, part: Pier): Pier[] {
  const { piers } = wallParts(model);
  const next = (key: string | undefined) => piers.find((one) => one.key === key);
  const stack = [part];
  for (let one = next(part.below); one; one = next(one.below)) stack.unshift(one);
  for (let one = next(part.above); one; one = next(one.above)) stack.push(one);
  return stack;
}

/** What the piers on each other carry, drawn up the building. */
function Stack({ part, solved }: { part: Pier; solved: Solved }) {
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const { units } = model.settings;
  const forces = useMemo(() => {
    const parts = shownParts(model, solved.solution, shown);
    return stackOf(model, part).flatMap((pier) => {
      const at = (end: 'foot' | 'head') =>
        parts.flatMap(({ weights }) => pierForces(model, solved.solution, pier, end, weights) ?? []);
      const [foot, head] = [at('foot'), at('head')];
      return foot.length > 0 && head.length > 0 ? [{ pier, foot, head }] : [];
    });
  }, [model, solved, shown, part]);
  if (forces.length < 2) return null;
  const of = (read: (one: PierForces) => number): StackPart[] =>
    forces.map(({ pier, foot, head }) => ({
      name: pier.key,
      from: pier.foot.from[2],
      to: pier.head.from[2],
      foot: foot.map(read),
      head: head.map(read),
      isOwn: pier.key === part.key,
    }));
  return (
    <div className="block">
      <h3>
        Up the building <span className="caption">{forces.length} piers on each other; this one is marked</span>
      </h3>
      <div className="row" style={{ gap: 16, alignItems: 'flex-start' }}>
        <StackDiagram title="N" kind="force" color={quantityColor('N')} units={units} parts={of(({ N }) => N)} />
        <StackDiagram title="V" kind="force" color={quantityColor('Vz')} units={units} parts={of(({ V }) => V)} />
        <StackDiagram title="M" kind="moment" color={quantityColor('My')} units={units} parts={of(({ M }) => M)} />
      </div>
    </div>
  );
}
