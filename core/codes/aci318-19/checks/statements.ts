import { formatQuantity } from '../../../units';
import { missing, skipped } from '../../doors/checks/check';
import { ruptureModulus } from './beam-section';
import type { BeamCheck } from './concrete-beam';
import { thresholdTorsion } from './shear';

/** Axial tension and weak-axis bending that crack nothing, by far: below this share of the cracking stress they are incidental. */
const incidental = 0.01;

/** 22.7: torsion above the threshold must be designed for. */
export const torsionStatement: BeamCheck = ({ section, demand, units }) => {
  const threshold = thresholdTorsion(section);
  const show = (value: number) => formatQuantity(value, 'moment', units);
  return [
    demand.torsion.value > threshold
      ? missing(
          'torsion',
          'Torsion',
          '22.7',
          `Tu = ${show(demand.torsion.value)} exceeds φ Tth = ${show(threshold)}: torsion must be designed for, and that is not there yet.`,
        )
      : skipped(
          'torsion',
          'Torsion',
          '22.7.1.1',
          `Tu = ${show(demand.torsion.value)} is below φ Tth = ${show(threshold)} and may be neglected.`,
        ),
  ];
};

/** Bending about the weak axis. */
export const minorBendingStatement: BeamCheck = ({ section, demand, units }) => {
  const limit = (incidental * ruptureModulus(section) * section.depth * section.width ** 2) / 6;
  const shown = formatQuantity(demand.minor.value, 'moment', units);
  const [id, title, clause] = ['minor', 'Bending about the weak axis', '22.3'] as const;
  return [
    demand.minor.value > limit
      ? missing(id, title, clause, `Mu about the weak axis reaches ${shown}; bending about both axes is not there yet.`)
      : skipped(
          id,
          title,
          clause,
          demand.minor.value > 1
            ? `Mu about the weak axis reaches ${shown}, less than 1% of what cracks the section (19.2.3), and is left out.`
            : 'No bending about the weak axis in any combination.',
        ),
  ];
};

/** Axial tension; compression up to 0.10 f′c Ag may be left out (9.5.2.1). */
export const axialStatement: BeamCheck = ({ section, demand, units }) => {
  const limit = incidental * ruptureModulus(section) * section.width * section.depth;
  const shown = formatQuantity(demand.tension.value, 'force', units);
  return [
    demand.tension.value > limit
      ? missing('axial', 'Axial tension', '22.4.3', `Tension reaches ${shown}; bending with tension is not there yet.`)
      : skipped(
          'axial',
          'Axial force',
          '9.5.2.1',
          demand.tension.value > 1
            ? `Tension reaches ${shown}, less than 1% of what cracks the section (19.2.3), and is left out. Compression is below 0.10 f′c Ag.`
            : 'Compression is below 0.10 f′c Ag and is left out, as 9.5.2.1 allows.',
        ),
  ];
};

/** 24.2. */
export const deflectionStatement: BeamCheck = () => [
  skipped('deflection', 'Deflection', '24.2', 'Cracked stiffness and creep are not in this analysis.'),
];

/** 25.4. */
export const anchorageStatement: BeamCheck = () => [
  skipped(
    'development',
    'Anchorage of bars',
    '25.4',
    'Cut-off points and anchorage are not part of the model; bars are checked as running through.',
  ),
];
