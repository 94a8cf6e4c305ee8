import type { CodeFamily } from './doors/families/family';
import { eurocode } from './eurocode/family';
import { us } from './us/family';

export type { CodeFamily } from './doors/families/family';

/** The families of codes a project can choose, by the word that stands in its settings. */
export const codeFamilies = { us, eurocode } as const satisfies Record<string, CodeFamily>;

/** The word for a family in a project’s settings. */
export type CodeFamilyKey = keyof typeof codeFamilies;

/** All such words. */
export const codeFamilyKeys = Object.keys(codeFamilies) as [CodeFamilyKey, ...CodeFamilyKey[]];

/** The family of codes of a project. */
export const familyOf = (model: { readonly settings: { readonly code: CodeFamilyKey } }): CodeFamily =>
  codeFamilies[model.settings.code];

/** The families as the choices of a switch. */
export const familyOptions = (label: (family: CodeFamily) => string): { value: CodeFamilyKey; label: string }[] =>
  codeFamilyKeys.map((value) => ({ value, label: label(codeFamilies[value]) }));
