import { spectrumStations, type AnalysisOutcome, type ModalResult, type SpectrumResponse } from '../fem';
import type { Model } from '../model';
import { findingsData } from './results-file';

const movements = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'];
const forces = ['fx', 'fy', 'fz', 'mx', 'my', 'mz'];
const internal = ['N', 'Vy', 'Vz', 'T', 'My', 'Mz'];
const named = (values: ArrayLike<number>, at: number, names: readonly string[]) =>
  Object.fromEntries(names.map((name, i) => [name, values[at + i]]));
const byNode = (ids: readonly string[], values: Float64Array, names: readonly string[]) =>
  ids.map((id, n) => ({ id, ...named(values, 6 * n, names) }));

/** Results of the analyses beside load cases, in SI, as other programs read them. */
export function analysesData(model: Model, outcomes: readonly AnalysisOutcome[]): unknown {
  return {
    format: 'elbow-analyses',
    version: 1,
    units: 'SI: m, rad, s, kg, N, N·m',
    project: model.settings.name,
    analyses: outcomes.map((outcome) => analysisData(model, outcome)),
  };
}

function analysisData(model: Model, { id, findings, outcome }: AnalysisOutcome): unknown {
  const definition = model.analyses[id];
  const head = { id, label: definition.label, type: definition.type, findings: findingsData(findings) };
  if (!outcome) return { ...head, done: false };
  switch (outcome.type) {
    case 'buckling': {
      const { modes, nodeIds, memberIds, divisions, equations, solves } = outcome.result;
      const places = divisions + 1;
      return {
        ...head,
        done: true,
        log: { equations, solves, divisions },
        modes: modes.map(({ factor, residual, displacements, memberShapes }) => ({
          factor,
          residual,
          nodes: byNode(nodeIds, displacements, movements),
          members: memberIds.map((member, m) => ({
            id: member,
            shape: Array.from({ length: places }, (_, i) =>
              Array.from(memberShapes.subarray(3 * (places * m + i), 3 * (places * m + i) + 3)),
            ),
          })),
        })),
      };
    }
    case 'modal':
      return { ...head, done: true, ...modalData(outcome.result) };
    case 'spectrum': {
      const { directions, response, nodeIds, memberIds } = outcome.result;
      return {
        ...head,
        done: true,
        signs: 'lost in combining modes',
        modes: modalData(outcome.modal).modes,
        directions: directions.map(({ axis, baseShear, scale, share, modes, torsion, response: own }) => ({
          axis,
          baseShear,
          scale,
          massShare: share,
          modes,
          torsion,
          ...responseData(own, nodeIds, memberIds),
        })),
        ...responseData(response, nodeIds, memberIds),
      };
    }
    case 'history': {
      const { times, baseShear, node, displacement, displacements, memberForces, nodeIds, memberIds } = outcome.result;
      const range = (list: { max: Float64Array; min: Float64Array }, at: number, names: readonly string[]) => ({
        max: named(list.max, at, names),
        min: named(list.min, at, names),
      });
      return {
        ...head,
        done: true,
        times: Array.from(times),
        baseShear: Array.from(baseShear),
        farthestNode: { id: node, displacement: Array.from(displacement) },
        nodes: nodeIds.map((one, n) => ({ id: one, ...range(displacements, 6 * n, movements) })),
        members: memberIds.map((one, m) => ({
          id: one,
          start: range(memberForces, 12 * m, forces),
          end: range(memberForces, 12 * m + 6, forces),
        })),
      };
    }
  }
}

function modalData({ modes, mass, share, storeyWeights, nodeIds, equations, solves }: ModalResult) {
  return {
    log: { equations, solves },
    movingMass: mass,
    massShare: share,
    storeyWeights: storeyWeights.map(({ storey, weight, isTyped }) => ({ storey, weight, typed: isTyped })),
    modes: modes.map(({ omega, period, participation, residual, displacements }) => ({
      period,
      frequency: omega / (2 * Math.PI),
      participation,
      effectiveMass: participation.map((value) => value * value),
      residual,
      nodes: byNode(nodeIds, displacements, movements),
    })),
  };
}

function responseData(
  { displacements, reactions, memberForces }: SpectrumResponse,
  nodeIds: readonly string[],
  memberIds: readonly string[],
) {
  const count = spectrumStations.length;
  return {
    nodes: nodeIds.map((id, n) => ({
      id,
      displacement: named(displacements, 6 * n, movements),
      reaction: named(reactions, 6 * n, forces),
    })),
    members: memberIds.map((id, m) => ({
      id,
      stations: spectrumStations.map((share, s) => ({ share, ...named(memberForces, 6 * (count * m + s), internal) })),
    })),
  };
}
