import { formatQuantity } from '../../../units';
import type { BeamCheck } from '../../doors/checks/beams/concrete-beam';
import { missing, skipped } from '../../doors/checks/check';
import { leftOut } from './beam-code';

/** Axial tension is part of bending; compression up to 0.10 f′c Ag may be left out (9.5.2.1), beyond it the member is a column as well. */
export const axialStatement: BeamCheck = ({ section, code, bending, units }) => {
  const [tension, compression] = bending.reduce(
    ([most, least], { N }) => [Math.max(most, N), Math.max(least, -N)],
    [0, 0],
  );
  const [id, title] = ['axial', 'Axial force'] as const;
  const limit = leftOut * section.fc * section.width * section.depth;
  const show = (value: number) => formatQuantity(value, 'force', units);
  if (compression > limit)
    return [
      missing(
        id,
        title,
        '9.5.2',
        `The compression of ${show(compression)} exceeds 0.10 f′c Ag = ${show(limit)}. The section is checked for bending with it (22.4); what a column is asked for besides, slenderness (6.2.5) and ties (25.7.2), is not there yet.`,
      ),
    ];
  return [
    skipped(
      id,
      title,
      '9.5.2.1',
      code.countsAxially(tension)
        ? `Tension reaches ${show(tension)} and is part of bending and shear. Compression is below 0.10 f′c Ag.`
        : tension > 1
          ? `Tension reaches ${show(tension)}, less than 1% of what cracks the section (19.2.3), and is left out of bending. Compression is below 0.10 f′c Ag.`
          : 'Compression is below 0.10 f′c Ag and is left out of bending, as 9.5.2.1 allows.',
    ),
  ];
};
