import type { Model } from '../model';
import type { AnalysisModel } from './analysis-model';
import { toNodes } from './assemble';
import type { LoadSet } from './load-set';
import type { LoadVectors } from './statics';

/**
 * Members that only pull or only push. With s the axial force a member would take if it acted, it gives s in its own
 * direction and a small share of it in the other. The potential energy is then convex and piecewise quadratic
 * (in first order), its minimum the one state in which what acts pulls and what is slack would push; Newton's
 * method with an exact search along each step reaches it in finitely many steps from any start (Cottle, Pang &
 * Stone, The Linear Complementarity Problem, §5; Qi & Sun, Math. Programming 58, 1993).
 */
export type OneWay = OneWayMember | OneWaySpring;

export interface OneWayMember {
  readonly member: number;
  /** +1: only pulls, −1: only pushes */
  readonly direction: 1 | -1;
  readonly pieces: readonly number[];
}

/** A spring of a bed that only pushes. */
export interface OneWaySpring {
  readonly spring: number;
}

/** Whether one acts, as it stands. */
export const isActive = ({ frame, bed }: AnalysisModel, one: OneWay): boolean =>
  'spring' in one ? bed!.active[one.spring] === 1 : frame.active[one.pieces[0]] === 1;

/** Share of their stiffness that what is slack or lifted off keeps from now on. */
export function keepSlack({ frame, bed }: AnalysisModel, share: number): void {
  frame.slackShare = share;
  if (bed) bed.slackShare = share;
}

/** Lets all act. */
export function allAct({ frame, bed }: AnalysisModel): void {
  frame.active.fill(1);
  bed?.active.fill(1);
}

/** Whether all act. */
export const doAllAct = ({ frame, bed }: AnalysisModel): boolean =>
  frame.active.every((acts) => acts === 1) && (bed?.active.every((acts) => acts === 1) ?? true);

/** Share of its stiffness a slack member keeps: its force stays below a millionth of what it would be. */
export const slackShare = 1e-6;

/** The members that only pull or only push. */
export function oneWayMembers(model: Model, { frame, memberIds }: AnalysisModel): OneWayMember[] {
  const found = new Map<number, { member: number; direction: 1 | -1; pieces: number[] }>();
  frame.pieces.forEach(({ member }, e) => {
    const behaviour = model.members[memberIds[member]].behaviour ?? 'frame';
    if (behaviour !== 'tension' && behaviour !== 'compression') return;
    const known = found.get(member) ?? { member, direction: behaviour === 'tension' ? 1 : -1, pieces: [] };
    known.pieces.push(e);
    found.set(member, known);
  });
  return [...found.values()];
}

/** The springs of beds that only push. */
export const oneWaySprings = ({ bed }: AnalysisModel): OneWaySpring[] =>
  (bed?.springs ?? []).flatMap(({ pushes }, spring) => (pushes ? [{ spring }] : []));

/** The axial force every one-way member would take if it acted, times its direction, N; the mean over its pieces. Of a spring what it would push with. */
export function wouldTake(
  { frame, ...analysis }: AnalysisModel,
  members: readonly OneWay[],
  { imposed }: LoadSet,
  vectors: LoadVectors,
  unknown: Float64Array,
): Float64Array {
  const displacements = toNodes({ frame, ...analysis }, unknown);
  for (let i = 0; i < displacements.length; i++) displacements[i] += imposed[i];
  const local = new Float64Array(12);
  return Float64Array.from(members, (one) => {
    if ('spring' in one) return analysis.bed!.wouldPush(one.spring, displacements);
    const { direction, pieces } = one;
    let sum = 0;
    for (const e of pieces) {
      frame.localDisplacements(e, displacements, local);
      // what its loads alone press into clamped ends; for a slack member only a share of it was kept
      const kept = frame.active[e] ? 1 : frame.slackShare;
      sum += frame.axialForceOf(e, local) + (vectors.condensed[12 * e + 6] - vectors.condensed[12 * e]) / 2 / kept;
    }
    return (direction * sum) / pieces.length;
  });
}

/** Forces up to this are rounding, N. @param forces `wouldTake` of all */
const roundingOf = (forces: Float64Array): number =>
  2e-10 * forces.reduce((most, force) => Math.max(most, Math.abs(force)), 0);

/** Whether all would go on acting, as `switchTo` judges it, were all of them acting now. @param forces `wouldTake` of all */
export function allWouldAct(forces: Float64Array): boolean {
  const least = -roundingOf(forces);
  return forces.every((force) => force >= least);
}

/** Lets members act that would take force in their direction, and the others go slack; what is only rounding stays as it is. @returns those that changed */
export function switchTo(analysis: AnalysisModel, members: readonly OneWay[], forces: Float64Array): OneWay[] {
  const { frame, bed } = analysis;
  const rounding = roundingOf(forces);
  return members.filter((one, i) => {
    const before = isActive(analysis, one);
    const acts = Math.abs(forces[i]) <= rounding ? before : forces[i] > 0;
    if (acts === before) return false;
    if ('spring' in one) bed!.active[one.spring] = acts ? 1 : 0;
    else for (const e of one.pieces) frame.active[e] = acts ? 1 : 0;
    return true;
  });
}

/**
 * How far to go along a step so that the energy is least.
 * @param slope     of the energy at the start of the step, N·m; negative
 * @param curvature of the energy along the whole step, with the members acting as at the start, N·m
 * @param from, to  `wouldTake` at the start and at the end of the step
 * @returns share of the step; Infinity where the energy falls without end
 */
export function searchAlong(
  analysis: AnalysisModel,
  members: readonly OneWay[],
  slope: number,
  curvature: number,
  from: Float64Array,
  to: Float64Array,
): number {
  const { frame, bed } = analysis;
  const turns = members.flatMap((one, i) => {
    const change = to[i] - from[i];
    const at = -from[i] / change;
    if (change === 0 || !(at > 0)) return [];
    // the stiffness of a member in n pieces in a row is a share of that of each
    const stiffness =
      'spring' in one ? bed!.springs[one.spring].pressed : frame.axialStiffness(one.pieces[0]) / one.pieces.length;
    const gained = ((1 - frame.slackShare) * change * change) / (stiffness || Infinity);
    return [{ at, gained: isActive(analysis, one) ? -gained : gained }];
  });
  turns.sort((a, b) => a.at - b.at);
  let [place, value, bend] = [0, slope, curvature];
  for (const { at, gained } of turns) {
    if (bend > 0 && place - value / bend <= at) return place - value / bend;
    value += bend * (at - place);
    place = at;
    bend += gained;
  }
  return bend > 0 ? place - value / bend : Infinity;
}
