import { colors } from '../../../theme/tokens';
import type { KindMarks } from '../kind-marks';
import { drawLine, hitLine } from '../line-marks';

/** Helper lines in the drawing: thin and dashed. */
export const helperLineMarks: KindMarks<'helperLines'> = {
  draw: (context, sight, { start, end }, chosen) =>
    drawLine(context, sight, [start, end], { color: colors.ink3, width: 1, dashes: [3, 4] }, chosen),
  hit: (sight, { start, end }, x, y) => hitLine(sight, [start, end], x, y),
};
