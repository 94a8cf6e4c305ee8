import {
  cross,
  norm,
  offPlane,
  planeOf,
  planeThrough,
  samePoint,
  scale,
  subtract,
  type GridLine,
  type Model,
  type Plane,
  type Storey,
  type Vector,
  type WorkingPlane,
} from '../model';

export const storeyPlane = ({ elevation }: Pick<Storey, 'elevation'>): Plane => ({
  origin: [0, 0, elevation],
  u: [1, 0, 0],
  v: [0, 1, 0],
  normal: [0, 0, 1],
});

/** The upright plane on a grid line: u along the line, v up. */
export const gridPlane = ({ axis, position }: Pick<GridLine, 'axis' | 'position'>): Plane =>
  axis === 'x'
    ? { origin: [position, 0, 0], u: [0, 1, 0], v: [0, 0, 1], normal: [1, 0, 0] }
    : { origin: [0, position, 0], u: [1, 0, 0], v: [0, 0, 1], normal: [0, -1, 0] };

/** A plane steeper than this (cosine of its normal with the vertical) is upright, one flatter than the other level; between them it slopes. */
const [leastSlope, mostSlope] = [0.02, 0.9995];
/** Members a slope has at least. */
const leastMembers = 3;

export interface Slope {
  readonly id: string;
  readonly label: string;
  readonly plane: Plane;
  readonly members: readonly string[];
}

const knownSlopes = new WeakMap<object, { members: object; slopes: readonly Slope[] }>();

/** Roofs and ramps: planes that lean, in which three members or more lie and some of them meet. Braces make none. The same tables have the same slopes. */
export function slopesOf(model: Model): readonly Slope[] {
  const known = knownSlopes.get(model.nodes);
  if (known?.members === model.members) return known.slopes;
  const slopes = findSlopes(model);
  knownSlopes.set(model.nodes, { members: model.members, slopes });
  return slopes;
}

function findSlopes(model: Model): Slope[] {
  const at = new Map<string, { id: string; way: Vector }[]>();
  const lines: { id: string; ends: readonly [Vector, Vector] }[] = [];
  for (const member of Object.values(model.members)) {
    if (member.role === 'brace') continue;
    const ends = [model.nodes[member.start].position, model.nodes[member.end].position] as const;
    const line = subtract(ends[1], ends[0]);
    const length = norm(line);
    if (length < samePoint) continue;
    lines.push({ id: member.id, ends });
    const way = scale(line, 1 / length);
    for (const node of [member.start, member.end]) at.set(node, [...(at.get(node) ?? []), { id: member.id, way }]);
  }
  const planes = new Map<string, Plane>();
  const keyOf = ({ normal }: Plane, origin: Vector) =>
    [
      ...normal.map((part) => Math.round(part * 2000)),
      Math.round((normal[0] * origin[0] + normal[1] * origin[1] + normal[2] * origin[2]) * 50),
    ].join(' ');
  const keep = (plane: Plane, origin: Vector) => planes.set(keyOf(plane, origin), plane);
  // rafters or chords side by side, level across, make a slope though nothing joins them yet
  const rows = new Map<string, { plane: Plane; origin: Vector; lines: Set<number> }>();
  for (const {
    ends: [a, b],
  } of lines) {
    const [along, run] = [subtract(b, a), Math.hypot(b[0] - a[0], b[1] - a[1])];
    if (run < samePoint || Math.abs(along[2]) < leastSlope * run) continue;
    const across: Vector = [-along[1] / run, along[0] / run, 0];
    const turn = across[0] < -1e-9 || (Math.abs(across[0]) < 1e-9 && across[1] < 0) ? -1 : 1;
    const plane = planeOf([a, b, [a[0] + across[0], a[1] + across[1], a[2]]]);
    if (!plane || Math.abs(plane.normal[2]) < leastSlope || Math.abs(plane.normal[2]) > mostSlope) continue;
    const key = keyOf(plane, a);
    const row = rows.get(key) ?? { plane, origin: a, lines: new Set<number>() };
    rows.set(key, row);
    row.lines.add(Math.round(turn * (a[0] * across[0] + a[1] * across[1]) * 20));
  }
  for (const { plane, origin, lines: places } of rows.values()) if (places.size > 1) keep(plane, origin);
  for (const [node, meeting] of at) {
    for (let i = 0; i < meeting.length; i++)
      for (let j = i + 1; j < meeting.length; j++) {
        const normal = cross(meeting[i].way, meeting[j].way);
        const size = norm(normal);
        const lean = Math.abs(normal[2]) / (size || 1);
        if (size < 0.05 || lean < leastSlope || lean > mostSlope) continue;
        const origin = model.nodes[node].position;
        const plane = planeOf([
          origin,
          [0, 1, 2].map((k) => origin[k] + meeting[i].way[k]) as unknown as Vector,
          [0, 1, 2].map((k) => origin[k] + meeting[j].way[k]) as unknown as Vector,
        ]);
        if (plane) keep(plane, origin);
      }
  }
  const taken = new Set<string>();
  const found = [...planes.values()].flatMap((plane): { plane: Plane; members: string[] }[] => {
    const members = lines
      .filter(({ ends }) => ends.every((end) => Math.abs(offPlane(plane, end)) < slopeTolerance))
      .map(({ id }) => id);
    const key = members.join(' ');
    // rounding may find one plane twice
    if (members.length < leastMembers || taken.has(key)) return [];
    taken.add(key);
    return [{ plane, members }];
  });
  const towards = ({ normal }: Plane) =>
    Math.abs(normal[0]) >= Math.abs(normal[1]) ? `${normal[0] > 0 ? '+' : '−'}x` : `${normal[1] > 0 ? '+' : '−'}y`;
  const names = new Map<string, number>();
  return found
    .sort((a, b) => b.members.length - a.members.length)
    .map(({ plane, members }): Slope => {
      const name = `Slope falling to ${towards(plane)}`;
      names.set(name, (names.get(name) ?? 0) + 1);
      const label = names.get(name) === 1 ? name : `${name} (${names.get(name)})`;
      return { id: `slope ${label}`, label, plane, members };
    });
}

/** A point within this of a slope (m) lies in it. */
const slopeTolerance = 5e-3;

/** Every plane of a model one can work in, with its name. */
export function workingPlanes(model: Model): { id: string; label: string; plane: Plane }[] {
  const named = Object.values(model.planes).flatMap(({ id, label, points }: WorkingPlane) => {
    const plane = planeThrough(points);
    return plane ? [{ id, label, plane }] : [];
  });
  return [
    ...Object.values(model.storeys).map((storey) => ({
      id: storey.id,
      label: storey.label,
      plane: storeyPlane(storey),
    })),
    ...Object.values(model.gridLines).map((line) => ({
      id: line.id,
      label: `Grid ${line.label}`,
      plane: gridPlane(line),
    })),
    ...named,
  ];
}

/** The slope, floor or upright grid plane a member lies in with others, the one named first with what lies in it: what one click takes as a whole. Undefined where it lies in none. */
export function planeOfMember(
  model: Model,
  id: string,
): { readonly label: string; readonly members: readonly string[] } | undefined {
  const slope = slopesOf(model).find(({ members }) => members.includes(id));
  if (slope) return slope;
  const member = model.members[id];
  const lies = (plane: Plane, one: { start: string; end: string }) =>
    [one.start, one.end].every((node) => Math.abs(offPlane(plane, model.nodes[node].position)) < slopeTolerance);
  const home = workingPlanes(model)
    .filter(({ plane }) => lies(plane, member))
    .map(({ label, plane }) => ({
      label,
      members: Object.values(model.members)
        .filter((one) => lies(plane, one))
        .map((one) => one.id),
    }));
  return home.find(({ members }) => members.length > 1);
}
