/** Plane polygons: corners in order, m. Areas are signed: counter-clockwise positive, so that openings, run the other way, take away. */

export type Point2 = readonly [number, number];
export type Polygon = readonly Point2[];

export const cross2 = (a: Point2, b: Point2, c: Point2): number =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);

/** Signed area, m². */
export const areaOf = (polygon: Polygon): number =>
  polygon.reduce(
    (sum, a, i) => sum + a[0] * polygon[(i + 1) % polygon.length][1] - polygon[(i + 1) % polygon.length][0] * a[1],
    0,
  ) / 2;

export const counterClockwise = (polygon: Polygon): Polygon => (areaOf(polygon) < 0 ? [...polygon].reverse() : polygon);
export const clockwise = (polygon: Polygon): Polygon => (areaOf(polygon) > 0 ? [...polygon].reverse() : polygon);

/** The side of a line where a·x + b·y + c ≥ 0; a² + b² = 1, so that the value is a distance, m. */
export interface HalfPlane {
  readonly a: number;
  readonly b: number;
  readonly c: number;
}

export const reach = ({ a, b, c }: HalfPlane, [x, y]: Point2): number => a * x + b * y + c;

/** The side to the left of a line from p to q. */
export function leftOf(p: Point2, q: Point2): HalfPlane {
  const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
  const [a, b] = [-(q[1] - p[1]) / length, (q[0] - p[0]) / length];
  return { a, b, c: -(a * p[0] + b * p[1]) };
}

/**
 * A polygon within a half-plane (Sutherland and Hodgman 1974). A polygon that is not convex may come back with edges that run to and fro
 * along the cut: they enclose nothing and cancel in every integral.
 */
export function clip(polygon: Polygon, side: HalfPlane): Polygon {
  const kept: Point2[] = [];
  const keep = (point: Point2) => {
    const last = kept[kept.length - 1] as Point2 | undefined;
    if (!last || !isSame(last, point)) kept.push(point);
  };
  for (let i = 0; i < polygon.length; i++) {
    const [p, q] = [polygon[i], polygon[(i + 1) % polygon.length]];
    const [from, to] = [reach(side, p), reach(side, q)];
    if (from >= 0) keep(p);
    if (from >= 0 !== to >= 0) {
      const t = from / (from - to);
      keep([p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])]);
    }
  }
  if (kept.length > 1 && isSame(kept[0], kept[kept.length - 1])) kept.pop();
  return kept;
}

/** Closer than this (m) corners that a cut leaves are one: an edge between them would have no direction. */
const samePlace = 1e-10;
const isSame = (a: Point2, b: Point2): boolean =>
  Math.abs(a[0] - b[0]) < samePlace && Math.abs(a[1] - b[1]) < samePlace;

/** A polygon without corners that lie on the one before. */
export const withoutRepeats = (polygon: Polygon): Polygon =>
  polygon.filter((p, i) => !isSame(p, polygon[(i + 1) % polygon.length]));

/** A polygon within a convex counter-clockwise window. */
export const clipTo = (polygon: Polygon, window: Polygon): Polygon =>
  window.reduce<Polygon>(
    (left, p, i) => (left.length === 0 ? left : clip(left, leftOf(p, window[(i + 1) % window.length]))),
    polygon,
  );

/** A function a + b·x + c·y over the plane. */
export interface Linear {
  readonly a: number;
  readonly b: number;
  readonly c: number;
}

export const valueAt = ({ a, b, c }: Linear, [x, y]: Point2): number => a + b * x + c * y;

/** ∫ f, ∫ f x and ∫ f y over a polygon: triangles from the first corner, exact to the third degree. */
export function integrals(polygon: Polygon, f: Linear): { total: number; x: number; y: number } {
  let [total, x, y] = [0, 0, 0];
  const [o] = polygon;
  for (let i = 1; i + 1 < polygon.length; i++) {
    const [p, q] = [polygon[i], polygon[i + 1]];
    const area = cross2(o, p, q) / 2;
    const corners = [o, p, q];
    const values = corners.map((corner) => valueAt(f, corner));
    const sum = values[0] + values[1] + values[2];
    total += (area * sum) / 3;
    // ∫ f x over a triangle = A/12 (Σf Σx + Σ f x)
    x += (area / 12) * (sum * (o[0] + p[0] + q[0]) + corners.reduce((s, corner, k) => s + values[k] * corner[0], 0));
    y += (area / 12) * (sum * (o[1] + p[1] + q[1]) + corners.reduce((s, corner, k) => s + values[k] * corner[1], 0));
  }
  return { total, x, y };
}

/** Whether a point lies on a polygon's edge. @param tolerance m */
export function isOnEdge(polygon: Polygon, [x, y]: Point2, tolerance: number): boolean {
  return polygon.some(([ax, ay], i) => {
    const [bx, by] = polygon[(i + 1) % polygon.length];
    const [dx, dy] = [bx - ax, by - ay];
    const squared = dx * dx + dy * dy;
    const t = squared === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / squared));
    return Math.hypot(x - ax - t * dx, y - ay - t * dy) <= tolerance;
  });
}

/** Whether a point lies within a polygon or on its edge. */
export function isInside(polygon: Polygon, [x, y]: Point2, tolerance = 1e-9): boolean {
  let inside = false;
  for (let i = 0; i < polygon.length; i++) {
    const [p, q] = [polygon[i], polygon[(i + 1) % polygon.length]];
    const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
    if (
      length > 0 &&
      Math.abs(cross2(p, q, [x, y])) / length <= tolerance &&
      (x - p[0]) * (x - q[0]) + (y - p[1]) * (y - q[1]) <= tolerance
    )
      return true;
    if (p[1] > y !== q[1] > y && x < p[0] + ((y - p[1]) * (q[0] - p[0])) / (q[1] - p[1])) inside = !inside;
  }
  return inside;
}

/** Least and largest first and second coordinate. */
export type Box = readonly [number, number, number, number];

/** The upright box about a polygon. */
export function boxOf(polygon: Polygon): Box {
  let [a, b, c, d] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const [x, y] of polygon) {
    a = Math.min(a, x);
    b = Math.max(b, x);
    c = Math.min(c, y);
    d = Math.max(d, y);
  }
  return [a, b, c, d];
}
