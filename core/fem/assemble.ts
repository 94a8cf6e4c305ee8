import type { AnalysisModel } from './analysis-model';
import type { ElementSource } from './elements';
import { blockAt, type BlockMatrix } from './sparse';

/** The stiffness matrix over the equations, springs to the ground included. */
export function assemble(analysis: AnalysisModel): BlockMatrix {
  const matrix = emptyMatrix(analysis);
  for (const source of analysis.sources) addElements(analysis, source, matrix.values);
  const { pattern, vertexOf } = analysis;
  for (const { node, direction, stiffness, equation } of analysis.supports) {
    if (stiffness === Infinity) continue;
    if (equation >= 0) {
      // straight on the diagonal: turned about and back, a very stiff spring would drown what is soft beside it
      const vertex = vertexOf[equation];
      matrix.values[pattern.valueStart[pattern.columnStart[vertex]] + (equation - pattern.first[vertex]) * (pattern.width[vertex] + 1)] += stiffness;
      continue;
    }
    const k = new Float64Array(36);
    for (let i = 0; i < 6; i++) for (let j = 0; j < 6; j++) k[6 * i + j] = stiffness * direction[i] * direction[j];
    addElement(analysis, [node], k, matrix.values);
  }
  return matrix;
}

export function emptyMatrix({ pattern }: AnalysisModel): BlockMatrix {
  return { pattern, values: new Float64Array(pattern.valueStart[pattern.valueStart.length - 1]) };
}

/** Adds all elements of a source: `stiffness` of each, or another matrix of the same shape. */
export function addElements(analysis: AnalysisModel, source: ElementSource, values: Float64Array, write: (e: number, into: Float64Array) => void = (e, into) => source.stiffness(e, into)): void {
  let k = new Float64Array(144);
  for (let e = 0; e < source.ids.length; e++) {
    const nodes = source.nodesOf(e);
    const size = 36 * nodes.length * nodes.length;
    if (k.length < size) k = new Float64Array(size);
    write(e, k);
    addElement(analysis, nodes, k, values);
  }
}

/** Adds one element's matrix, 6 n × 6 n by rows over the global freedoms of its nodes. */
export function addElement(analysis: AnalysisModel, nodes: ArrayLike<number>, k: Float64Array, values: Float64Array): void {
  for (let i = 0; i < nodes.length; i++) if (analysis.maps.has(nodes[i])) return addMapped(analysis, nodes, k, values);
  const { equations, pattern, vertexOf } = analysis;
  const { first, width, valueStart } = pattern;
  const size = 6 * nodes.length;
  for (let a = 0; a < nodes.length; a++) {
    const rowVertex = vertexAt(equations, vertexOf, nodes[a]);
    if (rowVertex < 0) continue;
    for (let b = 0; b < nodes.length; b++) {
      const columnVertex = vertexAt(equations, vertexOf, nodes[b]);
      if (columnVertex < 0 || columnVertex > rowVertex) continue;
      const start = valueStart[blockAt(pattern, rowVertex, columnVertex)];
      const wide = width[columnVertex];
      for (let i = 0; i < 6; i++) {
        const row = equations[6 * nodes[a] + i];
        if (row < 0) continue;
        for (let j = 0; j < 6; j++) {
          const column = equations[6 * nodes[b] + j];
          if (column >= 0) values[start + (row - first[rowVertex]) * wide + column - first[columnVertex]] += k[(6 * a + i) * size + 6 * b + j];
        }
      }
    }
  }
}

function vertexAt(equations: Int32Array, vertexOf: Int32Array, node: number): number {
  for (let i = 0; i < 6; i++) if (equations[6 * node + i] >= 0) return vertexOf[equations[6 * node + i]];
  return -1;
}

/** Gᵀ k G where some node's freedoms follow from several equations. */
function addMapped(analysis: AnalysisModel, nodes: ArrayLike<number>, k: Float64Array, values: Float64Array): void {
  const { equations, maps, pattern, vertexOf } = analysis;
  const rows: number[] = [];
  const columns: Float64Array[] = [];
  const size = 6 * nodes.length;
  for (let a = 0; a < nodes.length; a++) {
    const map = maps.get(nodes[a]);
    if (map) {
      map.equations.forEach((equation, c) => {
        const column = new Float64Array(size);
        for (let i = 0; i < 6; i++) column[6 * a + i] = map.matrix[i * map.equations.length + c];
        rows.push(equation);
        columns.push(column);
      });
    } else {
      for (let i = 0; i < 6; i++) {
        if (equations[6 * nodes[a] + i] < 0) continue;
        const column = new Float64Array(size);
        column[6 * a + i] = 1;
        rows.push(equations[6 * nodes[a] + i]);
        columns.push(column);
      }
    }
  }
  const product = new Float64Array(size);
  for (let c = 0; c < rows.length; c++) {
    for (let i = 0; i < size; i++) {
      let sum = 0;
      for (let j = 0; j < size; j++) sum += k[i * size + j] * columns[c][j];
      product[i] = sum;
    }
    const columnVertex = vertexOf[rows[c]];
    for (let r = 0; r < rows.length; r++) {
      const rowVertex = vertexOf[rows[r]];
      if (rowVertex < columnVertex) continue;
      let sum = 0;
      for (let i = 0; i < size; i++) sum += columns[r][i] * product[i];
      if (sum === 0) continue;
      const start = pattern.valueStart[blockAt(pattern, rowVertex, columnVertex)];
      values[start + (rows[r] - pattern.first[rowVertex]) * pattern.width[columnVertex] + rows[c] - pattern.first[columnVertex]] += sum;
    }
  }
}

/** Forces on nodes (six each, global) as a right-hand side over the equations. */
export function toEquations({ equations, maps, equationCount }: AnalysisModel, nodal: Float64Array): Float64Array {
  const right = new Float64Array(equationCount);
  for (let i = 0; i < equations.length; i++) if (equations[i] >= 0) right[equations[i]] += nodal[i];
  for (const [node, { equations: own, matrix }] of maps) {
    for (let c = 0; c < own.length; c++) for (let i = 0; i < 6; i++) right[own[c]] += matrix[i * own.length + c] * nodal[6 * node + i];
  }
  return right;
}

/** Displacements of nodes (six each, global) from the equations' unknowns; what is imposed is added by the caller. */
export function toNodes({ equations, maps, nodeCount }: AnalysisModel, unknown: Float64Array): Float64Array {
  const nodal = new Float64Array(6 * nodeCount);
  for (let i = 0; i < equations.length; i++) if (equations[i] >= 0) nodal[i] = unknown[equations[i]];
  for (const [node, { equations: own, matrix }] of maps) {
    for (let i = 0; i < 6; i++) {
      let sum = 0;
      for (let c = 0; c < own.length; c++) sum += matrix[i * own.length + c] * unknown[own[c]];
      nodal[6 * node + i] = sum;
    }
  }
  return nodal;
}
