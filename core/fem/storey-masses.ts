import { gravity } from '../loading';
import { storeysUpward, type Finding, type ModalAnalysis, type Model } from '../model';

/** Weight of the masses at a storey's level, N, and whether it was typed rather than found from cases and nodes. */
export interface StoreyWeight {
  readonly storey: string;
  readonly weight: number;
  readonly isTyped: boolean;
}

/** Factors on the masses at nodes that bring typed storey weights about, and the weights that come of it. */
export interface StoreyMasses {
  /** by node of the analysis; 1 where nothing was typed */
  readonly scales: Float64Array;
  readonly weights: readonly StoreyWeight[];
  /** typed weights of storeys with no mass to spread them by */
  readonly empty: readonly string[];
}

/**
 * What typed weights of storeys make of the masses found from cases and nodes: those at a storey's level, each at the storey it is nearest to, are scaled
 * together, so that they stay where they are.
 * @param heights of nodes, m
 * @param masses  at nodes, what lies on members at their ends, kg
 */
export function storeyMasses(
  model: Model,
  heights: Float64Array,
  masses: Float64Array,
  typed: ModalAnalysis['storeyWeights'] = [],
): StoreyMasses {
  const scales = new Float64Array(masses.length).fill(1);
  const levels = storeysUpward(model);
  if (levels.length === 0) return { scales, weights: [], empty: [] };
  const levelOf = Array.from(heights, (z) =>
    levels.reduce(
      (best, level, i) => (Math.abs(level.elevation - z) < Math.abs(levels[best].elevation - z) ? i : best),
      0,
    ),
  );
  const found = new Float64Array(levels.length);
  masses.forEach((mass, n) => (found[levelOf[n]] += mass));
  const wanted = new Map(typed.map(({ storey, weight }) => [storey, weight]));
  const empty = levels.filter(({ id }, i) => wanted.has(id) && found[i] === 0).map(({ id }) => id);
  const factor = levels.map(({ id }, i) => (wanted.has(id) && found[i] > 0 ? wanted.get(id)! / gravity / found[i] : 1));
  levelOf.forEach((level, n) => (scales[n] = factor[level]));
  return {
    scales,
    weights: levels.map(({ id }, i) => ({
      storey: id,
      weight: found[i] * factor[i] * gravity,
      isTyped: wanted.has(id) && found[i] > 0,
    })),
    empty,
  };
}

export const emptyStoreyFinding = (
  model: Model,
  { id, label }: ModalAnalysis,
  storeys: readonly string[],
): Finding => ({
  key: `storey-weight ${id}`,
  rule: 'storey-weight',
  severity: 'stop',
  sentence: `${label} gives ${storeys.map((storey) => model.storeys[storey].label).join(', ')} a weight, and nothing there has mass.`,
  why: 'A weight of a storey is spread as the masses there are. Choose cases with loads at its level, give nodes masses, or take the weight away.',
  place: {},
});
