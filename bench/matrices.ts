import { patternOf, blockAt, type BlockMatrix } from '~core/fem';

/** A matrix as a building gives it: patterns and sizes are real, values only positive definite, which is all that speed depends on. */
export interface TestMatrix {
  readonly name: string;
  readonly matrix: BlockMatrix;
  readonly positions: Float64Array;
}

/** Couples the freedoms of elements of some nodes each: (I − 1 1ᵀ / m) ⊗ W with a full W, and a little on the diagonal. */
function assembled(name: string, positions: number[], elements: number[][], width: number): TestMatrix {
  const used = [...new Set(elements.flat())].sort((a, b) => a - b);
  const renumber = new Int32Array(positions.length / 3).fill(-1);
  used.forEach((node, i) => (renumber[node] = i));
  const groupStart = new Int32Array(elements.length + 1);
  elements.forEach((nodes, e) => (groupStart[e + 1] = groupStart[e] + nodes.length));
  const groups = new Int32Array(groupStart[elements.length]);
  elements.forEach((nodes, e) => nodes.forEach((node, i) => (groups[groupStart[e] + i] = renumber[node])));
  const pattern = patternOf(new Int32Array(used.length).fill(width), groupStart, groups);
  const values = new Float64Array(pattern.valueStart[pattern.valueStart.length - 1]);
  elements.forEach((_, e) => {
    const m = groupStart[e + 1] - groupStart[e];
    for (let a = groupStart[e]; a < groupStart[e + 1]; a++) {
      for (let b = groupStart[e]; b < groupStart[e + 1]; b++) {
        if (groups[a] < groups[b]) continue;
        const from = pattern.valueStart[blockAt(pattern, groups[a], groups[b])];
        const share = (a === b ? 1 : 0) - 1 / m;
        for (let i = 0; i < width; i++)
          for (let j = 0; j < width; j++)
            values[from + i * width + j] += share * (i === j ? 3 : 0.3) + (a === b && i === j ? 1e-3 : 0);
      }
    }
  });
  return {
    name,
    matrix: { pattern, values },
    positions: Float64Array.from(used.flatMap((node) => positions.slice(3 * node, 3 * node + 3))),
  };
}

function frame(name: string, nx: number, ny: number, storeys: number): TestMatrix {
  const at = (i: number, j: number, k: number) => (k * (ny + 1) + j) * (nx + 1) + i;
  const positions: number[] = [];
  const elements: number[][] = [];
  for (let k = 0; k < storeys; k++)
    for (let j = 0; j <= ny; j++)
      for (let i = 0; i <= nx; i++) {
        positions.push(6 * i, 6 * j, 3.2 * (k + 1));
        if (k + 1 < storeys) elements.push([at(i, j, k), at(i, j, k + 1)]);
        if (i < nx) elements.push([at(i, j, k), at(i + 1, j, k)]);
        if (j < ny) elements.push([at(i, j, k), at(i, j + 1, k)]);
      }
  return assembled(name, positions, elements, 6);
}

/** Square floors of quadrilaterals, columns on a grid between them. */
function floors(
  name: string,
  size: number,
  mesh: number,
  count: number,
  grid: number,
  width: number,
  walls = false,
): TestMatrix {
  const n = Math.round(size / mesh);
  const g = Math.round(grid / mesh);
  const layer = (n + 1) * (n + 1);
  const positions: number[] = [];
  const elements: number[][] = [];
  const at = (i: number, j: number, k: number) => k * layer + j * (n + 1) + i;
  for (let k = 0; k < count; k++)
    for (let j = 0; j <= n; j++) for (let i = 0; i <= n; i++) positions.push(mesh * i, mesh * j, 3 * k);
  for (let k = 0; k < count; k++)
    for (let j = 0; j <= n; j++)
      for (let i = 0; i <= n; i++) {
        if (i < n && j < n) elements.push([at(i, j, k), at(i + 1, j, k), at(i + 1, j + 1, k), at(i, j + 1, k)]);
        if (k + 1 < count && i % g === 0 && j % g === 0) elements.push([at(i, j, k), at(i, j, k + 1)]);
      }
  if (walls) {
    const parts = Math.round(3 / mesh);
    for (const [from, to, fixed, alongX] of [
      [g, 2 * g, g, true],
      [g, 2 * g, 2 * g, true],
      [g, 2 * g, g, false],
      [g, 2 * g, 2 * g, false],
    ] as const) {
      const column = (t: number) => (alongX ? [t, fixed] : [fixed, t]);
      for (let k = 0; k + 1 < count; k++) {
        const rows: number[][] = [];
        for (let level = 0; level <= parts; level++) {
          rows.push([]);
          for (let t = from; t <= to; t++) {
            const [i, j] = column(t);
            if (level === 0 || level === parts) rows[level].push(at(i, j, level === 0 ? k : k + 1));
            else rows[level].push(positions.push(mesh * i, mesh * j, 3 * k + (3 * level) / parts) / 3 - 1);
          }
        }
        for (let level = 0; level < parts; level++)
          for (let t = 0; t < to - from; t++)
            elements.push([rows[level][t], rows[level][t + 1], rows[level + 1][t + 1], rows[level + 1][t]]);
      }
    }
  }
  return assembled(name, positions, elements, width);
}

export const testMatrices: readonly {
  readonly name: string;
  readonly limit: number;
  readonly make: () => TestMatrix;
}[] = [
  { name: 'frame 10 × 10 × 20', limit: 1.4, make: () => frame('frame 10 × 10 × 20', 10, 10, 20) },
  { name: 'frame 15 × 15 × 40', limit: 1.4, make: () => frame('frame 15 × 15 × 40', 15, 15, 40) },
  { name: 'plate floor, 3 a node', limit: 1, make: () => floors('plate floor, 3 a node', 40, 0.25, 1, 8, 3) },
  { name: 'shell floor, 6 a node', limit: 1.4, make: () => floors('shell floor, 6 a node', 40, 0.25, 1, 8, 6) },
  { name: 'ten shell floors', limit: 1, make: () => floors('ten shell floors', 30, 0.5, 10, 6, 6) },
  { name: 'ten floors with walls', limit: 1, make: () => floors('ten floors with walls', 30, 0.5, 10, 6, 6, true) },
];
