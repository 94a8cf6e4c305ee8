import type { SolvedPanel, Solution } from '../solution';
import { cornerForces, localDisplacements, shellElement, shellForces, type ShellElement } from '../shell/shell-element';

/** Inner forces of a panel at the nodes of its mesh, averaged inside the panel only. */
export interface PanelForces {
  /** number of each node that the panel meets, ascending */
  readonly nodes: Int32Array;
  /** eight a node: nₓ n_y n_xy (N/m, + tension), mₓ m_y m_xy (N·m/m, + tension on the −z face), vₓ v_y (N/m); along the bars and across */
  readonly values: Float64Array;
}

const elements = new WeakMap<SolvedPanel, { shells: ShellElement[]; nodes: Int32Array; at: Map<number, number> }>();

/** The elements of a panel, made once; those of one shape are the same object. */
function elementsOf(solution: Pick<Solution, 'positions'>, panel: SolvedPanel) {
  const known = elements.get(panel);
  if (known) return known;
  const { positions } = solution;
  const alike = new Map<string, ShellElement>();
  const shells: ShellElement[] = [];
  for (let e = 0; e + 1 < panel.start.length; e++) {
    const corners = Array.from(panel.nodes.subarray(panel.start[e], panel.start[e + 1]), (node) =>
      positions.subarray(3 * node, 3 * node + 3),
    );
    const key = corners
      .flatMap((corner) => [0, 1, 2].map((k) => Math.round((corner[k] - corners[0][k]) * 1e9)))
      .join(' ');
    let shell = alike.get(key);
    if (!shell) alike.set(key, (shell = shellElement(corners, panel.section, panel.along, panel.offset)));
    shells.push(shell);
  }
  const nodes = Int32Array.from(new Set(panel.nodes)).sort();
  const made = { shells, nodes, at: new Map(Array.from(nodes, (node, i) => [node, i])) };
  elements.set(panel, made);
  return made;
}

/** Inner forces of a panel in a state. @param displacements six a node, global, m and rad */
export function panelForces(
  solution: Pick<Solution, 'positions'>,
  panel: SolvedPanel,
  displacements: Float64Array,
): PanelForces {
  const { shells, nodes, at } = elementsOf(solution, panel);
  const width = shellForces.length;
  const values = new Float64Array(width * nodes.length);
  const times = new Float64Array(nodes.length);
  const global = new Float64Array(24);
  const local = new Float64Array(24);
  const corners = new Float64Array(4 * width);
  shells.forEach((shell, e) => {
    const list = panel.nodes.subarray(panel.start[e], panel.start[e + 1]);
    list.forEach((node, a) => global.set(displacements.subarray(6 * node, 6 * node + 6), 6 * a));
    localDisplacements(shell, global, local);
    cornerForces(shell, local, corners);
    list.forEach((node, a) => {
      const i = at.get(node)!;
      times[i]++;
      for (let k = 0; k < width; k++) values[width * i + k] += corners[width * a + k];
    });
  });
  nodes.forEach((_, i) => {
    for (let k = 0; k < width; k++) values[width * i + k] /= times[i];
  });
  return { nodes, values };
}
