import type { ReinforcingBar } from '../../../catalog';
import type { Reinforcement } from '../../../model';

/** Bars of one layer, side by side. */
export interface BarLayer {
  readonly bar: ReinforcingBar;
  readonly count: number;
}

/** Bars of one size at a place, and how much of their strength is anchored there, up to 1. */
export interface BarGroup extends BarLayer {
  readonly share: number;
}

/** Bars of a face in the rows they lie in, the outermost first: `[5, 3]`. */
export interface FaceBars extends BarLayer {
  readonly rows: readonly number[];
  /** where they are of several sizes or not fully anchored: those all along first; `bar` is the thickest then and `count` all of them */
  readonly groups?: readonly BarGroup[];
}

/** Bars beside those all along a beam; m from the start of its flexible part. */
export interface BarsBetween extends BarLayer {
  readonly face: 'top' | 'bottom';
  readonly from: number;
  readonly to: number;
}

/** Stirrups along a part of a beam; m from the start of its flexible part. */
export interface StirrupsBetween {
  readonly legs: number;
  readonly spacing: number;
  readonly from: number;
  readonly to: number;
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
  /** chosen for parts of the beam beside all this; it is never proposed */
  readonly parts: Pick<Reinforcement, 'added' | 'zones'>;
}
