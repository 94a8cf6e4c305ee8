import type { VertexGraph } from './block-matrix';

/**
 * Approximate minimum degree order of a weighted graph (Amestoy, Davis & Duff 1996) on a quotient graph: an eliminated vertex becomes
 * an element that stands for the clique of its neighbours; a variable's list holds its elements first, then its remaining neighbours.
 * Variables with the same list are merged. The last `halo` vertices are counted in degrees but never eliminated (Pellegrini, Roman &
 * Amestoy 2000).
 * @returns the vertices outside the halo, order[k] = the k-th to be eliminated
 */
export function minimumDegreeOrder(graph: VertexGraph, halo = 0): Int32Array {
  const n = graph.count;
  const free = n - halo;
  const size = Int32Array.from(graph.weight); // of a supervariable; 0 once absorbed, negative while in the front at work
  let total = 0;
  let toEliminate = 0;
  for (let i = 0; i < n; i++) {
    total += size[i];
    if (i < free) toEliminate += size[i];
  }
  const capacity = graph.adjacency.length + (graph.adjacency.length >> 1) + 4 * n + 64;
  const lists = new Int32Array(capacity);
  lists.set(graph.adjacency);
  let used = graph.adjacency.length;
  const start = graph.start.slice(0, n);
  const length = new Int32Array(n);
  const elements = new Int32Array(n); // how many of a variable's list are elements
  const degree = new Int32Array(n);
  const kind = new Uint8Array(n); // variable, element or dead
  for (let i = 0; i < n; i++) {
    length[i] = graph.start[i + 1] - start[i];
    for (let p = start[i]; p < start[i] + length[i]; p++) degree[i] += size[lists[p]];
  }
  const head = new Int32Array(total + 1).fill(-1);
  const next = new Int32Array(n).fill(-1);
  const previous = new Int32Array(n).fill(-1);
  let lowest = total;
  const insert = (i: number): void => {
    if (i >= free) return;
    const d = degree[i];
    next[i] = head[d];
    previous[i] = -1;
    if (head[d] >= 0) previous[head[d]] = i;
    head[d] = i;
    if (d < lowest) lowest = d;
  };
  const remove = (i: number): void => {
    if (i >= free) return;
    if (next[i] >= 0) previous[next[i]] = previous[i];
    if (previous[i] >= 0) next[previous[i]] = next[i];
    else head[degree[i]] = next[i];
  };
  for (let i = n - 1; i >= 0; i--) insert(i);

  const mark = new Float64Array(n); // of elements: stamp + what they hold outside the front; of vertices: stamp
  let stamp = 1;
  const follower = new Int32Array(n).fill(-1); // vertices merged into one, as chains
  const lastOf = Int32Array.from({ length: n }, (_, i) => i);
  const merge = (into: number, other: number): void => {
    follower[lastOf[into]] = other;
    lastOf[into] = lastOf[other];
  };
  const bucket = new Int32Array(n).fill(-1);
  const inBucket = new Int32Array(n);
  const hash = new Int32Array(n);
  const outside = new Int32Array(n);
  const pivots = new Int32Array(free);
  let pivotCount = 0;
  let done = 0;

  while (done < toEliminate) {
    while (head[lowest] < 0) lowest++;
    const pivot = head[lowest];
    remove(pivot);
    done += size[pivot];
    pivots[pivotCount++] = pivot;
    let room = length[pivot];
    for (let p = start[pivot]; p < start[pivot] + elements[pivot]; p++) room += length[lists[p]];
    if (used + room > capacity) used = compacted(lists, start, length, kind);

    // the front: live variables of the pivot's list and of its elements, which die
    const front = used;
    const pivotSize = size[pivot];
    size[pivot] = -pivotSize;
    let frontSize = 0;
    const take = (i: number): void => {
      if (size[i] <= 0) return;
      frontSize += size[i];
      size[i] = -size[i];
      lists[used++] = i;
      remove(i);
    };
    const listStart = start[pivot];
    const elementEnd = listStart + elements[pivot];
    for (let p = listStart; p < listStart + length[pivot]; p++) {
      const one = lists[p];
      if (p >= elementEnd) take(one);
      else if (kind[one] === element) {
        for (let q = start[one]; q < start[one] + length[one]; q++) take(lists[q]);
        kind[one] = dead;
        length[one] = 0;
      }
    }
    kind[pivot] = element;
    start[pivot] = front;
    elements[pivot] = 0;
    degree[pivot] = frontSize;

    // what each neighbouring element holds outside the front
    stamp += total + 1;
    for (let p = front; p < used; p++) {
      const i = lists[p];
      for (let q = start[i]; q < start[i] + elements[i]; q++) {
        const e = lists[q];
        if (kind[e] !== element) continue;
        if (mark[e] < stamp) mark[e] = stamp + degree[e];
        mark[e] += size[i]; // size is negative here
      }
    }
    // shorten the lists of the front's variables, bound their degrees, and note who looks alike
    let kept = front;
    for (let p = front; p < used; p++) {
      const i = lists[p];
      const from = start[i];
      const ownElements = from + elements[i];
      const end = from + length[i];
      let at = from;
      let bound = 0;
      let code = pivot;
      for (let q = from; q < ownElements; q++) {
        const e = lists[q];
        if (kind[e] !== element) continue;
        const beyond = mark[e] - stamp;
        if (beyond > 0) {
          bound += beyond;
          code += e;
          lists[at++] = e;
        } else {
          kind[e] = dead; // wholly inside the new element
          length[e] = 0;
        }
      }
      const elementsKept = at - from;
      const variablesFrom = at;
      for (let q = ownElements; q < end; q++) {
        const j = lists[q];
        if (size[j] <= 0) continue;
        bound += size[j];
        code += j;
        lists[at++] = j;
      }
      if (at === from && i < free) {
        // no neighbours outside the front: it can be eliminated with the pivot
        merge(pivot, i);
        done -= size[i];
        degree[pivot] += size[i];
        size[i] = 0;
        kind[i] = dead;
        length[i] = 0;
        continue;
      }
      lists[at] = lists[variablesFrom];
      lists[variablesFrom] = lists[from];
      lists[from] = pivot;
      elements[i] = elementsKept + 1;
      length[i] = at + 1 - from;
      outside[i] = Math.min(degree[i], bound);
      hash[i] = code % n;
      inBucket[i] = bucket[hash[i]];
      bucket[hash[i]] = i;
      lists[kept++] = i;
    }
    used = kept;
    frontSize = degree[pivot];

    // merge variables with the same lists
    for (let p = front; p < used; p++) {
      if (size[lists[p]] === 0) continue;
      const slot = hash[lists[p]];
      let i = bucket[slot];
      bucket[slot] = -1;
      for (; i >= 0 && inBucket[i] >= 0; i = inBucket[i]) {
        stamp += total + 1;
        for (let q = start[i] + 1; q < start[i] + length[i]; q++) mark[lists[q]] = stamp;
        let before = i;
        for (let j = inBucket[i]; j >= 0; j = inBucket[j]) {
          if (alike(i, j)) {
            merge(i, j);
            size[i] += size[j];
            size[j] = 0;
            kind[j] = dead;
            length[j] = 0;
            inBucket[before] = inBucket[j];
          } else before = j;
        }
      }
    }
    stamp += total + 1;
    let stay = front;
    const rest = total - done;
    for (let p = front; p < used; p++) {
      const i = lists[p];
      if (size[i] === 0) continue;
      size[i] = -size[i];
      degree[i] = Math.max(0, Math.min(outside[i] + frontSize - size[i], rest - size[i]));
      insert(i);
      lists[stay++] = i;
    }
    used = stay;
    length[pivot] = stay - front;
    if (length[pivot] === 0) kind[pivot] = dead;
  }
  const order = new Int32Array(free);
  let k = 0;
  for (let p = 0; p < pivotCount; p++) for (let i = pivots[p]; i >= 0; i = follower[i]) order[k++] = i;
  return order;

  function alike(i: number, j: number): boolean {
    if (length[j] !== length[i] || elements[j] !== elements[i] || i < free !== j < free) return false;
    for (let q = start[j] + 1; q < start[j] + length[j]; q++) if (mark[lists[q]] !== stamp) return false;
    return true;
  }
}

const element = 1;
const dead = 2;

/** Moves the live lists together, in the order in which they stand. @returns the end of what is used */
function compacted(lists: Int32Array, start: Int32Array, length: Int32Array, kind: Uint8Array): number {
  const live: number[] = [];
  for (let i = 0; i < start.length; i++) if (kind[i] !== dead && length[i] > 0) live.push(i);
  live.sort((a, b) => start[a] - start[b]);
  let used = 0;
  for (const i of live) {
    lists.copyWithin(used, start[i], start[i] + length[i]);
    start[i] = used;
    used += length[i];
  }
  return used;
}
