import {
  distance,
  dot,
  planeOf,
  samePoint,
  type AreaLoad,
  type LineLoad,
  type LoadRegion,
  type Model,
  type Vector,
} from '../model';
import { moved, movedDirection, type Movement } from './transform';

const names = ['x', 'y', 'z'] as const;
const units: Readonly<Record<'x' | 'y' | 'z', Vector>> = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] };

/** The corners of an area load or the ends of a line load, m; none for those of storeys and panels, which go with them. */
export function cornersOf(model: Model, load: AreaLoad | LineLoad): Vector[] {
  if (load.type === 'line') return [load.start, load.end];
  if (load.region.kind === 'nodes') return load.region.corners.map((id) => model.nodes[id].position);
  return load.region.kind === 'polygon' ? load.region.points : [];
}

/** Whether every corner lies at one of some places. */
export const standsOn = (corners: readonly Vector[], places: readonly Vector[]): boolean =>
  corners.length > 0 && corners.every((corner) => places.some((place) => distance(place, corner) < samePoint));

/** A direction after a movement, when it falls on an axis again. */
function axisAfter(
  movement: Movement,
  direction: 'x' | 'y' | 'z',
): { direction: 'x' | 'y' | 'z'; sign: number } | undefined {
  const after = movedDirection(movement, units[direction]);
  const i = after.findIndex((part) => Math.abs(Math.abs(part) - 1) < 1e-9);
  return i < 0 ? undefined : { direction: names[i], sign: Math.sign(after[i]) };
}

/**
 * An area or line load after a movement of everything it lies on. Undefined when it has no place in the new position: a direction that falls
 * between the axes, or a fluid or earth whose level is not level any more.
 * @param outline corners of what it lies on, m, where the load does not say itself: of panels
 */
export function movedAcross<L extends AreaLoad | LineLoad>(
  model: Model,
  load: L,
  movement: Movement,
  outline?: readonly Vector[],
): L | undefined {
  if (load.type === 'line') {
    const after = axisAfter(movement, load.direction);
    return (
      after && {
        ...load,
        start: moved(movement, load.start),
        end: moved(movement, load.end),
        direction: after.direction,
        valueFrom: load.valueFrom * after.sign,
        valueTo: load.valueTo * after.sign,
      }
    );
  }
  const corners = outline ?? cornersOf(model, load);
  const normal = planeOf(corners)?.normal;
  const after =
    load.direction === 'normal' ? normalAfter(corners, normal, movement) : axisAfter(movement, load.direction);
  if (!after) return undefined;
  const along =
    load.spread.way === 'one'
      ? { way: 'one' as const, along: movedDirection(movement, load.spread.along) }
      : load.spread;
  const { pressure } = load;
  const place = (points: readonly (readonly [number, number, number])[]) =>
    points.map((point) => moved(movement, point));
  const region: LoadRegion =
    load.region.kind === 'polygon'
      ? {
          ...load.region,
          points: place(load.region.points),
          ...(load.region.openings ? { openings: load.region.openings.map(place) } : {}),
        }
      : load.region;
  const base = { ...load, region, direction: after.direction, spread: along };
  if (pressure.type === 'uniform') return { ...base, pressure: { ...pressure, value: pressure.value * after.sign } };
  if (pressure.type === 'linear') {
    const [a, b, c] = pressure.points.map(({ at, value }) => ({ at: moved(movement, at), value: value * after.sign }));
    return { ...base, pressure: { ...pressure, points: [a, b, c] } };
  }
  if (Math.abs(movement.matrix[2][2] - 1) > 1e-9) return undefined;
  const rise = movement.shift[2];
  const reversed = after.sign < 0 ? !load.reversed : load.reversed === true;
  return {
    ...base,
    reversed,
    pressure: {
      ...pressure,
      level: pressure.level + rise,
      ...('waterLevel' in pressure && pressure.waterLevel !== undefined
        ? { waterLevel: pressure.waterLevel + rise }
        : {}),
    },
  };
}

/** Square to the area it stays; which of its sides counts positive may change. */
function normalAfter(
  corners: readonly Vector[],
  before: Vector | undefined,
  movement: Movement,
): { direction: 'normal'; sign: number } | undefined {
  const after = planeOf(corners.map((corner) => moved(movement, corner)))?.normal;
  return before && after
    ? { direction: 'normal', sign: Math.sign(dot(movedDirection(movement, before), after)) }
    : undefined;
}
