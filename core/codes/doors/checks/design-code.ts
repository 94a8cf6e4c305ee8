import type { FreePart, SupportZone } from '../../../lines';
import type { Combination, ConcreteRules, Material, Member, Model, Reinforcement, Section } from '../../../model';
import type { FlangedForces, FlangedShape, LineValues, MemberLine, ReadLine, Station } from '../../../results';
import type { CodeFamilyKey } from '../../families';
import type { CheckedWall, WallResult } from './checked-wall';
import type { BeamAreas } from './beam-areas';
import type { AreasAlong, BeamElevation } from './beam-elevation';
import type { BeamLayout } from './beam-layout';
import type { BeamReinforcement } from './beam-reinforcement';
import type { ColumnPlace } from './column-place';
import type { ColumnInteraction, ColumnReinforcement, ComparedLayout } from './column-reinforcement';
import type { Check } from './check';
import type { MemberStiffness } from './member-stiffness';
import type { RegisterPart } from './register';
import type { ServiceDemand } from './service-span';

/** Moments about the strong axis along a member and beyond it, where its design line goes on: without sign, N·m; places m from the member's start. */
export interface MomentsAround {
  readonly at: (x: number) => number;
  /** the largest between two places */
  readonly most: (from: number, to: number) => number;
}

/** A member under one strength combination. */
export interface CombinedLine {
  readonly label: string;
  readonly line: MemberLine;
  /** the same, quick to read at its stations */
  readonly read: ReadLine;
  /** share of its torsional stiffness that the member is analysed with */
  readonly torsionFactor: number;
  /** left out: its design line does not go on beyond it */
  readonly around?: MomentsAround | undefined;
}

/** A place along a member that a meshed slab works with. */
export interface SlabPlace {
  /** m from the start of the flexible part */
  readonly x: number;
  /** undefined: no slab lies beside the member here, as at an opening */
  readonly shape: FlangedShape | undefined;
  /** of member and slab about their common centroid, under the strength combination of that number */
  readonly forces: (line: number) => FlangedForces;
  /** of the member alone */
  readonly own: (line: number) => LineValues;
}

/** An end of a design line as it lies to one of its members. */
export interface LineEnd {
  /** m from the start of the member's flexible part */
  readonly at: number;
  /** the line goes on beyond the member before it ends there */
  readonly isBeyond: boolean;
  /** nothing but the line holds it */
  readonly isFree: boolean;
}

/** A member as a code checks it. */
export interface CheckedMember {
  readonly model: Model;
  readonly member: Member;
  readonly section: Section;
  readonly material: Material;
  /** the member under each strength combination, one at least */
  readonly lines: readonly CombinedLine[];
  /** places at which demand is read */
  readonly stations: readonly Station[];
  /** how far it stands free between what holds its design line */
  readonly unheld: { readonly major: FreePart; readonly minor: FreePart };
  /** supports that a beam of concrete is built in one with */
  readonly zones: readonly SupportZone[];
  /** where a meshed slab works with it, the forces of both; left out: none does */
  readonly withSlab?: readonly SlabPlace[] | undefined;
  /** the lift it is in, of a column; a reason in its place: it has none */
  readonly place: () => ColumnPlace | string;
  /** under loads of service, worked out when it is asked for; left out: it is not asked for */
  readonly service?: (() => ServiceDemand) | undefined;
  /** which ends nothing but the member holds: the tips of cantilevers */
  readonly free: { readonly start: boolean; readonly end: boolean };
  /** whether a beam lies on the perimeter of the structure */
  readonly isOnPerimeter: () => boolean;
  /** where its design line ends beyond each of its own ends, or at them */
  readonly lineEnds: { readonly start: LineEnd; readonly end: LineEnd };
  /** where the bars of that number among those added, which reach an end at which its line goes on, stop: m from the start of the flexible part; endless: as far as they need to */
  readonly beyond: (added: number, end: 'start' | 'end') => number;
  /** reinforcement it is checked with; a part left out is proposed */
  readonly bars: Reinforcement | undefined;
  /** what concrete is designed by */
  readonly rules: ConcreteRules;
}

/** Whether the forces of a model are those a code asks for, and what must stand beside every list of its utilisations. */
export interface Basis {
  readonly met: boolean;
  readonly remark: string;
}

/** A code of design: whom it checks, under which combinations, and how. */
export interface DesignCode {
  /** part and edition, as every clause is cited by: `AISC 360-22` */
  readonly title: string;
  /** the method of design it is used by, where the code has several */
  readonly method?: string;
  readonly materials: readonly Material['kind'][];
  /** whose strength combinations it may be used with; under others its verdict is open */
  readonly families: readonly CodeFamilyKey[];
  /** why it may not be used with these strength combinations, in a sentence */
  readonly refuses: (combinations: readonly Combination[]) => string | undefined;
  /** why a member of this section and material is not checked, in a sentence */
  readonly excludes: (member: Member, section: Section, material: Material) => string | undefined;
  /** it checks members together with meshed slabs that work with them */
  readonly knowsSlabs?: boolean;
  /** what it asks of the analysis of the whole model */
  readonly basis?: (model: Model) => Basis;
  /** what it is asked for, and what not */
  readonly register: readonly RegisterPart[];
  /** Checks a member it does not exclude. */
  readonly check: (member: CheckedMember, basis: Basis | undefined) => MemberResult;
  /** Checks a pier of a wall; left out: it checks none. */
  readonly checkWall?: (wall: CheckedWall) => WallResult;
}

/** The checks of a member, made and not made, and the reinforcement they hold for. */
export interface MemberResult {
  readonly checks: readonly Check[];
  readonly reinforcement?: BeamReinforcement;
  /** the cage of a column of concrete */
  readonly column?: ColumnReinforcement;
  /** share of a column's section that is steel */
  readonly steelRatio?: number;
  /** such a column as its section is used, worked out when it is asked for */
  readonly interaction?: () => ColumnInteraction;
  /** the layouts of the rules beside each other, worked out when it is asked for */
  readonly layouts?: () => readonly ComparedLayout[];
  /** what it keeps of its stiffness in bending by its bars, where the code says so */
  readonly stiffness?: () => MemberStiffness;
  /** a beam with its bars from the side, worked out when it is asked for */
  readonly elevation?: () => BeamElevation;
  /** what bars of such a beam are laid out by */
  readonly layout?: () => BeamLayout;
  /** areas of its bars, asked for and provided */
  readonly areas?: () => BeamAreas;
  /** the same all along it, worked out when it is asked for */
  readonly areasAlong?: () => AreasAlong;
}

/** ASCE 7 2.3: what codes of strength design refuse to be used with. */
export const strengthDesignOnly = (combinations: readonly Combination[]): string | undefined =>
  combinations.some(({ alpha }) => alpha !== undefined)
    ? 'The strength combinations are those of allowable stress design (ASCE 7 2.4). The checks that are there, AISC 360 by LRFD and ACI 318, go with the combinations of 2.3 only.'
    : undefined;
