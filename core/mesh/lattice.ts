import type { Arrangement } from './arrangement';
import type { SizeField } from './size-field';

/** Two families of lines, square to each other, on which a mesh's inner nodes would best lie. */
export interface Lattice {
  /** direction of the first family's normal: cosine and sine */
  readonly c: number;
  readonly s: number;
  /** where lines lie along u = c x + s y, and along v = −s x + c y, m, ascending */
  readonly us: Float64Array;
  readonly vs: Float64Array;
}

/** A lattice whose cells are quartered where the mesh is to be finer. */
export interface GradedLattice extends Lattice {
  /** see `levelsOf` */
  readonly levels: Uint8Array;
}

/** A place through which a line of the lattice would best go, and what it costs if none does, in elements spoiled. */
interface Wish {
  readonly at: number;
  readonly weight: number;
}

/** Directions are told apart by this, rad. */
const directionStep = Math.PI / 360;
/** An edge that leaves a direction by less than this share of its length runs along it. */
const along = 1e-4;
/** Strips narrower than this share of the wished size are not made if anything else can be done. */
const narrow = 0.45;

/** The direction, 0 … π/2, that most of the edges' length has, these taken square to each other. */
export function mainDirection({ xs, ys, edges }: Arrangement): number {
  const quarter = Math.PI / 2;
  const bins = new Float64Array(Math.round(quarter / directionStep));
  const list = edges.map(({ a, b }) => {
    const [dx, dy] = [xs[b] - xs[a], ys[b] - ys[a]];
    const angle = ((Math.atan2(dy, dx) % quarter) + quarter) % quarter;
    return { angle, length: Math.hypot(dx, dy) };
  });
  for (const { angle, length } of list) bins[Math.round(angle / directionStep) % bins.length] += length;
  let best = 0;
  const about = (k: number) => bins[k] + bins[(k + 1) % bins.length] + bins[(k + bins.length - 1) % bins.length];
  for (let k = 1; k < bins.length; k++) if (about(k) > about(best) * (1 + 1e-9)) best = k;
  // the mean of what lies near, around the circle of a quarter turn
  let [x, y] = [0, 0];
  for (const { angle, length } of list) {
    const apart = Math.abs(((angle - best * directionStep + 1.5 * quarter) % quarter) - quarter / 2);
    if (apart > 2 * directionStep) continue;
    x += length * Math.cos(4 * angle);
    y += length * Math.sin(4 * angle);
  }
  const mean = Math.atan2(y, x) / 4;
  return Math.abs(mean) < 1e-9 ? 0 : mean < 0 ? mean + quarter : mean;
}

/**
 * Lines through corners, edges and points as far as these leave strips of a good width, and evenly between.
 * @param size wished, m
 */
export function latticeOf(region: Arrangement, size: number, angle = mainDirection(region)): Lattice {
  const [c, s] = angle === 0 ? [1, 0] : [Math.cos(angle), Math.sin(angle)];
  const u = region.xs.map((x, i) => c * x + s * region.ys[i]);
  const v = region.xs.map((x, i) => c * region.ys[i] - s * x);
  const span = (list: readonly number[]) =>
    list.reduce((most, one) => Math.max(most, one), -Infinity) -
    list.reduce((least, one) => Math.min(least, one), Infinity);
  return {
    c,
    s,
    us: linesOf(wishesOf(region, u, v, size), size, span(v) / size),
    vs: linesOf(wishesOf(region, v, u, size), size, span(u) / size),
  };
}

/** What wishes a line across u. */
function wishesOf({ edges, points }: Arrangement, u: readonly number[], v: readonly number[], size: number): Wish[] {
  const corner = new Float64Array(u.length);
  const wishes: { at: number; weight: number }[] = [];
  for (const { a, b } of edges) {
    const [du, dv] = [Math.abs(u[a] - u[b]), Math.abs(v[a] - v[b])];
    // the corners of a curved rim have no line of their own
    const weight = du <= along * dv || dv <= along * du ? 0.7 : 0.1;
    for (const vertex of [a, b]) corner[vertex] = Math.max(corner[vertex], weight);
    if (du <= along * dv) wishes.push({ at: (u[a] + u[b]) / 2, weight: (0.7 * dv) / size });
  }
  for (const vertex of points) wishes.push({ at: u[vertex], weight: 2 });
  corner.forEach((weight, vertex) => {
    if (weight > 0) wishes.push({ at: u[vertex], weight });
  });
  wishes.sort((a, b) => a.at - b.at);
  const together: { at: number; weight: number; first: number }[] = [];
  for (const { at, weight } of wishes) {
    const last = together[together.length - 1] as (typeof together)[number] | undefined;
    if (last && at - last.first < 2e-3) {
      last.at = (last.at * last.weight + at * weight) / (last.weight + weight);
      last.weight += weight;
    } else together.push({ at, weight, first: at });
  }
  return together;
}

/** How many pieces a gap takes, and how badly they depart from the wished size. */
const piecesOf = (gap: number, size: number): number => Math.max(1, Math.round(gap / size));
function badness(gap: number, size: number): number {
  const pieces = piecesOf(gap, size);
  const ratio = gap / pieces / size;
  const off = Math.log(ratio) ** 2;
  return pieces * off * (ratio < narrow ? 10 : 1);
}

/** The wishes that are met such that lost wishes and badly sized strips together cost least (shortest path), and lines between them. @param rows elements in a strip */
function linesOf(wishes: readonly Wish[], size: number, rows: number): Float64Array {
  const n = wishes.length;
  const cost = new Float64Array(n);
  const before = new Int32Array(n).fill(-1);
  const lost = new Float64Array(n + 1);
  for (let i = 0; i < n; i++) lost[i + 1] = lost[i] + wishes[i].weight;
  for (let j = 0; j < n; j++) {
    cost[j] = lost[j];
    for (let i = j - 1; i >= 0; i--) {
      const between = lost[j] - lost[i + 1];
      const total = cost[i] + between + Math.max(2, rows) * badness(wishes[j].at - wishes[i].at, size);
      if (total < cost[j]) [cost[j], before[j]] = [total, i];
    }
  }
  let last = 0;
  for (let j = 1; j < n; j++) if (cost[j] + lost[n] - lost[j + 1] < cost[last] + lost[n] - lost[last + 1]) last = j;
  const kept: number[] = [];
  for (let j = last; j >= 0; j = before[j]) kept.unshift(wishes[j].at);
  const lines: number[] = [];
  kept.forEach((at, i) => {
    if (i > 0) {
      const pieces = piecesOf(at - kept[i - 1], size);
      for (let p = 1; p < pieces; p++) lines.push(kept[i - 1] + ((at - kept[i - 1]) * p) / pieces);
    }
    lines.push(at);
  });
  // beyond the first and last line that are met the lattice goes on
  for (const end of [wishes[0].at, wishes[n - 1].at])
    for (;;) {
      const [from, step] = end < lines[0] ? [lines[0], -1] : [lines[lines.length - 1], 1];
      if ((end - from) * step < 0.5 * size) break;
      if (step < 0) lines.unshift(from - size);
      else lines.push(from + size);
    }
  return Float64Array.from(lines);
}

/** Cells are quartered at most so often. */
export const deepest = 5;
/** Cells larger than this share of the size wished in them are quartered. */
const tooLarge = 1.5;

/**
 * How often each cell of a lattice is halved both ways to be fine enough, neighbours at most once more than one another: of the cell between lines i and
 * i + 1 of u, j and j + 1 of v at `i × rows + j`.
 */
export function levelsOf({ c, s, us, vs }: Lattice, field: SizeField): Uint8Array {
  const [columns, rows] = [us.length - 1, vs.length - 1];
  const level = new Uint8Array(Math.max(0, columns * rows));
  const wished = (u: number, v: number) => field(c * u - s * v, s * u + c * v);
  let refined = false;
  for (let i = 0; i < columns; i++)
    for (let j = 0; j < rows; j++) {
      let wish = Infinity;
      for (const p of [0, 0.5, 1])
        for (const q of [0, 0.5, 1])
          wish = Math.min(wish, wished(us[i] + p * (us[i + 1] - us[i]), vs[j] + q * (vs[j + 1] - vs[j])));
      let cell = Math.max(us[i + 1] - us[i], vs[j + 1] - vs[j]);
      while (cell > tooLarge * wish && level[i * rows + j] < deepest) {
        cell /= 2;
        level[i * rows + j]++;
        refined = true;
      }
    }
  for (let again = refined; again;) {
    again = false;
    for (let i = 0; i < columns; i++)
      for (let j = 0; j < rows; j++)
        for (let p = Math.max(0, i - 1); p <= Math.min(columns - 1, i + 1); p++)
          for (let q = Math.max(0, j - 1); q <= Math.min(rows - 1, j + 1); q++)
            if (level[p * rows + q] > level[i * rows + j] + 1) {
              level[i * rows + j] = level[p * rows + q] - 1;
              again = true;
            }
  }
  return level;
}
