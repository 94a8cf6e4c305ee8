import type { Model } from './model';
import type { Member, Node } from './schema';

export type Vector = readonly [number, number, number];

export const add = (a: Vector, b: Vector): [number, number, number] => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const subtract = (a: Vector, b: Vector): [number, number, number] => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const scale = (a: Vector, factor: number): [number, number, number] => [a[0] * factor, a[1] * factor, a[2] * factor];
export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vector, b: Vector): [number, number, number] => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
export const norm = (a: Vector): number => Math.hypot(a[0], a[1], a[2]);
export const distance = (a: Vector, b: Vector): number => norm(subtract(a, b));

/** Shorter than this (m) two points are the same point. */
export const samePoint = 1e-3;

/** A member's local axes as unit vectors in global coordinates. */
export interface Axes {
  readonly x: Vector;
  readonly y: Vector;
  readonly z: Vector;
}

/** A member is vertical when its axis leaves the vertical by less than this (sine of the angle). */
const verticalTolerance = 1e-3;

/**
 * Local axes: x from start to end. Not vertical: z in the vertical plane through the member, pointing up, y completes the
 * right-handed set. Vertical: y parallel to global Y. Then y and z are turned by `angle` (rad) about x.
 * @param start @param end points in m, apart from each other
 */
export function localAxes(start: Vector, end: Vector, angle: number): Axes {
  const along = subtract(end, start);
  const x = scale(along, 1 / norm(along));
  let y: Vector;
  if (Math.hypot(x[0], x[1]) < verticalTolerance) {
    // exactly perpendicular to x, though x may lean by the tolerance
    const raw = subtract([0, 1, 0], scale(x, x[1]));
    y = scale(raw, 1 / norm(raw));
  } else {
    const raw = cross([0, 0, 1], x);
    y = scale(raw, 1 / norm(raw));
  }
  const z = cross(x, y);
  if (angle === 0) return { x, y, z };
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  return { x, y: add(scale(y, c), scale(z, s)), z: add(scale(z, c), scale(y, -s)) };
}

/** The two end nodes of a member, or undefined when one is missing. */
export function memberEnds(model: Model, member: Member): { start: Node; end: Node } | undefined {
  const start = model.nodes[member.start];
  const end = model.nodes[member.end];
  return start && end ? { start, end } : undefined;
}

/** Length of a member in m; 0 when a node is missing. */
export function memberLength(model: Model, member: Member): number {
  const ends = memberEnds(model, member);
  return ends ? distance(ends.start.position, ends.end.position) : 0;
}

/** What a member between two points most likely is: upright a column, level or gently sloping a beam, else a brace. */
export function likelyRole(start: Vector, end: Vector): Member['role'] {
  const along = subtract(end, start);
  const rise = Math.abs(along[2]) / norm(along);
  return rise > 0.99 ? 'column' : rise < 0.5 ? 'beam' : 'brace';
}
