import type { AnalysisModel } from './analysis-model';
import { localStiffness } from './frame-element';
import type { SymmetricMatrix } from './sparse/symmetric-matrix';

/**
 * Global stiffness of one member, 12 × 12 by rows, from its local one: Rᵀ k R block by block, R the 3 × 3 of its axes.
 * @param rotation the member's axes as rows, nine numbers from `at`
 */
export function toGlobal(local: Float64Array, rotation: Float64Array, at: number, global: Float64Array): void {
  for (let blockRow = 0; blockRow < 12; blockRow += 3) {
    for (let blockColumn = 0; blockColumn < 12; blockColumn += 3) {
      for (let i = 0; i < 3; i++) {
        for (let j = 0; j < 3; j++) {
          let sum = 0;
          for (let p = 0; p < 3; p++) {
            const rpi = rotation[at + 3 * p + i];
            if (rpi === 0) continue;
            for (let q = 0; q < 3; q++) sum += rpi * local[(blockRow + p) * 12 + blockColumn + q] * rotation[at + 3 * q + j];
          }
          global[(blockRow + i) * 12 + blockColumn + j] = sum;
        }
      }
    }
  }
}

/** The stiffness matrix of the free equations. Its pattern comes from the node graph: a column holds every free row of the earlier neighbours and of its own node. */
export function assemble(model: AnalysisModel): SymmetricMatrix {
  const { colStart, rowIndex, earlier } = pattern(model);
  const values = new Float64Array(rowIndex.length);
  const { equations } = model;
  const local = new Float64Array(144);
  const global = new Float64Array(144);
  model.elements.forEach((element, member) => {
    localStiffness(element, local);
    toGlobal(local, model.axes, 9 * member, global);
    for (let side = 0; side < 2; side++) {
      for (let other = 0; other < 2; other++) {
        const rowNode = model.ends[2 * member + side];
        const columnNode = model.ends[2 * member + other];
        const offset = earlier[columnNode].get(rowNode);
        if (offset === undefined) continue; // below the diagonal
        for (let j = 0; j < 6; j++) {
          const column = equations[6 * columnNode + j];
          if (column < 0) continue;
          let position = colStart[column] + offset;
          for (let i = 0; i < 6; i++) {
            const row = equations[6 * rowNode + i];
            if (row < 0) continue;
            if (row > column) break;
            values[position++] += global[(6 * side + i) * 12 + 6 * other + j];
          }
        }
      }
    }
  });
  return { size: model.equationCount, colStart, rowIndex, values };
}

function pattern(model: AnalysisModel): { colStart: Int32Array; rowIndex: Int32Array; earlier: Map<number, number>[] } {
  const { nodeOrder, equations, ends } = model;
  const place = new Int32Array(nodeOrder.length);
  nodeOrder.forEach((node, k) => (place[node] = k));
  const freeOf = Array.from({ length: nodeOrder.length }, (_, node) => Array.from(equations.subarray(6 * node, 6 * node + 6)).filter((equation) => equation >= 0));
  const joined: Set<number>[] = freeOf.map(() => new Set());
  for (let member = 0; member < ends.length / 2; member++) {
    const [a, b] = [ends[2 * member], ends[2 * member + 1]];
    if (place[a] < place[b]) joined[b].add(a);
    else joined[a].add(b);
  }
  // offset of each earlier neighbour's rows inside the columns of a node
  const earlier: Map<number, number>[] = freeOf.map(() => new Map());
  const colStart = new Int32Array(model.equationCount + 1);
  const rows: number[] = [];
  for (const node of nodeOrder) {
    const before = [...joined[node]].sort((a, b) => place[a] - place[b]);
    let offset = 0;
    for (const neighbour of before) {
      earlier[node].set(neighbour, offset);
      offset += freeOf[neighbour].length;
    }
    earlier[node].set(node, offset);
    for (const column of freeOf[node]) {
      for (const neighbour of before) for (const row of freeOf[neighbour]) rows.push(row);
      for (const row of freeOf[node]) if (row <= column) rows.push(row);
      colStart[column + 1] = rows.length;
    }
  }
  return { colStart, rowIndex: Int32Array.from(rows), earlier };
}
