/** Dimensions of a cross-section, all in m. What is stored in a model; properties follow from it. */
export type SectionShape =
  | IShape
  | RectangleShape
  | CircleShape
  | ChannelShape
  | AngleShape
  | DoubleAngleShape
  | TeeShape
  | RectangularHollowShape
  | CircularHollowShape
  | ColdFormedShape
  | BuiltUpIShape
  | BuiltUpBoxShape
  | ConcreteTeeShape
  | ConcreteEllShape;

export type ShapeType = SectionShape['type'];

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

/** Channel: web along z with its back to −y, flanges pointing to +y. */
export interface ChannelShape {
  readonly type: 'channel';
  readonly depth: number;
  readonly width: number;
  readonly webThickness: number;
  /** Thickness of the flange at the middle of its outstand. */
  readonly flangeThickness: number;
  readonly rootRadius: number;
  readonly flangeSlope?: number | undefined;
  readonly toeRadius?: number | undefined;
}

/** Angle: one leg of length `depth` upright, one of length `width` towards +y, their corner below at the left. */
export interface AngleShape {
  readonly type: 'angle';
  readonly depth: number;
  readonly width: number;
  readonly thickness: number;
  readonly rootRadius: number;
  readonly toeRadius: number;
}

/** Two angles back to back: legs of length `depth` hang down beside each other with a gap, legs of length `width` stand out at the top. */
export interface DoubleAngleShape {
  readonly type: 'doubleAngle';
  readonly depth: number;
  readonly width: number;
  readonly thickness: number;
  readonly rootRadius: number;
  readonly toeRadius: number;
  readonly gap: number;
}

/** Tee cut from an I: flange at the top, stem hanging down. */
export interface TeeShape {
  readonly type: 'tee';
  readonly depth: number;
  readonly width: number;
  readonly webThickness: number;
  readonly flangeThickness: number;
  readonly rootRadius: number;
}

export interface RectangularHollowShape {
  readonly type: 'rectangularHollow';
  readonly depth: number;
  readonly width: number;
  readonly thickness: number;
  readonly outerRadius: number;
  readonly innerRadius: number;
}

export interface CircularHollowShape {
  readonly type: 'circularHollow';
  readonly diameter: number;
  readonly thickness: number;
}

/** Cold-formed lipped channel (both flanges to +y) or Z (upper flange to +y, lower to −y); out to out. */
export interface ColdFormedShape {
  readonly type: 'coldC' | 'coldZ';
  readonly depth: number;
  readonly width: number;
  readonly lip: number;
  readonly thickness: number;
  readonly innerRadius: number;
}

/** I welded from three plates; the flanges may differ. */
export interface BuiltUpIShape {
  readonly type: 'builtUpI';
  readonly depth: number;
  readonly webThickness: number;
  readonly topWidth: number;
  readonly topThickness: number;
  readonly bottomWidth: number;
  readonly bottomThickness: number;
}

/** Box welded from four plates: flanges over the full width, webs flush with their edges. */
export interface BuiltUpBoxShape {
  readonly type: 'builtUpBox';
  readonly depth: number;
  readonly width: number;
  readonly webThickness: number;
  readonly flangeThickness: number;
}

/** Concrete beam with the slab on both sides as its flange at the top. */
export interface ConcreteTeeShape {
  readonly type: 'concreteTee';
  readonly depth: number;
  readonly webWidth: number;
  readonly flangeWidth: number;
  readonly flangeThickness: number;
}

/** Concrete edge beam with the slab on its +y side. The slab keeps it from bending sideways: it bends about its horizontal axis. */
export interface ConcreteEllShape {
  readonly type: 'concreteEll';
  readonly depth: number;
  readonly webWidth: number;
  readonly flangeWidth: number;
  readonly flangeThickness: number;
}

/**
 * Properties of a cross-section in the member's local axes: y is the strong axis of an I, z runs along its depth; of an angle or a
 * Z they are the principal axes. Units: m, m², m³, m⁴, m⁶.
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
  /** Turn from the directions of the section's box (width, depth) to local y and z, rad; 0 but for angles and Zs. */
  readonly principalAngle: number;
  /** Centroid seen from the middle of the box, in the box's directions. */
  readonly centroid: readonly [number, number];
  /** Shear centre seen from the centroid, in the box's directions. */
  readonly shearCentre: readonly [number, number];
}
