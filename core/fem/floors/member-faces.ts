import { sectionProperties } from '../../catalog';
import { dot, memberAxis, offPlane, type Member, type Model, type Plane, type Vector } from '../../model';

/** What lies this near to a wall's plane lies in it, m. */
const inThePlane = 5e-3;
/** A member goes on inside a wall when the wall is still there this far from its end, m. */
const inside = 0.05;
/** Faces shorter than this join nothing, m. */
const leastFace = 0.05;

/** The face of a member that ends in a wall. */
export interface Face {
  /** the node of the member */
  readonly node: string;
  /** ends of its depth in the plane of the wall, as far as the wall reaches, m */
  readonly from: Vector;
  readonly to: Vector;
}

/** A wall, or a zone of one, that members may end in. */
interface WallPart {
  readonly plane: Plane;
  readonly covers: (at: Vector) => boolean;
}

/**
 * Where members end in the plane of a wall: a point of a plane stress field turns without resistance as elements get finer, so the member's end is
 * joined to the wall over its depth, as a plane section.
 */
export function memberFaces(model: Model, walls: readonly WallPart[]): Face[] {
  const upright = walls.filter(({ plane }) => Math.abs(plane.normal[2]) < 0.5);
  if (upright.length === 0) return [];
  return Object.values(model.members).flatMap((member) =>
    (['start', 'end'] as const).flatMap((side) => {
      const face = faceOf(model, member, side, upright);
      return face ? [face] : [];
    }),
  );
}

function faceOf(model: Model, member: Member, side: 'start' | 'end', walls: readonly WallPart[]): Face | undefined {
  if ((member.behaviour ?? 'frame') !== 'frame' || member.section === null) return undefined;
  const [node, other] = side === 'start' ? [member.start, member.end] : [member.end, member.start];
  const [at, far] = [model.nodes[node].position, model.nodes[other].position];
  const wall = walls.find(
    ({ plane, covers }) =>
      Math.abs(offPlane(plane, at)) < inThePlane && Math.abs(offPlane(plane, far)) < inThePlane && covers(at),
  );
  const axis = wall && memberAxis(model, member);
  if (!wall || !axis) return undefined;
  const { normal } = wall.plane;
  const length = Math.hypot(...far.map((part, k) => part - at[k]));
  const away = far.map((part, k) => (part - at[k]) / length) as unknown as Vector;
  const moved = (by: number, way: Vector): Vector => at.map((part, k) => part + by * way[k]) as unknown as Vector;
  // a member that runs on inside a wall is joined to it all along
  if (walls.some(({ covers }) => covers(moved(Math.min(inside, length / 2), away)))) return undefined;
  const about = Math.abs(dot(axis.axes.y, normal)) > Math.abs(dot(axis.axes.z, normal)) ? 'ry' : 'rz';
  if ((side === 'start' ? member.startConnection : member.endConnection)?.[about] === 0) return undefined;
  const across: Vector = [
    normal[1] * away[2] - normal[2] * away[1],
    normal[2] * away[0] - normal[0] * away[2],
    normal[0] * away[1] - normal[1] * away[0],
  ];
  const { width, depth } = sectionProperties(model.sections[member.section].shape);
  const half = (width * Math.abs(dot(axis.axes.y, across)) + depth * Math.abs(dot(axis.axes.z, across))) / 2;
  const [up, down] = [1, -1].map((sign) => sign * reachOf(wall, (by) => moved(sign * by, across), half));
  return up - down < leastFace ? undefined : { node, from: moved(down, across), to: moved(up, across) };
}

/** How far a wall goes on from a place, up to a distance, m. */
function reachOf({ covers }: WallPart, at: (by: number) => Vector, most: number): number {
  if (covers(at(most))) return most;
  let [least, beyond] = [0, most];
  for (let step = 0; step < 30; step++) {
    const middle = (least + beyond) / 2;
    if (covers(at(middle))) least = middle;
    else beyond = middle;
  }
  return least;
}
