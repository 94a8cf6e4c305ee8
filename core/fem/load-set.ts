import type { CaseLoads, MemberTerm } from '../loading';
import type { AnalysisModel } from './analysis-model';
import { addPanelLoad } from './floors/panel-forces';

/** What acts on a numbered structure in a case, or in a combination of cases. */
export interface LoadSet {
  /** forces and moments at nodes, six each, global */
  readonly nodal: Float64Array;
  /** loads along members, by member number */
  readonly terms: readonly (readonly MemberTerm[])[];
  /** imposed displacements, six a node, global */
  readonly imposed: Float64Array;
}

const none: readonly MemberTerm[] = [];

/** The loads of one case by numbers. */
export function loadSetOf(analysis: AnalysisModel, loads: CaseLoads): LoadSet {
  const nodal = new Float64Array(6 * analysis.nodeCount);
  const imposed = new Float64Array(6 * analysis.nodeCount);
  if (loads.nodes.size > 0) analysis.nodeIds.forEach((id, n) => nodal.set(loads.nodes.get(id) ?? [], 6 * n));
  for (const load of loads.panels) addPanelLoad(analysis, load, nodal);
  if (loads.settlements.size > 0) {
    for (const { node, freedom, direction, stiffness } of analysis.supports) {
      const settlement = loads.settlements.get(analysis.nodeIds[node]);
      if (!settlement || stiffness !== Infinity) continue;
      for (let i = 0; i < 6; i++) imposed[6 * node + i] += settlement[freedom] * direction[i];
    }
  }
  return { nodal, terms: analysis.memberIds.map((id) => loads.members.get(id) ?? none), imposed };
}

/** No load at all. */
export function emptyLoads({ nodeCount, memberIds }: AnalysisModel): LoadSet {
  return {
    nodal: new Float64Array(6 * nodeCount),
    terms: memberIds.map(() => none),
    imposed: new Float64Array(6 * nodeCount),
  };
}

/** The sum of sets by their weights. */
export function combineLoads(analysis: AnalysisModel, sets: readonly LoadSet[], weights: ArrayLike<number>): LoadSet {
  const { nodal, imposed } = emptyLoads(analysis);
  const terms = analysis.memberIds.map((): MemberTerm[] => []);
  sets.forEach((set, c) => {
    const weight = weights[c];
    if (weight === 0) return;
    for (let i = 0; i < nodal.length; i++) {
      nodal[i] += weight * set.nodal[i];
      imposed[i] += weight * set.imposed[i];
    }
    set.terms.forEach((list, m) => {
      for (const term of list) terms[m].push({ ...term, value: weight * term.value, slope: weight * term.slope });
    });
  });
  return { nodal, terms, imposed };
}
