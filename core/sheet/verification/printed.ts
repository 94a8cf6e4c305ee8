import { evaluateExpression, type Step } from '../index';
import { formatQuantity, kinds, parseQuantity, unitSize, type QuantityKind, type UnitSystem } from '../../units';

/** Powers of length, force and time of each kind. */
const dimensions: Partial<Record<QuantityKind, readonly [number, number, number]>> = {
  length: [1, 0, 0],
  sectionLength: [1, 0, 0],
  deflection: [1, 0, 0],
  area: [2, 0, 0],
  planArea: [2, 0, 0],
  barArea: [2, 0, 0],
  sectionModulus: [3, 0, 0],
  secondMoment: [4, 0, 0],
  warping: [6, 0, 0],
  force: [0, 1, 0],
  moment: [1, 1, 0],
  lineLoad: [-1, 1, 0],
  pressure: [-2, 1, 0],
  stress: [-2, 1, 0],
  modulus: [-2, 1, 0],
  unitWeight: [-3, 1, 0],
  density: [-4, 1, 2],
  speed: [1, 0, -1],
  number: [0, 0, 0],
  time: [0, 0, 1],
  angle: [0, 0, 0],
};
const inOtherUnits = (value: number, kind: QuantityKind): number =>
  dimensions[kind]!.reduce((all, power, i) => all * [3.1, 0.37, 1.7][i] ** power, value);

/** Whether an expression holds in units of any size, so that no number in it has a unit of its own. */
function isHomogeneous({ expression, inputs, value }: Step): boolean {
  const other = evaluateExpression(
    expression,
    Object.fromEntries(Object.entries(inputs).map(([symbol, one]) => [symbol, inOtherUnits(one.value, one.kind)])),
  );
  const expected = inOtherUnits(value.value, value.kind);
  return Math.abs(other - expected) <= 1e-9 * Math.max(1e-12, Math.abs(expected));
}

/** The number as it is printed, in the unit it is printed in. */
function printed({ value, kind, decimals }: Step['value'], units: UnitSystem): number {
  const read = parseQuantity(formatQuantity(value, kind, units, decimals).replace(/\u2009/g, ''), kind, units);
  return read.ok ? read.value / unitSize(kind, units) : NaN;
}

/** Expects the expression a step prints to give its printed result from its printed inputs, and no number in it to hide a unit. */
export function expectPrintedToHold(step: Step, units: UnitSystem): void {
  const { value } = step;
  const own = step.printed?.[units];
  if (!own) expect([step.expression, isHomogeneous(step)]).toEqual([step.expression, true]);
  const size = own ? 1 : unitSize(value.kind, units);
  const inputs = Object.fromEntries(
    Object.entries(step.inputs).map(([symbol, one]) => [
      symbol,
      printed(one, units) * (own ? 1 : unitSize(one.kind, units)),
    ]),
  );
  const result = evaluateExpression(own ?? step.expression, inputs) / size;
  const halfDigit = 0.5 / 10 ** (value.decimals ?? kinds[value.kind].shown[units].decimals);
  expect(Math.abs(result - printed(value, units))).toBeLessThan(0.02 * Math.abs(printed(value, units)) + 2 * halfDigit);
}
