import { colors } from '../../../theme/tokens';
import type { KindMarks } from '../kind-marks';
import { drawLine, hitLine } from '../line-marks';

/** Cuts in the drawing: long dashes and points. */
export const cutMarks: KindMarks<'cuts'> = {
  draw: (context, sight, { from, to }, chosen) =>
    drawLine(context, sight, [from, to], { color: colors.ink2, width: 2, dashes: [14, 4, 2, 4] }, chosen),
  hit: (sight, { from, to }, x, y) => hitLine(sight, [from, to], x, y),
};
