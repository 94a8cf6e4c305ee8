import type { Panel, Slab } from '~core/model';
import { colors } from '../../theme/tokens';
import { insideOutline } from '../projection/outline';
import { behind, outlineColor, type KindMarks, type Sight } from './kind-marks';

const ringsOf = ({ model, projector }: Sight, panel: Panel): [number, number, number][][] =>
  [panel.corners, ...(panel.openings ?? [])].map((ring) => ring.map((id) => projector.point(model.nodes[id].position)));

/** Openings that are left out of the analysis: dashed, with a cross, so that nobody takes them for open. */
function drawIgnored(context: CanvasRenderingContext2D, { model, projector }: Sight, panel: Panel): void {
  context.lineWidth = 1;
  context.setLineDash([4, 3]);
  for (const ring of panel.ignoredOpenings ?? []) {
    const points = ring.map((id) => projector.point(model.nodes[id].position));
    context.beginPath();
    points.forEach(([x, y], i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
    context.closePath();
    const half = Math.floor(points.length / 2);
    for (const [from, to] of [
      [0, half],
      [1, half + 1],
    ]) {
      context.moveTo(points[from][0], points[from][1]);
      context.lineTo(points[to % points.length][0], points[to % points.length][1]);
    }
    context.stroke();
  }
  context.setLineDash([]);
}

/** Pixels between the strokes that say that a slab lies on soil, and how far these reach. */
const [stroke, reach] = [12, 7];

/** Slanted strokes below the edges of a slab that lies on soil, as drawings show the ground. */
function drawSoil(context: CanvasRenderingContext2D, ring: readonly (readonly number[])[]): void {
  context.lineWidth = 1;
  context.beginPath();
  ring.forEach(([x, y], i) => {
    const [u, v] = ring[(i + 1) % ring.length];
    const length = Math.hypot(u - x, v - y);
    for (let at = stroke / 2; at < length; at += stroke) {
      const [a, b] = [x + ((u - x) * at) / length, y + ((v - y) * at) / length];
      context.moveTo(a, b);
      context.lineTo(a - reach / 2, b + reach);
    }
  });
  context.stroke();
}

const inView = ({ scope }: Sight, panel: Panel): boolean => panel.corners.every((id) => scope.nodes.has(id));

/** Slabs and walls as outlined fields with their openings, pale, so that the frame stays the loudest. @param fill of those that are not chosen */
export const panelMarks = (hiddenBy: 'slabs' | 'walls', fill: string): KindMarks<'slabs'> & KindMarks<'walls'> => ({
  hiddenBy,
  draw: (context, sight, panel: Panel, chosen) => {
    if (!inView(sight, panel)) return;
    const rings = ringsOf(sight, panel);
    if (rings.flat().some(([x]) => Number.isNaN(x))) return;
    context.fillStyle = chosen ? 'rgba(156, 20, 88, 0.12)' : fill;
    context.strokeStyle = chosen ? colors.brand : outlineColor;
    context.lineWidth = chosen ? 2 : 1;
    context.beginPath();
    for (const ring of rings) {
      ring.forEach(([x, y], i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
      context.closePath();
    }
    if (!sight.coloured) context.fill('evenodd');
    context.stroke();
    drawIgnored(context, sight, panel);
    if ((panel as Slab).soil) drawSoil(context, rings[0]);
  },
  hit: (sight, panel: Panel, x, y) => {
    if (!inView(sight, panel)) return undefined;
    const [outline, ...openings] = ringsOf(sight, panel);
    if (!insideOutline(outline, x, y) || openings.some((ring) => insideOutline(ring, x, y))) return undefined;
    return behind + outline.reduce((sum, [, , depth]) => sum + depth, 0) / outline.length;
  },
});
