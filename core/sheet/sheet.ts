import type { QuantityKind, UnitSystem } from '../units';

/** A number on a calculation sheet: its value in base SI and the kind that says how it is shown. */
export interface Quantity {
  readonly value: number;
  readonly kind: QuantityKind;
  /** digits after the point, where the kind's own habit does not do */
  readonly decimals?: number;
}

/** One step: clause, formula as an expression over `inputs`, and its result. The expression gives `value` when evaluated in base SI. */
export interface Step {
  readonly clause: string;
  readonly title: string;
  readonly symbol: string;
  readonly expression: string;
  readonly inputs: Readonly<Record<string, Quantity>>;
  readonly value: Quantity;
  /** the expression in the units each system prints, where a number of it has a unit: it gives the printed result from the printed inputs */
  readonly printed?: Readonly<Record<UnitSystem, string>>;
  /** why this formula and not another, or what an input is */
  readonly note?: string;
}

/** The comparison that closes a sheet. */
export interface Comparison extends Step {
  readonly utilisation: number;
}

/** Steps recorded while a check computes. A check is handed a sheet only when somebody wants to read it. */
export class Sheet {
  readonly steps: Step[] = [];
  readonly remarks: string[] = [];
  comparison: Comparison | undefined;

  step(step: Step): void {
    this.steps.push(step);
  }

  /** A sentence of its own: an assumption, or why a part was left out. */
  remark(sentence: string): void {
    this.remarks.push(sentence);
  }

  compare(comparison: Comparison): void {
    this.comparison = comparison;
  }
}

export const plain = (value: number, decimals = 3): Quantity => ({ value, kind: 'number', decimals });
export const length = (value: number): Quantity => ({ value, kind: 'length' });
export const sectionLength = (value: number): Quantity => ({ value, kind: 'sectionLength' });
export const area = (value: number): Quantity => ({ value, kind: 'area' });
export const barArea = (value: number): Quantity => ({ value, kind: 'barArea' });
export const modulus = (value: number): Quantity => ({ value, kind: 'sectionModulus' });
export const inertia = (value: number): Quantity => ({ value, kind: 'secondMoment' });
export const warping = (value: number): Quantity => ({ value, kind: 'warping' });
export const stress = (value: number): Quantity => ({ value, kind: 'stress' });
export const pressure = (value: number): Quantity => ({ value, kind: 'pressure' });
export const unitWeight = (value: number): Quantity => ({ value, kind: 'unitWeight' });
export const speed = (value: number): Quantity => ({ value, kind: 'speed' });
export const force = (value: number): Quantity => ({ value, kind: 'force' });
export const moment = (value: number): Quantity => ({ value, kind: 'moment' });
export const elasticity = (value: number): Quantity => ({ value, kind: 'modulus' });
