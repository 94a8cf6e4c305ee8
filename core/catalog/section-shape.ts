/** Dimensions of a cross-section, all in m. What is stored in a model; properties follow from it. */
export type SectionShape = IShape | RectangleShape | CircleShape;

/** Doubly symmetric I or H section. */
export interface IShape {
  readonly type: 'i';
  readonly depth: number;
  readonly width: number;
  readonly webThickness: number;
  /** Thickness of the flange, the mean one when the flange tapers. */
  readonly flangeThickness: number;
  readonly rootRadius: number;
  /** Slope of the inner flange face (S shapes 1/6); absent for parallel flanges. */
  readonly flangeSlope?: number | undefined;
  /** Radius at the flange toe of tapered flanges. */
  readonly toeRadius?: number | undefined;
}

/** Solid rectangle: `depth` along local z, `width` along local y. */
export interface RectangleShape {
  readonly type: 'rectangle';
  readonly depth: number;
  readonly width: number;
}

/** Solid circle. */
export interface CircleShape {
  readonly type: 'circle';
  readonly diameter: number;
}

/**
 * Properties of a cross-section in the member's local axes: y is the strong axis of an I, z runs along its depth.
 * Units: m, m², m³, m⁴, m⁶.
 */
export interface SectionProperties {
  readonly depth: number;
  readonly width: number;
  readonly area: number;
  /** Areas that carry shear along y and along z in a Timoshenko member. */
  readonly shearAreaY: number;
  readonly shearAreaZ: number;
  readonly inertiaY: number;
  readonly inertiaZ: number;
  /** St Venant torsion constant. */
  readonly torsion: number;
  readonly warping: number;
  readonly elasticModulusY: number;
  readonly elasticModulusZ: number;
  readonly plasticModulusY: number;
  readonly plasticModulusZ: number;
  readonly radiusY: number;
  readonly radiusZ: number;
}
