import type { AnalysisOutcome, CutShape, SolvedPanel } from '~core/fem';
import { meshEdges } from '~core/picture';
import { cross, norm, scale, type Finding, type Member, type Model, type Vector } from '~core/model';
import { MemberLine } from '~core/results';
import type { Solved } from '../../state/solve-slice';
import type { DrawnShape } from '../../state/view-slice';

/** Places along a member at which its shape is drawn. */
const places = 9;

/** Translations (global, m) at places along a member, three numbers each. */
export interface ShapeOf {
  readonly title: string;
  /** nodes that turn and stay in their places, with the axis they turn about (global, its length the share of the largest turn) */
  readonly turns?: readonly { readonly node: string; readonly axis: Vector }[];
  of(member: Member): Float64Array | undefined;
  /** where along a member these places are, where they are not even: shares of its length */
  sharesOf?(member: Member): Float64Array | undefined;
  /** meshed slabs and walls, the places of their nodes (three each, m) and how these move (six each, global) */
  readonly slabs?: {
    readonly panels: readonly SolvedPanel[];
    readonly positions: Float64Array;
    readonly displacements: Float64Array;
  };
}

/** The shape that is to be drawn: a mode, a way to buckle, or how a mechanism moves; undefined when it is not known any more. */
export function shapeOf(
  shape: DrawnShape,
  solved: Solved | undefined,
  analyses: ReadonlyMap<string, { readonly outcome?: AnalysisOutcome }>,
  findings: readonly Finding[],
): ShapeOf | undefined {
  if (shape.kind === 'motion') {
    const motion = findings.find((finding) => finding.key === shape.finding)?.motion;
    return motion && motionShape(motion);
  }
  const outcome = analyses.get(shape.analysis)?.outcome?.outcome;
  if (outcome?.type === 'buckling') {
    const { modes, memberIds, divisions } = outcome.result;
    const mode = modes[shape.mode];
    const numbers = new Map(memberIds.map((id, m) => [id, m]));
    const size = 3 * (divisions + 1);
    const cut = cutMembers(mode, memberIds);
    return (
      mode && {
        ...slabsOf(solved, mode.displacements),
        title: `Buckles at ${mode.factor.toPrecision(4)} times the load`,
        sharesOf: ({ id }) => cut.get(id)?.shares,
        of: (member) =>
          cut.get(member.id)?.translations ??
          (numbers.has(member.id)
            ? mode.memberShapes.subarray(size * numbers.get(member.id)!, size * (numbers.get(member.id)! + 1))
            : undefined),
      }
    );
  }
  if (outcome?.type === 'modal' && solved) {
    const { modes, memberIds } = outcome.result;
    const mode = modes[shape.mode];
    const numbers = new Map(memberIds.map((id, m) => [id, m]));
    const { solution } = solved;
    const cut = cutMembers(mode, memberIds);
    if (!mode || memberIds.length !== solution.memberIds.length) return undefined;
    const state = {
      caseFactors: new Float64Array(solution.loadCases),
      displacements: mode.displacements,
      startForces: mode.startForces,
      startDisplacements: mode.startDisplacements,
      reactions: mode.reactions,
    };
    return {
      ...slabsOf(solved, mode.displacements),
      title: `Mode ${shape.mode + 1}, T = ${mode.period.toPrecision(3)} s`,
      sharesOf: ({ id }) => cut.get(id)?.shares,
      of: (member) => {
        const own = cut.get(member.id);
        if (own) return own.translations;
        const number = numbers.get(member.id);
        if (number === undefined) return undefined;
        const line = new MemberLine(solution, state, number);
        const axes = solution.axes.subarray(9 * number, 9 * number + 9);
        const values = new Float64Array(3 * places);
        for (let i = 0; i < places; i++) {
          const [u, v, w] = line.at((line.length * i) / (places - 1)).subarray(6);
          for (let k = 0; k < 3; k++) values[3 * i + k] = u * axes[k] + v * axes[3 + k] + w * axes[6 + k];
        }
        return values;
      },
    };
  }
  return undefined;
}

/** Members that floors cut, with their movements at the cuts. */
const cutMembers = (
  mode: { readonly cut: readonly CutShape[] } | undefined,
  memberIds: readonly string[],
): ReadonlyMap<string, CutShape> => new Map(mode?.cut.map((one) => [memberIds[one.member], one]));

/** Slabs move as their nodes do. Meshes of one model are numbered alike, whatever else is cut for an analysis. */
const slabsOf = (solved: Solved | undefined, displacements: Float64Array): Pick<ShapeOf, 'slabs'> =>
  solved?.solution.panels
    ? { slabs: { panels: solved.solution.panels, positions: solved.solution.positions, displacements } }
    : {};

function motionShape({ nodes, displacements }: NonNullable<Finding['motion']>): ShapeOf {
  const at = new Map(nodes.map((id, i) => [id, displacements.slice(6 * i, 6 * i + 3)]));
  const still = [0, 0, 0];
  const moves = [...at.values()].some((parts) => Math.hypot(...parts) > 1e-6);
  const turning = nodes.map((node, i) => ({
    node,
    axis: displacements.slice(6 * i + 3, 6 * i + 6) as unknown as Vector,
  }));
  const most = turning.reduce((size, { axis }) => Math.max(size, norm(axis)), 0) || 1;
  return {
    title: moves ? 'Moves without resistance' : 'Turns without resistance, about the axes drawn',
    ...(moves
      ? {}
      : {
          turns: turning
            .filter(({ axis }) => norm(axis) > 1e-3 * most)
            .map(({ node, axis }) => ({ node, axis: scale(axis, 1 / most) })),
        }),
    of: (member) =>
      at.has(member.start) || at.has(member.end)
        ? Float64Array.from([...(at.get(member.start) ?? still), ...(at.get(member.end) ?? still)])
        : undefined,
  };
}

/** An open circle with a head about an axis through a point, by the right hand, and the axis itself: how a node turns in its place. */
function turnArrow(centre: Vector, turn: Vector, radius: number): number[] {
  const axis = scale(turn, 1 / norm(turn));
  const aside: Vector = Math.abs(axis[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0];
  const first = cross(axis, aside);
  const u = scale(first, 1 / norm(first));
  const v = cross(axis, u);
  const on = (angle: number, r = radius, lift = 0): Vector =>
    [0, 1, 2].map(
      (k) => centre[k] + r * (Math.cos(angle) * u[k] + Math.sin(angle) * v[k]) + lift * axis[k],
    ) as unknown as Vector;
  const steps = 20;
  const reach = 1.6 * Math.PI;
  const lines: [Vector, Vector][] = Array.from({ length: steps }, (_, i) => [
    on((reach * i) / steps),
    on((reach * (i + 1)) / steps),
  ]);
  const head = on(reach);
  lines.push(
    [head, on(reach - 0.35, 1.25 * radius)],
    [head, on(reach - 0.35, 0.75 * radius)],
    [on(0, 0, -1.3 * radius), on(0, 0, 1.3 * radius)],
  );
  return lines.flatMap(([a, b]) => [...a, ...b]);
}

/**
 * The drawn lines of a shape on members, and on the edges of elements, its largest translation `reach` long (m).
 * @param panels ids of slabs and walls in view
 */
export function shapeSegments(
  model: Model,
  members: readonly Member[],
  panels: readonly string[],
  shape: ShapeOf,
  reach: number,
): { readonly members: Float32Array; readonly mesh: Float32Array } {
  const drawn = members.flatMap((member) => {
    const values = shape.of(member);
    return values ? [{ member, values }] : [];
  });
  const wanted = new Set(panels);
  const { positions, displacements } = shape.slabs ?? {};
  const edges = (shape.slabs?.panels ?? []).filter(({ id }) => wanted.has(id)).map(meshEdges);
  const largest = Math.max(
    drawn.reduce((most, { values }) => values.reduce((size, value) => Math.max(size, Math.abs(value)), most), 0),
    edges.reduce(
      (most, list) =>
        list.reduce(
          (size, node) => [0, 1, 2].reduce((s, k) => Math.max(s, Math.abs(displacements![6 * node + k])), size),
          most,
        ),
      0,
    ),
  );
  const points: number[] = [];
  for (const { node, axis } of shape.turns ?? [])
    points.push(...turnArrow(model.nodes[node].position, axis, 0.6 * reach));
  if (largest === 0) return { members: Float32Array.from(points), mesh: new Float32Array() };
  const size = reach / largest;
  for (const { member, values } of drawn) {
    const [a, b] = [model.nodes[member.start].position, model.nodes[member.end].position];
    const count = values.length / 3;
    const shares = shape.sharesOf?.(member);
    const place = (i: number) =>
      [0, 1, 2].map((k) => a[k] + (b[k] - a[k]) * (shares ? shares[i] : i / (count - 1)) + size * values[3 * i + k]);
    for (let i = 0; i + 1 < count; i++) points.push(...place(i), ...place(i + 1));
  }
  const mesh: number[] = [];
  for (const list of edges)
    for (const node of list)
      for (let k = 0; k < 3; k++) mesh.push(positions![3 * node + k] + size * displacements![6 * node + k]);
  return { members: Float32Array.from(points), mesh: Float32Array.from(mesh) };
}
