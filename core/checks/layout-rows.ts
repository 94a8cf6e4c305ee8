import { cageWords, type ComparedLayout } from '../codes/checks';
import type { CageBars, ColumnLayout } from '../model';
import { barsAsRecord } from './used-cage';
import type { MemberChecks } from './check-member';

/** A layout of the design rules as a column comes out with it, for lists. */
export interface LayoutRow {
  /** `3 × 3, #7 to #10` */
  readonly layout: string;
  /** of the bars that are taken: `8 #8`; '': none keeps the rules */
  readonly bars: string;
  readonly does: boolean;
  /** null: none keeps the rules */
  readonly found: {
    readonly record: CageBars;
    readonly utilisation: number;
    readonly combination: string;
    /** share of the section that is steel, and area of the bars, m² */
    readonly ratio: number;
    readonly steel: number;
    readonly curves: Pick<Required<ComparedLayout>, 'aboutY' | 'aboutZ'>;
  } | null;
}

/** A layout in a few words. */
export function layoutWords(layout: ColumnLayout): string {
  const { sizes } = layout;
  const range = sizes.length === 1 ? sizes[0] : `${sizes[0]} to ${sizes[sizes.length - 1]}`;
  return `${'ring' in layout ? `ring of ${layout.ring}` : `${layout.alongY} × ${layout.alongZ}`}, ${range}`;
}

/** The layouts of the rules of a column beside each other; none: its rules have none for such a section. */
export const layoutRows = ({ layouts }: MemberChecks): LayoutRow[] =>
  (layouts?.() ?? []).map(({ layout, does, bars, utilisation, combination, ratio, steel, aboutY, aboutZ }) => ({
    layout: layoutWords(layout),
    bars: bars ? cageWords(bars) : '',
    does,
    found: bars
      ? {
          record: barsAsRecord(bars),
          utilisation: utilisation ?? 0,
          combination: combination ?? '',
          ratio: ratio ?? 0,
          steel: steel ?? 0,
          curves: { aboutY: aboutY ?? [], aboutZ: aboutZ ?? [] },
        }
      : null,
  }));
