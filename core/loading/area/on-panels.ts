import { inPlane, isMeshed, offPlane, type Model, type Panel, type Plane, type Vector } from '../../model';
import { areaOf, clipTo, counterClockwise, integrals, type Linear, type Polygon } from '../../plane';

/** A pressure on a meshed slab or wall, over polygons of a plane. Openings run clockwise and count less. */
export interface PanelPressure {
  readonly kind: 'pressure';
  readonly panel: string;
  /** unit vector, global */
  readonly direction: Vector;
  readonly plane: Plane;
  readonly polygons: readonly Polygon[];
  /** whether it lies on the whole panel alike: the polygons are then its outline and openings */
  readonly whole?: boolean;
  /** N/m² over the plane's coordinates, m */
  readonly value: Linear;
}

/** A load along a line of a meshed slab or wall, growing evenly. */
export interface PanelLine {
  readonly kind: 'line';
  readonly panel: string;
  /** unit vector, global */
  readonly direction: Vector;
  /** global, m */
  readonly start: Vector;
  readonly end: Vector;
  /** N/m */
  readonly valueFrom: number;
  readonly valueTo: number;
}

/** A force and a moment at a place of a meshed slab or wall. */
export interface PanelSpot {
  readonly kind: 'spot';
  readonly panel: string;
  /** global, m */
  readonly at: Vector;
  /** N and N·m, global */
  readonly force: Vector;
  readonly moment: Vector;
}

/** What lies on a meshed slab or wall. */
export type PanelLoad = PanelPressure | PanelLine | PanelSpot;

/** A meshed panel in a plane, in convex parts without its openings. */
export interface Covered {
  readonly panel: string;
  readonly windows: readonly Polygon[];
  /** m² */
  readonly area: number;
}

/** Panels whose corners lie this near to a plane lie in it, m. */
const inThePlane = 5e-3;

/**
 * The meshed slabs and walls that lie in a plane.
 * @param convexParts cuts a polygon into convex ones @param without takes a polygon out of a convex window
 */
export function meshedIn(
  model: Pick<Model, 'nodes' | 'slabs' | 'walls'>,
  plane: Plane,
  convexParts: (polygon: Polygon) => readonly Polygon[],
  without: (window: Polygon, hole: Polygon) => readonly Polygon[],
): Covered[] {
  return [...Object.values(model.slabs), ...Object.values(model.walls)].flatMap((one: Panel): Covered[] => {
    if (!isMeshed(one) || one.corners.some((id) => Math.abs(offPlane(plane, model.nodes[id].position)) > inThePlane))
      return [];
    const flat = (ring: readonly string[]) =>
      counterClockwise(ring.map((id) => inPlane(plane, model.nodes[id].position)));
    const windows = (one.openings ?? []).reduce<readonly Polygon[]>(
      (left, ring) => left.flatMap((window) => without(window, flat(ring))),
      convexParts(flat(one.corners)),
    );
    return [{ panel: one.id, windows, area: windows.reduce((sum, window) => sum + areaOf(window), 0) }];
  });
}

/** The parts of signed polygons within a panel, and the load on them, N for a factor of one. */
export function partsOn(
  { windows }: Covered,
  polygons: readonly Polygon[],
  value: Linear,
): { polygons: Polygon[]; total: number; area: number } {
  const found = windows.flatMap((window) =>
    polygons.map((polygon) => clipTo(polygon, window)).filter((polygon) => polygon.length >= 3),
  );
  return {
    polygons: found,
    total: found.reduce((sum, polygon) => sum + integrals(polygon, value).total, 0),
    area: found.reduce((sum, polygon) => sum + areaOf(polygon), 0),
  };
}
