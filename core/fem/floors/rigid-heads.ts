import type { Model, Node, Vector } from '../../model';
import type { FloorMesh } from './floor-mesh';

/** A node of a mesh that moves with the node of the column in whose head it lies, or of the member on whose face it lies. */
export interface HeadNode {
  readonly node: number;
  readonly master: number;
}

/**
 * Nodes that lie in rigid heads of columns or on the faces of members that end in walls, each with the column's or member's node. What a support, a line support or a rigid floor holds by itself stays free of it.
 * @param nodes    those of the model
 * @param isFloor  whether a node of the model belongs to a rigid floor
 */
export function headNodes(
  model: Model,
  nodes: readonly Node[],
  floors: FloorMesh,
  isFloor: (id: string) => boolean,
): HeadNode[] {
  const numberOf = new Map(nodes.map(({ id }, i) => [id, i]));
  const onLines = new Set([...floors.lines.values()].flatMap((line) => line.map(({ node }) => node)));
  const masters = new Set([
    ...Object.values(model.columnHeads).flatMap(({ node }) => numberOf.get(node) ?? []),
    ...floors.faces.map(({ master }) => master),
  ]);
  const taken = new Map<number, number>();
  const take = (node: number, master: number) => {
    const own = nodes[node] as Node | undefined;
    const holds = own !== undefined && (own.support !== undefined || own.springs !== undefined || isFloor(own.id));
    if (!masters.has(node) && !onLines.has(node) && !holds && !taken.has(node)) taken.set(node, master);
  };
  for (const { zone, mesh, nodes: meshed } of floors.panels) {
    const master = zone.rigidAt === undefined ? undefined : numberOf.get(zone.rigidAt);
    if (master !== undefined) for (const corner of mesh.corners) take(meshed[corner], master);
  }
  for (const { master, nodes: face } of floors.faces) for (const node of face) take(node, master);
  return [...taken].map(([node, master]) => ({ node, master }));
}

/**
 * How a point that is rigidly joined to another moves with it: 6 × 6 by rows, over ux uy uz rx ry rz.
 * @param from place of the other, m @param to its own place, m
 */
export function rigidArm(from: ArrayLike<number>, to: ArrayLike<number>): Float64Array {
  const [dx, dy, dz]: Vector = [to[0] - from[0], to[1] - from[1], to[2] - from[2]];
  const arm = new Float64Array(36);
  for (let d = 0; d < 6; d++) arm[7 * d] = 1;
  [arm[4], arm[5]] = [dz, -dy];
  [arm[9], arm[11]] = [-dz, dx];
  [arm[15], arm[16]] = [dy, -dx];
  return arm;
}

/** Movements of a node from those of the one it is rigidly joined to, both six from `at` of a list. */
export function followMaster(positions: Float64Array, { node, master }: HeadNode, values: Float64Array): void {
  const arm = rigidArm(positions.subarray(3 * master, 3 * master + 3), positions.subarray(3 * node, 3 * node + 3));
  for (let i = 0; i < 6; i++) {
    let sum = 0;
    for (let k = 0; k < 6; k++) sum += arm[6 * i + k] * values[6 * master + k];
    values[6 * node + i] = sum;
  }
}

/** Forces at a node, added to the one it is rigidly joined to with their moments about it, six each. */
export function toMaster(
  positions: Float64Array,
  { node, master }: HeadNode,
  forces: Float64Array,
  into: Float64Array,
): void {
  const arm = rigidArm(positions.subarray(3 * master, 3 * master + 3), positions.subarray(3 * node, 3 * node + 3));
  for (let k = 0; k < 6; k++) {
    let sum = 0;
    for (let i = 0; i < 6; i++) sum += arm[6 * i + k] * forces[6 * node + i];
    into[6 * master + k] += sum;
  }
}
