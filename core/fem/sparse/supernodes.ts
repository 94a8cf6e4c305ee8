import type { VertexGraph } from './block-matrix';
import type { EliminationTree } from './elimination-tree';

/** Groups of vertices, consecutive in the order of elimination, whose columns of the factor have (nearly) the same rows. */
export interface Supernodes {
  readonly count: number;
  /** first place of each group; one more at the end */
  readonly firstPlace: Int32Array;
  /** places below each group, ascending: rows[rowStart[s] … rowStart[s + 1]) */
  readonly rowStart: Int32Array;
  readonly rows: Int32Array;
  /** group that holds the first row below; −1 at a root */
  readonly parent: Int32Array;
  /** equations of each group, and of its rows below */
  readonly columns: Int32Array;
  readonly below: Int32Array;
  /** multiplications and additions of the factorisation, and entries of the factor, without what relaxation and padding add */
  readonly operations: number;
  readonly entries: number;
}

/** A group may swallow the one before it while that leaves at most this share of zeros: by the columns it then has. */
const relaxation = [
  [8, 1],
  [24, 0.5],
  [64, 0.15],
  [Infinity, 0.05],
] as const;

/** Supernodes of a graph in a postorder of its elimination tree, amalgamated (Ashcraft & Grimes 1989). */
export function findSupernodes(graph: VertexGraph, { order, place, parent }: EliminationTree): Supernodes {
  const n = graph.count;
  const { start, adjacency } = graph;
  const weight = Int32Array.from(order, (v) => graph.weight[v]);
  const childCount = new Int32Array(n);
  const firstChild = new Int32Array(n).fill(-1);
  const sibling = new Int32Array(n).fill(-1);
  for (let k = n - 1; k >= 0; k--) {
    if (parent[k] < 0) continue;
    childCount[parent[k]]++;
    sibling[k] = firstChild[parent[k]];
    firstChild[parent[k]] = k;
  }
  // rows below each column, kept once for every fundamental supernode (named by its first column)
  let store = new Int32Array(Math.max(1024, 4 * adjacency.length));
  let stored = 0;
  const listStart = new Int32Array(n);
  const listLength = new Int32Array(n);
  const headOf = new Int32Array(n);
  const rowCount = new Int32Array(n);
  const mark = new Int32Array(n).fill(-1);
  const heads: number[] = [];
  for (let j = 0; j < n; j++) {
    const v = order[j];
    let need = start[v + 1] - start[v];
    for (let c = firstChild[j]; c >= 0; c = sibling[c]) need += rowCount[c];
    if (stored + need > store.length) {
      const larger = new Int32Array(Math.max(2 * store.length, stored + need));
      larger.set(store.subarray(0, stored));
      store = larger;
    }
    const from = stored;
    mark[j] = j;
    for (let p = start[v]; p < start[v + 1]; p++) {
      const i = place[adjacency[p]];
      if (i > j && mark[i] !== j) {
        mark[i] = j;
        store[stored++] = i;
      }
    }
    for (let c = firstChild[j]; c >= 0; c = sibling[c]) {
      const h = headOf[c];
      for (let p = listStart[h], end = p + listLength[h]; p < end; p++) {
        const i = store[p];
        if (i > j && mark[i] !== j) {
          mark[i] = j;
          store[stored++] = i;
        }
      }
    }
    rowCount[j] = stored - from;
    if (childCount[j] === 1 && firstChild[j] === j - 1 && rowCount[j - 1] === rowCount[j] + 1) {
      headOf[j] = headOf[j - 1];
      stored = from;
    } else {
      headOf[j] = j;
      listStart[j] = from;
      listLength[j] = rowCount[j];
      heads.push(j);
    }
  }

  // a group is known by its last fundamental supernode, whose rows are the group's
  const fundamental = heads.length;
  const end = new Int32Array(fundamental);
  const of = new Int32Array(n);
  const columns = new Float64Array(fundamental);
  const below = new Float64Array(fundamental);
  let operations = 0;
  let entries = 0;
  for (let s = 0; s < fundamental; s++) {
    end[s] = s + 1 < fundamental ? heads[s + 1] : n;
    for (let k = heads[s]; k < end[s]; k++) {
      of[k] = s;
      columns[s] += weight[k];
    }
    for (let p = listStart[heads[s]], last = p + listLength[heads[s]]; p < last; p++)
      if (store[p] >= end[s]) below[s] += weight[store[p]];
    for (let i = 0; i < columns[s]; i++) {
      const length = columns[s] - i + below[s];
      entries += length;
      operations += length * length;
    }
  }
  const zeros = new Float64Array(fundamental);
  const groupStart = Int32Array.from({ length: fundamental }, (_, s) => s);
  const swallowed = new Uint8Array(fundamental);
  for (let s = 0; s < fundamental; s++) {
    for (;;) {
      const before = groupStart[s] - 1;
      if (before < 0) break;
      const above = parent[end[before] - 1];
      if (above < 0 || of[above] < groupStart[s] || of[above] > s) break;
      const together = columns[before] + columns[s];
      const wasted = zeros[before] + zeros[s] + columns[before] * (columns[s] + below[s] - below[before]);
      const share = wasted / ((together * (together + 1)) / 2 + together * below[s]);
      if (wasted > 0 && share > relaxation.find(([most]) => together <= most)![1]) break;
      swallowed[before] = 1;
      columns[s] = together;
      zeros[s] = wasted;
      groupStart[s] = groupStart[before];
    }
  }

  const groups: number[] = [];
  for (let s = 0; s < fundamental; s++) if (!swallowed[s]) groups.push(s);
  const count = groups.length;
  const firstPlace = new Int32Array(count + 1);
  const groupOf = new Int32Array(n);
  groups.forEach((s, g) => {
    firstPlace[g] = heads[groupStart[s]];
    groupOf.fill(g, firstPlace[g], end[s]);
  });
  firstPlace[count] = n;
  const rowStart = new Int32Array(count + 1);
  groups.forEach((s, g) => {
    let rows = 0;
    for (let p = listStart[heads[s]], last = p + listLength[heads[s]]; p < last; p++) if (store[p] >= end[s]) rows++;
    rowStart[g + 1] = rowStart[g] + rows;
  });
  const rows = new Int32Array(rowStart[count]);
  const groupParent = new Int32Array(count).fill(-1);
  groups.forEach((s, g) => {
    let at = rowStart[g];
    for (let p = listStart[heads[s]], last = p + listLength[heads[s]]; p < last; p++)
      if (store[p] >= end[s]) rows[at++] = store[p];
    rows.subarray(rowStart[g], at).sort();
    if (at > rowStart[g]) groupParent[g] = groupOf[rows[rowStart[g]]];
  });
  return {
    count,
    firstPlace,
    rowStart,
    rows,
    parent: groupParent,
    columns: Int32Array.from(groups, (s) => columns[s]),
    below: Int32Array.from(groups, (s) => below[s]),
    operations,
    entries,
  };
}
