import { findBar } from '../../../../catalog';
import type { Cage } from '../../../../model';
import { isAround, isRing, type ColumnBars, type ColumnTies } from '../column-reinforcement';
import type { ColumnSection } from './cage';

/** The bars a record chooses by name; undefined: none, or they are of a column of another shape. */
export function barsOfRecord(
  { isRound }: Pick<ColumnSection, 'isRound'>,
  cage: Cage | undefined,
): ColumnBars | undefined {
  const given = cage?.bars;
  if (!given) return undefined;
  const bars: ColumnBars =
    'ring' in given
      ? { ring: findBar(given.ring)!, count: given.count }
      : {
          corner: findBar(given.corner)!,
          between: findBar(given.between ?? given.corner)!,
          alongY: given.alongY,
          alongZ: given.alongZ,
        };
  return isRing(bars) === isRound ? bars : undefined;
}

/** The ties or the spiral a record chooses; undefined: none, or they are of a column of another shape. */
export function tiesOfRecord(
  { isRound }: Pick<ColumnSection, 'isRound'>,
  cage: Cage | undefined,
): ColumnTies | undefined {
  const given = cage?.ties;
  if (!given) return undefined;
  const ties: ColumnTies = { ...given, bar: findBar(given.bar)! };
  return isAround(ties) === isRound ? ties : undefined;
}

/** What of a record is for a column of another shape, in words; '': nothing. */
export function otherShape({ isRound }: Pick<ColumnSection, 'isRound'>, cage: Cage | undefined): string {
  const parts = [
    ...(cage?.bars && 'ring' in cage.bars !== isRound ? ['bars'] : []),
    ...(cage?.ties && 'around' in cage.ties !== isRound ? ['ties'] : []),
  ];
  return parts.join(' and ');
}
