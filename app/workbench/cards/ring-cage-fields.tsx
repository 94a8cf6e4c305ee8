import { InputNumber, Select } from 'antd';
import type { RingCageBars, RingCageTies } from '~core/model';
import type { UnitSystem } from '~core/units';
import { QuantityField } from '../fields/quantity-field';
import { BarSize } from '../fields/bar-size';
import { CagePart } from './cage-parts';
import type { SetCage } from './set-cage';

/** Spacing of ties and pitch of a spiral to begin with, m. */
const usualSpacing = { si: { ties: 0.3, spiral: 0.05 }, us: { ties: 0.3048, spiral: 0.0508 } } as const;

/** Bars of round columns, and the ties or the spiral around them. */
export function RingCageFields({
  bars,
  ties,
  size,
  tie,
  units,
  set,
}: {
  readonly bars: RingCageBars | undefined;
  readonly ties: RingCageTies | undefined;
  /** sizes that are chosen first */
  readonly size: string;
  readonly tie: string;
  readonly units: UnitSystem;
  readonly set: SetCage;
}) {
  return (
    <div className="fields">
      <span className="field-label">Bars in the ring</span>
      <CagePart
        choose={() => set({ bars: { ring: size, count: 8 } })}
        propose={() => set({ bars: undefined })}
        chosen={
          bars && (
            <>
              <InputNumber
                aria-label="Number of bars in the ring"
                min={4}
                max={40}
                value={bars.count}
                style={{ width: 58 }}
                onChange={(count) => count !== null && set({ bars: { ...bars, count } })}
              />
              <BarSize
                label="Size of bars in the ring"
                value={bars.ring}
                onChange={(ring) => set({ bars: { ...bars, ring } })}
              />
            </>
          )
        }
      />
      <span className="field-label">Around</span>
      <CagePart
        choose={() => set({ ties: { bar: tie, spacing: usualSpacing[units].ties, around: 'ties' } })}
        propose={() => set({ ties: undefined })}
        chosen={
          ties && (
            <Select
              aria-label="What goes around the bars"
              value={ties.around}
              options={[
                { value: 'ties', label: 'round ties' },
                { value: 'spiral', label: 'a spiral' },
              ]}
              style={{ width: 100 }}
              onChange={(around) => set({ ties: { ...ties, around, spacing: usualSpacing[units][around] } })}
            />
          )
        }
      />
      {ties && (
        <>
          <span className="field-label">Size</span>
          <BarSize
            label="Size of ties or spiral"
            value={ties.bar}
            onChange={(bar) => set({ ties: { ...ties, bar } })}
          />
          <QuantityField
            label={ties.around === 'spiral' ? 'Pitch' : 'Spacing'}
            kind="sectionLength"
            units={units}
            value={ties.spacing}
            onCommit={(spacing) => set({ ties: { ...ties, spacing } })}
            refuse={(value) => (value > 0 ? undefined : 'This must be above zero.')}
          />
        </>
      )}
    </div>
  );
}
