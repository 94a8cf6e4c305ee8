import { formatQuantity } from '../../../../units';
import { missing, skipped } from '../check';
import type { BeamCheck } from './concrete-beam';

/** Forces smaller than this are rounding, N and N·m. */
const rounding = 1;

/** Forces that the design rules leave out by hand: where any act the verdict is open. */
export const leftOutStatement: BeamCheck = ({ rules: { forces }, leftOut, units }) => {
  const [id, title, clause] = ['left-out', 'Forces left out', ''] as const;
  const names = [
    ...(forces?.torsion === 'out' ? [['torsion', leftOut.T, 'moment'] as const] : []),
    ...(forces?.axial === 'out' ? [['axial force', leftOut.N, 'force'] as const] : []),
    ...(forces?.across === 'out'
      ? [
          ['shear across the depth', leftOut.Vy, 'force'] as const,
          ['bending across the depth', leftOut.Mz, 'moment'] as const,
        ]
      : []),
  ];
  if (names.length === 0) return [];
  const acting = names.filter(([, most]) => most > rounding);
  return acting.length === 0
    ? [skipped(id, title, clause, `The design rules leave out ${names.map(([name]) => name).join(', ')}: none acts.`)]
    : [
        missing(
          id,
          title,
          clause,
          `The design rules leave out by hand: ${acting.map(([name, most, kind]) => `${name} up to ${formatQuantity(most, kind, units)}`).join(', ')}. Nothing above is checked for it.`,
        ),
      ];
};
