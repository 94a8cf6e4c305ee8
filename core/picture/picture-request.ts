import type { SavedView } from '../model';
import type { Quantity, Shown } from '../results';

/** What a picture shows of the structure. */
export interface PictureRequest {
  readonly shown: Shown;
  readonly quantity: Quantity | 'outline';
  /** utilisation of members and whether its verdict is open, for a picture of utilisations */
  readonly utilisations?: ReadonlyMap<string, { readonly value: number; readonly open: boolean }>;
  /** plane, eye and what is hidden; none: the whole frame from the south-west */
  readonly view?: Pick<SavedView, 'plane' | 'camera' | 'isolated' | 'hidden'>;
  /** pixels, or points in print */
  readonly width: number;
  readonly height: number;
  /** whether title and scale stand below it */
  readonly caption: boolean;
}
