import { Button, Checkbox, Segmented, Select } from 'antd';
import { useMemo, useRef } from 'react';
import { accelerationUnits, readRecordCsv } from '~core/exchange';
import { inOrder, storeysUpward, type Analysis, type ModalAnalysis, type SpectrumShape } from '~core/model';
import { centresOfMass } from '~core/results';
import { formatNumber, formatValue } from '~core/units';
import { useWorkbench } from '../../../state/store';
import { QuantityField } from '../../fields/quantity-field';

/** The settings of one analysis, folded; every change is an edit. */
export function AnalysisEditor({ analysis }: { analysis: Analysis }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const change = (fields: Record<string, unknown>) =>
    commit({ edits: [{ kind: 'change', table: 'analyses', changes: [{ id: analysis.id, fields }] }] });
  const numberField = (
    label: string,
    value: number | undefined,
    onCommit: (value: number) => void,
    placeholder?: string,
    onClear?: () => void,
  ) => (
    <QuantityField
      key={label}
      label={label}
      kind="number"
      units={model.settings.units}
      value={value}
      placeholder={placeholder}
      onCommit={onCommit}
      onClear={onClear}
    />
  );
  const cases = (list: readonly { case: string; factor: number }[]) =>
    list
      .map(({ case: id, factor }) => `${factor === 1 ? '' : `${formatNumber(factor, 2)} `}${model.cases[id].label}`)
      .join(' + ') || 'none';
  const caseChoice = (
    field: 'masses' | 'factors',
    list: readonly { case: string; factor: number }[],
    label: string,
  ) => (
    <>
      <label htmlFor={`${analysis.id}-${field}`}>{label}</label>
      <Select
        id={`${analysis.id}-${field}`}
        mode="multiple"
        maxTagCount={3}
        value={list.map((one) => one.case)}
        options={inOrder(model.cases).map((one) => ({ value: one.id, label: one.label, title: one.name }))}
        onChange={(ids: string[]) =>
          change({ [field]: ids.map((id) => list.find((one) => one.case === id) ?? { case: id, factor: 1 }) })
        }
      />
      {list.map((one) => (
        <QuantityField
          key={one.case}
          label={`× ${model.cases[one.case].label}`}
          kind="number"
          units={model.settings.units}
          value={one.factor}
          onCommit={(factor) =>
            change({ [field]: list.map((other) => (other.case === one.case ? { ...other, factor } : other)) })
          }
          refuse={
            field === 'masses'
              ? (factor) => (factor >= 0 ? undefined : 'A share of a mass is not below zero.')
              : undefined
          }
        />
      ))}
    </>
  );
  const sets = inOrder(model.stiffnessSets);
  const stiffness = (value: string | undefined) =>
    sets.length > 0 && (
      <>
        <label htmlFor={`${analysis.id}-stiffness`}>Stiffness</label>
        <Select
          id={`${analysis.id}-stiffness`}
          value={value ?? 'full'}
          options={[{ value: 'full', label: 'full' }, ...sets.map((set) => ({ value: set.id, label: set.label }))]}
          onChange={(id) => change({ stiffnessSet: id === 'full' ? null : id })}
        />
      </>
    );
  switch (analysis.type) {
    case 'modal':
      return (
        <details>
          <summary className="caption">
            masses of {cases(analysis.masses)},{' '}
            {analysis.count === null ? '90% participation' : `${analysis.count} modes`}, {analysis.massMatrix}
          </summary>
          <div className="fields">
            {caseChoice('masses', analysis.masses, 'Masses')}
            {numberField(
              'Modes',
              analysis.count ?? undefined,
              (value) => change({ count: Math.round(value) }),
              'to 90% of the mass',
              () => change({ count: null }),
            )}
            <span className="field-label">Mass</span>
            <Segmented
              aria-label="Mass matrix"
              block
              size="small"
              value={analysis.massMatrix}
              options={['lumped', 'consistent']}
              onChange={(massMatrix) => change({ massMatrix })}
            />
            <span />
            <Checkbox
              checked={analysis.verticalMass}
              onChange={(event) => change({ verticalMass: event.target.checked })}
            >
              masses act vertically too
            </Checkbox>
            {stiffness(analysis.stiffnessSet)}
          </div>
          <StoreyWeights analysis={analysis} onChange={(storeyWeights) => change({ storeyWeights })} />
        </details>
      );
    case 'buckling':
      return (
        <details>
          <summary className="caption">
            under {cases(analysis.factors)}, first {analysis.count}
          </summary>
          <div className="fields">
            {caseChoice('factors', analysis.factors, 'Load')}
            {numberField('Modes', analysis.count, (value) => change({ count: Math.round(value) }))}
            {stiffness(analysis.stiffnessSet)}
          </div>
        </details>
      );
    case 'spectrum': {
      const { shape } = analysis;
      const set = (fields: object) => change({ shape: { ...shape, ...fields } });
      return (
        <details>
          <summary className="caption">
            {shapeWords(shape)}, {analysis.modeRule.toUpperCase()}, {analysis.directionRule}, on{' '}
            {model.analyses[analysis.modal].label}
          </summary>
          <div className="fields">
            <label htmlFor={`${analysis.id}-shape`}>Spectrum</label>
            <Select
              id={`${analysis.id}-shape`}
              value={shape.type}
              options={[
                { value: 'asce7', label: 'ASCE 7-22' },
                { value: 'en1998', label: 'EN 1998-1' },
                { value: 'typed', label: 'typed' },
              ]}
              onChange={(type: SpectrumShape['type']) => change({ shape: starting[type] })}
            />
            {shape.type === 'asce7' && (
              <>
                {numberField('S_DS, g', shape.sds, (sds) => set({ sds }))}
                {numberField('S_D1, g', shape.sd1, (sd1) => set({ sd1 }))}
                {numberField('T_L, s', shape.longPeriod, (longPeriod) => set({ longPeriod }))}
                {numberField('R', shape.responseModification, (responseModification) => set({ responseModification }))}
                {numberField('I_e', shape.importance, (importance) => set({ importance }))}
              </>
            )}
            {shape.type === 'en1998' && (
              <>
                {numberField('a_gR, m/s²', shape.agR, (agR) => set({ agR }))}
                {numberField('γ_I', shape.importance, (importance) => set({ importance }))}
                {numberField('q', shape.behaviourFactor, (behaviourFactor) => set({ behaviourFactor }))}
                <span className="field-label">Ground</span>
                <Segmented
                  aria-label="Ground"
                  block
                  value={shape.ground}
                  options={['A', 'B', 'C', 'D', 'E']}
                  onChange={(ground) => set({ ground })}
                />
                <span className="field-label">Type</span>
                <Segmented
                  aria-label="Type of spectrum"
                  block
                  value={shape.spectrumType}
                  options={['1', '2']}
                  onChange={(spectrumType) => set({ spectrumType })}
                />
              </>
            )}
            {shape.type === 'typed' && (
              <TypedPoints points={shape.points} onChange={(points) => change({ shape: { type: 'typed', points } })} />
            )}
            {numberField('Damping', analysis.damping, (damping) => change({ damping }))}
            <span className="field-label">Modes</span>
            <Segmented
              aria-label="Combination of modes"
              block
              value={analysis.modeRule}
              options={[
                { value: 'cqc', label: 'CQC' },
                { value: 'srss', label: 'SRSS' },
              ]}
              onChange={(modeRule) => change({ modeRule })}
            />
            <span className="field-label">Directions</span>
            <Segmented
              aria-label="Combination of directions"
              block
              value={analysis.directionRule}
              options={[
                { value: '100/30', label: '100/30' },
                { value: 'srss', label: 'SRSS' },
              ]}
              onChange={(directionRule) => change({ directionRule })}
            />
            {numberField('Eccentricity', analysis.eccentricity, (eccentricity) => change({ eccentricity }))}
            <QuantityField
              label="Least base shear"
              kind="force"
              units={model.settings.units}
              value={analysis.leastBaseShear}
              placeholder="none"
              onCommit={(leastBaseShear) => change({ leastBaseShear })}
              onClear={() => change({ leastBaseShear: null })}
            />
          </div>
        </details>
      );
    }
    case 'history':
      return (
        <details>
          <summary className="caption">
            {analysis.accelerations.length} steps of {analysis.timeStep} s along {analysis.direction}, on{' '}
            {model.analyses[analysis.modal].label}
          </summary>
          <div className="fields">
            <span className="field-label">Direction</span>
            <Segmented
              aria-label="Direction of shaking"
              block
              value={analysis.direction}
              options={['x', 'y', 'z']}
              onChange={(direction) => change({ direction })}
            />
            {numberField('Factor', analysis.factor, (factor) => change({ factor }))}
            {numberField('Damping', analysis.damping, (damping) => change({ damping }))}
          </div>
          <RecordFile onRead={(record) => change({ ...record })} />
        </details>
      );
  }
}

const starting: Readonly<Record<SpectrumShape['type'], SpectrumShape>> = {
  asce7: { type: 'asce7', sds: 0.5, sd1: 0.2, longPeriod: 8, responseModification: 3, importance: 1 },
  en1998: { type: 'en1998', agR: 1, importance: 1, ground: 'B', spectrumType: '1', behaviourFactor: 1.5 },
  typed: {
    type: 'typed',
    points: [
      { period: 0, acceleration: 1 },
      { period: 0.5, acceleration: 2 },
      { period: 2, acceleration: 0.5 },
    ],
  },
};

function shapeWords(shape: SpectrumShape): string {
  if (shape.type === 'asce7')
    return `ASCE 7-22, S_DS ${shape.sds} g, S_D1 ${shape.sd1} g, R ${shape.responseModification}`;
  if (shape.type === 'en1998')
    return `EN 1998-1, a_gR ${shape.agR} m/s², ground ${shape.ground}, q ${shape.behaviourFactor}`;
  return `${shape.points.length} typed points`;
}

/** Points of a spectrum as lines of period (s) and acceleration (m/s²). */
function TypedPoints({
  points,
  onChange,
}: {
  points: Extract<SpectrumShape, { type: 'typed' }>['points'];
  onChange: (points: { period: number; acceleration: number }[]) => void;
}) {
  const notify = useWorkbench((state) => state.notify);
  const text = points.map(({ period, acceleration }) => `${period} ${acceleration}`).join('\n');
  return (
    <>
      <label htmlFor="typed-points">Points: s, m/s²</label>
      <textarea
        id="typed-points"
        key={text}
        defaultValue={text}
        rows={4}
        className="plain-area"
        onBlur={(event) => {
          if (event.target.value.trim() === text) return;
          const rows = event.target.value
            .trim()
            .split('\n')
            .map((line) =>
              line
                .trim()
                .split(/[\s;,]+/)
                .map(Number),
            );
          const bad = rows.findIndex(
            (row) => row.length !== 2 || row.some((value) => !Number.isFinite(value) || value < 0),
          );
          if (bad >= 0)
            notify(`Line ${bad + 1} of the spectrum is not a period and an acceleration. Nothing was changed.`);
          else onChange(rows.map(([period, acceleration]) => ({ period, acceleration })));
        }}
      />
    </>
  );
}

function RecordFile({ onRead }: { onRead: (record: { timeStep: number; accelerations: number[] }) => void }) {
  const notify = useWorkbench((state) => state.notify);
  const file = useRef<HTMLInputElement>(null);
  const unit = useRef<string>('m/s2');
  return (
    <div className="row" style={{ marginTop: 6 }}>
      <input
        ref={file}
        type="file"
        accept=".csv,.txt"
        hidden
        aria-label="File of a ground motion"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = '';
          if (!chosen) return;
          void chosen.text().then((text) => {
            const read = readRecordCsv(text, unit.current);
            if (read.ok) onRead(read.record);
            else notify(`${chosen.name} cannot be used: ${read.problem}`);
          });
        }}
      />
      <Button size="small" onClick={() => file.current?.click()}>
        Read a record
      </Button>
      <Select
        size="small"
        aria-label="Unit of the record"
        defaultValue="m/s2"
        style={{ width: 84 }}
        options={accelerationUnits.map((value) => ({ value, label: value }))}
        onChange={(value) => (unit.current = value)}
      />
      <span className="caption">CSV: time and acceleration, or one column after “dt = 0.01”</span>
    </div>
  );
}

/** W of each storey: what the cases give it, or a weight of its own to which its masses are scaled. */
function StoreyWeights({
  analysis,
  onChange,
}: {
  analysis: ModalAnalysis;
  onChange: (weights: ModalAnalysis['storeyWeights']) => void;
}) {
  const model = useWorkbench((state) => state.model);
  const found = useMemo(
    () => new Map(centresOfMass(model, analysis.masses).map(({ storey, weight }) => [storey, weight])),
    [model, analysis.masses],
  );
  const storeys = [...storeysUpward(model)].reverse();
  const typed = analysis.storeyWeights ?? [];
  const { units } = model.settings;
  if (storeys.length === 0) return null;
  return (
    <details>
      <summary className="caption">W by storey{typed.length > 0 ? `, ${typed.length} typed` : ''}</summary>
      <div className="fields">
        {storeys.map(({ id, label }) => (
          <QuantityField
            key={id}
            label={label}
            kind="force"
            units={units}
            value={typed.find((one) => one.storey === id)?.weight}
            placeholder={`${formatValue(found.get(id) ?? 0, 'force', units)} of the cases`}
            onCommit={(weight) => onChange([...typed.filter((one) => one.storey !== id), { storey: id, weight }])}
            onClear={() => onChange(typed.filter((one) => one.storey !== id))}
            refuse={(weight) =>
              weight > 0 ? undefined : 'A weight is above zero. Empty the field to take that of the cases.'
            }
          />
        ))}
      </div>
      <p className="field-hint">
        A typed weight scales all masses at the storey’s level; masses of nodes count beside those of the cases.
      </p>
    </details>
  );
}
