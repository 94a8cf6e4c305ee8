import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { graphOf } from './block-matrix';
import { eliminationTree } from './elimination-tree';
import {
  analyse,
  blockAt,
  conditionEstimate,
  equationCount,
  Factorisation,
  kernelKinds,
  memoryNeeded,
  multiply,
  patternOf,
  runs,
  type BlockMatrix,
  type BlockPattern,
} from './index';
import { minimumDegreeOrder } from './minimum-degree';
import { nestedDissectionOrder } from './nested-dissection';
import { findSupernodes } from './supernodes';

/** A pattern in which the given pairs of vertices meet. */
function pairs(widths: readonly number[], edges: readonly (readonly [number, number])[]): BlockPattern {
  const groups = [...widths.map((_, v) => [v]), ...edges];
  const start = new Int32Array(groups.length + 1);
  groups.forEach((group, g) => (start[g + 1] = start[g] + group.length));
  return patternOf(Int32Array.from(widths), start, Int32Array.from(groups.flat()));
}

/** Random entries, and on the diagonal the sum of a row's sizes plus `extra`: positive definite for extra > 0. */
function filled(pattern: BlockPattern, random: () => number, extra: number): BlockMatrix {
  const values = new Float64Array(pattern.valueStart.at(-1)!);
  const sums = new Float64Array(equationCount(pattern));
  for (let v = 0; v < pattern.count; v++) {
    for (let b = pattern.columnStart[v]; b < pattern.columnStart[v + 1]; b++) {
      const row = pattern.blockRow[b];
      for (let i = 0; i < pattern.width[row]; i++) {
        for (let j = 0; j < pattern.width[v]; j++) {
          if (row === v && j > i) continue;
          const value = random() - 0.5;
          values[pattern.valueStart[b] + i * pattern.width[v] + j] = value;
          if (row === v) values[pattern.valueStart[b] + j * pattern.width[v] + i] = value;
          if (row !== v || i !== j) {
            sums[pattern.first[row] + i] += Math.abs(value);
            sums[pattern.first[v] + j] += Math.abs(value);
          }
        }
      }
    }
    for (let d = 0; d < pattern.width[v]; d++)
      values[pattern.valueStart[pattern.columnStart[v]] + d * (pattern.width[v] + 1)] = 0;
  }
  for (let v = 0; v < pattern.count; v++)
    for (let d = 0; d < pattern.width[v]; d++)
      values[pattern.valueStart[pattern.columnStart[v]] + d * (pattern.width[v] + 1)] =
        sums[pattern.first[v] + d] + extra;
  return { pattern, values };
}

function pseudoRandom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return state / 2147483648;
  };
}

const graphs = fc
  .integer({ min: 1, max: 50 })
  .chain((n) =>
    fc.tuple(
      fc.array(fc.integer({ min: 1, max: 6 }), { minLength: n, maxLength: n }),
      fc.array(fc.tuple(fc.nat(n - 1), fc.nat(n - 1)), { maxLength: 4 * n }),
      fc.nat(1e6),
    ),
  );

/** A box of vertices, each joined to its neighbours along the axes. */
function lattice(
  nx: number,
  ny: number,
  nz: number,
  width: number,
): { pattern: BlockPattern; positions: Float64Array } {
  const at = (x: number, y: number, z: number) => (z * ny + y) * nx + x;
  const edges: [number, number][] = [];
  const positions: number[] = [];
  for (let z = 0; z < nz; z++)
    for (let y = 0; y < ny; y++)
      for (let x = 0; x < nx; x++) {
        positions.push(6 * x, 5 * y, 3 * z);
        if (x + 1 < nx) edges.push([at(x, y, z), at(x + 1, y, z)]);
        if (y + 1 < ny) edges.push([at(x, y, z), at(x, y + 1, z)]);
        if (z + 1 < nz) edges.push([at(x, y, z), at(x, y, z + 1)]);
      }
  return { pattern: pairs(Array<number>(nx * ny * nz).fill(width), edges), positions: Float64Array.from(positions) };
}

const worst = (values: Float64Array) => values.reduce((most, value) => Math.max(most, Math.abs(value)), 0);

test('the kernel that ships is the one its source makes', () => {
  const made = execFileSync(
    process.execPath,
    [
      '--input-type=module',
      '-e',
      "import { kernelModule } from './scripts/kernel.mjs'; process.stdout.write(await kernelModule());",
    ],
    { encoding: 'utf8' },
  );
  expect(made === readFileSync('core/fem/sparse/kernel/binary.ts', 'utf8')).toBe(true);
}, 60000);

test('a block is found where the pattern has it, and nowhere else', () => {
  const pattern = pairs(
    [2, 3, 1, 6],
    [
      [0, 1],
      [2, 3],
      [3, 0],
    ],
  );
  expect(blockAt(pattern, 1, 0)).toBeGreaterThanOrEqual(0);
  expect(blockAt(pattern, 3, 0)).toBeGreaterThanOrEqual(0);
  expect(blockAt(pattern, 2, 0)).toBe(-1);
  expect(blockAt(pattern, 3, 1)).toBe(-1);
});

test('orders are permutations, with and without a halo, and so is a postorder of their trees', () => {
  fc.assert(
    fc.property(graphs, fc.nat(10), ([widths, edges], halo) => {
      const graph = graphOf(pairs(widths, edges));
      const all = Array.from({ length: widths.length }, (_, i) => i);
      const order = minimumDegreeOrder(graph);
      expect([...order].sort((a, b) => a - b)).toEqual(all);
      expect([...eliminationTree(graph, order).order].sort((a, b) => a - b)).toEqual(all);
      const inner = Math.max(0, widths.length - halo);
      expect([...minimumDegreeOrder(graph, widths.length - inner)].sort((a, b) => a - b)).toEqual(all.slice(0, inner));
    }),
    { numRuns: 300 },
  );
  const { pattern, positions } = lattice(14, 12, 6, 6);
  expect([...nestedDissectionOrder(graphOf(pattern), positions)].sort((a, b) => a - b)).toEqual(
    Array.from({ length: pattern.count }, (_, i) => i),
  );
});

test('a chain and a star are eliminated without fill', () => {
  const chain = graphOf(
    pairs(
      Array<number>(40).fill(1),
      Array.from({ length: 39 }, (_, i) => [i, i + 1] as const),
    ),
  );
  expect(findSupernodes(chain, eliminationTree(chain, minimumDegreeOrder(chain))).entries).toBe(40 + 39);
  const star = graphOf(
    pairs(
      Array<number>(40).fill(1),
      Array.from({ length: 39 }, (_, i) => [0, i + 1] as const),
    ),
  );
  expect(findSupernodes(star, eliminationTree(star, minimumDegreeOrder(star))).entries).toBe(40 + 39);
});

test('predicted entries are those that elimination makes, vertex by vertex', () => {
  fc.assert(
    fc.property(graphs, ([widths, edges]) => {
      const graph = graphOf(pairs(widths, edges));
      const tree = eliminationTree(graph, minimumDegreeOrder(graph));
      const neighbours = widths.map(() => new Set<number>());
      for (let v = 0; v < graph.count; v++)
        for (let p = graph.start[v]; p < graph.start[v + 1]; p++) neighbours[v].add(graph.adjacency[p]);
      let entries = 0;
      for (const v of tree.order) {
        const rest = [...neighbours[v]];
        entries += (widths[v] * (widths[v] + 1)) / 2 + widths[v] * rest.reduce((sum, u) => sum + widths[u], 0);
        for (const u of rest) {
          neighbours[u].delete(v);
          for (const w of rest) if (w !== u) neighbours[u].add(w);
        }
      }
      expect(findSupernodes(graph, tree).entries).toBe(entries);
    }),
  );
});

test('nested dissection makes less work of a large floor than minimum degree', () => {
  const { pattern, positions } = lattice(50, 50, 1, 3);
  const graph = graphOf(pattern);
  const work = (order: Int32Array) => findSupernodes(graph, eliminationTree(graph, order)).operations;
  expect(work(nestedDissectionOrder(graph, positions))).toBeLessThan(work(minimumDegreeOrder(graph)));
  expect(analyse(pattern, positions).ordering).toBe('nested dissection');
});

describe.each(kernelKinds.filter(runs))('the %s kernel', (kind) => {
  test('what is solved fits the equations, whatever the graph', () => {
    fc.assert(
      fc.property(graphs, ([widths, edges, seed]) => {
        const random = pseudoRandom(seed);
        const matrix = filled(pairs(widths, edges), random, 0.5);
        const factorisation = new Factorisation(analyse(matrix.pattern), kind);
        expect(factorisation.factoriseNow(matrix)).toBeUndefined();
        expect(factorisation.negativePivots).toBe(0);
        const right = Array.from({ length: 6 }, () => Float64Array.from({ length: factorisation.size }, random));
        for (const [c, x] of factorisation.solveMany(right).entries()) {
          expect(worst(multiply(matrix, x).map((value, i) => value - right[c][i]))).toBeLessThan(1e-9);
          expect(worst(factorisation.solve(right[c]).map((value, i) => value - x[i]))).toBeLessThan(1e-12);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('a box with fronts wider than a pivot block is solved, and its condition number is that of its eigenvalues', () => {
    const { pattern, positions } = lattice(9, 9, 6, 6);
    const matrix = filled(pattern, pseudoRandom(7), 0.01);
    const factorisation = new Factorisation(analyse(pattern, positions), kind);
    expect(factorisation.factoriseNow(matrix)).toBeUndefined();
    expect(Math.max(...factorisation.symbolic.pivots)).toBeGreaterThan(100);
    const b = Float64Array.from({ length: factorisation.size }, (_, i) => Math.sin(i));
    expect(worst(multiply(matrix, factorisation.solve(b)).map((value, i) => value - b[i]))).toBeLessThan(1e-9);
  });

  test('negative pivots count negative eigenvalues, and an indefinite matrix is solved', () => {
    fc.assert(
      fc.property(graphs, ([widths, edges, seed]) => {
        const random = pseudoRandom(seed);
        const matrix = filled(pairs(widths, edges), random, 0.5);
        // congruence D A D with some equations of another sign: A − 2 (the part of those equations) has as many negative eigenvalues as there are
        const { pattern, values } = matrix;
        const negative = Float64Array.from({ length: equationCount(pattern) }, () => (random() < 0.3 ? -1 : 1));
        const signed = values.map(() => 0);
        for (let v = 0; v < pattern.count; v++) {
          const from = pattern.valueStart[pattern.columnStart[v]];
          for (let i = 0; i < pattern.width[v]; i++)
            signed[from + i * (pattern.width[v] + 1)] =
              values[from + i * (pattern.width[v] + 1)] * negative[pattern.first[v] + i];
        }
        // diagonally dominant rows keep their sign when a fifth of the couplings is put back
        const shifted = { pattern, values: signed.map((value, i) => (value !== 0 ? value : 0.2 * values[i])) };
        const factorisation = new Factorisation(analyse(pattern), kind);
        expect(factorisation.factoriseNow(shifted)).toBeUndefined();
        expect(factorisation.negativePivots).toBe(negative.filter((sign) => sign < 0).length);
        const right = Array.from({ length: 2 }, () => Float64Array.from({ length: factorisation.size }, random));
        for (const [c, x] of factorisation.solveMany(right).entries())
          expect(worst(multiply(shifted, x).map((value, i) => value - right[c][i]))).toBeLessThan(1e-8);
      }),
      { numRuns: 60 },
    );
  });

  test('a part that nothing holds gives the motion in which it moves as one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 60 }), fc.nat(1000), (n, seed) => {
        const random = pseudoRandom(seed);
        const pattern = pairs(
          Array<number>(n).fill(1),
          Array.from({ length: n - 1 }, (_, i) => [i, i + 1] as const),
        );
        const values = new Float64Array(pattern.valueStart.at(-1)!);
        for (let i = 0; i + 1 < n; i++) {
          const spring = 0.5 + random();
          values[pattern.valueStart[blockAt(pattern, i, i)]] += spring;
          values[pattern.valueStart[blockAt(pattern, i + 1, i + 1)]] += spring;
          values[pattern.valueStart[blockAt(pattern, i + 1, i)]] -= spring;
        }
        const singular = new Factorisation(analyse(pattern), kind).factoriseNow({ pattern, values });
        expect(singular).toBeDefined();
        singular!.motion.forEach((value) => expect(value).toBeCloseTo(1, 6));
      }),
    );
  });
});

test('all kernels give the same answers to 1e-9', () => {
  const { pattern, positions } = lattice(8, 7, 9, 6);
  const matrix = filled(pattern, pseudoRandom(3), 0.1);
  const symbolic = analyse(pattern, positions);
  const b = Float64Array.from({ length: equationCount(pattern) }, (_, i) => Math.cos(3 * i));
  const answers = kernelKinds.filter(runs).map((kind) => {
    const factorisation = new Factorisation(symbolic, kind);
    factorisation.factoriseNow(matrix);
    return factorisation.solve(b);
  });
  for (const answer of answers)
    expect(worst(answer.map((value, i) => value - answers[0][i]))).toBeLessThan(1e-9 * worst(answers[0]));
});

test('the memory is known before it is taken, and what cannot be addressed is refused', () => {
  const { pattern, positions } = lattice(10, 10, 10, 6);
  const symbolic = analyse(pattern, positions);
  expect(new Factorisation(symbolic, 'plain').bytes).toBe(memoryNeeded(symbolic));
  expect(memoryNeeded(symbolic)).toBeGreaterThan(8 * symbolic.entries);
  expect(() => new Factorisation({ ...symbolic, stackEntries: 6e8 })).toThrow(/needs 4\.8 GB/);
});

test('the condition estimate of a diagonal is 1 whatever its scale, and grows as a chain gets longer', () => {
  const of = (n: number, scale: (i: number) => number) => {
    const pattern = pairs(
      Array<number>(n).fill(1),
      Array.from({ length: n - 1 }, (_, i) => [i, i + 1] as const),
    );
    const values = new Float64Array(pattern.valueStart.at(-1)!);
    for (let i = 0; i < n; i++) {
      values[pattern.valueStart[blockAt(pattern, i, i)]] = 2 * scale(i) ** 2;
      if (i > 0) values[pattern.valueStart[blockAt(pattern, i, i - 1)]] = -scale(i) * scale(i - 1);
    }
    const factorisation = new Factorisation(analyse(pattern));
    factorisation.factoriseNow({ pattern, values });
    return conditionEstimate({ pattern, values }, factorisation);
  };
  // the chain 2, −1: ‖A‖₁ = 4 and ‖A⁻¹‖₁ = (n + 1)²/8 for odd n (its middle column sums j(n + 1 − j)/2); halved and doubled by the scaling with 2
  for (const n of [9, 49])
    for (const scale of [() => 1, (i: number) => 10 ** (i % 7)])
      expect(of(n, scale) / ((4 * (n + 1) ** 2) / 8)).toBeCloseTo(1, 6);
});
