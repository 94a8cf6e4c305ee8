import { downwardByPlace, storeyLoads } from '../loading';
import { gridLinesAlong, inOrder, meshedPanels, onLevel, storeysUpward, type Model, type Storey } from '../model';
import { finderOf, type Solution } from '../fem';
import type { LoadState } from './state';
import { wallAtLevel } from './wall-storeys';

/** Shears below this share of the gravity load say nothing of stability. */
const leastShear = 1e-4;

/** One storey under one load state; x and y in pairs. */
export interface StoreyResult {
  readonly storey: Storey;
  readonly below: Storey;
  /** m */
  readonly height: number;
  /** largest horizontal movement of a node against the one below it, by size, m */
  readonly drift: readonly [number, number];
  /** of the mean movements, m */
  readonly meanDrift: readonly [number, number];
  /** drift over height */
  readonly ratio: readonly [number, number];
  /** the node that drifts most; empty: none does, or a place of a wall without one */
  readonly node: readonly [string, string];
  /** horizontal load at and above the storey, N */
  readonly shear: readonly [number, number];
  /** gravity load at and above the storey, N downward */
  readonly gravity: number;
  /** gravity load that comes in at the storey, N downward */
  readonly own: number;
  /** moment of the horizontal loads above about the foot of the storey: about y by those in x, and about x by those in y, N·m */
  readonly overturning: readonly [number, number];
  /**
   * P Δ / (V h) with the mean drift: the stability coefficient θ of ASCE 7-22 12.8.7 (Δ over C_d / I_e is the elastic drift) and, of a first-order
   * state with cracked stiffness (6.6.3.1.1), Q of ACI 318-19 6.6.4.4.1; null where no shear acts
   */
  readonly stability: readonly [number | null, number | null];
}

/** A place at a level that moves as nodes do: one of them, or several of a mesh by their shares. */
interface Place {
  readonly x: number;
  readonly y: number;
  /** id of the node; empty: a place of a wall */
  readonly id: string;
  readonly nodes: readonly number[];
  readonly shares: readonly number[];
}

interface Pair {
  readonly top: Place;
  readonly bottom: Place;
}

interface Level {
  readonly storey: Storey;
  readonly places: readonly Place[];
}

/** How far a place moves along x or y, m. */
const movementOf = (displacements: Float64Array, { nodes, shares }: Place, axis: 0 | 1): number =>
  nodes.reduce((sum, n, i) => sum + shares[i] * displacements[6 * n + axis], 0);

/** Storeys of one model and solution: what stands above what is found once, and the loads of each case. */
export class StoreyBook {
  private readonly levels: Level[];
  private readonly pairs: Pair[][];
  private readonly loads = new Map<string, ReturnType<typeof storeyLoads>>();

  constructor(
    private readonly model: Model,
    private readonly solution: Solution,
  ) {
    const { positions, nodeIds } = solution;
    this.levels = storeysUpward(model)
      .map((storey) => {
        const nodes = nodeIds.flatMap((id, i): Place[] =>
          id in model.nodes && Math.abs(positions[3 * i + 2] - storey.elevation) < onLevel
            ? [{ x: positions[3 * i], y: positions[3 * i + 1], id, nodes: [i], shares: [1] }]
            : [],
        );
        const isNode = ({ x, y }: Place) => nodes.some((one) => Math.hypot(one.x - x, one.y - y) < onLevel);
        const ofWalls = wallPlaces(model, solution, storey.elevation).filter((place) => !isNode(place));
        return { storey, places: [...nodes, ...ofWalls] };
      })
      .filter((level) => level.places.length > 0);
    this.pairs = this.levels.map((level, i) => (i === 0 ? [] : pairsOf(level, this.levels[i - 1])));
  }

  /** Results of each storey from the lowest up, the ground left out. */
  results(state: LoadState): StoreyResult[] {
    const loads = this.loadsOf(state);
    const { displacements } = state;
    return this.levels.slice(1).map((level, i): StoreyResult => {
      const below = this.levels[i];
      const height = level.storey.elevation - below.storey.elevation;
      const pairs = this.pairs[i + 1];
      const mean = (places: readonly Place[], axis: 0 | 1) =>
        places.reduce((sum, place) => sum + movementOf(displacements, place, axis), 0) / places.length;
      const axes = ([0, 1] as const).map((axis) => {
        const meanDrift = mean(level.places, axis) - mean(below.places, axis);
        let [drift, node]: [number, Place | undefined] = [meanDrift, undefined];
        if (pairs.length > 0) drift = 0;
        for (const { top, bottom } of pairs) {
          const own = movementOf(displacements, top, axis) - movementOf(displacements, bottom, axis);
          if (!node || Math.abs(own) > Math.abs(drift)) [drift, node] = [own, top];
        }
        const shear = loads
          .filter((one) => one.elevation > below.storey.elevation + onLevel)
          .reduce((sum, one) => sum + one.lateral[axis], 0);
        const overturning = loads
          .filter((one) => one.elevation > below.storey.elevation + onLevel)
          .reduce((sum, one) => sum + one.lateral[axis] * (one.elevation - below.storey.elevation), 0);
        return { drift, meanDrift, node: node?.id ?? '', shear, overturning };
      });
      const own = loads.find((one) => one.id === level.storey.id)?.own ?? 0;
      const gravity = loads
        .filter((one) => one.elevation > below.storey.elevation + onLevel)
        .reduce((sum, one) => sum + one.own, 0);
      const pair = <T>(read: (one: (typeof axes)[number]) => T): readonly [T, T] => [read(axes[0]), read(axes[1])];
      const stability = pair(({ shear, meanDrift }) =>
        Math.abs(shear) > leastShear * Math.abs(gravity) && gravity > 0
          ? Math.abs((gravity * meanDrift) / (shear * height))
          : null,
      );
      return {
        storey: level.storey,
        below: below.storey,
        height,
        drift: pair((one) => one.drift),
        meanDrift: pair((one) => one.meanDrift),
        ratio: pair((one) => one.drift / height),
        node: pair((one) => one.node),
        shear: pair((one) => one.shear),
        gravity,
        own,
        overturning: pair((one) => one.overturning),
        stability,
      };
    });
  }

  /** The movements of the same loads in first order with the same stiffness, of a state of second order; none: the state is of first order itself. */
  firstOrder(state: LoadState): LoadState | undefined {
    return state.firstDisplacements && { ...state, displacements: state.firstDisplacements };
  }

  private loadsOf(state: LoadState): { id: string; elevation: number; own: number; lateral: [number, number] }[] {
    const sum = new Map<string, { id: string; elevation: number; own: number; lateral: [number, number] }>();
    inOrder(this.model.cases).forEach((one) => {
      const factor = state.caseFactors[this.solution.cases.findIndex((solved) => solved.id === one.id)] ?? 0;
      if (factor === 0) return;
      for (const { id, elevation, own, lateral } of this.caseLoads(one.id)) {
        const row = sum.get(id) ?? { id, elevation, own: 0, lateral: [0, 0] };
        row.own += factor * own;
        row.lateral[0] += factor * lateral[0];
        row.lateral[1] += factor * lateral[1];
        sum.set(id, row);
      }
    });
    return [...sum.values()];
  }

  private caseLoads(id: string): ReturnType<typeof storeyLoads> {
    const known = this.loads.get(id) ?? storeyLoads(this.model, [{ case: id, factor: 1 }]);
    this.loads.set(id, known);
    return known;
  }
}

/** Places of a level that stand above places of the one below. */
function pairsOf(level: Level, below: Level): Pair[] {
  const cell = (value: number) => Math.round(value / (2 * onLevel));
  const places = new Map<string, Place[]>();
  for (const place of below.places) {
    const key = `${cell(place.x)} ${cell(place.y)}`;
    places.set(key, [...(places.get(key) ?? []), place]);
  }
  return level.places.flatMap((top): Pair[] => {
    for (let dx = -1; dx <= 1; dx++) {
      for (let dy = -1; dy <= 1; dy++) {
        const bottom = places
          .get(`${cell(top.x) + dx} ${cell(top.y) + dy}`)
          ?.find((place) => Math.hypot(place.x - top.x, place.y - top.y) < onLevel);
        if (bottom) return [{ top, bottom }];
      }
    }
    return [];
  });
}

/** Both ends of each wall where it passes through a level, whether nodes are there or not. */
function wallPlaces(model: Model, solution: Solution, elevation: number): Place[] {
  return meshedPanels(model).flatMap((wall): Place[] => {
    if (!(wall.id in model.walls)) return [];
    const zones = (solution.panels ?? []).filter(({ id }) => id === wall.id);
    return (wallAtLevel(model, wall, elevation) ?? []).flatMap((at): Place[] => {
      for (const panel of zones) {
        const found = finderOf(panel, solution.positions).at(at);
        if (!found) continue;
        const first = panel.start[found.element];
        return [
          {
            x: at[0],
            y: at[1],
            id: '',
            nodes: found.shares.map((_, k) => panel.nodes[first + k]),
            shares: found.shares,
          },
        ];
      }
      return [];
    });
  });
}

const deadCases = (model: Model) =>
  inOrder(model.cases)
    .filter((one) => one.nature === 'dead' || one.nature === 'superimposedDead')
    .map((one) => ({ case: one.id, factor: 1 }));

/** Weight of each storey and the place of its resultant in plan, N and m. @param factors of the cases that weigh; left out: those whose nature is dead */
export function centresOfMass(
  model: Model,
  factors: readonly { readonly case: string; readonly factor: number }[] = deadCases(model),
): { storey: string; weight: number; x: number; y: number }[] {
  const levels = storeysUpward(model);
  const sums = new Map(levels.map((level) => [level.id, { weight: 0, x: 0, y: 0 }]));
  if (levels.length === 0) return [];
  for (const { load: force, at } of downwardByPlace(model, factors)) {
    const [x, y, z] = at;
    const level = levels.reduce(
      (best, one) => (Math.abs(one.elevation - z) < Math.abs(best.elevation - z) ? one : best),
      levels[0],
    );
    const sum = sums.get(level.id)!;
    sum.weight += force;
    sum.x += force * x;
    sum.y += force * y;
  }
  return levels.map(({ id }) => {
    const { weight, x, y } = sums.get(id)!;
    return { storey: id, weight, x: weight === 0 ? NaN : x / weight, y: weight === 0 ? NaN : y / weight };
  });
}

/** Rows of supports: supported nodes by the grid line they stand on, in plan; those on none stand for themselves. */
export function supportLines(model: Model): { key: string; name: string; nodes: string[] }[] {
  const supported = inOrder(model.nodes).filter((node) => node.support ?? node.springs);
  const lines = [...gridLinesAlong(model, 'x'), ...gridLinesAlong(model, 'y')]
    .map((line) => ({
      key: line.id,
      name: `Grid ${line.label}`,
      nodes: supported
        .filter((node) => Math.abs(node.position[line.axis === 'x' ? 0 : 1] - line.position) < onLevel)
        .map((node) => node.id),
    }))
    .filter((line) => line.nodes.length > 0);
  const onLine = new Set(lines.flatMap((line) => line.nodes));
  const others = supported.filter((node) => !onLine.has(node.id)).map((node) => node.id);
  return [
    ...lines,
    ...(others.length > 0
      ? [{ key: 'others', name: lines.length > 0 ? 'On no grid line' : 'All supports', nodes: others }]
      : []),
  ];
}

/** Whether a stiffness set counts concrete as cracked in bending, columns and beams (ACI 318-19 6.6.3.1.1). */
export function countsCracked(model: Model, stiffnessSet: string | undefined): boolean {
  const rules = stiffnessSet === undefined ? [] : (model.stiffnessSets[stiffnessSet]?.rules ?? []);
  const factors = (['column', 'beam'] as const).map(
    (role) =>
      rules.find(
        (rule) =>
          (rule.material === 'concrete' || rule.material === 'any') && (rule.role === role || rule.role === 'any'),
      )?.factors,
  );
  return factors.every((one) => one !== undefined && (one.inertiaY ?? 1) < 1 && (one.inertiaZ ?? 1) < 1);
}
