import { distance, type Model, type Vector } from '../model';
import { fromPlane, inPlane, offPlane, workingPlanes, type Plane } from './planes';

/** A bay: four corners in one plane, enclosed by members, helper lines or the ground. Corners run round it, the lowest left first. */
export interface Bay {
  /** stable while its corners stay: the plane's id and the corners' places */
  readonly key: string;
  readonly plane: string;
  readonly planeLabel: string;
  readonly corners: readonly [Vector, Vector, Vector, Vector];
  readonly upright: boolean;
}

const tolerance = 5e-3;
/** places are looked up in squares of this size, m */
const cell = 0.5;

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
  return workingPlanes(model).flatMap(({ id, label, plane }) =>
    baysInPlane(model, plane).flatMap((corners): Bay[] => {
      const key = [...corners].map((corner) => corner.map((part) => Math.round(part * 100)).join(',')).sort().join(' ');
      if (seen.has(key)) return [];
      seen.add(key);
      return [{ key, plane: id, planeLabel: label, corners, upright: Math.abs(plane.normal[2]) < 0.5 }];
    }),
  );
}

interface Point2 {
  readonly u: number;
  readonly v: number;
}

/** Four-cornered faces of the figure that the lines in a plane make. */
export function baysInPlane(model: Model, plane: Plane): [Vector, Vector, Vector, Vector][] {
  const places: Point2[] = [];
  const byCell = new Map<string, number[]>();
  const at = (point: Vector): number => {
    const [u, v] = inPlane(plane, point);
    const [i, j] = [Math.round(u / cell), Math.round(v / cell)];
    for (let di = -1; di <= 1; di++) {
      for (let dj = -1; dj <= 1; dj++) {
        const known = byCell.get(`${i + di} ${j + dj}`)?.find((one) => Math.abs(places[one].u - u) < tolerance && Math.abs(places[one].v - v) < tolerance);
        if (known !== undefined) return known;
      }
    }
    const made = places.push({ u, v }) - 1;
    byCell.set(`${i} ${j}`, [...(byCell.get(`${i} ${j}`) ?? []), made]);
    return made;
  };
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
  const withJoints = splitAtJoints(places, [...edges].map((edge) => edge.split(' ').map(Number) as [number, number]));
  return faces(places, withJoints).flatMap((face) => {
    const corners = withoutStraight(face.map((i) => places[i]));
    if (corners.length !== 4) return [];
    const low = corners.reduce((best, corner, i) => (corner.v < corners[best].v - tolerance || (Math.abs(corner.v - corners[best].v) < tolerance && corner.u < corners[best].u) ? i : best), 0);
    const turned = [0, 1, 2, 3].map((i) => fromPlane(plane, [corners[(low + i) % 4].u, corners[(low + i) % 4].v]) as Vector);
    return [turned as [Vector, Vector, Vector, Vector]];
  });
}

/** Lines parted at the points that lie on them. */
function splitAtJoints(places: readonly Point2[], edges: readonly [number, number][]): [number, number][] {
  return edges.flatMap(([a, b]): [number, number][] => {
    const [p, q] = [places[a], places[b]];
    const [du, dv] = [q.u - p.u, q.v - p.v];
    const length = Math.hypot(du, dv);
    const on = places.flatMap((place, i) => {
      const along = ((place.u - p.u) * du + (place.v - p.v) * dv) / length;
      const off = Math.abs((place.u - p.u) * dv - (place.v - p.v) * du) / length;
      return i !== a && i !== b && off < tolerance && along > tolerance && along < length - tolerance ? [{ i, along }] : [];
    }).sort((x, y) => x.along - y.along);
    const chain = [a, ...on.map((one) => one.i), b];
    return chain.slice(1).map((to, i): [number, number] => [chain[i], to]);
  });
}

/** Inner faces of a plane figure, counter-clockwise, by following each line to the next one clockwise at its end. */
function faces(places: readonly Point2[], edges: readonly [number, number][]): number[][] {
  const around = new Map<number, number[]>();
  const link = (a: number, b: number) => {
    const list = around.get(a) ?? [];
    if (!list.includes(b)) list.push(b);
    around.set(a, list);
  };
  for (const [a, b] of edges) {
    link(a, b);
    link(b, a);
  }
  for (const [a, list] of around) list.sort((p, q) => Math.atan2(places[p].v - places[a].v, places[p].u - places[a].u) - Math.atan2(places[q].v - places[a].v, places[q].u - places[a].u));
  const visited = new Set<string>();
  const found: number[][] = [];
  for (const [start, list] of around) {
    for (const first of list) {
      if (visited.has(`${start} ${first}`)) continue;
      const face: number[] = [];
      let [from, to] = [start, first];
      while (!visited.has(`${from} ${to}`)) {
        visited.add(`${from} ${to}`);
        face.push(from);
        const turns = around.get(to)!;
        const next = turns[(turns.indexOf(from) + turns.length - 1) % turns.length];
        [from, to] = [to, next];
      }
      const area = face.reduce((sum, p, i) => sum + places[p].u * places[face[(i + 1) % face.length]].v - places[face[(i + 1) % face.length]].u * places[p].v, 0) / 2;
      if (area > tolerance) found.push(face);
    }
  }
  return found;
}

/** Corners of a face without those where it runs straight on. */
function withoutStraight(face: readonly Point2[]): Point2[] {
  return face.filter((point, i) => {
    const [a, b] = [face[(i + face.length - 1) % face.length], face[(i + 1) % face.length]];
    const turn = (point.u - a.u) * (b.v - point.v) - (point.v - a.v) * (b.u - point.u);
    return Math.abs(turn) > tolerance * Math.hypot(point.u - a.u, point.v - a.v);
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
