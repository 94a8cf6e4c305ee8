import type { BarWords, BeamAreas, CageText, Verdict, WallText } from '~core/checks';
import type { SetStep } from '~core/sheet';
import type { AnalysisOutcome, Solution } from '~core/fem';
import type { Cage, Finding, Reinforcement, WallBarsRecord } from '~core/model';
import type { FloorStiffness, MovementShare, PanelShare } from '~core/results';

/** What checks came to for one member, short enough to hold for thousands. */
export interface CheckRow {
  readonly memberId: string;
  readonly code: string;
  /** null when no check was made */
  readonly utilisation: number | null;
  /** the governing check, when one was made */
  readonly id: string;
  readonly title: string;
  readonly clause: string;
  readonly combination: string;
  readonly x: number;
  readonly skipped: number;
  /** why no check was made */
  readonly reason: string;
  readonly verdict: Verdict;
  /** what the member needs and was not made, one a line; '': nothing */
  readonly open: string;
  /** of a beam of concrete: its bars in words, whether some are only proposed, and areas */
  readonly bars?: { readonly words: BarWords; readonly areProposed: boolean; readonly areas: BeamAreas };
  /** of a column of concrete: its cage in words, whether a part is only proposed, and the share of its section that is steel */
  readonly cage?: { readonly words: CageText; readonly areProposed: boolean; readonly ratio: number };
}

/** What checks came to for one pier of a wall; `memberId` is its key. */
export interface PierRow extends CheckRow {
  readonly wall?: { readonly words: WallText; readonly areProposed: boolean; readonly ratio: number };
}

/** One check of a member in the index of its calculation sheets. */
export interface CheckItem {
  readonly id: string;
  readonly title: string;
  readonly clause: string;
  readonly made: boolean;
  /** not made, though the member needs it */
  readonly needed: boolean;
  /** of loads of service, not of strength */
  readonly isService: boolean;
  readonly utilisation: number;
  readonly combination: string;
  readonly x: number;
  readonly reason: string;
}

export interface ReinforcementText {
  readonly top: string;
  readonly bottom: string;
  /** along the sides; null: none are asked for */
  readonly side: string | null;
  readonly stirrups: string;
  /** the record that accepts what is proposed of them; null: nothing is */
  readonly accept: Reinforcement | null;
}

/** The cage of a column in words, and the record that accepts what is proposed of it; null: nothing is. */
export interface CageProposal {
  readonly words: CageText;
  readonly areProposed: { readonly bars: boolean; readonly ties: boolean };
  readonly accept: Cage | null;
}

/** The bars of a pier in words, and what its wall would be given by accepting what is proposed; null: nothing is. */
export interface WallProposal {
  readonly words: WallText;
  readonly areProposed: boolean;
  readonly accept: WallBarsRecord | null;
}

export interface MemberSheetIndex {
  readonly code: string;
  readonly items: CheckItem[];
  readonly reinforcement: ReinforcementText | null;
  readonly cage: CageProposal | null;
  /** of a pier of a wall */
  readonly wall: WallProposal | null;
}

export interface SetSheet {
  readonly steps: SetStep[];
  readonly remarks: string[];
  readonly comparison: (SetStep & { utilisation: number }) | undefined;
}

/** Where a movement comes from: the members with the largest shares, slabs and walls, the others together, and what is no member's, m. */
export interface MovementWhy {
  readonly movement: number;
  readonly members: readonly MovementShare[];
  readonly panels: readonly PanelShare[];
  readonly others: number;
  readonly rest: number;
}

/** Centres of mass (weight in N, places in m) and of stiffness by storey. */
export interface FloorCentres {
  readonly mass: readonly {
    readonly storey: string;
    readonly weight: number;
    readonly x: number;
    readonly y: number;
  }[];
  readonly stiffness: readonly FloorStiffness[];
}

/** What the solver tells as it goes; `version` is the number of the model it speaks of. */
export type SolverMessage =
  | { kind: 'progress'; version: number; phase: string; fraction: number }
  | { kind: 'solved'; version: number; findings: Finding[]; solution: Solution | undefined; seconds: number }
  | { kind: 'found'; version: number; findings: Finding[] }
  | { kind: 'checked'; version: number; rows: CheckRow[]; piers: PierRow[]; seconds: number }
  | { kind: 'analysing'; version: number; id: string; fraction: number }
  | { kind: 'analysed'; version: number; outcome: AnalysisOutcome }
  | { kind: 'failed'; version: number; error: string };
