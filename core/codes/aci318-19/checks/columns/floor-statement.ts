import { formatQuantity } from '../../../../units';
import { missing, skipped } from '../../../doors/checks/check';
import type { ColumnCheck } from '../../../doors/checks/columns/concrete-column';

/** 15.5: columns of stronger concrete pass through floors of weaker. */
export const floorStatement: ColumnCheck = ({ place, section, units }) => {
  const [id, title, clause] = ['floor-transfer', 'Axial force through floors', '15.5'] as const;
  const weak = place.floors.filter(({ strength }) => section.fc > 1.4 * strength + 1);
  if (weak.length === 0)
    return [
      skipped(
        id,
        title,
        clause,
        'Its concrete is no more than 1.4 times as strong as that of the floors it meets (15.5.1).',
      ),
    ];
  const [{ name, strength }] = weak;
  return [
    missing(
      id,
      title,
      clause,
      `Its concrete, ${formatQuantity(section.fc, 'stress', units)}, is more than 1.4 times as strong as that of ${name}, ${formatQuantity(strength, 'stress', units)} (15.5.1). What passes through that floor is not checked yet: give floor and column concretes nearer to each other.`,
    ),
  ];
};
