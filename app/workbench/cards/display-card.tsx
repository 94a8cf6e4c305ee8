import { Button, Checkbox, Input, Select } from 'antd';
import { useMemo, useState } from 'react';
import { inOrder, storeysUpward } from '~core/model';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { colorings, snapKinds, visibleKinds, visibleNames, type Coloring } from '../../state/view-slice';
import { Icon } from '../../theme/icons';
import { colorClasses } from '../picture/coloring';
import { snapNames } from '../picture/snap';
import { scopeOf } from '~core/picture';
import { QuantityField } from '../fields/quantity-field';
import { keepView, showView } from '../acts/saved-views';

const coloringNames: Readonly<Record<Coloring, string>> = {
  none: 'plain',
  section: 'by section',
  material: 'by material',
  role: 'by role',
  group: 'by group',
  ends: 'by end condition',
};

/** How the frame is shown and what drawing snaps to: labels, colours, hidden members, snaps, saved views. */
export function DisplayCard() {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const labelling = useWorkbench((state) => state.labelling);
  const localAxes = useWorkbench((state) => state.localAxes);
  const coloring = useWorkbench((state) => state.coloring);
  const hidden = useWorkbench((state) => state.hidden);
  const loadStyle = useWorkbench((state) => state.loadStyle);
  const snaps = useWorkbench((state) => state.snaps);
  const steps = useWorkbench((state) => state.steps);
  const orthogonal = useWorkbench((state) => state.orthogonal);
  const visible = useWorkbench((state) => state.visible);
  const workPlane = useWorkbench((state) => state.workPlane);
  const look = useWorkbench((state) => state.look);
  const showAll = useWorkbench((state) => state.showAll);
  const commit = useWorkbench((state) => state.commit);
  const [name, setName] = useState('');
  const planes = [
    ...storeysUpward(model).map((storey) => ({ value: storey.id, label: storey.label })),
    ...inOrder(model.planes).map((plane) => ({ value: plane.id, label: plane.label })),
  ];
  const label = (key: keyof typeof labelling, title: string) => (
    <Checkbox
      checked={labelling[key]}
      onChange={(event) => look({ labelling: { ...labelling, [key]: event.target.checked } })}
    >
      {title}
    </Checkbox>
  );
  return (
    <section className="card display-card" aria-label="Labels, colours, snaps and views">
      <div className="row">
        <h2 className="title" style={{ flex: 1 }}>
          Display and snaps
        </h2>
        <button
          type="button"
          className="icon-button"
          aria-label="Close display and snaps"
          onClick={() => look({ displayOpen: false })}
        >
          <Icon name="close" />
        </button>
      </div>
      <div className="block fields">
        <label htmlFor="display-color">Colours</label>
        <Select
          id="display-color"
          value={coloring}
          options={colorings.map((value) => ({ value, label: coloringNames[value] }))}
          onChange={(value) => look({ coloring: value })}
        />
      </div>
      <div className="block checks" role="group" aria-label="Labels">
        {label('members', 'member numbers')}
        {label('sections', 'sections')}
        {label('nodes', 'node numbers')}
        <Checkbox checked={localAxes} onChange={(event) => look({ localAxes: event.target.checked })}>
          local axes (X)
        </Checkbox>
      </div>
      {hidden.length > 0 && (
        <div className="block">
          <Button size="small" onClick={showAll}>
            Show {hidden.length} hidden (Shift A)
          </Button>
        </div>
      )}
      <h3>Shown</h3>
      <div className="block checks two-columns" role="group" aria-label="Shown">
        {visibleKinds.map((kind) => (
          <Checkbox
            key={kind}
            checked={visible[kind]}
            onChange={(event) => look({ visible: { ...visible, [kind]: event.target.checked } })}
          >
            {visibleNames[kind]}
          </Checkbox>
        ))}
      </div>
      <h3>Loads</h3>
      <div className="block checks" role="group" aria-label="Loads">
        <Checkbox
          checked={loadStyle.heads}
          onChange={(event) => look({ loadStyle: { ...loadStyle, heads: event.target.checked } })}
        >
          arrows point at what they act on
        </Checkbox>
        <Checkbox
          checked={loadStyle.received}
          onChange={(event) => look({ loadStyle: { ...loadStyle, received: event.target.checked } })}
        >
          what members receive of areas
        </Checkbox>
        <Checkbox
          checked={loadStyle.everywhere === true}
          onChange={(event) => look({ loadStyle: { ...loadStyle, everywhere: event.target.checked } })}
        >
          in every stage
        </Checkbox>
      </div>
      <h3>
        Snaps <span className="caption">Tab takes the next one at the cursor</span>
      </h3>
      <div className="block checks" role="group" aria-label="Snaps">
        {snapKinds.map((kind) => (
          <Checkbox
            key={kind}
            checked={snaps[kind]}
            onChange={(event) => look({ snaps: { ...snaps, [kind]: event.target.checked } })}
          >
            {snapNames[kind]}
          </Checkbox>
        ))}
      </div>
      <div className="block fields">
        {(['Grid step, x or along', 'Grid step, y or up'] as const).map((title, i) => (
          <QuantityField
            key={title}
            label={title}
            kind="length"
            units={model.settings.units}
            value={steps[i]}
            onCommit={(value) => look({ steps: [i === 0 ? value : steps[0], i === 1 ? value : steps[1]] })}
            refuse={(value) => (value > 0.001 && value < 100 ? undefined : 'A step lies between 1 mm and 100 m.')}
          />
        ))}
        <div style={{ gridColumn: '1 / -1' }}>
          <Checkbox checked={orthogonal} onChange={(event) => look({ orthogonal: event.target.checked })}>
            draw square only (Q)
          </Checkbox>
        </div>
        <label htmlFor="display-plane">Free points on</label>
        <Select
          id="display-plane"
          value={workPlane in model.storeys || workPlane in model.planes ? workPlane : (planes[0]?.value ?? undefined)}
          placeholder="level 0"
          options={planes}
          onChange={(value) => look({ workPlane: value })}
        />
      </div>
      <h3>Saved views</h3>
      <div className="block" style={{ display: 'grid', gap: 4 }}>
        {inOrder(model.views).map((view) => (
          <div className="row" key={view.id} style={{ gap: 4 }}>
            <Button size="small" style={{ flex: 1 }} onClick={() => showView(workbench, view)}>
              {view.label}
            </Button>
            <button
              type="button"
              className="icon-button"
              aria-label={`Delete view ${view.label}`}
              onClick={() => commit({ edits: [{ kind: 'remove', table: 'views', ids: [view.id] }] })}
            >
              <Icon name="trash" />
            </button>
          </div>
        ))}
        <form
          style={{ display: 'grid', gridTemplateColumns: '1fr auto', gap: 4 }}
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim() !== '' && keepView(workbench, name.trim())) setName('');
          }}
        >
          <Input
            aria-label="Name of a view to keep"
            size="small"
            placeholder="name of this view"
            value={name}
            maxLength={60}
            onChange={(event) => setName(event.target.value)}
          />
          <Button size="small" htmlType="submit" disabled={name.trim() === ''}>
            Keep
          </Button>
        </form>
      </div>
    </section>
  );
}

const mostClasses = 12;

/** What the colours of members mean, with how many members have each; a click selects them. */
export function ColorLegend({ right }: { right: number }) {
  const model = useWorkbench((state) => state.model);
  const stage = useWorkbench((state) => state.stage);
  const coloring = useWorkbench((state) => state.coloring);
  const plane = useWorkbench((state) => state.plane);
  const isolated = useWorkbench((state) => state.isolated);
  const hidden = useWorkbench((state) => state.hidden);
  const visible = useWorkbench((state) => state.visible);
  const select = useWorkbench((state) => state.select);
  const classes = useMemo(
    () =>
      coloring === 'none' || stage !== 'frame'
        ? []
        : colorClasses(model, scopeOf(model, plane, isolated, hidden, visible).members, coloring),
    [model, stage, plane, isolated, hidden, visible, coloring],
  );
  if (classes.length === 0) return null;
  return (
    <ul className="card color-legend" style={{ right }} aria-label={`Colours ${coloringNames[coloring]}`}>
      {classes.slice(0, mostClasses).map((kind) => (
        <li key={kind.name}>
          <button
            type="button"
            onClick={() => select({ members: kind.members.map((member) => member.id) })}
            title={`Select these ${kind.members.length} members`}
          >
            <span className="swatch" style={{ background: kind.color }} /> {kind.name}{' '}
            <span className="caption">{kind.members.length}</span>
          </button>
        </li>
      ))}
      {classes.length > mostClasses && <li className="caption">and {classes.length - mostClasses} more kinds</li>}
    </ul>
  );
}
