import { Button, Input, Select } from 'antd';
import { inOrder, ringArea, type Panel } from '~core/model';
import { formatQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';
import { commonValue } from '../fields/common-value';
import { QuantityField } from '../fields/quantity-field';

/** Properties that slabs and walls share; a change goes to all that are selected in one revision. */
export function PanelEditor({ table, ids }: { readonly table: 'slabs' | 'walls'; readonly ids: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const select = useWorkbench((state) => state.select);
  const panels = ids.flatMap((id): Panel[] => (id in model[table] ? [model[table][id]] : []));
  if (panels.length === 0) return null;
  const { units } = model.settings;
  const noun = table === 'slabs' ? 'slab' : 'wall';
  const change = (fields: Partial<Record<keyof Panel, unknown>>) =>
    commit({ edits: [{ kind: 'change', table, changes: panels.map(({ id }) => ({ id, fields })) }] });
  const material = commonValue(panels, (panel) => panel.material);
  const areas = panels.map(({ corners, openings = [] }) => ({
    outline: ringArea(model, corners),
    open: openings.reduce((sum, ring) => sum + ringArea(model, ring), 0),
  }));
  const net = areas.reduce((sum, { outline, open }) => sum + outline - open, 0);
  const open = areas.reduce((sum, one) => sum + one.open, 0);
  const [first] = panels;
  return (
    <div className="block">
      <div className="fields">
        {panels.length === 1 && (
          <>
            <label htmlFor="panel-label">Name</label>
            <Input
              id="panel-label"
              key={`${first.id} ${first.label ?? ''}`}
              defaultValue={first.label ?? ''}
              placeholder={first.id}
              maxLength={60}
              onBlur={(event) => {
                const label = event.target.value.trim();
                if (label !== (first.label ?? '')) change({ label: label === '' ? null : label });
              }}
              onPressEnter={(event) => event.currentTarget.blur()}
            />
          </>
        )}
        <QuantityField
          label="Thickness"
          kind="sectionLength"
          units={units}
          value={commonValue(panels, (panel) => panel.thickness)}
          refuse={(value) => (value > 0 ? undefined : 'A thickness is above zero.')}
          onCommit={(thickness) => change({ thickness })}
        />
        <label htmlFor="panel-material">Material</label>
        <Select
          id="panel-material"
          value={material === 'varies' ? undefined : material}
          placeholder={material === 'varies' ? 'varies' : 'none'}
          allowClear
          options={inOrder(model.materials).map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(value: string | undefined) => change({ material: value ?? null })}
        />
      </div>
      <p className="secondary" style={{ marginTop: 6 }}>
        {formatQuantity(net, 'planArea', units)} of {noun}
        {open > 0 ? `, openings of ${formatQuantity(open, 'planArea', units)} left out` : ''}. Described so far: area
        loads are carried by it, but it is not analysed yet.
      </p>
      <Button
        size="small"
        style={{ marginTop: 6 }}
        onClick={() => select({ nodes: [...new Set(panels.flatMap(({ corners }) => corners))] })}
      >
        Select {panels.length === 1 ? 'its' : 'their'} corners
      </Button>
    </div>
  );
}
