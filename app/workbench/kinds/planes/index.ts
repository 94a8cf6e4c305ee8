import type { ScreenKind } from '../kind';

/** Working planes on the screen. */
export const planes: ScreenKind<'planes'> = {
  name: ({ label }) => `plane ${label}`,
  listed: {
    renamed: true,
    way: ({ id }) => ({ words: 'look at it', look: { plane: { kind: 'plane', plane: id } } }),
  },
};
