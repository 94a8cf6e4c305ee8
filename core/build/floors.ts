import { count } from '../units';
import {
  inOrder,
  isMeshed,
  onLevel,
  storeysUpward,
  type Act,
  type Edit,
  type Finding,
  type Mend,
  type Model,
} from '../model';
import { RecordCollector } from './records';

/** Nodes at a storey's level that members meet. */
export function nodesOfStorey(model: Model, storeyId: string): string[] {
  const { elevation } = model.storeys[storeyId];
  const tied = new Set(Object.values(model.members).flatMap((member) => [member.start, member.end]));
  return inOrder(model.nodes)
    .filter((node) => tied.has(node.id) && Math.abs(node.position[2] - elevation) < onLevel)
    .map((node) => node.id);
}

/** The diaphragm that takes nodes of a storey along, if there is one. */
export function diaphragmOfStorey(model: Model, storeyId: string) {
  const { elevation } = model.storeys[storeyId];
  return inOrder(model.diaphragms).find((diaphragm) =>
    diaphragm.nodes.some((id) => Math.abs(model.nodes[id].position[2] - elevation) < onLevel),
  );
}

/** Edits that make a storey's floor rigid or semi-rigid in its plane, or leave it free. Nodes held sideways by supports stay out. */
export function floorEdits(
  model: Model,
  storeyId: string,
  stiffness: 'none' | 'rigid' | 'semiRigid',
  collector = new RecordCollector(model),
): Edit[] {
  const present = diaphragmOfStorey(model, storeyId);
  if (stiffness === 'none') return present ? [{ kind: 'remove', table: 'diaphragms', ids: [present.id] }] : [];
  const nodes = nodesOfStorey(model, storeyId).filter((id) => {
    const { support } = model.nodes[id];
    return !(support?.ux || support?.uy || support?.rz);
  });
  const kind = stiffness === 'semiRigid' ? { stiffness } : {};
  if (present)
    return [
      {
        kind: 'change',
        table: 'diaphragms',
        changes: [{ id: present.id, fields: { nodes, stiffness: stiffness === 'semiRigid' ? stiffness : null } }],
      },
    ];
  return [
    {
      kind: 'add',
      records: {
        diaphragms: [{ id: collector.nextId('diaphragms'), label: model.storeys[storeyId].label, nodes, ...kind }],
      },
    },
  ];
}

/** Whether a slab that is analysed and has stiffness in its plane lies at a storey's level: it ties its floor by itself. */
export function tiedBySlab(model: Model, storeyId: string): boolean {
  const { elevation } = model.storeys[storeyId];
  return Object.values(model.slabs).some(
    (slab) =>
      isMeshed(slab) &&
      slab.behaviour !== 'plate' &&
      slab.corners.every((id) => Math.abs(model.nodes[id].position[2] - elevation) < onLevel),
  );
}

/** Storeys above the lowest, or those given, whose floor takes no nodes together yet, by itself or by a slab, and has some to take. */
export function freeFloors(
  model: Model,
  among: readonly string[] = storeysUpward(model)
    .slice(1)
    .map(({ id }) => id),
): string[] {
  return among.filter(
    (id) => !diaphragmOfStorey(model, id) && !tiedBySlab(model, id) && nodesOfStorey(model, id).length > 2,
  );
}

/** Makes floors rigid in their planes in one act. */
export function rigidFloors(model: Model, storeyIds: readonly string[]): Act {
  const collector = new RecordCollector(model);
  const names = storeyIds.map((id) => model.storeys[id].label).join(', ');
  return {
    edits: storeyIds.flatMap((id) => floorEdits(model, id, 'rigid', collector)),
    sentence: `Made the ${storeyIds.length === 1 ? 'floor' : 'floors'} of ${names} rigid in ${storeyIds.length === 1 ? 'its plane' : 'their planes'}`,
  };
}

/** Whether a finding is of a structure that moves sideways as a whole, which bracing or floors can stop. */
export const movesSideways = ({ rule, motion }: Finding): boolean =>
  (rule === 'mechanism' || rule === 'unstable') &&
  motion !== undefined &&
  motion.nodes.length > 1 &&
  motion.displacements.some((part, i) => i % 6 < 2 && Math.abs(part) > 0.5);

/** What ties to the braced frames that which sways beside them: rigid floors on the storeys that move and have none. Undefined where there is nothing to tie. */
export function floorsMend(model: Model, finding: Finding): Mend | undefined {
  const { motion } = finding;
  if (!motion || !movesSideways(finding)) return undefined;
  const heights = motion.nodes
    .filter((_, i) => Math.hypot(motion.displacements[6 * i], motion.displacements[6 * i + 1]) > 1e-3)
    .map((id) => model.nodes[id].position[2]);
  const free = freeFloors(model).filter((id) =>
    heights.some((height) => Math.abs(height - model.storeys[id].elevation) < onLevel),
  );
  return free.length === 0
    ? undefined
    : { label: `Make ${count(free.length, 'floor')} rigid in plane`, act: rigidFloors(model, free) };
}
