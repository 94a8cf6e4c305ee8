import { Input, Select } from 'antd';
import { useState } from 'react';
import { RecordCollector, type SectionChoice } from '~core/build';
import { catalogueMaterials, localMaterialName } from '~core/catalog';
import { inOrder, memberLength, type Edit, type Member, type Section } from '~core/model';
import { formatQuantity, formatValue } from '~core/units';
import { useWorkbench } from '../../../state/store';
import { giveSection } from '../../acts/give-section';
import { commonValue } from '../../fields/common-value';
import { QuantityField } from '../../fields/quantity-field';
import { MemberBehaviourEditor } from './behaviour-editor';
import { placeWords } from '../../words/selection-words';
import { SectionEditor } from '../sections/editor';
import { SectionField } from '../../fields/section-field';

const roles = [
  { value: 'beam', label: 'beam' },
  { value: 'column', label: 'column' },
  { value: 'brace', label: 'brace' },
];

type Fields = Partial<Record<keyof Member, unknown>>;

/** Properties of the selected members; a change goes to all of them in one revision. */
export function MemberEditor({ ids }: { ids: readonly string[] }) {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const [only, setOnly] = useState<Member['role']>();
  const all = ids.flatMap((id) => model.members[id] ?? []);
  const kinds = [...new Set(all.map((member) => member.role))];
  const kind = only !== undefined && kinds.includes(only) ? only : undefined;
  const members = kind === undefined ? all : all.filter((member) => member.role === kind);
  if (members.length === 0) return null;
  const { units } = model.settings;
  const change = (fields: Fields | ((member: Member) => Fields), before: Edit[] = []) =>
    commit({
      edits: [
        ...before,
        {
          kind: 'change',
          table: 'members',
          changes: members.map((member) => ({
            id: member.id,
            fields: typeof fields === 'function' ? fields(member) : fields,
          })),
        },
      ],
    });
  const section = commonValue(members, (member) => member.section);
  const material = commonValue(members, (member) => member.material);
  const role = commonValue(members, (member) => member.role);

  const setSection = (choice: { existing: Section } | { made: SectionChoice }) =>
    commit(giveSection(model, members, choice));
  const setMaterial = (value: string) => {
    if (value in model.materials) {
      change({ material: value });
      return;
    }
    const collector = new RecordCollector(model);
    const id = collector.material(catalogueMaterials.find((one) => one.name === value)!);
    change(
      { material: id },
      collector.materials.length > 0 ? [{ kind: 'add', records: { materials: collector.materials } }] : [],
    );
  };
  const own = inOrder(model.materials);
  const materialOptions = [
    ...(own.length > 0
      ? [{ label: 'In this project', options: own.map((one) => ({ value: one.id, label: one.name })) }]
      : []),
    ...(['steel', 'concrete'] as const).map((kind) => ({
      label: `${kind[0].toUpperCase()}${kind.slice(1)}`,
      options: catalogueMaterials
        .filter(
          (one) =>
            one.kind === kind &&
            !own.some((present) => present.name === one.name || present.name === localMaterialName(one.name, units)),
        )
        .map((one) => ({ value: one.name, label: localMaterialName(one.name, units) })),
    })),
  ];
  const single = members.length === 1 ? members[0] : undefined;
  return (
    <>
      {kinds.length > 1 && (
        <div className="block fields">
          <label htmlFor="member-kind">Change</label>
          <Select
            id="member-kind"
            value={kind ?? 'all'}
            options={[
              { value: 'all', label: `all ${all.length} members` },
              ...kinds.map((role) => ({
                value: role,
                label: `only the ${all.filter((member) => member.role === role).length} ${role}s`,
              })),
            ]}
            onChange={(value) => setOnly(value === 'all' ? undefined : (value as Member['role']))}
          />
        </div>
      )}
      <div className="block fields">
        {single && (
          <>
            <span className="field-label">Place</span>
            <span>{placeWords(model, single.id)}</span>
            <span className="field-label">Nodes</span>
            <span>
              {single.start} to {single.end}
            </span>
            <label htmlFor="member-label">Label</label>
            <Input
              id="member-label"
              key={single.label ?? ''}
              defaultValue={single.label ?? ''}
              placeholder={single.id}
              maxLength={60}
              onBlur={(event) => relabel(event.target.value)}
              onPressEnter={(event) => relabel(event.currentTarget.value)}
            />
          </>
        )}
        <label htmlFor="member-role">Role</label>
        <Select
          id="member-role"
          value={role === 'varies' ? undefined : role}
          placeholder="varies"
          options={roles}
          onChange={(value) => change({ role: value })}
        />
        <SectionField
          label="Section"
          value={section === 'varies' ? 'varies' : section === null ? '' : model.sections[section].name}
          onCommit={setSection}
        />
        <label htmlFor="member-material">Material</label>
        <Select
          id="member-material"
          showSearch={{ optionFilterProp: 'label' }}
          value={material === 'varies' ? undefined : (material ?? undefined)}
          placeholder={material === 'varies' ? 'varies' : 'none'}
          options={materialOptions}
          onChange={setMaterial}
        />
        <QuantityField
          label="Axis angle"
          kind="angle"
          units={units}
          value={commonValue(members, (member) => member.angle)}
          onCommit={(angle) => change({ angle })}
        />
        <span className="field-label">Length</span>
        <span>
          {lengths(
            members.map((member) => memberLength(model, member)),
            units,
          )}
        </span>
      </div>
      <MemberBehaviourEditor members={members} change={change} />
      {typeof section === 'string' && section !== 'varies' && section in model.sections && (
        <SectionEditor section={model.sections[section]} />
      )}
    </>
  );

  function relabel(text: string) {
    const wanted = text.trim();
    if (wanted !== (single?.label ?? '')) change({ label: wanted === '' ? null : wanted });
  }
}

function lengths(values: number[], units: 'si' | 'us'): string {
  const [least, most] = [Math.min(...values), Math.max(...values)];
  return most - least < 1e-3
    ? formatQuantity(least, 'length', units)
    : `${formatValue(least, 'length', units)} to ${formatQuantity(most, 'length', units)}`;
}
