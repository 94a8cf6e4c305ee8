import { InputNumber, Select } from 'antd';
import { reinforcingBars } from '~core/catalog';
import type { FaceCageBars, FaceCageTies } from '~core/model';
import type { UnitSystem } from '~core/units';
import { QuantityField } from '../fields/quantity-field';
import { BarSize } from '../fields/bar-size';
import { CagePart } from './cage-parts';
import type { SetCage } from './set-cage';

const barOptions = reinforcingBars.map(({ name }) => ({ value: name, label: name }));
const sameSize = 'same';

/** Bars and ties of rectangular columns. */
export function FaceCageFields({
  bars,
  ties,
  size,
  tie,
  units,
  set,
}: {
  readonly bars: FaceCageBars | undefined;
  readonly ties: FaceCageTies | undefined;
  /** sizes that are chosen first */
  readonly size: string;
  readonly tie: string;
  readonly units: UnitSystem;
  readonly set: SetCage;
}) {
  const inFace = (key: 'alongY' | 'alongZ', axis: string) =>
    bars && (
      <InputNumber
        aria-label={`Bars in each face along local ${axis}`}
        min={2}
        max={20}
        value={bars[key]}
        style={{ width: 58 }}
        onChange={(count) => count !== null && set({ bars: { ...bars, [key]: count } })}
      />
    );
  const legs = (key: 'legsY' | 'legsZ', axis: string) =>
    ties && (
      <InputNumber
        aria-label={`Legs of ties along local ${axis}`}
        min={2}
        max={12}
        value={ties[key]}
        style={{ width: 58 }}
        onChange={(count) => count !== null && set({ ties: { ...ties, [key]: count } })}
      />
    );
  return (
    <div className="fields">
      <span className="field-label">Corners</span>
      <CagePart
        choose={() => set({ bars: { corner: size, alongY: 3, alongZ: 3 } })}
        propose={() => set({ bars: undefined })}
        chosen={
          bars && (
            <BarSize
              label="Size of corner bars"
              value={bars.corner}
              onChange={(corner) => set({ bars: { ...bars, corner } })}
            />
          )
        }
      />
      {bars && (
        <>
          <span className="field-label">Between</span>
          <Select
            aria-label="Size of bars between the corners"
            value={bars.between ?? sameSize}
            options={[{ value: sameSize, label: 'same' }, ...barOptions]}
            style={{ width: 78 }}
            onChange={(between) => {
              const { between: before, ...rest } = bars;
              set({ bars: between === sameSize || between === before ? rest : { ...rest, between } });
            }}
          />
          <span className="field-label">In faces along y, z</span>
          <div className="row" style={{ flexWrap: 'nowrap' }}>
            {inFace('alongY', 'y')}
            {inFace('alongZ', 'z')}
          </div>
        </>
      )}
      <span className="field-label">Ties</span>
      <CagePart
        choose={() => set({ ties: { bar: tie, spacing: units === 'us' ? 0.3048 : 0.3, legsY: 2, legsZ: 2 } })}
        propose={() => set({ ties: undefined })}
        chosen={
          ties && <BarSize label="Size of ties" value={ties.bar} onChange={(bar) => set({ ties: { ...ties, bar } })} />
        }
      />
      {ties && (
        <>
          <QuantityField
            label="Spacing"
            kind="sectionLength"
            units={units}
            value={ties.spacing}
            onCommit={(spacing) => set({ ties: { ...ties, spacing } })}
            refuse={(value) => (value > 0 ? undefined : 'This must be above zero.')}
          />
          <span className="field-label">Legs along y, z</span>
          <div className="row" style={{ flexWrap: 'nowrap' }}>
            {legs('legsY', 'y')}
            {legs('legsZ', 'z')}
          </div>
        </>
      )}
    </div>
  );
}
