/** A load case as a new project begins with it. */
export interface UsualCase {
  readonly label: string;
  readonly name: string;
  readonly nature: 'dead' | 'superimposedDead' | 'live';
  readonly selfWeight: boolean;
}

/** What one chooses for a project as "its codes": the standard of actions, the codes of design that go with it, and what is usual under them. */
export interface CodeFamily {
  /** as on a switch */
  readonly title: string;
  /** as "by …": `US codes` */
  readonly called: string;
  /** the parts it is made of, for a choice with room */
  readonly parts: string;
  /** what a report says the design follows */
  readonly basis: string;
  /** the parts steel and concrete are designed by, whether their checks are there or not */
  readonly designedBy: { readonly steel: string; readonly concrete: string };
  /** what members are checked by */
  readonly checks: string;
  /** whose rules of loads and combinations it uses */
  readonly actions: 'asce' | 'en';
  /** the cases most buildings need, the self-weight first */
  readonly cases: readonly [UsualCase, ...UsualCase[]];
  /** names of materials in the catalogue */
  readonly materials: { readonly steel: string; readonly concrete: string };
  /** names of sections in the catalogue, by what they are for */
  readonly sections: Readonly<Record<'column' | 'beam' | 'light' | 'brace' | 'chord' | 'web', string>>;
  /** whose standards the catalogue shows first */
  readonly catalogue: 'American' | 'European';
  /** bar rules a new project starts with: Pa, m, names of bars */
  readonly bars: {
    readonly steel: string;
    readonly yieldStress: number;
    readonly cover: number;
    readonly longitudinal: string[];
    readonly stirrup: string;
  };
  /** notional loads or imperfections: the share of gravity that acts sideways, and where it is from */
  readonly notional: { readonly share: number; readonly hint: string };
  /** a wind speed to begin with, m/s, by the system of units it is typed in */
  readonly windSpeed: { readonly si: number; readonly us: number };
  /** a snow load on the ground to begin with, Pa */
  readonly groundSnow: number;
  /** the form of design spectrum its earthquakes have */
  readonly spectrum: 'asce7' | 'en1998';
}
