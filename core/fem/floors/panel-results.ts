import { ByShape } from '../shell/alike';
import type { SolvedPanel, Solution } from '../solution';
import { shellElement } from '../shell/shell-element';
import type { ShellStiffness } from '../shell/shell-stiffness';
import { addCornerForces, forceMatrix, heldForces, shellForces, type ForceMatrix } from '../shell/shell-forces';

/** Inner forces of a panel at the nodes of its mesh, averaged inside the panel only. */
export interface PanelForces {
  /** number of each node that the panel meets, ascending */
  readonly nodes: Int32Array;
  /** eight a node: nₓ n_y n_xy (N/m, + tension), mₓ m_y m_xy (N·m/m, + tension on the −z face), vₓ v_y (N/m); along the bars and across */
  readonly values: Float64Array;
}

interface PanelElements {
  readonly matrices: readonly ForceMatrix[];
  readonly byShape: ByShape<ForceMatrix>;
  readonly nodes: Int32Array;
  /** place in `nodes` of each corner of each element */
  readonly at: Int32Array;
}

const elements = new WeakMap<SolvedPanel, PanelElements>();
/** The last elements made for a panel of an id: as long as its mesh is the same they serve every later solution. */
const lastOf = new Map<string, { panel: SolvedPanel; positions: Float64Array; made: PanelElements }>();
/** Of so many panels the last elements are kept. */
const mostKept = 60;

/** The last of a panel's elements that are still kept, whatever its mesh. */
function lastOfPanel({ id, part = '' }: SolvedPanel) {
  let found: { panel: SolvedPanel; made: PanelElements } | undefined;
  for (const one of lastOf.values()) if (one.panel.id === id && (one.panel.part ?? '') === part) found = one;
  return found;
}

const cacheKey = ({ id, part = '', start, nodes }: SolvedPanel): string => `${id} ${part} ${start.length} ${nodes[0]}`;

const same = (a: ArrayLike<number> | undefined, b: ArrayLike<number> | undefined): boolean =>
  a === b ||
  (a !== undefined && b !== undefined && a.length === b.length && Array.prototype.every.call(a, (v, i) => v === b[i]));

/** Whether elements of one shape in a panel are those of another. */
const isMadeAlike = (one: SolvedPanel, other: SolvedPanel): boolean =>
  one.offset === other.offset &&
  same(one.along, other.along) &&
  same(one.section.membrane, other.section.membrane) &&
  same(one.section.bending, other.section.bending) &&
  same(one.section.shear, other.section.shear);

/** Whether the mesh of a panel and what it is made of are those of another. */
function isAlike(one: SolvedPanel, positions: Float64Array, other: SolvedPanel, others: Float64Array): boolean {
  return (
    isMadeAlike(one, other) &&
    same(one.start, other.start) &&
    same(one.nodes, other.nodes) &&
    one.nodes.every((node) => [0, 1, 2].every((k) => positions[3 * node + k] === others[3 * node + k]))
  );
}

/** The elements of a panel, made once; those of one shape are the same object. */
function elementsOf({ positions }: Pick<Solution, 'positions'>, panel: SolvedPanel): PanelElements {
  const known = elements.get(panel);
  if (known) return known;
  const last = lastOf.get(cacheKey(panel));
  if (last && isAlike(panel, positions, last.panel, last.positions)) {
    elements.set(panel, last.made);
    return last.made;
  }
  // an edit of an outline leaves most of a mesh as it was
  const earlier = lastOfPanel(panel);
  const byShape = new ByShape(
    (corners) => forceMatrix(shellElement(corners, panel.section, panel.along, panel.offset, false)),
    earlier && isMadeAlike(panel, earlier.panel) ? earlier.made.byShape : undefined,
  );
  const matrices: ForceMatrix[] = [];
  for (let e = 0; e + 1 < panel.start.length; e++)
    matrices.push(
      byShape.of(
        Array.from(panel.nodes.subarray(panel.start[e], panel.start[e + 1]), (node) =>
          positions.subarray(3 * node, 3 * node + 3),
        ),
      ),
    );
  byShape.forgetEarlier();
  const nodes = Int32Array.from(new Set(panel.nodes)).sort();
  const made = { matrices, byShape, nodes, at: placesIn(nodes, panel.nodes) };
  elements.set(panel, made);
  lastOf.delete(cacheKey(panel));
  lastOf.set(cacheKey(panel), { panel, positions, made });
  for (const id of lastOf.keys()) {
    if (lastOf.size <= mostKept) break;
    lastOf.delete(id);
  }
  return made;
}

/** Where each of some numbers stands in an ascending list. */
function placesIn(list: Int32Array, wanted: Int32Array): Int32Array {
  const last = list[list.length - 1];
  const places = new Int32Array(last + 1);
  list.forEach((number, i) => (places[number] = i));
  return Int32Array.from(wanted, (number) => places[number]);
}

/** What warmth alone would give while the panel is held, eight numbers as in `shellForces`; none: it is not warmed. */
function warmForces(
  { warmth }: Pick<Solution, 'warmth'>,
  { id, section, isRigid, thickness, panelThickness }: SolvedPanel,
  caseFactors: Float64Array,
): Float64Array | undefined {
  let [strain, curvature] = [0, 0];
  warmth?.forEach((list, c) => {
    for (const one of list) {
      if (one.panel !== id) continue;
      strain += caseFactors[c] * one.strain;
      // the difference lies across the thickness there is
      curvature += (caseFactors[c] * one.curvature * panelThickness) / thickness;
    }
  });
  if (isRigid || (strain === 0 && curvature === 0)) return undefined;
  return heldForces(section, { membrane: [strain, strain, 0], bending: [curvature, curvature, 0] });
}

/** A state of slabs and walls: movements, six a node, global, m and rad, and the factor of each load case in it. */
export interface PanelState {
  readonly displacements: Float64Array;
  readonly caseFactors: Float64Array;
  /** stiffness of each panel of the solution in this state, where it is another */
  readonly sections?: readonly ShellStiffness[] | undefined;
  /** states of which it is the sum, each with its factor, where they have another stiffness: their forces are summed, not made of the summed movements */
  readonly panelParts?: readonly (Omit<PanelState, 'panelParts'> & { readonly factor: number })[] | undefined;
}

const changed = new WeakMap<ShellStiffness, SolvedPanel>();

/** A panel with the stiffness it has in a state. */
function panelIn(
  { panels = [] }: Pick<Solution, 'panels'>,
  panel: SolvedPanel,
  { sections }: Pick<PanelState, 'sections'>,
): SolvedPanel {
  const section = sections?.[panels.indexOf(panel)];
  if (!section) return panel;
  let found = changed.get(section);
  if (!found) changed.set(section, (found = { ...panel, section }));
  return found;
}

/** Inner forces of a panel in a state. */
export function panelForces(
  solution: Pick<Solution, 'positions' | 'warmth' | 'panels'>,
  panel: SolvedPanel,
  state: PanelState,
): PanelForces {
  if (!state.panelParts) return forcesOf(solution, panelIn(solution, panel, state), state);
  let sum: PanelForces | undefined;
  for (const part of state.panelParts) {
    const { nodes, values } = forcesOf(solution, panelIn(solution, panel, part), part);
    sum ??= { nodes, values: new Float64Array(values.length) };
    for (let i = 0; i < values.length; i++) sum.values[i] += part.factor * values[i];
  }
  return sum ?? forcesOf(solution, panel, state);
}

function forcesOf(
  solution: Pick<Solution, 'positions' | 'warmth'>,
  panel: SolvedPanel,
  { displacements, caseFactors }: Pick<PanelState, 'displacements' | 'caseFactors'>,
): PanelForces {
  const { matrices, nodes, at } = elementsOf(solution, panel);
  const width = shellForces.length;
  const values = new Float64Array(width * nodes.length);
  const times = new Float64Array(nodes.length);
  const global = new Float64Array(24);
  const corners = new Float64Array(4 * width);
  for (let e = 0; e < matrices.length; e++) {
    const [from, to] = [panel.start[e], panel.start[e + 1]];
    for (let c = from; c < to; c++)
      for (let k = 0; k < 6; k++) global[6 * (c - from) + k] = displacements[6 * panel.nodes[c] + k];
    corners.fill(0);
    addCornerForces(matrices[e], global, corners);
    for (let c = from; c < to; c++) {
      const i = at[c];
      times[i]++;
      for (let k = 0; k < width; k++) values[width * i + k] += corners[width * (c - from) + k];
    }
  }
  const warm = warmForces(solution, panel, caseFactors);
  nodes.forEach((_, i) => {
    for (let k = 0; k < width; k++) values[width * i + k] = values[width * i + k] / times[i] + (warm ? warm[k] : 0);
  });
  return { nodes, values };
}
