import { gridLinesAlong, type Member, type Model } from '~core/model';
import type { ViewPlane } from '../../state/view-slice';
import type { Projector } from './eye';
import { inPlane } from './scope';

/** A point that drawing snaps to, with the name shown at the cursor. */
export interface Snap {
  readonly position: [number, number, number];
  readonly name: string;
}

const reach = 12;

/** Points to snap to in what is in view: nodes, then midpoints of members, then crossings of grid lines at each storey. */
export function snapPoints(model: Model, plane: ViewPlane, members: readonly Member[], nodes: Iterable<string>): Snap[] {
  const points: Snap[] = [];
  for (const id of nodes) points.push({ position: [...model.nodes[id].position], name: `node ${id}` });
  for (const member of members) {
    const [a, b] = [model.nodes[member.start].position, model.nodes[member.end].position];
    points.push({ position: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2], name: `middle of ${member.id}` });
  }
  for (const x of gridLinesAlong(model, 'x')) {
    for (const y of gridLinesAlong(model, 'y')) {
      for (const storey of Object.values(model.storeys)) {
        const position: [number, number, number] = [x.position, y.position, storey.elevation];
        if (inPlane(model, plane, position)) points.push({ position, name: `grid ${x.label}–${y.label}, ${storey.label}` });
      }
    }
  }
  return points;
}

/** The snap nearest the pointer: kinds named first win ties of a pixel or two, of points in line the nearest to the eye. */
export function snapAt(projector: Projector, points: readonly Snap[], x: number, y: number): Snap | undefined {
  let best: { snap: Snap; rank: number } | undefined;
  points.forEach((snap, i) => {
    const [px, py, depth] = projector.point(snap.position);
    const distance = Math.hypot(px - x, py - y);
    if (!(distance < reach)) return;
    const rank = Math.round(distance / 3) + depth * 0.1 + i * 1e-6;
    if (!best || rank < best.rank) best = { snap, rank };
  });
  return best?.snap;
}
