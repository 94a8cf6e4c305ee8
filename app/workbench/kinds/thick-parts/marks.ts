import type { ThickPart } from '~core/model';
import { colors } from '../../../theme/tokens';
import { insideOutline } from '../../projection/outline';
import { behind, outlineColor, type KindMarks, type Sight } from '../kind-marks';

const outlineOf = ({ model, projector }: Sight, { corners }: ThickPart): [number, number, number][] =>
  corners.map((id) => projector.point(model.nodes[id].position));

/** Thick parts in the drawing: their outline, dashed where they are not chosen. */
export const thickPartMarks: KindMarks<'thickParts'> = {
  draw: (context, sight, part, chosen) => {
    if (!part.corners.every((id) => sight.scope.nodes.has(id))) return;
    const ring = outlineOf(sight, part);
    if (ring.some(([x]) => Number.isNaN(x))) return;
    context.beginPath();
    ring.forEach(([x, y], i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
    context.closePath();
    context.fillStyle = chosen ? 'rgba(156, 20, 88, 0.16)' : 'rgba(22, 28, 35, 0.07)';
    if (!sight.coloured) context.fill();
    context.strokeStyle = chosen ? colors.brand : outlineColor;
    context.lineWidth = chosen ? 2 : 1;
    context.setLineDash(chosen ? [] : [6, 3]);
    context.stroke();
    context.setLineDash([]);
  },
  hit: (sight, part, x, y) => {
    if (!part.corners.every((id) => sight.scope.nodes.has(id))) return undefined;
    const ring = outlineOf(sight, part);
    // before the slab it is a part of
    return insideOutline(ring, x, y) ? behind - 1e6 + ring[0][2] : undefined;
  },
};
