import type { SectionShape } from './section-shape';

/** A section of the catalogue: its standard name, family (`IPE`, `W`, `UPN` …), standard and dimensions in m. */
export interface CatalogueShape {
  readonly name: string;
  readonly family: string;
  readonly standard: string;
  readonly shape: SectionShape;
}

/** A name as it is compared: without spaces, capital, × as X and ½ as 1/2. */
export const squeeze = (name: string): string =>
  name.toUpperCase().replace(/×/g, 'X').replace(/½/g, '1/2').replace(/\s/g, '');
