import type { ReinforcingBar } from '../../../../catalog';
import type { ConcreteRules } from '../../../../model';

/** How near bars may lie, m. */
export interface BarSpacing {
  /** least clear distance of bars side by side */
  readonly beside: (bar: ReinforcingBar) => number;
  /** least clear distance of rows */
  readonly between: (bar: ReinforcingBar) => number;
}

/** A rectangular beam, or the web of one, and its materials: m, Pa. */
export interface BeamSection {
  readonly width: number;
  readonly depth: number;
  /** clear cover to the stirrup */
  readonly cover: number;
  readonly stirrup: ReinforcingBar;
  /** cylinder strength of concrete: f′c, f_ck */
  readonly fc: number;
  /** yield stress of reinforcement, longitudinal and transverse */
  readonly fy: number;
  /** modulus of elasticity of reinforcement */
  readonly Es: number;
  readonly spacing: BarSpacing;
  /** how hooks within supports are held; left out: as if they were not */
  readonly hooks?: ConcreteRules['hooks'];
  /** strength reduction factors that are typed; left out: those of the code */
  readonly reduction?: ConcreteRules['reduction'];
}
