import { findBar, type ReinforcingBar } from '../../../../catalog';
import type { ColumnLayout } from '../../../../model';
import type { ColumnBars } from '../column-reinforcement';

/** A layout as a column comes out with it. */
export interface LayoutTrial {
  readonly layout: ColumnLayout;
  /** the thinnest of its bars that do; where none does, of those that keep the rules the thickest */
  readonly bars: ColumnBars | undefined;
  readonly does: boolean;
}

/** Whether a layout is for such a section. */
export const isFor = (layout: ColumnLayout, isRound: boolean): boolean => 'ring' in layout === isRound;

/** The bars of a layout, the thinnest first. */
export function barsOfLayout(layout: ColumnLayout): ColumnBars[] {
  const sizes = layout.sizes.map((name) => findBar(name)!).sort((a, b) => a.area - b.area);
  return sizes.map((bar: ReinforcingBar): ColumnBars =>
    'ring' in layout
      ? { ring: bar, count: layout.ring }
      : { corner: bar, between: bar, alongY: layout.alongY, alongZ: layout.alongZ },
  );
}

/** Tries layouts one after the other. @param allows whether bars keep the rules @param does whether they carry what is asked */
export function tryLayouts(
  layouts: readonly ColumnLayout[],
  allows: (bars: ColumnBars) => boolean,
  does: (bars: ColumnBars) => boolean,
): LayoutTrial[] {
  return layouts.map((layout) => {
    const allowed = barsOfLayout(layout).filter(allows);
    const found = allowed.find(does);
    return { layout, bars: found ?? allowed.at(-1), does: found !== undefined };
  });
}

/** The trial whose bars are taken: the first that does, or the lightest of those; where none does, the heaviest. */
export function chosenOf(
  trials: readonly LayoutTrial[],
  choose: 'first' | 'lightest',
  steel: (bars: ColumnBars) => number,
): LayoutTrial | undefined {
  const does = trials.filter((one) => one.does);
  if (does.length > 0)
    return choose === 'first'
      ? does[0]
      : does.reduce((best, one) => (steel(one.bars!) < steel(best.bars!) ? one : best));
  return trials.reduce<LayoutTrial | undefined>(
    (most, one) => (one.bars && (!most || steel(one.bars) > steel(most.bars!)) ? one : most),
    undefined,
  );
}
