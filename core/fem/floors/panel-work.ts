import { ByShape } from '../shell/alike';
import { shellElement, shellStiffness } from '../shell/shell-element';
import type { SolvedPanel, Solution } from '../solution';

/**
 * Virtual work of a zone's elements: ū K u summed over them, which is ∫ of the forces of one state times the strains of the other, N·m.
 * @param one   movements, six a node, global, m and rad @param other of the other state
 */
export function panelWork(
  { positions }: Pick<Solution, 'positions'>,
  panel: SolvedPanel,
  one: Float64Array,
  other: Float64Array,
): number {
  const alike = new ByShape((corners) => {
    const matrix = new Float64Array(36 * corners.length * corners.length);
    shellStiffness(shellElement(corners, panel.section, panel.along, panel.offset), matrix);
    return matrix;
  });
  let work = 0;
  for (let e = 0; e + 1 < panel.start.length; e++) {
    const nodes = panel.nodes.subarray(panel.start[e], panel.start[e + 1]);
    const matrix = alike.of(Array.from(nodes, (node) => positions.subarray(3 * node, 3 * node + 3)));
    const size = 6 * nodes.length;
    for (let i = 0; i < size; i++) {
      const left = one[6 * nodes[Math.floor(i / 6)] + (i % 6)];
      if (left === 0) continue;
      let sum = 0;
      for (let j = 0; j < size; j++) sum += matrix[i * size + j] * other[6 * nodes[Math.floor(j / 6)] + (j % 6)];
      work += left * sum;
    }
  }
  return work;
}
