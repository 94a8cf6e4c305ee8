import { ByShape } from '../shell/alike';
import type { SolvedPanel, Solution } from '../solution';
import { cornerForces, localDisplacements, shellElement, shellForces, type ShellElement } from '../shell/shell-element';

/** Inner forces of a panel at the nodes of its mesh, averaged inside the panel only. */
export interface PanelForces {
  /** number of each node that the panel meets, ascending */
  readonly nodes: Int32Array;
  /** eight a node: nₓ n_y n_xy (N/m, + tension), mₓ m_y m_xy (N·m/m, + tension on the −z face), vₓ v_y (N/m); along the bars and across */
  readonly values: Float64Array;
}

interface PanelElements {
  readonly shells: readonly ShellElement[];
  readonly nodes: Int32Array;
  readonly at: ReadonlyMap<number, number>;
}

const elements = new WeakMap<SolvedPanel, PanelElements>();
/** The last elements made for a panel of an id: as long as its mesh is the same they serve every later solution. */
const lastOf = new Map<string, { panel: SolvedPanel; positions: Float64Array; made: PanelElements }>();
/** Of so many panels the last elements are kept. */
const mostKept = 60;

/** Whether the mesh of a panel and what it is made of are those of another. */
function isAlike(one: SolvedPanel, positions: Float64Array, other: SolvedPanel, others: Float64Array): boolean {
  const same = (a: ArrayLike<number> | undefined, b: ArrayLike<number> | undefined) =>
    a === b ||
    (a !== undefined &&
      b !== undefined &&
      a.length === b.length &&
      Array.prototype.every.call(a, (v, i) => v === b[i]));
  return (
    one.offset === other.offset &&
    same(one.start, other.start) &&
    same(one.nodes, other.nodes) &&
    same(one.along, other.along) &&
    same(one.section.membrane, other.section.membrane) &&
    same(one.section.bending, other.section.bending) &&
    same(one.section.shear, other.section.shear) &&
    one.nodes.every((node) => [0, 1, 2].every((k) => positions[3 * node + k] === others[3 * node + k]))
  );
}

/** The elements of a panel, made once; those of one shape are the same object. */
function elementsOf({ positions }: Pick<Solution, 'positions'>, panel: SolvedPanel): PanelElements {
  const known = elements.get(panel);
  if (known) return known;
  const last = lastOf.get(panel.id);
  if (last && isAlike(panel, positions, last.panel, last.positions)) {
    elements.set(panel, last.made);
    return last.made;
  }
  const alike = new ByShape((corners) => shellElement(corners, panel.section, panel.along, panel.offset, false));
  const shells: ShellElement[] = [];
  for (let e = 0; e + 1 < panel.start.length; e++)
    shells.push(
      alike.of(
        Array.from(panel.nodes.subarray(panel.start[e], panel.start[e + 1]), (node) =>
          positions.subarray(3 * node, 3 * node + 3),
        ),
      ),
    );
  const nodes = Int32Array.from(new Set(panel.nodes)).sort();
  const made = { shells, nodes, at: new Map(Array.from(nodes, (node, i) => [node, i])) };
  elements.set(panel, made);
  lastOf.delete(panel.id);
  lastOf.set(panel.id, { panel, positions, made });
  for (const id of lastOf.keys()) {
    if (lastOf.size <= mostKept) break;
    lastOf.delete(id);
  }
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
