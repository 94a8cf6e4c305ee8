import { crossings } from '~core/build';
import {
  add,
  cross,
  dot,
  gridLinesAlong,
  norm,
  scale,
  subtract,
  type Member,
  type Model,
  type Plane,
  type Vector,
} from '~core/model';
import { formatQuantity } from '~core/units';
import { snapKinds, type SnapKind, type ViewPlane } from '../../state/view-slice';
import type { Projector } from '../projection/eye';
import { segmentDistance } from '../projection/outline';
import { inPlane } from '~core/picture';

/** A point that drawing snaps to, with the name shown at the cursor. */
export interface Snap {
  readonly kind: SnapKind;
  readonly position: [number, number, number];
  readonly name: string;
}

export const snapNames: Readonly<Record<SnapKind, string>> = {
  node: 'nodes',
  grid: 'grid crossings',
  crossing: 'crossings of members',
  middle: 'middles of members',
  part: 'thirds and quarters',
  helper: 'helper lines',
  perpendicular: 'square to a member',
  nearest: 'nearest on a member',
  step: 'drawing grid',
};

/** How near a point must be, in pixels. */
const reach = 12;
/** Within this many pixels the preferred kind wins, not the nearest point. */
const tie = 5;

const triple = (v: Vector): [number, number, number] => [v[0], v[1], v[2]];

/** Fixed points to snap to in what is in view: nodes, crossings of grid lines at each storey, crossings of members, their middles and parts, ends of helper lines. */
export function snapPoints(
  model: Model,
  plane: ViewPlane,
  members: readonly Member[],
  nodes: Iterable<string>,
  enabled: Readonly<Record<SnapKind, boolean>>,
): Snap[] {
  const points: Snap[] = [];
  if (enabled.node)
    for (const id of nodes) points.push({ kind: 'node', position: [...model.nodes[id].position], name: `node ${id}` });
  if (enabled.grid) {
    for (const x of gridLinesAlong(model, 'x')) {
      for (const y of gridLinesAlong(model, 'y')) {
        for (const storey of Object.values(model.storeys)) {
          const position: [number, number, number] = [x.position, y.position, storey.elevation];
          if (inPlane(model, plane, position))
            points.push({ kind: 'grid', position, name: `grid ${x.label}–${y.label}, ${storey.label}` });
        }
      }
    }
  }
  // with very many members in view, crossings and parts would be more than anyone can tell apart
  if (enabled.crossing && members.length < 3000)
    for (const { members: pair, point } of crossings(
      model,
      members.map((member) => member.id),
    ))
      points.push({ kind: 'crossing', position: triple(point), name: `crossing of ${pair.join(' and ')}` });
  for (const member of members) {
    const [a, b] = [model.nodes[member.start].position, model.nodes[member.end].position];
    const at = (share: number): [number, number, number] => add(a, scale(subtract(b, a), share));
    if (enabled.middle) points.push({ kind: 'middle', position: at(0.5), name: `middle of ${member.id}` });
    if (enabled.part && members.length < 1500)
      for (const [share, words] of [
        [1 / 3, '⅓'],
        [2 / 3, '⅔'],
        [1 / 4, '¼'],
        [3 / 4, '¾'],
      ] as const)
        points.push({ kind: 'part', position: at(share), name: `${words} of ${member.id}` });
  }
  if (enabled.helper) {
    for (const line of Object.values(model.helperLines)) {
      for (const [place, words] of [
        [line.start, 'start'],
        [line.end, 'end'],
      ] as const)
        if (inPlane(model, plane, place))
          points.push({ kind: 'helper', position: [...place], name: `${words} of helper line ${line.id}` });
    }
  }
  return points;
}

/** What the moving pointer can snap to beside fixed points. */
export interface Aim {
  readonly projector: Projector;
  readonly model: Model;
  readonly members: readonly Member[];
  readonly enabled: Readonly<Record<SnapKind, boolean>>;
  /** where a line being drawn begins */
  readonly from: Vector | undefined;
  /** plane for free points, the ray through the pointer, and the step of the drawing grid (m) */
  readonly plane: Plane | undefined;
  readonly ray: { readonly from: Vector; readonly direction: Vector };
  readonly steps: readonly [number, number];
  /** whether a line being drawn runs along the plane's directions or upright only */
  readonly orthogonal?: boolean;
}

/** Snaps in reach of the pointer, the best first: preferred kinds where several are a few pixels apart, else the nearest. */
export function snapsAt(points: readonly Snap[], aim: Aim, x: number, y: number): Snap[] {
  const found: { snap: Snap; rank: number }[] = [];
  const offer = (snap: Snap, px: number, py: number, depth: number) => {
    const distance = Math.hypot(px - x, py - y);
    if (!(distance < reach)) return;
    // what can be meant exactly goes before what follows the pointer
    const follows = snap.kind === 'nearest' ? 2.4 : snap.kind === 'perpendicular' || snap.kind === 'helper' ? 1.2 : 0;
    found.push({
      snap,
      rank:
        follows +
        Math.floor(distance / tie) * 0.8 +
        snapKinds.indexOf(snap.kind) * 0.09 +
        distance * 0.001 +
        depth * 0.01,
    });
  };
  for (const snap of points) offer(snap, ...aim.projector.point(snap.position));
  for (const snap of movingSnaps(aim, x, y)) offer(snap, ...aim.projector.point(snap.position));
  found.sort((a, b) => a.rank - b.rank);
  const distinct = found.filter(
    ({ snap }, i) =>
      found.findIndex((other) => other.snap.position.every((part, k) => Math.abs(part - snap.position[k]) < 1e-4)) ===
      i,
  );
  const free = distinct.length === 0 ? gridPoint(aim) : undefined;
  const snaps = free ? [free] : distinct.map(({ snap }) => snap);
  return aim.orthogonal && aim.from ? orthogonal(aim, snaps) : snaps;
}

/**
 * Snaps as a line along the directions of the plane, or square to it, meets them: what lies on such a line stays what it is, what lies beside it
 * gives the line its length. Without a snap the place under the pointer does.
 */
function orthogonal({ from, plane, ray }: Aim, snaps: readonly Snap[]): Snap[] {
  const begin = from!;
  const ways: readonly [Vector, string][] = plane
    ? [
        [plane.u, 'first'],
        [plane.v, 'second'],
        [plane.normal, 'square'],
      ]
    : [
        [[1, 0, 0], 'x'],
        [[0, 1, 0], 'y'],
        [[0, 0, 1], 'z'],
      ];
  const aimed = snaps[0]?.position ?? onPlane(plane, ray);
  if (!aimed) return [];
  const targets: Snap[] = snaps.length > 0 ? [...snaps] : [{ kind: 'step', position: triple(aimed), name: '' }];
  return targets
    .map((snap): Snap => {
      const to = subtract(snap.position, begin);
      const [way] = [...ways].sort(([a], [b]) => Math.abs(dot(to, b)) - Math.abs(dot(to, a)))[0];
      const position = add(begin, scale(way, dot(to, way))).map((part) => Math.round(part * 1e6) / 1e6 + 0) as [
        number,
        number,
        number,
      ];
      const off = norm(subtract(snap.position, position));
      return off < 1e-4
        ? { ...snap, name: `${snap.name}, square` }
        : { kind: snap.kind, position, name: snap.name === '' ? 'square' : `square, in line with ${snap.name}` };
    })
    .filter((snap) => norm(subtract(snap.position, begin)) > 1e-6);
}

/** Points on members and helper lines that depend on where the pointer is. */
function movingSnaps({ projector, model, members, enabled, from, ray }: Aim, x: number, y: number): Snap[] {
  const snaps: Snap[] = [];
  const lines = [
    ...(enabled.nearest || enabled.perpendicular
      ? members.map((member) => ({
          id: member.id,
          kind: 'nearest' as const,
          a: model.nodes[member.start].position as Vector,
          b: model.nodes[member.end].position as Vector,
        }))
      : []),
    ...(enabled.helper
      ? Object.values(model.helperLines).map((line) => ({
          id: `helper line ${line.id}`,
          kind: 'helper' as const,
          a: line.start as Vector,
          b: line.end as Vector,
        }))
      : []),
  ];
  for (const { id, kind, a, b } of lines) {
    const [ax, ay] = projector.point(a);
    const [bx, by] = projector.point(b);
    const { distance, share } = segmentDistance(x, y, ax, ay, bx, by);
    if (!(distance < reach)) continue;
    const along = subtract(b, a);
    if (enabled.perpendicular && from && kind === 'nearest') {
      const foot = dot(subtract(from, a), along) / dot(along, along);
      if (foot > 0 && foot < 1)
        snaps.push({ kind: 'perpendicular', position: add(a, scale(along, foot)), name: `square to ${id}` });
    }
    if (kind === 'helper' || enabled.nearest) {
      // the place on the line nearest to the ray of sight; where it is seen on end, the share on the screen
      const place = nearestToRay(a, along, ray) ?? share;
      if (place > 0 && place < 1) snaps.push({ kind, position: add(a, scale(along, place)), name: `on ${id}` });
    }
  }
  return snaps;
}

function nearestToRay(a: Vector, along: Vector, { from, direction }: Aim['ray']): number | undefined {
  const normal = cross(along, direction);
  const square = dot(normal, normal);
  return square < 1e-9 * dot(along, along) ? undefined : dot(cross(subtract(from, a), direction), normal) / square;
}

/** Where the line of sight meets the working plane, rounded to the drawing grid in the plane's own directions. */
function gridPoint({ enabled, plane, ray, steps }: Aim): Snap | undefined {
  const place = onPlane(plane, ray);
  if (!enabled.step || !place || !plane) return undefined;
  const rounded = [plane.u, plane.v].map(
    (way, i) => Math.round(dot(subtract(place, plane.origin), way) / steps[i]) * steps[i],
  );
  const position = add(add(plane.origin, scale(plane.u, rounded[0])), scale(plane.v, rounded[1])).map(
    (part) => Math.round(part * 1e6) / 1e6 + 0,
  ) as [number, number, number];
  return { kind: 'step', position, name: 'drawing grid' };
}

/** Where the line of sight meets a plane; undefined when it runs along it or meets it behind the eye. */
export function onPlane(plane: Plane | undefined, { from, direction }: Aim['ray']): Vector | undefined {
  if (!plane) return undefined;
  const slope = dot(direction, plane.normal);
  if (Math.abs(slope) < 0.02) return undefined;
  const along = dot(subtract(plane.origin, from), plane.normal) / slope;
  const place = add(from, scale(direction, along));
  return norm(place) < 1e5 ? place : undefined;
}

/** Coordinates as they stand beside the cursor. */
export const coordinateWords = (position: Vector, units: Model['settings']['units']): string =>
  position.map((part, i) => `${'xyz'[i]} ${formatQuantity(part, 'length', units, 2)}`).join('  ');
