import { useMemo } from 'react';
import { inOrder, storeysUpward } from '~core/model';
import { useWorkbench } from '../../state/store';
import { EditGrid } from './edit-grid';
import {
  gridLineSheet,
  groupSheet,
  materialSheet,
  memberSheet,
  nodeSheet,
  sectionSheet,
  storeySheet,
  supportSheet,
} from './frame-sheets';

const nothing = new Set<string>();

export function MembersTab() {
  const model = useWorkbench((state) => state.model);
  const chosen = useWorkbench((state) => state.selection.members);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const sheet = useMemo(() => memberSheet(model), [model]);
  return (
    <EditGrid
      label="Members"
      selectsRecords
      sheet={sheet}
      rows={inOrder(model.members)}
      selected={useMemo(() => new Set(chosen), [chosen])}
      onSelect={(members, extend) => (extend ? toggle({ members }) : select({ members }))}
      empty="There are no members yet. Open the frame builder (B) or draw one (D)."
    />
  );
}

export function NodesTab() {
  const model = useWorkbench((state) => state.model);
  const chosen = useWorkbench((state) => state.selection.nodes);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const sheet = useMemo(() => nodeSheet(model), [model]);
  return (
    <EditGrid
      label="Nodes"
      selectsRecords
      sheet={sheet}
      rows={inOrder(model.nodes)}
      selected={useMemo(() => new Set(chosen), [chosen])}
      onSelect={(nodes, extend) => (extend ? toggle({ nodes }) : select({ nodes }))}
      empty="There are no nodes yet. The frame builder makes them, or type one here."
    />
  );
}

export function SupportsTab() {
  const model = useWorkbench((state) => state.model);
  const chosen = useWorkbench((state) => state.selection.nodes);
  const select = useWorkbench((state) => state.select);
  const toggle = useWorkbench((state) => state.toggleSelected);
  const sheet = useMemo(() => supportSheet(model), [model]);
  const rows = useMemo(() => inOrder(model.nodes).filter((node) => node.support ?? node.springs), [model.nodes]);
  return (
    <EditGrid
      label="Supports"
      selectsRecords
      sheet={sheet}
      rows={rows}
      selected={useMemo(() => new Set(chosen), [chosen])}
      onSelect={(nodes, extend) => (extend ? toggle({ nodes }) : select({ nodes }))}
      empty="Nothing is supported yet. Select nodes and hold them in their details."
    />
  );
}

/** Selects the members that have the chosen sections or materials. */
function useUsers(field: 'section' | 'material') {
  const model = useWorkbench((state) => state.model);
  const chosen = useWorkbench((state) => state.selection.members);
  const select = useWorkbench((state) => state.select);
  const selected = useMemo(
    () => new Set(chosen.map((id) => model.members[id]?.[field] ?? '')),
    [chosen, model.members, field],
  );
  const onSelect = (ids: string[]) => {
    const wanted = new Set(ids);
    select({
      members: Object.values(model.members)
        .filter((member) => wanted.has(member[field] ?? ''))
        .map((member) => member.id),
    });
  };
  return { model, selected, onSelect };
}

export function SectionsTab() {
  const { model, selected, onSelect } = useUsers('section');
  const sheet = useMemo(() => sectionSheet(model), [model]);
  return (
    <EditGrid
      label="Sections"
      sheet={sheet}
      rows={inOrder(model.sections)}
      selected={selected}
      onSelect={onSelect}
      empty="No sections yet. Type one here, such as IPE 300 or 350 × 600."
    />
  );
}

export function MaterialsTab() {
  const { model, selected, onSelect } = useUsers('material');
  const sheet = useMemo(() => materialSheet(model), [model]);
  return (
    <EditGrid
      label="Materials"
      sheet={sheet}
      rows={inOrder(model.materials)}
      selected={selected}
      onSelect={onSelect}
      empty="No materials yet. Type one of the catalogue here, such as S355."
    />
  );
}

export function GroupsTab() {
  const model = useWorkbench((state) => state.model);
  const select = useWorkbench((state) => state.select);
  const sheet = useMemo(() => groupSheet(), []);
  return (
    <EditGrid
      label="Groups"
      sheet={sheet}
      rows={inOrder(model.groups)}
      selected={nothing}
      onSelect={(ids) => select({ members: [...new Set(ids.flatMap((id) => model.groups[id].members))] })}
      empty="No groups yet. Select members and group them, or type a name and members here."
    />
  );
}

export function StoreysTab() {
  const model = useWorkbench((state) => state.model);
  const sheet = useMemo(() => storeySheet(model), [model]);
  const rows = useMemo(() => [...storeysUpward(model)].reverse(), [model]);
  return (
    <EditGrid
      label="Storeys"
      sheet={sheet}
      rows={rows}
      selected={nothing}
      onSelect={() => undefined}
      empty="No storeys yet. Type a name and a level."
    />
  );
}

export function GridLinesTab() {
  const model = useWorkbench((state) => state.model);
  const sheet = useMemo(() => gridLineSheet(model), [model]);
  return (
    <EditGrid
      label="Grid lines"
      sheet={sheet}
      rows={inOrder(model.gridLines)}
      selected={nothing}
      onSelect={() => undefined}
      empty="No grid lines yet. Type a name, x or y, and a place."
    />
  );
}
