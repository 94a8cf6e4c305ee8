import { count } from '../units';
import { inOrder, inPlane, offPlane, planeOf, type Finding, type Model, type Vector } from '../model';

/** A point farther than this (m) outside an outline, or off its plane, is outside. */
const reach = 0.01;

/** How far a point of a plane lies outside an outline, m; 0 inside and on its edges. */
function outside([u, v]: readonly [number, number], outline: readonly (readonly [number, number])[]): number {
  let inside = false;
  let nearest = Infinity;
  for (let i = 0; i < outline.length; i++) {
    const [a, b] = [outline[i], outline[(i + 1) % outline.length]];
    if (a[1] > v !== b[1] > v && u < a[0] + ((v - a[1]) / (b[1] - a[1])) * (b[0] - a[0])) inside = !inside;
    const [du, dv] = [b[0] - a[0], b[1] - a[1]];
    const share = Math.max(0, Math.min(1, ((u - a[0]) * du + (v - a[1]) * dv) / (du * du + dv * dv || 1)));
    nearest = Math.min(nearest, Math.hypot(u - a[0] - share * du, v - a[1] - share * dv));
  }
  return inside ? 0 : nearest;
}

const crosses = (
  a: readonly [number, number],
  b: readonly [number, number],
  c: readonly [number, number],
  d: readonly [number, number],
): boolean => {
  const side = (p: readonly [number, number], q: readonly [number, number], r: readonly [number, number]) => {
    const length = Math.hypot(q[0] - p[0], q[1] - p[1]) || 1;
    const off = ((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])) / length;
    return Math.abs(off) < reach ? 0 : Math.sign(off);
  };
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
};

/**
 * What is wrong with an opening's place in an outline, in words: corners outside or off its plane, an edge of one across the other, two openings
 * that overlap. Undefined when it lies in it.
 * @param corners of the outline, m
 * @param opening its corners, m
 * @param others  openings that are there already
 */
export function openingProblem(
  corners: readonly Vector[],
  opening: readonly Vector[],
  others: readonly (readonly Vector[])[] = [],
): string | undefined {
  const plane = planeOf(corners);
  if (!plane) return 'the outline encloses nothing';
  if (!planeOf(opening)) return 'its corners lie on a line';
  const off = opening.findIndex((point) => Math.abs(offPlane(plane, point)) > reach);
  if (off >= 0) return `its corner ${off + 1} lies beside the plane`;
  const flat = (points: readonly Vector[]) => points.map((point) => inPlane(plane, point));
  const [outer, inner] = [flat(corners), flat(opening)];
  const out = inner.flatMap((point, i) => (outside(point, outer) > reach ? [i + 1] : []));
  if (out.length === opening.length) return 'it lies outside';
  if (out.length > 0)
    return `${out.length === 1 ? `its corner ${out[0]} lies` : `${count(out.length, 'corner')} lie`} outside`;
  const edges = (points: readonly (readonly [number, number])[]) =>
    points.map((point, i) => [point, points[(i + 1) % points.length]] as const);
  if (edges(inner).some(([a, b]) => edges(outer).some(([c, d]) => crosses(a, b, c, d))))
    return 'it runs across an edge';
  for (const other of others) {
    const there = flat(other);
    if (
      edges(inner).some(([a, b]) => edges(there).some(([c, d]) => crosses(a, b, c, d))) ||
      inner.every((point) => outside(point, there) < reach) ||
      there.every((point) => outside(point, inner) < reach)
    )
      return 'it overlaps another opening';
  }
  return undefined;
}

/** Openings that do not lie in their slab, wall or loaded area. */
export function openingFindings(model: Model): Finding[] {
  const at = (ids: readonly string[]) => ids.map((id) => model.nodes[id].position);
  const panels = (['slabs', 'walls'] as const).flatMap((table) =>
    inOrder(model[table]).map((panel) => ({ table, panel })),
  );
  return panels.flatMap(({ table, panel: { id, label, corners, openings = [] } }) =>
    openings.flatMap((opening, i): Finding[] => {
      const problem = openingProblem(at(corners), at(opening), openings.slice(0, i).map(at));
      if (!problem) return [];
      const noun = table === 'slabs' ? 'slab' : 'wall';
      return [
        {
          key: `opening ${id} ${opening.join(' ')}`,
          rule: 'opening-outside',
          severity: 'remark',
          sentence: `Opening ${i + 1} of ${noun} ${label ?? id} does not lie in it: ${problem}.`,
          why: `Only what lies in the ${noun} can be cut out of it. Move its corners, or take it away.`,
          place: { nodes: opening },
          mend: {
            label: 'Take the opening away',
            act: {
              edits: [
                { kind: 'change', table, changes: [{ id, fields: { openings: openings.filter((_, k) => k !== i) } }] },
              ],
              sentence: `Took opening ${i + 1} of ${noun} ${label ?? id} away`,
            },
          },
        },
      ];
    }),
  );
}
