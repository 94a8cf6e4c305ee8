/**
 * Where a symmetric matrix has entries, by blocks. A vertex is a group of equations that move together (the freedoms of a node);
 * blocks stand in columns of vertices, the diagonal block first, then the rows after it, ascending: only one half is kept.
 */
export interface BlockPattern {
  readonly count: number;
  /** equations of each vertex, 1–6 */
  readonly width: Int32Array;
  /** first equation of each vertex; one more at the end */
  readonly first: Int32Array;
  /** blocks of column v: columnStart[v] … columnStart[v + 1] − 1 */
  readonly columnStart: Int32Array;
  readonly blockRow: Int32Array;
  /** first value of each block (height of the row vertex × width of the column vertex, by rows); one more at the end */
  readonly valueStart: Float64Array;
}

export interface BlockMatrix {
  readonly pattern: BlockPattern;
  /** diagonal blocks hold both halves */
  readonly values: Float64Array;
}

/**
 * The pattern in which every two vertices of a group meet.
 * @param width       equations of each vertex, each at least 1
 * @param groupStart  groups[groupStart[g] … groupStart[g + 1]) are the vertices of group g
 */
export function patternOf(width: Int32Array, groupStart: Int32Array, groups: Int32Array): BlockPattern {
  const count = width.length;
  const groupsOfStart = new Int32Array(count + 1);
  for (const vertex of groups) groupsOfStart[vertex + 1]++;
  for (let v = 0; v < count; v++) groupsOfStart[v + 1] += groupsOfStart[v];
  const groupsOf = new Int32Array(groups.length);
  const fill = groupsOfStart.slice(0, count);
  for (let g = 0; g + 1 < groupStart.length; g++)
    for (let p = groupStart[g]; p < groupStart[g + 1]; p++) groupsOf[fill[groups[p]]++] = g;

  const columnStart = new Int32Array(count + 1);
  let blockRow = new Int32Array(Math.max(16, 4 * count));
  let blocks = 0;
  const mark = new Int32Array(count).fill(-1);
  for (let v = 0; v < count; v++) {
    const from = blocks;
    mark[v] = v;
    if (blocks + 1 > blockRow.length) blockRow = enlarged(blockRow);
    blockRow[blocks++] = v;
    for (let q = groupsOfStart[v]; q < groupsOfStart[v + 1]; q++) {
      const g = groupsOf[q];
      for (let p = groupStart[g]; p < groupStart[g + 1]; p++) {
        const row = groups[p];
        if (row < v || mark[row] === v) continue;
        mark[row] = v;
        if (blocks === blockRow.length) blockRow = enlarged(blockRow);
        blockRow[blocks++] = row;
      }
    }
    blockRow.subarray(from, blocks).sort();
    columnStart[v + 1] = blocks;
  }
  blockRow = blockRow.slice(0, blocks);
  const first = new Int32Array(count + 1);
  for (let v = 0; v < count; v++) first[v + 1] = first[v] + width[v];
  const valueStart = new Float64Array(blocks + 1);
  for (let v = 0; v < count; v++)
    for (let b = columnStart[v]; b < columnStart[v + 1]; b++)
      valueStart[b + 1] = valueStart[b] + width[v] * width[blockRow[b]];
  return { count, width, first, columnStart, blockRow, valueStart };
}

function enlarged(list: Int32Array): Int32Array<ArrayBuffer> {
  const larger = new Int32Array(2 * list.length);
  larger.set(list);
  return larger;
}

/** Whether two patterns have the same blocks. */
export function samePattern(a: BlockPattern, b: BlockPattern): boolean {
  const same = (x: Int32Array, y: Int32Array) => x.length === y.length && x.every((value, i) => value === y[i]);
  return a === b || (same(a.width, b.width) && same(a.columnStart, b.columnStart) && same(a.blockRow, b.blockRow));
}

/** Number of the block (row, column), row ≥ column; −1 where the pattern has none. */
export function blockAt({ columnStart, blockRow }: BlockPattern, row: number, column: number): number {
  let low = columnStart[column];
  let high = columnStart[column + 1] - 1;
  while (low <= high) {
    const middle = (low + high) >> 1;
    if (blockRow[middle] === row) return middle;
    if (blockRow[middle] < row) low = middle + 1;
    else high = middle - 1;
  }
  return -1;
}

export const equationCount = (pattern: BlockPattern): number => pattern.first[pattern.count];

/** y = A x, for one vector of equations. */
export function multiply(
  { pattern, values }: BlockMatrix,
  x: Float64Array,
  y: Float64Array = new Float64Array(x.length),
): Float64Array {
  const { count, width, first, columnStart, blockRow, valueStart } = pattern;
  y.fill(0);
  for (let v = 0; v < count; v++) {
    const wide = width[v];
    const column = first[v];
    let p = valueStart[columnStart[v]];
    for (let i = 0; i < wide; i++) {
      let sum = 0;
      for (let j = 0; j < wide; j++) sum += values[p++] * x[column + j];
      y[column + i] += sum;
    }
    const [from, to] = [columnStart[v] + 1, columnStart[v + 1]];
    if (wide === 6) {
      multiplySix(pattern, values, x, y, column, from, to);
      continue;
    }
    for (let b = from; b < to; b++) {
      const row = first[blockRow[b]];
      const high = width[blockRow[b]];
      for (let i = 0; i < high; i++) {
        let sum = 0;
        const xi = x[row + i];
        for (let j = 0; j < wide; j++) {
          const a = values[p++];
          sum += a * x[column + j];
          y[column + j] += a * xi;
        }
        y[row + i] += sum;
      }
    }
  }
  return y;
}

/** What blocks `from` to `to` below the diagonal of a column of six equations add to y: nearly all of a structure's are such, and six sums stay in registers. */
function multiplySix(
  { width, first, blockRow, valueStart }: BlockPattern,
  values: Float64Array,
  x: Float64Array,
  y: Float64Array,
  column: number,
  from: number,
  to: number,
): void {
  const [x0, x1, x2] = [x[column], x[column + 1], x[column + 2]];
  const [x3, x4, x5] = [x[column + 3], x[column + 4], x[column + 5]];
  let [y0, y1, y2, y3, y4, y5] = [0, 0, 0, 0, 0, 0];
  let p = valueStart[from];
  for (let b = from; b < to; b++) {
    const row = first[blockRow[b]];
    const end = row + width[blockRow[b]];
    for (let i = row; i < end; i++, p += 6) {
      const xi = x[i];
      const [a0, a1, a2] = [values[p], values[p + 1], values[p + 2]];
      const [a3, a4, a5] = [values[p + 3], values[p + 4], values[p + 5]];
      y[i] += a0 * x0 + a1 * x1 + a2 * x2 + a3 * x3 + a4 * x4 + a5 * x5;
      y0 += a0 * xi;
      y1 += a1 * xi;
      y2 += a2 * xi;
      y3 += a3 * xi;
      y4 += a4 * xi;
      y5 += a5 * xi;
    }
  }
  y[column] += y0;
  y[column + 1] += y1;
  y[column + 2] += y2;
  y[column + 3] += y3;
  y[column + 4] += y4;
  y[column + 5] += y5;
}

/** The vertices' graph: neighbours of v are adjacency[start[v] … start[v + 1]), `weight` their equations. */
export interface VertexGraph {
  readonly count: number;
  readonly start: Int32Array;
  readonly adjacency: Int32Array;
  readonly weight: Int32Array;
}

export function graphOf({ count, width, columnStart, blockRow }: BlockPattern): VertexGraph {
  const start = new Int32Array(count + 1);
  for (let v = 0; v < count; v++) {
    for (let b = columnStart[v] + 1; b < columnStart[v + 1]; b++) {
      start[v + 1]++;
      start[blockRow[b] + 1]++;
    }
  }
  for (let v = 0; v < count; v++) start[v + 1] += start[v];
  const adjacency = new Int32Array(start[count]);
  const fill = start.slice(0, count);
  for (let v = 0; v < count; v++) {
    for (let b = columnStart[v] + 1; b < columnStart[v + 1]; b++) {
      adjacency[fill[v]++] = blockRow[b];
      adjacency[fill[blockRow[b]]++] = v;
    }
  }
  return { count, start, adjacency, weight: width };
}
