import type { ScreenKind } from '../kind';

/** Findings that were accepted, on the screen. */
export const acceptances: ScreenKind<'acceptances'> = { name: ({ id }) => `accepted finding ${id}` };
