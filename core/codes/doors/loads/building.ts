import type { AreaLoad, LoadDirection, LoadedBuilding, LoadSpread, Model, Vector } from '../../../model';
import { clip, type Polygon } from '../../../plane';

/** A rectangular building with a flat or a duopitch roof. Lengths m. */
export interface Building {
  readonly x: readonly [number, number];
  readonly y: readonly [number, number];
  readonly base: number;
  readonly eaves: number;
  /** the eaves' height for a flat roof */
  readonly ridge: number;
  readonly ridgeAlong: 'x' | 'y';
  readonly isFlat: boolean;
  /** slope of the roof, rad */
  readonly slope: number;
  readonly wallSpan: NonNullable<LoadedBuilding['wallSpan']>;
  readonly roofSpan: NonNullable<LoadedBuilding['roofSpan']>;
}

const near = 0.05;

/** The building around a frame: what is not given is read off the nodes of its members. A string says why there is none. */
export function buildingOf(model: Model, given: LoadedBuilding): Building | string {
  const used = new Set(Object.values(model.members).flatMap((member) => [member.start, member.end]));
  const places = [...used].map((id) => model.nodes[id].position);
  if (places.length === 0) return 'There are no members, so there is no building.';
  const range = (i: number): [number, number] => [
    Math.min(...places.map((place) => place[i])),
    Math.max(...places.map((place) => place[i])),
  ];
  const [x, y, z] = [given.x ?? range(0), given.y ?? range(1), range(2)];
  const feet = [...used].filter((id) => model.nodes[id].support).map((id) => model.nodes[id].position[2]);
  const base = given.base ?? (feet.length > 0 ? Math.min(...feet) : z[0]);
  const top = places.filter((place) => place[2] > z[1] - near);
  const across = (axis: 'x' | 'y') => (axis === 'x' ? 1 : 0);
  const onEdge = (axis: 'x' | 'y', place: Vector) =>
    [axis === 'x' ? y : x].flat().some((edge) => Math.abs(place[across(axis)] - edge) < near);
  const ridgeAlong =
    given.ridgeAlong ??
    (['x', 'y'] as const).find((axis) =>
      top.every((place) => !onEdge(axis, place) && Math.abs(place[across(axis)] - top[0][across(axis)]) < near),
    ) ??
    'x';
  const edge = places.filter((place) => onEdge(ridgeAlong, place)).map((place) => place[2]);
  const drawnEaves = edge.length > 0 ? Math.max(...edge) : z[1];
  const eaves = given.eaves ?? drawnEaves;
  // a frame with a ridge keeps it when only its eaves are given
  const ridge = Math.max(eaves, given.ridge ?? (z[1] - drawnEaves < near ? eaves : z[1]));
  const width = ridgeAlong === 'x' ? y[1] - y[0] : x[1] - x[0];
  if (x[1] - x[0] < 0.1 || y[1] - y[0] < 0.1)
    return 'The frame has no width in both directions of the plan; give the plan’s extents.';
  if (eaves - base < 0.1)
    return `The eaves at ${eaves.toFixed(2)} m do not stand above the ground at ${base.toFixed(2)} m.`;
  const slope = Math.atan2(ridge - eaves, width / 2);
  return {
    x,
    y,
    base,
    eaves,
    ridge,
    ridgeAlong,
    isFlat: slope < 0.5 * (Math.PI / 180),
    slope,
    wallSpan: given.wallSpan ?? 'two',
    roofSpan: given.roofSpan ?? 'two',
  };
}

/** Lengths of a building in plan, m. */
export const plan = (building: Building) => ({
  lengthX: building.x[1] - building.x[0],
  lengthY: building.y[1] - building.y[0],
});

/** An outer face and how to turn its own coordinates into places. */
export interface Face {
  readonly name: string;
  /** outline in face coordinates: along the face (m) and height or way up the slope in plan (m) */
  readonly outline: Polygon;
  readonly place: (point: readonly [number, number]) => [number, number, number];
  /** sign that turns a pressure on the outside into a value along the area's normal */
  readonly sign: 1 | -1;
  readonly spread: LoadSpread;
}

/** A wall by the end of the axis it is square to: x0 stands at the smaller x. */
export type WallName = 'x0' | 'x1' | 'y0' | 'y1';

/** A wall with its gable: coordinates along the wall and height. */
export function wallOf(building: Building, name: WallName): Face {
  const { x, y, base, eaves, ridge, ridgeAlong, isFlat } = building;
  const alongX = name[0] === 'y';
  const [from, to] = alongX ? x : y;
  const at = alongX ? y[name === 'y0' ? 0 : 1] : x[name === 'x0' ? 0 : 1];
  const gable = !isFlat && (ridgeAlong === 'x') !== alongX;
  const outline: Polygon = [
    [from, base],
    [to, base],
    [to, eaves],
    ...(gable ? ([[(from + to) / 2, ridge]] as const) : []),
    [from, eaves],
  ];
  const spread: LoadSpread =
    building.wallSpan === 'two'
      ? { way: 'two' }
      : { way: 'one', along: building.wallSpan === 'vertical' ? [0, 0, 1] : alongX ? [1, 0, 0] : [0, 1, 0] };
  return {
    name,
    outline,
    place: ([s, z]) => (alongX ? [s, at, z] : [at, s, z]),
    sign: name.endsWith('0') ? 1 : -1,
    spread,
  };
}

/** The roof's faces in plan coordinates: one, or a slope on each side of the ridge, that of the smaller coordinate first. */
export function roofsOf(building: Building): Face[] {
  const { x, y, eaves, ridge, ridgeAlong, isFlat, roofSpan } = building;
  const upSlope: [number, number, number] = ridgeAlong === 'x' ? [0, 1, 0] : [1, 0, 0];
  const alongRidge: [number, number, number] = ridgeAlong === 'x' ? [1, 0, 0] : [0, 1, 0];
  const spread: LoadSpread =
    roofSpan === 'two' ? { way: 'two' } : { way: 'one', along: roofSpan === 'slope' ? upSlope : alongRidge };
  const box = (a: readonly [number, number], b: readonly [number, number]): Polygon => [
    [a[0], b[0]],
    [a[1], b[0]],
    [a[1], b[1]],
    [a[0], b[1]],
  ];
  if (isFlat) return [{ name: 'roof', outline: box(x, y), place: ([u, v]) => [u, v, eaves], sign: -1, spread }];
  const span = ridgeAlong === 'x' ? y : x;
  const middle = (span[0] + span[1]) / 2;
  const height = (v: number) => eaves + (ridge - eaves) * (1 - Math.abs(v - middle) / ((span[1] - span[0]) / 2));
  const place = ([u, v]: readonly [number, number]): [number, number, number] => [
    u,
    v,
    height(ridgeAlong === 'x' ? v : u),
  ];
  const half = (part: readonly [number, number]) => (ridgeAlong === 'x' ? box(x, part) : box(part, y));
  return [
    { name: 'low slope', outline: half([span[0], middle]), place, sign: -1, spread },
    { name: 'high slope', outline: half([middle, span[1]]), place, sign: -1, spread },
  ];
}

/** A face's part between two values of one of its coordinates. */
export function band(polygon: Polygon, coordinate: 0 | 1, from: number, to: number): Polygon {
  const [a, b] = coordinate === 0 ? [1, 0] : [0, 1];
  return clip(clip(polygon, { a, b, c: -from }), { a: -a, b: -b, c: to });
}

/** The area load of a pressure on a part of a face; undefined when nothing of it is left. */
export function faceLoad(
  caseId: string,
  label: string,
  face: Face,
  part: Polygon,
  value: number,
): Omit<AreaLoad, 'id'> | undefined {
  const size =
    part.reduce((sum, p, i) => sum + p[0] * part[(i + 1) % part.length][1] - part[(i + 1) % part.length][0] * p[1], 0) /
    2;
  if (part.length < 3 || Math.abs(size) < 1e-6 || value === 0) return undefined;
  return {
    case: caseId,
    type: 'area',
    label,
    region: { kind: 'polygon', points: part.map((point) => face.place(point)) },
    pressure: { type: 'uniform', value: face.sign * value },
    direction: 'normal',
    spread: face.spread,
  };
}

/** The walls as wind from a direction meets them. */
export function wallsInWind(direction: LoadDirection): {
  windward: WallName;
  leeward: WallName;
  sides: readonly [WallName, WallName];
} {
  const axis = direction[1] as 'x' | 'y';
  const [windward, leeward] = direction[0] === '+' ? (['0', '1'] as const) : (['1', '0'] as const);
  const other = axis === 'x' ? 'y' : 'x';
  return { windward: `${axis}${windward}`, leeward: `${axis}${leeward}`, sides: [`${other}0`, `${other}1`] };
}

/** A value between two points of a table, held at its ends. */
export function interpolate(table: readonly (readonly [number, number])[], at: number): number {
  if (at <= table[0][0]) return table[0][1];
  for (let i = 1; i < table.length; i++) {
    const [[a, p], [b, q]] = [table[i - 1], table[i]];
    if (at <= b) return p + ((q - p) * (at - a)) / (b - a);
  }
  return table[table.length - 1][1];
}
