import { inLoads } from '../cases';
import type { ScreenKind } from '../kind';

/** Combinations on the screen. */
export const combinations: ScreenKind<'combinations'> = {
  name: ({ label }) => `combination ${label}`,
  found: {
    by: ({ label }) => label,
    way: ({ id, label }, { view }) => ({
      words: `Combination ${label}`,
      look: inLoads(view, { kind: 'combination', id }),
    }),
  },
};
