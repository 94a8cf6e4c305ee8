import { Button, InputNumber, Select } from 'antd';
import { reinforcingBars } from '~core/catalog';
import { rulesOf, type Cage, type CageBars, type CageTies, type Member } from '~core/model';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { acceptBars } from '../acts/accept-bars';
import { usePart } from '../fields/part';
import { QuantityField } from '../fields/quantity-field';
import { useSheetIndex } from '../pieces/use-sheets';
import { RulesChoice } from './rules-choice';

const barOptions = reinforcingBars.map(({ name }) => ({ value: name, label: name }));
const sameSize = 'same';

/** Bars and ties of the selected columns, to be changed together. */
export function CageFields({ members }: { members: readonly Member[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const look = useWorkbench((state) => state.look);
  const workbench = useWorkbenchApi();
  const part = usePart<HTMLDivElement>('reinforcement');
  const { units } = model.settings;
  const { rules } = rulesOf(model, members[0]);
  const { bars, ties } = members[0].cage ?? {};
  const set = (change: { bars?: CageBars | undefined; ties?: CageTies | undefined }) =>
    commit({
      edits: [
        {
          kind: 'change',
          table: 'members',
          changes: members.map((member) => ({
            id: member.id,
            fields: { cage: partsOf({ ...member.cage, ...change }) },
          })),
        },
      ],
    });
  const size = rules.longitudinal[Math.min(4, rules.longitudinal.length - 1)];
  const inFace = (key: 'alongY' | 'alongZ', axis: string) =>
    bars && (
      <InputNumber
        aria-label={`Bars in each face along local ${axis}`}
        min={2}
        max={20}
        value={bars[key]}
        style={{ width: 58 }}
        onChange={(count) => count !== null && set({ bars: { ...bars, [key]: count } })}
      />
    );
  const legs = (key: 'legsY' | 'legsZ', axis: string) =>
    ties && (
      <InputNumber
        aria-label={`Legs of ties along local ${axis}`}
        min={2}
        max={12}
        value={ties[key]}
        style={{ width: 58 }}
        onChange={(count) => count !== null && set({ ties: { ...ties, [key]: count } })}
      />
    );
  return (
    <div className="block" ref={part}>
      <h3>Bars and ties</h3>
      <RulesChoice members={members} />
      {members.length === 1 && <Checked id={members[0].id} />}
      {members.some(({ cage }) => !cage?.bars || !cage.ties) && (
        <div className="row" style={{ marginBottom: 8 }}>
          <Button
            size="small"
            onClick={() =>
              void acceptBars(
                workbench,
                members.map(({ id }) => id),
              )
            }
          >
            Accept what is proposed
          </Button>
          <span className="caption">until then the verdict is open</span>
        </div>
      )}
      <div className="fields">
        <span className="field-label">Corners</span>
        {bars ? (
          <div className="row" style={{ flexWrap: 'nowrap' }}>
            <Select
              aria-label="Size of corner bars"
              value={bars.corner}
              options={barOptions}
              style={{ width: 70 }}
              onChange={(corner) => set({ bars: { ...bars, corner } })}
            />
            <Button size="small" type="text" onClick={() => set({ bars: undefined })}>
              propose
            </Button>
          </div>
        ) : (
          <div className="row">
            <span className="secondary">proposed</span>
            <Button size="small" onClick={() => set({ bars: { corner: size, alongY: 3, alongZ: 3 } })}>
              choose
            </Button>
          </div>
        )}
        {bars && (
          <>
            <span className="field-label">Between</span>
            <Select
              aria-label="Size of bars between the corners"
              value={bars.between ?? sameSize}
              options={[{ value: sameSize, label: 'same' }, ...barOptions]}
              style={{ width: 78 }}
              onChange={(between) => {
                const { between: before, ...rest } = bars;
                set({ bars: between === sameSize || between === before ? rest : { ...rest, between } });
              }}
            />
            <span className="field-label">In faces along y, z</span>
            <div className="row" style={{ flexWrap: 'nowrap' }}>
              {inFace('alongY', 'y')}
              {inFace('alongZ', 'z')}
            </div>
          </>
        )}
        <span className="field-label">Ties</span>
        {ties ? (
          <div className="row" style={{ flexWrap: 'nowrap' }}>
            <Select
              aria-label="Size of ties"
              value={ties.bar}
              options={barOptions}
              style={{ width: 70 }}
              onChange={(bar) => set({ ties: { ...ties, bar } })}
            />
            <Button size="small" type="text" onClick={() => set({ ties: undefined })}>
              propose
            </Button>
          </div>
        ) : (
          <div className="row">
            <span className="secondary">proposed</span>
            <Button
              size="small"
              onClick={() =>
                set({ ties: { bar: rules.stirrup, spacing: units === 'us' ? 0.3048 : 0.3, legsY: 2, legsZ: 2 } })
              }
            >
              choose
            </Button>
          </div>
        )}
        {ties && (
          <>
            <QuantityField
              label="Spacing"
              kind="sectionLength"
              units={units}
              value={ties.spacing}
              onCommit={(spacing) => set({ ties: { ...ties, spacing } })}
              refuse={(value) => (value > 0 ? undefined : 'This must be above zero.')}
            />
            <span className="field-label">Legs along y, z</span>
            <div className="row" style={{ flexWrap: 'nowrap' }}>
              {legs('legsY', 'y')}
              {legs('legsZ', 'z')}
            </div>
          </>
        )}
      </div>
      {members.length === 1 && (
        <Button
          size="small"
          style={{ marginTop: 6 }}
          onClick={() => look({ panel: { kind: 'line', member: members[0].id }, part: 'cage' })}
        >
          Section and interaction diagrams
        </Button>
      )}
    </div>
  );
}

/** A cage without parts that are left out; null: none is left. */
function partsOf({ bars, ties }: { bars?: CageBars | undefined; ties?: CageTies | undefined }): Cage | null {
  return bars || ties ? { ...(bars ? { bars } : {}), ...(ties ? { ties } : {}) } : null;
}

/** What the check used: chosen or proposed. */
function Checked({ id }: { id: string }) {
  const cage = useSheetIndex(id)?.cage;
  if (!cage) return null;
  const said = (proposed: boolean) => (proposed ? 'proposed' : 'chosen');
  return (
    <p className="secondary" style={{ marginBottom: 6 }}>
      Bars{' '}
      {cage.words.bars === ''
        ? 'none fits'
        : `${cage.words.bars}, ${cage.words.faces} in the faces along y and z, ${said(cage.areProposed.bars)}`}
      . Ties {cage.words.ties}, {said(cage.areProposed.ties)}.
    </p>
  );
}
