import type { ReinforcingBar } from '../../../catalog';

/** Bars of one layer, side by side. */
export interface BarLayer {
  readonly bar: ReinforcingBar;
  readonly count: number;
}

/** Bars of a face in the rows they lie in, the outermost first: `[5, 3]`. */
export interface FaceBars extends BarLayer {
  readonly rows: readonly number[];
}

/** Stirrups along a beam; spacing m. */
export interface Stirrups {
  readonly bar: ReinforcingBar;
  readonly legs: number;
  readonly spacing: number;
}

/** A part of the reinforcement: what it is, and whether Elbow proposed it or an engineer chose it. */
export interface Chosen<T> {
  readonly value: T;
  readonly proposed: boolean;
}

/** The reinforcement a beam was checked with; a part is absent when no allowed one does. */
export interface BeamReinforcement {
  readonly top?: Chosen<FaceBars> | undefined;
  readonly bottom?: Chosen<FaceBars> | undefined;
  /** along each side, between top and bottom; absent where none is asked for either */
  readonly side?: Chosen<BarLayer> | undefined;
  readonly stirrups?: Chosen<Stirrups> | undefined;
}
