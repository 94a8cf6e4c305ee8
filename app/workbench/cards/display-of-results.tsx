import { Checkbox, Input, Segmented, Select } from 'antd';
import { useEffect, useState } from 'react';
import { isEnvelope, isOfPanels } from '~core/results';
import { formatValue, unitLabel, unitSize } from '~core/units';
import { useWorkbench } from '../../state/store';
import { Icon } from '../../theme/icons';
import { kindOfQuantity } from '../picture/compose';
import { legendSteps, valueColor } from '~core/picture';
import { QuantityField } from '../fields/quantity-field';

/** How results are drawn: scale, side, colours, which values are written. */
export function ResultDisplay() {
  const drawn = useWorkbench((state) => state.drawn);
  const quantity = useWorkbench((state) => state.quantity);
  const shown = useWorkbench((state) => state.shown);
  const units = useWorkbench((state) => state.model.settings.units);
  const shifted = useWorkbench((state) => Object.keys(state.labelShifts).length);
  const look = useWorkbench((state) => state.look);
  const set = (change: Partial<typeof drawn>) => look({ drawn: { ...drawn, ...change } });
  const kind = kindOfQuantity(quantity);
  const ofPanels = isOfPanels(quantity);
  const moves = kind === 'deflection' && !ofPanels;
  const diagram = !moves && !ofPanels && quantity !== 'reactions' && quantity !== 'utilisation';
  return (
    <section className="card display-card" aria-label="How results are drawn">
      <div className="row">
        <h2 className="title" style={{ flex: 1 }}>
          How results are drawn
        </h2>
        <button
          type="button"
          className="icon-button"
          aria-label="Close how results are drawn"
          onClick={() => look({ resultsOpen: false })}
        >
          <Icon name="close" />
        </button>
      </div>
      <div className="block fields">
        <label htmlFor="result-magnify">Scale</label>
        <Select
          id="result-magnify"
          value={drawn.magnify}
          disabled={moves ? drawn.times !== null : drawn.unitsPerMetre !== null}
          options={[0.2, 0.5, 1, 2, 5, 10].map((value) => ({
            value,
            label: value === 1 ? 'automatic' : `automatic × ${value}`,
          }))}
          onChange={(magnify) => set({ magnify })}
        />
        {moves && (
          <Typed label="times" placeholder="automatic" value={drawn.times} onChange={(times) => set({ times })} />
        )}
        {diagram && (
          <Typed
            label={`${unitLabel(kind, units)} to 1 ${unitLabel('length', units)}`}
            placeholder="automatic"
            value={
              drawn.unitsPerMetre === null
                ? null
                : (drawn.unitsPerMetre * unitSize('length', units)) / unitSize(kind, units)
            }
            onChange={(value) =>
              set({
                unitsPerMetre: value === null ? null : (value * unitSize(kind, units)) / unitSize('length', units),
              })
            }
          />
        )}
        {isEnvelope(shown) && (
          <>
            <span className="field-label">Envelope</span>
            <Segmented<'both' | 'max' | 'min'>
              size="small"
              value={drawn.side}
              options={[
                { value: 'both', label: 'both' },
                { value: 'max', label: 'largest' },
                { value: 'min', label: 'smallest' },
              ]}
              onChange={(side) => set({ side })}
            />
          </>
        )}
        {!ofPanels && (
          <>
            <span className="field-label">Drawn as</span>
            <Segmented<'diagrams' | 'colours'>
              size="small"
              value={drawn.paint}
              options={[
                { value: 'diagrams', label: moves ? 'shape' : 'diagram' },
                { value: 'colours', label: 'colours' },
              ]}
              onChange={(paint) => set({ paint })}
            />
          </>
        )}
      </div>
      <div className="block checks">
        {diagram && (
          <Checkbox checked={drawn.mirrored} onChange={(event) => set({ mirrored: event.target.checked })}>
            {kind === 'moment' && quantity !== 'T' ? 'moments on the compression side' : 'diagrams on the other side'}
          </Checkbox>
        )}
        <Checkbox checked={drawn.mesh} disabled={!ofPanels} onChange={(event) => set({ mesh: event.target.checked })}>
          elements of slabs and walls
        </Checkbox>
        <Checkbox checked={drawn.moved} disabled={!ofPanels} onChange={(event) => set({ moved: event.target.checked })}>
          slabs on their displaced shape
        </Checkbox>
        <Checkbox
          checked={drawn.stations}
          disabled={!diagram}
          onChange={(event) => set({ stations: event.target.checked })}
        >
          values at the quarter points too
        </Checkbox>
      </div>
      <div className="block fields">
        <Typed
          label="no value below, %"
          placeholder="all"
          value={drawn.threshold === 0 ? null : drawn.threshold * 100}
          onChange={(value) => set({ threshold: Math.max(0, Math.min(1, (value ?? 0) / 100)) })}
        />
        {(drawn.paint === 'colours' || ofPanels) && <LegendEnds />}
      </div>
      <p className="field-hint">
        Values can be dragged to a better place in the drawing.
        {shifted > 0 && (
          <>
            {' '}
            <button type="button" className="link" onClick={() => look({ labelShifts: {} })}>
              Put {shifted} back
            </button>
          </>
        )}
      </p>
    </section>
  );
}

/** A plain number that may be left out. */
function Typed({
  label,
  placeholder,
  value,
  onChange,
}: {
  label: string;
  placeholder: string;
  value: number | null;
  onChange: (value: number | null) => void;
}) {
  const shown = value === null ? '' : String(Number(value.toPrecision(6)));
  const [text, setText] = useState(shown);
  useEffect(() => setText(shown), [shown]);
  const read = Number(text.replace(',', '.'));
  const wrong = text.trim() !== '' && !(read > 0);
  const commit = () => {
    if (text.trim() === '') onChange(null);
    else if (!wrong && text !== shown) onChange(read);
  };
  return (
    <>
      <label htmlFor={`typed-${label}`}>{label}</label>
      <div>
        <Input
          id={`typed-${label}`}
          value={text}
          placeholder={placeholder}
          status={wrong ? 'error' : ''}
          onChange={(event) => setText(event.target.value)}
          onBlur={commit}
          onPressEnter={commit}
        />
        {wrong && <div className="field-error">A number above 0, or nothing for {placeholder}.</div>}
      </div>
    </>
  );
}

function LegendEnds() {
  const drawn = useWorkbench((state) => state.drawn);
  const range = useWorkbench((state) => state.legendRange);
  const quantity = useWorkbench((state) => state.quantity);
  const units = useWorkbench((state) => state.model.settings.units);
  const look = useWorkbench((state) => state.look);
  const kind = kindOfQuantity(quantity);
  const [low, high] = range ?? [0, 0];
  const set = (legend: [number, number] | null) => look({ drawn: { ...drawn, legend } });
  return (
    <>
      <QuantityField
        label="Colours from"
        kind={kind}
        units={units}
        value={low}
        onCommit={(value) => set([value, high])}
        onClear={() => set(null)}
        refuse={(value) => (value < high ? undefined : 'It must be below the upper end.')}
      />
      <QuantityField
        label="Colours to"
        kind={kind}
        units={units}
        value={high}
        onCommit={(value) => set([low, value])}
        onClear={() => set(null)}
        refuse={(value) => (value > low ? undefined : 'It must be above the lower end.')}
      />
    </>
  );
}

/** The colours by value with their numbers; clicking it opens where its ends are typed. */
export function ValueLegend({ right }: { right: number }) {
  const stage = useWorkbench((state) => state.stage);
  const range = useWorkbench((state) => state.legendRange);
  const drawn = useWorkbench((state) => state.drawn);
  const quantity = useWorkbench((state) => state.quantity);
  const units = useWorkbench((state) => state.model.settings.units);
  const look = useWorkbench((state) => state.look);
  if (stage !== 'results' || !range || (drawn.paint !== 'colours' && !isOfPanels(quantity))) return null;
  const kind = kindOfQuantity(quantity);
  const at = (step: number) => range[0] + ((range[1] - range[0]) * step) / legendSteps;
  // the step that begins at nought, where one does
  const zero = Array.from({ length: legendSteps }, (_, step) => step).find(
    (step) => step > 0 && Math.abs(at(step)) < 1e-9 * (range[1] - range[0]),
  );
  const crosses = zero !== undefined;
  return (
    <button
      type="button"
      className="card value-legend"
      style={{ right: right + 4 }}
      aria-label={`Colours from ${formatValue(range[0], kind, units)} to ${formatValue(range[1], kind, units)} ${unitLabel(kind, units)}; change`}
      onClick={() => look({ resultsOpen: true })}
    >
      <span className="caption">
        {unitLabel(kind, units)}
        {drawn.legend ? ', typed' : ''}
      </span>
      {Array.from({ length: legendSteps }, (_, i) => legendSteps - 1 - i).map((step) => (
        <span key={step} className="step">
          <i style={{ background: valueColor(step, range) }} />
          <span>
            {step === legendSteps - 1 ? formatValue(at(legendSteps), kind, units) : ''}
            {step === 0
              ? formatValue(at(0), kind, units)
              : crosses
                ? step === zero && step < legendSteps - 1
                  ? '0'
                  : ''
                : step === Math.floor(legendSteps / 2)
                  ? formatValue((range[0] + range[1]) / 2, kind, units)
                  : ''}
          </span>
        </span>
      ))}
    </button>
  );
}
