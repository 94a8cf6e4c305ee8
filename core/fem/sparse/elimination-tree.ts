/**
 * Reorders an elimination order so that every subtree of its elimination tree is contiguous, children before parents. The fill is
 * the same, and columns that can be treated together come to lie together (Davis 2006, §4.1 and §4.4).
 * @param order      order[k] = the vertex eliminated k-th
 * @param neighbours adjacency of each vertex
 */
export function postordered(order: Int32Array, neighbours: readonly (readonly number[])[]): Int32Array {
  const n = order.length;
  const place = new Int32Array(n);
  order.forEach((vertex, k) => (place[vertex] = k));
  const parent = new Int32Array(n).fill(-1);
  const ancestor = new Int32Array(n).fill(-1);
  for (let k = 0; k < n; k++) {
    for (const neighbour of neighbours[order[k]]) {
      let i = place[neighbour];
      while (i < k && i !== -1) {
        const next = ancestor[i];
        ancestor[i] = k;
        if (next === -1) parent[i] = k;
        i = next;
      }
    }
  }
  // children of each vertex as linked lists, then a walk without recursion
  const firstChild = new Int32Array(n).fill(-1);
  const sibling = new Int32Array(n).fill(-1);
  for (let k = n - 1; k >= 0; k--) {
    if (parent[k] === -1) continue;
    sibling[k] = firstChild[parent[k]];
    firstChild[parent[k]] = k;
  }
  const result = new Int32Array(n);
  const stack: number[] = [];
  let at = 0;
  for (let root = 0; root < n; root++) {
    if (parent[root] !== -1) continue;
    stack.push(root);
    while (stack.length > 0) {
      const top = stack[stack.length - 1];
      const child = firstChild[top];
      if (child === -1) {
        result[at++] = order[top];
        stack.pop();
      } else {
        firstChild[top] = sibling[child];
        stack.push(child);
      }
    }
  }
  return result;
}
