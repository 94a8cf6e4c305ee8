import type { ScreenKind } from '../kind';

/** Saved views on the screen. */
export const views: ScreenKind<'views'> = { name: ({ label }) => `view ${label}` };
