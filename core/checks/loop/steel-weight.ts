import { findBar } from '../../catalog';
import type { Cage, Reinforcement } from '../../model';

const areaOf = (bar: string, count: number): number => findBar(bar)!.area * count;

/** Area of the bars along a column, m². */
export function cageSteel({ bars }: Cage): number {
  if (!bars) return 0;
  if ('ring' in bars) return areaOf(bars.ring, bars.count);
  const { corner, between = corner, alongY, alongZ } = bars;
  return areaOf(corner, 4) + areaOf(between, 2 * (alongY + alongZ) - 8);
}

/** Area of the bars all along a beam, top and bottom, m². */
export const beamSteel = ({ top, bottom }: Reinforcement): number =>
  [top, bottom].reduce((sum, layer) => sum + (layer ? areaOf(layer.bar, layer.count) : 0), 0);
