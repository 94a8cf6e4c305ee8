import type { Solution } from '../fem';
import {
  cross,
  dot,
  inOrder,
  isMeshed,
  onLevel,
  panelPlane,
  storeysUpward,
  type Model,
  type Panel,
  type Storey,
  type Vector,
  type Wall,
} from '../model';
import { cutForces, cutSection, type CutForces, type CutSection } from './cut';

/** A wall where it passes from a storey to the one below it: all its piers together, just above the level below. */
export interface WallStorey {
  readonly wall: Wall;
  readonly storey: Storey;
  readonly below: Storey;
  readonly section: CutSection;
  /** unit vector along the wall, level */
  readonly along: Vector;
}

/** A wall leans where its normal leans by more than this. */
const upright = 1e-3;

const known = new WeakMap<Solution, { model: Model; found: readonly WallStorey[] }>();

/** Every meshed wall that stands upright, storey by storey from the lowest up, cut just above the level it stands on. */
export function wallStoreys(model: Model, solution: Solution): readonly WallStorey[] {
  const last = known.get(solution);
  if (last?.model === model) return last.found;
  const levels = storeysUpward(model);
  const found = inOrder(model.walls).flatMap((wall): WallStorey[] => {
    const plane = isMeshed(wall) ? panelPlane(model, wall) : undefined;
    if (!plane || Math.abs(plane.normal[2]) > upright) return [];
    const corners = wall.corners.map((id) => model.nodes[id].position);
    const heights = corners.map(([, , z]) => z);
    const [low, high] = [Math.min(...heights), Math.max(...heights)];
    return levels.slice(1).flatMap((storey, i): WallStorey[] => {
      const below = levels[i];
      if (low > below.elevation + onLevel || high < below.elevation + onLevel) return [];
      const ends = across(corners, Math.max(low, below.elevation));
      if (!ends) return [];
      // what stands above lies to the left
      const [p, q] = ends;
      const line: Vector = [q[0] - p[0], q[1] - p[1], 0];
      const [from, to] = cross(plane.normal, line)[2] > 0 ? [p, q] : [q, p];
      const section = cutSection(model, solution, { from: [...from], to: [...to], panels: [wall.id] });
      return section ? [{ wall, storey, below, section, along: section.axes[0] }] : [];
    });
  });
  known.set(solution, { model, found });
  return found;
}

/** Where a wall begins and ends at a level; undefined where it does not pass through it upright. */
export function wallAtLevel(model: Model, wall: Panel, elevation: number): readonly [Vector, Vector] | undefined {
  const plane = panelPlane(model, wall);
  if (!plane || Math.abs(plane.normal[2]) > upright) return undefined;
  return across(
    wall.corners.map((id) => model.nodes[id].position),
    elevation,
  );
}

/** Where a level line enters an outline and leaves it at last; undefined where it does not meet it. */
function across(corners: readonly Vector[], z: number): readonly [Vector, Vector] | undefined {
  const met: Vector[] = [];
  corners.forEach((a, i) => {
    const b = corners[(i + 1) % corners.length];
    if (Math.abs(a[2] - z) < onLevel / 10) met.push([a[0], a[1], z]);
    else if ((a[2] - z) * (b[2] - z) < 0) {
      const t = (z - a[2]) / (b[2] - a[2]);
      met.push([a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), z]);
    }
  });
  let best: readonly [Vector, Vector] | undefined;
  for (const one of met)
    for (const other of met) {
      const apart = Math.hypot(one[0] - other[0], one[1] - other[1]);
      if (apart > onLevel && (!best || apart > Math.hypot(best[0][0] - best[1][0], best[0][1] - best[1][1])))
        best = [one, other];
    }
  return best;
}

/** What a wall carries through its foot in a storey. */
export interface WallStoreyForces extends CutForces {
  /** horizontal force that it takes of the storey’s shear, in x and y, N: what stands above is pushed that way and it holds */
  readonly shear: readonly [number, number];
}

/** The forces at the foot of a wall in a storey under a sum of solved states. */
export function wallStoreyForces(
  model: Model,
  solution: Solution,
  { section }: WallStorey,
  weights: ArrayLike<number>,
): WallStoreyForces {
  const forces = cutForces(model, solution, section, weights);
  const [along, outward, normal] = section.axes;
  // what the wall below does to what stands above is what it takes of the shear, turned round
  const held = [0, 1].map((k) => -(forces.N * outward[k] + forces.Vt * along[k] - forces.Vz * normal[k]));
  return { ...forces, shear: [held[0], held[1]] };
}

/** Whether walls take part in a storey in a way that can be told. */
export const hasWalls = (model: Model): boolean =>
  Object.values(model.walls).some((wall) => {
    const plane = isMeshed(wall) ? panelPlane(model, wall) : undefined;
    return plane !== undefined && Math.abs(dot(plane.normal, [0, 0, 1])) <= upright;
  });
