import { Button, Input, Select } from 'antd';
import { idSource, inOrder, type StiffnessSet } from '~core/model';
import { useWorkbench } from '../../state/store';
import { Icon } from '../../theme/icons';
import { standardSets } from '../acts/new-analysis';
import { QuantityField } from '../fields/quantity-field';

type Rule = StiffnessSet['rules'][number];
const parts = [
  ['area', 'A'],
  ['inertiaY', 'Iy'],
  ['inertiaZ', 'Iz'],
  ['torsion', 'J'],
  ['shearY', 'Avy'],
  ['shearZ', 'Avz'],
] as const;
const own: Omit<StiffnessSet, 'id'> = {
  label: 'Own stiffness',
  source: 'own',
  rules: [{ material: 'concrete', role: 'any', factors: { inertiaY: 0.5, inertiaZ: 0.5 } }],
};

/** Factors on stiffness by material and role: those of the codes, and one's own. */
export function StiffnessSets() {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const sets = inOrder(model.stiffnessSets);
  const change = (id: string, fields: Partial<Omit<StiffnessSet, 'id'>>, sentence: string) =>
    commit({ edits: [{ kind: 'change', table: 'stiffnessSets', changes: [{ id, fields }] }], sentence });
  const add = (set: Omit<StiffnessSet, 'id'>) => {
    const taken = new Set(sets.map((one) => one.label));
    const label = taken.has(set.label)
      ? Array.from({ length: 99 }, (_, i) => `${set.label} ${i + 2}`).find((name) => !taken.has(name))!
      : set.label;
    commit({
      edits: [{ kind: 'add', records: { stiffnessSets: [{ ...set, label, id: idSource(model)('stiffnessSets') }] } }],
      sentence: `Added the stiffness “${label}”`,
    });
  };
  const users = (id: string) =>
    Object.values(model.combinations).filter((one) => one.stiffnessSet === id).length +
    Object.values(model.analyses).filter((one) => 'stiffnessSet' in one && one.stiffnessSet === id).length;
  return (
    <>
      {sets.length === 0 && (
        <p className="secondary">
          None yet: every member has its full stiffness. Combinations and analyses choose among those that stand here.
        </p>
      )}
      {sets.map((set) => (
        <section key={set.id} className="block" aria-label={`Stiffness ${set.label}`}>
          <div className="row" style={{ flexWrap: 'nowrap' }}>
            <Input
              key={set.label}
              aria-label={`Name of the stiffness ${set.label}`}
              defaultValue={set.label}
              maxLength={60}
              onBlur={(event) => {
                const label = event.target.value.trim();
                if (label !== '' && label !== set.label)
                  change(set.id, { label }, `Renamed the stiffness ${set.label} to ${label}`);
              }}
            />
            <span className="caption" style={{ whiteSpace: 'nowrap' }}>
              {users(set.id) === 0 ? 'not used' : `used ${users(set.id)} times`}
            </span>
            <button
              type="button"
              className="icon-button"
              aria-label={`Delete the stiffness ${set.label}`}
              onClick={() =>
                commit({
                  edits: [{ kind: 'remove', table: 'stiffnessSets', ids: [set.id] }],
                  sentence: `Deleted the stiffness “${set.label}”`,
                })
              }
            >
              <Icon name="trash" />
            </button>
          </div>
          <p className="field-hint">
            {set.source === 'own'
              ? 'Own factors. The first rule that fits a member counts; a factor left empty is 1.'
              : set.source}
          </p>
          <Rules
            set={set}
            onChange={(rules) => change(set.id, { rules, source: 'own' }, `Changed the stiffness “${set.label}”`)}
          />
          <PanelRules
            set={set}
            onChange={(panels) => change(set.id, { panels, source: 'own' }, `Changed the stiffness “${set.label}”`)}
          />
        </section>
      ))}
      <div className="row">
        {standardSets
          .filter((set) => !sets.some((one) => one.label === set.label))
          .map((set) => (
            <Button key={set.label} size="small" onClick={() => add(set)}>
              Add {set.label}
            </Button>
          ))}
        <Button size="small" onClick={() => add(own)}>
          Add factors of one’s own
        </Button>
      </div>
    </>
  );
}

type PanelRule = NonNullable<StiffnessSet['panels']>[number];
const panelParts = [
  ['bendingX', 'Bending x'],
  ['bendingY', 'Bending y'],
  ['membraneX', 'In plane x'],
  ['membraneY', 'In plane y'],
] as const;

/** Factors of slabs and walls, along their bars and across. */
function PanelRules({ set, onChange }: { set: StiffnessSet; onChange: (rules: PanelRule[]) => void }) {
  const units = useWorkbench((state) => state.model.settings.units);
  const { panels = [] } = set;
  const put = (at: number, rule: PanelRule | undefined) =>
    onChange(panels.flatMap((one, i) => (i !== at ? [one] : rule ? [rule] : [])));
  return (
    <>
      {panels.length > 0 && (
        <div
          className="stiffness-rules of-panels"
          role="table"
          aria-label={`Factors of ${set.label} for slabs and walls`}
        >
          <div role="row">
            {['Of', ...panelParts.map(([, title]) => title), ''].map((title) => (
              <span key={title} role="columnheader" className="caption">
                {title}
              </span>
            ))}
          </div>
          {panels.map((rule, i) => (
            <div role="row" key={i}>
              <Select
                aria-label={`Of what rule ${i + 1} for slabs and walls is`}
                size="small"
                value={rule.of}
                options={[
                  { value: 'any', label: 'slabs and walls' },
                  { value: 'slabs', label: 'slabs' },
                  { value: 'walls', label: 'walls' },
                ]}
                onChange={(of) => put(i, { ...rule, of: of as PanelRule['of'] })}
              />
              {panelParts.map(([field, title]) => (
                <QuantityField
                  key={field}
                  hideLabel
                  label={`${title} of rule ${i + 1} for slabs and walls`}
                  kind="number"
                  units={units}
                  value={rule.factors[field]}
                  placeholder="1"
                  refuse={(value) => (value > 0 && value <= 100 ? undefined : 'A factor is above 0 and at most 100.')}
                  onCommit={(value) => put(i, { ...rule, factors: { ...rule.factors, [field]: value } })}
                  onClear={() => {
                    const { [field]: _gone, ...others } = rule.factors;
                    put(i, { ...rule, factors: others });
                  }}
                />
              ))}
              <button
                type="button"
                className="icon-button"
                aria-label={`Delete rule ${i + 1} for slabs and walls of ${set.label}`}
                onClick={() => put(i, undefined)}
              >
                <Icon name="trash" />
              </button>
            </div>
          ))}
        </div>
      )}
      <button
        type="button"
        className="link"
        onClick={() => onChange([...panels, { of: 'slabs', factors: { bendingX: 0.5, bendingY: 0.5 } }])}
      >
        Add factors for slabs and walls
      </button>
    </>
  );
}

function Rules({ set, onChange }: { set: StiffnessSet; onChange: (rules: Rule[]) => void }) {
  const units = useWorkbench((state) => state.model.settings.units);
  const put = (at: number, rule: Rule | undefined) =>
    onChange(set.rules.flatMap((one, i) => (i !== at ? [one] : rule ? [rule] : [])));
  const factor = (value: number) => (value > 0 && value <= 100 ? undefined : 'A factor is above 0 and at most 100.');
  return (
    <div className="stiffness-rules" role="table" aria-label={`Factors of ${set.label}`}>
      <div role="row">
        {['Material', 'Role', ...parts.map(([, title]) => title), ''].map((title) => (
          <span key={title} role="columnheader" className="caption">
            {title}
          </span>
        ))}
      </div>
      {set.rules.map((rule, i) => (
        <div role="row" key={i}>
          <Select
            aria-label={`Material of rule ${i + 1}`}
            size="small"
            value={rule.material}
            options={['any', 'steel', 'concrete'].map((value) => ({ value, label: value }))}
            onChange={(material) => put(i, { ...rule, material: material as Rule['material'] })}
          />
          <Select
            aria-label={`Role of rule ${i + 1}`}
            size="small"
            value={rule.role}
            options={['any', 'column', 'beam', 'brace'].map((value) => ({ value, label: value }))}
            onChange={(role) => put(i, { ...rule, role: role as Rule['role'] })}
          />
          {parts.map(([field, title]) => (
            <QuantityField
              key={field}
              hideLabel
              label={`${title} of rule ${i + 1}`}
              kind="number"
              units={units}
              value={rule.factors[field]}
              placeholder="1"
              refuse={factor}
              onCommit={(value) => put(i, { ...rule, factors: { ...rule.factors, [field]: value } })}
              onClear={() => {
                const { [field]: _gone, ...others } = rule.factors;
                put(i, { ...rule, factors: others });
              }}
            />
          ))}
          <button
            type="button"
            className="icon-button"
            aria-label={`Delete rule ${i + 1} of ${set.label}`}
            disabled={set.rules.length === 1}
            onClick={() => put(i, undefined)}
          >
            <Icon name="trash" />
          </button>
        </div>
      ))}
      <button
        type="button"
        className="link"
        onClick={() => onChange([...set.rules, { material: 'any', role: 'any', factors: {} }])}
      >
        Add a rule
      </button>
    </div>
  );
}
