import { sectionProperties, type SectionProperties } from '../catalog';
import type { Model } from './model';
import type { AxisPosition, Member, Node } from './kinds';

/** Three numbers along x, y and z: a place or a way in m, a force in N, or a direction. */
export type Vector = readonly [number, number, number];

/** Sum of two vectors. */
export const add = (a: Vector, b: Vector): [number, number, number] => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
/** First vector less the second. */
export const subtract = (a: Vector, b: Vector): [number, number, number] => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
/** A vector times a factor. */
export const scale = (a: Vector, factor: number): [number, number, number] => [
  a[0] * factor,
  a[1] * factor,
  a[2] * factor,
];
/** Inner product. */
export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
/** Outer product, by the right hand. */
export const cross = (a: Vector, b: Vector): [number, number, number] => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
/** Length of a vector, in its own unit. */
export const norm = (a: Vector): number => Math.hypot(a[0], a[1], a[2]);
/** Distance of two places, in their unit. */
export const distance = (a: Vector, b: Vector): number => norm(subtract(a, b));

/** Shorter than this (m) two points are the same point. */
export const samePoint = 1e-3;
/** A point within this height (m) of a storey's level belongs to it, one within this distance (m) of a grid line stands on it. */
export const onLevel = 0.05;
/** Nodes nearer than this (m) are probably meant to be one. */
export const nearNodes = 0.02;

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

/** Axes of an inclined support as rows: global ones turned about z, then their own y, then their own x. */
export function supportAxes([a, b, c]: Vector): readonly [Vector, Vector, Vector] {
  const [ca, sa, cb, sb, cc, sc] = [Math.cos(a), Math.sin(a), Math.cos(b), Math.sin(b), Math.cos(c), Math.sin(c)];
  return [
    [ca * cb, sa * cb, -sb],
    [ca * sb * sc - sa * cc, sa * sb * sc + ca * cc, cb * sc],
    [ca * sb * cc + sa * sc, sa * sb * cc - ca * sc, cb * cc],
  ];
}

/** The two end nodes of a member, or undefined when one is missing. */
export function memberEnds(model: Model, member: Member): { start: Node; end: Node } | undefined {
  const start = model.nodes[member.start];
  const end = model.nodes[member.end];
  return start && end ? { start, end } : undefined;
}

/** Where a member's centroid really runs: from its start node's offset to its end node's, in global coordinates, with its own local axes, which are the principal ones of its section. */
export interface MemberAxis {
  readonly start: Vector;
  readonly end: Vector;
  readonly axes: Axes;
  /** from start to end, rigid parts included, m */
  readonly length: number;
}

/** Share of the section's width (towards local +y) and depth (towards +z) at which each point of its box lies, seen from the box's middle. */
const boxPoints: Readonly<Record<Exclude<AxisPosition, 'centroid' | 'shearCentre'>, readonly [number, number]>> = {
  topLeft: [0.5, 0.5],
  top: [0, 0.5],
  topRight: [-0.5, 0.5],
  left: [0.5, 0],
  middle: [0, 0],
  right: [-0.5, 0],
  bottomLeft: [0.5, -0.5],
  bottom: [0, -0.5],
  bottomRight: [-0.5, -0.5],
};

/** Where a point of the section lies, seen from its centroid, along the box's width and depth, m. */
export function axisPoint(
  position: AxisPosition,
  { width, depth, centroid, shearCentre }: Pick<SectionProperties, 'width' | 'depth' | 'centroid' | 'shearCentre'>,
): readonly [number, number] {
  if (position === 'centroid') return [0, 0];
  if (position === 'shearCentre') return shearCentre;
  const [shareY, shareZ] = boxPoints[position];
  return [shareY * width - centroid[0], shareZ * depth - centroid[1]];
}

/** The axis of a member; undefined when a node is missing or its ends fall together. */
export function memberAxis(model: Model, member: Member): MemberAxis | undefined {
  const ends = memberEnds(model, member);
  if (!ends) return undefined;
  const [from, to] = [ends.start.position, ends.end.position];
  const apart = distance(from, to);
  if (apart < samePoint) return undefined;
  const shape = member.section === null ? undefined : model.sections[member.section]?.shape;
  const section = shape && sectionProperties(shape);
  const turn = member.angle + (section?.principalAngle ?? 0);
  const [shiftY, shiftZ] = section ? axisPoint(member.axisPosition ?? 'centroid', section) : [0, 0];
  if (!member.startOffset && !member.endOffset && shiftY === 0 && shiftZ === 0)
    return { start: from, end: to, axes: localAxes(from, to, turn), length: apart };
  const line = localAxes(from, to, member.angle);
  const offset = (point: Vector, [x, y, z]: Vector): Vector =>
    add(add(add(point, scale(line.x, x)), scale(line.y, y - shiftY)), scale(line.z, z - shiftZ));
  const start = offset(from, member.startOffset ?? [0, 0, 0]);
  const end = offset(to, member.endOffset ?? [0, 0, 0]);
  const length = distance(start, end);
  return length < samePoint ? undefined : { start, end, axes: localAxes(start, end, turn), length };
}

/** Length of a member's axis in m; 0 when it has none. */
export function memberLength(model: Model, member: Member): number {
  return memberAxis(model, member)?.length ?? 0;
}

/** What a member between two points most likely is: upright a column, level or gently sloping a beam, else a brace. */
export function likelyRole(start: Vector, end: Vector): Member['role'] {
  const along = subtract(end, start);
  const rise = Math.abs(along[2]) / norm(along);
  return rise > 0.99 ? 'column' : rise < 0.5 ? 'beam' : 'brace';
}

/** Area of a plane ring of nodes, m². */
export function ringArea(model: Pick<Model, 'nodes'>, ring: readonly string[]): number {
  const points = ring.map((id) => model.nodes[id].position);
  const twice = points.reduce<Vector>(
    (sum, point, i) =>
      add(sum, cross(subtract(point, points[0]), subtract(points[(i + 1) % points.length], points[0]))),
    [0, 0, 0],
  );
  return norm(twice) / 2;
}
