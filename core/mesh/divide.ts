import type { ArrangedEdge, Arrangement } from './arrangement';
import type { GradedLattice } from './lattice';
import type { SizeField } from './size-field';

/** An edge that leaves a direction of the lattice by less than this share of its length follows its lines. */
const along = 1e-4;
/** Lines of the lattice closer to an end than this share of the size are passed over. */
const endShare = 0.4;
/** Pieces longer than this share of the size wished at their middle are halved. */
const tooLong = 1.5;

/**
 * Where an edge is divided, as shares of its length, ascending, ends left out: at the lattice's lines when it runs along them, as fine as the cells
 * beside it, else evenly; finer where the size field says so.
 */
export function divisionOf(
  { xs, ys }: Pick<Arrangement, 'xs' | 'ys'>,
  { a, b }: Pick<ArrangedEdge, 'a' | 'b'>,
  lattice: GradedLattice,
  size: number,
  field: SizeField,
): number[] {
  const [dx, dy] = [xs[b] - xs[a], ys[b] - ys[a]];
  const length = Math.hypot(dx, dy);
  const { c, s } = lattice;
  const [du, dv] = [c * dx + s * dy, c * dy - s * dx];
  const onU = Math.abs(dv) <= along * length;
  const onV = Math.abs(du) <= along * length;
  const even = Math.max(1, Math.round(length / size));
  const stops: number[] = [];
  if (onU || onV) {
    const from = onU ? c * xs[a] + s * ys[a] : c * ys[a] - s * xs[a];
    const run = onU ? du : dv;
    const end = Math.min(endShare * size, 0.49 * length) / length;
    for (const line of onU ? lattice.us : lattice.vs) {
      const share = (line - from) / run;
      if (share > end && share < 1 - end) stops.push(share);
    }
    if (run < 0) stops.reverse();
  }
  if (stops.length === 0) for (let p = 1; p < even; p++) stops.push(p / even);
  const made: number[] = [];
  let before = 0;
  for (const share of [...stops, 1]) {
    const [x, y] = [xs[a] + ((before + share) / 2) * dx, ys[a] + ((before + share) / 2) * dy];
    const gap = (share - before) * length;
    const level = onU || onV ? levelBeside(lattice, c * x + s * y, c * y - s * x) : 0;
    if (level > 0) {
      const parts = Math.max(1, 2 ** Math.min(level, Math.round(Math.log2((2 ** level * gap) / size))));
      for (let p = 1; p < parts; p++) made.push(before + ((share - before) * p) / parts);
    } else halve(before, share, 0);
    if (share < 1) made.push(share);
    before = share;
  }
  return made;

  function halve(from: number, to: number, depth: number): void {
    const middle = (from + to) / 2;
    if (depth > 8 || (to - from) * length <= tooLong * field(xs[a] + middle * dx, ys[a] + middle * dy)) return;
    halve(from, middle, depth + 1);
    made.push(middle);
    halve(middle, to, depth + 1);
  }
}

/** The finer level of the cells about a place in the lattice's coordinates. */
function levelBeside({ us, vs, levels }: GradedLattice, u: number, v: number): number {
  const rows = vs.length - 1;
  let finest = 0;
  for (const i of cellsAt(us, u)) for (const j of cellsAt(vs, v)) finest = Math.max(finest, levels[i * rows + j]);
  return finest;
}

/** The cells between lines at a place: two when it lies on a line. */
function cellsAt(lines: Float64Array, at: number): number[] {
  const near = 1e-6;
  const found: number[] = [];
  for (let i = 0; i + 1 < lines.length; i++) if (at >= lines[i] - near && at <= lines[i + 1] + near) found.push(i);
  return found;
}
