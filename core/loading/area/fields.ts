import {
  addCrossings,
  facesOf,
  FigurePoints,
  inPlane,
  offPlane,
  splitAtJoints,
  type FigureEdge,
  type Model,
  type Plane,
} from '../../model';
import { areaOf, cross2, isInside, type Point2, type Polygon } from '../../plane';

/** A stretch of a side, m from the side's start, with the part of a member that lies on it as shares of the member's length; null: no member. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly member: string | null;
  readonly shareFrom: number;
  readonly shareTo: number;
}

/** A straight side of a field. */
export interface Side {
  readonly p: Point2;
  readonly q: Point2;
  readonly stretches: readonly Stretch[];
}

/** A field enclosed by members (or by an outline where members are missing), counter-clockwise; what lies loose within it are its openings. */
export interface Field {
  readonly corners: Polygon;
  readonly sides: readonly Side[];
  readonly openings: readonly Polygon[];
}

/** Members whose nodes are farther than this from a plane do not lie in it, m. */
export const planeTolerance = 0.01;
const straight = 1e-4;

interface Line {
  readonly member: string | null;
  readonly p: Point2;
  readonly q: Point2;
}

/** Members in a plane that can carry an area: all but braces. */
function membersIn(model: Model, plane: Plane): Line[] {
  const places = new Map<string, Point2 | null>();
  const place = (id: string): Point2 | null => {
    let found = places.get(id);
    if (found === undefined) {
      const { position } = model.nodes[id];
      found = Math.abs(offPlane(plane, position)) < planeTolerance ? inPlane(plane, position) : null;
      places.set(id, found);
    }
    return found;
  };
  return Object.values(model.members).flatMap((member): Line[] => {
    if (member.role === 'brace') return [];
    const [p, q] = [place(member.start), place(member.end)];
    return p && q ? [{ member: member.id, p, q }] : [];
  });
}

const known = new WeakMap<object, { members: object; fields: Map<string, readonly Field[]> }>();

/** The fields members enclose in a plane. Found once for a plane and a state of the frame. */
export function fieldsIn(model: Model, plane: Plane): readonly Field[] {
  let own = known.get(model.nodes);
  if (own?.members !== model.members) {
    own = { members: model.members, fields: new Map() };
    known.set(model.nodes, own);
  }
  const key = [...plane.origin, ...plane.u, ...plane.normal].map((part) => part.toFixed(6)).join(' ');
  let fields = own.fields.get(key);
  if (!fields) {
    fields = fieldsOfLines(membersIn(model, plane));
    own.fields.set(key, fields);
  }
  return fields;
}

/** The fields that members and the outline of an area enclose together: for places where a side has no member. */
export const fieldsWith = (model: Model, plane: Plane, outlines: readonly Polygon[]): readonly Field[] =>
  fieldsOfLines([
    ...membersIn(model, plane),
    ...outlines.flatMap((outline) =>
      outline.map((p, i): Line => ({ member: null, p, q: outline[(i + 1) % outline.length] })),
    ),
  ]);

export function fieldsOfLines(lines: readonly Line[]): Field[] {
  const places = new FigurePoints();
  const ends = lines.map(({ p, q }): [number, number] => [places.at(p), places.at(q)]);
  const kept = ends.map(([a, b], i) => ({ a, b, i })).filter(({ a, b }) => a !== b);
  addCrossings(
    places,
    kept.map(({ a, b }) => [a, b]),
  );
  const edges = splitAtJoints(
    places.points,
    kept.map(({ a, b }) => [a, b] as const),
  );
  const byPair = new Map<string, FigureEdge>();
  for (const edge of edges) {
    const pair = edge.a < edge.b ? `${edge.a} ${edge.b}` : `${edge.b} ${edge.a}`;
    // a member comes before an outline that runs along it; of members on one line the first one carries
    const present = byPair.get(pair);
    if (!present || (lines[kept[present.source].i].member === null && lines[kept[edge.source].i].member !== null))
      byPair.set(pair, edge);
  }
  const bare = withoutLooseEnds([...byPair.values()]);
  const faces = facesOf(places.points, bare).map(({ corners, part }) => ({
    part,
    corners,
    polygon: corners.map((i) => places.points[i]),
  }));
  return faces.map(({ part, corners, polygon }) => {
    const sides = sidesOf(corners, places.points, (a, b) => {
      const edge = byPair.get(a < b ? `${a} ${b}` : `${b} ${a}`)!;
      return lines[kept[edge.source].i];
    });
    const openings = faces
      .filter(
        (other) =>
          other.part !== part && isInside(polygon, other.polygon[0]) && areaOf(other.polygon) < areaOf(polygon),
      )
      .map((other) => other.polygon);
    return { corners: polygon, sides, openings };
  });
}

/** Lines that end in nothing enclose nothing. */
function withoutLooseEnds(edges: readonly FigureEdge[]): FigureEdge[] {
  let left = [...edges];
  for (;;) {
    const degree = new Map<number, number>();
    for (const { a, b } of left) for (const i of [a, b]) degree.set(i, (degree.get(i) ?? 0) + 1);
    const next = left.filter(({ a, b }) => degree.get(a)! > 1 && degree.get(b)! > 1);
    if (next.length === left.length) return next;
    left = next;
  }
}

/** The sides of a face: edges that run straight on are one side of several stretches. */
function sidesOf(
  corners: readonly number[],
  points: readonly Point2[],
  lineOf: (a: number, b: number) => Line,
): Side[] {
  const at = (i: number) => points[corners[(i + corners.length) % corners.length]];
  const turns = (i: number) => {
    const [a, b, c] = [at(i - 1), at(i), at(i + 1)];
    return (
      Math.abs(cross2(a, b, c)) >
        straight * Math.hypot(b[0] - a[0], b[1] - a[1]) * Math.hypot(c[0] - b[0], c[1] - b[1]) ||
      (b[0] - a[0]) * (c[0] - b[0]) + (b[1] - a[1]) * (c[1] - b[1]) < 0
    );
  };
  const first = corners.findIndex((_, i) => turns(i));
  const sides: Side[] = [];
  for (let k = 0; k < corners.length;) {
    const p = at(first + k);
    const stretches: Stretch[] = [];
    const alongSide = (point: Point2) => Math.hypot(point[0] - p[0], point[1] - p[1]);
    do {
      const [a, b] = [at(first + k), at(first + k + 1)];
      const line = lineOf(corners[(first + k) % corners.length], corners[(first + k + 1) % corners.length]);
      const share = (point: Point2) =>
        ((point[0] - line.p[0]) * (line.q[0] - line.p[0]) + (point[1] - line.p[1]) * (line.q[1] - line.p[1])) /
        ((line.q[0] - line.p[0]) ** 2 + (line.q[1] - line.p[1]) ** 2);
      stretches.push({
        from: alongSide(a),
        to: alongSide(b),
        member: line.member,
        shareFrom: share(a),
        shareTo: share(b),
      });
      k++;
    } while (k < corners.length && !turns(first + k));
    sides.push({ p, q: at(first + k), stretches });
  }
  return sides;
}
