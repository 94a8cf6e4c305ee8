import { Button, Input, Select } from 'antd';
import { diaphragmOfStorey, floorEdits, freeFloors, rigidFloors, tiedBySlab } from '~core/build';
import { catalogueMaterials, localMaterialName } from '~core/catalog';
import { inOrder, storeysUpward, type Edit } from '~core/model';
import { count } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { Icon } from '../../theme/icons';
import { SectionField } from '../fields/section-field';
import { usualMaterial } from '~core/build';
import { goWay } from '../kinds/go-way';
import { everyRecord } from '../kinds/screen-kinds';
import { usualSection } from '../tools/tool';

/** How each storey's floor acts in its plane: free, rigid with the nodes it takes, or semi-rigid. */
export function FloorsEditor() {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const select = useWorkbench((state) => state.select);
  const storeys = [...storeysUpward(model)].reverse();
  const free = freeFloors(model);
  if (storeys.length === 0) return <p className="secondary">Floors come with storeys.</p>;
  return (
    <div style={{ display: 'grid', gap: 4 }}>
      {storeys.map((storey) => {
        const diaphragm = diaphragmOfStorey(model, storey.id);
        const value = !diaphragm ? 'none' : (diaphragm.stiffness ?? 'rigid');
        return (
          <div
            key={storey.id}
            style={{ display: 'grid', gridTemplateColumns: '1fr 104px 62px', gap: 5, alignItems: 'center' }}
          >
            <span>{storey.label}</span>
            <Select
              aria-label={`Floor of ${storey.label}`}
              size="small"
              value={value}
              options={[
                { value: 'none', label: 'free' },
                { value: 'rigid', label: 'rigid' },
                { value: 'semiRigid', label: 'semi-rigid' },
              ]}
              onChange={(next: 'none' | 'rigid' | 'semiRigid') => {
                const edits = floorEdits(model, storey.id, next);
                if (edits.length > 0)
                  commit({
                    edits,
                    sentence: `Made the floor of ${storey.label} ${next === 'none' ? 'free' : next === 'rigid' ? 'rigid in its plane' : 'semi-rigid'}`,
                  });
              }}
            />
            {diaphragm ? (
              <Button
                size="small"
                type="text"
                onClick={() => select({ nodes: diaphragm.nodes })}
                title="Select its nodes"
              >
                {count(diaphragm.nodes.length, 'node')}
              </Button>
            ) : tiedBySlab(model, storey.id) ? (
              <span className="caption" title="A slab that is analysed ties its floor by its own stiffness.">
                by slab
              </span>
            ) : (
              <span />
            )}
          </div>
        );
      })}
      {free.length > 0 && (
        <Button size="small" style={{ justifySelf: 'start' }} onClick={() => commit(rigidFloors(model, free))}>
          Make{' '}
          {storeys.some(({ id }) => tiedBySlab(model, id))
            ? `${count(free.length, 'floor')} without an analysed slab`
            : `${free.length === 1 ? 'the floor' : `all ${free.length} floors`} above the ground`}{' '}
          rigid
        </Button>
      )}
      <p className="field-hint">Choose rigid again to take nodes that were added since.</p>
    </div>
  );
}

/** Records that have no table: groups, working planes, helper lines, slabs and the like; shown, renamed, deleted. */
export function NamedThings() {
  const workbench = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const rows = everyRecord(model, (table, { listed, name }, record) => {
    if (!listed) return [];
    const words = name(record, model);
    const way = listed.way?.(record, model);
    const label = 'label' in record ? record.label : undefined;
    const remark = typeof listed.remark === 'function' ? listed.remark(record as never) : listed.remark;
    const rename = (typed: string) => {
      if (typed.trim() !== '' && typed.trim() !== label)
        commit({
          edits: [{ kind: 'change', table, changes: [{ id: record.id, fields: { label: typed.trim() } }] } as Edit],
        });
    };
    return [
      <div
        key={record.id}
        style={{ display: 'grid', gridTemplateColumns: '1fr auto 28px', gap: 4, alignItems: 'center' }}
      >
        {listed.renamed ? (
          <Input
            size="small"
            aria-label={`Name of ${words}`}
            key={label}
            defaultValue={label}
            maxLength={60}
            onBlur={(event) => rename(event.target.value)}
            onPressEnter={(event) => event.currentTarget.blur()}
          />
        ) : (
          <span>
            {words} {remark !== undefined && <span className="caption">{remark}</span>}
          </span>
        )}
        {way ? (
          <Button size="small" aria-label={`${way.words}: ${words}`} onClick={() => goWay(workbench, way)}>
            {way.words}
          </Button>
        ) : (
          <span />
        )}
        <button
          type="button"
          className="icon-button"
          aria-label={`Delete ${words}`}
          onClick={() => commit({ edits: [{ kind: 'remove', table, ids: [record.id] }] })}
        >
          <Icon name="trash" />
        </button>
      </div>,
    ];
  });
  return rows.length === 0 ? (
    <p className="secondary">Groups, working planes, helper lines, slabs and walls are listed here.</p>
  ) : (
    <div style={{ display: 'grid', gap: 4 }}>{rows}</div>
  );
}

/** What newly drawn members get. */
export function NewMembersEditor() {
  const api = useWorkbenchApi();
  const model = useWorkbench((state) => state.model);
  const newMembers = useWorkbench((state) => state.newMembers);
  const look = useWorkbench((state) => state.look);
  const set = (change: Partial<typeof newMembers>) => look({ newMembers: { ...api.getState().newMembers, ...change } });
  const own = inOrder(model.materials).map((one) => one.name);
  return (
    <div className="fields">
      <label htmlFor="new-mode">They get</label>
      <Select
        id="new-mode"
        value={newMembers.mode}
        options={[
          { value: 'last', label: 'what the newest has' },
          { value: 'chosen', label: 'always this' },
        ]}
        onChange={(mode) =>
          set({
            mode,
            ...(mode === 'chosen' && newMembers.section === ''
              ? { section: usualSection(model, 'beam'), material: usualMaterial(model, 'steel') }
              : {}),
          })
        }
      />
      {newMembers.mode === 'chosen' && (
        <>
          <SectionField
            label="Section"
            value={newMembers.section}
            onCommit={(choice) => set({ section: 'existing' in choice ? choice.existing.name : choice.made.name })}
          />
          <label htmlFor="new-material">Material</label>
          <Select
            id="new-material"
            showSearch
            value={newMembers.material}
            options={[
              ...own,
              ...catalogueMaterials
                .map((one) => localMaterialName(one.name, model.settings.units))
                .filter((name) => !own.includes(name)),
            ].map((value) => ({ value, label: value }))}
            onChange={(material) => set({ material })}
          />
        </>
      )}
      <label htmlFor="new-join">They meet</label>
      <Select
        id="new-join"
        value={newMembers.join ? 'join' : 'free'}
        options={[
          { value: 'join', label: 'and join what is there' },
          { value: 'free', label: 'and pass what is there' },
        ]}
        onChange={(value) => set({ join: value === 'join' })}
      />
    </div>
  );
}
