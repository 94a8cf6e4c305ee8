import type { ReinforcingBar } from '../../../catalog';
import type { ColumnLayout } from '../../../model';
import type { Chosen } from './beam-reinforcement';
import type { CrossSection } from './beam-elevation';

/** Bars along a rectangular column: those at its corners and those between them; counts are of each face, corners among them. */
export interface FaceBars {
  readonly corner: ReinforcingBar;
  readonly between: ReinforcingBar;
  readonly alongY: number;
  readonly alongZ: number;
}

/** Bars along a round column, evenly around. */
export interface RingBars {
  readonly ring: ReinforcingBar;
  readonly count: number;
}

export type ColumnBars = FaceBars | RingBars;

/** Ties of a rectangular column: legs that run along local y and along local z; spacing m. */
export interface FaceTies {
  readonly bar: ReinforcingBar;
  readonly spacing: number;
  readonly legsY: number;
  readonly legsZ: number;
}

/** Circular ties or the spiral of a round column; spacing or pitch m, centre to centre. */
export interface RingTies {
  readonly bar: ReinforcingBar;
  readonly spacing: number;
  readonly around: 'ties' | 'spiral';
}

export type ColumnTies = FaceTies | RingTies;

/** Whether bars stand in a ring. */
export const isRing = (bars: ColumnBars): bars is RingBars => 'ring' in bars;

/** Whether ties run around a ring. */
export const isAround = (ties: ColumnTies): ties is RingTies => 'around' in ties;

/** The cage a column was checked with; bars are absent when none of the allowed ones do. */
export interface ColumnReinforcement {
  readonly bars?: Chosen<ColumnBars> | undefined;
  readonly ties: Chosen<ColumnTies>;
}

/** Strength of a section in bending about one axis, with an axial force: N (tension positive) and N·m, nominal and what counts of it. */
export interface InteractionPoint {
  readonly N: number;
  readonly M: number;
  readonly designN: number;
  readonly designM: number;
}

/** What a column is asked at a place under a combination: N (tension positive), N·m about local y and z. */
export interface InteractionDemand {
  readonly label: string;
  /** m from the start node */
  readonly x: number;
  readonly N: number;
  readonly My: number;
  readonly Mz: number;
  /** it is the one that uses the section most */
  readonly isGoverning: boolean;
}

/** A column's section as it is used: the cage drawn, strength about both axes, and what is asked of it. */
export interface ColumnInteraction {
  readonly cut: CrossSection;
  /** with tension at −z, and with tension at −y, from pure tension to pure pressure */
  readonly aboutY: readonly InteractionPoint[];
  readonly aboutZ: readonly InteractionPoint[];
  /** moments about both axes that may be borne with the axial force of the governing demand, around; N·m */
  readonly contour: readonly { readonly My: number; readonly Mz: number }[];
  /** the largest pressure that may be counted, negative, N */
  readonly mostPressure: number;
  readonly demands: readonly InteractionDemand[];
}

/** A layout of the rules as a column comes out with it; what is left out: none of its bars keeps the rules. */
export interface ComparedLayout {
  readonly layout: ColumnLayout;
  /** its bars carry all that is asked in axial force with bending */
  readonly does: boolean;
  /** the thinnest that do; where none does, the thickest that keep the rules */
  readonly bars?: ColumnBars;
  /** of axial force with bending, and under which combination */
  readonly utilisation?: number;
  readonly combination?: string;
  /** share of the section that is steel, and area of the bars, m² */
  readonly ratio?: number;
  readonly steel?: number;
  readonly aboutY?: readonly InteractionPoint[];
  readonly aboutZ?: readonly InteractionPoint[];
}
