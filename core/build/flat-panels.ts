import {
  cross,
  dot,
  edgesOf,
  fromPlane,
  inPlane,
  norm,
  offPlane,
  panelPlane,
  subtract,
  type Model,
  type Panel,
  type Plane,
  type Vector,
} from '../model';
import { areaOf, isInside, type Point2 } from '../plane';
import { openingProblem } from './openings';
import { flatOutline, inSpace, Outlining, type ChosenPanel, type FlatOutline } from './outlines';
import { refuse, type Plan } from './plan';

/** Farther than this (m) from a panel's plane a point is beside it. */
export const inThePlane = 0.01;

export interface Flat extends FlatOutline {
  readonly panel: Panel;
  readonly plane: Plane;
}

export function flatOf(model: Model, { table, id }: ChosenPanel): Flat | undefined {
  const panel: Panel | undefined = model[table][id];
  const plane = panel && panelPlane(model, panel);
  return plane && { panel, plane, ...flatOutline(model, panel, plane) };
}

/** Whether a place of its plane is part of a panel. */
export const covers = ({ outline, openings }: FlatOutline, at: Point2): boolean =>
  isInside(outline, at) && !openings.some((opening) => isInside(opening, at, 0));

export const nothingChosen = () => refuse('No slab or wall is selected. Select those to change first.');

/** The rings of nodes of a panel: its outline, then its openings. */
export const ringsOfPanel = ({ corners, openings = [] }: Panel): (readonly string[])[] => [corners, ...openings];

/** A ring without corners on straight edges. */
export const straight = (ring: readonly Point2[]): Point2[] =>
  ring.filter((point, i) => {
    const [a, b] = [ring[(i + ring.length - 1) % ring.length], ring[(i + 1) % ring.length]];
    const turn = (point[0] - a[0]) * (b[1] - point[1]) - (point[1] - a[1]) * (b[0] - point[0]);
    return Math.abs(turn) > 1e-3 * Math.hypot(b[0] - a[0], b[1] - a[1]);
  });

/** The line through two points laid into a panel's plane, from beyond one side of it to beyond the other; or why it cannot be. */
export function lineIn({ plane, outline }: Flat, a: Vector, b: Vector): readonly [Point2, Point2] | string {
  let [from, to] = [a, b];
  const off = [a, b].map((point) => Math.abs(offPlane(plane, point)));
  if (Math.max(...off) > inThePlane) {
    // a line drawn in plan cuts what stands or slopes below it where the upright plane through it does
    const upright = cross(subtract(b, a), [0, 0, 1]);
    const along = cross(plane.normal, upright);
    if (norm(upright) < 1e-6 || norm(along) < 1e-6)
      return 'the line does not lie in its plane. Click two points of its plane.';
    const start = meetingOf(plane, a, upright);
    if (!start) return 'the line does not lie in its plane. Click two points of its plane.';
    from = start;
    to = [start[0] + along[0], start[1] + along[1], start[2] + along[2]];
  }
  const [p, q] = [inPlane(plane, from), inPlane(plane, to)];
  const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
  const far = 1 + outline.reduce((most, [x, y]) => Math.max(most, Math.hypot(x - p[0], y - p[1])), 0);
  const [du, dv] = [((q[0] - p[0]) / length) * far, ((q[1] - p[1]) / length) * far];
  return [
    [p[0] - du, p[1] - dv],
    [p[0] + du, p[1] + dv],
  ];
}

/** A point of a plane that also lies in the upright plane through another point, nearest below or above it. */
function meetingOf(plane: Plane, point: Vector, upright: Vector): Vector | undefined {
  const way = cross(upright, cross(plane.normal, upright));
  const slope = dot(way, plane.normal);
  if (Math.abs(slope) < 1e-9 * norm(way)) return undefined;
  const by = -offPlane(plane, point) / slope;
  return [point[0] + by * way[0], point[1] + by * way[1], point[2] + by * way[2]];
}

/** What is wrong with a ring that took another's place, in words. */
export function shapeProblem(before: readonly Point2[], after: readonly Point2[]): string | undefined {
  if (after.length < 3 || Math.abs(areaOf(after)) < 1e-4) return 'it would enclose nothing.';
  if (areaOf(before) * areaOf(after) < 0) return 'its edges would run inside out.';
  return crossesItself(after) ? 'its edges would cross.' : undefined;
}

function crossesItself(ring: readonly Point2[]): boolean {
  const edges = edgesOf(ring);
  const side = (a: Point2, b: Point2, c: Point2) =>
    Math.sign((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]));
  return edges.some(([a, b], i) =>
    edges.some(
      ([c, d], k) =>
        k > i + 1 &&
        !(i === 0 && k === edges.length - 1) &&
        side(a, b, c) * side(a, b, d) < 0 &&
        side(c, d, a) * side(c, d, b) < 0,
    ),
  );
}

/** What is wrong with the place of rings to each other once one of them changed, in words. */
export function placeProblem(flat: Flat, r: number, moved: readonly Point2[]): string | undefined {
  const space = (ring: readonly Point2[]) => ring.map((point): Vector => fromPlane(flat.plane, point));
  const outline = space(r === 0 ? moved : flat.outline);
  const openings = flat.openings.map((opening, i) => space(r === i + 1 ? moved : opening));
  for (const [i, opening] of openings.entries()) {
    const problem = openingProblem(outline, opening, openings.slice(0, i));
    if (problem) return `opening ${i + 1} would not lie in it any more: ${problem}.`;
  }
  return undefined;
}

/** The plan that gives one ring of a panel other corners; where their number is the same each is the one before it moved. */
export function reshapePlan(
  model: Model,
  one: ChosenPanel,
  flat: Flat,
  r: number,
  moved: readonly Point2[],
  sentence: string,
  words: string,
): Plan {
  const { panel, plane } = flat;
  const ids = ringsOfPanel(panel);
  const rings = [flat.outline, ...flat.openings].map((ring, k) =>
    inSpace(model, panel, plane, k === r ? moved : ring).map((corner, i) =>
      k === r && moved.length === ring.length ? { ...corner, was: ids[k][i] } : corner,
    ),
  );
  const outlining = new Outlining(model);
  outlining.reshape(one, rings[0], rings.slice(1));
  return outlining.finish(sentence, words);
}
