import { Button, Checkbox, InputNumber, Select } from 'antd';
import { reinforcingBars } from '~core/catalog';
import { rulesOf, type Member, type Reinforcement, type SteelDesign } from '~core/model';
import { memberInLine } from '~core/lines';
import { formatQuantity } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { acceptBars } from '../acts/accept-bars';
import { switchChecks } from '../acts/switch-checks';
import { commonValue } from '../fields/common-value';
import { usePart } from '../fields/part';
import { QuantityField } from '../fields/quantity-field';
import { useSheetIndex } from '../pieces/use-sheets';
import { MemberEditor } from '../kinds/members/editor';
import { CageFields } from './cage-fields';
import { RulesChoice } from '../kinds/rules-choice';

/** What the checks of the selected members depend on, to be changed together. */
export function DesignEditor({ ids }: { ids: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const members = ids.flatMap((id) => model.members[id] ?? []);
  const kinds = new Set(
    members.map((member) => (member.material === null ? 'none' : model.materials[member.material].kind)),
  );
  return (
    <>
      <CheckedSwitch members={members} />
      {kinds.size === 1 && kinds.has('steel') && <SteelFields members={members} />}
      {kinds.size === 1 && kinds.has('concrete') && members.every((member) => member.role === 'beam') && (
        <BarFields members={members} />
      )}
      {kinds.size === 1 && kinds.has('concrete') && members.every((member) => member.role === 'column') && (
        <CageFields members={members} />
      )}
      <MemberEditor ids={ids} />
    </>
  );
}

/** Whether the selected members are checked at all. */
function CheckedSwitch({ members }: { members: readonly Member[] }) {
  const workbench = useWorkbenchApi();
  if (members.length === 0) return null;
  const off = members.filter(({ unchecked }) => unchecked).length;
  return (
    <div className="block">
      <Checkbox
        checked={off === 0}
        indeterminate={off > 0 && off < members.length}
        onChange={(event) =>
          switchChecks(
            workbench,
            members.map(({ id }) => id),
            event.target.checked,
          )
        }
      >
        {members.length === 1 ? 'It is checked' : `These ${members.length} members are checked`}
      </Checkbox>
      {off > 0 && (
        <div className="field-hint">
          {off === members.length ? '' : `${off} of them are not. `}Without checks the verdict is open.
        </div>
      )}
    </div>
  );
}

/** A group of fields with those that are undefined left out; undefined when nothing is left. */
function withoutEmpty<T extends object>(fields: T): T | null {
  const kept = Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined && value !== null));
  return Object.keys(kept).length > 0 ? (kept as T) : null;
}

const lengthFields = [
  ['unbracedLengthMajor', 'L, strong axis'],
  ['unbracedLengthMinor', 'L, weak axis'],
  ['unbracedLengthTorsion', 'L, lateral'],
] as const;
const factorFields = [
  ['factorMajor', 'K, strong'],
  ['factorMinor', 'K, weak'],
] as const;

function SteelFields({ members }: { members: readonly Member[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const { units } = model.settings;
  const set = (field: keyof SteelDesign, value: number | undefined) =>
    commit({
      edits: [
        {
          kind: 'change',
          table: 'members',
          changes: members.map((member) => ({
            id: member.id,
            fields: { steelDesign: withoutEmpty({ ...member.steelDesign, [field]: value }) },
          })),
        },
      ],
    });
  const part = usePart<HTMLDivElement>('unbraced');
  const inLine = memberInLine(model, members[0].id);
  const own = (field: (typeof lengthFields)[number][0]) => {
    const part = field === 'unbracedLengthMajor' ? inLine?.major : inLine?.minor;
    return part ? formatQuantity(part.to - part.from, 'length', units) : 'of its line';
  };
  return (
    <div className="block" ref={part}>
      <h3>
        Unbraced lengths <span className="caption">empty: as its design line is held</span>
      </h3>
      <div className="fields">
        {lengthFields.map(([field, label]) => (
          <QuantityField
            key={field}
            label={label}
            kind="length"
            units={units}
            value={commonValue(members, (member) => member.steelDesign?.[field])}
            placeholder={members.length === 1 ? own(field) : 'of its line'}
            onCommit={(value) => set(field, value)}
            onClear={() => set(field, undefined)}
            refuse={positive}
          />
        ))}
        {factorFields.map(([field, label]) => (
          <QuantityField
            key={field}
            label={label}
            kind="number"
            units={units}
            value={commonValue(members, (member) => member.steelDesign?.[field])}
            placeholder="1"
            onCommit={(value) => set(field, value)}
            onClear={() => set(field, undefined)}
            refuse={positive}
          />
        ))}
      </div>
    </div>
  );
}

const positive = (value: number) => (value > 0 ? undefined : 'This must be above zero.');

function BarFields({ members }: { members: readonly Member[] }) {
  const model = useWorkbench((state) => state.model);
  const { settings } = model;
  const { rules } = rulesOf(model, members[0]);
  const commit = useWorkbench((state) => state.commit);
  const { units } = settings;
  const set = (change: Partial<Record<keyof Reinforcement, unknown>>) =>
    commit({
      edits: [
        {
          kind: 'change',
          table: 'members',
          changes: members.map((member) => ({
            id: member.id,
            fields: { reinforcement: withoutEmpty({ ...member.reinforcement, ...change }) },
          })),
        },
      ],
    });
  const workbench = useWorkbenchApi();
  const part = usePart<HTMLDivElement>('reinforcement');
  const first = members[0].reinforcement;
  const barOptions = reinforcingBars.map((bar) => ({ value: bar.name, label: bar.name }));
  const face = (side: 'top' | 'bottom' | 'side') => {
    const layer = first?.[side];
    const isSide = side === 'side';
    const start = {
      bar: rules.longitudinal[isSide ? 0 : Math.min(3, rules.longitudinal.length - 1)],
      count: isSide ? 1 : 3,
    };
    return (
      <div key={side} style={{ display: 'contents' }}>
        <span className="field-label">{side === 'top' ? 'Top' : isSide ? 'Each side' : 'Bottom'}</span>
        {layer ? (
          <div className="row" style={{ flexWrap: 'nowrap' }}>
            <InputNumber
              aria-label={`Number of ${side} bars`}
              min={isSide ? 1 : 2}
              max={isSide ? 20 : 40}
              value={layer.count}
              style={{ width: 58 }}
              onChange={(count) => count !== null && set({ [side]: { ...layer, count } })}
            />
            <Select
              aria-label={`Size of ${side} bars`}
              value={layer.bar}
              options={barOptions}
              style={{ width: 70 }}
              onChange={(bar) => set({ [side]: { ...layer, bar } })}
            />
            <Button size="small" type="text" onClick={() => set({ [side]: undefined })}>
              propose
            </Button>
          </div>
        ) : (
          <div className="row">
            <span className="secondary">{isSide ? 'proposed where asked for' : 'proposed'}</span>
            <Button size="small" onClick={() => set({ [side]: start })}>
              choose
            </Button>
          </div>
        )}
      </div>
    );
  };
  const stirrups = first?.stirrups;
  return (
    <div className="block" ref={part}>
      <h3>Reinforcement</h3>
      <RulesChoice
        table="members"
        records={members}
        noun={new Set(members.map(({ role }) => role)).size === 1 ? members[0].role : 'member'}
      />
      {members.length === 1 && <ProposedBars id={members[0].id} />}
      {members.some(({ reinforcement }) => !reinforcement?.top || !reinforcement.bottom || !reinforcement.stirrups) && (
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
        {face('top')}
        {face('bottom')}
        {face('side')}
        <span className="field-label">Stirrups</span>
        {stirrups ? (
          <div>
            <div className="row" style={{ flexWrap: 'nowrap' }}>
              <InputNumber
                aria-label="Stirrup legs"
                min={2}
                max={12}
                value={stirrups.legs}
                style={{ width: 58 }}
                onChange={(legs) => legs !== null && set({ stirrups: { ...stirrups, legs } })}
              />
              <Select
                aria-label="Stirrup bar"
                value={stirrups.bar}
                options={barOptions}
                style={{ width: 70 }}
                onChange={(bar) => set({ stirrups: { ...stirrups, bar } })}
              />
              <Button size="small" type="text" onClick={() => set({ stirrups: undefined })}>
                propose
              </Button>
            </div>
            <QuantityField
              hideLabel
              label="Stirrup spacing"
              kind="sectionLength"
              units={units}
              value={stirrups.spacing}
              onCommit={(spacing) => set({ stirrups: { ...stirrups, spacing } })}
              refuse={positive}
            />
          </div>
        ) : (
          <div className="row">
            <span className="secondary">proposed</span>
            <Button
              size="small"
              onClick={() => set({ stirrups: { bar: rules.stirrup, legs: 2, spacing: units === 'us' ? 0.2032 : 0.2 } })}
            >
              choose
            </Button>
          </div>
        )}
      </div>
    </div>
  );
}

/** What the check used: chosen or proposed bars. */
function ProposedBars({ id }: { id: string }) {
  const index = useSheetIndex(id);
  if (!index?.reinforcement) return null;
  const { top, bottom, side, stirrups } = index.reinforcement;
  return (
    <p className="secondary" style={{ marginBottom: 6 }}>
      Top {top}. Bottom {bottom}. {side !== null && <>Sides {side}. </>}
      {stirrups}.
    </p>
  );
}
