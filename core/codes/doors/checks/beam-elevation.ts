import type { DeflectionCurve } from './check';
import type { StirrupsBetween } from './beam-reinforcement';

/** What bends a place of a beam and what its bars carry there, N·m; m from the member's start node. */
export interface ElevationPlace {
  readonly x: number;
  /** the largest of all combinations, not negative; undefined: none is read here */
  readonly sagging: number | undefined;
  readonly hogging: number | undefined;
  /** design strength in bending alone, of bars as far as they are anchored here */
  readonly strengthSagging: number;
  readonly strengthHogging: number;
}

/** Bars of both faces at a place of a beam, m from the member's start node. */
export interface AreasPlace {
  readonly x: number;
  readonly top: AreasThere;
  readonly bottom: AreasThere;
}

/** Bars of a face at a place of a beam, m². */
export interface AreasThere {
  /** that lie there */
  readonly lying: number;
  /** the same, by how far they are anchored there */
  readonly counting: number;
  /** asked for by what bends the face there, with axial force and torsion that count; 0: nothing does; Infinity: no area would do; undefined: nothing is read here */
  readonly asked: number | undefined;
}

/** A cut across a beam, from the middle of its web: y to the left as one looks along the member, z up, m. */
export interface CrossSection {
  /** where it looks like that, m from the start node */
  readonly from: number;
  readonly to: number;
  /** of the web; clear to the stirrup; of the stirrup */
  readonly width: number;
  readonly depth: number;
  readonly cover: number;
  readonly stirrup: number;
  /** the web and what stands out beside it */
  readonly concrete: readonly { readonly from: AcrossPlace; readonly to: AcrossPlace; readonly isDisc?: true }[];
  readonly bars: readonly (AcrossPlace & { readonly diameter: number })[];
}

/** A place in a cut, m. */
export interface AcrossPlace {
  readonly y: number;
  readonly z: number;
}

/** A deflection along a member where one of its checks governs. */
export interface ElevationCurve extends DeflectionCurve {
  readonly title: string;
  readonly combination: string;
}

/** Bars as they run along a member, m from its start node; endless where they go on into the next. */
export interface ElevationBars {
  readonly face: 'top' | 'bottom';
  readonly bar: string;
  readonly count: number;
  readonly from: number;
  readonly to: number;
  readonly hooked: { readonly from: boolean; readonly to: boolean };
  /** length that anchors a straight one of them, m */
  readonly anchorage: number;
  /** of a lap, for quantities, and of the leg of a hook, m */
  readonly lap: number;
  readonly leg: number;
}

/** A beam from the side. */
export interface BeamElevation {
  /** of the section, and clear to the stirrup, m */
  readonly width: number;
  readonly depth: number;
  readonly cover: number;
  readonly sideBars: { readonly bar: string; readonly count: number } | undefined;
  /** along all of it but its zones */
  readonly stirrups: { readonly bar: string; readonly legs: number; readonly spacing: number };
  /** m from the start node */
  readonly zones: readonly StirrupsBetween[];
  readonly places: readonly ElevationPlace[];
  /** one after the other */
  readonly sections: readonly CrossSection[];
  readonly curves: readonly ElevationCurve[];
  /** those all along first */
  readonly bars: readonly ElevationBars[];
  /** how far moments are shifted against bars that end, m */
  readonly shift: number;
  /** supports it is built in one with, m */
  readonly faces: readonly { readonly from: number; readonly to: number }[];
}

/** Bars along a beam beside what is asked for. */
export interface AreasAlong {
  readonly places: readonly AreasPlace[];
  /** the least area the code asks for on each face where it is bent, m²; 0: none */
  readonly minimum: { readonly top: number; readonly bottom: number };
}
