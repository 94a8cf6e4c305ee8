import { areaOf, isInside, type Point2 } from '../plane';
import { addCrossings, facesOf, FigurePoints, splitAtJoints, type FigurePoint } from './plane-figure';

/** Places closer than this are one, m. */
const same = 5e-3;

/** A field of a plane figure: a ring of corners, counter-clockwise, and outlines about what stands in it without touching it, m. */
export interface Face {
  readonly corners: readonly FigurePoint[];
  readonly islands: readonly (readonly FigurePoint[])[];
}

/**
 * The fields that lines in a plane enclose, with what stands in each.
 * @param lines pairs of points
 * @param crossing whether lines that cross without a common point part fields
 */
export function facesWithIslands(
  places: FigurePoints,
  lines: readonly (readonly [number, number])[],
  crossing: boolean,
): Face[] {
  if (crossing) addCrossings(places, lines);
  const faces = facesOf(places.points, splitAtJoints(places.points, lines)).map(({ corners, part }) => ({
    part,
    ring: corners.map((i) => places.points[i]),
  }));
  const islands = outlinesOfParts(faces);
  return faces.map(({ ring, part }) => ({
    corners: ring,
    islands: islands
      .filter(
        (one) =>
          one.part !== part &&
          isInside(ring, one.outline[0]) &&
          // the smallest field about it is the one it stands in
          !faces.some(
            (other) =>
              other.part !== one.part &&
              Math.abs(areaOf(other.ring)) < Math.abs(areaOf(ring)) &&
              isInside(other.ring, one.outline[0]),
          ),
      )
      .map(({ outline }) => outline),
  }));
}

/** Outlines about each part of a figure that hangs together. */
function outlinesOfParts(
  faces: readonly { part: number; ring: readonly FigurePoint[] }[],
): { part: number; outline: FigurePoint[] }[] {
  const parts = new Map<number, (readonly FigurePoint[])[]>();
  for (const { part, ring } of faces) parts.set(part, [...(parts.get(part) ?? []), ring]);
  // most figures are one part: nothing stands in anything
  if (parts.size < 2) return [];
  return [...parts].flatMap(([part, rings]) =>
    ringsAround(rings)
      .filter((ring) => areaOf(ring) > 0)
      .map((outline) => ({ part, outline })),
  );
}

/** The fields that rings and lines enclose together, crossings included. @param rings, lines m */
export function facesOfRings(
  rings: readonly (readonly FigurePoint[])[],
  lines: readonly (readonly [FigurePoint, FigurePoint])[] = [],
): Face[] {
  const places = new FigurePoints();
  const pairs = [...rings.flatMap(edgesOf), ...lines]
    .map(([a, b]) => [places.at(a), places.at(b)] as const)
    .filter(([a, b]) => a !== b);
  return facesWithIslands(places, pairs, true);
}

/** A place just inside a field, m. */
export function placeInside({ corners }: Face): FigurePoint {
  // beside the middle of the longest edge: no other line is nearer than figures tell apart
  const [a, b] = edgesOf(corners).reduce((longest, edge) => (lengthOf(edge) > lengthOf(longest) ? edge : longest));
  const aside = 1e-3 / lengthOf([a, b]);
  return [(a[0] + b[0]) / 2 - aside * (b[1] - a[1]), (a[1] + b[1]) / 2 + aside * (b[0] - a[0])];
}

/** The edges of a ring, from each corner to the next. */
export const edgesOf = <P>(ring: readonly P[]): (readonly [P, P])[] =>
  ring.map((corner, i) => [corner, ring[(i + 1) % ring.length]]);

const lengthOf = ([a, b]: readonly [FigurePoint, FigurePoint]): number => Math.hypot(b[0] - a[0], b[1] - a[1]);

/** Rings round what polygons that run anticlockwise, and do not overlap, cover together: outer ones anticlockwise, those of holes clockwise. @param polygons m; a hole runs clockwise */
export function ringsAround(polygons: readonly (readonly Point2[])[]): Point2[][] {
  const places: Point2[] = [];
  const at = (point: Point2): number => {
    const known = places.findIndex(([x, y]) => Math.hypot(x - point[0], y - point[1]) < same);
    return known >= 0 ? known : places.push(point) - 1;
  };
  const corners = polygons.map((polygon) => polygon.map(at));
  // edges are cut where a corner of another field lies on them
  const edges = new Map<string, [number, number]>();
  for (const ring of corners)
    ring.forEach((a, i) => {
      const b = ring[(i + 1) % ring.length];
      const stops = between(places, a, b);
      for (let k = 1; k < stops.length; k++) {
        const back = `${stops[k]} ${stops[k - 1]}`;
        if (edges.has(back)) edges.delete(back);
        else edges.set(`${stops[k - 1]} ${stops[k]}`, [stops[k - 1], stops[k]]);
      }
    });
  const next = new Map<number, number[]>();
  for (const [a, b] of edges.values()) next.set(a, [...(next.get(a) ?? []), b]);
  const rings: Point2[][] = [];
  for (const start of [...next.keys()])
    while ((next.get(start) ?? []).length > 0) {
      const ring = [start];
      let from = start;
      let to = next.get(start)!.shift()!;
      while (to !== start) {
        ring.push(to);
        const ways = next.get(to)!;
        // where two rings touch in a corner, the way that turns furthest right keeps them apart
        const way = ways.length > 1 ? mostRight(places, from, to, ways) : 0;
        from = to;
        [to] = ways.splice(way, 1);
      }
      rings.push(straightened(ring.map((place) => places[place])));
    }
  return rings.filter((ring) => ring.length > 2);
}

/** A place, those that lie on the line to another, and that one. */
function between(places: readonly Point2[], a: number, b: number): number[] {
  const [p, q] = [places[a], places[b]];
  const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
  const on = places.flatMap(([x, y], i) => {
    const along = ((x - p[0]) * (q[0] - p[0]) + (y - p[1]) * (q[1] - p[1])) / length;
    const aside = Math.abs((x - p[0]) * (q[1] - p[1]) - (y - p[1]) * (q[0] - p[0])) / length;
    return aside < same && along > same && along < length - same ? [{ i, along }] : [];
  });
  return [a, ...on.sort((one, other) => one.along - other.along).map(({ i }) => i), b];
}

function mostRight(places: readonly Point2[], from: number, at: number, ways: readonly number[]): number {
  const angle = (a: number, b: number) => Math.atan2(places[b][1] - places[a][1], places[b][0] - places[a][0]);
  const turn = (way: number) => {
    const by = angle(at, way) - angle(from, at);
    return by <= -Math.PI ? by + 2 * Math.PI : by > Math.PI ? by - 2 * Math.PI : by;
  };
  return ways.reduce((best, way, i) => (turn(way) < turn(ways[best]) ? i : best), 0);
}

/** A ring without corners on straight edges. */
const straightened = (ring: readonly Point2[]): Point2[] =>
  ring.filter((point, i) => {
    const [before, after] = [ring[(i + ring.length - 1) % ring.length], ring[(i + 1) % ring.length]];
    const cross = (point[0] - before[0]) * (after[1] - point[1]) - (point[1] - before[1]) * (after[0] - point[0]);
    return Math.abs(cross) > same * Math.hypot(after[0] - before[0], after[1] - before[1]);
  });
