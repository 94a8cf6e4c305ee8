/** Moments about one axis of a lift under a combination, N·m: at its ends with their signs, and the largest along it without. */
export interface LiftMoments {
  readonly start: number;
  readonly end: number;
  readonly most: number;
}

/** How storeys around a lift give way along one of its directions under a combination. */
export interface StoreySway {
  /** the storey that gives way most, by name; '': none is known */
  readonly storey: string;
  /** Q = ΣP Δ / (V h) of first order as the model is; undefined: nothing in the model tells it */
  readonly index: number | undefined;
  /** why the index is not known, in words: `no storey`, `nothing pushes storeys along x`; '': it is */
  readonly unknown: string;
  /** concrete counts as cracked in the drift */
  readonly isCracked: boolean;
  /** drift of second order over that of first; undefined: the combination is of first order, or nothing moves */
  readonly amplification: number | undefined;
}

/** A lift of a column as it may buckle about one axis. */
export interface LiftWay {
  /** clear between what reaches into it at its ends, m */
  readonly clear: number;
  /** what holds its ends across, in words; undefined: nothing does */
  readonly start: string | undefined;
  readonly end: string | undefined;
  /** under the combination of that number */
  readonly moments: (line: number) => LiftMoments;
  /** of them what cases make that push sideways */
  readonly sideways: (line: number) => LiftMoments;
  readonly sway: (line: number) => StoreySway;
}

/** The lift that a column member is in. */
export interface ColumnPlace {
  /** bending about local y, in which it moves along local z */
  readonly major: LiftWay;
  /** bending about local z */
  readonly minor: LiftWay;
  /** whether the combination is of second order, and whether concrete counts as cracked in it */
  readonly order: (line: number) => { readonly isSecond: boolean; readonly isCracked: boolean };
  /** moments of cases that push sideways at a place of the member, m from the start of its flexible part; N·m about local y and z */
  readonly sideways: (line: number, x: number) => { readonly My: number; readonly Mz: number };
  /** share of the pressure under a combination that lasts, 0 to 1 */
  readonly lasting: (line: number) => number;
  /** slabs and beams at its ends whose concrete is weaker, by name, with their cylinder strength, Pa */
  readonly floors: readonly { readonly name: string; readonly strength: number }[];
}
