import type { StirrupsBetween } from './beam-reinforcement';

/** What bends a place of a beam and what its bars carry there, N·m; m from the member's start node. */
export interface ElevationPlace {
  readonly x: number;
  /** the largest of all combinations, not negative; undefined: none is read here */
  readonly sagging: number | undefined;
  readonly hogging: number | undefined;
  /** design strength in bending alone, of bars as far as they are anchored here */
  readonly strengthSagging: number;
  readonly strengthHogging: number;
}

/** Bars as they run along a member, m from its start node; endless where they go on into the next. */
export interface ElevationBars {
  readonly face: 'top' | 'bottom';
  readonly bar: string;
  readonly count: number;
  readonly from: number;
  readonly to: number;
  readonly hooked: { readonly from: boolean; readonly to: boolean };
  /** length that anchors a straight one of them, m */
  readonly anchorage: number;
  /** of a lap, for quantities, and of the leg of a hook, m */
  readonly lap: number;
  readonly leg: number;
}

/** A beam from the side. */
export interface BeamElevation {
  /** of the section, and clear to the stirrup, m */
  readonly width: number;
  readonly depth: number;
  readonly cover: number;
  readonly sideBars: { readonly bar: string; readonly count: number } | undefined;
  /** along all of it but its zones */
  readonly stirrups: { readonly bar: string; readonly legs: number; readonly spacing: number };
  /** m from the start node */
  readonly zones: readonly StirrupsBetween[];
  readonly places: readonly ElevationPlace[];
  /** those all along first */
  readonly bars: readonly ElevationBars[];
  /** how far moments are shifted against bars that end, m */
  readonly shift: number;
  /** supports it is built in one with, m */
  readonly faces: readonly { readonly from: number; readonly to: number }[];
}
