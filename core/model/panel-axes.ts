import type { Vector } from './geometry';
import type { Panel } from './kinds';
import type { Model } from './model';
import { planeOf, type Plane } from './plane';

/** A slab or wall in its plane: u level, v uphill, the normal up, of a wall to the left of its first edge that is not upright. */
export function panelPlane(model: Pick<Model, 'nodes'>, { corners }: Pick<Panel, 'corners'>): Plane | undefined {
  const points = corners.map((id) => model.nodes[id].position);
  const plane = planeOf(points);
  if (!plane || Math.abs(plane.normal[2]) > upright) return plane;
  for (let i = 0; i < points.length; i++) {
    const [a, b] = [points[i], points[(i + 1) % points.length]];
    const left = (b[0] - a[0]) * plane.normal[1] - (b[1] - a[1]) * plane.normal[0];
    if (Math.abs(left) < 1e-6) continue;
    if (left > 0) return plane;
    const turned = (v: Vector): Vector => [-v[0] + 0, -v[1] + 0, -v[2] + 0];
    return { origin: plane.origin, u: turned(plane.u), v: plane.v, normal: turned(plane.normal) };
  }
  return plane;
}

/** Below this rise of its normal a panel is a wall. */
const upright = 0.02;

/** Direction of a panel's bars along x: an angle from global x laid into the plane, in a wall from the horizontal. */
export function barDirection({ u, v, normal }: Plane, angle: number): Vector {
  // global x in the plane, where the plane is not square to it
  const [x, y] = Math.abs(normal[2]) > upright ? [u[0], v[0]] : [1, 0];
  const from = Math.atan2(y, x) + angle;
  const [c, s] = [Math.cos(from), Math.sin(from)];
  return [0, 1, 2].map((k) => c * u[k] + s * v[k]) as unknown as Vector;
}
