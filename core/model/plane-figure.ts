/** The figure that straight lines make in a plane: where they meet, and the fields they enclose. Coordinates in m. */

/** A corner of a plane figure, m in the plane. */
export type FigurePoint = readonly [number, number];

/** Closer than this (m) points of a figure are one. */
export const figureTolerance = 5e-3;

/** places are looked up in squares of this size, m */
const cell = 0.5;

/** Collects points, each once. */
export class FigurePoints {
  readonly points: FigurePoint[] = [];
  private readonly byCell = new Map<string, number[]>();

  /** The number of a point, which is that of one already there when they lie together. */
  at([u, v]: FigurePoint): number {
    const [i, j] = [Math.round(u / cell), Math.round(v / cell)];
    for (let di = -1; di <= 1; di++) {
      for (let dj = -1; dj <= 1; dj++) {
        const known = this.byCell
          .get(`${i + di} ${j + dj}`)
          ?.find(
            (one) =>
              Math.abs(this.points[one][0] - u) < figureTolerance &&
              Math.abs(this.points[one][1] - v) < figureTolerance,
          );
        if (known !== undefined) return known;
      }
    }
    const made = this.points.push([u, v]) - 1;
    const here = this.byCell.get(`${i} ${j}`);
    if (here) here.push(made);
    else this.byCell.set(`${i} ${j}`, [made]);
    return made;
  }
}

/** A line between two points, or a piece of one; `source` is the number of the line it is a piece of. */
export interface FigureEdge {
  readonly a: number;
  readonly b: number;
  readonly source: number;
}

/** Lines parted at the points that lie on them. */
export function splitAtJoints(
  points: readonly FigurePoint[],
  edges: readonly (readonly [number, number])[],
): FigureEdge[] {
  const byU = points.map((point, i) => ({ i, u: point[0] })).sort((p, q) => p.u - q.u);
  return edges.flatMap(([a, b], source): FigureEdge[] => {
    const [p, q] = [points[a], points[b]];
    const [du, dv] = [q[0] - p[0], q[1] - p[1]];
    const length = Math.hypot(du, dv);
    const [low, high] = [Math.min(p[0], q[0]) - figureTolerance, Math.max(p[0], q[0]) + figureTolerance];
    const on: { i: number; along: number }[] = [];
    for (let k = firstFrom(byU, low); k < byU.length && byU[k].u <= high; k++) {
      const { i } = byU[k];
      if (i === a || i === b) continue;
      const along = ((points[i][0] - p[0]) * du + (points[i][1] - p[1]) * dv) / length;
      const off = Math.abs((points[i][0] - p[0]) * dv - (points[i][1] - p[1]) * du) / length;
      if (off < figureTolerance && along > figureTolerance && along < length - figureTolerance) on.push({ i, along });
    }
    const chain = [a, ...on.sort((x, y) => x.along - y.along).map((one) => one.i), b];
    return chain.slice(1).map((to, i): FigureEdge => ({ a: chain[i], b: to, source }));
  });
}

function firstFrom(sorted: readonly { u: number }[], least: number): number {
  let [from, to] = [0, sorted.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (sorted[middle].u < least) from = middle + 1;
    else to = middle;
  }
  return from;
}

/** Adds the points where lines cross without a joint. */
export function addCrossings(places: FigurePoints, edges: readonly (readonly [number, number])[]): void {
  const boxes = edges
    .map(([a, b]) => {
      const [p, q] = [places.points[a], places.points[b]];
      return {
        p,
        q,
        low: Math.min(p[0], q[0]),
        high: Math.max(p[0], q[0]),
        below: Math.min(p[1], q[1]),
        above: Math.max(p[1], q[1]),
      };
    })
    .sort((one, other) => one.low - other.low);
  for (let i = 0; i < boxes.length; i++) {
    const one = boxes[i];
    for (let j = i + 1; j < boxes.length && boxes[j].low < one.high; j++) {
      const other = boxes[j];
      if (other.below > one.above || other.above < one.below) continue;
      const [du, dv] = [one.q[0] - one.p[0], one.q[1] - one.p[1]];
      const [eu, ev] = [other.q[0] - other.p[0], other.q[1] - other.p[1]];
      const turn = du * ev - dv * eu;
      if (Math.abs(turn) < 1e-9 * Math.hypot(du, dv) * Math.hypot(eu, ev)) continue;
      const [wu, wv] = [other.p[0] - one.p[0], other.p[1] - one.p[1]];
      const [s, t] = [(wu * ev - wv * eu) / turn, (wu * dv - wv * du) / turn];
      if (s > 0 && s < 1 && t > 0 && t < 1) places.at([one.p[0] + s * du, one.p[1] + s * dv]);
    }
  }
}

/** Inner fields of a figure as lists of points, counter-clockwise, found by following each line to the next one clockwise at its end; those of one part of the figure have one number. */
export function facesOf(
  points: readonly FigurePoint[],
  edges: readonly Pick<FigureEdge, 'a' | 'b'>[],
): { corners: number[]; part: number }[] {
  const around = new Map<number, number[]>();
  const link = (a: number, b: number) => {
    const list = around.get(a);
    if (!list) around.set(a, [b]);
    else if (!list.includes(b)) list.push(b);
  };
  for (const { a, b } of edges) {
    link(a, b);
    link(b, a);
  }
  for (const [a, list] of around)
    list.sort(
      (p, q) =>
        Math.atan2(points[p][1] - points[a][1], points[p][0] - points[a][0]) -
        Math.atan2(points[q][1] - points[a][1], points[q][0] - points[a][0]),
    );
  const part = partsOf(around);
  const visited = new Set<string>();
  const found: { corners: number[]; part: number }[] = [];
  for (const [start, list] of around) {
    for (const first of list) {
      if (visited.has(`${start} ${first}`)) continue;
      const face: number[] = [];
      let [from, to] = [start, first];
      while (!visited.has(`${from} ${to}`)) {
        visited.add(`${from} ${to}`);
        face.push(from);
        const turns = around.get(to)!;
        const next = turns[(turns.indexOf(from) + turns.length - 1) % turns.length];
        [from, to] = [to, next];
      }
      const area =
        face.reduce(
          (sum, p, i) =>
            sum +
            points[p][0] * points[face[(i + 1) % face.length]][1] -
            points[face[(i + 1) % face.length]][0] * points[p][1],
          0,
        ) / 2;
      if (area > figureTolerance) found.push({ corners: face, part: part.get(start)! });
    }
  }
  return found;
}

function partsOf(around: ReadonlyMap<number, readonly number[]>): Map<number, number> {
  const part = new Map<number, number>();
  let count = 0;
  for (const start of around.keys()) {
    if (part.has(start)) continue;
    const waiting = [start];
    part.set(start, count);
    while (waiting.length > 0)
      for (const next of around.get(waiting.pop()!)!) {
        if (part.has(next)) continue;
        part.set(next, count);
        waiting.push(next);
      }
    count++;
  }
  return part;
}
