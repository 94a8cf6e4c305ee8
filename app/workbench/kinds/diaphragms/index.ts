import type { ScreenKind } from '../kind';

/** Rigid and semi-rigid floors on the screen. */
export const diaphragms: ScreenKind<'diaphragms'> = {
  name: ({ label }) => `rigid floor ${label}`,
  found: {
    by: ({ label }) => label,
    way: ({ label, nodes }) => ({ words: `Select the nodes of the rigid floor ${label}`, select: { nodes } }),
  },
};
