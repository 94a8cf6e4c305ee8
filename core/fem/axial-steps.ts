import { termIntegral } from './term-integral';

/**
 * How the axial force changes along a piece under loads along its axis, as steps of even force. Inside a step of
 * the exact course the mean and the first moment are kept, so that a smooth answer errs by the fourth power of the
 * step only (the idea of the commutator-free methods: Blanes & Moan, Appl. Numer. Math. 56, 2006).
 */
export interface AxialSteps {
  /** where each step ends, m from the start of the piece; the last is its length */
  readonly ends: Float64Array;
  /** force of each step less the mean of the forces at both ends, tension positive, N */
  readonly beyond: Float64Array;
}

/** A load along the axis, in m from the start of the piece, N/m or N. */
export interface AxialLoad {
  readonly value: number;
  readonly slope: number;
  readonly from: number;
  readonly to: number;
  readonly isPoint: boolean;
}

/** Changes below this share of EI / L² shift no answer by more than about a millionth, in a member of many pieces a hundred-thousandth. */
const negligible = 1e-5;
/** No step is shorter than this share of the length, or rounding would rule it; mean and moment hold wherever its ends are. */
const samePlace = 0.02;
/** With n pairs of steps the stiffness errs by about 0.009 q / n⁴, q the change over EI / h²; this keeps it near a ten-thousandth. */
const pairsFor = (q: number): number => Math.min(24, Math.max(1, Math.ceil((90 * q) ** 0.25)));
/**
 * The course of the axial force under loads along the axis.
 * @param loads   what acts along local x
 * @param length  m
 * @param bending the smaller EI of the piece, N·m²
 * @returns steps, or undefined where the change is too small to be felt
 */
export function axialSteps(loads: readonly AxialLoad[], length: number, bending: number): AxialSteps | undefined {
  if (loads.length === 0) return undefined;
  const sum = (x: number, n: 1 | 2 | 3): number => loads.reduce((all, load) => all - termIntegral(load, x, n), 0);
  /** mean of the force over a step, and the mean of the force times the place, −1 … 1 across the step */
  const averages = (a: number, b: number): [number, number] => {
    const [h, atA, atB] = [b - a, sum(a, 2), sum(b, 2)];
    return [(atB - atA) / h, (atA + atB) / h - (2 * (sum(b, 3) - sum(a, 3))) / h ** 2];
  };
  const force = (x: number, after: boolean): number =>
    loads.reduce((sum, load) => sum - termIntegral(load, x, 1, after), 0);
  const borders = new Set([0, length]);
  for (const { from, to, isPoint } of loads)
    for (const x of isPoint ? [from] : [from, to])
      if (x > samePlace * length && x < (1 - samePlace) * length) borders.add(x);
  const sorted = [...borders]
    .sort((a, b) => a - b)
    .filter((x, i, all) => i === 0 || x - all[i - 1] > samePlace * length);
  // as the forces on the ends give it: before a load at the start, past one at the end
  const atEnds = force(length, true) / 2;
  let [low, high] = [Infinity, -Infinity];
  for (const x of sorted) {
    for (const after of [false, true]) {
      low = Math.min(low, force(x, after));
      high = Math.max(high, force(x, after));
    }
  }
  if (!((high - low) * length ** 2 > negligible * bending)) return undefined;

  const ends: number[] = [];
  const beyond: number[] = [];
  for (let i = 1; i < sorted.length; i++) {
    const [a, b] = [sorted[i - 1], sorted[i]];
    const change = Math.abs(force(b, false) - force(a, true));
    const middle = force((a + b) / 2, true) - (force(a, true) + force(b, false)) / 2;
    const q = ((change + 4 * Math.abs(middle)) * (b - a) ** 2) / bending;
    const pairs = q > negligible / 10 ? pairsFor(q) : 0;
    if (pairs === 0) {
      ends.push(b);
      beyond.push(averages(a, b)[0] - atEnds);
    }
    for (let p = 0; p < pairs; p++) {
      const [from, to] = [a + ((b - a) * p) / pairs, p === pairs - 1 ? b : a + ((b - a) * (p + 1)) / pairs];
      const [mean, moment] = averages(from, to);
      ends.push((from + to) / 2, to);
      beyond.push(mean - 2 * moment - atEnds, mean + 2 * moment - atEnds);
    }
  }
  return { ends: Float64Array.from(ends), beyond: Float64Array.from(beyond) };
}
