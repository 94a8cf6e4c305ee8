import type { ConcretePart, ReinforcedSection } from '../../../../concrete';
import type { FlangedShape } from '../../../../results';
import { everyBar, type BeamBars } from './beam-bars';
import type { BeamSection } from './beam-section';

/** A section with its bars; with a slab, from the centroid of both. */
export function reinforcedSection(section: BeamSection, bars: BeamBars, shape?: FlangedShape): ReinforcedSection {
  const { y, z } = shape?.beam ?? { y: 0, z: 0 };
  const web: ConcretePart = {
    from: { y: y - section.width / 2, z: z - section.depth / 2 },
    to: { y: y + section.width / 2, z: z + section.depth / 2 },
  };
  return {
    concrete: [web, ...(shape?.slabs ?? []).flatMap((slab) => beside(web, slab))],
    bars: everyBar(section, bars).map((bar) => ({ ...bar, y: bar.y + y, z: bar.z + z })),
  };
}

/** What of a slab lies beside a web, above or below it. */
function beside(web: ConcretePart, slab: ConcretePart): ConcretePart[] {
  const part = (y0: number, y1: number, z0: number, z1: number): ConcretePart[] =>
    y1 - y0 > 1e-9 && z1 - z0 > 1e-9 ? [{ from: { y: y0, z: z0 }, to: { y: y1, z: z1 } }] : [];
  const { from, to } = slab;
  const [y0, y1] = [Math.max(from.y, web.from.y), Math.min(to.y, web.to.y)];
  return [
    ...part(from.y, Math.min(to.y, web.from.y), from.z, to.z),
    ...part(Math.max(from.y, web.to.y), to.y, from.z, to.z),
    ...part(y0, y1, Math.max(from.z, web.to.z), to.z),
    ...part(y0, y1, from.z, Math.min(to.z, web.from.z)),
  ];
}
