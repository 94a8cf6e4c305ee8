import { designCodes, type Basis } from '../codes/checks';
import type { Model } from '../model';

/**
 * What codes ask of the analysis behind their checks, of those that members were checked by.
 * @param codes titles of codes
 */
export const basisOf = (model: Model, codes: Iterable<string>): Basis[] => {
  const used = new Set(codes);
  return designCodes.flatMap((code) => (used.has(code.title) && code.basis ? [code.basis(model)] : []));
};
