import { add, distance, scale, subtract, type Vector } from './geometry';
import type { Panel } from './kinds';
import { meshedPanels } from './meshed-panels';
import type { Model } from './model';
import { inPlane, offPlane, planeOf, type Plane } from './plane';
import { isInside, isOnEdge, type Point2, type Polygon } from '../plane';

/** What lies this near to a panel's plane, or to its edge, lies on it, m. */
const near = 5e-3;

interface Flat {
  readonly panel: Panel;
  readonly plane: Plane;
  readonly outline: Polygon;
  readonly openings: readonly Polygon[];
}

type Floors = Pick<Model, 'nodes' | 'slabs' | 'walls'>;

const flats = new WeakMap<object, { tables: readonly unknown[]; found: readonly Flat[] }>();

/** Meshed panels in their planes; made once for a state of the tables. */
function flatPanels(model: Floors): readonly Flat[] {
  const tables = [model.slabs, model.walls];
  const known = flats.get(model.nodes);
  if (known?.tables.every((table, i) => table === tables[i])) return known.found;
  const found = meshedPanels(model).flatMap((panel): Flat[] => {
    const plane = planeOf(panel.corners.map((id) => model.nodes[id].position));
    if (!plane) return [];
    const flat = (ring: readonly string[]): Polygon => ring.map((id) => inPlane(plane, model.nodes[id].position));
    return [{ panel, plane, outline: flat(panel.corners), openings: (panel.openings ?? []).map(flat) }];
  });
  flats.set(model.nodes, { tables, found });
  return found;
}

const covers = ({ outline, openings }: Flat, place: Point2): boolean =>
  (isInside(outline, place) || isOnEdge(outline, place, near)) &&
  !openings.some((opening) => isInside(opening, place) && !isOnEdge(opening, place, near));

/** The meshed slabs and walls that a point lies on. @param point global, m */
export const panelsAt = (model: Floors, point: Vector): string[] =>
  flatPanels(model)
    .filter((flat) => Math.abs(offPlane(flat.plane, point)) <= near && covers(flat, inPlane(flat.plane, point)))
    .map((flat) => flat.panel.id);

/** The first meshed slab or wall that a point lies on. @param point global, m */
export const panelAt = (model: Floors, point: Vector): string | undefined => panelsAt(model, point).at(0);

/** Part of a line, from and to as distances from its start, m, that lies on a panel. */
export interface Stretch {
  readonly panel: string;
  readonly from: number;
  readonly to: number;
}

/** Where a line lies on meshed slabs and walls. Panels may overlap where they meet. @param start global, m */
export function stretchesOn(model: Floors, start: Vector, end: Vector): Stretch[] {
  const length = distance(start, end);
  return flatPanels(model).flatMap((flat) => {
    if ([start, end].some((point) => Math.abs(offPlane(flat.plane, point)) > near)) return [];
    const [a, b] = [inPlane(flat.plane, start), inPlane(flat.plane, end)];
    const at = (share: number): Point2 => [a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1])];
    const shares = [flat.outline, ...flat.openings].flatMap((ring) =>
      ring.flatMap((corner, i) => crossings(a, b, corner, ring[(i + 1) % ring.length])),
    );
    const stations = [0, ...shares.filter((share) => share > 0 && share < 1), 1].sort((p, q) => p - q);
    const found: Stretch[] = [];
    for (let i = 0; i + 1 < stations.length; i++) {
      const [from, to] = [stations[i] * length, stations[i + 1] * length];
      if (to - from < 1e-9 || !covers(flat, at((stations[i] + stations[i + 1]) / 2))) continue;
      const last = found[found.length - 1] as Stretch | undefined;
      if (last && from - last.to < 1e-9) found[found.length - 1] = { ...last, to };
      else found.push({ panel: flat.panel.id, from, to });
    }
    return found;
  });
}

/** Shares of a line at which an edge crosses it; of an edge along it those of the edge's ends. */
function crossings(a: Point2, b: Point2, p: Point2, q: Point2): number[] {
  const [dx, dy, ex, ey] = [b[0] - a[0], b[1] - a[1], q[0] - p[0], q[1] - p[1]];
  const cross = dx * ey - dy * ex;
  const squared = dx * dx + dy * dy;
  const along = (point: Point2) => ((point[0] - a[0]) * dx + (point[1] - a[1]) * dy) / squared;
  if (Math.abs(cross) <= 1e-9 * Math.sqrt(squared) * Math.hypot(ex, ey)) return [along(p), along(q)];
  const t = ((p[0] - a[0]) * ey - (p[1] - a[1]) * ex) / cross;
  const s = ((p[0] - a[0]) * dy - (p[1] - a[1]) * dx) / cross;
  return s >= -1e-9 && s <= 1 + 1e-9 ? [t] : [];
}

/** A place along a line. @param s distance from its start, m */
export const alongLine = (start: Vector, end: Vector, s: number): Vector =>
  add(start, scale(subtract(end, start), s / distance(start, end)));
