import { add, cross, dot, norm, scale, subtract, type GridLine, type Model, type Storey, type Vector, type WorkingPlane } from '../model';

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

export const storeyPlane = ({ elevation }: Pick<Storey, 'elevation'>): Plane => ({ origin: [0, 0, elevation], u: [1, 0, 0], v: [0, 1, 0], normal: [0, 0, 1] });

/** The upright plane on a grid line: u along the line, v up. */
export const gridPlane = ({ axis, position }: Pick<GridLine, 'axis' | 'position'>): Plane =>
  axis === 'x' ? { origin: [position, 0, 0], u: [0, 1, 0], v: [0, 0, 1], normal: [1, 0, 0] } : { origin: [0, position, 0], u: [1, 0, 0], v: [0, 0, 1], normal: [0, -1, 0] };

/** Distance of a point from a plane, on the side of its normal positive, m. */
export const offPlane = (plane: Plane, point: Vector): number => dot(subtract(point, plane.origin), plane.normal);

/** A point's coordinates in a plane, m. */
export const inPlane = (plane: Plane, point: Vector): [number, number] => [dot(subtract(point, plane.origin), plane.u), dot(subtract(point, plane.origin), plane.v)];

export const fromPlane = (plane: Plane, [u, v]: readonly [number, number]): [number, number, number] => add(add(plane.origin, scale(plane.u, u)), scale(plane.v, v));

/** Every plane of a model one can work in, with its name. */
export function workingPlanes(model: Model): { id: string; label: string; plane: Plane }[] {
  const named = Object.values(model.planes).flatMap(({ id, label, points }: WorkingPlane) => {
    const plane = planeThrough(points);
    return plane ? [{ id, label, plane }] : [];
  });
  return [
    ...Object.values(model.storeys).map((storey) => ({ id: storey.id, label: storey.label, plane: storeyPlane(storey) })),
    ...Object.values(model.gridLines).map((line) => ({ id: line.id, label: `Grid ${line.label}`, plane: gridPlane(line) })),
    ...named,
  ];
}
