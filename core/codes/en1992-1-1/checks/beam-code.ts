import type { ConcreteRules } from '../../../model';
import type { UnitSystem } from '../../../units';
import { steelOf, type Face } from '../../doors/checks/beams/beam-bars';
import { weakerSteel } from '../../doors/checks/beams/bars-along';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import { bendBy } from '../../doors/checks/beams/bending';
import type { BeamCode } from '../../doors/checks/beams/concrete-beam';
import type { DemandPoint } from '../../doors/checks/beams/demands';
import { enAnchorage } from './anchorage';
import { bendingResistance, leastBars, mostBars } from './flexure';
import { blockOf, lawsOf, materialOf, MPa, type EnFactors } from './material';
import { proposeStirrups } from './shear';
import { crackingTorsion, torsionPull } from './torsion';

/** Axial tension, weak-axis bending and torsion that crack nothing, by far: below this share of what cracks the section they are incidental. */
export const incidental = 0.01;
/** Compression up to this share of f_cd A_c is left out of bending, on the safe side; beyond it the beam is a column as well. */
export const leftOut = 0.1;
/** Bars that torsion asks for around the stirrups lie no further apart, 9.2.3(4), m. */
export const mostSideGap = 0.35;
/** x / d of proposed bars at most: where 5.5(4) would still leave an elastic analysis without redistribution its ductility. */
const mostDepth = 0.448;

/** EN 1992-1-1 for a beam of that section. */
export function enBeam(
  section: BeamSection,
  factors: EnFactors,
  units: UnitSystem,
  forces?: ConcreteRules['forces'],
): BeamCode {
  const material = materialOf(section, factors);
  const gross = section.width * section.depth;
  const laws = lawsOf(section, material);
  const cracking = crackingTorsion(section, material);
  const { crushing } = blockOf(material.fck);
  // what the concrete carries without stirrups, at least (6.2.2(1))
  const d = 0.9 * section.depth;
  const least = 0.035 * Math.min(2, 1 + Math.sqrt(0.2 / d)) ** 1.5 * Math.sqrt(material.fck * MPa) * section.width * d;
  const twist = ({ T, Vz }: DemandPoint): number => {
    // 6.3.1(2): where others can take it over it is left to them
    if (forces?.torsion === 'compatibility' && Math.abs(T) <= cracking) return 0;
    const size = Math.abs(T);
    return size > incidental * cracking && size / cracking + Math.abs(Vz) / least > 1 ? size : 0;
  };
  return {
    section,
    countsAxially: (N) => N > incidental * material.fctm * gross || -N > leftOut * material.fcd * gross,
    twist,
    crackingTorsion: cracking,
    torsionPull: (torsion) => torsionPull(section, torsion),
    bend: (reinforced, asked, across) => bendBy(laws, reinforced, asked, across),
    proposal: {
      most: material.fyd,
      strengthOf: (bars, face, shape) => bendingResistance(section, material, bars, face, shape),
      ductile: Math.max(material.fyd / section.Es, crushing * (1 / mostDepth - 1)),
      allows: (bars, width) =>
        steelOf(bars) >= leastBars(section, material, bars, width) && steelOf(bars) <= mostBars(section),
    },
    anchorage: enAnchorage(section, material),
    sideGap: (isTwisted) => (isTwisted ? mostSideGap : Infinity),
    minimumWidth: (bending) => widthsOf(section, bending),
    proposeStirrups: (depth, shear, bars) =>
      proposeStirrups(
        section,
        material,
        depth,
        shear.map((point) => ({ V: Math.abs(point.Vz), N: point.N, My: point.My, T: twist(point) })),
        weakerSteel(bars),
        units,
      ),
  };
}

/** 9.2.1.1(1): mean width of what is in tension, half of the depth; where the slab is compressed the web alone. */
function widthsOf(section: BeamSection, bending: readonly DemandPoint[]): Record<Face, number> {
  const widths = { top: section.width, bottom: section.width };
  const half = section.depth / 2;
  for (const shape of new Set(bending.flatMap((point) => point.shape ?? [])))
    for (const face of ['top', 'bottom'] as const) {
      const [low, high] = face === 'top' ? [shape.beam.z, shape.beam.z + half] : [shape.beam.z - half, shape.beam.z];
      const beside = shape.slabs.reduce((sum, { from, to }) => {
        const height = Math.max(0, Math.min(to.z, high) - Math.max(from.z, low));
        return sum + height * Math.max(0, to.y - from.y - section.width);
      }, 0);
      widths[face] = Math.max(widths[face], section.width + beside / half);
    }
  return widths;
}
