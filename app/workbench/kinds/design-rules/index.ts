import type { ScreenKind } from '../kind';

/** Sets of design rules on the screen. */
export const designRules: ScreenKind<'designRules'> = {
  name: ({ label }) => `design rules ${label}`,
  found: {
    by: ({ label }) => `${label} design rules reinforcement cover set`,
    way: ({ id, label }) => ({
      words: `Design rules “${label}”`,
      look: { panel: { kind: 'settings' }, part: `rules-${id}` },
    }),
  },
};
