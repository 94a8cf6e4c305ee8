import { count, formatQuantity } from '../units';
import { distance, inOrder, retargetNodes, type Edit, type Model, type Node } from '../model';
import { refuse, type Plan } from './plan';

/**
 * Merges nodes that are nearer to each other than a tolerance (m): each cluster becomes its lowest-numbered node with a support, or its
 * lowest-numbered one. What referred to the others refers to it; members without length go.
 * @param ids the nodes that may be merged; left out: all of them
 */
export function mergeNodesPlan(model: Model, tolerance: number, ids?: readonly string[]): Plan {
  const clusters = nodeClusters(model, tolerance, ids);
  if (clusters.length === 0)
    return refuse(`No two nodes are nearer than ${formatQuantity(tolerance, 'length', model.settings.units)}.`);
  const target = new Map<string, string>();
  for (const cluster of clusters) {
    const kept = cluster.find((node) => node.support ?? node.springs) ?? cluster[0];
    for (const node of cluster) if (node.id !== kept.id) target.set(node.id, kept.id);
  }
  const edits = retargeted(model, target);
  const gone = [...target.keys()];
  return {
    ok: true,
    act: {
      edits: [...edits, { kind: 'remove', table: 'nodes', ids: gone }],
      sentence: `Merged ${count(gone.length, 'node')} into ${count(clusters.length, 'other')}`,
    },
    words: `${count(gone.length, 'node')} merged into ${count(clusters.length, 'other')}`,
    preview: gone.map((id) => [model.nodes[id].position, model.nodes[target.get(id)!].position]),
    made: [],
  };
}

/** Groups of nodes that hang together by steps below the tolerance (m), each in the order of its numbers; no lone nodes. */
export function nodeClusters(model: Model, tolerance: number, ids?: readonly string[]): Node[][] {
  const size = Math.max(tolerance, 1e-6);
  const cells = new Map<string, Node[]>();
  const key = (i: number, j: number, k: number) => `${i} ${j} ${k}`;
  const wanted = ids && new Set(ids);
  const nodes = inOrder(model.nodes).filter((node) => !wanted || wanted.has(node.id));
  const parent = new Map(nodes.map((node) => [node.id, node.id]));
  const root = (id: string): string => {
    let at = id;
    while (parent.get(at) !== at) at = parent.get(at)!;
    return at;
  };
  for (const node of nodes) {
    const [i, j, k] = node.position.map((part) => Math.floor(part / size));
    for (let di = -1; di <= 1; di++)
      for (let dj = -1; dj <= 1; dj++)
        for (let dk = -1; dk <= 1; dk++) {
          for (const other of cells.get(key(i + di, j + dj, k + dk)) ?? [])
            if (distance(other.position, node.position) <= tolerance) parent.set(root(node.id), root(other.id));
        }
    const here = cells.get(key(i, j, k));
    if (here) here.push(node);
    else cells.set(key(i, j, k), [node]);
  }
  const clusters = new Map<string, Node[]>();
  for (const node of nodes) clusters.set(root(node.id), [...(clusters.get(root(node.id)) ?? []), node]);
  return [...clusters.values()].filter((cluster) => cluster.length > 1);
}

/** Edits that make everything refer to other nodes; members that would have no length are removed. */
function retargeted(model: Model, target: ReadonlyMap<string, string>): Edit[] {
  const to = (id: string) => target.get(id) ?? id;
  const members = Object.values(model.members).filter(({ start, end }) => target.has(start) || target.has(end));
  const without = new Set(members.filter(({ start, end }) => to(start) === to(end)).map(({ id }) => id));
  const changes = members
    .filter(({ id }) => !without.has(id))
    .map(({ id, start, end }) => ({ id, fields: { start: to(start), end: to(end) } }));
  return [
    ...(without.size > 0 ? [{ kind: 'remove' as const, table: 'members' as const, ids: [...without] }] : []),
    ...(changes.length > 0 ? [{ kind: 'change' as const, table: 'members' as const, changes }] : []),
    ...retargetNodes(model, target),
  ];
}
