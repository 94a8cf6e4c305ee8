import { reinforcingBars } from '../../../../catalog';
import type { FlangedShape } from '../../../../results';
import type { FaceBars } from '../beam-reinforcement';
import { effectiveDepth, inRows, mostInRow, mostRows, type BeamBars, type Face } from './beam-bars';
import type { BeamSection } from './beam-section';

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

/** What a code asks of bars that are proposed. */
export interface ProposalRules {
  /** the most that a bar is counted with, Pa: φ f_y, f_yd */
  readonly most: number;
  /** strength in bending alone, N·m, and strain of the outermost bars in tension */
  readonly strengthOf: (
    bars: BeamBars,
    face: Face,
    shape: FlangedShape | undefined,
  ) => { readonly strength: number; readonly strain: number };
  /** least strain of the outermost bars */
  readonly ductile: number;
  /** whether bars that are strong enough hold the rest: least area, spacing. @param minimumWidth m */
  readonly allows: (bars: FaceBars, minimumWidth: number) => boolean;
}

/**
 * The lightest bars of allowed sizes, in two rows at most, that carry a moment as the rules of a code ask for.
 * @param sizes names of the bars that may be used
 * @returns when none carries the moment, the strongest that fit; undefined only when no allowed bar fits twice
 */
export function proposeBars(
  section: BeamSection,
  rules: ProposalRules,
  asked: AskedOfFace,
  sizes: readonly string[],
): FaceBars | undefined {
  const { face, moment, shape, others = {}, minimumWidth = section.width } = asked;
  let best: FaceBars | undefined;
  let strongest: { bars: FaceBars; strength: number } | undefined;
  for (const bar of reinforcingBars) {
    if (!sizes.includes(bar.name)) continue;
    const full = mostInRow(section, bar);
    if (full < 2) continue;
    // the lever arm is shorter than the depth: fewer bars cannot do
    const one = inRows(section, { bar, count: 2 });
    const d = effectiveDepth(section, one) + (shape ? slabAbove(section, shape, face) : 0);
    const least = Math.ceil(Math.min(moment / (rules.most * Math.max(d, 1e-3)) / bar.area, mostRows * full) - 1e-9);
    for (let count = Math.max(2, least); count <= mostRows * full; count++) {
      const bars = inRows(section, { bar, count });
      if (best && count * bar.area >= best.count * best.bar.area - 1e-9) break;
      const { strength, strain } = rules.strengthOf({ ...others, [face]: bars }, face, shape);
      if (strain < rules.ductile) break;
      if (!strongest || strength > strongest.strength) strongest = { bars, strength };
      if (strength < moment || !rules.allows(bars, minimumWidth)) continue;
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
