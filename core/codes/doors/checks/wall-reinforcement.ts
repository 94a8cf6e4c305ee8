import type { ReinforcingBar } from '../../../catalog';
import type { Chosen } from './beam-reinforcement';

/** Bars of a layer: their size and spacing, m centre to centre. */
export interface SpacedBars {
  readonly bar: ReinforcingBar;
  readonly spacing: number;
}

/** Bars of a pier of a wall. */
export interface WallBars {
  /** one in the middle, or one near each face */
  readonly layers: 1 | 2;
  readonly upright: SpacedBars;
  /** outside of the upright ones */
  readonly level: SpacedBars;
  /** together at each end, in pairs near both faces */
  readonly ends: { readonly bar: ReinforcingBar; readonly count: number };
}

/** The bars a pier was checked with: those of its wall, or where parts of them are proposed those that are. */
export type WallReinforcement = Chosen<WallBars>;
