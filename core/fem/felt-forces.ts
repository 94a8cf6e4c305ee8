import type { AnalysisModel } from './analysis-model';
import type { LoadSet } from './load-set';
import type { Equilibrium } from './statics';

/** Forces that change the stiffness in second order. */
export interface Felt {
  /** mean axial force of each piece, N */
  readonly axial: Float64Array;
  /** forces in the planes of slabs' and walls' elements, N/m; none: there are none */
  readonly inPlane: Float64Array | undefined;
}

/** No forces at all. */
export const nothingFelt = ({ frame, floors }: AnalysisModel): Felt => ({
  axial: new Float64Array(frame.pieces.length),
  inPlane: floors && new Float64Array(0),
});

/** The forces that are felt from now on, times a share; a share of 0 is first order. */
export function feel({ frame, floors }: AnalysisModel, { axial, inPlane }: Felt, share: number): void {
  frame.feel(
    axial.map((force) => share * force),
    share,
  );
  floors?.shells.feel(share === 0 ? undefined : inPlane, share);
}

/** The forces as bending feels them: a slack member feels none. */
export const feltForces = (analysis: AnalysisModel, { warmed }: LoadSet, equilibrium: Equilibrium): Felt => ({
  axial: axialForces(analysis, equilibrium).map((force, e) => (analysis.frame.active[e] ? force : 0)),
  inPlane: analysis.floors?.shells.forcesInPlanes(equilibrium.displacements, warmed),
});

/** Strain below which forces in a slab's plane are rounding. */
const noStrain = 1e-8;

/** The largest change of a force over the largest force, of members and of slabs and walls. */
export function largestChange({ floors }: AnalysisModel, now: Felt, before: Felt): number {
  const axial = changeOf(now.axial, before.axial, 0);
  return floors && now.inPlane && before.inPlane
    ? Math.max(axial, changeOf(now.inPlane, before.inPlane, floors.shells.forceOf(noStrain)))
    : axial;
}

function changeOf(forces: Float64Array, before: Float64Array, least: number): number {
  let [change, largest] = [0, least];
  for (let e = 0; e < forces.length; e++) {
    const old = before[e] ?? 0;
    change = Math.max(change, Math.abs(forces[e] - old));
    largest = Math.max(largest, Math.abs(forces[e]), Math.abs(old));
  }
  return largest > 0 ? change / largest : 0;
}

/** The sum of forces by their weights: what combinations of linear cases make. */
export function summedForces(analysis: AnalysisModel, forces: readonly Felt[], weights: ArrayLike<number>): Felt {
  const axial = new Float64Array(analysis.frame.pieces.length);
  const length = forces.reduce((most, { inPlane }) => Math.max(most, inPlane?.length ?? 0), 0);
  const inPlane = analysis.floors && new Float64Array(length);
  forces.forEach((one, c) => {
    const weight = weights[c];
    if (weight === 0) return;
    for (let e = 0; e < axial.length; e++) axial[e] += weight * one.axial[e];
    if (inPlane && one.inPlane) for (let i = 0; i < one.inPlane.length; i++) inPlane[i] += weight * one.inPlane[i];
  });
  return { axial, inPlane };
}

/** Mean axial force of each piece, tension positive, N. */
export function axialForces({ frame }: AnalysisModel, { endForces }: Equilibrium): Float64Array {
  return Float64Array.from(frame.pieces, (_, e) => (endForces[12 * e + 6] - endForces[12 * e]) / 2);
}
