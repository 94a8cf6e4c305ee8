import type { ScreenKind } from '../kind';

/** Stiffness sets on the screen. */
export const stiffnessSets: ScreenKind<'stiffnessSets'> = { name: ({ label }) => `stiffness set ${label}` };
