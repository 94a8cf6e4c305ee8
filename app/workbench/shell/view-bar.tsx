import { isMovement, isOfPanels } from '~core/results';
import { Dropdown, Select, Tooltip, type RefSelectProps } from 'antd';
import { useRef } from 'react';
import { gridLinesAlong, inOrder, meshedPanels, storeysUpward } from '~core/model';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { quantities, type Pane, type Quantity, type ViewPlane } from '../../state/view-slice';
import { Icon } from '../../theme/icons';
import { quantityNames } from '../words/quantity-names';
import { nextForm, selectSimilar } from '../commands/commands';
import { showView } from '../acts/saved-views';

const formNames = { line: 'Lines', solid: 'Solids', axes: 'Axes only' } as const;

/** What is shown and how, at the top left of the canvas. */
export function ViewBar() {
  const stage = useWorkbench((state) => state.stage);
  const quantity = useWorkbench((state) => state.quantity);
  const narrow = useWorkbench((state) => state.panel !== null);
  const resultsOpen = useWorkbench((state) => state.resultsOpen);
  const animated = useWorkbench((state) => state.animated);
  const shape = useWorkbench((state) => state.shape);
  const analyses = useWorkbench((state) => state.analyses);
  const model = useWorkbench((state) => state.model);
  const look = useWorkbench((state) => state.look);
  const list = useRef<RefSelectProps>(null);
  if (stage !== 'results') return null;
  const modes = [...analyses].flatMap(([id, { outcome }]) => {
    const result = outcome?.outcome;
    return result?.type === 'modal' || result?.type === 'buckling'
      ? result.result.modes.slice(0, 12).map((mode, i) => ({
          value: `mode ${id} ${i}`,
          label:
            result.type === 'modal'
              ? `Mode ${i + 1}, ${(mode as { period: number }).period.toPrecision(3)} s`
              : `${model.analyses[id]?.label ?? 'Buckling'} ${i + 1}`,
        }))
      : [];
  });
  const choose = (value: string) => {
    if (!value.startsWith('mode '))
      return look({
        quantity: value as Quantity,
        shape: null,
        animated: animated && isMovement(value as Quantity),
      });
    const [, analysis, mode] = value.split(' ');
    return look({ quantity: 'deflected', shape: { kind: 'mode', analysis, mode: Number(mode) } });
  };
  const moves = isMovement(quantity) || shape !== null;
  const floors = meshedPanels(model).length > 0;
  const onSoil = Object.values(model.slabs).some(({ soil }) => soil);
  const offered = quantities.filter(
    (one) => one === quantity || ((floors || !isOfPanels(one)) && (onSoil || one !== 'p')),
  );
  return (
    <div className="view-bar card">
      <Select
        aria-label="Quantity"
        variant="borderless"
        style={{ width: narrow ? 128 : 146 }}
        popupMatchSelectWidth={180}
        listHeight={340}
        showSearch={{ optionFilterProp: 'label' }}
        ref={list}
        // letters and digits are shortcuts again once something is chosen
        onSelect={() => list.current?.blur()}
        onChange={choose}
        value={shape?.kind === 'mode' ? `mode ${shape.analysis} ${shape.mode}` : quantity}
        options={[...offered.map((value) => ({ value: value as string, label: quantityNames[value] })), ...modes]}
      />
      <button
        type="button"
        className="flat-button"
        aria-haspopup="dialog"
        aria-expanded={resultsOpen}
        title="Scale, side, colours, which values are written (Shift R)"
        onClick={() => look({ resultsOpen: !resultsOpen, displayOpen: false })}
      >
        Drawn <Icon name="down" />
      </button>
      {moves && (
        <button
          type="button"
          className="flat-button"
          aria-pressed={animated}
          title="Let the movement swing to and fro, or stop it (Shift Y)"
          onClick={() => look({ animated: !animated })}
        >
          {animated ? 'Stop' : 'Animate'}
        </button>
      )}
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
  const takeTool = useWorkbench((state) => state.takeTool);
  const button = (
    name: Parameters<typeof Icon>[0]['name'],
    title: string,
    run: () => void,
    pressed?: boolean,
    disabled = false,
  ) => (
    <Tooltip title={title} placement="bottom" key={title}>
      <button
        type="button"
        className="icon-button"
        aria-label={title.replace(/ \(.*/, '')}
        aria-pressed={pressed}
        disabled={disabled}
        onClick={run}
      >
        <Icon name={name} />
      </button>
    </Tooltip>
  );
  return (
    <div className="tool-bar card" role="toolbar" aria-label="Tools">
      {stage === 'frame' && [
        button('select', 'Select (Esc)', () => takeTool('select'), tool === 'select'),
        button('draw', 'Draw a member (D)', () => takeTool('draw'), tool === 'draw'),
        button(
          'measure',
          'Measure (Shift D)',
          () => takeTool(tool === 'measure' ? 'select' : 'measure'),
          tool === 'measure',
        ),
      ]}
      {stage !== 'frame' &&
        button('similar', 'Select similar (M)', () => selectSimilar(workbench), undefined, chosen === 0)}
      {button(
        'isolate',
        isolated ? 'Bring all back (I)' : 'Isolate the selection (I)',
        () => workbench.getState().isolateSelected(),
        isolated !== null,
        isolated === null && chosen === 0,
      )}
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
  const stage = useWorkbench((state) => state.stage);
  const look = useWorkbench((state) => state.look);
  const show = (next: ViewPlane) => look({ plane: next });
  const storeys = [...storeysUpward(model)].reverse();
  const lines = [...gridLinesAlong(model, 'x'), ...gridLinesAlong(model, 'y')];
  const others = [
    ...inOrder(model.planes).map((one) => ({ key: one.id, label: one.label })),
    ...inOrder(model.views).map((one) => ({ key: one.id, label: `Saved: ${one.label}` })),
  ];
  const current = (kind: ViewPlane['kind']) => (plane.kind === kind ? 'flat-button current' : 'flat-button');
  return (
    <div className="views card" style={{ right }}>
      {stage === 'results' && <PanesButton />}
      <button
        type="button"
        className={current('3d')}
        aria-pressed={plane.kind === '3d'}
        onClick={() => show({ kind: '3d' })}
      >
        3D
      </button>
      <Dropdown
        trigger={['click']}
        disabled={storeys.length === 0}
        menu={{
          items: storeys.map((storey) => ({ key: storey.id, label: storey.label })),
          selectedKeys: plane.kind === 'plan' ? [plane.storey] : [],
          onClick: ({ key }) => show({ kind: 'plan', storey: key }),
        }}
      >
        <button type="button" className={current('plan')} aria-haspopup="menu">
          {plane.kind === 'plan' ? `Plan ${model.storeys[plane.storey]?.label ?? ''}` : 'Plans'} <Icon name="down" />
        </button>
      </Dropdown>
      <Dropdown
        trigger={['click']}
        disabled={lines.length === 0}
        menu={{
          items: lines.map((line) => ({ key: line.id, label: `Grid ${line.label}` })),
          selectedKeys: plane.kind === 'elevation' ? [plane.gridLine] : [],
          onClick: ({ key }) => show({ kind: 'elevation', gridLine: key }),
        }}
      >
        <button type="button" className={current('elevation')} aria-haspopup="menu">
          {plane.kind === 'elevation' ? `Elevation ${model.gridLines[plane.gridLine]?.label ?? ''}` : 'Elevations'}{' '}
          <Icon name="down" />
        </button>
      </Dropdown>
      {others.length > 0 && (
        <Dropdown
          trigger={['click']}
          menu={{
            items: others,
            selectedKeys: plane.kind === 'plane' ? [plane.plane] : [],
            onClick: ({ key }) =>
              key in model.views ? showView(workbench, model.views[key]) : show({ kind: 'plane', plane: key }),
          }}
        >
          <button type="button" className={current('plane')} aria-haspopup="menu" title="Planes and saved views">
            {plane.kind === 'plane' ? model.planes[plane.plane]?.label : 'More'} <Icon name="down" />
          </button>
        </Dropdown>
      )}
    </div>
  );
}

/** Below this height of the page, pixels, views beside each other take the ledger's room; a key brings it back. */
const roomForLedger = 1000;

/** One view, two side by side, or four. */
function PanesButton() {
  const panes = useWorkbench((state) => state.panes);
  const other = useWorkbench((state) => state.other);
  const model = useWorkbench((state) => state.model);
  const look = useWorkbench((state) => state.look);
  const openPage = useWorkbench((state) => state.openPage);
  const first = inOrder(model.cases)[0] as { id: string } | undefined;
  const ownWeight = { kind: 'case', id: first?.id ?? '' } as const;
  const items = [
    { key: '1', label: 'One view' },
    { key: 'case', label: 'Two: this and the first case', disabled: !first },
    { key: 'quantity', label: 'Two: moments and deflected shape' },
    { key: 'four', label: 'Four: My, Vz, N, deflected shape' },
    ...(other
      ? [
          { key: 'other', label: `Two: this and ${other.name}` },
          { key: 'difference', label: `Two: this, and less ${other.name}` },
          { key: 'all', label: `Four: both, difference, shape` },
        ]
      : []),
    { key: 'compare', label: other ? 'Compare with something else …' : 'Compare with a variant, revision, case …' },
  ];
  const choose = (key: string) => {
    const layouts: Record<string, Pane[]> = {
      '1': [],
      case: [{ source: 'here', shown: ownWeight }],
      quantity: [{ source: 'here', quantity: 'deflected' }],
      four: [
        { source: 'here', quantity: 'Vz' },
        { source: 'here', quantity: 'N' },
        { source: 'here', quantity: 'deflected' },
      ],
      other: [{ source: 'other' }],
      difference: [{ source: 'difference' }],
      all: [{ source: 'other' }, { source: 'difference' }, { source: 'other', quantity: 'deflected' }],
    };
    if (key === 'compare') openPage({ kind: 'compare' });
    else
      look({
        panes: layouts[key],
        paneScales: {},
        hovered: null,
        ...(layouts[key].length > 0 && window.innerHeight < roomForLedger ? { ledgerOpen: false } : {}),
        ...(key === 'quantity' || key === 'four' ? { quantity: 'My' as const } : {}),
      });
  };
  return (
    <Dropdown trigger={['click']} menu={{ items, onClick: ({ key }) => choose(key) }}>
      <button
        type="button"
        className={panes.length > 0 ? 'flat-button current' : 'flat-button'}
        aria-haspopup="menu"
        title="Views side by side"
      >
        {panes.length === 0 ? '1' : panes.length + 1} {panes.length === 0 ? 'view' : 'views'} <Icon name="down" />
      </button>
    </Dropdown>
  );
}
