import { Select } from 'antd';
import { endConditionName, endConditions } from '~core/build';
import { axisPositions, behaviours, type Connection, type Member, type StiffnessFactors } from '~core/model';
import { useWorkbench } from '../../../state/store';
import { commonValue } from '../../fields/common-value';
import { Part } from '../../fields/part';
import { QuantityField } from '../../fields/quantity-field';
import { EndSketch } from '../../pieces/sketches';
import { behaviourNames, positionNames } from '../../words/behaviour-names';
import { SectionCut } from '../../pieces/section-cut';

const ways: readonly [keyof Connection, string, 'force' | 'moment'][] = [
  ['ux', 'along x', 'force'],
  ['uy', 'along y', 'force'],
  ['uz', 'along z', 'force'],
  ['rx', 'about x', 'moment'],
  ['ry', 'about y', 'moment'],
  ['rz', 'about z', 'moment'],
];
const factorNames: readonly [keyof StiffnessFactors, string][] = [
  ['area', 'A'],
  ['inertiaY', 'I about y'],
  ['inertiaZ', 'I about z'],
  ['torsion', 'J'],
  ['shearY', 'shear y'],
  ['shearZ', 'shear z'],
];

type Fields = Partial<Record<keyof Member, unknown>>;
/** Gives the same fields to all members, or each what follows from its own. */
type Change = (fields: Fields | ((member: Member) => Fields)) => void;

/** How members act and are joined: behaviour, end conditions, axis position and offsets, rigid ends, stiffness factors. */
export function MemberBehaviourEditor({ members, change }: { members: readonly Member[]; change: Change }) {
  const model = useWorkbench((state) => state.model);
  const { units } = model.settings;
  const behaviour = commonValue(members, (member) => member.behaviour ?? 'frame');
  const position = commonValue(members, (member) => member.axisPosition ?? 'centroid');
  const offset = (end: 'startOffset' | 'endOffset', axis: number) =>
    commonValue(members, (member) => member[end]?.[axis] ?? 0);
  const setOffset = (end: 'startOffset' | 'endOffset', axis: number, value: number) => {
    change((member) => {
      const next = (member[end] ?? [0, 0, 0]).map((part, i) => (i === axis ? value : part));
      return { [end]: next.every((part) => part === 0) ? null : next };
    });
  };
  const rigid = (end: 'startRigid' | 'endRigid') => commonValue(members, (member) => member[end] ?? 0);
  const shift = (axis: 0 | 1) => commonValue(members, (member) => member.drawnShift?.[axis] ?? 0);
  return (
    <>
      <Part name="ends" title="Behaviour and ends" open block>
        <div className="fields">
          <label htmlFor="member-behaviour">Carries</label>
          <Select
            id="member-behaviour"
            value={behaviour === 'varies' ? undefined : behaviour}
            placeholder="varies"
            options={behaviours.map((value) => ({ value, label: behaviourNames[value] }))}
            onChange={(value) => change({ behaviour: value === 'frame' ? null : value })}
          />
          <EndField label="Start" end="startConnection" members={members} change={change} />
          <EndField label="End" end="endConnection" members={members} change={change} />
        </div>
      </Part>
      <Part name="axis" title="Axis position and offsets" block>
        {members.length === 1 && <SectionCut model={model} member={members[0]} />}
        <div className="fields">
          <label htmlFor="member-axis">Nodes at</label>
          <Select
            id="member-axis"
            value={position === 'varies' ? undefined : position}
            placeholder="varies"
            options={axisPositions.map((value) => ({ value, label: positionNames[value] }))}
            onChange={(value) => change({ axisPosition: value === 'centroid' ? null : value })}
          />
        </div>
        {(['startOffset', 'endOffset'] as const).map((end) => (
          <div className="fields" key={end} style={{ marginTop: 6 }}>
            {['x', 'y', 'z'].map((axis, i) => (
              <QuantityField
                key={axis}
                label={`${end === 'startOffset' ? 'Start' : 'End'} ${axis}`}
                kind="sectionLength"
                units={units}
                value={offset(end, i)}
                onCommit={(value) => setOffset(end, i, value)}
              />
            ))}
          </div>
        ))}
        <p className="field-hint">
          Offsets lie in the local directions of the line between the nodes and count in the analysis.
        </p>
        <div className="fields">
          <QuantityField
            label="Drawn y"
            kind="sectionLength"
            units={units}
            value={shift(0)}
            onCommit={(value) => change((member) => ({ drawnShift: [value, member.drawnShift?.[1] ?? 0] }))}
          />
          <QuantityField
            label="Drawn z"
            kind="sectionLength"
            units={units}
            value={shift(1)}
            onCommit={(value) => change((member) => ({ drawnShift: [member.drawnShift?.[0] ?? 0, value] }))}
          />
        </div>
        <p className="field-hint">A drawn shift moves only the picture of the section.</p>
      </Part>
      <details className="block">
        <summary>Rigid ends and stiffness</summary>
        <div className="fields">
          <QuantityField
            label="Rigid start"
            kind="sectionLength"
            units={units}
            value={rigid('startRigid')}
            onCommit={(value) => change({ startRigid: value === 0 ? null : value })}
            refuse={(value) => (value < 0 ? 'A rigid length is not below zero.' : undefined)}
          />
          <QuantityField
            label="Rigid end"
            kind="sectionLength"
            units={units}
            value={rigid('endRigid')}
            onCommit={(value) => change({ endRigid: value === 0 ? null : value })}
            refuse={(value) => (value < 0 ? 'A rigid length is not below zero.' : undefined)}
          />
          {factorNames.map(([key, label]) => (
            <QuantityField
              key={key}
              label={`× ${label}`}
              kind="number"
              units={units}
              placeholder="1"
              value={commonValue(members, (member) => member.stiffness?.[key] ?? 1)}
              onCommit={(value) => change((member) => ({ stiffness: factorsWith(member.stiffness, key, value) }))}
              refuse={(value) => (value > 0 && value <= 100 ? undefined : 'A factor lies above 0 and up to 100.')}
            />
          ))}
        </div>
        <p className="field-hint">
          Factors count in every analysis, beside those of a stiffness set (cracked beam, cracked column, stability)
          that a combination names.
        </p>
      </details>
    </>
  );
}

function factorsWith(
  before: StiffnessFactors | undefined,
  key: keyof StiffnessFactors,
  value: number,
): StiffnessFactors | null {
  const next = { ...before, [key]: value };
  if (value === 1) delete next[key];
  return Object.keys(next).length > 0 ? next : null;
}

/** One end's condition by name; “springs” opens the six directions. */
function EndField({
  label,
  end,
  members,
  change,
}: {
  label: string;
  end: 'startConnection' | 'endConnection';
  members: readonly Member[];
  change: Change;
}) {
  const units = useWorkbench((state) => state.model.settings.units);
  const name = commonValue(members, (member) => endConditionName(member[end]));
  const springs = name === 'partly fixed' || name === 'other';
  const choose = (value: string) => {
    const condition = endConditions.find((one) => one.name === value);
    change({ [end]: condition ? (condition.connection ?? null) : { ry: 1e7 } });
  };
  const set = (way: keyof Connection, value: number | undefined) =>
    change((member) => {
      const next: Connection = { ...member[end] };
      if (value === undefined) delete next[way];
      else next[way] = value;
      return { [end]: Object.keys(next).length > 0 ? next : null };
    });
  return (
    <>
      <label htmlFor={`member-${end}`}>{label}</label>
      <Select
        id={`member-${end}`}
        value={name === 'varies' ? undefined : name}
        placeholder="varies"
        popupMatchSelectWidth={false}
        options={[
          ...endConditions.map((condition) => ({
            value: condition.name,
            label: `${condition.name}: ${condition.why}`,
          })),
          { value: 'partly fixed', label: 'partly fixed: springs' },
          ...(name === 'other' ? [{ value: 'other', label: 'other' }] : []),
        ]}
        labelRender={({ value }) => (
          <span className="with-sketch">
            <EndSketch name={String(value)} /> {String(value)}
          </span>
        )}
        optionRender={({ value, label: words }) => (
          <span className="with-sketch">
            <EndSketch name={String(value)} /> {words}
          </span>
        )}
        onChange={choose}
      />
      {springs &&
        ways.map(([way, words, kind]) => (
          <QuantityField
            key={way}
            label={words}
            kind={kind === 'force' ? 'springForce' : 'springMoment'}
            units={units}
            placeholder="rigid"
            value={commonValue(members, (member) => member[end]?.[way])}
            onCommit={(value) => set(way, value)}
            onClear={() => set(way, undefined)}
            refuse={(value) => (value >= 0 ? undefined : 'A stiffness is not below zero; 0 is a release.')}
          />
        ))}
    </>
  );
}
