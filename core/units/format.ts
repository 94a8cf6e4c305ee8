import { decimalsIn, kinds, unitLabel, unitSize, type QuantityKind, type UnitSystem } from './quantity';

const thinSpace = '\u2009';
const minus = '\u2212';

/**
 * A plain number for the screen: true minus, thin space between thousands from 10 000 up, never "−0.0".
 * @param decimals digits after the point
 */
export function formatNumber(value: number, decimals: number): string {
  if (!Number.isFinite(value)) return Number.isNaN(value) ? '–' : value > 0 ? '∞' : `${minus}∞`;
  const fixed = Math.abs(value).toFixed(decimals);
  const negative = value < 0 && Number(fixed) !== 0;
  const [whole, fraction] = fixed.split('.');
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, thinSpace) : whole;
  return (negative ? minus : '') + grouped + (fraction ? `.${fraction}` : '');
}

/**
 * A value in base SI, shown as a number in the project's unit.
 * @param decimals digits after the point in the unit of the system, as many as tell the same in a unit of the project's own; the kind's own habit when left out
 */
export function formatValue(
  value: number,
  kind: QuantityKind,
  system: UnitSystem,
  decimals = kinds[kind].shown[system].decimals,
): string {
  return formatNumber(value / unitSize(kind, system), decimalsIn(kind, system, decimals));
}

/**
 * A value in base SI as a number in the project's unit with four digits that count: 2100, 62.64, 0.815. Nothing before the point is rounded away.
 */
export function formatSignificant(value: number, kind: QuantityKind, system: UnitSystem): string {
  const inUnit = Math.abs(value / unitSize(kind, system));
  const decimals = inUnit === 0 ? 0 : Math.max(0, 3 - Math.floor(Math.log10(inUnit)));
  const text = formatNumber(value / unitSize(kind, system), Math.min(decimals, 6));
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
}

/** A value in base SI as number and unit, `12.5 kN·m`. */
export function formatQuantity(value: number, kind: QuantityKind, system: UnitSystem, decimals?: number): string {
  const unit = unitLabel(kind, system);
  const number = formatValue(value, kind, system, decimals);
  return unit === '' || unit === '°' ? number + unit : `${number} ${unit}`;
}

/** A value in base SI as text for an input field: plain digits, no needless zeros, so that it can be typed over and parsed again. */
export function formatInput(value: number, kind: QuantityKind, system: UnitSystem): string {
  const inUnit = value / unitSize(kind, system);
  return String(Number(inUnit.toPrecision(9)));
}

/** A value in base SI as a spreadsheet number in the project's unit (point as decimal mark, no grouping). */
export function formatCell(value: number, kind: QuantityKind, system: UnitSystem): string {
  return String(Number((value / unitSize(kind, system)).toPrecision(10)));
}

/** `1 node`, `4 nodes`, `2 storeys`. */
export function count(n: number, noun: string): string {
  if (n === 1) return `1 ${noun}`;
  const plural = /(s|x|ch|sh)$/.test(noun)
    ? `${noun}es`
    : /[^aeiou]y$/.test(noun)
      ? `${noun.slice(0, -1)}ies`
      : `${noun}s`;
  return `${n} ${plural}`;
}
