import { reinforcingBars } from '../../../catalog';
import type { FlangedShape } from '../../../results';
import type { FaceBars } from '../../doors/checks/beam-reinforcement';
import {
  barSpacing,
  effectiveDepth,
  inRows,
  largestBarSpacing,
  mostInRow,
  mostRows,
  type BeamBars,
  type Face,
} from './beam-bars';
import type { BeamSection } from './beam-section';
import { flexuralStrength, minimumFlexuralSteel } from './flexure';

/** What bars of a face are proposed for. */
export interface AskedOfFace {
  readonly face: Face;
  /** M_u, not negative, N·m */
  readonly moment: number;
  readonly shape?: FlangedShape | undefined;
  /** bars of the other face and the sides that count */
  readonly others?: BeamBars;
  /** width that minimum steel is for, m */
  readonly minimumWidth?: number;
}

/**
 * The lightest bars of allowed sizes, in two rows at most, that carry a moment with at least the minimum steel, stay tension-controlled (9.3.3.1) and lie
 * near enough to each other for cracks (24.3.2).
 * @param sizes names of the bars that may be used
 * @returns when none carries the moment, the strongest that fit; undefined only when no allowed bar fits twice
 */
export function proposeBars(section: BeamSection, asked: AskedOfFace, sizes: readonly string[]): FaceBars | undefined {
  const { face, moment, shape, others = {}, minimumWidth } = asked;
  const { fy } = section;
  const ductile = fy / section.Es + 0.003;
  let best: FaceBars | undefined;
  let strongest: { bars: FaceBars; strength: number } | undefined;
  for (const bar of reinforcingBars) {
    if (!sizes.includes(bar.name)) continue;
    const full = mostInRow(section, bar);
    if (full < 2) continue;
    // the lever arm is shorter than the depth: fewer bars cannot do
    const one = inRows(section, { bar, count: 2 });
    const d = effectiveDepth(section, one) + (shape ? slabAbove(section, shape, face) : 0);
    const least = Math.ceil(Math.min(moment / (0.9 * fy * Math.max(d, 1e-3)) / bar.area, mostRows * full) - 1e-9);
    for (let count = Math.max(2, least); count <= mostRows * full; count++) {
      const bars = inRows(section, { bar, count });
      if (best && count * bar.area >= best.count * best.bar.area - 1e-9) break;
      const { strength, strain } = flexuralStrength(section, { ...others, [face]: bars }, face, shape);
      if (strain < ductile) break;
      if (!strongest || strength > strongest.strength) strongest = { bars, strength };
      const minimum = minimumFlexuralSteel(section, effectiveDepth(section, bars), undefined, minimumWidth);
      if (strength < moment || count * bar.area < minimum) continue;
      if (barSpacing(section, bars) > largestBarSpacing(section, section.cover + section.stirrup.diameter)) continue;
      best = bars;
      break;
    }
  }
  return best ?? strongest?.bars;
}

/** How far a slab reaches beyond the compressed face of a beam, m. */
const slabAbove = (section: BeamSection, { beam, slabs }: FlangedShape, face: Face): number =>
  Math.max(
    0,
    ...slabs.map(({ from, to }) =>
      face === 'bottom' ? to.z - beam.z - section.depth / 2 : beam.z - section.depth / 2 - from.z,
    ),
  );
