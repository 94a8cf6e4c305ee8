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
export const inPlane = (plane: Plane, point: Vector): [number, number] => [
  dot(subtract(point, plane.origin), plane.u),
  dot(subtract(point, plane.origin), plane.v),
];

/** The place in space (m) of a point of a plane (m). */
export const fromPlane = (plane: Plane, [u, v]: readonly [number, number]): [number, number, number] =>
  add(add(plane.origin, scale(plane.u, u)), scale(plane.v, v));

/** The plane of an outline: its normal up, of an upright one towards +x or +y. Undefined when the corners lie on a line. */
export function planeOf(points: readonly Vector[]): Plane | undefined {
  let normal: Vector = [0, 0, 0];
  for (let i = 1; i + 1 < points.length; i++) {
    const part = cross(subtract(points[i], points[0]), subtract(points[i + 1], points[0]));
    normal = [normal[0] + part[0], normal[1] + part[1], normal[2] + part[2]];
  }
  const size = norm(normal);
  if (size < 1e-6) return undefined;
  const unit = scale(normal, 1 / size).map((part) => (Math.abs(part) < 1e-12 ? 0 : part)) as unknown as Vector;
  const leading = Math.abs(unit[2]) > 0.02 ? unit[2] : Math.abs(unit[0]) >= Math.abs(unit[1]) ? unit[0] : unit[1];
  const up = scale(unit, Math.sign(leading));
  // u level, v uphill: the same plane has the same directions whichever corner comes first
  const level: Vector =
    Math.hypot(up[0], up[1]) < 1e-9 ? [1, 0, 0] : scale([-up[1], up[0], 0], 1 / Math.hypot(up[0], up[1]));
  return { origin: scale(up, dot(up, points[0])), u: level, v: cross(up, level), normal: up };
}
