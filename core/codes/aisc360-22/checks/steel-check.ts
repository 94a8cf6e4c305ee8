import { lineIndex } from '../../../results';
import { plain, type Quantity, type Sheet } from '../../../sheet';
import { utilisationOf, type Check } from '../../doors/checks/check';
import type { Basis, CombinedLine } from '../../doors/checks/design-code';
import type { SteelMember } from './steel-member';

/** Below this share of the largest force a component is rounding, not demand (N or N·m). */
export const noise = 1e-3;

/** What acts on a member at one place under one combination: N with its sign, the others without, N and N·m; and the strong-axis strength there, N·m. */
export interface Demand {
  N: number;
  Vy: number;
  Vz: number;
  T: number;
  My: number;
  Mz: number;
  /** NaN where strong-axis bending cannot be checked */
  majorStrength: number;
}

/** Where a check is worst: under which combination, and how far from the start, m. */
export interface Place extends CombinedLine {
  readonly x: number;
}

/** One comparison of demand with strength, asked at every place under every combination. */
export interface SteelCheck {
  readonly id: string;
  readonly title: string;
  readonly clause: string;
  /** said when no combination asks for it */
  readonly noDemand: string;
  /** why this member cannot have it; undefined: it can */
  readonly excludes?: (member: SteelMember) => string | undefined;
  /** demand over strength; 0 where nothing asks for it */
  readonly ratio: (member: SteelMember, demand: Demand) => number;
  /** the worst place again, step by step */
  readonly trace: (member: SteelMember, at: Place, sheet: Sheet) => void;
}

/** Something a member needs or does not, that is not a comparison at a place; with the largest torsion of all combinations, N·m. */
export type SteelStatement = (member: SteelMember, largestTorsion: number, basis: Basis) => Check;

/** The larger value of a component on the two sides of a place, with its sign: N or N·m. */
export function valueAt({ line, x }: Place, component: keyof typeof lineIndex): number {
  const [before, after] = [line.at(x)[lineIndex[component]], line.at(x, true)[lineIndex[component]]];
  return Math.abs(after) > Math.abs(before) && x < line.length ? after : before;
}

/** A trace that ends in one demand over one strength. */
export const comparison =
  (
    component: keyof typeof lineIndex,
    quantity: (value: number) => Quantity,
    symbols: readonly [demand: string, strength: string],
    clause: string,
    strength: (member: SteelMember, sheet: Sheet, at: Place) => number,
  ): SteelCheck['trace'] =>
  (member, at, sheet) => {
    const limit = strength(member, sheet, at);
    const value = Math.abs(valueAt(at, component));
    sheet.compare({
      clause,
      title: 'Comparison',
      symbol: 'u',
      expression: `${symbols[0]} / ${symbols[1]}`,
      inputs: { [symbols[0]]: quantity(value), [symbols[1]]: quantity(limit) },
      value: plain(utilisationOf(value, limit), 2),
      utilisation: utilisationOf(value, limit),
    });
  };
