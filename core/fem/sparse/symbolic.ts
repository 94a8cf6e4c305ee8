import { equationCount, graphOf, type BlockPattern, type VertexGraph } from './block-matrix';
import { eliminationTree, type EliminationTree } from './elimination-tree';
import { stripOf } from './kernel/plain-kernel';
import { minimumDegreeOrder } from './minimum-degree';
import { nestedDissectionOrder } from './nested-dissection';
import { findSupernodes, type Supernodes } from './supernodes';

/**
 * All that the factorisation needs to know of a pattern, laid out for the kernel: supernodes with their pivots and rows padded to
 * multiples of four, where a child's rows fall in its parent's front, and where the matrix's blocks fall in the panels.
 */
export interface Symbolic {
  readonly pattern: BlockPattern;
  readonly count: number;
  readonly pivots: Int32Array;
  readonly pivotsUsed: Int32Array;
  readonly below: Int32Array;
  readonly belowUsed: Int32Array;
  readonly panelStart: Float64Array;
  readonly rowStart: Int32Array;
  readonly rows: Int32Array;
  readonly relative: Int32Array;
  readonly firstColumn: Int32Array;
  readonly parent: Int32Array;
  readonly children: Int32Array;
  readonly blockStart: Int32Array;
  readonly blocks: Int32Array;
  /** padded place of each equation */
  readonly placeOfEquation: Int32Array;
  readonly paddedEquations: number;
  readonly panelEntries: number;
  /** numbers in the largest stack of update matrices */
  readonly stackEntries: number;
  /** multiplications and additions of each supernode, padding included */
  readonly work: Float64Array;
  /** entries of L and operations without padding */
  readonly entries: number;
  readonly operations: number;
  readonly ordering: 'minimum degree' | 'nested dissection';
}

const upToFour = (value: number): number => (value + 3) & ~3;
/** From here on a nested dissection is tried beside minimum degree. */
const worthDissecting = 400;
/** Meshes of slabs and walls have about eight neighbours a vertex, frames six at most; from this size on a dissection of a mesh always needs less work. */
const meshNeighbours = 7;
const meshSize = 2000;

/**
 * Orders a pattern for little work and analyses it.
 * @param positions x, y, z of each vertex (m), for nested dissection; none: minimum degree alone
 */
export function analyse(pattern: BlockPattern, positions?: Float64Array): Symbolic {
  const graph = graphOf(pattern);
  const { tree, supernodes, ordering } = bestOrder(graph, positions);
  return layOut(pattern, tree, supernodes, ordering);
}

function bestOrder(graph: VertexGraph, positions?: Float64Array) {
  const withoutHubs = (order: (part: VertexGraph, at?: Float64Array) => Int32Array) =>
    orderHubsLast(graph, positions, order);
  const analysed = (order: Int32Array) => {
    const tree = eliminationTree(graph, order);
    return { tree, supernodes: findSupernodes(graph, tree) };
  };
  const dissected = () => ({
    ...analysed(withoutHubs((part, at) => nestedDissectionOrder(part, at!))),
    ordering: 'nested dissection' as const,
  });
  if (positions && graph.count > meshSize && graph.adjacency.length > meshNeighbours * graph.count) return dissected();
  const degree = { ...analysed(withoutHubs((part) => minimumDegreeOrder(part))), ordering: 'minimum degree' as const };
  if (!positions || graph.count < worthDissecting) return degree;
  const dissection = dissected();
  return dissection.supernodes.operations < degree.supernodes.operations ? dissection : degree;
}

/** Vertices with very many neighbours (a rigid floor's) are eliminated last: they would join everything at once. */
function orderHubsLast(
  graph: VertexGraph,
  positions: Float64Array | undefined,
  order: (part: VertexGraph, at?: Float64Array) => Int32Array,
): Int32Array {
  const most = Math.max(40, 10 * Math.sqrt(graph.count));
  const hubs: number[] = [];
  for (let v = 0; v < graph.count; v++) if (graph.start[v + 1] - graph.start[v] > most) hubs.push(v);
  if (hubs.length === 0) return order(graph, positions);
  const isHub = new Uint8Array(graph.count);
  hubs.forEach((v) => (isHub[v] = 1));
  const kept: number[] = [];
  const local = new Int32Array(graph.count);
  for (let v = 0; v < graph.count; v++) if (!isHub[v]) local[v] = kept.push(v) - 1;
  const start = new Int32Array(kept.length + 1);
  const adjacency: number[] = [];
  kept.forEach((v, i) => {
    for (let p = graph.start[v]; p < graph.start[v + 1]; p++)
      if (!isHub[graph.adjacency[p]]) adjacency.push(local[graph.adjacency[p]]);
    start[i + 1] = adjacency.length;
  });
  const part = {
    count: kept.length,
    start,
    adjacency: Int32Array.from(adjacency),
    weight: Int32Array.from(kept, (v) => graph.weight[v]),
  };
  const at =
    positions && Float64Array.from(kept.flatMap((v) => [positions[3 * v], positions[3 * v + 1], positions[3 * v + 2]]));
  return Int32Array.from([...Array.from(order(part, at), (i) => kept[i]), ...hubs]);
}

function layOut(
  pattern: BlockPattern,
  { order, place }: EliminationTree,
  supernodes: Supernodes,
  ordering: Symbolic['ordering'],
): Symbolic {
  const { count, firstPlace, rowStart: nodeRowStart, rows: nodeRows, parent } = supernodes;
  const n = order.length;
  const weight = Int32Array.from(order, (v) => pattern.width[v]);
  const pivots = new Int32Array(count);
  const below = new Int32Array(count);
  const firstColumn = new Int32Array(count);
  const panelStart = new Float64Array(count + 1);
  const rowStart = new Int32Array(count + 1);
  const children = new Int32Array(count);
  const groupOf = new Int32Array(n);
  const padded = new Int32Array(n); // padded place of a vertex's first equation
  const work = new Float64Array(count);
  let paddedEquations = 0;
  for (let s = 0; s < count; s++) {
    firstColumn[s] = paddedEquations;
    let at = paddedEquations;
    for (let k = firstPlace[s]; k < firstPlace[s + 1]; k++) {
      groupOf[k] = s;
      padded[k] = at;
      at += weight[k];
    }
    pivots[s] = upToFour(supernodes.columns[s]);
    below[s] = upToFour(supernodes.below[s]);
    paddedEquations += pivots[s];
    panelStart[s + 1] = stripOf(panelStart[s], (pivots[s] + below[s]) >> 2, pivots[s]);
    rowStart[s + 1] = rowStart[s] + below[s];
    if (parent[s] >= 0) children[parent[s]]++;
    for (let i = 0; i < pivots[s]; i++) work[s] += (pivots[s] + below[s] - i) ** 2;
  }
  // padding rows point past the end, where the solves keep a place for them
  const rows = new Int32Array(rowStart[count]).fill(paddedEquations);
  const relative = new Int32Array(rowStart[count]);
  for (let s = 0; s < count; s++) {
    let at = rowStart[s];
    for (let p = nodeRowStart[s]; p < nodeRowStart[s + 1]; p++)
      for (let d = 0; d < weight[nodeRows[p]]; d++) rows[at++] = padded[nodeRows[p]] + d;
  }

  // blocks of the matrix by the supernode in which the earlier of their vertices is eliminated
  const blockStart = new Int32Array(count + 1);
  const { columnStart, blockRow, valueStart } = pattern;
  const owner = (row: number, column: number) => groupOf[Math.min(place[row], place[column])];
  for (let v = 0; v < pattern.count; v++)
    for (let b = columnStart[v]; b < columnStart[v + 1]; b++) blockStart[owner(blockRow[b], v) + 1]++;
  for (let s = 0; s < count; s++) blockStart[s + 1] += blockStart[s];
  const blocks = new Int32Array(4 * blockRow.length);
  const fill = blockStart.slice(0, count);
  for (let v = 0; v < pattern.count; v++) {
    for (let b = columnStart[v]; b < columnStart[v + 1]; b++) {
      const row = blockRow[b];
      const at = 4 * fill[owner(row, v)]++;
      const transposed = place[row] < place[v];
      blocks[at] = valueStart[b];
      blocks[at + 1] = (pattern.width[row] << 4) | pattern.width[v] | (transposed ? 256 : 0);
      blocks[at + 2] = transposed ? place[v] : place[row]; // turned into places in the front below
      blocks[at + 3] = transposed ? place[row] : place[v];
    }
  }
  const firstChild = new Int32Array(count).fill(-1);
  const sibling = new Int32Array(count).fill(-1);
  for (let s = count - 1; s >= 0; s--) {
    if (parent[s] < 0) continue;
    sibling[s] = firstChild[parent[s]];
    firstChild[parent[s]] = s;
  }
  const inFront = new Int32Array(n);
  for (let s = 0; s < count; s++) {
    for (let k = firstPlace[s]; k < firstPlace[s + 1]; k++) inFront[k] = padded[k] - firstColumn[s];
    let at = pivots[s];
    for (let p = nodeRowStart[s]; p < nodeRowStart[s + 1]; p++) {
      inFront[nodeRows[p]] = at;
      at += weight[nodeRows[p]];
    }
    for (let q = blockStart[s]; q < blockStart[s + 1]; q++) {
      blocks[4 * q + 2] = inFront[blocks[4 * q + 2]];
      blocks[4 * q + 3] = inFront[blocks[4 * q + 3]];
    }
    for (let child = firstChild[s]; child >= 0; child = sibling[child]) {
      let to = rowStart[child];
      for (let p = nodeRowStart[child]; p < nodeRowStart[child + 1]; p++)
        for (let d = 0; d < weight[nodeRows[p]]; d++) relative[to++] = inFront[nodeRows[p]] + d;
    }
  }
  const placeOfEquation = new Int32Array(equationCount(pattern));
  for (let k = 0; k < n; k++)
    for (let d = 0; d < weight[k]; d++) placeOfEquation[pattern.first[order[k]] + d] = padded[k] + d;
  return {
    pattern,
    count,
    pivots,
    pivotsUsed: supernodes.columns,
    below,
    belowUsed: supernodes.below,
    panelStart,
    rowStart,
    rows,
    relative,
    firstColumn,
    parent,
    children,
    blockStart,
    blocks,
    placeOfEquation,
    paddedEquations,
    panelEntries: panelStart[count],
    stackEntries: largestStack(below, children),
    work,
    entries: supernodes.entries,
    operations: supernodes.operations,
    ordering,
  };
}

function largestStack(below: Int32Array, children: Int32Array): number {
  const sizes: number[] = [];
  let top = 0;
  let largest = 0;
  for (let s = 0; s < below.length; s++) {
    const strips = below[s] >> 2;
    const size = 8 * strips * (strips + 1);
    largest = Math.max(largest, top + size);
    for (let c = 0; c < children[s]; c++) top -= sizes.pop()!;
    sizes.push(size);
    top += size;
  }
  return largest;
}
