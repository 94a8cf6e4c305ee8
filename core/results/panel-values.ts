import { panelForces, shellForces, type Solution, type SolvedPanel } from '../fem';
import type { ShownPart } from './shown';
import type { Quantity } from './quantities';

/** Values of a quantity at the nodes of a panel's mesh: of one state, or of an envelope the largest and smallest. */
export interface PanelBand {
  /** ascending */
  readonly nodes: Int32Array;
  readonly max: Float64Array;
  readonly min: Float64Array;
}

/** Quantities of slabs and walls that come from inner forces, and how from nₓ n_y n_xy mₓ m_y m_xy vₓ v_y. */
const ofForces: Readonly<Partial<Record<Quantity, (values: Float64Array, at: number) => number>>> = {
  ...Object.fromEntries(shellForces.map((name, k) => [name, (values: Float64Array, at: number) => values[at + k]])),
  m1: (values, at) => principal(values, at, 1),
  m2: (values, at) => principal(values, at, -1),
};

const principal = (values: Float64Array, at: number, sign: 1 | -1): number =>
  (values[at + 3] + values[at + 4]) / 2 + sign * Math.hypot((values[at + 3] - values[at + 4]) / 2, values[at + 5]);

/**
 * A quantity over a panel. Moments per width are positive with tension on the −z face (the bottom of a floor); `w` is the movement along the panel's
 * normal (up in a floor), m.
 * @param parts the state, or the states of an envelope; their inner forces are found state by state, so that principal moments are those of real states
 */
export function panelBand(
  solution: Solution,
  panel: SolvedPanel,
  parts: readonly ShownPart[],
  quantity: Quantity,
): PanelBand | undefined {
  const read = ofForces[quantity];
  if ((!read && quantity !== 'w') || parts.length === 0) return undefined;
  let nodes: Int32Array | undefined;
  let [max, min] = [new Float64Array(), new Float64Array()];
  for (const { state } of parts) {
    const found = read
      ? panelForces(solution, panel, state)
      : { nodes: (nodes ??= Int32Array.from(new Set(panel.nodes)).sort()), values: new Float64Array() };
    if (max.length === 0) {
      nodes = found.nodes;
      max = new Float64Array(nodes.length).fill(-Infinity);
      min = new Float64Array(nodes.length).fill(Infinity);
    }
    for (let i = 0; i < max.length; i++) {
      const value = read ? read(found.values, 8 * i) : alongNormal(panel, state.displacements, found.nodes[i]);
      if (value > max[i]) max[i] = value;
      if (value < min[i]) min[i] = value;
    }
  }
  return { nodes: nodes!, max, min };
}

/** The least and largest of quantities over a panel in one state, as `panelBand` counts them. */
export function panelExtremes(
  solution: Solution,
  panel: SolvedPanel,
  part: ShownPart,
  wanted: readonly Quantity[],
): { readonly least: number; readonly most: number }[] {
  const { displacements } = part.state;
  const { nodes, values } = panelForces(solution, panel, part.state);
  return wanted.map((quantity) => {
    const read = ofForces[quantity];
    let [least, most] = [Infinity, -Infinity];
    nodes.forEach((node, i) => {
      const value = read ? read(values, 8 * i) : alongNormal(panel, displacements, node);
      least = Math.min(least, value);
      most = Math.max(most, value);
    });
    return { least, most };
  });
}

const alongNormal = ({ normal }: SolvedPanel, displacements: Float64Array, node: number): number =>
  normal[0] * displacements[6 * node] +
  normal[1] * displacements[6 * node + 1] +
  normal[2] * displacements[6 * node + 2];
