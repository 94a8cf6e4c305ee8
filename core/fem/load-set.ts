import type { CaseLoads, MemberTerm } from '../loading';
import type { AnalysisModel } from './analysis-model';
import { followMaster } from './floors/rigid-heads';
import { addPanelLoad, addWarming } from './floors/panel-forces';

/** What acts on a numbered structure in a case, or in a combination of cases. */
export interface LoadSet {
  /** forces and moments at nodes, six each, global */
  readonly nodal: Float64Array;
  /** loads along members, by member number */
  readonly terms: readonly (readonly MemberTerm[])[];
  /** imposed displacements, six a node, global */
  readonly imposed: Float64Array;
  /** free strains of panels, by id; none: no panel is warmed */
  readonly warmed?: CaseLoads['warmed'];
}

const none: readonly MemberTerm[] = [];

/** The loads of one case by numbers. */
export function loadSetOf(analysis: AnalysisModel, loads: CaseLoads): LoadSet {
  const nodal = new Float64Array(6 * analysis.nodeCount);
  const imposed = new Float64Array(6 * analysis.nodeCount);
  if (loads.nodes.size > 0) analysis.nodeIds.forEach((id, n) => nodal.set(loads.nodes.get(id) ?? [], 6 * n));
  for (const load of loads.panels) addPanelLoad(analysis, load, nodal);
  for (const [id, warming] of loads.warmed) addWarming(analysis, id, warming, nodal);
  if (loads.lineSettlements.size > 0) settleLines(analysis, loads.lineSettlements, imposed);
  if (loads.settlements.size > 0) {
    for (const { node, freedom, direction, stiffness } of analysis.supports) {
      const settlement = loads.settlements.get(analysis.nodeIds[node]);
      if (!settlement || stiffness !== Infinity) continue;
      for (let i = 0; i < 6; i++) imposed[6 * node + i] += settlement[freedom] * direction[i];
    }
  }
  if (imposed.some((value) => value !== 0))
    for (const head of analysis.heads) followMaster(analysis.positions, head, imposed);
  return {
    nodal,
    terms: analysis.memberIds.map((id) => loads.members.get(id) ?? none),
    imposed,
    ...(loads.warmed.size > 0 ? { warmed: loads.warmed } : {}),
  };
}

/** Imposes movements of line supports on the nodes that lie on them. Where two meet in a node, the larger movement of each freedom counts. */
function settleLines(
  { floors, supports }: AnalysisModel,
  settlements: CaseLoads['lineSettlements'],
  imposed: Float64Array,
): void {
  const ofNode = new Map<number, Float64Array>();
  for (const [id, settlement] of settlements)
    for (const { node } of floors?.mesh.lines.get(id) ?? []) {
      const known = ofNode.get(node);
      if (!known) ofNode.set(node, settlement.slice());
      else settlement.forEach((value, d) => (known[d] = Math.abs(value) > Math.abs(known[d]) ? value : known[d]));
    }
  for (const { node, freedom, direction, stiffness } of supports) {
    const settlement = ofNode.get(node);
    if (!settlement || stiffness !== Infinity) continue;
    // in the directions of the node's own support
    const first = freedom < 3 ? 0 : 3;
    let amount = 0;
    for (let k = 0; k < 3; k++) amount += settlement[first + k] * direction[first + k];
    for (let i = 0; i < 6; i++) imposed[6 * node + i] += amount * direction[i];
  }
}

/** No load at all. */
export function emptyLoads({ nodeCount, memberIds }: AnalysisModel): LoadSet {
  return {
    nodal: new Float64Array(6 * nodeCount),
    terms: memberIds.map(() => none),
    imposed: new Float64Array(6 * nodeCount),
  };
}

/**
 * The sum of sets by their weights.
 * @param made the structure the sets were made for, where slabs and walls are less stiff in this one: what warmth does to them follows their stiffness
 */
export function combineLoads(
  analysis: AnalysisModel,
  sets: readonly LoadSet[],
  weights: ArrayLike<number>,
  made: AnalysisModel = analysis,
): LoadSet {
  const { nodal, imposed } = emptyLoads(analysis);
  const terms = analysis.memberIds.map((): MemberTerm[] => []);
  const warmed = new Map<string, { strain: number; curvature: number }>();
  sets.forEach((set, c) => {
    const weight = weights[c];
    if (weight === 0) return;
    for (let i = 0; i < nodal.length; i++) {
      nodal[i] += weight * set.nodal[i];
      imposed[i] += weight * set.imposed[i];
    }
    for (const [id, { strain, curvature }] of set.warmed ?? []) {
      const known = warmed.get(id) ?? { strain: 0, curvature: 0 };
      warmed.set(id, { strain: known.strain + weight * strain, curvature: known.curvature + weight * curvature });
    }
    if (set.warmed && made !== analysis) {
      const [own, before] = [new Float64Array(nodal.length), new Float64Array(nodal.length)];
      for (const [id, warming] of set.warmed) {
        addWarming(analysis, id, warming, own);
        addWarming(made, id, warming, before);
      }
      for (let i = 0; i < nodal.length; i++) nodal[i] += weight * (own[i] - before[i]);
    }
    set.terms.forEach((list, m) => {
      for (const term of list) terms[m].push({ ...term, value: weight * term.value, slope: weight * term.slope });
    });
  });
  return { nodal, terms, imposed, ...(warmed.size > 0 ? { warmed } : {}) };
}
