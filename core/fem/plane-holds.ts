import { formatQuantity } from '../units';
import { structureKind, structureKinds, type Finding, type Model } from '../model';
import type { CaseSolution } from './solution';

const ways = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'] as const;
/** Share of the largest force at work below which what a plane takes is rounding. */
const counts = 1e-6;

/**
 * Cases in which loads act out of the plane of a plane frame, or in that of a grid: the hold that stands for the rest of the building takes them,
 * and no member is made for them.
 * @param nodeIds nodes in the order of the states
 * @param states  states of load cases, N, N·m
 * @param size    largest coordinate, m, to weigh moments against forces
 */
export function planeHoldFindings(
  model: Model,
  nodeIds: readonly string[],
  states: readonly CaseSolution[],
  size: number,
): Finding[] {
  const { held, name } = structureKinds[structureKind(model)];
  if (held.length === 0) return [];
  return states.flatMap((state): Finding[] => {
    const loadCase = model.cases[state.id];
    if (!loadCase) return [];
    const sums = [0, 0];
    const nodes: string[] = [];
    nodeIds.forEach((id, n) => {
      const { support, springs } = model.nodes[id];
      for (const way of held) {
        // what a support of its own holds is meant to carry
        if (support?.[way] || springs?.[way]) continue;
        const d = ways.indexOf(way);
        const value = Math.abs(state.reactions[6 * n + d]);
        if (value <= counts * state.forceScale * (d < 3 ? 1 : size)) continue;
        sums[d < 3 ? 0 : 1] += value;
        if (!nodes.includes(id)) nodes.push(id);
      }
    });
    if (nodes.length === 0) return [];
    const { units } = model.settings;
    const taken = [
      ...(sums[0] > 0 ? [formatQuantity(sums[0], 'force', units)] : []),
      ...(sums[1] > 0 ? [formatQuantity(sums[1], 'moment', units)] : []),
    ].join(' and ');
    return [
      {
        key: `plane hold ${state.id}`,
        rule: 'load-out-of-plane',
        severity: 'remark',
        sentence: `In case ${loadCase.label} the hold of the ${name} takes ${taken}.`,
        why: 'These loads act in directions the project holds everywhere. No member and no support of the model carries them to the ground. Make it a space frame, or see to them elsewhere.',
        place: { nodes, case: state.id },
        others: [
          {
            label: 'Make it a space frame',
            act: {
              edits: [{ kind: 'settings.change', fields: { structure: 'space' } }],
              sentence: 'Made the structure a space frame',
            },
          },
        ],
      },
    ];
  });
}
