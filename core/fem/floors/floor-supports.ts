import type { Model, Node, Support, Vector } from '../../model';
import type { FrameElements } from '../frame-elements';
import type { FloorMesh } from './floor-mesh';

const directions = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'] as const;

/**
 * Nodes of the structure with what holds them: those of the model as they are, with the line supports they lie on; those of meshes on line supports; and
 * movements in which nothing resists, of nodes that plates or membranes alone meet, held where they lie in global directions.
 * @param nodes those of the model
 */
export function floorSupports(
  model: Model,
  nodes: readonly Node[],
  floors: FloorMesh,
  frame: FrameElements,
): (Node | undefined)[] {
  const held: (Node | undefined)[] = [...nodes, ...floors.inner.map(() => undefined)];
  const hold = (node: number, support: Support) => {
    const known = held[node];
    held[node] = {
      ...(known ?? { id: `mesh ${node}`, position: [...floors.inner[node - nodes.length]] as Node['position'] }),
      support: Object.fromEntries(
        directions.map((name) => [name, support[name] || known?.support?.[name] === true]),
      ) as unknown as Support,
    };
  };
  const resist = (node: number, springs: NonNullable<Node['springs']>, length: number) => {
    const known = held[node]!;
    const sum = { ...known.springs };
    for (const name of directions) if (springs[name]) sum[name] = (sum[name] ?? 0) + springs[name] * length;
    held[node] = { ...known, springs: sum };
  };
  for (const { id, support, springs: all, pushes } of Object.values(model.lineSupports)) {
    // what only pushes is a bed
    const springs = all && pushes ? { ...all, uz: undefined } : all;
    for (const { node, length } of floors.lines.get(id) ?? []) {
      hold(node, support);
      if (springs) resist(node, springs, length);
    }
  }
  for (const [node, support] of withoutStiffness(floors, frame)) hold(node, support);
  return held;
}

/** Movements that no element at a node resists, by node. */
function withoutStiffness(floors: FloorMesh, frame: FrameElements): Map<number, Support> {
  const byMembers = new Set(frame.pieces.flatMap(({ start, end }) => [start, end]));
  const moves = new Map<number, boolean[]>();
  for (const { panel, plane, mesh, nodes } of floors.panels) {
    const axis = axisOf(plane.normal);
    if (panel.behaviour === 'shell' || axis === undefined) {
      for (const corner of mesh.corners) moves.set(nodes[corner], [true, true, true, true, true, true]);
      continue;
    }
    // a plate moves along its normal and turns in its plane; a membrane the other way round
    const resists = directions.map((_, d) => {
      const outward = d < 3 ? d === axis : d - 3 !== axis;
      return panel.behaviour === 'plate' ? outward : !outward;
    });
    for (const corner of mesh.corners) {
      const known = moves.get(nodes[corner]);
      moves.set(nodes[corner], known ? known.map((one, d) => one || resists[d]) : [...resists]);
    }
  }
  const found = new Map<number, Support>();
  for (const [node, resists] of moves)
    if (!byMembers.has(node) && resists.includes(false))
      found.set(node, Object.fromEntries(directions.map((name, d) => [name, !resists[d]])) as unknown as Support);
  return found;
}

/** The global axis a normal lies along; none: it leans. */
function axisOf(normal: Vector): number | undefined {
  const axis = [0, 1, 2].find((k) => Math.abs(normal[k]) > 1 - 1e-9);
  return axis;
}
