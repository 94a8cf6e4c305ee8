import type { ConcreteRules, Material, Model, WallBarsRecord } from '../../../model';
import type { StoreySway } from './column-place';
import type { Check } from './check';
import type { ColumnInteraction } from './column-reinforcement';
import type { WallReinforcement } from './wall-reinforcement';

/** Forces of a pier about its centroid: N (tension positive), N, in its plane V, N, and M, N·m, across it, N and N·m, and torsion, N·m. */
export interface PierActions {
  readonly N: number;
  readonly V: number;
  readonly M: number;
  readonly across: number;
  readonly out: number;
  readonly T: number;
}

/** A pier at its foot or head under a combination. */
export interface WallPoint extends PierActions {
  readonly label: string;
  /** number of the combination among those it is checked for */
  readonly line: number;
  readonly at: 'foot' | 'head';
  /** m above the foot */
  readonly x: number;
  /** what of the forces cases make that push sideways */
  readonly pushed: PierActions;
}

/** A pier of a wall as a code checks it. */
export interface CheckedWall {
  readonly model: Model;
  /** m: along the wall, its thickness, and from its foot to its head */
  readonly length: number;
  readonly thickness: number;
  readonly height: number;
  readonly material: Material;
  readonly rules: ConcreteRules;
  /** bars of the wall; a part left out is proposed */
  readonly bars: WallBarsRecord | undefined;
  readonly points: readonly WallPoint[];
  /** the whole wall the pier is a part of, without its openings, m */
  readonly whole: { readonly height: number; readonly length: number };
  /** between the floors that hold it across, m, and which; a reason in its place: nothing holds it */
  readonly free: { readonly length: number; readonly words: string } | string;
  /** whether a combination is of second order, and whether concrete counts as cracked in it */
  readonly order: (line: number) => { readonly isSecond: boolean; readonly isCracked: boolean };
  /** share of the pressure under a combination that lasts, 0 to 1 */
  readonly lasting: (line: number) => number;
  /** how its storey gives way along the wall */
  readonly sway: (line: number) => StoreySway;
}

/** The checks of a pier, made and not made, and the bars they hold for. */
export interface WallResult {
  readonly checks: readonly Check[];
  readonly wall?: WallReinforcement;
  /** share of its section that is upright steel */
  readonly steelRatio?: number;
  readonly interaction?: () => ColumnInteraction;
}
