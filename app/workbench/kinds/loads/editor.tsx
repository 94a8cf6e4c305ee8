import { Button, Segmented } from 'antd';
import { loadWords, spreadOf, targetOf } from '~core/loading';
import { isDirect, isSpread, isPlaced, memberLength, positionTolerance, type Load, type PlacedLoad } from '~core/model';
import { count, formatQuantity, type QuantityKind, positionInOtherUnit } from '~core/units';
import { useWorkbench } from '../../../state/store';
import { Icon } from '../../../theme/icons';
import { QuantityField } from '../../fields/quantity-field';
import { AxesChoice } from '../../fields/axes-choice';

/** One load: read, change, delete. Areas and lines open their form. */
export function LoadEditor({ load, onOpen }: { load: Load; onOpen?: (() => void) | undefined }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const { units } = model.settings;
  const change = (fields: Record<string, unknown>) =>
    commit({ edits: [{ kind: 'change', table: 'loads', changes: [{ id: load.id, fields }] }] });
  const words = loadWords(load, units);
  const vector = (field: string, values: readonly number[], names: string, kind: QuantityKind) =>
    ['x', 'y', 'z'].map((axis, i) => (
      <QuantityField
        key={field + axis}
        label={`${names} ${axis}`}
        kind={kind}
        units={units}
        value={values[i]}
        onCommit={(value) => change({ [field]: values.map((part, k) => (k === i ? value : part)) })}
      />
    ));
  const number = (field: string, label: string, value: number, kind: QuantityKind, size = 1) => (
    <QuantityField
      label={label}
      kind={kind}
      units={units}
      value={value / size}
      onCommit={(next) => change({ [field]: next * size })}
    />
  );
  const fields = () => {
    switch (load.type) {
      case 'node':
        return [...vector('force', load.force, 'F', 'force'), ...vector('moment', load.moment, 'M', 'moment')];
      case 'settlement':
        return [
          ...vector('displacement', load.displacement, 'u', 'deflection'),
          ...vector('rotation', load.rotation, 'φ', 'angle'),
        ];
      case 'temperature':
        return (
          <>
            {number('change', 'Uniform', load.change, 'temperature')}
            {number('differenceY', 'Across y', load.differenceY, 'temperature')}
            {number('differenceZ', 'Across z', load.differenceZ, 'temperature')}
          </>
        );
      case 'strain':
        return (
          <>
            {number('axial', 'Strain, ‰', load.axial, 'number', 1e-3)}
            {number('curvatureY', 'Curvature y, 1/m', load.curvatureY, 'number')}
            {number('curvatureZ', 'Curvature z, 1/m', load.curvatureZ, 'number')}
          </>
        );
      case 'spot':
        return [
          ...vector('at', load.at, 'Place', 'length'),
          ...vector('force', load.force, 'F', 'force'),
          ...vector('moment', load.moment, 'M', 'moment'),
        ];
      case 'panelTemperature':
        return (
          <>
            {number('change', 'Even', load.change, 'temperature')}
            {number('difference', 'Top warmer by', load.difference, 'temperature')}
            {number('strain', 'Strain, ‰', load.strain ?? 0, 'number', 1e-3)}
          </>
        );
      case 'lineSettlement':
        return vector('displacement', load.displacement, 'u', 'deflection');
      default:
        return isPlaced(load) ? <PlacedFields load={load} change={change} /> : null;
    }
  };
  return (
    <div className="block">
      <h3>
        {load.id}{' '}
        <span className="secondary" style={{ fontWeight: 400 }}>
          {isDirect(load)
            ? `${load.type === 'node' ? 'force' : words.kind} on ${'node' in load ? 'node' : 'member'} ${targetOf(load)}, case ${model.cases[load.case].label}`
            : `${targetOf(load, model)}, ${words.value}`}
        </span>
        <button
          type="button"
          className="icon-button"
          style={{ marginLeft: 'auto' }}
          aria-label={`Delete load ${load.id}`}
          onClick={() => commit({ edits: [{ kind: 'remove', table: 'loads', ids: [load.id] }] })}
        >
          <Icon name="trash" />
        </button>
      </h3>
      {isSpread(load) ? <Received load={load} onOpen={onOpen} /> : <div className="fields">{fields()}</div>}
    </div>
  );
}

/** What an area or a line hands to members, with the difference where there is one. */
function Received({
  load,
  onOpen,
}: {
  load: Extract<Load, { type: 'area' | 'line' }>;
  onOpen: (() => void) | undefined;
}) {
  const model = useWorkbench((state) => state.model);
  const select = useWorkbench((state) => state.select);
  const { units } = model.settings;
  const { received, given, taken } = spreadOf(model, load);
  const members = [...new Set(received.map((one) => one.member))];
  const lost = Math.abs(given - taken) > 1e-6 * Math.max(1, Math.abs(given));
  return (
    <>
      <p className={lost ? 'over' : 'secondary'} style={{ margin: '0 0 4px' }}>
        {formatQuantity(given, 'force', units)} given,{' '}
        {lost
          ? `${formatQuantity(taken, 'force', units)} received, ${formatQuantity(given - taken, 'force', units)} lost`
          : 'all of it received'}{' '}
        by {count(members.length, 'member')}.
      </p>
      <div className="row" style={{ gap: 4 }}>
        {onOpen && (
          <Button size="small" onClick={onOpen}>
            Change
          </Button>
        )}
        <Button size="small" disabled={members.length === 0} onClick={() => select({ members })}>
          Select its members
        </Button>
      </div>
    </>
  );
}

function PlacedFields({ load, change }: { load: PlacedLoad; change: (fields: Record<string, unknown>) => boolean }) {
  const model = useWorkbench((state) => state.model);
  const { units } = model.settings;
  const length = memberLength(model, model.members[load.member]);
  const show = (value: number) => formatQuantity(value, 'length', units);
  const beyond = (position: number) =>
    position < 0
      ? 'A position cannot be negative.'
      : position > length + positionTolerance
        ? `${show(position)} is past the end, ${show(length)}.${positionInOtherUnit(position, length, units)}`
        : undefined;
  return (
    <>
      <span className="field-label">Member</span>
      <span>
        {load.member}, {show(length)} long
      </span>
      {load.type === 'trapezoid' ? (
        <>
          <QuantityField
            label="At its start"
            kind="lineLoad"
            units={units}
            value={load.valueFrom}
            onCommit={(valueFrom) => change({ valueFrom })}
          />
          <QuantityField
            label="At its end"
            kind="lineLoad"
            units={units}
            value={load.valueTo}
            onCommit={(valueTo) => change({ valueTo })}
          />
        </>
      ) : (
        <QuantityField
          label="Value"
          kind={load.type === 'point' ? 'force' : load.type === 'moment' ? 'moment' : 'lineLoad'}
          units={units}
          value={load.value}
          onCommit={(value) => change({ value })}
        />
      )}
      <span className="field-label">Axes</span>
      <AxesChoice value={load.axes} onChange={(axes) => change({ axes })} />
      <span className="field-label">Direction</span>
      <Segmented
        aria-label={`Direction of ${load.id}`}
        block
        value={load.direction}
        options={['x', 'y', 'z']}
        onChange={(direction) => change({ direction })}
      />
      {'at' in load ? (
        <QuantityField
          label="At"
          kind="length"
          units={units}
          value={load.at}
          onCommit={(at) => change({ at: Math.min(at, length) })}
          refuse={beyond}
        />
      ) : (
        <>
          <QuantityField
            label="From"
            kind="length"
            units={units}
            value={load.from}
            onCommit={(from) => change({ from })}
            refuse={(position) =>
              beyond(position) ?? (position >= (load.to ?? length) ? 'The start must lie before the end.' : undefined)
            }
          />
          <QuantityField
            label="To"
            kind="length"
            units={units}
            value={load.to ?? undefined}
            placeholder={`the end, ${show(length)}`}
            onCommit={(to) => change({ to })}
            onClear={() => change({ to: null })}
            refuse={(position) =>
              beyond(position) ?? (position <= load.from ? 'The end must lie beyond the start.' : undefined)
            }
          />
        </>
      )}
      {'projected' in load && load.projected && (
        <p className="field-hint" style={{ gridColumn: '1 / -1' }}>
          per metre of the projection
        </p>
      )}
    </>
  );
}
