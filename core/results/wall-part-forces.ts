import type { Solution } from '../fem';
import {
  add,
  cross,
  dot,
  middleOf,
  scale,
  upOf,
  type CouplingBeam,
  type Model,
  type Pier,
  type Vector,
  type WallLine,
} from '../model';
import { cutForces, cutSection, type CutSection } from './cut';

/** Forces of a pier at its foot or head, about the centroid there: what is below does to what is above. */
export interface PierForces {
  /** + tension, N */
  readonly N: number;
  /** along the wall, N: what stands above is held the way x or y grows */
  readonly V: number;
  /** bending in the plane of the wall, + tension at the end towards which x or y falls, N·m */
  readonly M: number;
  /** across the wall, N, and bending out of its plane, N·m */
  readonly Vz: number;
  readonly Mz: number;
  /** torsion, N·m */
  readonly T: number;
  /** of the storey’s shear, in x and y, N */
  readonly shear: readonly [number, number];
}

/** Forces of a coupling beam at a place along it, about the centroid there, signs as those of a beam that runs the way x or y grows. */
export interface CouplingForces {
  /** + tension, N */
  readonly N: number;
  /** dM/dx, N */
  readonly V: number;
  /** + tension below, N·m */
  readonly M: number;
  /** across the wall, N, and bending about the upright axis, N·m */
  readonly Vz: number;
  readonly Mz: number;
  /** torsion, N·m */
  readonly T: number;
}

/** Lines are drawn this much longer than what they cut, so that its edges lie between their ends, m. */
const longer = 1e-3;

/** A cut along a line of a wall so that what lies towards `side` is on its left, whichever way the walls were drawn. */
function cutAlong(
  model: Model,
  solution: Solution,
  { normal, row }: Pier | CouplingBeam,
  { from, to }: WallLine,
  side: Vector,
): CutSection | undefined {
  const run = [to[0] - from[0], to[1] - from[1], to[2] - from[2]] as const;
  const size = Math.hypot(...run);
  if (!(size > longer)) return undefined;
  const step = scale(run, longer / size);
  const [a, b] = [add(from, scale(step, -1)), add(to, step)];
  // left of a line is normal × along: of the walls it passes, whichever of both normals these have
  const solved = solution.panels?.find(({ id }) => row.includes(id))?.normal ?? normal;
  const isLeft = dot(cross(solved, run), side) > 0;
  for (const [p, q] of isLeft
    ? [
        [a, b],
        [b, a],
      ]
    : [
        [b, a],
        [a, b],
      ]) {
    const section = cutSection(model, solution, { from: [...p], to: [...q], panels: row });
    if (section && dot(cross(section.axes[2], section.axes[0]), side) > 0) return section;
  }
  return undefined;
}

/** Force and moment about the centroid that the right of a cut does to its left, global. */
function actionThrough(
  model: Model,
  solution: Solution,
  section: CutSection,
  weights: ArrayLike<number>,
): { force: Vector; moment: Vector } {
  const { N, Vt, Vz, M, Mz, T } = cutForces(model, solution, section, weights);
  const [along, across, normal] = section.axes;
  const sum = (p: number, q: number, r: number): Vector =>
    add(add(scale(along, p), scale(across, q)), scale(normal, r));
  return { force: sum(Vt, N, -Vz), moment: sum(-M, T, Mz) };
}

/**
 * What a pier carries at its foot or its head under a sum of solved states; undefined where the analysis has no walls there.
 * @param weights of each of the solution's states
 */
export function pierForces(
  model: Model,
  solution: Solution,
  pier: Pier,
  at: 'foot' | 'head',
  weights: ArrayLike<number>,
): PierForces | undefined {
  const up = upOf(pier);
  const cut = cutAlong(model, solution, pier, pier[at], at === 'foot' ? up : scale(up, -1));
  if (!cut) return undefined;
  const sign = at === 'foot' ? 1 : -1;
  const { force, moment } = actionThrough(model, solution, cut, weights);
  const [f, m] = [scale(force, sign), scale(moment, sign)];
  return {
    N: -dot(f, up),
    V: dot(f, pier.along),
    M: dot(m, pier.normal),
    Vz: dot(f, pier.normal),
    Mz: dot(m, pier.along),
    T: dot(m, up),
    shear: [-f[0], -f[1]],
  };
}

/** What a coupling beam carries at its start, half-way or its end; undefined where the analysis has no walls there. */
export function couplingForces(
  model: Model,
  solution: Solution,
  beam: CouplingBeam,
  at: 'start' | 'middle' | 'end',
  weights: ArrayLike<number>,
): CouplingForces | undefined {
  const { along, normal } = beam;
  // the side of the beam itself, so that the whole of what is cut is its own
  const cut = cutAlong(model, solution, beam, beam[at], at === 'start' ? along : scale(along, -1));
  if (!cut) return undefined;
  const sign = at === 'start' ? -1 : 1;
  const { force, moment } = actionThrough(model, solution, cut, weights);
  const [f, m] = [scale(force, sign), scale(moment, sign)];
  const up = upOf(beam);
  return {
    N: dot(f, along),
    V: -dot(f, up),
    M: dot(m, normal),
    Vz: dot(f, normal),
    Mz: dot(m, up),
    T: dot(m, along),
  };
}

/** Where a pier stands, for marks: the middle between its foot and head, m. */
export const pierPlace = (pier: Pier): Vector => scale(add(middleOf(pier.foot), middleOf(pier.head)), 0.5);
