import { Button, Input, Tooltip } from 'antd';
import { useState } from 'react';
import { nodesOnLine } from '~core/build';
import { gridLinesAlong, idSource, storeysUpward, type GridLine, type Storey } from '~core/model';
import { parseQuantity, unitLabel } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { Icon } from '../../theme/icons';
import { QuantityField } from '../fields/quantity-field';
import { openTool } from '../tools/open-tool';

/** Grid lines and storeys: add, rename, place, delete. */
export function SettingOutEditor() {
  const model = useWorkbench((state) => state.model);
  return (
    <>
      <div className="block">
        <h3>
          Storeys <span className="caption">height above the origin</span>
        </h3>
        {[...storeysUpward(model)].reverse().map((storey) => (
          <Line key={storey.id} table="storeys" record={storey} value={storey.elevation} field="elevation" />
        ))}
        <AddLine table="storeys" />
      </div>
      {(['x', 'y'] as const).map((axis) => (
        <div className="block" key={axis}>
          <h3>
            Grid lines <span className="caption">at a constant {axis}</span>
          </h3>
          {gridLinesAlong(model, axis).map((line) => (
            <Line key={line.id} table="gridLines" record={line} value={line.position} field="position" />
          ))}
          <AddLine table="gridLines" axis={axis} />
        </div>
      ))}
    </>
  );
}

function Line({
  table,
  record,
  value,
  field,
}: {
  table: 'storeys' | 'gridLines';
  record: Storey | GridLine;
  value: number;
  field: 'elevation' | 'position';
}) {
  const workbench = useWorkbenchApi();
  const units = useWorkbench((state) => state.model.settings.units);
  const commit = useWorkbench((state) => state.commit);
  const noun = table === 'storeys' ? 'storey' : 'grid line';
  const change = (fields: Record<string, unknown>) =>
    commit({ edits: [{ kind: 'change', table, changes: [{ id: record.id, fields }] }] });
  const rename = (text: string) => {
    if (text.trim() !== '' && text.trim() !== record.label) change({ label: text });
  };
  // what stands there is seen before it moves, or before it stays behind
  const place = (next: number) => {
    if ('elevation' in record) openTool(workbench, 'storey-height', { storey: record.id, elevation: next });
    else if (nodesOnLine(workbench.getState().model, record).length > 0)
      openTool(workbench, 'move-grid-line', { line: record.id, position: next });
    else change({ position: next });
  };
  return (
    <div
      style={{ display: 'grid', gridTemplateColumns: '1fr 108px 28px', gap: 5, marginBottom: 4, alignItems: 'start' }}
    >
      <Input
        aria-label={`Name of ${noun} ${record.label}`}
        key={record.label}
        defaultValue={record.label}
        maxLength={60}
        onBlur={(event) => rename(event.target.value)}
        onPressEnter={(event) => rename(event.currentTarget.value)}
      />
      <QuantityField
        hideLabel
        label={`${field === 'elevation' ? 'Height' : 'Position'} of ${noun} ${record.label}`}
        kind="length"
        units={units}
        value={value}
        onCommit={(next) => place(next)}
      />
      <Tooltip title="Delete; nodes stay">
        <button
          type="button"
          className="icon-button"
          aria-label={`Delete ${noun} ${record.label}`}
          onClick={() => commit({ edits: [{ kind: 'remove', table, ids: [record.id] }] })}
        >
          <Icon name="trash" />
        </button>
      </Tooltip>
    </div>
  );
}

function AddLine({ table, axis }: { table: 'storeys' | 'gridLines'; axis?: 'x' | 'y' }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const [label, setLabel] = useState('');
  const [text, setText] = useState('');
  const [error, setError] = useState('');
  const add = () => {
    const parsed = parseQuantity(text, 'length', model.settings.units);
    if (!parsed.ok || label.trim() === '') {
      setError(parsed.ok ? 'A name is missing.' : parsed.error);
      return;
    }
    const id = idSource(model)(table);
    const records =
      table === 'storeys'
        ? { storeys: [{ id, label, elevation: parsed.value }] }
        : { gridLines: [{ id, label, axis: axis!, position: parsed.value }] };
    if (commit({ edits: [{ kind: 'add', records }] })) {
      setLabel('');
      setText('');
      setError('');
    }
  };
  const what = table === 'storeys' ? 'storey' : `grid line at a constant ${axis}`;
  return (
    <form
      style={{ display: 'grid', gridTemplateColumns: '1fr 76px 60px', gap: 5 }}
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <Input
        aria-label={`Name of a new ${what}`}
        placeholder="new"
        value={label}
        maxLength={60}
        onChange={(event) => setLabel(event.target.value)}
      />
      <Input
        aria-label={`Place of a new ${what}`}
        placeholder={unitLabel('length', model.settings.units)}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Button htmlType="submit" disabled={label === '' && text === ''}>
        Add
      </Button>
      {error && (
        <div className="field-error" role="alert" style={{ gridColumn: '1 / 4' }}>
          {error}
        </div>
      )}
    </form>
  );
}
