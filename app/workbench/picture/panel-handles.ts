import { moveCornerPlan, moveEdgePlan, type ChosenPanel, type Plan } from '~core/build';
import {
  cross,
  edgesOf,
  dot,
  fromPlane,
  inPlane,
  norm,
  panelPlane,
  subtract,
  type Model,
  type Panel,
  type Plane,
  type Vector,
} from '~core/model';
import type { UnitSystem } from '~core/units';
import type { Selection } from '../../state/view-slice';
import { colors } from '../../theme/tokens';
import type { Projector } from '../projection/eye';

/** A place where the chosen slab or wall can be taken hold of: a corner, or the middle of an edge. */
export interface PanelHandle {
  readonly panel: ChosenPanel;
  readonly at: Vector;
  /** 0 the outline, then the openings */
  readonly ring: number;
  /** the corner's number in its ring, or that of the corner an edge starts from */
  readonly index: number;
  readonly kind: 'corner' | 'edge';
}

/** Edges that look shorter than this have no handle, pixels. */
const leastEdge = 30;
/** This near to a handle the pointer takes it, pixels. */
const reach = 7;

const ringsOf = (panel: Panel): readonly (readonly string[])[] => [panel.corners, ...(panel.openings ?? [])];

/** Handles of the one slab or wall that is chosen; none when others, or anything else, are chosen too. */
export function panelHandles(model: Model, projector: Projector, selection: Selection): PanelHandle[] {
  const chosen = (['slabs', 'walls'] as const).flatMap((table) =>
    selection[table].map((id): ChosenPanel => ({ table, id })),
  );
  if (chosen.length !== 1 || selection.nodes.length + selection.members.length > 0) return [];
  const [panel] = chosen;
  const record = model[panel.table][panel.id] as Panel | undefined;
  if (!record) return [];
  return ringsOf(record).flatMap((ids, ring) => {
    const places = ids.map((id) => model.nodes[id].position);
    return [
      ...places.map((at, index): PanelHandle => ({ panel, at, ring, index, kind: 'corner' })),
      ...edgesOf(places).flatMap(([a, b], index): PanelHandle[] => {
        const [ax, ay] = projector.point(a);
        const [bx, by] = projector.point(b);
        const at = a.map((part, i) => (part + b[i]) / 2) as unknown as Vector;
        return Math.hypot(bx - ax, by - ay) < leastEdge ? [] : [{ panel, at, ring, index, kind: 'edge' }];
      }),
    ];
  });
}

/** The handle under the pointer, corners before edges. */
export function handleAt(
  projector: Projector,
  handles: readonly PanelHandle[],
  x: number,
  y: number,
): PanelHandle | undefined {
  return handles.find(({ at }) => {
    const [px, py] = projector.point(at);
    return Math.hypot(px - x, py - y) < reach;
  });
}

/** Handles as small squares at corners and bars along edges. */
export function drawHandles(
  context: CanvasRenderingContext2D,
  projector: Projector,
  model: Model,
  handles: readonly PanelHandle[],
): void {
  context.fillStyle = '#ffffff';
  context.strokeStyle = colors.brand;
  context.lineWidth = 1.5;
  for (const { panel, at, ring, index, kind } of handles) {
    const [x, y] = projector.point(at);
    if (Number.isNaN(x)) continue;
    context.beginPath();
    if (kind === 'corner') context.rect(x - 3.5, y - 3.5, 7, 7);
    else {
      const record: Panel = model[panel.table][panel.id];
      const [ax, ay] = projector.point(model.nodes[ringsOf(record)[ring][index]].position);
      const along = Math.atan2(y - ay, x - ax);
      const [c, s] = [Math.cos(along), Math.sin(along)];
      for (const [i, [u, v]] of [
        [-7, -2.5],
        [7, -2.5],
        [7, 2.5],
        [-7, 2.5],
      ].entries())
        if (i === 0) context.moveTo(x + c * u - s * v, y + s * u + c * v);
        else context.lineTo(x + c * u - s * v, y + s * u + c * v);
      context.closePath();
    }
    context.fill();
    context.stroke();
  }
}

/** What dragging a handle to a place (m) would do: a corner goes there, an edge outward until it meets it. */
export function draggedPlan(model: Model, { panel, ring, index, kind }: PanelHandle, to: Vector): Plan {
  const record = model[panel.table][panel.id] as Panel | undefined;
  const plane = record && panelPlane(model, record);
  if (!record || !plane) return { ok: false, error: 'It is not there any more.' };
  const ids = ringsOf(record)[ring];
  if (kind === 'corner') return moveCornerPlan(model, panel, ids[index], to);
  const [a, b] = [model.nodes[ids[index]].position, model.nodes[ids[(index + 1) % ids.length]].position];
  const along = subtract(b, a);
  // outward of the ring: to the right of an edge that runs anticlockwise about the normal
  const turning = ids.reduce(
    (sum, id, i) =>
      sum +
      dot(
        plane.normal,
        cross(subtract(model.nodes[id].position, a), subtract(model.nodes[ids[(i + 1) % ids.length]].position, a)),
      ),
    0,
  );
  const right = cross(along, plane.normal);
  const distance = (Math.sign(turning) * dot(subtract(to, a), right)) / norm(right);
  return moveEdgePlan(model, panel, { ring, edge: index }, { kind: 'by', distance });
}

/** The nodes a handle takes along: they are not snapped to while it is dragged. */
export function nodesOfHandle(model: Model, { panel, ring, index, kind }: PanelHandle): string[] {
  const ids = ringsOf(model[panel.table][panel.id])[ring];
  return kind === 'corner' ? [ids[index]] : [ids[index], ids[(index + 1) % ids.length]];
}

/** A free place of a plane on round measures: 50 mm, or 2 in. */
export function stepped(plane: Plane, place: Vector, units: UnitSystem): Vector {
  const step = units === 'us' ? 0.0508 : 0.05;
  const [u, v] = inPlane(plane, place).map((part) => Math.round(part / step) * step);
  return fromPlane(plane, [u, v]);
}
