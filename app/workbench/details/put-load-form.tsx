import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { idSource, memberLength, positionTolerance, type Load, type LoadCase } from '~core/model';
import { count, formatQuantity } from '~core/units';
import { useWorkbench } from '../../state/store';
import { QuantityField } from '../quantity-field';
import { AxesChoice } from './axes-choice';

type Direction = 'x' | 'y' | 'z';

/** Puts a load on everything that is selected, in the case that is shown, in one revision. */
export function PutLoadForm({ loadCase }: { loadCase: LoadCase }) {
  const members = useWorkbench((state) => state.selection.members);
  const nodes = useWorkbench((state) => state.selection.nodes);
  const kinds = [...(members.length > 0 ? ['uniform', 'point'] : []), ...(nodes.length > 0 ? ['node'] : [])] as const;
  const [kind, setKind] = useState<string>(kinds[0]);
  const active = (kinds as readonly string[]).includes(kind) ? kind : kinds[0];
  return (
    <div className="block">
      <h3>
        Put a load <span className="caption">into case {loadCase.label}</span>
      </h3>
      <Segmented aria-label="Kind of load" block value={active} options={kinds.map((value) => ({ value, label: { uniform: 'uniform', point: 'point', node: 'at nodes' }[value as 'uniform' | 'point' | 'node'] }))} onChange={setKind} style={{ marginBottom: 8 }} />
      {active === 'node' ? <NodeLoadFields loadCase={loadCase} ids={nodes} /> : <MemberLoadFields key={active} loadCase={loadCase} ids={members} isPoint={active === 'point'} />}
    </div>
  );
}

function MemberLoadFields({ loadCase, ids, isPoint }: { loadCase: LoadCase; ids: readonly string[]; isPoint: boolean }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const { units } = model.settings;
  const [axes, setAxes] = useState<'global' | 'local'>('global');
  const [direction, setDirection] = useState<Direction>('z');
  const [value, setValue] = useState<number>();
  const [from, setFrom] = useState<number>();
  const [to, setTo] = useState<number>();
  const shortest = Math.min(...ids.map((id) => memberLength(model, model.members[id])));
  const beyond = (position: number) =>
    position < 0 ? 'A position cannot be negative; it is measured from the start.' : position > shortest + positionTolerance ? `${formatQuantity(position, 'length', units)} is past the end of the shortest selected member, ${formatQuantity(shortest, 'length', units)} long.` : undefined;
  const put = () => {
    const next = idSource(model);
    const loads = ids.map((member): Load => {
      const base = { id: next('loads'), case: loadCase.id, member, axes, direction, value: value! };
      return isPoint ? { ...base, type: 'point', at: from ?? memberLength(model, model.members[member]) / 2 } : { ...base, type: 'uniform', from: from ?? 0, to: to ?? null };
    });
    const size = formatQuantity(value!, isPoint ? 'force' : 'lineLoad', units);
    commit({ edits: [{ kind: 'add', records: { loads } }], sentence: `Put ${size} on ${count(ids.length, 'member')} in case ${loadCase.label}` });
  };
  return (
    <>
      <div className="fields">
        <span className="field-label">Axes</span>
        <AxesChoice value={axes} onChange={setAxes} />
        <span className="field-label">Direction</span>
        <Segmented aria-label="Direction" block value={direction} options={['x', 'y', 'z']} onChange={setDirection} />
        <QuantityField label="Value" kind={isPoint ? 'force' : 'lineLoad'} units={units} value={value} placeholder={axes === 'global' && direction === 'z' ? 'negative acts downward' : ''} onCommit={setValue} onClear={() => setValue(undefined)} />
        <QuantityField label={isPoint ? 'At' : 'From'} kind="length" units={units} value={from} placeholder={isPoint ? 'the middle' : 'the start'} onCommit={setFrom} onClear={() => setFrom(undefined)} refuse={beyond} />
        {!isPoint && (
          <QuantityField label="To" kind="length" units={units} value={to} placeholder={`the end, ${formatQuantity(shortest, 'length', units)}`} onCommit={setTo} onClear={() => setTo(undefined)} refuse={(position) => beyond(position) ?? (position <= (from ?? 0) ? 'The end must lie beyond the start.' : undefined)} />
        )}
      </div>
      <Button type="primary" style={{ marginTop: 8 }} disabled={value === undefined || value === 0} onClick={put}>
        Put on {count(ids.length, 'member')}
      </Button>
    </>
  );
}

function NodeLoadFields({ loadCase, ids }: { loadCase: LoadCase; ids: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const { units } = model.settings;
  const [parts, setParts] = useState<(number | undefined)[]>(Array.from({ length: 6 }));
  const put = () => {
    const next = idSource(model);
    const six = parts.map((part) => part ?? 0);
    const loads = ids.map((node): Load => ({ id: next('loads'), case: loadCase.id, type: 'node', node, force: [six[0], six[1], six[2]], moment: [six[3], six[4], six[5]] }));
    commit({ edits: [{ kind: 'add', records: { loads } }], sentence: `Put a force on ${count(ids.length, 'node')} in case ${loadCase.label}` });
  };
  return (
    <>
      <div className="fields">
        {['F x', 'F y', 'F z', 'M x', 'M y', 'M z'].map((label, i) => (
          <QuantityField key={label} label={label} kind={i < 3 ? 'force' : 'moment'} units={units} value={parts[i]} placeholder="0" onCommit={(value) => setParts(parts.map((part, k) => (k === i ? value : part)))} onClear={() => setParts(parts.map((part, k) => (k === i ? undefined : part)))} />
        ))}
      </div>
      <Button type="primary" style={{ marginTop: 8 }} disabled={parts.every((part) => !part)} onClick={put}>
        Put on {count(ids.length, 'node')}
      </Button>
    </>
  );
}
