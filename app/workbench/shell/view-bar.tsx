import { Dropdown, Select, Tooltip } from 'antd';
import type { ReactNode } from 'react';
import { gridLinesAlong, inOrder, storeysUpward } from '~core/model';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { quantities, type Quantity, type ViewPlane } from '../../state/view-slice';
import { Icon } from '../../theme/icons';
import { nextForm, selectSimilar } from '../commands';
import { showView } from '../display/saved-views';

const formNames = { line: 'Lines', solid: 'Solids', axes: 'Axes only' } as const;

export const quantityNames: Readonly<Record<Quantity, ReactNode>> = {
  deflected: 'Deflected shape', N: 'Axial force N', Vy: <>Shear V<sub>y</sub></>, Vz: <>Shear V<sub>z</sub></>, T: 'Torsion T', My: <>Moment M<sub>y</sub></>, Mz: <>Moment M<sub>z</sub></>, reactions: 'Reactions only',
};

/** What is shown and how, at the top left of the canvas. */
export function ViewBar() {
  const stage = useWorkbench((state) => state.stage);
  const quantity = useWorkbench((state) => state.quantity);
  const magnify = useWorkbench((state) => state.magnify);
  const narrow = useWorkbench((state) => state.panel !== null);
  const look = useWorkbench((state) => state.look);
  if (stage !== 'results') return null;
  return (
    <div className="view-bar card">
      <Select aria-label="Quantity" variant="borderless" value={quantity} style={{ width: narrow ? 136 : 148 }} options={quantities.map((value) => ({ value, label: quantityNames[value] }))} onChange={(value) => look({ quantity: value })} popupMatchSelectWidth={170} />
      {!narrow && <span className="label">scale</span>}
      <Select
        aria-label="Scale"
        variant="borderless"
        value={magnify}
        style={{ width: 112 }}
        options={[0.2, 0.5, 1, 2, 5, 10].map((value) => ({ value, label: value === 1 ? 'automatic' : `× ${value}` }))}
        onChange={(value) => look({ magnify: value })}
      />
    </div>
  );
}

/** The tools at hand in a stage, each with its shortcut. */
export function ToolBar() {
  const workbench = useWorkbenchApi();
  const tool = useWorkbench((state) => state.tool);
  const stage = useWorkbench((state) => state.stage);
  const form = useWorkbench((state) => state.form);
  const isolated = useWorkbench((state) => state.isolated);
  const chosen = useWorkbench((state) => state.selection.members.length);
  const displayOpen = useWorkbench((state) => state.displayOpen);
  const look = useWorkbench((state) => state.look);
  const button = (name: Parameters<typeof Icon>[0]['name'], title: string, run: () => void, pressed?: boolean, disabled = false) => (
    <Tooltip title={title} placement="bottom" key={title}>
      <button type="button" className="icon-button" aria-label={title.replace(/ \(.*/, '')} aria-pressed={pressed} disabled={disabled} onClick={run}>
        <Icon name={name} />
      </button>
    </Tooltip>
  );
  return (
    <div className="tool-bar card" role="toolbar" aria-label="Tools">
      {stage === 'frame' && [
        button('select', 'Select (Esc)', () => look({ tool: 'select' }), tool === 'select'),
        button('draw', 'Draw a member (D)', () => look({ tool: 'draw' }), tool === 'draw'),
        button('measure', 'Measure (Shift D)', () => look({ tool: tool === 'measure' ? 'select' : 'measure' }), tool === 'measure'),
      ]}
      {stage !== 'frame' && button('similar', 'Select similar (M)', () => selectSimilar(workbench), undefined, chosen === 0)}
      {button('isolate', isolated ? 'Bring all back (I)' : 'Isolate the selection (I)', () => workbench.getState().isolateSelected(), isolated !== null, isolated === null && chosen === 0)}
      {button('solid', `${formNames[nextForm[form]]} (O)`, () => look({ form: nextForm[form] }), form !== 'line')}
      {button('display', 'Labels, colours, snaps, views (Y)', () => look({ displayOpen: !displayOpen }), displayOpen)}
      {button('fit', 'Fit the view (F)', () => workbench.getState().fit())}
    </div>
  );
}

/** Space, plans and elevations, at the top right of the canvas. */
export function Views({ right }: { right: number }) {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const plane = useWorkbench((state) => state.plane);
  const look = useWorkbench((state) => state.look);
  const show = (next: ViewPlane) => look({ plane: next });
  const storeys = [...storeysUpward(model)].reverse();
  const lines = [...gridLinesAlong(model, 'x'), ...gridLinesAlong(model, 'y')];
  const others = [...inOrder(model.planes).map((one) => ({ key: one.id, label: one.label })), ...inOrder(model.views).map((one) => ({ key: one.id, label: `Saved: ${one.label}` }))];
  const current = (kind: ViewPlane['kind']) => (plane.kind === kind ? 'flat-button current' : 'flat-button');
  return (
    <div className="views card" style={{ right }}>
      <button type="button" className={current('3d')} aria-pressed={plane.kind === '3d'} onClick={() => show({ kind: '3d' })}>
        3D
      </button>
      <Dropdown trigger={['click']} disabled={storeys.length === 0} menu={{ items: storeys.map((storey) => ({ key: storey.id, label: storey.label })), selectedKeys: plane.kind === 'plan' ? [plane.storey] : [], onClick: ({ key }) => show({ kind: 'plan', storey: key }) }}>
        <button type="button" className={current('plan')} aria-haspopup="menu">
          {plane.kind === 'plan' ? `Plan ${model.storeys[plane.storey]?.label ?? ''}` : 'Plans'} <Icon name="down" />
        </button>
      </Dropdown>
      <Dropdown trigger={['click']} disabled={lines.length === 0} menu={{ items: lines.map((line) => ({ key: line.id, label: `Grid ${line.label}` })), selectedKeys: plane.kind === 'elevation' ? [plane.gridLine] : [], onClick: ({ key }) => show({ kind: 'elevation', gridLine: key }) }}>
        <button type="button" className={current('elevation')} aria-haspopup="menu">
          {plane.kind === 'elevation' ? `Elevation ${model.gridLines[plane.gridLine]?.label ?? ''}` : 'Elevations'} <Icon name="down" />
        </button>
      </Dropdown>
      {others.length > 0 && (
        <Dropdown trigger={['click']} menu={{ items: others, selectedKeys: plane.kind === 'plane' ? [plane.plane] : [], onClick: ({ key }) => (key in model.views ? showView(workbench, model.views[key]) : show({ kind: 'plane', plane: key })) }}>
          <button type="button" className={current('plane')} aria-haspopup="menu" aria-label="Planes and saved views">
            {plane.kind === 'plane' ? model.planes[plane.plane]?.label : 'More'} <Icon name="down" />
          </button>
        </Dropdown>
      )}
    </div>
  );
}
