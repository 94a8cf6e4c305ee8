import type { Region } from './mesh-region';

/** Something that makes a mesh finer or poorer than wished, found before it is made. */
export interface Spoiler {
  /** short: two vertices lie close together, on one edge or across a strip; beside: a vertex lies close to an edge it is not on; sharp: two edges meet at less than 20° */
  readonly kind: 'short' | 'beside' | 'sharp';
  /** vertices of the region, the one to move first */
  readonly vertices: readonly number[];
  /** m; of a sharp corner its angle, rad */
  readonly measure: number;
}

/** Distances below this share of the wished size spoil a mesh. */
const tooNear = 0.2;
/** Corners sharper than this spoil a mesh, rad. */
const tooSharp = Math.PI / 9;

/** What spoils the mesh of a region. */
export function spoilersOf({ xs, ys, edges, points, size }: Region): Spoiler[] {
  const found: Spoiler[] = [];
  const limit = tooNear * size;
  const used = new Set([...edges.flatMap(({ a, b }) => [a, b]), ...points]);
  const around = new Map<number, number[]>();
  for (const { a, b } of edges) {
    const length = Math.hypot(xs[b] - xs[a], ys[b] - ys[a]);
    if (length < limit) found.push({ kind: 'short', vertices: [a, b], measure: length });
    around.set(a, [...(around.get(a) ?? []), b]);
    around.set(b, [...(around.get(b) ?? []), a]);
    for (const v of used) {
      if (v === a || v === b || length < limit) continue;
      const along = ((xs[v] - xs[a]) * (xs[b] - xs[a]) + (ys[v] - ys[a]) * (ys[b] - ys[a])) / (length * length);
      const off = Math.abs((xs[v] - xs[a]) * (ys[b] - ys[a]) - (ys[v] - ys[a]) * (xs[b] - xs[a])) / length;
      if (along > 0 && along < 1 && off < limit && !joinedBy(around, edges, v, a, b))
        found.push({ kind: 'beside', vertices: [v, a, b], measure: off });
    }
  }
  // across a strip whose corners face each other no vertex lies beside an edge
  const listed = [...used].sort((v, w) => xs[v] - xs[w]);
  listed.forEach((v, i) => {
    for (let k = i + 1; k < listed.length && xs[listed[k]] - xs[v] < limit; k++) {
      const w = listed[k];
      const apart = Math.hypot(xs[w] - xs[v], ys[w] - ys[v]);
      const joined = around.get(v)?.some((other) => other === w || around.get(other)?.includes(w) === true) === true;
      if (apart < limit && !joined) found.push({ kind: 'short', vertices: [v, w], measure: apart });
    }
  });
  for (const [vertex, others] of around) {
    const angles = others
      .map((other) => Math.atan2(ys[other] - ys[vertex], xs[other] - xs[vertex]))
      .sort((p, q) => p - q);
    angles.forEach((angle, i) => {
      const next = i + 1 < angles.length ? angles[i + 1] : angles[0] + 2 * Math.PI;
      if (angles.length > 1 && next - angle < tooSharp)
        found.push({ kind: 'sharp', vertices: [vertex], measure: next - angle });
    });
  }
  return found;
}

/** Whether a vertex is the far end of an edge at one of two others: it lies near theirs only because both meet there. */
const joinedBy = (
  around: ReadonlyMap<number, readonly number[]>,
  edges: Region['edges'],
  v: number,
  a: number,
  b: number,
): boolean =>
  [a, b].some(
    (end) =>
      around.get(end)?.includes(v) === true ||
      edges.some((one) => (one.a === end && one.b === v) || (one.b === end && one.a === v)),
  );
