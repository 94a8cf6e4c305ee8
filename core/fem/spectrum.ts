import { type Finding, type Model, type SpectrumAnalysis } from '../model';
import { rigidDiaphragms } from './constraint-findings';
import { emptyLoads } from './load-set';
import type { ModalBasis, ModalResult } from './modal';
import { stationForces } from './piece-forces';
import { modeCorrelation, spectralAcceleration } from './spectrum-shape';
import { loadVectors, recover, solveRefined } from './statics';

/** Largest sizes over the shaking: the signs are lost in combining modes. */
export interface SpectrumResponse {
  /** six a node, m and rad */
  readonly displacements: Float64Array;
  /** N, Vy, Vz, T, My, Mz at the stations, 30 a member, N and N·m */
  readonly memberForces: Float64Array;
  /** six a node, N and N·m */
  readonly reactions: Float64Array;
}

export interface SpectrumDirection {
  readonly axis: 'x' | 'y';
  /** of the modes together, before scaling, N */
  readonly baseShear: number;
  /** with which all results of the direction were multiplied */
  readonly scale: number;
  /** share of the mass in the direction */
  readonly share: number;
  /** acceleration and base shear of each mode, m/s² and N */
  readonly modes: readonly { readonly period: number; readonly acceleration: number; readonly baseShear: number }[];
  readonly response: SpectrumResponse;
  /** torsional moments of accidental eccentricity, by diaphragm, N·m */
  readonly torsion: readonly FloorTorsion[];
}

/** A torsional moment put on a floor, at one of its nodes. */
export interface FloorTorsion {
  readonly diaphragm: string;
  readonly node: string;
  readonly moment: number;
}

export interface SpectrumResult {
  readonly directions: readonly SpectrumDirection[];
  /** both directions together */
  readonly response: SpectrumResponse;
  readonly nodeIds: readonly string[];
  readonly memberIds: readonly string[];
}

/** Response spectrum analysis on the modes of a modal one. */
export function spectrumAnalysis(
  model: Model,
  definition: SpectrumAnalysis,
  modal: ModalResult,
  basis: ModalBasis,
): { findings: Finding[]; result: SpectrumResult } {
  const findings: Finding[] = [];
  const { analysis } = basis;
  const correlation = modal.modes.map((a) =>
    modal.modes.map((b) =>
      definition.modeRule === 'cqc' ? modeCorrelation(a.omega, b.omega, definition.damping) : a === b ? 1 : 0,
    ),
  );
  const shapes = modal.modes.map((mode) => ({
    displacements: mode.displacements,
    memberForces: mode.stations,
    reactions: mode.reactions,
  }));
  if (definition.eccentricity > 0 && rigidDiaphragms(model).length === 0) findings.push(noDiaphragmFinding(definition));

  const directions = (['x', 'y'] as const).map((axis, d): SpectrumDirection => {
    const modes = modal.modes.map(({ period, participation }) => {
      const acceleration = spectralAcceleration(definition.shape, period);
      return { period, acceleration, baseShear: participation[d] ** 2 * acceleration };
    });
    // a mode's greatest answer: Γ S_a / ω² times its shape
    const amplitudes = modal.modes.map(
      ({ omega, participation }, k) => (participation[d] * modes[k].acceleration) / omega ** 2,
    );
    const combined = (of: (k: number) => number): number => {
      let sum = 0;
      for (let a = 0; a < amplitudes.length; a++)
        for (let b = 0; b < amplitudes.length; b++) sum += correlation[a][b] * of(a) * of(b);
      return Math.sqrt(Math.max(0, sum));
    };
    const baseShear = combined((k) => modal.modes[k].participation[d] ** 2 * modes[k].acceleration);
    const scale =
      definition.leastBaseShear !== undefined && baseShear > 0 ? Math.max(1, definition.leastBaseShear / baseShear) : 1;
    const response = responseOf((key) =>
      Float64Array.from(
        { length: shapes[0]?.[key].length ?? 0 },
        (_, i) => scale * combined((k) => amplitudes[k] * shapes[k][key][i]),
      ),
    );
    const torsion =
      definition.eccentricity > 0
        ? accidentalTorsion(
            model,
            basis,
            definition,
            d,
            (node) =>
              scale *
              combined(
                (k) =>
                  modal.modes[k].participation[d] *
                  modes[k].acceleration *
                  modal.modes[k].displacements[6 * node + d] *
                  basis.nodalMass[3 * node + d],
              ),
          )
        : [];
    if (torsion.length > 0) addTorsion(basis, torsion, response);
    return { axis, baseShear, scale, share: modal.share[d], modes, response, torsion };
  });
  const [x, y] = directions;
  const together = (a: number, b: number) =>
    definition.directionRule === 'srss' ? Math.hypot(a, b) : Math.max(a + 0.3 * b, 0.3 * a + b);
  const response = responseOf((key) => x.response[key].map((value, i) => together(value, y.response[key][i])));
  return { findings, result: { directions, response, nodeIds: analysis.nodeIds, memberIds: analysis.memberIds } };
}

/** A response made part by part. */
const responseOf = (make: (key: keyof SpectrumResponse) => Float64Array): SpectrumResponse => ({
  displacements: make('displacements'),
  memberForces: make('memberForces'),
  reactions: make('reactions'),
});

/** Moments about the vertical of the floors' inertia forces at the accidental eccentricity (ASCE 7-22 12.8.4.2; EN 1998-1 4.3.2 and 4.3.3.3.3). */
function accidentalTorsion(
  model: Model,
  { analysis }: ModalBasis,
  { eccentricity }: SpectrumAnalysis,
  axis: number,
  inertia: (node: number) => number,
): FloorTorsion[] {
  const numbers = new Map(analysis.nodeIds.map((id, n) => [id, n]));
  return rigidDiaphragms(model).map(({ id, nodes }) => {
    const across = nodes.map((node) => model.nodes[node].position[1 - axis]);
    const size = Math.max(...across) - Math.min(...across);
    const force = nodes.reduce((sum, node) => sum + inertia(numbers.get(node)!), 0);
    return { diaphragm: id, node: nodes[0], moment: eccentricity * size * force };
  });
}

/** Adds the static answer to the torsional moments: they may turn either way. */
function addTorsion(
  { analysis, factorisation, matrix }: ModalBasis,
  torsion: readonly FloorTorsion[],
  response: SpectrumResponse,
): void {
  const set = emptyLoads(analysis);
  const { nodal } = set;
  for (const { node, moment } of torsion) nodal[6 * analysis.nodeIds.indexOf(node) + 5] += moment;
  const vectors = loadVectors(analysis, set, new Float64Array(analysis.memberIds.length));
  const [{ unknown }] = solveRefined(matrix, factorisation, [vectors.right]);
  const state = recover(analysis, set, vectors, unknown);
  const startForces = new Float64Array(6 * analysis.frame.pieces.length);
  const endForces = new Float64Array(startForces.length);
  analysis.frame.pieces.forEach((_, e) => {
    startForces.set(state.endForces.subarray(12 * e, 12 * e + 6), 6 * e);
    endForces.set(state.endForces.subarray(12 * e + 6, 12 * e + 12), 6 * e);
  });
  const forces = stationForces(analysis.frame, { startForces, endForces });
  const add = (to: Float64Array, values: Float64Array) => values.forEach((value, i) => (to[i] += Math.abs(value)));
  add(response.displacements, state.displacements);
  add(response.memberForces, forces);
  add(response.reactions, state.reactions);
}

const noDiaphragmFinding = ({ id, label }: SpectrumAnalysis): Finding => ({
  key: `no-diaphragm ${id}`,
  rule: 'no-diaphragm',
  severity: 'remark',
  sentence: `The spectrum analysis ${label} asks for accidental torsion, but no floor is rigid.`,
  why: 'Without a diaphragm there is nothing to twist as one. Make diaphragms, or set the eccentricity to zero.',
  place: {},
});
