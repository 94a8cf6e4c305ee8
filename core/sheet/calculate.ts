import { evaluate } from './evaluate';
import type { Quantity, Sheet, Step } from './sheet';

/** A step without its result, which its expression gives. */
export interface Calculation extends Omit<Step, 'value'> {
  /** the kind of the result and, where its habit does not do, its digits */
  readonly as: Omit<Quantity, 'value'>;
}

/** Works a step out from its own expression, so that what is shown is what was computed, and records it where a sheet is kept. @returns the result, base SI */
export function calculate(sheet: Sheet, { as, ...step }: Calculation): number {
  const value = evaluate(
    step.expression,
    Object.fromEntries(Object.entries(step.inputs).map(([symbol, input]) => [symbol, input.value])),
  );
  sheet.step({ ...step, value: { value, ...as } });
  return value;
}
