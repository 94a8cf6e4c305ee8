import {
  distance,
  dot,
  fromPlane,
  inPlane,
  offPlane,
  planeOf,
  ringsAround,
  scale,
  subtract,
  type Vector,
} from '../model';
import { areaOf, clockwise, counterClockwise, isInside } from '../plane';

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
