import { inOrder, onLevel, type Edit, type Model } from '../model';
import { RecordCollector } from './records';

/** Nodes at a storey's level that members meet. */
export function nodesOfStorey(model: Model, storeyId: string): string[] {
  const { elevation } = model.storeys[storeyId];
  const tied = new Set(Object.values(model.members).flatMap((member) => [member.start, member.end]));
  return inOrder(model.nodes).filter((node) => tied.has(node.id) && Math.abs(node.position[2] - elevation) < onLevel).map((node) => node.id);
}

/** The diaphragm that takes nodes of a storey along, if there is one. */
export function diaphragmOfStorey(model: Model, storeyId: string) {
  const { elevation } = model.storeys[storeyId];
  return inOrder(model.diaphragms).find((diaphragm) => diaphragm.nodes.some((id) => Math.abs(model.nodes[id].position[2] - elevation) < onLevel));
}

/** Edits that make a storey's floor rigid or semi-rigid in its plane, or leave it free. Nodes held sideways by supports stay out. */
export function floorEdits(model: Model, storeyId: string, stiffness: 'none' | 'rigid' | 'semiRigid'): Edit[] {
  const present = diaphragmOfStorey(model, storeyId);
  if (stiffness === 'none') return present ? [{ kind: 'remove', table: 'diaphragms', ids: [present.id] }] : [];
  const nodes = nodesOfStorey(model, storeyId).filter((id) => {
    const { support } = model.nodes[id];
    return !(support?.ux || support?.uy || support?.rz);
  });
  const kind = stiffness === 'semiRigid' ? { stiffness } : {};
  if (present) return [{ kind: 'change', table: 'diaphragms', changes: [{ id: present.id, fields: { nodes, stiffness: stiffness === 'semiRigid' ? stiffness : null } }] }];
  return [{ kind: 'add', records: { diaphragms: [{ id: new RecordCollector(model).nextId('diaphragms'), label: model.storeys[storeyId].label, nodes, ...kind }] } }];
}
