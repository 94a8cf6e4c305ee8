import { Button, InputNumber, Select } from 'antd';
import { rulesOf, type Wall, type WallBarsRecord } from '~core/model';
import { count } from '~core/units';
import { useWorkbench } from '../../../state/store';
import { commonValue } from '../../fields/common-value';
import { QuantityField } from '../../fields/quantity-field';
import { BarSize } from '../../fields/bar-size';
import { RulesChoice } from '../rules-choice';

/** Bars of concrete walls: those an engineer chooses, for all piers of each; what is not chosen is proposed. */
export function WallBarsEditor({ walls }: { readonly walls: readonly Wall[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const { units } = model.settings;
  const first = walls[0];
  const bars: WallBarsRecord = first.bars ?? {};
  const { rules } = rulesOf(model, first);
  const same = commonValue(walls, ({ bars: own }) => JSON.stringify(own ?? {})) !== 'varies';
  const set = (change: { [K in keyof WallBarsRecord]?: WallBarsRecord[K] | undefined }) => {
    const next = Object.fromEntries(
      Object.entries({ ...bars, ...change }).filter(([, value]) => value !== undefined),
    ) as WallBarsRecord;
    commit({
      edits: [
        {
          kind: 'change',
          table: 'walls',
          changes: walls.map(({ id }) => ({ id, fields: { bars: Object.keys(next).length > 0 ? next : null } })),
        },
      ],
      sentence: `Chose bars of ${count(walls.length, 'wall')}`,
    });
  };
  const usual = { bar: units === 'us' ? '#4' : 'D12', spacing: units === 'us' ? 0.3048 : 0.2 };
  const spread = (key: 'upright' | 'level', title: string) => {
    const own = bars[key];
    return (
      <>
        <span className="field-label">{title}</span>
        {own ? (
          <div>
            <div className="row" style={{ flexWrap: 'nowrap' }}>
              <BarSize
                label={`Size of ${key} bars`}
                value={own.bar}
                onChange={(bar) => set({ [key]: { ...own, bar } })}
              />
              <Button size="small" type="text" onClick={() => set({ [key]: undefined })}>
                propose
              </Button>
            </div>
            <QuantityField
              hideLabel
              label={`Distance of ${key} bars`}
              kind="sectionLength"
              units={units}
              value={own.spacing}
              onCommit={(spacing) => set({ [key]: { ...own, spacing } })}
              refuse={(value) => (value > 0 ? undefined : 'A distance is larger than zero.')}
            />
          </div>
        ) : (
          <div className="row">
            <span className="secondary">proposed</span>
            <Button size="small" aria-label={`Choose ${key} bars`} onClick={() => set({ [key]: usual })}>
              choose
            </Button>
          </div>
        )}
      </>
    );
  };
  const { ends } = bars;
  return (
    <div className="block">
      <h3>Bars of the wall</h3>
      {!same && (
        <p className="secondary">These walls have different bars: a change gives all of them those of the first.</p>
      )}
      <RulesChoice table="walls" records={walls} noun="wall" />
      <div className="fields">
        <label htmlFor="wall-layers">Layers</label>
        <Select
          id="wall-layers"
          value={bars.layers ?? 0}
          options={[
            { value: 0, label: 'proposed' },
            { value: 1, label: 'one, in the middle' },
            { value: 2, label: 'two, near both faces' },
          ]}
          onChange={(layers: number) => set({ layers: layers === 1 || layers === 2 ? layers : undefined })}
        />
        {spread('upright', 'Upright')}
        {spread('level', 'Level')}
        <span className="field-label">At each end</span>
        {ends ? (
          <div className="row" style={{ flexWrap: 'nowrap' }}>
            <InputNumber
              aria-label="Bars at each end"
              min={0}
              max={40}
              precision={0}
              value={ends.count}
              style={{ width: 58 }}
              onChange={(number) => number !== null && set({ ends: { ...ends, count: number } })}
            />
            <BarSize
              label="Size of bars at the ends"
              value={ends.bar}
              onChange={(bar) => set({ ends: { ...ends, bar } })}
            />
            <Button size="small" type="text" onClick={() => set({ ends: undefined })}>
              propose
            </Button>
          </div>
        ) : (
          <div className="row">
            <span className="secondary">proposed</span>
            <Button
              size="small"
              aria-label="Choose bars at the ends"
              onClick={() => set({ ends: { bar: rules.longitudinal[0], count: 0 } })}
            >
              choose
            </Button>
          </div>
        )}
      </div>
      <p className="caption" style={{ marginTop: 6 }}>
        For all piers of the wall; distances in each layer. Until all are chosen the verdict of its piers is open; a
        pier’s page accepts what is proposed.
      </p>
    </div>
  );
}
