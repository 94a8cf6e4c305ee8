import { gravity } from '../loading';
import type { SpectrumShape } from '../model';

/** Ground factors of EN 1998-1 Tables 3.2 and 3.3: S, T_B, T_C, T_D (s). */
const grounds = {
  '1': {
    A: [1, 0.15, 0.4, 2],
    B: [1.2, 0.15, 0.5, 2],
    C: [1.15, 0.2, 0.6, 2],
    D: [1.35, 0.2, 0.8, 2],
    E: [1.4, 0.15, 0.5, 2],
  },
  '2': {
    A: [1, 0.05, 0.25, 1.2],
    B: [1.35, 0.05, 0.25, 1.2],
    C: [1.5, 0.1, 0.25, 1.2],
    D: [1.8, 0.1, 0.3, 1.2],
    E: [1.6, 0.05, 0.25, 1.2],
  },
} as const;

/** Lower bound factor β of EN 1998-1 3.2.2.5(4). */
const lowerBound = 0.2;

/**
 * Design acceleration of a period, m/s².
 * ASCE 7-22 11.4.6 with 12.9.1.2 (times I_e / R); EN 1998-1 3.2.2.5(4); typed points: straight between them, level beyond.
 * @param period s
 */
export function spectralAcceleration(shape: SpectrumShape, period: number): number {
  if (shape.type === 'asce7') {
    const { sds, sd1, longPeriod, responseModification, importance } = shape;
    const corner = sd1 / sds;
    const first = 0.2 * corner;
    const share =
      period < first
        ? sds * (0.4 + (0.6 * period) / first)
        : period <= corner
          ? sds
          : period <= longPeriod
            ? sd1 / period
            : (sd1 * longPeriod) / period ** 2;
    return (share * gravity * importance) / responseModification;
  }
  if (shape.type === 'en1998') {
    const [S, TB, TC, TD] = grounds[shape.spectrumType][shape.ground];
    const ag = shape.importance * shape.agR;
    const q = shape.behaviourFactor;
    if (period < TB) return ag * S * (2 / 3 + (period / TB) * (2.5 / q - 2 / 3));
    const plateau = (ag * S * 2.5) / q;
    if (period <= TC) return plateau;
    return Math.max(lowerBound * ag, period <= TD ? (plateau * TC) / period : (plateau * TC * TD) / period ** 2);
  }
  const points = [...shape.points].sort((a, b) => a.period - b.period);
  const after = points.findIndex((point) => point.period >= period);
  if (after < 0) return points[points.length - 1].acceleration;
  if (after === 0) return points[0].acceleration;
  const [a, b] = [points[after - 1], points[after]];
  return a.acceleration + ((b.acceleration - a.acceleration) * (period - a.period)) / (b.period - a.period);
}

/** Correlation of two modes in the complete quadratic combination, equal damping (Der Kiureghian 1981; Chopra, Dynamics of Structures, eq. 13.7.10). */
export function modeCorrelation(omegaA: number, omegaB: number, damping: number): number {
  if (omegaA === omegaB) return 1;
  const ratio = Math.min(omegaA, omegaB) / Math.max(omegaA, omegaB);
  const square = damping * damping;
  return (8 * square * (1 + ratio) * ratio ** 1.5) / ((1 - ratio * ratio) ** 2 + 4 * square * ratio * (1 + ratio) ** 2);
}
