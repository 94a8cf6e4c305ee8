import { missing, skipped } from '../check';
import type { BeamCheck } from './concrete-beam';

/** Bars that are proposed are results; the verdict is that of bars an engineer has accepted. */
export const acceptedStatement: BeamCheck = ({ chosen, stirrups }) => {
  const open = (
    [
      ['top bars', chosen.top],
      ['bottom bars', chosen.bottom],
      ['bars along the sides', chosen.side],
      ['stirrups', stirrups],
    ] as const
  ).flatMap(([name, part]) => (part?.proposed ? [name] : []));
  const [id, title, clause] = ['accepted', 'Bars accepted', ''] as const;
  if (open.length === 0) return [skipped(id, title, clause, 'All bars are accepted.')];
  const listed = open.length > 1 ? `${open.slice(0, -1).join(', ')} and ${open.at(-1)}` : open[0];
  return [
    missing(
      id,
      title,
      clause,
      `Its ${listed} are only proposed, and change with loads and rules. Accept them, or choose others, for a verdict.`,
    ),
  ];
};
