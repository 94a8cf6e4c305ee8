import type { ReinforcingBar, SectionShape } from '../../../../catalog';
import type { Cage } from '../../../../model';
import { isAround } from '../column-reinforcement';
import type { ColumnSection } from './cage';
import { tiesOfRecord } from './cage-record';

/** Sides of a column, m, and the tie or spiral that is chosen for it; undefined tie: none is. @returns undefined: it is neither rectangular nor round */
export function columnSize(
  shape: SectionShape,
  cage: Cage | undefined,
): (Pick<ColumnSection, 'width' | 'depth' | 'isRound' | 'isSpiral'> & { readonly tie?: ReinforcingBar }) | undefined {
  if (shape.type !== 'rectangle' && shape.type !== 'circle') return undefined;
  const isRound = shape.type === 'circle';
  const ties = tiesOfRecord({ isRound }, cage);
  return {
    ...(shape.type === 'circle'
      ? { width: shape.diameter, depth: shape.diameter }
      : { width: shape.width, depth: shape.depth }),
    isRound,
    isSpiral: ties !== undefined && isAround(ties) && ties.around === 'spiral',
    ...(ties ? { tie: ties.bar } : {}),
  };
}
