import type { Solution } from '../fem';
import {
  isWithout,
  panelBand,
  panelDifference,
  panelDirections,
  readRegion,
  regionSamples,
  shownParts,
  type PanelBand,
  type Quantity,
  type ShownPart,
} from '../results';
import type { Drawn } from './drawn';
import { meshEdges } from './mesh-edges';
import { nothingDrawn, type DiagramDrawing, type DiagramSource } from './drawing';

/** The shape a state takes: exaggeration of its movements (six a node, m), and the lines of members and of elements in it. */
export interface MovedShape {
  readonly scale: number;
  readonly displacements: Float64Array;
  readonly outline: Float32Array;
  readonly mesh: Float32Array;
}

/**
 * A quantity over slabs and walls: triangles with a value at each corner, the extremes of each panel to write, and on demand the outlines of elements. Of an
 * envelope the side that is asked for, or of both the value of larger size. Of a comparison, what one shows less what the other does at the same place.
 * @param moved the shape on which values lie; none: where slabs are drawn
 */
export function panelContours(
  { model, solution, shown, panels = [], region, less }: DiagramSource,
  quantity: Quantity,
  drawn: Drawn,
  moved?: MovedShape,
): DiagramDrawing {
  const others = less && shownParts(less.model, less.solution, less.shown);
  const parts = shownParts(model, solution, shown);
  const wanted = new Set(panels);
  const own = (solution.panels ?? []).filter((panel) => wanted.has(panel.id) && !isWithout(panel, quantity));
  const { positions } = solution;
  const place = (node: number, k: number) =>
    positions[3 * node + k] + (moved ? moved.scale * moved.displacements[6 * node + k] : 0);
  const triangleCount = own.reduce((sum, { start, nodes }) => sum + nodes.length - 2 * (start.length - 1), 0);
  const areas = new Float32Array(9 * triangleCount);
  const areaValues = new Float32Array(3 * triangleCount);
  let corner = 0;
  const outline: number[] = [];
  const values: DiagramDrawing['values'][number][] = [];
  const inRegion: DiagramDrawing['values'][number][] = [];
  let [largest, smallest] = [-Infinity, Infinity];
  for (const panel of own) {
    const own = panelBand(solution, panel, parts, quantity);
    if (!own) continue;
    const band = others ? differenceOf(less.solution, others, { solution, panel, band: own }, quantity) : own;
    if (!band) continue;
    const of = new Float64Array(positions.length / 3);
    const chosen = Float64Array.from(band.nodes, (_, i) =>
      drawn.side === 'max' || (drawn.side === 'both' && Math.abs(band.max[i]) >= Math.abs(band.min[i]))
        ? band.max[i]
        : band.min[i],
    );
    let [top, bottom] = [-1, -1];
    band.nodes.forEach((node, i) => {
      of[node] = chosen[i];
      if (Number.isNaN(chosen[i])) return;
      if (top < 0 || chosen[i] > chosen[top]) top = i;
      if (bottom < 0 || chosen[i] < chosen[bottom]) bottom = i;
    });
    if (top < 0) continue;
    largest = Math.max(largest, chosen[top]);
    smallest = Math.min(smallest, chosen[bottom]);
    const samples = region && !moved ? regionSamples(solution, panel, region) : undefined;
    if (samples) {
      const { least, most } = readRegion(samples, (node) => of[node]);
      for (const [side, { value, at }] of [
        ['max', most],
        ['min', least],
      ] as const)
        if (Number.isFinite(value) && (side === 'max' || value < most.value))
          inRegion.push({ at: [...at], value, member: -1, weight: Math.abs(value), key: `${quantity} region ${side}` });
    }
    for (const i of top === bottom ? [top] : [top, bottom]) {
      values.push({
        at: [place(band.nodes[i], 0), place(band.nodes[i], 1), place(band.nodes[i], 2)],
        value: chosen[i],
        member: -1,
        weight: Math.abs(chosen[i]),
        key: `${quantity} ${panel.id} ${i === top ? 'max' : 'min'}`,
      });
    }
    const put = (node: number) => {
      for (let k = 0; k < 3; k++) areas[3 * corner + k] = place(node, k);
      areaValues[corner++] = of[node];
    };
    for (let e = 0; e + 1 < panel.start.length; e++) {
      const list = panel.nodes.subarray(panel.start[e], panel.start[e + 1]);
      for (let k = 2; k < list.length; k++) {
        if (others && [list[0], list[k - 1], list[k]].some((node) => Number.isNaN(of[node]))) continue;
        put(list[0]);
        put(list[k - 1]);
        put(list[k]);
      }
    }
    const directions =
      !less && !moved && parts.length === 1 ? panelDirections(solution, panel, parts[0], quantity) : undefined;
    if (directions) for (const value of directions) outline.push(value);
    if (drawn.mesh && !moved)
      for (const node of meshEdges(panel))
        outline.push(positions[3 * node], positions[3 * node + 1], positions[3 * node + 2]);
  }
  if (corner === 0) return nothingDrawn;
  const size = Math.max(Math.abs(largest), Math.abs(smallest)) || 1;
  return {
    ...nothingDrawn,
    areas: areas.subarray(0, 3 * corner),
    areaValues: areaValues.subarray(0, corner),
    outline: moved ? moved.outline : new Float32Array(),
    mesh: moved ? moved.mesh : Float32Array.from(outline),
    values: (inRegion.length > 0 ? extremesOf(inRegion) : values)
      .map((one) => ({ ...one, weight: one.weight / size }))
      .filter(({ weight }) => weight > Math.max(0.02, drawn.threshold)),
    scale: moved ? moved.scale : 1,
    largest,
    smallest,
  };
}

/** The largest and the smallest of several values. */
function extremesOf(values: readonly DiagramDrawing['values'][number][]): DiagramDrawing['values'][number][] {
  const most = values.reduce((best, one) => (one.value > best.value ? one : best));
  const least = values.reduce((best, one) => (one.value < best.value ? one : best));
  return most === least ? [most] : [most, least];
}

/** What a panel shows less what the other solution's panel of the same id does. */
function differenceOf(
  solution: Solution,
  parts: readonly ShownPart[],
  one: Parameters<typeof panelDifference>[0],
  quantity: Quantity,
): PanelBand | undefined {
  const panel = solution.panels?.find(({ id, part }) => id === one.panel.id && part === one.panel.part);
  const band = panel && panelBand(solution, panel, parts, quantity);
  return panel && band && panelDifference(one, { solution, panel, band });
}

/**
 * Triangles parted where their value passes from one step of a range to the next: for each step its triangles, nine numbers each. What lies beyond an end falls in the
 * last step there.
 */
export function bandsOf(
  { areas, areaValues }: Pick<DiagramDrawing, 'areas' | 'areaValues'>,
  [low, high]: readonly [number, number],
  steps: number,
): Float32Array[] {
  const bands = Array.from({ length: steps }, () => new Triangles());
  const width = (high - low) / steps;
  const stepOf = (value: number) =>
    width > 0 ? Math.max(0, Math.min(steps - 1, Math.floor((value - low) / width))) : Math.floor(steps / 2);
  for (let t = 0; 3 * t < areaValues.length; t++) {
    const [a, b, c] = [stepOf(areaValues[3 * t]), stepOf(areaValues[3 * t + 1]), stepOf(areaValues[3 * t + 2])];
    // most triangles lie in one step
    if (a === b && b === c) {
      bands[a].addWhole(areas, 9 * t);
      continue;
    }
    const corners = [0, 1, 2].map((k) => [
      areas[9 * t + 3 * k],
      areas[9 * t + 3 * k + 1],
      areas[9 * t + 3 * k + 2],
      areaValues[3 * t + k],
    ]);
    const [first, last] = [Math.min(a, b, c), Math.max(a, b, c)];
    for (let step = first; step <= last; step++) {
      let polygon = corners;
      if (step > first) polygon = cut(polygon, low + step * width, 1);
      if (step < last) polygon = cut(polygon, low + (step + 1) * width, -1);
      for (let k = 2; k < polygon.length; k++)
        for (const corner of [polygon[0], polygon[k - 1], polygon[k]]) bands[step].addCorner(corner);
    }
  }
  return bands.map((band) => band.finish());
}

/** Corners of triangles in an array that grows. */
class Triangles {
  private list = new Float32Array(900);
  private end = 0;

  private room(count: number): void {
    if (this.end + count <= this.list.length) return;
    const larger = new Float32Array(2 * this.list.length);
    larger.set(this.list);
    this.list = larger;
  }

  addWhole(from: Float32Array, at: number): void {
    this.room(9);
    for (let k = 0; k < 9; k++) this.list[this.end++] = from[at + k];
  }

  addCorner(corner: readonly number[]): void {
    this.room(3);
    for (let k = 0; k < 3; k++) this.list[this.end++] = corner[k];
  }

  finish(): Float32Array {
    return this.list.slice(0, this.end);
  }
}

/** The part of a polygon whose value is above (side 1) or below (−1) a limit. */
function cut(polygon: readonly number[][], limit: number, side: 1 | -1): number[][] {
  const kept: number[][] = [];
  polygon.forEach((corner, i) => {
    const next = polygon[(i + 1) % polygon.length];
    const [here, there] = [side * (corner[3] - limit), side * (next[3] - limit)];
    if (here >= 0) kept.push(corner);
    if (here >= 0 !== there >= 0) {
      const share = here / (here - there);
      kept.push(corner.map((value, k) => value + share * (next[k] - value)));
    }
  });
  return kept;
}
