import { distance, dot, fromPlane, inPlane, offPlane, planeOf, scale, subtract, type Vector } from '../model';
import { areaOf, clockwise, counterClockwise, isInside, type Point2 } from '../plane';

/** Places closer than this are one, m. */
const same = 5e-3;

/** A field and what stands in it, m. */
interface FieldWithIslands {
  readonly corners: readonly Vector[];
  readonly islands: readonly (readonly Vector[])[];
}

/** An outline with its openings, corners in order, m. */
export interface UnitedField {
  readonly outline: readonly Vector[];
  readonly openings: readonly (readonly Vector[])[];
}

/**
 * Fields that share edges made one, plane by plane: edges that two fields have in common vanish, what is enclosed and belongs to none is an opening.
 * Corners on straight edges are left out.
 * @param fields in one plane each; islands in one are left out of it
 */
export function unitedFields(fields: readonly FieldWithIslands[]): UnitedField[] {
  const left = [...fields];
  const found: UnitedField[] = [];
  while (left.length > 0) {
    const plane = planeOf(left[0].corners);
    if (!plane) {
      left.shift();
      continue;
    }
    const here = left.filter(({ corners }) => corners.every((corner) => Math.abs(offPlane(plane, corner)) < same));
    for (const field of here) left.splice(left.indexOf(field), 1);
    const flat = (ring: readonly Vector[]) => ring.map((corner) => inPlane(plane, corner));
    const rings = ringsAround(
      here.flatMap(({ corners, islands }) => [
        counterClockwise(flat(corners)),
        ...islands.map((island) => clockwise(flat(island))),
      ]),
    );
    const holes = rings.filter((ring) => areaOf(ring) < 0);
    for (const outline of rings.filter((ring) => areaOf(ring) > 0))
      found.push({
        outline: outline.map((point) => fromPlane(plane, point)),
        openings: holes
          .filter((hole) => hole.every((point) => isInside(outline, point, same)))
          .map((hole) => [...hole].reverse().map((point) => fromPlane(plane, point))),
      });
  }
  return found;
}

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

/**
 * The corners of a rectangle between two opposite ones in a plane that contains both and a direction: sides run along that direction and across it.
 * @param along unit vector @param from m, global
 */
export function rectangleBetween(from: Vector, to: Vector, along: Vector): [Vector, Vector, Vector, Vector] {
  const diagonal = subtract(to, from);
  const side = scale(along, dot(diagonal, along));
  const second: Vector = [from[0] + side[0], from[1] + side[1], from[2] + side[2]];
  const fourth: Vector = [to[0] - side[0], to[1] - side[1], to[2] - side[2]];
  return [from, second, to, fourth];
}

/** Whether a rectangle between two points has two sides at all. */
export const isRectangle = ([a, b, , d]: readonly Vector[]): boolean => distance(a, b) > same && distance(a, d) > same;
