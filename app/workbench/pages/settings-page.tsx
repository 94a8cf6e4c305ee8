import { familyOptions } from '~core/codes/families';
import { Checkbox, Input, Segmented, Select } from 'antd';
import { Fragment, useId, useState } from 'react';
import { structureKind, structureKinds, type Settings, type StructureKind } from '~core/model';
import { formatNumber, kinds, ownUnitChoices, prettyUnit, type OwnKind } from '~core/units';
import { usualLimits } from '~core/results';
import { useWorkbench } from '../../state/store';
import { Part } from '../fields/part';
import { QuantityField } from '../fields/quantity-field';
import { WidePage } from '../pieces/wide-page';
import { DesignRulesList } from './design-rules';
import { StiffnessSets } from './stiffness-sets';

/** What holds for the whole project: units, codes, the kind of structure, bars of concrete, limits, stiffness sets, directions. */
export function SettingsPage() {
  const settings = useWorkbench((state) => state.model.settings);
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const set = (fields: Partial<Settings>, sentence?: string) =>
    commit({ edits: [{ kind: 'settings.change', fields }], ...(sentence ? { sentence } : {}) });
  const { units, limits = {}, directions = {} } = settings;
  const kind = structureKind(model);
  const usual = usualLimits(model);
  const setLimit = (name: 'drift' | 'deflection', value: number | undefined) => {
    const { [name]: _before, ...others } = limits;
    const next = value === undefined ? others : { ...others, [name]: value };
    set(
      { limits: next },
      value === undefined
        ? `Took the limit of ${name} back to what is usual`
        : `Set the limit of ${name} to ${name === 'drift' ? 'h' : 'L'}/${formatNumber(value, 0)}`,
    );
  };
  const denominator = (value: number) =>
    value >= 20 && value <= 10000 ? undefined : 'A limit is a length over a number from 20 to 10 000, such as 400.';
  return (
    <WidePage
      label="Settings of the project"
      title="Settings of the project"
      caption="they belong to the model: saved, undone, compared and reported with it"
      printable={false}
    >
      <Part name="settings-units" title="Units, codes, kind of structure" open>
        <div className="fields settings">
          <span className="field-label">Units</span>
          <Segmented
            aria-label="Units"
            value={units}
            options={[
              { value: 'si', label: 'SI: m, mm, kN, MPa' },
              { value: 'us', label: 'US: ft, in, kip, ksi' },
            ]}
            onChange={(value: Settings['units']) => set({ units: value })}
          />
          <span className="field-label">Codes</span>
          <Segmented
            aria-label="Code family"
            value={settings.code}
            options={familyOptions(({ parts }) => parts)}
            onChange={(code: Settings['code']) => set({ code })}
          />
          <label htmlFor="settings-structure">Structure</label>
          <div>
            <Select
              id="settings-structure"
              style={{ width: '100%' }}
              value={kind}
              options={Object.entries(structureKinds).map(([value, { name }]) => ({ value, label: name }))}
              onChange={(value: StructureKind) =>
                set({ structure: value }, `Made the structure a ${structureKinds[value].name}`)
              }
            />
            <div className="field-hint">
              {kind === 'space'
                ? 'All six freedoms of every node.'
                : `${structureKinds[kind].held.join(', ')} are held at every node: loads that act out of the plane move nothing.`}
            </div>
          </div>
          <span className="field-label">Members</span>
          <Checkbox
            checked={settings.shearDeformation}
            onChange={(event) => set({ shearDeformation: event.target.checked })}
          >
            deform in shear
          </Checkbox>
        </div>
      </Part>
      <Part
        name="settings-own-units"
        title="Units of one’s own, beside the system"
        open={settings.ownUnits !== undefined}
      >
        <OwnUnitsEditor settings={settings} onChange={(ownUnits, sentence) => set({ ownUnits }, sentence)} />
      </Part>
      <DesignRulesList />
      <Part name="settings-limits" title="Limits of drift and deflection" open>
        <div className="fields settings">
          <QuantityField
            label="Drift, h over"
            kind="number"
            units={units}
            value={limits.drift}
            placeholder={`${usual.drift}, usual`}
            onCommit={(value) => setLimit('drift', value)}
            onClear={() => setLimit('drift', undefined)}
            refuse={denominator}
            hint="of each storey against the one below, under service combinations"
          />
          <QuantityField
            label="Deflection, L over"
            kind="number"
            units={units}
            value={limits.deflection}
            placeholder={`${usual.deflection}, usual`}
            onCommit={(value) => setLimit('deflection', value)}
            onClear={() => setLimit('deflection', undefined)}
            refuse={denominator}
            hint="of each beam from its chord, under service combinations, as it is analysed; beams of concrete are checked with cracks and creep by their design rules"
          />
        </div>
        <p className="field-hint">
          Asked on the plausibility sheet and marked on the pages of storeys and in the report.
        </p>
      </Part>
      <Part name="settings-stiffness" title="Stiffness sets: cracked sections, reduced stiffness" open>
        <StiffnessSets />
      </Part>
      <Part name="settings-directions" title="North and names of directions">
        <div className="fields settings">
          <QuantityField
            label="North, from +y"
            kind="angle"
            units={units}
            value={directions.north}
            placeholder="0"
            onCommit={(north) => set({ directions: { ...directions, north } }, 'Turned the north arrow')}
            onClear={() => set({ directions: { ...directions, north: undefined } }, 'Took the north arrow away')}
            hint="counter-clockwise; the arrow stands above the axes"
          />
          {(['x', 'y'] as const).map((axis) => (
            <TextField
              key={axis}
              label={`Direction ${axis}`}
              value={directions[axis] ?? ''}
              placeholder={axis === 'x' ? 'such as along the street' : 'such as across'}
              onSave={(text) =>
                set(
                  { directions: { ...directions, [axis]: text === '' ? undefined : text } },
                  `Named the direction ${axis}`,
                )
              }
            />
          ))}
        </div>
      </Part>
    </WidePage>
  );
}

function TextField({
  label,
  value,
  placeholder,
  onSave,
}: {
  label: string;
  value: string;
  placeholder: string;
  onSave: (text: string) => void;
}) {
  const [text, setText] = useState<string>();
  const id = useId();
  const save = () => {
    if (text !== undefined && text.trim() !== value) onSave(text.trim());
    setText(undefined);
  };
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        value={text ?? value}
        placeholder={placeholder}
        maxLength={30}
        onChange={(event) => setText(event.target.value)}
        onBlur={save}
        onPressEnter={save}
      />
    </>
  );
}

const kindNames: Readonly<Record<OwnKind, string>> = {
  length: 'Lengths, places',
  sectionLength: 'Sections, offsets',
  deflection: 'Movements',
  area: 'Areas of sections',
  sectionModulus: 'Section moduli',
  secondMoment: 'Second moments',
  planArea: 'Areas in plan',
  force: 'Forces',
  moment: 'Moments',
  lineLoad: 'Loads per length',
  pressure: 'Loads per area',
  stress: 'Stresses',
  unitWeight: 'Unit weights',
  springForce: 'Springs',
};

/** A unit of the project's own for each quantity, or that of its system. */
function OwnUnitsEditor({
  settings,
  onChange,
}: {
  settings: Settings;
  onChange: (ownUnits: Settings['ownUnits'], sentence: string) => void;
}) {
  const chosen = settings.ownUnits ?? {};
  const choose = (kind: OwnKind, unit: string) => {
    const { [kind]: _before, ...others } = chosen;
    const usual = kinds[kind].shown[settings.units].unit;
    onChange(
      unit === usual ? others : { ...others, [kind]: unit },
      unit === usual
        ? `${kindNames[kind]} are shown in ${prettyUnit(usual)} again`
        : `${kindNames[kind]} are shown in ${prettyUnit(unit)}`,
    );
  };
  return (
    <>
      <div className="fields settings">
        {(Object.keys(ownUnitChoices) as OwnKind[]).map((kind) => {
          const usual = kinds[kind].shown[settings.units].unit;
          const units = [...new Set([usual, ...ownUnitChoices[kind]])];
          return (
            <Fragment key={kind}>
              <label htmlFor={`own-${kind}`}>{kindNames[kind]}</label>
              <Select
                id={`own-${kind}`}
                value={chosen[kind] ?? usual}
                options={units.map((unit) => ({
                  value: unit,
                  label: `${prettyUnit(unit)}${unit === usual ? ', as the system' : ''}`,
                }))}
                onChange={(unit: string) => choose(kind, unit)}
              />
            </Fragment>
          );
        })}
      </div>
      <p className="field-hint">
        Numbers are shown in these units and read in them when none is typed. A number with its unit is always read as
        typed; what is stored does not change.
      </p>
    </>
  );
}
