import type { HistoryAnalysis } from '../model';
import type { ModalBasis, ModalResult } from './modal';

/** Largest and smallest over the record, with sign. */
export interface Range {
  readonly max: Float64Array;
  readonly min: Float64Array;
}

export interface HistoryResult {
  /** s */
  readonly times: Float64Array;
  /** sum of the reactions in the direction of the shaking, N */
  readonly baseShear: Float64Array;
  /** node that moves farthest in the direction, and its movement against the ground, m */
  readonly node: string;
  readonly displacement: Float64Array;
  /** six a node, against the ground */
  readonly displacements: Range;
  /** forces on members' starts and ends, twelve a member, local */
  readonly memberForces: Range;
  readonly nodeIds: readonly string[];
  readonly memberIds: readonly string[];
}

/**
 * Coefficients of the exact step of q̈ + 2 ζ ω q̇ + ω² q = p under a load that changes linearly in the step: q' = A q + B q̇ + C p + D p'
 * and the same primed for the velocity (Nigam & Jennings 1969; Chopra, Table 5.2.1).
 */
export function exactStep(
  omega: number,
  damping: number,
  step: number,
): { A: number; B: number; C: number; D: number; A2: number; B2: number; C2: number; D2: number } {
  const damped = omega * Math.sqrt(1 - damping * damping);
  const decay = Math.exp(-damping * omega * step);
  const [sine, cosine] = [Math.sin(damped * step), Math.cos(damped * step)];
  const share = damping / Math.sqrt(1 - damping * damping);
  const k = omega * omega;
  const reach = (2 * damping) / (omega * step);
  const bend = (1 - 2 * damping * damping) / (damped * step);
  return {
    A: decay * (share * sine + cosine),
    B: (decay * sine) / damped,
    C: (reach + decay * ((bend - share) * sine - (1 + reach) * cosine)) / k,
    D: (1 - reach + decay * (-bend * sine + reach * cosine)) / k,
    A2: -decay * ((omega / Math.sqrt(1 - damping * damping)) * sine),
    B2: decay * (cosine - share * sine),
    C2: (-1 / step + decay * ((omega / Math.sqrt(1 - damping * damping) + share / step) * sine + cosine / step)) / k,
    D2: (1 - decay * (share * sine + cosine)) / (k * step),
  };
}

/** Linear time history by superposition of modes, the ground shaking in one direction, from rest. */
export function* historyAnalysis(
  definition: HistoryAnalysis,
  modal: ModalResult,
  { analysis }: ModalBasis,
): Generator<number, HistoryResult> {
  const axis = { x: 0, y: 1, z: 2 }[definition.direction];
  const { timeStep, accelerations, factor, damping } = definition;
  const steps = accelerations.length;
  const coordinates = modal.modes.map(({ omega, participation }) => {
    const { A, B, C, D, A2, B2, C2, D2 } = exactStep(omega, damping, timeStep);
    const q = new Float64Array(steps);
    let [position, velocity] = [0, 0];
    for (let i = 1; i < steps; i++) {
      const before = -participation[axis] * factor * accelerations[i - 1];
      const now = -participation[axis] * factor * accelerations[i];
      [position, velocity] = [
        A * position + B * velocity + C * before + D * now,
        A2 * position + B2 * velocity + C2 * before + D2 * now,
      ];
      q[i] = position;
    }
    return q;
  });
  const times = Float64Array.from({ length: steps }, (_, i) => i * timeStep);
  // the elastic force on the mass is ω² M φ q, whose sum in the direction is Γ ω² q
  const baseShear = new Float64Array(steps);
  modal.modes.forEach(({ omega, participation }, k) =>
    coordinates[k].forEach((q, i) => (baseShear[i] -= participation[axis] * omega * omega * q)),
  );
  const shapes = modal.modes.map((mode) => mode.displacements);
  const forces = modal.modes.map(({ startForces, endForces }) => {
    const both = new Float64Array(2 * startForces.length);
    for (let m = 0; m < startForces.length / 6; m++) {
      both.set(startForces.subarray(6 * m, 6 * m + 6), 12 * m);
      both.set(endForces.subarray(6 * m, 6 * m + 6), 12 * m + 6);
    }
    return both;
  });
  const displacements = yield* rangeOf(shapes, coordinates, 0);
  const memberForces = yield* rangeOf(forces, coordinates, 0.5);
  let farthest = 0;
  const reach = (node: number) => Math.max(displacements.max[6 * node + axis], -displacements.min[6 * node + axis]);
  for (let node = 0; node < analysis.nodeIds.length; node++) if (reach(node) > reach(farthest)) farthest = node;
  const displacement = new Float64Array(steps);
  shapes.forEach((shape, k) => coordinates[k].forEach((q, i) => (displacement[i] += shape[6 * farthest + axis] * q)));
  return {
    times,
    baseShear,
    node: analysis.nodeIds[farthest],
    displacement,
    displacements,
    memberForces,
    nodeIds: analysis.nodeIds,
    memberIds: analysis.memberIds,
  };
}

/** Largest and smallest of Σ shape · q over all times, entry by entry. */
function* rangeOf(
  shapes: readonly Float64Array[],
  coordinates: readonly Float64Array[],
  from: number,
): Generator<number, Range> {
  const size = shapes[0]?.length ?? 0;
  const steps = coordinates[0]?.length ?? 0;
  const max = new Float64Array(size);
  const min = new Float64Array(size);
  const now = new Float64Array(steps);
  for (let i = 0; i < size; i++) {
    now.fill(0);
    let any = false;
    for (let k = 0; k < shapes.length; k++) {
      const share = shapes[k][i];
      if (share === 0) continue;
      any = true;
      const q = coordinates[k];
      for (let t = 0; t < steps; t++) now[t] += share * q[t];
    }
    if (!any) continue;
    for (let t = 0; t < steps; t++) {
      if (now[t] > max[i]) max[i] = now[t];
      else if (now[t] < min[i]) min[i] = now[t];
    }
    if (i % 200 === 0) yield from + (0.5 * i) / size;
  }
  return { max, min };
}
