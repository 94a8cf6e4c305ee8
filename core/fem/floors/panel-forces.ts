import type { PanelLine, PanelLoad, PanelPressure, PanelWarming } from '../../loading';
import {
  add,
  barDirection,
  cross,
  distance,
  dot,
  inPlane,
  norm,
  scale,
  subtract,
  type Plane,
  type Vector,
} from '../../model';
import { areaOf, boxOf, clipTo, cross2, integrals, type Point2, type Polygon } from '../../plane';
import type { AnalysisModel } from '../analysis-model';
import { ByShape } from '../shell/alike';
import { initialForces, shellElement } from '../shell/shell-element';
import { ElementFinder } from './element-finder';

/** Elements that take loads, of a panel with all its zones: their numbers, and where they lie. */
export interface LoadedMesh {
  /** x, y, z of each node, m */
  readonly positions: Float64Array;
  readonly elements: Int32Array;
  readonly finder: ElementFinder;
  nodesOf(element: number): Int32Array;
  /** whether an element has rotations about its normal */
  isMembrane(element: number): boolean;
  /** of the plane in which loads were given last */
  flat?: FlatElements;
}

/** Corners of a panel's elements in a plane, anticlockwise, one element after the other. */
interface FlatElements {
  readonly plane: Plane;
  readonly start: Int32Array;
  readonly nodes: Int32Array;
  readonly xs: Float64Array;
  readonly ys: Float64Array;
}

const samePlane = (a: Plane, b: Plane): boolean =>
  a === b ||
  ([a.origin, a.u, a.v] as const).every((own, i) =>
    own.every((value, k) => value === ([b.origin, b.u, b.v] as const)[i][k]),
  );

function flatElements(panel: LoadedMesh, plane: Plane): FlatElements {
  if (panel.flat && samePlane(panel.flat.plane, plane)) return panel.flat;
  const { positions } = panel;
  const start = new Int32Array(panel.elements.length + 1);
  panel.elements.forEach((e, i) => (start[i + 1] = start[i] + panel.nodesOf(e).length));
  const count = start[panel.elements.length];
  const made = { plane, start, nodes: new Int32Array(count), xs: new Float64Array(count), ys: new Float64Array(count) };
  panel.elements.forEach((e, i) => {
    const nodes = panel.nodesOf(e);
    const places = Array.from(nodes, (node) =>
      inPlane(plane, positions.subarray(3 * node, 3 * node + 3) as unknown as Vector),
    );
    // seen from the other side corners run clockwise
    const isTurned = areaOf(places) < 0;
    places.forEach((_, k) => {
      const from = isTurned ? places.length - 1 - k : k;
      made.nodes[start[i] + k] = nodes[from];
      made.xs[start[i] + k] = places[from][0];
      made.ys[start[i] + k] = places[from][1];
    });
  });
  panel.flat = made;
  return made;
}

const known = new WeakMap<AnalysisModel, Map<string, LoadedMesh>>();

/** The elements of a slab or wall; undefined where it is not meshed. */
function elementsOf(analysis: AnalysisModel, id: string): LoadedMesh | undefined {
  const ofModel = known.get(analysis) ?? new Map<string, LoadedMesh>();
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
  const made: LoadedMesh = {
    positions: analysis.positions,
    elements,
    nodesOf: (e) => shells.nodesOf(e),
    isMembrane: (e) => shells.isMembrane(e),
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
  if (panel) addLoadOn(panel, load, nodal);
}

/** Adds what of a load lies on some elements to their nodes. @param nodal six a node, global, N and N·m */
export function addLoadOn(mesh: LoadedMesh, load: PanelLoad, nodal: Float64Array): void {
  if (load.kind === 'pressure') addPressure(mesh, load, nodal);
  else if (load.kind === 'spot') addSpot(mesh, load.at, load.force, load.moment, nodal);
  else addLine(mesh, load, nodal);
}

/** A force and a moment at a place go to the corners of its element by their shapes. */
function addSpot(
  { elements, finder, positions, ...mesh }: LoadedMesh,
  at: Vector,
  force: Vector,
  moment: Vector,
  nodal: Float64Array,
): void {
  const found = finder.at(at);
  if (!found) return;
  const nodes = mesh.nodesOf(elements[found.element]);
  found.shares.forEach((share, i) => {
    for (let k = 0; k < 3; k++) {
      nodal[6 * nodes[i] + k] += share * force[k];
      nodal[6 * nodes[i] + 3 + k] += share * moment[k];
    }
  });
  if (mesh.isMembrane(elements[found.element])) addBows(positions, nodes, found.shares, force, nodal);
}

/**
 * What a force in the plane does to the rotations of an element's corners: its edges bow by an eighth of their length times the difference of these
 * (Allman 1984), and the force does work on that. The moments of an edge cancel: sum and place of the load stay.
 */
function addBows(
  positions: Float64Array,
  nodes: Int32Array,
  shares: readonly number[],
  force: Vector,
  nodal: Float64Array,
): void {
  const n = nodes.length;
  const places = Array.from(nodes, (node): Vector => [
    positions[3 * node],
    positions[3 * node + 1],
    positions[3 * node + 2],
  ]);
  const outward = cross(
    subtract(places[n === 4 ? 2 : 1], places[0]),
    subtract(places[n === 4 ? 3 : 2], places[n === 4 ? 1 : 0]),
  );
  const normal = scale(outward, 1 / norm(outward));
  const [a, b] = n === 4 ? [shares[1] + shares[2], shares[2] + shares[3]] : [shares[1], shares[2]];
  const bubbles =
    n === 4
      ? [a * (1 - a) * (1 - b), b * (1 - b) * a, a * (1 - a) * b, b * (1 - b) * (1 - a)]
      : [(1 - a - b) * a, a * b, b * (1 - a - b)];
  bubbles.forEach((bubble, k) => {
    const next = (k + 1) % n;
    const moment = (bubble / 2) * dot(force, cross(subtract(places[next], places[k]), normal));
    for (let i = 0; i < 3; i++) {
      nodal[6 * nodes[next] + 3 + i] += moment * normal[i];
      nodal[6 * nodes[k] + 3 + i] -= moment * normal[i];
    }
  });
}

const gauss = [(1 - 1 / Math.sqrt(3)) / 2, (1 + 1 / Math.sqrt(3)) / 2];

/** A load along a line, from element to element by two points each, which is exact for one that grows evenly. */
function addLine(panel: LoadedMesh, load: PanelLine, nodal: Float64Array): void {
  const { start, end, valueFrom, valueTo, direction } = load;
  const length = distance(start, end);
  const along = (t: number): Vector => add(start, scale(subtract(end, start), t));
  const passages = panel.finder.passages(start, end);
  for (let i = 0; i + 1 < passages.length; i++) {
    const run = passages[i + 1] - passages[i];
    for (const g of gauss) {
      const t = passages[i] + g * run;
      const size = ((valueFrom + t * (valueTo - valueFrom)) * run * length) / 2;
      if (size !== 0) addSpot(panel, along(t), scale(direction, size), [0, 0, 0], nodal);
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
function addPressure(panel: LoadedMesh, load: PanelPressure, nodal: Float64Array): void {
  const { start, nodes, xs, ys } = flatElements(panel, load.plane);
  const boxes = load.polygons.map(boxOf);
  const convex = load.polygons.map(isConvex);
  // where some count less than nothing an element under one may be under another too
  const lone = load.polygons.every((polygon) => areaOf(polygon) > 0);
  const isEven = load.value.b === 0 && load.value.c === 0;
  for (let e = 0; e + 1 < start.length; e++) {
    const [from, to] = [start[e], start[e + 1]];
    let [left, right, low, high] = [Infinity, -Infinity, Infinity, -Infinity];
    for (let i = from; i < to; i++) {
      if (xs[i] < left) left = xs[i];
      if (xs[i] > right) right = xs[i];
      if (ys[i] < low) low = ys[i];
      if (ys[i] > high) high = ys[i];
    }
    // what lies inside a convex part needs no cutting
    let covered = load.whole === true;
    let pieces: Polygon[] = [];
    for (let p = 0; !covered && p < load.polygons.length; p++) {
      const other = boxes[p];
      if (other[0] > right || other[1] < left || other[2] > high || other[3] < low) continue;
      if (convex[p] && lone && areWithin(load.polygons[p], xs, ys, from, to)) covered = true;
      else pieces.push(load.polygons[p]);
    }
    if (!covered && pieces.length === 0) continue;
    if (covered && isEven) {
      addEven(load.value.a, load.direction, xs, ys, nodes, from, to, nodal);
      continue;
    }
    const window = Array.from({ length: to - from }, (_, k): Point2 => [xs[from + k], ys[from + k]]);
    if (covered) pieces = [window];
    for (const { corners: three, share } of window.length === 3 ? wholeTriangle : halvesOfFour) {
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
          for (let d = 0; d < 3; d++) nodal[6 * nodes[from + i] + d] += force * load.direction[d];
        });
      }
    }
  }
}

/** Ways to halve an element, each with its share in what its corners get. */
const wholeTriangle = [{ corners: [0, 1, 2], share: 1 }];
const halvesOfFour = [
  { corners: [0, 1, 2], share: 0.5 },
  { corners: [0, 2, 3], share: 0.5 },
  { corners: [1, 2, 3], share: 0.5 },
  { corners: [1, 3, 0], share: 0.5 },
];

/** An even pressure over all of an element, shared as by the mean of both ways to halve it. @param value Pa */
function addEven(
  value: number,
  direction: Vector,
  xs: Float64Array,
  ys: Float64Array,
  nodes: Int32Array,
  from: number,
  to: number,
  nodal: Float64Array,
): void {
  const twiceArea = (i: number, j: number, k: number) =>
    (xs[j] - xs[i]) * (ys[k] - ys[i]) - (xs[k] - xs[i]) * (ys[j] - ys[i]);
  const add = (i: number, area: number) => {
    const at = 6 * nodes[i];
    nodal[at] += value * area * direction[0];
    nodal[at + 1] += value * area * direction[1];
    nodal[at + 2] += value * area * direction[2];
  };
  if (to - from === 3) {
    const third = twiceArea(from, from + 1, from + 2) / 6;
    add(from, third);
    add(from + 1, third);
    add(from + 2, third);
    return;
  }
  const one = twiceArea(from, from + 1, from + 2) / 12;
  const two = twiceArea(from, from + 2, from + 3) / 12;
  const three = twiceArea(from + 1, from + 2, from + 3) / 12;
  const four = twiceArea(from + 1, from + 3, from) / 12;
  add(from, one + two + four);
  add(from + 1, one + three + four);
  add(from + 2, one + two + three);
  add(from + 3, two + three + four);
}

/** Whether a polygon that runs anticlockwise has no inner corner. */
const isConvex = (polygon: Polygon): boolean =>
  polygon.every((a, i) => cross2(a, polygon[(i + 1) % polygon.length], polygon[(i + 2) % polygon.length]) >= 0);

/** Whether places lie within a convex polygon that runs anticlockwise. */
function areWithin(polygon: Polygon, xs: Float64Array, ys: Float64Array, from: number, to: number): boolean {
  for (let i = 0; i < polygon.length; i++) {
    const a = polygon[i];
    const b = polygon[(i + 1) % polygon.length];
    const dx = b[0] - a[0];
    const dy = b[1] - a[1];
    for (let p = from; p < to; p++) if (dx * (ys[p] - a[1]) - dy * (xs[p] - a[0]) < 0) return false;
  }
  return true;
}
