import { Button, Checkbox, Input, Select } from 'antd';
import { usualService } from '~core/codes/checks';
import { reinforcingBars } from '~core/catalog';
import { inOrder, type ConcreteRules, type DesignRules, type Model, type Settings } from '~core/model';
import { count } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { copyRules } from '../acts/copy-rules';
import { Part } from '../fields/part';
import { QuantityField } from '../fields/quantity-field';
import { ColumnLayoutsFields } from './column-layouts-fields';
import { FactorFields } from './design-factors';

/** What of a set of rules is changed; undefined: it is left out again. */
type RulesChange = { readonly [Field in keyof ConcreteRules]?: ConcreteRules[Field] | undefined };
type OnChange = (change: RulesChange, sentence: string) => void;

/** What concrete is designed by: the rules of the project, and sets that some members have in their place. */
export function DesignRulesList() {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const { settings } = model;
  const sets = inOrder(model.designRules);
  return (
    <>
      <Part
        name="settings-bars"
        title="Design rules of concrete: cover, steel, bar sizes, stirrups, hooks, forces, deflection, cracks, factors"
        open
      >
        <p className="field-hint">
          {sets.length === 0
            ? 'All concrete members are designed by these rules. A copy is a set of its own, for some of the beams: change it, and give it to them in the Checks stage.'
            : 'For all concrete members that are not given one of the sets below.'}
        </p>
        <RulesFields
          id="project"
          rules={settings.bars}
          settings={settings}
          onChange={(change, sentence) =>
            commit({
              edits: [{ kind: 'settings.change', fields: { bars: withoutGone({ ...settings.bars, ...change }) } }],
              sentence,
            })
          }
        />
        <CopyButton from={undefined} name="rules of the project" />
      </Part>
      {sets.map((set) => (
        <RuleSet key={set.id} set={set} />
      ))}
    </>
  );
}

/** Rules without what is left out. */
const withoutGone = (rules: RulesChange): ConcreteRules =>
  Object.fromEntries(Object.entries(rules).filter(([, value]) => value !== undefined)) as ConcreteRules;

function CopyButton({ from, name }: { from: string | undefined; name: string }) {
  const workbench = useWorkbenchApi();
  return (
    <Button size="small" aria-label={`Copy as a new set: ${name}`} onClick={() => copyRules(workbench, from, [])}>
      Copy as a new set
    </Button>
  );
}

/** What is designed by a set: `3 members, 2 walls`. */
function usersWords({ members, walls }: Model, set: string): string {
  const of = (records: Readonly<Record<string, { readonly rules?: string | undefined }>>, noun: string) => {
    const number = Object.values(records).filter(({ rules }) => rules === set).length;
    return number > 0 ? [count(number, noun)] : [];
  };
  return [...of(members, 'member'), ...of(walls, 'wall')].join(', ');
}

function RuleSet({ set }: { set: DesignRules }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const users = [...Object.values(model.members), ...Object.values(model.walls)].filter(
    ({ rules }) => rules === set.id,
  );
  const change = (fields: Readonly<Record<string, unknown>>, sentence: string) =>
    commit({ edits: [{ kind: 'change', table: 'designRules', changes: [{ id: set.id, fields }] }], sentence });
  return (
    <Part
      name={`rules-${set.id}`}
      open
      title={
        <>
          Design rules “{set.label}”{' '}
          <span className="caption">{users.length === 0 ? 'not used' : `of ${usersWords(model, set.id)}`}</span>
        </>
      }
    >
      <div className="fields settings">
        <label htmlFor={`rules-name-${set.id}`}>Name</label>
        <Input
          id={`rules-name-${set.id}`}
          key={set.label}
          defaultValue={set.label}
          maxLength={60}
          onBlur={(event) => {
            const label = event.target.value.trim();
            if (label !== '' && label !== set.label)
              change({ label }, `Renamed the design rules ${set.label} to ${label}`);
          }}
          onPressEnter={(event) => event.currentTarget.blur()}
        />
      </div>
      <RulesFields
        id={set.id}
        rules={set}
        settings={model.settings}
        onChange={(fields, sentence) =>
          change(
            Object.fromEntries(Object.entries(fields).map(([field, value]) => [field, value ?? null])),
            `${sentence}, in the design rules “${set.label}”`,
          )
        }
      />
      <div className="row">
        <CopyButton from={set.id} name={set.label} />
        <Button
          size="small"
          aria-label={`Delete the design rules ${set.label}`}
          onClick={() =>
            commit({
              edits: [{ kind: 'remove', table: 'designRules', ids: [set.id] }],
              sentence: `Deleted the design rules “${set.label}”`,
            })
          }
        >
          Delete
        </Button>
        {users.length > 0 && <span className="caption">they go back to the rules of the project</span>}
      </div>
    </Part>
  );
}

const steels = [
  { name: 'Grade 60', yieldStress: 413.7e6 },
  { name: 'Grade 80', yieldStress: 551.6e6 },
  { name: 'Grade 40', yieldStress: 275.8e6 },
  { name: 'B500B', yieldStress: 500e6 },
  { name: 'B500A', yieldStress: 500e6 },
  { name: 'B450C', yieldStress: 450e6 },
] as const;

/** What bars may be chosen for concrete members, how they lie, and what is national. */
function RulesFields({
  id,
  rules,
  settings: { units, code },
  onChange,
}: {
  id: string;
  rules: ConcreteRules;
  settings: Settings;
  onChange: OnChange;
}) {
  const sizes = reinforcingBars.map((bar) => ({ value: bar.name, label: bar.name }));
  const known = steels.find((one) => one.name === rules.steel);
  return (
    <div className="fields settings">
      <label htmlFor={`bars-steel-${id}`}>Steel</label>
      <Select
        id={`bars-steel-${id}`}
        value={rules.steel}
        options={[
          ...(known ? [] : [{ value: rules.steel, label: rules.steel }]),
          ...steels.map((one) => ({ value: one.name, label: one.name })),
        ]}
        onChange={(name: string) =>
          onChange(
            {
              steel: name,
              yieldStress: steels.find((one) => one.name === name)?.yieldStress ?? rules.yieldStress,
            },
            `Chose ${name} for the bars`,
          )
        }
      />
      <QuantityField
        label="Yield stress"
        kind="stress"
        units={units}
        value={rules.yieldStress}
        onCommit={(yieldStress) => onChange({ yieldStress }, 'Changed the yield stress of the bars')}
        refuse={(value) =>
          value >= 150e6 && value <= 900e6 ? undefined : 'Bars yield between 150 MPa (22 ksi) and 900 MPa (130 ksi).'
        }
      />
      <QuantityField
        label="Clear cover"
        kind="sectionLength"
        units={units}
        value={rules.cover}
        onCommit={(cover) => onChange({ cover }, 'Changed the cover of the bars')}
        refuse={(value) =>
          value >= 0.01 && value <= 0.2 ? undefined : 'The cover lies between 10 mm and 200 mm (3/8 in and 8 in).'
        }
        hint="to the stirrup"
      />
      <label htmlFor={`bars-longitudinal-${id}`}>Bar sizes</label>
      <div>
        <Select
          id={`bars-longitudinal-${id}`}
          mode="multiple"
          style={{ width: '100%' }}
          value={[...rules.longitudinal]}
          options={sizes}
          onChange={(longitudinal: string[]) =>
            longitudinal.length > 0 &&
            onChange(
              { longitudinal: sizes.map((one) => one.value).filter((name) => longitudinal.includes(name)) },
              'Chose the sizes of bars',
            )
          }
        />
        <div className="field-hint">those the checks may propose; the last one cannot be taken away</div>
      </div>
      <label htmlFor={`bars-stirrup-${id}`}>Stirrups</label>
      <Select
        id={`bars-stirrup-${id}`}
        value={rules.stirrup}
        options={sizes}
        onChange={(stirrup: string) => onChange({ stirrup }, `Chose stirrups of ${stirrup}`)}
      />
      <ColumnLayoutsFields id={id} rules={rules} onChange={onChange} />
      {code === 'us' && <HookFields rules={rules} onChange={onChange} />}
      <ForceFields id={id} rules={rules} code={code} onChange={onChange} />
      <ServiceFields rules={rules} units={units} code={code} onChange={onChange} />
      <FactorFields rules={rules} units={units} code={code} onChange={onChange} />
    </div>
  );
}

/** How hooks within columns are held, ACI 318-19 Table 25.4.3.2: what the model does not know. */
function HookFields({ rules: { hooks = {} }, onChange }: { rules: ConcreteRules; onChange: OnChange }) {
  const set = (key: 'ties' | 'core', on: boolean) => {
    const { [key]: _was, ...others } = hooks;
    const kept = on ? { ...others, [key]: true as const } : others;
    onChange(
      { hooks: Object.keys(kept).length > 0 ? kept : undefined },
      on ? 'Said how hooks within columns are held' : 'Hooks within columns are held by nothing that counts',
    );
  };
  return (
    <>
      <span className="field-label">Hooks in supports</span>
      <div>
        <Checkbox checked={hooks.ties === true} onChange={(event) => set('ties', event.target.checked)}>
          ties enclose them, A<sub>th</sub> ≥ 0.4 A<sub>hs</sub> (ψ<sub>r</sub> = 1)
        </Checkbox>
        <Checkbox checked={hooks.core === true} onChange={(event) => set('core', event.target.checked)}>
          within the cores of columns, 2.5 in of cover at the sides (ψ<sub>o</sub> = 1)
        </Checkbox>
        <div className="field-hint">Table 25.4.3.2; not looked for in the model: for the engineer to see to</div>
      </div>
    </>
  );
}

type Forces = NonNullable<ConcreteRules['forces']>;

/** Which forces are designed for: torsion in full or as one that others take over, and what is left out by hand. */
function ForceFields({
  id,
  rules: { forces = {} },
  code,
  onChange,
}: {
  id: string;
  rules: ConcreteRules;
  code: Settings['code'];
  onChange: OnChange;
}) {
  const set = (change: { readonly [Field in keyof Forces]?: Forces[Field] | undefined }, sentence: string) => {
    const kept = Object.fromEntries(
      Object.entries({ ...forces, ...change }).filter(([, value]) => value !== undefined),
    ) as Forces;
    onChange({ forces: Object.keys(kept).length > 0 ? kept : undefined }, sentence);
  };
  const isOpen = forces.torsion === 'out' || forces.axial === 'out' || forces.across === 'out';
  return (
    <>
      <label htmlFor={`forces-torsion-${id}`}>Torsion</label>
      <div>
        <Select
          id={`forces-torsion-${id}`}
          style={{ width: '100%' }}
          value={forces.torsion ?? 'full'}
          options={[
            { value: 'full', label: 'all of it is designed for' },
            {
              value: 'compatibility',
              label:
                code === 'us'
                  ? 'others can take it over: up to φ Tcr (22.7.3.2)'
                  : 'others can take it over: left to them (6.3.1(2))',
            },
            { value: 'out', label: 'left out by hand' },
          ]}
          onChange={(value: 'full' | 'compatibility' | 'out') =>
            set(
              { torsion: value === 'full' ? undefined : value },
              value === 'full'
                ? 'All torsion of beams is designed for'
                : value === 'out'
                  ? 'Left out the torsion of beams'
                  : 'Torsion of beams is one that others can take over',
            )
          }
        />
        {forces.torsion === 'compatibility' && (
          <div className="field-hint">
            {code === 'us'
              ? 'a beam is designed for what it would carry with all of its torsional stiffness, up to φ Tcr; '
              : ''}
            where the analysis leaves it more than cracks it the verdict is open: lower its torsional stiffness
          </div>
        )}
      </div>
      <span className="field-label">Other forces</span>
      <div>
        {(
          [
            ['axial', 'axial force is designed for', 'the axial force'],
            ['across', 'bending and shear across the depth are designed for', 'bending and shear across the depth'],
          ] as const
        ).map(([key, label, name]) => (
          <Checkbox
            key={key}
            checked={forces[key] !== 'out'}
            onChange={(event) =>
              set(
                { [key]: event.target.checked ? undefined : 'out' },
                event.target.checked ? `Beams are designed for ${name} again` : `Left out ${name} of beams`,
              )
            }
          >
            {label}
          </Checkbox>
        ))}
        {isOpen && (
          <div className="field-hint">
            where a force that is left out acts, the verdict is open and says how large it is
          </div>
        )}
      </div>
    </>
  );
}

type Service = NonNullable<ConcreteRules['service']>;
type ServiceNumber = Exclude<keyof Service, 'leftOut' | 'byDepth'>;
interface ServiceField {
  readonly key: ServiceNumber;
  readonly label: string;
  readonly kind: 'number' | 'deflection';
  readonly placeholder: string;
  readonly hint: string;
}

const over = (value: number) =>
  value >= 20 && value <= 10000 ? undefined : 'A limit is the span over a number from 20 to 10 000, such as 360.';
const serviceLimits: Readonly<Record<ServiceNumber, (value: number) => string | undefined>> = {
  live: over,
  lasting: over,
  total: over,
  camber: (value) =>
    value >= 250 && value <= 10000
      ? undefined
      : 'A camber is the span over a number from 250 to 10 000: no more than l/250, 7.4.1(4).',
  crackWidth: (value) =>
    value >= 0.00005 && value <= 0.001 ? undefined : 'A width lies between 0.05 mm and 1 mm (0.002 in and 0.04 in).',
  humidity: (value) => (value >= 0.2 && value <= 1 ? undefined : 'Humidity is a share between 0.2 and 1.'),
  loadedAt: (value) => (value >= 1 && value <= 3650 ? undefined : 'The age lies between 1 and 3650 days.'),
};

/** What a code asks of beams in service, in the order it is listed. */
const serviceFields: Readonly<Record<Settings['code'], readonly ServiceField[]>> = {
  us: [
    {
      key: 'live',
      label: 'Live load, span over',
      kind: 'number',
      placeholder: `${usualService.us.live}, Table 24.2.2`,
      hint: 'immediate deflection by all but permanent loads; 180 for flat roofs',
    },
    {
      key: 'lasting',
      label: 'After partitions, span over',
      kind: 'number',
      placeholder: `${usualService.us.lasting}, Table 24.2.2`,
      hint: 'what lasts of sustained loads, and live load; 240 where nothing that large deflections damage stands on it',
    },
    {
      key: 'crackWidth',
      label: 'Width of cracks at most',
      kind: 'deflection',
      placeholder: 'by spacing alone, 24.3.2',
      hint: 'computed by Frosch where a limit is typed',
    },
  ],
  eurocode: [
    {
      key: 'total',
      label: 'In the end, span over',
      kind: 'number',
      placeholder: `${usualService.eurocode.total}, 7.4.1(4)`,
      hint: 'under quasi-permanent loads, with creep and shrinkage',
    },
    {
      key: 'lasting',
      label: 'After partitions, span over',
      kind: 'number',
      placeholder: `${usualService.eurocode.lasting}, 7.4.1(5)`,
      hint: 'the same, less what permanent loads make at once',
    },
    {
      key: 'camber',
      label: 'Camber, span over',
      kind: 'number',
      placeholder: 'none',
      hint: 'built upward in the middle of spans; taken off deflection in the end',
    },
    {
      key: 'crackWidth',
      label: 'Width of cracks at most',
      kind: 'deflection',
      placeholder: '0.3 mm, Table 7.1N',
      hint: '0.4 mm for X0 and XC1',
    },
    {
      key: 'humidity',
      label: 'Humidity of the air',
      kind: 'number',
      placeholder: `${usualService.eurocode.humidity}`,
      hint: 'a share: 0.5 inside, 0.8 outside; for creep and shrinkage',
    },
    {
      key: 'loadedAt',
      label: 'Loaded after, days',
      kind: 'number',
      placeholder: `${usualService.eurocode.loadedAt}`,
      hint: 'age of the concrete, for creep',
    },
  ],
};

/** Deflection and width of cracks: limits, and what long time depends on; empty: as the code says. */
function ServiceFields({
  rules: { service = {} },
  units,
  code,
  onChange,
}: {
  rules: ConcreteRules;
  units: Settings['units'];
  code: Settings['code'];
  onChange: OnChange;
}) {
  const set = (change: { readonly [Field in keyof Service]?: Service[Field] | undefined }, sentence: string) => {
    const kept = Object.fromEntries(
      Object.entries({ ...service, ...change }).filter(([, value]) => value !== undefined),
    ) as Service;
    onChange({ service: Object.keys(kept).length > 0 ? kept : undefined }, sentence);
  };
  return (
    <>
      <span className="field-label">In service</span>
      <Checkbox
        checked={service.leftOut !== true}
        onChange={(event) =>
          set(
            { leftOut: event.target.checked ? undefined : true },
            event.target.checked ? 'Beams are checked in service again' : 'Left out the checks of beams in service',
          )
        }
      >
        beams are checked for deflection and cracks
      </Checkbox>
      {service.leftOut !== true && (
        <>
          <span />
          <div>
            <Checkbox
              checked={service.byDepth === true}
              onChange={(event) =>
                set(
                  { byDepth: event.target.checked ? true : undefined },
                  event.target.checked
                    ? 'Deflection is not computed of beams that are deep enough'
                    : 'Deflection is computed of all beams again',
                )
              }
            >
              deflection is not computed where the beam is deep enough
            </Checkbox>
            <div className="field-hint">
              {code === 'us'
                ? 'least depth of Table 9.3.1.1; only where nothing that large deflections damage stands on the beam'
                : 'span over depth by 7.4.2'}
            </div>
          </div>
        </>
      )}
      {service.leftOut !== true &&
        serviceFields[code].map(({ key, label, kind, placeholder, hint }) => (
          <QuantityField
            key={key}
            label={label}
            kind={kind}
            units={units}
            value={service[key]}
            placeholder={placeholder}
            hint={hint}
            refuse={serviceLimits[key]}
            onCommit={(value) => set({ [key]: value }, 'Changed what is asked of beams in service')}
            onClear={() => set({ [key]: undefined }, 'Took what is asked of beams in service back to the code')}
          />
        ))}
    </>
  );
}
