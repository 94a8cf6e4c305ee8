import { sectionProperties, type IShape, type SectionProperties } from '../../../catalog';

/** A rolled I section and its steel, as the clauses ask for them: m, m², m³, m⁴, m⁶, Pa. */
export interface SteelSection extends SectionProperties {
  readonly shape: IShape;
  /** distance between flange centroids, h_o */
  readonly flangeDistance: number;
  /** effective radius of gyration for lateral-torsional buckling, r_ts */
  readonly radiusTorsion: number;
  /** clear web height less the root fillets, h */
  readonly webHeight: number;
  readonly E: number;
  readonly G: number;
  readonly fy: number;
}

/** r_ts by AISC 360-22 F2-7; h by B4.1b. */
export function steelSection(
  shape: IShape,
  material: { elasticModulus: number; poissonRatio: number; yieldStress: number },
): SteelSection {
  const properties = sectionProperties(shape);
  return {
    ...properties,
    shape,
    flangeDistance: shape.depth - shape.flangeThickness,
    radiusTorsion: Math.sqrt(Math.sqrt(properties.inertiaZ * properties.warping) / properties.elasticModulusY),
    webHeight: shape.depth - 2 * (shape.flangeThickness + shape.rootRadius),
    E: material.elasticModulus,
    G: material.elasticModulus / (2 * (1 + material.poissonRatio)),
    fy: material.yieldStress,
  };
}
