/** Every load between the ends of members, member by member: `memberStart[m]` is the first term of member m. Units N/m or N, m. */
export interface SolutionTerms {
  readonly memberStart: Int32Array;
  readonly caseIndex: Int32Array;
  readonly axis: Uint8Array;
  readonly isPoint: Uint8Array;
  readonly value: Float64Array;
  readonly from: Float64Array;
  readonly to: Float64Array;
}

export interface CaseSolution {
  readonly id: string;
  /** six a node, global, m and rad */
  readonly displacements: Float64Array;
  /** forces and moments on each member's start, six a member, local, N and N·m */
  readonly startForces: Float64Array;
  /** six a node, global, N and N·m; zero where nothing is held */
  readonly reactions: Float64Array;
  /** force and moment about the origin: of the applied loads, and of the reactions */
  readonly applied: Float64Array;
  readonly reacted: Float64Array;
  /** ‖K u − f‖ / ‖f‖, largest entry by largest entry, after one refinement */
  readonly residual: number;
}

/** Seconds spent in each phase. */
export interface PhaseTimes {
  readonly number: number;
  readonly assemble: number;
  readonly factorise: number;
  readonly solve: number;
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
  readonly cases: readonly CaseSolution[];
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
  readonly times: PhaseTimes;
}
