import type { PanelLine, PanelLoad, PanelPressure, PanelWarming } from '../../loading';
import { barDirection, add, distance, inPlane, scale, subtract, type Vector } from '../../model';
import { areaOf, boxOf, clipTo, cross2, integrals, type Point2, type Polygon } from '../../plane';
import type { AnalysisModel } from '../analysis-model';
import { ByShape } from '../shell/alike';
import { initialForces, shellElement } from '../shell/shell-element';
import { ElementFinder } from './element-finder';

/** A panel's elements, all zones together: their numbers, and where they lie. */
interface PanelElements {
  readonly elements: Int32Array;
  readonly finder: ElementFinder;
}

const known = new WeakMap<AnalysisModel, Map<string, PanelElements>>();

/** The elements of a slab or wall; undefined where it is not meshed. */
function elementsOf(analysis: AnalysisModel, id: string): PanelElements | undefined {
  const ofModel = known.get(analysis) ?? new Map<string, PanelElements>();
  known.set(analysis, ofModel);
  const found = ofModel.get(id);
  if (found || !analysis.floors) return found;
  const { mesh, shells } = analysis.floors;
  const zones = mesh.panels.flatMap(({ panel }, p) => (panel.id === id ? [p] : []));
  if (zones.length === 0) return undefined;
  const elements = Int32Array.from(
    zones.flatMap((p) =>
      Array.from({ length: shells.starts[p + 1] - shells.starts[p] }, (_, i) => shells.starts[p] + i),
    ),
  );
  const start = new Int32Array(elements.length + 1);
  const nodes: number[] = [];
  elements.forEach((e, i) => {
    nodes.push(...shells.nodesOf(e));
    start[i + 1] = nodes.length;
  });
  const made = {
    elements,
    finder: new ElementFinder(
      { start, nodes: Int32Array.from(nodes), normal: mesh.panels[zones[0]].plane.normal },
      analysis.positions,
    ),
  };
  ofModel.set(id, made);
  return made;
}

/** Adds a load on a panel to the nodes of its elements; its sum and its place are kept to the last digit. @param nodal six a node, global, N and N·m */
export function addPanelLoad(analysis: AnalysisModel, load: PanelLoad, nodal: Float64Array): void {
  const panel = elementsOf(analysis, load.panel);
  if (!panel) return;
  if (load.kind === 'pressure') addPressure(analysis, panel, load, nodal);
  else if (load.kind === 'spot') addSpot(analysis, panel, load.at, load.force, load.moment, nodal);
  else addLine(analysis, panel, load, nodal);
}

/** A force and a moment at a place go to the corners of its element by their shapes. */
function addSpot(
  analysis: AnalysisModel,
  { elements, finder }: PanelElements,
  at: Vector,
  force: Vector,
  moment: Vector,
  nodal: Float64Array,
): void {
  const found = finder.at(at);
  if (!found) return;
  const nodes = analysis.floors!.shells.nodesOf(elements[found.element]);
  found.shares.forEach((share, i) => {
    for (let k = 0; k < 3; k++) {
      nodal[6 * nodes[i] + k] += share * force[k];
      nodal[6 * nodes[i] + 3 + k] += share * moment[k];
    }
  });
}

const gauss = [(1 - 1 / Math.sqrt(3)) / 2, (1 + 1 / Math.sqrt(3)) / 2];

/** A load along a line, from element to element by two points each, which is exact for one that grows evenly. */
function addLine(analysis: AnalysisModel, panel: PanelElements, load: PanelLine, nodal: Float64Array): void {
  const { start, end, valueFrom, valueTo, direction } = load;
  const length = distance(start, end);
  const along = (t: number): Vector => add(start, scale(subtract(end, start), t));
  const passages = panel.finder.passages(start, end);
  for (let i = 0; i + 1 < passages.length; i++) {
    const run = passages[i + 1] - passages[i];
    for (const g of gauss) {
      const t = passages[i] + g * run;
      const size = ((valueFrom + t * (valueTo - valueFrom)) * run * length) / 2;
      if (size !== 0) addSpot(analysis, panel, along(t), scale(direction, size), [0, 0, 0], nodal);
    }
  }
}

/** Adds what warmth of a panel, held in its place, does to its nodes. @param nodal six a node, global, N and N·m */
export function addWarming(
  analysis: AnalysisModel,
  id: string,
  { strain, curvature }: PanelWarming,
  nodal: Float64Array,
): void {
  analysis.floors?.mesh.panels.forEach((one, p) => {
    if (one.panel.id !== id) return;
    const { shells } = analysis.floors!;
    const along = barDirection(one.plane, one.panel.barAngle ?? 0);
    // the difference lies across the thickness there is
    const bent = (curvature * one.panel.thickness) / one.zone.thickness;
    const initial = { membrane: [strain, strain, 0], bending: [bent, bent, 0] } as const;
    const alike = new ByShape((corners) => {
      const forces = new Float64Array(6 * corners.length);
      initialForces(shellElement(corners, shells.sections[p], along, one.offset, false), initial, forces);
      return forces;
    });
    for (let e = shells.starts[p]; e < shells.starts[p + 1]; e++) {
      const nodes = shells.nodesOf(e);
      const forces = alike.of(Array.from(nodes, (node) => analysis.positions.subarray(3 * node, 3 * node + 3)));
      nodes.forEach((node, a) => {
        for (let k = 0; k < 6; k++) nodal[6 * node + k] += forces[6 * a + k];
      });
    }
  });
}

/**
 * Adds a pressure to the nodes of a panel's elements: exactly what lies on each element, by its corners' linear shapes over triangles (of a quadrilateral
 * the mean of both ways to halve it), so that sum and place of the load are kept to the last digit.
 * @param nodal six a node, global, N
 */
function addPressure(
  analysis: AnalysisModel,
  { elements }: PanelElements,
  load: PanelPressure,
  nodal: Float64Array,
): void {
  const { floors, positions } = analysis;
  const { shells } = floors!;
  const boxes = load.polygons.map(boxOf);
  const convex = load.polygons.map(isConvex);
  // where some count less than nothing an element under one may be under another too
  const lone = load.polygons.every((polygon) => areaOf(polygon) > 0);
  for (const e of elements) {
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
