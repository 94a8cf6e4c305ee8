import { gravity, loadsByCase, termActions, type MemberTerm } from '../loading';
import { sectionProperties } from '../catalog';
import { emptyStoreyFinding, storeyMasses, type StoreyMasses, type StoreyWeight } from './storey-masses';
import { termIntegral } from './term-integral';
import type { Finding, ModalAnalysis, Model } from '../model';
import { buildAnalysisModel, type AnalysisModel } from './analysis-model';
import { addElement, addElements, assemble, emptyMatrix, toEquations } from './assemble';
import { largestPairs } from './eigenpairs';
import type { FrameElements, Piece } from './frame-elements';
import { combineLoads, emptyLoads, loadSetOf, type LoadSet } from './load-set';
import { MassSpace } from './mass-space';
import { mechanismFinding } from './mechanism';
import { cutShapes, memberEndForces, memberPieces, stationForces, type CutShape } from './piece-forces';
import { analyse, Factorisation, multiply, type BlockMatrix } from './sparse';
import { recover } from './statics';

/** One mode of vibration, with unit modal mass: φᵀ M φ = 1 kg. */
export interface Mode {
  /** rad/s */
  readonly omega: number;
  /** s */
  readonly period: number;
  /** six a node, global */
  readonly displacements: Float64Array;
  /** forces that hold the structure in this shape: at members' starts and ends, six each, local */
  readonly startForces: Float64Array;
  readonly endForces: Float64Array;
  /** the same as N V_y V_z T M_y M_z at the stations along members, 30 each */
  readonly stations: Float64Array;
  /** members that floors cut */
  readonly cut: readonly CutShape[];
  readonly startDisplacements: Float64Array;
  readonly reactions: Float64Array;
  /** φᵀ M r for movement of the ground in x, y, z; its square is the effective mass, kg */
  readonly participation: readonly [number, number, number];
  /** ‖K φ − ω² M φ‖ / ‖K φ‖ */
  readonly residual: number;
}

export interface ModalResult {
  readonly modes: readonly Mode[];
  /** mass that can move in x, y, z, kg */
  readonly mass: readonly [number, number, number];
  /** share of that mass the modes take, in x, y, z */
  readonly share: readonly [number, number, number];
  /** weight of the masses by storey */
  readonly storeyWeights: readonly StoreyWeight[];
  readonly solves: number;
  readonly equations: number;
  readonly nodeIds: readonly string[];
  readonly memberIds: readonly string[];
}

/** What later analyses need of a modal one beside its result. */
export interface ModalBasis {
  readonly analysis: AnalysisModel;
  readonly factorisation: Factorisation;
  readonly matrix: BlockMatrix;
  /** nodal mass in x, y, z: three a node, kg; consistent masses are summed by rows */
  readonly nodalMass: Float64Array;
}

const enough = 0.9;
const mostModes = 300;

/** Modes of vibration by shift-invert Lanczos on the factorised stiffness. */
export function* modalAnalysis(
  model: Model,
  definition: ModalAnalysis,
): Generator<number, { findings: Finding[]; result?: ModalResult; basis?: ModalBasis }> {
  const built = buildAnalysisModel(model, {
    stiffnessSet: definition.stiffnessSet ? model.stiffnessSets[definition.stiffnessSet] : undefined,
  });
  if (!('analysis' in built)) return built;
  const { analysis } = built;
  const matrix = assemble(analysis);
  const factorisation = new Factorisation(analyse(analysis.pattern, analysis.vertexPositions));
  const singular = factorisation.factoriseNow(matrix, { definite: true });
  if (singular) return { findings: [mechanismFinding(model, analysis, singular.motion)] };
  yield 0;

  const byCase = loadsByCase(model);
  const sets = definition.masses.map(({ case: id }) => loadSetOf(analysis, byCase.get(id)!));
  const loads = combineLoads(
    analysis,
    sets,
    definition.masses.map(({ factor }) => factor),
  );
  const masses = massMatrix(model, analysis, loads, definition);
  const moving = masses.moving;
  if (masses.storeys.empty.length > 0)
    return { findings: [emptyStoreyFinding(model, definition, masses.storeys.empty)] };
  if (moving[0] + moving[1] + moving[2] <= 0) return { findings: [noMassFinding(definition)] };
  const rights = masses.groundRows.map((nodal) => toEquations(analysis, nodal));
  const space = new MassSpace(masses.matrix);
  const pencil = {
    size: space.equations.length,
    operate: (_: readonly Float64Array[], inner: readonly Float64Array[]) =>
      factorisation.solveMany(inner.map((own) => space.spread(own))).map((full) => space.of(full)),
    inner: (x: Float64Array) => space.times(x),
  };
  let asked = definition.count ?? 20;
  for (;;) {
    const pairs = yield* largestPairs(pencil, asked);
    // what has no mass follows
    const shapes = factorisation.solveMany(pairs.vectors.map((own) => space.spread(space.times(own))));
    const modes = shapes.map((vector, k) => {
      const own = space.of(vector);
      const scale = 1 / Math.sqrt(space.times(own).reduce((sum, value, i) => sum + value * own[i], 0));
      return modeOf(
        analysis,
        matrix,
        masses,
        space,
        vector.map((value) => scale * value),
        1 / pairs.values[k],
        rights,
      );
    });
    const share = ([0, 1, 2] as const).map((axis) =>
      moving[axis] > 0 ? modes.reduce((sum, mode) => sum + mode.participation[axis] ** 2, 0) / moving[axis] : 1,
    ) as [number, number, number];
    const reached = share[0] >= enough && share[1] >= enough;
    const more = modes.length >= asked && asked < mostModes;
    if (definition.count === null && !reached && more) {
      asked = Math.min(mostModes, 2 * asked);
      continue;
    }
    const needed = definition.count === null && reached ? firstEnough(modes, moving) : modes.length;
    const kept = modes.slice(0, needed);
    const result: ModalResult = {
      modes: kept,
      mass: moving,
      storeyWeights: masses.storeys.weights,
      solves: pairs.solves,
      equations: analysis.equationCount,
      nodeIds: analysis.nodeIds,
      memberIds: analysis.memberIds,
      share: ([0, 1, 2] as const).map((axis) =>
        moving[axis] > 0 ? kept.reduce((sum, mode) => sum + mode.participation[axis] ** 2, 0) / moving[axis] : 1,
      ) as [number, number, number],
    };
    const impossible = result.share.findIndex((one) => one > 1 + 1e-6);
    if (impossible >= 0)
      return { findings: [impossibleShareFinding(definition, impossible, result.share[impossible])] };
    return {
      findings: participationFindings(definition, result),
      result,
      basis: { analysis, factorisation, matrix, nodalMass: masses.nodal },
    };
  }
}

function firstEnough(modes: readonly Mode[], mass: readonly number[]): number {
  const sum = [0, 0];
  for (const [k, { participation }] of modes.entries()) {
    for (const axis of [0, 1]) sum[axis] += participation[axis] ** 2;
    if ([0, 1].every((axis) => mass[axis] === 0 || sum[axis] >= enough * mass[axis])) return k + 1;
  }
  return modes.length;
}

function modeOf(
  analysis: AnalysisModel,
  stiffness: BlockMatrix,
  masses: Masses,
  space: MassSpace,
  vector: Float64Array,
  square: number,
  rights: readonly Float64Array[],
): Mode {
  // the largest entry positive, so that a mode looks the same whichever kernel found it
  let largest = 0;
  vector.forEach((value, i) => {
    if (Math.abs(value) > Math.abs(vector[largest]) * (1 + 1e-6)) largest = i;
  });
  const shape = vector[largest] < 0 ? vector.map((value) => -value) : vector;
  const none = new Float64Array(12 * analysis.frame.pieces.length);
  const state = recover(
    analysis,
    emptyLoads(analysis),
    { clamped: none, condensed: none, rigid: none, right: shape },
    shape,
  );
  const elastic = multiply(stiffness, shape);
  const inertia = space.spread(space.times(space.of(shape)));
  let [gap, size] = [0, 0];
  elastic.forEach((value, i) => {
    gap = Math.max(gap, Math.abs(value - square * inertia[i]));
    size = Math.max(size, Math.abs(value));
  });
  const { frame } = analysis;
  const count = frame.pieces.length;
  const startForces = new Float64Array(6 * count);
  const endForces = new Float64Array(6 * count);
  // what the mass between its ends takes never reaches them: dynamic end forces are K φ − ω² M φ
  const demand = new Float64Array(6 * analysis.nodeCount);
  const swinging = masses.vertical
    ? state.displacements
    : state.displacements.map((value, i) => (i % 6 === 2 ? 0 : value));
  const [local, own, k] = [new Float64Array(12), new Float64Array(12), new Float64Array(144)];
  for (let e = 0; e < count; e++) {
    own.fill(0);
    if (masses.writeLocal(e, k)) {
      frame.localDisplacements(e, swinging, local);
      for (let i = 0; i < 12; i++) for (let j = 0; j < 12; j++) own[i] += square * k[12 * i + j] * local[j];
      if (!masses.vertical) withoutVerticalForce(own, frame.axes, e);
      frame.addToNodes(e, own, 0, demand, -1);
      if (!masses.spread) own.fill(0);
    }
    for (let i = 0; i < 6; i++) {
      startForces[6 * e + i] = state.endForces[12 * e + i] - own[i];
      endForces[6 * e + i] = state.endForces[12 * e + 6 + i] - own[6 + i];
    }
  }
  const reactions = state.reactions.slice();
  for (const { node, direction, stiffness: held } of analysis.supports) {
    if (held !== Infinity) continue;
    let amount = 0;
    for (let i = 0; i < 6; i++) amount += direction[i] * demand[6 * node + i];
    for (let i = 0; i < 6; i++) reactions[6 * node + i] += amount * direction[i];
  }
  const omega = Math.sqrt(square);
  return {
    omega,
    period: (2 * Math.PI) / omega,
    displacements: state.displacements,
    ...memberEndForces(frame, { startForces, endForces }),
    stations: stationForces(frame, { startForces, endForces }),
    cut: cutShapes(frame, state.displacements),
    startDisplacements: ofFirst(frame, state.startDisplacements),
    reactions,
    participation: rights.map((right) => right.reduce((sum, value, i) => sum + value * shape[i], 0)) as [
      number,
      number,
      number,
    ],
    residual: size > 0 ? gap / size : 0,
  };
}

/** What belongs to the first pieces of members, six each. */
const ofFirst = (frame: FrameElements, values: Float64Array): Float64Array =>
  frame.pieces.length === memberPieces(frame).length - 1
    ? values
    : Float64Array.from(
        memberPieces(frame)
          .subarray(0, -1)
          .reduce<number[]>((list, e) => [...list, ...values.subarray(6 * e, 6 * e + 6)], []),
      );

interface Masses {
  readonly matrix: BlockMatrix;
  /** mass at nodes in x, y, z, three a node, kg; consistent masses are summed by rows */
  readonly nodal: Float64Array;
  /** M r for the ground moving as a whole in x, y and z: six a node */
  readonly groundRows: readonly Float64Array[];
  /** mass that can move in x, y, z, kg */
  readonly moving: readonly [number, number, number];
  /** writes the mass of a piece, local 12 × 12; false: it has none */
  readonly writeLocal: (e: number, into: Float64Array) => boolean;
  /** whether the mass is spread along members rather than lumped at their ends */
  readonly spread: boolean;
  readonly vertical: boolean;
  readonly storeys: StoreyMasses;
}

/** The mass matrix and what comes of it, from the downward loads of cases (divided by g) and typed masses. */
function massMatrix(
  model: Model,
  analysis: AnalysisModel,
  loads: LoadSet,
  { massMatrix: kind, verticalMass, storeyWeights }: ModalAnalysis,
): Masses {
  const matrix = emptyMatrix(analysis);
  const { frame, nodeCount } = analysis;
  const axes = verticalMass ? [0, 1, 2] : [0, 1];
  const nodal = new Float64Array(3 * nodeCount);
  const groundRows = [0, 1, 2].map(() => new Float64Array(6 * nodeCount));
  const moving: [number, number, number] = [0, 0, 0];
  const held = new Float64Array(3 * nodeCount);
  for (const { node, stiffness, direction } of analysis.supports)
    if (stiffness === Infinity) for (let axis = 0; axis < 3; axis++) held[3 * node + axis] += direction[axis] ** 2;
  const turnsHeld = Uint8Array.from({ length: nodeCount }, (_, node) =>
    analysis.supports.filter((one) => one.node === node && one.freedom > 2 && one.stiffness === Infinity).length === 3
      ? 1
      : 0,
  );
  const free = (node: number, axis: number) => Math.max(0, 1 - held[3 * node + axis]);
  const lump = new Float64Array(36);
  const pieces = frame.pieces.map((_, e) => pieceMass(model, analysis, loads, e));
  const ownMass = Float64Array.from(
    { length: nodeCount },
    (_, node) => Math.max(0, -loads.nodal[6 * node + 2] / gravity) + (model.nodes[analysis.nodeIds[node]]?.mass ?? 0),
  );
  const atNodes = ownMass.slice();
  pieces.forEach(({ perLength, toEnd }, e) => {
    const { start, end, element } = frame.pieces[e];
    atNodes[start] += (1 - toEnd) * perLength * element.length;
    atNodes[end] += toEnd * perLength * element.length;
  });
  const storeys = storeyMasses(
    model,
    Float64Array.from({ length: nodeCount }, (_, node) => analysis.positions[3 * node + 2]),
    atNodes,
    storeyWeights,
  );
  const { scales } = storeys;
  for (let node = 0; node < nodeCount; node++) {
    const mass = ownMass[node] * scales[node];
    if (mass === 0) continue;
    lump.fill(0);
    for (const axis of axes) {
      lump[7 * axis] = mass;
      nodal[3 * node + axis] += mass;
      groundRows[axis][6 * node + axis] += mass;
      moving[axis] += mass * free(node, axis);
    }
    addElement(analysis, [node], lump, matrix.values);
  }
  // what is spread over a member is scaled as its ends are, each by its share
  const spreadScale = (e: number) =>
    (1 - pieces[e].toEnd) * scales[frame.pieces[e].start] + pieces[e].toEnd * scales[frame.pieces[e].end];
  const writeLocal = (e: number, into: Float64Array): boolean => {
    const { perLength, toEnd, rotaryY, rotaryZ } = pieces[e];
    if (perLength === 0) return false;
    const { element, springs, start, end } = frame.pieces[e];
    const scale = spreadScale(e);
    if (kind === 'consistent')
      consistentMass(scale * perLength, element.length, springs !== undefined, into, scale * rotaryY, scale * rotaryZ);
    else {
      into.fill(0);
      for (let i = 0; i < 3; i++) {
        into[13 * i] = (1 - toEnd) * scales[start] * perLength * element.length;
        into[13 * (6 + i)] = toEnd * scales[end] * perLength * element.length;
      }
    }
    return true;
  };
  const local = new Float64Array(144);
  addElements(analysis, frame, matrix.values, (e, into) => {
    into.fill(0, 0, 144);
    if (!writeLocal(e, local)) return;
    frame.turnedMatrix(e, local, into);
    if (!verticalMass) withoutVertical(into);
    const { start, end, element, startOffset, endOffset } = frame.pieces[e];
    const { perLength, toEnd } = pieces[e];
    // a mass beside its node swings with the node's rotation, though the node itself may be held
    const swings = (node: number, offset: readonly number[], axis: number) =>
      Math.hypot(...offset) > 0 && !turnsHeld[node] ? 1 : free(node, axis);
    // M r: what the nodes feel when the ground moves as a whole, moments of clamped ends included
    for (const axis of axes) {
      [start, end].forEach((node, side) => {
        for (let i = 0; i < 6; i++)
          groundRows[axis][6 * node + i] += into[12 * (6 * side + i) + axis] + into[12 * (6 * side + i) + 6 + axis];
        nodal[3 * node + axis] += into[12 * (6 * side + axis) + axis] + into[12 * (6 * side + axis) + 6 + axis];
      });
      // spread mass moves with its member, even beside a support; lumped mass with its node
      const share =
        kind === 'consistent'
          ? spreadScale(e) * Math.max(swings(start, startOffset, axis), swings(end, endOffset, axis))
          : (1 - toEnd) * scales[start] * swings(start, startOffset, axis) +
            toEnd * scales[end] * swings(end, endOffset, axis);
      moving[axis] += share * perLength * element.length;
    }
  });
  return {
    matrix,
    nodal,
    groundRows,
    moving,
    writeLocal,
    spread: kind === 'consistent',
    vertical: verticalMass,
    storeys,
  };
}

/** What of a load along a member lies on a piece; what lies on its rigid ends goes with the first and the last. Places as the term's. */
function partOn(term: MemberTerm, { from, to, isFirst, isLast }: Piece): MemberTerm | undefined {
  const [low, high] = [isFirst ? -Infinity : from, isLast ? Infinity : to];
  if (term.isPoint) return term.from >= low && (term.from < high || isLast) ? term : undefined;
  const [begin, end] = [Math.max(term.from, low), Math.min(term.to, high)];
  return end > begin
    ? { ...term, value: term.value + term.slope * (begin - term.from), from: begin, to: end }
    : undefined;
}

/** Mass of a piece from the downward part of the loads on its member, kg/m; where it lies, 0 at the start to 1 at the end; rotary inertia about y and z, kg·m. */
function pieceMass(
  model: Model,
  { frame, memberIds }: AnalysisModel,
  loads: LoadSet,
  e: number,
): { perLength: number; toEnd: number; rotaryY: number; rotaryZ: number } {
  const piece = frame.pieces[e];
  let [weight, moment] = [0, 0];
  for (const term of loads.terms[piece.member]) {
    if (term.action > termActions.z) continue;
    const part = partOn(term, piece);
    if (!part) continue;
    const vertical = -frame.axes[9 * e + 3 * term.action + 2];
    const total = termIntegral(part, part.to, 1);
    weight += vertical * total;
    moment += vertical * (total * (part.to - piece.from) - termIntegral(part, part.to, 2));
  }
  if (weight <= 0) return { perLength: 0, toEnd: 0.5, rotaryY: 0, rotaryZ: 0 };
  const { length } = piece.element;
  const perLength = weight / gravity / length;
  // how floors on a beam lie about its axis is not known: only the member's own mass turns with it
  const member = model.members[memberIds[piece.member]];
  const section = sectionProperties(model.sections[member.section!].shape);
  const own = Math.min(perLength, model.materials[member.material!].density * section.area);
  return {
    perLength,
    toEnd: Math.min(1, Math.max(0, moment / weight / length)),
    rotaryY: (own * section.inertiaY) / section.area,
    rotaryZ: (own * section.inertiaZ) / section.area,
  };
}

/**
 * Consistent mass of a uniform beam, local 12 × 12 by rows, (Przemieniecki §11.3); the section's rotation, which
 * carries rotary inertia, runs straight between the ends, so that it stays apart from the slope where shear deforms the member. A member with releases or
 * springs takes straight-line shapes, which need no knowledge of its joints. Torsion carries no inertia.
 * @param perLength kg/m
 * @param length    m
 * @param rotaryY, rotaryZ  inertia of the section's mass about y and z per length, kg·m
 */
export function consistentMass(
  perLength: number,
  length: number,
  hinged: boolean,
  into: Float64Array,
  rotaryY = 0,
  rotaryZ = 0,
): void {
  into.fill(0);
  const m = perLength * length;
  const pair = (a: number, same: number, other: number) => {
    into[13 * a] = into[13 * (a + 6)] = same * m;
    into[12 * a + a + 6] = into[12 * (a + 6) + a] = other * m;
  };
  pair(0, 1 / 3, 1 / 6);
  if (hinged) {
    pair(1, 1 / 3, 1 / 6);
    pair(2, 1 / 3, 1 / 6);
    return;
  }
  for (const [w, r, sign, rotary] of [
    [1, 5, 1, rotaryZ],
    [2, 4, -1, rotaryY],
  ]) {
    const L = length;
    const rows = [
      [156, 22 * L, 54, -13 * L],
      [22 * L, 4 * L * L, 13 * L, -3 * L * L],
      [54, 13 * L, 156, -22 * L],
      [-13 * L, -3 * L * L, -22 * L, 4 * L * L],
    ];
    const at = [w, r, w + 6, r + 6];
    for (let i = 0; i < 4; i++)
      for (let j = 0; j < 4; j++) into[12 * at[i] + at[j]] = (m / 420) * rows[i][j] * (i % 2 === j % 2 ? 1 : sign);
    for (const i of [r, r + 6]) for (const j of [r, r + 6]) into[12 * i + j] += rotary * L * (i === j ? 1 / 3 : 1 / 6);
  }
}

/** Takes what works on vertical movement out of a global 12 × 12. */
function withoutVertical(k: Float64Array): void {
  for (const i of [2, 8]) for (let j = 0; j < 12; j++) k[12 * i + j] = k[12 * j + i] = 0;
}

/** Takes the vertical part out of forces on a piece's ends, twelve, local. */
function withoutVerticalForce(forces: Float64Array, axes: Float64Array, e: number): void {
  for (const side of [0, 6]) {
    let vertical = 0;
    for (let i = 0; i < 3; i++) vertical += forces[side + i] * axes[9 * e + 3 * i + 2];
    for (let i = 0; i < 3; i++) forces[side + i] -= vertical * axes[9 * e + 3 * i + 2];
  }
}

const impossibleShareFinding = ({ id, label }: ModalAnalysis, axis: number, share: number): Finding => ({
  key: `mass-share ${id}`,
  rule: 'mass-share',
  severity: 'stop',
  sentence: `The modes of ${label} would take ${Math.round(100 * share)}% of the mass in ${'xyz'[axis]}, more than there is.`,
  why: 'No shaking can move more than all of the mass. Divide long members that carry most of it, or lump the masses at nodes.',
  place: {},
});

const noMassFinding = ({ id, label }: ModalAnalysis): Finding => ({
  key: `no-mass ${id}`,
  rule: 'no-mass',
  severity: 'stop',
  sentence: `The modal analysis ${label} has no mass.`,
  why: 'Choose cases with downward loads (self-weight, floors) as masses, or give nodes masses.',
  place: {},
});

function participationFindings({ id, label }: ModalAnalysis, { share, modes }: ModalResult): Finding[] {
  const low = ([0, 1] as const).filter((axis) => share[axis] < enough);
  if (low.length === 0) return [];
  return [
    {
      key: `participation ${id}`,
      rule: 'participation',
      severity: 'remark',
      sentence: `${modes.length} modes of ${label} take ${low.map((axis) => `${Math.round(100 * share[axis])}% of the mass in ${'xy'[axis]}`).join(' and ')}.`,
      why: 'A response spectrum should rest on 90% (ASCE 7-22 12.9.1.1, EN 1998-1 4.3.3.3.1). Ask for more modes.',
      place: {},
    },
  ];
}
