import type { SolvedPanel } from '../fem';

const known = new WeakMap<SolvedPanel, Int32Array>();

/** The edges of a panel's elements, each once: pairs of numbers of nodes. */
export function meshEdges(panel: SolvedPanel): Int32Array {
  const kept = known.get(panel);
  if (kept) return kept;
  const seen = new Set<number>();
  const edges: number[] = [];
  // two numbers of nodes as one number
  const many = panel.nodes.reduce((most, node) => Math.max(most, node), 0) + 1;
  for (let e = 0; e + 1 < panel.start.length; e++) {
    for (let k = panel.start[e]; k < panel.start[e + 1]; k++) {
      const [one, next] = [panel.nodes[k], panel.nodes[k + 1 < panel.start[e + 1] ? k + 1 : panel.start[e]]];
      const key = Math.min(one, next) * many + Math.max(one, next);
      if (seen.has(key)) continue;
      seen.add(key);
      edges.push(one, next);
    }
  }
  const made = Int32Array.from(edges);
  known.set(panel, made);
  return made;
}
