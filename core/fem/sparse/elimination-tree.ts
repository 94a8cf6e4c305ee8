import type { VertexGraph } from './block-matrix';

/** An elimination order with its tree: `order[k]` is the vertex eliminated k-th, `parent[k]` its parent's place (−1: a root). Children come before parents, subtrees together. */
export interface EliminationTree {
  readonly order: Int32Array;
  readonly place: Int32Array;
  readonly parent: Int32Array;
}

/** The elimination tree of an order, and the order rearranged so that it is a postorder of its tree; the fill stays the same (Davis 2006, §4.1). */
export function eliminationTree(graph: VertexGraph, order: Int32Array): EliminationTree {
  const n = graph.count;
  const place = placesOf(order);
  const parent = new Int32Array(n).fill(-1);
  const ancestor = new Int32Array(n).fill(-1);
  for (let k = 0; k < n; k++) {
    const v = order[k];
    for (let p = graph.start[v]; p < graph.start[v + 1]; p++) {
      let i = place[graph.adjacency[p]];
      while (i !== -1 && i < k) {
        const above = ancestor[i];
        ancestor[i] = k;
        if (above === -1) parent[i] = k;
        i = above;
      }
    }
  }
  const firstChild = new Int32Array(n).fill(-1);
  const sibling = new Int32Array(n).fill(-1);
  for (let k = n - 1; k >= 0; k--) {
    if (parent[k] === -1) continue;
    sibling[k] = firstChild[parent[k]];
    firstChild[parent[k]] = k;
  }
  const newPlace = new Int32Array(n);
  const rearranged = new Int32Array(n);
  const stack = new Int32Array(n);
  let at = 0;
  for (let root = 0; root < n; root++) {
    if (parent[root] !== -1) continue;
    let top = 0;
    stack[0] = root;
    while (top >= 0) {
      const k = stack[top];
      const child = firstChild[k];
      if (child === -1) {
        newPlace[k] = at;
        rearranged[at++] = order[k];
        top--;
      } else {
        firstChild[k] = sibling[child];
        stack[++top] = child;
      }
    }
  }
  const newParent = new Int32Array(n);
  for (let k = 0; k < n; k++) newParent[newPlace[k]] = parent[k] === -1 ? -1 : newPlace[parent[k]];
  return { order: rearranged, place: placesOf(rearranged), parent: newParent };
}

function placesOf(order: Int32Array): Int32Array {
  const place = new Int32Array(order.length);
  for (let k = 0; k < order.length; k++) place[order[k]] = k;
  return place;
}
