import type { Sheet } from '../../../../sheet';
import { formatQuantity, type UnitSystem } from '../../../../units';
import { missing, skipped } from '../check';
import type { ColumnSection } from './cage';
import type { ColumnCheck, ConcreteColumn, UsedDemand } from './concrete-column';

/** How a code speaks of axial force with bending. */
export interface AxialBendingWords {
  readonly clause: string;
  /** that no allowed bars fit, and what to do */
  readonly noBars: string;
  /** what is usual of a proposed cage */
  readonly usual: string;
  readonly trace: (
    sheet: Sheet,
    column: ConcreteColumn & { readonly bars: NonNullable<ConcreteColumn['bars']> },
    worst: UsedDemand,
  ) => void;
}

/** The moments of a demand in words: `20 kN·m about local y and 4 kN·m about local z`. */
export function momentWords({ isRound }: ColumnSection, { My, Mz }: UsedDemand, units: UnitSystem): string {
  const show = (value: number) => formatQuantity(value, 'moment', units);
  return isRound ? `${show(My)}, of both axes together` : `${show(My)} about local y and ${show(Mz)} about local z`;
}

/** How a round column is bent. */
export const roundWords =
  'A round section bears as much all around: moments about both axes act together. Its ring may be turned either way; bars stand here as they carry least, with one or with a gap where the section is pulled most.';

/** Axial force with bending about both axes, where it uses the section most. */
export const axialBendingCheck =
  ({ clause, noBars, usual, trace }: AxialBendingWords): ColumnCheck =>
  (column) => {
    const [id, title] = ['axial-bending', 'Axial force with bending'] as const;
    const { bars, worst } = column;
    if (!bars) return [missing(id, title, clause, noBars)];
    if (!worst) return [skipped(id, title, clause, 'Nothing acts on it in any combination.')];
    return [
      {
        made: true,
        id,
        title,
        clause,
        utilisation: worst.utilisation,
        combination: worst.point.label,
        x: worst.point.x,
        trace: (sheet) => {
          if (bars.proposed)
            sheet.remark(
              `The bars are proposed: the lightest cage of the allowed sizes that keeps the rules and carries what is asked, with ${usual} where such a one does.`,
            );
          trace(sheet, { ...column, bars }, worst);
        },
      },
    ];
  };
