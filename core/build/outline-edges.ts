import { distance, dot, edgesOf, samePoint, subtract, type Model, type Panel, type Vector } from '../model';
import { areaOf, type Point2 } from '../plane';
import { formatQuantity } from '../units';
import { panelName, type ChosenPanel } from './outlines';
import { refuse, type Plan } from './plan';
import { flatOf, lineIn, placeProblem, reshapePlan, ringsOfPanel, shapeProblem, type Flat } from './flat-panels';

/** What becomes of an edge of an outline: moved outward by a distance, onto the line through two points, or made so long by moving the edge after it; m. */
export type EdgeChange =
  | { readonly kind: 'by'; readonly distance: number }
  | { readonly kind: 'onto'; readonly a: Vector; readonly b: Vector }
  | { readonly kind: 'length'; readonly length: number };

/** An edge of a panel: the ring (0 the outline, then openings) and the number of the corner it starts from. */
export interface PanelEdge {
  readonly ring: number;
  readonly edge: number;
}

/** The edge of a panel nearest to a point (m), with how far it is. */
export function nearestEdge(
  model: Model,
  one: ChosenPanel,
  point: Vector,
): (PanelEdge & { distance: number }) | undefined {
  const panel: Panel = model[one.table][one.id];
  let best: (PanelEdge & { distance: number }) | undefined;
  ringsOfPanel(panel).forEach((ring, r) =>
    edgesOf(ring.map((id) => model.nodes[id].position)).forEach(([a, b], edge) => {
      const line = subtract(b, a);
      const t = Math.max(0, Math.min(1, dot(subtract(point, a), line) / (dot(line, line) || 1)));
      const away = distance(point, [a[0] + t * line[0], a[1] + t * line[1], a[2] + t * line[2]]);
      if (!best || away < best.distance - 1e-9) best = { ring: r, edge, distance: away };
    }),
  );
  return best;
}

/**
 * An edge of a panel moved: its corners run along the edges beside it, so that these keep their directions; what hangs on the old corners stays.
 */
export function moveEdgePlan(model: Model, one: ChosenPanel, { ring: r, edge }: PanelEdge, change: EdgeChange): Plan {
  const flat = flatOf(model, one);
  if (!flat) return refuse(`The corners of ${panelName(one, model)} lie on one line.`);
  const rings = [flat.outline, ...flat.openings];
  const ring = rings[r];
  const n = ring.length;
  // making an edge so long moves the one after it
  const moving = change.kind === 'length' ? (edge + 1) % n : edge;
  const [p, q] = [ring[moving], ring[(moving + 1) % n]];
  const before = ring[(moving + n - 1) % n];
  const after = ring[(moving + 2) % n];
  const line = targetLine(flat, ring, moving, change);
  if (typeof line === 'string') return refuse(line);
  const starts = meeting(before, p, line[0], line[1]);
  const ends = meeting(after, q, line[0], line[1]);
  if (!starts || !ends) return refuse('An edge beside it runs along that line: there is no corner between them.');
  const moved = ring.map((corner, i) => (i === moving ? starts : i === (moving + 1) % n ? ends : corner));
  const problem = shapeProblem(ring, moved) ?? placeProblem(flat, r, moved);
  if (problem) return refuse(`${panelName(one, model)}: ${problem}`);
  return reshapePlan(
    model,
    one,
    flat,
    r,
    moved,
    `Moved an edge of ${panelName(one, model)}`,
    `edge of ${formatQuantity(Math.hypot(moved[edge][0] - moved[(edge + 1) % n][0], moved[edge][1] - moved[(edge + 1) % n][1]), 'length', model.settings.units, 3)}`,
  );
}

function targetLine(
  flat: Flat,
  ring: readonly Point2[],
  moving: number,
  change: EdgeChange,
): readonly [Point2, Point2] | string {
  const n = ring.length;
  const [p, q] = [ring[moving], ring[(moving + 1) % n]];
  const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
  const shifted = (by: Point2): readonly [Point2, Point2] => [
    [p[0] + by[0], p[1] + by[1]],
    [q[0] + by[0], q[1] + by[1]],
  ];
  switch (change.kind) {
    case 'by': {
      if (Math.abs(change.distance) < samePoint) return 'Say how far the edge goes: outward above zero, inward below.';
      // outward of its ring: an opening becomes larger
      const by = (Math.sign(areaOf(ring)) * change.distance) / length;
      return shifted([by * (q[1] - p[1]), -by * (q[0] - p[0])]);
    }
    case 'length': {
      if (!(change.length > samePoint)) return 'The length must be above zero.';
      const before = ring[(moving + n - 1) % n];
      const now = Math.hypot(p[0] - before[0], p[1] - before[1]);
      const by = (change.length - now) / now;
      if (Math.abs(change.length - now) < 1e-6) return 'The edge has that length already.';
      return shifted([by * (p[0] - before[0]), by * (p[1] - before[1])]);
    }
    case 'onto': {
      if (distance(change.a, change.b) < samePoint) return 'The two points of the line are one. Take them apart.';
      return lineIn(flat, change.a, change.b);
    }
  }
}

/** Where the lines through two pairs of points meet; undefined where they run side by side. */
function meeting(a: Point2, b: Point2, c: Point2, d: Point2): Point2 | undefined {
  const [du, dv, eu, ev] = [b[0] - a[0], b[1] - a[1], d[0] - c[0], d[1] - c[1]];
  const turn = du * ev - dv * eu;
  if (Math.abs(turn) < 1e-6 * Math.hypot(du, dv) * Math.hypot(eu, ev)) return undefined;
  const s = ((c[0] - a[0]) * ev - (c[1] - a[1]) * eu) / turn;
  return [a[0] + s * du, a[1] + s * dv];
}
