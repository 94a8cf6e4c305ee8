import fc from 'fast-check';
import { postordered } from './elimination-tree';
import { factorise, solveFactored, type Factor, type SingularPivot } from './ldl';
import { minimumDegreeOrder } from './minimum-degree';
import { multiply, type SymmetricMatrix } from './symmetric-matrix';

/** The matrix of a random graph: −weight between neighbours, the sum of weights on the diagonal, plus a little where it is held. */
function graphMatrix(n: number, edges: readonly [number, number, number][], held: (vertex: number) => number): SymmetricMatrix {
  const neighbours: number[][] = Array.from({ length: n }, () => []);
  const weights = new Map<string, number>();
  for (const [a, b, weight] of edges) {
    if (a === b || weights.has(`${a} ${b}`)) continue;
    weights.set(`${a} ${b}`, weight).set(`${b} ${a}`, weight);
    neighbours[a].push(b);
    neighbours[b].push(a);
  }
  const order = postordered(minimumDegreeOrder(neighbours), neighbours);
  const place = new Int32Array(n);
  order.forEach((vertex, k) => (place[vertex] = k));
  const colStart = new Int32Array(n + 1);
  const rows: number[] = [];
  const values: number[] = [];
  order.forEach((vertex, column) => {
    for (const neighbour of neighbours[vertex].filter((one) => place[one] < column).sort((a, b) => place[a] - place[b])) {
      rows.push(place[neighbour]);
      values.push(-weights.get(`${vertex} ${neighbour}`)!);
    }
    rows.push(column);
    values.push(neighbours[vertex].reduce((sum, neighbour) => sum + weights.get(`${vertex} ${neighbour}`)!, 0) + held(vertex));
    colStart[column + 1] = rows.length;
  });
  return { size: n, colStart, rowIndex: Int32Array.from(rows), values: Float64Array.from(values) };
}

function run(matrix: SymmetricMatrix): Factor | SingularPivot {
  const steps = factorise(matrix);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

const graphs = fc.integer({ min: 1, max: 60 }).chain((n) => fc.tuple(fc.constant(n), fc.array(fc.tuple(fc.integer({ min: 0, max: n - 1 }), fc.integer({ min: 0, max: n - 1 }), fc.double({ min: 0.1, max: 9, noNaN: true })), { maxLength: 4 * n })));

test('orders are permutations', () => {
  fc.assert(fc.property(graphs, ([n, edges]) => {
    const neighbours: number[][] = Array.from({ length: n }, () => []);
    for (const [a, b] of edges) {
      if (a === b || neighbours[a].includes(b)) continue;
      neighbours[a].push(b);
      neighbours[b].push(a);
    }
    const order = postordered(minimumDegreeOrder(neighbours), neighbours);
    expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: n }, (_, i) => i));
  }));
});

test('what is solved fits the equations, whatever the graph', () => {
  fc.assert(fc.property(graphs, fc.double({ min: 0.5, max: 5, noNaN: true }), ([n, edges], spring) => {
    const matrix = graphMatrix(n, edges, () => spring);
    const factor = run(matrix);
    if ('motion' in factor) throw new Error('a sound matrix was taken for singular');
    const b = Float64Array.from({ length: n }, (_, i) => Math.sin(i + 1));
    const back = multiply(matrix, solveFactored(factor, b));
    back.forEach((value, i) => expect(Math.abs(value - b[i])).toBeLessThan(1e-9));
  }), { numRuns: 200 });
});

test('a long grid has panels as wide as allowed and is solved all the same', () => {
  const [across, along] = [14, 60];
  const edges: [number, number, number][] = [];
  for (let i = 0; i < across; i++) for (let j = 0; j < along; j++) {
    const v = i * along + j;
    if (j + 1 < along) edges.push([v, v + 1, 1 + (v % 3)]);
    if (i + 1 < across) edges.push([v, v + along, 2]);
    if (i + 1 < across && j + 1 < along) edges.push([v, v + along + 1, 0.5]);
  }
  const matrix = graphMatrix(across * along, edges, (vertex) => (vertex === 0 ? 1 : 0));
  const factor = run(matrix);
  if ('motion' in factor) throw new Error('taken for singular');
  const b = new Float64Array(across * along).fill(1);
  multiply(matrix, solveFactored(factor, b)).forEach((value) => expect(Math.abs(value - 1)).toBeLessThan(1e-6));
});

test('a part that nothing holds gives the motion in which it moves as one', () => {
  fc.assert(fc.property(fc.integer({ min: 2, max: 40 }), (n) => {
    const edges = Array.from({ length: n - 1 }, (_, i): [number, number, number] => [i, i + 1, 1 + (i % 4)]);
    const matrix = graphMatrix(n, edges, () => 0);
    const singular = run(matrix);
    if (!('motion' in singular)) throw new Error('not taken for singular');
    expect(singular.row).toBe(n - 1);
    singular.motion.forEach((value) => expect(value).toBeCloseTo(1, 6));
  }));
});
