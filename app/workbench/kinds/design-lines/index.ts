import type { ScreenKind } from '../kind';
import { called } from '../kind';

/** Design lines that something was decided of, on the screen; all lines, decided or found, stand in the ledger of the Checks stage and have a page each. */
export const designLines: ScreenKind<'designLines'> = {
  name: (line) => called('design line', line),
  listed: {
    remark: ({ members }) => `design line of ${members.length === 1 ? 'one member' : `${members.length} members`}`,
    way: ({ members }) => ({
      words: 'open',
      select: { members },
      look: { panel: { kind: 'line', member: members[0] } },
    }),
  },
  found: {
    by: ({ label = '' }) => `${label} design line continuous beam`,
    way: (line) => ({
      words: `Open ${called('design line', line)}`,
      select: { members: line.members },
      look: { panel: { kind: 'line', member: line.members[0] } },
    }),
  },
};
