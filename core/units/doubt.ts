import { formatQuantity } from './format';
import { kinds, shownUnit, unitSize, type QuantityKind, type UnitSystem } from './quantity';

/** Beyond these (base SI) a bare number of a kind is no size a building has, and another unit was most likely meant; the units people mix up, the likeliest first. */
const usual: Partial<
  Record<
    QuantityKind,
    { readonly most: number; readonly likely: readonly [number, number]; readonly others: readonly string[] }
  >
> = {
  length: { most: 1000, likely: [0.05, 200], others: ['mm', 'in', 'cm'] },
  sectionLength: { most: 10, likely: [0.003, 5], others: ['mm', 'in'] },
  force: { most: 3e7, likely: [10, 2e6], others: ['N', 'lbf'] },
  moment: { most: 3e7, likely: [10, 2e6], others: ['N·m', 'lbf·ft'] },
  lineLoad: { most: 3e6, likely: [10, 1e6], others: ['N/m', 'lbf/ft'] },
  pressure: { most: 2e6, likely: [10, 3e5], others: ['Pa', 'psf'] },
  stress: { most: 5e9, likely: [1e6, 2e9], others: ['psi', 'Pa', 'kPa'] },
  modulus: { most: 2e12, likely: [1e9, 1e12], others: ['MPa', 'psi', 'Pa'] },
};

/**
 * Whether a number typed without a unit is so large for its kind that another unit was meant.
 * @param bare  the number as it was typed
 * @param value what it comes to in the project's unit, base SI
 * @returns a question with what to type, or undefined when nothing is odd
 */
export function doubtOf(bare: number, value: number, kind: QuantityKind, system: UnitSystem): string | undefined {
  const habit = usual[kind];
  if (!habit || Math.abs(value) <= habit.most) return undefined;
  const { unit } = shownUnit(kind, system);
  const understood = formatQuantity(value, kind, system);
  const other = habit.others.find(
    (name) =>
      name !== unit &&
      Math.abs(bare * kinds[kind].units[name]) >= habit.likely[0] &&
      Math.abs(bare * kinds[kind].units[name]) <= habit.likely[1],
  );
  const typed = Number(bare.toPrecision(12));
  const keep = `type ${typed} ${unit} if it is meant`;
  return other
    ? `${understood}: was it ${other}, ${formatQuantity(bare * kinds[kind].units[other], kind, system)}? Type ${typed} ${other}, or ${keep}.`
    : `${understood} is beyond any building: ${keep}.`;
}

/** A place in another unit is believed from this share of the member on. */
const leastShare = 0.05;

/**
 * In which other unit of length a position past the end of a member would lie on it.
 * @param value  m, as understood in the project's unit
 * @param length of the member, m
 * @returns the unit and the position it would come to, m
 */
export function positionMeant(
  value: number,
  length: number,
  system: UnitSystem,
): { unit: string; position: number } | undefined {
  const bare = value / unitSize('length', system);
  // a place just past the end is no millimetre
  const fits = (position: number) => position <= length && position >= leastShare * length;
  const unit = (system === 'us' ? (['in', 'mm', 'm'] as const) : (['mm', 'cm'] as const)).find((one) =>
    fits(bare * kinds.length.units[one]),
  );
  return unit && { unit, position: bare * kinds.length.units[unit] };
}

/** The same as a question: " 2.500 m would fit: was it meant in mm?", or nothing. */
export function positionInOtherUnit(value: number, length: number, system: UnitSystem): string {
  const meant = positionMeant(value, length, system);
  return meant ? ` ${formatQuantity(meant.position, 'length', system)} would fit: was it meant in ${meant.unit}?` : '';
}
