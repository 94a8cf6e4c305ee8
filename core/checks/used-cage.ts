import { cageWords, type ColumnReinforcement } from '../codes/checks';
import type { Cage } from '../model';
import { formatQuantity, type UnitSystem } from '../units';

/** The cage a column was checked with, given and proposed, as the record that accepts it. */
export function usedCage({ bars, ties }: ColumnReinforcement): Cage {
  const { bar, spacing, legsY, legsZ } = ties.value;
  return {
    ...(bars
      ? {
          bars: {
            corner: bars.value.corner.name,
            ...(bars.value.between === bars.value.corner ? {} : { between: bars.value.between.name }),
            alongY: bars.value.alongY,
            alongZ: bars.value.alongZ,
          },
        }
      : {}),
    ties: { bar: bar.name, spacing, legsY, legsZ },
  };
}

/** Whether a part of a cage is proposed, and not accepted. */
export const proposesCage = ({ bars, ties }: ColumnReinforcement): boolean => bars?.proposed === true || ties.proposed;

/** A cage in a few words by part, for lists: `8 #8`, `3 × 3`, `#3 / 400 mm, 2 × 2 legs`; '': none. */
export interface CageText {
  readonly bars: string;
  /** bars in the faces along local y and along local z */
  readonly faces: string;
  readonly ties: string;
}

/** The cage a column was checked with in a few words. */
export function cageText({ bars, ties }: ColumnReinforcement, units: UnitSystem): CageText {
  const { bar, spacing, legsY, legsZ } = ties.value;
  return {
    bars: bars ? cageWords(bars.value) : '',
    faces: bars ? `${bars.value.alongY} × ${bars.value.alongZ}` : '',
    ties: `${bar.name} / ${formatQuantity(spacing, 'sectionLength', units, units === 'us' ? 1 : 0)}, ${legsY} × ${legsZ} legs`,
  };
}
