import { formatQuantity } from '../../../units';
import type { BeamCheck } from '../../doors/checks/beams/concrete-beam';
import { missing, skipped } from '../../doors/checks/check';
import { leftOut } from './beam-code';
import type { EnMaterial } from './material';

/** Axial tension is part of bending; compression beyond a little makes a column of it. */
export const axialStatement =
  ({ fcd }: EnMaterial): BeamCheck =>
  ({ section, code, bending, units }) => {
    const [tension, compression] = bending.reduce(
      ([most, least], { N }) => [Math.max(most, N), Math.max(least, -N)],
      [0, 0],
    );
    const [id, title] = ['axial', 'Axial force'] as const;
    const limit = leftOut * fcd * section.width * section.depth;
    const show = (value: number) => formatQuantity(value, 'force', units);
    if (compression > limit)
      return [
        missing(
          id,
          title,
          '5.8',
          `The compression of ${show(compression)} exceeds 0.10 fcd Ac = ${show(limit)}. The section is checked for bending with it (6.1); what a column is asked for besides, second order (5.8) and its ties (9.5), is not there yet.`,
        ),
      ];
    return [
      skipped(
        id,
        title,
        '6.1',
        code.countsAxially(tension)
          ? `Tension reaches ${show(tension)} and is part of bending and shear. Compression is below 0.10 fcd Ac and left out of bending, on the safe side.`
          : tension > 1
            ? `Tension reaches ${show(tension)}, less than 1% of what cracks the section, and is left out of bending. Compression is below 0.10 fcd Ac and left out as well, on the safe side.`
            : 'Compression is below 0.10 fcd Ac and is left out of bending, on the safe side.',
      ),
    ];
  };
