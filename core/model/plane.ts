import { add, cross, dot, norm, scale, subtract, type Vector } from './geometry';

/** A plane to work in: a point, two unit vectors along it and its normal. */
export interface Plane {
  readonly origin: Vector;
  readonly u: Vector;
  readonly v: Vector;
  readonly normal: Vector;
}

/** The plane through three points (m): the first is the origin, the second lies along u. Undefined when they lie on a line. */
export function planeThrough([a, b, c]: readonly [Vector, Vector, Vector]): Plane | undefined {
  const u = subtract(b, a);
  const normal = cross(u, subtract(c, a));
  if (norm(u) < 1e-6 || norm(normal) < 1e-6 * norm(u)) return undefined;
  const [along, up] = [scale(u, 1 / norm(u)), scale(normal, 1 / norm(normal))];
  return { origin: a, u: along, v: cross(up, along), normal: up };
}

/** Distance of a point from a plane, on the side of its normal positive, m. */
export const offPlane = (plane: Plane, point: Vector): number => dot(subtract(point, plane.origin), plane.normal);

/** A point's coordinates in a plane, m. */
export const inPlane = (plane: Plane, point: Vector): [number, number] => [dot(subtract(point, plane.origin), plane.u), dot(subtract(point, plane.origin), plane.v)];

export const fromPlane = (plane: Plane, [u, v]: readonly [number, number]): [number, number, number] => add(add(plane.origin, scale(plane.u, u)), scale(plane.v, v));
