import type { SymmetricMatrix } from './symmetric-matrix';

/**
 * Columns of the factor grouped into supernodes: neighbouring columns with (nearly) the same rows, stored as one dense panel.
 * A panel has one row for each of its own columns and for each row below, every row `width` numbers long.
 */
export interface Supernodes {
  readonly count: number;
  /** first column of each supernode; one more at the end */
  readonly firstColumn: Int32Array;
  /** supernode of each column */
  readonly ofColumn: Int32Array;
  /** rows below each supernode, ascending: rows[rowStart[s] … rowStart[s + 1]) */
  readonly rowStart: Int32Array;
  readonly rows: Int32Array;
  /** first entry of each panel in the values */
  readonly panelStart: Float64Array;
  readonly entries: number;
}

/** Wider supernodes are cut, so that a panel stays in the cache. */
const widest = 96;
/** A column joins the one before it when that adds at most this many zeros for each of the supernode's columns. */
const zerosAllowed = 6;

/** Groups the columns of a matrix whose order is a postorder of its elimination tree (Ashcraft & Grimes 1989, relaxed). */
export function findSupernodes(matrix: SymmetricMatrix): Supernodes {
  const { size, colStart, rowIndex } = matrix;
  const { parent, counts } = treeAndCounts(matrix);
  const starts: number[] = [];
  for (let column = 0; column < size; column++) {
    const first = starts[starts.length - 1];
    const joins = first !== undefined && parent[column - 1] === column && column - first < widest && counts[column] + 1 - counts[column - 1] <= zerosAllowed;
    if (!joins) starts.push(column);
  }
  const count = starts.length;
  const firstColumn = Int32Array.from([...starts, size]);
  const ofColumn = new Int32Array(size);
  for (let s = 0; s < count; s++) ofColumn.fill(s, firstColumn[s], firstColumn[s + 1]);

  // rows of the matrix below each column: the upper triangle read by rows
  const lowerStart = new Int32Array(size + 1);
  for (const row of rowIndex) lowerStart[row + 1]++;
  for (let i = 0; i < size; i++) lowerStart[i + 1] += lowerStart[i];
  const lowerRows = new Int32Array(rowIndex.length);
  const filled = lowerStart.slice(0, size);
  for (let column = 0; column < size; column++) for (let p = colStart[column]; p < colStart[column + 1]; p++) lowerRows[filled[rowIndex[p]]++] = column;

  const rowStart = new Int32Array(count + 1);
  const rowLists: Int32Array[] = [];
  const children: number[][] = Array.from({ length: count }, () => []);
  const mark = new Int32Array(size).fill(-1);
  for (let s = 0; s < count; s++) {
    const last = firstColumn[s + 1] - 1;
    const below: number[] = [];
    const take = (row: number) => {
      if (row <= last || mark[row] === s) return;
      mark[row] = s;
      below.push(row);
    };
    for (let column = firstColumn[s]; column <= last; column++) for (let p = lowerStart[column]; p < lowerStart[column + 1]; p++) take(lowerRows[p]);
    for (const child of children[s]) rowLists[child].forEach(take);
    const rows = Int32Array.from(below).sort();
    rowLists.push(rows);
    rowStart[s + 1] = rowStart[s] + rows.length;
    if (rows.length > 0) children[ofColumn[rows[0]]].push(s);
  }
  const rows = new Int32Array(rowStart[count]);
  const panelStart = new Float64Array(count + 1);
  for (let s = 0; s < count; s++) {
    rows.set(rowLists[s], rowStart[s]);
    const width = firstColumn[s + 1] - firstColumn[s];
    panelStart[s + 1] = panelStart[s] + width * (width + rowLists[s].length);
  }
  return { count, firstColumn, ofColumn, rowStart, rows, panelStart, entries: panelStart[count] };
}

/** Elimination tree and the number of entries below the diagonal of each column of L, by walking each row's subtree. */
function treeAndCounts({ size, colStart, rowIndex }: SymmetricMatrix): { parent: Int32Array; counts: Int32Array } {
  const parent = new Int32Array(size).fill(-1);
  const counts = new Int32Array(size);
  const mark = new Int32Array(size).fill(-1);
  for (let k = 0; k < size; k++) {
    mark[k] = k;
    for (let p = colStart[k]; p < colStart[k + 1]; p++) {
      for (let i = rowIndex[p]; mark[i] !== k; i = parent[i]) {
        if (parent[i] === -1) parent[i] = k;
        counts[i]++;
        mark[i] = k;
      }
    }
  }
  return { parent, counts };
}
