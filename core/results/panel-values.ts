import { finderOf, panelForces, shellForces, type Solution, type SolvedPanel } from '../fem';
import type { ShownPart } from './shown';
import type { Quantity } from './quantities';

/** Values of a quantity at the nodes of a panel's mesh: of one state, or of an envelope the largest and smallest. */
export interface PanelBand {
  /** ascending */
  readonly nodes: Int32Array;
  readonly max: Float64Array;
  readonly min: Float64Array;
}

/** Reads a quantity from nₓ n_y n_xy mₓ m_y m_xy vₓ v_y, from place `at` on. @param thickness m */
type Read = (values: Float64Array, at: number, thickness: number) => number;

/** Stress (component 0–2: x, y, xy) of the elastic section at its top (side 1) or bottom (−1): moments are positive with tension at the bottom. */
const stress = (values: Float64Array, at: number, thickness: number, component: number, side: 1 | -1): number =>
  values[at + component] / thickness - (side * 6 * values[at + 3 + component]) / thickness ** 2;

const principal = (x: number, y: number, xy: number, sign: 1 | -1): number =>
  (x + y) / 2 + sign * Math.hypot((x - y) / 2, xy);

const stressAt =
  (component: number, side: 1 | -1): Read =>
  (values, at, thickness) =>
    stress(values, at, thickness, component, side);

const principalStress =
  (side: 1 | -1, sign: 1 | -1): Read =>
  (values, at, thickness) =>
    principal(
      stress(values, at, thickness, 0, side),
      stress(values, at, thickness, 1, side),
      stress(values, at, thickness, 2, side),
      sign,
    );

/** Quantities of slabs and walls that come from inner forces. Stresses are those of the whole, elastic section. */
const ofForces: Readonly<Partial<Record<Quantity, Read>>> = {
  ...Object.fromEntries(shellForces.map((name, k): [string, Read] => [name, (values, at) => values[at + k]])),
  m1: (values, at) => principal(values[at + 3], values[at + 4], values[at + 5], 1),
  m2: (values, at) => principal(values[at + 3], values[at + 4], values[at + 5], -1),
  v: (values, at) => Math.hypot(values[at + 6], values[at + 7]),
  sxt: stressAt(0, 1),
  sxb: stressAt(0, -1),
  syt: stressAt(1, 1),
  syb: stressAt(1, -1),
  txyt: stressAt(2, 1),
  txyb: stressAt(2, -1),
  s1t: principalStress(1, 1),
  s2t: principalStress(1, -1),
  s1b: principalStress(-1, 1),
  s2b: principalStress(-1, -1),
};

/**
 * A quantity over a panel. Moments per width are positive with tension on the −z face (the bottom of a floor); `w` is the movement along the panel's
 * normal (up in a floor), m; `p` is what soil below it pushes with, N/m², below zero where it pulls.
 * @param parts the state, or the states of an envelope; their inner forces are found state by state, so that principal moments are those of real states
 */
export function panelBand(
  solution: Solution,
  panel: SolvedPanel,
  parts: readonly ShownPart[],
  quantity: Quantity,
): PanelBand | undefined {
  const read = ofForces[quantity];
  if ((!read && quantity !== 'w' && quantity !== 'p') || parts.length === 0 || isWithout(panel, quantity))
    return undefined;
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
      const value = read
        ? read(found.values, 8 * i, panel.thickness)
        : quantity === 'p'
          ? state.soil![panel.soil!.from + i]
          : alongNormal(panel, state.displacements, found.nodes[i]);
      if (value > max[i]) max[i] = value;
      if (value < min[i]) min[i] = value;
    }
  }
  return { nodes: nodes!, max, min };
}

/** The number of the node of a slab or wall, its zones included, that moves most along an axis (0 x, 1 y, 2 z); undefined where it is not meshed. */
export function mostMoved(
  { panels }: Pick<Solution, 'panels'>,
  id: string,
  displacements: Float64Array,
  axis: number,
): number | undefined {
  let most: number | undefined;
  for (const panel of panels ?? []) {
    if (panel.id !== id) continue;
    for (const node of panel.nodes)
      if (most === undefined || Math.abs(displacements[6 * node + axis]) > Math.abs(displacements[6 * most + axis]))
        most = node;
  }
  return most;
}

/** Whether a zone has nothing of a quantity: a rigid head moves, and has no inner forces; what lies on no soil has no pressure. */
export const isWithout = ({ isRigid, soil }: SolvedPanel, quantity: Quantity): boolean =>
  quantity === 'p' ? soil === undefined : isRigid === true && quantity in ofForces;

/** The least and the largest value of a quantity over a panel, and the numbers of the nodes at which they stand. */
export interface PanelExtremes {
  readonly least: number;
  readonly most: number;
  readonly leastAt: number;
  readonly mostAt: number;
}

/** The least and largest of quantities over a panel in one state, as `panelBand` counts them. */
export function panelExtremes(
  solution: Solution,
  panel: SolvedPanel,
  state: ShownPart['state'],
  wanted: readonly Quantity[],
): PanelExtremes[] {
  const { nodes, values } = panelForces(solution, panel, state);
  return wanted.map((quantity) => {
    const read: Read | undefined =
      quantity === 'p'
        ? (_, at) => (panel.soil && state.soil ? state.soil[panel.soil.from + at / 8] : NaN)
        : ofForces[quantity];
    let [least, most, leastAt, mostAt] = [Infinity, -Infinity, -1, -1];
    nodes.forEach((node, i) => {
      const value = read ? read(values, 8 * i, panel.thickness) : alongNormal(panel, state.displacements, node);
      if (value < least) [least, leastAt] = [value, node];
      if (value > most) [most, mostAt] = [value, node];
    });
    return { least, most, leastAt, mostAt };
  });
}

/** Which principal value a quantity is, and of what: moments, or stresses at a side. */
const principals: Readonly<Partial<Record<Quantity, { readonly first: boolean; readonly side?: 1 | -1 }>>> = {
  m1: { first: true },
  m2: { first: false },
  s1t: { first: true, side: 1 },
  s2t: { first: false, side: 1 },
  s1b: { first: true, side: -1 },
  s2b: { first: false, side: -1 },
};

/**
 * The directions in which a principal moment or stress acts, one an element, at its middle: six numbers each, from and to (global, m), as long as half
 * of the element is wide.
 * @returns none for quantities without a direction
 */
export function panelDirections(
  solution: Solution,
  panel: SolvedPanel,
  { state }: ShownPart,
  quantity: Quantity,
): Float32Array | undefined {
  const which = principals[quantity];
  if (!which) return undefined;
  const { nodes, values } = panelForces(solution, panel, state);
  const places = new Map(Array.from(nodes, (node, i) => [node, 8 * i]));
  const { normal, along, start, thickness } = panel;
  const across = [
    normal[1] * along[2] - normal[2] * along[1],
    normal[2] * along[0] - normal[0] * along[2],
    normal[0] * along[1] - normal[1] * along[0],
  ];
  const lines = new Float32Array(6 * (start.length - 1));
  for (let e = 0; e + 1 < start.length; e++) {
    const corners = panel.nodes.subarray(start[e], start[e + 1]);
    const mean = [0, 0, 0];
    const middle = [0, 0, 0];
    for (const node of corners)
      for (let k = 0; k < 3; k++) {
        const at = places.get(node)!;
        mean[k] += which.side ? stress(values, at, thickness, k, which.side) : values[at + 3 + k];
        middle[k] += solution.positions[3 * node + k] / corners.length;
      }
    const angle = Math.atan2(2 * mean[2], mean[0] - mean[1]) / 2 + (which.first ? 0 : Math.PI / 2);
    const size = Math.hypot(...[0, 1, 2].map((k) => solution.positions[3 * corners[0] + k] - middle[k])) / 2;
    for (let k = 0; k < 3; k++) {
      const reach = size * (Math.cos(angle) * along[k] + Math.sin(angle) * across[k]);
      lines[6 * e + k] = middle[k] - reach;
      lines[6 * e + 3 + k] = middle[k] + reach;
    }
  }
  return lines;
}

/**
 * What one panel shows less what another shows at the same places, whatever meshes both have: largest less largest, smallest less smallest. NaN where
 * the other is not.
 */
export function panelDifference(
  one: { readonly solution: Solution; readonly panel: SolvedPanel; readonly band: PanelBand },
  other: { readonly solution: Solution; readonly panel: SolvedPanel; readonly band: PanelBand },
): PanelBand {
  const finder = finderOf(other.panel, other.solution.positions);
  const places = new Map(Array.from(other.band.nodes, (node, i) => [node, i]));
  const less = (own: Float64Array, values: Float64Array) =>
    own.map((value, i) => {
      const node = one.band.nodes[i];
      const found = finder.at(one.solution.positions.subarray(3 * node, 3 * node + 3));
      if (!found) return NaN;
      const first = other.panel.start[found.element];
      return (
        value -
        found.shares.reduce((sum, share, k) => sum + share * values[places.get(other.panel.nodes[first + k])!], 0)
      );
    });
  return { nodes: one.band.nodes, max: less(one.band.max, other.band.max), min: less(one.band.min, other.band.min) };
}

const alongNormal = ({ normal }: SolvedPanel, displacements: Float64Array, node: number): number =>
  normal[0] * displacements[6 * node] +
  normal[1] * displacements[6 * node + 1] +
  normal[2] * displacements[6 * node + 2];
