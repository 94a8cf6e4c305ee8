import type { Point2, Polygon } from '../plane';

/** What must be met by a mesh: an outline, its openings, lines and points, in one plane, m. */
export interface RegionInput {
  readonly outline: Polygon;
  readonly openings: readonly Polygon[];
  /** edges of beams, walls, steps of thickness, line supports: open polylines */
  readonly lines: readonly Polygon[];
  /** columns and other places that must be nodes */
  readonly points: readonly Point2[];
}

/** What an edge of an arrangement belongs to. */
export type EdgeOrigin =
  | { readonly of: 'outline' }
  | { readonly of: 'opening'; readonly number: number }
  | { readonly of: 'line'; readonly number: number };

/** Straight edges that meet at vertices only. */
export interface Arrangement {
  readonly xs: number[];
  readonly ys: number[];
  readonly edges: readonly ArrangedEdge[];
  /** vertex of each point of the input */
  readonly points: readonly number[];
}

/** One edge between two vertices, and all that runs along it. */
export interface ArrangedEdge {
  readonly a: number;
  readonly b: number;
  readonly origins: readonly EdgeOrigin[];
}

/** Places closer than this are one, and a vertex this near to an edge lies on it, m. */
export const samePlace = 1e-3;

const mostPasses = 24;

/** Vertices without two within `samePlace` of one another. */
class Vertices {
  readonly xs: number[] = [];
  readonly ys: number[] = [];
  private readonly cells = new Map<string, number[]>();

  /** The vertex at a place, made when there is none. */
  at(x: number, y: number): number {
    const [i, j] = [Math.floor(x / samePlace), Math.floor(y / samePlace)];
    let best = -1;
    let distance = samePlace;
    for (let p = i - 1; p <= i + 1; p++)
      for (let q = j - 1; q <= j + 1; q++)
        for (const vertex of this.cells.get(`${p} ${q}`) ?? []) {
          const d = Math.hypot(this.xs[vertex] - x, this.ys[vertex] - y);
          if (d <= distance) [best, distance] = [vertex, d];
        }
    if (best >= 0) return best;
    this.xs.push(x);
    this.ys.push(y);
    const vertex = this.xs.length - 1;
    const key = `${i} ${j}`;
    const cell = this.cells.get(key);
    if (cell) cell.push(vertex);
    else this.cells.set(key, [vertex]);
    return vertex;
  }
}

interface Working {
  a: number;
  b: number;
  origins: EdgeOrigin[];
}

/**
 * Cuts outline, openings and lines where they cross, touch or nearly touch, so that they meet at vertices only. Places within a millimetre are one.
 * Lines may run along the outline; the edge then belongs to both.
 */
export function arrange({ outline, openings, lines, points }: RegionInput): Arrangement {
  const vertices = new Vertices();
  // corners first: what lies near one is drawn to it
  const number = ([x, y]: Point2) => vertices.at(x, y);
  const loops = [outline, ...openings].map((loop) => loop.map(number));
  const found = points.map(number);
  const open = lines.map((line) => line.map(number));
  let edges: Working[] = [];
  loops.forEach((loop, l) =>
    loop.forEach((a, i) => {
      const b = loop[(i + 1) % loop.length];
      if (a !== b) edges.push({ a, b, origins: [l === 0 ? { of: 'outline' } : { of: 'opening', number: l - 1 }] });
    }),
  );
  open.forEach((line, l) =>
    line.slice(1).forEach((b, i) => {
      if (line[i] !== b) edges.push({ a: line[i], b, origins: [{ of: 'line', number: l }] });
    }),
  );
  for (let pass = 0; pass < mostPasses; pass++) {
    const cut = cutOnce(vertices, merged(edges));
    edges = cut.edges;
    if (!cut.changed) break;
  }
  return { xs: vertices.xs, ys: vertices.ys, edges: merged(edges), points: found };
}

/** Edges between the same vertices as one. */
function merged(edges: readonly Working[]): Working[] {
  const known = new Map<string, Working>();
  for (const edge of edges) {
    const key = edge.a < edge.b ? `${edge.a} ${edge.b}` : `${edge.b} ${edge.a}`;
    const same = known.get(key);
    if (same) same.origins.push(...edge.origins);
    else known.set(key, { ...edge, origins: [...edge.origins] });
  }
  return [...known.values()];
}

/** Cuts every edge at the vertices on it and where it crosses others. */
function cutOnce(vertices: Vertices, edges: readonly Working[]): { edges: Working[]; changed: boolean } {
  const { xs, ys } = vertices;
  const stops = edges.map((): { at: number; vertex: number }[] => []);
  const boxes = edges.map(({ a, b }) => ({
    left: Math.min(xs[a], xs[b]) - samePlace,
    right: Math.max(xs[a], xs[b]) + samePlace,
    low: Math.min(ys[a], ys[b]) - samePlace,
    high: Math.max(ys[a], ys[b]) + samePlace,
  }));
  const order = edges.map((_, i) => i).sort((p, q) => boxes[p].left - boxes[q].left);
  const vertexOrder = xs.map((_, i) => i).sort((p, q) => xs[p] - xs[q]);
  // vertices on edges
  for (const e of order) {
    const box = boxes[e];
    const { a, b } = edges[e];
    const [dx, dy] = [xs[b] - xs[a], ys[b] - ys[a]];
    const squared = dx * dx + dy * dy;
    for (let k = firstFrom(vertexOrder, xs, box.left); k < vertexOrder.length && xs[vertexOrder[k]] <= box.right; k++) {
      const v = vertexOrder[k];
      if (v === a || v === b || ys[v] < box.low || ys[v] > box.high) continue;
      const at = ((xs[v] - xs[a]) * dx + (ys[v] - ys[a]) * dy) / squared;
      const off = Math.abs((xs[v] - xs[a]) * dy - (ys[v] - ys[a]) * dx) / Math.sqrt(squared);
      if (at > 0 && at < 1 && off <= samePlace) stops[e].push({ at, vertex: v });
    }
  }
  // crossings
  for (let p = 0; p < order.length; p++)
    for (let q = p + 1; q < order.length && boxes[order[q]].left <= boxes[order[p]].right; q++) {
      const [e, f] = [order[p], order[q]];
      if (boxes[e].low > boxes[f].high || boxes[f].low > boxes[e].high) continue;
      const [one, other] = [edges[e], edges[f]];
      if (one.a === other.a || one.a === other.b || one.b === other.a || one.b === other.b) continue;
      const crossing = crossingOf(xs, ys, one, other);
      if (!crossing) continue;
      const vertex = vertices.at(crossing.x, crossing.y);
      if (vertex !== one.a && vertex !== one.b) stops[e].push({ at: crossing.s, vertex });
      if (vertex !== other.a && vertex !== other.b) stops[f].push({ at: crossing.t, vertex });
    }
  let changed = false;
  const cut = edges.flatMap((edge, e): Working[] => {
    if (stops[e].length === 0) return [edge];
    changed = true;
    const along = [edge.a, ...stops[e].sort((p, q) => p.at - q.at).map(({ vertex }) => vertex), edge.b].filter(
      (vertex, i, list) => i === 0 || vertex !== list[i - 1],
    );
    return along.slice(1).map((b, i) => ({ a: along[i], b, origins: edge.origins }));
  });
  return { edges: cut, changed };
}

/** First place in a list sorted by x from which x is not below a limit. */
function firstFrom(order: readonly number[], xs: readonly number[], limit: number): number {
  let [low, high] = [0, order.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (xs[order[middle]] < limit) low = middle + 1;
    else high = middle;
  }
  return low;
}

function crossingOf(
  xs: readonly number[],
  ys: readonly number[],
  one: Working,
  other: Working,
): { x: number; y: number; s: number; t: number } | undefined {
  const [dx, dy] = [xs[one.b] - xs[one.a], ys[one.b] - ys[one.a]];
  const [ex, ey] = [xs[other.b] - xs[other.a], ys[other.b] - ys[other.a]];
  const det = dx * ey - dy * ex;
  if (Math.abs(det) < 1e-14 * Math.hypot(dx, dy) * Math.hypot(ex, ey)) return undefined;
  const [px, py] = [xs[other.a] - xs[one.a], ys[other.a] - ys[one.a]];
  const s = (px * ey - py * ex) / det;
  const t = (px * dy - py * dx) / det;
  return s > 0 && s < 1 && t > 0 && t < 1 ? { x: xs[one.a] + s * dx, y: ys[one.a] + s * dy, s, t } : undefined;
}
