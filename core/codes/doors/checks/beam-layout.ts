import type { Stirrups } from './beam-reinforcement';

/** What a layout of bars is made of: what a beam is asked at its places, and what bars do there. Places are m from the member's start node. */
export interface BeamLayout {
  /** sizes that may be used */
  readonly sizes: readonly string[];
  /** strength of a face with so many bars of a size, those of the other face beside them, at a place, N·m */
  readonly strength: (face: 'top' | 'bottom', bar: string, count: number, x: number) => number;
  /** whether so many lie in the rows that are allowed, near enough to each other and no nearer */
  readonly fits: (face: 'top' | 'bottom', bar: string, count: number) => boolean;
  /** the fewest that the rules of a face allow: least steel, distances; undefined: none do */
  readonly least: (face: 'top' | 'bottom', bar: string) => number | undefined;
  /** how far bars go on past where they are asked for, and what anchors all of their strength, m */
  readonly past: (
    face: 'top' | 'bottom',
    bar: string,
    count: number,
  ) => { readonly past: number; readonly anchorage: number };
  /** stirrups for so many times the shear and torsion between two places, m; undefined: none is read there */
  readonly stirrups: (from: number, to: number, times: number) => Stirrups | undefined;
  /** places at which shear is read, m */
  readonly shearPlaces: readonly number[];
  /** share of the bars of a face that lies all along, at least */
  readonly carried: number;
}
