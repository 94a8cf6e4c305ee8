import { finderOf, type Solution, type SolvedPanel } from '../fem';
import { cross, dot, subtract, type Vector } from '../model';
import { areaOf, boxOf, clipTo, counterClockwise, isInside, type Point2, type Polygon } from '../plane';
import { isWithout, panelBand } from './panel-values';
import type { Quantity } from './quantities';
import type { ShownPart } from './shown';

/** What lies this near to a panel's plane lies in it, m. */
const inThePlane = 5e-3;

/** Values at the nodes of a panel, read over a part of it: places with the shares of nodes in each, and the share of each node in the integral. */
export interface RegionSamples {
  /** m² of the region that the panel covers */
  readonly area: number;
  /** corners of what the region cuts out of elements */
  readonly places: readonly {
    readonly at: Vector;
    readonly nodes: readonly number[];
    readonly shares: readonly number[];
  }[];
  /** ∫ of each node's shape over the region, m² */
  readonly integrals: ReadonlyMap<number, number>;
}

/** Axes in a panel's plane: x along its bars, y across. */
function flatten(solution: Pick<Solution, 'positions'>, panel: SolvedPanel) {
  const [first] = panel.nodes;
  const origin = [0, 1, 2].map((k) => solution.positions[3 * first + k]) as unknown as Vector;
  const along = Array.from(panel.along) as unknown as Vector;
  const normal = Array.from(panel.normal) as unknown as Vector;
  const across = cross(normal, along);
  return {
    flat: (at: Vector): Point2 => [dot(subtract(at, origin), along), dot(subtract(at, origin), across)],
    off: (at: Vector): number => dot(subtract(at, origin), normal),
    space: ([x, y]: Point2): Vector =>
      [0, 1, 2].map((k) => origin[k] + x * along[k] + y * across[k]) as unknown as Vector,
  };
}

/** Whether a region lies in the plane of a panel. @param region corners, m */
export const liesIn = (
  solution: Pick<Solution, 'positions'>,
  panel: SolvedPanel,
  region: readonly Vector[],
): boolean => {
  const { off } = flatten(solution, panel);
  return region.every((at) => Math.abs(off(at)) <= inThePlane);
};

/** The rectangle along the bars of a panel between two opposite corners, m; undefined where these do not lie in its plane, or on one line of it. */
export function rectangleIn(
  solution: Pick<Solution, 'positions'>,
  panel: SolvedPanel,
  from: Vector,
  to: Vector,
): Vector[] | undefined {
  if (!liesIn(solution, panel, [from, to])) return undefined;
  const { flat, space } = flatten(solution, panel);
  const [[x, y], [u, v]] = [flat(from), flat(to)];
  if (Math.min(Math.abs(u - x), Math.abs(v - y)) < inThePlane) return undefined;
  return [space([x, y]), space([u, y]), space([u, v]), space([x, v])];
}

/**
 * Where a region of a panel's plane is read: the corners of all that it cuts out of the triangles on which values are drawn, so that extremes and the mean
 * are those of the drawn values to the last digit. Undefined where it does not meet the panel.
 * @param region corners, m
 */
export function regionSamples(
  solution: Pick<Solution, 'positions'>,
  panel: SolvedPanel,
  region: readonly Vector[],
): RegionSamples | undefined {
  if (!liesIn(solution, panel, region)) return undefined;
  const { flat, space } = flatten(solution, panel);
  const outline: Polygon = counterClockwise(region.map(flat));
  const box = boxOf(outline);
  const { positions } = solution;
  const places: { at: Vector; nodes: number[]; shares: number[] }[] = [];
  const integrals = new Map<number, number>();
  let area = 0;
  for (let e = 0; e + 1 < panel.start.length; e++)
    for (let k = panel.start[e] + 2; k < panel.start[e + 1]; k++) {
      const nodes = [panel.nodes[panel.start[e]], panel.nodes[k - 1], panel.nodes[k]];
      const placeOf = (node: number) => flat([positions[3 * node], positions[3 * node + 1], positions[3 * node + 2]]);
      if (areaOf(nodes.map(placeOf)) < 0) nodes.reverse();
      const triangle = nodes.map(placeOf);
      const own = boxOf(triangle);
      if (own[0] > box[1] || own[1] < box[0] || own[2] > box[3] || own[3] < box[2]) continue;
      const part = clipTo(outline, triangle);
      if (part.length < 3) continue;
      const sharesAt = sharesIn(triangle);
      for (const corner of part) {
        // where the outline turns in, a cut may run along the triangle's edge outside of it
        if (!isInside(outline, corner, 1e-6)) continue;
        places.push({ at: space(corner), nodes, shares: sharesAt(corner) });
      }
      for (let i = 2; i < part.length; i++) {
        const piece = [part[0], part[i - 1], part[i]];
        const size = areaOf(piece);
        const middle: Point2 = [
          (piece[0][0] + piece[1][0] + piece[2][0]) / 3,
          (piece[0][1] + piece[1][1] + piece[2][1]) / 3,
        ];
        area += size;
        sharesAt(middle).forEach((share, c) => integrals.set(nodes[c], (integrals.get(nodes[c]) ?? 0) + share * size));
      }
    }
  return places.length === 0 || area <= 0 ? undefined : { area, places, integrals };
}

/** Shares of a triangle's corners in a place of it. */
function sharesIn([a, b, c]: Polygon): (at: Point2) => number[] {
  const twice = (b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1]);
  return ([x, y]) => {
    const second = ((x - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (y - a[1])) / twice;
    const third = ((b[0] - a[0]) * (y - a[1]) - (x - a[0]) * (b[1] - a[1])) / twice;
    return [1 - second - third, second, third];
  };
}

/** A value over a region: where it stands, and the state it comes from. */
export interface RegionValue {
  readonly value: number;
  readonly at: Vector;
  readonly by: string;
}

/** What a quantity comes to over a region. */
export interface RegionValues {
  /** m² that meshed slabs and walls cover of it */
  readonly area: number;
  readonly least: RegionValue;
  readonly most: RegionValue;
  /** smallest and largest mean over the region of all states: one and the same of a single state */
  readonly leastMean: Omit<RegionValue, 'at'>;
  readonly mostMean: Omit<RegionValue, 'at'>;
}

/** Least and largest of values at nodes over the places of a region. */
export function readRegion(
  { places }: RegionSamples,
  valueOf: (node: number) => number,
): { least: Omit<RegionValue, 'by'>; most: Omit<RegionValue, 'by'> } {
  let least = { value: Infinity, at: places[0].at };
  let most = { value: -Infinity, at: places[0].at };
  for (const { at, nodes, shares } of places) {
    const value = shares[0] * valueOf(nodes[0]) + shares[1] * valueOf(nodes[1]) + shares[2] * valueOf(nodes[2]);
    if (value < least.value) least = { value, at };
    if (value > most.value) most = { value, at };
  }
  return { least, most };
}

/**
 * The least, the largest and the mean of a quantity over a region of slabs or walls, of all states that are shown. Undefined where none of them meets it, or
 * none has the quantity.
 * @param region corners in one plane, m
 */
export function regionValues(
  solution: Solution,
  parts: readonly ShownPart[],
  quantity: Quantity,
  region: readonly Vector[],
): RegionValues | undefined {
  const met = (solution.panels ?? []).flatMap((panel) => {
    const samples = isWithout(panel, quantity) ? undefined : regionSamples(solution, panel, region);
    return samples ? [{ panel, samples }] : [];
  });
  let found: RegionValues | undefined;
  for (const part of parts) {
    let [area, integral] = [0, 0];
    for (const { panel, samples } of met) {
      const band = panelBand(solution, panel, [part], quantity);
      if (!band) continue;
      const values = new Map(Array.from(band.nodes, (node, i) => [node, band.max[i]]));
      area += samples.area;
      for (const [node, share] of samples.integrals) integral += share * values.get(node)!;
      const { least, most } = readRegion(samples, (node) => values.get(node)!);
      found ??= {
        area: 0,
        least: { ...least, by: part.label },
        most: { ...most, by: part.label },
        leastMean: { value: Infinity, by: '' },
        mostMean: { value: -Infinity, by: '' },
      };
      if (least.value < found.least.value) found = { ...found, least: { ...least, by: part.label } };
      if (most.value > found.most.value) found = { ...found, most: { ...most, by: part.label } };
    }
    if (!found || area === 0) continue;
    const mean = { value: integral / area, by: part.label };
    found = {
      ...found,
      area,
      leastMean: mean.value < found.leastMean.value ? mean : found.leastMean,
      mostMean: mean.value > found.mostMean.value ? mean : found.mostMean,
    };
  }
  return found;
}

/** The zone of a slab or wall in whose mesh a place lies; none: there is none. @param at m */
export const panelAtPlace = (solution: Solution, at: Vector): SolvedPanel | undefined =>
  (solution.panels ?? []).find((panel) => liesIn(solution, panel, [at]) && finderOf(panel, solution.positions).at(at));

/** A quantity at a place of a slab or wall, in each of the states that are shown. None where the place does not lie in it, or it has no such quantity. @param at m */
export function valuesAt(
  solution: Solution,
  parts: readonly ShownPart[],
  id: string,
  quantity: Quantity,
  at: Vector,
): Omit<RegionValue, 'at'>[] {
  return (solution.panels ?? []).flatMap((panel) => {
    if (panel.id !== id || isWithout(panel, quantity) || !liesIn(solution, panel, [at])) return [];
    const place = finderOf(panel, solution.positions).at(at);
    if (!place) return [];
    const corners = panel.nodes.subarray(panel.start[place.element], panel.start[place.element + 1]);
    return parts.flatMap((part) => {
      const band = panelBand(solution, panel, [part], quantity);
      if (!band) return [];
      const value = place.shares.reduce((sum, share, k) => sum + share * band.max[band.nodes.indexOf(corners[k])], 0);
      return [{ value, by: part.label }];
    });
  });
}
