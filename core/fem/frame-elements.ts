import { sectionProperties } from '../catalog';
import {
  inOrder,
  memberAxis,
  stiffnessFactors,
  subtract,
  type Connection,
  type Member,
  type Model,
  type StiffnessSet,
  type Vector,
} from '../model';
import { termActions, type MemberTerm } from '../loading';
import { condense, condenseForces, recoverEnds, type Condensation } from './condensation';
import type { ElementSource } from './elements';
import { axialSteps, type AxialSteps } from './axial-steps';
import { addClampedForces, bucklesClamped, localStiffness, type AxialCourse, type FrameElement } from './frame-element';
import { termIntegral } from './term-integral';

/** One straight flexible piece of a member between two nodes of the analysis. */
export interface Piece {
  readonly member: number;
  readonly start: number;
  readonly end: number;
  readonly element: FrameElement;
  /** from the start node, and from the end node, to the flexible piece; global, m */
  readonly startOffset: Vector;
  readonly endOffset: Vector;
  /** where along the member's axis the flexible piece starts and ends, m; the end is the next piece's start to the last digit */
  readonly from: number;
  readonly to: number;
  /** stiffness of the joints of its ends, or undefined when all are rigid */
  readonly springs: Float64Array | undefined;
  /** whether it is the first, and the last, piece of its member: only these meet the member's rigid parts */
  readonly isFirst: boolean;
  readonly isLast: boolean;
}

const freedoms = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'] as const;

/**
 * All members as elements. `N` is the axial force (N, tension positive, the mean of both ends) each piece's bending feels,
 * `steps` how it changes along the piece; `active` says which pieces act at all.
 */
export class FrameElements implements ElementSource {
  readonly kind = 'member';
  readonly ids: readonly string[];
  readonly N: Float64Array;
  readonly active: Uint8Array;
  /** share of its stiffness a piece keeps that does not act, so that what only it holds has an answer */
  slackShare = 0;
  private steps: readonly (AxialSteps | undefined)[];
  /** share of the steps that is felt: 0 in first order */
  private stepShare = 0;
  /** 144 numbers a piece: local stiffness between the nodes' freedoms at the ends */
  private readonly local: Float64Array;
  private readonly condensations: (Condensation | undefined)[];

  constructor(
    readonly pieces: readonly Piece[],
    memberIds: readonly string[],
    /** local axes of each piece: x, y, z as rows of three, nine numbers each */
    readonly axes: Float64Array,
  ) {
    this.ids = pieces.map((piece) => memberIds[piece.member]);
    this.N = new Float64Array(pieces.length);
    this.active = new Uint8Array(pieces.length).fill(1);
    this.steps = pieces.map(() => undefined);
    this.local = new Float64Array(144 * pieces.length);
    this.condensations = pieces.map(() => undefined);
    pieces.forEach((_, e) => this.renew(e));
  }

  /** Makes the local stiffness of a piece anew for its axial force. */
  renew(e: number): void {
    const { element, springs } = this.pieces[e];
    const k = this.local.subarray(144 * e, 144 * e + 144);
    localStiffness(element, this.courseOf(e), k);
    this.condensations[e] = springs && condense(k, springs);
  }

  /** The axial force the bending of a piece feels. */
  courseOf(e: number): AxialCourse {
    return { N: this.N[e], steps: this.steps[e], share: this.stepShare };
  }

  /**
   * How loads along the members' axes change the axial force inside each piece; felt once `feel` says so.
   * @param bendingOf the EI (N·m²) against which a change counts; none: that of the piece
   */
  takeAxialLoads(terms: readonly (readonly MemberTerm[])[], bendingOf?: (e: number) => number): void {
    this.steps = this.pieces.map((piece, e) => {
      const along = terms[piece.member].filter((term) => term.action === termActions.x);
      if (along.length === 0) return undefined;
      const { length, bendingY, bendingZ } = piece.element;
      return axialSteps(
        along.flatMap((term) => onPiece(term, piece)),
        length,
        bendingOf?.(e) ?? Math.min(bendingY, bendingZ),
      );
    });
  }

  /** Makes every piece anew for axial forces at the mean of its ends, and a share of what its loads add along it. */
  feel(forces: ArrayLike<number>, share: number): void {
    this.N.set(forces);
    this.stepShare = share;
    this.pieces.forEach((_, e) => this.renew(e));
  }

  /** Whether a piece buckles between its nodes, whatever these do. One that does not act cannot. */
  buckles(e: number): boolean {
    if (!this.active[e]) return false;
    return this.condensations[e]?.unstable === true || bucklesClamped(this.pieces[e].element, this.courseOf(e));
  }

  /** Steps of a piece's axial force; none: even. */
  stepsOf(e: number): AxialSteps | undefined {
    return this.steps[e];
  }

  /** Freedoms of a piece's ends that nothing resists inside it. */
  condensation(e: number): Condensation | undefined {
    return this.condensations[e];
  }

  nodesOf(e: number): readonly [number, number] {
    return [this.pieces[e].start, this.pieces[e].end];
  }

  stiffness(e: number, into: Float64Array): void {
    this.turnedMatrix(e, this.local.subarray(144 * e, 144 * e + 144), into);
    if (!this.active[e]) for (let i = 0; i < 144; i++) into[i] *= this.slackShare;
  }

  /** A local 12 × 12 of piece e over the global freedoms of its nodes: Tᵀ k T with its axes and offsets. */
  turnedMatrix(e: number, local: Float64Array, into: Float64Array): void {
    const { startOffset, endOffset } = this.pieces[e];
    turn(local, this.axes, 9 * e, into);
    shift(into, 0, startOffset);
    shift(into, 6, endOffset);
  }

  /**
   * Forces of a piece's clamped ends under a term given along its member's axis, added to `clamped`; what lies on rigid parts is added to
   * `rigid`, twelve too, and goes to the nodes past any release.
   * @param memberEnd length of the member's axis, m
   */
  addLoads(e: number, term: MemberTerm, memberEnd: number, clamped: Float64Array, rigid: Float64Array): void {
    const { element, from, isFirst, isLast } = this.pieces[e];
    const L = element.length;
    const spread = !term.isPoint;
    const low = term.from - from;
    const high = term.to - from;
    for (const flexible of onPiece(term, this.pieces[e]))
      addClampedForces(element, this.courseOf(e), flexible, clamped);
    if (term.action >= termActions.strain) return;
    if (isFirst) {
      const before = spread
        ? clipped(term, low, high, Math.max(-from, low), Math.min(0, high))
        : low < 0
          ? { ...term, from: low, to: low }
          : undefined;
      if (before) addRigidShare(before, 0, rigid, 0);
    }
    if (isLast) {
      const beyond = spread
        ? clipped(term, low, high, Math.max(L, low), Math.min(memberEnd - from, high))
        : low > L
          ? { ...term, from: low, to: low }
          : undefined;
      if (beyond) addRigidShare(beyond, L, rigid, 6);
    }
  }

  /** Turns clamped-end forces into forces on the nodes' freedoms at the ends. */
  condenseLoads(e: number, ends: Float64Array): void {
    const condensation = this.condensations[e];
    if (condensation) condenseForces(condensation, ends);
  }

  /** Local displacements of the nodes' freedoms at a piece's ends, from global ones, six a node. */
  localDisplacements(e: number, displacements: Float64Array, into: Float64Array): void {
    const { start, end, startOffset, endOffset } = this.pieces[e];
    for (let side = 0; side < 2; side++) {
      const at = 6 * (side === 0 ? start : end);
      const [ox, oy, oz] = side === 0 ? startOffset : endOffset;
      const [tx, ty, tz] = [displacements[at + 3], displacements[at + 4], displacements[at + 5]];
      const ux = displacements[at] + ty * oz - tz * oy;
      const uy = displacements[at + 1] + tz * ox - tx * oz;
      const uz = displacements[at + 2] + tx * oy - ty * ox;
      for (let i = 0; i < 3; i++) {
        const row = 9 * e + 3 * i;
        const [a, b, c] = [this.axes[row], this.axes[row + 1], this.axes[row + 2]];
        into[6 * side + i] = a * ux + b * uy + c * uz;
        into[6 * side + 3 + i] = a * tx + b * ty + c * tz;
      }
    }
  }

  /** Adds k d to local end forces. */
  addStiffnessForces(e: number, local: Float64Array, forces: Float64Array, at = 0): void {
    const share = this.active[e] ? 1 : this.slackShare;
    if (share === 0) return;
    const k = this.local;
    for (let i = 0; i < 12; i++) {
      let sum = 0;
      for (let j = 0, p = 144 * e + 12 * i; j < 12; j++, p++) sum += k[p] * local[j];
      forces[at + i] += share * sum;
    }
  }

  /** Stiffness of all pieces as it is now, 144 numbers each, local, to tell changes from it. */
  stiffnessNow(): Float64Array {
    return this.local.slice();
  }

  /**
   * Writes how the stiffness of a piece over the global freedoms of its nodes has changed since another of its own.
   * @param before `stiffnessNow` of then, with all pieces acting
   * @returns whether it has
   */
  change(e: number, before: Float64Array, into: Float64Array): boolean {
    if (this.active[e] && this.N[e] === 0 && !this.steps[e]) return false;
    const share = this.active[e] ? 1 : this.slackShare;
    const local = new Float64Array(144);
    for (let i = 0, p = 144 * e; i < 144; i++, p++) local[i] = share * this.local[p] - before[p];
    this.turnedMatrix(e, local, into);
    return true;
  }

  /** Axial force that local displacements of its nodes' freedoms cause in a piece that acts, tension positive, N. */
  axialForceOf(e: number, local: Float64Array): number {
    let sum = 0;
    for (let j = 0, start = 144 * e, end = 144 * e + 72; j < 12; j++)
      sum += (this.local[end + j] - this.local[start + j]) * local[j];
    return sum / 2;
  }

  /** Stiffness of a piece between its nodes as it is now, joints included, local, 12 × 12 by rows. */
  localOf(e: number): Float64Array {
    return this.local.subarray(144 * e, 144 * e + 144);
  }

  /** Axial stiffness of a piece between its nodes, N/m. */
  axialStiffness(e: number): number {
    return this.local[144 * e];
  }

  /** Takes from forces on the ends of a piece that does not act their mean axial force: strain and heat no longer push. The resultant stays. */
  slacken(ends: Float64Array): void {
    const mean = ((1 - this.slackShare) * (ends[6] - ends[0])) / 2;
    ends[0] += mean;
    ends[6] -= mean;
  }

  /** Displacements of the piece's own ends, inside its releases and springs. */
  ownEnds(e: number, local: Float64Array, clamped: Float64Array): void {
    const condensation = this.condensations[e];
    if (condensation) recoverEnds(condensation, local, clamped);
  }

  /** Adds a piece's twelve local end forces, turned to global and times `sign`, to its nodes, six each. */
  addToNodes(e: number, forces: Float64Array, from: number, target: Float64Array, sign: number): void {
    const { start, end, startOffset, endOffset } = this.pieces[e];
    for (let side = 0; side < 2; side++) {
      const to = 6 * (side === 0 ? start : end);
      const [ox, oy, oz] = side === 0 ? startOffset : endOffset;
      let [fx, fy, fz, mx, my, mz] = [0, 0, 0, 0, 0, 0];
      for (let i = 0; i < 3; i++) {
        const force = sign * forces[from + 6 * side + i];
        const moment = sign * forces[from + 6 * side + 3 + i];
        const row = 9 * e + 3 * i;
        fx += force * this.axes[row];
        fy += force * this.axes[row + 1];
        fz += force * this.axes[row + 2];
        mx += moment * this.axes[row];
        my += moment * this.axes[row + 1];
        mz += moment * this.axes[row + 2];
      }
      target[to] += fx;
      target[to + 1] += fy;
      target[to + 2] += fz;
      target[to + 3] += mx + oy * fz - oz * fy;
      target[to + 4] += my + oz * fx - ox * fz;
      target[to + 5] += mz + ox * fy - oy * fx;
    }
  }
}

/** What of a term lies on a piece, in m from its start: none or one. A point load between two pieces belongs to the second. */
function onPiece(term: MemberTerm, { from, to, element: { length }, isLast }: Piece): MemberTerm[] {
  const [low, high] = [term.from - from, term.to - from];
  if (term.isPoint) {
    const on = term.from >= from && (isLast ? low <= length : term.from < to);
    return on ? [{ ...term, from: Math.min(low, length), to: Math.min(low, length) }] : [];
  }
  const part = clipped(term, low, high, Math.max(0, low), Math.min(length, high));
  return part ? [part] : [];
}

/** The part of a spread term between two places of the flexible piece, or undefined when there is none. */
function clipped(term: MemberTerm, low: number, high: number, from: number, to: number): MemberTerm | undefined {
  if (to <= from || high <= low) return undefined;
  return { ...term, value: term.value + term.slope * (from - low), from, to };
}

/** A load on a rigid part: its resultant at the flexible end, as forces the node exerts on it (so with the opposite sign). */
function addRigidShare(term: MemberTerm, at: number, ends: Float64Array, side: 0 | 6): void {
  const far = Math.max(at, term.to);
  const force = termIntegral(term, far, 1);
  ends[side + term.action] -= force;
  if (term.action > 2 || term.action === 0) return;
  // moment of the resultant about the flexible end: r × F with r along x
  const arm = far - at;
  const moment = force * arm - termIntegral(term, far, 2);
  if (term.action === 1) ends[side + 5] -= moment;
  else ends[side + 4] += moment;
}

/** Tᵀ k T block by block, R the 3 × 3 of the axes. */
function turn(local: Float64Array, rotation: Float64Array, at: number, global: Float64Array): void {
  for (let blockRow = 0; blockRow < 12; blockRow += 3) {
    for (let blockColumn = 0; blockColumn < 12; blockColumn += 3) {
      for (let i = 0; i < 3; i++) {
        for (let j = 0; j < 3; j++) {
          let sum = 0;
          for (let p = 0; p < 3; p++) {
            const rpi = rotation[at + 3 * p + i];
            if (rpi === 0) continue;
            const row = (blockRow + p) * 12 + blockColumn;
            sum +=
              rpi *
              (local[row] * rotation[at + j] +
                local[row + 1] * rotation[at + 3 + j] +
                local[row + 2] * rotation[at + 6 + j]);
          }
          global[(blockRow + i) * 12 + blockColumn + j] = sum;
        }
      }
    }
  }
}

/** Moves one end's freedoms from the flexible end to the node: u_end = u_node + θ × o. */
function shift(k: Float64Array, side: 0 | 6, [ox, oy, oz]: Vector): void {
  if (ox === 0 && oy === 0 && oz === 0) return;
  for (let i = 0; i < 12; i++) {
    const row = 12 * i + side;
    const [x, y, z] = [k[row], k[row + 1], k[row + 2]];
    k[row + 3] += oy * z - oz * y;
    k[row + 4] += oz * x - ox * z;
    k[row + 5] += ox * y - oy * x;
  }
  for (let j = 0; j < 12; j++) {
    const at = (row: number) => 12 * (side + row) + j;
    const [x, y, z] = [k[at(0)], k[at(1)], k[at(2)]];
    k[at(3)] += oy * z - oz * y;
    k[at(4)] += oz * x - ox * z;
    k[at(5)] += ox * y - oy * x;
  }
}

/** What a member is made of, for one set of stiffness factors. */
export function elementOf(model: Model, member: Member, length: number, set?: StiffnessSet): FrameElement {
  const section = sectionProperties(model.sections[member.section!].shape);
  const material = model.materials[member.material!];
  const { elasticModulus: E, poissonRatio } = material;
  const G = E / (2 * (1 + poissonRatio));
  const factor = stiffnessFactors(member, material.kind, set);
  const rigidInShear = !model.settings.shearDeformation;
  return {
    length,
    axial: E * section.area * factor('area'),
    bendingY: E * section.inertiaY * factor('inertiaY'),
    bendingZ: E * section.inertiaZ * factor('inertiaZ'),
    torsion: G * section.torsion * factor('torsion'),
    shearY: rigidInShear ? Infinity : G * section.shearAreaY * factor('shearY'),
    shearZ: rigidInShear ? Infinity : G * section.shearAreaZ * factor('shearZ'),
  };
}

/** Stiffness of a member's joints, twelve numbers, or undefined when all are rigid. Members that only pull or push turn freely at both ends. */
export function springsOf(member: Member): Float64Array | undefined {
  const axialOnly = (member.behaviour ?? 'frame') !== 'frame';
  if (!axialOnly && !member.startConnection && !member.endConnection) return undefined;
  const springs = new Float64Array(12).fill(Infinity);
  const put = (connection: Connection | undefined, side: number) =>
    freedoms.forEach((freedom, i) => (springs[side + i] = connection?.[freedom] ?? Infinity));
  put(member.startConnection, 0);
  put(member.endConnection, 6);
  if (axialOnly) for (const i of [3, 4, 5, 9, 10, 11]) springs[i] = 0;
  return springs.some((spring) => spring !== Infinity) ? springs : undefined;
}

/** Where a member is cut between its nodes: share of the line between them, and the node there. */
export interface MemberCut {
  readonly share: number;
  readonly node: number;
}

/**
 * The members of a model as pieces between nodes.
 * @param numberOf  node numbers by id
 * @param divisions pieces a member is cut into; inner nodes are numbered from `firstInner` on
 * @param cutsOf    nodes of floors at which a member is cut, in order; these are cut no further
 */
export function buildFrameElements(
  model: Model,
  numberOf: ReadonlyMap<string, number>,
  positionOf: (id: string) => Vector,
  set: StiffnessSet | undefined,
  divisions = 1,
  firstInner = 0,
  cutsOf: (id: string) => readonly (MemberCut & { readonly position: Vector })[] = () => [],
): { elements: FrameElements; inner: Vector[] } {
  const members = inOrder(model.members);
  const pieces: Piece[] = [];
  const axes: number[] = [];
  const inner: Vector[] = [];
  members.forEach((member, m) => {
    const axis = memberAxis(model, member)!;
    const startRigid = member.startRigid ?? 0;
    const flexible = axis.length - startRigid - (member.endRigid ?? 0);
    const start = along(axis.start, axis.axes.x, startRigid);
    // cuts on rigid ends, or next to them, would leave no piece
    const cuts = cutsOf(member.id).flatMap(({ share, node, position }) => {
      const at = share * axis.length - startRigid;
      return at > leastPiece && at < flexible - leastPiece ? [{ at, node, position }] : [];
    });
    const count = cuts.length > 0 ? cuts.length + 1 : divisions;
    const springs = springsOf(member);
    let from = numberOf.get(member.start)!;
    let begin = 0;
    let startOffset = tidy(subtract(start, positionOf(member.start)));
    for (let d = 0; d < count; d++) {
      const isFirst = d === 0;
      const isLast = d === count - 1;
      const end = isLast ? flexible : cuts.length > 0 ? cuts[d].at : (flexible * (d + 1)) / divisions;
      const position = along(start, axis.axes.x, end);
      const made = elementOf(model, member, end - begin, set);
      // cut into pieces, a member released in torsion at both ends would leave its inner nodes free to spin
      const element =
        count > 1 && cuts.length === 0 && springs?.[3] === 0 && springs[9] === 0 ? { ...made, torsion: 0 } : made;
      const to = isLast
        ? numberOf.get(member.end)!
        : cuts.length > 0
          ? cuts[d].node
          : firstInner + inner.push(position) - 1;
      const endOffset = isLast
        ? tidy(subtract(position, positionOf(member.end)))
        : cuts.length > 0
          ? tidy(subtract(position, cuts[d].position))
          : noOffset;
      const local =
        springs && (isFirst || isLast)
          ? springs.map((spring, i) => ((i < 6 ? isFirst : isLast) ? spring : Infinity))
          : undefined;
      axes.push(...axis.axes.x, ...axis.axes.y, ...axis.axes.z);
      pieces.push({
        member: m,
        start: from,
        end: to,
        element,
        startOffset,
        endOffset,
        from: startRigid + begin,
        to: startRigid + end,
        springs: local,
        isFirst,
        isLast,
      });
      [from, begin, startOffset] = [to, end, endOffset];
    }
  });
  return {
    elements: new FrameElements(
      pieces,
      members.map((member) => member.id),
      Float64Array.from(axes),
    ),
    inner,
  };
}

/** Pieces shorter than this are not made, m. */
const leastPiece = 1e-3;
const noOffset: Vector = [0, 0, 0];

const along = (point: Vector, direction: Vector, distance: number): Vector =>
  distance === 0
    ? point
    : [point[0] + direction[0] * distance, point[1] + direction[1] * distance, point[2] + direction[2] * distance];
/** An offset that is only rounding is none. */
const tidy = (v: Vector): Vector => (Math.hypot(...v) < 1e-9 ? [0, 0, 0] : v);
