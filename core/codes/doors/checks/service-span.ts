import type { Reinforcement } from '../../../model';
import type { FlangedShape } from '../../../results';

/** Loads of service under which a beam is looked at: a combination, or what of one is permanent. */
export interface ServiceState {
  readonly label: string;
  readonly kind: 'service' | 'sustained' | 'permanent';
  /** of a service combination: the place of what is permanent of it; undefined: it was solved as a whole and cannot be taken apart */
  readonly permanent?: number | undefined;
}

/** A place along a span. */
export interface ServicePlace {
  /** m from the start of the span */
  readonly at: number;
  readonly member: string;
  /** m from the start of the member's flexible part, and from its start node */
  readonly x: number;
  readonly fromNode: number;
  /** the section of beam and slab; undefined: the beam alone */
  readonly shape: FlangedShape | undefined;
  /** under the state of that number, N, N·m: of the section of both */
  readonly forces: (state: number) => { readonly N: number; readonly My: number };
}

/** A span of a design line that a member is part of, or what sticks out beyond its last support. */
export interface ServiceSpan {
  readonly kind: 'span' | 'cantilever';
  /** between the axes of its supports, m */
  readonly length: number;
  /** what limits are stated of: of a cantilever twice its length, m */
  readonly limitLength: number;
  /** at how many of its ends the line goes on into another span */
  readonly continuous: 0 | 1 | 2;
  /** whether the support of a cantilever is at its start */
  readonly rootAtStart: boolean;
  /** from its start to its end; two at one place where forces jump */
  readonly places: readonly ServicePlace[];
  /** bars that engineers gave the members it is of, by member */
  readonly bars: Readonly<Record<string, Reinforcement | undefined>>;
  /** of a cantilever: the span it is the end of; undefined: it stands on what the analysis says of its root */
  readonly back?: ServiceSpan | undefined;
  /** of a cantilever: how its root turns by the analysis, so that the tip goes down, rad */
  readonly rootTurn: (state: number) => number;
  /** a place of the span as one along the member that is checked, m; its nearer end where it lies beyond it */
  readonly inMember: (at: number) => number;
}

/** A beam under loads of service. */
export interface ServiceDemand {
  readonly states: readonly ServiceState[];
  readonly spans: readonly ServiceSpan[];
  /** why its deflection cannot be followed, in a sentence */
  readonly reason?: string | undefined;
}
