import type { AnalysisModel, NodeMap } from './analysis-model';
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
      matrix.values[
        pattern.valueStart[pattern.columnStart[vertex]] +
          (equation - pattern.first[vertex]) * (pattern.width[vertex] + 1)
      ] += stiffness;
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

/** Adds all elements of a source: `stiffness` of each, or another matrix of the same shape. @param write returns false where there is nothing to add */
export function addElements(
  analysis: AnalysisModel,
  source: ElementSource,
  values: Float64Array,
  write: (e: number, into: Float64Array) => boolean | void = (e, into) => source.stiffness(e, into),
): void {
  let k = new Float64Array(144);
  for (let e = 0; e < source.ids.length; e++) {
    const nodes = source.nodesOf(e);
    const size = 36 * nodes.length * nodes.length;
    if (k.length < size) k = new Float64Array(size);
    if (write(e, k) !== false) addElement(analysis, nodes, k, values);
  }
}

/** Adds one element's matrix, 6 n × 6 n by rows over the global freedoms of its nodes. */
export function addElement(
  analysis: AnalysisModel,
  nodes: ArrayLike<number>,
  k: Float64Array,
  values: Float64Array,
): void {
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
          if (column >= 0)
            values[start + (row - first[rowVertex]) * wide + column - first[columnVertex]] +=
              k[(6 * a + i) * size + 6 * b + j];
        }
      }
    }
  }
}

/**
 * Where blocks of an element's matrix lie in the whole: for each pair of nodes, the second not after the first, the first value of their block, and a
 * minus before it (less one) where the block stands the other way round.
 * @returns none where some freedom is held or follows others: the element is added number by number then
 */
export function placesOf(analysis: AnalysisModel, nodes: ArrayLike<number>): Int32Array | undefined {
  const { equations, pattern, vertexOf, maps } = analysis;
  const places = new Int32Array((nodes.length * (nodes.length + 1)) / 2);
  const vertices = Array.from({ length: nodes.length }, (_, a) => vertexAt(equations, vertexOf, nodes[a]));
  for (let a = 0; a < nodes.length; a++) {
    const vertex = vertices[a];
    if (maps.has(nodes[a]) || vertex < 0 || pattern.width[vertex] !== 6) return undefined;
    for (let i = 0; i < 6; i++) if (equations[6 * nodes[a] + i] !== pattern.first[vertex] + i) return undefined;
  }
  let n = 0;
  for (let a = 0; a < nodes.length; a++)
    for (let b = 0; b <= a; b++) {
      const [row, column] = [Math.max(vertices[a], vertices[b]), Math.min(vertices[a], vertices[b])];
      const start = pattern.valueStart[blockAt(pattern, row, column)];
      places[n++] = vertices[a] >= vertices[b] ? start : -start - 1;
    }
  return places;
}

/** Adds the lower half by rows of an element's matrix where `placesOf` says. */
export function addHalf(half: Float64Array, places: Int32Array, values: Float64Array): void {
  for (let a = 0, n = 0; n < places.length; a++)
    for (let b = 0; b <= a; b++, n++) {
      const place = places[n];
      for (let i = 0; i < 6; i++) {
        const row = 6 * a + i;
        let from = (row * (row + 1)) / 2 + 6 * b;
        if (a === b) {
          // of a node with itself the lower half is there, and serves for both
          for (let j = 0; j < i; j++, from++) {
            values[place + 6 * i + j] += half[from];
            values[place + 6 * j + i] += half[from];
          }
          values[place + 7 * i] += half[from];
        } else if (place >= 0) for (let j = 0; j < 6; j++) values[place + 6 * i + j] += half[from + j];
        else for (let j = 0; j < 6; j++) values[-place - 1 + 6 * j + i] += half[from + j];
      }
    }
}

function vertexAt(equations: Int32Array, vertexOf: Int32Array, node: number): number {
  for (let i = 0; i < 6; i++) if (equations[6 * node + i] >= 0) return vertexOf[equations[6 * node + i]];
  return -1;
}

/** Columns of G for one element: the equation, the node's place in the element, and how its six freedoms follow; grown when an element needs more. */
let columnEquation = new Int32Array(64);
let columnNode = new Int32Array(64);
let columnFactors = new Float64Array(384);
let columnCount = 0;

function addColumn(equation: number, node: number, map: NodeMap | undefined, at: number): void {
  if (columnCount === columnEquation.length) {
    const [equations, nodes, factors] = [columnEquation, columnNode, columnFactors];
    (columnEquation = new Int32Array(2 * equations.length)).set(equations);
    (columnNode = new Int32Array(2 * nodes.length)).set(nodes);
    (columnFactors = new Float64Array(2 * factors.length)).set(factors);
  }
  columnEquation[columnCount] = equation;
  columnNode[columnCount] = node;
  for (let i = 0; i < 6; i++)
    columnFactors[6 * columnCount + i] = map ? map.matrix[i * map.equations.length + at] : i === at ? 1 : 0;
  columnCount++;
}

/** Gᵀ k G where some node's freedoms follow from several equations; a column of G touches one node only. */
function addMapped(analysis: AnalysisModel, nodes: ArrayLike<number>, k: Float64Array, values: Float64Array): void {
  const { equations, maps, pattern, vertexOf } = analysis;
  const size = 6 * nodes.length;
  columnCount = 0;
  for (let a = 0; a < nodes.length; a++) {
    const map = maps.get(nodes[a]);
    if (map) for (let c = 0; c < map.equations.length; c++) addColumn(map.equations[c], a, map, c);
    else
      for (let i = 0; i < 6; i++)
        if (equations[6 * nodes[a] + i] >= 0) addColumn(equations[6 * nodes[a] + i], a, undefined, i);
  }
  const product = new Float64Array(size);
  for (let c = 0; c < columnCount; c++) {
    const from = 6 * columnNode[c];
    for (let i = 0; i < size; i++) {
      let sum = 0;
      for (let j = 0; j < 6; j++) sum += k[i * size + from + j] * columnFactors[6 * c + j];
      product[i] = sum;
    }
    const columnVertex = vertexOf[columnEquation[c]];
    const column = columnEquation[c] - pattern.first[columnVertex];
    let block = -1;
    let blockOf = -1; // vertex whose block was looked up last
    for (let r = 0; r < columnCount; r++) {
      const rowVertex = vertexOf[columnEquation[r]];
      if (rowVertex < columnVertex) continue;
      const to = 6 * columnNode[r];
      let sum = 0;
      for (let i = 0; i < 6; i++) sum += columnFactors[6 * r + i] * product[to + i];
      if (sum === 0) continue;
      if (rowVertex !== blockOf) {
        blockOf = rowVertex;
        block = pattern.valueStart[blockAt(pattern, rowVertex, columnVertex)];
      }
      values[block + (columnEquation[r] - pattern.first[rowVertex]) * pattern.width[columnVertex] + column] += sum;
    }
  }
}

/** Forces on nodes (six each, global) as a right-hand side over the equations. */
export function toEquations({ equations, maps, equationCount }: AnalysisModel, nodal: Float64Array): Float64Array {
  const right = new Float64Array(equationCount);
  for (let i = 0; i < equations.length; i++) if (equations[i] >= 0) right[equations[i]] += nodal[i];
  for (const [node, { equations: own, matrix }] of maps) {
    for (let c = 0; c < own.length; c++)
      for (let i = 0; i < 6; i++) right[own[c]] += matrix[i * own.length + c] * nodal[6 * node + i];
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
