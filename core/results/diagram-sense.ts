import type { ForceComponent } from './member-line';

/** The local axis (row of the axes matrix) along which a force is drawn, and its sense: moments on the tension side. Screen and print draw alike by it. */
export const diagramSense: Readonly<Record<ForceComponent, { readonly row: 1 | 2; readonly sign: 1 | -1 }>> = {
  N: { row: 2, sign: 1 },
  Vy: { row: 1, sign: 1 },
  Vz: { row: 2, sign: 1 },
  T: { row: 2, sign: 1 },
  My: { row: 2, sign: -1 },
  Mz: { row: 1, sign: -1 },
};

/** A scale that is easily said: 1, 2 or 5 times a power of ten, not above the value. */
export function roundDown(value: number): number {
  const power = 10 ** Math.floor(Math.log10(value));
  const digit = value / power;
  return (digit >= 5 ? 5 : digit >= 2 ? 2 : 1) * power;
}
