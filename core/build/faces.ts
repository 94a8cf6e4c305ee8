import { addCrossings, facesOf, FigurePoints, splitAtJoints, type FigurePoint } from '../model';
import { areaOf, isInside } from '../plane';
import { ringsAround } from './united-fields';

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
