import { analyse, bestKernel, Factorisation, multiply, patternOf } from '../../sparse';
import { blockAt } from '../../sparse/block-matrix';
import { initialForces, shellElement, shellStiffness, type InitialStrains, type ShellElement } from '../shell-element';
import { addCornerForces, forceMatrix, heldForces } from '../shell-forces';
import { panelStiffness, type PanelSection, type ShellStiffness } from '../shell-stiffness';

/** A structure of shells only, for problems of the literature. */
export interface ShellStructure {
  /** x, y, z, m */
  readonly nodes: readonly (readonly number[])[];
  readonly elements: readonly (readonly number[])[];
  readonly section: PanelSection | ShellStiffness;
  /** direction of the panel's x at an element; none: global x */
  readonly along?: readonly number[];
  /** which of a node's six freedoms are held */
  readonly held: (node: number, at: readonly number[]) => readonly boolean[];
  /** movements of held freedoms, six a node */
  readonly imposed?: (node: number, at: readonly number[]) => readonly number[];
  /** forces on nodes, six each */
  readonly loads?: ReadonlyMap<number, readonly number[]>;
  /** pressure towards global z, N/m², and weight of the surface, N/m² along global −z, spread evenly over an element's corners by their shapes */
  readonly pressure?: number;
  readonly initial?: InitialStrains;
}

/** Movements of nodes, six each, the elements, and the forces at their corners. */
export interface ShellAnswer {
  readonly u: Float64Array;
  readonly shells: readonly ShellElement[];
  /** eight numbers a corner, by element */
  readonly corners: readonly Float64Array[];
  /** work of the loads on the movements, N·m */
  readonly work: number;
}

/** Solves by the program's own elements and sparse factorisation. */
export function solveShells(structure: ShellStructure): ShellAnswer {
  const { nodes, elements, section, along = [1, 0, 0], held, imposed, loads, pressure = 0, initial } = structure;
  const made = 'E' in section ? panelStiffness(section) : section;
  const shells = elements.map((list) =>
    shellElement(
      list.map((i) => nodes[i]),
      made,
      along,
    ),
  );
  const touched = new Set(elements.flat());
  const equation = new Int32Array(6 * nodes.length).fill(-1);
  const u = new Float64Array(6 * nodes.length);
  const widths: number[] = [];
  const places: number[] = [];
  const vertex = new Int32Array(nodes.length).fill(-1);
  let count = 0;
  nodes.forEach((at, node) => {
    const fixed = held(node, at);
    const moved = imposed?.(node, at);
    let width = 0;
    for (let d = 0; d < 6; d++) {
      if (moved) u[6 * node + d] = fixed[d] ? moved[d] : 0;
      if (touched.has(node) && !fixed[d]) {
        equation[6 * node + d] = count++;
        width++;
      }
    }
    if (width === 0) return;
    vertex[node] = widths.length;
    widths.push(width);
    places.push(at[0], at[1], at[2]);
  });
  const groups = elements.map((list) => list.flatMap((node) => (vertex[node] >= 0 ? [vertex[node]] : [])));
  const starts = [0];
  for (const group of groups) starts.push(starts[starts.length - 1] + group.length);
  const pattern = patternOf(Int32Array.from(widths), Int32Array.from(starts), Int32Array.from(groups.flat()));
  const values = new Float64Array(pattern.valueStart[pattern.valueStart.length - 1]);
  const right = new Float64Array(count);
  const forces = new Float64Array(6 * nodes.length);
  for (const [node, load] of loads ?? []) load.forEach((value, d) => (forces[6 * node + d] += value));
  shells.forEach((shell, e) => {
    const list = elements[e];
    const size = 6 * list.length;
    const k = new Float64Array(size * size);
    shellStiffness(shell, k);
    const f = new Float64Array(size);
    if (initial) initialForces(shell, initial, f);
    const shares = cornerShares(shell);
    shares.forEach((share, a) => (f[6 * a + 2] += pressure * share));
    f.forEach((value, i) => (forces[6 * list[Math.floor(i / 6)] + (i % 6)] += value));
    for (let i = 0; i < size; i++) {
      const row = equation[6 * list[Math.floor(i / 6)] + (i % 6)];
      if (row < 0) continue;
      const rowVertex = vertex[list[Math.floor(i / 6)]];
      for (let j = 0; j < size; j++) {
        const other = list[Math.floor(j / 6)];
        const column = equation[6 * other + (j % 6)];
        if (column < 0) right[row] -= k[i * size + j] * u[6 * other + (j % 6)];
        else if (vertex[other] <= rowVertex) {
          const block = pattern.valueStart[blockAt(pattern, rowVertex, vertex[other])];
          values[
            block + (row - pattern.first[rowVertex]) * widths[vertex[other]] + column - pattern.first[vertex[other]]
          ] += k[i * size + j];
        }
      }
    }
  });
  forces.forEach((value, i) => {
    if (equation[i] >= 0) right[equation[i]] += value;
  });
  const matrix = { pattern, values };
  const factorisation = new Factorisation(analyse(pattern, Float64Array.from(places)), bestKernel());
  const steps = factorisation.factorise(matrix, { definite: true });
  let step = steps.next();
  while (!step.done) step = steps.next();
  if (step.value) throw new Error('the structure of shells is a mechanism');
  let [x] = factorisation.solveMany([right]);
  const gap = multiply(matrix, x).map((value, i) => right[i] - value);
  const [correction] = factorisation.solveMany([gap]);
  x = x.map((value, i) => value + correction[i]);
  equation.forEach((row, i) => {
    if (row >= 0) u[i] = x[row];
  });
  const corners = shells.map((shell, e) => {
    const found = new Float64Array(8 * shell.xs.length);
    addCornerForces(
      forceMatrix(shell),
      Float64Array.from(elements[e].flatMap((node) => Array.from(u.subarray(6 * node, 6 * node + 6)))),
      found,
    );
    if (initial)
      heldForces(made, initial).forEach((value, k) => {
        for (let a = 0; a < shell.xs.length; a++) found[8 * a + k] += value;
      });
    return found;
  });
  return { u, shells, corners, work: forces.reduce((sum, value, i) => sum + value * u[i], 0) };
}

/** ∫ N dA of each corner, m². */
export function cornerShares({ xs, ys }: Pick<ShellElement, 'xs' | 'ys'>): number[] {
  const n = xs.length;
  const triangle = (a: number, b: number, c: number) =>
    ((xs[b] - xs[a]) * (ys[c] - ys[a]) - (xs[c] - xs[a]) * (ys[b] - ys[a])) / 2;
  if (n === 3) return [0, 1, 2].map(() => triangle(0, 1, 2) / 3);
  // of a bilinear quadrilateral: ∫ Nᵢ det J = (2 detᵢ + the dets of its neighbours + …) by 2 × 2 points
  const g = 1 / Math.sqrt(3);
  const shares = [0, 0, 0, 0];
  for (const [r, s] of [
    [-g, -g],
    [g, -g],
    [g, g],
    [-g, g],
  ]) {
    const N = [(1 - r) * (1 - s), (1 + r) * (1 - s), (1 + r) * (1 + s), (1 - r) * (1 + s)].map((v) => v / 4);
    const dr = [-(1 - s), 1 - s, 1 + s, -(1 + s)].map((v) => v / 4);
    const ds = [-(1 - r), -(1 + r), 1 + r, 1 - r].map((v) => v / 4);
    const sum = (d: number[], list: ArrayLike<number>) => d.reduce((total, v, i) => total + v * list[i], 0);
    const det = sum(dr, xs) * sum(ds, ys) - sum(dr, ys) * sum(ds, xs);
    N.forEach((value, i) => (shares[i] += value * det));
  }
  return shares;
}

/** A grid of nx × ny quadrilaterals (or twice as many triangles) whose nodes are placed by shares 0…1 along both ways. */
export function gridOf(
  nx: number,
  ny: number,
  place: (a: number, b: number) => readonly number[],
  triangles = false,
): { nodes: (readonly number[])[]; elements: number[][]; at: (i: number, j: number) => number } {
  const at = (i: number, j: number) => j * (nx + 1) + i;
  const nodes: (readonly number[])[] = [];
  for (let j = 0; j <= ny; j++) for (let i = 0; i <= nx; i++) nodes.push(place(i / nx, j / ny));
  const elements: number[][] = [];
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      const quad = [at(i, j), at(i + 1, j), at(i + 1, j + 1), at(i, j + 1)];
      if (triangles) elements.push([quad[0], quad[1], quad[2]], [quad[0], quad[2], quad[3]]);
      else elements.push(quad);
    }
  return { nodes, elements, at };
}
