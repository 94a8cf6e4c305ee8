import { areaOf, boxOf, clockwise, counterClockwise, isInside, isOnEdge, type Point2, type Polygon } from '../plane';
import { facesOfRings, placeInside, ringsAround } from './figure-faces';
import { inOrder, type Model } from './model';
import type { Panel } from './kinds';
import { inPlane, offPlane, type Plane } from './plane';

/** What lies this near to a panel's plane lies in it, m. */
const inThePlane = 5e-3;

/** A part of a meshed slab or wall with one thickness: what lies about thick parts and heads, or one of these. */
export interface PanelZone {
  /** the thick part or column head; none: the panel itself */
  readonly part?: string;
  /** m */
  readonly thickness: number;
  /** its top over that of the panel, m */
  readonly top: number;
  /** the node to which a rigid head is tied */
  readonly rigidAt?: string;
  /** counter-clockwise, in the panel's plane, m */
  readonly outline: Polygon;
  /** clockwise, m */
  readonly openings: readonly Polygon[];
}

/** A thick part or a head in a panel's plane. */
interface Part {
  readonly part: string;
  readonly thickness: number;
  readonly top: number;
  readonly rigidAt?: string;
  readonly ring: Polygon;
}

/** Outlines smaller than this are what rounding leaves, m². */
const leastArea = 1e-4;

/**
 * The zones of a meshed panel. Where parts overlap, heads come before thick parts and later ones before earlier; what lies beside the panel is left out.
 * @param plane of the panel
 */
export function panelZones(model: Model, panel: Panel, plane: Plane): PanelZone[] {
  const flat = (ids: readonly string[]): Polygon => ids.map((id) => inPlane(plane, model.nodes[id].position));
  const outline = counterClockwise(flat(panel.corners));
  const openings = (panel.openings ?? []).map((ring) => clockwise(flat(ring)));
  const own = { thickness: panel.thickness, top: 0 };
  const parts = partsIn(model, panel, plane, outline);
  if (parts.length === 0) return [{ ...own, outline, openings }];
  const covers = (at: Point2) => isInside(outline, at) && !openings.some((opening) => isInside(opening, at, 0));
  const faces = facesOfRings([outline, ...openings, ...parts.map(({ ring }) => ring)]).flatMap((face) => {
    const at = placeInside(face);
    return covers(at) ? [{ face, part: parts.filter(({ ring }) => isInside(ring, at)).at(-1) }] : [];
  });
  return [undefined, ...parts].flatMap((part) => {
    const rings = ringsAround(
      faces
        .filter((one) => one.part === part)
        .flatMap(({ face }) => [counterClockwise(face.corners), ...face.islands.map(clockwise)]),
    ).filter((ring) => Math.abs(areaOf(ring)) > leastArea);
    const holes = rings.filter((ring) => areaOf(ring) < 0);
    return rings
      .filter((ring) => areaOf(ring) > 0)
      .map((ring): PanelZone => ({
        ...(part
          ? {
              part: part.part,
              thickness: part.thickness,
              top: part.top,
              ...(part.rigidAt === undefined ? {} : { rigidAt: part.rigidAt }),
            }
          : own),
        outline: ring,
        openings: holes.filter((hole) => hole.every((point) => isInside(ring, point, inThePlane))),
      }));
  });
}

/** Thick parts and heads that lie in a panel, those that give way first. */
function partsIn(model: Model, panel: Panel, plane: Plane, outline: Polygon): Part[] {
  const [left, right, low, high] = boxOf(outline);
  const near = (ring: Polygon) => {
    const [a, b, c, d] = boxOf(ring);
    return a < right && b > left && c < high && d > low;
  };
  const lies = (id: string) => Math.abs(offPlane(plane, model.nodes[id].position)) < inThePlane;
  const thick = inOrder(model.thickParts).flatMap(({ id, corners, thickness, top = 0 }): Part[] => {
    if (!corners.every(lies)) return [];
    const ring = counterClockwise(corners.map((corner) => inPlane(plane, model.nodes[corner].position)));
    return near(ring) ? [{ part: id, thickness, top, ring }] : [];
  });
  const heads = inOrder(model.columnHeads).flatMap(({ id, node, widthX, widthY, depth }): Part[] => {
    // a head lies in level slabs: its widths are those along global x and y
    if (!lies(node) || Math.abs(plane.normal[2]) < 1 - 1e-6) return [];
    const [x, y] = inPlane(plane, model.nodes[node].position);
    if (!isInside(outline, [x, y]) && !isOnEdge(outline, [x, y], inThePlane)) return [];
    const [du, dv] = [plane.u[0], plane.v[0]];
    const corner = (a: number, b: number): Point2 => [x + a * du - b * dv, y + a * dv + b * du];
    const [a, b] = [widthX / 2, widthY / 2];
    const ring = counterClockwise([corner(-a, -b), corner(a, -b), corner(a, b), corner(-a, b)]);
    return [
      depth > 0
        ? { part: id, thickness: panel.thickness + depth, top: 0, ring }
        : { part: id, thickness: panel.thickness, top: 0, rigidAt: node, ring },
    ];
  });
  return [...thick, ...heads];
}

/** How far a zone's reference plane, that of the panel's corners, lies over the middle of the zone's thickness, m. */
export function zoneOffset({ plane, thickness }: Pick<Panel, 'plane' | 'thickness'>, zone: PanelZone): number {
  const top = plane === 'top' ? 0 : plane === 'bottom' ? thickness : thickness / 2;
  return zone.thickness / 2 - zone.top - top;
}
