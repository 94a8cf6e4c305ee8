import { missing, skipped } from '../check';
import type { ColumnCheck } from './concrete-column';

/** Bars that are proposed are results; the verdict is that of a cage an engineer has accepted. */
export const acceptedCage: ColumnCheck = ({ bars, ties }) => {
  const open = [...(bars?.proposed ? ['bars'] : []), ...(ties.proposed ? ['ties'] : [])];
  const [id, title, clause] = ['accepted', 'Bars accepted', ''] as const;
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
