import type { WallReinforcement } from '../codes/checks';
import type { WallBarsRecord } from '../model';
import { formatQuantity, type UnitSystem } from '../units';

type Bars = WallReinforcement['value'];

/** The bars of a pier as the record that accepts them. */
const asRecord = ({ layers, upright, level, ends }: Bars): WallBarsRecord => ({
  layers,
  upright: { bar: upright.bar.name, spacing: upright.spacing },
  level: { bar: level.bar.name, spacing: level.spacing },
  ends: { bar: ends.bar.name, count: ends.count },
});

/** Bars for all piers of a wall, as a record: of each part the heaviest of theirs. @param piers one at least */
export function wallBarsFor(piers: readonly WallReinforcement[]): WallBarsRecord {
  const heaviest = (weight: (bars: Bars) => number): Bars =>
    piers.map(({ value }) => value).reduce((most, one) => (weight(one) > weight(most) ? one : most));
  const perLength = ({ bar, spacing }: Bars['upright']) => bar.area / spacing;
  return asRecord({
    layers: heaviest(({ layers }) => layers).layers,
    upright: heaviest(({ upright }) => perLength(upright)).upright,
    level: heaviest(({ level }) => perLength(level)).level,
    ends: heaviest(({ ends }) => ends.count * ends.bar.area).ends,
  });
}

/** The bars of a pier in a few words by part. */
export interface WallText {
  readonly upright: string;
  readonly level: string;
  /** '': none */
  readonly ends: string;
}

/** The bars a pier was checked with in a few words: `2 layers #4 / 12.0 in`, `4 #8`. */
export function wallText({ value: { layers, upright, level, ends } }: WallReinforcement, units: UnitSystem): WallText {
  const spaced = ({ bar, spacing }: Bars['upright']) =>
    `${layers === 1 ? '1 layer' : '2 layers'} ${bar.name} / ${formatQuantity(spacing, 'sectionLength', units, units === 'us' ? 1 : 0)}`;
  return {
    upright: spaced(upright),
    level: spaced(level),
    ends: ends.count === 0 ? '' : `${ends.count} ${ends.bar.name}`,
  };
}
