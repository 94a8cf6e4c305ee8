import type { PanelLoad } from '../../loading';
import { inPlane, type Vector } from '../../model';
import { areaOf, boxOf, clipTo, cross2, integrals, type Point2, type Polygon } from '../../plane';
import type { AnalysisModel } from '../analysis-model';

/**
 * Adds a load on a panel to the nodes of its elements: exactly what lies on each element, by its corners' linear shapes over triangles (of a quadrilateral
 * the mean of both ways to halve it), so that sum and place of the load are kept to the last digit.
 * @param nodal six a node, global, N
 */
export function addPanelLoad(analysis: AnalysisModel, load: PanelLoad, nodal: Float64Array): void {
  const { floors, positions } = analysis;
  const panel = floors?.mesh.panels.findIndex((one) => one.panel.id === load.panel) ?? -1;
  if (!floors || panel < 0) return;
  const { shells } = floors;
  const boxes = load.polygons.map(boxOf);
  const convex = load.polygons.map(isConvex);
  // where some count less than nothing an element under one may be under another too
  const lone = load.polygons.every((polygon) => areaOf(polygon) > 0);
  for (let e = shells.starts[panel]; e < shells.starts[panel + 1]; e++) {
    const nodes = shells.nodesOf(e);
    const corners = Array.from(nodes, (node): Point2 =>
      inPlane(load.plane, positions.subarray(3 * node, 3 * node + 3) as unknown as Vector),
    );
    // seen from the other side corners run clockwise
    const order = corners.map((_, i) => i);
    if (areaOf(corners) < 0) order.reverse();
    const window = order.map((i) => corners[i]);
    const box = boxOf(window);
    const pieces: Polygon[] = [];
    // what lies inside a convex part needs no cutting
    let covered = load.whole === true;
    for (let p = 0; !covered && p < load.polygons.length; p++) {
      const other = boxes[p];
      if (other[0] > box[1] || other[1] < box[0] || other[2] > box[3] || other[3] < box[2]) continue;
      if (convex[p] && lone && window.every((corner) => isWithin(load.polygons[p], corner))) covered = true;
      pieces.push(load.polygons[p]);
    }
    if (covered) pieces.splice(0, pieces.length, window);
    if (pieces.length === 0) continue;
    if (covered && load.value.b === 0 && load.value.c === 0) {
      const shares = cornerShares(window);
      order.forEach((i, k) => {
        for (let d = 0; d < 3; d++) nodal[6 * nodes[i] + d] += load.value.a * shares[k] * load.direction[d];
      });
      continue;
    }
    const halves =
      order.length === 3
        ? [{ corners: [0, 1, 2], share: 1 }]
        : [
            { corners: [0, 1, 2], share: 0.5 },
            { corners: [0, 2, 3], share: 0.5 },
            { corners: [1, 2, 3], share: 0.5 },
            { corners: [1, 3, 0], share: 0.5 },
          ];
    for (const { corners: three, share } of halves) {
      const triangle = three.map((i) => window[i]);
      for (const polygon of pieces) {
        const part = covered ? triangle : clipTo(polygon, triangle);
        if (part.length < 3) continue;
        const { total, x, y } = integrals(part, load.value);
        const twice = 2 * areaOf(triangle);
        three.forEach((i, k) => {
          const [p, q] = [triangle[(k + 1) % 3], triangle[(k + 2) % 3]];
          // the corner's shape is the area it spans with the opposite side
          const force = (share * ((p[0] * q[1] - q[0] * p[1]) * total + (p[1] - q[1]) * x + (q[0] - p[0]) * y)) / twice;
          const node = nodes[order[i]];
          for (let d = 0; d < 3; d++) nodal[6 * node + d] += force * load.direction[d];
        });
      }
    }
  }
}

/** Shares of a triangle's or quadrilateral's area at its corners: of a quadrilateral the mean of both ways to halve it, m². */
function cornerShares(corners: Polygon): number[] {
  const triangle = (i: number, j: number, k: number) => cross2(corners[i], corners[j], corners[k]) / 6;
  if (corners.length === 3) return [0, 1, 2].map(() => triangle(0, 1, 2));
  const [one, two] = [triangle(0, 1, 2), triangle(0, 2, 3)];
  const [three, four] = [triangle(1, 2, 3), triangle(1, 3, 0)];
  return [one + two + four, one + three + four, one + two + three, two + three + four].map((share) => share / 2);
}

/** Whether a polygon that runs anticlockwise has no inner corner. */
const isConvex = (polygon: Polygon): boolean =>
  polygon.every((a, i) => cross2(a, polygon[(i + 1) % polygon.length], polygon[(i + 2) % polygon.length]) >= 0);

/** Whether a place lies within a convex polygon that runs anticlockwise. */
const isWithin = (polygon: Polygon, place: Point2): boolean =>
  polygon.every((a, i) => cross2(a, polygon[(i + 1) % polygon.length], place) >= 0);
