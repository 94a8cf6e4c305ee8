import type { Finding } from './finding';
import { norm, samePoint, supportAxes, type Vector } from './geometry';
import { inOrder, type Model } from './model';
import type { Node, Support } from './kinds';
import type { Settings } from './settings';

/** Space frame, plane frame or grid. */
export type StructureKind = NonNullable<Settings['structure']>;

/** What each kind is called, and the axis square to its plane. */
export const structureKinds: Readonly<
  Record<
    StructureKind,
    { readonly name: string; readonly across?: 0 | 1 | 2; readonly held: readonly (keyof Support)[] }
  >
> = {
  space: { name: 'space frame', held: [] },
  xz: { name: 'plane frame in x–z', across: 1, held: ['uy', 'rx', 'rz'] },
  yz: { name: 'plane frame in y–z', across: 0, held: ['ux', 'ry', 'rz'] },
  grid: { name: 'grid in x–y', across: 2, held: ['ux', 'uy', 'rz'] },
};

/** What kind of structure a model is. */
export const structureKind = (model: Model): StructureKind => model.settings.structure ?? 'space';

const free: Support = { ux: false, uy: false, uz: false, rx: false, ry: false, rz: false };

/** A node with the freedoms held that its kind of structure does not need; the node itself in a space frame. */
export function heldInPlane(model: Model, node: Node): Node {
  const { held } = structureKinds[structureKind(model)];
  return held.length === 0
    ? node
    : { ...node, support: { ...(node.support ?? free), ...Object.fromEntries(held.map((way) => [way, true])) } };
}

/** The plane kinds in which all nodes that members meet lie; a frame on one line lies in several. */
export function planeKindsOf(model: Model, ids: readonly string[]): StructureKind[] {
  return (['xz', 'yz', 'grid'] as const).filter((kind) => {
    const places = ids.map((id) => model.nodes[id].position[structureKinds[kind].across!]);
    return places.length > 0 && Math.max(...places) - Math.min(...places) < samePoint;
  });
}

const changeTo = (structure: StructureKind) => ({
  edits: [{ kind: 'settings.change' as const, fields: { structure } }],
  sentence: `Made the structure a ${structureKinds[structure].name}`,
});

/** The act that holds everything out of a plane, for a frame that lies in one. */
export const planeCure = (kind: StructureKind): { label: string; act: ReturnType<typeof changeTo> } => ({
  label: `Hold it in its plane: a ${structureKinds[kind].name}`,
  act: changeTo(kind),
});

/** What does not go with the kind of structure a project is said to be. */
export function structureKindFindings(model: Model): Finding[] {
  const kind = structureKind(model);
  const { name, across } = structureKinds[kind];
  if (across === undefined) return [];
  const space = { label: 'Make it a space frame', act: changeTo('space') };
  const used = [...new Set(Object.values(model.members).flatMap((member) => [member.start, member.end]))];
  const found: Finding[] = [];
  const places = used.map((id) => model.nodes[id].position[across]);
  const axis = 'xyz'[across];
  if (places.length > 0 && Math.max(...places) - Math.min(...places) > samePoint) {
    const first = places[0];
    const beside = used.filter((id) => Math.abs(model.nodes[id].position[across] - first) > samePoint);
    found.push({
      key: 'out of plane',
      rule: 'out-of-plane',
      severity: 'stop',
      sentence: `The project is a ${name}, and its nodes do not lie in one plane: ${used[0]} and ${beside[0]} have different ${axis}.`,
      why: `Everything that moves out of the plane is held in it, so that what joins two planes would carry nothing.`,
      place: { nodes: beside },
      mend: space,
    });
  }
  const turned = inOrder(model.nodes).filter((node) => {
    if (!node.supportAngles) return false;
    const normal: Vector = supportAxes(node.supportAngles)[across];
    return norm([0, 1, 2].map((i) => normal[i] - (i === across ? 1 : 0)) as unknown as Vector) > 1e-9;
  });
  if (turned.length > 0)
    found.push({
      key: 'support out of plane',
      rule: 'out-of-plane',
      severity: 'stop',
      sentence: `The support of node ${turned[0].id} is turned out of the plane of the ${name}.`,
      why: `What is held out of the plane is held along ${axis}; the support may only be turned about it.`,
      place: { nodes: turned.map((node) => node.id) },
      mend: space,
    });
  const rigid = inOrder(model.diaphragms);
  if (rigid.length > 0)
    found.push({
      key: 'floor in plane',
      rule: 'out-of-plane',
      severity: 'stop',
      sentence: `The project is a ${name} and has ${rigid.length === 1 ? 'a rigid floor' : `${rigid.length} rigid floors`}.`,
      why: 'A floor moves and turns in its own plane, part of which is held here.',
      place: { nodes: rigid.flatMap((one) => one.nodes) },
      mend: {
        label: 'Delete the floors',
        act: { edits: [{ kind: 'remove', table: 'diaphragms', ids: rigid.map((one) => one.id) }] },
      },
      others: [space],
    });
  return found;
}
