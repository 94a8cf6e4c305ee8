import { Button, InputNumber, Select } from 'antd';
import { useMemo, useState } from 'react';
import { reinforcingBars } from '~core/catalog';
import { barSchedule, type LineBars } from '~core/checks';
import {
  addedOnLine,
  carries,
  layAlong,
  zonesOnLine,
  type BarsOnLine,
  type DesignLine,
  type ZoneOnLine,
} from '~core/lines';
import { count as counted, formatQuantity, unitLabel } from '~core/units';
import { selectionOf } from '../../state/selection';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { acceptBars } from '../acts/accept-bars';
import { layOutBars } from '../acts/lay-out-bars';
import { fileName, saveTables } from '../acts/save-tables';
import { usePart } from '../fields/part';
import { QuantityField } from '../fields/quantity-field';
import { BarElevation } from '../pieces/bar-elevation';
import { BarSection } from '../pieces/bar-section';
import { ResultTableView } from '../pieces/result-table-view';
import { capital } from '../words/capital';
import { useLineBars } from '../pieces/use-line-bars';

/** Ends of bars snap to multiples of this, m. */
const grids = { us: 0.0762, si: 0.05 } as const;

/** The bars of a beam of concrete over all of its spans: drawn from the side, laid out, added and cut by hand, and their schedule. */
export function BarsBlock({ line }: { line: DesignLine }) {
  const model = useWorkbench((state) => state.model);
  const member = line.pieces[0].member;
  const isConcrete = line.pieces.some(({ member: id }) => {
    const { material } = model.members[id];
    return material !== null && model.materials[material].kind === 'concrete';
  });
  const bars = useLineBars(member);
  const part = usePart<HTMLDivElement>('bars');
  if (!isConcrete) return null;
  return (
    <div className="block" ref={part}>
      <h3>Bars</h3>
      {bars ? (
        <Bars line={line} bars={bars} />
      ) : (
        <p className="secondary">
          Its bars are shown as soon as it is checked: it needs a section, a material, strength combinations and a code
          that checks beams of this kind.
        </p>
      )}
    </div>
  );
}

function Bars({ line, bars }: { line: DesignLine; bars: LineBars }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const look = useWorkbench((state) => state.look);
  const workbench = useWorkbenchApi();
  const [isLaying, setIsLaying] = useState(false);
  const [cut, setCut] = useState(() => (line.spans[0] ? (line.spans[0].from + line.spans[0].to) / 2 : line.length / 2));
  const { units } = model.settings;
  const grid = grids[units];
  const added = useMemo(() => addedOnLine(model, line), [model, line]);
  const zones = useMemo(() => zonesOnLine(model, line), [model, line]);
  const members = line.pieces.map(({ member }) => member);
  const isOpen = members.some((id) => {
    const { reinforcement: own } = model.members[id];
    return !own?.top || !own.bottom || !own.stirrups;
  });
  const lay = (
    laid: { put?: readonly Omit<BarsOnLine, 'parts'>[]; instead?: BarsOnLine['parts'] },
    zoned: { put?: readonly Omit<ZoneOnLine, 'parts'>[]; instead?: ZoneOnLine['parts'] },
    sentence: string,
  ) => {
    const edits = layAlong(
      model,
      line,
      { put: laid.put ?? [], instead: laid.instead ?? [] },
      { put: zoned.put ?? [], instead: zoned.instead ?? [] },
    );
    if (edits.length > 0) commit({ edits, sentence });
  };
  const changeBars = (index: number, change: Partial<BarsOnLine>) => {
    const { parts, ...rest } = added[index];
    lay({ put: [{ ...rest, ...change }], instead: parts }, {}, `Changed bars of ${line.name}`);
  };
  const changeZone = (index: number, change: Partial<ZoneOnLine>) => {
    const { parts, ...rest } = zones[index];
    lay({}, { put: [{ ...rest, ...change }], instead: parts }, `Changed stirrups of ${line.name}`);
  };
  return (
    <>
      <div className="row" style={{ flexWrap: 'wrap', marginBottom: 6 }}>
        <Button
          loading={isLaying}
          onClick={() => {
            setIsLaying(true);
            void layOutBars(workbench, members).finally(() => setIsLaying(false));
          }}
        >
          Lay out its bars
        </Button>
        {isOpen && <Button onClick={() => void acceptBars(workbench, members)}>Accept what is proposed</Button>}
        <Button onClick={() => look({ stage: 'checks', selection: selectionOf({ members }), panel: null })}>
          Bars all along
        </Button>
      </div>
      <p className="caption" style={{ marginTop: 0 }}>
        {isOpen
          ? 'Some of its bars are only proposed, the same all along. Laying out puts bars over supports and in spans as moments ask, the same on both sides of a support, and takes them over.'
          : added.length + zones.length > 0
            ? 'Round ends are dragged, or moved by the arrow keys; the checks follow.'
            : 'The same bars lie all along. Others are added below, or laid out as moments ask.'}
      </p>
      <BarElevation
        line={line}
        bars={bars}
        added={added}
        zones={zones}
        units={units}
        grid={grid}
        cut={cut}
        onCut={setCut}
        onBars={(index, from, to) => changeBars(index, { from, to })}
        onZone={(index, from, to) => changeZone(index, { from, to })}
      />
      <p className="caption" style={{ margin: '0 0 8px' }}>
        Lengths are to scale, depths are not. Against bars that end moments count{' '}
        {formatQuantity(bars.shift, 'length', units, 2)} aside of where they are. The mark at the top is where the beam
        is cut below: drag it, or move it by the arrow keys.
      </p>
      <BarSection line={line} bars={bars} at={cut} units={units} />
      <AddedTable
        line={line}
        bars={bars}
        added={added}
        change={changeBars}
        remove={(index) => lay({ instead: added[index].parts }, {}, `Removed bars of ${line.name}`)}
        add={(one) => lay({ put: [one] }, {}, `Added bars to ${line.name}`)}
      />
      <ZoneTable
        line={line}
        bars={bars}
        zones={zones}
        change={changeZone}
        remove={(index) => lay({}, { instead: zones[index].parts }, `Removed a zone of stirrups of ${line.name}`)}
        add={(one) => lay({}, { put: [one] }, `Added a zone of stirrups to ${line.name}`)}
      />
      <Schedule line={line} bars={bars} />
    </>
  );
}

const barOptions = reinforcingBars.map(({ name }) => ({ value: name, label: name }));

/** Bars beside those all along, with their places typed. */
function AddedTable({
  line,
  bars,
  added,
  change,
  remove,
  add,
}: {
  line: DesignLine;
  bars: LineBars;
  added: readonly BarsOnLine[];
  change: (index: number, change: Partial<BarsOnLine>) => void;
  remove: (index: number) => void;
  add: (one: Omit<BarsOnLine, 'parts'>) => void;
}) {
  const units = useWorkbench((state) => state.model.settings.units);
  const places = placesToAdd(line);
  const snap = (at: number) => Math.round(at / grids[units]) * grids[units];
  const sizeOf = (face: 'top' | 'bottom') =>
    bars.bars.find((one) => one.face === face)?.bar ?? (units === 'us' ? '#6' : 'D20');
  return (
    <>
      <h4>Bars beside those all along</h4>
      {added.length > 0 && (
        <table className="plain-table">
          <thead>
            <tr>
              <th>Face</th>
              <th>Number</th>
              <th>Size</th>
              <th>from, {unitLabel('length', units)}</th>
              <th>to, {unitLabel('length', units)}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {added.map(({ face, bar, count, from, to }, index) => (
              <tr key={index}>
                <td>{face}</td>
                <td>
                  <InputNumber
                    size="small"
                    aria-label={`Number of bars ${index + 1}`}
                    min={1}
                    max={40}
                    value={count}
                    style={{ width: 58 }}
                    onChange={(value) => value !== null && change(index, { count: value })}
                  />
                </td>
                <td>
                  <Select
                    size="small"
                    aria-label={`Size of bars ${index + 1}`}
                    value={bar}
                    options={barOptions}
                    style={{ width: 70 }}
                    onChange={(value) => change(index, { bar: value })}
                  />
                </td>
                <PlaceFields
                  names={[`Start of bars ${index + 1}`, `End of bars ${index + 1}`]}
                  from={from}
                  to={to}
                  length={line.length}
                  change={(place) => change(index, place)}
                />
                <td>
                  <Button size="small" type="text" onClick={() => remove(index)}>
                    remove
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Select<string>
        aria-label="Add bars"
        size="small"
        style={{ width: 220, marginTop: 4 }}
        placeholder="Add bars …"
        value={null}
        options={places.map(({ words }) => ({ value: words, label: capital(words) }))}
        onChange={(words) => {
          const { face, from, to } = places.find((one) => one.words === words)!;
          add({ face, bar: sizeOf(face), count: 2, from: snap(from), to: snap(to) });
        }}
      />
    </>
  );
}

/** Where something begins and ends along a line, typed. */
function PlaceFields({
  names,
  from,
  to,
  length,
  change,
}: {
  names: readonly [string, string];
  from: number;
  to: number;
  length: number;
  change: (place: { from?: number; to?: number }) => void;
}) {
  const units = useWorkbench((state) => state.model.settings.units);
  const field = (label: string, end: 'from' | 'to') => (
    <td>
      <QuantityField
        hideLabel
        label={label}
        kind="length"
        units={units}
        value={end === 'from' ? from : to}
        onCommit={(value) => change({ [end]: value })}
        refuse={(value) => (end === 'from' ? within(value, 0, to) : within(value, from, length))}
      />
    </td>
  );
  return (
    <>
      {field(names[0], 'from')}
      {field(names[1], 'to')}
    </>
  );
}

function within(value: number, least: number, most: number): string | undefined {
  return value < least - 1e-6 || value > most + 1e-6 || Math.abs(most - least) < 1e-6
    ? 'Bars begin before they end, and lie on the line.'
    : undefined;
}

/** Where bars are added as a rule: at the top over supports, at the bottom in spans; to a quarter of the spans, and over the middle 70%. */
function placesToAdd({ supports, spans }: DesignLine): {
  words: string;
  face: 'top' | 'bottom';
  from: number;
  to: number;
}[] {
  const over = supports.filter(carries).map(({ node, at }) => {
    const before = spans.find(({ to }) => Math.abs(to - at) < 1e-6);
    const after = spans.find(({ from }) => Math.abs(from - at) < 1e-6);
    return {
      words: `top, over ${node}`,
      face: 'top' as const,
      from: before ? at - (before.to - before.from) / 4 : at,
      to: after ? at + (after.to - after.from) / 4 : at,
    };
  });
  const inSpans = spans.map(({ from, to }, i) => ({
    words: `bottom, in span ${i + 1}`,
    face: 'bottom' as const,
    from: from + 0.15 * (to - from),
    to: to - 0.15 * (to - from),
  }));
  return [...over, ...inSpans];
}

/** Zones in which stirrups lie otherwise, with their places typed. */
function ZoneTable({
  line,
  bars,
  zones,
  change,
  remove,
  add,
}: {
  line: DesignLine;
  bars: LineBars;
  zones: readonly ZoneOnLine[];
  change: (index: number, change: Partial<ZoneOnLine>) => void;
  remove: (index: number) => void;
  add: (one: Omit<ZoneOnLine, 'parts'>) => void;
}) {
  const units = useWorkbench((state) => state.model.settings.units);
  const grid = grids[units];
  const places = line.spans.flatMap(({ start, end, from, to, clearFrom, clearTo }) => {
    const quarter = (to - from) / 4;
    return [
      ...(start === undefined ? [] : [{ words: `after ${start}`, from, to: clearFrom + quarter }]),
      ...(end === undefined ? [] : [{ words: `before ${end}`, from: clearTo - quarter, to }]),
    ];
  });
  const first = bars.stirrups.at(0);
  return (
    <>
      <h4>Zones of stirrups</h4>
      {zones.length > 0 && (
        <table className="plain-table">
          <thead>
            <tr>
              <th>Legs</th>
              <th>Spacing, {unitLabel('sectionLength', units)}</th>
              <th>from, {unitLabel('length', units)}</th>
              <th>to, {unitLabel('length', units)}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {zones.map(({ legs, spacing, from, to }, index) => (
              <tr key={index}>
                <td>
                  <InputNumber
                    size="small"
                    aria-label={`Legs of zone ${index + 1}`}
                    min={2}
                    max={12}
                    value={legs}
                    style={{ width: 58 }}
                    onChange={(value) => value !== null && change(index, { legs: value })}
                  />
                </td>
                <td>
                  <QuantityField
                    hideLabel
                    label={`Spacing of zone ${index + 1}`}
                    kind="sectionLength"
                    units={units}
                    value={spacing}
                    onCommit={(value) => change(index, { spacing: value })}
                    refuse={(value) => (value > 0 ? undefined : 'This must be above zero.')}
                  />
                </td>
                <PlaceFields
                  names={[`Zone ${index + 1} from`, `Zone ${index + 1} to`]}
                  from={from}
                  to={to}
                  length={line.length}
                  change={(place) => change(index, place)}
                />
                <td>
                  <Button size="small" type="text" onClick={() => remove(index)}>
                    remove
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Select<string>
        aria-label="Add a zone of stirrups"
        size="small"
        style={{ width: 220, marginTop: 4 }}
        placeholder="Add a zone of stirrups …"
        value={null}
        options={places.map(({ words }) => ({ value: words, label: capital(words) }))}
        onChange={(words) => {
          const { from, to } = places.find((one) => one.words === words)!;
          const spacing = (first?.spacing ?? 2 * grid) / 2;
          add({
            legs: first?.legs ?? 2,
            spacing: Math.max(grid, Math.floor(spacing / 0.025) * 0.025),
            from: Math.round(from / grid) * grid,
            to: Math.round(to / grid) * grid,
          });
        }}
      />
    </>
  );
}

/** Marks, lengths and weights, to be taken along. */
function Schedule({ line, bars }: { line: DesignLine; bars: LineBars }) {
  const model = useWorkbench((state) => state.model);
  const notify = useWorkbench((state) => state.notify);
  const { units } = model.settings;
  const table = useMemo(() => barSchedule(line.name, bars, units), [line, bars, units]);
  const save = (format: 'csv' | 'xlsx') =>
    void saveTables(format, [table], units, fileName(table.title)).catch((error: unknown) =>
      notify(error instanceof Error ? error.message : String(error), 'error'),
    );
  const weight = table.rows[table.rows.length - 1].cells[8] as number;
  return (
    <>
      <h4>
        Schedule{' '}
        <span className="caption">
          {counted(table.rows.length - 1, 'mark')}, {formatQuantity(weight, 'force', units, 2)}
        </span>
      </h4>
      <ResultTableView table={table} />
      <p className="caption">{table.note}</p>
      <div className="row">
        <Button size="small" onClick={() => save('xlsx')}>
          Schedule as XLSX
        </Button>
        <Button size="small" onClick={() => save('csv')}>
          Schedule as CSV
        </Button>
      </div>
    </>
  );
}
