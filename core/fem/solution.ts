import type { Vector } from '../model';
import type { ShellStiffness } from './shell/shell-stiffness';

/** Every load between the ends of members, member by member: `memberStart[m]` is the first term of member m. Units N/m, N, N·m/m, N·m; strains –, 1/m. */
export interface SolutionTerms {
  readonly memberStart: Int32Array;
  readonly caseIndex: Int32Array;
  /** see `termActions` */
  readonly action: Uint8Array;
  readonly isPoint: Uint8Array;
  readonly value: Float64Array;
  /** growth of the value, per metre */
  readonly slope: Float64Array;
  /** m from the start of the member's flexible part */
  readonly from: Float64Array;
  readonly to: Float64Array;
}

/** One solved state: a load case, or a combination that had to be solved as a whole. */
export interface CaseSolution {
  /** of the case or the combination */
  readonly id: string;
  /** factor with which each load case takes part: 1 for the case itself; where floors cut members, then one for each solved state: 1 for this one */
  readonly weights: Float64Array;
  /** six a node, global, m and rad */
  readonly displacements: Float64Array;
  /** forces and moments on each member's start, six a member, local, N and N·m */
  readonly startForces: Float64Array;
  /** displacements of each member's own start, inside its releases, six a member, local, m and rad */
  readonly startDisplacements: Float64Array;
  /** forces and moments of floors on the members they cut, six a cut in the order of members, local, N and N·m; none: no member is cut */
  readonly floorForces?: Float64Array;
  /** axial force each member's bending feels (tension positive), N, at `alpha` times the loads; none: first order */
  readonly axialForces?: Float64Array;
  /** multiple of the loads at which the state was found before it was divided by it; none: 1 */
  readonly alpha?: number;
  /** movements of the same loads in first order with the same stiffness, six a node, m and rad; none: this is first order */
  readonly firstDisplacements?: Float64Array;
  /** stiffness of the members, as in the solution, where a stiffness set changed it */
  readonly stiffness?: Float64Array;
  /** stiffness of each slab, wall or zone, as in the solution's panels, where a stiffness set changed it */
  readonly sections?: readonly ShellStiffness[];
  /** six a node, global, N and N·m; zero where nothing is held */
  readonly reactions: Float64Array;
  /** pressure of soil on slabs, and force per length of line supports that only push, at the nodes of the meshes, N/m² and N/m; none: there is no such bed */
  readonly soil?: Float64Array;
  /** nodal forces of elements other than members, source by source */
  readonly elementForces: readonly Float64Array[];
  /** force and moment about the origin: of the applied loads, and of the reactions */
  readonly applied: Float64Array;
  readonly reacted: Float64Array;
  /** largest force or moment that enters the equations at one place, those of clamped ends included, N or N·m: what a balance can be measured against */
  readonly forceScale: number;
  /** ‖K u − f‖ / ‖f‖, largest entry by largest entry, after refinement */
  readonly residual: number;
  /** how it was reached, when it was not by one linear solve */
  readonly iterations?: IterationLog;
}

/** Course of an analysis by steps. */
export interface IterationLog {
  readonly order: 'first' | 'second';
  /** of every step: largest change of an axial force over the largest axial force, members that changed between acting and slack, negative pivots */
  readonly steps: readonly { readonly change: number; readonly switched: number; readonly negativePivots: number }[];
  readonly settled: boolean;
  /** members that pull or push only and are slack in the end */
  readonly slack: readonly string[];
  /** slabs and line supports that are lifted off their beds, each with the share of its area or length; left out: none is */
  readonly lifted?: readonly { readonly of: string; readonly share: number }[];
  /** second order over first order with the same stiffness: horizontal drift of each level against the one below; levels that hardly drift are left out */
  readonly driftRatios: readonly {
    readonly from: number;
    readonly to: number;
    readonly ratio: number;
    readonly drift: number;
  }[];
}

/** A slab or wall as it was meshed, or a zone of it that has a thickness of its own. */
export interface SolvedPanel {
  readonly id: string;
  /** the thick part or column head that makes the zone; none: what lies about these */
  readonly part?: string;
  /** whether the zone moves as one with its column: it has no forces of its own */
  readonly isRigid?: boolean;
  /** z axis, and direction of the bars along x: unit vectors, global */
  readonly normal: Vector;
  readonly along: Vector;
  /** elements: nodes of element e are `nodes[start[e] … start[e + 1])`, three or four */
  readonly start: Int32Array;
  readonly nodes: Int32Array;
  /** of the zone, m */
  readonly thickness: number;
  /** of the slab or wall it belongs to, m */
  readonly panelThickness: number;
  /** stiffness along the bars and across */
  readonly section: ShellStiffness;
  /** how far the nodes lie over the middle of the thickness, m */
  readonly offset: number;
  /**
   * soil below it: where its pressures begin in those of a state, one for each of its nodes in ascending order, and the area that belongs to each node, m²;
   * none: it lies on none
   */
  readonly soil?: { readonly from: number; readonly areas: Float64Array };
}

/** Seconds spent in each phase. */
export interface PhaseTimes {
  readonly number: number;
  readonly assemble: number;
  readonly factorise: number;
  readonly solve: number;
  /** combinations solved as a whole */
  readonly combinations: number;
}

/** The solved structure: plain typed arrays that can be handed between threads. Node and member numbers follow the lists of ids. */
export interface Solution {
  readonly nodeIds: readonly string[];
  readonly memberIds: readonly string[];
  readonly positions: Float64Array;
  readonly ends: Int32Array;
  readonly axes: Float64Array;
  readonly lengths: Float64Array;
  /** EA, EIy, EIz, GJ, shear stiffness y, shear stiffness z of each member, six a member */
  readonly stiffness: Float64Array;
  readonly terms: SolutionTerms;
  /** load cases first, then combinations that were solved as a whole */
  readonly cases: readonly CaseSolution[];
  /** how many of `cases` are load cases */
  readonly loadCases: number;
  /** members that meshed slabs and walls cut into pieces; none: no member is cut */
  readonly cutMembers?: readonly string[];
  /** slabs and walls that are meshed; none: there are none */
  readonly panels?: readonly SolvedPanel[];
  /** free strains of slabs and walls by load case: even (–), and the curvature that makes the side of z longer (1/m); none: none is warmed */
  readonly warmth?: readonly (readonly {
    readonly panel: string;
    readonly strain: number;
    readonly curvature: number;
  }[])[];
  /** elements other than members: their kind, ids and nodes */
  readonly otherElements: readonly {
    readonly kind: string;
    readonly ids: readonly string[];
    readonly nodes: readonly Int32Array[];
  }[];
  readonly log: SolveLog;
}

export interface SolveLog {
  readonly nodes: number;
  readonly members: number;
  readonly equations: number;
  readonly matrixEntries: number;
  readonly factorEntries: number;
  /** whether the factor of an earlier solve served again */
  readonly factorReused: boolean;
  readonly ordering: string;
  readonly kernel: string;
  /** bytes of the factorisation's memory */
  readonly memory: number;
  /** estimate of the condition number, scaled by the diagonal */
  readonly condition: number;
  readonly times: PhaseTimes;
}
