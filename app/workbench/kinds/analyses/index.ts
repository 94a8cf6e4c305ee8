import type { ScreenKind } from '../kind';

/** Analyses on the screen. */
export const analyses: ScreenKind<'analyses'> = {
  name: ({ label }) => `analysis ${label}`,
  found: {
    by: ({ label }) => label,
    way: ({ label }) => ({ words: `Analysis ${label}`, look: { stage: 'analysis', panel: null } }),
  },
};
