import { inLoads } from '../cases';
import type { ScreenKind } from '../kind';

/** Envelopes of one's own on the screen. */
export const envelopes: ScreenKind<'envelopes'> = {
  name: ({ label }) => `envelope ${label}`,
  found: {
    by: ({ label }) => label,
    way: ({ id, label }, { view }) => ({
      words: `Envelope ${label}`,
      look: inLoads(view, { kind: 'ownEnvelope', id }),
    }),
  },
};
