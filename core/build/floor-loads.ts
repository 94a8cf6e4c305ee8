import { dot, meshedPanels, panelAt, panelPlane, type FloorLoad, type Model } from '../model';
import { moved, movedDirection, movedTurning, type Movement } from './transform';

/**
 * A load on a slab, a wall or a line support itself, after a movement: the sense of warmth across a thickness follows the panel's z axis, which stays up
 * in a slab and to the left of the first edge of a wall.
 * @param id of what it acts on afterwards
 */
export function movedFloorLoad(model: Model, load: FloorLoad, movement: Movement, id: string): FloorLoad {
  if (load.type === 'lineSettlement')
    return {
      ...load,
      lineSupport: id,
      displacement: movedDirection(movement, load.displacement),
      rotation: movedTurning(movement, load.rotation),
    };
  if (load.type === 'spot')
    return {
      ...load,
      at: moved(movement, load.at),
      force: movedDirection(movement, load.force),
      moment: movedTurning(movement, load.moment),
    };
  const panel = load.slab === undefined ? model.walls[load.wall!] : model.slabs[load.slab];
  const before = panelPlane(model, panel);
  const after = panelPlane(
    {
      nodes: Object.fromEntries(
        panel.corners.map((corner) => [
          corner,
          { ...model.nodes[corner], position: moved(movement, model.nodes[corner].position) },
        ]),
      ),
    },
    panel,
  );
  const isTurned = before && after && dot(movedDirection(movement, before.normal), after.normal) < 0;
  return {
    ...load,
    ...(load.slab === undefined ? { wall: id } : { slab: id }),
    difference: isTurned ? -load.difference : load.difference,
  };
}

/** What a load on a slab, a wall or a line support acts on, by id; none: nothing that is analysed. */
export const floorTarget = (model: Model, load: FloorLoad): string | undefined =>
  load.type === 'spot'
    ? panelAt(model, load.at)
    : load.type === 'lineSettlement'
      ? load.lineSupport
      : (load.slab ?? load.wall);

/**
 * The load on the copy of what it acts on, where that was copied.
 * @param copies what stands for each record that was copied, by id
 */
export function copiedFloorLoad(
  model: Model,
  load: FloorLoad,
  copies: ReadonlyMap<string, string>,
  movement: Movement,
): FloorLoad[] {
  const target = floorTarget(model, load);
  const copy = target === undefined ? undefined : copies.get(target);
  return copy === undefined ? [] : [movedFloorLoad(model, load, movement, copy)];
}

/** What a load on a floor becomes when nodes go elsewhere: it goes with the panel or line all of whose nodes go. */
export function carriedFloorLoad(
  model: Model,
  load: FloorLoad,
  going: ReadonlySet<string>,
  movement: Movement,
): FloorLoad | undefined {
  const target = floorTarget(model, load);
  if (target === undefined) return undefined;
  const line = load.type === 'lineSettlement' ? model.lineSupports[load.lineSupport] : undefined;
  const nodes: readonly string[] = line
    ? [line.start, line.end]
    : (meshedPanels(model).find(({ id }) => id === target)?.corners ?? []);
  return nodes.length > 0 && nodes.every((node) => going.has(node))
    ? movedFloorLoad(model, load, movement, target)
    : undefined;
}
