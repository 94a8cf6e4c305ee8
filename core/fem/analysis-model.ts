import {
  heldInPlane,
  inOrder,
  meshedPanels,
  type Finding,
  type Model,
  type Node,
  type StiffnessSet,
  type Vector,
  supportAxes,
} from '../model';
import { constraintFindings, diaphragmOfNode } from './constraint-findings';
import type { ElementSource } from './elements';
import { floorMesh, type FloorMesh } from './floors/floor-mesh';
import { bedSource, type BedSource } from './floors/bed-source';
import { floorSupports } from './floors/floor-supports';
import { headNodes, rigidArm, type HeadNode } from './floors/rigid-heads';
import { ShellSource } from './floors/shell-source';
import { buildFrameElements, type FrameElements } from './frame-elements';
import { patternOf, type BlockPattern } from './sparse';

/** How a node's six freedoms (ux uy uz rx ry rz, global) follow from equations, where that is more than one equation a freedom. */
export interface NodeMap {
  readonly equations: Int32Array;
  /** 6 × equations by rows */
  readonly matrix: Float64Array;
}

/** A direction in which a node is held or sprung to the ground: a unit vector over its six freedoms. */
export interface HeldDirection {
  readonly node: number;
  /** 0–5 in the directions of the support */
  readonly freedom: number;
  readonly direction: Float64Array;
  /** N/m or N·m/rad; Infinity: held */
  readonly stiffness: number;
  /** whether the node belongs to a rigid floor */
  readonly inFloor: boolean;
  /** the equation that is just this movement; −1: it is held, or several equations make it */
  readonly equation: number;
}

/** The structure numbered for analysis. Node numbers follow `nodeIds`, inner nodes of divided members come after them without id. */
export interface AnalysisModel {
  readonly nodeIds: readonly string[];
  readonly nodeCount: number;
  readonly memberIds: readonly string[];
  /** x, y, z of each node, m */
  readonly positions: Float64Array;
  readonly frame: FrameElements;
  /** slabs and walls that are meshed; none: there are none */
  readonly floors?: { readonly mesh: FloorMesh; readonly shells: ShellSource };
  /** soil below slabs, and line supports that only push; none: there is none */
  readonly bed?: BedSource;
  /** members first, then elements of other kinds */
  readonly sources: readonly ElementSource[];
  /** equation of each of a node's six freedoms; −1 where it is held or follows from `maps` */
  readonly equations: Int32Array;
  readonly maps: ReadonlyMap<number, NodeMap>;
  readonly supports: readonly HeldDirection[];
  /** nodes that move with the column in whose head they lie; their `maps` say how */
  readonly heads: readonly HeadNode[];
  /** rotations that no member resists, by node: unit vectors, three numbers each; they are held where no spring resists them */
  readonly idle: ReadonlyMap<number, Float64Array>;
  readonly pattern: BlockPattern;
  /** vertex of each equation */
  readonly vertexOf: Int32Array;
  /** x, y, z of each vertex, m */
  readonly vertexPositions: Float64Array;
  readonly equationCount: number;
}

export interface BuildOptions {
  readonly stiffnessSet?: StiffnessSet;
  /** pieces a member is cut into */
  readonly divisions?: number;
  /** elements beside members; they are told the nodes' numbers */
  readonly more?: (numberOf: ReadonlyMap<string, number>) => readonly ElementSource[];
  /** an earlier one, whose elements' matrices serve again where they are the same */
  readonly earlier?: AnalysisModel;
}

const names = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'] as const;

/** Numbers nodes, members and equations, and says what forbids it. The model has no stopping findings. */
export function buildAnalysisModel(
  model: Model,
  { stiffnessSet, divisions = 1, more, earlier }: BuildOptions = {},
): { analysis: AnalysisModel } | { findings: Finding[] } {
  const findings = constraintFindings(model);
  if (findings.some((finding) => finding.severity === 'stop')) return { findings };
  const members = inOrder(model.members);
  const allNumbers = new Map(inOrder(model.nodes).map((node, i) => [node.id, i]));
  const others = [...(more?.(allNumbers) ?? [])];
  const tied = new Set(members.flatMap((member) => [member.start, member.end]));
  const panels = meshedPanels(model);
  for (const { corners, openings = [] } of panels) for (const id of [corners, ...openings].flat()) tied.add(id);
  // supports and loads in the middle of a slab are met by its mesh
  if (panels.length > 0) for (const id of nodesToMeet(model)) tied.add(id);
  const everyNode = inOrder(model.nodes);
  for (const source of others)
    for (let e = 0; e < source.ids.length; e++)
      for (const node of Array.from(source.nodesOf(e))) tied.add(everyNode[node].id);
  const nodes = (others.length > 0 ? everyNode : everyNode.filter((node) => tied.has(node.id))).map((node) =>
    heldInPlane(model, node),
  );
  const numberOf = new Map(nodes.map((node, i) => [node.id, i]));
  const meshed = panels.length > 0 ? floorMesh(model, numberOf, nodes.length) : undefined;
  if (meshed && 'findings' in meshed) return { findings: [...findings, ...meshed.findings] };
  const floors = meshed?.floors;
  const placeOf = (node: number): Vector =>
    node < nodes.length ? nodes[node].position : floors!.inner[node - nodes.length];
  const meshNodes = nodes.length + (floors?.inner.length ?? 0);
  const { elements: frame, inner } = buildFrameElements(
    model,
    numberOf,
    (id) => model.nodes[id].position,
    stiffnessSet,
    divisions,
    meshNodes,
    (id) => (floors?.cuts.get(id) ?? []).map((cut) => ({ ...cut, position: placeOf(cut.node) })),
  );
  const shells = floors && new ShellSource(model, floors.panels, placeOf, stiffnessSet, earlier?.floors?.shells);
  if (shells) others.push(shells);
  const bed = floors && bedSource(model, floors, placeOf);
  if (bed) others.push(bed);
  const sources: ElementSource[] = [frame, ...others];
  const nodeCount = meshNodes + inner.length;
  const positions = new Float64Array(nodeCount * 3);
  for (let i = 0; i < meshNodes; i++) positions.set(placeOf(i), 3 * i);
  inner.forEach((position, i) => positions.set(position, 3 * (meshNodes + i)));
  const held = floors ? floorSupports(model, nodes, floors, frame) : nodes;

  const touched = new Uint8Array(nodeCount);
  for (const source of sources)
    for (let e = 0; e < source.ids.length; e++) for (const node of Array.from(source.nodesOf(e))) touched[node] = 1;
  const slaves = diaphragmOfNode(model);
  const idle = idleRotations(nodeCount, frame, others);
  const heads = floors ? headNodes(model, nodes, floors, (id) => slaves.has(id)) : [];
  const inHeads = new Set(heads.map(({ node }) => node));
  const directions = held.flatMap((node, i) =>
    node && !inHeads.has(i) ? supportsOf(node, i, slaves.has(node.id)) : [],
  );

  // every node's own freedoms, in the directions of its support, then three of every diaphragm
  const equations = new Int32Array(nodeCount * 6).fill(-1);
  const maps = new Map<number, NodeMap>();
  const widths: number[] = [];
  const places: number[] = [];
  const vertexOf: number[] = [];
  const vertexOfNode = new Int32Array(nodeCount).fill(-1);
  const open = (freedoms: number, at: ArrayLike<number>): number => {
    const first = vertexOf.length;
    for (let d = 0; d < freedoms; d++) vertexOf.push(widths.length);
    widths.push(freedoms);
    places.push(at[0], at[1], at[2]);
    return first;
  };
  const masters = new Map<string, { first: number; vertex: number; x: number; y: number }>();
  const mastersOf: (number | undefined)[] = [];
  const equationOf = new Map<string, number>(); // of a freedom in the directions of its node's support
  for (let n = 0; n < nodeCount; n++) {
    if (!touched[n] || inHeads.has(n)) continue;
    const node: Node | undefined = held[n];
    const fixed = new Uint8Array(6);
    names.forEach((name, d) => {
      if (node?.support?.[name]) fixed[d] = 1;
    });
    const floor = node && slaves.get(node.id);
    const basis = nodeBasis(node, idle.get(n), fixed, floor !== undefined);
    if (floor) fixed[0] = fixed[1] = fixed[5] = 1;
    const free = [0, 1, 2, 3, 4, 5].filter((d) => !fixed[d]);
    const at = positions.subarray(3 * n, 3 * n + 3);
    const first = free.length > 0 ? open(free.length, at) : -1;
    if (first >= 0) vertexOfNode[n] = vertexOf[first];
    if (node?.springs) free.forEach((d, i) => equationOf.set(`${n} ${d}`, first + i));
    if (!floor && !basis) {
      free.forEach((d, i) => (equations[6 * n + d] = first + i));
      continue;
    }
    const used = Int32Array.from(free, (_, i) => first + i);
    const columns: Float64Array[] = free.map((d) => (basis ? basis.slice(6 * d, 6 * d + 6) : unitOf(d)));
    let all = used;
    if (floor) {
      let master = masters.get(floor.id);
      if (!master) {
        const centre = centroid(floor.nodes.map((id) => model.nodes[id].position));
        const begin = open(3, centre);
        master = { first: begin, vertex: vertexOf[begin], x: centre[0], y: centre[1] };
        masters.set(floor.id, master);
      }
      mastersOf[n] = master.vertex;
      const [dx, dy] = [at[0] - master.x, at[1] - master.y];
      columns.push(
        Float64Array.of(1, 0, 0, 0, 0, 0),
        Float64Array.of(0, 1, 0, 0, 0, 0),
        Float64Array.of(-dy, dx, 0, 0, 0, 1),
      );
      all = Int32Array.of(...used, master.first, master.first + 1, master.first + 2);
    }
    const matrix = new Float64Array(6 * all.length);
    columns.forEach((column, c) => column.forEach((value, i) => (matrix[i * all.length + c] = value)));
    maps.set(n, { equations: all, matrix });
  }

  for (const { node, master } of heads) {
    const own = maps.get(master) ?? plainMap(equations, master);
    vertexOfNode[node] = vertexOfNode[master];
    mastersOf[node] = mastersOf[master];
    if (own.equations.length === 0) continue;
    const arm = rigidArm(positions.subarray(3 * master, 3 * master + 3), positions.subarray(3 * node, 3 * node + 3));
    maps.set(node, { equations: own.equations, matrix: times(arm, own.matrix, own.equations.length) });
  }

  const supports = directions.map((one) => ({ ...one, equation: equationOf.get(`${one.node} ${one.freedom}`) ?? -1 }));
  const groupStart: number[] = [0];
  const groups: number[] = [];
  const close = (list: ArrayLike<number>): void => {
    const seen = new Set<number>();
    for (const n of Array.from(list)) {
      if (vertexOfNode[n] >= 0) seen.add(vertexOfNode[n]);
      const master = mastersOf[n];
      if (master !== undefined) seen.add(master);
    }
    groups.push(...seen);
    groupStart.push(groups.length);
  };
  for (const source of sources) for (let e = 0; e < source.ids.length; e++) close(source.nodesOf(e));
  for (const { node } of supports) close([node]);
  return {
    analysis: {
      nodeIds: nodes.map((node) => node.id),
      nodeCount,
      memberIds: members.map((member) => member.id),
      positions,
      frame,
      ...(floors && shells ? { floors: { mesh: floors, shells } } : {}),
      ...(bed ? { bed } : {}),
      sources,
      equations,
      maps,
      supports,
      heads,
      idle,
      pattern: patternOf(Int32Array.from(widths), Int32Array.from(groupStart), Int32Array.from(groups)),
      vertexOf: Int32Array.from(vertexOf),
      vertexPositions: Float64Array.from(places),
      equationCount: vertexOf.length,
    },
  };
}

/** Nodes that may stand in the middle of a slab with nothing on them but a support or a load. */
export function nodesToMeet(model: Model): string[] {
  const loaded = Object.values(model.loads).flatMap((load) => ('node' in load ? [load.node] : []));
  const lines = Object.values(model.lineSupports).flatMap(({ start, end }) => [start, end]);
  const heads = Object.values(model.columnHeads).map(({ node }) => node);
  const held = Object.values(model.nodes).flatMap(({ id, support, springs }) => (support || springs ? [id] : []));
  return [...loaded, ...lines, ...heads, ...held];
}

/** The equations of a node whose freedoms are single ones. */
function plainMap(equations: Int32Array, node: number): NodeMap {
  const free = [0, 1, 2, 3, 4, 5].filter((d) => equations[6 * node + d] >= 0);
  const matrix = new Float64Array(6 * free.length);
  free.forEach((d, c) => (matrix[d * free.length + c] = 1));
  return { equations: Int32Array.from(free, (d) => equations[6 * node + d]), matrix };
}

/** A 6 × 6 times a 6 × n, both by rows. */
function times(a: Float64Array, b: Float64Array, n: number): Float64Array {
  const product = new Float64Array(6 * n);
  for (let i = 0; i < 6; i++)
    for (let k = 0; k < 6; k++) for (let c = 0; c < n; c++) product[i * n + c] += a[6 * i + k] * b[k * n + c];
  return product;
}

const unitOf = (d: number): Float64Array => {
  const unit = new Float64Array(6);
  unit[d] = 1;
  return unit;
};

function centroid(points: readonly Vector[]): Vector {
  const mean = (i: 0 | 1 | 2) => points.reduce((sum, point) => sum + point[i], 0) / points.length;
  return [mean(0), mean(1), mean(2)];
}

function directionsOf(node: Node | undefined): Float64Array {
  const basis = new Float64Array(36);
  const axes = node?.supportAngles ? supportAxes(node.supportAngles) : undefined;
  for (let d = 0; d < 6; d++) {
    if (!axes) basis[7 * d] = 1;
    else axes[d % 3].forEach((value, i) => (basis[6 * d + (d < 3 ? 0 : 3) + i] = value));
  }
  return basis;
}

function supportsOf(node: Node, number: number, inFloor: boolean): Omit<HeldDirection, 'equation'>[] {
  if (!node.support && !node.springs) return [];
  const basis = directionsOf(node);
  return names.flatMap((name, freedom) => {
    const stiffness = node.support?.[name] ? Infinity : (node.springs?.[name] ?? 0);
    return stiffness > 0
      ? [{ node: number, freedom, direction: basis.slice(6 * freedom, 6 * freedom + 6), stiffness, inFloor }]
      : [];
  });
}

/**
 * The directions of a node's freedoms where they are not the global ones: those of an inclined support, or, where some rotation meets no
 * resistance at all, such that this one stands alone and is held. `held` is changed. In a rigid floor the last rotation stays the one
 * about the vertical, which the floor gives; where idle rotations lean, they are left to be told as a mechanism.
 */
function nodeBasis(
  node: Node | undefined,
  idle: Float64Array | undefined,
  held: Uint8Array,
  inFloor: boolean,
): Float64Array | undefined {
  const rotationSprings = node?.springs && (node.springs.rx || node.springs.ry || node.springs.rz);
  if (idle && !rotationSprings) {
    const rotationsHeld = held[3] + held[4] + held[5];
    const count = idle.length / 3;
    if (count === 3) held[3] = held[4] = held[5] = 1;
    else if (rotationsHeld === 0) {
      const basis = directionsOf(node);
      const others = complement(idle, count);
      const rotations = [0, 1, 2].map((r) => ({
        isIdle: r < count,
        axis: r < count ? idle.subarray(3 * r, 3 * r + 3) : others.subarray(3 * (r - count), 3 * (r - count) + 3),
      }));
      rotations.sort((a, b) => Math.abs(a.axis[2]) - Math.abs(b.axis[2]));
      if (inFloor && Math.abs(rotations[2].axis[2]) < 1 - 1e-9) return undefined;
      rotations.forEach(({ isIdle, axis }, r) => {
        basis.fill(0, 6 * (3 + r), 6 * (4 + r));
        basis.set(axis, 6 * (3 + r) + 3);
        if (isIdle) held[3 + r] = 1;
      });
      return basis;
    }
    // beside rotations that a support holds, a free one that lies in what nothing resists is held as it stands
    else holdIdleDirections(directionsOf(node), idle, held, inFloor);
  }
  return node?.supportAngles ? directionsOf(node) : undefined;
}

function holdIdleDirections(basis: Float64Array, idle: Float64Array, held: Uint8Array, inFloor: boolean): void {
  for (const d of [3, 4, 5]) {
    if (held[d] || (inFloor && Math.abs(basis[6 * d + 5]) > 1 - 1e-9)) continue;
    let share = 0;
    for (let k = 0; k < idle.length; k += 3)
      share += (basis[6 * d + 3] * idle[k] + basis[6 * d + 4] * idle[k + 1] + basis[6 * d + 5] * idle[k + 2]) ** 2;
    if (share > 1 - 1e-9) held[d] = 1;
  }
}

/** Unit vectors that complete one or two perpendicular ones to a basis. */
function complement(vectors: Float64Array, count: number): Float64Array {
  const found: Vector[] = [];
  for (let k = 0; k < count; k++) found.push([vectors[3 * k], vectors[3 * k + 1], vectors[3 * k + 2]]);
  for (const candidate of [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ] as Vector[]) {
    let v: Vector = candidate;
    for (const one of found) {
      const along = v[0] * one[0] + v[1] * one[1] + v[2] * one[2];
      v = [v[0] - along * one[0], v[1] - along * one[1], v[2] - along * one[2]];
    }
    const size = Math.hypot(...v);
    if (size > 0.5 && found.length < 3) found.push([v[0] / size, v[1] / size, v[2] / size]);
  }
  return Float64Array.from(found.slice(count).flat());
}

/** Rotations that no member resists, by node: unit vectors, three numbers each. Only nodes all of whose members have releases, or no torsion, can have any. */
function idleRotations(
  nodeCount: number,
  frame: FrameElements,
  others: readonly ElementSource[],
): Map<number, Float64Array> {
  const candidate = new Uint8Array(nodeCount).fill(1);
  frame.pieces.forEach((piece) => {
    if (!piece.springs && piece.element.torsion > 0) candidate[piece.start] = candidate[piece.end] = 0;
  });
  for (const source of others)
    for (let e = 0; e < source.ids.length; e++) for (const node of Array.from(source.nodesOf(e))) candidate[node] = 0;
  const sums = new Map<number, Float64Array>();
  const sizes = new Map<number, number>();
  const k = new Float64Array(144);
  frame.pieces.forEach((piece, e) => {
    if (!candidate[piece.start] && !candidate[piece.end]) return;
    frame.stiffness(e, k);
    [piece.start, piece.end].forEach((node, side) => {
      if (!candidate[node]) return;
      const sum = sums.get(node) ?? new Float64Array(9);
      for (let i = 0; i < 3; i++)
        for (let j = 0; j < 3; j++) sum[3 * i + j] += k[12 * (6 * side + 3 + i) + 6 * side + 3 + j];
      sums.set(node, sum);
      sizes.set(
        node,
        Math.max(
          sizes.get(node) ?? 0,
          (piece.element.bendingY + piece.element.bendingZ + piece.element.torsion) / piece.element.length,
        ),
      );
    });
  });
  const idle = new Map<number, Float64Array>();
  for (const [node, sum] of sums) {
    const vectors = nullVectors(sum, 1e-10 * sizes.get(node)!);
    if (vectors.length > 0) idle.set(node, vectors);
  }
  return idle;
}

/** Eigenvectors of a symmetric 3 × 3 whose eigenvalues are below a limit (Jacobi). */
function nullVectors(matrix: Float64Array, limit: number): Float64Array {
  const a = Float64Array.from(matrix);
  const v = Float64Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1);
  for (let sweep = 0; sweep < 30; sweep++) {
    for (const [p, q] of [
      [0, 1],
      [0, 2],
      [1, 2],
    ]) {
      const off = a[3 * p + q];
      if (Math.abs(off) < 1e-300) continue;
      const theta = (a[4 * q] - a[4 * p]) / (2 * off);
      const t = (theta >= 0 ? 1 : -1) / (Math.abs(theta) + Math.hypot(theta, 1));
      const c = 1 / Math.hypot(t, 1);
      const s = t * c;
      for (let i = 0; i < 3; i++) {
        const [x, y] = [a[3 * i + p], a[3 * i + q]];
        a[3 * i + p] = c * x - s * y;
        a[3 * i + q] = s * x + c * y;
      }
      for (let i = 0; i < 3; i++) {
        const [x, y] = [a[3 * p + i], a[3 * q + i]];
        a[3 * p + i] = c * x - s * y;
        a[3 * q + i] = s * x + c * y;
        const [vx, vy] = [v[3 * i + p], v[3 * i + q]];
        v[3 * i + p] = c * vx - s * vy;
        v[3 * i + q] = s * vx + c * vy;
      }
    }
  }
  const found: number[] = [];
  for (let j = 0; j < 3; j++) if (a[4 * j] <= limit) found.push(v[j], v[3 + j], v[6 + j]);
  return Float64Array.from(found);
}
