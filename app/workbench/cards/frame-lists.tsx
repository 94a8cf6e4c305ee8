import { Button, Input, Select } from 'antd';
import { diaphragmOfStorey, floorEdits, freeFloors, rigidFloors } from '~core/build';
import { catalogueMaterials, localMaterialName } from '~core/catalog';
import { inOrder, storeysUpward } from '~core/model';
import { count } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { Icon } from '../../theme/icons';
import { SectionField } from '../fields/section-field';
import { usualMaterial } from '~core/build';
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
            ) : (
              <span />
            )}
          </div>
        );
      })}
      {free.length > 0 && (
        <Button size="small" style={{ justifySelf: 'start' }} onClick={() => commit(rigidFloors(model, free))}>
          Make {free.length === 1 ? 'the floor' : `all ${free.length} floors`} above the ground rigid
        </Button>
      )}
      <p className="field-hint">Choose rigid again to take nodes that were added since.</p>
    </div>
  );
}

/** Groups, working planes and helper lines: shown, renamed, deleted. */
export function NamedThings() {
  const model = useWorkbench((state) => state.model);
  const commit = useWorkbench((state) => state.commit);
  const look = useWorkbench((state) => state.look);
  const select = useWorkbench((state) => state.select);
  const remove = (
    table: 'groups' | 'planes' | 'helperLines' | 'slabs' | 'walls' | 'lineSupports' | 'columnHeads',
    id: string,
    name: string,
  ) => (
    <button
      type="button"
      className="icon-button"
      aria-label={`Delete ${name}`}
      onClick={() => commit({ edits: [{ kind: 'remove', table, ids: [id] }] })}
    >
      <Icon name="trash" />
    </button>
  );
  const rename = (table: 'groups' | 'planes', id: string, before: string, label: string) => {
    if (label.trim() !== '' && label.trim() !== before)
      commit({ edits: [{ kind: 'change', table, changes: [{ id, fields: { label: label.trim() } }] }] });
  };
  const row = { display: 'grid', gridTemplateColumns: '1fr auto 28px', gap: 4, alignItems: 'center' } as const;
  const groups = inOrder(model.groups);
  const planes = inOrder(model.planes);
  const others = [
    ...inOrder(model.helperLines).map((one) => ({
      table: 'helperLines' as const,
      id: one.id,
      label: `helper line ${one.id}`,
    })),
    ...inOrder(model.slabs).map((one) => ({
      table: 'slabs' as const,
      id: one.id,
      label: one.label ?? `slab ${one.id}`,
    })),
    ...inOrder(model.walls).map((one) => ({
      table: 'walls' as const,
      id: one.id,
      label: one.label ?? `wall ${one.id}`,
    })),
    ...inOrder(model.lineSupports).map((one) => ({
      table: 'lineSupports' as const,
      id: one.id,
      label: one.label ?? `slab edge ${one.start} to ${one.end}`,
    })),
    ...inOrder(model.columnHeads).map((one) => ({
      table: 'columnHeads' as const,
      id: one.id,
      label: `column head at ${one.node}`,
    })),
  ];
  if (groups.length + planes.length + others.length === 0)
    return <p className="secondary">Groups, working planes, helper lines, slabs and walls are listed here.</p>;
  return (
    <div style={{ display: 'grid', gap: 4 }}>
      {groups.map((group) => (
        <div key={group.id} style={row}>
          <Input
            size="small"
            aria-label={`Name of group ${group.label}`}
            key={group.label}
            defaultValue={group.label}
            maxLength={60}
            onBlur={(event) => rename('groups', group.id, group.label, event.target.value)}
            onPressEnter={(event) => event.currentTarget.blur()}
          />
          <Button size="small" onClick={() => select({ members: group.members, nodes: group.nodes ?? [] })}>
            {count(group.members.length, 'member')}
          </Button>
          {remove('groups', group.id, `group ${group.label}`)}
        </div>
      ))}
      {planes.map((plane) => (
        <div key={plane.id} style={row}>
          <Input
            size="small"
            aria-label={`Name of plane ${plane.label}`}
            key={plane.label}
            defaultValue={plane.label}
            maxLength={60}
            onBlur={(event) => rename('planes', plane.id, plane.label, event.target.value)}
            onPressEnter={(event) => event.currentTarget.blur()}
          />
          <Button size="small" onClick={() => look({ plane: { kind: 'plane', plane: plane.id } })}>
            look at it
          </Button>
          {remove('planes', plane.id, `plane ${plane.label}`)}
        </div>
      ))}
      {others.map((one) => (
        <div key={one.id} style={row}>
          <span>{one.label}</span>
          <span className="caption">{one.table === 'helperLines' ? '' : 'not analysed yet'}</span>
          {remove(one.table, one.id, one.label)}
        </div>
      ))}
    </div>
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
