import {
  dot,
  memberAxis,
  norm,
  type AreaLoad,
  type LoadSpread,
  type Model,
  type Plane,
  type Vector,
} from '../../model';
import { consolidate } from './consolidate';
import { meshedIn, partsOn, type Covered, type PanelPressure } from './on-panels';
import { fieldsIn, fieldsWith, type Field, type Side, type Stretch } from './fields';
import { lineShares } from './line-share';
import {
  areaOf,
  boxOf,
  clip,
  clipTo,
  cross2,
  integrals,
  isInside,
  leftOf,
  withoutRepeats,
  type Box,
  type Point2,
  type Polygon,
} from '../../plane';
import { patchesOf, pressureParts, type Patch, type PressurePart } from './regions';

/** What one member receives on a part of its length: m along its axis, N/m in a direction. */
export interface Received {
  readonly member: string;
  /** unit vector, global */
  readonly direction: Vector;
  readonly from: number;
  readonly to: number;
  readonly valueFrom: number;
  readonly valueTo: number;
}

/** An area load carried to members. */
export interface SpreadArea {
  readonly received: readonly Received[];
  /** what lies on slabs and walls that are meshed; it goes to no member */
  readonly onPanels: readonly PanelPressure[];
  /** of its first part, unit vector, global: parts in several planes that are loaded square to themselves have directions of their own */
  readonly direction: Vector;
  /** m², without openings */
  readonly area: number;
  /** the load over the area, and its part that members and meshed panels receive, N along the direction */
  readonly given: number;
  readonly taken: number;
  /** why nothing or not everything is carried as asked, in sentences; empty: all is well */
  readonly remarks: readonly string[];
  readonly patches: readonly Patch[];
}

/** A convex part of a field with the sides that carry it. */
interface Tile {
  readonly window: Polygon;
  readonly side: Side;
  /** unit vectors along and into the field in which the load goes to the side: along the side, and the way the load takes to it */
  readonly along: Point2;
  readonly way: Point2;
}

const axisVectors = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] } as const;

/**
 * Carries an area load to the members that bound the fields it lies on: one way to the two sides that its span meets, half the span to each,
 * or two ways, every place to the side it is nearest to, which are the lines at equal angles of yield-line theory (Johansen 1962). What a field with openings
 * or a partly loaded one receives is integrated exactly.
 */
export function spreadArea(model: Model, load: AreaLoad): SpreadArea {
  const found = patchesOf(model, load);
  const empty = {
    received: [],
    onPanels: [],
    direction: [0, 0, 1] as Vector,
    area: 0,
    given: 0,
    taken: 0,
    patches: [],
  };
  if (!found.ok) return { ...empty, remarks: [`It acts on nothing: ${found.reason}.`] };
  const remarks = new Set<string>();
  const received: Received[] = [];
  const onPanels: PanelPressure[] = [];
  let [area, given, taken] = [0, 0, 0];
  const directionOf = ({ plane }: Patch): Vector =>
    load.direction === 'normal' ? plane.normal : axisVectors[load.direction];
  for (const patch of found.patches) {
    const direction = directionOf(patch);
    const parts = pressureParts(load.pressure, patch.plane);
    if (!parts) {
      remarks.add('The three points of its pressure lie on one line, so it has no value anywhere.');
      continue;
    }
    const factor =
      (load.reversed ? -1 : 1) *
      (load.projected && load.direction !== 'normal' ? Math.abs(dot(patch.plane.normal, direction)) : 1);
    const pieces = parts.flatMap((part) =>
      piecesOf([...patch.outlines, ...patch.openings], part).map((polygon) => ({ polygon, part })),
    );
    area += [...patch.outlines, ...patch.openings].reduce((sum, polygon) => sum + areaOf(polygon), 0);
    given += factor * pieces.reduce((sum, { polygon, part }) => sum + integrals(polygon, part.value).total, 0);
    const meshed = meshedIn(model, patch.plane, convexParts, without);
    let covered = 0;
    for (const one of meshed)
      for (const { polygon, part } of pieces) {
        const on = partsOn(one, [polygon], part.value);
        covered += on.area;
        taken += factor * on.total;
        if (on.polygons.length > 0)
          onPanels.push({
            kind: 'pressure',
            panel: one.panel,
            direction,
            plane: patch.plane,
            polygons: on.polygons,
            value: { a: factor * part.value.a, b: factor * part.value.b, c: factor * part.value.c },
          });
      }
    const whole = pieces.reduce((sum, { polygon }) => sum + areaOf(polygon), 0);
    if (covered > whole - 1e-9 * Math.abs(whole)) continue;
    const made = tilesOf(model, patch, load.spread);
    for (const remark of made.remarks) remarks.add(remark);
    const byPart = parts.map((part) => ({
      part,
      boxed: pieces.filter((piece) => piece.part === part).map(({ polygon }) => ({ polygon, box: boxOf(polygon) })),
    }));
    for (const tile of besides(made.tiles, meshed)) {
      const box = boxOf(tile.window);
      for (const { part, boxed } of byPart) {
        const within =
          patch.isWhole && meshed.length === 0
            ? piecesOf([tile.window], part)
            : boxed
                .flatMap((one) => (overlap(one.box, box) ? [clipTo(one.polygon, tile.window)] : []))
                .filter((polygon) => polygon.length >= 3);
        if (within.length > 0) taken += factor * hand(model, tile, within, part, factor, direction, received);
      }
    }
  }
  const missing = given - taken;
  if (Math.abs(missing) > 1e-6 * Math.max(1, Math.abs(given))) remarks.add(missingWords(given, taken));
  return {
    received: consolidate(received),
    onPanels,
    direction: directionOf(found.patches[0]),
    area,
    given,
    taken,
    remarks: [...remarks],
    patches: found.patches,
  };
}

/** Tiles without what lies on meshed panels. */
const besides = (tiles: readonly Tile[], meshed: readonly Covered[]): Tile[] =>
  meshed.reduce<Tile[]>(
    (left, { windows }) =>
      windows.reduce<Tile[]>(
        (rest, hole) => rest.flatMap((tile) => without(tile.window, hole).map((window) => ({ ...tile, window }))),
        left,
      ),
    [...tiles],
  );

const missingWords = (given: number, taken: number): string =>
  `Members receive ${(taken / 1000).toFixed(2)} kN of ${(given / 1000).toFixed(2)} kN; the rest lies where no member bounds it.`;

const piecesOf = (polygons: readonly Polygon[], { sides }: PressurePart): Polygon[] =>
  polygons
    .map((polygon) => sides.reduce<Polygon>((left, side) => (left.length === 0 ? left : clip(left, side)), polygon))
    .filter((polygon) => polygon.length >= 3);

/** The tiles of all fields under a patch: those members enclose, and where a side has no member those the outline closes. */
function tilesOf(model: Model, patch: Patch, spread: LoadSpread): { tiles: Tile[]; remarks: string[] } {
  const { plane, outlines, openings } = patch;
  const remarks = new Set<string>();
  if (patch.isWhole)
    return {
      tiles: fieldsIn(model, plane).flatMap((field) => knownTiles(field, plane, spread, remarks)),
      remarks: [...remarks],
    };
  const boxes = outlines.map(boxOf);
  const closed = fieldsIn(model, plane).filter((field) => {
    const box = boxOf(field.corners);
    return boxes.some((one) => overlap(box, one));
  });
  const tiles = closed.flatMap((field) => knownTiles(field, plane, spread, remarks));
  const covered = closed.reduce(
    (sum, field) => sum + outlines.reduce((part, outline) => part + areaWithin(outline, field), 0),
    0,
  );
  const whole = outlines.reduce((sum, outline) => sum + areaOf(outline), 0);
  if (whole - covered > 1e-6 * whole) {
    const open = fieldsWith(model, plane, [...outlines, ...openings]).filter((field) => {
      const inner = innerPoint(field.corners);
      return (
        outlines.some((outline) => isInside(outline, inner)) &&
        !openings.some((opening) => isInside(opening, inner)) &&
        !closed.some((one) => isInside(one.corners, inner) && !one.openings.some((opening) => isInside(opening, inner)))
      );
    });
    for (const field of open) {
      const bare = field.sides.filter((side) => side.stretches.every((stretch) => stretch.member === null)).length;
      remarks.add(
        bare === field.sides.length
          ? 'A part of it is bounded by no member at all.'
          : `A part of it has no member on ${bare === 1 ? 'one edge' : `${bare} edges`}; the other edges carry it.`,
      );
      if (bare < field.sides.length) tiles.push(...fieldTiles(field, plane, spread, remarks));
    }
  }
  return { tiles, remarks: [...remarks] };
}

const overlap = (a: Box, b: Box): boolean => a[0] < b[1] && b[0] < a[1] && a[2] < b[3] && b[2] < a[3];

/** Area of an outline within a field that may not be convex, less the field's own openings, m². */
function areaWithin(outline: Polygon, field: Field): number {
  if (!overlap(boxOf(outline), boxOf(field.corners))) return 0;
  const within = (corners: Polygon) =>
    convexParts(corners).reduce((sum, part) => sum + Math.abs(areaOf(clipTo(outline, part))), 0);
  return within(field.corners) - field.openings.reduce((sum, opening) => sum + within(opening), 0);
}

/** A point within a polygon: the middle of its biggest convex part. */
function innerPoint(polygon: Polygon): Point2 {
  const [part] = [...convexParts(polygon)].sort((a, b) => areaOf(b) - areaOf(a));
  const { total, x, y } = integrals(part, { a: 1, b: 0, c: 0 });
  return [x / total, y / total];
}

const carries = (side: Side): boolean => side.stretches.some((stretch) => stretch.member !== null);

const tilesOfFields = new WeakMap<Field, Map<string, { tiles: Tile[]; remarks: string[] }>>();

/** The tiles of a field for a way of carrying, found once: many loads lie on one floor. */
function knownTiles(field: Field, plane: Plane, spread: LoadSpread, remarks: Set<string>): Tile[] {
  const own = tilesOfFields.get(field) ?? new Map<string, { tiles: Tile[]; remarks: string[] }>();
  tilesOfFields.set(field, own);
  const key = spread.way === 'two' ? 'two' : spread.along.join(' ');
  let found = own.get(key);
  if (!found) {
    const said = new Set<string>();
    found = { tiles: fieldTiles(field, plane, spread, said), remarks: [...said] };
    own.set(key, found);
  }
  for (const remark of found.remarks) remarks.add(remark);
  return found.tiles;
}

function fieldTiles(field: Field, plane: Plane, spread: LoadSpread, remarks: Set<string>): Tile[] {
  const tiles = spread.way === 'two' ? twoWayTiles(field, remarks) : oneWayTiles(field, plane, spread.along, remarks);
  if (field.openings.length === 0) return tiles;
  // a loose field within this one carries its own part
  return tiles.flatMap((tile) =>
    field.openings
      .reduce<Polygon[]>((windows, opening) => windows.flatMap((window) => without(window, opening)), [tile.window])
      .map((window) => ({ ...tile, window })),
  );
}

/** A convex window less a polygon, as convex windows. */
function without(window: Polygon, hole: Polygon): Polygon[] {
  return convexParts(hole).reduce<Polygon[]>(
    (windows, part) =>
      windows.flatMap((one) => {
        const outside: Polygon[] = [];
        let inside: Polygon = one;
        part.forEach((p, i) => {
          if (inside.length < 3) return;
          const side = leftOf(p, part[(i + 1) % part.length]);
          const cut = clip(inside, { a: -side.a, b: -side.b, c: -side.c });
          if (cut.length >= 3 && areaOf(cut) > 1e-12) outside.push(cut);
          inside = clip(inside, side);
        });
        return outside;
      }),
    [window],
  );
}

/** Each place goes to the side it is nearest to, of those that carry. A field that is not convex is cut along the sides of its inner corners. */
function twoWayTiles(field: Field, remarks: Set<string>): Tile[] {
  const parts = convexParts(field.corners);
  if (parts.length > 1) remarks.add('A field with an inner corner is cut into convex parts along its sides.');
  return parts.flatMap((part) => {
    const sides = field.sides.filter((side) => carries(side) && touches(part, side));
    return sides.flatMap((side): Tile[] => {
      const own = leftOf(side.p, side.q);
      const window = sides.reduce<Polygon>((left, other) => {
        if (other === side || left.length === 0) return left;
        const theirs = leftOf(other.p, other.q);
        return clip(left, { a: theirs.a - own.a, b: theirs.b - own.b, c: theirs.c - own.c });
      }, part);
      return window.length < 3 || areaOf(window) < 1e-12
        ? []
        : [{ window, side, along: unit(side.p, side.q), way: [own.a, own.b] }];
    });
  });
}

const unit = (p: Point2, q: Point2): Point2 => {
  const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
  return [(q[0] - p[0]) / length, (q[1] - p[1]) / length];
};

/** Whether one of a polygon's edges lies on a side. */
const touches = (polygon: Polygon, { p, q }: Side): boolean => {
  const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
  const on = (point: Point2) => Math.abs(cross2(p, q, point)) / length < 1e-6;
  const along = (point: Point2) => ((point[0] - p[0]) * (q[0] - p[0]) + (point[1] - p[1]) * (q[1] - p[1])) / length;
  return polygon.some((a, i) => {
    const b = polygon[(i + 1) % polygon.length];
    return on(a) && on(b) && Math.min(along(a), along(b)) < length - 1e-6 && Math.max(along(a), along(b)) > 1e-6;
  });
};

/** Strips along the span between the corners of the field; each goes half to the side it begins at and half to the one it ends at. */
function oneWayTiles(field: Field, plane: Plane, along: Vector, remarks: Set<string>): Tile[] {
  const flat: Point2 = [dot(along, plane.u), dot(along, plane.v)];
  const size = Math.hypot(flat[0], flat[1]);
  if (size < 1e-6 * Math.max(1e-9, norm(along))) {
    remarks.add('The direction of its span is square to the area.');
    return [];
  }
  const way: Point2 = [flat[0] / size, flat[1] / size];
  const across: Point2 = [way[1], -way[0]];
  const turned = ([x, y]: Point2): Point2 => [x * across[0] + y * across[1], x * way[0] + y * way[1]];
  const back = ([s, t]: Point2): Point2 => [s * across[0] + t * way[0], s * across[1] + t * way[1]];
  const sides = field.sides.map((side) => ({ side, p: turned(side.p), q: turned(side.q) }));
  const stations = [...new Set(sides.map(({ p }) => p[0]))]
    .sort((a, b) => a - b)
    .filter((s, i, all) => i === 0 || s - all[i - 1] > 1e-9);
  const tiles: Tile[] = [];
  for (let i = 0; i + 1 < stations.length; i++) {
    const [from, to] = [stations[i], stations[i + 1]];
    const middle = (from + to) / 2;
    const at = ({ p, q }: (typeof sides)[number], s: number) => p[1] + ((q[1] - p[1]) * (s - p[0])) / (q[0] - p[0]);
    const passed = sides
      .filter(({ p, q }) => Math.min(p[0], q[0]) <= from + 1e-9 && Math.max(p[0], q[0]) >= to - 1e-9)
      .sort((a, b) => at(a, middle) - at(b, middle));
    for (let k = 0; k + 1 < passed.length; k += 2) {
      const [low, high] = [passed[k], passed[k + 1]];
      const ends = [low, high].filter(({ side }) => carries(side));
      const half = (s: number) => (at(low, s) + at(high, s)) / 2;
      for (const end of ends) {
        const [bottom, top] =
          ends.length === 1
            ? [(s: number) => at(low, s), (s: number) => at(high, s)]
            : end === low
              ? [(s: number) => at(low, s), half]
              : [half, (s: number) => at(high, s)];
        const strip: Polygon = [
          [from, bottom(from)],
          [to, bottom(to)],
          [to, top(to)],
          [from, top(from)],
        ];
        const window = withoutRepeats(strip).map(back);
        if (areaOf(strip) > 1e-12) tiles.push({ window, side: end.side, along: across, way });
      }
      if (ends.length === 0) remarks.add('A strip of its span ends on no member.');
    }
  }
  return tiles;
}

/** Convex parts of a counter-clockwise polygon: cut at inner corners along the line of one of their sides. */
export function convexParts(polygon: Polygon): Polygon[] {
  const corner = polygon.findIndex((b, i) => {
    const [a, c] = [polygon[(i + polygon.length - 1) % polygon.length], polygon[(i + 1) % polygon.length]];
    return cross2(a, b, c) < -1e-6 * Math.hypot(b[0] - a[0], b[1] - a[1]) * Math.hypot(c[0] - b[0], c[1] - b[1]);
  });
  if (corner < 0) return [polygon];
  const [a, b] = [polygon[(corner + polygon.length - 1) % polygon.length], polygon[corner]];
  const n = polygon.length;
  // where the side before the inner corner, carried on, first meets another side
  let best = { t: Infinity, i: -1, point: b };
  for (let k = 1; k < n - 1; k++) {
    const i = (corner + k) % n;
    const [p, q] = [polygon[i], polygon[(i + 1) % n]];
    const [from, to] = [cross2(a, b, p), cross2(a, b, q)];
    if (from === to || (from > 0 && to > 0) || (from < 0 && to < 0)) continue;
    const share = from / (from - to);
    const point: Point2 = [p[0] + share * (q[0] - p[0]), p[1] + share * (q[1] - p[1])];
    const t = (point[0] - b[0]) * (b[0] - a[0]) + (point[1] - b[1]) * (b[1] - a[1]);
    if (t > 1e-9 && t < best.t) best = { t, i, point };
  }
  if (best.i < 0) return [polygon];
  const run = (from: number, to: number): Polygon => {
    const list: Point2[] = [];
    for (let i = from; ; i = (i + 1) % n) {
      list.push(polygon[i]);
      if (i === to) return list;
    }
  };
  const tidy = (list: Polygon) =>
    list.filter(
      (p, i) => Math.hypot(p[0] - list[(i + 1) % list.length][0], p[1] - list[(i + 1) % list.length][1]) > 1e-9,
    );
  const one = tidy([...run(corner, best.i), best.point]);
  const other = tidy([best.point, ...run((best.i + 1) % n, corner)]);
  return [one, other].flatMap((part) => (part.length < 3 || areaOf(part) < 1e-12 ? [] : convexParts(part)));
}

/** Hands what lies on a tile to the members along its side. @returns what they took, N for a factor of one */
function hand(
  model: Model,
  { side, along, way }: Tile,
  polygons: readonly Polygon[],
  { value }: PressurePart,
  factor: number,
  direction: Vector,
  received: Received[],
): number {
  // coordinates along the side (or across the span) and the way the load goes
  const turn = ([x, y]: Point2): Point2 => [
    (x - side.p[0]) * along[0] + (y - side.p[1]) * along[1],
    (x - side.p[0]) * way[0] + (y - side.p[1]) * way[1],
  ];
  const turnedValue = {
    a: value.a + value.b * side.p[0] + value.c * side.p[1],
    b: value.b * along[0] + value.c * along[1],
    c: value.b * way[0] + value.c * way[1],
  };
  const flip = along[0] * way[1] - along[1] * way[0] < 0;
  const shares = lineShares(
    polygons.map((polygon) => (flip ? [...polygon].reverse() : polygon).map(turn)),
    turnedValue,
  );
  const [end] = [turn(side.q)];
  const length = Math.hypot(side.q[0] - side.p[0], side.q[1] - side.p[1]);
  /** metres across per metre of side: 1 along the side itself, less when the span meets it at a slant, negative when it runs the other way */
  const slope = end[0] / length;
  let taken = 0;
  for (const share of shares) {
    for (const stretch of side.stretches) {
      if (stretch.member === null) continue;
      taken += handStretch(model, stretch as Stretch & { member: string }, share, slope, factor, direction, received);
    }
  }
  return taken;
}

function handStretch(
  model: Model,
  stretch: Stretch & { member: string },
  share: { from: number; to: number; valueFrom: number; valueTo: number },
  slope: number,
  factor: number,
  direction: Vector,
  received: Received[],
): number {
  const bounds = [stretch.from * slope, stretch.to * slope].sort((a, b) => a - b);
  const [from, to] = [Math.max(share.from, bounds[0]), Math.min(share.to, bounds[1])];
  if (to - from < 1e-11) return 0;
  const valueAt = (s: number) =>
    share.valueFrom + ((share.valueTo - share.valueFrom) * (s - share.from)) / (share.to - share.from);
  const total = ((valueAt(from) + valueAt(to)) / 2) * (to - from);
  const axis = memberAxis(model, model.members[stretch.member]);
  if (!axis) return 0;
  const { length } = axis;
  const place = (s: number) =>
    (stretch.shareFrom +
      ((stretch.shareTo - stretch.shareFrom) * (s / slope - stretch.from)) / (stretch.to - stretch.from)) *
    length;
  const ends = [
    { x: place(from), value: valueAt(from) },
    { x: place(to), value: valueAt(to) },
  ].sort((a, b) => a.x - b.x);
  const span = ends[1].x - ends[0].x;
  const perMetre = (to - from) / span;
  received.push({
    member: stretch.member,
    direction,
    from: Math.max(0, ends[0].x),
    to: Math.min(length, ends[1].x),
    valueFrom: factor * ends[0].value * perMetre,
    valueTo: factor * ends[1].value * perMetre,
  });
  return total;
}
