import type { Solution } from '../fem';
import { distance, dot, inOrder, isHeld, subtract, type LineSupport, type Model, type Vector } from '../model';
import type { LoadState } from './state';

/** Nodes this near to a line lie on it, m. */
const onLine = 2e-3;

/** What a line support gives back in a state. */
export interface LineReaction {
  /** of the line, m */
  readonly length: number;
  /** along the line, from its start: place and the length that belongs to it (m), and force per length (N/m, global) */
  readonly stations: readonly { readonly at: number; readonly own: number; readonly perLength: Vector }[];
  /** sum of forces, N, and of moments about the middle of the line, N·m, global */
  readonly force: Vector;
  readonly moment: Vector;
}

/** Numbers of a solution's nodes on a line, in order, each with its place along it and the length that belongs to it, m. */
function nodesOn(model: Model, { positions, panels }: Solution, { start, end }: LineSupport) {
  const [a, b] = [model.nodes[start].position, model.nodes[end].position];
  const length = distance(a, b);
  const line = subtract(b, a);
  const found: { node: number; at: number }[] = [];
  for (const node of new Set((panels ?? []).flatMap((panel) => [...panel.nodes]))) {
    const arm = subtract([positions[3 * node], positions[3 * node + 1], positions[3 * node + 2]], a);
    const at = dot(arm, line) / length;
    const aside = Math.sqrt(Math.max(0, dot(arm, arm) - at * at));
    if (aside < onLine && at > -onLine && at < length + onLine) found.push({ node, at });
  }
  found.sort((one, other) => one.at - other.at);
  return {
    length,
    nodes: found.map(({ node, at }, i) => ({
      node,
      at,
      own: ((found[i + 1]?.at ?? at) - (found[i - 1]?.at ?? at)) / 2,
    })),
  };
}

/** The reactions less what soil below slabs pushes with, which is none of a line's. */
function withoutSoil({ panels = [] }: Solution, { reactions, soil }: LoadState): Float64Array {
  if (!soil || panels.every((panel) => !panel.soil)) return reactions;
  const rest = reactions.slice();
  for (const { soil: bed, nodes, normal } of panels) {
    if (!bed) continue;
    Int32Array.from(new Set(nodes))
      .sort()
      .forEach((node, i) => {
        for (let k = 0; k < 3; k++) rest[6 * node + k] -= normal[k] * bed.areas[i] * soil[bed.from + i];
      });
  }
  return rest;
}

/**
 * What each line support gives back: the reactions at the nodes on it. Where lines meet in a node they share its reaction by the lengths that belong to them;
 * a node with a support of its own keeps its reaction for itself.
 */
export function lineReactions(model: Model, solution: Solution, state: LoadState): Map<string, LineReaction> {
  const reactions = withoutSoil(solution, state);
  const lines = inOrder(model.lineSupports).map((line) => ({ line, ...nodesOn(model, solution, line) }));
  const whole = new Map<number, number>();
  for (const { nodes } of lines) for (const { node, own } of nodes) whole.set(node, (whole.get(node) ?? 0) + own);
  const holdsItself = (node: number): boolean =>
    node < solution.nodeIds.length && isHeld(model.nodes[solution.nodeIds[node]]);
  return new Map(
    lines.map(({ line, length, nodes }) => {
      const force = [0, 0, 0];
      const moment = [0, 0, 0];
      const [a, b] = [model.nodes[line.start].position, model.nodes[line.end].position];
      const stations = nodes.map(({ node, at, own }) => {
        const share = holdsItself(node) || whole.get(node) === 0 ? 0 : own / whole.get(node)!;
        const six = Array.from(reactions.subarray(6 * node, 6 * node + 6), (value) => share * value);
        const arm = [0, 1, 2].map((k) => solution.positions[3 * node + k] - (a[k] + b[k]) / 2);
        for (let k = 0; k < 3; k++) {
          const [p, q] = [(k + 1) % 3, (k + 2) % 3];
          force[k] += six[k];
          moment[k] += six[3 + k] + arm[p] * six[q] - arm[q] * six[p];
        }
        return { at, own, perLength: [six[0] / own, six[1] / own, six[2] / own] as unknown as Vector };
      });
      return [
        line.id,
        { length, stations, force: force as unknown as Vector, moment: moment as unknown as Vector },
      ] as const;
    }),
  );
}
