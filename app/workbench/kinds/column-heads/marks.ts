import type { ColumnHead, Model, Vector } from '~core/model';
import { colors } from '../../../theme/tokens';
import { insideOutline, path } from '../../projection/outline';
import { behind, outlineColor, type KindMarks } from '../kind-marks';

/** The four corners of the underside. */
function undersideOf(model: Model, { node, widthX, widthY, depth }: ColumnHead): Vector[] {
  const [x, y, z] = model.nodes[node].position;
  const [a, b] = [widthX / 2, widthY / 2];
  return [
    [x - a, y - b, z - depth],
    [x + a, y - b, z - depth],
    [x + a, y + b, z - depth],
    [x - a, y + b, z - depth],
  ];
}

/** Column heads in the drawing, by their underside. */
export const columnHeadMarks: KindMarks<'columnHeads'> = {
  draw: (context, { projector, model, scope }, head, chosen) => {
    if (!scope.nodes.has(head.node)) return;
    const corners = undersideOf(model, head);
    if (!path(context, projector, [...corners, corners[0]])) return;
    context.fillStyle = chosen ? 'rgba(156, 20, 88, 0.16)' : 'rgba(22, 28, 35, 0.07)';
    context.fill();
    context.strokeStyle = chosen ? colors.brand : outlineColor;
    context.lineWidth = chosen ? 2 : 1;
    context.stroke();
  },
  hit: ({ projector, model, scope }, head, x, y) => {
    if (!scope.nodes.has(head.node)) return undefined;
    const outline = undersideOf(model, head).map((corner) => projector.point(corner));
    // before the slab it stands under
    return insideOutline(outline, x, y) ? behind - 1e6 + outline[0][2] : undefined;
  },
};
