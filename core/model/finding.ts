import type { Act } from './edit';

/** A slab or wall by its table. */
interface PanelOf {
  readonly table: 'slabs' | 'walls';
  readonly id: string;
}

/** A mend that is worked out only when it is asked for. */
export type MendPlan =
  | { readonly kind: 'merge'; readonly nodes: readonly string[]; /** m */ readonly tolerance: number }
  | { readonly kind: 'drop corners'; readonly panel: PanelOf; readonly nodes: readonly string[] }
  | { readonly kind: 'merge openings'; readonly panel: PanelOf; /** m */ readonly gap: number }
  | { readonly kind: 'connect'; readonly members: readonly string[] }
  | { readonly kind: 'divide'; readonly member: string; readonly nodes: readonly string[] };

/** A cure: an act, or a plan for one. */
export type Mend = { readonly label: string; readonly act: Act } | { readonly label: string; readonly plan: MendPlan };

/** A problem or remark about the model: what, where, why, and a mend where there is one. */
export interface Finding {
  /** Same problem, same key, whatever else changes. */
  readonly key: string;
  readonly rule: string;
  /** `stop`: the analysis or a check cannot be made; `remark`: it can, but an engineer should know. */
  readonly severity: 'stop' | 'remark';
  /** One sentence naming the thing and the value. */
  readonly sentence: string;
  /** Why it matters, or what to do. */
  readonly why: string;
  readonly place: {
    readonly nodes?: readonly string[];
    readonly members?: readonly string[];
    readonly loads?: readonly string[];
    readonly case?: string;
    /** the slab or wall whose mesh it spoils */
    readonly panel?: string;
  };
  /** movement without resistance, to be drawn: ux uy uz rx ry rz of nodes, the largest translation 1 */
  readonly motion?: { readonly nodes: readonly string[]; readonly displacements: readonly number[] };
  /** the likeliest cure */
  readonly mend?: Mend;
  /** other cures, where the engineer has to choose */
  readonly others?: readonly Mend[];
}
