import { Segmented } from 'antd';
import { memberLength, positionTolerance, type Load } from '~core/model';
import { loadWords } from '~core/loading';
import { formatQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';
import { Icon } from '../../theme/icons';
import { QuantityField } from '../quantity-field';
import { AxesChoice } from './axes-choice';

/** One load: read, change, delete. */
export function LoadEditor({ load }: { load: Load }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const { units } = model.settings;
  const change = (fields: Record<string, unknown>) => commit({ edits: [{ kind: 'change', table: 'loads', changes: [{ id: load.id, fields }] }] });
  const loadCase = model.cases[load.case];
  const target = 'node' in load ? `node ${load.node}` : `member ${load.member}`;
  const words = loadWords(load, units);
  const length = 'node' in load ? 0 : memberLength(model, model.members[load.member]);
  const beyond = (position: number) => (position < 0 ? 'A position cannot be negative.' : position > length + positionTolerance ? `${formatQuantity(position, 'length', units)} is past the end, ${formatQuantity(length, 'length', units)}.` : undefined);
  return (
    <div className="block">
      <h3>
        {load.id} <span className="secondary" style={{ fontWeight: 400 }}>{load.type === 'node' ? 'force' : words.kind} on {target}, case {loadCase.label}</span>
        <button type="button" className="icon-button" style={{ marginLeft: 'auto' }} aria-label={`Delete load ${load.id}`} onClick={() => commit({ edits: [{ kind: 'remove', table: 'loads', ids: [load.id] }] })}>
          <Icon name="trash" />
        </button>
      </h3>
      {load.type === 'node' ? (
        <div className="fields">
          {(['force', 'moment'] as const).flatMap((vector) =>
            ['x', 'y', 'z'].map((axis, i) => (
              <QuantityField key={vector + axis} label={`${vector === 'force' ? 'F' : 'M'} ${axis}`} kind={vector} units={units} value={load[vector][i]} onCommit={(value) => change({ [vector]: load[vector].map((part, k) => (k === i ? value : part)) })} />
            )),
          )}
        </div>
      ) : load.type !== 'uniform' && load.type !== 'point' && load.type !== 'moment' ? (
        <p className="secondary">
          {words.direction}: {words.value} {words.place}
        </p>
      ) : (
        <div className="fields">
          <QuantityField label="Value" kind={load.type === 'point' ? 'force' : load.type === 'moment' ? 'moment' : 'lineLoad'} units={units} value={load.value} onCommit={(value) => change({ value })} />
          <span className="field-label">Axes</span>
          <AxesChoice value={load.axes} onChange={(axes) => change({ axes })} />
          <span className="field-label">Direction</span>
          <Segmented aria-label={`Direction of ${load.id}`} block value={load.direction} options={['x', 'y', 'z']} onChange={(direction) => change({ direction })} />
          {load.type !== 'uniform' ? (
            <QuantityField label="At" kind="length" units={units} value={load.at} onCommit={(at) => change({ at })} refuse={beyond} />
          ) : (
            <>
              <QuantityField label="From" kind="length" units={units} value={load.from} onCommit={(from) => change({ from })} refuse={beyond} />
              <QuantityField label="To" kind="length" units={units} value={load.to ?? undefined} placeholder={`the end, ${formatQuantity(length, 'length', units)}`} onCommit={(to) => change({ to })} onClear={() => change({ to: null })} refuse={(position) => beyond(position) ?? (position <= load.from ? 'The end must lie beyond the start.' : undefined)} />
            </>
          )}
        </div>
      )}
    </div>
  );
}
