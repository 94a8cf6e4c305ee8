import { Button, Select } from 'antd';
import { inOrder, isMeshed, ringArea, usualSize, type Panel, type PanelFactors } from '~core/model';
import { formatQuantity } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { NameField } from '../fields/name-field';
import { commonValue } from '../fields/common-value';
import { QuantityField } from '../fields/quantity-field';
import { OpeningList } from './opening-list';
import { toolOf } from '../tools/all-tools';
import { openTool } from '../tools/open-tool';

const behaviourNames = {
  load: 'carries loads to its edges, not analysed',
  shell: 'shell: in its plane and in bending',
  plate: 'plate: bending only',
  membrane: 'membrane: in its plane only',
} as const;
const planeNames = { top: 'its top', middle: 'its middle', bottom: 'its bottom' } as const;
const factorNames = {
  bendingX: 'Bending along x',
  bendingY: 'Bending along y',
  membraneX: 'In its plane along x',
  membraneY: 'In its plane along y',
} as const satisfies Record<keyof PanelFactors, string>;

/** Tools that change outlines, by short names; some make sense for several panels only, one for those with openings. */
const shapeTools: readonly { id: string; label: string; several?: boolean; open?: boolean }[] = [
  { id: 'move-edge', label: 'Move an edge' },
  { id: 'add-corner', label: 'Add a corner' },
  { id: 'drop-corners', label: 'Take a corner out' },
  { id: 'straighten', label: 'Straighten' },
  { id: 'cut-panels', label: 'Cut' },
  { id: 'unite-panels', label: 'Unite', several: true },
  { id: 'merge-openings', label: 'Merge openings', open: true },
];

/** Properties that slabs and walls share; a change goes to all that are selected in one revision. */
export function PanelEditor({ table, ids }: { readonly table: 'slabs' | 'walls'; readonly ids: readonly string[] }) {
  const workbench = useWorkbenchApi();
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
  const behaviour = commonValue(panels, (panel) => panel.behaviour ?? 'load');
  const plane = commonValue(panels, (panel) => panel.plane ?? 'middle');
  const meshed = panels.every(isMeshed);
  const areas = panels.map(({ corners, openings = [] }) => ({
    outline: ringArea(model, corners),
    open: openings.reduce((sum, ring) => sum + ringArea(model, ring), 0),
  }));
  const net = areas.reduce((sum, { outline, open }) => sum + outline - open, 0);
  const open = areas.reduce((sum, one) => sum + one.open, 0);
  const [first] = panels;
  const openings = Math.max(...panels.map((panel) => panel.openings?.length ?? 0));
  return (
    <div className="block">
      <div className="fields">
        {panels.length === 1 && (
          <>
            <NameField id="panel-label" record={first} onCommit={(label) => change({ label })} />
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
        <label htmlFor="panel-behaviour">Analysed as</label>
        <Select
          id="panel-behaviour"
          value={behaviour === 'varies' ? undefined : behaviour}
          placeholder="varies"
          options={Object.entries(behaviourNames).map(([value, label]) => ({ value, label }))}
          onChange={(value: keyof typeof behaviourNames) => change({ behaviour: value === 'load' ? null : value })}
        />
        {meshed && (
          <>
            <label htmlFor="panel-plane">Corners at</label>
            <Select
              id="panel-plane"
              value={plane === 'varies' ? undefined : plane}
              placeholder="varies"
              options={Object.entries(planeNames).map(([value, label]) => ({ value, label }))}
              onChange={(value: keyof typeof planeNames) => change({ plane: value === 'middle' ? null : value })}
            />
            <QuantityField
              label="Bars along x, angle"
              kind="angle"
              units={units}
              value={commonValue(panels, (panel) => panel.barAngle ?? 0)}
              refuse={(value) => (Math.abs(value) <= Math.PI ? undefined : 'An angle is between −180° and 180°.')}
              onCommit={(barAngle) => change({ barAngle: barAngle === 0 ? null : barAngle })}
            />
            <QuantityField
              label="Elements of"
              kind="length"
              units={units}
              value={commonValue(panels, (panel) => panel.meshSize ?? usualSize)}
              refuse={(value) =>
                value >= 0.05 && value <= 10 ? undefined : 'Elements are between 0.05 m and 10 m wide.'
              }
              onCommit={(meshSize) => change({ meshSize })}
              onClear={() => change({ meshSize: null })}
            />
            {(Object.keys(factorNames) as (keyof PanelFactors)[]).map((name) => (
              <QuantityField
                key={name}
                label={factorNames[name]}
                kind="number"
                units={units}
                value={commonValue(panels, (panel) => panel.factors?.[name] ?? 1)}
                refuse={(value) => (value > 0 && value <= 100 ? undefined : 'A factor is above 0 and at most 100.')}
                onCommit={(value) =>
                  commit({
                    edits: [
                      {
                        kind: 'change',
                        table,
                        changes: panels.map(({ id, factors }) => ({
                          id,
                          fields: { factors: { ...factors, [name]: value } },
                        })),
                      },
                    ],
                  })
                }
              />
            ))}
          </>
        )}
      </div>
      <p className="secondary" style={{ marginTop: 6 }}>
        {formatQuantity(net, 'planArea', units)} of {noun}
        {open > 0 ? `, openings of ${formatQuantity(open, 'planArea', units)} left out` : ''}.{' '}
        {meshed
          ? 'It is meshed and solved with the frame: its weight acts, loads on it act on its elements, and what touches it is joined to it.'
          : 'It carries area loads to the members at its edges; it has no stiffness or weight in the analysis.'}
      </p>
      {panels.length === 1 && <OpeningList table={table} panel={first} />}
      <div className="row" style={{ gap: 4, flexWrap: 'wrap', marginTop: 6 }} role="group" aria-label="Change outlines">
        {shapeTools
          .filter(({ several = false, open = false }) => (several ? panels.length > 1 : !open || openings > 1))
          .map(({ id, label }) => (
            <Button key={id} size="small" onClick={() => openTool(workbench, id)} title={toolOf(id)!.title}>
              {label}
            </Button>
          ))}
        <Button size="small" onClick={() => select({ nodes: [...new Set(panels.flatMap(({ corners }) => corners))] })}>
          Select {panels.length === 1 ? 'its' : 'their'} corners
        </Button>
      </div>
    </div>
  );
}
