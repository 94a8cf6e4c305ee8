import type { ReinforcedSection, SectionForces } from '../../../concrete';
import { barSpacing, effectiveDepth, steelOf, type Face } from '../../doors/checks/beams/beam-bars';
import type { BeamSection } from '../../doors/checks/beams/beam-section';
import type { Bent } from '../../doors/checks/beams/bending';
import type { BeamCode } from '../../doors/checks/beams/concrete-beam';
import type { DemandPoint } from '../../doors/checks/beams/demands';
import type { CheckedMember } from '../../doors/checks/design-code';
import type { UnitSystem } from '../../../units';
import { deepBeam, largestBarSpacing, largestSideGap, ruptureModulus } from './beam-section';
import { aciAnchorage, hookDevelopment, wellHeld } from './development';
import { bend, flexuralStrength, minimumFlexuralSteel } from './flexure';
import { reductionOf } from './reduction';
import { proposeStirrups } from './shear';
import { beamStiffness } from './stiffness-by-bars';
import { crackingTorsion, thresholdTorsion, torsionPull } from './torsion';

/** Axial tension and weak-axis bending that crack nothing, by far: below this share of the cracking stress they are incidental. */
export const incidental = 0.01;
/** Compression up to this share of f′c A_g may be left out (9.5.2.1). */
export const leftOut = 0.1;

/** Free ends of a beam, what it is designed by, and the units its stirrups are proposed in. */
interface Surroundings {
  readonly free: CheckedMember['free'];
  readonly forces?: CheckedMember['rules']['forces'];
  readonly units: UnitSystem;
}

/** ACI 318-19 for a beam of that section. */
export function aciBeam(section: BeamSection, { free, forces, units }: Surroundings): BeamCode {
  const gross = section.width * section.depth;
  const [mostTension, mostCompression] = [incidental * ruptureModulus(section) * gross, leftOut * section.fc * gross];
  const threshold = thresholdTorsion(section);
  // φ of a section that is tension-controlled: of the pull of torsion too, whose bars yield
  const phi = reductionOf(section).tension;
  const cracking = crackingTorsion(section);
  const isTakenOver = forces?.torsion === 'compatibility';
  const twist = ({ T, torsionFactor }: DemandPoint) => {
    // 22.7.3.2: no more than what cracks it; what it would carry with all of its stiffness is no more than this
    const size = isTakenOver ? Math.min(cracking, Math.abs(T) / torsionFactor) : Math.abs(T);
    return size > threshold ? size : 0;
  };
  const cracks = largestBarSpacing(section, section.cover + section.stirrup.diameter);
  return {
    section,
    countsAxially: (N) => N > mostTension || -N > mostCompression,
    twist,
    crackingTorsion: cracking,
    torsionPull: (torsion) => phi * torsionPull(section, torsion),
    bend: (reinforced: ReinforcedSection, asked: SectionForces, across?: boolean): Bent | undefined =>
      bend(section, reinforced, asked, across),
    proposal: {
      most: phi * section.fy,
      strengthOf: (bars, face, shape) => flexuralStrength(section, bars, face, shape),
      // 9.3.3.1
      ductile: section.fy / section.Es + 0.003,
      allows: (bars, width) =>
        steelOf(bars) >= minimumFlexuralSteel(section, effectiveDepth(section, bars), undefined, width) &&
        barSpacing(section, bars) <= cracks,
    },
    anchorage: aciAnchorage(section),
    stiffness: (bars, d) => beamStiffness(section, bars, d),
    // 9.7.7.4; where the design rules do not say how hooks are held, as if they were held well
    endsWithin: (bar, length) =>
      hookDevelopment(section.hooks ? section : wellHeld(section), bar, { face: 'top', apart: 0 }) <= length,
    sideGap: (isTwisted) => (isTwisted || section.depth > deepBeam ? largestSideGap(section) : Infinity),
    minimumWidth: (bending) => widthsOf(section, free, bending),
    proposeStirrups: (d, shear) =>
      proposeStirrups(
        section,
        d,
        shear.map((point) => ({ V: Math.abs(point.Vz), N: point.N, T: twist(point) })),
        units,
      ),
  };
}

/** 9.6.1.2: the width that minimum steel is for; twice the web's where the flange of a cantilever is pulled. */
function widthsOf(
  section: BeamSection,
  free: CheckedMember['free'],
  bending: readonly DemandPoint[],
): Record<Face, number> {
  const widths = { top: section.width, bottom: section.width };
  if (!free.start && !free.end) return widths;
  for (const { shape, My } of bending) {
    if (!shape) continue;
    const [face, reach] = My < 0 ? (['top', 1] as const) : (['bottom', -1] as const);
    const edge = shape.beam.z + (reach * section.depth) / 2;
    const width = shape.slabs.reduce(
      (sum, { from, to }) => (from.z < edge + 0.01 && to.z > edge - 0.01 ? sum + to.y - from.y : sum),
      0,
    );
    widths[face] = Math.max(widths[face], Math.min(width, 2 * section.width));
  }
  return widths;
}
