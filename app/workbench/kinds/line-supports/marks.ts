import type { LineSupport, Vector } from '~core/model';
import { colors } from '../../../theme/tokens';
import type { KindMarks, Sight } from '../kind-marks';
import { drawLine, hitLine } from '../line-marks';

const endsOf = ({ model, scope }: Sight, { start, end }: LineSupport): readonly [Vector, Vector] | undefined =>
  scope.nodes.has(start) && scope.nodes.has(end) ? [model.nodes[start].position, model.nodes[end].position] : undefined;

/** Held edges in the drawing: short thick dashes. */
export const lineSupportMarks: KindMarks<'lineSupports'> = {
  draw: (context, sight, record, chosen) => {
    const ends = endsOf(sight, record);
    if (ends) drawLine(context, sight, ends, { color: colors.ink, width: 3, dashes: [2, 5] }, chosen);
  },
  hit: (sight, record, x, y) => {
    const ends = endsOf(sight, record);
    return ends && hitLine(sight, ends, x, y);
  },
};
