import { cross, type Vector } from '../../model';

/** A mesh of one panel: elements of three or four nodes, `nodes[start[e] … start[e + 1])`, and the panel's normal. */
export interface Meshed {
  readonly start: Int32Array;
  readonly nodes: Int32Array;
  readonly normal: Vector;
}

/** Where a point lies in a mesh: the element, and the share of each of its corners by their shapes. */
export interface Found {
  readonly element: number;
  readonly shares: readonly number[];
}

/** What lies less than this share of an element's size outside of it still counts as in it. */
const slack = 1e-6;

/** Looks up points of a panel's plane among its elements. */
export class ElementFinder {
  private readonly xs: Float64Array;
  private readonly ys: Float64Array;
  private readonly u: Vector;
  private readonly v: Vector;
  private readonly cell: number;
  private readonly left: number;
  private readonly low: number;
  private readonly columns: number;
  private readonly cells = new Map<number, number[]>();

  /** @param positions x, y, z of all nodes, m */
  constructor(
    private readonly mesh: Meshed,
    positions: Float64Array,
  ) {
    const { start, nodes, normal } = mesh;
    const aside: Vector = Math.abs(normal[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0];
    const across = cross(aside, normal);
    const size = Math.hypot(...across);
    this.u = [across[0] / size, across[1] / size, across[2] / size];
    this.v = cross(normal, this.u);
    this.xs = Float64Array.from(nodes, (node) => this.flat(positions.subarray(3 * node, 3 * node + 3))[0]);
    this.ys = Float64Array.from(nodes, (node) => this.flat(positions.subarray(3 * node, 3 * node + 3))[1]);
    let [left, right, low, high] = [Infinity, -Infinity, Infinity, -Infinity];
    for (let i = 0; i < nodes.length; i++) {
      left = Math.min(left, this.xs[i]);
      right = Math.max(right, this.xs[i]);
      low = Math.min(low, this.ys[i]);
      high = Math.max(high, this.ys[i]);
    }
    const count = Math.max(1, start.length - 1);
    this.cell = Math.sqrt(((right - left) * (high - low)) / count) || 1;
    this.left = left;
    this.low = low;
    this.columns = Math.ceil((right - left) / this.cell) + 2;
    for (let e = 0; e + 1 < start.length; e++)
      for (const key of this.cellsOf(...this.boxOf(e))) {
        const list = this.cells.get(key);
        if (list) list.push(e);
        else this.cells.set(key, [e]);
      }
  }

  private flat(at: ArrayLike<number>): [number, number] {
    const { u, v } = this;
    return [at[0] * u[0] + at[1] * u[1] + at[2] * u[2], at[0] * v[0] + at[1] * v[1] + at[2] * v[2]];
  }

  private boxOf(e: number): [number, number, number, number] {
    let [left, right, low, high] = [Infinity, -Infinity, Infinity, -Infinity];
    for (let i = this.mesh.start[e]; i < this.mesh.start[e + 1]; i++) {
      left = Math.min(left, this.xs[i]);
      right = Math.max(right, this.xs[i]);
      low = Math.min(low, this.ys[i]);
      high = Math.max(high, this.ys[i]);
    }
    const edge = slack * (right - left + high - low);
    return [left - edge, right + edge, low - edge, high + edge];
  }

  private cellsOf(left: number, right: number, low: number, high: number): number[] {
    const column = (x: number) => Math.floor((x - this.left) / this.cell) + 1;
    const row = (y: number) => Math.floor((y - this.low) / this.cell) + 1;
    const found: number[] = [];
    for (let r = row(low); r <= row(high); r++)
      for (let c = column(left); c <= column(right); c++) found.push(r * this.columns + c);
    return found;
  }

  /** Coordinates of an element's corners in the plane. */
  private cornersOf(e: number): [number, number][] {
    const { start } = this.mesh;
    return Array.from({ length: start[e + 1] - start[e] }, (_, i) => [this.xs[start[e] + i], this.ys[start[e] + i]]);
  }

  /** Elements that a line may pass through, ascending: those in the cells of the mesh that it comes near to. @param start m, global */
  near(start: Vector, end: Vector): number[] {
    const [a, b] = [this.flat(start), this.flat(end)];
    // short pieces, each of a box about as large as a cell
    const pieces = Math.max(1, Math.ceil(Math.max(Math.abs(b[0] - a[0]), Math.abs(b[1] - a[1])) / this.cell));
    const found = new Set<number>();
    const edge = 1e-3 * this.cell;
    for (let i = 0; i < pieces; i++) {
      const [x, y] = [0, 1].map((k) => [i, i + 1].map((n) => a[k] + ((b[k] - a[k]) * n) / pieces));
      for (const key of this.cellsOf(
        Math.min(...x) - edge,
        Math.max(...x) + edge,
        Math.min(...y) - edge,
        Math.max(...y) + edge,
      ))
        for (const e of this.cells.get(key) ?? []) found.add(e);
    }
    return [...found].sort((p, q) => p - q);
  }

  /** The element at a point, m, global; none: the point lies beside the mesh. */
  at(point: ArrayLike<number>): Found | undefined {
    const [x, y] = this.flat(point);
    const key = this.cellsOf(x, x, y, y)[0];
    let best: (Found & { least: number }) | undefined;
    for (const element of this.cells.get(key) ?? []) {
      const shares = sharesOf(this.cornersOf(element), x, y);
      const least = shares ? Math.min(...shares) : -Infinity;
      if (shares && least >= -slack && (!best || least > best.least)) best = { element, shares, least };
      if (best && best.least >= 0) break;
    }
    return best;
  }

  /** Shares of a line's length at which it passes from one element to the next, ascending, with 0 and 1. @param start m, global */
  passages(start: Vector, end: Vector): number[] {
    const [a, b] = [this.flat(start), this.flat(end)];
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const found = [0, 1];
    const seen = new Set<number>();
    const box = [Math.min(a[0], b[0]), Math.max(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[1], b[1])] as const;
    for (const key of this.cellsOf(...box))
      for (const e of this.cells.get(key) ?? []) {
        if (seen.has(e)) continue;
        seen.add(e);
        const corners = this.cornersOf(e);
        corners.forEach((p, i) => {
          const q = corners[(i + 1) % corners.length];
          const [ex, ey] = [q[0] - p[0], q[1] - p[1]];
          const crossed = dx * ey - dy * ex;
          if (crossed === 0) return;
          const t = ((p[0] - a[0]) * ey - (p[1] - a[1]) * ex) / crossed;
          const s = ((p[0] - a[0]) * dy - (p[1] - a[1]) * dx) / crossed;
          if (t > 0 && t < 1 && s >= -slack && s <= 1 + slack) found.push(t);
        });
      }
    return found.sort((p, q) => p - q);
  }
}

/** Shares of the corners in a place: of a triangle by areas, of a quadrilateral by its bilinear shapes. */
function sharesOf(corners: readonly (readonly [number, number])[], x: number, y: number): number[] | undefined {
  const [[x0, y0], [x1, y1], [x2, y2]] = corners;
  if (corners.length === 3) {
    const area = (x1 - x0) * (y2 - y0) - (x2 - x0) * (y1 - y0);
    const second = ((x - x0) * (y2 - y0) - (x2 - x0) * (y - y0)) / area;
    const third = ((x1 - x0) * (y - y0) - (x - x0) * (y1 - y0)) / area;
    return [1 - second - third, second, third];
  }
  const [x3, y3] = corners[3];
  let [a, b] = [0.5, 0.5];
  for (let step = 0; step < 30; step++) {
    const gapX = x0 * (1 - a) * (1 - b) + x1 * a * (1 - b) + x2 * a * b + x3 * (1 - a) * b - x;
    const gapY = y0 * (1 - a) * (1 - b) + y1 * a * (1 - b) + y2 * a * b + y3 * (1 - a) * b - y;
    const [xa, ya] = [(x1 - x0) * (1 - b) + (x2 - x3) * b, (y1 - y0) * (1 - b) + (y2 - y3) * b];
    const [xb, yb] = [(x3 - x0) * (1 - a) + (x2 - x1) * a, (y3 - y0) * (1 - a) + (y2 - y1) * a];
    const det = xa * yb - xb * ya;
    if (det === 0) return undefined;
    const [da, db] = [(gapX * yb - xb * gapY) / det, (xa * gapY - gapX * ya) / det];
    a -= da;
    b -= db;
    if (Math.abs(a - 0.5) > 3 || Math.abs(b - 0.5) > 3) return undefined;
    if (Math.abs(da) + Math.abs(db) < 1e-14) break;
  }
  return [(1 - a) * (1 - b), a * (1 - b), a * b, (1 - a) * b];
}

const finders = new WeakMap<Meshed, ElementFinder>();

/** Looks up places among the elements of a mesh; made once. @param positions x, y, z of all nodes, m */
export function finderOf(mesh: Meshed, positions: Float64Array): ElementFinder {
  let finder = finders.get(mesh);
  if (!finder) finders.set(mesh, (finder = new ElementFinder(mesh, positions)));
  return finder;
}
