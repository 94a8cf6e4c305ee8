import { dot, fromPlane, inPlane, subtract, type AreaLoad, type Model, type Vector } from '../../model';
import { areaOf, clipTo, type Point2, type Polygon } from '../../plane';
import { patchesOf, type Patch } from '../area/regions';
import { convexParts, type Received } from '../area/spread-area';

/** Groups of area loads that lie on one another, directly or by others between them. */
export function layersOf(model: Model, loads: readonly AreaLoad[]): AreaLoad[][] {
  const over = loadsOver(model, loads);
  const group = new Map<AreaLoad, AreaLoad[]>();
  for (const load of loads) {
    const joined = [...new Set([load, ...over.get(load)!].flatMap((other) => group.get(other) ?? [other]))];
    for (const one of joined) group.set(one, joined);
  }
  return [...new Set(group.values())];
}

/** For each area load the others that cover some of the same place. */
export function loadsOver(model: Model, loads: readonly AreaLoad[]): Map<AreaLoad, AreaLoad[]> {
  const found = new Map(loads.map((load) => [load, [] as AreaLoad[]]));
  const patches = new Map(
    loads.map((load) => {
      const made = patchesOf(model, load);
      return [load, made.ok ? made.patches : []];
    }),
  );
  loads.forEach((one, i) =>
    loads.slice(i + 1).forEach((other) => {
      if (!patches.get(one)!.some((patch) => patches.get(other)!.some((second) => overlapOf(patch, second)))) return;
      found.get(one)!.push(other);
      found.get(other)!.push(one);
    }),
  );
  return found;
}

/** Points this far off a plane (m) do not lie in it. */
const flat = 0.02;

/** Whether two patches share more than a sliver; openings are not looked at. */
function overlapOf(one: Patch, other: Patch): boolean {
  const { normal } = one.plane;
  if (
    Math.abs(dot(normal, other.plane.normal)) < 1 - 1e-6 ||
    Math.abs(dot(normal, subtract(other.plane.origin, one.plane.origin))) > flat
  )
    return false;
  const turned = other.outlines.map((outline): Polygon => {
    const points = outline.map((point): Point2 => {
      const [u, v] = inPlane(one.plane, fromPlane(other.plane, point) as Vector);
      return [u, v];
    });
    return areaOf(points) < 0 ? [...points].reverse() : points;
  });
  return one.outlines.some((outline) =>
    turned.some((second) => {
      const common = convexParts(second).reduce((sum, part) => sum + Math.abs(areaOf(clipTo(outline, part))), 0);
      return common > 1e-6 * Math.min(Math.abs(areaOf(outline)), Math.abs(areaOf(second)));
    }),
  );
}

/**
 * Area from which a member receives loads that lie on one another, each place counted once: the widest of them at
 * every place along the member.
 * @param widths what a load of one pascal puts on the member, load by load: widths in m over stretches in m
 * @returns m²
 */
export function tributaryArea(widths: readonly (readonly Received[])[]): number {
  const places = [...new Set(widths.flat().flatMap(({ from, to }) => [from, to]))].sort((a, b) => a - b);
  let area = 0;
  for (let i = 1; i < places.length; i++) {
    const [from, to] = [places[i - 1], places[i]];
    // each load's width runs straight between two places
    const lines = widths.map((pieces) =>
      pieces.reduce<[number, number]>(
        ([a, b], piece) => {
          if (piece.from > from || piece.to < to) return [a, b];
          const slope = (piece.valueTo - piece.valueFrom) / (piece.to - piece.from);
          return [
            a + Math.abs(piece.valueFrom + slope * (from - piece.from)),
            b + Math.abs(piece.valueFrom + slope * (to - piece.from)),
          ];
        },
        [0, 0],
      ),
    );
    const crossings = lines
      .flatMap(([a, b], k) => lines.slice(k + 1).map(([c, d]) => (a - c) / (a - c - (b - d))))
      .filter((share) => share > 0 && share < 1);
    const shares = [0, ...crossings.sort((a, b) => a - b), 1];
    const widest = (share: number) => Math.max(...lines.map(([a, b]) => a + (b - a) * share));
    for (let k = 1; k < shares.length; k++)
      area += ((widest(shares[k - 1]) + widest(shares[k])) / 2) * (shares[k] - shares[k - 1]) * (to - from);
  }
  return area;
}
