import type { Elements } from './quadrilaterals';

/** How good an element's shape is. */
export interface Shape {
  /** rad */
  readonly least: number;
  readonly most: number;
  /** longest side over shortest */
  readonly aspect: number;
  /** m² */
  readonly area: number;
}

/** Angles, aspect and area of one element. */
export function shapeOf(xs: ArrayLike<number>, ys: ArrayLike<number>, { start, corners }: Elements, e: number): Shape {
  const n = start[e + 1] - start[e];
  let [least, most, long, short, area] = [Infinity, 0, 0, Infinity, 0];
  for (let k = 0; k < n; k++) {
    const here = corners[start[e] + k];
    const after = corners[start[e] + ((k + 1) % n)];
    const before = corners[start[e] + ((k + n - 1) % n)];
    const [px, py] = [xs[after] - xs[here], ys[after] - ys[here]];
    const [qx, qy] = [xs[before] - xs[here], ys[before] - ys[here]];
    const turn = Math.atan2(px * qy - py * qx, px * qx + py * qy);
    const angle = turn < 0 ? turn + 2 * Math.PI : turn;
    least = Math.min(least, angle);
    most = Math.max(most, angle);
    const side = Math.hypot(px, py);
    long = Math.max(long, side);
    short = Math.min(short, side);
    area += (xs[here] * ys[after] - xs[after] * ys[here]) / 2;
  }
  return { least, most, aspect: long / short, area };
}

/** What a mesh is like as a whole. */
export interface MeshQuality {
  readonly elements: number;
  readonly quadrilaterals: number;
  /** rad */
  readonly least: number;
  readonly most: number;
  readonly aspect: number;
  /** m² */
  readonly area: number;
  /** elements with an angle outside 35° to 145° or an aspect above 3 */
  readonly poor: readonly number[];
}

/** Angles a good element keeps within, rad, and the largest aspect of one. */
export const goodAngles = [(35 * Math.PI) / 180, (145 * Math.PI) / 180] as const;
export const goodAspect = 3;

export function qualityOf(xs: ArrayLike<number>, ys: ArrayLike<number>, elements: Elements): MeshQuality {
  const count = elements.start.length - 1;
  let [quads, least, most, aspect, area] = [0, Infinity, 0, 0, 0];
  const poor: number[] = [];
  for (let e = 0; e < count; e++) {
    const shape = shapeOf(xs, ys, elements, e);
    if (elements.start[e + 1] - elements.start[e] === 4) quads++;
    least = Math.min(least, shape.least);
    most = Math.max(most, shape.most);
    aspect = Math.max(aspect, shape.aspect);
    area += shape.area;
    if (shape.least < goodAngles[0] - 1e-9 || shape.most > goodAngles[1] + 1e-9 || shape.aspect > goodAspect + 1e-9)
      poor.push(e);
  }
  return { elements: count, quadrilaterals: quads, least, most, aspect, area, poor };
}
