import { directionAt, sectionAt, type ReinforcedSection } from '../../../../concrete';
import type { BendingLaws } from '../beams/bending';

/** Directions of the neutral axis that a contour is drawn through. */
const around = 72;

/**
 * Moments about both axes that count with an axial force, for neutral axes all around.
 * @param N tension positive, N
 * @returns N·m, once around; none: the force alone is too much
 */
export function contourAt(
  { laws, share }: BendingLaws,
  section: ReinforcedSection,
  N: number,
): { My: number; Mz: number }[] {
  return Array.from({ length: around }, (_, i) => (2 * Math.PI * i) / around).flatMap((angle) => {
    const direction = directionAt(section, angle);
    const reach = 2 * Math.abs(direction.outermost);
    const at = (t: number) => {
      const found = sectionAt(section, laws, direction, (reach * t) / (1 - t));
      return { found, phi: share(found.strain) };
    };
    let [low, high] = [1e-7, 1 - 1e-7];
    const over = (t: number) => {
      const { found, phi } = at(t);
      return phi * found.N - N;
    };
    if (over(low) < 0 || over(high) > 0) return [];
    for (let step = 0; step < 60; step++) {
      const middle = (low + high) / 2;
      if (over(middle) > 0) low = middle;
      else high = middle;
    }
    const { found, phi } = at(low);
    return [{ My: phi * found.My, Mz: phi * found.Mz }];
  });
}
