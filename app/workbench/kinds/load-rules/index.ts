import type { ScreenKind } from '../kind';

/** Rules that make loads on the screen. */
export const loadRules: ScreenKind<'loadRules'> = {
  name: ({ label }) => `rule ${label}`,
  found: {
    by: ({ label }) => label,
    way: ({ id, label }) => ({
      words: `Sheet of the rule ${label}`,
      look: { stage: 'loads', panel: { kind: 'rule', rule: id, sheet: 0 } },
    }),
  },
};
