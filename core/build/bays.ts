import { count, formatQuantity } from '../units';
import {
  distance,
  facesWithIslands,
  FigurePoints,
  figureTolerance,
  fromPlane,
  inPlane,
  offPlane,
  storeysUpward,
  type FigurePoint,
  type Model,
  type Plane,
  type Vector,
} from '../model';
import { slopesOf, workingPlanes } from './planes';

/** A field: enclosed in one plane by members, edges of walls, helper lines or the ground. Corners run round it, the lowest left first. */
export interface EnclosedField extends Ring {
  /** stable while its corners stay: their places */
  readonly key: string;
  readonly plane: string;
  readonly planeLabel: string;
  readonly upright: boolean;
  /** whether its plane leans: a roof, a ramp */
  readonly sloping: boolean;
}

/** Corners round a field, and round what stands in it without touching its edges, m. */
interface Ring {
  readonly corners: readonly Vector[];
  readonly islands: readonly (readonly Vector[])[];
}

/** A field with four corners and nothing in it: what can be braced. */
export interface Bay extends EnclosedField {
  readonly corners: readonly [Vector, Vector, Vector, Vector];
}

const tolerance = figureTolerance;

const leans = (plane: Plane): boolean => Math.abs(plane.normal[2]) > 0.02 && Math.abs(plane.normal[2]) < 0.9995;

const known = new WeakMap<Model, readonly EnclosedField[]>();

/** Fields in every working plane: on grid lines upright, on storeys level, and in named planes. Each once; found once a model. */
export function findFields(model: Model): readonly EnclosedField[] {
  let fields = known.get(model);
  if (!fields) {
    fields = allFields(model);
    known.set(model, fields);
  }
  return fields;
}

/** Fields with four corners. */
export const findBays = (model: Model): readonly Bay[] => findFields(model).filter(isBay);

const isBay = (field: EnclosedField): field is Bay => field.corners.length === 4 && field.islands.length === 0;

function allFields(model: Model): EnclosedField[] {
  const seen = new Set<string>();
  return [...workingPlanes(model), ...slopesOf(model)].flatMap(({ id, label, plane }) =>
    fieldsInPlane(model, plane).flatMap(({ corners, islands }): EnclosedField[] => {
      const key = [...corners]
        .map((corner) => corner.map((part) => Math.round(part * 100)).join(','))
        .sort()
        .join(' ');
      if (seen.has(key)) return [];
      seen.add(key);
      return [
        {
          key,
          plane: id,
          planeLabel: label,
          corners,
          islands,
          upright: Math.abs(plane.normal[2]) < 0.5,
          sloping: leans(plane),
        },
      ];
    }),
  );
}

/** Fields of the figure that the lines in a plane make. */
function fieldsInPlane(model: Model, plane: Plane): Ring[] {
  const places = new FigurePoints();
  const at = (point: Vector) => places.at(inPlane(plane, point));
  const here = (point: Vector) => Math.abs(offPlane(plane, point)) < tolerance;
  const edges = new Set<string>();
  const join = (a: Vector, b: Vector) => {
    const [i, j] = [at(a), at(b)];
    if (i !== j) edges.add(i < j ? `${i} ${j}` : `${j} ${i}`);
  };
  const members = Object.values(model.members).filter(
    (member) => here(model.nodes[member.start].position) && here(model.nodes[member.end].position),
  );
  for (const member of members)
    if (member.role !== 'brace') join(model.nodes[member.start].position, model.nodes[member.end].position);
  const crossing = Object.values(model.helperLines).filter((line) => here(line.start) && here(line.end));
  for (const line of crossing) join(line.start, line.end);
  const walls = wallLines(model, plane, here);
  for (const [a, b] of walls) join(a, b);
  // the ground closes an upright bay between neighbouring supports of one height
  if (Math.abs(plane.normal[2]) < 0.5) {
    const feet = Object.values(model.nodes)
      .filter((node) => node.support && here(node.position))
      .map((node) => node.position)
      .sort((a, b) => inPlane(plane, a)[0] - inPlane(plane, b)[0]);
    for (let i = 0; i + 1 < feet.length; i++)
      if (Math.abs(feet[i][2] - feet[i + 1][2]) < tolerance) join(feet[i], feet[i + 1]);
  }
  // a ridge or an eaves without a member closes the strip beside it between neighbouring heads or feet of one height
  if (leans(plane)) {
    const ends = [...new Set(members.flatMap((member) => [member.start, member.end]))].map(
      (id) => model.nodes[id].position,
    );
    for (const pick of [Math.min, Math.max]) {
      const edge = ends.reduce((most, point) => pick(most, point[2]), ends[0]?.[2] ?? 0);
      const row = ends
        .filter((point) => Math.abs(point[2] - edge) < tolerance)
        .sort((a, b) => inPlane(plane, a)[0] - inPlane(plane, b)[0]);
      for (let i = 0; i + 1 < row.length; i++) join(row[i], row[i + 1]);
    }
  }
  const lines = [...edges].map((edge) => edge.split(' ').map(Number) as [number, number]);
  // members that cross without a joint enclose nothing together; what is drawn to part fields does
  const space = (points: readonly FigurePoint[]) => points.map((point): Vector => fromPlane(plane, point));
  return facesWithIslands(places, lines, crossing.length + walls.length > 0).flatMap(({ corners: ring, islands }) => {
    const corners = withoutStraight(ring);
    return corners.length < 3 ? [] : [{ corners: space(lowestLeftFirst(corners)), islands: islands.map(space) }];
  });
}

/** Edges of walls in a level plane, of those that stand on it or reach up to it. */
function wallLines(model: Model, plane: Plane, here: (point: Vector) => boolean): [Vector, Vector][] {
  if (Math.abs(plane.normal[2]) < 0.9995) return [];
  return Object.values(model.walls).flatMap(({ corners }) =>
    corners.flatMap((id, i): [Vector, Vector][] => {
      const [a, b] = [model.nodes[id].position, model.nodes[corners[(i + 1) % corners.length]].position];
      return here(a) && here(b) ? [[a, b]] : [];
    }),
  );
}

const lowestLeftFirst = (corners: readonly FigurePoint[]): FigurePoint[] => {
  const low = corners.reduce(
    (best, [u, v], i) =>
      v < corners[best][1] - tolerance || (Math.abs(v - corners[best][1]) < tolerance && u < corners[best][0])
        ? i
        : best,
    0,
  );
  return corners.map((_, i) => corners[(low + i) % corners.length]);
};

/** Corners of a face without those where it runs straight on. */
function withoutStraight(face: readonly FigurePoint[]): FigurePoint[] {
  return face.filter(([u, v], i) => {
    const [a, b] = [face[(i + face.length - 1) % face.length], face[(i + 1) % face.length]];
    const turn = (u - a[0]) * (b[1] - v) - (v - a[1]) * (b[0] - u);
    return Math.abs(turn) > tolerance * Math.hypot(u - a[0], v - a[1]);
  });
}

/** Labels of the grid lines between which a bay lies along an axis, such as "2–3"; undefined where an edge is on none. */
function between(model: Model, { corners }: EnclosedField, axis: 'x' | 'y'): string | undefined {
  const i = axis === 'x' ? 0 : 1;
  const ends = [Math.min, Math.max].map((pick) => {
    const edge = pick(...corners.map((corner) => corner[i]));
    return Object.values(model.gridLines).find(
      (line) => line.axis === axis && Math.abs(line.position - edge) < tolerance,
    )?.label;
  });
  return ends[0] !== undefined && ends[1] !== undefined && ends[0] !== ends[1] ? `${ends[0]}–${ends[1]}` : undefined;
}

/** The storey whose height a bay's top reaches, or the part between storeys in which its top lies. */
function storeyOfBay(model: Model, { corners }: EnclosedField): string | undefined {
  const top = Math.max(...corners.map((corner) => corner[2]));
  return storeysUpward(model).find((storey) => storey.elevation > top - tolerance)?.label;
}

/** What tells a bay from the others of its plane: "A–B, Storey 2", or its middle where it lies off the grid. */
export function bayPlace(model: Model, bay: EnclosedField): string {
  const [x, y] = [between(model, bay, 'x'), between(model, bay, 'y')];
  const storey = bay.upright ? storeyOfBay(model, bay) : undefined;
  const cell = bay.upright ? (x ?? y) : x !== undefined && y !== undefined ? `${x}, ${y}` : undefined;
  if (cell !== undefined && (!bay.upright || storey !== undefined)) return bay.upright ? `${cell}, ${storey}` : cell;
  return bayMiddle(bay)
    .map((part, i) => `${'xyz'[i]} ${formatQuantity(part, 'length', model.settings.units, 1)}`)
    .join(', ');
}

/** Several bays that are often wanted together. */
export interface BayRow {
  readonly label: string;
  readonly keys: readonly string[];
}

/** Bays above each other, those up a slope or round a building between two grid lines, those of a whole plane and storey, in groups of two or more. @param bays those that are offered */
export function bayRows(model: Model, bays: readonly EnclosedField[]): BayRow[] {
  const rows = new Map<string, string[]>();
  const add = (label: string, key: string) => rows.set(label, [...(rows.get(label) ?? []), key]);
  for (const bay of bays) {
    const cell = bay.upright || bay.sloping ? (between(model, bay, 'x') ?? between(model, bay, 'y')) : undefined;
    if (cell !== undefined)
      add(`${bay.planeLabel}, ${cell}: ${bay.upright ? 'from the ground to the top' : 'from eaves to ridge'}`, bay.key);
  }
  // the braced bay of a hall: outer walls and roof between the same two grid lines
  for (const axis of ['x', 'y'] as const) {
    const i = axis === 'x' ? 1 : 0;
    const crossing = Object.values(model.gridLines)
      .filter((line) => line.axis !== axis)
      .map((line) => line.position);
    const outer = (bay: EnclosedField) =>
      bay.corners.every((corner) => Math.abs(corner[i] - Math.min(...crossing)) < tolerance) ||
      bay.corners.every((corner) => Math.abs(corner[i] - Math.max(...crossing)) < tolerance);
    for (const bay of bays) {
      const cell = between(model, bay, axis);
      if (cell !== undefined && (bay.sloping || (bay.upright && outer(bay))))
        add(`${cell} round the building: outer walls${bays.some((one) => one.sloping) ? ' and slopes' : ''}`, bay.key);
    }
  }
  for (const bay of bays) add(`${bay.planeLabel}: all of it`, bay.key);
  return [...rows]
    .filter(([, keys]) => keys.length > 1)
    .map(([label, keys]) => ({ label: `${label}, ${count(keys.length, 'bay')}`, keys }));
}

/** The middle of a bay, m. */
export const bayMiddle = ({ corners }: Pick<EnclosedField, 'corners'>): Vector =>
  [0, 1, 2].map((i) => corners.reduce((sum, corner) => sum + corner[i], 0) / corners.length) as unknown as Vector;

/** Whether braces run across the bay already. */
export function isBraced(model: Model, { corners }: Bay): boolean {
  const at = (point: Vector) => corners.findIndex((corner) => distance(corner, point) < tolerance);
  const braces = Object.values(model.members).filter((member) => member.role === 'brace');
  return braces.some((brace) => {
    const [i, j] = [at(model.nodes[brace.start].position), at(model.nodes[brace.end].position)];
    return (
      (i >= 0 && j >= 0 && (i + 2) % 4 === j) ||
      (i < 0 !== j < 0 && Math.max(i, j) >= 0 && inside(corners, model.nodes[i < 0 ? brace.start : brace.end].position))
    );
  });
}

function inside(corners: Bay['corners'], point: Vector): boolean {
  const low = [0, 1, 2].map((i) => Math.min(...corners.map((corner) => corner[i])) - tolerance);
  const high = [0, 1, 2].map((i) => Math.max(...corners.map((corner) => corner[i])) + tolerance);
  return point.every((part, i) => part > low[i] && part < high[i]);
}
