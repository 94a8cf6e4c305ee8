import { distance, inPlane, offPlane, samePoint, type Model, type Vector } from '../model';
import { areaOf, type Point2 } from '../plane';
import { count, formatQuantity } from '../units';
import { inSpace, Outlining, panelName, type ChosenPanel } from './outlines';
import { refuse, type Plan } from './plan';
import {
  flatOf,
  inThePlane,
  nothingChosen,
  placeProblem,
  reshapePlan,
  ringsOfPanel,
  shapeProblem,
} from './flat-panels';
import { nearestEdge } from './outline-edges';

/** A corner of a panel moved to another place of its plane; what else hangs on its node stays. @param to m */
export function moveCornerPlan(model: Model, one: ChosenPanel, node: string, to: Vector): Plan {
  const flat = flatOf(model, one);
  if (!flat) return refuse(`The corners of ${panelName(one, model)} lie on one line.`);
  const ids = ringsOfPanel(flat.panel);
  const r = ids.findIndex((ring) => ring.includes(node));
  if (r < 0) return refuse(`${node} is no corner of ${panelName(one, model)}.`);
  if (Math.abs(offPlane(flat.plane, to)) > inThePlane)
    return refuse(`The place lies beside the plane of ${panelName(one, model)}.`);
  const ring = [flat.outline, ...flat.openings][r];
  const moved = ring.map((corner, i) => (ids[r][i] === node ? inPlane(flat.plane, to) : corner));
  const problem = shapeProblem(ring, moved) ?? placeProblem(flat, r, moved);
  if (problem) return refuse(`${panelName(one, model)}: ${problem}`);
  return reshapePlan(model, one, flat, r, moved, `Moved a corner of ${panelName(one, model)}`, `corner ${node} moved`);
}

/** A corner more on the edge nearest to a point of the panel's plane, m. */
export function addCornerPlan(model: Model, one: ChosenPanel, point: Vector): Plan {
  const flat = flatOf(model, one);
  const edge = flat && nearestEdge(model, one, point);
  if (!flat || !edge) return refuse(`The corners of ${panelName(one, model)} lie on one line.`);
  if (Math.abs(offPlane(flat.plane, point)) > inThePlane)
    return refuse(`The point lies beside the plane of ${panelName(one, model)}.`);
  const ids = ringsOfPanel(flat.panel);
  if (ids.flat().some((id) => distance(model.nodes[id].position, point) < samePoint))
    return refuse('There is a corner at that place already.');
  const ring = [flat.outline, ...flat.openings][edge.ring];
  const moved = [...ring.slice(0, edge.edge + 1), inPlane(flat.plane, point), ...ring.slice(edge.edge + 1)];
  const problem = shapeProblem(ring, moved) ?? placeProblem(flat, edge.ring, moved);
  if (problem) return refuse(`${panelName(one, model)}: ${problem}`);
  return reshapePlan(
    model,
    one,
    flat,
    edge.ring,
    moved,
    `Added a corner to ${panelName(one, model)}`,
    `${edge.ring === 0 ? panelName(one, model) : 'opening'} with ${count(moved.length, 'corner')}`,
  );
}

/** Corners taken out of panels: the edges beside each become one. An opening that keeps fewer than three goes. */
export function dropCornersPlan(model: Model, chosen: readonly ChosenPanel[], nodes: readonly string[]): Plan {
  if (nodes.length === 0) return refuse('Select the corners to take out, or click one.');
  const gone = new Set(nodes);
  return changedRings(
    model,
    chosen,
    (_ring, ids) => ids.map((id) => !gone.has(id)),
    'None of these nodes is a corner of the selected slabs and walls.',
    (corners) => `Took ${count(corners, 'corner')} out`,
  );
}

/**
 * Outlines straightened: corners that lie within a distance of the line between their neighbours go, and so do edges shorter than it.
 * @param tolerance m
 */
export function straightenPlan(model: Model, chosen: readonly ChosenPanel[], tolerance: number): Plan {
  if (!(tolerance > 0)) return refuse('The distance must be above zero.');
  return changedRings(
    model,
    chosen,
    (ring) => keptWithin(ring, tolerance),
    `Every corner lies farther than ${formatQuantity(tolerance, 'sectionLength', model.settings.units, 0)} from the line between its neighbours.`,
    (corners) => `Straightened outlines: ${count(corners, 'corner')} out`,
  );
}

/** Which corners of a ring stay when those near the line between their neighbours go, the nearest first; none that went may end up farther from the ring than the distance. */
function keptWithin(ring: readonly Point2[], tolerance: number): boolean[] {
  const left = ring.map((_, i) => i);
  const off = (p: Point2, a: Point2, b: Point2) => {
    const [du, dv] = [b[0] - a[0], b[1] - a[1]];
    const t = Math.max(0, Math.min(1, ((p[0] - a[0]) * du + (p[1] - a[1]) * dv) / (du * du + dv * dv || 1)));
    return Math.hypot(p[0] - a[0] - t * du, p[1] - a[1] - t * dv);
  };
  while (left.length > 3) {
    const costs = left.map((corner, k) => {
      const [a, b] = [left[(k + left.length - 1) % left.length], left[(k + 1) % left.length]];
      // all that went between the two must stay near the line, not only the corner that goes now
      let worst = 0;
      for (let i = (a + 1) % ring.length; i !== b; i = (i + 1) % ring.length)
        worst = Math.max(worst, off(ring[i], ring[a], ring[b]));
      return { k, corner, worst };
    });
    const least = costs.reduce((best, one) => (one.worst < best.worst ? one : best));
    if (least.worst > tolerance) break;
    left.splice(least.k, 1);
  }
  const kept = new Set(left);
  return ring.map((_, i) => kept.has(i));
}

function changedRings(
  model: Model,
  chosen: readonly ChosenPanel[],
  kept: (ring: readonly Point2[], ids: readonly string[]) => readonly boolean[],
  nothing: string,
  sentence: (corners: number) => string,
): Plan {
  if (chosen.length === 0) return nothingChosen();
  const outlining = new Outlining(model);
  let corners = 0;
  const names: string[] = [];
  for (const one of chosen) {
    const flat = flatOf(model, one);
    if (!flat) continue;
    const ids = ringsOfPanel(flat.panel);
    const rings = [flat.outline, ...flat.openings].map((ring, r) => {
      const stays = kept(ring, ids[r]);
      return ring.filter((_, i) => stays[i]);
    });
    const went = ids.flat().length - rings.flat().length;
    if (went === 0) continue;
    const problem = shapeProblem(flat.outline, rings[0]);
    if (problem) return refuse(`${panelName(one, model)}: ${problem}`);
    const openings = rings.slice(1).filter((ring) => ring.length > 2 && Math.abs(areaOf(ring)) > 1e-4);
    const wrong = placeProblem({ ...flat, outline: rings[0], openings }, -1, []);
    if (wrong) return refuse(`${panelName(one, model)}: ${wrong}`);
    outlining.reshape(
      one,
      inSpace(model, flat.panel, flat.plane, rings[0]),
      openings.map((ring) => inSpace(model, flat.panel, flat.plane, ring)),
    );
    corners += went;
    names.push(one.id);
  }
  if (corners === 0) return refuse(nothing);
  return outlining.finish(
    `${sentence(corners)} of ${names.join(', ')}`,
    `${count(corners, 'corner')} fewer in ${names.join(', ')}`,
  );
}
