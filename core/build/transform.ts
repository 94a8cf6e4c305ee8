import {
  add,
  cross,
  dot,
  isPlaced,
  localAxes,
  norm,
  scale,
  subtract,
  supportAxes,
  type Axes,
  type Load,
  type Member,
  type Node,
  type PlacedLoad,
  type SettlementLoad,
  type Support,
  type Vector,
} from '../model';

/** A movement that keeps all lengths: x ↦ matrix · x + shift (m); `matrix` by rows, its determinant 1 or −1 for a mirror. */
export interface Movement {
  readonly matrix: readonly [Vector, Vector, Vector];
  readonly shift: Vector;
}

const unit: Movement['matrix'] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

export const translation = (shift: Vector): Movement => ({ matrix: unit, shift });

/** Turn by `angle` (rad) about an axis through a point (m), by the right hand. */
export function rotation(point: Vector, axis: Vector, angle: number): Movement {
  const length = Math.hypot(...axis);
  const [x, y, z] = scale(axis, 1 / length);
  const [c, s] = [exact(Math.cos(angle)), exact(Math.sin(angle))];
  const v = 1 - c;
  const matrix: Movement['matrix'] = [
    [c + x * x * v, x * y * v - z * s, x * z * v + y * s],
    [y * x * v + z * s, c + y * y * v, y * z * v - x * s],
    [z * x * v - y * s, z * y * v + x * s, c + z * z * v],
  ];
  return { matrix, shift: subtract(point, times(matrix, point)) };
}

/** Quarter turns are meant exactly. */
const exact = (value: number): number =>
  Math.abs(value) < 1e-12 ? 0 : Math.abs(Math.abs(value) - 1) < 1e-12 ? Math.sign(value) : value;

/** Mirror in the plane through a point (m) square to a direction. */
export function mirror(point: Vector, normal: Vector): Movement {
  const n = scale(normal, 1 / Math.hypot(...normal));
  const matrix = unit.map((row, i) => row.map((part, j) => part - 2 * n[i] * n[j])) as unknown as Movement['matrix'];
  return { matrix, shift: scale(n, 2 * dot(point, n)) };
}

const times = (matrix: Movement['matrix'], v: Vector): [number, number, number] => [
  dot(matrix[0], v),
  dot(matrix[1], v),
  dot(matrix[2], v),
];

export const moved = ({ matrix, shift }: Movement, point: Vector): [number, number, number] =>
  add(times(matrix, point), shift).map((part) => Math.round(part * 1e9) / 1e9 + 0) as [number, number, number];
export const movedDirection = ({ matrix }: Movement, direction: Vector): [number, number, number] =>
  times(matrix, direction);

export const isMirror = ({ matrix }: Movement): boolean => dot(matrix[0], cross(matrix[1], matrix[2])) < 0;

/** Moments and rotations turn the other way in a mirror. */
export const movedTurning = (movement: Movement, moment: Vector): [number, number, number] =>
  scale(movedDirection(movement, moment), isMirror(movement) ? -1 : 1);

/**
 * The angle (rad) that gives a member between two moved points the axes its section had, moved along.
 * @param start @param end where the member runs now, m
 * @param z its local z as it was moved
 */
function angleFor(start: Vector, end: Vector, z: Vector): number {
  const plain: Axes = localAxes(start, end, 0);
  const angle = Math.atan2(-dot(z, plain.y), dot(z, plain.z));
  return Math.abs(angle) < 1e-12 ? 0 : angle;
}

/**
 * A member's fields after a movement. In a mirror its ends change places, so that its section is the mirrored one.
 * @param ends places of its nodes before, m
 */
export function movedMember(
  member: Member,
  ends: { start: Vector; end: Vector },
  movement: Movement,
): Omit<Member, 'id'> {
  const { id: _id, ...fields } = member;
  const swap = isMirror(movement);
  const [start, end] = [moved(movement, ends.start), moved(movement, ends.end)];
  const z = movedDirection(movement, localAxes(ends.start, ends.end, member.angle).z);
  const angle = swap ? angleFor(end, start, z) : angleFor(start, end, z);
  if (!swap) return { ...fields, angle };
  const { startConnection, endConnection, startOffset, endOffset, startRigid, endRigid, ...shared } = fields;
  const turned = (offset: readonly number[]): [number, number, number] => [-offset[0], offset[1], offset[2]];
  return {
    ...shared,
    angle,
    start: member.end,
    end: member.start,
    ...(endConnection ? { startConnection: endConnection } : {}),
    ...(startConnection ? { endConnection: startConnection } : {}),
    ...(endOffset ? { startOffset: turned(endOffset) } : {}),
    ...(startOffset ? { endOffset: turned(startOffset) } : {}),
    ...(endRigid !== undefined ? { startRigid: endRigid } : {}),
    ...(startRigid !== undefined ? { endRigid: startRigid } : {}),
  };
}

const ways = ['ux', 'uy', 'uz'] as const;
const turns = ['rx', 'ry', 'rz'] as const;

/** What holds a node, after a movement: with its directions exchanged where they fall on global ones again, else as an inclined support. */
export function movedSupport(node: Node, movement: Movement): Pick<Node, 'support' | 'springs' | 'supportAngles'> {
  const { support, springs } = node;
  if (!support && !springs) return {};
  const axes = axesOf(node).map((axis) => movedDirection(movement, axis));
  // each moved axis on a global one: directions change their names
  const onGlobal = axes.map((axis) => axis.findIndex((part) => Math.abs(Math.abs(part) - 1) < 1e-9));
  if (onGlobal.every((i) => i >= 0)) {
    const renamed = <T>(from: Partial<Record<(typeof ways)[number] | (typeof turns)[number], T>>) => {
      const to: Partial<Record<string, T>> = {};
      onGlobal.forEach((target, source) => {
        for (const names of [ways, turns])
          if (from[names[source]] !== undefined) to[names[target]] = from[names[source]];
      });
      return to;
    };
    return {
      ...(support ? { support: renamed(support) as unknown as Support } : {}),
      ...(springs ? { springs: renamed(springs) } : {}),
    };
  }
  // a direction and its opposite are held alike, so that a left-handed set may have one reversed
  if (isMirror(movement)) axes[0] = scale(axes[0], -1);
  return { ...(support ? { support } : {}), ...(springs ? { springs } : {}), supportAngles: anglesOf(axes) };
}

const axesOf = ({ supportAngles }: Pick<Node, 'supportAngles'>): readonly Vector[] =>
  supportAxes(supportAngles ?? [0, 0, 0]);

function anglesOf([x, y, z]: readonly Vector[]): [number, number, number] {
  return [Math.atan2(x[1], x[0]), Math.asin(Math.max(-1, Math.min(1, -x[2]))), Math.atan2(y[2], z[2])];
}

/** Imposed movement is told in the directions of the support, before and after. */
function movedSettlement(
  { displacement, rotation }: SettlementLoad,
  movement: Movement,
  node: Node,
): Pick<SettlementLoad, 'displacement' | 'rotation'> {
  const [before, after] = [axesOf(node), axesOf(movedSupport(node, movement))];
  const globally = (parts: Vector) =>
    parts.reduce<Vector>((sum, part, i) => add(sum, scale(before[i], part)), [0, 0, 0]);
  // what is only rounding would move a direction that is not held
  const inSupport = (v: Vector) =>
    after.map((axis) => (Math.abs(dot(axis, v)) < 1e-12 * norm(v) ? 0 : dot(axis, v))) as [number, number, number];
  return {
    displacement: inSupport(movedDirection(movement, globally(displacement))),
    rotation: inSupport(movedTurning(movement, globally(rotation))),
  };
}

const names = ['x', 'y', 'z'] as const;

/**
 * A load after a movement, as one or several (a direction that no longer falls on one axis becomes its parts).
 * @param length   of the member it acts on, m
 * @param along    direction of that member before, for loads on its projection
 * @param node     a settling node as it was before
 * @returns the loads, on the same targets and with the number of the first; positions from the member's new start
 */
export function movedLoad(
  load: Load,
  movement: Movement,
  member: { length: number; along: Vector } | undefined,
  node: Node | undefined,
): Load[] {
  const swap = isMirror(movement);
  if (load.type === 'node')
    return [{ ...load, force: movedDirection(movement, load.force), moment: movedTurning(movement, load.moment) }];
  if (load.type === 'settlement') return [{ ...load, ...movedSettlement(load, movement, node!) }];
  if (!isPlaced(load)) return [load];
  const { length, along } = member!;
  const placed = swap ? reversed(load, length) : load;
  const turned = load.type === 'moment';
  if (load.axes === 'local') {
    // in a mirror local x is reversed and moments turn with the hand: of moments x stays and y and z change, of forces the other way round
    const sign = !swap ? 1 : turned ? (load.direction === 'x' ? 1 : -1) : load.direction === 'x' ? -1 : 1;
    return [multiplied(placed, sign)];
  }
  const before: Vector = load.direction === 'x' ? [1, 0, 0] : load.direction === 'y' ? [0, 1, 0] : [0, 0, 1];
  const after = turned ? movedTurning(movement, before) : movedDirection(movement, before);
  const parts = names.flatMap((direction, i) =>
    Math.abs(after[i]) > 1e-9
      ? [{ direction, factor: Math.abs(Math.abs(after[i]) - 1) < 1e-9 ? Math.sign(after[i]) : after[i] }]
      : [],
  );
  if (parts.length === 1) return [{ ...multiplied(placed, parts[0].factor), direction: parts[0].direction }];
  // a load on the projection square to a direction that is no longer global is put on the member's own length
  const onProjection = 'projected' in placed && placed.projected === true;
  const ratio = onProjection ? norm(cross(along, before)) / norm(along) : 1;
  return parts.map(({ direction, factor }) => {
    const part = { ...multiplied(placed, factor * ratio), direction };
    if ('projected' in part) delete part.projected;
    return part;
  });
}

function multiplied(load: PlacedLoad, factor: number): PlacedLoad {
  return load.type === 'trapezoid'
    ? { ...load, valueFrom: load.valueFrom * factor, valueTo: load.valueTo * factor }
    : { ...load, value: load.value * factor };
}

/** A load seen from the other end of its member, of a length in m. */
function reversed(load: PlacedLoad, length: number): PlacedLoad {
  if ('at' in load) return { ...load, at: length - load.at };
  const place = { from: length - (load.to ?? length), to: load.from === 0 ? null : length - load.from };
  return load.type === 'trapezoid'
    ? { ...load, ...place, valueFrom: load.valueTo, valueTo: load.valueFrom }
    : { ...load, ...place };
}
