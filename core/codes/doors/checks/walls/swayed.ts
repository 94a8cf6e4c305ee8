import type { PierActions, WallPoint } from '../checked-wall';

/** Forces of a point with its sideways part multiplied. */
export function swayed(point: WallPoint, sway: number): PierActions {
  const of = (key: keyof PierActions) => point[key] + (sway - 1) * point.pushed[key];
  return { N: of('N'), V: of('V'), M: of('M'), across: of('across'), out: of('out'), T: of('T') };
}
