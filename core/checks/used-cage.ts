import { cageWords, isAround, isRing, type ColumnReinforcement } from '../codes/checks';
import type { Cage, CageBars, CageTies } from '../model';
import { formatQuantity, type UnitSystem } from '../units';

/** The cage a column was checked with, given and proposed, as the record that accepts it. */
export function usedCage({ bars, ties }: ColumnReinforcement): Cage {
  return { ...(bars ? { bars: barsAsRecord(bars.value) } : {}), ties: tiesAsRecord(ties.value) };
}

/** Bars of a column as its record. */
export function barsAsRecord(bars: NonNullable<ColumnReinforcement['bars']>['value']): CageBars {
  if (isRing(bars)) return { ring: bars.ring.name, count: bars.count };
  const { corner, between, alongY, alongZ } = bars;
  return { corner: corner.name, ...(between === corner ? {} : { between: between.name }), alongY, alongZ };
}

const tiesAsRecord = (ties: ColumnReinforcement['ties']['value']): CageTies => ({ ...ties, bar: ties.bar.name });

/** Whether a part of a cage is proposed, and not accepted. */
export const proposesCage = ({ bars, ties }: ColumnReinforcement): boolean => bars?.proposed === true || ties.proposed;

/** A cage in a few words by part, for lists: `8 #8`, `3 × 3`, `#3 / 400 mm, 2 × 2 legs`; '': none. */
export interface CageText {
  readonly bars: string;
  /** bars in the faces along local y and along local z; `ring` */
  readonly faces: string;
  readonly ties: string;
}

/** The cage a column was checked with in a few words. */
export function cageText({ bars, ties }: ColumnReinforcement, units: UnitSystem): CageText {
  const { bar, spacing } = ties.value;
  const legs = isAround(ties.value)
    ? ties.value.around === 'spiral'
      ? 'spiral'
      : 'round'
    : `${ties.value.legsY} × ${ties.value.legsZ} legs`;
  return {
    bars: bars ? cageWords(bars.value) : '',
    faces: bars ? (isRing(bars.value) ? 'ring' : `${bars.value.alongY} × ${bars.value.alongZ}`) : '',
    ties: `${bar.name} / ${formatQuantity(spacing, 'sectionLength', units, units === 'us' ? 1 : 0)}, ${legs}`,
  };
}
