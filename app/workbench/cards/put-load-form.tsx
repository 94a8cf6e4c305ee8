import { Button, Checkbox, Input, Segmented, Select } from 'antd';
import { useId, useState } from 'react';
import { equalPlaces, parsePlace, putOnMembers, putOnNodes, type MemberPut, type Place, type Put } from '~core/loading';
import { memberLength, type Act, type LoadCase, type Model } from '~core/model';
import { count, formatQuantity, type QuantityKind } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { FormFields, useFormOfValues } from '../fields/form-of-values';
import { QuantityField } from '../fields/quantity-field';
import { AxesChoice } from '../fields/axes-choice';

type Direction = 'x' | 'y' | 'z';

const kindNames = {
  uniform: 'uniform',
  trapezoid: 'trapezoidal',
  point: 'point',
  moment: 'moment',
  temperature: 'temperature',
  strain: 'initial strain',
  node: 'force at nodes',
  settlement: 'settlement',
} as const;
type Kind = keyof typeof kindNames;

/** Puts a load on everything that is selected, in the case that is shown, in one revision. */
export function PutLoadForm({ loadCase }: { loadCase: LoadCase }) {
  const members = useWorkbench((state) => state.selection.members);
  const nodes = useWorkbench((state) => state.selection.nodes);
  const kinds: Kind[] = [
    ...(members.length > 0 ? (['uniform', 'trapezoid', 'point', 'moment', 'temperature', 'strain'] as const) : []),
    ...(nodes.length > 0 ? (['node', 'settlement'] as const) : []),
  ];
  const [kind, setKind] = useState<Kind>(kinds[0]);
  const active = kinds.includes(kind) ? kind : kinds[0];
  const id = useId();
  return (
    <div className="block">
      <h3>
        <label htmlFor={id}>Put a load</label> <span className="caption">into case {loadCase.label}</span>
      </h3>
      <Select
        id={id}
        value={active}
        options={kinds.map((value) => ({ value, label: kindNames[value] }))}
        onChange={setKind}
        style={{ width: '100%', marginBottom: 8 }}
      />
      {active === 'node' || active === 'settlement' ? (
        <NodeFields key={active} loadCase={loadCase} ids={nodes} kind={active} />
      ) : (
        <MemberFields key={active} loadCase={loadCase} ids={members} kind={active} />
      )}
    </div>
  );
}

/**
 * The button that puts what was planned: not while a field cannot be read, and not the same twice before something changed.
 * @param on what it is put on, in words
 */
function PutButton({
  planned,
  unread,
  begun,
  on,
}: {
  planned: Put;
  unread: string | undefined;
  begun: boolean;
  on: string;
}) {
  const api = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const [done, setDone] = useState<{ model: Model; loads: string }>();
  const loads = planned.ok ? contentOf(planned.act) : '';
  const same = done !== undefined && done.model === model && done.loads === loads;
  const problem =
    unread !== undefined ? `A field cannot be read. ${unread}` : !planned.ok && begun ? planned.error : undefined;
  const put = () => {
    if (planned.ok && api.getState().commit(planned.act)) setDone({ model: api.getState().model, loads });
  };
  return (
    <>
      {problem !== undefined && (
        <p className="field-error" role="status">
          {problem}
        </p>
      )}
      <Button
        type="primary"
        style={{ marginTop: 8 }}
        disabled={!planned.ok || unread !== undefined || same}
        onClick={put}
      >
        Put on {on}
      </Button>
      {same && (
        <p className="field-hint" role="status">
          Put on {on}. Change the value or the selection to put another.
        </p>
      )}
    </>
  );
}

/** What an act puts, without the numbers its loads get. */
const contentOf = (act: Act): string =>
  JSON.stringify(act.edits, (key, value: unknown) => (key === 'id' ? undefined : value));

function MemberFields({
  loadCase,
  ids,
  kind,
}: {
  loadCase: LoadCase;
  ids: readonly string[];
  kind: Exclude<Kind, 'node' | 'settlement'>;
}) {
  const model = useWorkbench((state) => state.model);
  const { units } = model.settings;
  const [axes, setAxes] = useState<'global' | 'local'>('global');
  const [direction, setDirection] = useState<Direction>('z');
  const [projected, setProjected] = useState(false);
  const [values, setValues] = useState<readonly (number | undefined)[]>([]);
  const [texts, setTexts] = useState<readonly string[]>(['', '']);
  const [layout, setLayout] = useState<'places' | 'equal'>('places');
  const [number, setNumber] = useState('2');
  const { fields: form, unread: unreadField } = useFormOfValues();
  const lengths = ids.map((id) => memberLength(model, model.members[id]));
  const [shortest, longest] = [Math.min(...lengths), Math.max(...lengths)];
  const show = (value: number) => formatQuantity(value, 'length', units);
  const set = (i: number, value: number | undefined) =>
    setValues((before) => Array.from({ length: 3 }, (_, k) => (k === i ? value : before[k])));
  const value = (i: number) => values[i] ?? 0;
  const placed = kind === 'point' || kind === 'moment';
  const read = (text: string): Place | undefined => {
    const parsed = text.trim() === '' ? undefined : parsePlace(text, units);
    return parsed?.ok ? parsed.value : undefined;
  };
  const places = (): Place[] => {
    if (layout === 'equal') return equalPlaces(Math.max(0, Math.min(50, Math.round(Number(number)) || 0)));
    if (texts[0].trim() === '') return [{ kind: 'share', value: 0.5 }];
    return texts[0]
      .split(/[,;]/)
      .map(read)
      .filter((place): place is Place => place !== undefined);
  };
  const spec = (): MemberPut => {
    const ends = {
      ...(read(texts[0]) ? { from: read(texts[0])! } : {}),
      ...(read(texts[1]) ? { to: read(texts[1])! } : {}),
    };
    switch (kind) {
      case 'uniform':
        return { kind, axes, direction, projected, value: value(0), ...ends };
      case 'trapezoid':
        return { kind, axes, direction, projected, valueFrom: value(0), valueTo: value(1), ...ends };
      case 'point':
      case 'moment':
        return { kind, axes, direction, value: value(0), places: places() };
      case 'temperature':
        return { kind, change: value(0), differenceY: value(1), differenceZ: value(2) };
      case 'strain':
        return { kind, axial: value(0) / 1000, curvatureY: value(1), curvatureZ: value(2) };
    }
  };
  // a position that cannot be read must not pass for the start or the end
  const unread = (
    layout === 'equal' && placed
      ? []
      : placed
        ? texts[0].split(/[,;]/)
        : kind === 'uniform' || kind === 'trapezoid'
          ? texts
          : []
  )
    .map((text) => (text.trim() === '' ? undefined : parsePlace(text, units)))
    .find((one) => one && !one.ok);
  const planned: Put =
    unread && !unread.ok ? { ok: false, error: unread.error } : putOnMembers(model, loadCase.id, ids, spec());
  const field = (i: number, label: string, quantity: QuantityKind, placeholder = '') => (
    <QuantityField
      label={label}
      kind={quantity}
      units={units}
      value={values[i]}
      placeholder={placeholder}
      onCommit={(next) => set(i, next)}
      onClear={() => set(i, undefined)}
    />
  );
  const downward = axes === 'global' && direction === 'z' ? 'negative acts downward' : '';
  return (
    <>
      <p className="secondary" style={{ marginBottom: 6 }}>
        {ids.length === 1
          ? `${ids[0]} is ${show(shortest)} long.`
          : longest - shortest < 5e-3
            ? `All ${show(shortest)} long.`
            : `${show(shortest)} to ${show(longest)} long.`}
      </p>
      <FormFields value={form}>
        <div className="fields">
          {kind !== 'temperature' && kind !== 'strain' && (
            <>
              <span className="field-label">Axes</span>
              <AxesChoice value={axes} onChange={setAxes} />
              <span className="field-label">Direction</span>
              <Segmented
                aria-label="Direction"
                block
                value={direction}
                options={['x', 'y', 'z']}
                onChange={setDirection}
              />
            </>
          )}
          {kind === 'uniform' && field(0, 'Value', 'lineLoad', downward)}
          {kind === 'trapezoid' && (
            <>
              {field(0, 'At its start', 'lineLoad', downward)}
              {field(1, 'At its end', 'lineLoad', downward)}
            </>
          )}
          {placed && field(0, 'Value', kind === 'point' ? 'force' : 'moment', kind === 'point' ? downward : '')}
          {kind === 'temperature' && (
            <>
              {field(0, 'Uniform', 'temperature', 'warmer positive')}
              {field(1, 'Across y', 'temperature', 'warmer on +y')}
              {field(2, 'Across z', 'temperature', 'warmer on +z')}
            </>
          )}
          {kind === 'strain' && (
            <>
              {field(0, 'Strain, ‰', 'number', 'longer positive')}
              {field(1, 'Curvature y, 1/m', 'number', 'in x–z')}
              {field(2, 'Curvature z, 1/m', 'number', 'in x–y')}
            </>
          )}
          {placed && (
            <>
              <span className="field-label">Places</span>
              <Segmented
                aria-label="Places"
                block
                value={layout}
                options={[
                  { value: 'places', label: 'listed' },
                  { value: 'equal', label: 'n equal parts' },
                ]}
                onChange={setLayout}
              />
            </>
          )}
          {placed && layout === 'equal' ? (
            <CountField label="Loads a member" value={number} onChange={setNumber} />
          ) : (
            (placed || kind === 'uniform' || kind === 'trapezoid') && (
              <PlaceField
                label={placed ? 'At' : 'From'}
                value={texts[0]}
                length={shortest}
                several={placed}
                placeholder={placed ? 'the middle' : 'the start'}
                onChange={(text) => setTexts([text, texts[1]])}
              />
            )
          )}
          {(kind === 'uniform' || kind === 'trapezoid') && (
            <>
              <PlaceField
                label="To"
                value={texts[1]}
                length={shortest}
                several={false}
                placeholder="the end"
                onChange={(text) => setTexts([texts[0], text])}
              />
              {axes === 'global' && (
                <div style={{ gridColumn: '1 / -1' }}>
                  <Checkbox checked={projected} onChange={(event) => setProjected(event.target.checked)}>
                    per metre of the projection square to {direction}
                  </Checkbox>
                </div>
              )}
            </>
          )}
        </div>
      </FormFields>
      <PutButton
        planned={planned}
        unread={unreadField}
        begun={values.some((one) => one !== undefined)}
        on={count(ids.length, 'member')}
      />
    </>
  );
}

function CountField({ label, value, onChange }: { label: string; value: string; onChange: (value: string) => void }) {
  const id = useId();
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <div>
        <Input id={id} inputMode="numeric" value={value} onChange={(event) => onChange(event.target.value)} />
        <div className="field-hint">2: at thirds, 3: at quarters …</div>
      </div>
    </>
  );
}

/** A position as a length or a share of the member, explained and checked as it is typed. */
function PlaceField({
  label,
  value,
  length,
  several,
  placeholder,
  onChange,
}: {
  label: string;
  value: string;
  length: number;
  several: boolean;
  placeholder: string;
  onChange: (text: string) => void;
}) {
  const units = useWorkbench((state) => state.model.settings.units);
  const id = useId();
  const parts = value.trim() === '' ? [] : several ? value.split(/[,;]/) : [value];
  const read = parts.map((part) => parsePlace(part, units));
  const wrong = read.find((one) => !one.ok);
  const metres = read.flatMap((one) =>
    one.ok ? [one.value.kind === 'share' ? one.value.value * length : one.value.value] : [],
  );
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <div>
        <Input
          id={id}
          value={value}
          placeholder={placeholder}
          status={wrong ? 'error' : undefined}
          aria-invalid={wrong !== undefined}
          onChange={(event) => onChange(event.target.value)}
        />
        {wrong && !wrong.ok ? (
          <div className="field-error" role="alert">
            {wrong.error}
          </div>
        ) : (
          <div className="field-hint">
            {metres.length > 0
              ? `= ${metres.map((one) => formatQuantity(one, 'length', units)).join(', ')} of ${formatQuantity(length, 'length', units)}`
              : `1.2, 40 % or L/3${several ? '; several with commas' : ''}`}
          </div>
        )}
      </div>
    </>
  );
}

function NodeFields({
  loadCase,
  ids,
  kind,
}: {
  loadCase: LoadCase;
  ids: readonly string[];
  kind: 'node' | 'settlement';
}) {
  const model = useWorkbench((state) => state.model);
  const { units } = model.settings;
  const [parts, setParts] = useState<(number | undefined)[]>(Array.from({ length: 6 }));
  const { fields: form, unread } = useFormOfValues();
  const six = parts.map((part) => part ?? 0);
  const [first, second] = [
    [six[0], six[1], six[2]],
    [six[3], six[4], six[5]],
  ] as const;
  const planned = putOnNodes(
    model,
    loadCase.id,
    ids,
    kind === 'node' ? { kind, force: first, moment: second } : { kind, displacement: first, rotation: second },
  );
  const labels =
    kind === 'node' ? ['F x', 'F y', 'F z', 'M x', 'M y', 'M z'] : ['u x', 'u y', 'u z', 'φ x', 'φ y', 'φ z'];
  return (
    <>
      <FormFields value={form}>
        <div className="fields">
          {labels.map((label, i) => (
            <QuantityField
              key={label}
              label={label}
              kind={kind === 'node' ? (i < 3 ? 'force' : 'moment') : i < 3 ? 'deflection' : 'angle'}
              units={units}
              value={parts[i]}
              placeholder="0"
              onCommit={(value) => setParts(parts.map((part, k) => (k === i ? value : part)))}
              onClear={() => setParts(parts.map((part, k) => (k === i ? undefined : part)))}
            />
          ))}
        </div>
      </FormFields>
      <PutButton
        planned={planned}
        unread={unread}
        begun={parts.some((part) => part !== undefined)}
        on={count(ids.length, 'node')}
      />
    </>
  );
}
