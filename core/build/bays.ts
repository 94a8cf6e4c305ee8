import { distance, facesOf, FigurePoints, figureTolerance, fromPlane, inPlane, offPlane, splitAtJoints, type FigurePoint, type Model, type Plane, type Vector } from '../model';
import { slopesOf, workingPlanes } from './planes';

/** A bay: four corners in one plane, enclosed by members, helper lines or the ground. Corners run round it, the lowest left first. */
export interface Bay {
  /** stable while its corners stay: the plane's id and the corners' places */
  readonly key: string;
  readonly plane: string;
  readonly planeLabel: string;
  readonly corners: readonly [Vector, Vector, Vector, Vector];
  readonly upright: boolean;
  /** whether its plane leans: a roof, a ramp */
  readonly sloping: boolean;
}

const tolerance = figureTolerance;

const leans = (plane: Plane): boolean => Math.abs(plane.normal[2]) > 0.02 && Math.abs(plane.normal[2]) < 0.9995;

const known = new WeakMap<Model, readonly Bay[]>();

/** Bays in every working plane: on grid lines upright, on storeys level, and in named planes. Each bay once; found once a model. */
export function findBays(model: Model): readonly Bay[] {
  let bays = known.get(model);
  if (!bays) {
    bays = allBays(model);
    known.set(model, bays);
  }
  return bays;
}

function allBays(model: Model): Bay[] {
  const seen = new Set<string>();
  return [...workingPlanes(model), ...slopesOf(model)].flatMap(({ id, label, plane }) =>
    baysInPlane(model, plane).flatMap((corners): Bay[] => {
      const key = [...corners].map((corner) => corner.map((part) => Math.round(part * 100)).join(',')).sort().join(' ');
      if (seen.has(key)) return [];
      seen.add(key);
      return [{ key, plane: id, planeLabel: label, corners, upright: Math.abs(plane.normal[2]) < 0.5, sloping: leans(plane) }];
    }),
  );
}

/** Four-cornered faces of the figure that the lines in a plane make. */
export function baysInPlane(model: Model, plane: Plane): [Vector, Vector, Vector, Vector][] {
  const places = new FigurePoints();
  const at = (point: Vector) => places.at(inPlane(plane, point));
  const here = (point: Vector) => Math.abs(offPlane(plane, point)) < tolerance;
  const edges = new Set<string>();
  const join = (a: Vector, b: Vector) => {
    const [i, j] = [at(a), at(b)];
    if (i !== j) edges.add(i < j ? `${i} ${j}` : `${j} ${i}`);
  };
  const members = Object.values(model.members).filter((member) => here(model.nodes[member.start].position) && here(model.nodes[member.end].position));
  for (const member of members) if (member.role !== 'brace') join(model.nodes[member.start].position, model.nodes[member.end].position);
  for (const line of Object.values(model.helperLines)) if (here(line.start) && here(line.end)) join(line.start, line.end);
  // the ground closes an upright bay between neighbouring supports of one height
  if (Math.abs(plane.normal[2]) < 0.5) {
    const feet = Object.values(model.nodes).filter((node) => node.support && here(node.position)).map((node) => node.position).sort((a, b) => inPlane(plane, a)[0] - inPlane(plane, b)[0]);
    for (let i = 0; i + 1 < feet.length; i++) if (Math.abs(feet[i][2] - feet[i + 1][2]) < tolerance) join(feet[i], feet[i + 1]);
  }
  // a ridge or an eaves without a member closes the strip beside it between neighbouring heads or feet of one height
  if (leans(plane)) {
    const ends = [...new Set(members.flatMap((member) => [member.start, member.end]))].map((id) => model.nodes[id].position);
    for (const pick of [Math.min, Math.max]) {
      const edge = ends.reduce((most, point) => pick(most, point[2]), ends[0]?.[2] ?? 0);
      const row = ends.filter((point) => Math.abs(point[2] - edge) < tolerance).sort((a, b) => inPlane(plane, a)[0] - inPlane(plane, b)[0]);
      for (let i = 0; i + 1 < row.length; i++) join(row[i], row[i + 1]);
    }
  }
  const withJoints = splitAtJoints(places.points, [...edges].map((edge) => edge.split(' ').map(Number) as [number, number]));
  return facesOf(places.points, withJoints).flatMap((face) => {
    const corners = withoutStraight(face.corners.map((i) => places.points[i]));
    if (corners.length !== 4) return [];
    const low = corners.reduce((best, [u, v], i) => (v < corners[best][1] - tolerance || (Math.abs(v - corners[best][1]) < tolerance && u < corners[best][0]) ? i : best), 0);
    const turned = [0, 1, 2, 3].map((i) => fromPlane(plane, corners[(low + i) % 4]) as Vector);
    return [turned as [Vector, Vector, Vector, Vector]];
  });
}

/** Corners of a face without those where it runs straight on. */
function withoutStraight(face: readonly FigurePoint[]): FigurePoint[] {
  return face.filter(([u, v], i) => {
    const [a, b] = [face[(i + face.length - 1) % face.length], face[(i + 1) % face.length]];
    const turn = (u - a[0]) * (b[1] - v) - (v - a[1]) * (b[0] - u);
    return Math.abs(turn) > tolerance * Math.hypot(u - a[0], v - a[1]);
  });
}

/** The middle of a bay, m. */
export const bayMiddle = ({ corners }: Bay): Vector => [0, 1, 2].map((i) => corners.reduce((sum, corner) => sum + corner[i], 0) / 4) as unknown as Vector;

/** Whether braces run across the bay already. */
export function isBraced(model: Model, { corners }: Bay): boolean {
  const at = (point: Vector) => corners.findIndex((corner) => distance(corner, point) < tolerance);
  const braces = Object.values(model.members).filter((member) => member.role === 'brace');
  return braces.some((brace) => {
    const [i, j] = [at(model.nodes[brace.start].position), at(model.nodes[brace.end].position)];
    return (i >= 0 && j >= 0 && (i + 2) % 4 === j) || (i < 0 !== j < 0 && Math.max(i, j) >= 0 && inside(corners, model.nodes[i < 0 ? brace.start : brace.end].position));
  });
}

function inside(corners: Bay['corners'], point: Vector): boolean {
  const low = [0, 1, 2].map((i) => Math.min(...corners.map((corner) => corner[i])) - tolerance);
  const high = [0, 1, 2].map((i) => Math.max(...corners.map((corner) => corner[i])) + tolerance);
  return point.every((part, i) => part > low[i] && part < high[i]);
}
