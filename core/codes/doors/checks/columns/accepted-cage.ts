import { missing, skipped } from '../check';
import { otherShape } from './cage-record';
import type { ColumnCheck } from './concrete-column';

/** Bars that are proposed are results; the verdict is that of a cage an engineer has accepted. */
export const acceptedCage: ColumnCheck = ({ bars, ties, section, checked }) => {
  const open = [...(bars?.proposed ? ['bars'] : []), ...(ties.proposed ? ['ties'] : [])];
  const [id, title, clause] = ['accepted', 'Bars accepted', ''] as const;
  const other = otherShape(section, checked.member.cage);
  if (other)
    return [
      missing(
        id,
        title,
        clause,
        `The ${other} chosen for it are those of a ${section.isRound ? 'rectangular' : 'round'} column and do not count: it is ${section.isRound ? 'round' : 'rectangular'}. Choose others, or accept what is proposed.`,
      ),
    ];
  if (open.length === 0) return [skipped(id, title, clause, 'All bars are accepted.')];
  return [
    missing(
      id,
      title,
      clause,
      `Its ${open.join(' and ')} are only proposed, and change with loads and rules. Accept them, or choose others, for a verdict.`,
    ),
  ];
};
